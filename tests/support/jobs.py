"""Whole jobs as the trade does them, each step in the order its procedure tells: spring jobs and opener jobs by name."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from hinge.call.acts import act_of_step
from hinge.call.safety import open_gates
from hinge.procedures.knowledge import steps
from hinge.view.steps import procedures_of
from tests.support.calls import HOLDS, SPRING, Running
from tests.support.records import HUB, PAIR, RECORDS, STACK

TWO = {"springs": [SPRING], "quarter_turns": 3}


@dataclass(frozen=True)
class Job:
    """A job: what the customer says, what is found, the door's record by name, what is measured, and what goes on or is said first."""

    complaint: str
    cause: str
    procedure: str
    record: str = "unknown"
    measured: Mapping[str, str] = field(default_factory=dict)
    plan: Mapping[str, object] = field(default_factory=dict)
    also: tuple[str, ...] = ()


SPRING_JOBS: dict[str, Job] = {
    "a pair of torsion springs": Job("bang", "spring_broken", "replace_pair", "wound", plan=TWO),
    "a cable off, the tube walked": Job("crooked", "cable_off", "cable_off", "wound"),
    "let down and wound again": Job("sinks", "drum_slipped", "keep_and_rewind", "wound"),
    "an extension pair": Job("bang", "extension_broken", "replace_extension", "pair", {"counterbalance": "extension"}, {"extension": PAIR}),
    "torsion to extension": Job(
        "bang", "spring_broken", "torsion_to_extension", "wound", {"counterbalance": "extension"}, {"extension": PAIR}
    ),
    "extension to torsion": Job("bang", "extension_broken", "extension_to_torsion", "pair", {"counterbalance": "torsion"}, TWO),
    "a stack of plates": Job("heavy", "weight_added", "stack", "stack", {"counterbalance": "counterweight"}, {"counterweight": STACK}),
    "a line from parts": Job("check", "", "line_from_parts", measured={"carried_now": "nothing", **HUB}, plan=TWO),
}
OPENER_JOBS: dict[str, Job] = {
    "eyes out of line": Job("will_not_close", "eye_knocked", "eyes_right"),
    "sun in the receiver": Job("same_hour", "eye_sun", "eyes_right"),
    "a staple through the wire": Job("will_not_close", "eye_staple", "eyes_right"),
    "a travel module": Job("stops_anywhere", "travel_module", "opener_module", measured={"opener_kind": "rail_button"}),
    "a stripped gear": Job("runs_door_still", "gear_stripped", "opener_gear", measured={"opener_kind": "rail_screw"}),
    "limits by screws": Job("touches_and_reverses", "down_limit_deep", "opener_settings", measured={"opener_kind": "rail_screw"}),
    "limits by buttons": Job("gap_at_floor", "down_limit_short", "opener_settings", measured={"opener_kind": "rail_button"}),
    "the arm off": Job("runs_door_still", "arm_off", "opener_fixings"),
    "a dead wall control": Job("wall_only_fails", "wall_wire", "power_and_controls"),
    "an opener on a rail": Job("new_opener", "wanted_install_rail", "install_rail", measured={"opener_kind": "rail_screw"}),
    "an opener on the shaft": Job("new_opener", "wanted_install_shaft", "install_shaft"),
    "an opener on a fixed chain": Job("new_opener", "wanted_install_fixed_chain", "install_fixed_chain"),
    "a second pair of eyes": Job("new_opener", "wanted_fit_second_eyes", "fit_second_eyes", measured={"second_eyes_apart_in": "16'"}),
}


def begun(job: Job) -> Running:
    """The call up to the first step: complaint, measures, what was found, what is to go on."""
    call = Running(RECORDS[job.record]).measured(**job.measured)
    call.say("complaint", complaint=job.complaint)
    if job.cause:
        call.say("found", cause=job.cause)
    if job.plan:
        call.say("chosen", **job.plan)
    elif job.procedure in ("cable_off", "keep_and_rewind"):
        call.say("again", quarter_turns=6)
    return call


def step_by_step(call: Running, procedure: str) -> list[str]:
    """What the procedure asks for next, its open gates met and no other, until nothing of it is left: the steps in order."""
    done: list[str] = []
    for _ in range(60):
        told = next((one for one in procedures_of(call.call).procedures if one.procedure == procedure), None)
        if told is None or not told.now:
            return done
        step = steps()[told.now]
        act = act_of_step(call.call, step)
        for _, standing in open_gates(call.call.site, act.action) if act else ():
            for gate in standing:
                call.say("gate", gate=gate.id, met=True)
        take_step(call, told.now)
        done.append(told.now)
    raise AssertionError(f"no end: {done}")


def take_step(call: Running, now: str) -> None:
    """One step, done or said as its procedure has it."""
    match steps()[now].does:
        case "let_down":
            for part, count in call.call.line.counts.items():
                if count is None:
                    call.say("slack", part=part)
            call.to_targets()
        case "take_off":
            call.say("taken_off")
        case "put_on" | "rewind":
            call.say("put_on")
        case "wind":
            call.to_targets()
        case "lift":
            if call.call.line.touched:
                call.say("reading", reading=HOLDS | {"height_in": 54 if call.call.line.kind == "counterweight" else 42})
            else:
                call.say("stepped", steps=[now])
        case _:
            call.say("stepped", steps=[now])
