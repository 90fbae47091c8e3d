"""Which extension pair carries this door?"""

from __future__ import annotations

from typing import Annotated

import numpy as np
from pydantic import BaseModel

from hinge.document import Between, Document
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.questions.answers import ProfileOut, profile_out
from hinge.questions.question import Question
from hinge.sizing.convert import EXTENSION_CYCLES
from hinge.sizing.evaluate import need_of
from hinge.sizing.picks import PARTS_EACH_PAIR, ExtensionPick, pick_extension, require_extension_track
from hinge.springs.extension import OPEN_STRETCH_IN, ExtensionPair
from hinge.springs.life import Life
from hinge.springs.use import Household, Years, use_named, years_of
from hinge.springs.words import cycles_words, pair_id, pair_option, pair_words, years_words
from hinge.text.marks import say_amount, say_length, say_size


class ExtensionQuestion(Document):
    """Which extension pair carries this door, and how is it set up? `on_door` is judged where it is given."""

    door: Door
    track: Track
    open_stretch_in: Annotated[float, Between(0, 24, "in")] = OPEN_STRETCH_IN
    relaxed_in: Annotated[float, Between(8, 80, "in")] | None = None
    household: Household | None = None
    on_door: ExtensionPair | None = None


class SetUpFact(BaseModel):
    """One thing to read: its name and what it says."""

    name: str
    says: str


class PairOut(BaseModel):
    """A pair set up: its class, rate, stretches, cables and the balance it gives. `id` is its short name; `facts` what to read of it."""

    id: str
    words: str
    class_words: str
    caution: str
    facts: list[SetUpFact]
    pair: ExtensionPair
    class_lb: float
    from_lb: float
    rate_lb_per_in: float
    open_stretch_in: float
    closed_stretch_in: float
    lifting_cable_in: float
    safety_cable_in: float
    rear_hang_above_door_in: float
    life_cycles: Life
    life_words: str
    life_years: Years | None = None
    parts: list[str]
    profile: ProfileOut


class SchoolOut(BaseModel):
    """A school of stretch left at open, what it does on this door, and the short name to pick the pair so by."""

    option: str
    name: str
    says: str


class ExtensionAnswer(BaseModel):
    """The pair for the door, and what each school of stretch does with it; `on_door` is the balance of the pair that is there."""

    pair: PairOut
    schools: list[SchoolOut]
    on_door: ProfileOut | None = None
    on_door_carries_lb: float | None = None
    on_door_words: str = ""


def extension(asked: ExtensionQuestion) -> ExtensionAnswer:
    """The class, its set-up, and the pair that is there."""
    door, track = asked.door, asked.track
    pick = pick_extension(door, track, asked.open_stretch_in, asked.relaxed_in)
    schools = [_school(stretch, pick, door, track) for stretch in SCHOOLS_IN]
    answer = ExtensionAnswer(pair=pair_out(pick, asked.household), schools=schools)
    if asked.on_door is None:
        return answer
    require_extension_track(track)
    there = asked.on_door.on(door.height_in)
    carries = there.initial_lb + there.rate_lb_per_in * there.closed_stretch_in
    profile = profile_out(need_of(door, track).profile(there))
    words = f"The pair on the door now carries {say_size(carries, 'lb', 0)} at the floor."
    return answer.model_copy(update={"on_door": profile, "on_door_carries_lb": carries, "on_door_words": words})


SCHOOLS_IN = (OPEN_STRETCH_IN, 0.0)  # "about 2 in" and "none, slack at open"; common practice, both


def _school(stretch_in: float, pick: ExtensionPick, door: Door, track: Track) -> SchoolOut:
    set_up = ExtensionPair(class_lb=pick.grade.to_lb, open_stretch_in=stretch_in)
    pair = set_up.on(door.height_in)
    line = need_of(door, track).profile(pair)
    ends = [float(pull) for pull in pair.lift(np.array([0.0, door.height_in]))]
    name = f"{say_length(stretch_in)} left at open" if stretch_in else "None left at open"
    slack = "" if stretch_in else ", slack"
    lifts = f"It lifts {say_size(ends[0], 'lb', 0)} at the floor, {say_size(ends[1], 'lb', 0)} at open{slack}"
    says = f"{lifts}; {line.heaviest_words}, {line.hottest_words}."
    return SchoolOut(option=pair_option(set_up), name=name, says=says)


def pair_out(pick: ExtensionPick, household: str | None) -> PairOut:
    """A pair as picked, as a document, with its years in a household where that is known."""
    life = Life(*EXTENSION_CYCLES)
    years = years_of(life, use_named(household)) if household else None
    set_up = ExtensionPair(class_lb=pick.grade.to_lb, open_stretch_in=pick.pair.open_stretch_in)
    return PairOut(
        id=pair_id(set_up),
        words=pair_words(set_up),
        class_words=f"lb class (doors over {say_amount(pick.grade.from_lb, 'lb')}, up to {say_size(pick.grade.to_lb, 'lb')})",
        caution="A spring without a safety cable flies when it breaks: cables are part of the set.",
        facts=_facts(pick, life, years),
        pair=set_up,
        class_lb=pick.grade.to_lb,
        from_lb=pick.grade.from_lb,
        rate_lb_per_in=pick.pair.rate_lb_per_in,
        open_stretch_in=pick.pair.open_stretch_in,
        closed_stretch_in=pick.pair.closed_stretch_in,
        lifting_cable_in=pick.cables.lifting_in,
        safety_cable_in=pick.cables.safety_in,
        rear_hang_above_door_in=pick.cables.rear_hang_above_door_in,
        life_cycles=life,
        life_words=cycles_words(life),
        life_years=years,
        parts=list(PARTS_EACH_PAIR),
        profile=profile_out(pick.profile),
    )


def _facts(pick: ExtensionPick, life: Life, years: Years | None) -> list[SetUpFact]:
    said = {
        "Stretch, door closed": say_length(pick.pair.closed_stretch_in),
        "Lifting cable": say_length(pick.cables.lifting_in, feet=True),
        "Safety cable": say_length(pick.cables.safety_in, feet=True),
        "Rear hang": f"{say_length(pick.cables.rear_hang_above_door_in)} above the door's top",
        "Pull": say_size(pick.pair.rate_lb_per_in, "lb/in", 2),
        "Lasts, as usually sold": ", ".join([cycles_words(life), *([years_words(years)] if years else [])]),
        "Worst places": f"{pick.profile.heaviest_words}; {pick.profile.hottest_words}",
    }
    return [SetUpFact(name=name, says=says) for name, says in said.items()]


QUESTION = Question(ExtensionQuestion, ExtensionAnswer, extension)
