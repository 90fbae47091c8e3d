"""What balances a one-piece door about its pivots: a weight on an arm, a torsion spring, or an extension spring.

A weight's torque goes with the sine of the arm's turn as the door's does, and so does that of a spring with no
free length between lug and anchor: both can balance the door all the way. A torsion spring's falls in a straight
line, so it balances only on the whole. Source: statics, any textbook.
"""

from __future__ import annotations

from typing import Annotated, Literal

import numpy as np

from hinge.arrays import Floats
from hinge.document import Between, Document


class PivotWeight(Document):
    """Weights on arms opposite the door's."""

    kind: Literal["weight"]
    weight_lb: Annotated[float, Between(0.1, 3000, "lb")]
    arm_in: Annotated[float, Between(0.5, 200, "in")]

    def torque(self, angle_rad: Floats) -> Floats:
        """Torque about the pivots [lb·in] at turns of the arm [rad]."""
        return np.asarray(self.weight_lb * self.arm_in * np.sin(angle_rad))


class PivotTorsion(Document):
    """Torsion springs at the pivots: joint rate, and turns left with the arm straight down."""

    kind: Literal["torsion"]
    rate_lbin_per_turn: Annotated[float, Between(0.1, 50_000, "lb·in/turn")]
    turns: Annotated[float, Between(0.05, 40, "turns")]

    def torque(self, angle_rad: Floats) -> Floats:
        """Torque about the pivots [lb·in] at turns of the arm [rad]."""
        return self.rate_lbin_per_turn * np.maximum(self.turns - np.asarray(angle_rad) / (2 * np.pi), 0.0)


class PivotExtension(Document):
    """Extension springs from a lug on each arm to an anchor straight above its pivot: joint rate, initial tension, places."""

    kind: Literal["extension"]
    rate_lb_per_in: Annotated[float, Between(0.1, 1000, "lb/in")]
    initial_lb: Annotated[float, Between(0, 1000, "lb")] = 0.0
    free_in: Annotated[float, Between(0, 200, "in")]
    lug_in: Annotated[float, Between(0.5, 200, "in")]
    anchor_in: Annotated[float, Between(0.5, 200, "in")]

    def torque(self, angle_rad: Floats) -> Floats:
        """Torque about the pivots [lb·in] at turns of the arm [rad]."""
        length = np.sqrt(self.lug_in**2 + self.anchor_in**2 + 2 * self.lug_in * self.anchor_in * np.cos(angle_rad))
        stretch = length - self.free_in
        pull = np.where(stretch > 0, self.initial_lb + self.rate_lb_per_in * np.maximum(stretch, 0.0), 0.0)
        lever = self.lug_in * self.anchor_in * np.sin(angle_rad) / np.maximum(length, 1e-9)
        return np.asarray(pull * lever)
