"""A weight on a strap pulls alike all the way: what it can follow, worked out from the work it does."""

from __future__ import annotations

import math

import numpy as np
import pytest

from tests.support.words import ask, words

DOOR = {"height_in": 84, "section_count": 4, "weight_lb": 130}
STANDARD = {"lift": "standard", "radius_in": 12, "rise_in": 2}
FLAT = {"kind": "flat", "diameter_in": 4, "cable_in": 0.125}


def picked(hub, track=STANDARD, drum=FLAT):
    return ask("counterweight", {"door": DOOR, "track": track, "drum": drum, "hub": hub})


@pytest.mark.parametrize(("core", "strap", "turns"), [(1, 0.15, 8), (1, 0.06, 9), (0.75, 0.2, 7.5), (0.5, 0.3, 8)])
def test_a_plain_hub_on_standard_lift_is_said_not_to_follow(core, strap, turns):
    """Energy: a door on standard lift wants about half its weight times its height; a weight that falls as the strap pays out gives
    more, and the rest is in the door at the top. Statics, no source needed."""
    answer = picked({"core_radius_in": core, "strap_in": strap, "turns": turns})
    profile = answer.profile
    assert -profile.worst_hot_lb > 0.25 * DOOR["weight_lb"]
    assert "cannot follow" in answer.cannot
    assert "vertical" in answer.cannot
    given = answer.stack_lb * answer.stack_drop_in
    # Every section ends lying at the height of the track; its centre of gravity was on average half the door's height up.
    work = DOOR["weight_lb"] * (DOOR["height_in"] + STANDARD["rise_in"] - DOOR["height_in"] / 2)
    step = np.diff(profile.positions_in)
    over = -float((np.array(profile.net_hand_force_lb)[1:] * step).sum())
    assert over == pytest.approx(given - work, rel=0.05)


def test_a_vertical_lift_with_its_own_drum_is_followed():
    up = {"kind": "vertical", "diameter_in": 3, "large_diameter_in": 8, "taper_turns": 7.8, "cable_in": 0.125}
    answer = picked({"core_radius_in": 1, "strap_in": 0.15, "turns": 8}, {"lift": "vertical", "radius_in": 12}, up)
    assert answer.cannot == ""


def test_a_tapered_drum_lets_a_weight_follow_standard_lift():
    """The drum grows as the door opens, so that the weight's lift falls; measured drums serve any track."""
    grows = {"kind": "measured", "cable_in": 0.125, "turns": [0, 1, 2, 3, 4, 5], "diameters_in": [3.2, 3.8, 4.8, 6.5, 9.5, 16]}
    plain, tapered = (
        picked({"core_radius_in": 1, "strap_in": 0.15, "turns": 8}),
        picked({"core_radius_in": 1, "strap_in": 0.15, "turns": 8}, drum=grows),
    )
    assert -tapered.profile.worst_hot_lb < 0.6 * -plain.profile.worst_hot_lb


def test_a_stack_that_would_fall_further_than_its_shaft_is_high_is_refused():
    """27 ft of fall on a 7 ft door: strap paid out is turns times the hub's circumference."""
    with pytest.raises(Exception, match="comes down") as refused:
        picked({"core_radius_in": 7, "strap_in": 0.06, "turns": 9})
    turns = DOOR["height_in"] / (2 * math.pi * 2.0625)
    assert turns * 2 * math.pi * 7 > 27 * 12 * 0.8
    assert "the shaft is" in words(str(refused.value))
