"""What may be done to a door now: gates, and what was found that forbids moving or running it. No permit can be had another way."""

from __future__ import annotations

from hinge.call.answers import at_fault, cured_of
from hinge.call.evolve import action_for
from hinge.call.facts import Call
from hinge.call.knowledge import causes
from hinge.errors import Contradiction, GateNotMet, HingeError, OutOfStep
from hinge.faults.knowledge import Need
from hinge.procedures.rules import Action, guards
from hinge.springs.counterbalance import CHEST_HEIGHT, THREE_TO_FOUR_FEET, Band


def held_by_hand(call: Call) -> bool:
    """Whether the door held where it must, on what carries it now."""
    band = holds_at(call)
    return any(one.current and one.reading.outcome == "holds" and band.has(one.reading.height_in) for one in call.readings)


def holds_at(call: Call) -> Band:
    """Where this door must hold when it is let go."""
    return CHEST_HEIGHT if call.line.kind == "counterweight" else THREE_TO_FOUR_FEET


def not_put_right(call: Call) -> list[str]:
    """What is at fault and was not put right since."""
    return [name for name in at_fault(call) if name not in cured_of(call)]


def stopped_for(call: Call) -> str:
    """Why nothing is reckoned for this door, in words; empty where nothing stands in the way."""
    standing = [causes()[name] for name in not_put_right(call) if name in causes()]
    return next((f"Stop: {cause.text.lower()}. {cause.stop}" for cause in standing if cause.stop), "")


def require_may_size(call: Call) -> None:
    """Refuse to size or pick what is to carry a door that others must see first. Raises Contradiction."""
    said = stopped_for(call)
    if said:
        raise Contradiction(said, "kind", None, "what was found put right, or taken back")


def may(call: Call, need: Need) -> bool:
    """Whether a check of the fault finder may be made now: its gates are met, and nothing found forbids it."""
    try:
        require_gates(call, action_for(call, need), call.line.kind)
        if need == "lift":
            require_may_lift(call, "")
        if need == "run":
            require_may_run(call, "", "")
    except HingeError:
        return False
    return True


def gates_before(call: Call, need: Need) -> list[str]:
    """The gate groups that stand open before such a check, where meeting them is all it takes. Winding has its own place."""
    if need in ("run", "wind") or (need == "lift" and not_lifted_for(call)):
        return []
    groups = guards(action_for(call, need), call.line.kind)
    return [group.id for group in groups if any(gate.id not in call.gates for gate in group.gates)]


def not_lifted_for(call: Call) -> str:
    """Why nobody lifts this door now, whatever gates are met, in words; empty where nothing stands in the way."""
    try:
        require_may_lift(call, "")
    except HingeError as wrong:
        return wrong.message
    return ""


def require_gates(call: Call, action: Action, carrier: str, kind: str = "") -> None:
    """Refuse an action on what is so carried while a gate before it stands open. Raises GateNotMet naming the gates."""
    for group in guards(action, carrier):
        open_gates = [gate.title for gate in group.gates if gate.id not in call.gates]
        if open_gates:
            raise GateNotMet(f"{group.title}: {'; '.join(open_gates)}.", "kind", kind, "every gate met")


def require_may_run(call: Call, field: str, value: str) -> None:
    """Refuse to run a door by power that has not held by hand, after work or with a fault that forbids it."""
    if held_by_hand(call):
        return
    if call.line.touched:
        said = f"Check the balance by hand before the door runs by power: it must hold at {holds_at(call).words}."
        raise Contradiction(said, field, value)
    forbids = next((name for name in at_fault(call) if name in causes() and causes()[name].never_run), None)
    if forbids:
        said = f"{causes()[forbids].text}: the opener never runs this door until it has held by hand at {holds_at(call).words}."
        raise Contradiction(said, field, value)


def require_may_lift(call: Call, field: str) -> None:
    """Refuse to lift a door that nothing, or not enough, carries."""
    line = call.line
    if line.on is None or line.being_let_down or (line.touched and not line.carries):
        raise OutOfStep("Finish the work first: nothing, or not enough, carries the door now.", field, None)
    forbids = next((name for name in not_put_right(call) if name in causes() and causes()[name].never_lift), None)
    if not line.touched and forbids:
        raise Contradiction(f"{causes()[forbids].text}: the door is not lifted to be read until that is put right.", field, None)
