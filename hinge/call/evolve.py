"""What the events of a call add up to. Total: any event follows any other, and nothing is read anew."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from functools import reduce
from typing import Literal

from hinge.balance.readings import Reading
from hinge.call import commands as c
from hinge.call import events as ev
from hinge.call import line as ln
from hinge.call.events import Entry
from hinge.call.knowledge import Action, StopRule, gate_groups, proofs, stop_rules
from hinge.call.line import Line, Part
from hinge.call.record import DoorRecord, How, OnDoor, sound
from hinge.faults.find import CANT_TELL
from hinge.faults.knowledge import Need, faults
from hinge.measure.fields import Value

Standing = Literal["open", "passed", "failed", "void"]
# Where a door that flew open is, as long as its height is not measured: 7 ft, the usual home door; common practice.
USUAL_HEIGHT_IN = 84.0


@dataclass(frozen=True)
class Signed:
    """Who entered something, when, and under which id."""

    entry: str
    by: str
    at: str


@dataclass(frozen=True)
class Claim:
    """A value that was claimed, and who did."""

    value: Value
    how: How
    signed: Signed


@dataclass(frozen=True)
class Taken:
    """A balance reading, what carried the door when it was taken, whether nothing was touched yet, and whether it still stands so."""

    reading: Reading
    signed: Signed
    at_setting: OnDoor
    before: bool
    current: bool = True


@dataclass(frozen=True)
class Tried:
    """A proof and how it stands."""

    standing: Standing
    signed: Signed


@dataclass(frozen=True)
class Unread:
    """Something kept that cannot be read; `field` where it was a measurement."""

    entry: str
    field: str
    text: str


@dataclass(frozen=True)
class Call:
    """The facts of a call. `claims` holds the standing claims of every measured field, last one last.

    `checks` are the fault finder's since the last cure, `past_checks` those before; `abandoned` is why a closed call was a mistake.
    `found_line` is kept once something else goes on; `powered` is when the door last ran by the opener.
    """

    record: DoorRecord
    complaints: tuple[tuple[str, Signed], ...] = ()
    causes: tuple[tuple[c.Found, Signed], ...] = ()
    checks: tuple[tuple[c.Checked, Signed], ...] = ()
    facts: Mapping[str, tuple[bool, Signed]] = field(default_factory=dict)
    cures: tuple[tuple[str, Signed], ...] = ()
    past_checks: tuple[tuple[c.Checked, Signed], ...] = ()
    gates: Mapping[str, Signed] = field(default_factory=dict)
    claims: Mapping[str, tuple[Claim, ...]] = field(default_factory=dict)
    plans: tuple[tuple[c.Chosen, Signed], ...] = ()
    found_line: Line | None = None
    moved_line: Line | None = None
    readings: tuple[Taken, ...] = ()
    tried: Mapping[str, Tried] = field(default_factory=dict)
    powered: Signed | None = None
    stops: tuple[tuple[str, Signed], ...] = ()
    disconnections: tuple[tuple[str, Signed], ...] = ()
    closed: tuple[str, Signed] | None = None
    abandoned: str = ""
    unreadable: tuple[Unread, ...] = ()
    count: int = 0

    @property
    def measured(self) -> dict[str, Value]:
        """Every value known, of the file and of the call."""
        said = {name: claims[-1].value for name, claims in self.claims.items() if claims}
        return self.record.measured | sound(said)[0]

    def how(self, name: str) -> How:
        """How a value was found."""
        claims = self.claims.get(name)
        return claims[-1].how if claims else self.record.how.get(name, How())

    @property
    def line(self) -> Line:
        """What carries the door: as it was moved, or as it is known before anything was."""
        return self.found if self.moved_line is None else self.moved_line

    @property
    def found(self) -> Line:
        """What carried the door on arrival, by the file and by what was measured until something else went on."""
        if self.found_line is not None:
            return self.found_line
        said = frozenset(name for name, claims in self.claims.items() if claims)
        return ln.on_arrival(self.record, self.measured, said)

    @property
    def turns_found(self) -> dict[Part, int | None]:
        """Quarter-turns each cone had on arrival: as counted off it, or as known; None where nobody knows."""
        found, line = self.found, self.line if self.found_line is None else self.found_line
        off = (
            line.let_off if self.found_line or line.on is None else {part: n for part, n in line.let_off.items() if line.counts[part] == 0}
        )
        return {part: off.get(part) or known for part, known in found.counts.items()} if found.kind == "torsion" else {}

    @property
    def stopped(self) -> tuple[StopRule, Signed] | None:
        """The rule that stopped the work last, until the gates it opened are met again."""
        if not self.stops or self.stops[-1][0] not in stop_rules():
            return None
        rule = stop_rules()[self.stops[-1][0]]
        return (rule, self.stops[-1][1]) if any(gate not in self.gates for gate in rule.reopens) else None

    @property
    def cause(self) -> str | None:
        """What was found last."""
        return self.causes[-1][0].cause if self.causes else None

    def standing_claims(self) -> frozenset[str]:
        """The entries that can be taken back: what was claimed, never what was done on the door."""
        pairs = (*self.complaints, *self.causes, *self.checks, *self.past_checks, *self.facts.values(), *self.cures)
        pairs += (*self.plans, *self.disconnections)
        signed = [one for _, one in pairs] + [one.signed for of in self.claims.values() for one in of]
        signed += [one.signed for one in self.readings] + [one.signed for one in self.tried.values()]
        return frozenset(one.entry for one in signed)

    @property
    def plan(self) -> c.Chosen | None:
        """What was picked to go on the door and is not on it yet."""
        return self.plans[-1][0] if self.plans else None


def start(record: DoorRecord) -> Call:
    """A call just begun at a door of which so much is known."""
    return Call(record)


def fold(record: DoorRecord, entries: Iterable[Entry]) -> Call:
    """The facts after these entries, in order."""
    return reduce(evolve, entries, start(record))


def evolve(call: Call, entry: Entry) -> Call:
    """The facts after one more event. Never raises."""
    body, signed = entry.body, Signed(entry.id, entry.by, entry.at)
    after = _CLAIMS.get(type(body), _work)(replace(call, count=call.count + 1), body, signed)  # type: ignore[operator]
    action = action_of(call, body)
    if action == "power":
        after = replace(after, powered=signed)
    return _consequences(after, action) if action else after


def action_of(call: Call, body: ev.Event) -> Action | None:
    """What an event does to the door, if anything."""
    match body:
        case c.Moved():
            if call.line.kind != "torsion":
                return "set"
            # A stroke taken back is the same work as the stroke was.
            up = (body.to_count > body.from_count) != takes_back(call.line, body)
            return "wind" if up else "let_down"
        case ev.TrimmedWhole():
            return "set" if call.line.kind != "torsion" else "wind"
        case c.Slack():
            return "slack"
        case c.StillWound():
            return "still_wound"
        case c.TakenOff():
            return "take_off"
        case c.PutOn():
            return "rewind" if _wound_again(call) else "put_on"
        case c.Aimed():
            # Cones at zero that were put on are wound for the first time; those that were let down are wound again.
            down = call.line.kind == "torsion" and not call.line.wound and bool(call.line.let_off)
            return "rewind" if down and any(body.targets.values()) else None
        case c.BalanceReading():
            return "lift" if call.line.touched else "lift_as_found"
        case c.Checked():
            return _done_by(call, body)
        case c.ProofMade():
            return "power" if any(proof.id == body.proof and proof.powered for proof in proofs()) else None
        case _:
            return None


def _done_by(call: Call, body: c.Checked) -> Action | None:
    """What a check does to the door; nothing where it could not be made."""
    check = faults().checks.get(body.check)
    if check is None or body.outcome == CANT_TELL:
        return None
    # What a trim does is told stroke by stroke.
    return None if check.needs in ("", "wind") else action_for(call, check.needs)


def action_for(call: Call, need: Need) -> Action:
    """What a check that needs this does to the door as it stands."""
    lifts: Action = "lift" if call.line.touched else "lift_as_found"
    actions: dict[Need, Action] = {"": "hands", "hand": "hands", "lift": lifts, "run": "power", "wind": "wind"}
    return actions[need]


def takes_back(line: Line, stroke: c.Moved) -> bool:
    """Whether this is the last stroke, counted by mistake, the other way."""
    return line.last_stroke == (stroke.part, stroke.to_count, stroke.from_count)


def _wound_again(call: Call) -> bool:
    """Whether what is planned are the springs that hang there still."""
    return call.plan is not None and call.plan.again and call.line.on is not None


def _consequences(call: Call, action: Action) -> Call:
    """Gates to be met anew, proofs to be made anew, readings that are past: no withdrawal brings any of them back."""
    opened = {gate.id for group in gate_groups() if action in group.cleared_by for gate in group.gates}
    voided = {proof.id for proof in proofs() if action in proof.voided_by}
    return replace(
        call,
        gates={name: signed for name, signed in call.gates.items() if name not in opened},
        tried={name: replace(tried, standing="void") if name in voided else tried for name, tried in call.tried.items()},
        readings=call.readings
        if action in ("hands", "lift", "lift_as_found", "power")
        else tuple(replace(one, current=False) for one in call.readings),
    )


def _work(call: Call, body: ev.Event, signed: Signed) -> Call:
    line = call.line
    match body:
        case c.Moved():
            return replace(call, moved_line=ln.moved(line, body.part, body.to_count))
        case c.Slack():
            return replace(call, moved_line=ln.slack(line, body.part))
        case c.StillWound():
            return replace(call, moved_line=ln.still_wound(line, body.part))
        case c.Stopped():
            reopened = stop_rules()[body.stop].reopens if body.stop in stop_rules() else []
            gates = {name: by for name, by in call.gates.items() if name not in reopened}
            return replace(call, gates=gates, stops=(*call.stops, (body.stop, signed)))
        case c.TakenOff():
            return replace(call, moved_line=ln.taken_off(line))
        case c.PutOn():
            return call if call.plan is None else _put_on(call, call.plan)
        case c.Aimed():
            return replace(call, moved_line=ln.aimed(line, dict(body.targets)))
        case ev.TrimmedWhole():
            parts = ("small",) if line.kind == "counterweight" else tuple(line.counts)
            for part in parts:
                to_count = (line.counts.get(part) or 0) + body.steps
                line = ln.moved(line, part, to_count if line.kind == "extension" else max(0, to_count))
            return replace(call, moved_line=ln.aimed(line, {part: line.counts[part] or 0 for part in parts if part in line.counts}))
        case ev.Unreadable():
            return replace(call, unreadable=(*call.unreadable, Unread(signed.entry, body.field, body.text)))
        case _:
            return call


def _put_on(call: Call, plan: c.Chosen) -> Call:
    found = call.found_line or replace(call.found, let_off=call.line.let_off)
    again = _wound_again(call) and plan.quarter_turns is not None
    line = ln.again(call.line, plan.quarter_turns or 0) if again else replace(ln.put_on(plan.on()), as_found=plan.again)
    return replace(call, plans=(), found_line=found, moved_line=line)


def _complaint(call: Call, body: c.Complaint, signed: Signed) -> Call:
    return replace(call, complaints=(*call.complaints, (body.complaint, signed)))


def _gate(call: Call, body: c.GateSet, signed: Signed) -> Call:
    left = {name: by for name, by in call.gates.items() if name != body.gate}
    return replace(call, gates=left | {body.gate: signed} if body.met else left)


def _found(call: Call, body: c.Found, signed: Signed) -> Call:
    # Another note on what was found last says nothing new of the door.
    noted = call.cause == body.cause and call.causes[-1][0].note != body.note
    return replace(call if noted else _not_put_right(call, body.cause), causes=(*call.causes, (body, signed)))


def _not_put_right(call: Call, *shown: str) -> Call:
    """What shows again after its cure was not put right by it."""
    return replace(call, cures=tuple(one for one in call.cures if one[0] not in shown))


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
    return replace(call, facts={**call.facts, body.fact: (body.holds, signed)})


def _cured(call: Call, body: c.Cured, signed: Signed) -> Call:
    return replace(call, cures=(*call.cures, (body.cause, signed)), checks=(), past_checks=(*call.past_checks, *call.checks))


def _measured(call: Call, body: ev.MeasuredValue, signed: Signed) -> Call:
    value = float(body.value) if isinstance(body.value, int | float) else body.value
    claims = (*call.claims.get(body.field, ()), Claim(value, body.how, signed))
    return replace(call, claims={**call.claims, body.field: claims})


def _chosen(call: Call, body: c.Chosen, signed: Signed) -> Call:
    return replace(call, plans=(*call.plans, (body, signed)))


def _reading(call: Call, body: c.BalanceReading, signed: Signed) -> Call:
    return _read(call, body.reading, signed)


def _read(call: Call, reading: Reading, signed: Signed) -> Call:
    return replace(call, readings=(*call.readings, Taken(reading, signed, call.line.as_it_stands(), before=not call.line.touched)))


def _proof(call: Call, body: c.ProofMade, signed: Signed) -> Call:
    return replace(call, tried={**call.tried, body.proof: Tried("passed" if body.passed else "failed", signed)})


def _disconnected(call: Call, body: c.Disconnected, signed: Signed) -> Call:
    return replace(call, disconnections=(*call.disconnections, (body.reason, signed)))


def _closed(call: Call, body: c.Closed, signed: Signed) -> Call:
    return replace(call, closed=(body.told, signed))


def _abandoned(call: Call, body: c.Abandoned, signed: Signed) -> Call:
    return replace(call, closed=("", signed), abandoned=body.reason)


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
        tried={name: one for name, one in call.tried.items() if one.signed.entry != gone},
        disconnections=tuple(one for one in call.disconnections if one[1].entry != gone),
    )


_CLAIMS = {
    c.Complaint: _complaint,
    c.GateSet: _gate,
    c.Found: _found,
    c.Checked: _checked,
    c.FactSet: _fact,
    c.Cured: _cured,
    ev.MeasuredValue: _measured,
    c.Chosen: _chosen,
    c.BalanceReading: _reading,
    c.ProofMade: _proof,
    c.Disconnected: _disconnected,
    c.Closed: _closed,
    c.Abandoned: _abandoned,
    c.Withdrawn: _withdrawn,
}
