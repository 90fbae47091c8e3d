"""Calls as they were kept by the first shape: every one still folds, to what was true at the door."""

import json

import pytest

from hinge.call import history
from hinge.call.events import Unreadable, entry_of, read_strictly, upcast
from hinge.call.evolve import fold
from hinge.errors import HingeError
from hinge.file.record import read_record, read_record_strictly
from hinge.view.build import build_call_view
from tests.support.files import FILES, FOLDER
from tests.support.words import words

LEFT = {
    "counterweight": ("counterweight of 4 large and 10 small plates", ""),
    "extension_pair": ("extension pair, 130 lb class", ""),
    "half_wound": ('0.207 × 2" × 27 1/2", two', "left spring"),
    "only_measured": ("", ""),
    "pair_wound_and_trimmed": ('0.207 × 2" × 27 1/2", two', "each"),
    "yearly_check": ('0.207 × 2" × 27 1/2", two', "each"),
}


def told(document):
    return [[entry_of(one["id"], one["by"], one["at"], event) for event in upcast(1, one["body"])] for one in document["call"]["entries"]]


@pytest.fixture(params=FILES, ids=lambda path: path.stem)
def kept(request):
    return request.param.stem, json.loads(request.param.read_text())


def test_there_is_one_of_each_sort():
    assert {path.stem for path in FILES} == set(LEFT)


def test_it_folds_whole_and_says_what_was_left_on_the_door(kept):
    name, document = kept
    entries = told(document)
    assert not any(isinstance(entry.body, Unreadable) for one in entries for entry in one)
    call = fold(read_record(document["call"]["record_at_start"]), [entry for one in entries for entry in one])
    state = build_call_view(call)
    assert state.closed == (document["call"]["closed_at"] is not None)
    said, wound = LEFT[name]
    assert words(state.said.words).startswith(said)
    assert wound in state.said.wound
    state.model_dump_json()


def test_the_turns_on_file_are_the_strokes_that_were_counted_and_the_trims_told(kept):
    _, document = kept
    bodies = [one["body"] for one in document["call"]["entries"]]
    call = fold(read_record(document["call"]["record_at_start"]), [entry for one in told(document) for entry in one])
    counted = {}
    for body in bodies:
        if body["kind"] == "counted":
            counted[body["spring"]] = body["to_quarter"]
        if body["kind"] == "trimmed" and body.get("quarter_turns_per_spring"):
            counted = {side: count + body["quarter_turns_per_spring"] for side, count in counted.items()}
    if counted:
        assert {side: count for side, count in build_call_view(call).record_after.on_door.cones.items() if count} == counted


def test_a_closed_one_is_taken_as_claimed_there_and_its_record_read_strictly(kept):
    _, document = kept
    record = read_record_strictly(document["call"]["record_at_start"], "call.record_at_start")
    strict = [
        [entry_of(one["id"], one["by"], one["at"], event) for event in read_strictly(1, one["body"], f"call.entries.{place}.body")]
        for place, one in enumerate(document["call"]["entries"])
    ]
    if document["call"]["closed_at"]:
        assert history.claimed(record, strict, "call.entries").closed


def test_one_under_way_comes_in_only_as_far_as_todays_rules_let_it():
    """A half-wound call of before never said that the old springs came off: it is read here, but not taken up elsewhere."""
    measured, wound = (json.loads((FOLDER / f"{name}.json").read_text()) for name in ("only_measured", "half_wound"))
    assert history.taken_up(read_record(measured["call"]["record_at_start"]), told(measured), "entries").claims
    with pytest.raises(HingeError) as refused:
        history.taken_up(read_record(wound["call"]["record_at_start"]), told(wound), "entries")
    assert refused.value.field.startswith("entries.")


def test_a_narrower_range_or_a_cause_that_is_gone_makes_no_call_unreadable(monkeypatch):
    from hinge.call import knowledge
    from hinge.measure import fields as measure

    document = json.loads((FOLDER / "pair_wound_and_trimmed.json").read_text())
    before = fold(read_record(document["call"]["record_at_start"]), [entry for one in told(document) for entry in one])
    heavy = measure.fields()["weight_lb"].model_copy(update={"low": 230.0})
    narrower = measure.fields() | {"weight_lb": heavy}
    monkeypatch.setattr(measure, "fields", lambda: narrower)
    monkeypatch.setattr(knowledge, "causes", dict)
    after = fold(read_record(document["call"]["record_at_start"]), [entry for one in told(document) for entry in one])
    assert after == before
    assert build_call_view(after).measured
    with pytest.raises(HingeError):
        measure.read_field("weight_lb", "130 lb")


@pytest.mark.parametrize(
    "stored",
    [
        None,
        [],
        {"kind": "dance"},
        {"kind": "measured", "field": "colour", "typed": "green"},
        {"kind": "measured", "field": "width_in", "typed": "wide"},
        {"kind": "counted", "spring": "middle"},
        {"kind": "trimmed", "quarter_turns_per_spring": 900},
        {"kind": "reading", "reading": {"height_in": 42, "force_lb": 1e200, "direction": "raising"}},
        {"kind": "chosen", "springs": [{"wire_in": 9}], "quarter_turns": 3},
    ],
)
@pytest.mark.parametrize("version", [1, 2])
def test_what_cannot_be_read_is_shown_and_never_stands_in_the_way(stored, version):
    events = upcast(version, stored)
    call = fold(read_record({}), [entry_of("entry-0001", "Wren", "2026-11-01T09:00:00+00:00", event) for event in events])
    state = build_call_view(call)
    assert [one.text for one in state.unreadable]
    if isinstance(stored, dict) and stored.get("field") == "width_in":
        assert state.unreadable[0].field == "width_in"


LATER = [(version, path) for version in (2, 3) for path in sorted((FOLDER.parent / f"format_{version}").glob("*.json"))]
CARRIED = {
    "pair_replaced_and_closed": "torsion",
    "changed_over_to_a_pair": "extension",
    "pair_read_as_found": "extension",
    "stack_left_disconnected": "counterweight",
    "half_wound": "torsion",
}


@pytest.mark.parametrize(("version", "path"), LATER, ids=lambda one: getattr(one, "stem", str(one)))
def test_a_call_of_a_later_shape_folds_to_what_was_true_at_the_door(version, path):
    """In the second, what carries a door and what is to carry it were one measurement; in both, every kind had a field of its own."""
    document = json.loads(path.read_text())
    entries = [
        [entry_of(one["id"], one["by"], one["at"], event) for event in upcast(version, one["body"])] for one in document["call"]["entries"]
    ]
    record = read_record(document["call"]["record_at_start"])
    call = fold(record, [entry for one in entries for entry in one])
    state = build_call_view(call)
    assert state.unreadable == []
    assert call.line.kind == CARRIED[path.stem]
    assert state.record_after.kind == state.record_after.measured["carried_now"] == CARRIED[path.stem]
    assert state.closed == (document["call"]["closed_at"] is not None)
    if state.closed:
        assert history.claimed(record, entries, "call.entries") == call
