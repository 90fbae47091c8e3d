"""What a call is brought to before a test begins, entered as the server would take it."""

from __future__ import annotations

from selenium.webdriver.common.by import By

from hinge.call.commands import read_command
from hinge.call.finds import open_finds
from hinge.call.procedure_of_work import steps_left
from hinge.procedures.knowledge import steps
from hinge.site.gates import Gate, gate_groups
from hinge.view.build import build_call_view
from hinge.view.state import CallState
from hinge.view.steps import procedures_of
from server.calls import service
from server.calls.models import Call
from server.doors.models import Door
from server.people.models import Person
from tests.browser.page import Page
from tests.support import scripted
from tests.support.calls import SPRING
from tests.support.scripted import SIDES, Said, tell
from tests.support.words import words


def gates(group_id: str) -> list[Gate]:
    return next(group.gates for group in gate_groups() if group.id == group_id)


def meet(page: Page, *group_ids: str) -> None:
    """Touch every gate of these groups on the page, those that are met already left alone, until the server has them all.

    What they let through comes up with its answer: a touch before that would land on what moves out of the way.
    """
    for group_id in group_ids:
        for gate in gates(group_id):
            if not page.is_on(gate.title):
                page.touch(gate.title)
    page.until(page.has_sent_all, "everything is with the server")


# So long what has just come up takes no press.
A_MOMENT = 0.35


def next_step(call: Call) -> tuple[str, list[str]]:
    """The step the work of a call asks for, and the gate groups that stand open before it."""
    leading = procedures_of(Call.objects.get(pk=call.pk).facts()).leading
    assert leading is not None
    return leading.now, leading.shut


def go_through_steps(page: Page, call: Call) -> None:
    """Every step as it is shown, its gates met, up to the next work on what carries the door; the first lift is made on Prove."""
    while True:
        name, shut = next_step(call)
        if not name or steps()[name].does == "lift":
            return
        meet(page, *shut)
        if steps()[name].does:
            return
        page.sees(f": {steps()[name].title.lower()}")
        page.find("Done: next step")
        page.pause(A_MOMENT)
        page.touch("Done: next step")
        page.until(lambda name=name: next_step(call)[0] != name, f"{name} said to be done")


def start(person: Person, door: Door) -> Call:
    return service.start(person, door.key, door.key)


def enter(call: Call, person: Person, kind: str, **body: object) -> None:
    service.enter(person, call.key, f"{kind}-{call.entries.count():06d}", read_command({"kind": kind} | body))


def state_of(call: Call) -> CallState:
    return words(build_call_view(Call.objects.get(pk=call.pk).facts()))


def call_ready_to_wind(person: Person, door: Door, quarter_turns: int = 4) -> Call:
    """The old springs down and off, the picked ones on, not wound."""
    call = start(person, door)
    said: list[Said] = [
        ("complaint", {"complaint": "bang"}),
        *scripted.gates("hands_on", "bars", "letting_down"),
        ("chosen", {"springs": [SPRING], "quarter_turns": quarter_turns}),
        *(("slack", {"part": side}) for side in SIDES),
        *scripted.gates("taking_off"),
        ("taken_off", {}),
        ("put_on", {}),
        ("stepped", {"steps": ["cables_equal", "brackets"]}),
        *scripted.gates("winding"),
    ]
    tell(person, call.key, said)
    return call


def wound(call: Call, person: Person, quarter_turns: int = 4) -> None:
    strokes = [{"part": side, "from_count": one, "to_count": one + 1} for side in SIDES for one in range(quarter_turns)]
    tell(person, call.key, [("moved", stroke) for stroke in strokes])


def met(call: Call, person: Person, *group_ids: str) -> None:
    """Every gate of these groups met, without the page."""
    tell(person, call.key, scripted.gates(*group_ids))


def finish(page: Page, call: Call) -> None:
    """On Close: the steps that are left said on Repair, and everything found put right there."""
    for name in steps_left(Call.objects.get(pk=call.pk).facts()):
        page.go(f"/calls/{call.key}/repair")
        page.sees(f": {steps()[name].title.lower()}")
        page.pause(A_MOMENT)
        page.touch("Done: next step")
        page.until(lambda name=name: name in state_of(call).steps_said, f"{name} said to be done")
    page.go(f"/calls/{call.key}/close")
    if state_of(call).cause is None and not state_of(call).finds:
        page.touch("Nothing was wrong")
        page.until(lambda: state_of(call).cause == "nothing", "said")
    for find in open_finds(Call.objects.get(pk=call.pk).facts()):
        page.touch("Put right")
        page.until(lambda find=find: find.cause not in {one.cause for one in state_of(call).finds if one.standing == "open"}, "put right")
    page.find("Close the call")
    page.pause(A_MOMENT)


def let_go(page: Page, call: Call, outcome: str) -> None:
    """Let the door go where it is asked, and say what it does."""
    settled(page)
    before, shown = len(state_of(call).readings), page.text().count("Take back")
    page.pause(A_MOMENT)
    page.touch(outcome)
    page.until(lambda: page.text().count("Take back") == shown + 1, f"{outcome!r} shown")
    settled(page)
    assert len(state_of(call).readings) == before + 1


def let_go_until(page: Page, call: Call, outcome: str, words: str) -> None:
    """Let the door go wherever the advice asks, it always doing the same, until the advice says these words."""
    for _ in range(8):
        let_go(page, call, outcome)
        if words in page.text():
            return
    raise AssertionError(f"the advice never says {words!r}")


def settled(page: Page) -> None:
    """What is asked next is of the call as it stands."""
    page.sees("Let go at")
    page.until(lambda: not page.browser.find_elements(By.CSS_SELECTOR, "[aria-busy=true]"), "the next question")
