"""How is a cable monitor packed?"""

from __future__ import annotations

from typing import Annotated

from hinge.document import Between, Document
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.opener.jamb import OnTheJamb, on_the_jamb
from hinge.opener.packing import Packing, packing
from hinge.questions.question import Question


class PackingQuestion(Document):
    """How far the cable is from the bare surface the slack-cable monitor goes on [in]; the door, for where roller and lock go."""

    measured_in: Annotated[float, Between(0, 24, "in")]
    door: Door | None = None
    track: Track | None = None
    drum_diameter_in: Annotated[float, Between(1, 30, "in")] = 4.0


class PackingAnswer(Packing):
    """The packing, and where roller and lock go on the jamb, where the door and its track are given."""

    jamb: OnTheJamb | None


def pack(asked: PackingQuestion) -> PackingAnswer:
    """The packing behind a slack-cable monitor, and where its roller and the lock go."""
    jamb = on_the_jamb(asked.door, asked.track, asked.drum_diameter_in) if asked.door and asked.track else None
    return PackingAnswer(**packing(asked.measured_in).model_dump(), jamb=jamb)


QUESTION = Question(PackingQuestion, PackingAnswer, pack)
