"""Drums: how the shaft's torque becomes lift on the cables, turn by turn.

A drum is the radius of its cable against the turns of the shaft, straight lines between points. Turns
follow from travel by integrating ds = 2π·r(n)·dn. A flat drum has one radius; a tapered one is wide
where the cable lies with the door closed and narrows as the springs let go.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache, cached_property
from itertools import pairwise
from typing import Annotated, Literal

import numpy as np
from pydantic import Field, model_validator

from hinge.arrays import Floats
from hinge.document import Between, Document, table_of, told
from hinge.door.track import Track
from hinge.errors import BadInputError, ContradictionError, OutOfRangeError
from hinge.text.marks import number, say_size

DrumKind = Literal["flat", "high_lift", "vertical", "measured"]
SMALLEST_DRUM_PER_CABLE = 16  # drum over cable diameter; common practice, no source


@dataclass(frozen=True)
class DrumProfile:
    """A drum at work. Radius to the middle of the cable [in] at turns of the shaft from closed; lines between the points.

    Beyond the last point the radius stays as it is, for as much cable as the drum holds (`holds_in` [in]
    of travel; none = no end).
    """

    kind: DrumKind
    cable_in: float
    turns: tuple[float, ...]
    radii_in: tuple[float, ...]
    holds_in: float | None = None

    @property
    def closed_radius_in(self) -> float:
        """Radius the cable leaves at with the door closed [in]."""
        return self.radii_in[0]

    @property
    def widest_in(self) -> float:
        """Largest radius [in], for drawing."""
        return max(self.radii_in)

    def turns_for(self, travel_in: float | Floats) -> Floats:
        """Turns of the shaft for that travel of the door [in]. Raises OutOfRangeError past what the drum holds."""
        travel = np.asarray(travel_in, dtype=float)
        if self.holds_in is not None and (travel > self.holds_in + 1e-6).any():
            raise OutOfRangeError(
                f"The drum takes {say_size(round(self.holds_in, 1), 'in')} of cable; this door travels "
                f"{say_size(float(travel.max()), 'in')}.",
                "drum",
                float(travel.max()),
                f"up to {number(round(self.holds_in, 1))}",
                "in",
            )
        turns, radii, slopes, wound = self._pieces
        piece = np.clip(np.searchsorted(wound, travel, side="right") - 1, 0, len(turns) - 1)
        radius, rest = radii[piece], (travel - wound[piece]) / (2 * np.pi)
        # The root of r·m + slope·m²/2 = rest that stays exact as the slope goes to zero.
        root = np.sqrt(np.maximum(radius**2 + 2 * slopes[piece] * rest, 0.0))
        found: Floats = turns[piece] + 2 * rest / (radius + root)
        return found

    @cached_property
    def _pieces(self) -> tuple[Floats, Floats, Floats, Floats]:
        """Turns, radius [in] and slope [in/turn] where each piece between two points begins, and the travel [in] wound up to there."""
        turns, radii = np.asarray(self.turns), np.asarray(self.radii_in)
        slopes = np.append(np.diff(radii) / np.maximum(np.diff(turns), 1e-12), 0.0)
        return turns, radii, slopes, np.append(0.0, np.cumsum(np.pi * (radii[1:] + radii[:-1]) * np.diff(turns)))

    def radius_after(self, turns: float | Floats) -> Floats:
        """Radius the cable leaves at [in] after that many turns of the shaft."""
        return np.asarray(np.interp(turns, self.turns, self.radii_in))

    def radius_at(self, travel_in: float | Floats) -> Floats:
        """Radius the cable leaves at after that travel of the door [in], in [in]."""
        return self.radius_after(self.turns_for(travel_in))


Diameter = Annotated[float, Between(1, 24, "in")]
Turns = Annotated[float, Between(0.25, 40, "turns")]


class DrumSizes(Document):
    """A drum's sizes: one diameter at the bottom of the groove when flat, two and the turns of the taper when tapered."""

    kind: DrumKind
    diameter_in: Diameter | None = None
    large_diameter_in: Diameter | None = None
    taper_turns: Turns | None = None

    @model_validator(mode="after")
    def _is_whole(self) -> DrumSizes:
        needed = {"flat": ("diameter_in",), "measured": ()}.get(self.kind, ("diameter_in", "large_diameter_in", "taper_turns"))
        for name in needed:
            if getattr(self, name) is None:
                raise told(BadInputError(f"{name} is needed.", name, None, "a number", "turns" if name == "taper_turns" else "in"))
        narrow, wide = self.diameter_in, self.large_diameter_in
        if len(needed) > 1 and narrow is not None and wide is not None and wide <= narrow:
            raise told(
                ContradictionError(
                    f"The wide end of {say_size(wide, 'in')} is no wider than the narrow end of {say_size(narrow, 'in')}.",
                    "large_diameter_in",
                    wide,
                    f"over {number(narrow)}",
                    "in",
                )
            )
        return self


class Drum(DrumSizes):
    """A drum with its cable: its sizes, or as measured, diameters at turns counted from closed."""

    cable_in: Annotated[float, Between(0.0625, 0.5, "in")]
    turns: Annotated[list[Annotated[float, Between(0, 40, "turns")]], Field(max_length=60)] | None = None
    diameters_in: Annotated[list[Diameter], Field(max_length=60)] | None = None

    @model_validator(mode="after")
    def _takes_its_cable(self) -> Drum:
        if self.kind == "measured":
            self._runs_on()
        diameters: dict[str, float | None] = {"diameter_in": self.diameter_in}
        if self.kind == "measured":
            diameters = {f"diameters_in.{place}": one for place, one in enumerate(self.diameters_in or [])}
        for where, diameter in diameters.items():
            if diameter is not None and diameter < SMALLEST_DRUM_PER_CABLE * self.cable_in:
                raise told(
                    ContradictionError(
                        f"A drum of {say_size(diameter, 'in')} is too small for {say_size(self.cable_in, 'in')} cable.",
                        where,
                        diameter,
                        f"at least {number(SMALLEST_DRUM_PER_CABLE * self.cable_in)}",
                        "in",
                    )
                )
        return self

    def _runs_on(self) -> None:
        turns, diameters = self.turns or [], self.diameters_in or []
        if len(turns) != len(diameters) or not turns:
            allowed = "as many diameters as turns, one or more"
            raise told(BadInputError("A measured drum is a diameter for each turn.", "diameters_in", len(diameters), allowed))
        if turns[0] != 0 or any(later <= earlier for earlier, later in pairwise(turns)):
            said = "Turns of a measured drum begin at 0 with the door closed and rise."
            raise told(ContradictionError(said, "turns", None, "0 rising to 40", "turns"))

    def on(self, track: Track) -> DrumProfile:
        """The drum at work on a track: how its cable lies with the door closed.

        A high-lift drum has so much of its taper used as the track lifts before it turns, and goes on flat past it; a
        vertical-lift one ends with its taper. Raises ContradictionError where the taper is too short for the track.
        """
        if self.kind == "measured":
            radii = tuple((diameter + self.cable_in) / 2 for diameter in self.diameters_in or [])
            return DrumProfile("measured", self.cable_in, tuple(self.turns or []), radii)
        narrow = ((self.diameter_in or 0.0) + self.cable_in) / 2
        if self.kind == "flat":
            return DrumProfile("flat", self.cable_in, (0.0,), (narrow,))
        wide, taper = ((self.large_diameter_in or 0.0) + self.cable_in) / 2, self.taper_turns or 0.0
        whole = float(np.pi * (narrow + wide) * taper)
        if self.kind == "vertical":
            return DrumProfile("vertical", self.cable_in, (0.0, taper), (wide, narrow), whole)
        used = track.lifted_in if track.lift == "high" else whole
        if used > whole:
            raise ContradictionError(
                f"The drum's taper takes {say_size(round(whole, 1), 'in')} of cable, but the track lifts "
                f"{say_size(used, 'in')} before it turns.",
                "drum.taper_turns",
                taper,
                f"a taper of at least {say_size(used, 'in')} of cable",
                "turns",
            )
        slope = (wide - narrow) / taper
        start = float(np.sqrt(narrow**2 + slope * used / np.pi))
        return DrumProfile("high_lift", self.cable_in, (0.0, (start - narrow) / slope), (start, narrow))


class NamedDrum(DrumSizes):
    """A drum of the list: what a person reads, its sizes, and where they come from."""

    label: str
    source: str


@cache
def named_drums() -> dict[str, NamedDrum]:
    """The drums of the list by name."""
    return table_of(__file__, "drums", NamedDrum)
