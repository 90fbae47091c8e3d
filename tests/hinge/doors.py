"""Doors used across the core's tests, and strategies that make random ones."""

from hypothesis import strategies as st

from hinge.door.sections import Door, build_door
from hinge.door.track import Track, build_track
from hinge.sizing.evaluate import Profile, need_of, net_hand_force
from hinge.springs.counterbalance import TorsionOnShaft
from hinge.springs.drums import Drum, build_flat_drum, build_measured_drum, build_tapered_drum

SEVEN_FOOT = build_door(84, section_count=4, weight_lb=130)
TWELVE_INCH = build_track(12, 2)
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
def measured_drums(draw: st.DrawFn) -> Drum:
    """A drum measured at two to five places."""
    steps = draw(st.lists(st.floats(0.3, 4), min_size=1, max_size=4))
    turns = [sum(steps[:place]) for place in range(len(steps) + 1)]
    return build_measured_drum(turns, draw(st.lists(st.floats(3, 9), min_size=len(turns), max_size=len(turns))), 0.125)


every_drum = st.one_of(drums, high_lift_drums, vertical_drums, measured_drums())


def torsion(rate: float, turns: float, drum: Drum = FOUR_INCH) -> TorsionOnShaft:
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
