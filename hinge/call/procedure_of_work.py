"""Which procedure the work on what carries the door follows, and which of its steps are left once the door is set up."""

from __future__ import annotations

from hinge.call.answers import at_fault, shown_cause
from hinge.call.facts import Aim, Call, Signed
from hinge.call.work import WorkStep, step_of
from hinge.procedures.knowledge import Procedure, When, procedures, steps
from hinge.site.facts import Fact


def procedure_of_work(call: Call) -> str | None:
    """The procedure of the work that is planned or under way: the one that says most of it."""
    line, plan = call.line, call.plan
    step = step_of(line, plan)
    if step is None:
        return None
    goes_on = plan.on() if plan else line.on
    to = goes_on.kind if goes_on else line.kind
    aim = _aim(call, step)
    # A changeover begins at what was found; what is done to what hangs there now begins at that.
    start: str = call.found.kind if aim == "replace" and (plan is None or line.on is None) else line.kind
    start = "nothing" if call.found.on is None and call.carrier_seen == "nothing" and aim == "replace" else start
    count = goes_on.spring_count if goes_on else 0
    had, causes = len(call.found.counts), set(at_fault(call))

    def fits(when: When) -> bool:
        same = when.start in ("", start) and when.to == to and when.aim in ("", aim)
        return same and when.springs in (0, count) and when.had in (0, had) and (not when.causes or bool({*when.causes} & causes))

    fitting = [(_said(one), name) for name, one in procedures().items() if one.when is not None and fits(one.when)]
    return max(fitting)[1] if fitting else None


def steps_left(call: Call) -> list[str]:
    """The steps after the first lift that were neither done, nor passed over, nor proved since, once the door is set up.

    Nothing is joined or learned on an opener that is left disconnected.
    """
    name = procedure_of_work(call) if call.line.touched and call.line.carries and call.plan is None else None
    if name is None:
        return []
    names = procedures()[name].steps
    lifted = next((place for place, one in enumerate(names) if steps()[one].does == "lift"), len(names))
    said = {*call.stepped, *call.passed_over, *proved_steps(call)}
    left = call.site[Fact.LEFT] == "yes"
    return [one for one in names[lifted + 1 :] if one not in said and not (left and steps()[one].needs == "run")]


def proved_steps(call: Call) -> dict[str, Signed]:
    """The steps that a proof that stands, a cause its check showed, or an answer shows to be done: who said it, and when."""
    signed = {proof: tried.signed for proof, tried in call.tried.items() if tried.standing == "passed"} | _answered(call)
    if call.cause is not None and call.cause == shown_cause(call):
        signed[call.cause] = call.causes[-1][1]
    if not signed:
        return {}
    shown_by = {name: (*step.proved_by, *step.found_by, *step.seen_by) for name, step in steps().items()}
    return {name: signed[one] for name, ones in shown_by.items() for one in ones if one in signed}


def _answered(call: Call) -> dict[str, Signed]:
    """What each check was answered last, as "check outcome"; nothing of it holds once what carries the door was worked on."""
    if call.line.touched:
        return {}
    latest = {body.check: (body.outcome, signed) for body, signed in (*call.past_checks, *call.checks)}
    return {f"{check} {outcome}": signed for check, (outcome, signed) in latest.items()}


def _aim(call: Call, step: WorkStep) -> Aim:
    """What the work is for. Where the next step leaves but one answer, that is it, whatever was meant when the work began."""
    plan = call.plan
    if step in ("take_off", "put_on"):
        return "replace"
    if step in ("let_down", "down"):
        return "replace" if plan is not None and not plan.again else "keep"
    return "keep" if call.line.as_found and call.aim != "trim" else call.aim or "replace"


def _said(procedure: Procedure) -> int:
    return len(procedure.when.model_dump(exclude_defaults=True)) if procedure.when else 0
