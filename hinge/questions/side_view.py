"""Where is everything of a door, seen from the side, for drawing?"""

from __future__ import annotations

from typing import Annotated

import numpy as np
from pydantic import BaseModel

from hinge.arrays import Floats
from hinge.document import Between, Document, Positions
from hinge.door.lift import joint_places
from hinge.door.sections import Door
from hinge.door.track import Lift, Place, Track, path_of, shaft_place, track_line
from hinge.errors import ContradictionError
from hinge.opener.rail import BRACKET_ABOVE_IN, arm_lengths, arm_of, travel_of
from hinge.questions.question import Question
from hinge.springs.counterweight import Stack, stack_places
from hinge.springs.drums import Drum
from hinge.springs.extension import REAR_HANG_IN, ExtensionPair, pair_places


class SideViewQuestion(Document):
    """Where is everything, seen from the side, for drawing?"""

    door: Door
    track: Track
    drum: Drum | None = None
    extension: ExtensionPair | None = None
    counterweight: Stack | None = None
    rail_in: Annotated[float, Between(12, 400, "in")] | None = None
    positions_in: Positions


class RailOut(BaseModel):
    """An opener's rail: how high it hangs and how far it reaches [in]; the arm at each position, the door's end first."""

    z_in: float
    to_in: float
    arm: list[list[Place]]


class SideViewAnswer(BaseModel):
    """The tracks as lines of places, the joints at each position, the shaft and drum, and how far everything reaches.

    `pair` is the ends of an extension spring at each position, front end first; `stack` the top and bottom of the plates.
    `explains` says why the balance line on such a track looks as it does.
    """

    lift: Lift
    tracks: list[list[Place]]
    shaft: Place | None
    drum_radius_in: float
    back_in: float
    top_in: float
    joints: list[list[Place]]
    pair: list[list[Place]] | None = None
    stack: list[list[Place]] | None = None
    rail: RailOut | None = None
    explains: list[str]


WAVES = "The waves are the sections rounding the bend one after another; a hand on the door feels mostly the middle of them."


STEP = "The step at the floor is the top section: it lies down on the upper track within the first inches, and weighs no more."


def side_view(asked: SideViewQuestion) -> SideViewAnswer:
    """Places to draw [in]."""
    door, track = asked.door, asked.track
    drum = asked.drum.on(track) if asked.drum else None
    joints = joint_places(door, track, np.asarray(asked.positions_in)).round(3)
    lines = [line.round(3) for line in track_line(door, track)]
    shaft = shaft_place(path_of(door, track), track, door) if drum else None
    reach = np.concatenate(lines)
    top = max(float(reach[:, 1].max()), shaft.z_in if shaft else 0.0) + (drum.widest_in if drum else 2.0)
    if asked.extension is not None:
        top = max(top, door.height_in + REAR_HANG_IN + 2.0)
    positions = np.asarray(asked.positions_in)
    pair = stack = None
    if asked.extension is not None:
        pair = pair_places(asked.extension.on(door.height_in), positions, float(reach[:, 0].max())).round(3)
    if asked.counterweight is not None and drum is not None and shaft is not None:
        plates = asked.counterweight.plates
        drawn = stack_places(asked.counterweight.on(drum, door.height_in, "counterweight."), plates.large + plates.small, positions, shaft)
        stack = drawn.round(3)
    rail = _rail(asked, positions) if asked.rail_in is not None else None
    return SideViewAnswer(
        lift=track.lift,
        tracks=[_places(line) for line in lines],
        shaft=shaft,
        drum_radius_in=drum.closed_radius_in if drum else 0.0,
        back_in=max(float(reach[:, 0].max()), rail.to_in if rail else 0.0),
        top_in=max(top, rail.z_in + 2.0 if rail else 0.0),
        joints=[_places(places) for places in joints],
        pair=None if pair is None else [_places(places) for places in pair],
        stack=None if stack is None else [_places(places) for places in stack],
        rail=rail,
        explains=[*([WAVES] if track.lift != "vertical" else []), *([STEP] if track.lift == "low_headroom" else [])],
    )


def _rail(asked: SideViewQuestion, positions_in: Floats) -> RailOut | None:
    """Where a rail goes over this door, with the arm one would use; nothing on a track no trolley's arm is worked out for."""
    try:
        travel = travel_of(asked.door, asked.track)
    except ContradictionError:
        return None
    height = travel.highest[0] + BRACKET_ABOVE_IN["sectional"]
    shortest, longest, use = arm_lengths(travel, height)
    if shortest > longest:
        return RailOut(z_in=height, to_in=asked.rail_in or 0.0, arm=[])
    arm = arm_of(travel, height, use)
    columns = (travel.pivot[:, 0], travel.pivot[:, 1], arm.trolley_x_in)
    x, z, trolley = (np.interp(positions_in, travel.positions_in, column).round(3).tolist() for column in columns)
    drawn = [[Place(x_in=at, z_in=up), Place(x_in=end, z_in=height)] for at, up, end in zip(x, z, trolley, strict=True)]
    return RailOut(z_in=height, to_in=asked.rail_in or 0.0, arm=drawn)


def _places(places: Floats) -> list[Place]:
    return [Place(x_in=x, z_in=z) for x, z in places.tolist()]


QUESTION = Question(SideViewQuestion, SideViewAnswer, side_view)
