"""From cycles to years: how often a household opens its door."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from functools import cache
from pathlib import Path

from hinge.errors import BadInput
from hinge.springs.life import Life

DAYS = 365.0


@dataclass(frozen=True)
class Use:
    """Cycles a day, low to high, under the words people use."""

    label: str
    low: float
    high: float


@dataclass(frozen=True)
class Years:
    """Years to break: from the short end of the life used hard to the long end used little."""

    low: float
    high: float


@cache
def uses() -> dict[str, Use]:
    """Every kind of household by name."""
    table = tomllib.loads((Path(__file__).parent / "use.toml").read_text(encoding="utf-8"))
    return {name: Use(**row) for name, row in table.items()}


def use_named(name: str) -> Use:
    """The use of that name. Raises BadInput naming those that are known."""
    if name not in uses():
        raise BadInput(f"There is no household called {name!r}.", "household", name, ", ".join(uses()), "")
    return uses()[name]


def years_of(life: Life, use: Use) -> Years:
    """Years a life [cycles] lasts in such a household. Arithmetic: cycles over cycles a day over 365."""
    return Years(life.low / use.high / DAYS, life.high / use.low / DAYS)
