"""Desk and crew do anything to three doors at any time, from stale pages too: what stands is never at odds with itself."""

import uuid
from datetime import date, timedelta

from django.db import transaction
from hypothesis import HealthCheck, example, given, settings
from hypothesis import strategies as st

from server.bookings.models import Booking
from server.calls.models import Call, Entry
from server.doors.models import Door
from server.followups.models import FollowUp
from server.insight.models import CallCount
from server.people.models import Person, Shop
from tests.server.conftest import Api

TODAY = date.today()
ANSWERS = {200, 409, 422}
AT_A_DOOR = ("book", "follow", "start", "put_away", "bring_back", "merge")
ON_A_BOOKING = ("begin", "move", "call_off", "take_up", "stale", "window", "try", "set_out", "not_set_out")
ON_A_CALL = ("gate", "abandon", "disconnect", "close", "measure")
doors, places = st.integers(0, 2), st.integers(0, 5)
steps = st.one_of(
    st.tuples(st.sampled_from(AT_A_DOOR), doors, doors),
    st.tuples(st.sampled_from(ON_A_BOOKING), places, places),
    st.tuples(st.sampled_from(ON_A_CALL), places, places),
)


class Day:
    """A shop's day over HTTP, by one lead; `entered` counts what was taken on each call."""

    def __init__(self) -> None:
        shop = Shop.objects.create(name="Test Door Works")
        self.username = f"p{uuid.uuid4().hex[:8]}"
        lead = Person.objects.create_user(self.username, name="P", role="lead", shop=shop)
        self.api, self.entered = Api(lead), {}
        self.doors = [Door.objects.create(shop=shop, name=f"Bay {number}", record={"measured": {}}) for number in range(3)]

    def ask(self, method: str, path: str, body: object):
        answer = self.api.send(method, path, body)
        assert answer.status_code in ANSWERS, (path, body, answer.content)
        return answer

    def do(self, what: str, one: int, two: int) -> None:
        bookings, calls = list(Booking.objects.order_by("pk")), list(Call.objects.order_by("pk"))
        if what in AT_A_DOOR:
            self._at_door(what, one, two)
        elif what in ON_A_BOOKING and bookings:
            self._at_booking(what, bookings[one % len(bookings)], two)
        elif what in ON_A_CALL and calls:
            self._on_call(what, calls[one % len(calls)])

    def _at_door(self, what: str, one: int, two: int) -> None:
        door = self.doors[one]
        version = Door.objects.get(pk=door.pk).version
        if what == "book":
            self.ask("POST", f"/doors/{door.key}/bookings", {"key": str(uuid.uuid4()), "day": str(TODAY + timedelta(days=two))})
        elif what == "follow":
            body = {"key": str(uuid.uuid4()), "what": "other", "due": str(TODAY + timedelta(days=two))}
            self.ask("POST", f"/doors/{door.key}/follow-ups", body)
        elif what == "start":
            self.ask("POST", f"/doors/{door.key}/calls", {"key": str(uuid.uuid4())})
        elif what == "merge":
            other = Door.objects.get(pk=self.doors[two].pk)
            self.ask("POST", f"/doors/{door.key}/merge", {"version": version, "other": str(other.key), "other_version": other.version})
        else:
            self.ask("POST", f"/doors/{door.key}/put-away", {"version": version, "reason": "twice" if what == "put_away" else ""})

    def _at_booking(self, what: str, booking: Booking, two: int) -> None:
        wish = {
            "version": booking.version, "day": str(booking.day), "complaint": booking.complaint, "cancelled": booking.cancelled,
            "technician": booking.technician.username if booking.technician else "",
            "helper": booking.helper.username if booking.helper else "",
        }  # fmt: skip
        if what in ("set_out", "not_set_out"):
            self.ask("POST" if what == "set_out" else "DELETE", f"/bookings/{booking.key}/on-the-way", None)
            return
        if what == "begin":
            self.ask("POST", f"/bookings/{booking.key}/call", {"key": str(uuid.uuid4())})
            return
        window = {"from_time": f"{8 + two:02d}:00", "until_time": f"{9 + two:02d}:30", "technician": self.username if two % 2 else ""}
        if what == "try":
            before = list(Booking.objects.order_by("pk").values())
            wanted = {name: value for name, value in (wish | window).items() if name != "version"}
            proposal = {"key": str(booking.key), "door": str(booking.door.key)} | wanted
            self.ask("POST", "/desk", {"day": str(booking.day), "proposal": proposal, "wanted": {"door": str(booking.door.key)}})
            assert list(Booking.objects.order_by("pk").values()) == before, "what is only proposed was kept"
            return
        changed = {
            "window": window,
            "move": {"day": str(TODAY + timedelta(days=two))},
            "call_off": {"cancelled": "Rain"},
            "take_up": {"cancelled": ""},
            "stale": {"version": booking.version - 1},
        }
        answer = self.ask("PUT", f"/bookings/{booking.key}", wish | changed[what])
        assert what != "stale" or answer.status_code == 409

    def _on_call(self, what: str, call: Call) -> None:
        body = {
            "gate": {"kind": "gate", "gate": "power_off", "met": True},
            "abandon": {"kind": "abandoned", "reason": "a mistake"},
            "disconnect": {"kind": "disconnected", "reason": "the board is broken"},
            "close": {"kind": "closed", "told": ""},
            "measure": {"kind": "measured", "field": "weight_lb", "typed": "150"},
        }[what]
        before = call.entries.count()
        answer = self.ask("POST", f"/calls/{call.key}/entries", {"id": str(uuid.uuid4()), "body": body})
        assert call.entries.count() == before + (answer.status_code == 200)

    def stands(self) -> None:
        """What must be true whatever was done."""
        away = set(Door.objects.exclude(put_away="").values_list("pk", flat=True))
        for call in Call.objects.filter(closed_at=None):
            assert call.door_id not in away, "a call is under way at a file that was put away"
        for door in self.doors:
            assert Call.objects.filter(door=door, closed_at=None).count() <= 1
        for booking in Booking.objects.select_related("call"):
            assert booking.standing in ("cancelled", "done") or booking.door_id not in away, (
                "somebody is to come to a file that was put away"
            )
            assert booking.call is None or booking.call.door_id == booking.door_id, "a booking's call is at another door"
        for door in Door.objects.exclude(merged_into=None):
            assert door.pk in away
            assert not FollowUp.objects.filter(door=door).exists()
            assert not Call.objects.filter(door=door).exists() and not Booking.objects.filter(door=door).exists()  # noqa: PT018
        for call in Call.objects.filter(abandoned=True):
            assert set(call.entries.values_list("body__kind", flat=True)) <= {"abandoned", "complaint", "fact", "measured", "gate"}
        listed = {one["name"] for one in self.api.get("/doors").json()["doors"]}
        assert listed == {door.name for door in Door.objects.all() if door.pk not in away}
        due = {one["door_key"] for one in self.api.get("/follow-ups").json()["follow_ups"]}
        assert due == {str(one.door.key) for one in FollowUp.objects.select_related("door") if one.door_id not in away}
        days = self.api.get(f"/bookings?day={TODAY}&days=7").json()["days"]
        assert sum(len(day["bookings"]) for day in days) == Booking.objects.count()
        for booking in Booking.objects.exclude(set_out_at=None):
            assert not booking.cancelled, "somebody is on the way to what was called off"
        for day in days:
            board = self.api.post("/desk", {"day": day["day"]}).json()
            shown = [one["booking"]["key"] for one in [*board["unassigned"], *(one for who in board["people"] for one in who["visits"])]]
            assert sorted(shown) == sorted(one["key"] for one in day["bookings"] if not one["cancelled"])
        counted = {(count.call_id, count.door_id) for count in CallCount.objects.all()}
        closed = Call.objects.filter(abandoned=False).exclude(closed_at=None)
        assert counted == set(closed.values_list("pk", "door")), "the books tell of other calls than were closed, or of other doors"


@settings(max_examples=settings().max_examples // 8, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(st.lists(steps, min_size=10, max_size=30))
@example([("start", 0, 0), ("put_away", 0, 0)])
@example([("book", 0, 0), ("call_off", 0, 0), ("put_away", 0, 0), ("take_up", 0, 0)])
@example([("book", 0, 0), ("merge", 1, 0)])
@example([("book", 0, 0), ("begin", 0, 0), ("abandon", 0, 0), ("put_away", 0, 0)])
@example([("follow", 0, 0), ("merge", 1, 0), ("put_away", 1, 0)])
@example([("start", 0, 0), ("disconnect", 0, 0), ("close", 0, 0), ("merge", 1, 0)])
@example([("book", 0, 0), ("window", 0, 1), ("set_out", 0, 0), ("try", 0, 2), ("call_off", 0, 0), ("set_out", 0, 0), ("take_up", 0, 0)])
@example([("book", 0, 0), ("begin", 0, 0), ("put_away", 0, 0), ("merge", 1, 0), ("abandon", 0, 0), ("merge", 1, 0)])
def test_what_stands_is_never_at_odds_with_itself(db, told):
    with transaction.atomic():
        day, calls, entries = Day(), 0, 0
        for what, one, two in told:
            day.do(what, one, two)
            day.stands()
            now = Call.objects.count(), Entry.objects.count()
            assert now[0] >= calls and now[1] >= entries, "something that happened is gone"  # noqa: PT018
            calls, entries = now
        transaction.set_rollback(True)
