"""What comes next in the work on what carries the door."""

from __future__ import annotations

from typing import Literal

from hinge.call import commands as c
from hinge.call.counterbalance import CounterbalanceState
from hinge.carriers.carrier import Part

WorkStep = Literal["let_down", "down", "take_off", "put_on", "set", "done"]


def asked(line: CounterbalanceState) -> int | None:
    """The one count every part is to go to, where it is one."""
    targets = {target for target in line.targets.values() if target is not None}
    return targets.pop() if len(targets) == 1 and line.carrier.winds else None


def step_of(line: CounterbalanceState, plan: c.Chosen | None) -> WorkStep | None:
    """What comes next on what carries the door; nothing where it hangs as it was found and is to stay."""
    if line.on is None:
        return None if plan is None else "put_on"
    targets = [target for target in line.targets.values() if target is not None]
    down = line.carrier.winds and not line.wound
    if plan is not None:
        return "let_down" if line.wound else "down" if plan.again and line.carrier.winds else "take_off"
    if line.being_let_down or (line.carrier.winds and targets and not any(targets)):
        return "down" if down else "let_down"
    if not line.set_up:
        return "set"
    if not line.touched or line.carries:
        return "done" if line.touched else None
    return "down" if down else "let_down"


def steps_to_go(line: CounterbalanceState) -> dict[Part, int]:
    """How many steps each part is from where it is to be: on where positive, off where negative."""
    return {
        part: target - (line.counts.get(part) or 0)
        for part, target in line.targets.items()
        if target is not None and part in line.counts and target != line.counts[part]
    }
