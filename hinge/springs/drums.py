"""The flat drum: how the shaft's torque becomes lift on the cables."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from hinge.arrays import Floats
from hinge.errors import Contradiction, number, require_between


@dataclass(frozen=True)
class FlatDrum:
    """A drum of one diameter at the bottom of the groove, with its cable [in]."""

    diameter_in: float
    cable_in: float
    kind: Literal["flat"] = "flat"

    @property
    def radius_in(self) -> float:
        """Radius to the middle of the cable [in]."""
        return (self.diameter_in + self.cable_in) / 2

    @property
    def travel_per_turn_in(self) -> float:
        """Cable paid out per turn of the shaft [in]."""
        return 2 * np.pi * self.radius_in

    def turns_for(self, travel_in: float | Floats) -> Floats:
        """Turns of the shaft for that travel of the door [in]."""
        return np.asarray(travel_in) / self.travel_per_turn_in


def build_flat_drum(diameter_in: float, cable_in: float) -> FlatDrum:
    """Make a flat drum [in], checked. Raises OutOfRange or Contradiction."""
    require_between("drum.diameter_in", diameter_in, 1, 24, "in")
    require_between("drum.cable_in", cable_in, 0.0625, 0.5, "in")
    if diameter_in < 16 * cable_in:
        raise Contradiction(
            f"A drum of {number(diameter_in)} in is too small for {number(cable_in)} in cable.",
            "drum.diameter_in",
            diameter_in,
            f"at least {number(16 * cable_in)}",
            "in",
        )
    return FlatDrum(diameter_in, cable_in)
