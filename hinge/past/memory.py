"""What a door's file knows before anybody looks: its past calls and the age of its springs, as facts of the fault finder."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from pydantic import BaseModel

from hinge.call.facts import Call
from hinge.springs.life import Life
from hinge.springs.torsion import SpringKind
from hinge.springs.use import Use, Years, use_told, years_of
from hinge.springs.words import spring_words

LATELY = timedelta(days=61)
# Springs count as young until half of the shortest life they may have. Source: estimate.
YOUNG_SHARE = 0.5
YEAR_DAYS = 365.25
# Further off nobody plans.
MOST_YEARS = 60.0
WHOLE_FROM_YEARS = 3.0
FOUND = {"runs_up": "found_hot", "creeps_up": "found_hot", "runs_down": "found_heavy", "creeps_down": "found_heavy"}


@dataclass(frozen=True)
class Past:
    """A closed call and the day it was closed."""

    closed_on: date
    call: Call


class SpringLeft(BaseModel):
    """The years one kind of spring has left, used hard to used little; none once they are over."""

    spring: str
    low_years: float
    high_years: float
    sentence: str


class SpringsAge(BaseModel):
    """When the springs were put on and how far they are: years of the one that breaks first, used hard to used little.

    `left` is what each kind on the shaft has left.
    """

    put_on: date
    age_years: float
    low_years: float
    high_years: float
    look_by: date
    left: list[SpringLeft]
    sentence: str


def remembered(past: Sequence[Past], today: date) -> list[str]:
    """The facts that hold by the file. `past`: the door's closed calls, newest first."""
    lately = any(one.call.line.touched and today - one.closed_on <= LATELY for one in past)
    return [*(["work_lately"] if lately else []), *_age_as_fact(past, today), *_last_reading(past)]


def age_of_springs(past: Sequence[Past], today: date) -> SpringsAge | None:
    """How far the springs are that were put on last, by the use that was told; nothing where the file has not seen them put on."""
    put_on = next((one for one in past if one.call.line.touched and not one.call.line.as_found), None)
    years = years_expected(put_on.call) if put_on else None
    if put_on is None or years is None:
        return None
    use, each = use_told(put_on.call.measured.get("household")), _lives_put_on(put_on.call)
    age = (today - put_on.closed_on).days / YEAR_DAYS
    look_by = put_on.closed_on + timedelta(days=min(years.low, MOST_YEARS) * YEAR_DAYS)
    return SpringsAge(
        put_on=put_on.closed_on,
        age_years=round(age, 2),
        low_years=round(years.low, 2),
        high_years=round(years.high, 2),
        look_by=look_by,
        left=[_left(spring, years_of(life, use), age) for spring, life in each],
        sentence=_said(put_on.closed_on, age, years, use, look_by),
    )


def years_expected(call: Call) -> Years | None:
    """How long the springs last that were put on at a call, those that break first, by the use that was told; nothing where none were."""
    each = _lives_put_on(call)
    use = use_told(call.measured.get("household"))
    return years_of(min((life for _, life in each), key=lambda life: life.low), use) if each else None


def _lives_put_on(call: Call) -> list[tuple[SpringKind, Life]]:
    on = call.line.as_it_stands() if call.line.touched and not call.line.as_found else None
    return on.lives() if on else []


def _left(spring: SpringKind, years: Years, age: float) -> SpringLeft:
    low, high = max(0.0, min(years.low, MOST_YEARS) - age), max(0.0, min(years.high, MOST_YEARS) - age)
    span = "past its years" if high == 0 else f"up to {_few(high)} years left" if low == 0 else f"{_few(low)} to {_few(high)} years left"
    words = spring_words(spring)
    return SpringLeft(spring=words, low_years=round(low, 2), high_years=round(high, 2), sentence=f"{words}: {span}.")


def _said(put_on: date, age: float, years: Years, use: Use, look_by: date) -> str:
    span = f"They last {_few(years.low)} to {_few(years.high)} years ({use.label.lower()})"
    then = f"look at them by {look_by:%B %Y}" if age < years.low else "they may break any day: have a set in the van"
    return f"Put on in {put_on:%B %Y}. {span}: {then}."


def _few(years: float) -> str:
    return f"{years:.1f}" if years < WHOLE_FROM_YEARS else f"{years:.0f}"


def _age_as_fact(past: Sequence[Past], today: date) -> list[str]:
    age = age_of_springs(past, today)
    if age is None:
        return []
    if age.age_years >= age.low_years:
        return ["springs_near_their_end"]
    return ["springs_young"] if age.age_years <= age.low_years * YOUNG_SHARE else []


def _last_reading(past: Sequence[Past]) -> list[str]:
    told = next((one.call.readings for one in past if one.call.readings), ())
    return [FOUND[last.reading.outcome] for last in told[-1:] if last.current and last.reading.outcome in FOUND]
