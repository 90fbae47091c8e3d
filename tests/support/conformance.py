"""Whether a call is where the model of the garage says: asked after every entry, of facts worked out here from the entry and the line."""

from __future__ import annotations

from functools import cache

import numpy as np

from hinge.call.acts import acts_of, done
from hinge.call.answers import forbidding
from hinge.call.facts import Call
from hinge.procedures.rules import proofs
from hinge.site.actions import Action
from hinge.site.dangers import dangers
from hinge.site.facts import Fact
from hinge.site.proof import VIEWS
from hinge.site.search import Reached, moves, search


def require_conforms(before: Call, body: object, now: Call) -> None:
    """Every act was safe by the dangers as they are spelled out, and the facts are those of the call."""
    site = before.site
    for act in acts_of(before, body):
        then = done(site, act)
        name = act.action.id if isinstance(act.action, Action) else f"say_{act.action.id}"
        if isinstance(act.action, Action) and not act.only_needed:
            assert all(act.became[fact] in values for fact, values in act.action.makes.items() if fact in act.became), (name, act.became)
            assert {fact for fact, values in act.action.makes.items() if len(values) > 1} <= act.became.keys(), (name, "nobody knows")
        if not act.taken_back and not act.only_needed:
            for danger in dangers().values():
                reached = name in danger.doing and all(site[fact] in values for fact, values in danger.when.items())
                assert not (reached and all(then[fact] in values for fact, values in danger.after.items())), (danger.says, name, dict(site))
        site = then
    require_is_there(now)


def require_is_there(call: Call) -> None:
    """The facts of the garage are those of the call, and such a garage can be reached."""
    site = call.site
    assert site[Fact.LINE] in lines_of(call), (site[Fact.LINE], call.line)
    forbids = forbidding(call).values()
    worst = "no_lift" if any(one.never_lift for one in forbids) else "no_run" if forbids else "nothing"
    assert site[Fact.FOUND] == worst
    read = [one.reading for one in call.readings if one.current and one.reading.outcome and not one.reading.tossed]
    low, high = (48, 60) if call.line.kind == "counterweight" else (36, 48)
    counts = [one.outcome for one in read if low <= one.height_in <= high]
    if site[Fact.BALANCE] != "unread":
        assert counts, (site[Fact.BALANCE], call.line.kind, call.readings)
        assert (site[Fact.BALANCE] == "holds") == (counts[-1] == "holds"), "the last reading that counts says whether it holds"
    if site[Fact.PROVED] == "yes":
        assert all(call.tried[one.id].standing == "passed" for one in proofs() if one.required)
    if site[Fact.LEFT] == "yes":
        assert call.disconnections
    if not call.line.touched:
        assert site[Fact.CARRIER] == call.carrier_seen
    assert can_be(call), dict(site)


def lines_of(call: Call) -> set[str]:
    """What the line may be called, by where its parts stand."""
    line = call.line
    if line.on is None:
        return {"off"}
    if not line.touched:
        return {"as_found"}
    there = {part: target for part, target in line.targets.items() if target is not None and part in line.counts}
    at_target = all(line.counts[part] == target for part, target in there.items())
    if line.kind != "torsion":
        return {"set"} if at_target else {"set", "trimming"}
    counts = list(line.counts.values())
    if not any(count != 0 for count in counts):
        return {"fresh"} if any(line.targets.values()) else {"down"}
    if None in counts or 0 in counts:
        return {"partly"}
    return {"set", "partly"} if at_target else {"trimming", "partly", "set"}


def can_be(call: Call) -> bool:
    """Whether the proof's searches reach such a garage."""
    return all(_has(look, look.space.number(call.site)) for look in reached())


@cache
def reached() -> tuple[Reached, ...]:
    """What the proof's searches reach."""
    return tuple(search(seen, moves(), {}) for seen in VIEWS.values())


def _has(look: Reached, number: int) -> bool:
    place = int(np.searchsorted(look.states, number))
    return place < look.states.size and int(look.states[place]) == number
