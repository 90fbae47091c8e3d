"""What a technician reads at the door: what it does when let go, or the hand force at a height."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, get_args

Outcome = Literal["holds", "creeps_up", "creeps_down", "runs_up", "runs_down"]
Direction = Literal["raising", "lowering"]
OUTCOMES: tuple[Outcome, ...] = get_args(Outcome)


@dataclass(frozen=True)
class LetGo:
    """The door let go with its bottom edge at `height_in` [in], and what it did."""

    height_in: float
    outcome: Outcome


@dataclass(frozen=True)
class HandForce:
    """Hand force [lb] that moves the door slowly at `height_in` [in].

    Positive lifts (or holds the door back on its way down); negative pushes down.
    """

    height_in: float
    force_lb: float
    direction: Direction


Reading = LetGo | HandForce
