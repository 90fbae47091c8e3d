"""The desk's day: everybody's side by side, what is free in it, and what a booking would do to it before it is made."""

import uuid
from datetime import date

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router
from pydantic import BaseModel, Field

from hinge.desk.day import DayWarning, FreeWindow, NearerVisit, PlannedVisit, WorkingDay
from hinge.file.booked import VISIT
from hinge.questions.day import WantedVisit
from server.bookings import service
from server.bookings.api import BookingOut, booking_out
from server.bookings.desk import plan_of, working_day
from server.bookings.models import Booking
from server.config.request_body import RequestBody, written
from server.doors.models import Door
from server.people.models import Person, Shop
from server.people.scope import person_of
from server.people.service import crew_of

router = Router(tags=["bookings"])
AT_DOOR = 10


class WantedCall(RequestBody):
    """A call that is to be fitted in: at which door, if that is known, what for, and how long [min] where the desk knows better.

    `instead_of` is the booking that is changed: its own place is free for it.
    """

    door: uuid.UUID | None = None
    complaint: str = Field(VISIT, max_length=60)
    minutes: int | None = Field(None, ge=5, le=600)
    instead_of: uuid.UUID | None = None


class ProposedBooking(service.BookingInput):
    """A booking as it would be, under its key or the one it will be made under."""

    key: uuid.UUID
    door: uuid.UUID


class DeskQuestion(RequestBody):
    """Which day, which call is to be fitted in, and which booking is proposed."""

    day: date = Field(ge=date(2000, 1, 1), le=date(2200, 1, 1))
    wanted: WantedCall | None = None
    proposal: ProposedBooking | None = None


class DeskVisit(BaseModel):
    """A booking in somebody's day, and when it is gone to; nobody knows when where nobody goes yet."""

    booking: BookingOut
    planned: PlannedVisit | None


class DeskPerson(BaseModel):
    """Somebody's day: the minutes at doors and on the road, when it ends [minutes after midnight], what is free and what is told.

    `nearer` is a visit that could be gone to before the next one.
    """

    username: str
    name: str
    visits: list[DeskVisit]
    work_min: int
    travel_min: int
    ends_minute: int
    free: list[FreeWindow]
    nearer: NearerVisit | None
    warnings: list[DayWarning]


class DeskDay(BaseModel):
    """The day, when the shop opens and closes and how much is past [minutes after midnight], and everybody side by side.

    `unassigned` is what nobody goes to yet; `at_door` what else is booked at the door in question; `wanted_minutes` how long the
    call takes that is to be fitted in.
    """

    day: date
    opens_minute: int
    closes_minute: int
    now_minute: int
    people: list[DeskPerson]
    unassigned: list[DeskVisit]
    at_door: list[BookingOut]
    wanted_minutes: int | None


@router.post("/desk", response=DeskDay, operation_id="desk")
def desk(request: HttpRequest, asked: DeskQuestion) -> HttpResponse:
    """Everybody's day side by side, with a proposed booking among them; nothing is kept."""
    person = person_of(request)
    shop, day = person.shop, working_day(person.shop, asked.day)
    bookings = [one for one in service.between(asked.day, 1) if not one.cancelled]
    if asked.proposal:
        proposal = service.as_if_booked(person, asked.proposal.key, asked.proposal.door, asked.proposal)
        stands = proposal.day == asked.day and not proposal.cancelled
        bookings = [one for one in bookings if one.key != proposal.key] + ([proposal] if stands else [])
    if asked.wanted and asked.wanted.instead_of:
        bookings = [one for one in bookings if one.key != asked.wanted.instead_of]
    people = list(crew_of(shop.pk))
    door, wanted = _wanted(asked, shop)
    going = {one.pk for one in people}
    found = [
        _of_person(one, [booking for booking in bookings if one.pk in (booking.technician_id, booking.helper_id)], day, wanted)
        for one in people
    ]
    return written(
        DeskDay(
            day=asked.day,
            opens_minute=day.opens_minute,
            closes_minute=day.closes_minute,
            now_minute=day.now_minute,
            people=found,
            unassigned=[DeskVisit(booking=booking_out(one), planned=None) for one in bookings if one.technician_id not in going],
            at_door=_at_door(asked.proposal.door if asked.proposal else door.key if door else None, asked),
            wanted_minutes=wanted.minutes if wanted else None,
        )
    )


def _of_person(person: Person, bookings: list[Booking], day: WorkingDay, wanted: WantedVisit | None) -> DeskPerson:
    plan, free, nearer = plan_of(bookings, day, wanted)
    by_key = {str(one.key): one for one in bookings}
    visits = [DeskVisit(booking=booking_out(by_key.pop(visit.key)), planned=visit) for visit in plan.visits]
    return DeskPerson(
        username=person.username,
        name=person.name,
        # What nobody could do in a day is shown without an hour.
        visits=visits + [DeskVisit(booking=booking_out(one), planned=None) for one in by_key.values()],
        work_min=plan.work_min,
        travel_min=plan.travel_min,
        ends_minute=plan.ends_minute,
        free=free,
        nearer=nearer,
        warnings=plan.warnings,
    )


def _wanted(asked: DeskQuestion, shop: Shop) -> tuple[Door | None, WantedVisit | None]:
    """The door of the call that is to be fitted in, and the call as a visit: how long it takes by what the door's file knows."""
    if asked.wanted is None:
        return None, None
    door = get_object_or_404(Door, key=asked.wanted.door) if asked.wanted.door else None
    booking = Booking(shop=shop, door=door or Door(), complaint=asked.wanted.complaint)
    minutes = asked.wanted.minutes or booking.expected().triage.minutes
    return door, WantedVisit(address=door.place if door else "", minutes=minutes)


def _at_door(door: uuid.UUID | None, asked: DeskQuestion) -> list[BookingOut]:
    """What else is booked at a door from today on, but for what is proposed or changed."""
    if door is None:
        return []
    key = asked.proposal.key if asked.proposal else asked.wanted.instead_of if asked.wanted else None
    to_come = Booking.objects.filter(door__key=door, day__gte=timezone.now().date(), cancelled="").order_by("day", "pk")
    others = to_come.exclude(key=key) if key else to_come
    return [booking_out(one) for one in service.with_details(others)[:AT_DOOR] if one.is_to_come]
