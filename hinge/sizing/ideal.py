"""The ideal rate and turns for a door, from two conditions: near the floor and fully open."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from hinge.arrays import Floats
from hinge.door.lift import required_lift
from hinge.door.sections import Door
from hinge.door.track import Lift, Track
from hinge.errors import ContradictionError
from hinge.springs.drums import DrumKind, DrumProfile

SEAT_LB = 0.0
TURNED_AFTER_IN = 2.0  # past the ease the top section has turned; from memory
HOLD_UP_SHARE = 0.01  # of the door's weight, so that the cables stay taut at open
# A measured drum is taken at its word on any track.
DRUMS_FOR: dict[Lift, DrumKind] = {"standard": "flat", "low_headroom": "flat", "high": "high_lift", "vertical": "vertical"}
DRUM_WORDS: dict[DrumKind, str] = {
    "flat": "flat drum",
    "high_lift": "high-lift drum",
    "vertical": "vertical-lift drum",
    "measured": "measured drum",
}


@dataclass(frozen=True)
class Ideal:
    """The set that would meet both conditions exactly: rate [lb·in/turn] and turns."""

    rate_lbin_per_turn: float
    turns: float

    @property
    def quarter_turns(self) -> int:
        """Turns rounded to bar strokes."""
        return round(self.turns * 4)


@dataclass(frozen=True)
class Conditions:
    """What the springs must meet: torque on the shaft at the first condition and at open [lb·in], and the turns paid out by then.

    The first condition is the floor; on low headroom it is just after the top section has turned, so the
    door then sits on the floor with the difference.
    """

    first_lbin: float
    first_turns: float
    open_lbin: float
    open_turns: float

    def ideal(self) -> Ideal:
        """Rate and turns that meet both conditions. Raises ContradictionError when none do."""
        rate = (self.first_lbin - self.open_lbin) / (self.open_turns - self.first_turns)
        if rate <= 0:
            raise ContradictionError(
                "On this drum the door needs no less torque at open than at the floor; no torsion set gives that.", "drum"
            )
        return Ideal(rate, self.first_lbin / rate + self.first_turns)

    def turns_for(self, rate_lbin_per_turn: float | Floats) -> Floats:
        """Turns that share the error of a rate [lb·in/turn] evenly between both conditions."""
        torque = (self.first_lbin + self.open_lbin) / 2
        turns: Floats = (self.first_turns + self.open_turns) / 2 + torque / np.asarray(rate_lbin_per_turn)
        return turns


def first_condition(track: Track) -> float:
    """Travel of the bottom edge at the first condition [in]."""
    return track.eased_in + TURNED_AFTER_IN if track.lift == "low_headroom" else 0.0


def require_drum(track: Track, drum: DrumProfile) -> None:
    """Refuse a drum that does not serve the lift of the track. Raises ContradictionError."""
    if drum.kind not in ("measured", DRUMS_FOR[track.lift]):
        lift = track.lift.replace("_", " ")
        raise ContradictionError(
            f"A {DRUM_WORDS[drum.kind]} does not serve {lift} lift: it wants a {DRUM_WORDS[DRUMS_FOR[track.lift]]}.",
            "drum.kind",
            drum.kind,
            f"{DRUMS_FOR[track.lift]} or measured",
            "",
        )


def conditions(door: Door, track: Track, drum: DrumProfile, seat_lb: float = SEAT_LB, hold_up_lb: float | None = None) -> Conditions:
    """The two conditions for this door.

    Parameters: `seat_lb` [lb] the door keeps on the floor; `hold_up_lb` [lb] the springs keep at
    open, by default 1 % of the weight. Raises ContradictionError for a drum that does not serve the lift, and
    OutOfRangeError for one that does not hold the cable. Source: the project's model.
    """
    require_drum(track, drum)
    at = np.array([first_condition(track), door.height_in])
    lift_lb = required_lift(door, track, at) + np.array([-seat_lb, HOLD_UP_SHARE * door.total_lb if hold_up_lb is None else hold_up_lb])
    torque, turns = lift_lb * drum.radius_at(at), drum.turns_for(at)
    return Conditions(float(torque[0]), float(turns[0]), float(torque[1]), float(turns[1]))
