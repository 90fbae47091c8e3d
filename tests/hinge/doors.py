"""Doors used across the core's tests, and strategies that make random ones."""

from hypothesis import strategies as st

from hinge.door.sections import Door, build_door
from hinge.door.track import Track, build_track
from hinge.springs.drums import FlatDrum, build_flat_drum

SEVEN_FOOT = build_door(84, section_count=4, weight_lb=130)
TWELVE_INCH = build_track(12, 2)
FOUR_INCH = build_flat_drum(4, 0.125)

radii = st.sampled_from([10.0, 12.0, 15.0])
standard = st.builds(build_track, radii, st.floats(0, 6), pitch_deg=st.sampled_from([0.0, 0.0, 3.0, 15.0]))
tracks = st.one_of(standard, st.builds(build_track, radii, st.just(0.0), st.just("low_headroom"), ease_in=st.floats(0.5, 2)))
high = st.builds(build_track, radii, st.floats(0, 6), st.just("high"), high_lift_in=st.floats(6, 80), pitch_deg=st.sampled_from([0.0, 5.0]))
every_track = st.one_of(tracks, high, st.builds(build_track, radii, lift=st.just("vertical")))
drums = st.builds(build_flat_drum, st.floats(3, 6), st.sampled_from([0.125, 0.15625]))


@st.composite
def doors(draw: st.DrawFn) -> Door:
    """A door of 3 to 8 sections of different heights and weights."""
    count = draw(st.integers(3, 8))
    heights = tuple(draw(st.lists(st.floats(15, 24), min_size=count, max_size=count)))
    weights = tuple(draw(st.lists(st.floats(15, 80), min_size=count, max_size=count)))
    return build_door(max(sum(heights), 48.0), heights, weights) if sum(heights) >= 48 else SEVEN_FOOT


__all__ = ["FOUR_INCH", "SEVEN_FOOT", "TWELVE_INCH", "Door", "FlatDrum", "Track", "doors", "drums", "every_track", "tracks"]
