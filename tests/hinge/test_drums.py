"""Drums turn by turn: travel and turns are one thing, and what a drum cannot do is refused by its numbers."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.errors import BadInputError, ContradictionError, OutOfRangeError
from hinge.measure.fields import fields
from hinge.sizing.evaluate import need_of
from hinge.sizing.ideal import conditions
from hinge.springs.cable import cable_for
from hinge.springs.counterbalance import TorsionOnShaft
from hinge.springs.drums import named_drums
from tests.support.doors import (
    FOUR_INCH,
    SEVEN_FOOT,
    build_door,
    build_flat_drum,
    build_measured_drum,
    build_tapered_drum,
    build_track,
    doors,
    every_drum,
)


@given(every_drum, st.floats(1, 80))
def test_travel_is_the_radius_summed_over_the_turns(drum, travel):
    turns = np.linspace(0, float(drum.turns_for(travel)), 20_001)
    radius = np.interp(turns, drum.turns, drum.radii_in)
    assert 2 * np.pi * np.trapezoid(radius, turns) == pytest.approx(travel, rel=1e-6)


@given(every_drum)
def test_turns_rise_with_travel_and_arrays_answer_as_their_elements(drum):
    travel = np.linspace(0, 84, 57)
    turns = drum.turns_for(travel)
    assert (np.diff(turns) > 0).all()
    assert turns == pytest.approx([float(drum.turns_for(one)) for one in travel])
    assert turns[0] == 0


def test_a_flat_drum_turns_by_its_circumference():
    assert float(FOUR_INCH.turns_for(2 * np.pi * 2.0625 * 3)) == pytest.approx(3)
    assert float(FOUR_INCH.radius_at(50.0)) == 2.0625


@given(st.floats(5, 60))
def test_a_high_lift_drum_is_flat_once_its_high_lift_is_used(high_lift):
    drum = build_tapered_drum("high_lift", 4, 6, 3.9, 0.125, high_lift)
    assert float(drum.radius_at(high_lift)) == pytest.approx(2.0625)
    assert float(drum.radius_at(high_lift + 30)) == pytest.approx(2.0625)
    assert drum.closed_radius_in > 2.0625


def test_a_taper_matched_to_the_springs_balances_a_vertical_door_all_the_way():
    """Torque falls in a straight line with the turns; where the radius does too, the lift stays what it was."""
    door, track = build_door(120, section_count=5, weight_lb=400), build_track(12, lift="vertical")
    drum = build_tapered_drum("vertical", 3, 8, 7.8, 0.125)
    ideal = conditions(door, track, drum, hold_up_lb=0.0).ideal()
    line = need_of(door, track).profile(TorsionOnShaft(ideal.rate_lbin_per_turn, ideal.turns, drum))
    assert np.abs(line.net_lb).max() < 1e-6 * door.total_lb


@given(doors(), every_drum, st.floats(100, 400), st.floats(12, 20))
def test_the_work_of_the_springs_is_what_they_let_go(door, drum, rate, turns):
    travel = np.linspace(0, min(door.height_in, drum.holds_in or 1e9), 20_001)
    carrier = TorsionOnShaft(rate, turns, drum)
    left = np.maximum(turns - drum.turns_for(travel[[0, -1]]), 0.0)
    let_go = np.pi * rate * (left[0] ** 2 - left[1] ** 2)
    assert np.trapezoid(carrier.lift(travel), travel) == pytest.approx(let_go, rel=1e-3)


def test_more_travel_than_the_drum_holds_is_refused():
    with pytest.raises(OutOfRangeError, match=r"takes 51.8 in of cable; this door travels 84 in"):
        build_tapered_drum("vertical", 3, 5, 4, 0.125).turns_for(84.0)


@pytest.mark.parametrize(
    ("build", "message"),
    [
        (lambda: build_tapered_drum("high_lift", 6, 4, 3, 0.125), "no wider than the narrow end"),
        (lambda: build_tapered_drum("high_lift", 4, 6, 2, 0.125, 54), "takes 32.2 in of cable, but the track lifts 54 in"),
        (lambda: build_flat_drum(2, 0.25), "too small for 0.25 in cable"),
        (lambda: build_measured_drum([0.0, 3.0, 2.0], [5.0, 4.0, 4.0], 0.125), "begin at 0 with the door closed and rise"),
        (lambda: build_measured_drum([1.0], [5.0], 0.125), "begin at 0"),
    ],
)
def test_drums_that_cannot_be_are_refused(build, message):
    with pytest.raises(ContradictionError, match=message):
        build()


def test_a_measured_drum_needs_a_diameter_for_each_turn():
    with pytest.raises(BadInputError, match="a diameter for each turn"):
        build_measured_drum([0.0, 1.0], [4.0], 0.125)


def test_a_measured_drum_serves_any_lift_and_a_flat_one_equals_it():
    measured = build_measured_drum([0.0], [4.0], 0.125)
    flat = conditions(SEVEN_FOOT, build_track(12), FOUR_INCH).ideal()
    assert conditions(SEVEN_FOOT, build_track(12), measured).ideal() == flat
    assert conditions(SEVEN_FOOT, build_track(12, lift="high", high_lift_in=24), measured).ideal().turns > flat.turns


def test_every_drum_of_the_list_can_be_built_and_asked_for():
    for drum in named_drums().values():
        if drum.kind == "flat":
            build_flat_drum(drum.diameter_in, 0.125)
        else:
            build_tapered_drum(drum.kind, drum.diameter_in, drum.large_diameter_in, drum.taper_turns, 0.125)
    assert dict(fields()["listed_drum"].choices) == {name: drum.label for name, drum in named_drums().items()}


@given(every_drum, st.floats(60, 200), st.floats(0.51, 4))
def test_the_wraps_left_are_what_the_cable_has_over(drum, shaft_height, wraps):
    needed = cable_for(drum, shaft_height)
    wrap = 2 * np.pi * drum.closed_radius_in
    assert cable_for(drum, shaft_height, needed.straight_in + wraps * wrap).wraps_left == pytest.approx(wraps)
    assert needed.shortest_in < needed.needed_in


def test_a_cable_that_leaves_too_few_wraps_is_refused():
    with pytest.raises(ContradictionError, match=r"leaves 0.19 wraps on the drum with the door closed; at least 0.5 must stay"):
        cable_for(FOUR_INCH, 90.5, 90)
