"""Ahead of a call: what is worked out before something is said is, letter for letter, what is shown once it was."""

from __future__ import annotations

import itertools
import json
import random
from typing import Any

import jsonpatch
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.call.commands import read_command
from hinge.call.facts import Call
from hinge.call.log import CallLog
from hinge.errors import HingeError
from hinge.questions.ahead_of_call import BY, AheadStep, Budget, CallAhead, ShopTerms, ahead_of, entry_at, moment_at, said_of, seen_of
from hinge.questions.of_call import sizing_of
from hinge.questions.size import SizeOptions
from hinge.view.difference import difference
from tests.support.calls import Running
from tests.support.records import RECORDS
from tests.support.walker import anything, what_comes_next

SHOP = ShopTerms()
WHO, WHEN = "Wren Halloway", "2026-11-01T10:00:00.{:06d}+00:00"
JSON = st.recursive(
    st.none() | st.booleans() | st.integers(-9, 9) | st.floats(-9, 9) | st.text("~/a", max_size=3),
    lambda part: st.lists(part, max_size=3) | st.dictionaries(st.text("~/ab", max_size=2), part, max_size=3),
    max_leaves=12,
)


def _ahead(call: Call, most: int) -> CallAhead:
    """So many steps, however long they take."""
    return ahead_of(call, SHOP, Budget(most, 1.0, lambda: 0.0, sets=True))


def _ways(steps: list[AheadStep]) -> dict[int, list[int]]:
    """The steps from the call as it stands to each."""
    ways: dict[int, list[int]] = {-1: []}
    for place, step in enumerate(steps):
        ways[place] = [*ways[step.after], place]
    return ways


def _as_said(document: Any, entries: list[str]) -> Any:
    """What a device makes of it: who, when and which entries, in the place of what stood for them."""
    text = json.dumps(document, ensure_ascii=False).replace(BY, WHO)
    for depth, entry in enumerate(entries, start=1):
        text = text.replace(moment_at(depth), WHEN.format(depth)).replace(entry_at(depth), entry)
    return json.loads(text)


def _require_the_same(call: Call, known: CallAhead) -> Call:
    """Every way through the steps ahead, said for real; the call after the last of them."""
    last = call
    for way in _ways(known.steps).values():
        log, documents, entries = CallLog(call), seen_of(call, SHOP).documents(), list[str]()
        for depth, place in enumerate(way, start=1):
            step, entry = known.steps[place], f"real-{place:06d}"
            entries.append(entry)
            log.say(read_command(json.loads(step.said)), entry, WHO, WHEN.format(depth))
            for name, operations in step.changes.items():
                patch = [one.model_dump(mode="json") for one in operations]
                documents[name] = _as_said(jsonpatch.apply_patch(documents[name], patch), entries)
            if step.shown:
                shown = seen_of(log.call, SHOP).documents()
                if documents["sizing"] is not None:
                    shown["sizing"] = sizing_of(log.call, SHOP.lists, SizeOptions(most=10)).model_dump(mode="json")
                assert documents == shown, step.said
        last = log.call
    return last


@pytest.mark.parametrize("name", RECORDS)
@pytest.mark.parametrize("seed", range(3))
def test_ahead_equals_the_answer_on_random_calls(name: str, seed: int) -> None:
    chance = random.Random(f"{name} {seed}")
    running = Running(RECORDS[name])
    running.say("complaint", complaint=chance.choice(["bang", "heavy", "will_not_close", "crooked"]))
    for _ in range(4):
        _require_the_same(running.call, _ahead(running.call, 6))
        said = itertools.chain(what_comes_next(chance, running), (anything(chance, running.call, []) for _ in range(6)))
        for command in itertools.islice(said, 8):
            try:
                running.say(**command)  # type: ignore[arg-type]
            except HingeError:
                continue


def test_the_way_goes_from_the_complaint_to_the_proof() -> None:
    call = Running(RECORDS["wound"])
    call.say("complaint", complaint="bang")
    known = _ahead(call.call, 300)
    kinds = [[json.loads(known.steps[place].said)["kind"] for place in way] for way in _ways(known.steps).values()]
    said = {kind for way in kinds for kind in way}
    assert {"gate", "checked", "found", "picked", "stepped", "taken_off", "put_on", "moved", "reading"} <= said
    first = [step for step in known.steps if step.after == 2]
    assert len(first) > 3, "every outcome of the next look, and of the one after"


def test_strokes_are_one_row_to_the_turns_wanted() -> None:
    call = Running(RECORDS["wound"])
    call.say("complaint", complaint="heavy")
    call.gates("hands_on", "bars", "letting_down")
    call.say("found", cause="turns_low")
    call.say("aimed", targets={"left": 0, "right": 0})
    while (known := _ahead(call.call, 1)).steps and json.loads(known.steps[0].said)["kind"] != "moved":
        call.say(**json.loads(known.steps[0].said))
    known = _ahead(call.call, 1)
    assert [json.loads(one.said)["to_count"] for one in known.steps] == [4, 3, 2, 1, 0] * 2
    assert [one.shown for one in known.steps] == [False] * 9 + [True]
    _require_the_same(call.call, known)


def test_steps_said_together_are_as_if_said_one_after_another() -> None:
    call = Running(RECORDS["wound"])
    call.say("complaint", complaint="bang")
    call.gates("hands_on")
    call.say("found", cause="spring_broken")
    call.say("picked", option="0.207x2x27.5x2")
    (work, *_) = seen_of(call.call, SHOP).procedures.procedures
    assert len(work.together) > 1
    at_once, one_by_one = CallLog(call.call), CallLog(call.call)
    at_once.say(read_command({"kind": "stepped", "steps": work.together}), "entry-at-once", WHO, WHEN.format(1))
    for step in work.together:
        one_by_one.say(read_command({"kind": "stepped", "steps": [step]}), "entry-at-once", WHO, WHEN.format(1))
    assert seen_of(at_once.call, SHOP).documents() == seen_of(one_by_one.call, SHOP).documents()


def test_nothing_is_ahead_of_a_call_that_is_over_or_not_begun() -> None:
    call = Running(RECORDS["wound"])
    assert _ahead(call.call, 5).steps == []
    call.say("complaint", complaint="heavy")
    call.say("abandoned", reason="the wrong door")
    assert _ahead(call.call, 5).steps == []


def test_it_stops_where_it_is_told_to() -> None:
    call = Running(RECORDS["wound"])
    call.say("complaint", complaint="heavy")
    ticks = iter(range(100))
    assert len(ahead_of(call.call, SHOP, Budget(50, 3.0, lambda: float(next(ticks)))).steps) < 4
    assert ahead_of(call.call, SHOP, Budget(0, 0.0, lambda: 0.0)).steps == []


def test_a_command_is_written_one_way() -> None:
    said = read_command({"kind": "reading", "reading": {"height_in": 42.0, "outcome": "holds"}})
    assert said_of(said) == '{"kind":"reading","reading":{"height_in":42,"outcome":"holds"}}'
    assert said_of(read_command({"kind": "found", "cause": "dry", "note": ""})) == '{"cause":"dry","kind":"found"}'


@given(JSON, JSON)
def test_a_difference_is_a_json_patch(before: Any, after: Any) -> None:
    """Held against a reference implementation of RFC 6902."""
    patch = [one.model_dump(mode="json") for one in difference(before, after)]
    assert json.dumps(jsonpatch.apply_patch(before, patch), sort_keys=True) == json.dumps(after, sort_keys=True) or (
        jsonpatch.apply_patch(before, patch) == after
    )
