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
from hinge.text.marks import say_amount, say_size

# Fewer visits show no trend: two points always lie on a line.
LEAST_VISITS = 3


class Visited(BaseModel):
    """What a visit's readings said: net force half-way up [lb, + = heavy] with its range, and the drag; `changed` after work."""

    on: date
    net_lb: float
    low_lb: float
    high_lb: float
    drag_lb: float
    changed: bool


class BalanceYears(BaseModel):
    """The visits, oldest first; what a year adds [lb] and from when it will no longer hold, each with its range; in a sentence."""

    visits: list[Visited]
    per_year_lb: float | None
    leaves_on: date | None
    sentence: str


def balance_years(past: Sequence[Past]) -> BalanceYears | None:
    """The balance of a door over its closed calls, newest first; nothing where none was read."""
    seen: list[tuple[date, Seen, bool]] = []
    spell = 0
    for one in reversed(past):
        call = one.call
        before = [reading.reading for reading in call.readings if reading.before]
        seen += _seen(one, before, call.found.as_it_stands(), spell, changed=False)
        if call.line.touched:
            spell += 1
            now = [reading.reading for reading in call.readings if reading.current and not reading.before]
            seen += _seen(one, now, call.line.as_it_stands(), spell, changed=True)
    if not seen:
        return None
    trend = trend_of([one for _, one, _ in seen]) if len(seen) >= LEAST_VISITS else None
    leaves = trend.leaves if trend else None
    return BalanceYears(
        visits=[_visited(on, one, changed) for on, one, changed in seen],
        per_year_lb=round(trend.per_year_lb.likely, 2) if trend else None,
        leaves_on=_day(leaves.likely) if leaves else None,
        sentence=_said(len(seen), trend, leaves),
    )


def _seen(one: Past, readings: list[Reading], on: Carrier | None, spell: int, changed: bool) -> list[tuple[date, Seen, bool]]:
    setup, _ = understood(one.call.measured)
    hung = assembly_or_none(setup, on)
    readings = [reading for reading in readings if setup and reading.height_in <= setup.door.height_in]
    found = seen_at(_year(one.closed_on), hung.at_work(), readings, spell) if hung and readings else None
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
        return "Too few visits with readings for a trend: it shows from three on, best with a gauge."
    if leaves is None:
        return f"Steady, as far as {visits} sets of readings show."
    grows, span = trend.per_year_lb, f"{_day(leaves.low).year} to {_day(leaves.high).year}"
    return (
        f"It grows heavier by about {say_size(grows.likely, 'lb', 1)} a year "
        f"({say_amount(grows.low, 'lb', 1)} to {say_amount(grows.high, 'lb', 1)}): its springs tire. "
        f"Half-way up it will no longer hold from about {_day(leaves.likely).year} on ({span}): trim it, or plan a new set."
    )


def _year(on: date) -> float:
    return on.toordinal() / YEAR_DAYS


def _day(year: float) -> date:
    return date.min + timedelta(days=year * YEAR_DAYS - 1)
