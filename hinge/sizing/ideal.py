"""The ideal rate and turns for a door, from two conditions: near the floor and fully open."""

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
TURNED_AFTER_IN = 2.0  # past the ease the top section has turned; from memory
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
    """What the springs must meet: lift at the first condition and at open [lb], and the turns paid out by then.

    The first condition is the floor; on low headroom it is just after the top section has turned, so the
    door then sits on the floor with the difference.
    """

    first_lb: float
    first_turns: float
    open_lb: float
    open_turns: float
    radius_in: float

    def ideal(self) -> Ideal:
        """Rate and turns that meet both conditions. Raises Contradiction when none do."""
        rate = (self.first_lb - self.open_lb) * self.radius_in / (self.open_turns - self.first_turns)
        if rate <= 0:
            raise Contradiction("This door needs no less lift at open than at the floor; no torsion set on a flat drum does that.", "track")
        return Ideal(rate, self.first_lb * self.radius_in / rate + self.first_turns)

    def turns_for(self, rate_lbin_per_turn: float | Floats, weight_share: float | Floats = 1.0) -> Floats:
        """Turns that share a rate's error evenly between both conditions.

        Parameters: rate [lb·in/turn]; `weight_share` scales the door's weight, to which both lifts are proportional.
        """
        lifts = (self.first_lb + self.open_lb) * np.asarray(weight_share)
        turns: Floats = (self.first_turns + self.open_turns) / 2 + lifts * self.radius_in / (2 * np.asarray(rate_lbin_per_turn))
        return turns


def conditions(door: Door, track: Track, drum: FlatDrum, seat_lb: float = SEAT_LB, hold_up_lb: float | None = None) -> Conditions:
    """The two conditions for this door.

    Parameters: `seat_lb` [lb] the door keeps on the floor; `hold_up_lb` [lb] the springs keep at
    open, by default 1 % of the weight. Raises Contradiction for a lift that a flat drum does not
    serve. Source: the project's model.
    """
    if track.lift in ("high", "vertical"):
        raise Contradiction(
            f"A flat drum does not serve {track.lift} lift: it wants a drum whose radius changes.",
            "drum.kind",
            drum.kind,
            f"a {track.lift}-lift drum",
            "",
        )
    first_in = track.ease_in + TURNED_AFTER_IN if track.lift == "low_headroom" else 0.0
    first_lb, open_lb = required_lift(door, track, np.array([first_in, door.height_in]))
    hold_up = HOLD_UP_SHARE * door.weight_lb if hold_up_lb is None else hold_up_lb
    turns = drum.turns_for(np.array([first_in, door.height_in]))
    return Conditions(float(first_lb) - seat_lb, float(turns[0]), float(open_lb) + hold_up, float(turns[1]), drum.radius_in)
