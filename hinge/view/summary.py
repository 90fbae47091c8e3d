"""A call in a few lines: what the customer takes home. The page, the printed sheet, the JSON and the command say these."""

from __future__ import annotations

import math

from pydantic import BaseModel

from hinge.call.facts import Call
from hinge.call.finds import finds_of
from hinge.call.knowledge import causes
from hinge.call.limits import limits_words
from hinge.call.words import carrier_words, complaint_words, part_words, reading_words
from hinge.errors import HingeError
from hinge.faults.knowledge import faults
from hinge.file.setup import setup_of
from hinge.opener.clear import under_open_door
from hinge.procedures.knowledge import wanted_by
from hinge.procedures.rules import Proof, proofs
from hinge.text.marks import say_length
from hinge.view.needs import parts_of

# A line of the sheet has room for so many.
MOST_CHECKS = 8


class SaidLine(BaseModel):
    """One line: what it is about, and what is said."""

    label: str
    text: str


def summary_of(call: Call, claimed_elsewhere: bool = False) -> list[SaidLine]:
    """The lines of a call, those of which nothing is known left out. Never raises."""
    line, now = call.line, call.line.as_it_stands()
    before = carrier_words(call.found.on)
    changed = line.touched and line.set_up and line.on is not None
    said = {
        "Abandoned": call.abandoned,
        "Complaint": complaint_words(call),
        "Asked for" if call.causes and wanted_by(call.causes[-1][0].cause) else "Found": _found(call),
        "What became of it": "; ".join(f"{one.text}: {one.says}" for one in finds_of(call)),
        "Found by": _found_by(call),
        "Carried before by": before,
        "Turns found": _turns_found(call),
        "Balance before": _balance(call, before=True),
        "Carried now by": carrier_words(now) if changed else "",
        "Wound": now.wound_words() if now else "",
        "Balance": _balance(call, before=False),
        "Limits": limits_words(call),
        "Parts": ", ".join(part_words(name, pieces) for name, pieces in parts_of(call).items()),
        "Proved, as claimed there" if claimed_elsewhere else "Proved": ", ".join(proof.title for proof in proofs_standing(call, "passed")),
        "Clear opening": _clear_opening(call),
        "Failed": ", ".join(proof.title for proof in proofs_standing(call, "failed")),
        "Opener left disconnected": call.disconnections[-1][0] if call.disconnections else "",
        "Told to the customer": call.closed[0] if call.closed else "",
    }
    return [SaidLine(label=label, text=text) for label, text in said.items() if text]


def _clear_opening(call: Call) -> str:
    """What is left for a high vehicle under the open door, by its track, once the door and its track are measured."""
    try:
        setup = setup_of(call.measured)
        parts = dict(under_open_door(setup.door, setup.track)) if setup else {}
    except HingeError:
        return ""
    if not parts:
        return ""
    opening = call.measured.get("opening_height_in")
    if isinstance(opening, float):
        parts["opening"] = opening
    lowest = min(parts, key=lambda part: parts[part])
    # Hinges and fixtures are taken as usual: to the inch, and never more than there is.
    return f"about {say_length(float(math.floor(parts[lowest])), feet=True)}, the {lowest} lowest; measure it before a high vehicle goes in"


def _turns_found(call: Call) -> str:
    """The quarter-turns found on each cone, once this call knows them better than the file did."""
    if not call.line.touched or not call.found.carrier.winds:
        return ""
    known = {part: turns for part, turns in call.turns_found.items() if turns is not None}
    if not known or (call.record.on_door and known == call.record.on_door.counts_found(None)):
        return ""
    return ", ".join(f"{call.found.carrier.parts[part].lower()} {turns}" for part, turns in known.items()) + " quarter-turns"


def _balance(call: Call, before: bool) -> str:
    """The readings of before anything was touched, where anything was; and those that stand."""
    told = [one for one in call.readings if (one.before and call.line.touched if before else one.current)]
    return ", ".join(f"{reading_words(one.reading)} at {say_length(one.reading.height_in, feet=True)}" for one in told)


def _found(call: Call) -> str:
    if not call.causes:
        return ""
    found = call.causes[-1][0]
    cause = causes().get(found.cause)
    return ". ".join(part for part in (cause.text if cause else found.cause, found.note) if part)


def _found_by(call: Call) -> str:
    """What the checks showed when they were made last, the latest ones."""
    known, told = faults().checks, [body for body, _ in (*call.past_checks, *call.checks)]
    latest = {one.check: one.outcome for one in told if one.check in known and one.outcome in known[one.check].outcomes}
    shown = [f"{known[check].outcomes[outcome].lower()} ({known[check].at.replace('_', ' ')})" for check, outcome in latest.items()]
    return "; ".join(shown[-MOST_CHECKS:])


def proofs_standing(call: Call, standing: str) -> list[Proof]:
    """The proofs that stand so, passed or failed, in the order they are made."""
    return [proof for proof in proofs() if (tried := call.tried.get(proof.id)) and tried.standing == standing]
