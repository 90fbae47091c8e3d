"""A supplier's own table of rates, read from CSV. Where it has a spring, it beats the formula.

A row gives `wire_in`, `inside_diameter_in` and either `length_in` with `rate_lbin_per_turn`, or
`rate_per_coil_lbin_per_turn`: the rate one active coil would have. A table with any mistake is refused whole.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from hashlib import blake2b
from typing import Annotated, TypeVar

import numpy as np
from pydantic import model_validator
from scipy.spatial import KDTree

from hinge.arrays import Floats
from hinge.document import Between, Document, told
from hinge.errors import BadInputError
from hinge.springs.torsion import TorsionSpring
from hinge.stock.csv_rows import mistake_at, read_rows

SAME_WIRE_IN, SAME_SIZE_IN = 0.0006, 0.03  # what two catalogues round apart; estimate
Wire = Annotated[float, Between(0.02, 1, "in")]
Inside = Annotated[float, Between(0.2, 16, "in")]
Length = Annotated[float, Between(0.1, 300, "in")]


class RateRow(Document):
    """One row of a supplier's table: a rate for that length, or for one active coil."""

    wire_in: Wire
    inside_diameter_in: Inside
    length_in: Length | None = None
    rate_lbin_per_turn: Annotated[float, Between(0.1, 5000, "lb·in/turn")] | None = None
    rate_per_coil_lbin_per_turn: Annotated[float, Between(1, 500_000, "lb·in/turn")] | None = None

    @model_validator(mode="after")
    def _one_rate(self) -> RateRow:
        by_length = (self.length_in is not None) + (self.rate_lbin_per_turn is not None)
        if (by_length, self.rate_per_coil_lbin_per_turn is None) not in ((2, True), (0, False)):
            said = "Either a length with its rate, or a rate per coil."
            raise told(BadInputError(said, "rate_lbin_per_turn", self.rate_lbin_per_turn, "one of the two", "lb·in/turn"))
        return self


Spring = TypeVar("Spring", bound=TorsionSpring)


@dataclass(frozen=True)
class _Listed:
    """Rates [lb·in/turn] by size, in a tree of sizes each divided by what is read as one size on its axis [in]."""

    rate_lbin_per_turn: Floats
    within: tuple[float, ...]
    tree: KDTree | None

    @classmethod
    def of(cls, sizes: tuple[Floats, ...], rate_lbin_per_turn: Floats, within: tuple[float, ...]) -> _Listed:
        """Rates and their sizes [in], each column of shape (n,)."""
        return cls(rate_lbin_per_turn, within, KDTree(np.stack(sizes, axis=1) / within) if len(rate_lbin_per_turn) else None)

    def near(self, asked: tuple[Floats, ...]) -> Floats:
        """The rate [lb·in/turn] of the size nearest to each one asked, by the axis it differs most on; NaN where none is within reach."""
        if self.tree is None:
            return np.full(len(asked[0]), np.nan)
        _, row = self.tree.query(np.stack(asked, axis=1) / self.within, p=np.inf, distance_upper_bound=1)
        return np.append(self.rate_lbin_per_turn, np.nan)[row]


@dataclass(frozen=True)
class RateTable:
    """A table compiled to columns. An exact length goes before a rate per coil.

    `mark` is of the contents: two tables of one mark are one table.
    """

    mark: str
    by_length: _Listed = field(repr=False, compare=False)
    per_coil: _Listed = field(repr=False, compare=False)

    def rates(self, wire_in: Floats, inside_diameter_in: Floats, length_in: Floats, active_coils: Floats) -> Floats:
        """The table's rate for each spring [lb·in/turn], NaN where it has none.

        Parameters: sizes [in] and active coils, all of one shape (n,).
        """
        exact = self.by_length.near((wire_in, inside_diameter_in, length_in))
        return np.where(np.isnan(exact), self.per_coil.near((wire_in, inside_diameter_in)) / active_coils, exact)

    def applied(self, spring: Spring) -> Spring:
        """The spring with the table's rate where there is one."""
        columns = (np.array([size]) for size in (spring.wire_in, spring.inside_diameter_in, spring.length_in, spring.active_coils))
        rate = float(self.rates(*columns)[0])
        return spring if np.isnan(rate) else spring.model_copy(update={"table_rate_lbin_per_turn": rate})


def compile_rates(rows: Sequence[RateRow]) -> RateTable:
    """A table's rows as columns."""

    def column(name: str) -> Floats:
        return np.array([np.nan if (value := getattr(row, name)) is None else value for row in rows], dtype=float)

    sizes, length = (column("wire_in"), column("inside_diameter_in")), column("length_in")
    rates = {"exact": column("rate_lbin_per_turn"), "coil": column("rate_per_coil_lbin_per_turn")}
    mark = blake2b(b"".join(one.tobytes() for one in (*sizes, length, *rates.values()))).hexdigest()
    exact, coil = ~np.isnan(rates["exact"]), ~np.isnan(rates["coil"])
    by_length = _Listed.of(
        (*(one[exact] for one in sizes), length[exact]), rates["exact"][exact], (SAME_WIRE_IN, SAME_SIZE_IN, SAME_SIZE_IN)
    )
    return RateTable(mark, by_length, _Listed.of(tuple(one[coil] for one in sizes), rates["coil"][coil], (SAME_WIRE_IN, SAME_SIZE_IN)))


def parse_rate_table(text: str) -> tuple[RateRow, ...]:
    """Read a table of rates from CSV text with a header row.

    Returns its rows. Raises BadInputError naming row, column and reason; nothing of a bad table is kept.
    """
    seen: dict[tuple[object, ...], int] = {}
    rows = read_rows(text, RateRow)
    for line, row in rows:
        key = (row.wire_in, row.inside_diameter_in, row.length_in)
        if key in seen:
            raise mistake_at(line, "wire_in", f"the same spring as row {seen[key]}", row.wire_in)
        seen[key] = line
    return tuple(row for _, row in rows)
