"""Spring stock on the van: lengths that can be cut down to what a door needs, and what is taken for it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np
from pydantic import Field

from hinge.arrays import Floats
from hinge.document import Between, Document
from hinge.errors import BadInputError
from hinge.springs.words import size_words
from hinge.stock.csv_rows import all_of, mistake_at, read_rows
from hinge.stock.rates import SAME_SIZE_IN, SAME_WIRE_IN, Inside, Length, Wire

CUT_LOSS_IN = 0.5  # a cut and its burr; estimate
LEAST_REST_IN = 8.0  # what is left shorter than this carries no door, and is scrap; estimate
# The hand of wind; empty where nobody said.
Hand = Literal["", "left", "right"]
MOST_PIECES = 200


class StockSpring(Document):
    """Pieces of one spring on the van."""

    wire_in: Wire
    inside_diameter_in: Inside
    length_in: Length
    count: Annotated[int, Between(1, MOST_PIECES, "pieces")]
    hand: Hand = ""


class StockPart(Document):
    """Pieces of a part on the van."""

    part: Annotated[str, Field(min_length=1, max_length=80)]
    count: Annotated[int, Between(1, 9999, "pieces")]


@dataclass(frozen=True)
class WantedPiece:
    """One spring that is to go on a door [in]."""

    wire_in: float
    inside_diameter_in: float
    length_in: float
    hand: Hand = ""


@dataclass(frozen=True)
class Take:
    """One piece of the stock's row at `place`, for the springs `given`; `rest_in` is left of one that is `cut`, 0 where that is scrap."""

    place: int
    given: tuple[WantedPiece, ...]
    cut: bool = False
    rest_in: float = 0.0

    @property
    def springs(self) -> int:
        """For how many springs it is."""
        return len(self.given)


def parse_van_stock(text: str) -> tuple[StockSpring, ...]:
    """Read van stock from CSV: wire_in, inside_diameter_in, length_in, count, hand if known. Raises BadInputError naming row and column."""
    return tuple(row for _, row in read_rows(text, StockSpring))


def parse_parts(text: str) -> tuple[StockPart, ...]:
    """Read the van's parts from CSV: part, count. Raises BadInputError naming row and column, also where a part stands there twice."""
    rows, seen, mistakes = read_rows(text, StockPart), set[str](), list[BadInputError]()
    for at, row in rows:
        if row.part.casefold() in seen:
            mistakes.append(mistake_at(at, "part", "it stands in the list already", row.part))
        seen.add(row.part.casefold())
    if mistakes:
        raise all_of(mistakes)
    return tuple(row for _, row in rows)


def words_on_van(wire_in: float, inside_diameter_in: float, length_in: float, hand: str) -> str:
    """A spring [in] as it is asked for across the bench."""
    return f"{size_words(wire_in, inside_diameter_in, length_in)}{f', {hand}-hand wound' if hand else ''}"


def pieces_from(stock: tuple[StockSpring, ...], wire_in: Floats, inside_diameter_in: Floats, length_in: Floats) -> Floats:
    """How many springs of each size the van's stock gives, cut down where it is longer; whatever their hand.

    Parameters: sizes [in], shape (n,). Returns counts, shape (n,).
    """
    pieces = np.zeros(len(wire_in))
    bars = np.array([(bar.wire_in, bar.inside_diameter_in, bar.length_in, bar.count) for bar in stock]).reshape(-1, 4)
    for wire, inside in np.unique(bars[:, :2], axis=0):
        same = np.flatnonzero((np.abs(wire_in - wire) < SAME_WIRE_IN) & (np.abs(inside_diameter_in - inside) < SAME_SIZE_IN))
        of_size = bars[(bars[:, 0] == wire) & (bars[:, 1] == inside)] if len(same) else bars[:0]
        for row in same:
            each = np.floor((of_size[:, 2] + 1e-9) / (length_in[row] + CUT_LOSS_IN))
            pieces[row] += np.sum(of_size[:, 3] * np.where(np.abs(of_size[:, 2] - length_in[row]) < SAME_SIZE_IN, 1, each))
    return pieces


def take(stock: Sequence[StockSpring], wanted: Sequence[WantedPiece]) -> list[Take]:
    """What to take for the springs wanted: the right length first, then the shortest that can be cut. What is lacking is left out."""
    left, lacking, takes = [one.count for one in stock], list(wanted), list[Take]()
    alike = [place for place, bar in enumerate(stock) if any(_is(bar, one) for one in wanted)]
    for place in sorted(alike, key=lambda at: (stock[at].hand == "", stock[at].length_in)):
        as_is = [one for one in lacking if _is(stock[place], one) and abs(stock[place].length_in - one.length_in) < SAME_SIZE_IN]
        for one in as_is[: left[place]]:
            lacking.remove(one)
            left[place] -= 1
            takes.append(Take(place, (one,)))
    for place in sorted(alike, key=lambda at: stock[at].length_in):
        while left[place] and (cut := _cut(stock[place], lacking)):
            for one in cut:
                lacking.remove(one)
            left[place] -= 1
            rest = stock[place].length_in - sum(one.length_in + CUT_LOSS_IN for one in cut)
            takes.append(Take(place, tuple(cut), True, round(rest, 3) if rest >= LEAST_REST_IN else 0.0))
    return takes


def _cut(bar: StockSpring, lacking: list[WantedPiece]) -> list[WantedPiece]:
    """The springs one piece is cut into: as many of those lacking as it gives, in their order, all of one hand as the piece is."""
    left, hand, cut = bar.length_in + 1e-9, bar.hand, list[WantedPiece]()
    for one in lacking:
        if _is(bar, one) and one.length_in + CUT_LOSS_IN <= left and (not hand or one.hand in ("", hand)):
            left, hand = left - one.length_in - CUT_LOSS_IN, hand or one.hand
            cut.append(one)
    return cut


def _is(bar: StockSpring, one: WantedPiece) -> bool:
    """Whether it is the same but for its length: wire, inside diameter, and hand where both are known."""
    wire, inside = abs(bar.wire_in - one.wire_in) < SAME_WIRE_IN, abs(bar.inside_diameter_in - one.inside_diameter_in) < SAME_SIZE_IN
    return wire and inside and (not bar.hand or not one.hand or bar.hand == one.hand)
