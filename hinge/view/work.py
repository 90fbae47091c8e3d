"""The work on what carries the door, as it is shown: its step, the gates and stops around it, and how it stands where it was left."""

from __future__ import annotations

from functools import cache

from hinge.call.acts import is_trim
from hinge.call.counterbalance import CounterbalanceState
from hinge.call.facts import Call
from hinge.call.work import WorkStep, asked, step_of, steps_to_go
from hinge.carriers.carrier import Carrier, Part
from hinge.document import Document, table_of
from hinge.procedures.knowledge import Act
from hinge.procedures.rules import stop_rules
from hinge.site.actions import Verb
from hinge.site.gates import gate_groups, guards
from hinge.springs.words import quarters_words
from hinge.view.state import StopState, Work

# The act of a procedure by which each step of the work is done.
ACTS: dict[WorkStep, Act] = {
    "let_down": "let_down", "down": "rewind", "take_off": "take_off", "put_on": "put_on", "set": "wind", "done": "lift",
}  # fmt: skip


class WorkTold(Document):
    """What a step of the work on what carries the door is called, and how it is said to be done."""

    title: str
    done: str = ""


@cache
def _told_of_kinds() -> dict[str, dict[str, WorkTold]]:
    return table_of(__file__, "work", dict[str, WorkTold])


def work_of(call: Call) -> Work | None:
    """What is to be done next on what carries the door; nothing where it is to stay as it is."""
    line, plan = call.line, call.plan
    step = step_of(line, plan)
    if step is None:
        return None
    if step == "put_on" and plan is not None:
        on = plan.on()
        return _told(call, on, step, None, _VERBS[step])
    turns = plan.quarter_turns if plan is not None else asked(line)
    return _told(call, line.on or line.carrier(), step, turns, _VERBS[step] if step != "set" else _strokes(call))


_VERBS: dict[WorkStep, tuple[Verb, ...]] = {
    "let_down": (Verb.LET_DOWN,), "down": (Verb.REWIND,), "take_off": (Verb.TAKE_OFF,), "put_on": (Verb.PUT_ON,), "done": (),
}  # fmt: skip


def _strokes(call: Call) -> tuple[Verb, ...]:
    """What getting every part to its target takes."""
    line = call.line
    if not line.carrier.winds:
        return (Verb.SET,)
    to_go = steps_to_go(line)
    if to_go and all(is_trim(call, part) for part in to_go):
        return (Verb.TRIM,)
    up, down = (any(more * way > 0 for more in to_go.values()) for way in (1, -1))
    return (*((Verb.WIND,) if up else ()), *((Verb.LET_DOWN,) if down else ()))


def _told(call: Call, on: Carrier, step: WorkStep, turns: int | None, verbs: tuple[Verb, ...]) -> Work:
    if step == "done":
        return Work(step=step, act=ACTS[step], title="Set up", done="", gates=[], stops=[], stopped="")
    told, words = _told_of_kinds()[on.kind][step], on.plan_words(turns)
    groups = dict.fromkeys(group.id for verb in verbs for group in guards(verb, on.kind) if group.before != "hands_on")
    return Work(
        step=step,
        act=ACTS[step],
        title=_trim_title(call.line) if verbs == (Verb.TRIM,) else told.title.format(**words),
        done="" if step == "down" and call.plan is None else told.done.format(**words),
        gates=list(groups),
        stops=[StopState(id=rule.id, when=rule.when, then=rule.then) for rule in stop_rules().values() if {*verbs} & {*rule.during}]
        if on.winds
        else [],
        stopped=f"Stopped: {call.stopped[0].when.lower()}. {call.stopped[0].then}" if call.stopped else "",
    )


def _trim_title(line: CounterbalanceState) -> str:
    """How far each cone is trimmed, and whether on or off."""
    to_go = steps_to_go(line)
    alike = len(set(to_go.values())) == 1 and to_go.keys() == line.counts.keys()
    each = " each spring" if len(line.counts) > 1 else ""
    said = {"": next(iter(to_go.values()))} if alike else {f" the {line.carrier.parts[part].lower()}": more for part, more in to_go.items()}
    return "Trim: " + ", ".join(f"{_turns(abs(more))} {'on' if more > 0 else 'off'}{on or each}" for on, more in said.items())


def _turns(quarter_turns: int) -> str:
    return f"{quarters_words(quarter_turns)} turn{'s' if quarter_turns > 4 else ''}"


def left_words(call: Call) -> str:
    """Why the work was left, and how the door stands; nothing while somebody is at it."""
    if call.left is None:
        return ""
    line, reason = call.line, call.left[0]
    stands = [f"{line.carrier.parts.get(part, part).lower()} {_stands(line, part)}" for part in line.counts] if line.touched else []
    met = [gate.title.lower() for group in gate_groups({line.kind}) for gate in group.gates if gate.id in call.gates]
    return " ".join(
        part
        for part in (
            f"Left: {reason.rstrip('.')}.",
            f"It stands at: {', '.join(stands)}." if stands else "",
            f"Made safe: {'; '.join(met)}." if met else "",
        )
        if part
    )


def _stands(line: CounterbalanceState, part: Part) -> str:
    count, target = line.counts[part], line.targets.get(part)
    if count is None:
        return f"of unknown turns, {max(line.let_off.get(part, 0), 0)} let off"
    return f"{count} of {target}" if target is not None and target != count else str(count)
