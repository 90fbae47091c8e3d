"""A one-piece door on lifting arms: a rigid panel whose top edge rolls in a level track while an arm on each
jamb swings its lower bracket up.

Model: with the arm turned by θ from straight down, the bracket stands at z = pivot − arm·cos θ, and the panel's
centre of gravity at H − (H/2)·(H − z)/(H − bracket). The torque about the pivots that holds the door is the
slope of its energy, T = W·(H/2)/(H − bracket)·arm·sin θ. Source: virtual work, any textbook of statics. Doors on
other gear are not covered.
"""

from __future__ import annotations

from typing import Annotated

import numpy as np
from pydantic import model_validator

from hinge.arrays import Floats
from hinge.document import Between, Document, told
from hinge.errors import ContradictionError, outside
from hinge.text.marks import number, say_size


class OnePiece(Document):
    """A rigid panel whose top edge rolls level while arms on the jambs swing its lower brackets up.

    `bracket_in` above the panel's bottom edge, `pivot_in` above the floor.
    """

    height_in: Annotated[float, Between(60, 120, "in")]
    weight_lb: Annotated[float, Between(40, 600, "lb")]
    bracket_in: Annotated[float, Between(0, 60, "in")]
    pivot_in: Annotated[float, Between(0, 120, "in")]
    arm_in: Annotated[float, Between(6, 120, "in")]

    @model_validator(mode="after")
    def _goes_together(self) -> OnePiece:
        limits = {"bracket_in": (0.0, self.height_in / 2), "pivot_in": (self.bracket_in, self.height_in), "arm_in": (6.0, self.height_in)}
        for name, (low, high) in limits.items():
            if not low <= getattr(self, name) <= high:
                raise told(outside(name, getattr(self, name), low, high, "in"))
        if self.arm_in < self.pivot_in - self.bracket_in:
            raise told(
                ContradictionError(
                    f"An arm of {say_size(self.arm_in, 'in')} does not reach from its pivot at {say_size(self.pivot_in, 'in')} "
                    f"down to the bracket at {say_size(self.bracket_in, 'in')}.",
                    "arm_in",
                    self.arm_in,
                    f"at least {number(self.pivot_in - self.bracket_in)}",
                    "in",
                )
            )
        return self

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

    def places(self, angle_rad: Floats) -> Floats:
        """Pivot, bracket, bottom and top edge at turns of the arm [rad], as (x, z) [in], shape (n, 4, 2).

        x into the garage from the closed panel; it swings out at the bottom while its top edge rolls in level.
        """
        reach = self.height_in - self.bracket_in
        pivot = np.broadcast_to([self.arm_in * np.sin(self.closed_rad), self.pivot_in], (len(angle_rad), 2))
        bracket = pivot - self.arm_in * np.stack([np.sin(angle_rad), np.cos(angle_rad)], axis=-1)
        rise = np.clip(self.height_in - bracket[:, 1], 0.0, reach)
        along = np.stack([np.sqrt(reach**2 - rise**2), rise], axis=-1) / reach
        return np.stack([pivot, bracket, bracket - self.bracket_in * along, bracket + reach * along], axis=1)

    def energy(self, angle_rad: Floats) -> Floats:
        """Potential energy above the floor [in·lb] at turns of the arm [rad]."""
        bracket = self.pivot_in - self.arm_in * np.cos(angle_rad)
        below_top = (self.height_in / 2) * (self.height_in - bracket) / (self.height_in - self.bracket_in)
        return np.asarray(self.weight_lb * (self.height_in - below_top))
