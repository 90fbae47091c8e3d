"""Where an opener on a rail goes: against an independent solver, the trade's facts, and whatever door there is."""

import math

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from scipy.optimize import brentq

from hinge.door.sections import Door
from hinge.door.track import Track, path_of
from hinge.errors import HingeError
from hinge.opener.rail import ARM_MOST_DEG, FACE_OFF_IN, TOP_ROLLER_BELOW_IN, arm_lengths, arm_of, travel_of
from tests.support.words import ask

DOOR = {"height_in": 84, "section_count": 4, "weight_lb": 130}
TRACK = {"lift": "standard", "radius_in": 12}
DOORS = st.builds(
    lambda height, count, radius, high: (
        Door(height_in=height, section_count=count, weight_lb=150.0),
        Track(lift="high", radius_in=radius, high_lift_in=high) if high else Track(lift="standard", radius_in=radius),
    ),
    st.sampled_from([78.0, 84.0, 96.0, 120.0]),
    st.integers(4, 5),
    st.sampled_from([10.0, 12.0, 15.0]),
    st.sampled_from([0.0, 12.0, 24.0]),
)


@given(DOORS)
def test_the_top_section_is_where_an_independent_solver_puts_it(given_door):
    door, track = given_door
    travel, path = travel_of(door, track, thickness_in=2.0), path_of(door, track)

    def at(u):
        x, z = path.place(np.array([u]))
        return np.array([x[0], z[0]])

    for row in range(0, len(travel.positions_in), 37):
        below = travel.positions_in[row]
        for long in [*door.heights_in[:-1], door.heights_in[-1] - TOP_ROLLER_BELOW_IN]:
            start = below
            below = brentq(lambda u, start=start, long=long: np.hypot(*(at(u) - at(start))) - long, start + long - 1e-6, start + 2 * long)
        hinge, roller = at(start), at(below)
        lean = np.arctan2(roller[0] - hinge[0], roller[1] - hinge[1])
        along, out = np.array([np.sin(lean), np.cos(lean)]), np.array([-np.cos(lean), np.sin(lean)])
        assert travel.outer_corner[row] == pytest.approx(roller + TOP_ROLLER_BELOW_IN * along + (FACE_OFF_IN + 2.0) * out, abs=1e-4)


@given(DOORS)
def test_an_arm_reaches_over_the_whole_travel_and_never_leans_too_far_closed(given_door):
    door, track = given_door
    travel = travel_of(door, track)
    rail = travel.highest[0] + 2.5
    shortest, longest, use = arm_lengths(travel, rail)
    assume(shortest <= longest)
    arm = arm_of(travel, rail, use)
    assert shortest <= use <= longest
    assert arm.off_vertical_deg[0] <= ARM_MOST_DEG + 1e-9
    assert np.hypot(arm.trolley_x_in - travel.pivot[:, 0], rail - travel.pivot[:, 1]) == pytest.approx(use)
    assert (np.diff(arm.trolley_x_in) > 0).all(), "the trolley goes one way as the door goes up"
    assert travel.highest[0] >= travel.outer_corner[0, 1]


def test_the_bracket_goes_above_the_highest_point_by_the_rule_of_its_kind():
    """2½ in over a sectional door, 2 in over a canopy, 6 in over a one-piece: common practice, the maker's figure wins."""
    sectional = ask("placement", {"door": DOOR, "track": TRACK})
    assert sectional.bracket_in - sectional.highest_in == pytest.approx(2.5)
    assert ask("placement", {"kind": "canopy", "highest_in": 90}).bracket_in == 92
    assert ask("placement", {"kind": "one_piece", "highest_in": 90}).bracket_in == 96
    assert ask("placement", {"kind": "one_piece", "highest_in": 90, "bracket_above_in": 1.5}).bracket_in == 91.5
    assert sectional.arm.closed_deg <= sectional.arm.most_closed_deg == 30
    bounds = {row.what: row.bound_in for row in sectional.dimensions}
    assert (bounds["Eyes"], bounds["Wall control"], bounds["Release handle"], bounds["Outlet"]) == (6, 60, 72, 72)
    higher = ask("placement", {"door": DOOR | {"height_in": 96}, "track": TRACK})
    assert "extension" in next(row.says for row in higher.dimensions if row.what == "Rail")


def test_what_was_measured_goes_before_what_was_worked_out():
    computed = ask("placement", {"door": DOOR, "track": TRACK}).highest_in
    measured = ask("placement", {"door": DOOR, "track": TRACK, "highest_in": computed + 2})
    assert measured.highest_in == pytest.approx(computed + 2)
    assert measured.bracket_in == pytest.approx(computed + 4.5)
    assert "measure once more, the measured one stands" in measured.sentence
    near = ask("placement", {"door": DOOR, "track": TRACK, "highest_in": computed + 0.5})
    assert "once more" not in near.sentence


@pytest.mark.parametrize(
    ("around", "what", "cure"),
    [
        ({"ceiling_in": 93}, "Ceiling", "opener on the shaft"),
        ({"beam": {"underside_in": 90, "from_door_in": 60}}, "Beam", "opener on the shaft"),
        ({"vehicle_in": 92}, "Vehicle", "beyond the rail"),
    ],
)
def test_what_is_in_the_way_is_named_with_how_much_and_what_cures_it(around, what, cure):
    free = {one.what for one in ask("placement", {"door": DOOR, "track": TRACK}).in_the_way}
    answer = ask("placement", {"door": DOOR, "track": TRACK} | around)
    (row,) = [one for one in answer.in_the_way if one.what == what]
    assert what not in free
    assert row.short_by_in > 0
    assert cure in row.cure
    assert what.lower() in answer.sentence
    beyond = (
        {"beam": {"underside_in": 90, "from_door_in": 390}} if what == "Beam" else {next(iter(around)): 400 if what == "Ceiling" else 20}
    )
    assert what not in {one.what for one in ask("placement", {"door": DOOR, "track": TRACK} | beyond).in_the_way}


@given(DOORS, st.one_of(st.none(), st.floats(20, 200)), st.one_of(st.none(), st.floats(0.5, 12)))
def test_an_arm_is_told_only_where_it_reaches_and_leans_no_further_than_is_said(given_door, highest_in, above_in):
    door, track = given_door
    answer = ask("placement", {
        "door": {"height_in": door.height_in, "section_count": door.section_count, "weight_lb": 150.0}, "track": track.model_dump(),
        "highest_in": highest_in, "bracket_above_in": above_in,
    })  # fmt: skip
    if answer.arm is None:
        assert "No arm" in answer.sentence
        assert answer.reach_in is None
    else:
        assert answer.arm.shortest_in <= answer.arm.use_in <= answer.arm.longest_in
        assert all(one.off_vertical_deg >= 0 for one in answer.arm.at)
        assert answer.arm.closed_deg <= 30
        assert "No arm" not in answer.sentence


def test_a_bracket_in_the_spring_s_line_is_told_how_high_clears_it():
    on = {"door": DOOR, "track": TRACK, "highest_in": 88}
    (row,) = ask("placement", on).in_the_way
    assert (row.what, row.short_by_in) == ("Spring line", pytest.approx(2.25))
    assert "Set the bracket at 7'8 3/4\" or higher" in row.cure
    assert ask("placement", on | {"bracket_above_in": 4.8}).in_the_way == []


@pytest.mark.parametrize(
    ("asked", "field"),
    [
        ({}, "door"),
        ({"kind": "canopy"}, "highest_in"),
        ({"door": DOOR, "track": {"lift": "vertical", "radius_in": 12}}, "track.lift"),
        ({"door": DOOR, "track": TRACK, "ceiling_in": -3}, "ceiling_in"),
    ],
)
def test_what_cannot_be_placed_is_refused_by_its_path(asked, field):
    with pytest.raises(HingeError) as wrong:
        ask("placement", asked)
    assert wrong.value.field == field


def test_the_rail_of_a_file_is_drawn_with_its_arm_on_the_way():
    asked = {"door": DOOR, "track": TRACK, "rail_in": 120, "positions_in": [0, 42, 84]}
    rail = ask("side_view", asked).rail
    assert rail.z_in == pytest.approx(ask("placement", {"kind": "sectional", "door": DOOR, "track": TRACK}).bracket_in, abs=1e-3)
    lengths = {round(math.dist((door.x_in, door.z_in), (trolley.x_in, trolley.z_in)), 1) for door, trolley in rail.arm}
    assert len(lengths) == 1, "an arm is as long at every height"
    assert [trolley.z_in for _, trolley in rail.arm] == [pytest.approx(rail.z_in)] * 3
    assert ask("side_view", asked | {"rail_in": None}).rail is None
    assert ask("side_view", asked | {"track": {"lift": "vertical", "radius_in": 12}}).rail is None


@pytest.mark.parametrize(
    ("top", "width_in", "words", "braced_first"),
    [
        (None, 108, "Look what it is", False),
        ("bare", 108, "a strut across, before the arm goes on", True),
        ("insulated", 108, "never on a skin alone.", False),
        ("insulated", 192, "So wide a door usually takes a strut", False),
        ("wood", 192, "So wide a door usually takes a strut", False),
        ("braced", 192, "the arm goes to its bracket.", False),
    ],
)
def test_what_the_arm_pulls_on_is_braced_where_it_is_weak(top, width_in, words, braced_first):
    """A bracket or strut where the opener pulls on the top section: handbook of the trade, repair; common practice."""
    told = ask("placement", {"door": DOOR, "track": TRACK, "width_in": width_in} | ({"top_section": top} if top else {}))
    says = next(one.says for one in told.dimensions if one.what == "Top section")
    assert words in says
    assert ("strut" in says) == ("strut" in words)
    assert ("braced before the arm goes on" in told.sentence) == braced_first
