"""Drums: how the shaft's torque becomes lift on the cables, turn by turn.

A drum is the radius of its cable against the turns of the shaft, straight lines between points. Turns
follow from travel by integrating ds = 2π·r(n)·dn. A flat drum has one radius; a tapered one is wide
where the cable lies with the door closed and narrows as the springs let go.
"""

from __future__ import annotations

import tomllib
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from itertools import pairwise
from pathlib import Path
from typing import Literal, get_args

import numpy as np

from hinge.arrays import Floats
from hinge.errors import BadInput, Contradiction, OutOfRange, number, require_between

DrumKind = Literal["flat", "high_lift", "vertical", "measured"]
DRUM_KINDS: tuple[DrumKind, ...] = get_args(DrumKind)
SMALLEST_DRUM_PER_CABLE = 16  # drum over cable diameter; common practice, no source
DIAMETERS_IN, CABLES_IN, TURNS = (1.0, 24.0), (0.0625, 0.5), (0.25, 40.0)


@dataclass(frozen=True)
class Drum:
    """Radius to the middle of the cable [in] at turns of the shaft from closed; lines between the points.

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
        """Turns of the shaft for that travel of the door [in]. Raises OutOfRange past what the drum holds."""
        travel = np.asarray(travel_in, dtype=float)
        if self.holds_in is not None and (travel > self.holds_in + 1e-6).any():
            raise OutOfRange(
                f"The drum takes {number(round(self.holds_in, 1))} in of cable; this door travels {number(float(travel.max()))} in.",
                "drum",
                float(travel.max()),
                f"up to {number(round(self.holds_in, 1))}",
                "in",
            )
        turns, radii = np.asarray(self.turns), np.asarray(self.radii_in)
        wound = np.concatenate([[0.0], np.cumsum(np.pi * (radii[1:] + radii[:-1]) * np.diff(turns))])
        piece = np.clip(np.searchsorted(wound, travel, side="right") - 1, 0, len(turns) - 1)
        slope = np.append(np.diff(radii) / np.maximum(np.diff(turns), 1e-12), 0.0)[piece]
        rest = (travel - wound[piece]) / (2 * np.pi)
        # The root of r·m + slope·m²/2 = rest that stays exact as the slope goes to zero.
        root = np.sqrt(np.maximum(radii[piece] ** 2 + 2 * slope * rest, 0.0))
        found: Floats = turns[piece] + 2 * rest / (radii[piece] + root)
        return found

    def radius_after(self, turns: float | Floats) -> Floats:
        """Radius the cable leaves at [in] after that many turns of the shaft."""
        return np.asarray(np.interp(turns, self.turns, self.radii_in))

    def radius_at(self, travel_in: float | Floats) -> Floats:
        """Radius the cable leaves at after that travel of the door [in], in [in]."""
        return self.radius_after(self.turns_for(travel_in))


def build_flat_drum(diameter_in: float, cable_in: float) -> Drum:
    """A drum of one diameter at the bottom of the groove, with its cable [in]. Raises OutOfRange or Contradiction."""
    _check(diameter_in, cable_in, "drum.diameter_in")
    return Drum("flat", cable_in, (0.0,), ((diameter_in + cable_in) / 2,))


def build_tapered_drum(
    kind: str, diameter_in: float, large_diameter_in: float, taper_turns: float, cable_in: float, taper_used_in: float | None = None
) -> Drum:
    """A high-lift or vertical-lift drum: wide at closed, narrowing over `taper_turns` to `diameter_in`.

    Parameters: diameters at the bottom of the groove and cable [in]; `taper_used_in` [in] of cable that lies
    on the taper (the high lift of the track), by default the whole taper. A high-lift drum goes on flat past
    its taper; a vertical-lift one ends there. Raises OutOfRange or Contradiction.
    """
    _check(diameter_in, cable_in, "drum.diameter_in")
    require_between("drum.large_diameter_in", large_diameter_in, *DIAMETERS_IN, "in")
    require_between("drum.taper_turns", taper_turns, *TURNS, "turns")
    if large_diameter_in <= diameter_in:
        raise Contradiction(
            f"The wide end of {number(large_diameter_in)} in is no wider than the narrow end of {number(diameter_in)} in.",
            "drum.large_diameter_in",
            large_diameter_in,
            f"over {number(diameter_in)}",
            "in",
        )
    narrow, wide = (diameter_in + cable_in) / 2, (large_diameter_in + cable_in) / 2
    whole = float(np.pi * (narrow + wide) * taper_turns)
    if kind == "vertical":
        return Drum("vertical", cable_in, (0.0, taper_turns), (wide, narrow), whole)
    used = whole if taper_used_in is None else taper_used_in
    if used > whole:
        raise Contradiction(
            f"The drum's taper takes {number(round(whole, 1))} in of cable, but the track lifts {number(used)} in before it turns.",
            "drum.taper_turns",
            taper_turns,
            f"a taper of at least {number(used)} in of cable",
            "turns",
        )
    slope = (wide - narrow) / taper_turns
    start = float(np.sqrt(narrow**2 + slope * used / np.pi))
    return Drum("high_lift", cable_in, (0.0, (start - narrow) / slope), (start, narrow))


def build_measured_drum(turns: Sequence[float], diameters_in: Sequence[float], cable_in: float) -> Drum:
    """A drum as measured: diameter at the bottom of the groove [in] at turns counted from closed.

    The last diameter goes on. Raises OutOfRange, BadInput or Contradiction.
    """
    if len(turns) != len(diameters_in) or not turns:
        raise BadInput("Give as many diameters as turns.", "drum.diameters_in", len(diameters_in), f"{max(len(turns), 1)} values", "")
    for place, diameter in enumerate(diameters_in):
        _check(diameter, cable_in, f"drum.diameters_in.{place}")
    if turns[0] != 0 or any(later <= earlier for earlier, later in pairwise(turns)) or turns[-1] > TURNS[1]:
        raise Contradiction(
            "Turns of a measured drum begin at 0 with the door closed and rise.", "drum.turns", None, f"0 rising to {TURNS[1]:g}", "turns"
        )
    return Drum("measured", cable_in, tuple(turns), tuple((diameter + cable_in) / 2 for diameter in diameters_in))


@dataclass(frozen=True)
class NamedDrum:
    """A drum of the list: what a person reads, its sizes [in, turns], and where they come from."""

    label: str
    kind: DrumKind
    diameter_in: float
    source: str
    large_diameter_in: float | None = None
    taper_turns: float | None = None


@cache
def named_drums() -> dict[str, NamedDrum]:
    """The drums of the list by name."""
    table = tomllib.loads((Path(__file__).parent / "drums.toml").read_text(encoding="utf-8"))
    return {name: NamedDrum(**row) for name, row in table.items()}


def _check(diameter_in: float, cable_in: float, where: str) -> None:
    require_between(where, diameter_in, *DIAMETERS_IN, "in")
    require_between("drum.cable_in", cable_in, *CABLES_IN, "in")
    if diameter_in < SMALLEST_DRUM_PER_CABLE * cable_in:
        raise Contradiction(
            f"A drum of {number(diameter_in)} in is too small for {number(cable_in)} in cable.",
            where,
            diameter_in,
            f"at least {number(SMALLEST_DRUM_PER_CABLE * cable_in)}",
            "in",
        )
