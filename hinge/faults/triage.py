"""What the desk can say from the complaint alone: may they use the door, what to load, how long to book, one or two people."""

from __future__ import annotations

from functools import cache
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from hinge.document import Document, table_of
from hinge.errors import BadInputError
from hinge.faults.knowledge import faults
from hinge.text.marks import say_size

# Two people from here on. Source: practice.
HEAVY_LB, WIDE_IN = 180.0, 16 * 12.0
USE = {
    "yes": "Use it with care until somebody comes.",
    "by_hand": "Leave the opener alone: by hand only, with the door down when it is released.",
    "no": "Nobody uses the door or presses the button until somebody has been there.",
}


# Where a door is shut for the night by holding its button, that is all the opener is used for.
HELD_SHUT = "held_shut"
BUT_TO_SHUT_IT = (
    "Use the opener only to shut the door, its button held and the door watched all the way; else by hand, released with the door down."
)


class OwnerAdvice(Document):
    """Something the desk tells an owner, for which complaints; see the head of owner.toml."""

    way: Literal["may", "never", "night"]
    text: str
    complaints: Annotated[list[str], Field(min_length=1)]


class Desk(BaseModel):
    """What is told on the phone: the use of the door, what may be tried, what never, and how it is left for the night."""

    use_words: str
    may: list[str]
    never: list[str]
    night: list[str]


class Triage(BaseModel):
    """What the desk says and books."""

    use: Literal["yes", "no", "by_hand"]
    minutes: int
    people: int
    load: list[str]
    sentence: str
    desk: Desk


@cache
def owner_advice() -> dict[str, OwnerAdvice]:
    """Everything an owner is told, by name. Raises BadInputError naming what is said of a complaint nobody has."""
    found = table_of(__file__, "owner", OwnerAdvice)
    for name, one in found.items():
        if unknown := set(one.complaints) - faults().complaints.keys():
            raise BadInputError(f"{name} is not sound.", f"{name}.complaints", sorted(unknown), "complaints there are")
    return found


def desk_of(complaint: str) -> Desk:
    """What the desk tells an owner with this complaint."""
    told = [one for one in owner_advice().values() if complaint in one.complaints]
    by_way = {way: [one.text for one in told if one.way == way] for way in ("may", "never", "night")}
    held = complaint in owner_advice()[HELD_SHUT].complaints
    return Desk(use_words=BUT_TO_SHUT_IT if held else USE[faults().complaints[complaint].use], **by_way)


def triage(
    complaint: str, weight_lb: float | None = None, width_in: float | None = None, stuck_open: bool = False, minutes: int | None = None
) -> Triage:
    """What can be said at once. `weight_lb` [lb] and `width_in` [in] of the door's file, where it knows them; `minutes` of the shop."""
    one = faults().complaints[complaint]
    minutes = minutes or one.minutes
    reasons = [
        words
        for words, holds in (
            (f"it weighs {say_size(weight_lb, 'lb', 0)}" if weight_lb else "", (weight_lb or 0.0) > HEAVY_LB),
            (f"it is {say_size(width_in / 12, 'ft', 0)} wide" if width_in else "", (width_in or 0.0) > WIDE_IN),
            ("it is open and stuck", stuck_open),
        )
        if holds
    ]
    people = f"Two people, because {' and '.join(reasons)}." if reasons else "One person."
    desk = desk_of(complaint)
    load = f"Load: {', '.join(one.load)}." if one.load else "Nothing special to load."
    return Triage(
        use=one.use,
        minutes=minutes,
        people=2 if reasons else 1,
        load=one.load,
        desk=desk,
        sentence=f"{desk.use_words} {load} {people} About {minutes} minutes.",
    )
