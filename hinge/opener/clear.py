"""What height is left under an open door, and what another track would win."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import lru_cache
from types import MappingProxyType

import numpy as np

from hinge.door.lift import joint_places
from hinge.door.sections import Door
from hinge.door.track import Track, path_of, shaft_place
from hinge.errors import HingeError
from hinge.text.marks import say_size

# What hangs under the rollers' line of an open door: hinges, rollers, the track's own flange; and its top fixture. Estimates.
UNDER_LINE_IN, TOP_FIXTURE_IN = 1.0, 2.0
# Ways to win height back, in this order. Source: common practice (handbook of the trade).
# Drum and bearing plate over the centre of the shaft; common practice, no source.
OVER_SHAFT_IN = 3.5
# Estimates of the work; new springs and drums, where the lift changes, are counted in.
SHORT_RADIUS_MINUTES, PITCHED_MINUTES, HIGH_LIFT_MINUTES = 150, 45, 240
SHORT_RADIUS_IN, PITCH_DEG, HIGH_LIFTS_IN = 12.0, 3.0, (6.0, 12.0, 24.0)


@lru_cache(maxsize=256)  # a call says it anew with every answer
def under_open_door(door: Door, track: Track) -> Mapping[str, float]:
    """Lowest points of a door that is fully open, by name [in above the floor]; remembered, and not to be written to."""
    places = joint_places(door, track, np.array([door.height_in]))[0]
    return MappingProxyType(
        {"open door": float(places[:-1, 1].min()) - UNDER_LINE_IN, "top fixture": float(places[-1, 1]) - TOP_FIXTURE_IN}
    )


def other_tracks(track: Track) -> Iterator[tuple[str, Track, int]]:
    """Tracks that are tried for more height, in words, nearest first, with the minutes each takes; the first does without a rail."""
    plain = {"radius_in": track.radius_in, "pitch_deg": track.pitch_deg}
    if track.radius_in > SHORT_RADIUS_IN or track.lift == "low_headroom":
        yield (
            f"{say_size(SHORT_RADIUS_IN, 'in')} radius with an opener on the shaft",
            Track(lift="standard", radius_in=min(track.radius_in, SHORT_RADIUS_IN)),
            SHORT_RADIUS_MINUTES,
        )
    if track.lift in ("standard", "low_headroom") and track.pitch_deg < PITCH_DEG:
        pitched = Track(lift="standard", radius_in=track.radius_in, pitch_deg=PITCH_DEG)
        yield "full-height track with a slight pitch", pitched, PITCHED_MINUTES
    if track.lift != "vertical":
        for lift_in in HIGH_LIFTS_IN:
            if lift_in > track.lifted_in:
                yield f"high lift by {say_size(lift_in, 'in')}", Track(lift="high", high_lift_in=lift_in, **plain), HIGH_LIFT_MINUTES


@dataclass(frozen=True)
class Won:
    """Another track in words: what would be left under the open door on it, how high shaft and drums reach then [in], what it takes."""

    words: str
    clear_in: float
    needs_in: float
    minutes: int
    keeps_rail: bool = True


def won(door: Door, track: Track) -> list[Won]:
    """What is left under the open door on each other track that can be built, and the height each takes."""
    found = []
    for words, other, minutes in other_tracks(track):
        try:
            rail = other.lift != "standard" or other.pitch_deg > 0
            found.append(Won(words, min(under_open_door(door, other).values()), headroom_to(door, other), minutes, keeps_rail=rail))
        except HingeError:
            continue
    return found


def headroom_to(door: Door, track: Track) -> float:
    """How high above the floor a track with its shaft and drums reaches [in]."""
    return shaft_place(path_of(door, track), track, door).z_in + OVER_SHAFT_IN
