"""What a technician reads at the door: what it does when let go, or the hand force at a height."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, get_args

import numpy as np

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

# Floor, 1 ft, 2 ft, then closely where the door must hold, then chest height; common practice.
USUAL_HEIGHTS_IN = (0.0, 12.0, 24.0, 42.0, 54.0, 66.0)
FURTHER_IN, CLEAR_OF_OPEN_IN = 24.0, 6.0


def reading_heights(height_in: float) -> list[float]:
    """Heights to read the balance at on a door of this height [in]: the usual ones, every two feet above them, and open."""
    usual = [at for at in USUAL_HEIGHTS_IN if at < height_in - CLEAR_OF_OPEN_IN]
    further = np.arange(USUAL_HEIGHTS_IN[-1] + FURTHER_IN, height_in - CLEAR_OF_OPEN_IN, FURTHER_IN)
    return [*usual, *further.tolist(), height_in]
