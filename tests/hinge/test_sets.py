"""Sets on one shaft: what each spring carries, four and nested ones, and like-for-like beside the advice."""

import re

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.errors import ContradictionError
from hinge.sizing.candidates import nested_near
from hinge.sizing.compare import alternatives, difference_words, like_for_like_of, same_wire
from hinge.sizing.search import Wanted, find_sets
from hinge.sizing.sets import evaluate_set, rate_of, require_room, requirements_of
from hinge.springs.words import set_id
from hinge.stock.rates import compile_rates, parse_rate_table
from hinge.stock.van import StockSpring
from tests.support.doors import FOUR_INCH, SEVEN_FOOT, TWELVE_INCH, build_door, build_flat_drum, build_torsion, build_track
from tests.support.words import ask, words

DOOR = (SEVEN_FOOT, TWELVE_INCH, FOUR_INCH)
ON = requirements_of(*DOOR)
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
    judged = evaluate_set(tuple(kinds), ON)
    assert sum(part.share for part in judged.parts) == pytest.approx(1)
    assert judged.rate_lbin_per_turn == pytest.approx(sum(spring.rate_lbin_per_turn * spring.count for spring in kinds))
    assert all(judged.weakest.life.likely <= part.life.likely for part in judged.parts)


def test_a_nested_set_adds_its_rates_and_takes_the_room_of_its_outer_springs():
    nested, beside = evaluate_set((OUTER, INNER), ON, duplex=True), evaluate_set((OUTER, INNER), ON)
    assert nested.rate_lbin_per_turn == beside.rate_lbin_per_turn
    assert nested.shaft_needed_in < beside.shaft_needed_in
    assert nested.shaft_needed_in == pytest.approx(evaluate_set((OUTER,), ON, nested.quarter_turns).shaft_needed_in)


@pytest.mark.parametrize(
    ("kinds", "message"),
    [
        ((INNER, OUTER), "does not go into one of 2 in inside"),
        ((OUTER, build_torsion(0.25, 2, 40)), "as many inner springs as outer ones"),
        ((OUTER,), "as many inner springs as outer ones"),
    ],
)
def test_springs_that_do_not_nest_are_refused(kinds, message):
    with pytest.raises(ContradictionError, match=message):
        evaluate_set(kinds, ON, duplex=True)


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
    judged = evaluate_set((build_torsion(0.25, 2, 60, count=2),), ON)
    with pytest.raises(ContradictionError, match=r"take 12\d\.\d in of shaft wound.*there are 100 in"):
        require_room(judged, 100)


def test_the_doors_width_bounds_new_springs_but_calls_none_that_hangs_too_long():
    asked = {"door": {"height_in": 84, "section_count": 4, "weight_lb": 130}, "track": {"lift": "standard", "radius_in": 12}}
    asked |= {"drum": {"kind": "flat", "diameter_in": 4, "cable_in": 0.125}, "cycles": 15000, "width_in": 96}
    asked |= {"on_door": [{"wire_in": 0.225, "inside_diameter_in": 2, "length_in": 46, "count": 2}]}
    answer = ask("size", asked)
    assert answer.on_door.shaft_needed_in > 96
    assert all(one.shaft_needed_in <= 96 for one in answer.sets)
    with pytest.raises(ContradictionError, match="there are 96 in"):
        ask("size", asked | {"options": {"shaft_length_in": 96}})


def test_like_for_like_of_a_mismatched_set_has_two_meanings_by_name():
    there = evaluate_set((build_torsion(0.225, 2, 36), build_torsion(0.207, 2, 27)), ON)
    larger, of_rate = like_for_like_of(there, ON)
    assert [(spring.wire_in, spring.length_in, spring.count) for spring in larger.judged.springs] == [(0.225, 36, 2)]
    assert larger.name == "A pair of the larger old spring"
    assert [spring.count for spring in of_rate.judged.springs] == [2]
    assert of_rate.judged.rate_lbin_per_turn == pytest.approx(there.rate_lbin_per_turn, rel=0.02)
    assert of_rate.name == "A pair with the old joint rate"


def test_on_low_headroom_a_pair_of_the_larger_is_too_strong_and_two_inches_more_are_right():
    """Pair of 0.225 × 1 3/4 × 29 where a mismatched 0.207/0.225 pair hung; 27 in rejected as too strong. Common practice, no source."""
    track = build_track(12, lift="low_headroom")
    advised = (build_torsion(0.225, 1.75, 29, count=2),)
    weight = (
        130 * rate_of(advised) / requirements_of(build_door(84, section_count=4, weight_lb=130), track, FOUR_INCH).ideal.rate_lbin_per_turn
    )
    on = requirements_of(build_door(84, section_count=4, weight_lb=weight), track, FOUR_INCH)
    there = evaluate_set((build_torsion(0.225, 1.75, 27), build_torsion(0.207, 1.75, 27)), on)
    larger = like_for_like_of(there, on)[0]
    assert [spring.length_in for spring in larger.judged.springs] == [27]
    assert "8 % stronger than this door wants" in larger.why(on, track)
    assert "On low headroom" in larger.why(on, track)
    assert [spring.length_in for spring in same_wire(larger.judged, on).springs] == [29]
    assert larger.judged.profile.worst_hot.force_lb < same_wire(larger.judged, on).profile.worst_hot.force_lb - 4
    assert "right for this door" in like_for_like_of(same_wire(larger.judged, on), on, larger.judged.own_quarter_turns)[0].why(on, track)


def test_a_comparison_is_told_beside_the_ideal_with_its_turns():
    asked = {"door": {"height_in": 84, "section_count": 4, "weight_lb": 130}, "track": {"lift": "standard", "radius_in": 12}}
    asked |= {"drum": {"kind": "flat", "diameter_in": 4, "cable_in": 0.125}, "cycles": 15000}
    asked |= {"on_door": [{"wire_in": wire, "inside_diameter_in": 2, "length_in": 30, "count": 1} for wire in (0.225, 0.207)]}
    answer = ask("compare", asked)
    assert answer.ideal.quarter_turns == 29
    assert [one.name for one in answer.likes] == ["A pair of the larger old spring", "A pair with the old joint rate"]
    assert answer.same_wire.springs[0].wire_in == 0.225
    assert abs(answer.same_wire.rate_error) < 0.02


def test_every_set_can_be_reached_by_what_it_is():
    whole = find_sets(*DOOR, Wanted(most=5000))
    assert len(whole.sets) == whole.found
    singles = find_sets(*DOOR, Wanted(most=5000, count=1))
    assert {spring.count for one in singles.sets for spring in one.springs} == {1}
    by_count = [find_sets(*DOOR, Wanted(count=count)).found for count in whole.counts]
    assert sum(by_count) == whole.found
    by_wire = [find_sets(*DOOR, Wanted(wire_in=wire)).found for wire in whole.wires_in]
    assert sum(by_wire) == whole.found
    assert all(by_wire)
    lasting = find_sets(*DOOR, Wanted(cycles=25_000, lasting=True, most=5000))
    assert all(one.weakest.life.likely >= 25_000 for one in lasting.sets)


@pytest.mark.parametrize(
    ("sort", "of"),
    [
        ("wire", lambda one: one.springs[0].wire_in),
        ("length", lambda one: one.springs[0].length_in),
        ("rate", lambda one: round(abs(one.rate_error), 9)),
        ("cycles", lambda one: one.weakest.life.likely),
        ("turns", lambda one: one.quarter_turns),
    ],
)
def test_sets_are_sorted_by_a_column_either_way_and_turned_page_by_page(sort, of):
    whole = [of(one) for one in find_sets(*DOOR, Wanted(most=5000, sort=sort)).sets]
    assert whole == sorted(whole)
    falling = [of(one) for one in find_sets(*DOOR, Wanted(most=5000, sort=sort, falling=True)).sets]
    assert falling == sorted(falling, reverse=True)
    pages = [of(one) for skip in range(0, len(whole), 100) for one in find_sets(*DOOR, Wanted(most=100, sort=sort, skip=skip)).sets]
    assert pages == whole


def test_a_set_asked_for_by_name_is_judged_beside_the_list():
    asked = {"door": {"height_in": 84, "section_count": 4, "weight_lb": 130}, "track": {"lift": "standard", "radius_in": 12}}
    asked |= {"drum": {"kind": "flat", "diameter_in": 4, "cable_in": 0.125}, "cycles": 15000}
    named = find_sets(*DOOR, Wanted(most=500)).sets[300]
    answer = ask("size", asked | {"options": {"option": set_id(named.springs)}})
    assert answer.picked.springs == list(named.springs)
    assert answer.picked.quarter_turns == named.quarter_turns
    assert ask("size", asked | {"options": {"option": "nothing"}}).picked is None


def test_alternatives_keep_the_rate_and_are_ordered_by_life():
    like = evaluate_set((build_torsion(0.225, 2, 36, count=2),), ON)
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
    quarters=st.integers(1, 48),
    weight_lb=st.integers(80, 260),
    other_in=st.sampled_from([None, 0.2, 0.243]),
)
def test_like_for_like_says_what_its_figures_say(wire_in, length_in, quarters, weight_lb, other_in):
    """No minus sign, nothing hot that is not, the right side, and never "right" of a set that is wound wrong."""
    on = requirements_of(build_door(84, section_count=4, weight_lb=weight_lb), TWELVE_INCH, FOUR_INCH)
    old = (
        (build_torsion(wire_in, 2, length_in, count=2),)
        if other_in is None
        else tuple(build_torsion(wire, 2, length_in) for wire in (wire_in, other_in))
    )
    for one in like_for_like_of(evaluate_set(old, on), on, quarters):
        _says_its_figures(one, on, quarters)


def _says_its_figures(one, on, quarters):
    like, said = one.judged, words(one.why(on, TWELVE_INCH))
    assert said.startswith(f"{one.name}: ")
    assert "-" not in said.replace("quarter-turns", "")
    assert ("right for this door" in said) == (abs(like.rate_error) <= 0.01 and abs(quarters - like.own_quarter_turns) <= 1)
    assert ("stronger" in said) == (like.rate_error > 0.01)
    assert ("weaker" in said) == (like.rate_error < -0.01)
    net = like.profile.net_lb
    if "right for this door" not in said:
        before = said
        assert f"wound {quarters} quarter-turns" in said
        if abs(like.rate_error) > 0.01:
            assert f"{abs(like.rate_error) * 100:.0f} % " in said
            assert f"({like.rate_lbin_per_turn:.1f} lb·in per turn against {on.ideal.rate_lbin_per_turn:.1f})" in said
        wants = f"{like.own_quarter_turns} would suit it" in said
        assert wants == (abs(quarters - like.own_quarter_turns) > 1)
        assert ("nowhere hot" in before) == (-net.min() < 0.5)
        assert ("nowhere heavy" in before) == (net.max() < 0.5)
        hot, heavy = re.search(r"(\d+) lb hot", before), re.search(r"(\d+) lb heavy", before)
        assert hot is None or float(hot[1]) == pytest.approx(-net.min(), abs=0.51)
        assert heavy is None or float(heavy[1]) == pytest.approx(net.max(), abs=0.51)


@given(
    old=st.builds(
        build_torsion, st.sampled_from([0.207, 0.225, 0.25]), st.sampled_from([1.75, 2.0]), st.integers(20, 60), count=st.just(2)
    ),
    quarters=st.integers(12, 48),
)
def test_the_difference_in_one_line_follows_its_figures(old, quarters):
    there, advised = evaluate_set((old,), ON, quarters), find_sets(*DOOR).sets[0]
    said = difference_words(there, advised)
    off = advised.rate_lbin_per_turn / there.rate_lbin_per_turn - 1
    differs = re.search(r"(\d+) % (harder|less)", said)
    share = int(differs[1]) if differs else 0
    assert share == pytest.approx(abs(off) * 100, abs=0.51)
    assert ("harder" in said) == (off > 0 and share > 0)
    assert ("less" in said) == (off < 0 and share > 0)
    if quarters < advised.quarter_turns / 2:
        assert not re.search("turn|lasts", said), "springs that are being wound say nothing of turns or life"
        return
    more = advised.quarter_turns - quarters
    assert ("more and lasts" in said, "fewer and lasts" in said) == (more > 0, more < 0)
    assert more == 0 or f"{abs(more)} quarter-turn" in said
    longer, shorter = re.search(r"about ([\d.]+) times", said), re.search(r"about (\d+) % as long", said)
    true = advised.weakest.life.likely / there.weakest.life.likely
    if longer:
        assert float(longer[1]) == pytest.approx(true, abs=0.051)
    elif shorter:
        assert int(shorter[1]) / 100 == pytest.approx(true, abs=0.0051)
    else:
        assert 0.8 <= true <= 1.25


def test_a_smoothed_line_keeps_its_ends_and_its_middle_and_loses_its_waves():
    line = evaluate_set((build_torsion(0.207, 2, 27.5, count=2),), ON).profile
    smooth = line.smoothed_lb
    assert (smooth[0], smooth[-1]) == pytest.approx((line.net_lb[0], line.net_lb[-1]))
    middle = (line.positions_in > 21) & (line.positions_in < 63)
    assert np.mean(smooth[middle]) == pytest.approx(np.mean(line.net_lb[middle]), abs=1)
    assert np.ptp(smooth[middle]) < np.ptp(line.net_lb[middle]) / 2


@pytest.mark.parametrize(("length_in", "stronger"), [(20, True), (44, False)])
def test_the_floor_of_a_low_headroom_door_is_named_where_springs_are_too_strong_and_nowhere_else(length_in, stronger):
    track = build_track(12, lift="low_headroom", ease_in=3)
    on = requirements_of(DOOR[0], track, DOOR[2])
    same = like_for_like_of(evaluate_set((build_torsion(0.207, 2, length_in, count=2),), on), on, 30)[0]
    assert (same.judged.rate_error > 0) == stronger
    assert ("resting on the floor" in same.why(on, track)) == stronger


def test_nested_springs_are_on_the_van_only_with_those_that_go_inside():
    found = next(one for one in find_sets(*HEAVY, Wanted(cycles=25_000, shaft_length_in=90, most=60)).sets if one.duplex)

    def on_the_van(*parts):
        van = tuple(
            StockSpring(wire_in=one.wire_in, inside_diameter_in=one.inside_diameter_in, length_in=one.length_in, count=one.count)
            for one in parts
        )
        wanted = Wanted(cycles=25_000, shaft_length_in=90, most=60, van=van)
        return any(one.in_van and one.springs == found.springs for one in find_sets(*HEAVY, wanted).sets)

    outer, inner = found.springs
    assert on_the_van(outer, inner)
    assert not on_the_van(outer)
    assert not on_the_van(inner)
