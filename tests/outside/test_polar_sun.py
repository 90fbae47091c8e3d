"""Beyond the polar circle: the sun that does not set, and that does not rise, against pvlib and the almanac's dates."""

from __future__ import annotations

from datetime import UTC, datetime
from zoneinfo import ZoneInfo

import numpy as np
import pandas
import pytest
from pvlib import solarposition

from hinge.eyes.sun import Opening, daylight, sun_at, sun_year
from tests.support.words import ask

TROMSO = (69.65, 18.96)  # midnight sun about 20 May to 22 July, polar night about 27 November to 15 January (memory)


def seconds(*day: int) -> float:
    return datetime(*day, tzinfo=UTC).timestamp()


@pytest.mark.parametrize("latitude_deg", [-89.0, -75.0, 67.0, 69.65, 82.0, 89.0])
def test_the_sun_stands_where_a_library_says_it_does(latitude_deg):
    moments = np.arange(seconds(2026, 1, 1), seconds(2027, 1, 1), 86_400 * 11 + 3_700)
    ours = sun_at(moments, latitude_deg, 18.96)
    times = pandas.to_datetime(moments, unit="s", utc=True)
    theirs = solarposition.get_solarposition(times, latitude_deg, 18.96, altitude=0, temperature=12)
    assert np.abs((ours[0] - theirs["azimuth"].to_numpy() + 180) % 360 - 180).max() < 0.02
    assert np.abs(ours[1] - theirs["apparent_elevation"].to_numpy()).max() < 0.02


def test_it_does_not_set_in_june_and_does_not_rise_in_december():
    june = daylight(*TROMSO, seconds(2026, 6, 1), seconds(2026, 7, 1))[0]
    assert len(june) == 30 * 24 * 12, "every five minutes of the month"
    assert len(daylight(*TROMSO, seconds(2026, 12, 1), seconds(2026, 12, 31))[0]) == 0


def asked(**more):
    return ask(
        "sun",
        {
            "latitude_deg": TROMSO[0], "longitude_deg": TROMSO[1], "time_zone": "Europe/Oslo", "facing_deg": 270.0, "year": 2026,
            "receiver": "left",
        }
        | more,
    )  # fmt: skip


def test_a_door_that_looks_west_has_the_midnight_sun_in_a_receiver_that_looks_north():
    answer = asked(complaint_at="2026-06-21T23:30")
    assert answer.at_complaint.elevation_deg > 0
    assert answer.left.by_month[5] > 0
    assert answer.left.by_month[11] == 0
    # What stands in the drawing lies within the day, also where the sun goes on past midnight.
    assert all(0 <= day.from_h < day.to_h <= 24 for side in (answer.left, answer.right) for day in side.days)
    shown = sum(day.to_h - day.from_h for day in answer.left.days)
    assert shown == pytest.approx(sun_year(Opening(*TROMSO, 270.0), 2026, ZoneInfo("Europe/Oslo")).hours("left"), abs=3)


def test_in_the_polar_night_it_is_not_the_sun_and_that_is_said():
    answer = asked(complaint_at="2026-12-20T12:00")
    assert answer.verdict == "not_the_sun"
    assert "does not rise" in answer.sentence


def test_a_pole_itself_has_no_way_to_look_out():
    with pytest.raises(Exception, match="-89 to 89"):
        asked(latitude_deg=90)
