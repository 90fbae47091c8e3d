"""The question about a whole call: what may happen, in order, at a door of which so much is on file."""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import BaseModel, Field, model_validator

from hinge.call.commands import Command
from hinge.call.decide import MOST_ENTRIES
from hinge.call.events import KeptEvent
from hinge.call.log import CallLog
from hinge.document import told
from hinge.errors import HingeError
from hinge.file.record import DoorRecord
from hinge.measure.fields import require_sound
from hinge.questions.question import Question
from hinge.questions.shop import FromShop
from hinge.stock.lists import NO_LISTS, Lists
from hinge.view.build import build_call_view
from hinge.view.state import CallState


class CallQuestion(FromShop):
    """What becomes of a call: the door's record, and what is said, in order."""

    record: DoorRecord = DoorRecord()
    commands: Annotated[list[Command], Field(max_length=MOST_ENTRIES)]

    @model_validator(mode="after")
    def _in_range(self) -> CallQuestion:
        for name, value in self.record.measured.items():
            try:
                require_sound(name, value, f"record.measured.{name}")
            except HingeError as wrong:
                raise told(wrong) from wrong
        return self


class Refused(BaseModel):
    """A command that was not taken, by its place in the list, and why, in the one error shape."""

    command: int
    error: dict[str, Any]


class CallAnswer(BaseModel):
    """What happened, the state it adds up to, and what was refused."""

    events: list[KeptEvent]
    state: CallState
    refused: list[Refused]


def call(asked: CallQuestion, of_shop: Lists = NO_LISTS) -> CallAnswer:
    """Every command decided in order; one that is refused changes nothing, and the next is decided all the same."""
    lists, log = asked.lists(of_shop), CallLog.at(asked.record)
    refused = []
    for place, command in enumerate(asked.commands):
        try:
            log.say(command, f"command-{place:05d}", "", "", lists)
        except HingeError as wrong:
            refused.append(Refused(command=place, error=wrong.as_document()))
    return CallAnswer(events=[entry.body for entry in log.entries], state=build_call_view(log.call), refused=refused)


QUESTION = Question(CallQuestion, CallAnswer, call)
