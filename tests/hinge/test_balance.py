"""The fit and the advice: simulated doors are recovered, and told what to do."""

import numpy as np
import pytest

from hinge.balance.fit import FRICTION_LOG_SD, FRICTION_MEDIAN_LB, GAUGE_SD_LB, MODEL_SD_LB, DoorAssembly, fit_readings
from hinge.errors import OutOfRangeError
from tests.support.advice import advise
from tests.support.balance import HUNG, IDEAL, gauge
from tests.support.doors import SEVEN_FOOT, TWELVE_INCH, hand_force, let_go, torsion
from tests.support.words import words


def advice_for(*readings, hung=HUNG):
    return advise(hung, list(readings), 2)[1]


def test_exact_readings_are_recovered():
    fit = fit_readings(HUNG, gauge(126, 0.4, 9, [10.0, 30.0, 50.0, 70.0]))
    assert fit.weight_lb.low < 126 < fit.weight_lb.high
    assert fit.setting_error.likely == pytest.approx(0.4, abs=0.12)
    assert fit.friction_lb.likely == pytest.approx(9, abs=1)


def test_random_doors_lie_within_the_stated_range_nine_times_in_ten():
    chance = np.random.default_rng(11)
    inside = np.zeros(3)
    doors = 120
    for _ in range(doors):
        truth = np.array(
            [130 * chance.normal(1, 0.04), chance.normal(0, 0.5), FRICTION_MEDIAN_LB * np.exp(chance.normal(0, FRICTION_LOG_SD))]
        )
        noise = chance.normal(0, np.hypot(MODEL_SD_LB, GAUGE_SD_LB), 6)
        fit = fit_readings(HUNG, gauge(*truth, [12.0, 40.0, 66.0], noise))
        inside += [
            one.low <= true <= one.high for one, true in zip((fit.weight_lb, fit.setting_error, fit.friction_lb), truth, strict=True)
        ]
    assert (inside / doors >= 0.9).all()


def test_more_readings_narrow_the_range():
    few, many = (fit_readings(HUNG, gauge(130, 0, 8, heights)) for heights in ([42.0], [10.0, 25.0, 42.0, 60.0, 75.0]))
    assert many.setting_error.high - many.setting_error.low < few.setting_error.high - few.setting_error.low


def test_no_reading_asks_for_one_at_three_and_a_half_feet():
    advice = advice_for()
    assert (advice.kind, advice.next_height_in) == ("measure_more", 42.0)


def test_a_door_that_holds_is_left():
    assert advice_for(let_go(12, "holds"), let_go(42, "holds"), let_go(60, "holds")).kind == "leave"


@pytest.mark.parametrize(("outcome", "sign"), [("runs_up", -1), ("creeps_up", -1), ("creeps_down", 1), ("runs_down", 1)])
def test_a_door_that_moves_is_trimmed_against_its_way(outcome, sign):
    advice = advice_for(let_go(42, outcome))
    assert advice.kind == "trim"
    assert np.sign(advice.steps) == sign
    assert abs(advice.steps) <= 4


def test_the_sentence_says_what_to_do():
    readings = gauge(130, 0.5, 6, [15.0, 42.0, 70.0])
    advice = advice_for(*readings)
    assert advice.steps == -2
    assert advice.sentence == "Take ½ turn off each spring."


@pytest.mark.parametrize("turn_error", [-0.75, -0.5, -0.25, 0.25, 0.5, 0.75])
def test_a_known_turn_error_is_trimmed_by_as_many_quarters(turn_error):
    assert advice_for(*gauge(130, turn_error, 5, [10.0, 30.0, 50.0, 70.0])).steps == pytest.approx(-4 * turn_error, abs=1)


def test_following_the_advice_ends_in_leave_or_hold():
    turn_error = 0.9
    for _ in range(4):
        advice = advice_for(*gauge(130, turn_error, 6, [12.0, 42.0, 66.0]))
        if advice.kind != "trim":
            break
        turn_error += advice.steps / 4
    assert advice.kind == "leave"
    assert abs(turn_error) <= 0.25


def test_a_wrong_rate_is_told_from_wrong_turns():
    weak = DoorAssembly(SEVEN_FOOT, TWELVE_INCH, torsion(0.75 * IDEAL.rate_lbin_per_turn, IDEAL.turns + 1.2))
    advice = advice_for(*gauge(130, 0, 5, [6.0, 30.0, 54.0, 78.0], hung=weak), hung=weak)
    assert advice.kind == "resize"
    assert "too weak" in advice.sentence
    assert "Size again for 3" in words(advice.sentence)


def test_a_dragging_door_is_freed_before_the_springs_are_touched():
    advice = advice_for(*gauge(130, 0, 45, [20.0, 42.0, 66.0]))
    assert advice.kind == "free_up"
    assert "rollers" in advice.sentence


def test_an_unsettled_reading_asks_for_one_height_and_not_the_same():
    advice = advice_for(hand_force(42, 14, "raising"))
    assert advice.kind in ("measure_more", "trim", "leave")
    doubtful = advice_for(let_go(12, "holds"), let_go(42, "holds"), let_go(70, "creeps_up"))
    if doubtful.kind == "measure_more":
        assert doubtful.next_height_in not in (12, 42, 70)


def test_a_reading_off_the_travel_is_refused():
    with pytest.raises(OutOfRangeError, match="90 in is outside"):
        advice_for(let_go(90, "holds"))
