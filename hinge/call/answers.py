"""What the answers of a call have shown: the causes whose own checks show them, and the one that is certain."""

from __future__ import annotations

from functools import lru_cache

from hinge.call.facts import Call
from hinge.call.knowledge import Cause, causes
from hinge.faults.find import looks
from hinge.faults.knowledge import faults
from hinge.faults.reason import CANT_TELL, confirmed, posterior, prior


def answers_of(call: Call) -> list[tuple[str, tuple[str, str]]]:
    """The entries of the checks since the last cure, each with check and outcome, in order; those nothing is known of any more left out."""
    known = faults().checks
    return [
        (signed.entry, (body.check, body.outcome))
        for body, signed in call.checks
        if body.check in known and body.outcome in (*known[body.check].outcomes, CANT_TELL)
    ]


def cured_of(call: Call) -> list[str]:
    """What was put right."""
    return [name for name, _ in call.cures if name in faults().causes]


def facts_of(call: Call) -> list[str]:
    """What is known besides: what carries the door, and what was said on the call."""
    said = {name: holds for name, (holds, _) in call.facts.items()}
    return [name for name in faults().facts if said.get(name, name == call.found.kind)]


def at_fault(call: Call) -> list[str]:
    """Everything said to be found on the call, and every cause its own check showed when it was made last, certain or not.

    What was put right is among them: that is what is said of it, and what it forbids ends with what is seen of the door.
    """
    latest = {body.check: body.outcome for body, _ in (*call.past_checks, *call.checks) if body.outcome != CANT_TELL}
    shown = latest.items()
    seen = [name for name, one in faults().causes.items() if one.confirmed_by in shown] if latest else []
    return list(dict.fromkeys([*(found.cause for found, _ in call.causes), *seen]))


def not_put_right(call: Call) -> list[str]:
    """What is at fault and was not put right since."""
    cured = {name for name, _ in call.cures}
    return [name for name in at_fault(call) if name not in cured]


def forbidding(call: Call) -> dict[str, Cause]:
    """The causes found and not put right that forbid running the door, or lifting it as well."""
    known = causes()
    standing = {name: known[name] for name in not_put_right(call) if name in known}
    return {name: cause for name, cause in standing.items() if cause.never_run or cause.never_lift}


def confirmed_causes(call: Call) -> list[str]:
    """What was put right after its check had shown it, and what the answers since confirm."""
    now = shown_cause(call)
    return [*cured_of(call), *([now] if now else [])]


def shown_cause(call: Call) -> str | None:
    """The cause that the answers since the last cure confirm, if any."""
    if not call.checks or call.complaint not in faults().complaints:
        return None
    told = looks([answer for _, answer in answers_of(call)])
    return confirmed_by(call.complaint, tuple(facts_of(call)), tuple(cured_of(call)), tuple(told))


# A view of a call asks it once for each step.
@lru_cache(maxsize=256)
def confirmed_by(complaint: str, facts: tuple[str, ...], cured: tuple[str, ...], told: tuple[tuple[str, str], ...]) -> str | None:
    """The cause confirmed by what each look showed, `told` as pairs of check and outcome, after what was `cured`; if any."""
    known = faults()
    return confirmed(known, posterior(known, prior(known, complaint, facts, cured), told), told)
