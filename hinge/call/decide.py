"""Today's rules: what may follow on a call. Only this refuses. A safety gate has no override."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from datetime import date
from typing import Any, cast

from hinge.call import commands as c
from hinge.call import counterbalance as ln
from hinge.call import events as ev
from hinge.call.acts import acts_of, takes_back
from hinge.call.answers import at_fault
from hinge.call.attachments import require_may_photograph, require_place_for_part
from hinge.call.closing import to_abandon, to_close
from hinge.call.facts import Call
from hinge.call.finds import finds_of
from hinge.call.knowledge import OTHER, causes, complaints
from hinge.call.limits import require_may_set_limit
from hinge.call.measurement import measurement, require_as_it_hangs
from hinge.call.options import NOT_MEASURED, plan_of
from hinge.call.safety import require_gates, require_may, require_may_size
from hinge.call.step_rules import require_may_pass_over, require_may_prove, require_may_step
from hinge.carriers.carrier import Part
from hinge.document import plain_value
from hinge.errors import BadInputError, ContradictionError, HingeError, OutOfStepError
from hinge.faults.knowledge import faults, require_known
from hinge.faults.reason import CANT_TELL
from hinge.file.assembly import assembly_of
from hinge.file.sheet import understood
from hinge.procedures.rules import proofs, stop_rules
from hinge.site.actions import Verb
from hinge.site.gates import gates
from hinge.stock.lists import NO_LISTS, Lists

# Parts of which nothing is put right without work on what carries the door.
CARRYING = ("springs", "setting", "cables", "shaft")
MENDED = {Verb.PUT_ON: "another set is on", Verb.REWIND: "what hangs there was let down and goes on again"}
MOST_READINGS = 60
LEAST_NOTE = 3
MOST_ENTRIES = 5000
# Under these a call can still be ended: what a full call takes.
PLAN = "plan"
NOT_WOUND = "Only torsion springs are let down and wound again."
ENDINGS = (c.Closed, c.Disconnected, c.Abandoned)


def decide(call: Call, command: c.Said, lists: Lists = NO_LISTS) -> ev.Event:
    """What happened, where it may.

    Parameters: the facts so far, what is said, and the shop's `lists`, which know the rate of a set better. Returns the
    event to keep. Raises GateNotMetError while a gate the action needs stands open, OutOfStepError where it was written against
    other facts, BadInputError, OutOfRangeError or ContradictionError where it makes no sense.
    """
    if call.closed:
        raise OutOfStepError("This call is closed. Start a new call to go on.", "kind", command.kind)
    if call.count >= MOST_ENTRIES and not isinstance(command, ENDINGS):
        raise OutOfStepError(
            f"This call has {call.count} entries, which is all it takes. Close it and start another.", "kind", command.kind
        )
    if isinstance(command, c.Picked | c.Again | c.Chosen):
        require_may_size(call)
    if isinstance(command, c.Picked):
        command = plan_of(command.option, call.measured, lists)
    if isinstance(command, c.Again):
        command = _these_again(call, command)
    event = measurement(command) if isinstance(command, c.Measured) else command
    acts = acts_of(call, event)
    rule = _RULES.get(type(command))
    if rule:
        rule(call, command)
    require_may(call, acts, _ABOUT.get(type(command), "kind"), None)
    require_gates(call, acts, "kind", command.kind)
    return event


def said_again(command: c.Said, kept: Iterable[ev.Event]) -> bool:
    """Whether a command is the one an entry was made of: sent again, it is the same entry and not another."""
    for event in kept:
        if isinstance(command, c.Measured) and isinstance(event, ev.MeasuredValue):
            return (command.field, command.typed, command.how) == (event.field, event.typed, event.how)
        if isinstance(command, c.Again):
            return isinstance(event, c.Chosen) and event.again and command.quarter_turns == event.quarter_turns
        if isinstance(command, c.Picked):
            return isinstance(event, c.Chosen) and command.option == event.on().option
        if event == command:
            return True
    return False


def _known(names: Callable[[], Iterable[str]], attribute: str) -> Callable[[Call, Any], None]:
    def rule(call: Call, command: Any) -> None:
        value, known = getattr(command, attribute), list(names())
        if value not in known:
            allowed = ", ".join(known)
            raise BadInputError(f"There is nothing called {str(plain_value(value))!r} here.", attribute, plain_value(value), allowed)

    return rule


def _said_to_be_found(call: Call, command: c.Found) -> None:
    _known(causes, "cause")(call, command)
    if command.cause == OTHER and len(command.note.strip()) < LEAST_NOTE:
        raise BadInputError("What is on no list is said in the note.", "note", command.note, f"{LEAST_NOTE} letters or more")


def _these_again(call: Call, command: c.Again) -> c.Chosen:
    line = _hanging(call, "kind")
    on = line.on
    if on is None or not line.carrier.winds:
        raise ContradictionError(NOT_WOUND, "kind", command.kind)
    return c.Chosen(kind="chosen", again=True, plan=on.to_be_wound(None), quarter_turns=command.quarter_turns)


def _require_whole(call: Call, where: str) -> None:
    """Refuse to wind springs again one of which was found broken."""
    broken = next((causes()[name] for name in at_fault(call) if name in causes() and causes()[name].never_again), None)
    if call.line.as_found and call.line.carrier.winds and broken is not None:
        raise ContradictionError(f"{broken.text}: these springs are not wound again. Pick others.", where, None)


def _again(call: Call, command: c.Chosen) -> None:
    line = call.line
    _require_whole(call, "again")
    if not line.carrier.winds:
        raise ContradictionError(NOT_WOUND, "again", True)
    on = line.on or line.was
    if on is None:
        raise OutOfStepError("No springs hang on the door or came off it at this call: there are none to be wound again.", "again", True)
    if command.on() != on.to_be_wound(command.quarter_turns):
        raise OutOfStepError("Other springs hang there now, or came off.", "plan", None)


def _chosen(call: Call, command: c.Chosen) -> None:
    if command.again:
        return _again(call, command)
    setup, wrong = understood(call.measured)
    on = command.on()
    if setup is None or wrong:
        raise ContradictionError(wrong or NOT_MEASURED, PLAN, None)
    if on.needs_drums and setup.drum is None:
        said = f"{on.needs_drums} drums: say in Measure that this is to carry the door, and measure them."
        raise ContradictionError(said, PLAN, None)
    try:
        on.require_pickable()
        assembly_of(setup, on)
    except HingeError as refused:
        raise type(refused)(refused.message, PLAN, refused.value, refused.allowed, refused.unit) from refused


def _hanging(call: Call, where: str) -> ln.CounterbalanceState:
    line = call.line
    if line.on is None:
        raise OutOfStepError("Nothing hangs on the door now.", where, None)
    return line


def _aimed(call: Call, command: c.Aimed) -> None:
    line = _hanging(call, "targets")
    if any(to_count > (line.counts.get(part) or 0) for part, to_count in command.targets.items()):
        _require_whole(call, "targets")
    if call.plan is not None:
        raise OutOfStepError("Another set is picked. Take that pick back to keep what hangs there.", "targets", None)
    for part, to_count in command.targets.items():
        _require_part(line, part, "targets")
        if not line.carrier.below_zero and to_count < 0:
            raise BadInputError("There is no such step left to take.", f"targets.{part}", to_count, "0 or more", line.carrier.unit)
        if line.carrier.most is not None and to_count > line.carrier.most:
            allowed = f"0 to {line.carrier.most}"
            raise BadInputError("That is more than springs are wound.", f"targets.{part}", to_count, allowed, line.carrier.unit)
        if line.counts[part] is None and to_count != 0:
            said = "The turns of this cone are not known: let it down to slack first."
            raise ContradictionError(said, f"targets.{part}", to_count, "0", line.carrier.unit)
    aimed = ln.aimed(line, dict(command.targets))
    if line.carrier.winds and not line.wound and any(line.targets.values()) and not any(aimed.targets.values()):
        raise ContradictionError(
            "These hold no turns: there is nothing to let off. Take them off instead.", "targets", 0, "a count above 0"
        )
    if not line.carrier.winds:
        for part, target in aimed.targets.items():
            aimed = aimed if target is None else ln.moved(aimed, part, target)
        _require_sets_up(call, aimed, "targets")


def _require_sets_up(call: Call, line: ln.CounterbalanceState, where: str) -> None:
    """Refuse a pair or a stack that could not hang so."""
    on = line.as_it_stands()
    lowest = min((n or 0 for n in line.counts.values()), default=0)
    if line.first is not None and lowest < 1:
        raise ContradictionError("There is no such hole: the slackest is the first.", where, lowest, "1 or more")
    if on is not None:
        on.require_set(where)
    setup, _ = understood(call.measured)
    try:
        if setup is not None:
            assembly_of(setup, on)
    except HingeError as wrong:
        raise wrong.with_field(where) from wrong


def _require_part(line: ln.CounterbalanceState, part: Part, where: str) -> None:
    if part not in line.counts:
        raise BadInputError(f"There is no {part.replace('_', ' ')} part to move here.", where, part, ", ".join(line.counts) or "none")


def _moved(call: Call, command: c.Moved) -> None:
    line = _hanging(call, "part")
    _require_part(line, command.part, "part")
    unit, stands = line.carrier.unit, cast(int, ln.stands_at(line, command.part))
    if command.from_count != stands:
        name = line.carrier.parts[command.part]
        if line.counts[command.part] is None:
            said = f"{name}: {-stands} {unit} are let off, not {-command.from_count}."
        else:
            said = f"{name}: the count of {unit} stands at {stands}, not {command.from_count}."
        raise OutOfStepError(said, "from_count", command.from_count, str(stands), unit)
    step, unknown = command.to_count - command.from_count, line.counts[command.part] is None
    largest = line.carrier.largest_step
    if not 1 <= abs(step) <= largest:
        raise BadInputError(f"One entry moves 1 to {largest} {unit}.", "to_count", command.to_count, f"1 to {largest} more or less", unit)
    if unknown:
        if command.to_count > 0:
            raise ContradictionError(
                "This cone's turns are not known: let it down to slack first.", "to_count", command.to_count, "0 or less", unit
            )
        return
    if not line.carrier.below_zero and command.to_count < 0:
        raise ContradictionError("There is nothing left to take off.", "to_count", command.to_count, "0 or more", unit)
    target = line.to_go(call.plan is not None).get(command.part)
    towards = target is not None and min(stands, target) <= command.to_count <= max(stands, target)
    towards = towards or takes_back(line, command)
    if step > 0 and not takes_back(line, command):
        _require_whole(call, "to_count")
    if not towards and not (line.carrier.winds and step < 0):
        plan = "Nothing is planned here" if target is None else f"The plan is {target} {unit}"
        raise ContradictionError(f"{plan}. Trim after the balance check, not before.", "to_count", command.to_count, str(target), unit)
    if not line.carrier.winds:
        _require_sets_up(call, ln.moved(line, command.part, command.to_count), "to_count")


def _slack(call: Call, command: c.Slack) -> None:
    line = _hanging(call, "part")
    if not line.carrier.winds:
        raise ContradictionError("Only a winding cone is let down to slack.", "part", command.part)
    _require_part(line, command.part, "part")


def _still_wound(call: Call, command: c.StillWound) -> None:
    line = _hanging(call, "part")
    if not line.carrier.winds:
        raise ContradictionError("Only a winding cone holds turns.", "part", command.part)
    _require_part(line, command.part, "part")
    if line.counts[command.part] is None:
        raise OutOfStepError("This cone counts as wound already.", "part", command.part)


def _taken_off(call: Call, command: c.TakenOff) -> None:
    _hanging(call, "kind")
    if call.plan is not None and call.plan.again and not call.plan.plan.is_known:
        raise ContradictionError("Measure these springs before they come off: they are to be wound again.", "kind", command.kind)


def _put_on(call: Call, command: c.PutOn) -> None:
    if call.plan is None:
        raise OutOfStepError("Nothing is picked that could go on the door.", "kind", command.kind)
    _chosen(call, call.plan)


def _reading(call: Call, command: c.BalanceReading) -> None:
    _require_place(call, "reading")
    setup, _ = understood(call.measured)
    height = command.reading.height_in
    if setup is not None and height > setup.door.height_in:
        allowed = f"0 to {setup.door.height_in:g}"
        raise BadInputError("The reading is above the door's travel.", "reading.height_in", height, allowed, "in")


def _require_place(call: Call, field: str) -> None:
    if len(call.readings) >= MOST_READINGS:
        raise OutOfStepError("There are as many readings as a call takes.", field, len(call.readings), f"up to {MOST_READINGS}")


def _proof(call: Call, command: c.ProofMade) -> None:
    _known(lambda: [proof.id for proof in proofs()], "proof")(call, command)
    require_may_prove(call, next(proof for proof in proofs() if proof.id == command.proof), command.passed)


def _checked(call: Call, command: c.Checked) -> None:
    known = faults()
    require_known("check", [command.check], known.checks)
    require_known("outcome", [command.outcome], [*known.checks[command.check].outcomes, CANT_TELL])
    if not call.complaints:
        raise OutOfStepError("Say first what the customer says: what to look at follows from it.", "kind", command.kind)
    if command.outcome in known.checks[command.check].reads:
        _require_place(call, "check")


def _cured(call: Call, command: c.Cured) -> None:
    if command.cause not in [one.cause for one in finds_of(call)] and command.cause != call.cause:
        raise ContradictionError("That was not found on this call.", "cause", command.cause, "what was found")
    cause = faults().causes.get(command.cause)
    if cause is not None and cause.never_lift and cause.mended_by and call.line.touched:
        done = " or ".join(MENDED[verb] for verb in cause.mended_by)
        raise ContradictionError(f"{cause.text}: it is put right once {done}.", "cause", command.cause, "the work first")
    if cause is not None and cause.never_lift and cause.part in CARRYING and not call.line.touched:
        raise ContradictionError(f"{cause.text}: nothing was done yet on what carries the door.", "cause", command.cause, "the work first")


def _left_open(call: Call, command: c.Declined | c.Deferred) -> None:
    if command.cause not in [one.cause for one in finds_of(call)]:
        raise ContradictionError("That was not found on this call.", "cause", command.cause, "what was found")
    if isinstance(command, c.Deferred) and command.due:
        try:
            date.fromisoformat(command.due)
        except ValueError as wrong:
            raise BadInputError("There is no such day.", "due", command.due, "a day of the calendar, as 2026-03-09") from wrong


def _withdrawal(call: Call, command: c.Withdrawn) -> None:
    if command.entry not in call.standing_claims():
        raise ContradictionError(
            "There is no such claim standing on this call. What was done on the door is not taken back; enter what is true now.",
            "entry",
            command.entry,
            "a complaint, cause, measurement, pick, reading, limit, proof, part, photo, signature or disconnection of this call",
        )


def _closed(call: Call, command: c.Closed) -> None:
    missing = to_close(call)
    if missing:
        raise ContradictionError(" ".join(missing), "kind", "closed", "every required proof passed, or left disconnected", "")


def _abandoned(call: Call, command: c.Abandoned) -> None:
    kept = to_abandon(call)
    if kept:
        raise ContradictionError(" ".join(kept), "kind", "abandoned", "a call on which nothing was done and nothing found")


# What a refusal is about, where it is not the command altogether.
_ABOUT: dict[type, str] = {
    c.GateSet: "gate",
    c.BalanceReading: "reading",
    c.Checked: "check",
    c.ProofMade: "proof",
    c.Stepped: "steps",
    c.LimitSeen: "end",
    c.Measured: "field",
}
_RULES: dict[type, Callable[[Call, Any], None]] = {
    c.Complaint: _known(complaints, "complaint"),
    c.Measured: require_as_it_hangs,
    c.GateSet: _known(gates, "gate"),
    c.Found: _said_to_be_found,
    c.Checked: _checked,
    c.FactSet: _known(lambda: faults().facts, "fact"),
    c.Cured: _cured,
    c.Declined: _left_open,
    c.Deferred: _left_open,
    c.Chosen: _chosen,
    c.Aimed: _aimed,
    c.Moved: _moved,
    c.Slack: _slack,
    c.StillWound: _still_wound,
    c.Stopped: _known(stop_rules, "stop"),
    c.TakenOff: _taken_off,
    c.PutOn: _put_on,
    c.BalanceReading: _reading,
    c.LimitSeen: require_may_set_limit,
    c.ProofMade: _proof,
    c.Stepped: require_may_step,
    c.PassedOver: require_may_pass_over,
    c.PartUsed: require_place_for_part,
    c.Photographed: require_may_photograph,
    c.Withdrawn: _withdrawal,
    c.Closed: _closed,
    c.Abandoned: _abandoned,
}
