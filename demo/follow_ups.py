"""Made-up follow-ups: one that is over, some for this week, and the yearly round."""

from __future__ import annotations

from datetime import date, timedelta

from server.doors.models import Door
from server.followups.models import FollowUp
from server.people.models import Person

# Days from today, what, what was agreed, who kept it (by place among the technicians), door by number.
KEPT = (
    (-3, "parts", "Centre bearing, ordered at the counter.", 0, 4),
    (2, "declined", "New rollers all round; they wanted to think it over.", 1, 9),
    (6, "sun", "Receiver shaded: prove it about half past five.", 0, 8),
    (40, "declined", "Strut on the top section.", 1, 14),
    (210, "yearly", "", 0, 17),
    (340, "yearly", "Gate code from the harbour office.", 1, 22),
    (1460, "springs", "Springs at the low end of their life by then.", 0, 25),
)


def keep(doors: list[Door], technicians: list[Person], today: date) -> None:
    """Write the follow-ups."""
    for days, what, note, who, number in KEPT:
        door = doors[number]
        FollowUp.objects.create(
            shop=door.shop, door=door, what=what, due=today + timedelta(days=days), note=note, by=technicians[who % len(technicians)]
        )
