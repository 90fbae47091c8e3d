"""Spring stock on the van: lengths that can be cut down to what a door needs."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from hinge.arrays import Bools, Floats
from hinge.errors import BadInput
from hinge.springs.rates import SAME_SIZE_IN, SAME_WIRE_IN, read_columns

CUT_LOSS_IN = 0.5  # a cut and its burr; estimate


@dataclass(frozen=True)
class StockSpring:
    """Pieces of one spring on the van: sizes [in] and how many."""

    wire_in: float
    inside_diameter_in: float
    length_in: float
    count: int


def parse_van_stock(text: str) -> tuple[StockSpring, ...]:
    """Read van stock from CSV: wire_in, inside_diameter_in, length_in, count. Raises BadInput naming row and column."""
    rows = read_columns(text, ("wire_in", "inside_diameter_in", "length_in", "count"), ())
    for line, row in rows:
        if row["count"] % 1:
            raise BadInput(
                f"Row {line}, column count: {row['count']:g} is not a whole number.", f"rows.{line}.count", row["count"], "a whole number"
            )
    return tuple(StockSpring(row["wire_in"], row["inside_diameter_in"], row["length_in"], int(row["count"])) for _, row in rows)


def pieces_from(stock: tuple[StockSpring, ...], wire_in: Floats, inside_diameter_in: Floats, length_in: Floats) -> Floats:
    """How many springs of each size the van's stock gives, cut down where it is longer.

    Parameters: sizes [in], shape (n,). Returns counts, shape (n,).
    """
    pieces = np.zeros(len(wire_in))
    for bar in stock:
        same = (np.abs(wire_in - bar.wire_in) < SAME_WIRE_IN) & (np.abs(inside_diameter_in - bar.inside_diameter_in) < SAME_SIZE_IN)
        as_is: Bools = np.abs(length_in - bar.length_in) < SAME_SIZE_IN
        each = np.floor((bar.length_in + 1e-9) / (length_in + CUT_LOSS_IN))
        pieces += same * bar.count * np.where(as_is, 1, each)
    return pieces
