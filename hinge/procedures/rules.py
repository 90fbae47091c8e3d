"""The rules of safe work, loaded once and checked: gates, proofs, and when to stop."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Annotated, Literal

from pydantic import Field

from hinge.document import Document, table_of
from hinge.spoken import worded

Before = Literal["hands_on", "work", "first_lift", "as_found"]
# What is done to a door, or to what carries it. `set` moves a hook or plates; `power` runs the door by the opener.
# `lift_as_found` is a lift before anything was touched, `rewind` the start of winding springs again that stayed on the shaft.
# `hands` is work with hands on a door that is not moved.
Action = Literal[
    "hands", "wind", "let_down", "slack", "still_wound", "set", "take_off", "put_on", "rewind", "lift", "lift_as_found", "power"
]


class Gate(Document):
    """One thing that must be true, and why."""

    id: str
    title: str
    why: str


class GateGroup(Document):
    """Gates that belong together: what they stand before, what is acted on, and the actions they guard and are opened by."""

    id: str
    title: str
    before: Before
    carrier: str = ""
    guards: Annotated[list[Action], Field(min_length=1)]
    cleared_by: Annotated[list[Action], Field(min_length=1)]
    gates: Annotated[list[Gate], Field(min_length=1)]


class Proof(Document):
    """A proof, how it is made, and what voids it; a `powered` one runs the door by the opener, one that `forces` says how hard."""

    id: str
    title: str
    how: str
    passes_when: str
    voided_by: list[Action]
    powered: bool
    required: bool
    source: str
    forces: bool = False


class StopRule(Document):
    """When to stop while springs are wound or let down, what to do then, and the gates that are to be met anew."""

    id: str
    when: str
    then: str
    during: Annotated[list[Action], Field(min_length=1)]
    reopens: Annotated[list[str], Field(min_length=1)]


def gate_groups(carriers: Iterable[str] | None = None) -> tuple[GateGroup, ...]:
    """The gate groups for work on what is so carried, in the order of a call; all of them where nothing is said."""
    wanted = None if carriers is None else {"", *carriers}
    return tuple(group for group in _all_gate_groups() if wanted is None or group.carrier in wanted)


def guards(action: Action, carrier: str) -> tuple[GateGroup, ...]:
    """The groups that must be met before an action on what is so carried."""
    return tuple(group for group in _all_gate_groups() if action in group.guards and group.carrier in ("", carrier))


@worded
def _all_gate_groups() -> tuple[GateGroup, ...]:
    return tuple(table_of(__file__, "gates", GateGroup).values())


@worded
def stop_rules() -> dict[str, StopRule]:
    """When to stop, by id."""
    return table_of(__file__, "stops", StopRule)


@worded
def proofs() -> tuple[Proof, ...]:
    """All proofs in the order they are made."""
    return tuple(table_of(__file__, "proofs", Proof).values())
