"""Which springs carry this door?"""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated

from pydantic import BaseModel, Field

from hinge.balance.fit import FRICTION_MEDIAN_LB
from hinge.document import Between, Document
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.errors import HingeError
from hinge.questions.answers import IdealOut, SetOut, set_out
from hinge.questions.question import Question
from hinge.questions.shop import FromShop
from hinge.sizing.carries import Verdict, must_stop, verdict_against, verdict_words
from hinge.sizing.compare import difference_words
from hinge.sizing.offers import OfferKind, same_again, spring_offers
from hinge.sizing.remedies import Remedy, remedies_of
from hinge.sizing.search import Search, Sort, Wanted, evaluate_named, find_sets
from hinge.sizing.sets import Springs, SpringSet, evaluate_set, require_room, requirements_of
from hinge.springs.drums import Drum
from hinge.springs.torsion import (
    Shaft,
)
from hinge.springs.use import Household, Use, use_named
from hinge.springs.wire import DEFAULT_MATERIAL, MaterialName
from hinge.springs.words import set_of
from hinge.stock.lists import NO_LISTS, Lists


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


class CarriedOut(BaseModel):
    """The weight springs are right for, in a sentence too; the verdict only against a known weight. `stop`: why not to go on."""

    sprung_weight_lb: float
    difference: float | None = None
    verdict: Verdict | None = None
    sentence: str
    stop: str = ""


NOTHING_LASTS = "No set that fits this shaft bears being wound for this door."


class SpringOfferOut(BaseModel):
    """A set offered: the same again, lasting, or long-lived, with the cycles it is meant to outlast."""

    kind: OfferKind
    cycles: float
    set: SetOut


class SizeAnswer(BaseModel):
    """The ideal, the sets in order, how many there are, what is on the door now and carries, and usual friction.

    The first is `advised` where nothing was left out; `difference` sets it apart from what is on the door. `picked` is the set
    asked for by name; the sizes and counts are those there are to choose from. `remedies` say what would give sets that last as long
    as asked, where none does; `offers` stand side by side: the same again, lasting, long-lived.
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
    remedies: list[Remedy] = []
    offers: list[SpringOfferOut] = []
    on_door: SetOut | None = None
    on_door_carries: CarriedOut | None = None
    usual_friction_lb: float


def size(asked: SizeQuestion, of_shop: Lists = NO_LISTS) -> SizeAnswer:
    """Sets that carry the door, and what is on it now."""
    lists = asked.lists(of_shop)
    found, use = search_for(asked, lists), asked.use()
    there = set_on_door(asked, lists) if asked.on_door else None
    profile, wanted = asked.drum.on(asked.track), asked.wanted(lists)
    again = same_again(asked.door, asked.track, profile, wanted, there) if asked.options.whole else None
    # What hangs there and is right comes first: nothing is gained by other springs but another delivery.
    sets = [again, *(one for one in found.sets if one.springs != again.springs)] if again else list(found.sets)
    offers = spring_offers(asked.door, asked.track, profile, wanted, there) if asked.options.whole else ()
    # An empty van is cured by what is sold, not by another shaft.
    remedies = () if found.lasts or again or wanted.from_van_only else remedies_of(asked.door, asked.track, profile, wanted)
    return SizeAnswer(
        ideal=ideal_out(found),
        found=found.found,
        sets=[set_out(one, use) for one in sets],
        advised=asked.options.whole and bool(sets),
        offers=[SpringOfferOut(kind=one.kind, cycles=one.cycles, set=set_out(one.set, use)) for one in offers],
        difference=difference_words(there, sets[0]) if there and sets and asked.options.whole else "",
        picked=_picked(asked, lists, use),
        wires_in=list(found.wires_in),
        inside_diameters_in=list(found.inside_diameters_in),
        counts=list(found.counts),
        none_words="" if sets else NOTHING_LASTS if remedies else none_words(asked.options),
        remedies=list(remedies),
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
        return set_out(evaluate_named(asked.door, asked.track, drum, asked.wanted(lists), kinds, duplex), use)
    except HingeError:
        return None


def none_words(options: SizeOptions) -> str:
    """Why a search found nothing, and what would help."""
    within = f"within {options.rate_tolerance * 100:g} % of this rate"
    if options.from_van_only:
        return f"Nothing in the van comes {within}."
    if options.wire_in or options.inside_diameter_in or options.count or options.lasting:
        return f"No set of these comes {within} and fits the shaft. Take one of the limits off."
    return f"No stock size comes {within} and fits the shaft. Check the weight, the drum and the room."


def ideal_out(found: Search) -> IdealOut:
    """The rate and turns that meet both conditions, as a document."""
    ideal = found.ideal
    return IdealOut(rate_lbin_per_turn=ideal.rate_lbin_per_turn, turns=ideal.turns, quarter_turns=ideal.quarter_turns)


def search_for(asked: OnDoor, lists: Lists) -> Search:
    """The stock sets for a door and what is wanted of them."""
    return find_sets(asked.door, asked.track, asked.drum.on(asked.track), asked.wanted(lists))


def set_on_door(asked: OnDoor, lists: Lists) -> SpringSet:
    """The springs that hang there, judged against the door."""
    table = lists.rates
    springs: Springs = tuple(table.applied(spring) if table else spring for spring in asked.on_door or [])
    on = requirements_of(asked.door, asked.track, asked.drum.on(asked.track))
    there = evaluate_set(springs, on, whole_turns(asked.on_door_quarter_turns), asked.on_door_duplex)
    if is_mismatched(there):
        there = replace(there, reasons=("", "mismatched springs on one shaft"))
    if asked.options.shaft_length_in is not None:
        require_room(there, asked.options.shaft_length_in)
    return there


def whole_turns(quarter_turns: float | None) -> int | None:
    """Quarter-turns of a shaft as whole ones, where they are known."""
    return None if quarter_turns is None else round(quarter_turns)


def is_mismatched(there: SpringSet) -> bool:
    """Whether springs of several sizes share the shaft side by side."""
    return len(there.parts) > 1 and not there.duplex


def _carried_now(there: SpringSet, asked: OnDoor) -> CarriedOut:
    turns = (there.quarter_turns, there.own_quarter_turns) if asked.on_door_quarter_turns is not None else None
    return carried_out(asked.door.total_lb * (1 + there.rate_error), asked.door.total_lb, turns)


def carried_out(sprung_weight_lb: float, scale_lb: float | None, turns: tuple[int, int] | None = None) -> CarriedOut:
    """What springs carry [lb] against the scale's weight; `turns` as wound, and as would suit them."""
    if scale_lb is None:
        return CarriedOut(sprung_weight_lb=sprung_weight_lb, sentence=verdict_words(sprung_weight_lb))
    difference, verdict = verdict_against(sprung_weight_lb, scale_lb)
    return CarriedOut(
        sprung_weight_lb=sprung_weight_lb,
        difference=difference,
        verdict=verdict,
        sentence=verdict_words(sprung_weight_lb, difference, verdict, turns),
        stop=must_stop(difference),
    )


QUESTION = Question(SizeQuestion, SizeAnswer, size)
