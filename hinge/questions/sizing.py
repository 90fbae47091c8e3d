"""Questions about torsion sets: what one spring gives, which carry a door, what they carry, and what belongs instead."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated

from pydantic import BaseModel, Field

from hinge.balance.fit import FRICTION_MEDIAN_LB
from hinge.door.sections import Door, build_door
from hinge.errors import Contradiction, OutOfRange
from hinge.questions.answers import IdealOut, LifeOut, SetOut, life_out, set_out
from hinge.questions.documents import Document, DoorIn, DrumIn, Finite, PairIn, Shaft, TrackIn, build_springs
from hinge.questions.shop import FromShop
from hinge.sizing.carries import Verdict, carried_by, must_stop, verdict_against
from hinge.sizing.compare import alternatives, like_for_like, why
from hinge.sizing.picks import require_extension_track
from hinge.sizing.search import Search, Wanted, find_sets
from hinge.sizing.sets import Springs, SpringSet, fix, judge, require_room
from hinge.springs.life import distance_from_published, life_range
from hinge.springs.rates import RateTable
from hinge.springs.torsion import (
    BAR_IN,
    DEAD_COILS,
    TorsionSpring,
    bar_force,
    bending_stress,
    build_torsion,
    inner_fibre_factor,
    stored_energy,
    wound_inside_diameter,
    wound_length,
)
from hinge.springs.use import Use, use_named
from hinge.springs.wire import DEFAULT_MATERIAL, material_named


class TorsionQuestion(FromShop):
    """What does this torsion spring give?"""

    wire_in: Finite
    inside_diameter_in: Finite
    length_in: Finite
    material: str = DEFAULT_MATERIAL
    dead_coils: Finite = DEAD_COILS
    turns: Finite | None = None
    bar_in: Finite = BAR_IN


class TorsionAnswer(BaseModel):
    """What the spring gives; the second half only where turns were given."""

    rate_lbin_per_turn: float
    formula_rate_lbin_per_turn: float
    table_rate_lbin_per_turn: float | None = None
    table_difference: float | None = None
    active_coils: float
    torque_lbin: float | None = None
    stress_psi: float | None = None
    inner_stress_psi: float | None = None
    life_cycles: LifeOut | None = None
    stress_over_published_at_1e5: float | None = None
    wound_length_in: float | None = None
    wound_inside_diameter_in: float | None = None
    energy_ftlb: float | None = None
    bar_force_lb: float | None = None
    bar_in: float | None = None


def torsion(asked: TorsionQuestion) -> TorsionAnswer:
    """One spring: rate, and what it does wound."""
    spring = build_torsion(asked.wire_in, asked.inside_diameter_in, asked.length_in, asked.material, asked.dead_coils)
    spring = _by_table(spring, asked.table())
    answer = TorsionAnswer(
        rate_lbin_per_turn=spring.rate_lbin_per_turn,
        formula_rate_lbin_per_turn=spring.formula_rate_lbin_per_turn,
        table_rate_lbin_per_turn=spring.table_rate_lbin_per_turn,
        table_difference=spring.table_difference,
        active_coils=spring.active_coils,
    )
    return answer if asked.turns is None else answer.model_copy(update=_wound(spring, asked.turns, asked.bar_in))


def _wound(spring: TorsionSpring, turns: float, bar_in: float) -> dict[str, object]:
    if not 0 < turns <= 60:
        raise OutOfRange(f"{turns:g} turns is outside what a spring is wound.", "turns", turns, "over 0 to 60", "turns")
    torque = spring.rate_lbin_per_turn * turns
    stress = float(bending_stress(torque, spring.wire_in))
    factor = float(inner_fibre_factor(spring.wire_in, spring.inside_diameter_in))
    material = material_named(spring.material)
    return {
        "torque_lbin": torque,
        "stress_psi": stress,
        "inner_stress_psi": stress * factor,
        "life_cycles": life_out(life_range(stress, spring.wire_in, material)),
        "stress_over_published_at_1e5": distance_from_published(spring.wire_in, material, factor),
        "wound_length_in": float(wound_length(spring.length_in, spring.wire_in, turns)),
        "wound_inside_diameter_in": float(wound_inside_diameter(spring.wire_in, spring.inside_diameter_in, spring.active_coils, turns)),
        "energy_ftlb": stored_energy(spring.rate_lbin_per_turn, turns),
        "bar_force_lb": bar_force(torque, bar_in),
        "bar_in": bar_in,
    }


class SizeOptions(Document):
    """What narrows the search."""

    rate_tolerance: Finite = 0.03
    shaft_diameter_in: Finite = 1.0
    shaft_length_in: Finite | None = None
    material: str = DEFAULT_MATERIAL
    most: int = 24
    from_van_only: bool = False


class OnDoor(FromShop):
    """A door, the springs on it now where they are known, and what is asked of new ones.

    `width_in` stands in for the room on the shaft where that was not measured: new springs must fit it, but
    those that are there are not called too long for it.
    """

    door: DoorIn
    track: TrackIn
    drum: DrumIn
    cycles: Finite
    household: str | None = None
    options: SizeOptions = SizeOptions()
    on_door: Shaft | None = None
    on_door_duplex: bool = False
    on_door_quarter_turns: Annotated[int, Field(ge=1, le=160)] | None = None
    width_in: Annotated[Finite, Field(ge=20, le=400)] | None = None

    def wanted(self) -> Wanted:
        options = self.options.model_dump() | {"shaft_length_in": self.options.shaft_length_in or self.width_in}
        return Wanted(cycles=self.cycles, van=self.stock(), table=self.table(), **options)

    def use(self) -> Use | None:
        return use_named(self.household) if self.household else None


class SizeQuestion(OnDoor):
    """Which springs carry this door? `on_door` is judged the same way where it is given."""


class Carried(BaseModel):
    """The weight springs are right for; the verdict only against a known weight. `stop`: too far apart to go on."""

    sprung_weight_lb: float
    difference: float | None = None
    verdict: Verdict | None = None
    stop: bool = False


class SizeAnswer(BaseModel):
    """The ideal, the sets best first, how many there were, what is on the door now and carries, and usual friction."""

    ideal: IdealOut
    found: int
    sets: list[SetOut]
    on_door: SetOut | None = None
    on_door_carries: Carried | None = None
    usual_friction_lb: float


def size(asked: SizeQuestion) -> SizeAnswer:
    """Sets that carry the door, and what is on it now."""
    found, use, door = _search(asked), asked.use(), asked.door.build()
    there = _there(asked) if asked.on_door else None
    return SizeAnswer(
        ideal=IdealOut(rate_lbin_per_turn=found.ideal.rate_lbin_per_turn, turns=found.ideal.turns, quarter_turns=found.ideal.quarter_turns),
        found=found.found,
        sets=[set_out(one, use) for one in found.sets],
        on_door=set_out(there, use) if there else None,
        on_door_carries=_carried(door.weight_lb * (1 + there.rate_error), door.weight_lb) if there else None,
        usual_friction_lb=FRICTION_MEDIAN_LB,
    )


class CompareQuestion(OnDoor):
    """What is on the door beside like-for-like, what is advised, and the same rate in other wire?"""

    on_door: Shaft


class AlternativeOut(BaseModel):
    """The same rate in another wire or inside diameter, before rounding to the half inch and judged after it."""

    exact_length_in: float
    set: SetOut


class CompareAnswer(BaseModel):
    """The sets side by side; `why` says what sets like-for-like apart from the advice."""

    on_door: SetOut
    like_for_like: SetOut
    advised: SetOut | None = None
    mismatched: bool
    why: str
    alternatives: list[AlternativeOut]


def compare(asked: CompareQuestion) -> CompareAnswer:
    """On the door, like-for-like and advised, side by side."""
    found, use, there = _search(asked), asked.use(), _there(asked)
    track = asked.track.build()
    on = fix(asked.door.build(), track, asked.drum.build(track))
    like = like_for_like(there, on, asked.on_door_quarter_turns)
    advised = next(iter(found.sets), None)
    return CompareAnswer(
        on_door=set_out(there, use),
        like_for_like=set_out(like, use),
        advised=set_out(advised, use) if advised else None,
        mismatched=_mismatched(there),
        why=why(like, advised, track) if advised else "No stock set comes near what this door needs.",
        alternatives=[
            AlternativeOut(exact_length_in=one.exact_length_in, set=set_out(one.judged, use))
            for one in alternatives(like, on, asked.wanted())
        ],
    )


def _search(asked: OnDoor) -> Search:
    track = asked.track.build()
    return find_sets(asked.door.build(), track, asked.drum.build(track), asked.wanted())


def _there(asked: OnDoor) -> SpringSet:
    track, table = asked.track.build(), asked.table()
    springs: Springs = tuple((_by_table(spring, table), count) for spring, count in build_springs(asked.on_door or [], "on_door"))
    on = fix(asked.door.build(), track, asked.drum.build(track))
    there = judge(springs, on, asked.on_door_quarter_turns, asked.on_door_duplex)
    if _mismatched(there):
        there = replace(there, reasons=("mismatched springs on one shaft",))
    if asked.options.shaft_length_in is not None:
        require_room(there, asked.options.shaft_length_in)
    return there


def _mismatched(there: SpringSet) -> bool:
    return len(there.parts) > 1 and not there.duplex


def _by_table(spring: TorsionSpring, table: RateTable | None) -> TorsionSpring:
    return table.applied(spring) if table else spring


class BuildIn(Document):
    """A door whose weight may be unknown: its height and sections; the scale's reading where there is one."""

    height_in: Finite
    section_count: int | None = None
    section_heights_in: list[Finite] | None = None
    scale_weight_lb: Finite | None = None

    def build(self) -> Door:
        heights = tuple(self.section_heights_in) if self.section_heights_in else None
        # The ideal rate is proportional to weight: without a scale any weight gives the same sprung weight.
        return build_door(self.height_in, heights, None, self.section_count, self.scale_weight_lb or 100.0)


class CarriesQuestion(FromShop):
    """What door do these springs carry? Torsion springs on their drum, or an extension pair."""

    door: BuildIn
    track: TrackIn
    drum: DrumIn | None = None
    springs: Shaft | None = None
    extension: PairIn | None = None


class CarriesAnswer(Carried):
    """The weight these springs are right for, at which rate and turns."""

    rate_lbin_per_turn: float | None = None
    quarter_turns: int | None = None


def carries(asked: CarriesQuestion) -> CarriesAnswer:
    """The sprung weight, and the verdict against the scale."""
    door, track = asked.door.build(), asked.track.build()
    if (asked.extension is None) == (asked.springs is None) or (asked.springs is not None and asked.drum is None):
        raise Contradiction("Give torsion springs with their drum, or an extension pair.", "springs", None, "one of the two", "")
    scale = asked.door.scale_weight_lb
    if asked.extension is not None:
        require_extension_track(track)
        pair = asked.extension.build(door.height_in)
        return CarriesAnswer(**_carried(pair.initial_lb + pair.rate_lb_per_in * pair.closed_stretch_in, scale).model_dump())
    assert asked.drum is not None
    table = asked.table()
    springs = [(_by_table(spring, table), count) for spring, count in build_springs(asked.springs or [], "springs")]
    rate = sum(spring.rate_lbin_per_turn * count for spring, count in springs)
    found = carried_by(rate, door, track, asked.drum.build(track))
    carried = _carried(found.sprung_weight_lb, scale)
    return CarriesAnswer(rate_lbin_per_turn=rate, quarter_turns=found.quarter_turns, **carried.model_dump())


def _carried(sprung_weight_lb: float, scale_lb: float | None) -> Carried:
    if scale_lb is None:
        return Carried(sprung_weight_lb=sprung_weight_lb)
    difference, verdict = verdict_against(sprung_weight_lb, scale_lb)
    return Carried(sprung_weight_lb=sprung_weight_lb, difference=difference, verdict=verdict, stop=must_stop(difference))
