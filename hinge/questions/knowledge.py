"""What does the fault finder know?"""

from __future__ import annotations

from pydantic import BaseModel

from hinge.document import Document
from hinge.faults.knowledge import Faults, faults
from hinge.questions.question import Question


class KnowledgeQuestion(Document):
    """Nothing is asked beyond what is known."""


class NamedText(BaseModel):
    """Something by its id and words."""

    id: str
    text: str


class CheckOut(NamedText):
    """A check with its outcomes."""

    minutes: float
    hazard: str
    needs: str
    outcomes: list[NamedText]


class CauseOut(NamedText):
    """A cause with its cure, what confirms it, and what its numbers are worth."""

    part: str
    cure: str
    confirmed_by: tuple[str, str]
    prove: list[str]
    source: str


class KnowledgeAnswer(BaseModel):
    """Everything the fault finder knows of."""

    complaints: list[NamedText]
    facts: list[NamedText]
    checks: list[CheckOut]
    causes: list[CauseOut]


def knowledge(question: KnowledgeQuestion) -> KnowledgeAnswer:
    """Complaints, facts, checks with their outcomes, causes with what cures and what confirms them."""
    known: Faults = faults()
    return KnowledgeAnswer(
        complaints=[NamedText(id=name, text=one.text) for name, one in known.complaints.items()],
        facts=[NamedText(id=name, text=one.text) for name, one in known.facts.items()],
        checks=[
            CheckOut(
                id=name,
                text=one.ask,
                minutes=one.minutes,
                hazard=one.hazard,
                needs=one.needs,
                outcomes=[NamedText(id=outcome, text=text) for outcome, text in one.outcomes.items()],
            )
            for name, one in known.checks.items()
        ],
        causes=[
            CauseOut(
                id=name, text=one.text, part=one.part, cure=one.cure, confirmed_by=one.confirmed_by, prove=one.prove, source=one.source
            )
            for name, one in known.causes.items()
        ],
    )


QUESTION = Question(KnowledgeQuestion, KnowledgeAnswer, knowledge)
