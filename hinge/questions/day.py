"""Who is where when, and who is free for a visit?"""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, Field, model_validator

from hinge.desk.day import MOST_VISITS, DayPlan, FreeWindow, Visit, WorkingDay, free_windows, plan_day
from hinge.document import Between, Document, Text, told
from hinge.errors import BadInputError
from hinge.questions.question import Question


class WantedVisit(Document):
    """A visit that is to be fitted in: where, and how long [min]."""

    address: Text = ""
    minutes: Annotated[int, Between(1, 24 * 60, "min")]


class TechnicianDay(Document):
    """A technician, and what is booked for them on the day."""

    name: Annotated[str, Field(max_length=150)]
    visits: Annotated[list[Visit], Field(max_length=MOST_VISITS)]


class DayQuestion(Document):
    """A shop's day, its technicians with their visits, and a visit that is to be fitted in, if any."""

    day: WorkingDay = WorkingDay()
    technicians: Annotated[list[TechnicianDay], Field(max_length=60)]
    wanted: WantedVisit | None = None

    @model_validator(mode="after")
    def _once(self) -> DayQuestion:
        keys = [one.key for technician in self.technicians for one in technician.visits]
        if twice := next((key for key in keys if keys.count(key) > 1), None):
            raise told(BadInputError("This visit is booked twice.", "technicians", twice, "each key once"))
        return self


class PlannedTechnician(BaseModel):
    """A technician's day in order, and when the wanted visit could begin."""

    name: str
    plan: DayPlan
    free: list[FreeWindow]


class DayAnswer(BaseModel):
    """The day of each technician, in the order they were given."""

    technicians: list[PlannedTechnician]


def day_of(question: DayQuestion) -> DayAnswer:
    """Each technician's day, and where in it the wanted visit fits."""
    return DayAnswer(technicians=[_planned(one, question) for one in question.technicians])


def _planned(technician: TechnicianDay, question: DayQuestion) -> PlannedTechnician:
    day, wanted, visits = question.day, question.wanted, technician.visits
    plan = plan_day(visits, day)
    free = free_windows(plan, visits, day, wanted.address, wanted.minutes) if wanted else []
    return PlannedTechnician(name=technician.name, plan=plan, free=free)


QUESTION = Question(DayQuestion, DayAnswer, day_of)
