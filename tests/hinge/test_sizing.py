"""The ideal and the search."""

import itertools

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.door.lift import required_lift
from hinge.errors import ContradictionError, OutOfRangeError
from hinge.sizing.candidates import side_by_side_of
from hinge.sizing.evaluate import net_hand_force
from hinge.sizing.ideal import conditions
from hinge.sizing.search import Wanted, find_sets
from hinge.sizing.sets import evaluate_set, requirements_of
from hinge.springs.counterbalance import spring_lift
from hinge.springs.wire import Stock, stock
from tests.support.doors import (
    FOUR_INCH,
    SEVEN_FOOT,
    TWELVE_INCH,
    build_door,
    build_torsion,
    build_track,
    doors,
    drums,
    profile_of,
    torsion,
    tracks,
)
from tests.support.words import ask

ON = (SEVEN_FOOT, TWELVE_INCH, FOUR_INCH)
SIZE = {
    "door": {"height_in": 84, "section_count": 4, "weight_lb": 130},
    "track": {"lift": "standard", "radius_in": 12},
    "drum": {"kind": "flat", "diameter_in": 4, "cable_in": 0.125},
    "cycles": 15_000,
}


@given(doors(), tracks, drums)
def test_the_ideal_meets_both_conditions(door, track, drum):
    ideal = conditions(door, track, drum).ideal()
    first = track.eased_in + 2 if track.lift == "low_headroom" else 0.0
    ends = np.array([first, door.height_in])
    lift = spring_lift(ideal.rate_lbin_per_turn, ideal.turns, drum, ends)
    assert lift == pytest.approx(required_lift(door, track, ends) + np.array([0, 0.01 * door.total_lb]))


@pytest.mark.parametrize(
    "track", [build_track(12, lift="high", high_lift_in=24), build_track(12, lift="vertical")], ids=lambda track: track.lift
)
def test_a_lift_that_a_flat_drum_does_not_serve_is_refused(track):
    with pytest.raises(ContradictionError, match=f"does not serve {track.lift} lift"):
        find_sets(SEVEN_FOOT, track, FOUR_INCH)


def test_low_headroom_leaves_the_door_seated_on_the_floor():
    track = build_track(12, lift="low_headroom")
    ideal = conditions(SEVEN_FOOT, track, FOUR_INCH).ideal()
    net = net_hand_force(SEVEN_FOOT, track, torsion(ideal.rate_lbin_per_turn, ideal.turns), np.array([0.0, 3.0]))
    assert net[0] > 0.08 * SEVEN_FOOT.total_lb
    assert net[1] == pytest.approx(0, abs=1e-6)


@given(st.floats(0.5, 3))
def test_a_heavier_door_wants_more_rate_and_the_same_turns(share):
    heavier = build_door(84, section_count=4, weight_lb=130 * share)
    one, other = conditions(*ON).ideal(), conditions(heavier, TWELVE_INCH, FOUR_INCH).ideal()
    assert other.rate_lbin_per_turn == pytest.approx(share * one.rate_lbin_per_turn)
    assert other.turns == pytest.approx(one.turns)


def test_every_proposed_set_is_within_tolerance_and_clears_the_shaft():
    found = find_sets(*ON, Wanted(most=500))
    for one in found.sets:
        assert abs(one.rate_error) <= 0.03
        for spring in one.springs:
            coils, turns = spring.active_coils, one.quarter_turns / 4
            wound = (spring.inside_diameter_in + spring.wire_in) * coils / (coils + turns) - spring.wire_in
            assert wound >= 1.0
    assert found.found >= len(found.sets) == 500


def test_ranking_puts_pairs_that_last_first_and_says_why():
    best = find_sets(*ON, Wanted(cycles=25_000)).sets[0]
    assert best.parts[0].count == 2
    assert best.weakest.life.likely >= 25_000
    assert abs(best.rate_error) < 0.01
    assert any("25 000" in reason for reason in best.reasons)


def test_a_single_leads_only_on_a_light_door():
    light = build_door(84, section_count=4, weight_lb=70)
    assert any(one.parts[0].count == 1 for one in find_sets(light, TWELVE_INCH, FOUR_INCH, Wanted(most=60)).sets)
    heavy = build_door(84, section_count=4, weight_lb=300)
    assert find_sets(heavy, TWELVE_INCH, FOUR_INCH).sets[0].parts[0].count == 2


def test_the_search_finds_what_a_plain_loop_finds():
    sizes = Stock(np.array([0.207, 0.225, 0.250]), np.array([2.0, 2.625]), np.arange(15.0, 45.0, 0.5))
    ideal = conditions(*ON).ideal().rate_lbin_per_turn
    plain = {
        (wire, inside, length, count)
        for wire, inside, length, count in itertools.product(sizes.wire_in, sizes.inside_diameter_in, sizes.length_in, (1, 2, 4))
        if abs(count * build_torsion(float(wire), float(inside), float(length)).rate_lbin_per_turn / ideal - 1) <= 0.03
    }
    found = find_sets(*ON, Wanted(most=500), sizes)
    assert {
        (spring.wire_in, spring.inside_diameter_in, spring.length_in, spring.count) for one in found.sets for spring in one.springs
    } == plain


def test_what_is_on_the_door_is_judged_the_same_way():
    best = find_sets(*ON).sets[0]
    same = evaluate_set(best.springs, requirements_of(*ON))
    assert (same.rate_error, same.quarter_turns) == pytest.approx((best.rate_error, best.quarter_turns))
    assert same.weakest.stress_psi == pytest.approx(best.weakest.stress_psi)


def test_mismatched_springs_are_judged_by_the_hardest_worked():
    strong, weak = build_torsion(0.250, 2, 40), build_torsion(0.207, 2, 24)
    judged = evaluate_set((strong, weak), requirements_of(*ON))
    alone = [evaluate_set((one,), requirements_of(*ON), judged.quarter_turns).weakest.life.likely for one in (strong, weak)]
    assert judged.weakest.life.likely == min(alone)
    assert sum(part.share for part in judged.parts) == pytest.approx(1)
    assert judged.parts[0].share == pytest.approx(strong.rate_lbin_per_turn / judged.rate_lbin_per_turn)


def test_a_short_shaft_leaves_out_long_springs():
    roomy, tight = find_sets(*ON, Wanted(most=500)), find_sets(*ON, Wanted(shaft_length_in=40, most=500))
    assert 0 < tight.found < roomy.found
    assert all(one.shaft_needed_in <= 40 for one in tight.sets)


def test_the_table_is_searched_whole():
    assert len(side_by_side_of("oil_tempered", stock(), None).count) > 70_000, "what can be bought with cones"


def test_net_force_is_zero_lift_once_the_turns_run_out():
    positions = np.array([0.0, 84.0])
    net = net_hand_force(SEVEN_FOOT, TWELVE_INCH, torsion(40.0, 2.0), positions)
    assert net[1] == pytest.approx(required_lift(SEVEN_FOOT, TWELVE_INCH, positions)[1])


def test_the_worst_places_are_on_the_line():
    line = profile_of(36.3, 7.25)
    assert line.worst_hot.force_lb == line.net_lb.min()
    assert line.worst_heavy.force_lb == line.net_lb.max()


@pytest.mark.parametrize("wrong", [{"cycles": 10}, {"rate_tolerance": 0.9}, {"shaft_length_in": 2}, {"most": 0}])
def test_wishes_out_of_range_are_refused(wrong):
    with pytest.raises(OutOfRangeError):
        ask("size", SIZE | ({"cycles": 10} if "cycles" in wrong else {"options": wrong}))
