"""Extension springs in pairs: each pulls through a two-part cable, so its stretch is half the door's travel.

Lift of the pair = the pull of one spring, k·x(s) + initial tension, with x(s) = x_open + (H − s)/2:
two springs, each halved by its moving pulley. Source: statics of a pulley; rules from common practice.
"""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Annotated

import numpy as np
from pydantic import model_validator

from hinge.arrays import Floats
from hinge.document import Between, Document, read, told
from hinge.errors import BadInputError, ContradictionError, OutOfRangeError
from hinge.springs.counterbalance import TrimStep
from hinge.springs.wire import DEFAULT_MATERIAL, MaterialName, material_named
from hinge.text.marks import number, say_size

OPEN_STRETCH_IN = 2.0  # left at open, equal on both sides; common practice
HOLE_CABLE_IN = 1.0  # one hole of the adjuster takes up this much cable, half of it stretch; common practice, no source
SHEAR_MODULUS_RATIO = 11.2 / 28.5  # G over E; Shigley (memory)
STRETCH_SD_IN = 1.0  # how far the set-up stretch is off; estimate
RATES_LB_PER_IN = (0.1, 60.0)  # what a door spring can have; estimate
CLASS_LEAVES_LB = 5.0  # classes are ten pounds wide: up to half of it is left at either end


@dataclass(frozen=True)
class PairAtWork:
    """A pair on its door: rate and initial tension of one spring [lb/in, lb], its stretch at open and the door's height [in]."""

    rate_lb_per_in: float
    open_stretch_in: float
    height_in: float
    initial_lb: float = 0.0

    # One to three holes at a time, both sides alike: common practice, no source.
    step = TrimStep("cable_hole", HOLE_CABLE_IN / 2, most=3, unsure=1, setting_sd=STRETCH_SD_IN, coarse_lb=CLASS_LEAVES_LB)

    @property
    def closed_stretch_in(self) -> float:
        """Stretch with the door closed [in]."""
        return self.open_stretch_in + self.height_in / 2

    def lift(self, positions_in: Floats, off: float | Floats = 0.0) -> Floats:
        """Lift [lb] at positions [in] with the stretch off by inches."""
        stretch = self.open_stretch_in + np.asarray(off) + (self.height_in - np.asarray(positions_in)) / 2
        return np.where(stretch > 0, self.initial_lb + self.rate_lb_per_in * np.maximum(stretch, 0.0), 0.0)


class _Grading(Document):
    first_lb: Annotated[float, Between(20, 500, "lb")]
    last_lb: Annotated[float, Between(20, 500, "lb")]


class _Gradings(Document):
    """The file of classes: each ten pounds wide, ending on steps of its own."""

    step_lb: Annotated[float, Between(1, 50, "lb")]
    gradings: dict[str, _Grading]


@dataclass(frozen=True)
class Grade:
    """A class of pairs: the door weights it is sold for, over `from_lb` up to `to_lb` [lb]."""

    from_lb: float
    to_lb: float

    @property
    def label(self) -> str:
        """What the tag reads."""
        return f"{self.to_lb:g} lb"


class ExtensionSpring(Document):
    """One extension spring by its wire, outside diameter, coils and initial tension."""

    wire_in: Annotated[float, Between(0.05, 0.5, "in")]
    outside_diameter_in: Annotated[float, Between(0.3, 6, "in")]
    coils: Annotated[float, Between(5, 400, "coils")]
    initial_lb: Annotated[float, Between(0, 300, "lb")] = 0.0
    material: MaterialName = DEFAULT_MATERIAL

    @model_validator(mode="after")
    def _can_be_coiled(self) -> ExtensionSpring:
        if self.outside_diameter_in < 4 * self.wire_in:
            raise told(
                ContradictionError(
                    f"{say_size(self.wire_in, 'in')} wire cannot be coiled to {say_size(self.outside_diameter_in, 'in')} outside.",
                    "outside_diameter_in",
                    self.outside_diameter_in,
                    f"at least {number(4 * self.wire_in)}",
                    "in",
                )
            )
        if not RATES_LB_PER_IN[0] <= self.rate_lb_per_in <= RATES_LB_PER_IN[1]:
            said = f"Such a spring gives {say_size(self.rate_lb_per_in, 'lb/in')}, which is no door's spring."
            raise told(ContradictionError(said, "wire_in", self.wire_in, "a rate of {} to {} lb/in".format(*RATES_LB_PER_IN), "in"))
        return self

    @property
    def rate_lb_per_in(self) -> float:
        """k = G·d⁴ / (8·D³·N) [lb/in]. Source: Shigley, helical extension springs (memory)."""
        modulus = material_named(self.material).modulus_psi * SHEAR_MODULUS_RATIO
        return modulus * self.wire_in**4 / (8 * (self.outside_diameter_in - self.wire_in) ** 3 * self.coils)

    @property
    def relaxed_in(self) -> float:
        """Length of the coils at rest [in], hooks left out."""
        return self.wire_in * (self.coils + 1)


class ExtensionPair(Document):
    """An extension pair as set up: by its class, or by one of its springs."""

    class_lb: Annotated[float, Between(60, 250, "lb")] | None = None
    spring: ExtensionSpring | None = None
    open_stretch_in: Annotated[float, Between(0, 24, "in")] = OPEN_STRETCH_IN

    @model_validator(mode="after")
    def _one_way(self) -> ExtensionPair:
        if (self.class_lb is None) == (self.spring is None):
            raise told(
                BadInputError("A pair is named by its class_lb or by one spring.", "class_lb", self.class_lb, "one of the two", "lb")
            )
        return self

    def on(self, height_in: float) -> PairAtWork:
        """The pair on a door of this height [in].

        The class is the door's weight at full stretch: half the height, and the usual two inches. Common practice.
        """
        if self.spring is not None:
            return PairAtWork(self.spring.rate_lb_per_in, self.open_stretch_in, height_in, self.spring.initial_lb)
        return PairAtWork((self.class_lb or 0.0) / (height_in / 2 + OPEN_STRETCH_IN), self.open_stretch_in, height_in)


@cache
def grades() -> tuple[Grade, ...]:
    """Every class sold, by its upper end."""
    table = read(_Gradings, tomllib.loads((Path(__file__).parent / "extension.toml").read_text(encoding="utf-8")))
    step = table.step_lb
    ends = sorted({end for row in table.gradings.values() for end in np.arange(row.first_lb, row.last_lb + 1, step).tolist()})
    return tuple(Grade(end - step, end) for end in ends)


def grade_for(weight_lb: float) -> Grade:
    """The class that holds a weighed door [lb] with the least to spare. Raises OutOfRangeError."""
    holding = [grade for grade in grades() if grade.to_lb >= weight_lb]
    if not holding or weight_lb <= grades()[0].from_lb:
        low, high = grades()[0].from_lb, grades()[-1].to_lb
        raise OutOfRangeError(
            f"No extension pair is sold for a door of {say_size(weight_lb, 'lb')}.",
            "door.weight_lb",
            weight_lb,
            f"{low:g} to {high:g}",
            "lb",
        )
    return holding[0]


@dataclass(frozen=True)
class CableRun:
    """Lengths for one side [in]: the lifting cable, the safety cable, and the rear hang above the door's top."""

    lifting_in: float
    safety_in: float
    rear_hang_above_door_in: float


def cables_for(height_in: float, relaxed_in: float | None = None) -> CableRun:
    """Cables of one side for a door of this height [in] and a spring of that relaxed length [in].

    From the bottom bracket up over the front pulley, back round the spring's pulley and forward again to the
    adjuster: one height, twice the gap between the pulleys at closed (about a quarter of the height), and what
    the ends take. Estimate, to meet common practice: 12 to 14 ft for a 7 ft door.
    """
    relaxed = RELAXED_PER_HEIGHT * height_in if relaxed_in is None else relaxed_in
    lifting = height_in + 2 * (height_in / 4) + ENDS_IN
    return CableRun(lifting, relaxed + height_in / 2 + OPEN_STRETCH_IN + SAFETY_ENDS_IN, REAR_HANG_IN)


def pair_places(pair: PairAtWork, positions_in: Floats, back_in: float) -> Floats:
    """Ends of one spring seen from the side, shape (positions, 2, 2): front then rear, (x, z) [in].

    It hangs from the back of the track (`back_in` [in] from the door) and reaches forward as it stretches.
    """
    stretch = pair.open_stretch_in + (pair.height_in - positions_in) / 2
    rear_x, z = back_in - 4.0, pair.height_in + REAR_HANG_IN
    front_x = rear_x - RELAXED_PER_HEIGHT * pair.height_in - stretch
    front = np.stack([front_x, np.full_like(front_x, z)], axis=-1)
    return np.stack([front, np.broadcast_to([rear_x, z], front.shape)], axis=1)


RELAXED_PER_HEIGHT = 25 / 84  # a 25 in spring on a 7 ft door; common practice, from memory
ENDS_IN, SAFETY_ENDS_IN = 30.0, 18.0  # knots, hooks and the way past the pulleys; estimate
REAR_HANG_IN = 8.0  # common practice
