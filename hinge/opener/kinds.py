"""What kinds of opener there are: what rail each runs on, and how its limits and its force are set."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from typing import Annotated

from pydantic import Field

from hinge.document import Document, table_of
from hinge.measure.fields import Measured, belongs, fields


class Press(Document):
    """One press on the way to stored limits; the unit waits so long for it [s], or for ever, and what is done once it waited in vain."""

    says: str
    seconds: Annotated[int, Field(ge=0, le=600)]
    then: str


class Signal(Document):
    """What an opener shows, and what it means."""

    shows: str
    means: str


class Rail(Document):
    """A kind of rail; see the head of rails.toml."""

    title: str
    tension: str
    box: Annotated[list[str], Field(min_length=3)]


class LimitSetting(Document):
    """A way of setting limits; see the head of limits.toml."""

    title: str
    says: str
    by_screw: bool = False
    joined: bool = True
    powered: bool = True
    presses: list[Press] = []
    signals: list[Signal] = []


class ForceSetting(Document):
    """A way of setting how hard it pushes."""

    title: str
    says: str
    presses: list[Press] = []
    signals: list[Signal] = []


class OpenerKind(Document):
    """A kind of opener, with what is usual for it; see the head of kinds.toml."""

    title: str
    rail: str
    limits: str
    force: str


@dataclass(frozen=True)
class OpenerThere:
    """An opener as it is: its kind, the name of its rail and of its limits, and what is told of each."""

    kind: str
    rail_name: str
    limits_name: str
    rail: Rail
    limits: LimitSetting
    force: ForceSetting


@cache
def opener_kinds() -> dict[str, OpenerKind]:
    """Every kind by name."""
    return table_of(__file__, "kinds", OpenerKind)


@cache
def rails() -> dict[str, Rail]:
    """Every kind of rail by name."""
    return table_of(__file__, "rails", Rail)


@cache
def limit_settings() -> dict[str, LimitSetting]:
    """Every way of setting limits by name."""
    return table_of(__file__, "limits", LimitSetting)


@cache
def force_settings() -> dict[str, ForceSetting]:
    """Every way of setting the force by name."""
    return table_of(__file__, "forces", ForceSetting)


def opener_of(measured: Measured) -> OpenerThere | None:
    """The opener in a door's file: what was looked at, and what is usual for its kind; nothing where the kind is not known."""
    name = str(measured.get("opener_kind", ""))
    kind = opener_kinds().get(name)
    if kind is None:
        return None
    rail, limits, force = (_seen(measured, f"opener_{part}", getattr(kind, part)) for part in ("rail", "limits", "force"))
    return OpenerThere(name, rail, limits, rails()[rail], limit_settings()[limits], force_settings()[force])


def _seen(measured: Measured, field: str, usual: str) -> str:
    return str(measured[field]) if field in measured and belongs(fields()[field], measured) else usual


def usual_opener(kind: str) -> OpenerThere | None:
    """An opener of a kind as it usually is."""
    return opener_of({"opener_kind": kind})
