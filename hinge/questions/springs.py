"""Questions about springs in the hand: what one gives, and what door a set or a pair carries."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, model_validator

from hinge.document import Between, Document, read, told
from hinge.door.sections import SECTIONS, Door
from hinge.door.track import Track
from hinge.errors import ContradictionError
from hinge.questions.shop import FromShop
from hinge.questions.sizing import CarriedOut, carried_out
from hinge.sizing.carries import carried_by
from hinge.sizing.picks import require_extension_track
from hinge.sizing.sets import rate_of
from hinge.springs.drums import Drum
from hinge.springs.extension import ExtensionPair
from hinge.springs.life import Life, distance_from_published, life_range
from hinge.springs.lists import NO_LISTS, Lists
from hinge.springs.torsion import (
    BAR_IN,
    DEAD_COILS,
    Shaft,
    TorsionSpring,
    bar_force,
    bending_stress,
    inner_fibre_factor,
    stored_energy,
    wound_inside_diameter,
    wound_length,
)
from hinge.springs.wire import DEFAULT_MATERIAL, MaterialName, material_named
from hinge.springs.words import kind_words, share_words
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
    """What the spring gives, in sentences too; the second half only where turns were given."""

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
    return {
        "torque_lbin": torque,
        "stress_psi": stress,
        "inner_stress_psi": stress * factor,
        "life_cycles": life_range(stress, spring.wire_in, material),
        "stress_over_published_at_1e5": distance_from_published(spring.wire_in, material, factor),
        "wound_length_in": float(wound_length(spring.length_in, spring.wire_in, turns)),
        "wound_inside_diameter_in": float(wound_inside_diameter(spring.wire_in, spring.inside_diameter_in, spring.active_coils, turns)),
        "energy_ftlb": stored_energy(spring.rate_lbin_per_turn, turns),
        "bar_force_lb": bar_force(torque, bar_in),
        "bar_in": bar_in,
    }


class Build(Document):
    """A door whose weight may be unknown: its height and sections; the scale's reading where there is one."""

    height_in: Annotated[float, Between(48, 240, "in")]
    section_count: Annotated[int, SECTIONS] | None = None
    section_heights_in: list[Annotated[float, Between(6, 48, "in")]] | None = None
    scale_weight_lb: Annotated[float, Between(20, 3000, "lb")] | None = None

    def made(self) -> Door:
        """The door. Without a scale any weight gives the same sprung weight, as the ideal rate is proportional to it."""
        sections = {"section_count": self.section_count, "section_heights_in": self.section_heights_in}
        return read(Door, {"height_in": self.height_in, "weight_lb": self.scale_weight_lb or 100.0} | sections, "door")


class CarriesQuestion(FromShop):
    """What door do these springs carry? Torsion springs on their drum, or an extension pair."""

    door: Build
    track: Track
    drum: Drum | None = None
    springs: Shaft | None = None
    extension: ExtensionPair | None = None

    @model_validator(mode="after")
    def _one_of_two(self) -> CarriesQuestion:
        if (self.extension is None) == (self.springs is None) or (self.springs is not None and self.drum is None):
            raise told(
                ContradictionError("Give torsion springs with their drum, or an extension pair.", "springs", None, "one of the two", "")
            )
        return self


class CarriesAnswer(CarriedOut):
    """The weight these springs are right for, at which rate and turns."""

    rate_lbin_per_turn: float | None = None
    quarter_turns: int | None = None


def carries(asked: CarriesQuestion, of_shop: Lists = NO_LISTS) -> CarriesAnswer:
    """The sprung weight, and the verdict against the scale."""
    door, track, scale = asked.door.made(), asked.track, asked.door.scale_weight_lb
    if asked.extension is not None:
        require_extension_track(track)
        pair = asked.extension.on(door.height_in)
        return CarriesAnswer(**carried_out(pair.initial_lb + pair.rate_lb_per_in * pair.closed_stretch_in, scale).model_dump())
    assert asked.drum is not None
    table = asked.lists(of_shop).rates
    rate = rate_of(tuple(table.applied(spring) if table else spring for spring in asked.springs or []))
    found = carried_by(rate, door, track, asked.drum.on(track))
    return CarriesAnswer(
        rate_lbin_per_turn=rate, quarter_turns=found.quarter_turns, **carried_out(found.sprung_weight_lb, scale).model_dump()
    )
