"""Picking by the short name of an option: its turns and setting are worked out for the door as it is measured now."""

from __future__ import annotations

import re

from hinge.call import commands as c
from hinge.call.record import MOST_QUARTERS, OnDoor
from hinge.call.setup import Setup, hub_of, plates_of_stack, stretch_of
from hinge.call.sheet import understood
from hinge.document import read
from hinge.errors import BadInput, Contradiction, HingeError
from hinge.measure.fields import Measured
from hinge.sizing.sets import fix, judge
from hinge.springs.lists import NO_LISTS, Lists
from hinge.springs.words import set_of

PAIR, STACK = re.compile(r"pair-(\d+(?:\.\d+)?)(?:@(\d+(?:\.\d+)?))?"), re.compile(r"stack-(\d{1,3})-(\d{1,3})")
PATH = "option"


def plan_of(option: str, measured: Measured, lists: Lists = NO_LISTS) -> c.Chosen:
    """The plan behind a short name, on a door as measured. Raises a HingeError where there is none, or it does not go on."""
    setup, wrong = understood(measured)
    if setup is None:
        raise Contradiction(wrong or NOT_MEASURED, PATH, option)
    try:
        if match := PAIR.fullmatch(option):
            pair = {"class_lb": float(match[1]), "open_stretch_in": float(match[2] or stretch_of(measured))}
            return read(c.Chosen, {"kind": "chosen", "extension": pair})
        if match := STACK.fullmatch(option):
            plates = plates_of_stack(measured, int(match[1]), int(match[2]))
            return read(c.Chosen, {"kind": "chosen", "counterweight": {"plates": plates, "hub": hub_of(measured)}})
        return _set(option, setup, lists)
    except HingeError as wrong_option:
        raise type(wrong_option)(wrong_option.message, PATH, option, wrong_option.allowed, wrong_option.unit) from wrong_option


NOT_MEASURED = "The door is not measured yet, so no set can be picked for it."


def turns_for(on: OnDoor, setup: Setup) -> int | None:
    """Quarter-turns that suit torsion springs on the door as it is measured now; None where that cannot be told."""
    if not on.springs or setup.drum is None:
        return None
    try:
        fixed = fix(setup.door, setup.track, setup.drum.on(setup.track))
        return judge(tuple(on.springs), fixed, duplex=on.duplex).own_quarter_turns
    except HingeError:
        return None


def _set(option: str, setup: Setup, lists: Lists) -> c.Chosen:
    springs, duplex = set_of(option)
    if lists.rates is not None:
        springs = [lists.rates.applied(spring) for spring in springs]
    quarters = turns_for(OnDoor(springs=springs, duplex=duplex), setup)
    if quarters is None or not 1 <= quarters <= MOST_QUARTERS:
        raise BadInput("This set does not go on this door.", PATH, option)
    return read(c.Chosen, {"kind": "chosen", "springs": springs, "duplex": duplex, "quarter_turns": quarters})
