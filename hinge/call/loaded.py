"""Work on loaded parts: what turns a cone, moves a hook or a plate, or opens what their pull goes through."""

from __future__ import annotations

from hinge.call import commands as c
from hinge.call.acts import acts_of
from hinge.call.facts import Call
from hinge.call.measurement import measurement
from hinge.site.actions import Verb

LOADED = frozenset(
    {
        Verb.WIND, Verb.TRIM, Verb.LET_DOWN, Verb.SLACK, Verb.SET, Verb.HUB, Verb.TAKE_OFF, Verb.PUT_ON, Verb.REWIND, Verb.LOADED,
        Verb.SCREWS,
    }
)  # fmt: skip


def is_on_loaded_parts(call: Call, command: c.Said) -> bool:
    """Whether what is said is work on loaded parts, as the call stands."""
    if isinstance(command, c.Picked | c.Again):
        return False
    body = measurement(command) if isinstance(command, c.Measured) else command
    return any(act.verb in LOADED for act in acts_of(call, body))
