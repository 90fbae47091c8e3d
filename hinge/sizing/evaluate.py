"""A door with what carries it: the net hand force along the travel and where it is worst."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from hinge.arrays import Floats
from hinge.door.lift import required_lift
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.springs.counterbalance import Counterbalance
from hinge.text.marks import say_length, say_size


@dataclass(frozen=True)
class Extreme:
    """A hand force [lb] and the height of the bottom edge it occurs at [in]."""

    force_lb: float
    height_in: float


@dataclass(frozen=True)
class Profile:
    """Net hand force P(s) [lb] over positions [in]; positive = heavy, negative = hot. `section_in` is the height of a section."""

    positions_in: Floats
    net_lb: Floats
    section_in: float

    @property
    def worst_hot(self) -> Extreme:
        """The hottest place: its force is negative where the door anywhere wants to rise."""
        return self._at(int(np.argmin(self.net_lb)))

    @property
    def worst_heavy(self) -> Extreme:
        """The heaviest place."""
        return self._at(int(np.argmax(self.net_lb)))

    @property
    def smoothed_lb(self) -> Floats:
        """The line [lb] without the waves of the sections rounding the bend, as many: at each place the mean over one section's height.

        Near the ends the mean is over as much as there is on both sides, so that the ends stay where they are.
        """
        count = len(self.net_lb)
        half = round(self.section_in / 2 / (self.positions_in[-1] / (count - 1)))
        places = np.arange(count)
        reach = np.minimum(half, np.minimum(places, count - 1 - places))
        total = np.concatenate([[0.0], np.cumsum(self.net_lb)])
        return np.asarray((total[places + reach + 1] - total[places - reach]) / (2 * reach + 1))

    @property
    def hottest_words(self) -> str:
        """The hottest place in words; a door that nowhere wants to rise is not hot."""
        return _words(-self.worst_hot.force_lb, self.worst_hot.height_in, "hot")

    @property
    def heaviest_words(self) -> str:
        """The heaviest place in words."""
        return _words(self.worst_heavy.force_lb, self.worst_heavy.height_in, "heavy")

    def _at(self, place: int) -> Extreme:
        return Extreme(float(self.net_lb[place]), float(self.positions_in[place]))


def _words(force_lb: float, height_in: float, name: str) -> str:
    if force_lb < 0.5:
        return f"nowhere {name}"
    mark = "▲" if name == "hot" else "▼"
    return f"{say_size(force_lb, 'lb', 0)} {name} {mark} at {'the floor' if height_in == 0 else say_length(height_in, feet=True)}"


def net_hand_force(door: Door, track: Track, carrier: Counterbalance, positions_in: Floats) -> Floats:
    """Net hand force P = F − L [lb] at positions [in]; positive = heavy, negative = hot."""
    return required_lift(door, track, positions_in) - carrier.lift(np.asarray(positions_in))


def travel_grid(door: Door, step_in: float = 1.0) -> Floats:
    """Positions along the whole travel [in], about `step_in` [in] apart, both ends included."""
    return np.linspace(0.0, door.height_in, max(2, round(door.height_in / step_in) + 1))


@dataclass(frozen=True)
class Need:
    """What a door needs along its whole travel: positions [in] and required lift [lb]; the height of its sections [in]."""

    positions_in: Floats
    lift_lb: Floats
    section_in: float

    def profile(self, carrier: Counterbalance) -> Profile:
        """Net hand force along the whole travel with this carrier."""
        return Profile(self.positions_in, self.lift_lb - carrier.lift(self.positions_in), self.section_in)


def need_of(door: Door, track: Track) -> Need:
    """What this door needs, about every inch of its travel."""
    positions = travel_grid(door)
    return Need(positions, required_lift(door, track, positions), door.height_in / len(door.heights_in))
