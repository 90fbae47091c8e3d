"""Where a trolley on a rail goes: the highest point of travel, the header bracket above it, and the arm at every height.

Places are (x, z) [in] as on the track: x into the garage from the vertical track, z above the floor.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from hinge.arrays import Floats
from hinge.door.sections import Door
from hinge.door.track import Track, path_of
from hinge.errors import ContradictionError
from hinge.text.marks import say_size

PlacedDoorKind = Literal["sectional", "canopy", "one_piece"]
TopSection = Literal["bare", "insulated", "wood", "braced"]
# How far the header bracket goes above the highest point of travel [in]. Common practice; the maker's figure wins.
BRACKET_ABOVE_IN: dict[PlacedDoorKind, float] = {"sectional": 2.5, "canopy": 2.0, "one_piece": 6.0}
# The arm is never further off the vertical with the door closed. Common practice.
ARM_MOST_DEG = 30.0
# Eyes sit no higher than this. Common practice.
EYES_MOST_IN = 6.0
# Between straight up and the most that is allowed: room for the holes of the arm either way. Estimate.
ARM_DEG = 22.0
# A door wider than this takes a strut across its top section where an opener pulls on it. Estimate.
STRUT_FROM_IN = 144.0
# What the arm is fastened to, by what the top section is; common practice, the door maker's own bracket first.
FASTENED: dict[TopSection, str] = {
    "bare": "Weak where the opener pulls: a bracket from its top edge to the hinge line and a strut across, before the arm goes on.",
    "insulated": "The door maker's opener bracket, on the stile or backing, never on a skin alone.",
    "wood": "Bolted through a stile or rail, never screwed to a panel.",
    "braced": "Braced: the arm goes to its bracket.",
}
# Top roller below the top edge, inner face off the rollers' line, pivot of the door's bracket below the edge and off the face. Estimates.
TOP_ROLLER_BELOW_IN, FACE_OFF_IN, BRACKET_BELOW_IN, PIVOT_OFF_IN = 3.0, 1.0, 3.0, 1.5
USUAL_THICKNESS_IN = 2.0
STEP_IN = 0.25
LEAST_TOP_IN = 6.0  # what a roller and a bracket take of a top section; from memory


@dataclass(frozen=True)
class Travel:
    """The top section over the whole travel: heights of the bottom edge, shape (n,), and places, each of shape (n, 2) [in]."""

    positions_in: Floats
    outer_corner: Floats
    pivot: Floats

    @property
    def highest(self) -> tuple[float, float]:
        """The highest point the door reaches [in], and the height of the bottom edge at which it does [in]."""
        at = int(self.outer_corner[:, 1].argmax())
        return float(self.outer_corner[at, 1]), float(self.positions_in[at])


@dataclass(frozen=True)
class Arm:
    """An arm of one length [in] on a level rail: where its trolley is and how far it leans off the vertical, over the travel."""

    length_in: float
    trolley_x_in: Floats
    off_vertical_deg: Floats


def travel_of(door: Door, track: Track, thickness_in: float = USUAL_THICKNESS_IN) -> Travel:
    """The top section, so thick [in], on its way.

    Raises ContradictionError for a track on which the top edge has a way of its own or never turns, and for a top section too low.
    """
    if track.lift not in ("standard", "high"):
        said = "On this track a trolley's arm is not worked out: measure the highest point of travel."
        raise ContradictionError(said, "track.lift", track.lift, "standard or high")
    if door.heights_in[-1] < LEAST_TOP_IN:
        said = f"A top section of {say_size(door.heights_in[-1], 'in')} has no room for its roller and an opener's bracket."
        raise ContradictionError(
            said, "door.section_count", len(door.heights_in), f"a top section of {say_size(LEAST_TOP_IN, 'in')} or more"
        )
    path = path_of(door, track)
    positions = np.append(np.arange(0.0, door.height_in, STEP_IN), door.height_in)
    below = positions
    for height in door.heights_in[:-1]:
        below = path.next_joint(below, height)
    roller = path.next_joint(below, door.heights_in[-1] - TOP_ROLLER_BELOW_IN)
    hinge, top = (np.stack(path.place(u), axis=-1) for u in (below, roller))
    along = (top - hinge) / np.linalg.norm(top - hinge, axis=1, keepdims=True)
    # Outward of a section that stands is away from the garage, of one that lies is up.
    out = np.stack([-along[:, 1], along[:, 0]], axis=-1)
    corner = top + TOP_ROLLER_BELOW_IN * along + (FACE_OFF_IN + thickness_in) * out
    pivot = top + (TOP_ROLLER_BELOW_IN - BRACKET_BELOW_IN) * along + (FACE_OFF_IN - PIVOT_OFF_IN) * out
    return Travel(positions, corner, pivot)


def arm_lengths(travel: Travel, rail_in: float) -> tuple[float, float, float]:
    """The shortest arm that reaches a level rail [in] over the travel, the longest within the lean allowed closed, one to use [in]."""
    drop = rail_in - travel.pivot[:, 1]
    shortest = float(np.abs(drop).max())
    longest = float(drop[0] / np.cos(np.radians(ARM_MOST_DEG)))
    return shortest, longest, float(np.clip(drop[0] / np.cos(np.radians(ARM_DEG)), shortest, longest))


def arm_of(travel: Travel, rail_in: float, length_in: float) -> Arm:
    """The arm of a length on a rail so high [in] over the travel, its trolley always further in than the door's bracket."""
    drop = rail_in - travel.pivot[:, 1]
    across = np.sqrt(np.maximum(length_in**2 - drop**2, 0.0))
    return Arm(length_in, travel.pivot[:, 0] + across, np.degrees(np.arctan2(across, drop)))


def fastened(top: TopSection | None, width_in: float | None) -> str:
    """What the arm is fastened to, in words: what a weak section is braced with first, and a wide one besides [in]."""
    if top is None:
        return "Look what it is: bare steel is braced, upright and across, before the arm goes on."
    wide = width_in is not None and width_in > STRUT_FROM_IN and top in ("insulated", "wood")
    return FASTENED[top] + (" So wide a door usually takes a strut across its top section besides." if wide else "")
