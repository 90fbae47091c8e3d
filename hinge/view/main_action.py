"""The one main action of a stage: what it says, what it enters or where it leads, or what it waits for. The page decides none of it."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Literal

from hinge.call import commands as c
from hinge.call.acts import act_of_step, closing_verb, is_trim
from hinge.call.answers import at_fault, forbidding
from hinge.call.closing import to_close, to_prove
from hinge.call.facts import Call
from hinge.call.finds import open_finds
from hinge.call.knowledge import causes
from hinge.call.procedure_of_work import steps_left
from hinge.call.safety import held_by_hand, not_lifted_for, open_gates
from hinge.call.step_rules import step_barred
from hinge.call.work import steps_to_go
from hinge.file.setup import Setup, carrier_of, missing_of
from hinge.file.sheet import understood
from hinge.procedures.instructions import ProcedureInstructions
from hinge.procedures.knowledge import Act, Procedure, Step, procedures, steps, wanted_by
from hinge.procedures.rules import proofs
from hinge.site.actions import Verb
from hinge.site.gates import gate_groups, guards
from hinge.site.state import is_met
from hinge.view.state import MainAction, StageName
from hinge.view.work import work_of

UNCHECKED = "Check every safety item first"
# What a step is entered as that is said once it is done on what carries the door.
SAID: dict[str, c.TakenOff | c.PutOn] = {
    "take_off": c.TakenOff(kind="taken_off"),
    "put_on": c.PutOn(kind="put_on"),
    "rewind": c.PutOn(kind="put_on"),
}


def waiting(label: str, gates: Iterable[str] = ()) -> MainAction:
    """A main action that cannot be taken yet; its label says what it waits for, `gates` the groups that are to be stated first."""
    return MainAction(label=label, waits=True, gates=list(dict.fromkeys(gates)))


def main_actions(call: Call, setup: Setup | None, wrong_setup: str, wanted: bool) -> dict[StageName, MainAction]:
    """The main action of each stage that has the same one whatever is chosen on its page.

    Parameters: the facts, the door's documents or None, why these cannot all be true, whether work with nothing at fault is wanted.
    """
    return {
        "arrive": _arrive(call),
        "measure": _measure(call, setup, wrong_setup, wanted),
        "prove": _prove(call),
        "close": _close(call),
    }


def main_of_finding(call: Call, confirmed: str | None, text: str, gates: list[str]) -> MainAction:
    """The main action of Find: what its checks have `confirmed`, in its `text`, kept as found; or on to where what was found is cured.

    `gates` are the groups that every check still worth making waits for.
    """
    if confirmed is not None and confirmed not in call.causes_found:
        note = call.causes[-1][0].note if call.causes else ""
        to: StageName = _cured_at(call, confirmed) if _cures(confirmed) else "prove"
        return MainAction(label=f"Found: {text}", command=c.Found(kind="found", cause=confirmed, note=note), to=to)
    if call.cause is None:
        return waiting("Nothing confirmed yet", gates)
    cause = _still_to_cure(call, call.cause)
    to = _cured_at(call, cause) if cause else "prove"
    labels = {"repair": "To the work", "size": carrier_of(call.measured).to_size, "measure": "Measure the door", "prove": "Prove it"}
    return MainAction(label=f"Found: {text}" if confirmed == call.cause else labels[to], to=to)


def _still_to_cure(call: Call, last: str) -> str | None:
    """What was found or asked for last; once that is put right, or where no procedure cures it, what is open still."""
    left = [one.cause for one in open_finds(call) if _cures(one.cause)]
    return last if last in left or wanted_by(last) else left[-1] if left else None


def _cures(cause: str) -> list[Procedure]:
    """The procedures that cure a cause, or do what was asked for."""
    asked = wanted_by(cause)
    return [procedures()[asked]] if asked else [one for one in procedures().values() if cause in one.cures]


def _cured_at(call: Call, cause: str) -> Literal["repair", "size", "measure"]:
    """Where a cause is cured: by a procedure that needs nothing measured, or by work on what carries the door, which is sized first."""
    cures = _cures(cause)
    setup, wrong = understood(call.measured)
    if any(one.when is None for one in cures) or call.line.touched or call.plan is not None:
        return "repair"
    keeps = any(one.when is not None and one.when.aim == "keep" for one in cures)
    return "size" if (setup is not None and not wrong) or (keeps and call.line.on is not None) else "measure"


def main_of_step(call: Call, name: str, work: bool) -> MainAction:
    """The main action of Repair at a step of a procedure, which is `work` on what carries the door or beside it; "" after the last."""
    step = steps().get(name)
    if step is None and not to_prove(call):
        return MainAction(label="Sum up and close", to="close")
    if step is None or (step.does == "lift" and work):
        return MainAction(label="Check the balance", to="prove")
    act = act_of_step(call, step)
    if step.does == "lift" and (worked := next((cause for cause in forbidding(call) if _worked_on(call, cause)), None)):
        return MainAction(label=f"Put right: {causes()[worked].text.lower()}", command=c.Cured(kind="cured", cause=worked))
    if not step.does and step_barred(call, name):
        # What bars a step the opener runs is how the door stands by hand.
        return MainAction(label="Check the balance", to="prove") if step.needs == "run" else waiting("Not as the door stands now")
    if call.closed or (act is not None and open_gates(call.site, act.action)) or (work and _work_waits(call, step)):
        return waiting(UNCHECKED, _gates_before(call, step, work))
    if step.does in ("", "lift"):
        return MainAction(label="Done: next step", command=c.Stepped(kind="stepped", steps=[name]))
    return _of_work(call, step)


def _gates_before(call: Call, step: Step, work: bool) -> list[str]:
    """The groups that stand open before a step, and before the strokes that are to be made in it, in the order of a call."""
    act, told = act_of_step(call, step), work_of(call) if work and step.does else None
    shut = {group.id for group, _ in open_gates(call.site, act.action)} if act else set()
    return [group.id for group in gate_groups() if group.id in shut or (told is not None and group.id in told.gates)]


def together(call: Call, told: ProcedureInstructions, now: str) -> list[str]:
    """The steps from this one on that may be said at once.

    None moves the door or anything on it, every gate before them is met, and none but the first has a caution: that is read at its step.
    """
    names = [one.id for one in told.steps]
    found: list[str] = []
    for name in names[names.index(now) :] if now else []:
        step = steps()[name]
        act = act_of_step(call, step)
        if step.does or step.needs == "run" or (found and step.caution) or (act is not None and open_gates(call.site, act.action)):
            break
        if name not in call.stepped and name not in call.passed_over:
            found.append(name)
    return found


def _arrive(call: Call) -> MainAction:
    ready = bool(call.complaints) and all(_whole(call, group.id) for group in guards(Verb.HANDS, ""))
    if ready:
        return MainAction(label="Made safe: find the fault", to="find")
    gates = [group.id for group in guards(Verb.HANDS, "")] if call.complaints else []
    return waiting("Pick the complaint and check the three safety items", gates)


def _prove(call: Call) -> MainAction:
    missing = to_prove(call)
    if missing:
        return _next_proof(call, len(missing)) or waiting(f"{len(missing)} to prove", _gates_to_prove(call))
    if steps_left(call):
        return MainAction(label="To the steps that are left", to="repair")
    return MainAction(label="Sum up and close", to="close")


def _close(call: Call) -> MainAction:
    missing, left = to_close(call), open_finds(call)
    if not missing:
        return MainAction(label="Close the call", command=c.Closed(kind="closed"))
    # All is proved and every step done: what was worked on is said to be put right; of the rest a person says what becomes of it.
    if len(missing) == len(left) and _worked_on(call, left[0].cause):
        return MainAction(label=f"Put right: {left[0].text.lower()}", command=c.Cured(kind="cured", cause=left[0].cause))
    return waiting(f"{len(missing)} still open")


def _worked_on(call: Call, cause: str) -> bool:
    """Whether anything that cures a cause was done."""
    return any(step in call.stepped for procedure in _cures(cause) for step in procedure.steps)


def _next_proof(call: Call, missing: int) -> MainAction | None:
    """The next required proof said to be passed; nothing where anything else is missing, or its gates stand open."""
    left = [proof for proof in proofs() if proof.required and (proof.id not in call.tried or call.tried[proof.id].standing != "passed")]
    if closing_verb(call) != Verb.CLOSE_PROVED or missing > len(left) or not all(_whole(call, group.id) for group in guards(Verb.RUN, "")):
        return None
    command = c.ProofMade(kind="proof", proof=left[0].id, passed=True, note="")
    return MainAction(label=f"{left[0].title}: passed", command=command)


def _gates_to_prove(call: Call) -> list[str]:
    """What is stated before the door is lifted by hand; once how it holds is known, or what is at fault, before it runs by power."""
    if call.line.touched:
        verb = None if held_by_hand(call) else Verb.LIFT
    else:
        verb = Verb.LIFT_AS_FOUND if call.cause is None and not call.readings else None
    if verb is None:
        return [] if forbidding(call) else [group.id for group in guards(Verb.RUN, "")]
    return [] if not_lifted_for(call) else [group.id for group in guards(verb, call.line.kind)]


def _measure(call: Call, setup: Setup | None, wrong_setup: str, wanted: bool) -> MainAction:
    if wanted:
        return MainAction(label="To the work", to="repair")
    if wrong_setup:
        return waiting("Not yet: see what is wrong")
    if setup is None:
        count = len(missing_of(call.measured))
        return waiting(f"{count} measurement{'' if count == 1 else 's'} missing")
    return MainAction(label=carrier_of(call.measured).to_size, to="size")


def _work_waits(call: Call, step: Step) -> bool:
    """Whether a gate before the strokes that are to be made stands open: some may go one way and some the other."""
    work = work_of(call)
    return bool(step.does) and work is not None and not all(_whole(call, group) for group in work.gates)


def _whole(call: Call, group_id: str) -> bool:
    return all(is_met(call.site, gate) for group in gate_groups() if group.id == group_id for gate in group.gates)


def _counted(call: Call, act: Act) -> str:
    to_go = steps_to_go(call.line)
    if act == "let_down":
        return "Count them down"
    if to_go and all(is_trim(call, part) for part in to_go):
        return "Count them off" if min(to_go.values()) < 0 else "Count them on"
    return "Go on winding" if any(call.line.counts.values()) else "Start winding"


def _of_work(call: Call, step: Step) -> MainAction:
    work = work_of(call)
    if work is None:
        return waiting("One moment")
    if work.act == "lift":
        return MainAction(label="Check the balance", to="prove")
    if work.act in ("let_down", "wind") and call.line.carrier.winds:
        return MainAction(label=_counted(call, work.act), to="count")
    if work.act == "wind":
        return waiting("Move every part to its place")
    if work.act == "rewind" and not work.done:
        return MainAction(label="Pick these again, or others", to="size")
    if work.act == "rewind" and any(causes()[name].never_again for name in at_fault(call) if name in causes()):
        return MainAction(label="Pick others: these are broken", to="size")
    return MainAction(label=work.done, command=SAID[work.act])
