"""What is counted of a closed call: its complaint, cause, what carries the door, the work, and what failed first."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import timedelta
from typing import Literal

from pydantic import BaseModel

from hinge.call.commands import ProofMade
from hinge.call.events import Entry
from hinge.call.evolve import fold
from hinge.call.facts import Call
from hinge.faults.knowledge import faults
from hinge.file.booked import expected_of
from hinge.file.record import DoorRecord
from hinge.procedures.knowledge import wanted_by

# Within so long a call at the same door may be for what was done there before. Source: practice.
CALL_BACK = timedelta(days=60)
# A call that lasts longer was left over night: its minutes say nothing of the work.
LONGEST_MIN = 12 * 60
Work = Literal["", "replaced", "set"]
BackFor = Literal["", "same", "our_work"]


class CallFigures(BaseModel):
    """What is counted of a call. Ids are the knowledge's, empty where nothing was said.

    `work` on what carries the door: something new went on, or what hung there was set anew. `checks` the fault finder asked for;
    `proofs_failed` that failed at least once; `expected_min` what the desk reckons with [min].
    """

    complaint: str
    cause: str
    carrier: str
    work: Work
    checks: int
    proofs_failed: int
    proofs_tried: int
    expected_min: int


def figures_of(record: DoorRecord, entries: Sequence[Entry]) -> CallFigures:
    """What is counted of a call, by what the door's file knew and what was entered. Never raises, whatever was stored."""
    call = fold(record, entries)
    proofs = [entry.body for entry in entries if isinstance(entry.body, ProofMade)]
    return CallFigures(
        complaint=call.complaint or "",
        cause=call.cause or "",
        carrier=call.found.kind,
        work=_work(call),
        checks=len(call.past_checks) + len(call.checks),
        proofs_failed=len({one.proof for one in proofs if not one.passed}),
        proofs_tried=len({one.proof for one in proofs}),
        expected_min=expected_of(call.complaint or "", record).triage.minutes,
    )


def back_for(earlier: CallFigures, later: CallFigures, between: timedelta) -> BackFor:
    """Why a later call at the same door counts as a call-back: the same fault again, or what carries the door, on which we had worked."""
    if not timedelta() <= between <= CALL_BACK:
        return ""
    if later.cause == earlier.cause and _is_fault(later.cause):
        return "same"
    return "our_work" if earlier.work and later.work else ""


def _is_fault(cause: str) -> bool:
    """Whether a cause is a known fault: not "nothing", nor what was asked for, nor what is on no list and may be anything."""
    known = faults().causes
    return cause in known and known[cause].part != "none" and not wanted_by(cause)


def _work(call: Call) -> Work:
    if call.fitted:
        return "replaced"
    return "set" if call.line.touched else ""
