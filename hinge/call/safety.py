"""What may be done to a door now: the facts of the garage alone refuse for safety, and here is what is said of it."""

from __future__ import annotations

from collections.abc import Iterable

from hinge.call.acts import Act, act_for, done, holds_at
from hinge.call.answers import forbidding, not_put_right
from hinge.call.facts import Call
from hinge.call.knowledge import causes
from hinge.errors import ContradictionError, GateNotMetError, HingeError, OutOfStepError
from hinge.faults.knowledge import Need
from hinge.site.actions import Action
from hinge.site.facts import Fact, fact_kinds
from hinge.site.gates import Gate, GateGroup, gate_groups, gates
from hinge.site.state import Site, is_met, may


def held_by_hand(call: Call) -> bool:
    """Whether the door held where it must when it was read last, on what carries it now."""
    return call.site[Fact.BALANCE] == "holds"


def stopped_for(call: Call) -> str:
    """Why nothing is computed for this door, in words; empty where nothing stands in the way."""
    standing = [causes()[name] for name in not_put_right(call) if name in causes()]
    return next((f"Stop: {cause.text.lower()}. {cause.stop}" for cause in standing if cause.stop), "")


def require_may_size(call: Call) -> None:
    """Refuse to size or pick what is to carry a door that others must see first. Raises ContradictionError."""
    said = stopped_for(call)
    if said:
        raise ContradictionError(said, "kind", None, "what was found put right, or taken back")


def require_gates(call: Call, acts: Iterable[Act], field: str, value: object) -> None:
    """Refuse acts before which a person has something to state. Raises GateNotMetError naming the gates of the first group."""
    site = call.site
    for act in _asking(acts):
        for group, open_ones in open_gates(site, act.action):
            titles = "; ".join(gate.title for gate in open_ones)
            raise GateNotMetError(f"{group.title}: {titles}.", field, value, "every gate met")
        for fact in may(site, act.action):
            of_this = [gate for group in gate_groups({call.line.kind}) for gate in group.gates]
            stating = next(gate for gate in (*of_this, *gates().values()) if _states(gate, fact, act.action))
            raise GateNotMetError(f"First: {stating.title[:1].lower()}{stating.title[1:]}.", field, value, "that gate met")
        site = done(site, act)


def require_may(call: Call, acts: Iterable[Act], field: str, value: object) -> None:
    """Refuse acts that the garage as it stands does not allow, whatever is stated. Raises OutOfStepError or ContradictionError."""
    if refusal := refusal_of(call, acts, field, value):
        raise refusal


def refusal_of(call: Call, acts: Iterable[Act], field: str = "", value: object = None) -> HingeError | None:
    """Why the garage as it stands does not allow acts, whatever is stated; None where it does."""
    site = call.site
    for act in _asking(acts):
        for fact in against(site, act.action):
            return _refusal(call, act.action, fact, field, value)
        site = done(site, act)
    return None


def _asking(acts: Iterable[Act]) -> Iterable[Act]:
    """The acts that need anything: a statement can always be taken back."""
    return (act for act in acts if not act.taken_back)


def open_gates(site: Site, action: Action | Gate) -> list[tuple[GateGroup, list[Gate]]]:
    """The gates that stand open before an action, by group: those it is behind, or that state what it needs."""
    lacking = may(site, action)
    found = []
    for group in gate_groups():
        if not isinstance(action, Action) or action.verb not in group.guards or group.carrier not in ("", action.carrier):
            continue
        open_ones = [gate for gate in group.gates if not is_met(site, gate) and any(_states(gate, fact, action) for fact in lacking)]
        found += [(group, open_ones)] if open_ones else []
    return found


def against(site: Site, action: Action | Gate) -> list[Fact]:
    """The facts that stand against an action and that nobody can state, or of which the action has its own words."""
    stated = list(gates().values())
    return [fact for fact in may(site, action) if fact in action.words or not any(_states(gate, fact, action) for gate in stated)]


def barred(call: Call, acts: Iterable[Act]) -> str:
    """Why acts cannot be done as the door stands, whatever gates are met, in words; empty where nothing stands in the way."""
    return words_of(refusal_of(call, acts))


def words_of(refusal: HingeError | None) -> str:
    """A refusal in words; empty for none."""
    return refusal.message if refusal else ""


def may_check(call: Call, need: Need) -> bool:
    """Whether a check of the fault finder may be made now: its gates are met, and nothing found forbids it."""
    act = act_for(call, need)
    return act is None or not may(call.site, act.action)


def gates_before(call: Call, need: Need) -> list[str]:
    """The gate groups that stand open before such a check, where meeting them is all it takes. Winding has its own place."""
    act = act_for(call, need)
    if act is None or against(call.site, act.action):
        return []
    return [group.id for group, _ in open_gates(call.site, act.action)]


def not_lifted_for(call: Call) -> str:
    """Why nobody lifts this door now, whatever gates are met, in words; empty where nothing stands in the way."""
    act = act_for(call, "lift")
    return barred(call, [act]) if act else ""


def _states(gate: Gate, fact: Fact, action: Action | Gate) -> bool:
    """Whether a gate states a fact as an action needs it."""
    if fact not in gate.met:
        return False
    wanted = [values[fact] for values in (action.needs, *action.either) if fact in values]
    return any(gate.makes[fact][0] in values for values in wanted)


def _refusal(call: Call, action: Action | Gate, fact: Fact, field: str, value: object) -> HingeError:
    found = next((cause.text for cause in forbidding(call).values()), "A fault was found")
    said = action.words.get(fact) or fact_kinds()[fact].words
    kind = OutOfStepError if fact == Fact.LINE else ContradictionError
    return kind(said.format(found=found, holds_at=holds_at(call).words, alone=call.line.carrier.alone), field, value)
