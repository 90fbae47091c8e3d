"""What lift does a door want along its travel?"""

from __future__ import annotations

import numpy as np
from pydantic import BaseModel

from hinge.document import Document, Positions
from hinge.door.lift import required_lift
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.questions.question import Question


class LiftQuestion(Document):
    """What lift does this door need at these positions?"""

    door: Door
    track: Track
    positions_in: Positions


class LiftAnswer(BaseModel):
    """Required lift at each position asked for."""

    required_lift_lb: list[float]


def lift(asked: LiftQuestion) -> LiftAnswer:
    """Required lift [lb]."""
    return LiftAnswer(required_lift_lb=required_lift(asked.door, asked.track, np.asarray(asked.positions_in)).tolist())


QUESTION = Question(LiftQuestion, LiftAnswer, lift)
