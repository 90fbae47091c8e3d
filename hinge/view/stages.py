"""How far a call is: each stage with whether it is done, and the one that is next."""

from __future__ import annotations

from hinge.call.closing import to_close
from hinge.call.facts import Call
from hinge.call.finds import finds_of, open_finds
from hinge.call.procedure_of_work import steps_left
from hinge.file.setup import Setup
from hinge.file.sheet import understood
from hinge.site.gates import gate_groups
from hinge.site.state import is_met
from hinge.view.state import Stage, StageName


def stages_of(call: Call, setup: Setup | None, missing: list[str]) -> list[Stage]:
    """Every stage of a call in order. `setup` is the door as measured, `missing` what stands between the call and its close."""
    line, tried = call.line, bool(call.readings or call.tried)
    made_safe = all(is_met(call.site, gate) for gate in gate_groups()[0].gates)
    done: dict[StageName, bool] = {
        "arrive": bool(call.complaints) and (made_safe or line.touched or tried),
        "find": call.cause is not None,
        "measure": setup is not None,
        "size": call.plan is not None or line.touched,
        "repair": _repaired(call),
        "prove": not missing and tried,
        "close": call.closed is not None,
    }
    return [Stage(name=name, done=is_done) for name, is_done in done.items()]


def stage_now(call: Call) -> StageName:
    """The first stage that is not done: where the call is to be taken up. *Close* once it is closed."""
    setup, _wrong = understood(call.measured)
    return next((one.name for one in stages_of(call, setup, to_close(call)) if not one.done), "close")


def _repaired(call: Call) -> bool:
    """Whether the work is done: what carries the door set up, what was found put right, no step left."""
    if call.line.touched and (not call.line.set_up or call.plan is not None):
        return False
    return (call.line.touched or (bool(finds_of(call)) and not open_finds(call))) and not steps_left(call)
