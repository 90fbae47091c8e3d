"""What is wrong, and what to look at next?"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from hinge.document import Between, Document, told
from hinge.errors import HingeError
from hinge.faults.find import Finding, find
from hinge.faults.knowledge import faults, require_known
from hinge.faults.reason import CANT_TELL
from hinge.questions.question import Question

Id = Annotated[str, Field(min_length=1, max_length=60)]


class AnswerIn(Document):
    """A check and what it showed; `cant_tell` where nothing could be seen."""

    check: Id
    outcome: Id


class FindQuestion(Document):
    """A complaint, what is known (by id, true or false), and the answers so far; `cured` what was put right since.

    `counted`: a shop's own closed calls with this complaint, by cause.
    """

    complaint: Id
    facts: Annotated[dict[str, bool], Field(max_length=40)] = {}
    answers: Annotated[list[AnswerIn], Field(max_length=120)] = []
    cured: Annotated[list[Id], Field(max_length=12)] = []
    open: Annotated[list[Literal["hand", "lift", "run", "wind"]], Field(max_length=4)] = ["hand", "lift", "run", "wind"]
    counted: Annotated[dict[str, Annotated[float, Between(0, 100_000, "calls")]], Field(max_length=200)] = {}

    @model_validator(mode="after")
    def _known(self) -> FindQuestion:
        known = faults()
        try:
            require_known("complaint", [self.complaint], known.complaints)
            require_known("facts", self.facts, known.facts)
            require_known("cured", self.cured, known.causes)
            require_known("counted", self.counted, known.causes)
            for place, one in enumerate(self.answers):
                require_known(f"answers.{place}.check", [one.check], known.checks)
                require_known(f"answers.{place}.outcome", [one.outcome], [*known.checks[one.check].outcomes, CANT_TELL])
        except HingeError as wrong:
            raise told(wrong) from wrong
        return self


def find_fault(question: FindQuestion) -> Finding:
    """The likely causes, the next checks, and what follows from the answers."""
    facts = [name for name, holds in question.facts.items() if holds]
    return find(
        question.complaint, facts, [(one.check, one.outcome) for one in question.answers], question.cured, question.open, question.counted
    )


QUESTION = Question(FindQuestion, Finding, find_fault)
