"""The dangers, spelled out one by one from the rules of making safe, apart from what the actions need: none may be reached."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from typing import Annotated

from pydantic import Field

from hinge.document import Document, table_of
from hinge.site.actions import Values, actions
from hinge.site.facts import Fact, require_sound, require_values
from hinge.site.gates import gates


class DangerRow(Document):
    """One danger of dangers.toml."""

    says: Annotated[str, Field(min_length=10)]
    doing: Annotated[list[str], Field(min_length=1)]
    when: dict[str, list[str]] = {}
    after: dict[str, list[str]] = {}


@dataclass(frozen=True)
class Danger:
    """What must never happen: `doing` one of these `when` the facts are so, or so that they are so `after`."""

    id: str
    says: str
    doing: frozenset[str]
    when: Values
    after: Values


@cache
def dangers() -> dict[str, Danger]:
    """Every danger by id. Raises BadInputError naming the one that is unsound."""
    return {name: _danger(name, row) for name, row in table_of(__file__, "dangers", DangerRow).items()}


def _danger(name: str, row: DangerRow) -> Danger:
    known = {*actions(), *(f"say_{gate}" for gate in gates())}
    require_sound({*row.doing} <= known, f"{name}.doing", sorted({*row.doing} - known), "actions and statements there are")
    require_sound(bool(row.when or row.after), f"{name}.when", None, "facts before or after")
    return Danger(
        name, row.says, frozenset(row.doing), require_values(f"{name}.when", row.when), require_values(f"{name}.after", row.after)
    )


def facts_of(danger: Danger) -> frozenset[Fact]:
    """The facts a danger speaks of."""
    return frozenset({*danger.when, *danger.after})
