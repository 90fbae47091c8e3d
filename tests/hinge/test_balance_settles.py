"""The advice, followed on doors with the mess real ones have. `make bench` has three hundred of them."""

import pytest

from hinge.balance.advice import advise
from hinge.balance.fit import Hung
from hinge.springs.extension import PairAtWork
from tests.hinge.doors import SEVEN_FOOT, TWELVE_INCH, let_go, pair_of_class
from tests.hinge.test_balance import HUNG, IDEAL, gauge
from tests.hinge.test_balance_of_every_kind import STACK
from tests.hinge.world import tally


def test_followed_to_the_end_the_advice_settles_the_door():
    ended = tally(24, seed=21)
    assert ended.wrong_way == 0, ended
    assert ended.well >= 0.85, ended
    assert ended.right_blamed <= 0.07, ended  # one door of twenty
    assert ended.readings <= 6, ended


@pytest.mark.parametrize("way", ["up", "down"])
def test_no_door_is_trimmed_further_the_way_it_goes(way):
    """Whatever is thought of what hangs there: it is asked about, not trimmed."""
    kinds = [HUNG, STACK, Hung(SEVEN_FOOT, TWELVE_INCH, pair_of_class(110, 84))]
    for hung in kinds:
        for outcome in (f"creeps_{way}", f"runs_{way}"):
            advice = advise(hung, [let_go(at, outcome) for at in (12, 42, 66)], 2)[1]
            assert advice.steps <= 0 if way == "up" else advice.steps >= 0, (hung.carrier, outcome, advice)


def test_a_light_pair_that_runs_up_is_named_as_not_expected():
    """A 110 class on a 129 lb door is heavy all the way; if it runs up, something is not what it is said to be."""
    light = Hung(SEVEN_FOOT.weighing(129), TWELVE_INCH, pair_of_class(110, 84))
    assert isinstance(light.carrier, PairAtWork)
    advice = advise(light, [let_go(42, "runs_up")], 2)[1]
    assert advice.steps <= 0
    assert advice.surprise == "It goes up at 3'6\", yet by what hangs there it should hold or be heavy: is the class right, is it binding?"
    assert advise(light, [let_go(42, "creeps_down")], 2)[1].surprise == ""


def test_leave_is_said_only_once_low_middle_and_high_have_spoken():
    assert advise(HUNG, [let_go(42, "holds")], 2)[1].kind == "measure_more"
    assert advise(HUNG, [let_go(42, "holds"), let_go(12, "holds")], 2)[1].kind == "measure_more"
    assert advise(HUNG, [let_go(42, "holds"), let_go(12, "holds"), let_go(66, "holds")], 2)[1].kind == "leave"


def test_springs_that_pull_other_than_their_size_are_found_by_hand_forces():
    """Told as the ideal set, pulling a quarter less: the readings are all there is to tell."""
    weak = Hung(SEVEN_FOOT, TWELVE_INCH, type(HUNG.carrier)(0.72 * IDEAL.rate_lbin_per_turn, IDEAL.turns + 1.5, HUNG.carrier.drum))
    told = Hung(SEVEN_FOOT, TWELVE_INCH, type(HUNG.carrier)(IDEAL.rate_lbin_per_turn, IDEAL.turns + 1.5, HUNG.carrier.drum))
    fit, advice = advise(told, gauge(130, 0, 5, [6.0, 24.0, 42.0, 66.0, 80.0], hung=weak), 2)
    assert advice.kind == "resize"
    assert fit.pull.low < 0.72 < fit.pull.high
    assert "measure wire and length again" in advice.sentence
