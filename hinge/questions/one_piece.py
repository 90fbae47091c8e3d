"""The question about one-piece doors: torque about the pivots, and what balances it."""

from __future__ import annotations

from typing import Annotated, Literal

import numpy as np
from pydantic import BaseModel, Field

from hinge.door.onepiece import OnePiece, build_one_piece
from hinge.questions.documents import Document, Finite
from hinge.springs.pivots import PivotBalance, PivotExtension, PivotTorsion, PivotWeight

Positive = Annotated[Finite, Field(gt=0)]


class OnePieceIn(Document):
    """A rigid panel whose top edge rolls level while arms on the jambs swing its lower brackets up."""

    height_in: Finite
    weight_lb: Finite
    bracket_in: Finite
    pivot_in: Finite
    arm_in: Finite

    def build(self) -> OnePiece:
        return build_one_piece(self.height_in, self.weight_lb, self.bracket_in, self.pivot_in, self.arm_in)


class PivotWeightIn(Document):
    """Weights on arms opposite the door's."""

    kind: Literal["weight"]
    weight_lb: Positive
    arm_in: Positive

    def build(self) -> PivotBalance:
        return PivotWeight(self.weight_lb, self.arm_in)


class PivotTorsionIn(Document):
    """Torsion springs at the pivots."""

    kind: Literal["torsion"]
    rate_lbin_per_turn: Positive
    turns: Positive

    def build(self) -> PivotBalance:
        return PivotTorsion(self.rate_lbin_per_turn, self.turns)


class PivotExtensionIn(Document):
    """Extension springs from a lug on each arm to an anchor straight above its pivot."""

    kind: Literal["extension"]
    rate_lb_per_in: Positive
    initial_lb: Annotated[Finite, Field(ge=0)] = 0.0
    free_in: Annotated[Finite, Field(ge=0)]
    lug_in: Positive
    anchor_in: Positive

    def build(self) -> PivotBalance:
        return PivotExtension(self.rate_lb_per_in, self.initial_lb, self.free_in, self.lug_in, self.anchor_in)


class OnePieceQuestion(Document):
    """What torque does this one-piece door want about its pivots, and what does its balance leave?"""

    door: OnePieceIn
    balance: Annotated[PivotWeightIn | PivotTorsionIn | PivotExtensionIn, Field(discriminator="kind")] | None = None


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
    door = asked.door.build()
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
    given = asked.balance.build().torque(angles)
    left = required - given
    return answer.model_copy(
        update={
            "balanced_lbin": given.tolist(),
            "left_lbin": left.tolist(),
            "worst_heavy_lbin": float(left.max()),
            "worst_hot_lbin": float(left.min()),
        }
    )
