"""What visits need against what the vans have: what to load, from which van, and what has to be ordered."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace

from pydantic import BaseModel

from hinge.stock.van import StockSpring, WantedPiece, take, words_on_van
from hinge.text.sentences import say_with

# What the desk says to load where it is the springs that are wrong.
SPRINGS = "springs"
say = say_with(__file__)


@dataclass(frozen=True)
class VisitNeeds:
    """What a visit needs: `springs` one by one, pieces by the name the vans have them under, and kinds of part any of which will do.

    `why` says in words what for.
    """

    where: str
    springs: tuple[WantedPiece, ...] = ()
    named: Mapping[str, int] = field(default_factory=dict)
    kinds: tuple[str, ...] = ()
    why: str = ""


@dataclass(frozen=True)
class VanStock:
    """What is on a van: springs, and pieces of parts by name."""

    name: str
    springs: tuple[StockSpring, ...] = ()
    parts: Mapping[str, int] = field(default_factory=dict)


class ElsewhereOnVan(BaseModel):
    """Pieces that another van has."""

    van: str
    pieces: int


class NeedLine(BaseModel):
    """A thing a visit needs: how many `pieces`, 0 where that is not known; how many are `here`, and where others are."""

    words: str
    pieces: int
    here: int
    elsewhere: list[ElsewhereOnVan]

    @property
    def short(self) -> int:
        """How many no van has."""
        return max(self.pieces - self.here - sum(one.pieces for one in self.elsewhere), 0)


class VisitLoad(BaseModel):
    """What a visit needs, line by line."""

    where: str
    lines: list[NeedLine]


class OrderLine(BaseModel):
    """Something to order: how many `pieces`, 0 where somebody has to say; what for, in words."""

    words: str
    pieces: int
    why: list[str]


def visit_loads(visits: Sequence[VisitNeeds], van: VanStock, others: Sequence[VanStock] = ()) -> list[VisitLoad]:
    """What each visit needs, in order, against the van that goes and the `others`. What one is given the next does not find."""
    left = [_Left.of(one) for one in (van, *others)]
    return [VisitLoad(where=one.where, lines=_lines(one, left)) for one in visits]


def order_list(
    visits: Sequence[VisitNeeds], vans: Sequence[VanStock], used: Mapping[str, int], notes: Iterable[tuple[str, str]] = ()
) -> list[OrderLine]:
    """What to order: what no van has of what is needed, what was `used` (pieces by words), and what was noted, each with what for.

    What is needed comes first, each in the order it was met.
    """
    pieces, why = Counter[str](), dict[str, list[str]]()

    def wanted(words: str, count: int, reason: str) -> None:
        pieces[words] += count
        if reason not in why.setdefault(words, []):
            why[words].append(reason)

    all_vans = [_Left.of(one) for one in vans] or [_Left.of(VanStock(""))]
    for visit in visits:
        for line in _lines(replace(visit, kinds=()), all_vans):
            if line.short:
                wanted(line.words, line.short, say("order.needed", pieces=line.short, why=visit.why or visit.where))
    for words, count in used.items():
        if count > 0:
            wanted(words, count, say("order.used", pieces=count))
    for text, where in notes:
        wanted(text, 0, where)
    return [OrderLine(words=words, pieces=pieces[words], why=reasons) for words, reasons in why.items()]


@dataclass
class _Left:
    """What is left of a van while visits are given what they need."""

    name: str
    springs: list[StockSpring]
    parts: Counter[str]
    names: Mapping[str, str]

    @classmethod
    def of(cls, van: VanStock) -> _Left:
        parts = Counter[str]()
        for name, pieces in van.parts.items():
            parts[name.casefold()] += pieces
        return cls(van.name, [one for one in van.springs if one.count], parts, {name.casefold(): name for name in van.parts})

    def give_springs(self, wanted: list[WantedPiece]) -> list[WantedPiece]:
        """Give what there is of the springs wanted, cut where it is longer; what is lacking still."""
        lacking = list(wanted)
        for one in take(self.springs, wanted):
            for given in one.given:
                lacking.remove(given)
            bar = self.springs[one.place]
            self.springs[one.place] = bar.model_copy(update={"count": bar.count - 1})
            if one.rest_in:
                self.springs.append(bar.model_copy(update={"length_in": one.rest_in, "count": 1}))
        self.springs = [one for one in self.springs if one.count]
        return lacking

    def give(self, name: str, pieces: int) -> int:
        """Give so many pieces of a part as there are; how many."""
        given = min(self.parts[name.casefold()], pieces)
        self.parts[name.casefold()] -= given
        return given

    def of_kind(self, kind: str) -> int:
        """How many pieces of any part of a kind there are: one of its words begins as the kind does."""
        stem = kind.casefold().removesuffix("s")
        return sum(pieces for name, pieces in self.parts.items() if any(word.startswith(stem) for word in name.split()))


def _lines(visit: VisitNeeds, left: Sequence[_Left]) -> list[NeedLine]:
    lines = []
    for wanted in dict.fromkeys(visit.springs):
        lacking, gave = [one for one in visit.springs if one == wanted], list[int]()
        count = len(lacking)
        for van in left:
            before = len(lacking)
            lacking = van.give_springs(lacking)
            gave.append(before - len(lacking))
        words = words_on_van(wanted.wire_in, wanted.inside_diameter_in, wanted.length_in, wanted.hand)
        lines.append(_line(words, count, gave, left))
    for name, pieces in visit.named.items():
        gave, lack = [], pieces
        for van in left:
            gave.append(van.give(name, lack))
            lack -= gave[-1]
        lines.append(_line(name, pieces, gave, left))
    known = bool(visit.springs or visit.named)
    for kind in visit.kinds:
        if kind == SPRINGS and not known:
            lines.append(NeedLine(words=say("load.unknown_springs"), pieces=0, here=0, elsewhere=[]))
        elif kind != SPRINGS:
            lines.append(_line(kind, 0, [van.of_kind(kind) for van in left], left))
    return lines


def _line(words: str, pieces: int, gave: Sequence[int], left: Sequence[_Left]) -> NeedLine:
    others = [ElsewhereOnVan(van=van.name, pieces=count) for van, count in zip(left[1:], gave[1:], strict=True) if count]
    return NeedLine(words=words, pieces=pieces, here=gave[0], elsewhere=others)
