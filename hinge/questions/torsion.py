"""What does a torsion spring do?"""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel

from hinge.document import Between, read
from hinge.questions.question import Question
from hinge.questions.shop import FromShop
from hinge.springs.life import Life, distance_from_published, life_range
from hinge.springs.torsion import (
    BAR_IN,
    DEAD_COILS,
    TorsionSpring,
    bar_force,
    bending_stress,
    inner_fibre_factor,
    overload_words,
    stored_energy,
    wound_inside_diameter,
    wound_length,
)
from hinge.springs.wire import DEFAULT_MATERIAL, MaterialName, material_named
from hinge.springs.words import kind_words, share_words
from hinge.stock.lists import NO_LISTS, Lists
from hinge.text.marks import say_size

SPRING_FIELDS = ("wire_in", "inside_diameter_in", "length_in", "material", "dead_coils")


class TorsionQuestion(FromShop):
    """What does this torsion spring give?"""

    wire_in: Annotated[float, Between(0.02, 1, "in")]
    inside_diameter_in: Annotated[float, Between(0.2, 16, "in")]
    length_in: Annotated[float, Between(0.1, 300, "in")]
    material: MaterialName = DEFAULT_MATERIAL
    dead_coils: Annotated[float, Between(0, 20, "coils")] = DEAD_COILS
    turns: Annotated[float, Between(0.01, 60, "turns")] | None = None
    bar_in: Annotated[float, Between(6, 36, "in")] = BAR_IN


class TorsionAnswer(BaseModel):
    """What the spring gives, in sentences too; the second half only where turns were given. One past what its wire bears has no life."""

    said: list[str]
    rate_lbin_per_turn: float
    formula_rate_lbin_per_turn: float
    table_rate_lbin_per_turn: float | None = None
    table_difference: float | None = None
    active_coils: float
    torque_lbin: float | None = None
    stress_psi: float | None = None
    inner_stress_psi: float | None = None
    life_cycles: Life | None = None
    overload: str = ""
    stress_over_published_at_1e5: float | None = None
    wound_length_in: float | None = None
    wound_inside_diameter_in: float | None = None
    energy_ftlb: float | None = None
    bar_force_lb: float | None = None
    bar_in: float | None = None


def torsion(asked: TorsionQuestion, of_shop: Lists = NO_LISTS) -> TorsionAnswer:
    """One spring: rate, and what it does wound."""
    spring = read(TorsionSpring, {name: getattr(asked, name) for name in SPRING_FIELDS})
    if table := asked.lists(of_shop).rates:
        spring = table.applied(spring)
    said = [f"{kind_words(spring)}: {say_size(spring.rate_lbin_per_turn, 'lb·in', 2)} per turn, {spring.active_coils:.1f} active coils."]
    if spring.table_difference is not None:
        formula = f"{spring.formula_rate_lbin_per_turn:.2f} (table {share_words(spring.table_difference)})"
        said.append(f"The rate is the supplier's; the formula gives {formula}.")
    answer = TorsionAnswer(
        said=said,
        rate_lbin_per_turn=spring.rate_lbin_per_turn,
        formula_rate_lbin_per_turn=spring.formula_rate_lbin_per_turn,
        table_rate_lbin_per_turn=spring.table_rate_lbin_per_turn,
        table_difference=spring.table_difference,
        active_coils=spring.active_coils,
    )
    return answer if asked.turns is None else answer.model_copy(update=_wound(spring, asked.turns, asked.bar_in))


def _wound(spring: TorsionSpring, turns: float, bar_in: float) -> dict[str, object]:
    torque = spring.rate_lbin_per_turn * turns
    stress = float(bending_stress(torque, spring.wire_in))
    factor = float(inner_fibre_factor(spring.wire_in, spring.inside_diameter_in))
    material = material_named(spring.material)
    overload = overload_words(stress, spring.wire_in, material)
    return {
        "overload": overload,
        "torque_lbin": torque,
        "stress_psi": stress,
        "inner_stress_psi": stress * factor,
        "life_cycles": None if overload else life_range(stress, spring.wire_in, material),
        "stress_over_published_at_1e5": distance_from_published(spring.wire_in, material, factor),
        "wound_length_in": float(wound_length(spring.length_in, spring.wire_in, turns)),
        "wound_inside_diameter_in": float(wound_inside_diameter(spring.wire_in, spring.inside_diameter_in, spring.active_coils, turns)),
        "energy_ftlb": stored_energy(spring.rate_lbin_per_turn, turns),
        "bar_force_lb": bar_force(torque, bar_in),
        "bar_in": bar_in,
    }


QUESTION = Question(TorsionQuestion, TorsionAnswer, torsion)
