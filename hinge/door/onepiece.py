"""A one-piece door on lifting arms: a rigid panel whose top edge rolls in a level track while an arm on each
jamb swings its lower bracket up.

Model: with the arm turned by θ from straight down, the bracket stands at z = pivot − arm·cos θ, and the panel's
centre of gravity at H − (H/2)·(H − z)/(H − bracket). The torque about the pivots that holds the door is the
slope of its energy, T = W·(H/2)/(H − bracket)·arm·sin θ. Source: virtual work, any textbook of statics. Doors on
other gear are not covered.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from hinge.arrays import Floats
from hinge.errors import Contradiction, number, require_between


@dataclass(frozen=True)
class OnePiece:
    """Panel height, bracket above its bottom edge, pivot above the floor, arm [in]; weight [lb]."""

    height_in: float
    weight_lb: float
    bracket_in: float
    pivot_in: float
    arm_in: float

    @property
    def closed_rad(self) -> float:
        """Turn of the arm from straight down with the door closed [rad]."""
        return float(np.arccos((self.pivot_in - self.bracket_in) / self.arm_in))

    @property
    def open_rad(self) -> float:
        """Turn of the arm with the panel level, or as far as the arm goes [rad]."""
        return float(np.arccos(np.clip((self.pivot_in - self.height_in) / self.arm_in, -1.0, 1.0)))

    @property
    def peak_torque_lbin(self) -> float:
        """Torque with the arm level [lb·in], both arms together."""
        return self.weight_lb * (self.height_in / 2) / (self.height_in - self.bracket_in) * self.arm_in

    def angles(self, count: int = 61) -> Floats:
        """Turns of the arm from closed to open [rad]."""
        return np.linspace(self.closed_rad, self.open_rad, count)

    def torque(self, angle_rad: Floats) -> Floats:
        """Torque about the pivots that holds the door [lb·in] at turns of the arm [rad]."""
        held: Floats = self.peak_torque_lbin * np.sin(angle_rad)
        return held

    def energy(self, angle_rad: Floats) -> Floats:
        """Potential energy above the floor [in·lb] at turns of the arm [rad]."""
        bracket = self.pivot_in - self.arm_in * np.cos(angle_rad)
        below_top = (self.height_in / 2) * (self.height_in - bracket) / (self.height_in - self.bracket_in)
        return np.asarray(self.weight_lb * (self.height_in - below_top))


def build_one_piece(height_in: float, weight_lb: float, bracket_in: float, pivot_in: float, arm_in: float) -> OnePiece:
    """A one-piece door [in, lb], checked. Raises OutOfRange, and Contradiction where the arm does not reach its bracket."""
    require_between("door.height_in", height_in, 60, 120, "in")
    require_between("door.weight_lb", weight_lb, 40, 600, "lb")
    require_between("door.bracket_in", bracket_in, 0, height_in / 2, "in")
    require_between("door.pivot_in", pivot_in, bracket_in, height_in, "in")
    require_between("door.arm_in", arm_in, 6, height_in, "in")
    if arm_in < pivot_in - bracket_in:
        raise Contradiction(
            f"An arm of {number(arm_in)} in does not reach from its pivot at {number(pivot_in)} in "
            f"down to the bracket at {number(bracket_in)} in.",
            "door.arm_in",
            arm_in,
            f"at least {number(pivot_in - bracket_in)}",
            "in",
        )
    return OnePiece(height_in, weight_lb, bracket_in, pivot_in, arm_in)
