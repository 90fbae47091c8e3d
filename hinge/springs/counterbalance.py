"""What carries a door, whatever it is: lift along the travel, and the step it is trimmed by.

Every kind gives its lift with its setting `off` by some amount in the kind's own unit: turns for torsion
springs, inches of stretch for extension springs, pounds of plates for a counterweight. Fit and advice
know nothing more of a kind than this.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, Protocol

import numpy as np

from hinge.arrays import Floats
from hinge.springs.drums import DrumProfile
from hinge.text.marks import say_rule
from hinge.text.sentences import say_with

say = say_with(__file__)
USUAL_DOOR_IN, HALF_FOOT_IN = 84.0, 6.0
TRADES_TO_IN = 96.0  # so high the trade's own words hold for half-way up; estimate
StepKind = Literal["quarter_turn", "cable_hole", "small_plate"]


@dataclass(frozen=True)
class Band:
    """Heights of the bottom edge at which a door must hold when it is let go [in], and how they are called."""

    from_in: float
    to_in: float
    named: str

    def has(self, height_in: float) -> bool:
        """Whether a height [in] is among them."""
        return self.from_in <= height_in <= self.to_in

    @property
    def words(self) -> str:
        """These heights in words, in feet."""
        return say(f"holds_at.{self.named}", heights=say_rule(f"{_feet(self.from_in)} to {_feet(self.to_in)} ft"))

    def on(self, height_in: float) -> Band:
        """The heights on a door so high [in]: as the trade says them up to eight feet, beyond that in proportion, to half a foot."""
        if height_in <= TRADES_TO_IN:
            return self
        share = height_in / USUAL_DOOR_IN
        low, high = (HALF_FOOT_IN * round(end * share / HALF_FOOT_IN) for end in (self.from_in, self.to_in))
        return Band(low, high, "half_way" if self.named == "trade" else self.named)

    @property
    def middle_in(self) -> float:
        """Halfway up it [in]."""
        return (self.from_in + self.to_in) / 2


# Common practice, all schools; a counterweight door is judged at chest height.
THREE_TO_FOUR_FEET = Band(36.0, 48.0, "trade")
CHEST_HEIGHT = Band(48.0, 60.0, "chest_height")


def _feet(height_in: float) -> str:
    whole, half = divmod(round(height_in / HALF_FOOT_IN), 2)
    return f"{whole}{'½' if half else ''}"


@dataclass(frozen=True)
class TrimStep:
    """One step of trim: its size in the setting's unit, how many at once, how far the setting may be off (one sd).

    `coarse_lb` is what the nearest size sold may leave at either end of the travel [lb]; no trim cures that. `holds_at` is
    where such a door must hold.
    """

    kind: StepKind
    size: float
    most: int
    unsure: int
    setting_sd: float
    coarse_lb: float = 0.0
    holds_at: Band = THREE_TO_FOUR_FEET


class Counterbalance(Protocol):
    """Anything that carries a door."""

    @property
    def step(self) -> TrimStep:
        """The step it is trimmed by."""

    def lift(self, positions_in: Floats, off: float | Floats = 0.0) -> Floats:
        """Lift [lb] at positions [in] with the setting `off`; shapes broadcast."""


@dataclass(frozen=True)
class TorsionOnShaft:
    """Torsion springs on one shaft: joint rate [lb·in/turn], turns at closed, and the drum."""

    rate_lbin_per_turn: float
    turns: float
    drum: DrumProfile

    # ¼ to ½ turn steps, never more than one full turn at a time: common practice. Spread: estimate.
    step = TrimStep("quarter_turn", 0.25, most=4, unsure=2, setting_sd=0.5)

    def lift(self, positions_in: Floats, off: float | Floats = 0.0) -> Floats:
        """Lift [lb] at positions [in] with the count off by turns."""
        return spring_lift(self.rate_lbin_per_turn, self.turns + np.asarray(off), self.drum, positions_in)


def spring_lift(rate_lbin_per_turn: float | Floats, turns: float | Floats, drum: DrumProfile, positions_in: Floats) -> Floats:
    """Lift of torsion springs [lb]; none once they have run out of turns.

    Parameters: rate [lb·in/turn] and turns at closed, scalars or shape (m, 1); `positions_in` [in].
    """
    out = drum.turns_for(positions_in)
    left = np.maximum(np.asarray(turns) - out, 0.0)
    return np.asarray(rate_lbin_per_turn) * left / drum.radius_after(out)
