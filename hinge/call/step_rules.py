"""What may be said of the steps of a procedure: no step is done before its gates, and none that guards the next is passed over."""

from __future__ import annotations

from hinge.call import commands as c
from hinge.call.acts import acts_of
from hinge.call.commands import ProofMade, Stepped
from hinge.call.facts import Call
from hinge.call.force_setting import force_refusal
from hinge.call.safety import barred, held_by_hand, words_of
from hinge.errors import BadInputError, ContradictionError, HingeError, OutOfStepError
from hinge.faults.knowledge import require_known
from hinge.procedures.knowledge import Step, steps
from hinge.procedures.rules import Proof


def require_may_step(call: Call, command: c.Stepped) -> None:
    """Refuse steps said to be done, or to be done again. Raises GateNotMetError, OutOfStepError, BadInputError or ContradictionError."""
    require_known("steps", command.steps, steps())
    if not command.done:
        for place, name in enumerate(command.steps):
            if name not in call.stepped and name not in call.passed_over:
                raise OutOfStepError("That step is not done yet.", f"steps.{place}", name)
        return
    for place, name in enumerate(command.steps):
        step, where = steps()[name], f"steps.{place}"
        if step.does not in ("", "lift"):
            raise BadInputError("That is done on the door itself: it is counted, or said once it is done.", where, name)
        if len(command.steps) > 1 and (step.does == "lift" or step.needs == "run"):
            raise OutOfStepError("A step that moves the door stands for itself.", where, name)
        if refusal := _force_step_refusal(call, step, where):
            raise refusal


def require_may_pass_over(call: Call, command: c.PassedOver) -> None:
    """Refuse to pass over what is no step, what moves or carries the door, and what makes the next step safe."""
    require_known("step", [command.step], steps())
    if not steps()[command.step].optional:
        raise ContradictionError("This step is part of what makes the work safe: it is done, not passed over.", "step", command.step)


def require_may_prove(call: Call, proof: Proof, passed: bool) -> None:
    """Refuse a proof this door, as it stands, cannot be put to. Raises ContradictionError.

    That the force will not do is said of any door; that it will, of none that is heavy or binds.
    """
    if refusal := _proof_refusal(call, proof, passed):
        raise refusal


def proof_barred(call: Call, proof: Proof) -> str:
    """Why a proof cannot be passed as the door stands, in words; empty where nothing stands in the way."""
    made = ProofMade(kind="proof", proof=proof.id, passed=True)
    return words_of(_proof_refusal(call, proof, passed=True)) or barred(call, acts_of(call, made))


def step_barred(call: Call, name: str) -> str:
    """Why a step cannot be done as the door stands, whatever gates are met, in words; empty where nothing stands in the way."""
    said = Stepped(kind="stepped", steps=[name])
    return words_of(_force_step_refusal(call, steps()[name], "")) or barred(call, acts_of(call, said))


def _proof_refusal(call: Call, proof: Proof, passed: bool) -> HingeError | None:
    return force_refusal(call, "proof", proof.id) if proof.forces and passed else None


def _force_step_refusal(call: Call, step: Step, where: str) -> HingeError | None:
    if not step.forces:
        return None
    if refusal := force_refusal(call, where, "force"):
        return refusal
    if "balance_first" in call.stepped or held_by_hand(call):
        return None
    return ContradictionError("By hand first: released with the door down it must lift easily and hold.", where, "force")
