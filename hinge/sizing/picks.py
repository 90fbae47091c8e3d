"""Which extension pair or which plates carry this door, and how far the match is from even."""

from __future__ import annotations

from dataclasses import dataclass

from hinge.door.sections import Door
from hinge.door.track import Track, path_of, shaft_place
from hinge.errors import ContradictionError
from hinge.sizing.evaluate import Profile, need_of
from hinge.springs.counterweight import (
    BELOW_DISCS_IN,
    LARGE_PLATE_LB,
    SMALL_PLATE_LB,
    CounterweightOnDrum,
    Hub,
    Plates,
    plates_for,
    require_strap,
    stack_drop,
)
from hinge.springs.drums import DrumProfile
from hinge.springs.extension import OPEN_STRETCH_IN, CableRun, ExtensionPair, Grade, PairAtWork, cables_for, grade_for
from hinge.text.marks import say_length, say_rule

# Beyond this share of the weight a door that wants up is nothing a plate cures: the hub does not follow it. Estimate.
FOLLOWS_SHARE = 0.25
PARTS_EACH_PAIR = (
    "two springs of the class",
    "two lifting cables",
    "four pulleys",
    "two safety cables, one through each spring, both ends to framing",
)


@dataclass(frozen=True)
class ExtensionPick:
    """The class for a weighed door, set up the usual way, its cables, and the balance it gives."""

    grade: Grade
    pair: PairAtWork
    cables: CableRun
    profile: Profile


@dataclass(frozen=True)
class PlatePick:
    """The stack wanted [lb], the plates that come nearest and what is left over [lb], the stack's way down [in], the balance."""

    wanted_lb: float
    plates: Plates
    remainder_lb: float
    drop_in: float
    carrier: CounterweightOnDrum
    profile: Profile

    @property
    def cannot_lb(self) -> float:
        """How hot the door is at the worst where a plain hub cannot follow it [lb]; zero where it can."""
        hot = -self.profile.worst_hot.force_lb
        return hot if hot > FOLLOWS_SHARE * float(self.profile.net_lb[0] + self.carrier.lift(self.profile.positions_in[:1])[0]) else 0.0


def pick_extension(door: Door, track: Track, open_stretch_in: float = OPEN_STRETCH_IN, relaxed_in: float | None = None) -> ExtensionPick:
    """The pair for this door.

    Parameters: stretch left at open and relaxed length of a spring [in]. Raises OutOfRangeError, and ContradictionError
    for a track on which a pair does not lift to the end.
    """
    require_extension_track(track)
    grade = grade_for(door.total_lb)
    pair = ExtensionPair(class_lb=grade.to_lb, open_stretch_in=open_stretch_in).on(door.height_in)
    return ExtensionPick(grade, pair, cables_for(door.height_in, relaxed_in), need_of(door, track).profile(pair))


def require_extension_track(track: Track) -> None:
    """Refuse extension springs where the door still hangs when open. Raises ContradictionError."""
    if track.lift in ("high", "vertical"):
        raise ContradictionError(
            f"Extension springs have next to no pull left at open, and a {track.lift}-lift door still hangs there.",
            "track.lift",
            track.lift,
            "standard or low_headroom",
            "",
        )


def pick_plates(
    door: Door, track: Track, drum: DrumProfile, hub: Hub, large_lb: float = LARGE_PLATE_LB, small_lb: float = SMALL_PLATE_LB
) -> PlatePick:
    """The stack for this door: what the floor asks for, F(0)·r_drum/r_hub, in whole plates [lb].

    Raises OutOfRangeError, and ContradictionError where the strap runs out or the stack has not so far to fall.
    """
    require_strap(hub, drum, door.height_in)
    require_room_to_fall(door, track, drum, hub)
    need, wanted = need_of(door, track), wanted_stack(door, track, drum, hub)
    plates = plates_for(wanted, large_lb, small_lb)
    carrier = CounterweightOnDrum(plates.weight_lb, hub, drum, small_lb)
    return PlatePick(wanted, plates, wanted - plates.weight_lb, stack_drop(hub, drum, door.height_in), carrier, need.profile(carrier))


def require_room_to_fall(door: Door, track: Track, drum: DrumProfile, hub: Hub) -> None:
    """Refuse a hub from which the stack falls further than its shaft is high. Raises ContradictionError."""
    drop, room = stack_drop(hub, drum, door.height_in), shaft_place(path_of(door, track), track, door).z_in
    if drop > room:
        said = (
            f"The stack comes down {say_length(drop, feet=True)} while the door opens, and the shaft is {say_length(room, feet=True)} up."
        )
        raise ContradictionError(said, "hub.core_radius_in", hub.core_radius_in, "a hub on which it comes down less", "in")


def wanted_stack(door: Door, track: Track, drum: DrumProfile, hub: Hub) -> float:
    """The stack the floor asks for, F(0)·r_drum/r_hub [lb]."""
    return float(need_of(door, track).lift_lb[0] * drum.closed_radius_in / hub.radius_after(0.0))


SET_UP = (
    f"Wind the strap until the top plate stands about {say_rule(f'{BELOW_DISCS_IN:g} in')} below the guide discs with the door closed.",
    "Check the balance at chest height, then add or take off one small plate at a time.",
    "The stack must run free in its guide all the way down and up.",
)
