"""Doors used across the core's tests, made short, and strategies that make random ones."""

from hypothesis import strategies as st

from hinge.balance.readings import Reading
from hinge.document import read
from hinge.door.lifting_arms import OnePiece
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.sizing.evaluate import Profile, need_of, net_hand_force
from hinge.springs.counterbalance import TorsionOnShaft
from hinge.springs.counterweight import Hub
from hinge.springs.drums import Drum, DrumProfile
from hinge.springs.extension import ExtensionPair, ExtensionSpring, PairAtWork
from hinge.springs.torsion import SpringKind


def given(**parts: object) -> dict[str, object]:
    return {name: value for name, value in parts.items() if value is not None}


def build_door(height_in, section_heights_in=None, section_weights_lb=None, section_count=None, weight_lb=None, extras_lb=None) -> Door:
    lists = {"section_heights_in": section_heights_in, "section_weights_lb": section_weights_lb, "extras_lb": extras_lb}
    lists = {name: list(one) for name, one in lists.items() if one is not None}
    return read(Door, given(height_in=height_in, section_count=section_count, weight_lb=weight_lb) | lists, "door")


def build_track(radius_in, rise_in=None, lift="standard", high_lift_in=None, ease_in=None, pitch_deg=None) -> Track:
    parts = given(radius_in=radius_in, rise_in=rise_in, lift=lift, high_lift_in=high_lift_in, ease_in=ease_in, pitch_deg=pitch_deg)
    return read(Track, parts, "track")


def build_flat_drum(diameter_in, cable_in) -> DrumProfile:
    return read(Drum, {"kind": "flat", "diameter_in": diameter_in, "cable_in": cable_in}, "drum").on(TWELVE_INCH)


def build_tapered_drum(kind, diameter_in, large_diameter_in, taper_turns, cable_in, taper_used_in=None) -> DrumProfile:
    sizes = {"diameter_in": diameter_in, "large_diameter_in": large_diameter_in, "taper_turns": taper_turns, "cable_in": cable_in}
    track = TWELVE_INCH if taper_used_in is None else build_track(12, 2, "high", taper_used_in)
    return read(Drum, {"kind": kind} | sizes, "drum").on(track)


def build_measured_drum(turns, diameters_in, cable_in) -> DrumProfile:
    parts = {"kind": "measured", "turns": list(turns), "diameters_in": list(diameters_in), "cable_in": cable_in}
    return read(Drum, parts, "drum").on(TWELVE_INCH)


def build_torsion(wire_in, inside_diameter_in, length_in, material=None, dead_coils=None, count=1, where="") -> SpringKind:
    sizes = {"wire_in": wire_in, "inside_diameter_in": inside_diameter_in, "length_in": length_in, "count": count}
    return read(SpringKind, sizes | given(material=material, dead_coils=dead_coils), where.rstrip("."))


def build_hub(core_radius_in, strap_in, turns) -> Hub:
    return read(Hub, {"core_radius_in": core_radius_in, "strap_in": strap_in, "turns": turns}, "hub")


def build_extension_spring(wire_in, outside_diameter_in, coils, initial_lb=0.0) -> ExtensionSpring:
    sizes = {"wire_in": wire_in, "outside_diameter_in": outside_diameter_in, "coils": coils, "initial_lb": initial_lb}
    return read(ExtensionSpring, sizes, "spring")


def pair_of_class(class_lb, height_in, open_stretch_in=None) -> PairAtWork:
    return read(ExtensionPair, given(class_lb=class_lb, open_stretch_in=open_stretch_in), "extension").on(height_in)


def build_one_piece(height_in, weight_lb, bracket_in, pivot_in, arm_in) -> OnePiece:
    parts = {"height_in": height_in, "weight_lb": weight_lb, "bracket_in": bracket_in, "pivot_in": pivot_in, "arm_in": arm_in}
    return read(OnePiece, parts, "door")


def let_go(height_in, outcome) -> Reading:
    return Reading(height_in=height_in, outcome=outcome)


def hand_force(height_in, force_lb, direction) -> Reading:
    return Reading(height_in=height_in, force_lb=force_lb, direction=direction)


TWELVE_INCH = build_track(12, 2)
SEVEN_FOOT = build_door(84, section_count=4, weight_lb=130)
FOUR_INCH = build_flat_drum(4, 0.125)

radii = st.sampled_from([10.0, 12.0, 15.0])
standard = st.builds(build_track, radii, st.floats(0, 6), pitch_deg=st.sampled_from([0.0, 0.0, 3.0, 15.0]))
tracks = st.one_of(standard, st.builds(build_track, radii, st.just(0.0), st.just("low_headroom"), ease_in=st.floats(0.5, 2)))
high = st.builds(build_track, radii, st.floats(0, 6), st.just("high"), high_lift_in=st.floats(6, 80), pitch_deg=st.sampled_from([0.0, 5.0]))
every_track = st.one_of(tracks, high, st.builds(build_track, radii, lift=st.just("vertical")))
drums = st.builds(build_flat_drum, st.floats(3, 6), st.sampled_from([0.125, 0.15625]))
high_lift_drums = st.builds(build_tapered_drum, st.just("high_lift"), st.floats(3, 5), st.floats(6, 9), st.floats(3, 6), st.just(0.125))
vertical_drums = st.builds(build_tapered_drum, st.just("vertical"), st.floats(3, 4), st.floats(8, 11), st.floats(10, 14), st.just(0.125))


@st.composite
def measured_drums(draw: st.DrawFn) -> DrumProfile:
    """A drum measured at two to five places."""
    steps = draw(st.lists(st.floats(0.3, 4), min_size=1, max_size=4))
    turns = [sum(steps[:place]) for place in range(len(steps) + 1)]
    return build_measured_drum(turns, draw(st.lists(st.floats(3, 9), min_size=len(turns), max_size=len(turns))), 0.125)


every_drum = st.one_of(drums, high_lift_drums, vertical_drums, measured_drums())


def torsion(rate: float, turns: float, drum: DrumProfile = FOUR_INCH) -> TorsionOnShaft:
    """Torsion springs of a rate, wound so many turns."""
    return TorsionOnShaft(rate, turns, drum)


def profile_of(rate: float, turns: float) -> Profile:
    """The whole profile of the seven-foot door."""
    return need_of(SEVEN_FOOT, TWELVE_INCH).profile(torsion(rate, turns))


@st.composite
def doors(draw: st.DrawFn) -> Door:
    """A door of 3 to 8 sections of different heights and weights."""
    count = draw(st.integers(3, 8))
    heights = tuple(draw(st.lists(st.floats(15, 24), min_size=count, max_size=count)))
    weights = tuple(draw(st.lists(st.floats(15, 80), min_size=count, max_size=count)))
    return build_door(max(sum(heights), 48.0), heights, weights) if sum(heights) >= 48 else SEVEN_FOOT


__all__ = [
    "FOUR_INCH",
    "SEVEN_FOOT",
    "TWELVE_INCH",
    "Door",
    "Drum",
    "Track",
    "doors",
    "drums",
    "every_drum",
    "every_track",
    "net_hand_force",
    "profile_of",
    "torsion",
    "tracks",
]
