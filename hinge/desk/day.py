"""A technician's day: who is reached when, what that leaves free, and what is told before it is booked.

The order is by the windows that were promised; a visit of any time goes where it adds the least way. What a visit may wait is carried
back from the end of the day: the push forward of Solomon, "Algorithms for the vehicle routing and scheduling problems with time window
constraints", Operations Research 35 (1987), from memory.
"""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise
from typing import Annotated, Literal

from pydantic import BaseModel, Field, model_validator

from hinge.desk.travel import TravelTable
from hinge.document import Between, Document, Text, told
from hinge.errors import BadInputError, ContradictionError
from hinge.text.sentences import say_with

MINUTES_A_DAY = 24 * 60
MOST_VISITS = 40
Minute = Annotated[int, Between(0, MINUTES_A_DAY, "min")]
_say = say_with(__file__)


class Visit(Document):
    """A visit as it was booked: where, how long [min], and the window it was promised in [minutes after midnight], or any time.

    `started_minute` and `ended_minute` are what really happened, once it has; `by_apprentice` where no technician goes.
    """

    key: Annotated[str, Field(max_length=60)]
    name: Text = ""
    address: Text = ""
    minutes: Annotated[int, Between(1, MINUTES_A_DAY, "min")]
    from_minute: Minute | None = None
    until_minute: Minute | None = None
    started_minute: Minute | None = None
    ended_minute: Minute | None = None
    by_apprentice: bool = False

    @model_validator(mode="after")
    def _sound(self) -> Visit:
        if (self.from_minute is None) != (self.until_minute is None):
            allowed = "both, or neither for any time of the day"
            raise told(BadInputError("A window has a beginning and an end.", "until_minute", None, allowed, "min"))
        for first, last in (("from_minute", "until_minute"), ("started_minute", "ended_minute")):
            start, end = getattr(self, first), getattr(self, last)
            if start is not None and end is not None and end < start:
                raise told(ContradictionError("It ends before it begins.", last, end, f"{start} or more", "min"))
        return self


class WorkingDay(Document):
    """When a shop's day begins and ends [minutes after midnight], where it begins and ends, and the ways between its places.

    `now_minute` is how much of it is past: nobody sets out before.
    """

    opens_minute: Minute = 8 * 60
    closes_minute: Minute = 17 * 60
    now_minute: Minute = 0
    base: Text = ""
    travel: TravelTable = TravelTable()

    @model_validator(mode="after")
    def _sound(self) -> WorkingDay:
        if self.closes_minute <= self.opens_minute:
            allowed = f"more than {self.opens_minute}"
            raise told(ContradictionError("The day ends before it begins.", "closes_minute", self.closes_minute, allowed, "min"))
        return self


class PlannedVisit(BaseModel):
    """A visit in the order of the day: the way to it [min], when it begins, ends and may begin at the latest [minutes after midnight].

    `late_min` is how long after its window it is reached [min].
    """

    key: str
    travel_min: int
    start_minute: int
    end_minute: int
    latest_start_minute: int
    late_min: int


class FreeWindow(BaseModel):
    """When a visit can begin and nobody is reached late for it: the earliest and the latest [minutes after midnight].

    `after` is the key of the visit before it, empty for the first of the day; `travel_min` the way to it [min].
    """

    after: str
    travel_min: int
    from_minute: int
    until_minute: int


class DayWarning(BaseModel):
    """What is told of a day before it is booked, and the visit it is about; empty for the day as a whole."""

    kind: Literal["late", "over", "alone"]
    key: str
    sentence: str


class DayPlan(BaseModel):
    """One technician's day in order, the minutes at doors and on the road [min], when it ends, and what is told of it."""

    visits: list[PlannedVisit]
    work_min: int
    travel_min: int
    ends_minute: int
    warnings: list[DayWarning]


class NearerVisit(BaseModel):
    """A visit that is nearer than the next one of the plan, and can be gone to first with nobody late for it: proposed, never forced.

    `travel_min` is the way to it [min].
    """

    key: str
    travel_min: int
    sentence: str


def plan_day(visits: Sequence[Visit], day: WorkingDay) -> DayPlan:
    """The visits in the order in which they are gone to, with what is told of the day."""
    return _timed(_ordered(visits, day), day)


def free_windows(plan: DayPlan, visits: Sequence[Visit], day: WorkingDay, address: str, minutes: int) -> list[FreeWindow]:
    """Where a visit of so many minutes [min] at an address fits into a planned day, so that everybody is still reached in time.

    There is no room before what is begun, nor behind a day that is late or too long already.
    """
    by_key = {one.key: one for one in visits}
    ordered = [by_key[one.key] for one in plan.visits]
    begun = sum(one.started_minute is not None for one in ordered)
    found = list[FreeWindow]()
    for place in range(begun, len(ordered) + 1):
        before, planned = (ordered[place - 1], plan.visits[place - 1]) if place else (None, None)
        follows = ordered[place] if place < len(ordered) else None
        # Nobody sets out before the shop opens, but who was at a door before it did; or before now.
        free_at = max(planned.end_minute if planned else day.opens_minute, day.now_minute)
        way = day.travel.minutes(before.address if before else day.base, address)
        way_on = day.travel.minutes(address, follows.address if follows else day.base)
        last = plan.visits[place].latest_start_minute if follows else day.closes_minute
        # Nobody is promised a time before the shop opens.
        earliest, latest = max(free_at + way, day.opens_minute), last - way_on - minutes
        if latest >= earliest:
            after = before.key if before else ""
            found.append(FreeWindow(after=after, travel_min=way, from_minute=earliest, until_minute=latest))
    return found


def nearer_visit(plan: DayPlan, visits: Sequence[Visit], day: WorkingDay) -> NearerVisit | None:
    """The nearest visit that can be gone to before the next one of the plan: without waiting there, and with nobody later for it."""
    by_key = {one.key: one for one in visits}
    ordered = [by_key[one.key] for one in plan.visits]
    begun = sum(one.started_minute is not None for one in ordered)
    if len(ordered) - begun < 2:
        return None
    here, planned = (ordered[begun - 1].address if begun else day.base), plan.visits[begun]
    for one in sorted(ordered[begun + 1 :], key=lambda each: (day.travel.minutes(here, each.address), each.key)):
        way = day.travel.minutes(here, one.address)
        other = _timed([*ordered[:begun], one, *(each for each in ordered[begun:] if each is not one)], day)
        first = other.visits[begun]
        waits = one.from_minute is not None and first.start_minute == one.from_minute
        if way < planned.travel_min and not waits and _cost(other, day)[:2] <= _cost(plan, day)[:2]:
            values = {"door": one.name, "way": duration(way), "other_way": duration(planned.travel_min)}
            return NearerVisit(key=one.key, travel_min=way, sentence=_say("nearer", **values))
    return None


def _ordered(visits: Sequence[Visit], day: WorkingDay) -> list[Visit]:
    """Begun ones as they were begun, then by window; those of any time where they add the least way and make nobody late."""
    begun = sorted((one for one in visits if one.started_minute is not None), key=lambda one: (one.started_minute, one.key))
    to_come = sorted((one for one in visits if one.started_minute is None), key=lambda one: one.key)
    promised = sorted((one for one in to_come if one.from_minute is not None), key=lambda one: (one.from_minute, one.until_minute))
    order = [*begun, *promised]
    for one in to_come:
        if one.from_minute is not None:
            continue
        tried = [[*order[:place], one, *order[place:]] for place in range(len(begun), len(order) + 1)]
        order = min(tried, key=lambda each: _cost(_timed(each, day), day))
    return order


def _cost(plan: DayPlan, day: WorkingDay) -> tuple[int, int, int]:
    """What an order costs [min]: being late first, then a day that is too long, then the way."""
    return sum(one.late_min for one in plan.visits), max(plan.ends_minute - day.closes_minute, 0), plan.travel_min


def _day_starts(order: Sequence[Visit], day: WorkingDay) -> int:
    """When one leaves [minutes after midnight]: as the shop opens, or earlier for what was promised or begun earlier."""
    if not order:
        return day.opens_minute
    first = order[0]
    begins = first.started_minute if first.started_minute is not None else first.from_minute
    return day.opens_minute if begins is None else min(day.opens_minute, begins - day.travel.minutes(day.base, first.address))


def _timed(order: Sequence[Visit], day: WorkingDay) -> DayPlan:
    """The visits in this order, each as early as it can be, and how long each can wait."""
    stops = [day.base, *(one.address for one in order), day.base]
    ways = [day.travel.minutes(here, there) for here, there in pairwise(stops)] if order else [0]
    planned, free_at = list[PlannedVisit](), _day_starts(order, day)
    for one, way in zip(order, ways, strict=False):
        planned.append(_planned(one, way, free_at, day))
        free_at = planned[-1].end_minute
    ends = free_at + ways[-1]
    _carry_back(order, planned, ways, day)
    return DayPlan(
        visits=planned,
        work_min=sum(one.end_minute - one.start_minute for one in planned),
        travel_min=sum(ways),
        ends_minute=ends,
        warnings=_warnings(order, planned, ends, day),
    )


def _planned(one: Visit, way: int, free_at: int, day: WorkingDay) -> PlannedVisit:
    """A visit as early as it can be, by one who is free at a time [minutes after midnight] and so far away [min]."""
    if one.started_minute is not None:
        start, late = one.started_minute, 0
        end = max(start + one.minutes, day.now_minute) if one.ended_minute is None else one.ended_minute
    else:
        start = max(max(free_at, day.now_minute) + way, one.from_minute or 0)
        late = max(start - one.until_minute, 0) if one.until_minute is not None else 0
        end = start + one.minutes
    return PlannedVisit(key=one.key, travel_min=way, start_minute=start, end_minute=end, latest_start_minute=start, late_min=late)


def _carry_back(order: Sequence[Visit], planned: Sequence[PlannedVisit], ways: Sequence[int], day: WorkingDay) -> None:
    """The latest start of each visit, from the last to the first; what is begun, late or beyond the day does not wait."""
    limit = day.closes_minute
    for one, visit, way_on in reversed(list(zip(order, planned, ways[1:], strict=True))):
        latest = limit - way_on - (visit.end_minute - visit.start_minute)
        if one.until_minute is not None:
            latest = min(latest, one.until_minute)
        if one.started_minute is None:
            visit.latest_start_minute = max(latest, visit.start_minute)
        limit = visit.latest_start_minute


def _warnings(order: Sequence[Visit], planned: Sequence[PlannedVisit], ends_minute: int, day: WorkingDay) -> list[DayWarning]:
    found = [
        DayWarning(
            kind="late",
            key=one.key,
            sentence=_say("late", door=one.name, time=clock(visit.start_minute), late=duration(visit.late_min)),
        )
        for one, visit in zip(order, planned, strict=True)
        if visit.late_min
    ]
    found += [DayWarning(kind="alone", key=one.key, sentence=_say("alone", door=one.name)) for one in order if one.by_apprentice]
    over = ends_minute - day.closes_minute
    if over > 0 and order:
        found.append(DayWarning(kind="over", key="", sentence=_say("over", time=clock(ends_minute), over=duration(over))))
    return found


def clock(minute: int) -> str:
    """A time of the day, 24 hours, from minutes after midnight; past midnight it is of the next day."""
    hours, minutes = divmod(minute, 60)
    return f"{hours % 24:02d}:{minutes:02d}" + (" the next day" if hours >= 24 else "")


def duration(minutes: int) -> str:
    """How long so many minutes are [min], in hours from one on."""
    hours, rest = divmod(minutes, 60)
    return f"{hours} h {rest:02d} min" if hours and rest else f"{hours} h" if hours else f"{rest} min"
