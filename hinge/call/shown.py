"""A call as it is shown: its facts with everything that follows from them, worded. Never raises."""

from __future__ import annotations

from hinge.balance.readings import OUTCOMES as OUTCOME_NAMES
from hinge.balance.readings import USUAL_HEIGHTS_IN, reading_heights
from hinge.call import commands as c
from hinge.call.decide import UNITS, to_close
from hinge.call.evolve import Call, Signed, Taken
from hinge.call.hung import hung_or_none
from hinge.call.knowledge import Action, GateGroup, causes, complaints, gate_groups, guards, proofs, work_told
from hinge.call.line import Line, Part
from hinge.call.picking import turns_for
from hinge.call.record import CarrierKind, DoorRecord, How, OnDoor, read_record, sound
from hinge.call.said import door_said
from hinge.call.setup import Setup, missing_of
from hinge.call.sheet import asked_of, understood
from hinge.call.state import (
    CallState,
    Choice,
    GateGroupState,
    GateState,
    Measurement,
    OutcomeState,
    PartState,
    ProofState,
    ReadingState,
    Stage,
    StageName,
    UnreadableState,
    Work,
    WorkStep,
)
from hinge.call.summary import summary_of
from hinge.call.words import (
    CLAIMED,
    LEFT_DISCONNECTED,
    MADE_SAFE,
    NOT_SAFE_YET,
    OUTCOME_MARKS,
    OUTCOMES,
    PARTS,
    RUN_BY_POWER,
    STANDINGS,
    carrier_words,
    measured_words,
    plan_words,
    reading_words,
    unreadable_words,
    weight_words,
)
from hinge.measure.fields import Measured, Value, fields
from hinge.measure.tape import format_length
from hinge.springs.torsion import BAR_IN, bar_force


def shown(call: Call, claimed_elsewhere: bool = False) -> CallState:
    """Everything the page, the sheet and the command say of a call; `claimed_elsewhere` for one that was closed elsewhere."""
    measured, line, plan = call.measured, call.line, call.plan
    setup, wrong_setup = understood(measured)
    now, hung = line.as_it_stands(), None
    if line.carries or not line.touched:
        hung = hung_or_none(setup, now)
    planned = plan.on().kind if plan else None
    groups = [_group_state(call, group) for group in gate_groups({line.kind} | ({planned} if planned else set()))]
    missing = to_close(call)
    how = call.how("weight_lb")
    return CallState(
        complaint=call.complaints[-1][0] if call.complaints else None,
        complaint_text=_known_words(call.complaints[-1][0], complaints()) if call.complaints else "",
        cause=call.cause,
        cause_text=causes()[call.cause].text if call.cause in causes() else call.cause or "",
        cause_note=call.causes[-1][0].note if call.causes else "",
        gate_groups=groups,
        **_safety(call, groups[0]),
        measured=_measurements(call, measured),
        asked=asked_of(measured),
        missing=missing_of(measured),
        file_weight_lb=_weight(call.record.measured) if plan is None and not line.touched else None,
        scale_weight_lb=_weight(measured) if call.claims.get("weight_lb") and how.method != "estimate" else None,
        weight_sd_lb=how.sd,
        weight_words=weight_words(_weight(measured), how),
        carried_by=planned or line.kind,
        setup=setup,
        wrong_setup=wrong_setup,
        on_door=now,
        said=door_said(measured, now),
        chosen=_choice(call, line, setup),
        parts=[_part(line, plan, part) for part in line.counts],
        work=_work(line, plan),
        touched=line.touched,
        set_up=line.touched and line.set_up and plan is None,
        hung=hung,
        readings=[_reading(one) for one in call.readings],
        reading_heights_in=reading_heights(setup.door.height_in) if setup else list(USUAL_HEIGHTS_IN),
        outcomes=[OutcomeState(id=name, text=f"{OUTCOME_MARKS[name]} {OUTCOMES[name]}") for name in OUTCOME_NAMES],
        proofs=_proof_states(call),
        stages=_stages(call, groups, setup is not None, missing),
        to_close=missing,
        disconnected=call.disconnections[-1][0] if call.disconnections else "",
        closed=call.closed is not None,
        closed_at=call.closed[1].at if call.closed else "",
        told=call.closed[0] if call.closed else "",
        summary=summary_of(call, claimed_elsewhere),
        claimed=CLAIMED if claimed_elsewhere else "",
        unreadable=_unreadable(call),
        record_after=record_after(call),
    )


def record_after(call: Call) -> DoorRecord:
    """What the door's file knows after the call: every value, and what carries it with the turns that were counted."""
    line, measured = call.line, call.measured
    now = line.as_it_stands()
    if measured.get("counterbalance", "torsion") != line.kind and now.kind is not None:
        measured = measured | {"counterbalance": line.kind}
    how = {name: call.how(name) for name in measured}
    unreadable = {name: text for name, text in call.record.unreadable.items() if name not in measured}
    return read_record(
        {
            "version": 2,
            "measured": measured,
            "how": {name: one for name, one in how.items() if one != How()},
            "unreadable": unreadable,
            **{name: getattr(now, name) for name in OnDoor.model_fields},
        }
    )


def _safety(call: Call, made_safe: GateGroupState) -> dict[str, str]:
    """How the opener and the door stand, and since when."""
    if made_safe.met:
        return {"safety": MADE_SAFE, "safety_at": max(gate.at for gate in made_safe.gates)}
    if call.disconnections:
        return {"safety": LEFT_DISCONNECTED, "safety_at": call.disconnections[-1][1].at}
    return {"safety": RUN_BY_POWER, "safety_at": call.powered.at} if call.powered else {"safety": NOT_SAFE_YET, "safety_at": ""}


def _known_words(name: str, words: dict[str, str]) -> str:
    return words.get(name, name)


def _stages(call: Call, groups: list[GateGroupState], measured: bool, missing: list[str]) -> list[Stage]:
    line, tried = call.line, bool(call.readings or call.tried)
    done: dict[StageName, bool] = {
        "arrive": bool(call.complaints) and (groups[0].met or line.touched or tried),
        "find": call.cause is not None,
        "measure": measured,
        "size": call.plan is not None or line.touched,
        "repair": line.touched and line.set_up and call.plan is None,
        "prove": not missing and tried,
        "close": call.closed is not None,
    }
    return [Stage(name=name, done=is_done) for name, is_done in done.items()]


def _weight(measured: Measured) -> float | None:
    weight = measured.get("weight_lb")
    return weight if isinstance(weight, float) else None


def _choice(call: Call, line: Line, setup: Setup | None) -> Choice | None:
    plan = call.plan
    if plan is None and not (line.touched and line.on):
        return None
    on = plan.on() if plan else line.on or OnDoor()
    turns = _asked(line) if plan is None else plan.quarter_turns
    return Choice(
        option=on.option,
        words=carrier_words(on),
        quarter_turns=turns,
        entry=call.plans[-1][1].entry if plan else "",
        stale=_stale(on, turns, setup) if plan else "",
    )


def _stale(on: OnDoor, quarter_turns: int | None, setup: Setup | None) -> str:
    """What changed where the door was measured again after the pick."""
    if setup is None:
        return "The door is not measured any more: measure it again, then pick."
    if hung_or_none(setup, on) is None:
        return "As it is measured now this does not go on the door: pick again."
    wanted = turns_for(on, setup)
    if wanted is None or quarter_turns is None or wanted == quarter_turns:
        return ""
    return f"The door was measured again: this set now takes {wanted} quarter-turns, not {quarter_turns}. Pick it again."


def _asked(line: Line) -> int | None:
    """The one count every part is to go to, where it is one."""
    asked = {target for target in line.targets.values() if target is not None}
    return asked.pop() if len(asked) == 1 and line.kind == "torsion" else None


def _work(line: Line, plan: c.Chosen | None) -> Work | None:
    if plan is not None:
        if line.on is None:
            on = plan.on()
            return _told(on.kind or "torsion", "put_on", on, None)
        return _told(line.kind, "let_down" if line.wound else "take_off", line.on, None)
    if line.on is None:
        return None
    asked = [target for target in line.targets.values() if target is not None]
    if not asked and not line.being_let_down:
        return _told(line.kind, "done", line.on, None) if line.touched and line.carries else None
    step: WorkStep = "done" if line.set_up and not line.being_let_down else "set"
    if step == "set" and line.kind == "torsion" and (line.being_let_down or not any(asked)):
        step = "let_down"
    return _told(line.kind, step, line.on, _asked(line), _actions(line) if step == "set" else None)


def _actions(line: Line) -> tuple[Action, ...]:
    """What getting every part to its target takes."""
    if line.kind != "torsion":
        return ("set",)
    ways = [(target, line.counts.get(part) or 0) for part, target in line.targets.items() if target is not None]
    up, down = any(target > count for target, count in ways), any(target < count for target, count in ways)
    return (*(("wind",) if up else ()), *(("let_down",) if down else ()))


def _told(kind: CarrierKind, step: WorkStep, on: OnDoor, turns: int | None, takes: tuple[Action, ...] | None = None) -> Work:
    if step == "done":
        return Work(step=step, title="Set up", cautions=[], steps=[], done="", gates=[])
    told, words = work_told(kind, step), plan_words(kind, on, turns)
    actions: tuple[Action, ...] = (step,) if takes is None else takes
    groups = dict.fromkeys(group.id for action in actions for group in guards(action, kind) if group.before != "hands_on")
    return Work(
        step=step,
        title=told.title.format(**words),
        cautions=list(told.cautions),
        steps=[one.format(**words) for one in told.steps],
        done=told.done,
        gates=list(groups),
    )


def _part(line: Line, plan: c.Chosen | None, part: Part) -> PartState:
    torque = _torques(line)
    return PartState(
        part=part,
        name=PARTS[line.kind].get(part, part),
        count=line.counts[part],
        let_off=line.let_off.get(part, 0),
        target=line.to_go(plan is not None).get(part),
        unit=UNITS[line.kind],
        torque_lbin=torque,
        bar_force_lb=[round(bar_force(at, BAR_IN), 1) for at in torque],
        bar_in=BAR_IN,
    )


def _torques(line: Line) -> list[float]:
    """Torque at each count [lb·in]; a cone of a duplex turns both its springs, of odd ones the strongest is told."""
    if line.kind != "torsion" or line.on is None or not line.on.springs:
        return []
    rates = [spring.rate_lbin_per_turn for spring in line.on.springs]
    rate = sum(rates) if line.on.duplex else max(rates)
    known = [count for count in (*line.counts.values(), *line.targets.values()) if count is not None]
    return [round(rate * count / 4, 1) for count in range(max(known, default=0) + 1)]


def _measurements(call: Call, measured: dict[str, Value]) -> list[Measurement]:
    def entry(name: str) -> str:
        claims = call.claims.get(name)
        return claims[-1].signed.entry if claims else ""

    return [
        Measurement(field=name, value=measured[name], text=measured_words(name, measured[name], how), entry=entry(name), how=how)
        for name in fields()
        if name in measured and (how := call.how(name))
    ]


def _unreadable(call: Call) -> list[UnreadableState]:
    """What was kept on the file or the call and cannot be read; gone once its field was measured again."""
    said = {name: claims[-1].value for name, claims in call.claims.items() if claims}
    good, broken = sound(said)
    kept = [(name, text) for name, text in (call.record.unreadable | broken).items() if name not in good]
    kept += [(one.field, one.text) for one in call.unreadable if one.field not in good]
    return [UnreadableState(field=field if field in fields() else "", text=unreadable_words(field, text)) for field, text in kept]


def _reading(one: Taken) -> ReadingState:
    return ReadingState(
        entry=one.signed.entry,
        reading=one.reading,
        current=one.current,
        height=format_length(one.reading.height_in, feet=True),
        words=reading_words(one.reading),
        at=one.signed.at,
        by=one.signed.by,
    )


def _group_state(call: Call, group: GateGroup) -> GateGroupState:
    states = [_gate_state(gate.id, gate.title, gate.why, call.gates.get(gate.id)) for gate in group.gates]
    return GateGroupState(id=group.id, title=group.title, before=group.before, met=all(state.met for state in states), gates=states)


def _gate_state(gate: str, title: str, why: str, signed: Signed | None) -> GateState:
    by, at = (signed.by, signed.at) if signed else ("", "")
    return GateState(id=gate, title=title, why=why, met=signed is not None, by=by, at=at)


def _proof_states(call: Call) -> list[ProofState]:
    def state(proof_id: str) -> dict[str, object]:
        tried = call.tried.get(proof_id)
        signed = {"by": tried.signed.by, "at": tried.signed.at} if tried else {}
        standing = tried.standing if tried else "open"
        return {"standing": standing, "says": STANDINGS[standing], **signed}

    told = ("id", "title", "how", "passes_when", "required")
    return [ProofState.model_validate({name: getattr(proof, name) for name in told} | state(proof.id)) for proof in proofs()]
