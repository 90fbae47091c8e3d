"""What the events of a call add up to. Total: any event follows any other, and nothing is read anew."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from functools import reduce
from typing import Any

from hinge.balance.readings import Reading
from hinge.call import commands as c
from hinge.call import counterbalance as ln
from hinge.call import events as ev
from hinge.call.acts import Act, acts_of, begun, done, settled
from hinge.call.answers import not_put_right
from hinge.call.counterbalance import CounterbalanceState
from hinge.call.events import Entry
from hinge.call.facts import Aim, Call, Claim, Disposition, LimitTaken, Signed, Taken, Tried, Unread
from hinge.call.knowledge import causes
from hinge.faults.knowledge import faults
from hinge.file.record import DoorRecord
from hinge.file.setup import CARRIED_NOW, TURNS_NOW
from hinge.procedures.knowledge import procedures
from hinge.procedures.knowledge import steps as procedure_steps
from hinge.procedures.rules import proofs
from hinge.site.actions import Verb, action_of
from hinge.site.facts import Fact
from hinge.site.gates import Gate, gates
from hinge.site.state import Site, is_met

# Where a door that flew open is, as long as its height is not measured: 7 ft, the usual home door; common practice.
USUAL_HEIGHT_IN = 84.0
# The step limit screws are turned at.
LIMITS = "limits"
# What is kept beside the work: it takes up nothing that was left.
BESIDE = (c.PartUsed, c.Photographed, c.CustomerSigned)


# What is done to the garage that is no work on the door: a signature stands after it.
NO_WORK = (Verb.LOOK, Verb.FIND, Verb.PUT_RIGHT, Verb.SEE, Verb.UNREAD, Verb.UNPROVE, Verb.RECONNECT, Verb.LEAVE, Verb.DISCONNECT)
ENDS = (Verb.CLOSE_PROVED, Verb.CLOSE_LEFT)


def start(record: DoorRecord) -> Call:
    """A call just begun at a door of which so much is known."""
    seen = record.measured.get(CARRIED_NOW)
    return Call(record, begun(record.kind, seen if isinstance(seen, str) else None))


def fold(record: DoorRecord, entries: Iterable[Entry]) -> Call:
    """The facts after these entries, in order."""
    return reduce(evolve, entries, start(record))


def evolve(call: Call, entry: Entry) -> Call:
    """The facts after one more event. Never raises."""
    body, signed = entry.body, Signed(entry.id, entry.by, entry.at)
    left = call.left if isinstance(body, BESIDE) else None
    acts = acts_of(call, body)
    after = _CLAIMS.get(type(body), _work)(call.having(count=call.count + 1, left=left), body, signed)  # type: ignore[operator]
    for act in acts:
        after = after if act.only_needed else _acted(after, act, signed)
    return _settled(call, after, signed)


def _settled(before: Call, call: Call, signed: Signed) -> Call:
    """What follows from what was said: what carries the door as it is seen now, and what the findings forbid."""
    told = before.claims is not call.claims or before.causes is not call.causes
    if told and not call.line.touched and call.carrier_seen != call.site[Fact.CARRIER]:
        seen = action_of(Verb.SEE, call.carrier_seen)
        call = call if seen is None else _acted(call, Act(seen), signed)
    said = ((one.causes, one.checks, one.past_checks, one.cures) for one in (before, call))
    act = None if all(was is now for was, now in zip(*said, strict=True)) else settled(before, call)
    return call if act is None else _acted(call, act, signed)


def _acted(call: Call, act: Act, signed: Signed) -> Call:
    """The facts after an act: gates that stand no more, proofs to be made anew, readings that are past, what was signed before."""
    site = done(call.site, act)
    changes: dict[str, Any] = {} if site == call.site else {"site": site, "gates": _gates_met(call, site, act, signed)}
    if isinstance(act.action, Gate):
        return call.having(**changes)
    doubts, verb = act.action.doubts, act.action.verb
    if Fact.PROVED in doubts and verb not in (Verb.UNPROVE, Verb.UNREAD) and call.tried:
        void = {proof.id for proof in proofs() if not proof.lasts}
        changes["tried"] = {name: replace(one, standing="void") if name in void else one for name, one in call.tried.items()}
    if Fact.LINE in act.action.makes and verb != Verb.SEE and call.readings:
        changes["readings"] = tuple(replace(one, current=False) for one in call.readings)
    if verb in (Verb.PUT_ON, Verb.REWIND):
        mended = [name for name in not_put_right(call) if name in causes() and verb in causes()[name].mended_by]
        changes["cures"] = (*call.cures, *((name, signed) for name in mended))
    if verb == Verb.RUN:
        changes["powered"] = signed
    if verb not in (*NO_WORK, *ENDS):
        changes["signature"] = None
    return call.having(**changes)


def _gates_met(call: Call, site: Site, act: Act, signed: Signed) -> dict[str, Signed]:
    """The gates that stand in a garage that was changed: those that stood and still do, and those an act has met."""
    changed = {fact for fact, was, now in zip(Fact, call.site.values_in_order, site.values_in_order, strict=True) if was != now}
    about = {name: gate for name, gate in gates().items() if not changed.isdisjoint(gate.met)}
    met = {name: by for name, by in call.gates.items() if name not in about or is_met(site, about[name])}
    came = {name for name, gate in about.items() if name not in met and is_met(site, gate) and not is_met(call.site, gate)}
    return (
        met | dict.fromkeys(came, signed) | ({act.action.id: signed} if isinstance(act.action, Gate) and is_met(site, act.action) else {})
    )


def _work(call: Call, body: ev.Event, signed: Signed) -> Call:
    line = call.line
    match body:
        case c.Moved():
            return call.having(moved_line=ln.moved(line, body.part, body.to_count))
        case c.Slack():
            return call.having(moved_line=ln.slack(line, body.part))
        case c.StillWound():
            return call.having(moved_line=ln.still_wound(line, body.part))
        case c.Stopped():
            return call.having(stops=(*call.stops, (body.stop, signed)))
        case c.TakenOff():
            return call.having(moved_line=ln.taken_off(line))
        case c.PutOn():
            return call if call.plan is None else _put_on(call, call.plan)
        case c.Aimed():
            return replace(_begun(call, _aimed_for(line, body, call.aim)), moved_line=ln.aimed(line, dict(body.targets)))
        case ev.TrimmedWhole():
            return call.having(moved_line=ln.trimmed(line, body.steps))
        case ev.Unreadable():
            return call.having(unreadable=(*call.unreadable, Unread(signed.entry, body.field, body.text)))
        case _:
            return call


def _put_on(call: Call, plan: c.Chosen) -> Call:
    found = call.found_line or replace(call.found, let_off=call.line.let_off)
    again = plan.again and call.line.on is not None and plan.quarter_turns is not None
    line = ln.again(call.line, plan.quarter_turns or 0) if again else replace(ln.put_on(plan.on()), as_found=plan.again)
    fitted = call.fitted if plan.again else (*call.fitted, plan.on())
    return call.having(plans=(), found_line=found, moved_line=line, fitted=fitted)


def _complaint(call: Call, body: c.Complaint, signed: Signed) -> Call:
    return call.having(complaints=(*call.complaints, (body, signed)))


def _found(call: Call, body: c.Found, signed: Signed) -> Call:
    # Another note on what was found last says nothing new of the door.
    noted = call.cause == body.cause and call.causes[-1][0].note != body.note
    return replace(call if noted else _not_put_right(call, body.cause), causes=(*call.causes, (body, signed)))


def _not_put_right(call: Call, *shown: str) -> Call:
    """What shows again after its cure was not put right by it."""
    left = tuple(one for one in call.dispositions if one.cause not in shown)
    return call.having(cures=tuple(one for one in call.cures if one[0] not in shown), dispositions=left)


def _checked(call: Call, body: c.Checked, signed: Signed) -> Call:
    shown = [name for name, _ in call.cures if name in faults().causes and faults().causes[name].confirmed_by == (body.check, body.outcome)]
    call = replace(_not_put_right(call, *shown), checks=(*call.checks, (body, signed)))
    check = faults().checks.get(body.check)
    if check is None or body.outcome not in check.reads:
        return call
    reading = check.reads[body.outcome]
    top = call.measured.get("height_in")
    open_in = top if isinstance(top, float) else USUAL_HEIGHT_IN
    return _read(call, reading.model_copy(update={"height_in": min(reading.height_in, open_in)}), signed)


def _fact(call: Call, body: c.FactSet, signed: Signed) -> Call:
    return call.having(facts={**call.facts, body.fact: (body.holds, signed)})


def _cured(call: Call, body: c.Cured, signed: Signed) -> Call:
    return call.having(cures=(*call.cures, (body.cause, signed)), checks=(), past_checks=(*call.past_checks, *call.checks))


def _left_open(call: Call, body: c.Declined | c.Deferred, signed: Signed) -> Call:
    return call.having(dispositions=(*call.dispositions, Disposition(body.cause, body.kind, body.reason, signed)))


def _measured(call: Call, body: ev.MeasuredValue, signed: Signed) -> Call:
    value = float(body.value) if isinstance(body.value, int | float) else body.value
    claims = (*call.claims.get(body.field, ()), Claim(value, body.how, signed))
    line = call.moved_line
    if line is not None and body.field == line.carrier.counted_from and isinstance(value, float):
        line = ln.hooked(line, round(value))
    after = call.having(claims={**call.claims, body.field: claims}, moved_line=line)
    if line is not None and body.field in (*line.carrier.tells, TURNS_NOW):
        return replace(
            after, moved_line=ln.measured_again(line, ln.on_arrival(after.record, after.measured, after.said, after.causes_found))
        )
    return after


def _chosen(call: Call, body: c.Chosen, signed: Signed) -> Call:
    # What is picked begins other work: its first stroke takes none of the work before back.
    line = call.moved_line and replace(call.moved_line, last_stroke=None)
    return replace(_begun(call, "keep" if body.again else "replace"), plans=(*call.plans, (body, signed)), moved_line=line)


def _aimed_for(line: CounterbalanceState, body: c.Aimed, before: Aim) -> Aim:
    """What new targets are for: a trim, or torsion springs let down; those let down and wound again go on with what was begun."""
    if line.carrier.winds and not any(body.targets.values()):
        return "keep"
    return "trim" if line.carries or not line.carrier.winds else before


def _begun(call: Call, aim: Aim) -> Call:
    """Other work on what carries the door: its steps are all to be done, whatever was done for the work before."""
    if aim == call.aim and aim != "trim":
        return call
    again = {name for one in procedures().values() if one.when is not None for name in one.steps}
    return call.having(aim=aim, stepped={name: by for name, by in call.stepped.items() if name not in again})


def _stepped(call: Call, body: c.Stepped, signed: Signed) -> Call:
    left = {name: by for name, by in call.stepped.items() if name not in body.steps}
    over = {name: why for name, why in call.passed_over.items() if name not in body.steps}
    if not body.done:
        return call.having(stepped=left, passed_over=over)
    after = replace(_voided_by(call, body.steps), stepped=left | dict.fromkeys(body.steps, signed), passed_over=over)
    known = procedure_steps()
    another = any(LIMITS in known[name].voids for name in body.steps if name in known and name != LIMITS)
    # Where its trolley stops is seen anew, and nothing is learned of another unit's screws.
    return replace(after, limits=()) if another else after


def _voided_by(call: Call, names: Iterable[str]) -> Call:
    """Proofs to be made anew after steps of these names."""
    known = procedure_steps()
    void = {proof for name in names if name in known for proof in known[name].voids}
    return call.having(tried={name: replace(one, standing="void") if name in void else one for name, one in call.tried.items()})


def _limit(call: Call, body: c.LimitSeen, signed: Signed) -> Call:
    kept = call.having(limits=(*call.limits, LimitTaken(body, signed)))
    return _voided_by(kept, [LIMITS]) if body.turns else kept


def _passed_over(call: Call, body: c.PassedOver, signed: Signed) -> Call:
    return call.having(passed_over={**call.passed_over, body.step: (body.reason, signed)})


def _part_used(call: Call, body: c.PartUsed, signed: Signed) -> Call:
    return call.having(parts=(*call.parts, (body, signed)))


def _photographed(call: Call, body: c.Photographed, signed: Signed) -> Call:
    return call.having(photos=(*call.photos, (body, signed)))


def _customer_signed(call: Call, body: c.CustomerSigned, signed: Signed) -> Call:
    return call.having(signature=(body, signed))


def _left(call: Call, body: c.Left, signed: Signed) -> Call:
    return call.having(left=(body.reason, signed))


def _reading(call: Call, body: c.BalanceReading, signed: Signed) -> Call:
    return _read(call, body.reading, signed)


def _read(call: Call, reading: Reading, signed: Signed) -> Call:
    return call.having(readings=(*call.readings, Taken(reading, signed, call.line.as_it_stands(), before=not call.line.touched)))


def _proof(call: Call, body: c.ProofMade, signed: Signed) -> Call:
    return call.having(tried={**call.tried, body.proof: Tried("passed" if body.passed else "failed", signed)})


def _disconnected(call: Call, body: c.Disconnected, signed: Signed) -> Call:
    return call.having(disconnections=(*call.disconnections, (body.reason, signed)))


def _closed(call: Call, body: c.Closed, signed: Signed) -> Call:
    return call.having(closed=(body.told, signed))


def _abandoned(call: Call, body: c.Abandoned, signed: Signed) -> Call:
    return call.having(closed=("", signed), abandoned=body.reason)


def _withdrawn(call: Call, body: c.Withdrawn, signed: Signed) -> Call:
    """Strike a claim. A proof taken back is open, whatever stood before it."""
    gone = body.entry
    return replace(
        call,
        complaints=tuple(one for one in call.complaints if one[1].entry != gone),
        causes=tuple(one for one in call.causes if one[1].entry != gone),
        checks=tuple(one for one in call.checks if one[1].entry != gone),
        past_checks=tuple(one for one in call.past_checks if one[1].entry != gone),
        facts={name: one for name, one in call.facts.items() if one[1].entry != gone},
        cures=tuple(one for one in call.cures if one[1].entry != gone),
        claims={name: tuple(one for one in claims if one.signed.entry != gone) for name, claims in call.claims.items()},
        plans=tuple(one for one in call.plans if one[1].entry != gone),
        readings=tuple(one for one in call.readings if one.signed.entry != gone),
        limits=tuple(replace(one, standing=False) if one.signed.entry == gone else one for one in call.limits),
        tried={name: one for name, one in call.tried.items() if one.signed.entry != gone},
        dispositions=tuple(one for one in call.dispositions if one.signed.entry != gone),
        parts=tuple(one for one in call.parts if one[1].entry != gone),
        photos=tuple(one for one in call.photos if one[1].entry != gone),
        signature=call.signature if call.signature and call.signature[1].entry != gone else None,
        disconnections=tuple(one for one in call.disconnections if one[1].entry != gone),
    )


_CLAIMS = {
    c.Complaint: _complaint,
    c.Found: _found,
    c.Checked: _checked,
    c.FactSet: _fact,
    c.Cured: _cured,
    c.Declined: _left_open,
    c.Deferred: _left_open,
    ev.MeasuredValue: _measured,
    c.Chosen: _chosen,
    c.BalanceReading: _reading,
    c.LimitSeen: _limit,
    c.ProofMade: _proof,
    c.Stepped: _stepped,
    c.PassedOver: _passed_over,
    c.PartUsed: _part_used,
    c.Photographed: _photographed,
    c.CustomerSigned: _customer_signed,
    c.Left: _left,
    c.Disconnected: _disconnected,
    c.Closed: _closed,
    c.Abandoned: _abandoned,
    c.Withdrawn: _withdrawn,
}
