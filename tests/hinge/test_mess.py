"""Doors no fit was made on: whatever is the matter with one, no trim goes the wrong way, and most end well. Seeds nobody tuned on."""

import numpy as np
import pytest

from tests.support.mess import MESSES, ended
from tests.support.world import Tally


@pytest.mark.bulk
@pytest.mark.parametrize("name", MESSES)
def test_no_advice_drives_a_messy_door_the_wrong_way(name):
    """`make bench` tells the shares of many more; here six doors of each, one of every kind of counterbalance."""
    found = Tally(ended(name, 6, 9300))
    assert found.wrong_way == 0
    assert np.mean([one.advice.kind != "trim" for one in found.ended]) == 1, "it comes to an end"
    assert found.well >= 0.5


@pytest.mark.bulk
def test_an_arm_that_is_still_on_is_asked_about():
    """It holds everywhere and a hand hardly moves it: with a gauge that is found every time."""
    found = ended("arm attached", 6, 9400)
    assert [one.advice.kind for one in found] == ["free_up"] * 6
    assert all("arm off" in one.advice.sentence for one in found)
