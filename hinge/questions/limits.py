"""Which way and how far is a limit screw turned?"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel

from hinge.document import Between, Document
from hinge.errors import BadInputError
from hinge.opener.limits import LimitEnd, LimitTurn, inches_per_turn, limit_turn, screw_fault
from hinge.questions.question import Question


class LimitsQuestion(Document):
    """Where the trolley stops at either end, and what the screws did so far; `inches_per_turn` where the manual gives it [in/turn]."""

    kind: Literal["screw"]
    up: LimitEnd | None = None
    down: LimitEnd | None = None
    inches_per_turn: Annotated[float, Between(0.5, 8, "in/turn")] | None = None


class LimitsAnswer(BaseModel):
    """What to turn at each end that was asked about, and what is done after it."""

    up: LimitTurn | None
    down: LimitTurn | None
    after: str


def limits(asked: LimitsQuestion) -> LimitsAnswer:
    """Turns of each limit screw, with this unit's inches per turn as far as its corrections tell."""
    if asked.up is None and asked.down is None:
        raise BadInputError("Say where it stops at one end at least.", "up", None, "up, down, or both")
    history = [one for end in (asked.up, asked.down) if end for one in end.history]
    per_turn = inches_per_turn(history, asked.inches_per_turn)
    return LimitsAnswer(
        up=limit_turn("up", asked.up.off_in, per_turn, screw_fault(asked.up.history)) if asked.up else None,
        down=limit_turn("down", asked.down.off_in, per_turn, screw_fault(asked.down.history)) if asked.down else None,
        after="The limits come before the force, and the force before the proofs: then prove the reversal and the eyes again.",
    )


QUESTION = Question(LimitsQuestion, LimitsAnswer, limits)
