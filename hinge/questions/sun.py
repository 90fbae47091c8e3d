"""The question about the sun: when it stands in a receiver, which side it never reaches, and when a cure can be proved."""

from __future__ import annotations

from dataclasses import replace
from datetime import UTC, date, datetime, timedelta
from typing import Annotated, Literal, Self
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

import numpy as np
from pydantic import BaseModel, Field, model_validator

from hinge.document import Between, Document, told
from hinge.errors import BadInputError, ContradictionError
from hinge.eyes.lens import PERHAPS_DEG, SURELY_DEG, Lens, lens_of
from hinge.eyes.sun import (
    NEVER_HOURS,
    SIDES,
    SWAP_SHARE,
    Opening,
    Side,
    Spell,
    SunYear,
    by_month,
    exposed,
    off_axis,
    place_at,
    rises_on,
    spells,
    sun_year,
    worst_week,
)
from hinge.questions.question import Question
from hinge.text.marks import say_rule

Verdict = Literal["swap", "shade", "could_be", "not_the_sun"]
PROVED_IN = 3
# A complaint's hour is not a clock's: so near, the sun counts as there.
NEAR = timedelta(minutes=30)


class SkylinePoint(Document):
    """How high something stands in a direction."""

    azimuth_deg: Annotated[float, Between(0, 360, "degrees")]
    elevation_deg: Annotated[float, Between(0, 80, "degrees")]


class SunPlace(Document):
    """Where on the earth, and by which clock (an IANA time zone)."""

    latitude_deg: Annotated[float, Between(-89, 89, "degrees")]
    longitude_deg: Annotated[float, Between(-180, 180, "degrees")]
    time_zone: Annotated[str, Field(max_length=60)]

    @model_validator(mode="after")
    def _zone(self) -> Self:
        try:
            ZoneInfo(self.time_zone)
        except (ZoneInfoNotFoundError, ValueError, OSError) as wrong:
            said = BadInputError("There is no such time zone.", "time_zone", self.time_zone, "an IANA name, such as America/Chicago")
            raise told(said) from wrong
        return self


class ShadeTest(Document):
    """A test at a time: whether shading the receiver brought its light back, or the light was full with the sun upon it."""

    at: Annotated[str, Field(max_length=40)]
    came_back: bool


class SunQuestion(SunPlace):
    """Where the door is, which way one looks out through it, and where its receiver is (seen from inside, looking out).

    How far off its axis the lens sees is in doubt until it is given, or shade tests tell it. A cure is proved in the hours after
    `prove_after`; without it, after what was complained of, or from the year's beginning on.
    """

    facing_deg: Annotated[float, Between(0, 360, "degrees")]
    half_angle_deg: Annotated[float, Between(10, 80, "degrees")] | None = None
    tests: Annotated[list[ShadeTest], Field(max_length=24)] = []
    width_in: Annotated[float, Between(72, 360, "in")] = 108.0
    inset_in: Annotated[float, Between(0, 48, "in")] = 0.0
    skyline: Annotated[list[SkylinePoint], Field(max_length=24)] = []
    year: Annotated[int, Between(2000, 2100)]
    receiver: Literal["left", "right"]
    complaint_at: Annotated[str, Field(max_length=40)] = ""
    prove_after: Annotated[str, Field(max_length=40)] = ""

    @model_validator(mode="after")
    def _times(self) -> Self:
        named = {"complaint_at": self.complaint_at, "prove_after": self.prove_after}
        named |= {f"tests.{place}.at": one.at for place, one in enumerate(self.tests)}
        for name, text in named.items():
            try:
                datetime.fromisoformat(text or "2000-01-01")
            except ValueError as wrong:
                said = BadInputError("This is no proper time.", name, text, "ISO 8601, by the zone's clock where it has no offset")
                raise told(said) from wrong
        return self


class WeekOut(BaseModel):
    """A week, by its Monday, and its hours of sun in the receiver."""

    monday: date
    hours: float


class SunDay(BaseModel):
    """A spell for the drawing: day of the year, and hours of the day."""

    day: int
    from_h: float
    to_h: float


class SunSide(BaseModel):
    """A receiver on one side through the year."""

    hours_per_year: float
    worst_week: WeekOut | None
    by_month: list[float]
    days: list[SunDay]


class SunNow(BaseModel):
    """Where the sun stood when it was complained of, how far off the receiver's axis [degrees], and whether it blinded it about then."""

    azimuth_deg: float
    elevation_deg: float
    off_axis_deg: float
    in_receiver: Literal["yes", "could_be", "no"]
    rises: bool


class LensOut(BaseModel):
    """How far off its axis the lens sees, at least and at most [degrees], and in words."""

    at_least_deg: float
    at_most_deg: float
    says: str


class SunAnswer(BaseModel):
    """Both sides as the lens likely sees them, what to do, and when it can be proved."""

    left: SunSide
    right: SunSide
    verdict: Verdict
    lens: LensOut
    at_complaint: SunNow | None
    prove_at: list[Spell]
    sentence: str


def sun(question: SunQuestion) -> SunAnswer:
    """The year of both sides, the verdict, and the next hours in which a cure can be proved.

    Raises ContradictionError where the shade tests do not go together.
    """
    zone, mine = ZoneInfo(question.time_zone), question.receiver
    opening = Opening(
        question.latitude_deg,
        question.longitude_deg,
        question.facing_deg,
        width_in=question.width_in,
        inset_in=question.inset_in,
        skyline=tuple((one.azimuth_deg, one.elevation_deg) for one in question.skyline),
    )
    lens = _lens(question, opening, zone)
    year, narrow, wide = (
        sun_year(replace(opening, half_angle_deg=angle), question.year, zone)
        for angle in (lens.likely_deg, lens.at_least_deg, lens.at_most_deg)
    )
    found = {side: spells(year, side) for side in SIDES}
    moment = _moment(question.complaint_at, zone)
    now = _at_complaint(opening, mine, moment, narrow, wide) if moment else None
    verdict = _verdict(mine, year, narrow, wide, now)
    after = _moment(question.prove_after, zone) or moment or datetime(question.year, 1, 1, tzinfo=zone)
    # Proved is only what surely blinded it; of a lens nobody knows, what likely did.
    lit = narrow if narrow.hours(mine) >= NEVER_HOURS else wide
    prove = [] if verdict == "not_the_sun" else [one for one in spells(lit, mine) if one.begins > after][:PROVED_IN]
    if verdict != "not_the_sun" and len(prove) < PROVED_IN:
        angle = lens.at_least_deg if lit is narrow else lens.at_most_deg
        prove += spells(sun_year(replace(opening, half_angle_deg=angle), question.year + 1, zone), mine)[: PROVED_IN - len(prove)]
    return SunAnswer(
        left=_side(year, "left", found["left"]),
        right=_side(year, "right", found["right"]),
        verdict=verdict,
        lens=LensOut(at_least_deg=round(lens.at_least_deg, 1), at_most_deg=round(lens.at_most_deg, 1), says=_lens_words(lens)),
        at_complaint=now,
        prove_at=prove,
        sentence=_sentence(mine, year, wide, verdict, now),
    )


def _lens(question: SunQuestion, opening: Opening, zone: ZoneInfo) -> Lens:
    widest, side = replace(opening, half_angle_deg=PERHAPS_DEG), question.receiver
    offs: dict[bool, list[float]] = {True: [], False: []}
    for place, test in enumerate(question.tests):
        moment = _moment(test.at, zone)
        assert moment is not None
        azimuth, elevation = place_at(opening, moment)
        there = bool(exposed(widest, side, np.array([azimuth]), np.array([elevation]))[0])
        if test.came_back and not there:
            said = "The sun did not stand before this receiver then, however far its lens sees: what came back was not the sun's."
            raise ContradictionError(said, f"tests.{place}.at", test.at, "an hour of the sun's")
        if there:
            offs[test.came_back].append(_off_axis_at(opening, side, moment))
    return lens_of(question.half_angle_deg, offs[True], [off for off in offs[False] if off > SURELY_DEG])


def _off_axis_at(opening: Opening, side: Side, moment: datetime) -> float:
    azimuth, elevation = place_at(opening, moment)
    return float(off_axis(opening, side, np.array([azimuth]), np.array([elevation]))[0])


def _at_complaint(opening: Opening, mine: Side, moment: datetime, narrow: SunYear, wide: SunYear) -> SunNow:
    azimuth, elevation = place_at(opening, moment)
    there, could = (any(one.begins - NEAR <= moment <= one.ends + NEAR for one in spells(year, mine)) for year in (narrow, wide))
    return SunNow(
        azimuth_deg=round(azimuth, 1),
        elevation_deg=round(elevation, 1),
        off_axis_deg=round(_off_axis_at(opening, mine, moment), 1),
        in_receiver="yes" if there else "could_be" if could else "no",
        rises=rises_on(wide, moment),
    )


def _verdict(mine: Side, year: SunYear, narrow: SunYear, wide: SunYear, now: SunNow | None) -> Verdict:
    other: Side = "right" if mine == "left" else "left"
    if wide.hours(mine) < NEVER_HOURS or (now is not None and now.in_receiver == "no"):
        return "not_the_sun"
    if now.in_receiver == "could_be" if now is not None else narrow.hours(mine) < NEVER_HOURS:
        return "could_be"
    return "swap" if year.hours(other) < max(NEVER_HOURS, SWAP_SHARE * year.hours(mine)) else "shade"


def _lens_words(lens: Lens) -> str:
    if lens.known:
        return f"This lens sees {lens.at_least_deg:.0f}° off its axis."
    doubt = f"Lenses differ: this one sees at least {lens.at_least_deg:.0f}° off its axis and at most {lens.at_most_deg:.0f}°."
    return f"{doubt} Shade it at the hour it comes: that the light comes back tells how far this one sees."


def _moment(text: str, zone: ZoneInfo) -> datetime | None:
    if not text:
        return None
    moment = datetime.fromisoformat(text)
    return moment if moment.tzinfo else moment.replace(tzinfo=zone)


def _side(year: SunYear, side: Side, found: list[Spell]) -> SunSide:
    worst = worst_week(year, side)
    return SunSide(
        hours_per_year=round(year.hours(side), 1),
        worst_week=WeekOut(monday=worst[0], hours=round(worst[1], 1)) if worst else None,
        by_month=[round(one, 1) for one in by_month(year, side)],
        days=[day for one in found for day in _days(one)],
    )


def _days(one: Spell) -> list[SunDay]:
    """A spell day by day: beyond the polar circle it may go on past midnight."""
    days, begins, left = [], one.begins, _long(one)
    while left > 0.01:
        long = min(left, 24 - _hour(begins))
        days.append(SunDay(day=begins.timetuple().tm_yday, from_h=_hour(begins), to_h=round(_hour(begins) + long, 2)))
        left -= long
        begins = (begins + timedelta(days=1)).replace(hour=0, minute=0, second=0)
    return days


def _hour(moment: datetime) -> float:
    return round(moment.hour + moment.minute / 60, 2)


def _long(one: Spell) -> float:
    return round((one.ends.astimezone(UTC) - one.begins.astimezone(UTC)).total_seconds() / 3600, 2)


def _sentence(mine: Side, year: SunYear, wide: SunYear, verdict: Verdict, now: SunNow | None) -> str:
    other: Side = "right" if mine == "left" else "left"
    hours, across = year.hours(mine), year.hours(other)
    if verdict == "not_the_sun":
        if now is not None and wide.hours(mine) >= NEVER_HOURS:
            where = "below the horizon" if now.elevation_deg <= 0 else "elsewhere"
            then = f"At that hour the sun stood {where}" if now.rises else "On that day the sun does not rise there"
            return f"{then}: it is not the sun. In a year it stands in this receiver for {wide.hours(mine):.0f} hours at most."
        return "The sun hardly ever stands in this receiver: look for something else."
    if verdict == "could_be":
        stood = (
            f"At that hour the sun stood {now.off_axis_deg:.0f}° off the receiver's axis"
            if now is not None
            else "The sun comes before this receiver only far off its axis"
        )
        return f"{stood}: it could be the sun, lenses differ. Shade it at that hour, and see whether the light comes back."
    if verdict == "swap":
        rarely = f"for {across:.0f} alone" if across >= NEVER_HOURS else "hardly ever"
        return (
            f"The sun stands in the receiver on the {mine} for about {hours:.0f} hours a year, and on the {other} {rarely}: "
            "swap the two eyes, so that the receiver sits there."
        )
    return (
        f"The sun stands in the receiver on the {mine} for about {hours:.0f} hours a year, on the {other} for about {across:.0f}: "
        f"shade it with a board of about {say_rule('8 × 8 in')} that leaves the beam free."
    )


QUESTION = Question(SunQuestion, SunAnswer, sun)
