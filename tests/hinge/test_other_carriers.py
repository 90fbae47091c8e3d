"""Extension pairs, counterweights, one-piece doors, and changing over."""

import re

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.door.track import Place
from hinge.errors import ContradictionError, HingeError, OutOfRangeError
from hinge.questions.of_call import balance_of, sizing_of
from hinge.sizing.convert import convert
from hinge.sizing.picks import pick_extension, pick_plates
from hinge.sizing.search import Wanted
from hinge.springs.counterweight import CounterweightOnDrum, plates_for, stack_drop, stack_places
from hinge.springs.extension import PairAtWork, grade_for, grades, pair_places
from hinge.springs.pivots import PivotExtension, PivotTorsion, PivotWeight
from hinge.view.build import record_after
from hinge.view.timeline import timeline
from tests.support.calls import Running
from tests.support.doors import (
    FOUR_INCH,
    SEVEN_FOOT,
    TWELVE_INCH,
    build_door,
    build_extension_spring,
    build_hub,
    build_one_piece,
    build_track,
    drums,
    pair_of_class,
)
from tests.support.words import words

HUB = build_hub(0.75, 0.2, 9)


@given(st.floats(60.5, 250))
def test_the_class_holds_the_door_with_less_than_ten_pounds_to_spare(weight):
    grade = grade_for(weight)
    assert grade.from_lb < weight <= grade.to_lb
    assert grade.to_lb - grade.from_lb == 10
    assert not any(weight <= other.to_lb < grade.to_lb for other in grades())


@given(st.floats(60, 250), st.floats(72, 144), st.floats(0, 6))
def test_the_pair_lifts_its_class_at_full_stretch_and_works_as_it_lets_go(weight, height, stretch):
    pair = pair_of_class(grade_for(weight).to_lb, height, stretch)
    assert float(pair_of_class(130, height).lift(np.array(0.0))) == pytest.approx(130)
    travel = np.linspace(0, height, 2001)
    # Two springs, each let go by half the travel.
    let_go = pair.rate_lb_per_in * (pair.closed_stretch_in**2 - pair.open_stretch_in**2)
    assert np.trapezoid(pair.lift(travel), travel) == pytest.approx(let_go, rel=1e-4)


def test_a_slack_spring_pulls_nothing():
    pair = PairAtWork(3.0, 1.0, 84.0, initial_lb=5)
    assert float(pair.lift(np.array(84.0), -1.5)) == 0
    assert float(pair.lift(np.array(84.0))) == 8


def test_a_thicker_spring_is_stiffer_and_more_coils_softer():
    base = build_extension_spring(0.177, 1.4, 120)
    assert build_extension_spring(0.187, 1.4, 120).rate_lb_per_in > base.rate_lb_per_in
    assert build_extension_spring(0.177, 1.4, 140).rate_lb_per_in < base.rate_lb_per_in
    with pytest.raises(ContradictionError, match="cannot be coiled"):
        build_extension_spring(0.3, 1.0, 120)


def test_a_spring_is_drawn_as_long_as_it_is_stretched():
    ends = pair_places(pair_of_class(130, 84), np.array([0.0, 84.0]), 96.0)
    lengths = ends[:, 1, 0] - ends[:, 0, 0]
    assert lengths == pytest.approx([25 + 44, 25 + 2])


@pytest.mark.parametrize("lift", ["high", "vertical"])
def test_extension_springs_are_refused_where_the_open_door_still_hangs(lift):
    track = build_track(12, lift=lift, high_lift_in=24 if lift == "high" else None)
    with pytest.raises(ContradictionError, match="still hangs there"):
        pick_extension(SEVEN_FOOT, track)


def test_a_door_no_pair_is_sold_for_is_refused_with_the_range():
    with pytest.raises(OutOfRangeError) as refused:
        pick_extension(build_door(84, section_count=4, weight_lb=300), TWELVE_INCH)
    assert refused.value.allowed == "50 to 250"


@given(st.floats(10, 400), st.sampled_from([18.9, 20.0, 25.5]), st.sampled_from([5.0, 4.4, 2.5]))
def test_the_stack_has_the_fewest_plates_within_two_pounds_else_the_nearest(wanted, large, small):
    """Large plates first, small on top: the most large ones that carry within a pound or two. Common practice, no source."""
    found = plates_for(wanted, large, small)
    left = abs(wanted - found.weight_lb)
    for larges in range(int(wanted / large) + 3):
        for smalls in range(int(wanted / small) + 3):
            off = abs(larges * large + smalls * small - wanted)
            if left <= 2 + 1e-6:
                assert off > 2 - 1e-6 or larges + smalls == 0 or found.large + found.small <= larges + smalls
            else:
                assert left <= off + 1e-9


def test_a_pound_left_over_is_no_reason_for_four_small_plates_more():
    found = plates_for(96, 18.9, 5.0)  # five large are 94.5; four large and four small would be 95.6
    assert (found.large, found.small) == (5, 0)


def test_ties_go_to_fewer_plates():
    found = plates_for(100, 20, 5)
    assert (found.large, found.small) == (5, 0)


@given(drums, st.floats(40, 300))
def test_the_work_of_the_stack_is_its_way_down(drum, stack):
    carrier = CounterweightOnDrum(stack, build_hub(0.75, 0.15, 12), drum)
    travel = np.linspace(0, 84, 4001)
    fallen = stack_drop(carrier.hub, drum, 84)
    assert np.trapezoid(carrier.lift(travel), travel) == pytest.approx(stack * fallen, rel=1e-4)


def test_the_stack_is_drawn_as_far_down_as_it_has_come():
    carrier = CounterweightOnDrum(115, HUB, FOUR_INCH)
    places = stack_places(carrier, 8, np.array([0.0, 84.0]), Place(3.4, 90.5))
    assert places[0, 0, 1] - places[1, 0, 1] == pytest.approx(stack_drop(HUB, FOUR_INCH, 84))


def test_the_plates_hold_the_door_at_the_floor():
    pick = pick_plates(SEVEN_FOOT, TWELVE_INCH, FOUR_INCH, HUB)
    assert abs(pick.profile.net_lb[0]) <= 2.5
    assert pick.plates.weight_lb == pytest.approx(pick.wanted_lb, abs=2.5)


def test_a_strap_that_runs_out_is_refused_with_the_turns():
    with pytest.raises(ContradictionError, match=r"4 turns of strap run out before the door is open: it takes 6.98"):
        pick_plates(SEVEN_FOOT, TWELVE_INCH, FOUR_INCH, build_hub(1, 0.1, 4))


@pytest.mark.parametrize("to", ["torsion", "extension"])
def test_a_conversion_names_what_comes_off_and_goes_on(to):
    there = convert(SEVEN_FOOT, TWELVE_INCH, FOUR_INCH, to, Wanted())
    back = convert(SEVEN_FOOT, TWELVE_INCH, FOUR_INCH, "extension" if to == "torsion" else "torsion", Wanted())
    assert there.take_off == back.put_on
    assert there.put_on == back.take_off
    assert any("safety cables" in part for part in (there.put_on if to == "extension" else there.take_off))
    assert there.extension.grade.to_lb == 130
    assert "hot" in there.changes[0]
    assert "; before, " in there.changes[0]


one_piece_doors = st.builds(build_one_piece, st.floats(78, 96), st.floats(80, 300), st.floats(0, 8), st.floats(40, 44), st.floats(45, 60))


@given(one_piece_doors)
def test_torque_about_the_pivots_is_the_slope_of_the_energy(door):
    angles = door.angles()[1:-1]
    slope = (door.energy(angles + 1e-6) - door.energy(angles - 1e-6)) / 2e-6
    assert door.torque(angles) == pytest.approx(slope, rel=1e-4, abs=1e-2)
    gain = float(door.energy(np.array(door.open_rad)) - door.energy(np.array(door.closed_rad)))
    fine = door.angles(2001)
    assert np.trapezoid(door.torque(fine), fine) == pytest.approx(gain, rel=1e-4)


@given(one_piece_doors, st.floats(6, 20), st.floats(20, 60))
def test_a_weight_or_a_spring_without_free_length_balances_all_the_way(door, lug, anchor):
    angles = door.angles()
    weight = PivotWeight(kind="weight", weight_lb=door.peak_torque_lbin / 10, arm_in=10)
    spring = PivotExtension(
        kind="extension", rate_lb_per_in=door.peak_torque_lbin / (lug * anchor), free_in=0, lug_in=lug, anchor_in=anchor
    )
    assert weight.torque(angles) == pytest.approx(door.torque(angles), abs=1e-6 * door.peak_torque_lbin)
    assert spring.torque(angles) == pytest.approx(door.torque(angles), abs=1e-6 * door.peak_torque_lbin)


def test_a_torsion_spring_at_the_pivots_balances_only_on_the_whole():
    door = build_one_piece(84, 160, 4, 44, 40)
    angles = door.angles(2001)
    spring = PivotTorsion(kind="torsion", rate_lbin_per_turn=2400, turns=1.0)
    left = door.torque(angles) - spring.torque(angles)
    assert left.min() < 0 < left.max()


def test_an_arm_that_does_not_reach_is_refused():
    with pytest.raises(ContradictionError, match="does not reach from its pivot at 60 in"):
        build_one_piece(84, 160, 4, 60, 40)


def test_a_hub_taken_as_usual_says_what_its_doubt_does():
    call = Running().measured(carried_now="counterweight", usual_hub="small", hub_turns="9")
    sizing = sizing_of(call.call)
    low, high = map(float, re.search(r"may be (\d+) to (\d+) lb", words(sizing.doubt)).groups())
    assert low < sizing.counterweight.wanted_lb < high
    assert "chest height" in sizing.doubt
    call.say("measured", field="hub_core_in", typed="1")
    narrower = re.search(r"may be (\d+) to (\d+) lb", words(sizing_of(call.call).doubt))
    assert float(narrower[2]) - float(narrower[1]) < high - low
    call.say("measured", field="strap_in", typed=".06")
    assert sizing_of(call.call).doubt == ""


def test_a_strap_that_starts_further_out_pulls_with_a_longer_arm():
    call = Running().measured(carried_now="counterweight", hub_core_in="1", strap_in=".06", hub_turns="9")
    near = sizing_of(call.call).counterweight.wanted_lb
    call.say("measured", field="strap_start_in", typed="1/2")
    assert sizing_of(call.call).counterweight.wanted_lb == pytest.approx(near * 1.54 / 2.04)


def test_a_counterweight_door_is_judged_at_chest_height_and_never_told_of_springs():
    call = Running().measured(carried_now="counterweight", hub_core_in="1", strap_in=".06", hub_turns="9")
    option = sizing_of(call.call).counterweight.id
    call.say("picked", option=option)
    said = []
    call.put_on()
    said.append(call.state)
    assert call.state.holds_at_in == 54, "the height the page asks for first is one that counts"
    call.lift_gates()
    call.say("reading", reading={"height_in": 42, "outcome": "holds"})
    with pytest.raises(ContradictionError, match="chest height"):
        call.say("proof", proof="reversal", passed=True)
    assert any("chest height" in one for one in call.state.to_close)
    call.say("reading", reading={"height_in": 54, "outcome": "holds"})
    call.powered().say("proof", proof="reversal", passed=True)
    said += [call.state, balance_of(call.call), sizing_of(call.call)]
    for one in said:
        told = one.model_dump_json(exclude={"record_after", "asked", "hung", "torsion", "offers"})
        assert "spring" not in told.replace('"springs":[]', "").replace('"springs":null', "").lower()


def test_both_schools_of_stretch_say_what_they_do_and_can_be_picked():
    call = Running().measured(carried_now="extension")
    two, none = sizing_of(call.call).extension.schools
    assert words(two.name) == '2" left at open'
    assert "0 lb at open, slack" in words(none.says)
    call.say("picked", option=none.option)
    assert call.call.plan.plan.pair.open_stretch_in == 0
    call.say("picked", option=two.option)
    assert call.call.plan.plan.pair.open_stretch_in == 2


@given(st.floats(0, 30), st.floats(0, 20), st.floats(72, 96))
def test_a_one_piece_door_keeps_its_lengths_and_its_energy_all_the_way(bracket_in, over_in, height_in):
    pivot = bracket_in + 38.0
    door = build_one_piece(height_in, 160.0, bracket_in, pivot, 38.0 + over_in)
    angles = door.angles(9)
    spots = door.places(angles)
    lengths = np.linalg.norm(np.diff(spots[:, [0, 1, 3]], axis=1), axis=2)
    assert np.allclose(lengths[:, 0], door.arm_in)
    assert np.allclose(np.linalg.norm(spots[:, 2] - spots[:, 3], axis=1), height_in)
    inside = spots[:, 1, 1] <= height_in + 1e-9
    assert np.allclose(spots[inside, 3, 1], height_in), "its top edge rolls level"
    assert np.allclose(spots[0, 1:, 0], 0.0, atol=1e-3), "closed, it stands upright"
    # What it weighs times how high its middle is, is the energy the torque is the slope of.
    middle = (spots[:, 2, 1] + spots[:, 3, 1]) / 2
    assert np.allclose(160.0 * middle[inside], door.energy(angles)[inside])


def pair_in_hole(hole: str = "4") -> Running:
    """A pair that was read as found, and may be trimmed."""
    running = Running().measured(carried_now="extension", class_lb="130", **({"hook_hole": hole} if hole else {}))
    running.work_gates()
    return running


def test_the_hook_hole_is_the_setting_and_the_file_follows_the_trim():
    running = pair_in_hole()
    running.trimmed(+1)
    assert running.call.line.counts == {"left": 5, "right": 5}
    after = record_after(running.call)
    assert (after.measured["hook_hole"], after.on_door.pair.open_stretch_in) == (5.0, 2.5)
    later = Running(after)
    later.work_gates()
    later.trimmed(-2)
    last = record_after(later.call)
    assert (last.measured["hook_hole"], last.on_door.pair.open_stretch_in) == (3.0, 1.5)
    said = [line.text for line in timeline(later.record, later.entries).lines]
    assert "Left side: 5 to 3" in said, "strokes in a row are one line"


def test_a_hole_seen_after_the_hooks_were_moved_gives_them_other_numbers_and_moves_nothing():
    running = pair_in_hole("")
    running.trimmed(+2)
    stretch = running.call.line.as_it_stands().pair.open_stretch_in
    running.say("measured", field="hook_hole", typed="6")
    assert running.call.line.counts == {"left": 6, "right": 6}
    assert running.call.line.set_up
    assert running.call.line.as_it_stands().pair.open_stretch_in == stretch == 3.0
    entry = running.call.claims["hook_hole"][-1].signed.entry
    running.say("withdrawn", entry=entry, reason="the other side")
    assert running.call.line.as_it_stands().pair.open_stretch_in == stretch


def test_there_is_no_hole_before_the_first_and_another_pair_hangs_in_a_hole_nobody_saw():
    running = pair_in_hole("2")
    with pytest.raises(HingeError, match="slackest is the first"):
        running.say("aimed", targets={"left": 0, "right": 0})
    running.say("chosen", extension={"class_lb": 140, "open_stretch_in": 2})
    running.put_on()
    assert "hook_hole" not in record_after(running.call).measured
    running.say("measured", field="hook_hole", typed="3")
    assert record_after(running.call).measured["hook_hole"] == 3.0
