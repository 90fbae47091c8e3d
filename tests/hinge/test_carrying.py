"""Calls at doors that are not a torsion pair on standard track: what is asked, picked, hung, trimmed and guarded."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.balance.readings import reading_heights
from hinge.carriers.torsion import wound
from hinge.document import read
from hinge.errors import BadInputError, ContradictionError, GateNotMetError, OutOfRangeError, OutOfStepError
from hinge.file.record import DoorRecord, measured_of, read_record
from hinge.file.sheet import read_sheet
from hinge.measure.fields import fields, read_field, write_value
from hinge.site.gates import gate_groups
from hinge.springs.torsion import SpringKind
from hinge.view.steps import procedures_of
from tests.support.calls import HOLDS, MEASURED, MEASURES, SPRING, Running
from tests.support.words import words

PAIR = {"class_lb": 130, "open_stretch_in": 2}
STACK = {"plates": {"large": 4, "small": 8}, "hub": {"core_radius_in": 0.75, "strap_in": 0.2, "turns": 7.5}}
EXTENSION = {"carried_now": "extension"}
WEIGHTS = {"carried_now": "counterweight", "hub_core_in": "3/4", "strap_in": ".2", "hub_turns": "7.5"}


def at_door(**more):
    call = Running()
    for name, typed in (MEASURES | more).items():
        call.say("measured", field=name, typed=typed)
    call.gates("hands_on")
    return call


def test_a_high_lift_door_is_asked_for_its_lift_and_drum():
    call = Running().measured()
    call.say("measured", field="lift", typed="high")
    assert call.state.missing == ["high_lift_in", "drum_large_diameter_in", "drum_taper_turns"]
    call.say("measured", field="high_lift_in", typed="24")
    call.say("measured", field="listed_drum", typed="high_lift_54")
    state = call.state
    assert state.missing == []
    assert (state.setup.drum.kind, state.setup.drum.large_diameter_in) == ("high_lift", 6.0)
    assert state.wrong_setup == ""
    assert state.said.drum == '4" high-lift drum narrowing from 6"'


def test_numbers_that_do_not_go_together_are_told_and_nothing_is_picked():
    call = at_door(section_heights_in="21, 21, 21, 18")
    assert "add up to 81 in, but the door is 84 in" in call.state.wrong_setup
    assert not next(stage for stage in call.state.stages if stage.name == "measure").done
    with pytest.raises(ContradictionError, match="add up to 81 in"):
        call.say("chosen", springs=[SPRING], quarter_turns=29)


def test_springs_that_could_not_be_wound_are_told_in_measure():
    call = at_door(wire_in=".6", inside_diameter_in="1", length_in="30", spring_count="2")
    assert "does not go with 0.6 in wire" in call.state.wrong_setup
    call.say("measured", field="inside_diameter_in", typed="6")
    assert call.state.wrong_setup == ""


def test_uneven_sections_and_what_hangs_on_them_reach_the_door():
    door = at_door(section_heights_in="24, 18, 18, 24", section_extras_lb="0, 0, 0, 20 lb").state.setup.door
    assert door.heights_in == (24, 18, 18, 24)
    assert door.weights_lb[3] - door.weights_lb[0] == pytest.approx(20)


def test_a_listed_drum_gives_way_to_what_was_measured():
    assert at_door(listed_drum="flat_8").state.setup.drum.diameter_in == 4
    without = {name: typed for name, typed in MEASURES.items() if name != "drum_diameter_in"}
    sheet = read_sheet(without | {"listed_drum": "flat_8"})
    assert sheet.setup.drum.diameter_in == 8


def test_drums_are_named_by_what_they_are_and_not_by_the_lift():
    assert at_door(lift="vertical", **WEIGHTS).state.said.drum == '4" flat drum'
    assert at_door(drum_profile_in="5, 4 1/2, 4").state.said.drum == "measured drum, 3 diameters"
    assert Running().state.said.drum == "not measured yet"
    listed = {name: typed for name, typed in MEASURES.items() if name != "drum_diameter_in"} | {"listed_drum": "flat_525"}
    call = Running()
    for name, typed in listed.items():
        call.say("measured", field=name, typed=typed)
    assert call.state.said.drum == '5 1/4" flat drum'


def test_springs_are_said_to_be_where_and_wound_the_way_the_trade_has_them():
    state = Running().wound(3).state
    assert [(one.name, one.right_side, one.left_hand) for one in state.said.springs] == [
        ("Left spring, right-hand wound", False, False),
        ("Right spring, left-hand wound", True, True),
    ]
    assert state.said.springs[0].says == '0.207 × 2" × 27 1/2", 3 quarter-turns on it'


def test_a_one_piece_door_is_said_not_to_be_covered():
    call = at_door(lift="one_piece")
    assert call.state.setup is None
    assert call.state.missing == []
    assert "not covered on a call" in call.state.wrong_setup
    with pytest.raises(ContradictionError, match="under One-piece"):
        call.say("chosen", springs=[SPRING], quarter_turns=29)


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
    call.say("chosen", extension=PAIR)
    assert {group.id for group in call.state.gate_groups} == {"hands_on", "hanging", "first_lift_pair", "as_found", "lights", "by_power"}
    with pytest.raises(GateNotMetError, match="Before springs come off"):
        call.say("taken_off")
    call.gates("hanging")
    call.say("taken_off")
    with pytest.raises(GateNotMetError, match="A safety cable at hand"):
        call.say("put_on")
    call.gates("hanging")
    (told,) = procedures_of(call.call).procedures
    assert '2", equal on both sides' in words(next(step.do for step in told.steps if step.does == "put_on"))
    call.say("put_on")
    with pytest.raises(GateNotMetError, match="Before the first lift"):
        call.say("reading", reading=HOLDS)
    state = call.held().state
    assert state.set_up
    assert state.hung.extension.class_lb == 130
    call.say("aimed", targets={"left": 1, "right": 1})
    with pytest.raises(GateNotMetError):
        call.say("moved", part="left", from_count=0, to_count=1)
    call.trimmed(1)
    assert call.state.hung.extension.open_stretch_in == 2.5
    assert not call.state.readings[0].current
    assert call.state.record_after.on_door.pair.open_stretch_in == 2.5


@given(st.floats(60, 192))
def test_the_heights_to_read_at_reach_from_the_floor_to_open(height):
    heights = reading_heights(height)
    assert (heights[0], heights[-1]) == (0, height)
    assert (np.diff(heights) >= 5.9).all()
    assert np.diff(heights).max() <= 30
    assert any(36 <= at <= 48 for at in heights)


def test_a_stack_is_picked_and_trimmed_by_plates():
    call = at_door(**WEIGHTS)
    call.say("chosen", counterweight=STACK)
    call.put_on()
    assert call.state.hung.counterweight.plates.small == 8
    call.trimmed(-2)
    assert call.state.hung.counterweight.plates.small == 6
    with pytest.raises(BadInputError, match="no left part"):
        call.say("aimed", targets={"left": 1})
    with pytest.raises(BadInputError, match="no such step"):
        call.say("aimed", targets={"small": -1})
    with pytest.raises(ContradictionError, match="at least one plate"):
        call.say("aimed", targets={"small": 0, "large": 0})


@pytest.mark.parametrize("kind", ["extension", "counterweight"])
def test_calling_a_wound_door_something_else_opens_no_gate(kind):
    on_file = Running().wound(29).state.record_after
    call = Running(on_file)
    call.say("measured", field="counterbalance", typed=kind)
    if kind == "extension":
        call.say("chosen", extension=PAIR)
    assert call.call.line.kind == "torsion"
    call.gates("hands_on", "hanging", "stacking")
    with pytest.raises(OutOfStepError, match="There are turns on the springs"):
        call.gates("taking_off")
    with pytest.raises(OutOfStepError, match="There are turns on the springs"):
        call.say("taken_off")
    with pytest.raises(OutOfStepError):
        call.say("put_on")
    with pytest.raises(GateNotMetError, match="Before a bar goes in"):
        call.say("moved", part="left", from_count=29, to_count=28)


@given(st.sets(st.sampled_from([gate.id for group in gate_groups({"extension"}) for gate in group.gates])))
def test_nothing_is_hung_while_any_gate_it_needs_stands_open(open_gates):
    call = at_door(**EXTENSION)
    call.say("chosen", extension=PAIR)
    call.taken_off().work_gates()
    for gate in open_gates:
        call.say("gate", gate=gate, met=False)
    needed = {"power_off", "clear", "door_held", "pair_open", "pair_gloves", "pair_safety"}
    if needed - call.call.gates.keys():
        with pytest.raises(GateNotMetError):
            call.say("put_on")
    else:
        assert call.enter("put_on").set_up


def test_a_door_changed_over_goes_on_file_as_what_it_is():
    call = Running(Running().wound(3).state.record_after)
    call.say("measured", field="counterbalance", typed="extension")
    call.say("chosen", extension=PAIR)
    after = call.put_on().state.record_after
    assert after.measured["carried_now"] == "extension"
    assert (after.on_door.kind, after.on_door.pair.class_lb) == ("extension", 130)
    assert Running(after).state.hung.extension.class_lb == 130


def test_a_scale_reading_stands_beside_the_weight_on_file():
    call = Running(Running().wound(3).state.record_after)
    assert (call.state.file_weight_lb, call.state.scale_weight_lb) == (130, None)
    call.say("measured", field="weight_lb", typed="150")
    assert (call.state.file_weight_lb, call.state.scale_weight_lb) == (130, 150)


def test_four_springs_and_a_duplex_are_each_counted_by_their_cones():
    call = at_door()
    call.say("chosen", springs=[SPRING | {"count": 4}], quarter_turns=29)
    assert [one.part for one in call.put_on().state.parts] == ["left", "left_outer", "right", "right_outer"]
    outer, inner = {"wire_in": 0.25, "inside_diameter_in": 3.75, "length_in": 40, "count": 2}, SPRING

    def wound_as(**chosen):
        call = at_door()
        call.say("chosen", quarter_turns=29, **chosen)
        return call.put_on().state.parts

    duplex, alone = wound_as(springs=[outer, inner], duplex=True), wound_as(springs=[outer])
    assert [one.part for one in duplex] == ["left", "right"]
    assert duplex[0].strokes[-1].torque_lbin > alone[0].strokes[-1].torque_lbin


@pytest.mark.parametrize(
    ("body", "wrong"),
    [
        ({"springs": [SPRING]}, BadInputError),
        ({"springs": [SPRING], "quarter_turns": 29, "extension": PAIR}, BadInputError),
        ({"springs": [SPRING, SPRING], "quarter_turns": 29}, BadInputError),
        ({"springs": [SPRING | {"count": 3}], "quarter_turns": 29}, BadInputError),
        ({}, BadInputError),
        ({"extension": {"class_lb": 900}}, OutOfRangeError),
        ({"counterweight": STACK | {"hub": STACK["hub"] | {"turns": 2}}}, ContradictionError),
        ({"counterweight": STACK | {"plates": {"large": 0, "small": 0}}}, BadInputError),
        ({"counterweight": STACK | {"plates": {"large": 4, "small": 401}}}, OutOfRangeError),
    ],
)
def test_a_choice_that_cannot_hang_is_refused(body, wrong):
    with pytest.raises(wrong):
        at_door().say("chosen", **body)


def test_a_pick_by_its_name_takes_the_turns_of_the_door_as_it_is_measured_now():
    call = at_door(height_in="6'11 1/2\"")
    name = "0.207x2x27.5x2"
    before = call.enter("picked", option=name).chosen
    call.say("measured", field="height_in", typed="8'")
    assert "Pick it again" in call.state.chosen.stale
    after = call.enter("picked", option=name).chosen
    assert (before.option, after.option) == (name, name)
    assert after.quarter_turns > before.quarter_turns
    assert after.stale == ""


@pytest.mark.parametrize(
    ("option", "more"),
    [("pair-130", EXTENSION), ("stack-4-8", WEIGHTS), ("0.25x3.75x40x2@0.207x2x40x2", {}), ("0.207x2x27.5x1-music", {})],
)
def test_every_sort_of_option_is_picked_by_its_name_and_keeps_it(option, more):
    assert at_door(**more).enter("picked", option=option).chosen.option == option


@pytest.mark.parametrize("option", ["0.207x2x27.5x3", "0.207x2x27.5", "pair-900", "stack-0-0", "0.207x2x27.5x2+0.25x2x30x2", "9x9x9x1"])
def test_a_name_that_is_none_of_an_option_is_refused(option):
    with pytest.raises((BadInputError, OutOfRangeError, ContradictionError)):
        at_door().say("picked", option=option)


def test_an_estimate_stays_an_estimate_in_sizing_and_advice():
    from hinge.questions.of_call import balance_of, sizing_of

    call = Running(Running().wound(29).state.record_after)
    call.say("measured", field="weight_lb", typed="150 lb", how={"method": "estimate", "low": 100.0, "high": 200.0})
    state = call.state
    assert next(one.text for one in state.measured if one.field == "weight_lb") == "about 150 lb, an estimate (100 lb to 200 lb)"
    assert (state.scale_weight_lb, state.weight_sd_lb) == (None, 25)
    assert "may be 33 % weaker to 33 % stronger: weigh it" in sizing_of(call.call).doubt
    call.held()
    balance = balance_of(call.call)
    assert "not a weighing" in balance.doubt
    assert "gained" not in balance.answer.moved.sentence
    after = state.record_after
    assert after.how["weight_lb"].method == "estimate"
    assert Running(after).state.weight_words


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
    assert read_field(field.name, words(write_value(field.name, value))) == value


def test_old_records_are_still_read():
    record = read_record({"measured": {"weight_lb": 130.0}, "springs": [SPRING], "quarter_turns": 29})
    assert (record.kind, record.on_door.duplex) == ("torsion", False)
    assert record.on_door.cones == {"left": 29, "right": 29}
    assert record.on_door.quarter_turns == 29


@given(
    st.recursive(
        st.none() | st.booleans() | st.floats() | st.text(max_size=8),
        lambda inner: st.lists(inner) | st.dictionaries(st.text(max_size=8), inner),
    )
)
def test_whatever_was_stored_as_a_record_is_read_and_shown(stored):
    record = read_record(stored)
    assert measured_of(stored) == record.measured
    assert read_record(record.model_dump(mode="json")) == record
    Running(record).state.model_dump_json()


@pytest.mark.parametrize(
    "broken",
    [
        {"measured": {"width_in": -1}, "springs": []},
        {"measured": {"lift": "nonsense", "counterbalance": "magic", "width_in": 1e17, "colour": 3}},
        {"measured": {"height_in": 84.0}, "springs": [SPRING], "quarter_turns": 500},
        {"version": 2, "springs": [SPRING | {"wire_in": 9}], "cones": {"left": 3}, "measured": "gone"},
    ],
)
def test_a_record_that_is_wrong_all_the_same_is_shown_as_unreadable(broken):
    assert measured_of(broken) == read_record(broken).measured
    state = Running(read_record(broken)).state
    assert state.unreadable or broken.get("measured") == "gone"
    if "width_in" in (broken["measured"] if isinstance(broken["measured"], dict) else {}):
        call = Running(read_record(broken))
        assert "width_in" in {one.field for one in call.state.unreadable}
        call.say("measured", field="width_in", typed="9'")
        assert "width_in" not in {one.field for one in call.state.unreadable}
        assert "width_in" not in call.state.record_after.unreadable


def test_what_carried_it_before_is_what_was_found_there_not_what_the_file_had():
    """The call measured other springs than the file knew: every sentence of the call names those."""
    running = Running(DoorRecord(measured=MEASURED, on_door=wound([read(SpringKind, SPRING)], 29)))
    for field, typed in (("wire_in", ".2187"), ("inside_diameter_in", "2"), ("length_in", "31 1/2"), ("spring_count", "2")):
        running.say("measured", field=field, typed=typed)
    said = {line.label: line.text for line in running.state.summary}
    assert said["Carried before by"].startswith('0.2187 × 2" × 31 1/2"')
    assert said["Carried before by"].startswith(running.state.said.words.split(",")[0])


def test_what_is_measured_once_others_are_on_does_not_change_what_was_found():
    running = Running(DoorRecord(measured=MEASURED, on_door=wound([read(SpringKind, SPRING)], None))).wound()
    before = next(line.text for line in running.state.summary if line.label == "Carried before by")
    for field, typed in (("wire_in", ".25"), ("inside_diameter_in", "2"), ("length_in", "40"), ("spring_count", "2")):
        with pytest.raises(ContradictionError, match="as it was picked"):
            running.say("measured", field=field, typed=typed)
    assert next(line.text for line in running.state.summary if line.label == "Carried before by") == before


def test_the_turns_on_file_are_not_those_of_other_springs():
    """Springs measured to be others than the file has: how many turns are on them nobody counted."""
    running = Running(DoorRecord(measured=MEASURED, on_door=wound([read(SpringKind, SPRING)], 29)))
    assert running.call.line.counts == {"left": 29, "right": 29}
    for field, typed in (("wire_in", ".207"), ("inside_diameter_in", "2"), ("length_in", "27 1/2"), ("spring_count", "2")):
        running.say("measured", field=field, typed=typed)
    assert running.call.line.counts == {"left": 29, "right": 29}, "the same springs, measured"
    running.say("measured", field="length_in", typed="31 1/2")
    assert running.call.line.counts == {"left": None, "right": None}
    assert running.state.said.wound == "turns not known"


def test_a_stale_stroke_on_a_cone_of_unknown_turns_is_told_in_what_was_let_off():
    running = Running(DoorRecord(measured=MEASURED, on_door=wound([read(SpringKind, SPRING)], None)))
    running.work_gates()
    running.say("aimed", targets={"left": 0, "right": 0})
    running.say("moved", part="left", from_count=0, to_count=-1)
    with pytest.raises(OutOfStepError, match="Left spring: 1 quarter-turns are let off, not 0"):
        running.say("moved", part="left", from_count=0, to_count=-1)
