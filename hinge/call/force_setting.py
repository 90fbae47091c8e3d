"""Whether how hard the opener pushes may be set: more force never cures a heavy or binding door, and this door's record is the evidence."""

from __future__ import annotations

from hinge.balance.advice import FRICTION_LIMIT_LB
from hinge.balance.fit import GAUGE_SD_LB
from hinge.balance.readings import Reading
from hinge.call.acts import holds_at
from hinge.call.answers import not_put_right
from hinge.call.facts import Call
from hinge.call.words import reading_words
from hinge.errors import ContradictionError, HingeError
from hinge.faults.knowledge import faults
from hinge.text.marks import say_length

# What is heavy shows when the door is let go; what binds shows in its free running, by hand.
HEAVY_PARTS = ("springs", "setting", "weight", "cables", "shaft")
BINDING_PARTS = ("track", "rollers", "sections", "edges")
# A gauge says so much beyond its own doubt.
SURE_LB = 2 * GAUGE_SD_LB


def force_refusal(call: Call, field: str, value: str) -> HingeError | None:
    """Why the force may not be set while this door's own record says that it is heavy or binds; None where it may."""
    against = _heavy(call) or _binds(call)
    if not against:
        return None
    said = f"{against}. More force never cures a heavy or binding door: put the door right first."
    return ContradictionError(said, field, value, f"a door that holds at {holds_at(call).words} and runs free")


def _heavy(call: Call) -> str:
    read = [one.reading for one in call.readings if one.current and not one.reading.tossed and holds_at(call).has(one.reading.height_in)]
    if not read:
        return _not_put_right(call, HEAVY_PARTS)
    # The last of its kind: let go, drawn up, let down.
    last = {one.direction: one for one in read}
    against = next((one for one in last.values() if _against(one)), None)
    return f"Read at {say_length(against.height_in)}: {reading_words(against)}" if against else ""


def _against(one: Reading) -> bool:
    """Whether a reading says that the door does not stand by itself, or hardly moves."""
    if one.force_lb is None:
        return one.outcome != "holds"
    with_it = one.force_lb if one.direction == "raising" else -one.force_lb
    return not -SURE_LB <= with_it <= FRICTION_LIMIT_LB


def _binds(call: Call) -> str:
    free = call.tried.get("free_running")
    return "" if free and free.standing == "passed" else _not_put_right(call, BINDING_PARTS)


def _not_put_right(call: Call, parts: tuple[str, ...]) -> str:
    known = faults().causes
    return next((known[name].text for name in not_put_right(call) if name in known and known[name].part in parts), "")
