"""What is likely said next on a call: what its pages lead to under the thumb, and what the next look or reading may show."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from itertools import product
from typing import cast

import numpy as np

from hinge.balance.readings import Outcome, Reading
from hinge.call import commands as c
from hinge.call.facts import Call
from hinge.carriers.kinds import KnownPart
from hinge.faults.knowledge import faults
from hinge.view.finding import CallFinding
from hinge.view.state import CallState, MainAction, StageName
from hinge.view.steps import CallProcedures

# How early each is worked out beside the others, by eye: the thumb takes what is under it nearly always.
THUMB, SWITCH, SLACK, SECOND_CHECK = 0.99, 0.02, 0.03, 0.1
LET_GO: Mapping[Outcome, float] = {"holds": 0.9, "creeps_down": 0.15, "creeps_up": 0.15, "runs_down": 0.1, "runs_up": 0.1}
MOST_STAGES = 7

Likely = list[tuple[list[c.Said], float]]


@dataclass(frozen=True)
class Pages:
    """What the pages of a call show of it; `advised_in` where the advice has the door read next [in]."""

    state: CallState
    finding: CallFinding | None
    procedures: CallProcedures
    advised_in: float | None

    def main(self, stage: StageName) -> MainAction | None:
        """The main action of a stage."""
        if stage == "find":
            return self.finding.main if self.finding else None
        if stage == "size":
            # What was chosen is worked on; before, a person chooses.
            return MainAction(label="", to="repair") if any(one.work for one in self.procedures.procedures) else None
        if stage != "repair":
            return self.state.main.get(stage)
        leading = self.procedures.leading
        if leading is None:
            return None
        step = next((one for one in leading.steps if one.standing == "now"), None)
        return (step.main if step else None) or leading.main


def likely(call: Call, pages: Pages, stage: StageName | None = None) -> tuple[StageName | None, Likely]:
    """What may be said next at a stage, each with how likely it is, and the stage that is gone on at.

    Parameters: the facts; what is shown of them; the stage somebody is at, where that is known. The main actions lead on from it as
    a thumb would follow them; strokes of the bar come as one row to the turns that are wanted.
    """
    if call.closed or call.abandoned or not call.complaints:
        return None, []
    at: StageName = stage or ("find" if pages.state.stages[0].done else "arrive")
    main = pages.main(at)
    for _ in range(MOST_STAGES):
        if main is None or main.waits or main.command is not None or main.to in ("", "count"):
            break
        at = cast(StageName, main.to)
        main = pages.main(at)
    if main is None:
        return at, []
    if main.to == "count":
        return at, _counted(pages.state)
    if main.command is not None:
        # What the customer is told as it closes is typed.
        return main.to or at, [] if isinstance(main.command, c.Closed) else [([main.command], THUMB)]
    gates = _open_gates(pages.state, main)
    # The next one under the thumb; one of the others where somebody goes down the switches.
    shares = [THUMB, *[SWITCH] * len(gates)]
    found: Likely = [([c.GateSet(kind="gate", gate=gate, met=True)], share) for gate, share in zip(gates, shares, strict=False)]
    if at == "find" and pages.finding is not None:
        found += _looks(pages.finding)
    if at == "prove" and main.gates and not gates:
        # It may be lifted by hand now: that is what it waits for.
        found += _readings(pages)
    return at, found


def _open_gates(state: CallState, main: MainAction) -> list[str]:
    """The gates that are to be stated before a main action, in their order."""
    groups = [group for name in main.gates for group in state.gate_groups if group.id == name]
    return [gate.id for group in groups for gate in group.gates if not gate.met]


def _looks(finding: CallFinding) -> Likely:
    """Every outcome of the next check, and of the one after, as likely as the suspects make it."""
    found: Likely = []
    for check, share in zip(finding.finding.next[:2], (1.0, SECOND_CHECK), strict=False):
        for outcome, chance in _outcomes(finding, check.check).items():
            found.append(([c.Checked(kind="checked", check=check.check, outcome=outcome)], share * chance))
    return found


def _outcomes(finding: CallFinding, name: str) -> dict[str, float]:
    """How likely each outcome of a check is."""
    check = faults().checks[name]
    rows = check.rows()
    told = np.sum([one.probability * np.array(rows.get(one.cause, check.usually)) for one in finding.finding.causes], axis=0)
    return dict(zip(check.outcomes, (told / told.sum()).tolist(), strict=True))


def _readings(pages: Pages) -> Likely:
    """Whatever the door does when it is let go where it is read next."""
    height = pages.state.holds_at_in if pages.advised_in is None else pages.advised_in
    return [([c.BalanceReading(kind="reading", reading=Reading(height_in=height, outcome=name))], share) for name, share in LET_GO.items()]


def _counted(state: CallState) -> Likely:
    """Every stroke that is left, quarter by quarter and part after part; or a part that is to be let down said to be slack."""
    ways = []
    for part in state.parts:
        at, to = part.count, part.target
        slack: list[c.Said] = [c.Slack(kind="slack", part=part.part)]
        if at is None:
            ways.append([slack])
        elif to is not None and at != to:
            ways.append([_strokes(part.part, at, to), slack] if to == 0 else [_strokes(part.part, at, to)])
    rows = [[one for way in row for one in way] for row in product(*ways)] if ways else []
    return [(row, SLACK if place else THUMB) for place, row in enumerate(rows)]


def _strokes(part: KnownPart, at: int, to: int) -> list[c.Said]:
    way = 1 if to > at else -1
    return [c.Moved(kind="moved", part=part, from_count=one, to_count=one + way) for one in range(at, to, way)]
