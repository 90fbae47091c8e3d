"""The sun in a receiver: facts of the trade and of the sky, and sentences that follow their numbers."""

from datetime import datetime
from zoneinfo import ZoneInfo

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from pvlib import spa

from hinge.errors import BadInputError, ContradictionError, HingeError
from hinge.eyes.lens import lens_of
from hinge.eyes.sun import Opening, daylight, exposed, sun_at, sun_year
from tests.support.words import ask

PLACE = {"latitude_deg": 44.0, "longitude_deg": -93.0, "year": 2026, "time_zone": "America/Chicago"}


def year_of(**more):
    return ask("sun", PLACE | {"facing_deg": 270.0, "receiver": "right"} | more)


def test_a_west_opening_blinds_a_receiver_on_its_north_side_on_winter_afternoons_and_hardly_ever_one_on_its_south_side():
    """Common practice, in the northern mid-latitudes. Looking out to the west, north is on the right."""
    found = year_of()
    assert found.right.hours_per_year > 20 * found.left.hours_per_year
    assert min(found.right.by_month[month] for month in (10, 11, 0, 1)) > 3 * max(found.right.by_month[month] for month in (4, 5, 6))
    assert all(day.from_h >= 11.5 for day in found.right.days)
    assert found.verdict == "swap"
    assert "swap the two eyes" in found.sentence


def test_an_east_opening_is_its_mirror_in_the_morning():
    west, east = year_of(), year_of(facing_deg=90.0, receiver="left")
    assert east.left.hours_per_year == pytest.approx(west.right.hours_per_year, rel=0.03)
    assert all(day.to_h <= 13.5 for day in east.left.days)
    assert east.verdict == "swap"


def test_in_the_south_the_north_side_is_the_sunny_one():
    there = {"latitude_deg": -44.0, "longitude_deg": 170.0, "time_zone": "Pacific/Auckland"}
    assert year_of(**there, receiver="left").verdict == "swap"
    assert year_of(**there, receiver="right").verdict == "not_the_sun" or year_of(**there).right.hours_per_year < 60


def test_an_opening_to_the_south_has_sun_on_both_sides_and_is_shaded():
    found = year_of(facing_deg=180.0)
    assert found.left.hours_per_year == pytest.approx(found.right.hours_per_year, rel=0.05)
    assert found.verdict == "shade"
    assert "8 × 8 in" in found.sentence


def test_an_opening_to_the_north_is_not_the_sun_in_winter():
    found = year_of(facing_deg=0.0)
    assert found.left.by_month[0] == found.right.by_month[11] == 0


def test_a_skyline_and_a_deep_jamb_take_hours_and_a_wide_lens_gives_them():
    open_sky = year_of().right.hours_per_year
    hills = [{"azimuth_deg": one, "elevation_deg": 25.0} for one in (180.0, 300.0)]
    assert year_of(skyline=hills).right.hours_per_year < 0.6 * open_sky
    assert year_of(inset_in=36.0, width_in=96.0).right.hours_per_year < open_sky
    assert year_of(half_angle_deg=30.0).right.hours_per_year < open_sky < year_of(half_angle_deg=75.0).right.hours_per_year


def test_the_hour_of_the_complaint_decides():
    then = year_of(complaint_at="2026-01-10T15:30")
    assert (then.at_complaint.in_receiver, then.verdict) == ("yes", "swap")
    assert then.prove_at[0].begins > datetime(2026, 1, 10, 15, 30, tzinfo=ZoneInfo("America/Chicago"))
    night = year_of(complaint_at="2026-01-10T22:30")
    assert (night.at_complaint.in_receiver, night.verdict, night.prove_at) == ("no", "not_the_sun", [])
    assert "below the horizon" in night.sentence
    morning = year_of(complaint_at="2026-01-10T09:30:00-06:00")
    assert "elsewhere" in morning.sentence


def test_between_45_and_80_degrees_off_its_axis_it_could_be_and_a_shade_test_tells():
    """Surely below 45°, perhaps to 80°: handbook of the trade; practice. The hours of one summer evening, from the axis outward."""
    hours = [f"2026-05-20T{hour:02d}:{minute:02d}" for hour in range(14, 20) for minute in (0, 30)]
    said = {at: year_of(complaint_at=at) for at in hours}
    could = {at: one for at, one in said.items() if one.verdict == "could_be"}
    assert could
    for at, one in said.items():
        now = one.at_complaint
        if now.off_axis_deg > 90:  # beyond half an hour's way of the sun around 80
            assert now.in_receiver == "no", at
    at, one = next((at, one) for at, one in could.items() if 50 < one.at_complaint.off_axis_deg < 75)
    assert "lenses differ" in one.sentence
    assert one.prove_at, "the hours in which it can be seen are told"
    # Shaded then, the light came back: this lens sees at least so far, and the same hour is the sun's.
    told = year_of(complaint_at=at, tests=[{"at": at, "came_back": True}])
    assert told.at_complaint.in_receiver == "yes"
    assert told.verdict in ("swap", "shade")
    assert told.lens.at_least_deg == pytest.approx(max(45.0, one.at_complaint.off_axis_deg), abs=0.1)
    # The light full with the sun upon it: it sees less far, and that hour is not the sun's.
    not_it = year_of(complaint_at=at, tests=[{"at": at, "came_back": False}])
    assert not_it.lens.at_most_deg == pytest.approx(one.at_complaint.off_axis_deg, abs=0.1)


@given(came_back=st.lists(st.floats(0, 80), max_size=4), full=st.lists(st.floats(45, 90), max_size=4))
def test_what_is_known_of_a_lens_only_ever_narrows(came_back, full):
    try:
        lens = lens_of(None, came_back, full)
    except ContradictionError:
        assert max(came_back, default=45) > min(full, default=80)
        return
    assert 45 <= lens.at_least_deg <= lens.likely_deg <= lens.at_most_deg <= 80
    assert all(off <= lens.at_least_deg for off in came_back)
    assert all(off >= lens.at_most_deg for off in full)


def test_shade_tests_that_do_not_go_together_are_told():
    assert lens_of(52.0, [], []).known
    with pytest.raises(HingeError, match="did not stand before this receiver"):
        year_of(tests=[{"at": "2026-01-10T09:30", "came_back": True}])


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"time_zone": "Mars/Olympus"}, "time_zone"),
        ({"complaint_at": "yesterday"}, "complaint_at"),
        ({"latitude_deg": 90.0}, "latitude_deg"),
    ],
)
def test_what_cannot_be_is_refused_by_its_field(change, field):
    with pytest.raises(HingeError) as refused:
        year_of(**change)
    assert refused.value.field == field
    assert field != "time_zone" or isinstance(refused.value, BadInputError)


def test_the_years_of_both_sides_fit_their_months_and_spells():
    found = year_of(facing_deg=225.0)
    for side in (found.left, found.right):
        assert sum(side.by_month) == pytest.approx(side.hours_per_year, abs=1.0)
        assert sum(day.to_h - day.from_h for day in side.days) == pytest.approx(side.hours_per_year, abs=2.0)
        assert side.worst_week is None or side.worst_week.hours <= 7 * 12


@settings(max_examples=25)
@given(st.floats(0, 360), st.floats(20, 80), st.floats(0, 360), st.floats(0.5, 60))
def test_turning_everything_turns_nothing_and_the_sides_are_mirrors(facing, half, azimuth, elevation):
    here = Opening(44.0, 0.0, facing, half)
    sun = np.array([azimuth]), np.array([elevation])
    turned = Opening(44.0, 0.0, (facing + 70) % 360, half)
    assert exposed(here, "left", *sun) == exposed(turned, "left", (sun[0] + 70) % 360, sun[1])
    mirrored = (2 * facing - sun[0]) % 360
    assert exposed(here, "left", *sun) == exposed(here, "right", mirrored, sun[1])


@settings(max_examples=15)
@given(st.floats(-65, 65), st.floats(-180, 180), st.integers(1_700_000_000, 2_200_000_000))
def test_the_way_from_hour_to_hour_is_that_of_every_moment_worked_out(latitude, longitude, begins):
    """Against NREL's algorithm at every moment, by pvlib; but where the air bends a sun that is well down."""
    moments = begins + 300.0 * np.arange(400)
    azimuth, elevation = sun_at(moments, latitude, longitude)
    _, _, theirs, _, their_azimuth, _ = spa.solar_position(moments, latitude, longitude, 0.0, 1013.25, 12.0, 69.2, 0.5667)
    seen = theirs > -5.0
    aside = (azimuth - their_azimuth + 180.0) % 360.0 - 180.0
    assert np.abs(elevation - theirs)[seen].max(initial=0.0) < 1e-4
    assert np.abs(aside * np.cos(np.radians(theirs)))[seen].max(initial=0.0) < 1e-4


def test_nothing_is_exposed_by_night():
    year = sun_year(Opening(44.0, -93.0, 200.0), 2026, ZoneInfo("America/Chicago"))
    _, up = sun_at(year.moments_s, 44.0, -93.0)
    assert (up > 0).all()


def test_what_was_worked_out_for_a_place_stands_for_it_alone_and_is_not_written_over():
    """Asked in any order, each place and each opening has its own sun; what is shared cannot be spoilt by who got it."""
    asked = [{"facing_deg": 200.0}, {"latitude_deg": -44.0}, {"longitude_deg": -60.0}, {"year": 2027}, {}]
    daylight.cache_clear()
    alone = [year_of(**one) for one in asked]
    assert [year_of(**one) for one in reversed(asked)] == list(reversed(alone))
    assert len({one.right.hours_per_year for one in alone}) > 3
    for one in daylight(44.0, -93.0, 0.0, 86_400.0):
        with pytest.raises(ValueError, match="read-only"):
            one[0] = 0.0
