"""Calls at doors that are not a torsion pair on standard track: what is asked, picked, hung, trimmed and guarded."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.balance.readings import reading_heights
from hinge.errors import BadInput, Contradiction, GateNotMet, OutOfRange, OutOfStep
from hinge.measure.fields import fields, read_field, write_value
from hinge.procedure.knowledge import gate_groups
from hinge.procedure.record import DoorRecord
from hinge.procedure.sheet import read_sheet
from tests.hinge.calls import MEASURES, SPRING, Running

PAIR = {"class_lb": 130, "open_stretch_in": 2}
STACK = {"plates": {"large": 4, "small": 8}, "hub": {"core_radius_in": 0.75, "strap_in": 0.2, "turns": 7.5}}
EXTENSION = {"counterbalance": "extension"}
WEIGHTS = {"counterbalance": "counterweight", "hub_core_in": "3/4", "strap_in": ".2", "hub_turns": "7.5"}
HOLDS = {"height_in": 42, "outcome": "holds"}


def at_door(**more):
    call = Running()
    for name, typed in (MEASURES | more).items():
        call.enter("measured", field=name, typed=typed)
    call.gates("hands_on")
    return call


def test_a_high_lift_door_is_asked_for_its_lift_and_drum():
    call = Running().measured()
    call.enter("measured", field="lift", typed="high")
    assert call.state.missing == ["high_lift_in", "drum_large_diameter_in", "drum_taper_turns"]
    call.enter("measured", field="high_lift_in", typed="24")
    call.enter("measured", field="listed_drum", typed="high_lift_54")
    state = call.state
    assert state.missing == []
    assert (state.setup.drum.kind, state.setup.drum.large_diameter_in) == ("high_lift", 6.0)
    assert state.wrong_setup == ""


def test_numbers_that_do_not_go_together_are_told_and_nothing_is_picked():
    call = at_door(section_heights_in="21, 21, 21, 18")
    assert "add up to 81 in, but the door is 84 in" in call.state.wrong_setup
    assert not next(stage for stage in call.state.stages if stage.name == "measure").done
    with pytest.raises(Contradiction, match="add up to 81 in"):
        call.enter("chosen", springs=[SPRING], quarter_turns=29)


def test_uneven_sections_and_what_hangs_on_them_reach_the_door():
    call = at_door(section_heights_in="24, 18, 18, 24", section_extras_lb="0, 0, 0, 20 lb")
    door = call.state.setup.door.build()
    assert door.section_heights_in == (24, 18, 18, 24)
    assert door.section_weights_lb[3] - door.section_weights_lb[0] == pytest.approx(20)


def test_a_listed_drum_gives_way_to_what_was_measured():
    assert at_door(listed_drum="flat_8").state.setup.drum.diameter_in == 4
    without = {name: typed for name, typed in MEASURES.items() if name != "drum_diameter_in"}
    sheet = read_sheet(without | {"listed_drum": "flat_8"})
    assert sheet.setup.drum.diameter_in == 8


def test_a_one_piece_door_is_said_not_to_be_covered():
    call = at_door(lift="one_piece")
    assert call.state.setup is None
    assert call.state.missing == []
    assert "not covered on a call" in call.state.wrong_setup
    with pytest.raises(Contradiction, match="under One-piece"):
        call.enter("chosen", springs=[SPRING], quarter_turns=29)


def test_a_drum_measured_turn_by_turn_serves_any_track():
    state = at_door(lift="high", high_lift_in="24", drum_profile_in="5, 4 1/2, 4").state
    assert (state.setup.drum.kind, state.setup.drum.turns) == ("measured", [0, 1, 2])
    assert (state.missing, state.wrong_setup) == ([], "")


def test_an_odd_spring_and_a_nested_one_are_both_known():
    there = {"wire_in": ".225", "inside_diameter_in": "2", "length_in": "36", "spring_count": "2"}
    odd = there | {"other_wire_in": ".207", "other_inside_diameter_in": "2", "other_length_in": "27"}
    mismatched = at_door(**odd).state.on_door
    assert [spring.count for spring in mismatched.springs] == [1, 1]
    assert not mismatched.duplex
    nested = at_door(**odd | {"spring_count": "4", "nesting": "nested"}).state.on_door
    assert [spring.count for spring in nested.springs] == [2, 2]
    assert nested.duplex


def test_a_pair_is_picked_hung_and_trimmed_through_its_own_gates():
    call = at_door(**EXTENSION)
    assert call.state.setup.drum is None
    call.enter("chosen", extension=PAIR)
    assert {group.id for group in call.state.gate_groups} == {"hands_on", "hanging", "first_lift_pair"}
    with pytest.raises(GateNotMet, match="Before springs come off"):
        call.enter("hung")
    assert call.state.hanging.steps[-1] == '2" of stretch at open, equal on both sides.'
    call.gates("hanging")
    call.enter("hung")
    with pytest.raises(GateNotMet, match="Before the first lift"):
        call.enter("reading", reading=HOLDS)
    call.gates("first_lift_pair")
    state = call.enter("reading", reading=HOLDS)
    assert state.set_up
    assert state.hung.extension.class_lb == 130
    with pytest.raises(GateNotMet):
        call.enter("trimmed", cable_holes=1)
    call.gates("hanging")
    state = call.enter("trimmed", cable_holes=1)
    assert state.hung.extension.open_stretch_in == 2.5
    assert not state.readings[0].current
    assert call.state.record_after.extension.open_stretch_in == 2.5


def test_a_pair_called_hung_by_mistake_is_taken_back():
    call = at_door(**EXTENSION)
    call.enter("chosen", extension=PAIR)
    call.gates("hanging")
    hung = call.enter("hung")
    assert hung.set_up
    back = call.enter("withdrawn", entry=hung.hung_entry, reason="touched by mistake")
    assert not back.set_up
    assert back.hung_entry == ""


@given(st.floats(60, 192))
def test_the_heights_to_read_at_reach_from_the_floor_to_open(height):
    heights = reading_heights(height)
    assert (heights[0], heights[-1]) == (0, height)
    assert (np.diff(heights) >= 5.9).all()
    assert np.diff(heights).max() <= 30
    assert any(36 <= at <= 48 for at in heights)


def test_a_stack_is_picked_and_trimmed_by_plates():
    call = at_door(**WEIGHTS)
    call.enter("chosen", counterweight=STACK)
    call.gates("stacking")
    call.enter("hung")
    assert call.state.hung.counterweight.plates.small == 8
    assert call.enter("trimmed", small_plates=-2).hung.counterweight.plates.small == 6
    with pytest.raises(Contradiction, match="trim those"):
        call.enter("trimmed", quarter_turns_per_spring=1)
    for _ in range(2):
        call.enter("trimmed", small_plates=-3)
    with pytest.raises(Contradiction, match="no such step"):
        call.enter("trimmed", small_plates=-1)


@pytest.mark.parametrize("measured", ["extension", "counterweight"])
def test_calling_a_wound_door_something_else_opens_no_gate(measured):
    call = Running().chosen()
    call.enter("measured", field="counterbalance", typed=measured)
    call.enter("gate", gate="bars", met=False)
    assert call.state.carried_by == "torsion"
    with pytest.raises(GateNotMet, match="Before winding"):
        call.enter("counted", spring="left", from_quarter=0, to_quarter=1)
    with pytest.raises(OutOfStep, match="No pair and no stack"):
        call.enter("hung")


@given(st.sets(st.sampled_from([gate.id for group in gate_groups("extension") for gate in group.gates])))
def test_nothing_is_hung_while_any_gate_it_needs_stands_open(open_gates):
    call = at_door(**EXTENSION)
    call.enter("chosen", extension=PAIR)
    call.gates("hanging")
    call.gates("first_lift_pair")
    for gate in open_gates:
        call.enter("gate", gate=gate, met=False)
    needed = {gate.id for group in gate_groups("extension") if "hung" in group.needed_for for gate in group.gates}
    if open_gates & needed:
        with pytest.raises(GateNotMet):
            call.enter("hung")
    else:
        assert call.enter("hung").set_up


def test_a_door_changed_over_goes_on_file_as_what_it_is():
    on_file = Running().wound(29).state.record_after
    call = Running(on_file)
    call.gates("hands_on")
    call.enter("measured", field="counterbalance", typed="extension")
    call.enter("chosen", extension=PAIR)
    call.gates("hanging")
    after = call.enter("hung").record_after
    assert after.measured["counterbalance"] == "extension"
    assert (after.springs, after.quarter_turns, after.extension.class_lb) == ([], None, 130)
    assert Running(after).state.hung.extension.class_lb == 130


def test_a_scale_reading_stands_beside_the_weight_on_file():
    call = Running(Running().wound(29).state.record_after)
    assert (call.state.file_weight_lb, call.state.scale_weight_lb) == (130, None)
    call.enter("measured", field="weight_lb", typed="150")
    assert (call.state.file_weight_lb, call.state.scale_weight_lb) == (130, 150)


def test_four_springs_and_a_duplex_are_each_counted_by_their_cones():
    call = at_door()
    state = call.enter("chosen", springs=[SPRING | {"count": 4}], quarter_turns=29)
    assert [one.spring for one in state.winding] == ["left", "left_outer", "right", "right_outer"]
    outer, inner = {"wire_in": 0.25, "inside_diameter_in": 3.75, "length_in": 40, "count": 2}, SPRING
    state = call.enter("chosen", springs=[outer, inner], duplex=True, quarter_turns=29)
    assert [one.spring for one in state.winding] == ["left", "right"]
    alone = call.enter("chosen", springs=[outer], quarter_turns=29).winding[0].torque_lbin[-1]
    assert state.winding[0].torque_lbin[-1] > alone


@pytest.mark.parametrize(
    ("body", "wrong"),
    [
        ({"springs": [SPRING]}, BadInput),
        ({"springs": [SPRING], "quarter_turns": 29, "extension": PAIR}, BadInput),
        ({"springs": [SPRING, SPRING], "quarter_turns": 29}, BadInput),
        ({"springs": [SPRING | {"count": 3}], "quarter_turns": 29}, BadInput),
        ({}, BadInput),
        ({"extension": {"class_lb": 900}}, OutOfRange),
        ({"counterweight": STACK | {"hub": STACK["hub"] | {"turns": 2}}}, Contradiction),
        ({"counterweight": STACK | {"plates": {"large": 0, "small": 0}}}, BadInput),
    ],
)
def test_a_choice_that_cannot_hang_is_refused(body, wrong):
    with pytest.raises(wrong):
        at_door().enter("chosen", **body)


@pytest.mark.parametrize("body", [{}, {"cable_holes": 1, "small_plates": 1}, {"cable_holes": 9}])
def test_a_trim_is_one_step_of_one_kind(body):
    with pytest.raises(BadInput):
        Running().enter("trimmed", **body)


def test_a_sheet_tells_what_it_could_not_read_and_keeps_the_rest():
    sheet = read_sheet({"height_in": "7'", "weight_lb": "heavy", "lift": "sideways", "wire_in": "", "colour": "green"})
    assert sheet.values == {"height_in": 84.0}
    assert set(sheet.problems) == {"weight_lb", "lift", "colour"}
    assert "is one of standard, low_headroom, high, vertical" in sheet.problems["lift"]
    assert sheet.setup is None


def test_only_fields_that_go_with_the_door_are_asked_for():
    torsion, pair = ({one.field for one in read_sheet(typed).asked} for typed in ({}, EXTENSION))
    assert "wire_in" in torsion - pair
    assert "class_lb" in pair - torsion
    assert "drum_diameter_in" not in pair
    assert not {"ten_coils_in", "hand_force_lb"} & (torsion | pair)


@given(st.data())
def test_every_choice_and_list_reads_back_what_it_keeps(data):
    field = data.draw(st.sampled_from([one for one in fields().values() if one.quantity in ("choice", "lengths", "weights", "turns")]))
    if field.quantity == "choice":
        value = data.draw(st.sampled_from(sorted(field.choices)))
        assert write_value(field.name, read_field(field.name, value)) == field.choices[value]
        return
    numbers = st.integers(int(field.low * 4) + 1, int(field.high * 4)).map(lambda quarters: quarters / 4)
    value = data.draw(numbers if field.quantity == "turns" else st.lists(numbers, min_size=1, max_size=6))
    assert read_field(field.name, write_value(field.name, value)) == value


def test_old_records_are_still_read():
    old = {"measured": {"weight_lb": 130.0}, "springs": [SPRING], "quarter_turns": 29}
    record = DoorRecord.model_validate(old)
    assert (record.extension, record.duplex) == (None, False)
