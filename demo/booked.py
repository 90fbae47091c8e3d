"""Made-up bookings: a full day today, and some for the days after."""

from __future__ import annotations

from datetime import date, time, timedelta

from server.bookings.models import Booking
from server.calls.models import Call
from server.doors.models import Door
from server.people.models import Person

# Days from today, window, complaint, note, who goes (by place among the technicians; None for nobody yet), door by number.
VISITS = (
    (0, (8, 10), "bang", "Car is inside.", 0, 3),
    (0, (10, 12), "will_not_close", "Every evening, they say.", 1, 8),
    (0, (13, 15), "touches_and_reverses", "", 0, 12),
    (0, None, "check", "Yearly round.", None, 17),
    (0, (9, 11), "crooked", "", 2, 9),
    (0, (11, 12), "noisy", "", 2, 14),
    (0, None, "check", "", 2, 21),
    (0, (8, 9), "heavy", "", 3, 11),
    (0, (15, 16), "remote_only_fails", "", 3, 24),
    (1, (9, 11), "crooked", "", 1, 5),
    (1, (14, 16), "noisy", "", 0, 20),
    (1, (8, 10), "bang", "", 0, 4),
    (1, (11, 13), "touches_and_reverses", "", 1, 15),
    (1, (8, 9), "will_not_close", "", 2, 7),
    (1, (10, 12), "heavy", "", 2, 11),
    (1, None, "check", "Yearly round.", 2, 19),
    (1, (9, 10), "noisy", "", 3, 10),
    (1, (9, 11), "lifts_and_stops", "", 3, 6),
    (1, (13, 15), "crooked", "Ring first.", None, 2),
    (2, (8, 12), "heavy", "Second person booked.", 0, 22),
    (5, None, "check", "", None, 25),
    (6, (10, 12), "remote_only_fails", "", 1, 27),
)


def book(doors: list[Door], technicians: list[Person], under_way: Call, today: date) -> None:
    """Write the bookings; the call under way is this morning's first."""
    begun = under_way.door
    Booking.objects.create(
        shop=begun.shop, door=begun, day=today, from_time=time(7), until_time=time(8), complaint="lifts_and_stops",
        technician=technicians[0], call=under_way,
    )  # fmt: skip
    for days, window, complaint, note, who, number in VISITS:
        Booking.objects.create(
            shop=begun.shop,
            door=doors[number],
            day=today + timedelta(days=days),
            from_time=time(window[0]) if window else None,
            until_time=time(window[1]) if window else None,
            complaint=complaint,
            note=note,
            technician=technicians[who % len(technicians)] if who is not None else None,
        )
