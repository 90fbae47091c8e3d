"""The ideal rate and turns for a door, from two conditions: at the floor and fully open."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from hinge.arrays import Floats
from hinge.door.lift import required_lift
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.errors import Contradiction
from hinge.springs.drums import FlatDrum

SEAT_LB = 0.0
HOLD_UP_SHARE = 0.01  # of the door's weight, so that the cables stay taut at open


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
    """What the springs must meet: lift at the floor and at open [lb], and the turns between."""

    floor_lb: float
    open_lb: float
    travel_turns: float
    radius_in: float

    def ideal(self) -> Ideal:
        """Rate and turns that meet both conditions. Raises Contradiction when none do."""
        rate = (self.floor_lb - self.open_lb) * self.radius_in / self.travel_turns
        if rate <= 0:
            raise Contradiction("This door needs no less lift at open than at the floor; no torsion set does that.", "track")
        return Ideal(rate, self.floor_lb * self.radius_in / rate)

    def turns_for(self, rate_lbin_per_turn: float | Floats) -> Floats:
        """Turns that share a rate's error evenly between floor and open."""
        at_floor = self.floor_lb * self.radius_in / np.asarray(rate_lbin_per_turn)
        at_open = self.travel_turns + self.open_lb * self.radius_in / np.asarray(rate_lbin_per_turn)
        return (at_floor + at_open) / 2


def conditions(door: Door, track: Track, drum: FlatDrum, seat_lb: float = SEAT_LB, hold_up_lb: float | None = None) -> Conditions:
    """The two conditions for this door.

    Parameters: `seat_lb` [lb] the door keeps on the floor; `hold_up_lb` [lb] the springs keep at
    open, by default 1 % of the weight. Source: the project's model.
    """
    closed_lb, open_lb = required_lift(door, track, np.array([0.0, door.height_in]))
    hold_up = HOLD_UP_SHARE * door.weight_lb if hold_up_lb is None else hold_up_lb
    return Conditions(float(closed_lb) - seat_lb, float(open_lb) + hold_up, float(drum.turns_for(door.height_in)), drum.radius_in)
