"""Which plates carry this door?"""

from __future__ import annotations

from pydantic import BaseModel

from hinge.document import Document, read
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.questions.answers import ProfileOut, profile_out
from hinge.questions.question import Question
from hinge.sizing.evaluate import need_of
from hinge.sizing.picks import SET_UP, PlatePick, pick_plates
from hinge.springs.counterweight import LARGE_PLATE_LB, SMALL_PLATE_LB, Hub, Plate, Plates, Stack
from hinge.springs.drums import Drum
from hinge.springs.words import plate_words, stack_id
from hinge.text.marks import say_length, say_size


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
    """The stack wanted at closed, the plates that come nearest with what is left over, and how the stack is set up.

    `cannot` says that no plates let this hub follow the door, and what can; empty where it can.
    """

    id: str
    words: str
    left_words: str
    caution: str
    cannot: str
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
        cannot=_cannot(pick, track),
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


def _cannot(pick: PlatePick, track: Track) -> str:
    if not pick.cannot_lb:
        return ""
    return (
        f"This hub cannot follow {track.lift.replace('_', ' ')} lift: {pick.profile.hottest_words}, whatever plates hang there. "
        "A vertical lift with its own drum can, a drum that grows as the door opens (measured), or another kind of counterbalance."
    )


def _left_words(pick: PlatePick, hub: Hub) -> str:
    left = abs(pick.remainder_lb)
    said = "Nothing left over" if left < 0.05 else f"{say_size(left, 'lb', 1)} {'short' if pick.remainder_lb > 0 else 'over'} target"
    return (
        f"{said}. {hub.turns:g} turns of strap; the stack comes down {say_length(pick.drop_in, feet=True)} as the door opens. "
        f"At the worst places {pick.profile.heaviest_words}; {pick.profile.hottest_words}."
    )


QUESTION = Question(CounterweightQuestion, CounterweightAnswer, counterweight)
