"""Three springs to choose between: the same again where they are right, a lasting set, and a long-lived one."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.sizing.search import Wanted, evaluate_named, find_sets
from hinge.sizing.sets import SpringSet
from hinge.springs.drums import DrumProfile

OfferKind = Literal["same", "lasting", "long"]
# The lives better springs are sold for beside the usual one; common practice, no source.
SOLD_FOR: dict[OfferKind, float] = {"lasting": 25_000.0, "long": 50_000.0}
SAME = "the same again: they are right for this door, and last"


@dataclass(frozen=True)
class SpringOffer:
    """A set offered, and what for; `cycles` it is meant to outlast."""

    kind: OfferKind
    cycles: float
    set: SpringSet


def same_again(door: Door, track: Track, drum: DrumProfile, wanted: Wanted, there: SpringSet | None) -> SpringSet | None:
    """What hangs there, new: where it is one kind of spring or a duplex, within the tolerance, and likely lasts the cycles wanted."""
    if there is None or (len(there.parts) > 1 and not there.duplex) or abs(there.rate_error) > wanted.rate_tolerance:
        return None
    again = evaluate_named(door, track, drum, wanted, there.springs, there.duplex)
    if again.weakest.life.likely < wanted.cycles:
        return None
    return replace(again, reasons=(again.reasons[0], SAME, *again.reasons[1:]))


def spring_offers(door: Door, track: Track, drum: DrumProfile, wanted: Wanted, there: SpringSet | None) -> tuple[SpringOffer, ...]:
    """The same again, a lasting set and a long-lived one, each where there is one; one set is offered once."""
    offers = []
    if (again := same_again(door, track, drum, wanted, there)) is not None:
        offers.append(SpringOffer("same", wanted.cycles, again))
    for kind, cycles in SOLD_FOR.items():
        found = find_sets(door, track, drum, replace(wanted, cycles=cycles, lasting=True, most=1, skip=0, sort="rank", falling=False)).sets
        if found and all(found[0].springs != offer.set.springs for offer in offers):
            offers.append(SpringOffer(kind, cycles, found[0]))
    return tuple(offers)
