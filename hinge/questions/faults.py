"""Questions about faults: what is likely wrong and what to look at next; what the desk can say at once; what is known."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field, model_validator

from hinge.document import Between, Document, told
from hinge.errors import HingeError
from hinge.faults.find import CANT_TELL, Finding, find
from hinge.faults.knowledge import Faults, faults, require_known
from hinge.faults.triage import Triage, triage

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
