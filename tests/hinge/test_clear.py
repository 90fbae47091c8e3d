"""What is left under an open door: by the door's own geometry, what hangs there, and what another track wins."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.door.lift import joint_places
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.errors import HingeError
from hinge.opener.clear import TOP_FIXTURE_IN, UNDER_LINE_IN, under_open_door
from hinge.text.marks import say_length
from tests.support.calls import Running
from tests.support.words import ask, words

DOOR = {"height_in": 84, "section_count": 4, "weight_lb": 130}
TRACKS = st.sampled_from(
    [
        {"lift": "standard", "radius_in": 12}, {"lift": "standard", "radius_in": 15}, {"lift": "low_headroom", "radius_in": 12},
        {"lift": "high", "radius_in": 12, "high_lift_in": 18}, {"lift": "vertical", "radius_in": 12},
    ]
)  # fmt: skip


@given(TRACKS, st.sampled_from([78.0, 84.0, 96.0]))
def test_no_part_of_the_open_door_is_lower_than_what_is_told(track, height):
    answer = ask("clearance", {"door": DOOR | {"height_in": height}, "track": track})
    joints = joint_places(Door(height_in=height, section_count=4, weight_lb=130.0), Track(**track), np.array([height]))[0]
    assert answer.clear_in == pytest.approx(min(joints[:-1, 1].min() - UNDER_LINE_IN, joints[-1, 1] - TOP_FIXTURE_IN), abs=1e-3)
    assert answer.parts[0].lowest_in == answer.clear_in
    assert answer.parts[0].part == answer.limited_by
    assert all(one.wins_in == pytest.approx(one.clear_in - answer.clear_in, abs=2e-3) and one.wins_in > 0 for one in answer.ways)
    assert [one.wins_in for one in answer.ways] == sorted((one.wins_in for one in answer.ways), reverse=True)
    assert (answer.ways and answer.ways[0].way in answer.sentence) or not answer.ways


@given(st.floats(40, 100), st.floats(40, 100), st.floats(40, 100))
def test_the_lowest_thing_there_takes_it_and_the_vehicle_is_told(rail, beam, vehicle):
    free = ask("clearance", {"door": DOOR, "track": {"lift": "standard", "radius_in": 12}})
    answer = ask(
        "clearance", {"door": DOOR, "track": {"lift": "standard", "radius_in": 12}, "rail_in": rail, "beam_in": beam, "vehicle_in": vehicle}
    )
    assert answer.clear_in == pytest.approx(min(free.clear_in, rail, beam), abs=2e-3)
    assert ("passes" in answer.sentence) == answer.vehicle_fits
    assert ("too high" in answer.sentence) != answer.vehicle_fits
    assert all(one.clear_in <= beam + 1e-3 for one in answer.ways), "a beam stays where it is"
    assert all(one.needs_in <= beam for one in answer.ways), "no shaft goes through a beam"


@given(TRACKS, st.floats(80, 140))
def test_no_way_is_told_that_finds_no_room_under_the_ceiling(track, ceiling):
    free, answer = (ask("clearance", {"door": DOOR, "track": track} | more) for more in ({}, {"ceiling_in": ceiling}))
    assert {one.way for one in answer.ways} == {one.way for one in free.ways if one.needs_in <= ceiling}
    assert ("measure that first" in free.sentence) == bool(free.ways)
    assert "measure that first" not in answer.sentence


def test_high_lift_and_a_shorter_radius_win_some_back():
    """12 in radius with an opener on the shaft, a slight pitch, or high lift: common practice."""
    fifteen = ask("clearance", {"door": DOOR, "track": {"lift": "standard", "radius_in": 15}})
    assert {"12 in radius with an opener on the shaft", "high lift by 12 in"} <= {one.way for one in fifteen.ways}
    low = ask("clearance", {"door": DOOR, "track": {"lift": "low_headroom", "radius_in": 12}})
    standard = ask("clearance", {"door": DOOR, "track": {"lift": "standard", "radius_in": 12}})
    assert low.clear_in < standard.clear_in, "low headroom loses some"
    assert ask("clearance", {"door": DOOR, "track": {"lift": "vertical", "radius_in": 12}}).ways == []


def test_what_cannot_be_is_refused_by_its_path():
    with pytest.raises(HingeError) as wrong:
        ask("clearance", {"door": DOOR, "track": {"lift": "standard", "radius_in": 12}, "beam_in": -1})
    assert wrong.value.field == "beam_in"


def test_the_call_tells_what_is_left_under_the_open_door_as_the_question_does():
    said = next(line.text for line in Running().measured().state.summary if line.label == "Clear opening")
    setup = Running().measured().state.setup
    asked = {"door": setup.door.model_dump(exclude_none=True), "track": setup.track.model_dump(exclude_none=True)}
    answer = ask("clearance", asked)
    assert said.startswith(f"about {words(say_length(math.floor(answer.clear_in), feet=True))}, the {answer.limited_by} lowest")
    assert "measure it before a high vehicle goes in" in said
    low = Running().measured(opening_height_in="6'").state.summary
    assert next(line.text for line in low if line.label == "Clear opening").startswith("about 6'0\", the opening lowest")
    assert "Clear opening" not in [line.label for line in Running().state.summary], "not before the door is measured"


@given(TRACKS, st.sampled_from([78.0, 84.0, 96.0]))
def test_the_top_fixture_hangs_an_inch_or_more_below_the_last_joint(track, height):
    """It carries the last roller under the section's edge. Common practice, no source."""
    door, rails = Door(**DOOR | {"height_in": height}), Track(**track)
    top = float(joint_places(door, rails, np.array([height]))[0][-1, 1])
    assert 1 <= top - under_open_door(door, rails)["top fixture"] <= 4
