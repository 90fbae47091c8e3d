"""What everything that is said on a call does to the garage: each command names its acts, or that it does nothing to it."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field, replace
from typing import Any

from hinge.call import commands as c
from hinge.call import counterbalance as ln
from hinge.call import events as ev
from hinge.call.answers import forbidding
from hinge.call.counterbalance import CounterbalanceState
from hinge.call.facts import Call
from hinge.carriers.carrier import Part
from hinge.faults.knowledge import Need, faults
from hinge.faults.reason import CANT_TELL
from hinge.file.setup import CARRIED_NOW
from hinge.measure.fields import number_of
from hinge.procedures.knowledge import Step, steps
from hinge.procedures.rules import proofs, stop_rules
from hinge.site.actions import Action, Verb, action_of
from hinge.site.facts import Fact
from hinge.site.gates import Gate, gates
from hinge.site.state import Site, after, arrival, is_met, unsaid
from hinge.springs.counterbalance import Band

# So far from where it stood a cone is trimmed; further it is let down or wound. Common practice, no source.
TRIM_MOST = 8
# What is told as it happens on what carries the door: a step that needs it open does not do it.
BY_COUNT = (Verb.WIND, Verb.TRIM, Verb.LET_DOWN, Verb.SLACK, Verb.SET, Verb.TAKE_OFF, Verb.PUT_ON, Verb.REWIND)


@dataclass(frozen=True)
class Act:
    """One thing done to the garage: an action that `became` so, or a gate stated (`taken_back` where it is unsaid).

    An action that is `only_needed` must be open and is not done yet.
    """

    action: Action | Gate
    became: Mapping[Fact, str] = field(default_factory=dict)
    taken_back: bool = False
    only_needed: bool = False

    @property
    def verb(self) -> Verb | None:
        """The verb of an action; None of a statement."""
        return self.action.verb if isinstance(self.action, Action) else None


def begun(carrier: str | None, carried_now: str | None) -> Site:
    """The garage at the start of a call: what carries the door by the file's springs, pair or stack, or as it was seen before."""
    return arrival(carrier or carried_now or "unknown")


def done(site: Site, act: Act) -> Site:
    """The garage after an act."""
    if isinstance(act.action, Gate):
        return unsaid(site, act.action) if act.taken_back else after(site, act.action)
    return site if act.only_needed else after(site, act.action, act.became)


def acts_of(call: Call, body: ev.Event) -> tuple[Act, ...]:
    """What an entry does to the garage, in order. Total: what is not known any more does nothing."""
    return tuple(act for act in _ACTS[type(body)](call, body) if act is not None)


def holds_at(call: Call) -> Band:
    """Where this door must hold when it is let go."""
    band, height_in = call.line.carrier.holds_at, number_of(call.measured, "height_in")
    return band if height_in is None else band.on(height_in)


def act_for(call: Call, need: Need) -> Act | None:
    """What a check that needs this does to the door as it stands; None for strokes, which are told one by one."""
    return None if need == "wind" else _act(call, _lift(call) if need == "lift" else Verb(need))


def verb_of_step(call: Call, step: Step) -> Verb:
    """What a step of a procedure does to the door as it stands, or what must be open for it."""
    if step.does == "lift":
        return _lift(call)
    return Verb.SET if step.does == "wind" and not call.line.carrier.winds else Verb(step.verb or step.does or step.needs)


def act_of_step(call: Call, step: Step) -> Act | None:
    """The act a step is, or whose gates stand before it, on what carries the door then."""
    verb = verb_of_step(call, step)
    goes_on = verb in (Verb.PUT_ON, Verb.SET) and call.plan is not None
    return _act(call, verb, call.plan.on().kind if goes_on and call.plan else call.line.kind)


def stroke_verb(call: Call, stroke: c.Moved) -> Verb:
    """Whether a stroke winds, lets down or trims: springs that stay wound are trimmed, a few strokes from where they stand."""
    line = call.line
    if not line.carrier.winds:
        return Verb.SET
    if is_trim(call, stroke.part) and stroke.to_count > 0:
        return Verb.TRIM
    # A stroke taken back is the same work as the stroke was.
    up = (stroke.to_count > stroke.from_count) != takes_back(line, stroke)
    return Verb.WIND if up else Verb.LET_DOWN


def is_trim(call: Call, part: Part) -> bool:
    """Whether a cone is on its way to a setting near the one it had, all cones staying wound."""
    line = call.line
    target, count = line.targets.get(part), line.counts.get(part)
    if call.plan is not None or not target or not count or call.site[Fact.LINE] not in ("as_found", "trimming", "set"):
        return False
    return abs(target - count) <= TRIM_MOST and all(line.counts.values())


def takes_back(line: CounterbalanceState, stroke: c.Moved) -> bool:
    """Whether this is the last stroke, counted by mistake, the other way."""
    return line.last_stroke == (stroke.part, stroke.to_count, stroke.from_count)


def line_after(line: CounterbalanceState, verb: Verb) -> str:
    """Where the line stands, as the facts have it, after this was done to it."""
    if line.on is None:
        return "off"
    if not line.carrier.winds:
        return "set" if line.set_up else "trimming"
    if not line.wound:
        return "fresh" if any(line.targets.values()) else "down"
    if line.carries and verb != Verb.STILL_WOUND:
        return "set"
    return "trimming" if verb == Verb.TRIM else "partly"


def settled(before: Call, now: Call) -> Act | None:
    """What it does to the garage that something was found, put right or taken back: nothing where what forbids stays the same."""
    was, are = forbidding(before), forbidding(now)
    worst = "no_lift" if any(cause.never_lift for cause in are.values()) else "no_run" if are else "nothing"
    if are.keys() - was.keys():
        return _act(now, Verb.FIND, became={Fact.FOUND: worst})
    return _act(now, Verb.PUT_RIGHT, became={Fact.FOUND: worst}) if worst != now.site[Fact.FOUND] else None


def _act(call: Call, verb: Verb, carrier: str = "", became: Mapping[Fact, str] | None = None) -> Act | None:
    action = action_of(verb, carrier or call.line.kind)
    return None if action is None else Act(action, became or {})


def _lift(call: Call) -> Verb:
    return Verb.LIFT if call.line.touched else Verb.LIFT_AS_FOUND


def _nothing(call: Call, body: ev.Event) -> list[Act | None]:
    return []


def _gate(call: Call, body: c.GateSet) -> list[Act | None]:
    gate = gates().get(body.gate)
    # Said of what stands so already, or taken back where it does not stand, a statement does nothing.
    return [Act(gate, taken_back=not body.met)] if gate is not None and is_met(call.site, gate) != body.met else []


def _stated(call: Call, gate: Gate) -> Act | None:
    return None if is_met(call.site, gate) else Act(gate)


def _moved_line(call: Call, verb: Verb, line: CounterbalanceState) -> list[Act | None]:
    return [_act(call, verb, became={Fact.LINE: line_after(line, verb)})]


def _moved(call: Call, body: c.Moved) -> list[Act | None]:
    return _moved_line(call, stroke_verb(call, body), ln.moved(call.line, body.part, body.to_count))


def _trimmed_whole(call: Call, body: ev.TrimmedWhole) -> list[Act | None]:
    return _moved_line(call, Verb.TRIM if call.line.carrier.winds else Verb.SET, ln.trimmed(call.line, body.steps))


def _slack(call: Call, body: c.Slack) -> list[Act | None]:
    return _moved_line(call, Verb.SLACK, ln.slack(call.line, body.part))


def _still_wound(call: Call, body: c.StillWound) -> list[Act | None]:
    return [_act(call, Verb.STILL_WOUND)]


def _taken_off(call: Call, body: c.TakenOff) -> list[Act | None]:
    return [_act(call, Verb.TAKE_OFF)]


def _put_on(call: Call, body: c.PutOn) -> list[Act | None]:
    if call.plan is None:
        return []
    if call.plan.again and call.line.on is not None:
        return [_act(call, Verb.REWIND)]
    return [_act(call, Verb.PUT_ON, call.plan.on().kind)]


def _aimed(call: Call, body: c.Aimed) -> list[Act | None]:
    """Cones that were let down and are to be wound again go on anew; what is to stay where it stands half way is set so."""
    if call.site[Fact.LINE] == "down":
        return [_act(call, Verb.REWIND)] if any(body.targets.values()) else []
    stays = call.site[Fact.LINE] in ("trimming", "partly") and ln.aimed(call.line, dict(body.targets)).carries
    return [_act(call, Verb.SETTLE)] if stays else []


def _read(call: Call, height_in: float, outcome: str | None) -> list[Act | None]:
    """The door lifted and read: only a reading where it counts says whether it holds."""
    counts = outcome is not None and holds_at(call).has(height_in)
    now = ("holds" if outcome == "holds" else "moves") if counts else call.site[Fact.BALANCE]
    return [_act(call, _lift(call)), _act(call, Verb.READ, became={Fact.BALANCE: now})]


def _reading(call: Call, body: c.BalanceReading) -> list[Act | None]:
    return _read(call, body.reading.height_in, None if body.reading.tossed else body.reading.outcome)


def _checked(call: Call, body: c.Checked) -> list[Act | None]:
    """Nothing where it could not be made."""
    check = faults().checks.get(body.check)
    if check is None or body.outcome == CANT_TELL:
        return []
    if body.outcome in check.reads:
        reading = check.reads[body.outcome]
        return _read(call, reading.height_in, reading.outcome)
    return [act_for(call, check.needs)]


def _limit(call: Call, body: c.LimitSeen) -> list[Act | None]:
    return [_act(call, Verb.RUN), _act(call, Verb.UNPROVE) if body.turns else None]


def _stepped(call: Call, body: c.Stepped) -> list[Act | None]:
    found: list[Act | None] = []
    for step in (steps()[name] for name in body.steps if body.done and name in steps()):
        act = act_of_step(call, step)
        found.append(act and replace(act, only_needed=act.verb in BY_COUNT))
        found.append(_stated(call, gates()[step.states]) if step.states else None)
        found.append(_act(call, Verb.UNPROVE) if _required() & {*step.voids} else None)
    return found


def _required() -> set[str]:
    return {proof.id for proof in proofs() if proof.required}


def _proof(call: Call, body: c.ProofMade) -> list[Act | None]:
    proof = next((one for one in proofs() if one.id == body.proof), None)
    if proof is None:
        return []
    passed = {name for name, one in call.tried.items() if one.standing == "passed" and name != proof.id}
    passed |= {proof.id} if body.passed else set()
    tried = _act(call, _lift(call) if proof.verb == Verb.LIFT else proof.verb)
    proved = _act(call, Verb.PROVE, became={Fact.PROVED: "yes" if passed >= _required() else "no"}) if proof.required else None
    return [tried, proved]


def _stopped(call: Call, body: c.Stopped) -> list[Act | None]:
    return [_act(call, Verb(f"stop_{body.stop}"))] if body.stop in stop_rules() else []


def _measured(call: Call, body: ev.MeasuredValue | c.Measured) -> list[Act | None]:
    """What carries the door, told as such; what a number tells of it follows once it is kept."""
    return [_act(call, Verb.SEE, str(body.value))] if isinstance(body, ev.MeasuredValue) and body.field == CARRIED_NOW else []


def _withdrawn(call: Call, body: c.Withdrawn) -> list[Act | None]:
    found: list[Act | None] = []
    if any(one.signed.entry == body.entry for one in call.readings):
        found.append(_act(call, Verb.UNREAD))
    if any(one.signed.entry == body.entry and name in _required() for name, one in call.tried.items()):
        found.append(_act(call, Verb.UNPROVE))
    if any(one.entry == body.entry for _, one in call.disconnections):
        found.append(_act(call, Verb.RECONNECT))
    return found


def _one(verb: Verb) -> Callable[[Call, Any], list[Act | None]]:
    return lambda call, _: [_act(call, verb)]


def _closed(call: Call, body: c.Closed) -> list[Act | None]:
    return [_act(call, closing_verb(call))]


def closing_verb(call: Call) -> Verb:
    """As what a call would close: left disconnected where it was said and stands, else as proved."""
    return Verb.CLOSE_LEFT if call.site[Fact.LEFT] == "yes" else Verb.CLOSE_PROVED


_ACTS: dict[type, Callable[[Call, Any], Iterable[Act | None]]] = {
    c.Complaint: _nothing,
    c.GateSet: _gate,
    c.Found: _nothing,
    c.Checked: _checked,
    c.FactSet: _nothing,
    c.Cured: _nothing,
    c.Declined: _nothing,
    c.Deferred: _nothing,
    c.Measured: _measured,
    ev.MeasuredValue: _measured,
    c.Chosen: _nothing,
    c.Aimed: _aimed,
    c.Moved: _moved,
    ev.TrimmedWhole: _trimmed_whole,
    c.Slack: _slack,
    c.StillWound: _still_wound,
    c.Stopped: _stopped,
    c.TakenOff: _taken_off,
    c.PutOn: _put_on,
    c.BalanceReading: _reading,
    c.LimitSeen: _limit,
    c.ProofMade: _proof,
    c.Stepped: _stepped,
    c.PassedOver: _nothing,
    c.PartUsed: _nothing,
    c.Photographed: _nothing,
    c.CustomerSigned: _nothing,
    c.Left: _one(Verb.LEAVE),
    c.Withdrawn: _withdrawn,
    c.Disconnected: _one(Verb.DISCONNECT),
    c.Closed: _closed,
    c.Abandoned: _nothing,
    ev.Unreadable: _nothing,
}
