"""What does it take to change a door over?"""

from __future__ import annotations

from pydantic import BaseModel

from hinge.door.track import path_of, shaft_place
from hinge.questions.answers import SetOut, set_out
from hinge.questions.extension import PairOut, pair_out
from hinge.questions.question import Question
from hinge.questions.size import OnDoor
from hinge.sizing.convert import To, convert
from hinge.springs.cable import cable_for
from hinge.stock.lists import NO_LISTS, Lists


class ConvertQuestion(OnDoor):
    """What does changing this door from torsion to extension springs, or back, take?"""

    to: To


CHANGE_OVER = "Let the torsion springs down to zero first; work on extension springs only with the door open and held."


class ConvertAnswer(BaseModel):
    """Both sets, the cable of the drums, what comes off and goes on, and what changes in feel and in life."""

    to: To
    torsion: SetOut | None = None
    extension: PairOut
    drum_cable_in: float
    take_off: list[str]
    put_on: list[str]
    changes: list[str]
    caution: str


def convert_door(asked: ConvertQuestion, of_shop: Lists = NO_LISTS) -> ConvertAnswer:
    """The change-over."""
    door, track = asked.door, asked.track
    drum = asked.drum.on(track)
    found = convert(door, track, drum, asked.to, asked.wanted(asked.lists(of_shop)))
    shaft_height = shaft_place(path_of(door, track), track, door).z_in
    return ConvertAnswer(
        to=found.to,
        torsion=set_out(found.torsion, asked.use()) if found.torsion else None,
        extension=pair_out(found.extension, asked.household),
        drum_cable_in=cable_for(drum, shaft_height).needed_in,
        take_off=list(found.take_off),
        put_on=list(found.put_on),
        changes=list(found.changes),
        caution=CHANGE_OVER,
    )


QUESTION = Question(ConvertQuestion, ConvertAnswer, convert_door)
