"""Sets on one shaft: what each spring carries, four and nested ones, and like-for-like beside the advice."""

import re

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.errors import Contradiction
from hinge.questions.ask import ask
from hinge.sizing.candidates import nested_near
from hinge.sizing.compare import alternatives, like_for_like, why
from hinge.sizing.search import Wanted, find_sets
from hinge.sizing.sets import fix, judge, require_room
from hinge.springs.rates import compile_rates, parse_rate_table
from hinge.springs.vanstock import StockSpring
from tests.hinge.doors import FOUR_INCH, SEVEN_FOOT, TWELVE_INCH, build_door, build_flat_drum, build_torsion, build_track

ON = fix(SEVEN_FOOT, TWELVE_INCH, FOUR_INCH)
HEAVY = (build_door(168, section_count=8, weight_lb=620), build_track(15), build_flat_drum(5.25, 0.1875))
OUTER, INNER = build_torsion(0.375, 3.75, 40, count=2), build_torsion(0.25, 2, 40, count=2)
springs = st.builds(
    build_torsion,
    st.sampled_from([0.1875, 0.207, 0.225, 0.25]),
    st.sampled_from([1.75, 2.0, 2.625]),
    st.floats(18, 60),
    count=st.integers(1, 2),
)


@given(st.lists(springs, min_size=1, max_size=3))
def test_shares_add_to_one_and_the_weakest_sets_the_life(kinds):
    judged = judge(tuple(kinds), ON)
    assert sum(part.share for part in judged.parts) == pytest.approx(1)
    assert judged.rate_lbin_per_turn == pytest.approx(sum(spring.rate_lbin_per_turn * spring.count for spring in kinds))
    assert all(judged.weakest.life.likely <= part.life.likely for part in judged.parts)


def test_a_nested_set_adds_its_rates_and_takes_the_room_of_its_outer_springs():
    nested, beside = judge((OUTER, INNER), ON, duplex=True), judge((OUTER, INNER), ON)
    assert nested.rate_lbin_per_turn == beside.rate_lbin_per_turn
    assert nested.shaft_needed_in < beside.shaft_needed_in
    assert nested.shaft_needed_in == pytest.approx(judge((OUTER,), ON, nested.quarter_turns).shaft_needed_in)


@pytest.mark.parametrize(
    ("kinds", "message"),
    [
        ((INNER, OUTER), "does not go into one of 2 in inside"),
        ((OUTER, build_torsion(0.25, 2, 40)), "as many inner springs as outer ones"),
        ((OUTER,), "as many inner springs as outer ones"),
    ],
)
def test_springs_that_do_not_nest_are_refused(kinds, message):
    with pytest.raises(Contradiction, match=message):
        judge(kinds, ON, duplex=True)


def test_every_nested_candidate_nests_and_comes_near_the_rate():
    near = nested_near(160.0, 0.03, "oil_tempered")
    assert len(near.count) > 1000
    assert (np.abs(near.rate_lbin_per_turn / 160 - 1) <= 0.03).all()
    assert (near.inner_inside_diameter_in + 2 * near.inner_wire_in < near.inside_diameter_in).all()


def test_a_heavy_door_on_a_short_shaft_is_offered_nested_springs():
    found = find_sets(*HEAVY, Wanted(cycles=25_000, shaft_length_in=90, most=60))
    assert any(one.duplex for one in found.sets)
    assert all(one.shaft_needed_in <= 90 for one in found.sets)
    assert {sum(part.count for part in one.parts) for one in find_sets(*HEAVY, Wanted(cycles=100_000, most=500)).sets} & {4}


def test_a_light_door_is_never_offered_nested_springs():
    assert not any(one.duplex for one in find_sets(SEVEN_FOOT, TWELVE_INCH, FOUR_INCH, Wanted(most=500)).sets)


def test_springs_longer_than_the_shaft_are_refused_with_both_lengths():
    judged = judge((build_torsion(0.25, 2, 60, count=2),), ON)
    with pytest.raises(Contradiction, match=r"take 12\d\.\d in of shaft wound.*there are 100 in"):
        require_room(judged, 100)


def test_the_doors_width_bounds_new_springs_but_calls_none_that_hangs_too_long():
    asked = {"door": {"height_in": 84, "section_count": 4, "weight_lb": 130}, "track": {"lift": "standard", "radius_in": 12}}
    asked |= {"drum": {"kind": "flat", "diameter_in": 4, "cable_in": 0.125}, "cycles": 15000, "width_in": 96}
    asked |= {"on_door": [{"wire_in": 0.225, "inside_diameter_in": 2, "length_in": 46, "count": 2}]}
    answer = ask("size", asked)
    assert answer.on_door.shaft_needed_in > 96
    assert all(one.shaft_needed_in <= 96 for one in answer.sets)
    with pytest.raises(Contradiction, match="there are 96 in"):
        ask("size", asked | {"options": {"shaft_length_in": 96}})


def test_like_for_like_of_a_mismatched_set_is_a_matched_one_of_the_same_rate():
    there = judge((build_torsion(0.225, 2, 36), build_torsion(0.207, 2, 27)), ON)
    like = like_for_like(there, ON)
    assert [spring.count for spring in like.springs] == [2]
    assert like.rate_lbin_per_turn == pytest.approx(there.rate_lbin_per_turn, rel=0.02)


def test_on_low_headroom_like_for_like_runs_hot_and_the_advice_says_why():
    track = build_track(12, lift="low_headroom")
    on = fix(SEVEN_FOOT, track, FOUR_INCH)
    standard = find_sets(SEVEN_FOOT, TWELVE_INCH, FOUR_INCH).sets[0]
    like = like_for_like(judge(standard.springs, on), on)
    advised = find_sets(SEVEN_FOOT, track, FOUR_INCH).sets[0]
    assert like.profile.worst_hot.force_lb < advised.profile.worst_hot.force_lb - 4
    assert advised.rate_lbin_per_turn < like.rate_lbin_per_turn
    assert "On low headroom" in why(like, advised, track)
    assert why(advised, advised, track) == "Like-for-like is right for this door."


def test_alternatives_keep_the_rate_and_are_ordered_by_life():
    like = judge((build_torsion(0.225, 2, 36, count=2),), ON)
    found = alternatives(like, ON, Wanted())
    assert len(found) > 5
    # A quarter inch of rounding is at most this much of the rate of the shortest one.
    assert all(abs(one.judged.rate_lbin_per_turn / like.rate_lbin_per_turn - 1) < 0.04 for one in found)
    for one in found:
        assert 8 <= one.spring.length_in <= 144
        assert abs(one.spring.length_in - one.exact_length_in) <= 0.25
        exact = one.spring.model_copy(update={"length_in": one.exact_length_in})
        assert exact.rate_lbin_per_turn == pytest.approx(like.springs[0].rate_lbin_per_turn)
    lives = [one.judged.weakest.life.likely for one in found]
    assert lives == sorted(lives, reverse=True)


VAN = (
    StockSpring(wire_in=0.207, inside_diameter_in=2.0, length_in=60.0, count=1),
    StockSpring(wire_in=0.225, inside_diameter_in=2.0, length_in=20.0, count=5),
)


def test_only_sets_that_can_be_cut_from_the_van_are_found_there():
    found = find_sets(SEVEN_FOOT, TWELVE_INCH, FOUR_INCH, Wanted(van=VAN, from_van_only=True, most=500))
    assert found.sets
    for one in found.sets:
        spring = one.springs[0]
        assert (spring.wire_in, spring.inside_diameter_in) == (0.207, 2.0)
        assert spring.count * (spring.length_in + 0.5) <= 60.0
    assert any("in the van" in reason for reason in found.sets[0].reasons)


def test_what_is_in_the_van_goes_before_what_is_not():
    best = find_sets(SEVEN_FOOT, TWELVE_INCH, FOUR_INCH, Wanted(van=VAN)).sets[0]
    assert best.springs[0].wire_in == 0.207


def test_the_suppliers_rate_beats_the_formula_and_both_are_kept():
    table = compile_rates(parse_rate_table("wire_in,inside_diameter_in,rate_per_coil_lbin_per_turn\n0.207,2,2000\n"))
    found = find_sets(SEVEN_FOOT, TWELVE_INCH, FOUR_INCH, Wanted(table=table, most=500))
    listed = [spring for one in found.sets for spring in one.springs if (spring.wire_in, spring.inside_diameter_in) == (0.207, 2.0)]
    assert listed
    for spring in listed:
        assert spring.rate_lbin_per_turn == pytest.approx(2000 / spring.active_coils)
        assert spring.table_difference == pytest.approx(2000 / 2327.7 - 1, abs=1e-3)
    others = [spring for one in found.sets for spring in one.springs if spring.wire_in == 0.225]
    assert all(spring.table_rate_lbin_per_turn is None for spring in others)


@given(
    wire_in=st.sampled_from([0.192, 0.207, 0.218, 0.225, 0.234, 0.25]),
    length_in=st.integers(18, 44),
    quarters=st.integers(12, 48),
    weight_lb=st.integers(80, 260),
)
def test_like_for_like_says_what_its_figures_say(wire_in, length_in, quarters, weight_lb):
    """No minus sign, nothing hot that is not, the right side, and never "right" of a set that is wound wrong."""
    on = fix(build_door(84, section_count=4, weight_lb=weight_lb), TWELVE_INCH, FOUR_INCH)
    like = judge((build_torsion(wire_in, 2, length_in, count=2),), on, quarters)
    said = why(like, judge(like.springs, on), TWELVE_INCH)
    assert "-" not in said.replace("Like-for-like", "").replace("quarter-turns", "").replace("lb hot", "")
    assert ("right for this door" in said) == (abs(like.rate_error) <= 0.01 and abs(quarters - like.own_quarter_turns) <= 1)
    assert ("stronger" in said) == (like.rate_error > 0.01)
    assert ("weaker" in said) == (like.rate_error < -0.01)
    net = like.profile.net_lb
    if "right for this door" not in said:
        before = said.split("; with the advised")[0]
        assert ("nowhere hot" in before) == (-net.min() < 0.5)
        assert ("nowhere heavy" in before) == (net.max() < 0.5)
        hot, heavy = re.search(r"(\d+) lb hot", before), re.search(r"(\d+) lb heavy", before)
        assert hot is None or float(hot[1]) == pytest.approx(-net.min(), abs=0.51)
        assert heavy is None or float(heavy[1]) == pytest.approx(net.max(), abs=0.51)
