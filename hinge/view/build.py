"""A call as it is shown: its facts with everything that follows from them, worded. Never raises."""

from __future__ import annotations

from dataclasses import asdict

from hinge.balance.readings import OUTCOMES as OUTCOME_NAMES
from hinge.balance.readings import USUAL_HEIGHTS_IN, reading_heights
from hinge.call import commands as c
from hinge.call.acts import holds_at
from hinge.call.answers import confirmed_causes
from hinge.call.closing import to_abandon, to_close
from hinge.call.counterbalance import CounterbalanceState
from hinge.call.facts import Call, Signed, Taken
from hinge.call.finds import finds_of
from hinge.call.knowledge import causes
from hinge.call.limits import learned, limits_of
from hinge.call.options import turns_for
from hinge.call.procedure_of_work import proved_steps
from hinge.call.safety import not_lifted_for, stopped_for
from hinge.call.step_rules import proof_barred
from hinge.call.words import (
    CLAIMED,
    LEFT_DISCONNECTED,
    MADE_SAFE,
    NO_LONGER,
    NOT_SAFE_YET,
    OUTCOME_MARKS,
    OUTCOMES,
    RUN_BY_POWER,
    STANDINGS,
    carrier_words,
    complaint_words,
    measured_words,
    part_words,
    reading_words,
    unreadable_words,
    weight_words,
)
from hinge.call.work import asked
from hinge.carriers.carrier import Part
from hinge.file.assembly import assembly_or_none
from hinge.file.description import describe_door, turned_round
from hinge.file.record import DoorRecord, How, read_record, sound
from hinge.file.setup import CARRIED_NOW, Setup, missing_of
from hinge.file.sheet import AskedField, asked_of, understood
from hinge.measure.fields import Measured, Value, fields, read_field
from hinge.procedures.knowledge import steps, wanted_by
from hinge.procedures.rules import Proof, proofs
from hinge.site.facts import Fact
from hinge.site.gates import Gate, GateGroup, gate_groups
from hinge.springs.torsion import BAR_IN
from hinge.text.marks import say_length
from hinge.view.main_action import main_actions
from hinge.view.needs import went_on
from hinge.view.offers import offers_of
from hinge.view.stages import stages_of
from hinge.view.state import (
    CallState,
    Choice,
    GateGroupState,
    GateState,
    Measurement,
    OutcomeState,
    PartState,
    PhotoState,
    ProofState,
    ReadingState,
    SaidClaim,
    SignatureState,
    UnreadableState,
    UsedPart,
)
from hinge.view.strokes import aim_words, strokes_of, way_words
from hinge.view.summary import summary_of
from hinge.view.timeline import claims_said
from hinge.view.work import left_words, work_of


def build_call_view(call: Call, claimed_elsewhere: bool = False) -> CallState:
    """Everything the page, the sheet and the command say of a call; `claimed_elsewhere` for one that was closed elsewhere."""
    measured, line, plan = call.measured, call.line, call.plan
    setup, wrong_setup = understood(measured)
    now, hung = line.as_it_stands(), None
    if line.carries or not line.touched:
        hung = assembly_or_none(setup, now)
    planned = plan.on().kind if plan else None
    groups = [_group_state(call, group) for group in gate_groups({line.kind} | ({planned} if planned else set()))]
    missing = to_close(call)
    wanted = bool(wanted_by(call.cause or ""))
    how = call.how("weight_lb")
    said, standing = claims_said(call), call.standing_claims()
    return CallState(
        complaint=call.complaint,
        complaint_text=complaint_words(call),
        complaint_note=call.complaints[-1][0].note if call.complaints else "",
        cause=call.cause,
        cause_wanted=wanted,
        cause_text=causes()[call.cause].text if call.cause in causes() else call.cause or "",
        cause_note=call.causes[-1][0].note if call.causes else "",
        cause_entry=call.causes[-1][1].entry if call.causes else "",
        cause_confirmed=call.cause is not None and call.cause in confirmed_causes(call),
        finds=finds_of(call),
        gate_groups=groups,
        offers=offers_of(call, setup),
        **_safety(call, groups[0]),
        measured=_measurements(call, measured),
        asked=_asked(call, measured),
        missing=missing_of(measured),
        file_weight_lb=_weight(call.record.measured) if plan is None and not line.touched else None,
        scale_weight_lb=_weight(measured) if call.claims.get("weight_lb") and how.method != "estimate" else None,
        weight_sd_lb=how.sd,
        weight_words=weight_words(_weight(measured), how),
        carried_by=planned or line.kind,
        setup=setup,
        wrong_setup=wrong_setup,
        stop=stopped_for(call),
        not_lifted="" if call.closed else not_lifted_for(call),
        on_door=now,
        said=describe_door(measured, now),
        chosen=_choice(call, line, setup),
        parts=_parts(line, plan, setup, turned_round(measured)),
        work=work_of(call),
        steps_said=sorted({*call.stepped, *call.passed_over, *proved_steps(call)}),
        touched=line.touched,
        set_up=line.touched and line.set_up and plan is None,
        hung=hung,
        readings=[_reading(one) for one in call.readings],
        reading_heights_in=reading_heights(setup.door.height_in) if setup else list(USUAL_HEIGHTS_IN),
        holds_at_in=holds_at(call).middle_in,
        outcomes=[OutcomeState(id=name, text=f"{OUTCOME_MARKS[name]} {OUTCOMES[name]}") for name in OUTCOME_NAMES],
        limits=limits_of(call),
        proofs=_proof_states(call),
        parts_used=[
            UsedPart(entry=by.entry, part=one.part, pieces=one.pieces, words=part_words(one.part, one.pieces)) for one, by in call.parts
        ],
        went_on=went_on(call),
        photos=[_photo(one, by, said, standing) for one, by in call.photos],
        to_show=_to_show(call, said),
        signature=_signature(call),
        stages=stages_of(call, setup, missing),
        main=main_actions(call, setup, wrong_setup, wanted),
        to_close=missing,
        disconnected=call.disconnections[-1][0] if call.disconnections and call.site[Fact.LEFT] == "yes" else "",
        left=left_words(call),
        closed=call.closed is not None,
        closed_at=call.closed[1].at if call.closed else "",
        told=call.closed[0] if call.closed else "",
        abandoned=call.abandoned,
        to_abandon=to_abandon(call),
        summary=summary_of(call, claimed_elsewhere),
        claimed=CLAIMED if claimed_elsewhere else "",
        unreadable=_unreadable(call),
        record_after=record_after(call),
    )


def _photo(one: c.Photographed, by: Signed, said: dict[str, str], standing: frozenset[str]) -> PhotoState:
    shows = said.get(one.of, "" if one.of in standing or not one.of else NO_LONGER)
    return PhotoState(entry=by.entry, photo=one.photo, of=one.of, shows=shows, caption=one.caption, by=by.by, at=by.at)


def _to_show(call: Call, said: dict[str, str]) -> list[SaidClaim]:
    """What the next photo can be of: of what was measured several times, the last."""
    over = {one.signed.entry for claims in call.claims.values() for one in claims[:-1]}
    return [SaidClaim(entry=entry, text=text) for entry, text in said.items() if entry not in over]


def _signature(call: Call) -> SignatureState | None:
    if call.signature is None:
        return None
    body, by = call.signature
    return SignatureState(entry=by.entry, name=body.name, at=by.at, strokes=body.strokes)


def record_after(call: Call) -> DoorRecord:
    """What the door's file knows after the call: every value, and what carries it with the turns that were counted.

    An abandoned call leaves the file as it was.
    """
    if call.abandoned:
        return call.record
    line, measured = call.line, call.measured
    now = line.as_it_stands()
    if call.site[Fact.CARRIER] != "unknown":
        measured = measured | {CARRIED_NOW: call.site[Fact.CARRIER]}
    measured = {name: value for name, value in measured.items() if not fields()[name].once}
    if (hole := line.carrier.counted_from) and line.touched:
        # The hooks were moved, or the pair is another one: the hole on file goes with them, or nobody knows it.
        measured = {name: value for name, value in measured.items() if name != hole}
        measured |= {hole: float(round(sum(n or 0 for n in line.counts.values()) / 2))} if line.first is not None else {}
    measured |= _fitted(call)
    found, how_found = learned(call)
    measured |= found
    how = {name: call.how(name) for name in measured} | how_found
    unreadable = {name: text for name, text in call.record.unreadable.items() if name not in measured}
    return read_record(
        {
            "version": 3,
            "measured": measured,
            "how": {name: one for name, one in how.items() if one != How()},
            "unreadable": unreadable,
            "on_door": now.model_dump() if now else None,
        }
    )


def _fitted(call: Call) -> dict[str, Value]:
    """What was fitted step by step, as the file of the door knows it from then on; what was measured on the call itself stands."""
    known = steps()
    left = {field: typed for name in call.stepped if name in known for field, typed in known[name].leaves.items()}
    seen = {field for field in left if call.measured.get(field) != call.record.measured.get(field)}
    return {field: read_field(field, typed) for field, typed in left.items() if field not in seen}


def _safety(call: Call, made_safe: GateGroupState) -> dict[str, str]:
    """How the opener and the door stand, and since when."""
    if made_safe.met:
        return {"safety": MADE_SAFE, "safety_at": max(gate.at for gate in made_safe.gates)}
    if call.site[Fact.LEFT] == "yes" and call.disconnections:
        return {"safety": LEFT_DISCONNECTED, "safety_at": call.disconnections[-1][1].at}
    return {"safety": RUN_BY_POWER, "safety_at": call.powered.at} if call.powered else {"safety": NOT_SAFE_YET, "safety_at": ""}


def _known_words(name: str, words: dict[str, str]) -> str:
    return words.get(name, name)


def _asked(call: Call, measured: Measured) -> list[AskedField]:
    """What is asked for; what was found already says what carries the door."""
    seen = "" if call.carrier_seen == "unknown" else fields()["carried_now"].choices.get(call.carrier_seen, "")
    return [one.model_copy(update={"usual": seen}) if one.field == "carried_now" else one for one in asked_of(measured)]


def _weight(measured: Measured) -> float | None:
    weight = measured.get("weight_lb")
    return weight if isinstance(weight, float) else None


def _choice(call: Call, line: CounterbalanceState, setup: Setup | None) -> Choice | None:
    plan = call.plan
    if plan is None and not (line.touched and line.on):
        return None
    on = plan.on() if plan else line.on or line.carrier()
    turns = asked(line) if plan is None else plan.quarter_turns
    return Choice(
        option=on.option,
        words=", again: ".join(part for part in ("these springs" if plan and plan.again else "", carrier_words(on)) if part),
        quarter_turns=turns,
        entry=call.plans[-1][1].entry if plan else "",
        stale=_stale(plan, line, setup) if plan else "",
    )


def _stale(plan: c.Chosen, line: CounterbalanceState, setup: Setup | None) -> str:
    """What changed where the door, or what hangs there, was measured again after the pick."""
    on, quarter_turns = plan.on(), plan.quarter_turns
    if plan.again:
        turns = plan.quarter_turns
        other = not line.carrier.winds or (line.on is not None and line.on.to_be_wound(turns) != on)
        return "What hangs there was measured again since: pick again." if other else ""
    if setup is None:
        return "The door is not measured any more: measure it again, then pick."
    if assembly_or_none(setup, on) is None:
        return "As it is measured now this does not go on the door: pick again."
    wanted = turns_for(on, setup)
    if wanted is None or quarter_turns is None or wanted == quarter_turns:
        return ""
    return f"The door was measured again: this set now takes {wanted} quarter-turns, not {quarter_turns}. Pick it again."


def _parts(line: CounterbalanceState, plan: c.Chosen | None, setup: Setup | None, other_way: bool) -> list[PartState]:
    suits = turns_for(line.on, setup) if line.carrier.winds and setup and line.on else None
    to_go = line.to_go(plan is not None)
    return [_part(line, part, to_go.get(part), suits, other_way) for part in line.counts]


def _part(line: CounterbalanceState, part: Part, target: int | None, suits: int | None, other_way: bool) -> PartState:
    count = line.counts[part]
    likely = suits if count is None else None
    most = max(n or 0 for n in (count, target, likely))
    return PartState(
        part=part,
        name=line.carrier.parts.get(part, part),
        count=count,
        let_off=max(line.let_off.get(part, 0), 0),
        target=target,
        unit=line.carrier.unit,
        likely=likely,
        aim=aim_words(target, suits),
        strokes=strokes_of(line, part, most),
        up=way_words(line, part, True, other_way),
        down=way_words(line, part, False, other_way),
        taken_back_to=line.last_stroke[1] if line.last_stroke and line.last_stroke[0] == part else None,
        bar_in=BAR_IN,
    )


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
        before=one.before,
        height=say_length(one.reading.height_in, feet=True),
        words=reading_words(one.reading),
        at=one.signed.at,
        by=one.signed.by,
    )


def _group_state(call: Call, group: GateGroup) -> GateGroupState:
    states = [_gate_state(gate, call.gates.get(gate.id)) for gate in group.gates]
    return GateGroupState(id=group.id, title=group.title, before=group.before, met=all(state.met for state in states), gates=states)


def _gate_state(gate: Gate, signed: Signed | None) -> GateState:
    by, at = (signed.by, signed.at) if signed else ("", "")
    return GateState(id=gate.id, title=gate.title, says=gate.says, why=gate.why, met=signed is not None, by=by, at=at)


def _proof_states(call: Call) -> list[ProofState]:
    def state(proof: Proof) -> dict[str, object]:
        tried = call.tried.get(proof.id)
        standing = tried.standing if tried else "open"
        signed: dict[str, object] = asdict(tried.signed) if tried else {"entry": ""}
        return {"standing": standing, "says": STANDINGS[standing], "barred": proof_barred(call, proof)} | signed

    told = ("id", "title", "how", "passes_when", "required")
    return [ProofState.model_validate({name: getattr(proof, name) for name in told} | state(proof)) for proof in proofs()]
