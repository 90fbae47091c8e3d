"""A supplier's own table of rates, read from CSV. Where it has a spring, it beats the formula.

A row gives `wire_in`, `inside_diameter_in` and either `length_in` with `rate_lbin_per_turn`, or
`rate_per_coil_lbin_per_turn`: the rate one active coil would have. A table with any mistake is refused whole.
"""

from __future__ import annotations

import csv
import io
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from hinge.arrays import Floats
from hinge.errors import BadInput, number
from hinge.springs.torsion import TorsionSpring

SIZES = ("wire_in", "inside_diameter_in")
LIMITS = {
    "wire_in": (0.02, 1.0, "in"),
    "inside_diameter_in": (0.2, 16.0, "in"),
    "length_in": (0.1, 300.0, "in"),
    "rate_lbin_per_turn": (0.1, 5000.0, "lb·in/turn"),
    "rate_per_coil_lbin_per_turn": (1.0, 500_000.0, "lb·in/turn"),
    "count": (1.0, 200.0, "pieces"),
}
MOST_ROWS = 20_000
SAME_WIRE_IN, SAME_SIZE_IN = 0.0006, 0.03  # what two catalogues round apart; estimate


@dataclass(frozen=True)
class RateRow:
    """One row: sizes [in], and a rate for that length or for one active coil [lb·in/turn]."""

    wire_in: float
    inside_diameter_in: float
    length_in: float | None = None
    rate_lbin_per_turn: float | None = None
    rate_per_coil_lbin_per_turn: float | None = None


@dataclass(frozen=True)
class RateTable:
    """All rows of a table. An exact length goes before a rate per coil."""

    rows: tuple[RateRow, ...]

    @cached_property
    def _by_size(self) -> dict[tuple[float, float], list[RateRow]]:
        sizes: dict[tuple[float, float], list[RateRow]] = {}
        for row in self.rows:
            sizes.setdefault((row.wire_in, row.inside_diameter_in), []).append(row)
        return sizes

    def rates(self, wire_in: Floats, inside_diameter_in: Floats, length_in: Floats, active_coils: Floats) -> Floats:
        """The table's rate for each spring [lb·in/turn], NaN where it has none.

        Parameters: sizes [in] and active coils, all of one shape (n,).
        """
        found = np.full(len(wire_in), np.nan)
        for (wire, inside), rows in self._by_size.items():
            same = np.flatnonzero((np.abs(wire_in - wire) < SAME_WIRE_IN) & (np.abs(inside_diameter_in - inside) < SAME_SIZE_IN))
            if not same.size:
                continue
            for row in sorted(rows, key=lambda row: row.length_in is not None):
                if row.rate_per_coil_lbin_per_turn is not None:
                    found[same] = row.rate_per_coil_lbin_per_turn / active_coils[same]
                elif row.length_in is not None and row.rate_lbin_per_turn is not None:
                    found[same[np.abs(length_in[same] - row.length_in) < SAME_SIZE_IN]] = row.rate_lbin_per_turn
        return found

    def applied(self, spring: TorsionSpring) -> TorsionSpring:
        """The spring with the table's rate where there is one."""
        columns = (np.array([size]) for size in (spring.wire_in, spring.inside_diameter_in, spring.length_in, spring.active_coils))
        rate = float(self.rates(*columns)[0])
        return spring if np.isnan(rate) else replace(spring, table_rate_lbin_per_turn=rate)


def parse_rate_table(text: str) -> RateTable:
    """Read a table of rates from CSV text with a header row.

    Returns the table. Raises BadInput naming row, column and reason; nothing of a bad table is kept.
    """
    rows = read_columns(text, SIZES, ("length_in", "rate_lbin_per_turn", "rate_per_coil_lbin_per_turn"))
    seen: dict[tuple[object, ...], int] = {}
    made = []
    for line, row in rows:
        by_length = "length_in" in row and "rate_lbin_per_turn" in row
        if by_length == ("rate_per_coil_lbin_per_turn" in row) or len(row) != (4 if by_length else 3):
            raise _bad(line, "rate_lbin_per_turn", "either a length with its rate, or a rate per coil", None)
        key = (row["wire_in"], row["inside_diameter_in"], row.get("length_in"))
        if key in seen:
            raise _bad(line, "wire_in", f"the same spring as row {seen[key]}", row["wire_in"])
        seen[key] = line
        made.append(RateRow(**row))
    return RateTable(tuple(made))


def read_columns(text: str, required: tuple[str, ...], optional: tuple[str, ...]) -> list[tuple[int, dict[str, float]]]:
    """Read numbers by column name from CSV text; empty cells are left out.

    Returns row numbers as a spreadsheet counts them, with their values. Raises BadInput naming row, column
    and reason.
    """
    reader = csv.reader(io.StringIO(text.lstrip("\ufeff")), strict=True)
    try:
        lines = [(reader.line_num, [cell.strip() for cell in line]) for line in reader]
    except csv.Error as wrong:
        raise _bad(reader.line_num, "", f"not CSV ({wrong})", None) from wrong
    lines = [(at, line) for at, line in lines if any(line)]
    if len(lines) < 2:
        raise _bad(1, "", "a header row and at least one row under it", None)
    if len(lines) > MOST_ROWS:
        raise _bad(MOST_ROWS + 1, "", f"at most {MOST_ROWS} rows", None)
    header = lines[0][1]
    for name in required:
        if name not in header:
            raise _bad(1, name, f"this column is missing; there are {', '.join(header)}", None)
    for place, name in enumerate(header):
        if name not in required + optional or header.index(name) != place:
            raise _bad(1, name, f"columns are {', '.join(required + optional)}, each once", name)
    return [(at, _row(at, header, line, required)) for at, line in lines[1:]]


def _row(at: int, header: list[str], line: list[str], required: tuple[str, ...]) -> dict[str, float]:
    if len(line) != len(header):
        raise _bad(at, "", f"{len(line)} cells under {len(header)} columns", None)
    row = {}
    for name, cell in zip(header, line, strict=True):
        if not cell:
            if name in required:
                raise _bad(at, name, "empty", None)
            continue
        low, high, unit = LIMITS[name]
        try:
            value = float(cell)
        except ValueError as wrong:
            raise _bad(at, name, f"{cell!r} is not a number", cell) from wrong
        if not low <= value <= high:
            raise _bad(at, name, f"{cell} is outside {number(low)} to {number(high)} {unit}", value)
        row[name] = value
    return row


def _bad(row: int, column: str, reason: str, value: object) -> BadInput:
    where = f"Row {row}, column {column}" if column else f"Row {row}"
    return BadInput(f"{where}: {reason}.", f"rows.{row}.{column}".rstrip("."), value, reason, "")
