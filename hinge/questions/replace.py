"""Is an opener worth repairing?"""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, model_validator

from hinge.document import Between, Document, told
from hinge.errors import BadInputError, ContradictionError
from hinge.faults.knowledge import faults
from hinge.opener.replacing import Replacing, repair_or_replace
from hinge.questions.question import Question


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


def worth_repairing(asked: ReplaceQuestion) -> Replacing:
    """Whether it is worth its repair."""
    return repair_or_replace(asked.year, asked.made_in, asked.has_eyes, asked.fault, asked.repair_price, asked.new_price)


QUESTION = Question(ReplaceQuestion, Replacing, worth_repairing)
