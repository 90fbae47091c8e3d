"""The rules of proving and stopping, loaded once and checked: what must be proved, and when to stop."""

from __future__ import annotations

from functools import cache
from typing import Annotated

from pydantic import Field

from hinge.document import Document, table_of
from hinge.errors import BadInputError
from hinge.site.actions import Verb, VerbName, actions
from hinge.site.gates import gates


class Proof(Document):
    """A proof, how it is made, and what making it does to the garage by its `verb`.

    One that `forces` says how hard the opener pushes; one that `lasts` stands whatever is done to what carries the door.
    """

    id: str
    title: str
    how: str
    passes_when: str
    verb: VerbName
    required: bool
    source: str
    forces: bool = False
    lasts: bool = False


class StopRule(Document):
    """When to stop while springs are wound or let down, what to do then, and the gates that are to be met anew."""

    id: str
    when: str
    then: str
    during: Annotated[list[VerbName], Field(min_length=1)]
    reopens: Annotated[list[str], Field(min_length=1)]


@cache
def stop_rules() -> dict[str, StopRule]:
    """When to stop, by id. Raises BadInputError where a rule doubts nothing its gates state."""
    rules = table_of(__file__, "stops", StopRule)
    for name, rule in rules.items():
        doubted = {fact for one in actions().values() if one.verb == Verb(f"stop_{name}") for fact in one.doubts}
        if any(not doubted & {*gates()[gate].met} for gate in rule.reopens):
            raise BadInputError(f"{name} reopens what stopping does not doubt.", f"{name}.reopens", None, "gates of facts it doubts")
    return rules


@cache
def proofs() -> tuple[Proof, ...]:
    """All proofs in the order they are made."""
    return tuple(table_of(__file__, "proofs", Proof).values())
