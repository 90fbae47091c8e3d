"""Rows of a CSV as it comes from a spreadsheet anywhere: commas, semicolons or tabs between cells, decimal points or commas.

A file with any mistake is refused whole, and every mistake is told.
"""

from __future__ import annotations

import csv
import io
from dataclasses import dataclass
from typing import Literal, TypeVar, get_origin

from hinge.document import Document, read
from hinge.errors import BadInputError, HingeError
from hinge.measure.cells import read_cell

MOST_ROWS = 20_000
# More mistakes than one reads are of one kind.
MOST_TOLD = 20
BETWEEN = (",", ";", "\t")
Row = TypeVar("Row", bound=Document)


@dataclass(frozen=True)
class _Cells:
    """The cells of a file by line, the first its header; `has_decimal_commas` where a comma parts no cells."""

    lines: list[tuple[int, list[str]]]
    has_decimal_commas: bool

    @property
    def header(self) -> list[str]:
        return self.lines[0][1]


def read_rows(text: str, model: type[Row]) -> list[tuple[int, Row]]:
    """Read CSV text by column name, each row as `model`; empty cells, and columns it does not know, are left out.

    Returns row numbers as a spreadsheet counts them, with their rows. Raises BadInputError naming row, column and reason of each mistake.
    """
    cells = _cells_of(text, model)
    _require_header(cells.header, model)
    rows, mistakes = list[tuple[int, Row]](), list[BadInputError]()
    for at, line in cells.lines[1:]:
        try:
            rows.append((at, _row(at, cells, line, model)))
        except BadInputError as wrong:
            mistakes.append(wrong)
    if mistakes:
        raise all_of(mistakes)
    return rows


def left_out(text: str, model: type[Document]) -> list[str]:
    """The columns of a CSV that say nothing to `model`, in their order. Raises BadInputError where it is none."""
    return [name for name in _cells_of(text, model).header if name and name not in model.model_fields]


@dataclass
class ListMistakesError(BadInputError):
    """Several `mistakes` as one, the first of them told, at the place of the first."""

    mistakes: tuple[BadInputError, ...] = ()


def all_of(mistakes: list[BadInputError]) -> ListMistakesError:
    """Several mistakes as one."""
    first, more = mistakes[0], len(mistakes) - MOST_TOLD
    told = [one.message for one in mistakes[:MOST_TOLD]] + ([f"And {more} more."] if more > 0 else [])
    return ListMistakesError(" ".join(told), first.field, first.value, first.allowed, first.unit, tuple(mistakes))


def mistakes_of(wrong: BadInputError) -> list[tuple[int, str, str]]:
    """Every mistake of a file that was refused: row as a spreadsheet counts them, column, and what is wrong."""
    alone = wrong.mistakes if isinstance(wrong, ListMistakesError) else [wrong]
    places = [(one.field.split("."), str(one.allowed)) for one in alone]
    return [(int(place[1]), ".".join(place[2:]), reason) for place, reason in places]


def mistake_at(row: int, column: str, reason: str, value: object) -> BadInputError:
    """A mistake in a row of a file, in a column where there is one."""
    where = f"Row {row}, column {column}" if column else f"Row {row}"
    return BadInputError(f"{where}: {reason}.", f"rows.{row}.{column}".rstrip("."), value, reason, "")


def _cells_of(text: str, model: type[Document]) -> _Cells:
    plain = text.lstrip("\ufeff")
    between = _between(plain, model)
    reader = csv.reader(io.StringIO(plain), delimiter=between, strict=True)
    try:
        lines = [(reader.line_num, [read_cell(cell.strip()) for cell in line]) for line in reader]
    except csv.Error as wrong:
        raise mistake_at(reader.line_num, "", f"not CSV ({wrong})", None) from wrong
    lines = [(at, line) for at, line in lines if any(line)]
    if len(lines) < 2:
        raise mistake_at(1, "", "a header row and at least one row under it", None)
    if len(lines) > MOST_ROWS + 1:
        raise mistake_at(MOST_ROWS + 2, "", f"at most {MOST_ROWS} rows under the header", None)
    return _Cells(lines, has_decimal_commas=between != ",")


def _between(text: str, model: type[Document]) -> str:
    """What stands between the cells: with it the header names most of the columns there are."""
    header = next((line for line in text.splitlines() if line.strip()), "")
    return max(BETWEEN, key=lambda mark: sum(name.strip().strip('"') in model.model_fields for name in header.split(mark)))


def _require_header(header: list[str], model: type[Document]) -> None:
    known = model.model_fields
    for name in (name for name, one in known.items() if one.is_required()):
        if name not in header:
            raise mistake_at(1, name, f"this column is missing; there are {', '.join(header)}", None)
    if twice := next((name for name in header if name in known and header.count(name) > 1), ""):
        raise mistake_at(1, twice, f"columns are {', '.join(known)}, each once", twice)


def _row(at: int, cells: _Cells, line: list[str], model: type[Row]) -> Row:
    if len(line) != len(cells.header):
        raise mistake_at(at, "", f"{len(line)} cells under {len(cells.header)} columns", None)
    row: dict[str, float | str] = {}
    for name, cell in zip(cells.header, line, strict=True):
        if name not in model.model_fields or not cell:
            continue
        try:
            row[name] = _cell(model.model_fields[name].annotation, cell, cells.has_decimal_commas)
        except ValueError as wrong:
            raise mistake_at(at, name, f"{cell!r} is not a number", cell) from wrong
    try:
        return read(model, row)
    except HingeError as wrong:
        name = wrong.field.split(".")[0]
        is_empty = name not in row and name in model.model_fields and model.model_fields[name].is_required()
        reason = "empty" if is_empty else wrong.message.rstrip(".")
        raise mistake_at(at, name, reason[:1].lower() + reason[1:], wrong.value) from wrong


def _cell(kind: object, cell: str, has_decimal_commas: bool) -> float | str:
    if kind is str or get_origin(kind) is Literal:
        return cell
    value = float(cell.replace(",", ".") if has_decimal_commas and "." not in cell else cell)
    return int(value) if kind is int and value % 1 == 0 else value
