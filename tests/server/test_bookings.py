"""The day's work: calls booked, moved, called off and started; the day on paper and in a calendar."""

import io
import uuid
from datetime import datetime, timedelta
from functools import partial

import pytest
from icalendar import Calendar
from pypdf import PdfReader

from server.bookings.models import Booking
from server.calls import ahead, ahead_program
from server.calls.models import Call
from server.doors.models import Change, Door
from server.people import service as people
from tests.server.conftest import Api, CallOver
from tests.support.bookings import TODAY, WISH, booked, changed
from tests.support.races import at_once, ready


def day_of(api, day=TODAY, days=1):
    return api.get(f"/bookings?day={day.isoformat()}&days={days}").json()["days"]


def begun(api, booking):
    return api.post(f"/bookings/{booking['key']}/call", {"key": str(uuid.uuid4())})


def test_a_booking_knows_what_the_call_will_ask_for(technician, door):
    door.record = {"version": 2, "measured": {"weight_lb": 260.0, "width_in": 192.0, "height_in": 84.0}}
    door.save()
    api = Api(technician)
    one = booked(api, door)
    assert (one["standing"], one["window"], one["technician_name"]) == ("booked", "09:00–11:00", "Tess Orme")
    assert one["expected"]["triage"]["people"] == 2, "it weighs more than one lifts"
    assert "springs" in one["expected"]["triage"]["load"]
    (day,) = day_of(api)
    assert (day["calls"], day["minutes"]) == (1, one["expected"]["triage"]["minutes"])
    assert booked(api, door, key=one["key"])["version"] == 1
    assert Booking.objects.count() == 1


def test_the_customer_is_told_when_and_what_to_leave_alone(technician, door, shop):
    api = Api(technician)
    shop.phone = "555 0100"
    shop.save()
    one = booked(api, door, complaint="will_not_close")
    said = one["confirmation"].split("\n")
    assert (
        said[0] == f"{shop.name}: we come on {TODAY:%A} {TODAY.day} {TODAY:%B %Y}, between 09:00 and 11:00, to {door.name}, {door.place}."
    )
    assert said[1] == "You told us: “It opens fine but will not close”."
    assert any(line.startswith("You may try:") and "Wipe both lenses" in line for line in said)
    assert any(line.startswith("Please never:") and "bridge" in line for line in said)
    assert "Hold the wall button down and watch the door" in said[-2]
    assert said[-1] == "Questions: 555 0100."
    bang = changed(api, one, complaint="bang", from_time=None, until_time=None).json()["confirmation"]
    assert "at any time of the day" in bang
    assert "Nobody uses the door" in bang
    assert "Hold the wall button" not in bang, "a broken spring is never closed by power"
    assert changed(api, one, version=2, cancelled="Rain").json()["confirmation"] == ""


def test_a_day_of_many_bookings_takes_four_queries(technician, door, django_assert_num_queries):
    api = Api(technician)
    for note in ("a", "b", "c", "d", "e"):
        booked(api, door, note=note)
    with django_assert_num_queries(4):
        assert len(day_of(api)[0]["bookings"]) == 5


def test_a_day_stands_in_order_of_time_and_place_and_a_week_at_a_glance(technician, door, shop):
    api = Api(technician)
    other = Door.objects.create(shop=shop, name="Ashdown", place="Alder Lane 2")
    booked(api, door, from_time=None, until_time=None, note="whenever")
    booked(api, door, from_time="13:00", until_time="15:00", note="later")
    booked(api, door, note="quay")
    booked(api, other, note="alder")
    booked(api, door, day=(TODAY + timedelta(days=3)).isoformat())
    days = day_of(api, days=7)
    assert [one["note"] for one in days[0]["bookings"]] == ["alder", "quay", "later", "whenever"]
    assert [day["calls"] for day in days] == [4, 0, 0, 1, 0, 0, 0]


def test_moved_called_off_and_taken_up_again_and_a_stale_page_is_told(technician, door):
    api = Api(technician)
    one = booked(api, door)
    tomorrow = (TODAY + timedelta(days=1)).isoformat()
    moved = changed(api, one, day=tomorrow, technician="").json()
    assert (moved["day"], moved["technician"], moved["version"]) == (tomorrow, "", 2)
    stale = changed(api, one, note="from the other tablet")
    assert stale.status_code == 409
    assert stale.json()["error"]["current"]["version"] == 2
    off = changed(api, moved, cancelled="They moved away").json()
    assert (off["standing"], day_of(api, days=2)[1]["calls"]) == ("cancelled", 0)
    refused = begun(api, off)
    assert "called off: They moved away" in refused.json()["error"]["message"]
    assert changed(api, off, cancelled="").json()["standing"] == "booked"
    assert [one.says for one in Change.objects.filter(door=door)] == ["changed a booking"] * 3 + ["booked a call"]


@pytest.mark.parametrize(
    ("wrong", "field"),
    [
        ({"day": "2020-01-01"}, "day"),
        ({"day": "2126-01-01"}, "day"),
        ({"until_time": None}, "until_time"),
        ({"from_time": "12:00"}, "until_time"),
        ({"complaint": "haunted"}, "complaint"),
        ({"technician": "sol"}, "technician"),
        ({"technician": "nobody"}, "technician"),
        ({"from_time": "09:00Z"}, "from_time"),
    ],
)
def test_what_makes_no_sense_is_refused_by_name(technician, stranger, door, wrong, field):
    answer = Api(technician).post(f"/doors/{door.key}/bookings", WISH | {"key": str(uuid.uuid4())} | wrong)
    assert answer.status_code == 422, answer.content
    assert answer.json()["error"]["field"] == field
    assert answer.json()["error"]["allowed"]


def test_a_booked_call_is_started_once_with_its_complaint_and_is_done_when_it_is_closed(technician, door):
    api = Api(technician)
    one = booked(api, door)
    key = begun(api, one).json()["key"]
    assert begun(api, one).json()["key"] == key
    assert Call.objects.get(key=key).facts().complaint == "bang"
    (standing,) = day_of(api)[0]["bookings"]
    assert (standing["standing"], standing["call_key"]) == ("under_way", key)
    assert changed(api, standing, note="too late").status_code == 409
    call = CallOver(api, door)
    assert call.key == key
    call.closed()
    assert day_of(api)[0]["bookings"][0]["standing"] == "done"


def test_a_row_says_how_far_its_call_is_and_a_door_when_somebody_comes(technician, door):
    api = Api(technician)

    def row():
        return next(one for one in api.get("/doors").json()["doors"] if one["key"] == str(door.key))

    assert (row()["call_key"], row()["booked_for"]) == (None, None)
    later, one = booked(api, door, day=str(TODAY + timedelta(days=5))), booked(api, door)
    assert row()["booked_for"] == one["day"] < later["day"]
    assert one["stage"] == "", "nothing is begun"
    key = begun(api, one).json()["key"]
    assert row() | {"call_key": key, "booked_for": later["day"]} == row(), "the one begun is no longer to come"
    (standing,) = day_of(api)[0]["bookings"]
    assert standing["stage"] == "arrive", "made safe it is not"
    call = CallOver(api, door)
    call.gates("hands_on")
    assert day_of(api)[0]["bookings"][0]["stage"] == api.get("/calls").json()["under_way"][0]["stage"] == "find"


def test_what_the_desk_wrote_down_stands_beside_the_complaint_on_the_call(technician, door):
    api = Api(technician)
    call = begun(api, booked(api, door, note="Car is inside")).json()["key"]
    state = api.get(f"/calls/{call}").json()["state"]
    assert (state["complaint"], state["complaint_note"]) == ("bang", "Car is inside")


def test_a_booked_call_that_was_abandoned_can_be_started_again(technician, door):
    api = Api(technician)
    one = booked(api, door)
    call = CallOver(api, door)
    key = begun(api, one).json()["key"]
    assert key == call.key, "the one under way at this door"
    call.must("abandoned", reason="the wrong door of two")
    assert Call.objects.get(key=key).abandoned
    assert api.get(f"/doors/{door.key}").json()["changes"][0]["says"] == "booked a call", "the file stays as it was"
    assert day_of(api)[0]["bookings"][0]["standing"] == "booked"
    assert begun(api, one).json()["key"] != key


@pytest.mark.django_db(transaction=True)
def test_two_tablets_start_the_same_booking_once(technician, door):
    api = Api(technician)
    one = booked(api, door)
    post = [partial(ready(technician).post, f"/bookings/{one['key']}/call", {"key": str(uuid.uuid4())}) for _ in range(4)]
    assert at_once(*post) == [200] * 4
    assert Call.objects.count() == 1
    assert Call.objects.get().entries.count() == 1


def test_the_day_on_paper(technician, lead, door):
    api = Api(technician)
    booked(api, door)
    booked(api, door, technician="lena", note="only on hers")
    off = booked(api, door, note="nobody comes")
    changed(api, off, cancelled="Rain")
    text = "".join(page.extract_text() for page in PdfReader(io.BytesIO(api.get(f"/bookings/day.pdf?day={TODAY}").content)).pages)
    text = " ".join(text.split())
    for said in ("09:00–11:00", "Net loft", "Quayside 9", "There was a loud bang", "Dog in the yard.", "only on hers"):
        assert said in text
    assert "Load: springs" in text
    assert "Never: Do not touch springs" in text
    assert "nobody comes" not in text
    hers = api.get(f"/bookings/day.pdf?day={TODAY}&technician=lena")
    text = "".join(page.extract_text() for page in PdfReader(io.BytesIO(hers.content)).pages)
    assert "Lena Rudd" in text
    assert "Dog in the yard." not in text


def test_a_calendar_reads_the_bookings_by_a_private_address_until_that_is_revoked(technician, lead, stranger, door):
    api, outside = Api(technician), Api()
    booked(api, door)
    anytime = booked(api, door, from_time=None, until_time=None, technician="", complaint="noisy")
    changed(api, anytime, cancelled="Sold, and gone")
    booked(api, door, technician="lena", note="hers alone")
    assert api.get("/session/calendar").json() == {"made_at": None, "address": ""}
    address = api.post("/session/calendar").json()["address"]
    path = address.split("/api", 1)[1]
    answer = outside.get(path)
    assert answer["Content-Type"].startswith("text/calendar")
    calendar = Calendar.from_ical(answer.content)
    timed, off = sorted(calendar.walk("VEVENT"), key=lambda one: one["STATUS"], reverse=True)
    assert timed.decoded("dtstart") == datetime.combine(TODAY, datetime.strptime("09:00", "%H:%M").time())
    assert timed.decoded("dtstart").tzinfo is None, "nine o'clock is nine where the doors are"
    assert (str(timed["SUMMARY"]), str(timed["LOCATION"])) == ("Net loft: There was a loud bang, now it will not open", "Quayside 9")
    assert (off["STATUS"], off.decoded("dtstart"), off["SEQUENCE"]) == ("CANCELLED", TODAY, 1)
    assert b"Hollis" not in answer.content
    assert b"hers alone" not in answer.content
    assert "address" in api.post("/session/calendar").json()
    assert outside.get(path).status_code == 404, "a new link voids the old one"
    second = api.post("/session/calendar").json()["address"].split("/api", 1)[1]
    api.send("DELETE", "/session/calendar")
    assert outside.get(second).status_code == 404


def test_the_calendar_of_somebody_who_left_is_empty_of_everything(technician, door):
    api = Api(technician)
    path = api.post("/session/calendar").json()["address"].split("/api", 1)[1]
    technician.is_active = False
    technician.save()
    assert Api().get(path).status_code == 404


@pytest.mark.parametrize("ends", ["everywhere", "reset", "left and came back"])
def test_a_calendar_s_address_ends_with_the_sessions_of_its_person(technician, lead, ends):
    api = Api(technician)
    path = api.post("/session/calendar").json()["address"].split("/api", 1)[1]
    assert Api().get(path).status_code == 200
    if ends == "everywhere":
        people.end_sessions(technician)
    elif ends == "reset":
        people.reset_password(lead, technician.username)
    else:
        people.leave(lead, technician.username)
        people.come_back(lead, technician.username)
    assert Api().get(path).status_code == 404
    if ends == "reset":
        return  # who was given a password chooses another first
    technician.refresh_from_db()
    again = Api(technician).post("/session/calendar").json()["address"].split("/api", 1)[1]
    assert Api().get(again).status_code == 200


def test_a_booking_of_somebody_who_left_can_still_be_moved_and_called_off(technician, lead, door):
    api = Api(lead)
    one = booked(api, door)
    technician.is_active = False
    technician.save()
    moved = changed(api, one, note="still his until somebody else is named").json()
    assert moved["technician_name"] == "Tess Orme"
    assert changed(api, moved, technician="lena").json()["technician_name"] == "Lena Rudd"


def test_nothing_is_taken_up_again_at_a_file_that_was_put_away(technician, door):
    api = Api(technician)
    one = booked(api, door)
    off = changed(api, one, cancelled="Sold").json()
    api.post(f"/doors/{door.key}/put-away", {"version": api.get(f"/doors/{door.key}").json()["version"], "reason": "sold"})
    assert "was put away" in changed(api, off, cancelled="").json()["error"]["message"]


@pytest.mark.parametrize("day", ["1999-12-31", "9999-12-31", "2026-02-30", "today"])
def test_a_day_that_is_none_is_refused(technician, day):
    for path in (f"/bookings?day={day}", f"/bookings/day.pdf?day={day}"):
        assert Api(technician).get(path).status_code == 422


def test_what_a_booked_call_would_be_is_told_and_nothing_of_it_kept(technician, door, settings, monkeypatch):
    settings.AHEAD_SECONDS = 3
    # At the lowest turn a busy machine may come to none of it.
    monkeypatch.setattr(ahead._far, "answer", lambda asked: ahead_program.ahead(list(asked)))
    api = Api(technician)
    one = booked(api, door, note="Car is inside.")
    would = api.get(f"/bookings/{one['key']}/ahead").json()
    key = would["call"]["key"]
    assert would["call"]["state"]["complaint_note"] == "Car is inside."
    assert would["ahead"]["entries"] == would["call"]["entries"]
    assert would["ahead"]["steps"]
    assert not Call.objects.exists()
    assert day_of(api)[0]["bookings"][0]["standing"] == "booked"
    assert api.post(f"/bookings/{one['key']}/call", {"key": key}).json()["key"] == key
    real = api.get(f"/calls/{key}").json()
    at = {"started_at": ""}
    assert real | at == would["call"] | at, "begun, it is what it was said to be"
    assert api.get(f"/bookings/{one['key']}/ahead").json()["call"]["key"] == key, "the one that is begun"


def on_the_way(api, booking, method="POST"):
    return api.send(method, f"/bookings/{booking['key']}/on-the-way")


def test_who_is_on_the_way_is_seen_until_the_call_is_begun(technician, lead, door):
    api = Api(technician)
    one = booked(api, door)
    said = on_the_way(api, one).json()
    assert (said["standing"], said["set_out_by"], said["version"]) == ("on_the_way", "Tess Orme", one["version"])
    assert on_the_way(Api(lead), one).json()["set_out_by"] == "Tess Orme", "a second touch takes nothing over"
    assert Api(lead).get(f"/doors/{door.key}/bookings").json()[0]["standing"] == "on_the_way"
    assert on_the_way(api, one, "DELETE").json()["standing"] == "booked"
    on_the_way(api, one)
    # Handed over or moved, nobody is on the way to it any more.
    other = changed(api, one, technician=lead.username).json()
    assert other["standing"] == "booked"
    on_the_way(Api(lead), one)
    noted = changed(api, other, note="Ring twice").json()
    assert noted["standing"] == "on_the_way", "a note moves nobody"
    call = begun(api, one).json()
    assert day_of(api)[0]["bookings"][0]["standing"] == "under_way"
    assert on_the_way(api, one).status_code == 409
    api.post(f"/calls/{call['key']}/entries", {"id": str(uuid.uuid4()), "body": {"kind": "abandoned", "reason": "The wrong door"}})
    assert day_of(api)[0]["bookings"][0]["standing"] == "booked"


def test_what_was_left_open_is_seen_on_the_booking_that_is_done(technician, door):
    api = Api(technician)
    one = booked(api, door)
    begun(api, one)
    Call.objects.update(closed_at="2026-01-01T10:00:00Z")
    assert day_of(api)[0]["bookings"][0]["come_back"] is None
    later = {"due": (TODAY + timedelta(days=7)).isoformat()}
    api.post(f"/doors/{door.key}/follow-ups", {"key": str(uuid.uuid4()), "what": "yearly"} | later)
    assert day_of(api)[0]["bookings"][0]["come_back"] is None, "a yearly check is nothing left open"
    api.post(f"/doors/{door.key}/follow-ups", {"key": str(uuid.uuid4()), "what": "parts"} | later)
    assert day_of(api)[0]["bookings"][0]["come_back"] == later["due"]
    assert api.get(f"/doors/{door.key}/bookings").json()[0]["come_back"] == later["due"]


def test_the_customer_is_reminded_and_has_it_in_a_calendar_without_what_the_shop_notes(technician, door, shop):
    api = Api(technician)
    shop.phone = "555 0100"
    shop.save()
    one = booked(api, door, note="Dog in the yard.")
    assert "a reminder. We come on" in one["reminder"]
    assert "call 555 0100" in one["reminder"]
    answer = api.get(f"/bookings/{one['key']}/visit.ics")
    (event,) = Calendar.from_ical(answer.content).walk("VEVENT")
    assert str(event["summary"]) == f"{shop.name} comes to the door"
    assert str(event["description"]) == one["confirmation"]
    assert b"Dog" not in answer.content
    off = changed(api, one, cancelled="Rain").json()
    assert off["reminder"] == ""
    (event,) = Calendar.from_ical(api.get(f"/bookings/{one['key']}/visit.ics").content).walk("VEVENT")
    assert event["status"] == "CANCELLED"
