"""From cycles to years: how often a household opens its door."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from typing import Annotated

from pydantic import AfterValidator

from hinge.document import Between, Document, plain_value, table_of, told
from hinge.errors import BadInputError
from hinge.springs.life import Life

DAYS = 365.0


# Taken where nobody said how a door is used; estimate.
USUAL_USE = "two_cars"


class Use(Document):
    """Cycles a day, low to high, under the words people use."""

    label: str
    low: Annotated[float, Between(0.01, 1000, "cycles")]
    high: Annotated[float, Between(0.01, 1000, "cycles")]


@dataclass(frozen=True)
class Years:
    """Years to break: from the short end of the life used hard to the long end used little."""

    low: float
    high: float


@cache
def uses() -> dict[str, Use]:
    """Every kind of household by name."""
    return table_of(__file__, "use", Use)


def use_named(name: str) -> Use:
    """The use of that known name."""
    return uses()[name]


def use_told(name: object) -> Use:
    """The use that was told of a household; the usual one where nothing was, or nothing known."""
    return uses().get(str(name), uses()[USUAL_USE])


def _known(name: str) -> str:
    if name not in uses():
        shown = str(plain_value(name))
        raise told(BadInputError(f"There is no household called {shown!r}.", "", shown, ", ".join(uses())))
    return name


Household = Annotated[str, AfterValidator(_known)]


def years_of(life: Life, use: Use) -> Years:
    """Years a life [cycles] lasts in such a household. Arithmetic: cycles over cycles a day over 365."""
    return Years(life.low / use.high / DAYS, life.high / use.low / DAYS)
