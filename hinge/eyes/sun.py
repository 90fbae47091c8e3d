"""When the low sun stands in a receiver: both sides of an opening through a year, and what cures it.

The receiver on the left (seen from inside, looking out) looks to the right along the door, the one on the right to the left. It is
exposed while the sun is above the skyline, before the opening, not behind the jamb, and within the lens's acceptance angle. Source of the
model and of the angle: practice, estimate. Position of the sun: NREL's algorithm (Reda and Andreas 2004, NREL/TP-560-34302), by pvlib.
"""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from functools import lru_cache
from typing import Literal, cast
from zoneinfo import ZoneInfo

import numpy as np

from hinge.arrays import Bools, Floats

Side = Literal["left", "right"]
SIDES: tuple[Side, Side] = ("left", "right")
STEP_MINUTES = 5
# Under this many hours a year a side is as good as always out of the sun.
NEVER_HOURS = 1.0
# Swapped, the sun may stand in the receiver for this share of the hours it does now, and the swap is still the cure (estimate).
SWAP_SHARE = 0.05
# Air as it usually is: its bending of a low sun's light is what these are for. TT less UT of these years, in seconds.
PRESSURE_HPA, TEMPERATURE_C, REFRACTION_DEG, DELTA_T_S = 1013.25, 12.0, 0.5667, 69.2


@dataclass(frozen=True)
class Opening:
    """An opening and its eyes.

    The way one looks out [degrees clockwise from north], how wide the lens sees [degrees off its axis], how wide the opening is and how
    far inside the wall the eyes sit [in], and the skyline as azimuth and elevation [degrees].
    """

    latitude_deg: float
    longitude_deg: float
    facing_deg: float
    half_angle_deg: float = 60.0
    width_in: float = 108.0
    inset_in: float = 0.0
    skyline: tuple[tuple[float, float], ...] = ()


def sun_at(moments_s: Floats, latitude_deg: float, longitude_deg: float) -> tuple[Floats, Floats]:
    """Azimuth and apparent elevation of the sun [degrees] at moments [seconds since 1970, UTC]: two arrays of their length."""
    from pvlib import spa  # a second and a half that only this question waits for

    # The sky turns evenly and the sun hardly moves on it within an hour: between full hours both go straight on, to 0.0001 degree.
    hours = 3600.0 * np.arange(np.floor(moments_s.min() / 3600.0), np.floor(moments_s.max() / 3600.0) + 2.0)
    sky = spa.solar_position(
        hours, latitude_deg, longitude_deg, 0.0, PRESSURE_HPA, TEMPERATURE_C, DELTA_T_S, REFRACTION_DEG, numthreads=1, sst=True
    )
    turned, ascension, declination = (np.interp(moments_s, hours, np.unwrap(one, period=360.0)) for one in sky)
    # From the middle of the earth to its surface, there into the air, and from south to north.
    angle = spa.local_hour_angle(turned, longitude_deg, ascension)
    parallax, u = spa.equatorial_horizontal_parallax(1.0), spa.uterm(latitude_deg)
    x, y = spa.xterm(u, latitude_deg, 0.0), spa.yterm(u, latitude_deg, 0.0)
    aside = spa.parallax_sun_right_ascension(x, parallax, angle, declination)
    declination = spa.topocentric_sun_declination(declination, x, y, parallax, aside, angle)
    angle = spa.topocentric_local_hour_angle(angle, aside)
    airless = spa.topocentric_elevation_angle_without_atmosphere(latitude_deg, declination, angle)
    bent = spa.atmospheric_refraction_correction(PRESSURE_HPA, TEMPERATURE_C, airless, REFRACTION_DEG)
    azimuth = spa.topocentric_azimuth_angle(spa.topocentric_astronomers_azimuth(angle, declination, latitude_deg))
    return cast(Floats, azimuth), cast(Floats, spa.topocentric_elevation_angle(airless, bent))


def exposed(opening: Opening, side: Side, azimuth_deg: Floats, elevation_deg: Floats) -> Bools:
    """Whether the sun at these places [degrees] blinds a receiver on a side: an array of their length."""
    # Positive toward the side the receiver looks to.
    out = np.radians((azimuth_deg - opening.facing_deg + 180.0) % 360.0 - 180.0) * (1.0 if side == "left" else -1.0)
    off = off_axis(opening, side, azimuth_deg, elevation_deg)
    before = np.abs(out) < np.pi / 2
    across = opening.inset_in * np.tan(np.where(before, out, 0.0))
    through = before & (across >= 0.0) & (across <= opening.width_in)
    return np.asarray(through & (off <= opening.half_angle_deg) & (elevation_deg > _skyline(opening, azimuth_deg)))


def off_axis(opening: Opening, side: Side, azimuth_deg: Floats, elevation_deg: Floats) -> Floats:
    """How far the sun at these places [degrees] stands off the axis of a receiver on a side: an array of their length [degrees]."""
    axis = opening.facing_deg + (90.0 if side == "left" else -90.0)
    toward = np.cos(np.radians(elevation_deg)) * np.cos(np.radians(azimuth_deg - axis))
    return cast(Floats, np.degrees(np.arccos(np.clip(toward, -1.0, 1.0))))


def _skyline(opening: Opening, azimuth_deg: Floats) -> Floats:
    if not opening.skyline:
        return np.zeros_like(azimuth_deg)
    azimuths, elevations = np.array(sorted(opening.skyline)).T
    return np.asarray(np.interp(azimuth_deg, azimuths, elevations, period=360.0))


@dataclass(frozen=True)
class SunYear:
    """A year of both sides: the moments in steps of five minutes [s since 1970] while the sun is up, and which are exposed."""

    year: int
    zone: ZoneInfo
    moments_s: Floats
    exposed: dict[Side, Bools]

    def hours(self, side: Side) -> float:
        """Hours a year the sun stands in a receiver on a side."""
        return float(self.exposed[side].sum()) * STEP_MINUTES / 60

    def local(self, side: Side) -> list[datetime]:
        """Every exposed moment of a side, by the shop's clock."""
        return [datetime.fromtimestamp(one, self.zone) for one in self.moments_s[self.exposed[side]].tolist()]


def sun_year(opening: Opening, year: int, zone: ZoneInfo) -> SunYear:
    """A calendar year of the zone, worked out."""
    begins = datetime(year, 1, 1, tzinfo=zone).timestamp()
    ends = datetime(year + 1, 1, 1, tzinfo=zone).timestamp()
    moments, azimuth, elevation = daylight(opening.latitude_deg, opening.longitude_deg, begins, ends)
    return SunYear(year, zone, moments, {side: exposed(opening, side, azimuth, elevation) for side in SIDES})


# A shop asks of its own place again and again: as a skyline is typed, for one side and the other, for door after door.
@lru_cache(maxsize=8)
def daylight(latitude_deg: float, longitude_deg: float, begins_s: float, ends_s: float) -> tuple[Floats, Floats, Floats]:
    """Moments in steps of five minutes [s since 1970] while the sun is up, its azimuth and elevation [degrees]; not to be written to."""
    moments = np.arange(begins_s, ends_s, 60.0 * STEP_MINUTES)
    azimuth, elevation = sun_at(moments, latitude_deg, longitude_deg)
    day = elevation > 0.0
    up = moments[day], azimuth[day], elevation[day]
    for one in up:
        one.setflags(write=False)
    return up


@dataclass(frozen=True)
class Spell:
    """A stretch of time the sun stands in a receiver without leaving."""

    begins: datetime
    ends: datetime


def spells(year: SunYear, side: Side) -> list[Spell]:
    """The stretches of a side, in order."""
    moments = year.moments_s[year.exposed[side]]
    if not moments.size:
        return []
    breaks = np.flatnonzero(np.diff(moments) > 90.0 * STEP_MINUTES)
    starts = moments[np.concatenate([[0], breaks + 1])]
    ends = moments[np.concatenate([breaks, [moments.size - 1]])] + 60.0 * STEP_MINUTES
    return [
        Spell(datetime.fromtimestamp(begin, year.zone), datetime.fromtimestamp(end, year.zone))
        for begin, end in zip(starts.tolist(), ends.tolist(), strict=True)
    ]


def worst_week(year: SunYear, side: Side) -> tuple[date, float] | None:
    """The Monday of the week with the most hours, and those; nothing where there are none."""
    moments = year.local(side)
    if not moments:
        return None
    mondays = Counter(moment.date() - timedelta(days=moment.weekday()) for moment in moments)
    most = max(mondays, key=lambda one: (mondays[one], -one.toordinal()))
    return most, mondays[most] * STEP_MINUTES / 60


def by_month(year: SunYear, side: Side) -> list[float]:
    """Hours of each month: twelve."""
    months = Counter(moment.month for moment in year.local(side))
    return [months[month] * STEP_MINUTES / 60 for month in range(1, 13)]


def rises_on(year: SunYear, moment: datetime) -> bool:
    """Whether the sun is up at any time on the day of a moment, by the zone's clock; a day of another year counts as one on which it is."""
    begins = moment.astimezone(year.zone).replace(hour=0, minute=0, second=0, microsecond=0)
    if begins.year != year.year:
        return True
    day = (year.moments_s >= begins.timestamp()) & (year.moments_s < (begins + timedelta(days=1)).timestamp())
    return bool(day.any())


def place_at(opening: Opening, moment: datetime) -> tuple[float, float]:
    """Azimuth and elevation of the sun at one moment [degrees]."""
    azimuth, elevation = sun_at(np.array([moment.astimezone(UTC).timestamp()]), opening.latitude_deg, opening.longitude_deg)
    return float(azimuth[0]), float(elevation[0])
