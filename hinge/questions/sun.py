"""The question about the sun: when it stands in a receiver, which side it never reaches, and when a cure can be proved."""

from __future__ import annotations

from datetime import UTC, date, datetime, timedelta
from typing import Annotated, Literal, Self
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from pydantic import BaseModel, Field, model_validator

from hinge.document import Between, Document, told
from hinge.errors import BadInputError
from hinge.eyes.sun import (
    NEVER_HOURS,
    SIDES,
    SWAP_SHARE,
    Opening,
    Side,
    Spell,
    SunYear,
    by_month,
    place_at,
    rises_on,
    spells,
    sun_year,
    worst_week,
)
from hinge.questions.question import Question
from hinge.text.marks import say_rule

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


class SunQuestion(SunPlace):
    """Where the door is, which way one looks out through it, and where its receiver is (seen from inside, looking out).

    A cure is proved in the hours after `prove_after`; without it, after what was complained of, or from the year's beginning on.
    """

    facing_deg: Annotated[float, Between(0, 360, "degrees")]
    half_angle_deg: Annotated[float, Between(10, 80, "degrees")] = 60.0
    width_in: Annotated[float, Between(72, 360, "in")] = 108.0
    inset_in: Annotated[float, Between(0, 48, "in")] = 0.0
    skyline: Annotated[list[SkylinePoint], Field(max_length=24)] = []
    year: Annotated[int, Between(2000, 2100)]
    receiver: Literal["left", "right"]
    complaint_at: Annotated[str, Field(max_length=40)] = ""
    prove_after: Annotated[str, Field(max_length=40)] = ""

    @model_validator(mode="after")
    def _times(self) -> Self:
        for name in ("complaint_at", "prove_after"):
            text = getattr(self, name)
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
    """Where the sun stood when it was complained of, and whether it stood in the receiver about then."""

    azimuth_deg: float
    elevation_deg: float
    in_receiver: bool
    rises: bool


class SunAnswer(BaseModel):
    """Both sides, what to do, and when it can be proved."""

    left: SunSide
    right: SunSide
    verdict: Literal["swap", "shade", "not_the_sun"]
    at_complaint: SunNow | None
    prove_at: list[Spell]
    sentence: str


def sun(question: SunQuestion) -> SunAnswer:
    """The year of both sides, the verdict, and the next hours in which a cure can be proved."""
    opening = Opening(
        question.latitude_deg,
        question.longitude_deg,
        question.facing_deg,
        question.half_angle_deg,
        question.width_in,
        question.inset_in,
        tuple((one.azimuth_deg, one.elevation_deg) for one in question.skyline),
    )
    zone = ZoneInfo(question.time_zone)
    year = sun_year(opening, question.year, zone)
    mine: Side = question.receiver
    other: Side = "right" if mine == "left" else "left"
    found = {side: spells(year, side) for side in SIDES}
    moment = _moment(question.complaint_at, zone)
    now = None
    if moment:
        azimuth, elevation = place_at(opening, moment)
        there = any(one.begins - NEAR <= moment <= one.ends + NEAR for one in found[mine])
        now = SunNow(azimuth_deg=round(azimuth, 1), elevation_deg=round(elevation, 1), in_receiver=there, rises=rises_on(year, moment))
    verdict: Literal["swap", "shade", "not_the_sun"] = "shade"
    if year.hours(mine) < NEVER_HOURS or (now is not None and not now.in_receiver):
        verdict = "not_the_sun"
    elif year.hours(other) < max(NEVER_HOURS, SWAP_SHARE * year.hours(mine)):
        verdict = "swap"
    after = _moment(question.prove_after, zone) or moment or datetime(question.year, 1, 1, tzinfo=zone)
    prove = [] if verdict == "not_the_sun" else [one for one in found[mine] if one.begins > after][:PROVED_IN]
    if verdict != "not_the_sun" and len(prove) < PROVED_IN:
        prove += spells(sun_year(opening, question.year + 1, zone), mine)[: PROVED_IN - len(prove)]
    return SunAnswer(
        left=_side(year, "left", found["left"]),
        right=_side(year, "right", found["right"]),
        verdict=verdict,
        at_complaint=now,
        prove_at=prove,
        sentence=_sentence(year, mine, other, verdict, now),
    )


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


def _sentence(year: SunYear, mine: Side, other: Side, verdict: str, now: SunNow | None) -> str:
    hours, across = year.hours(mine), year.hours(other)
    if verdict == "not_the_sun":
        if now is not None and hours >= NEVER_HOURS:
            where = "below the horizon" if now.elevation_deg <= 0 else "elsewhere"
            then = f"At that hour the sun stood {where}" if now.rises else "On that day the sun does not rise there"
            return f"{then}: it is not the sun. In a year it stands in this receiver for {hours:.0f} hours."
        return "The sun hardly ever stands in this receiver: look for something else."
    if verdict == "swap":
        rarely = f"for {across:.0f} alone" if across >= NEVER_HOURS else "hardly ever"
        return (
            f"The sun stands in the receiver on the {mine} for {hours:.0f} hours a year, and on the {other} {rarely}: "
            "swap the two eyes, so that the receiver sits there."
        )
    return (
        f"The sun stands in the receiver on the {mine} for {hours:.0f} hours a year, on the {other} for {across:.0f}: "
        f"shade it with a board of about {say_rule('8 × 8 in')} that leaves the beam free."
    )


QUESTION = Question(SunQuestion, SunAnswer, sun)
