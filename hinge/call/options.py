"""Picking by the short name of an option: its turns and setting are worked out for the door as it is measured now."""

from __future__ import annotations

from hinge.call import commands as c
from hinge.carriers.carrier import Carrier
from hinge.carriers.kinds import KINDS
from hinge.document import read
from hinge.errors import BadInputError, ContradictionError, HingeError
from hinge.file.setup import Setup
from hinge.file.sheet import understood
from hinge.measure.fields import Measured
from hinge.stock.lists import NO_LISTS, Lists

PATH = "option"
NOT_MEASURED = "The door is not measured yet, so no set can be picked for it."


def plan_of(option: str, measured: Measured, lists: Lists = NO_LISTS) -> c.Chosen:
    """The plan behind a short name, on a door as measured. Raises a HingeError where there is none, or it does not go on."""
    setup, wrong = understood(measured)
    if setup is None:
        raise ContradictionError(wrong or NOT_MEASURED, PATH, option)
    try:
        plans = (kind.of_option(option, measured, lists) for kind in KINDS.values())
        plan = next((one for one in plans if one is not None), None)
        if plan is None:
            raise BadInputError("There is no set of that name.", PATH, option[:80], "a name from the list of options")
        quarters = turns_for(plan, setup)
        if plan.winds and (quarters is None or not 1 <= quarters <= (plan.most or 0)):
            raise BadInputError("This set does not go on this door.", PATH, option)
        return read(c.Chosen, {"kind": "chosen", "plan": plan, "quarter_turns": quarters})
    except HingeError as wrong_option:
        raise type(wrong_option)(wrong_option.message, PATH, option, wrong_option.allowed, wrong_option.unit) from wrong_option


def turns_for(on: Carrier, setup: Setup) -> int | None:
    """Quarter-turns that suit what is wound on the door as it is measured now; None where that cannot be told, or nothing is."""
    if setup.drum is None:
        return None
    try:
        return on.turns_for(setup.door, setup.track, setup.drum)
    except HingeError:
        return None
