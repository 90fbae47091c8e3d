"""How a call ends: what stands between it and its close, or between it and being abandoned."""

from __future__ import annotations

from hinge.call.acts import acts_of, closing_verb, holds_at
from hinge.call.answers import forbidding
from hinge.call.commands import Closed
from hinge.call.facts import Call
from hinge.call.finds import finds_of, open_finds
from hinge.call.procedure_of_work import steps_left
from hinge.call.safety import barred, held_by_hand
from hinge.procedures.knowledge import steps
from hinge.procedures.rules import proofs
from hinge.site.actions import Verb
from hinge.site.facts import Fact


def to_close(call: Call) -> list[str]:
    """What stands between the call and its close, a sentence each."""
    missing = to_prove(call)
    missing += [f"Step left: {steps()[name].title.lower()}." for name in steps_left(call)]
    missing += [f"{one.text}: say whether it is put right, declined, or for another day." for one in open_finds(call)]
    if not call.causes and not finds_of(call):
        missing.append("Say what was found, or that nothing was wrong.")
    acts = acts_of(call, Closed(kind="closed"))
    return missing or [told for act in acts if (told := barred(call, [act]))]


def to_prove(call: Call) -> list[str]:
    """What is left to be set up, read and proved before the call can close, a sentence each."""
    line, missing = call.line, []
    if call.site[Fact.LINE] == "off":
        missing.append("Nothing carries the door: put on what was picked.")
    elif line.touched and not line.carries:
        missing.append("Finish the work: what carries the door is not where it is to be.")
    if call.site[Fact.LINE] != "as_found" and not held_by_hand(call):
        missing.append(f"Read the balance: the door must hold at {holds_at(call).words} {line.carrier.alone}.")
    if closing_verb(call) == Verb.CLOSE_PROVED:
        missing += [f"{cause.text}: put it right, or leave the opener disconnected." for cause in forbidding(call).values()]
        for proof in proofs():
            tried = call.tried.get(proof.id)
            if proof.required and (tried is None or tried.standing != "passed"):
                missing.append(f"Prove: {proof.title.lower()}.")
    return missing


def to_abandon(call: Call) -> list[str]:
    """What keeps a call from being called a mistake, a sentence each: the door stands as it was found, and nothing is known of it."""
    kept = []
    if call.line.touched or call.stops:
        kept.append("Work was done on the door: the call is closed, with its proofs.")
    if call.gates:
        kept.append("Gates are met: put the opener and the door back as they were, and open each gate again.")
    if call.causes or call.checks or call.past_checks or call.cures:
        kept.append("Something was looked at or found: take it back, or close the call so that the file keeps it.")
    if call.parts or call.photos or call.signature:
        kept.append("Parts, photos or a signature are kept on this call: take them back, or close it.")
    if call.readings or call.tried or call.powered or call.stepped or call.disconnections:
        kept.append("The door was lifted, run or proved on this call: the file keeps that.")
    return kept
