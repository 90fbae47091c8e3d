"""A day at the desk: each technician's bookings as a day that is planned, with a booking that is only proposed among them."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, datetime, time

from django.utils import timezone

from hinge.desk.day import (
    MINUTES_A_DAY,
    MOST_VISITS,
    DayPlan,
    FreeWindow,
    NearerVisit,
    Visit,
    WorkingDay,
    free_windows,
    nearer_visit,
    plan_day,
)
from hinge.questions.day import WantedVisit
from server.bookings.models import Booking
from server.people.models import Person, Shop


def minute_of(moment: time | datetime) -> int:
    """Minutes after midnight."""
    return moment.hour * 60 + moment.minute


def working_day(shop: Shop, day: date) -> WorkingDay:
    """A shop's day; of today, what is past of it by the shop's clock."""
    now = shop.wall_time(timezone.now())
    opens, closes = minute_of(shop.opens_at), minute_of(shop.closes_at)
    return WorkingDay(
        opens_minute=opens,
        closes_minute=closes if closes > opens else MINUTES_A_DAY,
        now_minute=minute_of(now) if now.date() == day else 0,
        base=shop.place,
        travel=shop.travel_table,
    )


def visit_of(booking: Booking) -> Visit:
    """A booking as a visit: what was promised, and what really happened once it has."""
    minutes, (started, ended) = booking.expected().triage.minutes, _happened(booking)
    if started is not None and booking.standing == "done" and (ended is None or ended < started):
        # Done, but not on this day: it takes the time it was reckoned with.
        ended = min(started + minutes, MINUTES_A_DAY)
    return Visit(
        key=str(booking.key),
        name=booking.door.name,
        address=booking.door.place,
        minutes=minutes,
        from_minute=minute_of(booking.from_time) if booking.from_time else None,
        until_minute=minute_of(booking.until_time) if booking.until_time else None,
        started_minute=started,
        ended_minute=ended,
        by_apprentice=started is None and {one.role for one in (booking.technician, booking.helper) if one} == {Person.Role.APPRENTICE},
    )


def _happened(booking: Booking) -> tuple[int | None, int | None]:
    """When its call was begun and closed [minutes after midnight]; begun on another day, it is where it was promised."""
    call = booking.call
    if call is None or call.abandoned:
        return None, None
    started, closed = (booking.shop.wall_time(at) if at else None for at in (call.started_at, call.closed_at))
    is_of_day = started is not None and started.date() == booking.day
    begins = minute_of(started) if started and is_of_day else minute_of(booking.from_time or booking.shop.opens_at)
    return begins, minute_of(closed) if closed and closed.date() == booking.day else None


def plan_of(
    bookings: Sequence[Booking], day: WorkingDay, wanted: WantedVisit | None
) -> tuple[DayPlan, list[FreeWindow], NearerVisit | None]:
    """The day of one person with their bookings, where the wanted visit fits into it, and a nearer visit than the next one.

    No more bookings than can be planned.
    """
    visits = [visit_of(booking) for booking in bookings[:MOST_VISITS]]
    plan = plan_day(visits, day)
    free = free_windows(plan, visits, day, wanted.address, wanted.minutes) if wanted else []
    return plan, free, nearer_visit(plan, visits, day)
