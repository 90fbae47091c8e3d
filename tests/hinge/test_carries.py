"""What springs carry: the inverse of sizing, and the verdict."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.sizing.carries import carried_by, verdict_against
from hinge.sizing.ideal import conditions
from tests.support.doors import FOUR_INCH, SEVEN_FOOT, TWELVE_INCH, build_door, doors, drums, tracks


@given(doors(), tracks, drums)
def test_the_ideal_rate_carries_the_doors_own_weight(door, track, drum):
    ideal = conditions(door, track, drum).ideal()
    carried = carried_by(ideal.rate_lbin_per_turn, door, track, drum)
    assert carried.sprung_weight_lb == pytest.approx(door.total_lb)
    assert carried.quarter_turns == ideal.quarter_turns


@given(st.floats(50, 500), st.floats(10, 100))
def test_the_answer_does_not_hang_on_the_weight_given(weight_lb, rate):
    other = build_door(84, section_count=4, weight_lb=weight_lb)
    assert carried_by(rate, other, TWELVE_INCH, FOUR_INCH).sprung_weight_lb == pytest.approx(
        carried_by(rate, SEVEN_FOOT, TWELVE_INCH, FOUR_INCH).sprung_weight_lb
    )


@pytest.mark.parametrize(
    ("sprung", "verdict"),
    [(130, "right"), (124, "right"), (136, "right"), (120, "doubtful"), (142, "doubtful"), (110, "wrong"), (150, "wrong")],
)
def test_the_verdict_against_the_scale(sprung, verdict):
    assert verdict_against(sprung, 130)[1] == verdict
