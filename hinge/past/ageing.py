"""A door's balance over the years, from its closed calls: whether its springs tire, and by when it will no longer hold."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, timedelta

from pydantic import BaseModel

from hinge.balance.fit import Estimate
from hinge.balance.readings import Reading
from hinge.balance.trend import INSIDE_SDS, Seen, Trend, seen_at, trend_of
from hinge.carriers.carrier import Carrier
from hinge.file.assembly import assembly_or_none
from hinge.file.sheet import understood
from hinge.past.memory import YEAR_DAYS, Past
from hinge.springs.words import chance_words
from hinge.text.marks import say_range
from hinge.text.sentences import say_with

# Fewer visits show no trend: two points always lie on a line.
LEAST_VISITS = 3
# So likely, of the two, a step is said to be weight, or a slope to be the springs; between both are named. Chosen on simulated doors.
STEP_SURE = 0.8

say = say_with(__file__)


class Visited(BaseModel):
    """What a visit's readings said: net force half-way up [lb, + = heavy] with its range, and the drag; `changed` after work."""

    on: date
    net_lb: float
    low_lb: float
    high_lb: float
    drag_lb: float
    changed: bool


class BalanceYears(BaseModel):
    """The visits, oldest first; of what hangs there now, what a year adds [lb] and from when it will no longer hold; in a sentence."""

    visits: list[Visited]
    per_year_lb: float | None
    leaves_on: date | None
    sentence: str


def balance_years(past: Sequence[Past]) -> BalanceYears | None:
    """The balance of a door over its closed calls, newest first; nothing where none was read."""
    seen: list[tuple[date, Seen, bool]] = []
    spell = springs = 0
    for one in reversed(past):
        call = one.call
        before = [reading.reading for reading in call.readings if reading.before]
        seen += _seen(one, before, call.found.as_it_stands(), (springs, spell), changed=False)
        if call.line.touched:
            spell += 1
            # Springs let down and wound again go on tiring; new ones begin anew.
            springs += not call.line.as_found
            now = [reading.reading for reading in call.readings if reading.current and not reading.before]
            seen += _seen(one, now, call.line.as_it_stands(), (springs, spell), changed=True)
    if not seen:
        return None
    # What hangs there is judged by its own visits: others hung there before.
    since = [one for _, one, _ in seen if one.springs == seen[-1][1].springs]
    trend = trend_of(since) if len(since) >= LEAST_VISITS else None
    leaves = trend.leaves if trend and trend.chance_of_step < STEP_SURE else None
    return BalanceYears(
        visits=[_visited(on, one, changed) for on, one, changed in seen],
        per_year_lb=round(trend.per_year_lb.likely, 2) if trend else None,
        leaves_on=_day(leaves.likely) if leaves else None,
        sentence=_said(len(since), trend, leaves),
    )


def _seen(one: Past, readings: list[Reading], on: Carrier | None, of: tuple[int, int], changed: bool) -> list[tuple[date, Seen, bool]]:
    setup, _ = understood(one.call.measured)
    hung = assembly_or_none(setup, on)
    readings = [reading for reading in readings if setup and reading.height_in <= setup.door.height_in]
    found = seen_at(_year(one.closed_on), hung.at_work(), readings, spell=of[1], springs=of[0]) if hung and readings else None
    return [(one.closed_on, found, changed)] if found else []


def _visited(on: date, one: Seen, changed: bool) -> Visited:
    half = INSIDE_SDS * one.sd_lb
    return Visited(
        on=on,
        net_lb=round(one.net_lb, 1),
        low_lb=round(one.net_lb - half, 1),
        high_lb=round(one.net_lb + half, 1),
        drag_lb=round(one.friction_lb, 1),
        changed=changed,
    )


def _said(visits: int, trend: Trend | None, leaves: Estimate | None) -> str:
    if trend is None:
        return say("trend.too_few")
    step = trend.step
    if trend.sure and step is not None and trend.chance_of_step >= STEP_SURE and step.pounds_lb.low > 0:
        return say(
            "trend.weight", pounds=say_range(*_of(step.pounds_lb), "lb", 0), after=_day(step.after).year, before=_day(step.before).year
        )
    if leaves is None:
        return say("trend.steady", count=visits)
    values = {
        "grows": say_range(*_of(trend.per_year_lb), "lb", 1),
        "year": _day(leaves.likely).year,
        "first": _day(leaves.low).year,
        "last": _day(leaves.high).year,
    }
    doubted = trend.chance_of_step > 1 - STEP_SURE
    return say("trend.either", chance=chance_words(1 - trend.chance_of_step), **values) if doubted else say("trend.springs", **values)


def _of(estimate: Estimate) -> tuple[float, float, float]:
    return estimate.likely, estimate.low, estimate.high


def _year(on: date) -> float:
    return on.toordinal() / YEAR_DAYS


def _day(year: float) -> date:
    return date.min + timedelta(days=year * YEAR_DAYS - 1)
