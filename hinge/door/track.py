"""The standard-lift track seen from the side: straight up, round the bend, level to the back.

Places are (x, z) [in]: x into the garage from the vertical track, z above the floor. `u` is the
distance along the path from the floor [in].
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from hinge.arrays import Floats
from hinge.door.sections import Door
from hinge.errors import Contradiction, number, require_between

DEFAULT_RISES_IN = {12.0: 2.0, 15.0: 3.0}


@dataclass(frozen=True)
class Track:
    """A standard-lift track: bend radius and rise of the straight run above the closed door [in]."""

    radius_in: float
    rise_in: float
    lift: Literal["standard"] = "standard"


@dataclass(frozen=True)
class Path:
    """The way a roller takes: vertical to `vertical_in` [in], an arc of `radius_in` [in], then level."""

    vertical_in: float
    radius_in: float

    @property
    def bend_in(self) -> float:
        """Length of the bend along the path [in]."""
        return self.radius_in * np.pi / 2

    @property
    def level_in(self) -> float:
        """Height of the level run [in]."""
        return self.vertical_in + self.radius_in

    def angle(self, u: Floats) -> Floats:
        """Direction of travel at `u` [in] in radians off the vertical, 0 to π/2."""
        return np.clip((u - self.vertical_in) / self.radius_in, 0.0, np.pi / 2)

    def place(self, u: Floats) -> tuple[Floats, Floats]:
        """Place (x, z) [in] at each `u` [in]."""
        angle = self.angle(u)
        beyond = np.maximum(u - self.vertical_in - self.bend_in, 0.0)
        x = self.radius_in * (1 - np.cos(angle)) + beyond
        z = np.minimum(u, self.vertical_in) + self.radius_in * np.sin(angle)
        return x, z

    def next_joint(self, u: Floats, distance_in: float) -> Floats:
        """Path distance [in] of the next joint up, at straight-line `distance_in` from those at `u`.

        Closed form: along the vertical, by the law of cosines on the arc, by Pythagoras on the level.
        """
        x, z = self.place(u)
        out, up = x - self.radius_in, z - self.vertical_in  # seen from the centre of the bend
        reach = np.hypot(out, up)
        bearing = np.arctan2(up, -out)
        radius = self.radius_in
        cosine = (radius**2 + reach**2 - distance_in**2) / (2 * radius * np.maximum(reach, 1e-12))
        on_arc = self.vertical_in + radius * (bearing + np.arccos(np.clip(cosine, -1.0, 1.0)))
        rise = np.minimum(self.level_in - z, distance_in)
        on_level = self.vertical_in + self.bend_in + (x + np.sqrt(distance_in**2 - rise**2) - radius)
        past_bend = (out >= 0) | (np.hypot(radius - x, self.level_in - z) <= distance_in)
        on_bend_or_level = np.where(past_bend, on_level, on_arc)
        return np.where(u + distance_in <= self.vertical_in, u + distance_in, on_bend_or_level)


def build_track(radius_in: float, rise_in: float | None = None) -> Track:
    """Make a standard-lift track; `rise_in` [in] defaults by radius (2 in for 12, 3 in for 15; from memory)."""
    require_between("track.radius_in", radius_in, 6, 40, "in")
    rise = DEFAULT_RISES_IN.get(radius_in, 2.0) if rise_in is None else rise_in
    require_between("track.rise_in", rise, 0, 24, "in")
    return Track(radius_in, rise)


def path_of(door: Door, track: Track) -> Path:
    """The path of the rollers for this door on this track. Raises Contradiction when it cannot exist."""
    vertical_in = door.height_in + track.rise_in - track.radius_in
    if vertical_in <= 0:
        raise Contradiction(
            f"A bend of {number(track.radius_in)} in leaves no vertical track under a door of {number(door.height_in)} in.",
            "track.radius_in",
            track.radius_in,
            f"under {number(door.height_in + track.rise_in)}",
            "in",
        )
    return Path(vertical_in, track.radius_in)
