"""Question: what height is left under the open door, what takes it, and what would win some back."""

from __future__ import annotations

from math import inf
from typing import Annotated

from pydantic import BaseModel

from hinge.document import Between, Document
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.opener.clear import under_open_door, won
from hinge.questions.question import Question
from hinge.text.marks import say_length

Height = Annotated[float, Between(0, 400, "in")]
TAPE_IN = 1 / 16


class ClearanceQuestion(Document):
    """A door on its track; what else hangs in the way, and ceiling or beam over it, where measured [in above the floor]; a vehicle [in]."""

    door: Door
    track: Track
    opening_in: Height | None = None
    rail_in: Height | None = None
    beam_in: Height | None = None
    ceiling_in: Height | None = None
    vehicle_in: Height | None = None


class Lowest(BaseModel):
    """The lowest point of a part [in above the floor]."""

    part: str
    lowest_in: float


class OtherTrack(BaseModel):
    """Another track, what would be left under the door on it, how much that wins, how high it reaches [in], and what it takes [min]."""

    way: str
    clear_in: float
    wins_in: float
    needs_in: float
    minutes: int


class ClearanceAnswer(BaseModel):
    """What is left [in], which part takes it, every part from the lowest up, and what would win some back, the most first."""

    clear_in: float
    limited_by: str
    parts: list[Lowest]
    ways: list[OtherTrack]
    vehicle_fits: bool | None
    sentence: str


def clearance(asked: ClearanceQuestion) -> ClearanceAnswer:
    """The height that is left under an open door."""
    others = {"opening": asked.opening_in, "rail": asked.rail_in, "beam": asked.beam_in}
    told = {name: at for name, at in others.items() if at is not None}
    parts = {**under_open_door(asked.door, asked.track), **told}
    limited_by = min(parts, key=lambda name: parts[name])
    clear = parts[limited_by]
    ways = []
    over = min((at for at in (asked.ceiling_in, asked.beam_in) if at is not None), default=inf)
    for other in won(asked.door, asked.track):
        # What else hangs there stays: a shaft opener does without the rail. What finds no room under ceiling or beam is no way.
        fixed = [at for name, at in told.items() if name != "rail" or not other.keeps_rail]
        best = min([other.clear_in, *fixed])
        if best - clear > TAPE_IN and other.needs_in <= over:
            needs = round(other.needs_in, 3)
            wins = round(best - clear, 3)
            ways.append(OtherTrack(way=other.words, clear_in=round(best, 3), wins_in=wins, needs_in=needs, minutes=other.minutes))
    ways.sort(key=lambda one: -one.wins_in)
    fits = None if asked.vehicle_in is None else asked.vehicle_in <= clear
    return ClearanceAnswer(
        clear_in=round(clear, 3),
        limited_by=limited_by,
        parts=[Lowest(part=name, lowest_in=round(at, 3)) for name, at in sorted(parts.items(), key=lambda one: one[1])],
        ways=ways,
        vehicle_fits=fits,
        sentence=_sentence(clear, limited_by, ways, asked.vehicle_in, over),
    )


def _sentence(clear: float, limited_by: str, ways: list[OtherTrack], vehicle: float | None, over: float) -> str:
    said = f"{say_length(clear, feet=True)} is left under the open door: the {limited_by} is lowest."
    if vehicle is not None:
        room = clear - vehicle
        said += f" The vehicle passes with {say_length(room)}." if room >= 0 else f" The vehicle is {say_length(-room)} too high."
    if ways:
        said += f" The most is won by {ways[0].way}: {say_length(ways[0].wins_in)}, about {ways[0].minutes} minutes of work."
        if over == inf:
            said += f" It takes {say_length(ways[0].needs_in, feet=True)} to the ceiling: measure that first."
    return said


QUESTION = Question(ClearanceQuestion, ClearanceAnswer, clearance)
