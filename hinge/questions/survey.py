"""Does an opener on the shaft fit?"""

from __future__ import annotations

from typing import Annotated, Literal

from hinge.document import Between, Document
from hinge.opener.survey import Survey, UnitKind, survey
from hinge.questions.question import Question

Size = Annotated[float, Between(0, 1000, "in")]


class SurveyQuestion(Document):
    """What was measured for an opener on the shaft, by name, and what kind of unit; what is left out is to be measured."""

    unit: UnitKind = "home"
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


def survey_shaft(asked: SurveyQuestion) -> Survey:
    """Whether an opener on the shaft fits, rule by rule."""
    return survey(asked.model_dump(exclude_none=True, exclude={"unit"}), asked.unit)


QUESTION = Question(SurveyQuestion, Survey, survey_shaft)
