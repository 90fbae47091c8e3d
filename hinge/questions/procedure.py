"""The question about a procedure: its steps with this door's numbers, what it takes, and the gates before each step."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, Field, model_validator

from hinge.call.events import entry_of
from hinge.call.evolve import evolve, start
from hinge.call.options import plan_of
from hinge.document import told
from hinge.errors import HingeError
from hinge.faults.knowledge import require_known
from hinge.file.record import DoorRecord
from hinge.measure.fields import require_sound
from hinge.opener.kinds import opener_of
from hinge.procedures.instructions import ProcedureInstructions, tell, way_of
from hinge.procedures.knowledge import procedures, schools
from hinge.questions.question import Question
from hinge.questions.shop import FromShop
from hinge.site.gates import gate_groups
from hinge.stock.lists import NO_LISTS, Lists
from hinge.view.steps import numbers_of

Id = Annotated[str, Field(min_length=1, max_length=60)]


class ProcedureQuestion(FromShop):
    """A procedure by name; the door's record, the option that goes on, and the ways a shop works by, by school."""

    name: Id
    record: DoorRecord = DoorRecord()
    option: Annotated[str, Field(max_length=120)] = ""
    ways: Annotated[dict[Id, Id], Field(max_length=20)] = {}

    @model_validator(mode="after")
    def _known(self) -> ProcedureQuestion:
        try:
            require_known("name", [self.name], procedures())
            require_known("ways", self.ways, schools())
            for school, way in self.ways.items():
                require_known(f"ways.{school}", [way], schools()[school].ways)
            for name, value in self.record.measured.items():
                require_sound(name, value, f"record.measured.{name}")
        except HingeError as wrong:
            raise told(wrong) from wrong
        return self


class GateTold(BaseModel):
    """One thing that must be true, and why."""

    title: str
    why: str


class GroupTold(BaseModel):
    """Gates that are met together."""

    id: str
    title: str
    gates: list[GateTold]


class SchoolTold(BaseModel):
    """Where good technicians differ, and which way this is told."""

    id: str
    title: str
    way: str


class ProcedureAnswer(ProcedureInstructions):
    """The procedure for this door, the gates its steps name, and the schools it follows."""

    groups: list[GroupTold]
    schools: list[SchoolTold]


def procedure(question: ProcedureQuestion, of_shop: Lists = NO_LISTS) -> ProcedureAnswer:
    """Tell it. Raises a HingeError where the option cannot go on this door."""
    call = start(question.record)
    if question.option:
        picked = plan_of(question.option, call.measured, question.lists(of_shop))
        call = evolve(call, entry_of("picked", "", "", picked))
    answer = tell(question.name, numbers_of(call, question.ways), question.ways, opener_of(call.measured))
    named = {group for step in answer.steps for group in step.gates}
    return ProcedureAnswer(
        **answer.model_dump(),
        groups=[
            GroupTold(id=one.id, title=one.title, gates=[GateTold(title=gate.title, why=gate.why) for gate in one.gates])
            for one in gate_groups()
            if one.id in named
        ],
        schools=[SchoolTold(id=name, title=one.title, way=one.ways[way_of(name, question.ways)]) for name, one in schools().items()],
    )


QUESTION = Question(ProcedureQuestion, ProcedureAnswer, procedure)
