"""The desk's day: everybody's side by side, what is free, what a booking would do to it, and the shop's hours and ways."""

import uuid
from datetime import UTC, datetime, timedelta

from hinge.desk.day import MOST_VISITS
from server.bookings.models import Booking
from server.calls.models import Call
from server.doors.models import Door
from server.people.models import Person, Shop
from tests.server.conftest import Api
from tests.support.bookings import TODAY, WISH, booked

TOMORROW = TODAY + timedelta(days=1)
ROADS = "Quay, Hollow, 25\nQuay, Quay, 5"
HOURS = {"opens_at": "08:00", "closes_at": "16:00", "usual_minutes": 15, "roads": ROADS}


def asked(api, **more):
    answer = api.post("/desk", {"day": TOMORROW.isoformat()} | more)
    assert answer.status_code == 200, answer.content
    return answer.json()


def of(day, username):
    return next(one for one in day["people"] if one["username"] == username)


def at(shop, name, place):
    return Door.objects.create(shop=shop, name=name, place=place)


def tomorrow(api, door, window=("09:00", "10:00"), **more):
    return booked(api, door, day=TOMORROW.isoformat(), from_time=window[0], until_time=window[1], **more)


def test_everybodys_day_stands_side_by_side_with_the_way_between(technician, lead, shop):
    shop.place = "Quay 1"
    shop.save()
    api = Api(technician)
    assert Api(lead).send("PUT", "/shop/day", HOURS).status_code == 200
    first = tomorrow(api, at(shop, "Mill", "Mill 2, Hollow"))
    later = tomorrow(api, at(shop, "Net loft", "Quay 9"), ("11:00", "12:00"), technician=lead.username)
    open_one = tomorrow(api, at(shop, "Barn", "Far away"), technician="")
    tomorrow(api, at(shop, "Shed", "Quay 7"), cancelled="Rain")
    day = asked(api)
    assert (day["opens_minute"], day["closes_minute"], day["now_minute"]) == (480, 960, 0)
    tess = of(day, "tess")
    (visit,) = tess["visits"]
    minutes = first["expected"]["triage"]["minutes"]
    assert visit["booking"]["key"] == first["key"]
    assert (visit["planned"]["travel_min"], visit["planned"]["start_minute"]) == (25, 540)
    assert (tess["work_min"], tess["travel_min"], tess["ends_minute"]) == (minutes, 50, 540 + minutes + 25)
    assert [one["booking"]["key"] for one in of(day, lead.username)["visits"]] == [later["key"]]
    assert [one["booking"]["key"] for one in day["unassigned"]] == [open_one["key"]]
    assert day["at_door"] == []


def test_who_goes_along_has_the_visit_in_their_day_too(technician, lead, shop, door):
    api, lena = Api(technician), lead.username
    visit = tomorrow(api, door, ("09:00", "10:00"), helper=lena)
    assert (visit["technician"], visit["helper"], visit["helper_name"]) == ("tess", lena, lead.name)
    day = asked(api, wanted={"minutes": 60, "complaint": "check"})
    for name in ("tess", lena):
        (planned,) = of(day, name)["visits"]
        assert (planned["booking"]["key"], planned["planned"]["start_minute"]) == (visit["key"], 540)
        assert all(not 500 <= free["from_minute"] < 560 for free in of(day, name)["free"]), "neither has room then"
    assert [one["booking"]["key"] for one in day["unassigned"]] == []
    tomorrow(api, at(shop, "Shed", "Quay 7"), ("09:00", "09:15"), technician=lena)
    assert of(asked(api), lena)["warnings"], "a helper booked twice is told"
    wish = WISH | {"key": str(uuid.uuid4()), "day": TOMORROW.isoformat()}
    for helper, status in (("tess", 422), ("nobody", 422), (lena, 200)):
        answer = api.post(f"/doors/{door.key}/bookings", wish | {"technician": "tess", "helper": helper})
        assert answer.status_code == status, helper
    lead.is_active = False
    lead.save()
    kept = {name: visit[name] for name in ("day", "from_time", "until_time", "complaint", "note", "technician", "helper", "cancelled")}
    answer = api.send("PUT", f"/bookings/{visit['key']}", kept | {"note": "Gate", "version": visit["version"]})
    assert answer.json()["helper_name"] == lead.name, "who has left stays until somebody else is named"


def test_who_is_free_for_ninety_minutes_is_one_question(technician, lead, shop, door):
    api = Api(technician)
    tomorrow(api, door, ("08:00", "08:30"))
    day = asked(api, wanted={"door": str(door.key), "complaint": "noisy", "minutes": 90})
    assert day["wanted_minutes"] == 90
    assert [one["door_name"] for one in day["at_door"]] == [door.name]
    (free,) = of(day, lead.username)["free"]
    assert (free["after"], free["from_minute"], free["until_minute"]) == ("", 8 * 60 + 20, 17 * 60 - 20 - 90)
    (after,) = of(day, "tess")["free"]
    assert after["from_minute"] > 8 * 60
    known = asked(api, wanted={"complaint": "noisy"})
    assert known["wanted_minutes"] > 0
    assert known["at_door"] == []


def test_a_double_booking_and_a_day_too_long_are_told_before_they_are_made(technician, shop, door):
    api = Api(technician)
    tomorrow(api, door, ("09:00", "09:10"))
    other = at(shop, "Mill", "Mill 2, Hollow")
    wish = WISH | {"day": TOMORROW.isoformat(), "from_time": "09:00", "until_time": "09:30"}
    proposal = {"key": str(uuid.uuid4()), "door": str(other.key)} | wish
    before, day = asked(api), asked(api, proposal=proposal)
    assert of(before, "tess")["warnings"] == []
    (late,) = of(day, "tess")["warnings"]
    assert late["kind"] == "late"
    assert late["key"] == proposal["key"]
    assert "Mill would be reached at" in late["sentence"]
    assert not Booking.objects.filter(door=other).exists(), "only proposed"
    long = asked(api, proposal=proposal | {"from_time": "16:30", "until_time": "17:00"})
    assert [one["kind"] for one in of(long, "tess")["warnings"]] == ["over"]
    # It may be meant.
    assert booked(api, other, **wish)["technician"] == "tess"
    assert len(asked(api)["people"][0]["warnings"]) == 1


def test_an_apprentice_sent_alone_is_told_before_it_is_booked_and_with_a_technician_is_not(technician, shop, door):
    Person.objects.create_user("alin", password="x", name="Alin", role="apprentice", shop=shop)
    api, wish = Api(technician), WISH | {"day": TOMORROW.isoformat(), "technician": "alin"}
    proposal = {"key": str(uuid.uuid4()), "door": str(door.key)} | wish
    (alone,) = of(asked(api, proposal=proposal), "alin")["warnings"]
    assert (alone["kind"], alone["key"]) == ("alone", proposal["key"])
    assert alone["sentence"] == f"{door.name}: no technician goes there. An apprentice does not work on loaded parts."
    assert of(asked(api, proposal=proposal | {"helper": "tess"}), "alin")["warnings"] == []
    # It may be meant: a door whose eyes are to be cleaned, say.
    assert booked(api, door, **wish)["technician"] == "alin"


def test_a_booking_is_tried_elsewhere_before_it_is_moved(technician, lead, door):
    api = Api(technician)
    one = tomorrow(api, door)
    keep = {name: one[name] for name in WISH}
    moved = keep | {"key": one["key"], "door": str(door.key), "technician": lead.username, "from_time": "13:00", "until_time": "14:00"}
    day = asked(api, proposal=moved)
    assert of(day, "tess")["visits"] == []
    (visit,) = of(day, lead.username)["visits"]
    assert visit["planned"]["start_minute"] == 13 * 60
    assert Booking.objects.get().technician == technician
    assert api.post("/desk", {"day": TOMORROW.isoformat(), "proposal": moved | {"technician": "nobody"}}).status_code == 422


def test_what_was_begun_stays_where_it_was_begun(technician, shop, door, monkeypatch):
    Shop.objects.update(time_zone="UTC")
    api = Api(technician)
    one = booked(api, door, from_time="09:00", until_time="10:00")
    call = Call.objects.create(
        shop=shop, door=door, technician="Tess Orme", started_at=datetime(TODAY.year, TODAY.month, TODAY.day, 9, 20, tzinfo=UTC)
    )
    call.closed_at = call.started_at + timedelta(minutes=30)
    call.save()
    Booking.objects.update(call=call)
    day = asked(api, day=TODAY.isoformat())
    (visit,) = of(day, "tess")["visits"]
    assert (visit["planned"]["start_minute"], visit["planned"]["end_minute"]) == (560, 590)
    keep = {name: one[name] for name in WISH}
    proposal = keep | {"key": one["key"], "door": str(door.key)}
    assert api.post("/desk", {"day": TODAY.isoformat(), "proposal": proposal}).status_code == 409
    # Of a call that was carried over midnight only what is of the day counts.
    Call.objects.update(closed_at=call.started_at + timedelta(days=1))
    (visit,) = of(asked(api, day=TODAY.isoformat()), "tess")["visits"]
    assert visit["planned"]["end_minute"] > 560
    Call.objects.update(started_at=call.started_at - timedelta(days=1))
    (visit,) = of(asked(api, day=TODAY.isoformat()), "tess")["visits"]
    assert visit["planned"]["start_minute"] == 540, "begun on another day, it is where it was promised"


def test_a_day_takes_as_many_queries_for_many_bookings(technician, door, django_assert_num_queries):
    api = Api(technician)
    for hour in range(8, 14):
        tomorrow(api, door, (f"{hour:02d}:00", f"{hour:02d}:30"))
    with django_assert_num_queries(5):
        assert len(of(asked(api), "tess")["visits"]) == 6


def test_hours_and_ways_are_said_by_a_lead_and_every_wrong_line_is_named(technician, lead, stranger):
    assert Api(technician).send("PUT", "/shop/day", HOURS).status_code == 403
    api = Api(lead)
    kept = api.send("PUT", "/shop/day", HOURS).json()
    assert kept == {"opens_at": "08:00:00", "closes_at": "16:00:00", "usual_minutes": 15, "roads": ROADS}
    assert Api(technician).get("/shop/day").json() == kept
    assert Api(stranger).get("/shop/day").json()["roads"] == ""
    wrong = api.send("PUT", "/shop/day", HOURS | {"roads": "Quay, Hollow\nQuay, Mill, 9999"})
    assert wrong.status_code == 422
    assert "line 1" in wrong.json()["error"]["message"]
    assert "line 2" in wrong.json()["error"]["message"]
    assert api.send("PUT", "/shop/day", HOURS | {"closes_at": "07:00"}).status_code == 422
    assert api.get("/shop/day").json() == kept
    Shop.objects.update(travel={"usual_minutes": "many"})
    assert api.get("/shop/day").json()["usual_minutes"] == 20, "a table that cannot be read is none"


def test_another_shops_day_and_doors_are_not_seen(technician, stranger, door):
    one = tomorrow(Api(technician), door)
    api = Api(stranger)
    day = asked(api)
    assert "Net loft" not in str(day)
    assert [person["username"] for person in day["people"]] == [stranger.username]
    assert api.post("/desk", {"day": TOMORROW.isoformat(), "wanted": {"door": str(door.key)}}).status_code == 404
    proposal = {"key": one["key"], "door": str(door.key)} | WISH | {"technician": ""}
    assert api.post("/desk", {"day": TOMORROW.isoformat(), "proposal": proposal}).status_code == 404


def test_a_day_with_more_visits_than_can_be_planned_is_shown_all_the_same(technician, shop, door):
    api = Api(technician)
    Booking.objects.bulk_create(
        Booking(shop=shop, door=door, day=TOMORROW, complaint="noisy", technician=technician) for _ in range(MOST_VISITS + 5)
    )
    visits = of(asked(api, wanted={"minutes": 60}), "tess")["visits"]
    assert len(visits) == MOST_VISITS + 5
    assert sum(one["planned"] is None for one in visits) == 5


def test_a_shop_of_many_people_has_a_day_too(technician, shop):
    Person.objects.bulk_create(Person(username=f"p{number}", name=f"P {number:03d}", role="technician", shop=shop) for number in range(70))
    assert len(asked(Api(technician))["people"]) == 71


def test_hours_and_a_clock_that_make_no_sense_stop_no_day(technician, door):
    api = Api(technician)
    tomorrow(api, door)
    Shop.objects.update(opens_at="17:00", closes_at="08:00", time_zone="Middle/Nowhere")
    assert len(of(asked(api), "tess")["visits"]) == 1


def test_a_booking_that_is_changed_has_its_own_place_free(technician, lead, door):
    api = Api(technician)
    one = tomorrow(api, door, ("08:20", "08:30"))
    wanted = {"door": str(door.key), "minutes": 500}
    assert of(asked(api, wanted=wanted), "tess")["free"] == []
    day = asked(api, wanted=wanted | {"instead_of": one["key"]})
    assert of(day, "tess")["free"] == of(day, lead.username)["free"] != []
    assert day["at_door"] == []


def test_what_is_done_has_ended_whatever_day_it_was_begun(technician, shop, door):
    Shop.objects.update(time_zone="UTC")
    api = Api(technician)
    one = booked(api, door, from_time="00:00", until_time="00:10")
    begun = datetime(TODAY.year, TODAY.month, TODAY.day, tzinfo=UTC) - timedelta(days=3)
    call = Call.objects.create(shop=shop, door=door, technician="Tess Orme", started_at=begun, closed_at=begun + timedelta(hours=1))
    Booking.objects.update(call=call)
    (visit,) = of(asked(api, day=TODAY.isoformat()), "tess")["visits"]
    assert (visit["planned"]["start_minute"], visit["planned"]["end_minute"]) == (0, one["expected"]["triage"]["minutes"])
