"""The measurements a call can ask for, and reading one as typed."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Literal

from hinge.errors import BadInput, require_between
from hinge.measure.tape import format_length, parse_length
from hinge.measure.units import parse_weight

Quantity = Literal["length", "feet", "decimal", "weight", "count"]


@dataclass(frozen=True)
class Field:
    """One measurable thing: how it is called, asked for, read and bounded (in `unit`); whether it is the door's."""

    name: str
    label: str
    ask: str
    quantity: Quantity
    unit: str
    low: float
    high: float
    of_door: bool = True


@cache
def fields() -> dict[str, Field]:
    """All measurable fields by name, in the order a technician takes them."""
    table = tomllib.loads((Path(__file__).parent / "fields.toml").read_text(encoding="utf-8"))
    return {name: Field(name=name, **row) for name, row in table.items()}


def read_field(name: str, typed: str) -> float:
    """Read one measurement as typed.

    Parameters: `name` of a field, `typed` in any notation its quantity accepts. Returns the value
    in the field's unit. Raises BadInput for nonsense, OutOfRange outside the field's range.
    """
    field = fields().get(name)
    if field is None:
        raise BadInput(f"There is no measurement called {name!r}.", "field", name, ", ".join(fields()), "")
    value = _read(field, typed)
    require_between(name, value, field.low, field.high, field.unit)
    return value


def write_value(name: str, value: float) -> str:
    """Write a field's value [in its unit] the way the trade does."""
    field = fields()[name]
    if field.quantity == "weight":
        return f"{value:.0f} lb"
    if field.quantity == "count":
        return f"{value:,.0f}".replace(",", " ")
    if field.quantity == "decimal":
        return f"{value:.4f}".rstrip("0").rstrip(".") + " in"
    return format_length(value, feet=field.quantity == "feet")


def _read(field: Field, typed: str) -> float:
    if field.quantity == "weight":
        return parse_weight(typed, field.name)
    if field.quantity == "count":
        plain = typed.strip().replace(" ", "")
        if not plain.isdecimal():
            raise BadInput(f"{typed!r} is not a whole number.", field.name, typed, f"{field.low:.0f} to {field.high:.0f}", field.unit)
        return float(plain)
    return parse_length(typed, field.name)
