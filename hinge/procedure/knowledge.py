"""The call's knowledge, loaded once and checked: complaints, causes, gates and proofs."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Any, Literal

Before = Literal["hands_on", "work", "first_lift"]


@dataclass(frozen=True)
class Gate:
    """One thing that must be true, and why."""

    id: str
    title: str
    why: str


@dataclass(frozen=True)
class GateGroup:
    """Gates that belong together: what they stand before, which doors they are for, and the entries they guard and are opened by."""

    id: str
    title: str
    before: Before
    carriers: tuple[str, ...]
    needed_for: tuple[str, ...]
    cleared_by: tuple[str, ...]
    gates: tuple[Gate, ...]


@dataclass(frozen=True)
class Proof:
    """A proof, how it is made, and what voids it."""

    id: str
    title: str
    how: str
    passes_when: str
    voided_by: tuple[str, ...]
    required: bool
    source: str


def _load(name: str) -> dict[str, Any]:
    return tomllib.loads((Path(__file__).parent / f"{name}.toml").read_text(encoding="utf-8"))


@cache
def complaints() -> dict[str, str]:
    """Complaints by id, in the customer's words."""
    return _load("complaints")


@cache
def causes() -> dict[str, str]:
    """What can be said to have been found, by id."""
    return _load("causes")


def gate_groups(carried_by: str | None = None) -> tuple[GateGroup, ...]:
    """The gate groups for a door so carried, in the order of a call; all of them where nothing is said."""
    return tuple(group for group in _all_gate_groups() if carried_by is None or not group.carriers or carried_by in group.carriers)


@cache
def _all_gate_groups() -> tuple[GateGroup, ...]:
    return tuple(
        GateGroup(
            id=name,
            title=row["title"],
            before=row["before"],
            carriers=tuple(row.get("carriers", ())),
            needed_for=tuple(row["needed_for"]),
            cleared_by=tuple(row["cleared_by"]),
            gates=tuple(Gate(gate, title, why) for gate, (title, why) in row["gates"].items()),
        )
        for name, row in _load("gates").items()
    )


@dataclass(frozen=True)
class HangingTold:
    """How a pair or a stack goes on: title, the caution that stands above it, and the steps."""

    title: str
    caution: str
    steps: tuple[str, ...]


@cache
def hanging(carried_by: str) -> HangingTold:
    """How what carries the door so goes on."""
    row = _load("hanging")[carried_by]
    return HangingTold(row["title"], row["caution"], tuple(row["steps"]))


@cache
def proofs() -> tuple[Proof, ...]:
    """All proofs in the order they are made."""
    return tuple(Proof(id=name, **row | {"voided_by": tuple(row["voided_by"])}) for name, row in _load("proofs").items())
