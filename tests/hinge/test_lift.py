"""The lift profile: energy, limits, and what is refused."""

import numpy as np
import pytest
from hypothesis import given

from hinge.door.lift import joint_distances, joint_places, potential_energy, required_lift
from hinge.door.track import path_of
from hinge.errors import BadInputError, ContradictionError, OutOfRangeError
from tests.support.doors import SEVEN_FOOT, TWELVE_INCH, build_door, build_track, doors, every_track


@given(doors(), every_track)
def test_work_of_the_lift_is_the_gain_of_energy(door, track):
    positions = np.linspace(0, door.height_in, 4001)
    work = np.trapezoid(required_lift(door, track, positions), positions)
    gain = np.diff(potential_energy(door, track, positions[[0, -1]]))[0]
    assert work == pytest.approx(gain, rel=1e-4)


@given(doors(), every_track)
def test_lift_is_the_slope_of_energy_everywhere(door, track):
    positions = np.linspace(1, door.height_in - 1, 50)
    # At the ease itself the top section turns at once: the slope jumps there.
    positions = positions[np.abs(positions - track.eased_in) > 1e-4]
    slope = (potential_energy(door, track, positions + 1e-5) - potential_energy(door, track, positions - 1e-5)) / 2e-5
    assert required_lift(door, track, positions) == pytest.approx(slope, abs=1e-3 * door.total_lb)


@given(doors(), every_track)
def test_sections_stay_rigid_on_the_path(door, track):
    places = joint_places(door, track, np.linspace(0, door.height_in, 60))
    lengths = np.hypot(*np.moveaxis(np.diff(places, axis=1), -1, 0))
    assert lengths == pytest.approx(np.broadcast_to(door.heights_in, lengths.shape), abs=1e-8)


@given(doors(), every_track)
def test_joints_keep_their_order(door, track):
    assert (np.diff(joint_distances(door, path_of(door, track), np.linspace(0, door.height_in, 40)), axis=0) > 0).all()


def test_many_thin_sections_become_a_chain():
    # A chain: lift = weight × height it spans / its length, from top end to bottom end.
    door = build_door(192, tuple([12.0] * 16), tuple([10.0] * 16))
    track = build_track(24, 0)
    positions = np.array([40.0, 80.0, 120.0])
    _, z = path_of(door, track).place(np.stack([positions, positions + 192]))
    chain = door.total_lb * (z[1] - z[0]) / 192
    assert required_lift(door, track, positions) == pytest.approx(chain, rel=0.09)


def test_lift_starts_near_the_weight_and_ends_small():
    lift = required_lift(SEVEN_FOOT, TWELVE_INCH, np.array([0.0, 84.0]))
    assert 0.95 * 130 < lift[0] <= 130
    assert 0 < lift[1] < 0.15 * 130


def test_an_array_is_answered_as_its_elements_are():
    positions = np.linspace(0, 84, 23)
    one_by_one = [required_lift(SEVEN_FOOT, TWELVE_INCH, np.array([at]))[0] for at in positions]
    assert required_lift(SEVEN_FOOT, TWELVE_INCH, positions) == pytest.approx(one_by_one)


def test_a_vertical_lift_door_weighs_the_same_all_the_way():
    lift = required_lift(SEVEN_FOOT, build_track(12, lift="vertical"), np.linspace(0, 84, 30))
    assert lift == pytest.approx(130)


def test_high_lift_keeps_the_whole_weight_until_the_top_section_turns():
    lift = required_lift(SEVEN_FOOT, build_track(12, 2, "high", high_lift_in=24), np.linspace(0, 84, 85))
    assert lift[:14] == pytest.approx(130)
    assert lift[40] < 130


def test_low_headroom_loses_half_the_top_section_within_the_first_inches():
    track = build_track(12, lift="low_headroom", ease_in=1)
    lift = required_lift(SEVEN_FOOT, track, np.array([0.5, 1.5]))
    assert lift[0] - lift[1] == pytest.approx(130 / 4 / 2)


def test_a_number_that_does_not_go_with_the_lift_is_refused():
    with pytest.raises(ContradictionError, match="goes with a high track"):
        build_track(12, high_lift_in=24)
    with pytest.raises(ContradictionError, match="needs its high lift"):
        build_track(12, lift="high")
    with pytest.raises(BadInputError, match="'standard'"):
        build_track(12, lift="sideways")


@pytest.mark.parametrize("position", [-0.1, 84.1, float("nan")])
def test_a_position_off_the_travel_is_named(position):
    with pytest.raises(OutOfRangeError, match="outside"):
        required_lift(SEVEN_FOOT, TWELVE_INCH, np.array([3.0, position]))


def test_sections_that_do_not_add_up_are_refused_with_both_numbers():
    with pytest.raises(ContradictionError, match=r"add up to 80 in, but the door is 84 in"):
        build_door(84, (20.0,) * 4, weight_lb=130)


def test_disagreeing_counts_and_weights_are_refused():
    with pytest.raises(ContradictionError, match="disagree"):
        build_door(84, (21.0,) * 4, section_count=5, weight_lb=130)
    with pytest.raises(ContradictionError, match="weigh 120 lb together"):
        build_door(84, section_weights_lb=(30.0,) * 4, weight_lb=130)
    with pytest.raises(ContradictionError, match="Neither"):
        build_door(84, section_count=4)


def test_a_bend_larger_than_the_door_is_refused():
    with pytest.raises(OutOfRangeError):
        build_track(60)
    with pytest.raises(ContradictionError, match="no vertical track"):
        path_of(build_door(48, section_count=4, weight_lb=60).model_copy(update={"height_in": 30.0}), build_track(40, 2))
