"""The door as the questions take it, with what carries it: for a call, a door's file, and a plan."""

from __future__ import annotations

from hinge.balance.hung import HungDoor
from hinge.call.record import OnDoor
from hinge.call.setup import Setup
from hinge.document import read
from hinge.errors import HingeError


def hung_door(setup: Setup, on: OnDoor) -> HungDoor | None:
    """The door with this on it as it is set up, or None while a part of it is not known. Raises HingeError where it cannot be."""
    if on.kind is None or (on.kind == "torsion" and on.quarter_turns is None) or (setup.drum is None and on.kind != "extension"):
        return None
    carrier: dict[str, object] = {"springs": on.springs or None, "quarter_turns": on.quarter_turns if on.springs else None}
    carrier |= {"extension": on.extension, "counterweight": on.counterweight}
    drum = None if on.kind == "extension" else setup.drum
    hung = read(HungDoor, {"door": setup.door, "track": setup.track, "drum": drum} | carrier)
    hung.at_work()
    return hung


def hung_or_none(setup: Setup | None, on: OnDoor) -> HungDoor | None:
    """The same, and None where it cannot be."""
    try:
        return hung_door(setup, on) if setup else None
    except HingeError:
        return None
