"""What can be complained of and found on a call, and how its work is told; loaded once and checked."""

from __future__ import annotations

from functools import cache

from hinge.document import Document, table_of
from hinge.faults.knowledge import faults
from hinge.procedures.knowledge import WANTED, procedures
from hinge.site.actions import Verb


class Cause(Document):
    """What can be said to have been found.

    With a `never_run` one the opener does not run the door until it is put right; with a `never_lift` one nobody lifts it either;
    with a `never_again` one what hangs there is not wound again. One is put right by what is done to the line that it is
    `mended_by`, or by the word of who did it.
    One with a `stop` ends the calculation until it is put right: nothing is sized or picked for this door.
    """

    text: str
    never_run: bool = False
    never_lift: bool = False
    never_again: bool = False
    stop: str = ""
    mended_by: list[Verb] = []


# What is on no list is found in a person's own words: its note says what.
OTHER = "other"


@cache
def complaints() -> dict[str, str]:
    """Complaints by id, in the customer's words."""
    return {name: one.text for name, one in faults().complaints.items()}


@cache
def causes() -> dict[str, Cause]:
    """What can be said to have been found, by id; what is asked for with nothing at fault, and those of older calls last."""
    today = {name: Cause(**{field: getattr(one, field) for field in Cause.model_fields}) for name, one in faults().causes.items()}
    wanted = {WANTED + name: Cause(text=one.wanted) for name, one in procedures().items() if one.wanted}
    return today | wanted | table_of(__file__, "causes", Cause)
