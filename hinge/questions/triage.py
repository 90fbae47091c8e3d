"""What does a customer say, and what to bring?"""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, model_validator

from hinge.document import Document, told
from hinge.errors import HingeError
from hinge.faults.knowledge import faults, require_known
from hinge.faults.triage import Triage, triage
from hinge.questions.find import Id
from hinge.questions.question import Question


class TriageQuestion(Document):
    """What the customer says on the phone, and what the door's file knows of its size."""

    complaint: Id
    weight_lb: Annotated[float, Field(gt=0, le=2000)] | None = None
    width_in: Annotated[float, Field(gt=0, le=600)] | None = None
    stuck_open: bool = False

    @model_validator(mode="after")
    def _known(self) -> TriageQuestion:
        try:
            require_known("complaint", [self.complaint], faults().complaints)
        except HingeError as wrong:
            raise told(wrong) from wrong
        return self


def triage_call(question: TriageQuestion) -> Triage:
    """May they use it, what to load, how long, and how many people."""
    return triage(question.complaint, question.weight_lb, question.width_in, question.stuck_open)


QUESTION = Question(TriageQuestion, Triage, triage_call)
