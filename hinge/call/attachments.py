"""What may be kept with a call beside the work: parts that were used, and photos."""

from __future__ import annotations

from hinge.call import commands as c
from hinge.call.facts import Call
from hinge.errors import ContradictionError, OutOfStepError

MOST_PARTS = 60
MOST_PHOTOS = 40


def require_place_for_part(call: Call, command: c.PartUsed) -> None:
    """Refuse more parts than a call takes. Raises OutOfStepError."""
    if len(call.parts) >= MOST_PARTS:
        raise OutOfStepError("There are as many parts as a call takes.", "part", command.part, f"up to {MOST_PARTS}")


def require_may_photograph(call: Call, command: c.Photographed) -> None:
    """Refuse more photos than a call takes, and one of what does not stand. Raises OutOfStepError or ContradictionError."""
    if len(call.photos) >= MOST_PHOTOS:
        raise OutOfStepError("There are as many photos as a call takes.", "photo", command.photo, f"up to {MOST_PHOTOS}")
    if command.of and command.of not in call.standing_claims():
        raise ContradictionError("There is no such claim standing on this call.", "of", command.of, "an entry of this call")
