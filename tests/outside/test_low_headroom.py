"""On low headroom too the lift is the slope of the door's energy, whatever the bend: virtual work, any textbook of statics."""

from __future__ import annotations

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from hinge.door.lift import potential_energy, required_lift
from tests.support.doors import build_door, build_track


@given(
    st.floats(78, 168), st.integers(4, 8), st.floats(10, 34), st.floats(0.0, 5.5),
    st.lists(st.floats(0.003, 0.997), min_size=1, max_size=40),
)  # fmt: skip
def test_the_lift_is_the_slope_of_the_energy_at_every_radius(height_in, sections, radius_in, ease_in, shares):
    """Also where the bend begins below the top hinge, from a radius of 15 in on."""
    door, track = build_door(height_in, section_count=sections, weight_lb=100), build_track(radius_in, lift="low_headroom", ease_in=ease_in)
    step = 1e-4
    at = np.array(shares) * height_in
    slope = (potential_energy(door, track, at + step) - potential_energy(door, track, at - step)) / (2 * step)
    # Where a joint enters a bend, or the top edge its level track, the slope steps: both sides are right there.
    low, high = (required_lift(door, track, np.clip(at + side, 0, height_in)) for side in (-2 * step, 2 * step))
    assert (slope >= np.minimum(low, high) - 0.05).all()
    assert (slope <= np.maximum(low, high) + 0.05).all()
