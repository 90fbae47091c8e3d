"""What is stored wrong all the same never makes a list, a page or a file answer anything but 200; it is shown, and can be corrected."""

import uuid

import pytest

from server.calls.models import Call, Entry
from server.doors.models import Door
from tests.server.conftest import Api, CallOver
from tests.support.calls import MEASURES, SPRING

RECORDS = {
    "a list": [],
    "a text": "gone",
    "a width below zero": {"measured": {"width_in": -1}},
    "a width of 1e17": {"measured": {"width_in": 1e17, "height_in": 84}},
    "a lift that is none": {"measured": {"lift": "nonsense"}},
    "a field that is gone": {"measured": {"colour": "green"}},
    "500 quarter-turns": {"measured": {}, "springs": [SPRING], "quarter_turns": 500},
    "springs of no wire": {"measured": {}, "springs": [{"wire_in": 0}]},
    "cones of a text": {"version": 2, "measured": {}, "springs": [SPRING], "cones": "left"},
    "a version to come": {"version": 99, "anything": 1},
}


@pytest.mark.parametrize("stored", RECORDS)
def test_a_door_on_file(technician, door, stored):
    call = CallOver(Api(technician), door)
    Door.objects.filter(pk=door.pk).update(record=RECORDS[stored])
    Call.objects.filter(key=call.key).update(record_at_start=RECORDS[stored])
    require_all_answered(call, door)
    lists = call.api.get("/doors").json()
    assert [one["name"] for one in lists["doors"]] == ["Net loft"]
    # Correcting it is measuring it again.
    for field, typed in MEASURES.items():
        call.must("measured", field=field, typed=typed)
    assert call.state.measured
    require_all_answered(call, door)
    assert call.api.post(f"/calls/{call.key}/sizing", {}).status_code == 200


BODIES = [
    [],
    "gone",
    {"kind": "dance"},
    {"kind": "measured", "field": "width_in", "value": -1, "how": {}},
    {"kind": "measured", "field": "colour", "value": 1},
    {"kind": "moved", "part": "middle", "from_count": 0, "to_count": 1},
    {"kind": "reading", "reading": {"height_in": 1e200, "outcome": "holds"}},
    {"kind": "chosen", "springs": [{"wire_in": 0}]},
]


@pytest.mark.parametrize("version", [1, 2, 99])
def test_an_entry(technician, door, version):
    call = CallOver(Api(technician), door)
    row = Call.objects.get(key=call.key)
    for place, body in enumerate(BODIES, start=1):
        Entry.objects.create(call=row, client_id=f"kept-{place:04d}", position=place, version=version, body=body, by_name="W" * 120)
    require_all_answered(call, door)
    state = call.api.get(f"/calls/{call.key}").json()["state"]
    assert len(state["unreadable"]) >= len(BODIES) - 1
    assert call.must("complaint", complaint="heavy")["complaint"]


def require_all_answered(call, door):
    for path in (
        "/doors",
        "/calls",
        f"/doors/{door.key}",
        f"/doors/{door.key}/calls",
        f"/calls/{call.key}",
        f"/calls/{call.key}/balance",
        f"/calls/{call.key}/document.json",
        f"/calls/{call.key}/sheet.pdf",
    ):
        answer = call.api.get(path)
        assert answer.status_code == 200, (path, answer.content[:300])
        assert b"Infinity" not in answer.content
        assert b"NaN" not in answer.content


def test_as_many_readings_as_a_call_takes_are_a_job_sheet_still(technician, door):
    call = CallOver(Api(technician), door).lifted()
    for place in range(59):
        call.must("reading", reading={"height_in": 12 + place, "outcome": "holds"})
    one_more = call.enter("reading", reading={"height_in": 30, "outcome": "holds"})
    assert (one_more.status_code, one_more.json()["error"]["allowed"]) == (409, "up to 60")
    require_all_answered(call, door)


def test_a_reading_above_a_door_that_is_measured_lower_afterwards(technician, door):
    call = CallOver(Api(technician), door).lifted(MEASURES | {"height_in": "8'"})
    call.must("reading", reading={"height_in": 90, "outcome": "holds"})
    call.must("measured", field="height_in", typed="7'")
    require_all_answered(call, door)
    assert call.api.get(f"/calls/{call.key}/balance").json()


@pytest.mark.parametrize("force_lb", [1e200, -1e6, 500.1])
def test_a_hand_has_bounds(technician, door, force_lb):
    call = CallOver(Api(technician), door).lifted()
    answer = call.enter("reading", reading={"height_in": 42, "force_lb": force_lb, "direction": "raising"})
    assert answer.status_code == 422
    error = answer.json()["error"]
    assert (error["field"], float(error["value"]), error["unit"]) == ("body.reading.force_lb", force_lb, "lb")
    assert error["allowed"]


def test_no_trim_goes_past_what_can_be_wound(technician, door):
    call = CallOver(Api(technician), door).lifted()
    for targets in ({"left": 161, "right": 161}, {"left": 10**9, "right": 2}):
        assert call.enter("aimed", targets=targets).status_code in (409, 422)
    require_all_answered(call, door)


def test_a_list_of_rates_has_bounds(lead, technician, door):
    rows = "wire_in,inside_diameter_in,rate_per_coil_lbin_per_turn\n0.207,2,1e308\n"
    assert Api(lead).send("PUT", "/stock/rates", {"file_name": "rates.csv", "text": rows}).status_code == 422
    call = CallOver(Api(technician), door)
    answer = call.enter("chosen", springs=[SPRING | {"table_rate_lbin_per_turn": 1e308}], quarter_turns=28)
    assert answer.status_code == 422
    require_all_answered(call, door)


def test_what_a_door_file_says_by_mistake_is_shown_with_a_way_to_correct_it(technician, door):
    Door.objects.filter(pk=door.pk).update(record={"measured": {"width_in": -1, "height_in": 84}})
    file = Api(technician).get(f"/doors/{door.key}").json()
    assert file["unreadable"] == ["Door width: -1: Width of -1 in is outside 0 to 1000000 in."]
    assert {"field": "height_in", "label": "Door height", "text": "7'0\""} in file["facts"]
    call = CallOver(Api(technician), door)
    assert call.api.post(f"/doors/{door.key}/calls", {"key": str(uuid.uuid4())}).status_code == 200
    call.must("measured", field="width_in", typed="9'")
    assert "width_in" in str(call.state.measured)
