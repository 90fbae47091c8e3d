"""Questions about doors carried otherwise than by a torsion shaft, and about changing over."""

from __future__ import annotations

from typing import Annotated

import numpy as np
from pydantic import BaseModel

from hinge.document import Between, Document, read
from hinge.door.sections import Door
from hinge.door.track import Track, path_of, shaft_place
from hinge.questions.answers import ProfileOut, SetOut, profile_out, set_out
from hinge.questions.sizing import OnDoor
from hinge.sizing.convert import EXTENSION_CYCLES, To, convert
from hinge.sizing.evaluate import need_of
from hinge.sizing.picks import PARTS_EACH_PAIR, SET_UP, ExtensionPick, PlatePick, pick_extension, pick_plates, require_extension_track
from hinge.springs.cable import cable_for
from hinge.springs.counterweight import LARGE_PLATE_LB, SMALL_PLATE_LB, Hub, Plate, Plates, Stack
from hinge.springs.drums import Drum
from hinge.springs.extension import OPEN_STRETCH_IN, ExtensionPair
from hinge.springs.life import Life
from hinge.springs.lists import NO_LISTS, Lists
from hinge.springs.use import Household, Years, use_named, years_of
from hinge.springs.words import cycles_words, pair_id, pair_option, pair_words, plate_words, stack_id, years_words
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
    answer = ExtensionAnswer(pair=_pair_out(pick, asked.household), schools=schools)
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


def _pair_out(pick: ExtensionPick, household: str | None) -> PairOut:
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


class CounterweightQuestion(Document):
    """Which plates carry this door, and how is the stack set up? `on_door` is judged where it is given."""

    door: Door
    track: Track
    drum: Drum
    hub: Hub
    large_lb: Plate = LARGE_PLATE_LB
    small_lb: Plate = SMALL_PLATE_LB
    on_door: Plates | None = None


class CounterweightAnswer(BaseModel):
    """The stack wanted at closed, the plates that come nearest with what is left over, and how the stack is set up."""

    id: str
    words: str
    left_words: str
    caution: str
    wanted_lb: float
    stack: Stack
    stack_lb: float
    remainder_lb: float
    hub_turns: float
    stack_drop_in: float
    set_up: list[str]
    profile: ProfileOut
    on_door: ProfileOut | None = None


def counterweight(asked: CounterweightQuestion) -> CounterweightAnswer:
    """The plates, and the stack that is there."""
    door, track = asked.door, asked.track
    drum = asked.drum.on(track)
    pick = pick_plates(door, track, drum, asked.hub, asked.large_lb, asked.small_lb)
    there = read(Stack, {"plates": asked.on_door, "hub": asked.hub}, "on_door").on(drum, door.height_in) if asked.on_door else None
    return CounterweightAnswer(
        id=stack_id(pick.plates),
        words=plate_words(pick.plates),
        left_words=_left_words(pick, asked.hub),
        caution="A stack that slips falls with its whole weight. Block it before a plate is touched.",
        wanted_lb=pick.wanted_lb,
        stack=Stack(plates=pick.plates, hub=asked.hub),
        stack_lb=pick.plates.weight_lb,
        remainder_lb=pick.remainder_lb,
        hub_turns=asked.hub.turns,
        stack_drop_in=pick.drop_in,
        set_up=list(SET_UP),
        profile=profile_out(pick.profile),
        on_door=profile_out(need_of(door, track).profile(there)) if there else None,
    )


def _left_words(pick: PlatePick, hub: Hub) -> str:
    left = abs(pick.remainder_lb)
    said = "Nothing left over" if left < 0.05 else f"{say_size(left, 'lb', 1)} {'short' if pick.remainder_lb > 0 else 'over'} target"
    return (
        f"{said}. {hub.turns:g} turns of strap; the stack comes down {say_length(pick.drop_in, feet=True)} as the door opens. "
        f"At the worst places {pick.profile.heaviest_words}; {pick.profile.hottest_words}."
    )


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
        extension=_pair_out(found.extension, asked.household),
        drum_cable_in=cable_for(drum, shaft_height).needed_in,
        take_off=list(found.take_off),
        put_on=list(found.put_on),
        changes=list(found.changes),
        caution=CHANGE_OVER,
    )


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
