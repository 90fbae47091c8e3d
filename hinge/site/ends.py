"""That there is always a way to a safe end: the next acts from every line, held to be open whatever the other facts are."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from functools import cache
from typing import Annotated

from pydantic import Field

from hinge.document import Document, table_of
from hinge.site.actions import Values
from hinge.site.facts import Fact, fact_kinds
from hinge.site.search import Move, Reached, moves

# What each fact may be: nobody knows which.
Maybe = dict[Fact, frozenset[str]]
Outcome = tuple[str, Mapping[Fact, str]]


class Way(Document):
    """Acts in order, and where the line is after the last."""

    acts: Annotated[list[str], Field(min_length=1)]
    line: str = ""

    @property
    def outcomes(self) -> list[Outcome]:
        """Each act with how it comes about."""
        last = {Fact.LINE: self.line} if self.line else {}
        return [*((name, {}) for name in self.acts[:-1]), (self.acts[-1], last)]


Ways = dict[str, dict[str, Way]]


@cache
def ways() -> tuple[Ways, Ways]:
    """By what carries the door and its line: the ways onwards, and those until the door is lifted."""
    table = table_of(__file__, "ends", Ways)
    return table["onwards"], table["lifted"]


def _acts(*names: str) -> list[Outcome]:
    return [(name, {}) for name in names]


_SAFE = _acts("say_power_off", "say_clear")
_RIGHT: list[Outcome] = [("put_right", {Fact.FOUND: "nothing"})]
_READ: list[Outcome] = [("read", {Fact.BALANCE: "holds"})]
PROVED: list[Outcome] = [*_acts("say_joined", "run"), ("prove", {Fact.PROVED: "yes"}), *_acts("close_proved")]
LEFT: list[Outcome] = _acts("disconnect", "close_left")


def dead_ends(reached: Reached, of: Iterable[Move] | None = None) -> list[str]:
    """The lines seen in a search from which an end cannot be reached, each with the act that is shut; none where all is well.

    Of a line and what carries the door nothing else is supposed: every other fact may have any of its values.
    """
    columns = [reached.space.column(fact, reached.states) for fact in (Fact.CARRIER, Fact.LINE)]
    carriers, lines = (reached.space.values[fact] for fact in (Fact.CARRIER, Fact.LINE))
    seen = sorted({(carriers[carrier], lines[line]) for carrier, line in zip(*(column.tolist() for column in columns), strict=True)})
    table = list(of if of is not None else moves())
    return [f"{carrier} {line}: {shut}" for carrier, line in seen for end in (PROVED, LEFT) if (shut := _shut(carrier, line, end, table))]


def _shut(carrier: str, line: str, end: list[Outcome], moved: list[Move]) -> str:
    """The act on the way to an end that is not open whatever is so; empty where every one is."""
    maybe: Maybe = {fact: frozenset(kind.values) for fact, kind in fact_kinds().items()}
    maybe |= {Fact.CARRIER: frozenset({carrier}), Fact.LINE: frozenset({line})}
    if shut := through(maybe, _RIGHT + _SAFE, moved):
        return shut
    onwards, lifted = ways()
    for _ in fact_kinds()[Fact.LINE].values:
        carried, at = _only(maybe, Fact.CARRIER), _only(maybe, Fact.LINE)
        if lift := lifted.get(carried, {}).get(at):
            return through(maybe, [*_SAFE, *lift.outcomes, *_READ, *end], moved)
        way = onwards.get(carried, {}).get(at)
        if way is None:
            return f"nothing leads on from {carried} {at}"
        if shut := through(maybe, way.outcomes, moved):
            return shut
    return "the line goes round"


def through(maybe: Maybe, acts: Iterable[Outcome], of: Iterable[Move]) -> str:
    """Go through acts, `maybe` moved with each. Returns the first that is not open whatever is so; empty where all are."""
    table = list(of)
    for name, outcome in acts:
        move = next((one for one in table if one.id == name and outcome.items() <= one.makes.items()), None)
        if move is None or not _open(maybe, move):
            return name
        maybe.update({fact: frozenset({value}) for fact, value in move.makes.items()})
    return ""


def _open(maybe: Maybe, move: Move) -> bool:
    return _sure(maybe, move.needs) and (not move.either or any(_sure(maybe, row) for row in move.either))


def _sure(maybe: Maybe, needs: Values) -> bool:
    return all(maybe[fact] <= {*values} for fact, values in needs.items())


def _only(maybe: Maybe, fact: Fact) -> str:
    return next(iter(maybe[fact])) if len(maybe[fact]) == 1 else ""
