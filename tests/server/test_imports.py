"""Calls from elsewhere: history is kept as claimed there, a call under way must pass today's rules, nonsense is refused whole."""

import copy
import json
import uuid

import pytest

from demo.fill import fill
from server.calls.models import Call, Entry
from server.doors.models import Door
from server.people.models import Person, Shop
from tests.server.conftest import Api, CallOver
from tests.support.documents import bring_in
from tests.support.files import FILES


def sent(person, document):
    return bring_in(person, json.dumps(document).encode())


def exported(call):
    return call.api.get(f"/calls/{call.key}/document.json").json()


KEPT: dict[str, dict] = {}  # made once over HTTP, then copied: the documents are what is looked at here


@pytest.fixture
def closed(technician, door):
    if "closed" not in KEPT:
        KEPT["closed"] = exported(CallOver(Api(technician), door).closed())
    return copy.deepcopy(KEPT["closed"])


@pytest.fixture
def under_way(technician, door):
    if "under_way" not in KEPT:
        call = CallOver(Api(technician), door).ready_to_wind()
        call.must("moved", part="left", from_count=0, to_count=1)
        KEPT["under_way"] = exported(call)
    return copy.deepcopy(KEPT["under_way"])


def entry_of_kind(document, kind):
    return next(place for place, one in enumerate(document["call"]["entries"]) if one["body"]["kind"] == kind)


def body(document, kind, **change):
    document["call"]["entries"][entry_of_kind(document, kind)]["body"].update(change)


def value_of(name, value):
    def spoil(document):
        at = next(place for place, one in enumerate(document["call"]["entries"]) if one["body"].get("field") == name)
        document["call"]["entries"][at]["body"]["value"] = value

    return spoil


def at_start(**change):
    return lambda document: document["call"]["record_at_start"].update(change)


def never_was(document):
    taken_back = {"kind": "withdrawn", "entry": 8 * "x", "reason": "a mistake"}
    return document["call"]["entries"][5] | {"id": "taken-back", "body": taken_back}


# What is done to a closed call, and the start of the path that is named.
SPOILT_CLOSED = {
    "a width below zero": (value_of("width_in", -1), "call.entries."),
    "a width of 1e17": (value_of("width_in", 1e17), "call.entries."),
    "a width on file below zero": (at_start(measured={"width_in": -1}), "call.record_at_start.measured.width_in"),
    "the door's file with a width of 1e17": (lambda d: d["door"]["record"].update(measured={"width_in": 1e17}), "door.record.measured"),
    "a lift that is none": (at_start(measured={"lift": "nonsense"}), "call.record_at_start.measured.lift"),
    "what carries it is magic": (at_start(measured={"counterbalance": "magic"}), "call.record_at_start.measured.counterbalance"),
    "500 quarter-turns on file": (at_start(cones={"left": 500}), "call.record_at_start.cones"),
    "no moment it was closed at": (lambda d: d["call"].update(closed_at=None), "call.entries."),
    "not ended": (lambda d: d["call"]["entries"].pop(), "call.entries"),
    "ended twice": (lambda d: d["call"]["entries"].append(d["call"]["entries"][-1] | {"id": "a-later-end"}), "call.entries."),
    "a name of 200 letters": (lambda d: d["call"]["entries"][0].update(by="W" * 200), "call.entries.0.by"),
    "times of the year 1": (lambda d: d["call"]["entries"][0].update(at="0001-01-01T00:00:00+00:00"), "call.entries.0.at"),
    "times without an offset": (lambda d: d["call"]["entries"][0].update(at="2026-11-01T09:00:00"), "call.entries.0.at"),
    "times that run backwards": (lambda d: d["call"]["entries"][5].update(at="2020-01-01T00:00:00+00:00"), "call.entries."),
    "a stroke that starts elsewhere": (lambda d: body(d, "moved", from_count=7, to_count=8), "call.entries."),
    "a stroke left out": (lambda d: d["call"]["entries"].pop(entry_of_kind(d, "moved")), "call.entries."),
    "more turns on file than were counted": (lambda d: d["call"]["record_after"].update(cones={"left": 30}), "call.record_after"),
    "a reading at 1e200 lb": (
        lambda d: body(d, "reading", reading={"height_in": 42, "force_lb": 1e200, "direction": "raising"}),
        "call.entries.",
    ),
    "something taken back that never was": (lambda d: d["call"]["entries"].insert(5, never_was(d)), "call.entries.5.body.entry"),
    "a key that is none": (lambda d: d["call"].update(key="x"), "call.key"),
    "a name with a lone surrogate": (lambda d: d["door"].update(name="\ud800"), "door.name"),
}  # fmt: skip


@pytest.mark.parametrize("spoilt", SPOILT_CLOSED)
def test_history_that_cannot_have_happened_is_refused_whole(closed, stranger, spoilt):
    spoil, field = SPOILT_CLOSED[spoilt]
    spoil(closed)
    answer = sent(stranger, closed)
    assert answer.status_code == 422, answer.content
    assert answer.json()["error"]["field"].startswith(field)
    assert not Door.objects.filter(shop=stranger.shop).exists()
    assert not Entry.objects.filter(call__shop=stranger.shop).exists()


def test_closed_with_proofs_open_is_kept_as_claimed_there_and_not_as_proved_here(closed, stranger):
    entries = closed["call"]["entries"]
    closed["call"]["entries"] = [one for one in entries if one["body"]["kind"] not in ("proof", "gate")]
    assert sent(stranger, closed).status_code == 200
    api = Api(stranger)
    state = api.get(f"/calls/{closed['call']['key']}").json()["state"]
    assert state["claimed"] == "Closed elsewhere: its gates and proofs are as claimed there."
    assert not any(line["label"] == "Proved" for line in state["summary"])
    assert api.get(f"/calls/{closed['call']['key']}/sheet.pdf").status_code == 200
    # What another shop's call says of the turns is not what this shop's file says of its door.
    assert Door.objects.get(shop=stranger.shop).record["on_door"]["cones"] == closed["door"]["record"]["on_door"]["cones"]


GATES_STRIPPED = {
    "a gate left out": lambda d: d["call"]["entries"].pop(entry_of_kind(d, "gate")),
    "the strokes alone": lambda d: d["call"].update(entries=[one for one in d["call"]["entries"] if one["body"]["kind"] == "moved"]),
    "without taking off": lambda d: d["call"]["entries"].pop(entry_of_kind(d, "taken_off")),
    "a second set put on": lambda d: d["call"]["entries"].append(
        d["call"]["entries"][entry_of_kind(d, "put_on")] | {"id": "once-again", "at": d["call"]["entries"][-1]["at"]}
    ),
}


@pytest.mark.parametrize("stripped", GATES_STRIPPED)
def test_a_call_under_way_passes_todays_rules_entry_by_entry(under_way, stranger, stripped):
    GATES_STRIPPED[stripped](under_way)
    answer = sent(stranger, under_way)
    assert answer.status_code in (409, 422)
    assert answer.json()["error"]["field"].startswith("call.entries.")
    assert not Door.objects.filter(shop=stranger.shop).exists()


def test_a_call_under_way_goes_on_where_it_was(under_way, stranger):
    assert sent(stranger, under_way).status_code == 200
    api, key = Api(stranger), under_way["call"]["key"]
    entry = {"id": str(uuid.uuid4()), "body": {"kind": "moved", "part": "left", "from_count": 1, "to_count": 2}}
    state = api.post(f"/calls/{key}/entries", entry).json()["state"]
    assert [part["count"] for part in state["parts"]] == [2, 0]


def test_a_second_call_under_way_at_one_door_is_refused(under_way, stranger):
    assert sent(stranger, under_way).status_code == 200
    second = copy.deepcopy(under_way)
    second["call"]["key"] = str(uuid.uuid4())
    answer = sent(stranger, second)
    assert (answer.status_code, answer.json()["error"]["field"]) == (422, "call.closed_at")
    assert Call.objects.filter(shop=stranger.shop).count() == 1


def test_ids_that_differ_only_in_case_are_two_ids(closed, stranger, technician, door):
    closed["call"]["entries"][0]["id"], closed["call"]["entries"][1]["id"] = "SAME-WORDS", "same-words"
    assert sent(stranger, closed).status_code == 200
    assert Entry.objects.filter(call__shop=stranger.shop).count() == len(closed["call"]["entries"])
    call = CallOver(Api(technician), door)
    assert call.enter("complaint", "An-Entry-1", complaint="heavy").status_code == 200
    assert call.enter("complaint", "an-entry-1", complaint="bang").status_code == 200


def as_claimed(state):
    for line in state["summary"]:
        line["label"] = line["label"].replace("Proved", "Proved, as claimed there") if state["closed"] else line["label"]


@pytest.mark.parametrize("path", FILES, ids=lambda path: path.stem)
def test_documents_of_the_first_format_come_in_and_go_out_in_todays(path, lead):
    document = json.loads(path.read_text())
    answer = sent(lead, document)
    if path.stem == "half_wound":
        # Under way, and it never said that the old springs came off: read where it was kept, not taken up elsewhere.
        assert answer.status_code in (409, 422)
        assert answer.json()["error"]["field"].startswith("call.entries.")
        return
    assert answer.status_code == 200, answer.content
    key = document["call"]["key"]
    api = Api(lead)
    state, out = api.get(f"/calls/{key}").json()["state"], api.get(f"/calls/{key}/document.json").json()
    assert out["format"] == "north-hinge/call/4"
    assert state["unreadable"] == []
    assert api.get(f"/calls/{key}/sheet.pdf").status_code == 200
    other = Person.objects.create_user("otto", password="x", name="Otto", role="lead", shop=Shop.objects.create(name="Third Doors"))
    assert sent(other, out).status_code == 200
    assert Api(other).get(f"/calls/{key}").json()["state"] == state


def test_every_demo_call_goes_out_and_comes_in_as_it_was(stranger):
    fill()
    calls = list(Call.objects.exclude(shop=stranger.shop).select_related("shop"))
    assert len(calls) >= 60
    mine = Api(calls[0].shop.people.filter(role="lead").first())
    for call in calls:
        if call.shop_id != calls[0].shop_id:
            continue
        document = mine.get(f"/calls/{call.key}/document.json").json()
        assert sent(stranger, document).status_code == 200, call
        before, after = (api.get(f"/calls/{call.key}").json()["state"] for api in (mine, Api(stranger)))
        assert bool(after.pop("claimed")) == (document["call"]["closed_at"] is not None)
        before.pop("claimed")
        as_claimed(before)
        assert after == before
