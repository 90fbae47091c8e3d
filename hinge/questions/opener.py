"""Questions on the opener: limit screws, packing, and whether one on the shaft fits."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field, model_validator

from hinge.document import Between, Document, told
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.errors import BadInputError, ContradictionError
from hinge.faults.knowledge import faults
from hinge.opener.jamb import OnTheJamb, on_the_jamb
from hinge.opener.limits import LimitEnd, LimitTurn, inches_per_turn, limit_turn
from hinge.opener.packing import Packing, packing
from hinge.opener.replacing import Replacing, repair_or_replace
from hinge.opener.survey import Survey, survey

Size = Annotated[float, Between(0, 1000, "in")]


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


class PackingQuestion(Document):
    """How far the cable is from the bare surface the slack-cable monitor goes on [in]; the door, for where roller and lock go."""

    measured_in: Annotated[float, Between(0, 24, "in")]
    door: Door | None = None
    track: Track | None = None
    drum_diameter_in: Annotated[float, Between(1, 30, "in")] = 4.0


class PackingAnswer(Packing):
    """The packing, and where roller and lock go on the jamb, where the door and its track are given."""

    jamb: OnTheJamb | None


class SurveyQuestion(Document):
    """What was measured for an opener on the shaft, by name; what is left out is to be measured."""

    counterbalance: Literal["torsion", "extension", "counterweight"] | None = None
    sectional: bool | None = None
    height_in: Size | None = None
    width_in: Size | None = None
    shaft_diameter_in: Size | None = None
    shaft_sound: bool | None = None
    shaft_past_plate_in: Size | None = None
    shaft_to_ceiling_in: Size | None = None
    shaft_to_wall_in: Size | None = None
    shaft_end_to_side_in: Size | None = None
    drum_diameter_in: Size | None = None
    cable_over_top: bool | None = None
    wound_as_usual: bool | None = None
    bottom_gap_in: Size | None = None
    outlet_in: Size | None = None
    balanced: bool | None = None
    free: bool | None = None
    shaft_wander_in: Size | None = None


class ReplaceQuestion(Document):
    """What is known of a unit and of its repair; the prices in any one currency. `year` is this year."""

    year: Annotated[int, Between(1950, 2200)]
    made_in: Annotated[int, Between(1950, 2200)] | None = None
    has_eyes: bool | None = None
    fault: Annotated[str, Field(max_length=40)] = ""
    repair_price: Annotated[float, Between(0, 1_000_000)] | None = None
    new_price: Annotated[float, Between(1, 1_000_000)] | None = None

    @model_validator(mode="after")
    def _can_be(self) -> ReplaceQuestion:
        if self.made_in is not None and self.made_in > self.year:
            raise told(ContradictionError("It cannot be made after this year.", "made_in", self.made_in, f"up to {self.year}"))
        if self.fault and self.fault not in faults().causes:
            raise told(BadInputError("There is no such cause.", "fault", self.fault, ", ".join(faults().causes)))
        return self


def limits(asked: LimitsQuestion) -> LimitsAnswer:
    """Turns of each limit screw, with this unit's inches per turn as far as its corrections tell."""
    if asked.up is None and asked.down is None:
        raise BadInputError("Say where it stops at one end at least.", "up", None, "up, down, or both")
    history = [one for end in (asked.up, asked.down) if end for one in end.history]
    per_turn = inches_per_turn(history, asked.inches_per_turn)
    return LimitsAnswer(
        up=limit_turn("up", asked.up.off_in, per_turn) if asked.up else None,
        down=limit_turn("down", asked.down.off_in, per_turn) if asked.down else None,
        after="The limits come before the force, and the force before the proofs: then prove the reversal and the eyes again.",
    )


def pack(asked: PackingQuestion) -> PackingAnswer:
    """The packing behind a slack-cable monitor, and where its roller and the lock go."""
    jamb = on_the_jamb(asked.door, asked.track, asked.drum_diameter_in) if asked.door and asked.track else None
    return PackingAnswer(**packing(asked.measured_in).model_dump(), jamb=jamb)


def worth_repairing(asked: ReplaceQuestion) -> Replacing:
    """Whether it is worth its repair."""
    return repair_or_replace(asked.year, asked.made_in, asked.has_eyes, asked.fault, asked.repair_price, asked.new_price)


def survey_shaft(asked: SurveyQuestion) -> Survey:
    """Whether an opener on the shaft fits, rule by rule."""
    return survey(asked.model_dump(exclude_none=True))
