"""How does a door with what carries it balance?"""

from __future__ import annotations

import numpy as np
from pydantic import BaseModel

from hinge.balance.assembly import AssemblyDocument
from hinge.document import Positions
from hinge.questions.question import Question
from hinge.sizing.evaluate import net_hand_force


class BalanceQuestion(AssemblyDocument):
    """What hand force does this door want at these positions?"""

    positions_in: Positions


class BalanceAnswer(BaseModel):
    """Net hand force at each position asked for; positive = heavy, negative = hot."""

    net_hand_force_lb: list[float]


def balance(asked: BalanceQuestion) -> BalanceAnswer:
    """Net hand force [lb]."""
    hung = asked.at_work()
    return BalanceAnswer(net_hand_force_lb=net_hand_force(hung.door, hung.track, hung.carrier, np.asarray(asked.positions_in)).tolist())


QUESTION = Question(BalanceQuestion, BalanceAnswer, balance)
