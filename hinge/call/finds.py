"""Every cause found on a call and what became of it: put right, declined by the customer, left for another day, or still open."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from hinge.call.answers import at_fault
from hinge.call.facts import Call
from hinge.call.knowledge import OTHER, causes
from hinge.faults.knowledge import faults
from hinge.procedures.knowledge import wanted_by


class FindState(BaseModel):
    """A cause found, and what became of it, in words; `entry` said so, and is empty while it is open."""

    cause: str
    text: str
    standing: Literal["open", "put_right", "declined", "deferred"]
    says: str
    reason: str
    entry: str


BECAME = {"put_right": "put right", "declined": "declined by the customer", "deferred": "left for another day", "open": "still open"}


def finds_of(call: Call) -> list[FindState]:
    """The causes found or shown by their own check, in order; what was asked for, and "nothing", are none."""
    known = faults().causes
    names = [name for name in at_fault(call) if not wanted_by(name) and (name not in known or known[name].part != "none")]
    return [_find(call, name) for name in names]


def open_finds(call: Call) -> list[FindState]:
    """Those of which nobody has said what became of them."""
    return [one for one in finds_of(call) if one.standing == "open"]


def _text(call: Call, name: str) -> str:
    note = next((found.note.strip() for found, _ in reversed(call.causes) if found.cause == name), "") if name == OTHER else ""
    return note or (causes()[name].text if name in causes() else name)


def _find(call: Call, name: str) -> FindState:
    text = _text(call, name)
    cured = next((signed for cause, signed in reversed(call.cures) if cause == name), None)
    left = next((one for one in reversed(call.dispositions) if one.cause == name), None)
    if cured is not None:
        return FindState(cause=name, text=text, standing="put_right", says=BECAME["put_right"], reason="", entry=cured.entry)
    if left is not None:
        said = f"{BECAME[left.standing]}: {left.reason}"
        return FindState(cause=name, text=text, standing=left.standing, says=said, reason=left.reason, entry=left.signed.entry)
    return FindState(cause=name, text=text, standing="open", says=BECAME["open"], reason="", entry="")
