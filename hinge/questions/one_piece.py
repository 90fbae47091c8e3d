"""The question about one-piece doors: torque about the pivots, and what balances it."""

from __future__ import annotations

from typing import Annotated

import numpy as np
from pydantic import BaseModel, Field

from hinge.document import Document
from hinge.door.lifting_arms import OnePiece
from hinge.questions.question import Question
from hinge.springs.pivots import PivotExtension, PivotTorsion, PivotWeight


class OnePieceQuestion(Document):
    """What torque does this one-piece door want about its pivots, and what does its balance leave?"""

    door: OnePiece
    balance: Annotated[PivotWeight | PivotTorsion | PivotExtension, Field(discriminator="kind")] | None = None


class Spot(BaseModel):
    """A place seen from the side: x into the garage from the closed panel, z above the floor [in]."""

    x_in: float
    z_in: float


class Standing(BaseModel):
    """Where everything is with the arm at one turn; `weight` is the end of a balancing weight's arm."""

    pivot: Spot
    bracket: Spot
    bottom: Spot
    top: Spot
    weight: Spot | None


class OnePieceAnswer(BaseModel):
    """Torques about the pivots over the arm's turn from straight down; + left over = heavy. `stands` is closed, half-way, open."""

    model: str
    angles_deg: list[float]
    required_lbin: list[float]
    balanced_lbin: list[float] | None = None
    left_lbin: list[float] | None = None
    worst_heavy_lbin: float | None = None
    worst_hot_lbin: float | None = None
    weight_moment_lbin: float
    stands: list[Standing]


def one_piece(asked: OnePieceQuestion) -> OnePieceAnswer:
    """Torque about the pivots; `weight_moment_lbin` is the weight times arm that balances it all the way."""
    door = asked.door
    angles = door.angles()
    required = door.torque(angles)
    answer = OnePieceAnswer(
        model="Rigid panel, top edge rolling level, lower brackets on arms: torque is the slope of its energy. Other gear is not covered.",
        angles_deg=np.degrees(angles).tolist(),
        required_lbin=required.tolist(),
        weight_moment_lbin=door.peak_torque_lbin,
        stands=_stands(asked),
    )
    if asked.balance is None:
        return answer
    given = asked.balance.torque(angles)
    left = required - given
    return answer.model_copy(
        update={
            "balanced_lbin": given.tolist(),
            "left_lbin": left.tolist(),
            "worst_heavy_lbin": float(left.max()),
            "worst_hot_lbin": float(left.min()),
        }
    )


def _stands(asked: OnePieceQuestion) -> list[Standing]:
    """Closed, half-way and open."""
    door, arm_in = asked.door, asked.balance.arm_in if isinstance(asked.balance, PivotWeight) else None
    found = []
    for pivot, bracket, bottom, top in door.places(door.angles(3)):
        # The weight's arm points away from the lifting arm.
        weight = pivot + (pivot - bracket) / door.arm_in * arm_in if arm_in is not None else None
        spots = [Spot(x_in=round(float(x), 3) + 0.0, z_in=round(float(z), 3)) for x, z in (pivot, bracket, bottom, top)]
        end = Spot(x_in=round(float(weight[0]), 3), z_in=round(float(weight[1]), 3)) if weight is not None else None
        found.append(Standing(pivot=spots[0], bracket=spots[1], bottom=spots[2], top=spots[3], weight=end))
    return found


QUESTION = Question(OnePieceQuestion, OnePieceAnswer, one_piece)
