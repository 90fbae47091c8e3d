"""Two tablets at one door, anything at any time, repeats and stale strokes too: the server keeps what the core would."""

import os
import random
import uuid

from django.db import transaction
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from hinge.call.commands import read_command
from hinge.call.decide import decide
from hinge.call.evolve import Call as Facts
from hinge.errors import HingeError
from hinge.site.gates import gate_groups
from server.calls.models import Call, Entry
from server.doors.models import Door
from server.people.models import Person, Shop
from tests.server.conftest import Api, CallOver
from tests.support.calls import SPRING, Running
from tests.support.conformance import require_is_there
from tests.support.machine import GATES, GROUPS
from tests.support.records import RECORDS
from tests.support.walker import anything, what_comes_next

ANSWERS = {200, 409, 422}
strokes = st.tuples(st.sampled_from(["left", "right"]), st.integers(-2, 3), st.sampled_from([-1, 1]))
reading = {"height_in": 42, "outcome": "holds"}
steps = st.one_of(
    st.builds(lambda one: {"kind": "moved", "part": one[0], "from_count": one[1], "to_count": one[1] + one[2]}, strokes),
    st.builds(lambda gate, met: {"kind": "gate", "gate": gate, "met": met}, st.sampled_from(GATES), st.booleans()),
    st.sampled_from(GROUPS),
    st.sampled_from(GROUPS),
    st.builds(lambda side: {"kind": "slack", "part": side}, st.sampled_from(["left", "right"])),
    st.sampled_from([{"kind": "taken_off"}, {"kind": "put_on"}, {"kind": "closed"}, {"kind": "reading", "reading": reading}]),
    st.just({"kind": "chosen", "springs": [SPRING], "quarter_turns": 2}),
    st.builds(lambda passed: {"kind": "proof", "proof": "eyes", "passed": passed}, st.booleans()),
    st.builds(lambda place: {"kind": "withdrawn", "entry": place, "reason": "a mistake"}, st.integers(0, 30)),
)


@settings(max_examples=settings().max_examples // 8, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(st.lists(st.tuples(steps, st.integers(0, 1), st.booleans()), min_size=10, max_size=30))
def test_what_the_server_keeps_is_what_was_taken(db, told):
    with transaction.atomic():
        shop = Shop.objects.create(name="Test Door Works")
        people = [Person.objects.create_user(f"p{uuid.uuid4().hex[:8]}", name="P", role="lead", shop=shop) for _ in range(2)]
        door = Door.objects.create(shop=shop, name="Net loft", record={"measured": {}})
        tablets = [CallOver(Api(person), door) for person in people]
        taken: list[str] = []
        for step, tablet, again in told:
            for body in _bodies(step, taken):
                _enter(tablets, tablet, body, again, taken)
        row = tablets[0].row
        rows = list(Entry.objects.filter(call=row))
        assert [one.client_id for one in rows] == taken
        assert [one.position for one in rows] == list(range(1, len(taken) + 1))
        seen = [one.api.get(f"/calls/{one.key}").json() for one in tablets]
        assert seen[0] == seen[1]
        assert seen[0]["state"]["unreadable"] == []
        transaction.set_rollback(True)


def _bodies(step: object, taken: list[str]) -> list[dict]:
    if isinstance(step, str):
        return [{"kind": "gate", "gate": gate.id, "met": True} for group in gate_groups() if group.id == step for gate in group.gates]
    if step["kind"] == "withdrawn":
        return [step | {"entry": taken[step["entry"] % len(taken)]}] if taken else []
    return [step]


def _enter(tablets: list[CallOver], tablet: int, body: dict, again: bool, taken: list[str]) -> None:
    key = str(uuid.uuid4())
    before: Facts = Call.objects.get(key=tablets[0].key).facts()
    answer = tablets[tablet].enter(entry_id=key, **body)
    assert answer.status_code in ANSWERS, answer.content
    assert (answer.status_code == 200) == _allowed(before, body)
    if answer.status_code == 200:
        taken.append(key)
    else:
        assert Call.objects.get(key=tablets[0].key).facts() == before
    if again:
        # The answer was lost on its way, and the other tablet had something to say meanwhile.
        second = tablets[tablet].enter(entry_id=key, **body)
        assert second.status_code == answer.status_code


def _allowed(facts: Facts, body: dict) -> bool:
    try:
        decide(facts, read_command(body))
    except HingeError:
        return False
    return True


# So many things are said here; `make long` says three thousand.
WALKED = int(os.environ.get("NORTH_HINGE_WALK", "90"))


def test_long_calls_over_http_are_where_the_model_says(db):
    """Anything at any time, each thing that is taken held against the model of the garage."""
    chance, said = random.Random(20261129), 0
    shop = Shop.objects.create(name="Test Door Works")
    api = Api(Person.objects.create_user("walker", name="W", role="lead", shop=shop))
    while said < WALKED:
        record = RECORDS[chance.choice([*RECORDS])].model_dump(mode="json")
        call = CallOver(api, Door.objects.create(shop=shop, name=f"Net loft {said}", record=record))
        running, script = Running(call.row.facts().record), iter(())
        for _ in range(60):
            command = next(script, None)
            if command is None:
                script = what_comes_next(chance, running) if chance.random() < 0.3 else iter(())
                command = anything(chance, running.call, [entry.id for entry in running.entries])
            said += 1
            answer = call.enter(**command, entry_id=f"entry-{len(running.entries):05d}")
            assert answer.status_code in ANSWERS, answer.content
            assert (answer.status_code == 200) == taken(running, command)
            if answer.status_code == 200:
                require_is_there(call.row.facts())
                assert call.row.facts().site == running.call.site
            if running.call.closed:
                break


def taken(running: Running, command: dict) -> bool:
    """Whether the core, asked beside the server, takes it."""
    try:
        running.say(**command)
    except HingeError:
        return False
    return True
