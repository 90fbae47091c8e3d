"""What a call needs of the van: springs that are to go on a door, springs that went on it, and parts."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass

from hinge.call.facts import Call
from hinge.call.record import OnDoor, hand_of, springs_by_cone
from hinge.call.said import turned_round
from hinge.springs.vanstock import Hand, Wanted

HANDS: dict[str, Hand] = {"Left-hand": "left", "Right-hand": "right"}


@dataclass(frozen=True)
class Needs:
    """`planned` are the springs of a set that is not on yet, `fitted` those that went on, in order, and `parts` pieces by name."""

    planned: tuple[Wanted, ...]
    fitted: tuple[Wanted, ...]
    parts: Mapping[str, int]


def needs_of(call: Call) -> Needs:
    """What a call needs of the van as it stands. A call that has ended plans nothing."""
    plan = call.plan
    new = plan is not None and not plan.again and call.closed is None
    planned = springs_wanted(call, plan.on()) if plan and new else ()
    return Needs(planned, tuple(one for on in call.fitted for one in springs_wanted(call, on)), parts_of(call))


def springs_wanted(call: Call, on: OnDoor) -> tuple[Wanted, ...]:
    """The springs of a set one by one. On a single one, and on one inside another, no hand is asked for: it is that of what hung there."""
    wanted = []
    for cone, springs in springs_by_cone(on).items():
        for place, one in enumerate(springs):
            told: Hand = "" if place or cone == "single" else HANDS[hand_of(cone, turned_round(call.measured))]
            wanted.append(Wanted(one.wire_in, one.inside_diameter_in, one.length_in, told))
    return tuple(wanted)


def parts_of(call: Call) -> dict[str, int]:
    """Pieces of each part that went into the door, in the order they were named first."""
    used = Counter[str]()
    for body, _ in call.parts:
        used[body.part] += body.pieces
    return dict(used)
