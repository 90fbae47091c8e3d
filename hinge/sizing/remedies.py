"""What would let a door have springs that last: more room on the shaft, one spring inside the other, a larger drum."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from hinge.document import read
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.errors import HingeError
from hinge.sizing.search import Wanted, lasting_sets
from hinge.sizing.sets import CONES_AND_BEARING_IN
from hinge.springs.drums import Drum, DrumProfile, DrumSizes, named_drums
from hinge.springs.torsion import wound_length
from hinge.text.marks import say_size

RemedyKind = Literal["longer_shaft", "larger_drum", "less_life"]


@dataclass(frozen=True)
class Remedy:
    """One change after which sets last as long as asked: what, and how much of it; `shaft_in` [in], `drum` by its name on the list."""

    kind: RemedyKind
    sentence: str
    shaft_in: float | None = None
    drum: str = ""
    cycles: float | None = None


def remedies_of(door: Door, track: Track, drum: DrumProfile, wanted: Wanted) -> tuple[Remedy, ...]:
    """What would give sets likely to last the cycles asked, each by itself, where there are none."""
    found = [_longer_shaft(door, track, drum, wanted), *_larger_drums(door, track, drum, wanted), _less_life(door, track, drum, wanted)]
    return tuple(one for one in found if one is not None)


def _shortest(door: Door, track: Track, drum: DrumProfile, wanted: Wanted) -> float | None:
    """The room [in] the shortest of the sets takes that last; None where none does."""
    near, turns = lasting_sets(door, track, drum, wanted)
    if not len(near.count):
        return None
    return float(np.min(near.count * wound_length(near.length_in, near.wire_in, turns)) + CONES_AND_BEARING_IN)


def _longer_shaft(door: Door, track: Track, drum: DrumProfile, wanted: Wanted) -> Remedy | None:
    if wanted.shaft_length_in is None:
        return None
    shortest = _shortest(door, track, drum, replace(wanted, shaft_length_in=None))
    if shortest is None:
        return None
    room = float(np.ceil(shortest * 2) / 2)
    more = room - wanted.shaft_length_in
    sentence = f"With {say_size(room, 'in')} between the plates, {say_size(more, 'in')} more than there is, springs last as long."
    return Remedy("longer_shaft", sentence, shaft_in=room)


def _larger_drums(door: Door, track: Track, drum: DrumProfile, wanted: Wanted) -> list[Remedy]:
    found = []
    for name, listed in named_drums().items():
        if listed.kind != drum.kind:
            continue
        try:
            sizes = listed.model_dump(include=set(DrumSizes.model_fields))
            profile = read(Drum, sizes | {"cable_in": drum.cable_in}).on(track)
            if profile.widest_in <= drum.widest_in:
                continue
            if _shortest(door, track, profile, wanted) is not None:
                found.append(Remedy("larger_drum", f"On drums “{listed.label}” springs last as long.", drum=name))
        except HingeError:
            continue
    return found[:1]


def _less_life(door: Door, track: Track, drum: DrumProfile, wanted: Wanted) -> Remedy | None:
    near, turns = lasting_sets(door, track, drum, replace(wanted, cycles=0.0))
    if not len(near.count):
        return None
    longest = float(near.cycles(turns, wanted.material).max())
    cycles = f"{longest // 100 * 100:,.0f}".replace(",", " ")
    return Remedy("less_life", f"As it is, the longest-lived set lasts about {cycles} cycles.", cycles=longest)
