"""From torsion to extension springs and back: the sizes, the parts, and what it changes."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.sizing.evaluate import Profile
from hinge.sizing.picks import PARTS_EACH_PAIR, ExtensionPick, pick_extension
from hinge.sizing.search import Wanted, find_sets
from hinge.sizing.sets import SpringSet
from hinge.springs.drums import DrumProfile
from hinge.text.marks import say_rule

To = Literal["torsion", "extension"]
ROOM_ABOVE_IN = 12.0  # headroom a torsion shaft and its drums take above the opening; common practice, no source
TORSION_PARTS = (
    "shaft with a bearing plate at each end",
    "centre plate on a pad of at least 2×6 fixed to framing, with its bearing",
    "left and right drum, with cables of the length given",
    "the springs with winding and stationary cones",
    "spring warning tag on the centre plate",
)
EXTENSION_PARTS = (*PARTS_EACH_PAIR, "front pulley brackets at the flag angles", "rear hangers with an adjuster hole that does not rub")
FEEL = {
    "extension": (
        "The sides work apart: rollers and set-up must be even or the door racks.",
        "A spring that breaks flies: the safety cables are part of the set.",
        "No bars are needed again; trimming goes by hook hole or cable.",
    ),
    "torsion": (
        "Both sides rise together on one shaft: the door runs level.",
        "Turns trim it by the quarter.",
        f"Needs about {say_rule(f'{ROOM_ABOVE_IN:g} in')} above the opening and solid framing at the middle.",
        "From now on springs are wound: a trained technician's work.",
    ),
}
# Class springs carry no cycle rating of their own on the tag; what the trade sells as usual. Common practice, no source.
EXTENSION_CYCLES = (5_000.0, 10_000.0, 15_000.0)


@dataclass(frozen=True)
class Conversion:
    """Both ways to carry the door, and what to take off and put on to get from one to the other."""

    to: To
    torsion: SpringSet | None
    extension: ExtensionPick
    take_off: tuple[str, ...]
    put_on: tuple[str, ...]
    changes: tuple[str, ...]


def convert(door: Door, track: Track, drum: DrumProfile, to: To, wanted: Wanted) -> Conversion:
    """What changing this door over takes.

    `torsion` is None where no stock set comes within tolerance. Raises OutOfRangeError, and ContradictionError where one
    of the two does not serve the track.
    """
    extension = pick_extension(door, track)
    torsion = next(iter(find_sets(door, track, drum, wanted).sets), None)
    off, on = (TORSION_PARTS, EXTENSION_PARTS) if to == "extension" else (EXTENSION_PARTS, TORSION_PARTS)
    return Conversion(to, torsion, extension, off, on, (*_hand(to, torsion, extension), *FEEL[to]))


def _hand(to: To, torsion: SpringSet | None, extension: ExtensionPick) -> tuple[str, ...]:
    if torsion is None:
        return ()
    after, before = (extension.profile, torsion.profile) if to == "extension" else (torsion.profile, extension.profile)

    def worst(line: Profile) -> str:
        return f"{line.heaviest_words} and {line.hottest_words}"

    return (f"In the hand, at the worst places: {worst(after)}; before, {worst(before)}.",)
