"""Questions about torsion sets: what one spring gives, which carry a door, what they carry, and what belongs instead."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated

from pydantic import BaseModel, Field, model_validator

from hinge.balance.fit import FRICTION_MEDIAN_LB
from hinge.document import Between, Document, read, told
from hinge.door.sections import SECTIONS, Door
from hinge.door.track import Track
from hinge.errors import Contradiction, HingeError
from hinge.questions.answers import IdealOut, LifeOut, SetOut, life_out, set_out
from hinge.questions.shop import FromShop
from hinge.sizing.carries import Verdict, carried_by, must_stop, verdict_against, verdict_words
from hinge.sizing.compare import Like, alternatives, difference_words, likes_of, same_wire
from hinge.sizing.picks import require_extension_track
from hinge.sizing.search import Search, Sort, Wanted, find_sets, judged_for
from hinge.sizing.sets import Fixed, Springs, SpringSet, fix, judge, rate_of, require_room
from hinge.springs.drums import Drum
from hinge.springs.extension import ExtensionPair
from hinge.springs.life import distance_from_published, life_range
from hinge.springs.lists import NO_LISTS, Lists
from hinge.springs.torsion import (
    BAR_IN,
    DEAD_COILS,
    Shaft,
    SpringKind,
    TorsionSpring,
    bar_force,
    bending_stress,
    inner_fibre_factor,
    stored_energy,
    wound_inside_diameter,
    wound_length,
)
from hinge.springs.use import Household, Use, use_named
from hinge.springs.wire import DEFAULT_MATERIAL, MaterialName, material_named
from hinge.springs.words import set_of, share_words, spring_words

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
    life_cycles: LifeOut | None = None
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
    words = spring_words(SpringKind.model_construct(**dict(spring), count=1)).removesuffix(", one")
    said = [f"{words}: {spring.rate_lbin_per_turn:.2f} lb·in per turn, {spring.active_coils:.1f} active coils."]
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
        "life_cycles": life_out(life_range(stress, spring.wire_in, material)),
        "stress_over_published_at_1e5": distance_from_published(spring.wire_in, material, factor),
        "wound_length_in": float(wound_length(spring.length_in, spring.wire_in, turns)),
        "wound_inside_diameter_in": float(wound_inside_diameter(spring.wire_in, spring.inside_diameter_in, spring.active_coils, turns)),
        "energy_ftlb": stored_energy(spring.rate_lbin_per_turn, turns),
        "bar_force_lb": bar_force(torque, bar_in),
        "bar_in": bar_in,
    }


class SizeOptions(Document):
    """What narrows the search, and what of it is answered: `most` sets after the first `skip`, in the order of `sort`.

    `option` is the short name of a set to be judged beside the list.
    """

    rate_tolerance: Annotated[float, Between(0.001, 0.2)] = 0.03
    shaft_diameter_in: Annotated[float, Between(0.5, 3, "in")] = 1.0
    shaft_length_in: Annotated[float, Between(20, 400, "in")] | None = None
    material: MaterialName = DEFAULT_MATERIAL
    most: Annotated[int, Between(1, 500, "sets")] = 24
    from_van_only: bool = False
    wire_in: Annotated[float, Between(0.02, 1, "in")] | None = None
    inside_diameter_in: Annotated[float, Between(0.2, 16, "in")] | None = None
    count: Annotated[int, Between(1, 4, "springs")] | None = None
    lasting: bool = False
    sort: Sort = "rank"
    falling: bool = False
    skip: Annotated[int, Between(0, 1_000_000, "sets")] = 0
    option: Annotated[str, Field(max_length=120)] = ""

    @property
    def whole(self) -> bool:
        """Whether the list is asked for from its head, in its own order, with nothing left out: its first set is the advice."""
        narrowed = self.from_van_only or self.wire_in or self.inside_diameter_in or self.count or self.lasting
        return not (narrowed or self.falling or self.skip) and self.sort == "rank"


class OnDoor(FromShop):
    """A door, the springs on it now where they are known, and what is asked of new ones.

    `width_in` stands in for the room on the shaft where that was not measured: new springs must fit it, but
    those that are there are not called too long for it.
    """

    door: Door
    track: Track
    drum: Drum
    cycles: Annotated[float, Between(1_000, 1_000_000, "cycles")]
    household: Household | None = None
    options: SizeOptions = SizeOptions()
    on_door: Shaft | None = None
    on_door_duplex: bool = False
    on_door_quarter_turns: Annotated[float, Between(0.25, 160, "quarter-turns")] | None = None
    width_in: Annotated[float, Between(20, 400, "in")] | None = None

    def wanted(self, lists: Lists) -> Wanted:
        """What is asked of the search."""
        options = self.options.model_dump(exclude={"option"}) | {"shaft_length_in": self.options.shaft_length_in or self.width_in}
        return Wanted(cycles=self.cycles, van=lists.van, table=lists.rates, **options)

    def use(self) -> Use | None:
        """How often the door is opened, where that is known."""
        return use_named(self.household) if self.household else None


class SizeQuestion(OnDoor):
    """Which springs carry this door? `on_door` is judged the same way where it is given."""


class Carried(BaseModel):
    """The weight springs are right for, in a sentence too; the verdict only against a known weight. `stop`: why not to go on."""

    sprung_weight_lb: float
    difference: float | None = None
    verdict: Verdict | None = None
    sentence: str
    stop: str = ""


class SizeAnswer(BaseModel):
    """The ideal, the sets in order, how many there are, what is on the door now and carries, and usual friction.

    The first is `advised` where nothing was left out; `difference` sets it apart from what is on the door. `picked` is the set
    asked for by name; the sizes and counts are those there are to choose from.
    """

    ideal: IdealOut
    found: int
    sets: list[SetOut]
    advised: bool
    difference: str = ""
    picked: SetOut | None = None
    wires_in: list[float]
    inside_diameters_in: list[float]
    counts: list[int]
    none_words: str = ""
    on_door: SetOut | None = None
    on_door_carries: Carried | None = None
    usual_friction_lb: float


def size(asked: SizeQuestion, of_shop: Lists = NO_LISTS) -> SizeAnswer:
    """Sets that carry the door, and what is on it now."""
    lists = asked.lists(of_shop)
    found, use = _search(asked, lists), asked.use()
    there = _there(asked, lists) if asked.on_door else None
    return SizeAnswer(
        ideal=_ideal(found),
        found=found.found,
        sets=[set_out(one, use) for one in found.sets],
        advised=asked.options.whole and bool(found.sets),
        difference=difference_words(there, found.sets[0]) if there and found.sets and asked.options.whole else "",
        picked=_picked(asked, lists, use),
        wires_in=list(found.wires_in),
        inside_diameters_in=list(found.inside_diameters_in),
        counts=list(found.counts),
        none_words="" if found.sets else _none_words(asked.options),
        on_door=set_out(there, use) if there else None,
        on_door_carries=_carried_now(there, asked) if there else None,
        usual_friction_lb=FRICTION_MEDIAN_LB,
    )


def _picked(asked: SizeQuestion, lists: Lists, use: Use | None) -> SetOut | None:
    """The set asked for by name; nothing where there is none of that name, or it does not go on."""
    if not asked.options.option:
        return None
    try:
        springs, duplex = set_of(asked.options.option)
        kinds = tuple(lists.rates.applied(spring) if lists.rates else spring for spring in springs)
        drum = asked.drum.on(asked.track)
        return set_out(judged_for(asked.door, asked.track, drum, asked.wanted(lists), kinds, duplex), use)
    except HingeError:
        return None


def _none_words(options: SizeOptions) -> str:
    within = f"within {options.rate_tolerance * 100:g} % of this rate"
    if options.from_van_only:
        return f"Nothing in the van comes {within}."
    if options.wire_in or options.inside_diameter_in or options.count or options.lasting:
        return f"No set of these comes {within} and fits the shaft. Take one of the limits off."
    return f"No stock size comes {within} and fits the shaft. Check the weight, the drum and the room."


class CompareQuestion(OnDoor):
    """What is on the door beside like-for-like, what is advised, and the same rate in other wire?"""

    on_door: Shaft


class AlternativeOut(BaseModel):
    """The same rate in another wire or inside diameter, before rounding to the half inch and judged after it."""

    exact_length_in: float
    set: SetOut


class LikeOut(BaseModel):
    """Like-for-like in one of its meanings, by name; `why` says what sets it apart from the ideal of this door."""

    name: str
    set: SetOut
    why: str


class CompareAnswer(BaseModel):
    """What is there, like-for-like in each of its meanings, and what is advised, beside the ideal of this door.

    `same_wire` is the wire and inside diameter of the first of `likes` at the length that suits this door; `caution` what is
    wrong with what is there.
    """

    ideal: IdealOut
    on_door: SetOut
    likes: list[LikeOut]
    same_wire: SetOut | None = None
    advised: SetOut | None = None
    none_words: str = ""
    mismatched: bool
    caution: str = ""
    alternatives: list[AlternativeOut]


def compare(asked: CompareQuestion, of_shop: Lists = NO_LISTS) -> CompareAnswer:
    """On the door, like-for-like and advised, side by side."""
    lists = asked.lists(of_shop)
    found, use, there = _search(asked, lists), asked.use(), _there(asked, lists)
    on = fix(asked.door, asked.track, asked.drum.on(asked.track))
    likes = likes_of(there, on, _whole(asked.on_door_quarter_turns))
    alike, advised = same_wire(likes[0].judged, on), next(iter(found.sets), None)
    return CompareAnswer(
        ideal=_ideal(found),
        on_door=set_out(there, use),
        likes=[_like(one, on, asked.track, use) for one in likes],
        same_wire=set_out(alike, use) if alike else None,
        advised=set_out(advised, use) if advised else None,
        none_words="" if advised else _none_words(asked.options),
        mismatched=_mismatched(there),
        caution="Mismatched springs on one shaft: put on a matched set." if _mismatched(there) else "",
        alternatives=[
            AlternativeOut(exact_length_in=one.exact_length_in, set=set_out(one.judged, use))
            for one in alternatives(likes[-1].judged, on, asked.wanted(lists))
        ],
    )


def _like(one: Like, on: Fixed, track: Track, use: Use | None) -> LikeOut:
    return LikeOut(name=one.name, set=set_out(one.judged, use), why=one.why(on, track))


def _ideal(found: Search) -> IdealOut:
    ideal = found.ideal
    return IdealOut(rate_lbin_per_turn=ideal.rate_lbin_per_turn, turns=ideal.turns, quarter_turns=ideal.quarter_turns)


def _search(asked: OnDoor, lists: Lists) -> Search:
    return find_sets(asked.door, asked.track, asked.drum.on(asked.track), asked.wanted(lists))


def _there(asked: OnDoor, lists: Lists) -> SpringSet:
    table = lists.rates
    springs: Springs = tuple(table.applied(spring) if table else spring for spring in asked.on_door or [])
    on = fix(asked.door, asked.track, asked.drum.on(asked.track))
    there = judge(springs, on, _whole(asked.on_door_quarter_turns), asked.on_door_duplex)
    if _mismatched(there):
        there = replace(there, reasons=("", "mismatched springs on one shaft"))
    if asked.options.shaft_length_in is not None:
        require_room(there, asked.options.shaft_length_in)
    return there


def _whole(quarter_turns: float | None) -> int | None:
    return None if quarter_turns is None else round(quarter_turns)


def _mismatched(there: SpringSet) -> bool:
    return len(there.parts) > 1 and not there.duplex


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
            raise told(Contradiction("Give torsion springs with their drum, or an extension pair.", "springs", None, "one of the two", ""))
        return self


class CarriesAnswer(Carried):
    """The weight these springs are right for, at which rate and turns."""

    rate_lbin_per_turn: float | None = None
    quarter_turns: int | None = None


def carries(asked: CarriesQuestion, of_shop: Lists = NO_LISTS) -> CarriesAnswer:
    """The sprung weight, and the verdict against the scale."""
    door, track, scale = asked.door.made(), asked.track, asked.door.scale_weight_lb
    if asked.extension is not None:
        require_extension_track(track)
        pair = asked.extension.on(door.height_in)
        return CarriesAnswer(**_carried(pair.initial_lb + pair.rate_lb_per_in * pair.closed_stretch_in, scale).model_dump())
    assert asked.drum is not None
    table = asked.lists(of_shop).rates
    rate = rate_of(tuple(table.applied(spring) if table else spring for spring in asked.springs or []))
    found = carried_by(rate, door, track, asked.drum.on(track))
    return CarriesAnswer(rate_lbin_per_turn=rate, quarter_turns=found.quarter_turns, **_carried(found.sprung_weight_lb, scale).model_dump())


def _carried_now(there: SpringSet, asked: OnDoor) -> Carried:
    turns = (there.quarter_turns, there.own_quarter_turns) if asked.on_door_quarter_turns is not None else None
    return _carried(asked.door.total_lb * (1 + there.rate_error), asked.door.total_lb, turns)


def _carried(sprung_weight_lb: float, scale_lb: float | None, turns: tuple[int, int] | None = None) -> Carried:
    if scale_lb is None:
        return Carried(sprung_weight_lb=sprung_weight_lb, sentence=verdict_words(sprung_weight_lb))
    difference, verdict = verdict_against(sprung_weight_lb, scale_lb)
    return Carried(
        sprung_weight_lb=sprung_weight_lb,
        difference=difference,
        verdict=verdict,
        sentence=verdict_words(sprung_weight_lb, difference, verdict, turns),
        stop=must_stop(difference),
    )
