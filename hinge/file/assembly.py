"""The door as the questions take it, with what carries it: for a call, a door's file, and a plan."""

from __future__ import annotations

from hinge.balance.assembly import AssemblyDocument
from hinge.carriers.carrier import Carrier
from hinge.document import read
from hinge.errors import HingeError
from hinge.file.setup import Setup


def assembly_of(setup: Setup, on: Carrier | None) -> AssemblyDocument | None:
    """The door with this on it as it is set up, or None while a part of it is not known. Raises HingeError where it cannot be."""
    parts = on.hung_parts() if on else None
    if on is None or parts is None or (on.needs_drums and setup.drum is None):
        return None
    drum = setup.drum if on.needs_drums else None
    hung = read(AssemblyDocument, {"door": setup.door, "track": setup.track, "drum": drum} | parts)
    hung.at_work()
    return hung


def assembly_or_none(setup: Setup | None, on: Carrier | None) -> AssemblyDocument | None:
    """The same, and None where it cannot be."""
    try:
        return assembly_of(setup, on) if setup else None
    except HingeError:
        return None
