"""Lessons in their order, and which door comes in free practice: by difficulty, by what this person missed, by what a shop meets."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from typing import Annotated, Literal, get_args

import numpy as np
from pydantic import Field

from hinge.document import Document, table_of
from hinge.errors import BadInputError
from hinge.faults.knowledge import faults, require_known
from hinge.practice.garage import Garage, can_stand_together, garage_of

Level = Literal["lights", "by_hand", "loaded", "two"]
LEVELS: dict[Level, str] = {
    "lights": "Eyes, power and controls",
    "by_hand": "Track, rollers and settings",
    "loaded": "Springs, cables and shaft",
    "two": "Two things at once",
}
# The parts of the door whose causes are of a level.
PARTS: dict[Level, frozenset[str]] = {
    "lights": frozenset({"eyes", "eye_wire", "power", "controls", "control"}),
    "by_hand": frozenset({"drive", "electronics", "opener", "settings", "track", "rollers", "sections", "edges"}),
    "loaded": frozenset({"springs", "setting", "weight", "cables", "shaft"}),
}
# A cause counts so many times more for each run on which it was missed, and each closed call of the shop adds so much of a share.
MISSED_TIMES, CALL_SHARE = 3.0, 0.5


class Lesson(Document):
    """One lesson; see the head of lessons.toml."""

    title: str
    aim: Annotated[str, Field(max_length=120)]
    seed: int
    causes: Annotated[list[str], Field(min_length=1)]
    complaint: str


@cache
def lessons() -> dict[str, Lesson]:
    """The lessons in order. Raises BadInputError naming one whose causes do not stand on one door."""
    found = table_of(__file__, "lessons", Lesson)
    for name, one in found.items():
        require_known(f"{name}.complaint", [one.complaint], faults().complaints)
        if not can_stand_together(one.causes):
            raise BadInputError(f"The lesson {name} is unsound.", f"{name}.causes", ", ".join(one.causes), "causes of different parts")
    return found


def garage_of_lesson(name: str) -> Garage:
    """The site of a lesson. Raises BadInputError for one there is none of."""
    if name not in lessons():
        raise BadInputError(f"There is no lesson {name!r}.", "lesson", name, ", ".join(lessons()))
    lesson = lessons()[name]
    return garage_of(lesson.seed, lesson.causes, lesson.complaint)


def garage_to_practise(level: str, seed: int, met: Mapping[str, int] | None = None, missed: Mapping[str, int] | None = None) -> Garage:
    """A site of a level: `met` are the shop's closed calls by cause, `missed` the runs of this person on which a cause was missed.

    Raises BadInputError for a level there is none of.
    """
    if level not in get_args(Level):
        raise BadInputError(f"There is no level {level!r}.", "level", level, ", ".join(LEVELS))
    chance = np.random.default_rng([seed, 1])
    known = faults().causes
    parts = frozenset().union(*(of for name, of in PARTS.items() if level in (name, "two")))
    weights = {
        name: (one.share + CALL_SHARE * (met or {}).get(name, 0)) * (1 + MISSED_TIMES * (missed or {}).get(name, 0))
        for name, one in known.items()
        if one.part in parts
    }
    first = _drawn(weights, chance)
    if level != "two":
        return garage_of(seed, (first,))
    return garage_of(seed, (first, _drawn({name: share for name, share in weights.items() if can_stand_together((first, name))}, chance)))


def _drawn(weights: Mapping[str, float], chance: np.random.Generator) -> str:
    shares = np.array(list(weights.values()))
    return str(chance.choice(list(weights), p=shares / shares.sum()))
