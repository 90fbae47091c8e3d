"""The search for the fault of a call: what its answers, its file and its gates make of it."""

from __future__ import annotations

from collections.abc import Mapping
from functools import lru_cache

from pydantic import BaseModel

from hinge.call.answers import answers_of, cured_of, facts_of
from hinge.call.facts import Call
from hinge.call.safety import gates_before, may_check
from hinge.carriers.kinds import KINDS
from hinge.faults.find import Finding, find
from hinge.faults.knowledge import NEEDS, Need, faults
from hinge.faults.triage import Triage
from hinge.file.booked import triage_of
from hinge.view.main_action import main_of_finding
from hinge.view.state import MainAction

# So many causes of the shop's own calls are told by name.
TOLD = 3


class FactState(BaseModel):
    """Something that may be known of the door; what carries it follows from the door itself."""

    id: str
    text: str
    holds: bool


class CallFinding(BaseModel):
    """The search as it stands, what the desk says of the complaint, and what may be known besides.

    `waits_for` names the gate groups that stand before what is worth doing next, `gates` those before each kind of check,
    `entries` the entry of each answer; `own` tells the
    shop's own closed calls with this complaint, `cured` what was put right, in words.
    """

    finding: Finding
    triage: Triage
    waits_for: list[str]
    gates: dict[Need, list[str]]
    entries: list[str]
    facts: list[FactState]
    own: str
    cured: list[str]
    main: MainAction


def finding_of(call: Call, own: Mapping[str, int] | None = None, counted: bool = False) -> CallFinding | None:
    """What the fault finder makes of a call; nothing before there is a complaint it knows.

    `own`: the shop's closed calls with this complaint by cause; they weigh only where they are `counted`.
    """
    known = faults()
    complaint, holding = call.complaint, facts_of(call)
    if complaint not in known.complaints:
        return None
    told = answers_of(call)
    finding = _find(
        complaint,
        tuple(holding),
        tuple(answer for _, answer in told),
        tuple(cured_of(call)),
        tuple(need for need in NEEDS if may_check(call, need)),
        tuple((own or {}).items()) if counted else (),
    )
    gates = {need: gates_before(call, need) for need in NEEDS}
    needs = _in_order(call, [known.checks[one.check].needs for one in finding.later])
    waits_for = next((gates[need] for need in needs if gates.get(need)), [])
    # A check that no statement makes possible is not waited for.
    is_waiting = finding.waits and bool(gates.get(needs[0]))
    return CallFinding(
        finding=finding,
        triage=triage_of(complaint, call.measured),
        waits_for=waits_for,
        gates=gates,
        entries=[entry for entry, _ in told],
        facts=[FactState(id=name, text=one.text, holds=name in holding) for name, one in known.facts.items() if name not in KINDS],
        own=_own(own or {}),
        cured=[known.causes[name].text for name in cured_of(call)],
        main=main_of_finding(
            call,
            finding.confirmed,
            known.causes[finding.confirmed].text if finding.confirmed else "",
            waits_for if is_waiting else [],
        ),
    )


def _in_order(call: Call, needs: list[Need]) -> list[Need]:
    """The needs of what waits, those of the check worth most first: else what one gate opens another shuts again, and nothing is seen.

    The door is lifted by hand before the opener runs it, but to see whether what was put right cured it.
    """
    return sorted(needs, key=lambda need: need != "lift") if needs[:1] == ["run"] and not call.cures else needs


@lru_cache(maxsize=64)
def _find(
    complaint: str,
    facts: tuple[str, ...],
    answers: tuple[tuple[str, str], ...],
    cured: tuple[str, ...],
    open_needs: tuple[Need, ...],
    own: tuple[tuple[str, int], ...],
) -> Finding:
    """The same search is asked for again with every gate and every step."""
    return find(complaint, facts, answers, cured, open_needs, dict(own) or None)


def _own(own: Mapping[str, int]) -> str:
    if not own:
        return ""
    known, most, calls = faults().causes, list(own.items())[:TOLD], sum(own.values())
    found = ", ".join(f"{count} × {known[cause].text.lower()}" for cause, count in most)
    rest = calls - sum(count for _, count in most)
    return (
        f"Found on your last {calls} such {'call' if calls == 1 else 'calls'} that were closed: {found}{f', {rest} other' if rest else ''}."
    )
