"""How do these springs compare with the best for this door?"""

from __future__ import annotations

from pydantic import BaseModel

from hinge.door.track import Track
from hinge.questions.answers import IdealOut, SetOut, set_out
from hinge.questions.question import Question
from hinge.questions.size import OnDoor, ideal_out, is_mismatched, none_words, search_for, set_on_door, whole_turns
from hinge.sizing.compare import LikeForLike, alternatives, like_for_like_of, same_wire
from hinge.sizing.sets import DoorRequirements, requirements_of
from hinge.springs.torsion import (
    Shaft,
)
from hinge.springs.use import Use
from hinge.stock.lists import NO_LISTS, Lists


class CompareQuestion(OnDoor):
    """What is on the door beside like-for-like, what is advised, and the same rate in other wire?"""

    on_door: Shaft


class AlternativeOut(BaseModel):
    """The same rate in another wire or inside diameter, before rounding to the half inch and judged after it."""

    exact_length_in: float
    set: SetOut


class LikeOut(BaseModel):
    """Like-for-like in one of its meanings, by name; `why` says what sets it apart from the ideal of this door."""

    name: str
    set: SetOut
    why: str


class CompareAnswer(BaseModel):
    """What is there, like-for-like in each of its meanings, and what is advised, beside the ideal of this door.

    `same_wire` is the wire and inside diameter of the first of `likes` at the length that suits this door; `caution` what is
    wrong with what is there.
    """

    ideal: IdealOut
    on_door: SetOut
    likes: list[LikeOut]
    same_wire: SetOut | None = None
    advised: SetOut | None = None
    none_words: str = ""
    mismatched: bool
    caution: str = ""
    alternatives: list[AlternativeOut]


def compare(asked: CompareQuestion, of_shop: Lists = NO_LISTS) -> CompareAnswer:
    """On the door, like-for-like and advised, side by side."""
    lists = asked.lists(of_shop)
    found, use, there = search_for(asked, lists), asked.use(), set_on_door(asked, lists)
    on = requirements_of(asked.door, asked.track, asked.drum.on(asked.track))
    likes = like_for_like_of(there, on, whole_turns(asked.on_door_quarter_turns))
    alike, advised = same_wire(likes[0].judged, on), next(iter(found.sets), None)
    return CompareAnswer(
        ideal=ideal_out(found),
        on_door=set_out(there, use),
        likes=[_like(one, on, asked.track, use) for one in likes],
        same_wire=set_out(alike, use) if alike else None,
        advised=set_out(advised, use) if advised else None,
        none_words="" if advised else none_words(asked.options),
        mismatched=is_mismatched(there),
        caution="Mismatched springs on one shaft: put on a matched set." if is_mismatched(there) else "",
        alternatives=[
            AlternativeOut(exact_length_in=one.exact_length_in, set=set_out(one.judged, use))
            for one in alternatives(likes[-1].judged, on, asked.wanted(lists))
        ],
    )


def _like(one: LikeForLike, on: DoorRequirements, track: Track, use: Use | None) -> LikeOut:
    return LikeOut(name=one.name, set=set_out(one.judged, use), why=one.why(on, track))


QUESTION = Question(CompareQuestion, CompareAnswer, compare)
