"""A counterweight of plates on a strap: the strap winds on itself, so the hub's radius grows with its turns.

Lift = stack · r_hub / r_drum with r_hub = core + strap thickness × turns on the hub. The hub is full at
closed and unwinds as the door rises. Source: statics of a wheel and axle; common practice for the set-up.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from itertools import product
from typing import Annotated

import numpy as np
from pydantic import model_validator

from hinge.arrays import Floats
from hinge.document import Between, Document, table_of, told
from hinge.door.track import Place
from hinge.errors import BadInputError, ContradictionError, OutOfRangeError, require_between
from hinge.springs.counterbalance import CHEST_HEIGHT, TrimStep
from hinge.springs.drums import DrumProfile
from hinge.text.marks import number, say_amount, say_size

LARGE_PLATE_LB, SMALL_PLATE_LB = 18.9, 5.0  # for example; common practice
BELOW_DISCS_IN = 1.0  # top plate under the guide discs at closed; common practice
CARRIES_WITHIN_LB = 2.0  # of what is wanted; common practice
MOST_PLATES = 400
LEAST_HUB_TURNS_LEFT = 0.5  # strap left on the hub at open; estimate


class Hub(Document):
    """A strap hub with its strap, and the turns of strap on it with the door closed."""

    core_radius_in: Annotated[float, Between(0.4, 12, "in")]
    strap_in: Annotated[float, Between(0.01, 0.5, "in")]
    turns: Annotated[float, Between(1, 40, "turns")]

    def radius_after(self, unwound_turns: float | Floats) -> Floats:
        """Radius of the strap [in] after so many turns have come off."""
        return self.core_radius_in + self.strap_in * np.maximum(self.turns - np.asarray(unwound_turns), 0.0)


class UsualHub(Document):
    """A hub taken as usual where nothing is stamped or measured, and how far off it may be either way [in]."""

    core_radius_in: Annotated[float, Between(0.4, 12, "in")]
    core_off_in: Annotated[float, Between(0, 2, "in")]
    strap_in: Annotated[float, Between(0.01, 0.5, "in")]
    strap_off_in: Annotated[float, Between(0, 0.2, "in")]

    def spread(self, hub: Hub, core: bool, strap: bool) -> tuple[Hub, Hub]:
        """The smallest and the largest such hub, off only in what was not measured."""
        core_off, strap_off = core * self.core_off_in, strap * self.strap_off_in
        less = {"core_radius_in": max(hub.core_radius_in - core_off, 0.4), "strap_in": max(hub.strap_in - strap_off, 0.01)}
        more = {"core_radius_in": hub.core_radius_in + core_off, "strap_in": hub.strap_in + strap_off}
        return hub.model_copy(update=less), hub.model_copy(update=more)


@cache
def usual_hubs() -> dict[str, UsualHub]:
    """Hubs taken as usual, by name."""
    return table_of(__file__, "hubs", UsualHub)


@dataclass(frozen=True)
class CounterweightOnDrum:
    """A stack [lb] on its hub, with the drum of the door's cables and the smallest plate [lb]."""

    stack_lb: float
    hub: Hub
    drum: DrumProfile
    plate_lb: float = SMALL_PLATE_LB

    @property
    def step(self) -> TrimStep:
        """One small plate; a stack is weighed plate by plate, so it is nearly sure."""
        return TrimStep("small_plate", self.plate_lb, most=4, unsure=2, setting_sd=0.02 * self.stack_lb, holds_at=CHEST_HEIGHT)

    def lift(self, positions_in: Floats, off: float | Floats = 0.0) -> Floats:
        """Lift [lb] at positions [in] with the stack off by pounds."""
        hub = self.hub.radius_after(self.drum.turns_for(positions_in))
        return (self.stack_lb + np.asarray(off)) * hub / self.drum.radius_at(positions_in)


Plate = Annotated[float, Between(0.5, 200, "lb")]


class Plates(Document):
    """The plates of a stack: how many large and small, and what one of each weighs."""

    large: Annotated[int, Between(0, 400, "plates")]
    small: Annotated[int, Between(0, 400, "plates")]
    large_lb: Plate = LARGE_PLATE_LB
    small_lb: Plate = SMALL_PLATE_LB

    @property
    def weight_lb(self) -> float:
        """What the stack weighs [lb]."""
        return self.large * self.large_lb + self.small * self.small_lb


class Stack(Document):
    """A counterweight as set up: its plates on its hub."""

    plates: Plates
    hub: Hub

    @model_validator(mode="after")
    def _has_plates(self) -> Stack:
        if self.plates.weight_lb <= 0:
            raise told(BadInputError("A stack has at least one plate.", "plates", 0, "one plate or more", ""))
        return self

    def on(self, drum: DrumProfile, height_in: float, where: str = "") -> CounterweightOnDrum:
        """The stack at work on a door of this height [in]; `where` is its path. Raises ContradictionError where the strap runs out."""
        require_strap(self.hub, drum, height_in, f"{where}hub")
        return CounterweightOnDrum(self.plates.weight_lb, self.hub, drum, self.plates.small_lb)


def require_strap(hub: Hub, drum: DrumProfile, height_in: float, where: str = "hub") -> None:
    """Refuse a hub whose strap runs out before a door of this height [in] is open. Raises ContradictionError."""
    needed = float(drum.turns_for(height_in)) + LEAST_HUB_TURNS_LEFT
    if hub.turns < needed:
        raise ContradictionError(
            f"{number(hub.turns)} turns of strap run out before the door is open: it takes {number(round(needed, 2))}.",
            f"{where}.turns",
            hub.turns,
            f"at least {number(round(needed, 2))}",
            "turns",
        )


def plates_for(wanted_lb: float, large_lb: float = LARGE_PLATE_LB, small_lb: float = SMALL_PLATE_LB) -> Plates:
    """The fewest plates, so mostly large ones, within two pounds of a stack [lb]; where there are none, those that come nearest.

    Raises OutOfRangeError. The rule is common practice, no source.
    """
    require_between("stack_lb", wanted_lb, small_lb / 2, 4000, "lb")
    larges = range(int(wanted_lb // large_lb) + 2)
    pairs = [(large, max(round((wanted_lb - large * large_lb) / small_lb), 0)) for large in larges]
    near = [(large, small + more) for (large, small), more in product(pairs, (-1, 0, 1)) if small + more >= 0 and large + small + more]
    near = [pair for pair in near if max(pair) <= MOST_PLATES]
    if not near:
        raise OutOfRangeError(
            f"{MOST_PLATES} plates of {say_amount(large_lb, 'lb')} and {say_size(small_lb, 'lb')} do not make "
            f"{say_size(round(wanted_lb), 'lb')}.",
            "large_lb",
            large_lb,
            f"{MOST_PLATES} plates or fewer",
            "lb",
        )
    off = {pair: round(abs(pair[0] * large_lb + pair[1] * small_lb - wanted_lb), 6) for pair in near}
    carry = [pair for pair in near if off[pair] <= CARRIES_WITHIN_LB]
    large, small = min(carry, key=lambda pair: (sum(pair), off[pair])) if carry else min(near, key=lambda pair: (off[pair], sum(pair)))
    return Plates(large=large, small=small, large_lb=large_lb, small_lb=small_lb)


PLATE_THICK_IN, STACK_BESIDE_IN = 1.0, 16.0  # for drawing only


def stack_places(carrier: CounterweightOnDrum, plates: int, positions_in: Floats, shaft: Place) -> Floats:
    """Top and bottom of the stack seen from the side, shape (positions, 2, 2), (x, z) [in]: it comes down as the door rises.

    Parameters: how many `plates`; positions [in]; the `shaft`'s centre.
    """
    turns = carrier.drum.turns_for(positions_in)
    hub = carrier.hub
    # Strap paid out is the mean radius over the turns so far.
    paid_out = np.pi * turns * (hub.radius_after(0.0) + hub.radius_after(turns))
    top = shaft.z_in - hub.core_radius_in - BELOW_DISCS_IN - 4.0 - paid_out
    x = np.full_like(top, shaft.x_in + STACK_BESIDE_IN)
    ends = np.stack([top, np.maximum(top - plates * PLATE_THICK_IN, 0.0)], axis=1)
    return np.stack([np.stack([x, ends[:, 0]], axis=-1), np.stack([x, ends[:, 1]], axis=-1)], axis=1)


def stack_drop(hub: Hub, drum: DrumProfile, height_in: float) -> float:
    """How far the stack comes down [in] while a door of this height [in] opens."""
    turns = float(drum.turns_for(height_in))
    mean_radius = float(hub.radius_after(turns / 2))
    return 2 * np.pi * mean_radius * turns
