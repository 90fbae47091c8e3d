"""What door do these springs carry? The inverse of sizing, and the verdict against the scale."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.sizing.ideal import conditions
from hinge.springs.drums import DrumProfile
from hinge.springs.words import share_words
from hinge.text.marks import say_size

Verdict = Literal["right", "doubtful", "wrong"]
RIGHT_WITHIN, DOUBTFUL_WITHIN = 0.05, 0.10  # share of the scale's weight; 5 % common practice, 10 % estimate
TURNS_RIGHT_WITHIN = 2  # quarter-turns: half a turn is a usual trim; common practice
STOP_OVER = 1 / 3  # weight and sprung weight further apart than this: stop; common practice


@dataclass(frozen=True)
class Carried:
    """The weight a set is right for [lb], and the turns that go with it."""

    sprung_weight_lb: float
    quarter_turns: int


def carried_by(rate_lbin_per_turn: float, door: Door, track: Track, drum: DrumProfile) -> Carried:
    """The weight for which this rate [lb·in/turn] is the ideal one, on a door of this build.

    The ideal rate is proportional to weight, so any weight of `door` gives the same answer.
    Raises what `conditions` raises.
    """
    ideal = conditions(door, track, drum).ideal()
    return Carried(door.total_lb * rate_lbin_per_turn / ideal.rate_lbin_per_turn, ideal.quarter_turns)


def verdict_against(sprung_weight_lb: float, scale_lb: float) -> tuple[float, Verdict]:
    """Difference as a share of the scale's weight [both lb], and what it means."""
    difference = sprung_weight_lb / scale_lb - 1
    if abs(difference) <= RIGHT_WITHIN:
        return difference, "right"
    return difference, "doubtful" if abs(difference) <= DOUBTFUL_WITHIN else "wrong"


def verdict_words(
    sprung_weight_lb: float, difference: float | None = None, verdict: Verdict | None = None, quarter_turns: tuple[int, int] | None = None
) -> str:
    """What springs carry [lb], and the verdict in a sentence; a right rate that is wound wrong is not called right.

    Parameters: `difference` as a share of the scale's weight; `quarter_turns` as wound, and as would suit the springs.
    """
    carry = f"These carry {say_size(sprung_weight_lb, 'lb', 0)}"
    if difference is None or verdict is None:
        return f"{carry}."
    said = {"right": "right for this door", "doubtful": "doubtful on this door", "wrong": "wrong for this door"}[verdict]
    if quarter_turns and abs(quarter_turns[0] - quarter_turns[1]) > TURNS_RIGHT_WITHIN:
        return f"{carry} when wound {quarter_turns[1]} quarter-turns: {said} ({share_words(difference)}), but wound {quarter_turns[0]} now."
    return f"{carry}: {said} ({share_words(difference)})."


def must_stop(difference: float) -> str:
    """Why not to go on where springs and door lie too far apart [share], or nothing."""
    if abs(difference) <= STOP_OVER:
        return ""
    return "Stop: springs and door are more than a third apart. This door needs a second person, the maker or an engineer."
