"""Which cables does this door take?"""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel

from hinge.document import Between, Document
from hinge.door.sections import Door
from hinge.door.track import Track, path_of, shaft_place
from hinge.questions.question import Question
from hinge.springs.cable import cable_for
from hinge.springs.drums import Drum
from hinge.text.marks import say_length


class CableQuestion(Document):
    """How long must the lifting cables be, and how many wraps does a cable leave on the drum at closed?"""

    door: Door
    track: Track
    drum: Drum
    shaft_height_in: Annotated[float, Between(40, 600, "in")] | None = None
    length_in: Annotated[float, Between(12, 1000, "in")] | None = None


class CableAnswer(BaseModel):
    """Lengths with the usual and the fewest safety wraps; turns to open; wraps the given cable leaves at closed; in a sentence."""

    needed_in: float
    shortest_in: float
    turns_to_open: float
    wraps_left: float | None = None
    sentence: str


def cable(asked: CableQuestion) -> CableAnswer:
    """Cable length and safety wraps."""
    door, track = asked.door, asked.track
    drum = asked.drum.on(track)
    height = asked.shaft_height_in or shaft_place(path_of(door, track), track, door).z_in
    found = cable_for(drum, height, asked.length_in)
    turns = float(drum.turns_for(door.height_in))
    sentence = (
        f"The drums turn {turns:.2f} times to open. Cable wanted: {say_length(found.needed_in, feet=True)}, "
        "with one wrap left on the drum at closed."
    )
    if found.wraps_left is not None:
        sentence += f" This one leaves {found.wraps_left:.1f}."
    return CableAnswer(
        needed_in=found.needed_in, shortest_in=found.shortest_in, turns_to_open=turns, wraps_left=found.wraps_left, sentence=sentence
    )


QUESTION = Question(CableQuestion, CableAnswer, cable)
