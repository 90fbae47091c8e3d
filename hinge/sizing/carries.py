"""What door do these springs carry? The inverse of sizing, and the verdict against the scale."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.sizing.ideal import conditions
from hinge.springs.drums import Drum

Verdict = Literal["right", "doubtful", "wrong"]
RIGHT_WITHIN, DOUBTFUL_WITHIN = 0.05, 0.10  # share of the scale's weight; 5 % common practice, 10 % estimate
STOP_OVER = 1 / 3  # weight and sprung weight further apart than this: stop; common practice


@dataclass(frozen=True)
class Carried:
    """The weight a set is right for [lb], and the turns that go with it."""

    sprung_weight_lb: float
    quarter_turns: int


def carried_by(rate_lbin_per_turn: float, door: Door, track: Track, drum: Drum) -> Carried:
    """The weight for which this rate [lb·in/turn] is the ideal one, on a door of this build.

    The ideal rate is proportional to weight, so any weight of `door` gives the same answer.
    Raises what `conditions` raises.
    """
    ideal = conditions(door, track, drum).ideal()
    return Carried(door.weight_lb * rate_lbin_per_turn / ideal.rate_lbin_per_turn, ideal.quarter_turns)


def verdict_against(sprung_weight_lb: float, scale_lb: float) -> tuple[float, Verdict]:
    """Difference as a share of the scale's weight [both lb], and what it means."""
    difference = sprung_weight_lb / scale_lb - 1
    if abs(difference) <= RIGHT_WITHIN:
        return difference, "right"
    return difference, "doubtful" if abs(difference) <= DOUBTFUL_WITHIN else "wrong"


def must_stop(difference: float) -> bool:
    """Whether springs and door lie too far apart [share] to go on without the maker or an engineer."""
    return abs(difference) > STOP_OVER
