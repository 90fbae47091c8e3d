"""What may be said of the steps of a procedure: no step is done before its gates, and none that guards the next is passed over."""

from __future__ import annotations

from collections.abc import Callable

from hinge.call import commands as c
from hinge.call.facts import Call
from hinge.call.forcing import require_may_force
from hinge.call.permits import held_by_hand, require_gates, require_may_lift, require_may_run
from hinge.errors import BadInput, Contradiction, GateNotMet, HingeError, OutOfStep
from hinge.faults.knowledge import require_known
from hinge.procedures.knowledge import Step, steps
from hinge.procedures.rules import Proof


def require_may_step(call: Call, command: c.Stepped) -> None:
    """Refuse to say of steps that they are done, or to be done again. Raises GateNotMet, OutOfStep, BadInput or Contradiction."""
    require_known("steps", command.steps, steps())
    if not command.done:
        for place, name in enumerate(command.steps):
            if name not in call.stepped and name not in call.passed_over:
                raise OutOfStep("That step is not done yet.", f"steps.{place}", name)
        return
    for place, name in enumerate(command.steps):
        step, where = steps()[name], f"steps.{place}"
        if step.does not in ("", "lift"):
            raise BadInput("That is done on the door itself: it is counted, or said once it is done.", where, name)
        if len(command.steps) > 1 and (step.does == "lift" or step.needs == "power"):
            raise OutOfStep("A step that moves the door stands for itself.", where, name)
        _require_safe(call, step, where)


def require_may_pass_over(call: Call, command: c.PassedOver) -> None:
    """Refuse to pass over what is no step, what moves or carries the door, and what makes the next step safe."""
    require_known("step", [command.step], steps())
    if not steps()[command.step].optional:
        raise Contradiction("This step is part of what makes the work safe: it is done, not passed over.", "step", command.step)


def require_may_leave(call: Call, command: c.Left) -> None:
    """Refuse to leave a door that was worked on with its opener live."""
    if call.line.touched and "power_off" not in call.gates:
        said = "The opener is live on a door that is not finished: unplug it, battery out, before you leave."
        raise Contradiction(said, "kind", command.kind, "the opener unplugged")


def require_may_prove(call: Call, proof: Proof, passed: bool) -> None:
    """Refuse a proof this door, as it stands, cannot be put to. Raises Contradiction.

    That the force will not do is said of any door; that it will, of none that is heavy or binds.
    """
    if proof.powered:
        require_may_run(call, "proof", proof.id)
    if proof.forces and passed:
        require_may_force(call, "proof", proof.id)


def proof_barred(call: Call, proof: Proof) -> str:
    """Why a proof cannot be passed as the door stands, in words; empty where nothing stands in the way."""
    return _barred(lambda: require_may_prove(call, proof, passed=True))


def step_barred(call: Call, step: Step) -> str:
    """Why a step cannot be done as the door stands, whatever gates are met, in words; empty where nothing stands in the way."""
    return _barred(lambda: _require_safe(call, step, ""))


def _barred(require: Callable[[], None]) -> str:
    try:
        require()
    except GateNotMet:
        return ""
    except HingeError as wrong:
        return wrong.message
    return ""


def _require_safe(call: Call, step: Step, where: str) -> None:
    if step.touches == "loaded" and call.line.wound:
        raise Contradiction("There are turns on the springs, or may be: this carries the cables' whole pull now.", where, step.touches)
    if step.forces:
        require_may_force(call, where, "force")
        if "balance_first" not in call.stepped and not held_by_hand(call):
            raise Contradiction("By hand first: released with the door down it must lift easily and hold.", where, "force")
    if step.needs == "power":
        require_may_run(call, where, "power")
    elif step.does == "lift":
        require_may_lift(call, where)
    elif step.needs:
        goes_on = step.needs in ("put_on", "set") and call.plan is not None
        carrier = (call.plan.on().kind if goes_on and call.plan else None) or call.line.kind
        require_gates(call, step.needs, carrier, "stepped")
