"""One torsion spring: rate, stress, growth, clearance, energy and the force on the bar.

Every function takes scalars or arrays that broadcast together. Symbols as in Shigley's Mechanical
Engineering Design, "Helical coil torsion springs" (from memory): d wire, D mean diameter, N active
coils, C = D/d.
"""

from __future__ import annotations

from typing import Annotated

import numpy as np
from pydantic import AfterValidator, Field, model_validator

from hinge.arrays import Floats
from hinge.document import Between, Document, told
from hinge.errors import BadInputError, ContradictionError
from hinge.springs.life import working_limit
from hinge.springs.wire import DEFAULT_MATERIAL, Material, MaterialName, material_named
from hinge.text.marks import number, say_size

DEAD_COILS = 5.0  # held by the two cones; common practice, no source
BAR_IN = 18.0  # usual winding bar, from the shaft's centre to the hand; common practice
RATE_CONSTANT = 64 / (2 * np.pi)  # 10.186: bending of a curved bar, no friction between coils
FRICTION_RATE_CONSTANT = 10.8  # the same with an allowance for friction between coils (Shigley)
SLENDEREST, STOUTEST = 3.0, 40.0  # spring index C the formulas are used for


class TorsionSpring(Document):
    """A torsion spring as the trade names it: wire, inside diameter, relaxed length; the supplier's rate where its table was used."""

    wire_in: Annotated[float, Between(0.02, 1, "in")]
    inside_diameter_in: Annotated[float, Between(0.2, 16, "in")]
    length_in: Annotated[float, Between(0.1, 300, "in")]
    material: MaterialName = DEFAULT_MATERIAL
    dead_coils: Annotated[float, Between(0, 20, "coils")] = DEAD_COILS
    table_rate_lbin_per_turn: Annotated[float, Between(0.1, 5000, "lb·in/turn")] | None = None

    @model_validator(mode="after")
    def _can_be_wound(self) -> TorsionSpring:
        wire, inside, length = self.wire_in, self.inside_diameter_in, self.length_in
        if self.active_coils < 1:
            raise told(
                ContradictionError(
                    f"A length of {say_size(length, 'in')} of {say_size(wire, 'in')} wire is {number(length / wire)} coils, "
                    f"and the cones hold {number(self.dead_coils)} of them: nothing is left to bend.",
                    "length_in",
                    length,
                    f"over {number((self.dead_coils + 1) * wire)}",
                    "in",
                )
            )
        index = inside / wire + 1
        if not SLENDEREST <= index <= STOUTEST:
            raise told(
                ContradictionError(
                    f"An inside diameter of {say_size(inside, 'in')} does not go with {say_size(wire, 'in')} wire: "
                    f"mean diameter over wire would be {number(index)}.",
                    "inside_diameter_in",
                    inside,
                    f"{number((SLENDEREST - 1) * wire)} to {number((STOUTEST - 1) * wire)}",
                    "in",
                )
            )
        return self

    @property
    def active_coils(self) -> float:
        """Coils that bend."""
        return self.length_in / self.wire_in - self.dead_coils

    @property
    def rate_lbin_per_turn(self) -> float:
        """Torque gained per full turn [lb·in/turn]: the supplier's where its table has this spring."""
        return self.formula_rate_lbin_per_turn if self.table_rate_lbin_per_turn is None else self.table_rate_lbin_per_turn

    @property
    def table_difference(self) -> float | None:
        """The table's rate over the formula's, less one, where the table has this spring."""
        return None if self.table_rate_lbin_per_turn is None else self.table_rate_lbin_per_turn / self.formula_rate_lbin_per_turn - 1

    @property
    def formula_rate_lbin_per_turn(self) -> float:
        """Torque gained per full turn by the formula [lb·in/turn]."""
        return float(rate(self.wire_in, self.inside_diameter_in, self.length_in, material_named(self.material), self.dead_coils))


class SpringKind(TorsionSpring):
    """A kind of torsion spring and how many of it are on the shaft."""

    count: Annotated[int, Between(1, 4, "springs")]


MOST_ON_SHAFT = 4


def on_one_shaft(springs: list[SpringKind]) -> list[SpringKind]:
    """Springs that can hang together: four beside each other at most, or so many of one kind in as many of another."""
    counts = [spring.count for spring in springs]
    if sum(counts) > MOST_ON_SHAFT and not (len(counts) == 2 and counts[0] == counts[1]):
        said = f"{sum(counts)} springs do not go on one shaft beside each other."
        raise told(BadInputError(said, "0.count", counts[0], f"{MOST_ON_SHAFT} together at most, or as many inside others", "springs"))
    return springs


Shaft = Annotated[list[SpringKind], Field(min_length=1, max_length=4), AfterValidator(on_one_shaft)]


def rate(
    wire_in: float | Floats,
    inside_diameter_in: float | Floats,
    length_in: float | Floats,
    material: Material,
    dead_coils: float = DEAD_COILS,
    constant: float = RATE_CONSTANT,
) -> Floats:
    """Rate k = E·d⁴/(constant·D·N) [lb·in/turn]; lengths [in]. Source: Shigley (memory)."""
    coils = np.asarray(length_in) / wire_in - dead_coils
    mean_diameter_in = np.asarray(inside_diameter_in) + wire_in
    return material.modulus_psi * np.asarray(wire_in) ** 4 / (constant * mean_diameter_in * coils)


def length_for_rate(rate_lbin_per_turn: float, wire_in: float, inside_diameter_in: float, material: Material, dead_coils: float) -> float:
    """Length [in] at which wire and inside diameter [in] give this rate [lb·in/turn]; the inverse of `rate`."""
    per_coil = float(rate(wire_in, inside_diameter_in, wire_in * (dead_coils + 1), material, dead_coils))
    return wire_in * (per_coil / rate_lbin_per_turn + dead_coils)


def bending_stress(torque_lbin: float | Floats, wire_in: float | Floats) -> Floats:
    """Nominal bending stress σ = 32·M/(π·d³) [psi] from torque [lb·in] and wire [in]. Source: Shigley (memory)."""
    return 32 * np.asarray(torque_lbin) / (np.pi * np.asarray(wire_in) ** 3)


def inner_fibre_factor(wire_in: float | Floats, inside_diameter_in: float | Floats) -> Floats:
    """Stress factor at the inside of the coil Kᵢ = (4C²−C−1)/(4C(C−1)) [1]; sizes [in]. Source: Shigley (memory)."""
    index = np.asarray(inside_diameter_in) / wire_in + 1
    return (4 * index**2 - index - 1) / (4 * index * (index - 1))


def wound_length(length_in: float | Floats, wire_in: float | Floats, turns: float | Floats) -> Floats:
    """Length when wound [in]: one wire diameter per turn. Source: geometry."""
    return np.asarray(length_in) + np.asarray(wire_in) * turns


def wound_inside_diameter(
    wire_in: float | Floats, inside_diameter_in: float | Floats, active_coils: float | Floats, turns: float | Floats
) -> Floats:
    """Inside diameter when wound, D·N/(N+n) − d [in]; sizes [in]. Source: Shigley (memory); constant wire length."""
    mean_diameter_in = np.asarray(inside_diameter_in) + wire_in
    return mean_diameter_in * active_coils / (np.asarray(active_coils) + turns) - wire_in


def overload_words(stress_psi: float, wire_in: float, material: Material) -> str:
    """Why a spring so wound has no life, in words; empty where its wire [in] bears the nominal stress [psi]."""
    limit = float(working_limit(wire_in, material))
    if stress_psi <= limit * (1 + 1e-9):
        return ""
    return (
        f"Wound so far it is at {say_size(stress_psi / 1000, 'kpsi', 0)}, more than this wire bears "
        f"({say_size(limit / 1000, 'kpsi', 0)}, the lowest rating sold): it takes a set, or breaks while it is wound."
    )


def stored_energy(rate_lbin_per_turn: float, turns: float) -> float:
    """Energy in the wound spring, π·k·n² [ft·lb]. Source: work of a linear spring."""
    return np.pi * rate_lbin_per_turn * turns**2 / 12


def bar_force(torque_lbin: float, grip_in: float) -> float:
    """Force at the grip of a winding bar [lb], `grip_in` [in] from the shaft's centre. Source: the lever."""
    return torque_lbin / grip_in
