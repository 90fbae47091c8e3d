"""The call's knowledge, loaded once and checked: complaints, causes, gates, proofs, and how the work is told."""

from __future__ import annotations

from collections.abc import Iterable
from functools import cache
from typing import Annotated, Literal

from pydantic import Field

from hinge.document import Document, table_of
from hinge.faults.knowledge import faults

Before = Literal["hands_on", "work", "first_lift", "as_found"]
# What is done to a door, or to what carries it. `set` moves a hook or plates; `power` runs the door by the opener.
# `lift_as_found` is a lift before anything was touched, `rewind` the start of winding springs again that stayed on the shaft.
# `hands` is work with hands on a door that is not moved.
Action = Literal[
    "hands", "wind", "let_down", "slack", "still_wound", "set", "take_off", "put_on", "rewind", "lift", "lift_as_found", "power"
]
Words = Annotated[list[str], Field(min_length=1)]


class Cause(Document):
    """What can be said to have been found.

    With a `never_run` one the opener does not run the door until it has held by hand; with a `never_lift` one nobody lifts it
    to read its balance until work on what carries it is done; with a `never_again` one what hangs there is not wound again.
    One with a `stop` ends the calculation until it is put right: nothing is sized or picked for this door.
    """

    text: str
    never_run: bool = False
    never_lift: bool = False
    never_again: bool = False
    stop: str = ""


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
    """A proof, how it is made, and what voids it; a `powered` one runs the door by the opener."""

    id: str
    title: str
    how: str
    passes_when: str
    voided_by: list[Action]
    powered: bool
    required: bool
    source: str


class StopRule(Document):
    """When to stop while springs are wound or let down, what to do then, and the gates that are to be met anew."""

    id: str
    when: str
    then: str
    during: Annotated[list[Action], Field(min_length=1)]
    reopens: Annotated[list[str], Field(min_length=1)]


class WorkTold(Document):
    """How a step of the work is done: title, the cautions that stand above it, the steps, and how it is said to be done."""

    title: str
    cautions: Words
    steps: list[str] = []
    done: str = ""


@cache
def complaints() -> dict[str, str]:
    """Complaints by id, in the customer's words."""
    return {name: one.text for name, one in faults().complaints.items()}


@cache
def causes() -> dict[str, Cause]:
    """What can be said to have been found, by id; those of older calls last."""
    today = {name: Cause(**{field: getattr(one, field) for field in Cause.model_fields}) for name, one in faults().causes.items()}
    return today | table_of(__file__, "causes", Cause)


def gate_groups(carriers: Iterable[str] | None = None) -> tuple[GateGroup, ...]:
    """The gate groups for work on what is so carried, in the order of a call; all of them where nothing is said."""
    wanted = None if carriers is None else {"", *carriers}
    return tuple(group for group in _all_gate_groups() if wanted is None or group.carrier in wanted)


def guards(action: Action, carrier: str) -> tuple[GateGroup, ...]:
    """The groups that must be met before an action on what is so carried."""
    return tuple(group for group in _all_gate_groups() if action in group.guards and group.carrier in ("", carrier))


@cache
def _all_gate_groups() -> tuple[GateGroup, ...]:
    return tuple(table_of(__file__, "gates", GateGroup).values())


@cache
def _work() -> dict[str, dict[str, WorkTold]]:
    return table_of(__file__, "work", dict[str, WorkTold])


def work_told(carrier: str, step: str) -> WorkTold:
    """How this step is done on what is so carried."""
    return _work()[carrier][step]


@cache
def stop_rules() -> dict[str, StopRule]:
    """When to stop, by id."""
    return table_of(__file__, "stops", StopRule)


@cache
def proofs() -> tuple[Proof, ...]:
    """All proofs in the order they are made."""
    return tuple(table_of(__file__, "proofs", Proof).values())
