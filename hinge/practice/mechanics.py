"""How a door moves that is not quite what its file says: weight, track, drag and springs of its own, and joints that bend over inches.

Positions are of the bottom edge above the floor [in], forces at the hand [lb], raising positive. Nothing here is what the advice
computes with: only the lift a door needs is. Source: common practice; every spread is an estimate.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from hinge.arrays import Floats
from hinge.balance.fit import CREEP_BAND_LB
from hinge.balance.readings import Outcome
from hinge.document import read
from hinge.door.lift import required_lift
from hinge.door.sections import Door
from hinge.door.track import Track

SOFT_JOINT_IN = np.linspace(-3, 3, 7)
SECTIONS_SD, WEIGHT_SD, TRACK_IN = 0.06, 0.02, 0.5
HARD_TO_MOVE_LB = (38.0, 55.0)
PLACES, DRAG_LB, DRAG_SPREAD, DRAG_RANGE_LB, ALONG_SD, ALONG_RANGE = 7, 10.0, 0.5, (2.0, 28.0), 0.2, (0.5, 1.6)
Lift = Callable[[Floats], Floats]


@dataclass(frozen=True)
class DoorInMotion:
    """A door as it is: its sections and track, and its drag at `PLACES` places along the travel [lb]."""

    door: Door
    track: Track
    drag_lb: Floats

    def need(self, heights_in: Floats) -> Floats:
        """The lift that would carry it at heights [lb]; a joint bends over some inches."""
        at = np.clip(np.asarray(heights_in)[:, None] + SOFT_JOINT_IN, 0, self.door.height_in)
        return np.asarray(required_lift(self.door, self.track, at.ravel()).reshape(at.shape).mean(axis=1))

    def net(self, heights_in: Floats, lift: Lift) -> Floats:
        """The hand force without drag at heights [lb], carried by `lift`."""
        return self.need(heights_in) - lift(np.asarray(heights_in))

    def drag(self, heights_in: Floats) -> Floats:
        """Drag at heights [lb]."""
        return np.interp(heights_in, np.linspace(0, self.door.height_in, len(self.drag_lb)), self.drag_lb)

    def let_go(self, height_in: float, lift: Lift) -> Outcome:
        """What it does when it is let go at a height [in]: the floor holds a heavy door up."""
        at = np.array([height_in])
        net, drag = float(self.net(at, lift)[0]), float(self.drag(at)[0])
        over = abs(net) - drag
        if over <= 0 or (height_in <= 0 and net > 0):
            return "holds"
        if net > 0:
            return "creeps_down" if over <= CREEP_BAND_LB else "runs_down"
        return "creeps_up" if over <= CREEP_BAND_LB else "runs_up"

    def pull(self, height_in: float, lift: Lift) -> tuple[float, float]:
        """The hand force that moves it slowly up and down at a height [lb]."""
        at = np.array([height_in])
        net, drag = float(self.net(at, lift)[0]), float(self.drag(at)[0])
        return net + drag, net - drag

    def glide(self, height_in: float, lift: Lift, most_in: float) -> float:
        """Where it comes to rest once it is let go at a height [in], moving `most_in` at the most before a hand stops it."""
        way = {"creeps_down": -1, "runs_down": -1, "creeps_up": 1, "runs_up": 1}.get(self.let_go(height_in, lift), 0)
        at = height_in + way * np.arange(0.0, most_in + 0.5, 0.5)
        at = at[(at >= 0) & (at <= self.door.height_in)]
        stops = np.flatnonzero(np.abs(self.net(at, lift)) <= 0.8 * self.drag(at))
        return float(at[stops[0]] if way and stops.size else at[-1] if way else height_in)


def door_in_motion(
    door: Door, track: Track, chance: np.random.Generator, weight: float = 1.0, drag: float = 1.0, drags: float = 0.0
) -> DoorInMotion:
    """A door that is a little other than told.

    `weight` and `drag` are how many times what they would be, `drags` is the chance that it moves hard.
    """
    sections = np.array(door.weights_lb) * chance.normal(1, SECTIONS_SD, len(door.weights_lb))
    sections *= weight * door.total_lb * chance.normal(1, WEIGHT_SD) / sections.sum()
    heights = list(door.heights_in)
    really = read(Door, {"height_in": door.height_in, "section_heights_in": heights, "section_weights_lb": sections.tolist()}, "door")
    if track.lift == "standard":
        radius, rise = track.radius_in + chance.uniform(-TRACK_IN, TRACK_IN), (track.rise_in or 0.0) + chance.uniform(-TRACK_IN, TRACK_IN)
        track = track.model_copy(update={"radius_in": radius, "rise_in": max(0.0, rise)})
    moves_hard = bool(drags) and chance.random() <= drags
    if moves_hard:
        most = float(chance.uniform(*HARD_TO_MOVE_LB))
    else:
        most = float(np.clip(DRAG_LB * np.exp(DRAG_SPREAD * chance.normal()), *DRAG_RANGE_LB))
    along = most * drag * np.clip(1 + ALONG_SD * chance.normal(size=PLACES), *ALONG_RANGE)
    return DoorInMotion(really, track, along)
