"""The gates: what a person states before dangerous work. Each states facts, and is met while they stand."""

from __future__ import annotations

from collections.abc import Iterable
from functools import cache
from typing import Annotated, Literal

from pydantic import Field

from hinge.document import Document, table_of
from hinge.site.actions import Verb, VerbName, actions
from hinge.site.facts import Fact, fact_kinds, require_sound, require_values

Before = Literal["hands_on", "work", "first_lift", "as_found", "lights", "power"]


class GateRow(Document):
    """One gate of gates.toml."""

    title: str
    says: Annotated[str, Field(max_length=30)]
    why: str
    states: Annotated[dict[str, str], Field(min_length=1)]
    met: dict[str, list[str]] = {}
    needs: dict[str, list[str]] = {}
    either: list[dict[str, list[str]]] = []
    words: dict[str, str] = {}


class GroupRow(Document):
    """One group of gates.toml."""

    title: str
    before: Before
    carrier: str = ""
    guards: Annotated[list[VerbName], Field(min_length=1)]
    gates: Annotated[dict[str, GateRow], Field(min_length=1)]


class Gate(Document):
    """One thing a person states, in the words it `says`, and why.

    `makes` the facts it states, `met` the values of them under which it stands.
    """

    id: str
    title: str
    says: str
    why: str
    makes: dict[Fact, tuple[str, ...]]
    met: dict[Fact, tuple[str, ...]]
    needs: dict[Fact, tuple[str, ...]]
    either: tuple[dict[Fact, tuple[str, ...]], ...]
    words: dict[Fact, str]


class GateGroup(Document):
    """Gates that belong together: what they stand before, and what is worked on (any carrier where it is empty)."""

    id: str
    title: str
    before: Before
    carrier: str = ""
    guards: list[Verb]
    gates: list[Gate]


# What follows from something done a moment ago, or ends the work, goes through no gates of its own.
_OF_ITSELF = (Verb.SCREWS, Verb.READ, Verb.PROVE, Verb.CLOSE_PROVED, Verb.CLOSE_LEFT)


@cache
def _gate_groups() -> tuple[GateGroup, ...]:
    groups = tuple(_group(name, row) for name, row in table_of(__file__, "gates", GroupRow).items())
    _require_whole(groups)
    return groups


def _require_whole(groups: tuple[GateGroup, ...]) -> None:
    """What an action needs and a person can state is stated by a gate it is behind. Raises BadInputError."""
    stated = {(fact, values[0]) for group in groups for gate in group.gates for fact, values in gate.makes.items()}
    for action in actions().values():
        behind = [group for group in groups if action.verb in group.guards and group.carrier in ("", action.carrier)]
        made = {(fact, values[0]) for group in behind for gate in group.gates for fact, values in gate.makes.items()}
        for fact, values in action.needs.items():
            told = {(fact, value) for value in values}
            shown = not told & stated or action.verb in _OF_ITSELF or fact_kinds()[fact].first in values
            require_sound(shown or bool(told & made), f"{action.id}.needs.{fact}", sorted(values), "a gate it is behind that states it")


def gate_groups(carriers: Iterable[str] | None = None) -> tuple[GateGroup, ...]:
    """The gate groups for work on what is so carried, in the order of a call; all of them where nothing is said."""
    wanted = None if carriers is None else {"", *carriers}
    return tuple(group for group in _gate_groups() if wanted is None or group.carrier in wanted)


@cache
def gates() -> dict[str, Gate]:
    """Every gate by id."""
    return {gate.id: gate for group in _gate_groups() for gate in group.gates}


def guards(verb: Verb, carrier: str) -> tuple[GateGroup, ...]:
    """The groups a person goes through before this is done to what is so carried."""
    return tuple(group for group in gate_groups({carrier}) if verb in group.guards)


def _group(name: str, row: GroupRow) -> GateGroup:
    gates = [_gate(gate, one) for gate, one in row.gates.items()]
    return GateGroup(id=name, title=row.title, before=row.before, carrier=row.carrier, guards=row.guards, gates=gates)


def _gate(name: str, row: GateRow) -> Gate:
    makes = require_values(name, {fact: [value] for fact, value in row.states.items()})
    met = require_values(f"{name}.met", row.met)
    return Gate(
        id=name,
        title=row.title,
        says=row.says,
        why=row.why,
        makes=makes,
        met=met or makes,
        needs=require_values(f"{name}.needs", row.needs),
        either=tuple(require_values(f"{name}.either", one) for one in row.either),
        words={Fact(fact): said for fact, said in row.words.items()},
    )
