"""The question about one-piece doors: torque about the pivots, and what balances it."""

from __future__ import annotations

from typing import Annotated

import numpy as np
from pydantic import BaseModel, Field

from hinge.document import Document
from hinge.door.onepiece import OnePiece
from hinge.springs.pivots import PivotExtension, PivotTorsion, PivotWeight


class OnePieceQuestion(Document):
    """What torque does this one-piece door want about its pivots, and what does its balance leave?"""

    door: OnePiece
    balance: Annotated[PivotWeight | PivotTorsion | PivotExtension, Field(discriminator="kind")] | None = None


class OnePieceAnswer(BaseModel):
    """Torques about the pivots over the arm's turn from straight down; + left over = heavy."""

    model: str
    angles_deg: list[float]
    required_lbin: list[float]
    balanced_lbin: list[float] | None = None
    left_lbin: list[float] | None = None
    worst_heavy_lbin: float | None = None
    worst_hot_lbin: float | None = None
    weight_moment_lbin: float


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
