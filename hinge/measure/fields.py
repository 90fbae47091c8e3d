"""The measurements a call can ask for, and reading one as typed."""

from __future__ import annotations

import re
import tomllib
from collections.abc import Mapping
from functools import cache
from pathlib import Path
from typing import Any, Literal

from hinge.document import MOST, Document, plain_value, read
from hinge.errors import BadInputError, require_between
from hinge.measure.tape import parse_length
from hinge.measure.units import parse_weight
from hinge.text.marks import number, say_length, say_size, with_rules

Quantity = Literal["length", "feet", "decimal", "weight", "count", "turns", "degrees", "lengths", "weights", "plain", "choice", "text"]
Value = float | str | list[float]
Measured = Mapping[str, Value]

SIGNS: dict[Quantity, str] = {"turns": " turns", "degrees": "°", "plain": ""}
LONGEST_TEXT = 120
NUMBER = re.compile(r"(?P<number>\d+(?:\.\d*)?|\.\d+)\s*(?:turns?|degrees?|deg|°)?", re.I)


class Field(Document):
    """One measurable thing: how it is called, asked for, read and bounded (in `unit`).

    `choices` are the words of a choice by what is kept. `group` says where it is asked for, `when` for which other choices
    it is asked for at all, `rare` that it seldom is, `once` that it holds for this visit only. `of_door` is false for a
    reading, which is no measure of the door.
    """

    name: str
    label: str
    ask: str
    quantity: Quantity
    unit: str = ""
    low: float = 0.0
    high: float = 0.0
    group: str = ""
    of_door: bool = True
    rare: bool = False
    once: bool = False
    when: dict[str, list[str]] = {}
    choices: dict[str, str] = {}


@cache
def fields() -> dict[str, Field]:
    """All measurable fields by name, in the order a technician takes them."""
    text = (Path(__file__).parent / "fields.toml").read_text(encoding="utf-8")
    return {name: read(Field, row | {"name": name}, name) for name, row in tomllib.loads(with_rules(text)).items()}


def read_field(name: str, typed: str, any_range: bool = False) -> Value:
    """Read one measurement as typed.

    Parameters: `name` of a field, `typed` in any notation its quantity accepts; `any_range` for what was accepted once,
    whatever the range is today. Returns the value in the field's unit. Raises BadInputError for nonsense, OutOfRangeError outside
    the field's range.
    """
    field = fields().get(name)
    if field is None:
        raise _unknown(name, "field")
    value: Value
    if field.quantity in ("choice", "text"):
        value = typed.strip() if field.quantity == "text" else typed
    elif field.quantity in ("lengths", "weights"):
        read = parse_length if field.quantity == "lengths" else parse_weight
        value = [read(one, name) for one in re.split("[,;]", typed)]
    else:
        value = _read(field, typed)
    if not any_range:
        require_sound(name, value)
    return value


def require_sound(name: str, value: Any, where: str = "") -> None:
    """Refuse what cannot be measured of this field today: what `require_readable` refuses, and what lies outside its range.

    `where` is the path of the value in its document, by default the field's name.
    """
    require_readable(name, value, where)
    field = fields()[name]
    if field.quantity not in ("choice", "text"):
        for one in value if isinstance(value, list) else [value]:
            require_between(where or name, float(one), field.low, field.high, field.unit)


def require_readable(name: str, value: Any, where: str = "") -> None:
    """Refuse what can never have been a value of this field: unknown field or choice, wrong sort, wrong sign."""
    field, where = fields().get(name), where or name
    if field is None:
        raise _unknown(name, where)
    if field.quantity == "choice":
        if not isinstance(value, str) or value not in field.choices:
            raise BadInputError(
                f"{field.label} is one of {', '.join(field.choices)}.", where, plain_value(value), ", ".join(field.choices), ""
            )
        return
    if field.quantity == "text":
        if not isinstance(value, str) or not 0 < len(value) <= LONGEST_TEXT or not value.isprintable():
            raise BadInputError(f"{field.label}: a few words, on one line.", where, plain_value(value), f"1 to {LONGEST_TEXT} letters", "")
        return
    several = field.quantity in ("lengths", "weights")
    numbers = value if isinstance(value, list) else [value]
    if several != isinstance(value, list) or not numbers or not all(_is_number(one) for one in numbers):
        raise BadInputError(f"{field.label} is {'a list of numbers' if several else 'one number'}.", where, None, "", field.unit)
    for one in numbers:
        if field.low >= 0:
            require_between(where, float(one), 0, MOST, field.unit)


def _unknown(name: str, where: str) -> BadInputError:
    shown = str(plain_value(name))
    return BadInputError(f"There is no measurement called {shown!r}.", where, shown, ", ".join(fields()), "")


def _is_number(value: object) -> bool:
    return isinstance(value, int | float) and not isinstance(value, bool) and abs(value) <= MOST


def write_value(name: str, value: Value) -> str:
    """Write a field's value [in its unit] the way the trade does."""
    field = fields()[name]
    if isinstance(value, str):
        return field.choices.get(value, value)
    if isinstance(value, list):
        return ", ".join(say_size(one, "lb") if field.quantity == "weights" else say_length(one) for one in value)
    if field.quantity == "weight":
        return say_size(value, "lb", 0 if value == round(value) else 1)
    if field.quantity == "count":
        return f"{value:,.0f}".replace(",", " ")
    if field.quantity == "decimal":
        return say_size(value, "in")
    if field.quantity in SIGNS:
        return number(value) + SIGNS[field.quantity]
    return say_length(value, feet=field.quantity == "feet")


def asked_for(measured: Measured) -> list[Field]:
    """The fields that make sense for a door of which so much is known, in order."""
    chosen = _chosen(measured)
    return [one for one in fields().values() if one.of_door and _fits(one, chosen)]


def belongs(field: Field, measured: Measured) -> bool:
    """Whether a field makes sense beside the choices that stand: what was measured for another choice may stand there still."""
    return _fits(field, _chosen(measured))


def _chosen(measured: Measured) -> dict[str, str]:
    return {name: choice_of(measured, name) for name in DEFAULT_CHOICES} | {
        name: value for name, value in measured.items() if isinstance(value, str)
    }


def choice_of(measured: Measured, name: str) -> str:
    """A choice as it was made, or what it is taken for until it is: what carries a door now goes on carrying it."""
    value = measured.get(name)
    return value if isinstance(value, str) else usual_choice(measured, name)


def number_of(measured: Measured, name: str) -> float | None:
    """A number as it was measured [the field's unit]; None where it was not, or is no number."""
    value = measured.get(name)
    return float(value) if isinstance(value, int | float) else None


def usual_choice(measured: Measured, name: str) -> str:
    """What a choice is taken for until it is made."""
    now = measured.get("carried_now") if name == "counterbalance" else None
    return now if isinstance(now, str) and now in fields()[name].choices else DEFAULT_CHOICES.get(name, "")


def _fits(field: Field, chosen: Mapping[str, str]) -> bool:
    return all(chosen.get(key) in of for key, of in field.when.items())


DEFAULT_CHOICES = {"counterbalance": "torsion", "lift": "standard", "nesting": "side_by_side"}


def _read(field: Field, typed: str) -> float:
    if field.quantity == "weight":
        return parse_weight(typed, field.name)
    if field.quantity == "count":
        plain = typed.strip().replace(" ", "")
        if not plain.isdecimal():
            raise BadInputError(f"{typed!r} is not a whole number.", field.name, typed, f"{field.low:.0f} to {field.high:.0f}", field.unit)
        return float(plain)
    if field.quantity in ("turns", "degrees", "plain"):
        match = NUMBER.fullmatch(typed.strip())
        if not match:
            raise BadInputError(
                f"{typed!r} is not a number of {field.unit}.", field.name, typed, f"{field.low:g} to {field.high:g}", field.unit
            )
        return float(match["number"])
    return parse_length(typed, field.name)
