"""What is counted of a closed call: its complaint, cause, what carries the door, the work, and what failed first."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import timedelta
from typing import Literal

import numpy as np
from pydantic import BaseModel

from hinge.call.answers import answers_of, cured_of, facts_of
from hinge.call.commands import Found, ProofMade
from hinge.call.events import Entry
from hinge.call.evolve import fold
from hinge.call.facts import Call
from hinge.faults.find import looks
from hinge.faults.knowledge import faults
from hinge.faults.reason import of_causes, posterior, prior
from hinge.file.booked import LEAST_MIN, NO_OWN, expected_of
from hinge.file.record import DoorRecord
from hinge.past.memory import YEAR_DAYS, years_expected
from hinge.procedures.knowledge import wanted_by

# Within so long a call at the same door may be for what was done there before. Source: practice.
CALL_BACK = timedelta(days=60)
# A call that lasts longer was left over night: its minutes say nothing of the work.
LONGEST_MIN = 12 * 60
# Found of springs that have had their life.
WORN = ("spring_broken", "springs_tired")
Work = Literal["", "replaced", "set"]
BackFor = Literal["", "same", "our_work"]
# The cause that was found was the most likely by the complaint and the file alone, or once it was looked; or another one was.
Finder = Literal["", "first", "looked", "missed"]
Lived = Literal["", "sooner", "as_told", "longer"]
# Fewer calls teach nothing, and so little of a difference is within what one books by [min]. Source: estimate.
TAUGHT_BY, TAUGHT_FROM_MIN, STEP_MIN = 8, 10, 5


class CallFigures(BaseModel):
    """What is counted of a call. Ids are the knowledge's, empty where nothing was said.

    `work` on what carries the door: something new went on, or what hung there was set anew. `checks` the fault finder asked for;
    `proofs_failed` that failed at least once; `expected_min` what the desk reckons with [min]. `checks_made` are their ids; `finder`
    says when the cause was its most likely one. `read_before` and `read_after` are what the door did first when it was let go, and
    last after work. `lasts_low_years` and `lasts_high_years`: how long the springs last that were put on.
    """

    complaint: str
    cause: str
    carrier: str
    work: Work
    checks: int
    proofs_failed: int
    proofs_tried: int
    expected_min: int
    checks_made: list[str] = []
    finder: Finder = ""
    read_before: str = ""
    read_after: str = ""
    lasts_low_years: float | None = None
    lasts_high_years: float | None = None


def figures_of(record: DoorRecord, entries: Sequence[Entry], own_minutes: Mapping[str, int] = NO_OWN) -> CallFigures:
    """What is counted of a call, by what the door's file knew and what was entered. Never raises, whatever was stored.

    `own_minutes`: what the shop itself reckons with, by complaint [min].
    """
    call = fold(record, entries)
    years = years_expected(call)
    outcomes = [(one.before, one.reading.outcome) for one in call.readings if one.reading.outcome]
    before, after = ([outcome for was_before, outcome in outcomes if was_before == wanted] for wanted in (True, False))
    proofs = [entry.body for entry in entries if isinstance(entry.body, ProofMade)]
    return CallFigures(
        complaint=call.complaint or "",
        cause=call.cause or "",
        carrier=call.found.kind,
        work=_work(call),
        checks=len(call.past_checks) + len(call.checks),
        proofs_failed=len({one.proof for one in proofs if not one.passed}),
        proofs_tried=len({one.proof for one in proofs}),
        expected_min=expected_of(call.complaint or "", record, own_minutes).triage.minutes,
        checks_made=[body.check for body, _ in (*call.past_checks, *call.checks)],
        finder=_finder(record, entries, call.cause or ""),
        read_before=before[0] if before else "",
        read_after=after[-1] if after else "",
        lasts_low_years=round(years.low, 2) if years else None,
        lasts_high_years=round(years.high, 2) if years else None,
    )


def lived(earlier: CallFigures, later: CallFigures, between: timedelta) -> Lived:
    """How long springs lived that were put on at an earlier call and found broken or tired at a later one, against what was told."""
    low, high, years = earlier.lasts_low_years, earlier.lasts_high_years, between / timedelta(days=YEAR_DAYS)
    if low is None or high is None or later.cause not in WORN:
        return ""
    return "sooner" if years < low else "longer" if years > high else "as_told"


def taught_minutes(calls: int, mean_min: float, reckoned_min: float) -> int | None:
    """The minutes a complaint is better reckoned with, by what its calls took on average; nothing where too few or too little tell."""
    if calls < TAUGHT_BY or abs(mean_min - reckoned_min) < TAUGHT_FROM_MIN:
        return None
    return int(min(max(round(mean_min / STEP_MIN) * STEP_MIN, LEAST_MIN), LONGEST_MIN))


def _finder(record: DoorRecord, entries: Sequence[Entry], cause: str) -> Finder:
    known = faults()
    said = next((at for at, one in enumerate(entries) if isinstance(one.body, Found) and one.body.cause == cause), None)
    call = fold(record, entries[:said])
    if said is None or cause not in known.causes or not call.checks or call.complaint not in known.complaints:
        return ""
    before = prior(known, call.complaint, facts_of(call), cured_of(call))
    looked = posterior(known, before, looks([answer for _, answer in answers_of(call)]))
    at = list(known.causes).index(cause)
    likely = [int(np.argmax(of_causes(known, rows))) for rows in (before, looked)]
    return "first" if likely == [at, at] else "looked" if likely[1] == at else "missed"


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
