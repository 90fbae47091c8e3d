"""What balances a one-piece door about its pivots: a weight on an arm, a torsion spring, or an extension spring.

A weight's torque goes with the sine of the arm's turn as the door's does, and so does that of a spring with no
free length between lug and anchor: both can balance the door all the way. A torsion spring's falls in a straight
line, so it balances only on the whole. Source: statics, any textbook.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from hinge.arrays import Floats


@dataclass(frozen=True)
class PivotWeight:
    """A weight [lb] on an arm [in] opposite the door's."""

    weight_lb: float
    arm_in: float

    def torque(self, angle_rad: Floats) -> Floats:
        """Torque about the pivots [lb·in] at turns of the arm [rad]."""
        return np.asarray(self.weight_lb * self.arm_in * np.sin(angle_rad))


@dataclass(frozen=True)
class PivotTorsion:
    """Torsion springs at the pivots: joint rate [lb·in/turn], and turns left with the arm straight down."""

    rate_lbin_per_turn: float
    turns: float

    def torque(self, angle_rad: Floats) -> Floats:
        """Torque about the pivots [lb·in] at turns of the arm [rad]."""
        return self.rate_lbin_per_turn * np.maximum(self.turns - np.asarray(angle_rad) / (2 * np.pi), 0.0)


@dataclass(frozen=True)
class PivotExtension:
    """Extension springs from a lug on the arms to anchors on the jambs straight above the pivots.

    Joint rate [lb/in] and initial tension [lb]; free length, lug and anchor from the pivot [in].
    """

    rate_lb_per_in: float
    initial_lb: float
    free_in: float
    lug_in: float
    anchor_in: float

    def torque(self, angle_rad: Floats) -> Floats:
        """Torque about the pivots [lb·in] at turns of the arm [rad]."""
        length = np.sqrt(self.lug_in**2 + self.anchor_in**2 + 2 * self.lug_in * self.anchor_in * np.cos(angle_rad))
        stretch = length - self.free_in
        pull = np.where(stretch > 0, self.initial_lb + self.rate_lb_per_in * np.maximum(stretch, 0.0), 0.0)
        lever = self.lug_in * self.anchor_in * np.sin(angle_rad) / np.maximum(length, 1e-9)
        return np.asarray(pull * lever)


PivotBalance = PivotWeight | PivotTorsion | PivotExtension
