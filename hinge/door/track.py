"""The track seen from the side: straight up, round the bend, then level or pitched to the back.

Standard and high lift bend above the door; vertical lift never bends; low headroom has a second, upper
track that carries the top edge alone. Places are (x, z) [in]: x into the garage from the vertical track,
z above the floor. `u` is the distance along the path from the floor [in].
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np
from pydantic import model_validator

from hinge.arrays import Bools, Floats
from hinge.document import Between, Document, told
from hinge.door.sections import Door
from hinge.errors import ContradictionError
from hinge.text.marks import number, say_size

Lift = Literal["standard", "low_headroom", "high", "vertical"]

DEFAULT_RISES_IN = {12.0: 2.0, 15.0: 3.0}  # from memory
LOW_HEADROOM_RISE_IN = 0.0  # from memory
DEFAULT_EASE_IN = 1.0  # the top edge rises this far before it runs level on the upper track; from memory


class Track(Document):
    """A track: bend radius, rise of the straight run above the closed door, and what its lift adds; the usual where nothing is said.

    `high_lift_in` is how much further a high-lift door rises before it turns; `ease_in` how far the top
    edge of a low-headroom door rises before it runs level; `pitch_deg` the slope of the run to the back.
    """

    lift: Lift
    radius_in: Annotated[float, Between(6, 40, "in")]
    rise_in: Annotated[float, Between(0, 24, "in")] | None = None
    high_lift_in: Annotated[float, Between(1, 240, "in")] | None = None
    ease_in: Annotated[float, Between(0, 6, "in")] | None = None
    pitch_deg: Annotated[float, Between(0, 45, "deg")] = 0.0

    @model_validator(mode="after")
    def _goes_together(self) -> Track:
        for only, name in (("high", "high_lift_in"), ("low_headroom", "ease_in")):
            value = getattr(self, name)
            if value is not None and self.lift != only:
                raise told(
                    ContradictionError(
                        f"{name} goes with a {only} track, not with {self.lift}.", name, value, f"none on a {self.lift} track", "in"
                    )
                )
        if self.lift == "high" and self.high_lift_in is None:
            raise told(ContradictionError("A high-lift track needs its high lift.", "high_lift_in", None, "1 to 240", "in"))
        return self

    @property
    def risen_in(self) -> float:
        """How far the straight run lies above the closed door [in], as measured or usual."""
        if self.rise_in is not None:
            return self.rise_in
        return LOW_HEADROOM_RISE_IN if self.lift == "low_headroom" else DEFAULT_RISES_IN.get(self.radius_in, 2.0)

    @property
    def lifted_in(self) -> float:
        """How much further the door rises before it turns [in]."""
        return self.high_lift_in or 0.0

    @property
    def eased_in(self) -> float:
        """How far the top edge of a low-headroom door rises before it runs level [in]."""
        return DEFAULT_EASE_IN if self.ease_in is None else self.ease_in


@dataclass(frozen=True)
class Path:
    """The way a roller takes: vertical to `vertical_in` [in], an arc of `radius_in` [in], then straight at a pitch [rad]."""

    vertical_in: float
    radius_in: float
    pitch_rad: float = 0.0

    @property
    def bend_rad(self) -> float:
        """How far the bend turns [rad]."""
        return float(np.pi / 2 - self.pitch_rad)

    @property
    def bend_in(self) -> float:
        """Length of the bend along the path [in]."""
        return self.radius_in * self.bend_rad

    @property
    def level_in(self) -> float:
        """Height of the end of the bend [in]."""
        return float(self.vertical_in + self.radius_in * np.sin(self.bend_rad))

    def angle(self, u: Floats) -> Floats:
        """Direction of travel at `u` [in] in radians off the vertical."""
        return np.clip((u - self.vertical_in) / self.radius_in, 0.0, self.bend_rad)

    def place(self, u: Floats) -> tuple[Floats, Floats]:
        """Place (x, z) [in] at each `u` [in]."""
        angle = self.angle(u)
        beyond = np.maximum(u - self.vertical_in - self.bend_in, 0.0)
        x = self.radius_in * (1 - np.cos(angle)) + beyond * np.cos(self.pitch_rad)
        z = np.minimum(u, self.vertical_in) + self.radius_in * np.sin(angle) + beyond * np.sin(self.pitch_rad)
        return x, z

    def next_joint(self, u: Floats, distance_in: float) -> Floats:
        """Path distance [in] of the next joint up, at straight-line `distance_in` from those at `u`.

        Closed form: along the vertical, by the law of cosines on the arc, by a quadratic on the straight run.
        """
        x, z = self.place(u)
        on_arc = self._on_arc(x, z, distance_in)
        on_run, reaches_run = self._on_run(x, z, distance_in)
        past_bend = (u >= self.vertical_in + self.bend_in) | reaches_run
        return np.where(u + distance_in <= self.vertical_in, u + distance_in, np.where(past_bend, on_run, on_arc))

    def _on_arc(self, x: Floats, z: Floats, distance_in: float) -> Floats:
        radius = self.radius_in
        out, up = x - radius, z - self.vertical_in  # seen from the centre of the bend
        reach = np.hypot(out, up)
        cosine = (radius**2 + reach**2 - distance_in**2) / (2 * radius * np.maximum(reach, 1e-12))
        return self.vertical_in + radius * (np.arctan2(up, -out) + np.arccos(np.clip(cosine, -1.0, 1.0)))

    def _on_run(self, x: Floats, z: Floats, distance_in: float) -> tuple[Floats, Bools]:
        start = self.vertical_in + self.bend_in
        end_x, end_z = (float(one) for one in self.place(np.asarray(start)))
        to_x, to_z = end_x - x, end_z - z
        along = to_x * np.cos(self.pitch_rad) + to_z * np.sin(self.pitch_rad)
        squared = to_x**2 + to_z**2 - distance_in**2
        return start - along + np.sqrt(np.maximum(along**2 - squared, 0.0)), squared <= 0


def path_of(door: Door, track: Track) -> Path:
    """The path of the rollers for this door on this track. Raises ContradictionError when it cannot exist."""
    if track.lift == "vertical":
        return Path(2 * door.height_in, track.radius_in)  # no joint of the door ever reaches its bend
    vertical_in = door.height_in + track.risen_in + track.lifted_in - track.radius_in
    if vertical_in <= 0:
        raise ContradictionError(
            f"A bend of {say_size(track.radius_in, 'in')} leaves no vertical track under a door of {say_size(door.height_in, 'in')}.",
            "track.radius_in",
            track.radius_in,
            f"under {number(door.height_in + track.risen_in)}",
            "in",
        )
    return Path(vertical_in, track.radius_in, float(np.radians(track.pitch_deg)))


SHAFT_ABOVE_TRACK_IN, SHAFT_FROM_DOOR_IN = 4.5, 3.4  # usual end bearing plate; common practice


@dataclass(frozen=True)
class Place:
    """A place seen from the side [in]: x into the garage, z above the floor."""

    x_in: float
    z_in: float


def shaft_place(path: Path, track: Track, door: Door) -> Place:
    """Centre of the shaft: above the bend, or above the open door on vertical lift."""
    level = 2 * door.height_in if track.lift == "vertical" else path.level_in
    return Place(SHAFT_FROM_DOOR_IN, level + SHAFT_ABOVE_TRACK_IN)


def track_line(door: Door, track: Track, spacing_in: float = 1.0) -> list[Floats]:
    """The tracks as lines of places, each of shape (n, 2), (x, z) [in]; the upper one of low headroom comes second."""
    path = path_of(door, track)
    straight = path.vertical_in if track.lift != "vertical" else 2 * door.height_in
    bend = path.vertical_in + np.linspace(0.0, path.bend_in, max(int(path.bend_in / spacing_in), 12))
    end = path.vertical_in + path.bend_in + door.height_in - track.lifted_in
    u = np.array([0.0, straight]) if track.lift == "vertical" else np.concatenate([[0.0], bend, [max(end, bend[-1] + 12.0)]])
    lower = np.stack(path.place(u), axis=-1)
    if track.lift != "low_headroom":
        return [lower]
    height = door.height_in + track.eased_in
    return [lower, np.array([[0.0, height - track.eased_in], [0.0, height], [float(lower[:, 0].max()), height]])]
