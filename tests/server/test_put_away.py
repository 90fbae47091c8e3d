"""A file opened by mistake is put away and brought back; a door filed twice is one again, history and all."""

import uuid

import pytest

from server.bench.models import BenchSheet
from server.bookings.models import Booking
from server.calls.models import Call
from server.doors.models import Door
from tests.server.conftest import Api, CallOver
from tests.support.bookings import booked
from tests.support.documents import bring_in


@pytest.fixture
def twin(shop):
    return Door.objects.create(shop=shop, name="Net loft, quay side", place="Quayside 9")


def away(api, door, reason="typed twice"):
    return api.post(f"/doors/{door.key}/put-away", {"version": api.get(f"/doors/{door.key}").json()["version"], "reason": reason})


def merged(api, door, other):
    versions = [api.get(f"/doors/{one.key}").json()["version"] for one in (door, other)]
    return api.post(f"/doors/{door.key}/merge", {"version": versions[0], "other": str(other.key), "other_version": versions[1]})


def names(api, asked=""):
    return [one["name"] for one in api.get(f"/doors?{asked}").json()["doors"]]


def test_put_away_it_is_in_no_list_and_no_search_and_nothing_is_started_there(technician, door):
    api = Api(technician)
    assert away(api, door).json()["put_away"] == "typed twice"
    assert names(api) == names(api, "search=loft") == []
    assert names(api, "put_away=true") == ["Net loft"]
    for path, body in (("calls", {}), ("bookings", {"day": "2026-12-01"})):
        refused = api.post(f"/doors/{door.key}/{path}", {"key": str(uuid.uuid4())} | body)
        assert (refused.status_code, refused.json()["error"]["code"]) == (409, "out_of_step")
        assert "was put away: typed twice" in refused.json()["error"]["message"]
    assert away(api, door, "").json()["put_away"] == ""
    assert names(api) == names(api, "search=loft") == ["Net loft"]


def test_what_comes_in_for_a_file_put_away_waits_until_it_is_brought_back(lead, stranger, door):
    elsewhere = Api(stranger)
    call = CallOver(elsewhere, Door.objects.create(shop=stranger.shop, name="Boat shed", key=door.key))
    document = elsewhere.get(f"/calls/{call.key}/document.json").content
    api = Api(lead)
    away(api, door)
    refused = bring_in(lead, document)
    assert (refused.status_code, refused.json()["error"]["field"]) == (409, "door.key")
    assert "was put away: typed twice" in refused.json()["error"]["message"]
    away(api, door, "")
    assert bring_in(lead, document).status_code == 200
    assert "under way" in away(api, door).json()["error"]["message"]


def test_what_is_under_way_or_booked_keeps_a_file_where_it_is(technician, door):
    api = Api(technician)
    one = booked(api, door)
    assert "is booked here" in away(api, door).json()["error"]["message"]
    Booking.objects.filter(key=one["key"]).delete()
    CallOver(api, door)
    assert "under way at Net loft" in away(api, door).json()["error"]["message"]


def test_a_stale_page_puts_nothing_away(technician, door):
    api = Api(technician)
    assert api.post(f"/doors/{door.key}/put-away", {"version": 9, "reason": "stale"}).status_code == 409
    assert names(api) == ["Net loft"]


def test_two_files_of_one_door_become_one(lead, door, twin):
    api = Api(lead)
    CallOver(api, door).closed()
    last = CallOver(api, twin)
    last.must("measured", field="shaft_length_in", typed="9'6")
    last.closed()
    newer = Door.objects.get(pk=twin.pk).record
    assert newer != Door.objects.get(pk=door.pk).record
    booking = booked(api, twin, technician="lena")
    api.post(f"/doors/{twin.key}/bench", {"key": str(uuid.uuid4()), "address": "/bench/springs", "title": "Springs", "says": ""})
    answer = merged(api, door, twin).json()
    assert {call.door_id for call in Call.objects.all()} == {door.pk}
    assert [Booking.objects.get().door_id, BenchSheet.objects.get().door_id] == [door.pk] * 2
    assert Door.objects.get(pk=door.pk).record == newer, "what was left on the door last"
    assert answer["changes"][0]["what"]["calls"] == [0, 1]
    assert names(api) == ["Net loft"]
    gone = api.get(f"/doors/{twin.key}").json()
    assert gone["merged_into"] == str(door.key)
    assert "goes on there" in away(api, twin, "").json()["error"]["message"]
    assert api.post(f"/bookings/{booking['key']}/call", {"key": str(uuid.uuid4())}).status_code == 200


def test_an_older_file_does_not_overwrite_a_newer_one(lead, door, twin):
    api = Api(lead)
    first = CallOver(api, twin)
    first.must("measured", field="shaft_length_in", typed="9'6")
    first.closed()
    CallOver(api, door).closed()
    before = Door.objects.get(pk=door.pk).record
    assert before != Door.objects.get(pk=twin.pk).record
    assert merged(api, door, twin).status_code == 200
    assert Door.objects.get(pk=door.pk).record == before


def test_what_cannot_be_merged_is_told(lead, technician, stranger, door, twin):
    api = Api(lead)
    assert merged(Api(technician), door, twin).status_code == 403
    assert "into itself" in merged(api, door, door).json()["error"]["message"]
    theirs = Door.objects.create(shop=stranger.shop, name="Theirs")
    answer = api.post(f"/doors/{door.key}/merge", {"version": 1, "other": str(theirs.key), "other_version": 1})
    assert answer.status_code == 404
    call = CallOver(api, twin)
    assert "under way at Net loft, quay side" in merged(api, door, twin).json()["error"]["message"]
    call.must("abandoned", reason="the wrong one")
    assert merged(api, door, twin).status_code == 200
    assert "put away" in merged(api, door, twin).json()["error"]["message"]


def test_a_call_brought_in_for_a_merged_file_lands_where_it_goes_on(lead, door, twin):
    api = Api(lead)
    call = CallOver(api, twin).closed()
    document = api.get(f"/calls/{call.key}/document.json").content
    Call.objects.get(key=call.key).entries.all().delete()
    Call.objects.filter(key=call.key).delete()
    assert merged(api, door, twin).status_code == 200
    assert bring_in(lead, document).status_code == 200
    assert Call.objects.get(key=call.key).door_id == door.pk
