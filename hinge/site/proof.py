"""The proof: no danger is reached from any garage a call can begin in, and from everywhere there is a way to a safe end."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

from hinge.carriers.kinds import KINDS
from hinge.site.dangers import Danger, dangers, facts_of
from hinge.site.ends import dead_ends
from hinge.site.facts import Fact, fact_kinds
from hinge.site.search import Move, Reached, moves, search

_ALWAYS = (Fact.CARRIER, Fact.LINE, Fact.DOOR, Fact.POWER, Fact.PEOPLE)
# What is looked at together. What is not seen neither hinders nor moves anything, so each look allows more than there is.
VIEWS: dict[str, tuple[Fact, ...]] = {
    "cones": (
        *_ALWAYS, Fact.PROTECTION, Fact.TOOLS, Fact.LOAD, Fact.FRAMING, Fact.HAND, Fact.CABLES, Fact.SHAFT_CLAMP,
    ),
    "pair": (*_ALWAYS, Fact.PROTECTION, Fact.PAIR, Fact.SAFETY_CABLES, Fact.STRETCH, Fact.JOINED, Fact.FOUND),
    "stack": (*_ALWAYS, Fact.STACK, Fact.GUIDE, Fact.STRAP, Fact.SHAFT_CLAMP, Fact.BARS, Fact.JOINED, Fact.FOUND),
    "moving": (
        *_ALWAYS, Fact.JOINED, Fact.SHAFT_CLAMP, Fact.BARS, Fact.SCREWS, Fact.LOOKED, Fact.FOUND, Fact.BALANCE, Fact.PROVED, Fact.LEFT,
    ),
}  # fmt: skip


@dataclass(frozen=True)
class SiteProof:
    """What the searches saw together; sound where nothing dangerous was reached, nothing is a dead end, and all is of use."""

    states: int
    transitions: int
    watched: int
    reached: Mapping[str, str]
    dead_ends: Sequence[str]
    idle: Sequence[str]

    @property
    def sound(self) -> bool:
        """Whether it holds."""
        return not (self.reached or self.dead_ends or self.idle)

    def __str__(self) -> str:
        found = f"{len(self.reached)} reached, {len(self.dead_ends)} dead ends"
        return f"{self.states:,} states, {self.transitions:,} transitions, {self.watched} dangers, {found}"


def prove(ways: Sequence[Move] | None = None, views: Mapping[str, Sequence[Fact]] | None = None) -> SiteProof:
    """Search every view. `ways` are the moves there are, those of the data where nothing is said."""
    table, watched = list(moves() if ways is None else ways), dangers()
    looked_at = [search(seen, table, watched) for seen in (VIEWS if views is None else views).values()]
    unseen = [name for name, one in watched.items() if not any(facts_of(one) <= {*look.space.facts} for look in looked_at)]
    return SiteProof(
        states=sum(look.states.size for look in looked_at),
        transitions=sum(look.transitions for look in looked_at),
        watched=len(watched),
        reached={name: how for look in looked_at for name, how in look.dangers.items()},
        dead_ends=dead_ends(looked_at[0], table),
        idle=[*(f"{name} is watched for nowhere" for name in unseen), *_never(looked_at, watched)],
    )


def whole() -> dict[str, tuple[Fact, ...]]:
    """All facts of each carrier together: what the views divide, some 70 million states."""
    kinds = fact_kinds()
    return {one: tuple(fact for fact in Fact if not kinds[fact].carriers or one in kinds[fact].carriers) for one in KINDS}


def _never(looked_at: Sequence[Reached], watched: Mapping[str, Danger]) -> Iterator[str]:
    """Values of facts that no state has: what cannot come about is guarded for nothing, or a move is missing."""
    for fact, kind in fact_kinds().items():
        look = next((one for one in looked_at if fact in one.space.stride), None)
        if look is not None:
            had = {*look.space.column(fact, look.states).tolist()}
            yield from (f"{fact} is never {value}" for place, value in enumerate(kind.values) if place not in had)


def is_missed(fact: Fact, ways: Sequence[Move]) -> bool:
    """Whether a rule about a fact, left out of the `ways`, is missed: where the fact is not seen all is as it was."""
    watched = dangers()
    for seen in VIEWS.values():
        if fact in seen:
            look = search(seen, ways, watched)
            if look.dangers or any(_never([look], watched)) or dead_ends(look, ways):
                return True
    return False


def mutants(ways: Sequence[Move]) -> Iterator[tuple[str, Fact, list[Move]]]:
    """The moves with one need, one thing made, or one doubt left out, each by name and with the fact it is about."""
    ids = list(dict.fromkeys(one.id for one in ways))
    for name in ids:
        of = [one for one in ways if one.id == name]
        if name.startswith("unsay_"):
            continue
        for fact in of[0].needs:
            yield f"{name} needs {fact}", fact, [_without_need(one, fact) if one.id == name else one for one in ways]
        for place, row in enumerate(of[0].either):
            for fact in row:
                cut = [_without_either(one, place, fact) if one.id == name else one for one in ways]
                yield f"{name} either {place} {fact}", fact, cut
        if not name.startswith("say_"):
            for fact in of[0].makes:
                yield f"{name} makes {fact}", fact, [_without_effect(one, fact) if one.id == name else one for one in ways]


def _without_need(move: Move, fact: Fact) -> Move:
    return replace(move, needs={name: values for name, values in move.needs.items() if name != fact})


def _without_either(move: Move, place: int, fact: Fact) -> Move:
    rows = [{name: values for name, values in row.items() if (at, name) != (place, fact)} for at, row in enumerate(move.either)]
    return replace(move, either=tuple(rows) if all(rows) else ())


def _without_effect(move: Move, fact: Fact) -> Move:
    return replace(move, makes={name: value for name, value in move.makes.items() if name != fact})
