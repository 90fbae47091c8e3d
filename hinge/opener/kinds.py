"""What kinds of opener there are: how each has its limits and force set, and what it shows meanwhile."""

from __future__ import annotations

from functools import cache
from typing import Annotated

from pydantic import Field

from hinge.document import Document, table_of
from hinge.measure.fields import Measured


class Press(Document):
    """One press on the way to stored limits; the unit waits so long for it [s], or for ever, and what is done once it waited in vain."""

    says: str
    seconds: Annotated[int, Field(ge=0, le=600)]
    then: str


class Signal(Document):
    """What an opener shows, and what it means."""

    shows: str
    means: str


class OpenerKind(Document):
    """A kind of opener; see the head of kinds.toml."""

    title: str
    limits: str
    force: str
    tension: str
    by_screw: bool = False
    presses: list[Press] = []
    signals: list[Signal] = []


@cache
def opener_kinds() -> dict[str, OpenerKind]:
    """Every kind by name."""
    return table_of(__file__, "kinds", OpenerKind)


def opener_of(measured: Measured) -> OpenerKind | None:
    """The kind of opener in a door's file, or nothing where it was not looked at."""
    return opener_kinds().get(str(measured.get("opener_kind", "")))
