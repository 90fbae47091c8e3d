"""The facts of a garage and the values each can have, loaded once and checked."""

from __future__ import annotations

from collections.abc import Mapping
from enum import StrEnum
from functools import cache
from typing import Annotated

from pydantic import Field

from hinge.document import Document, table_of
from hinge.errors import BadInputError


class Fact(StrEnum):
    """The name of each fact, in the order they are kept."""

    CARRIER = "carrier"
    POWER = "power"
    JOINED = "joined"
    PEOPLE = "people"
    DOOR = "door"
    SHAFT_CLAMP = "shaft_clamp"
    BARS = "bars"
    SCREWS = "screws"
    PROTECTION = "protection"
    TOOLS = "tools"
    LOAD = "load"
    FRAMING = "framing"
    HAND = "hand"
    CABLES = "cables"
    LOOKED = "looked"
    LINE = "line"
    FOUND = "found"
    BALANCE = "balance"
    PROVED = "proved"
    LEFT = "left"
    PAIR = "pair"
    SAFETY_CABLES = "safety_cables"
    STRETCH = "stretch"
    STACK = "stack"
    GUIDE = "guide"
    STRAP = "strap"


class FactKind(Document):
    """One fact: its values, the one on a first visit, and the one taken once nobody knows."""

    values: Annotated[list[str], Field(min_length=2, max_length=8)]
    first: str
    unknown: str
    words: str = ""
    carriers: list[str] = []


Facts = Mapping[Fact, str]


@cache
def fact_kinds() -> dict[Fact, FactKind]:
    """Every fact by name, in order. Raises BadInputError naming the one that is unsound."""
    rows = table_of(__file__, "facts", FactKind)
    require_sound(list(rows) == list(Fact), "facts", sorted(rows), "the facts of the code, in their order")
    for name, row in rows.items():
        require_sound({row.first, row.unknown} <= {*row.values}, name, row.first, "one of its values")
    return {Fact(name): row for name, row in rows.items()}


def require_values(where: str, told: Mapping[str, list[str]]) -> dict[Fact, tuple[str, ...]]:
    """Facts with some of their values, as a data file names them. Raises BadInputError naming what there is not."""
    kinds = fact_kinds()
    for name, values in told.items():
        require_sound(name in {*Fact}, f"{where}.{name}", name, "a fact there is")
        require_sound({*values} <= {*kinds[Fact(name)].values}, f"{where}.{name}", values, ", ".join(kinds[Fact(name)].values))
    return {Fact(name): tuple(values) for name, values in told.items()}


def require_sound(sound: bool, where: str, value: object, allowed: str) -> None:
    """Refuse data that does not fit together. Raises BadInputError."""
    if not sound:
        raise BadInputError(f"{where} is not sound.", where, str(value), allowed)
