"""Spring stock on the van: lengths that can be cut down to what a door needs."""

from __future__ import annotations

from typing import Annotated

import numpy as np

from hinge.arrays import Bools, Floats
from hinge.document import Between, Document
from hinge.springs.rates import SAME_SIZE_IN, SAME_WIRE_IN, Inside, Length, Wire, read_rows

CUT_LOSS_IN = 0.5  # a cut and its burr; estimate


class StockSpring(Document):
    """Pieces of one spring on the van."""

    wire_in: Wire
    inside_diameter_in: Inside
    length_in: Length
    count: Annotated[int, Between(1, 200, "pieces")]


def parse_van_stock(text: str) -> tuple[StockSpring, ...]:
    """Read van stock from CSV: wire_in, inside_diameter_in, length_in, count. Raises BadInput naming row and column."""
    return tuple(row for _, row in read_rows(text, StockSpring))


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
