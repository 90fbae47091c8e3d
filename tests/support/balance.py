"""Doors as they hang, and gauges read at them."""

from __future__ import annotations

import numpy as np

from hinge.balance.fit import DoorAssembly
from hinge.sizing.evaluate import net_hand_force
from hinge.sizing.ideal import conditions
from hinge.sizing.picks import pick_extension, pick_plates
from hinge.springs.counterbalance import TorsionOnShaft
from tests.support.doors import (
    FOUR_INCH,
    SEVEN_FOOT,
    TWELVE_INCH,
    build_door,
    build_flat_drum,
    build_hub,
    build_tapered_drum,
    build_track,
    hand_force,
    torsion,
)

IDEAL = conditions(SEVEN_FOOT, TWELVE_INCH, FOUR_INCH).ideal()


HUNG = DoorAssembly(SEVEN_FOOT, TWELVE_INCH, torsion(IDEAL.rate_lbin_per_turn, IDEAL.turns))


def gauge(weight_lb, turn_error, friction_lb, heights, noise=None, hung=HUNG):
    """Hand forces up and down on a door that is a little other than its file says."""
    door = build_door(84, section_count=4, weight_lb=weight_lb)
    wound = torsion(hung.carrier.rate_lbin_per_turn, hung.carrier.turns + turn_error)
    net = net_hand_force(door, TWELVE_INCH, wound, np.array(heights))
    noise = np.zeros(2 * len(heights)) if noise is None else noise
    up = [hand_force(at, float(force + friction_lb + slip), "raising") for at, force, slip in zip(heights, net, noise, strict=False)]
    down = [
        hand_force(at, float(force - friction_lb + slip), "lowering")
        for at, force, slip in zip(heights, net, noise[len(heights) :], strict=False)
    ]
    return up + down


def torsion_on(door, track, drum):
    ideal = conditions(door, track, drum).ideal()
    return DoorAssembly(door, track, TorsionOnShaft(ideal.rate_lbin_per_turn, ideal.quarter_turns / 4, drum))


def random_door(chance):
    """A door of any kind, carried by what belongs on it."""
    count = int(chance.integers(3, 7))
    heights = tuple(chance.uniform(18, 22, count))
    weight = float(chance.uniform(90, 240))
    door = build_door(sum(heights), heights, weight_lb=weight, extras_lb=(*[0.0] * (count - 1), float(chance.uniform(0, 15))))
    kind = chance.integers(6)
    if kind == 0:
        return torsion_on(door, build_track(15, 3, pitch_deg=float(chance.uniform(0, 5))), build_flat_drum(4, 0.125))
    if kind == 1:
        return torsion_on(door, build_track(12, lift="low_headroom"), build_flat_drum(4, 0.125))
    if kind == 2:
        lift = float(chance.uniform(12, 50))
        return torsion_on(
            door, build_track(12, 2, "high", high_lift_in=lift), build_tapered_drum("high_lift", 4, 6, 3.6, 0.125, taper_used_in=lift)
        )
    if kind == 3:
        return torsion_on(door, build_track(12, lift="vertical"), build_tapered_drum("vertical", 3, 8, 7.8, 0.125))
    if kind == 4:
        track = build_track(12, 2)
        return DoorAssembly(door, track, pick_extension(door, track).pair)
    track = build_track(12, 2)
    return DoorAssembly(door, track, pick_plates(door, track, FOUR_INCH, build_hub(0.5, 0.18, 10.5)).carrier)


# A vertical-lift door weighs the same all the way, and so does a stack on a nearly even hub.
UP = build_track(12, lift="vertical")


STACK = DoorAssembly(SEVEN_FOOT, UP, pick_plates(SEVEN_FOOT, UP, FOUR_INCH, build_hub(2, 0.01, 8)).carrier)
