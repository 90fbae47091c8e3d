"""The call: gates that cannot be passed, counts that cannot double, proofs that void, and the fold."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.errors import BadInput, Contradiction, GateNotMet, HingeError, OutOfRange, OutOfStep
from hinge.procedure.fold import fold
from hinge.procedure.knowledge import gate_groups, proofs
from hinge.procedure.record import DoorRecord
from tests.hinge.calls import MEASURES, SPRING, Running

HOLDS = {"height_in": 42, "outcome": "holds"}
GATES = [gate.id for group in gate_groups() for gate in group.gates]


def test_measuring_tells_what_is_missing_until_the_door_is_whole():
    call = Running()
    for left, (name, typed) in zip(range(len(MEASURES), 0, -1), MEASURES.items(), strict=True):
        assert len(call.state.missing) == left
        assert call.state.setup is None
        call.enter("measured", field=name, typed=typed)
    assert call.state.setup.door.height_in == 84
    assert next(one.text for one in call.state.measured if one.field == "width_in") == "9'0\""


@given(st.sets(st.sampled_from(GATES)))
def test_no_stroke_is_admitted_while_any_gate_it_needs_stands_open(open_gates):
    call = Running().chosen()
    for gate in open_gates:
        call.enter("gate", gate=gate, met=False)
    needed = {gate.id for group in gate_groups() if "counted" in group.needed_for for gate in group.gates}
    if open_gates & needed:
        with pytest.raises(GateNotMet):
            call.enter("counted", spring="left", from_quarter=0, to_quarter=1)
    else:
        assert call.enter("counted", spring="left", from_quarter=0, to_quarter=1).winding[0].done == 1


def test_a_stroke_is_counted_once_however_often_it_is_sent():
    call = Running().chosen()
    call.enter("counted", spring="left", from_quarter=0, to_quarter=1)
    with pytest.raises(OutOfStep, match="stands at 1 quarter-turns, not 0"):
        call.enter("counted", spring="left", from_quarter=0, to_quarter=1)
    assert call.state.winding[0].done == 1


@given(st.lists(st.tuples(st.sampled_from(["left", "right"]), st.integers(0, 5), st.sampled_from([1, -1, 2])), max_size=30))
def test_whatever_is_sent_the_count_moves_by_single_strokes_within_the_plan(strokes):
    call = Running().chosen(4)
    for side, start, step in strokes:
        before = {one.spring: one.done for one in call.state.winding}
        try:
            after = {
                one.spring: one.done
                for one in call.enter("counted", spring=side, from_quarter=start, to_quarter=max(start + step, 0)).winding
            }
        except HingeError:
            continue
        assert abs(after[side] - before[side]) == 1
        assert 0 <= after[side] <= 4


def test_winding_shows_torque_and_bar_force_for_every_stroke():
    spring = Running().chosen(29).state.winding[0]
    assert len(spring.torque_lbin) == len(spring.bar_force_lb) == 30
    assert spring.torque_lbin[0] == 0
    assert spring.bar_force_lb[29] == pytest.approx(spring.torque_lbin[29] / spring.bar_in, abs=0.1)


def test_a_single_spring_has_one_count():
    call = Running().measured()
    call.gates("hands_on")
    state = call.enter("chosen", springs=[SPRING | {"count": 1}], quarter_turns=29)
    assert [one.spring for one in state.winding] == ["single"]
    call.gates("winding")
    with pytest.raises(BadInput, match="no left spring"):
        call.enter("counted", spring="left", from_quarter=0, to_quarter=1)


def test_no_other_set_while_turns_are_on_the_springs():
    call = Running().chosen()
    call.enter("counted", spring="left", from_quarter=0, to_quarter=1)
    with pytest.raises(OutOfStep, match="Let them down"):
        call.enter("chosen", springs=[SPRING], quarter_turns=5)
    call.enter("counted", spring="left", from_quarter=1, to_quarter=0)
    assert call.enter("chosen", springs=[SPRING], quarter_turns=5).winding[0].planned == 5


def test_the_plan_is_not_overshot():
    call = Running().wound(2)
    with pytest.raises(Contradiction, match="Trim after the balance check"):
        call.enter("counted", spring="left", from_quarter=2, to_quarter=3)


def test_lifting_opens_the_winding_gates_and_winding_opens_the_lifting_gates():
    call = Running().wound()
    with pytest.raises(GateNotMet, match="Before the first lift"):
        call.enter("reading", reading=HOLDS)
    call.gates("first_lift")
    call.enter("reading", reading=HOLDS)
    with pytest.raises(GateNotMet, match="Before winding"):
        call.enter("trimmed", quarter_turns_per_spring=-1)
    call.gates("winding")
    call.enter("trimmed", quarter_turns_per_spring=-1)
    with pytest.raises(GateNotMet, match="Before the first lift"):
        call.enter("reading", reading=HOLDS)


def test_a_trim_moves_the_turns_and_makes_earlier_readings_past():
    call = Running().wound(30)
    call.gates("first_lift")
    call.enter("reading", reading={"height_in": 42, "outcome": "creeps_up"})
    call.gates("winding")
    state = call.enter("trimmed", quarter_turns_per_spring=-2)
    assert state.hung.quarter_turns == 28
    assert [one.current for one in state.readings] == [False]
    assert state.record_after.quarter_turns == 28


def test_a_change_to_the_springs_voids_the_proofs_and_keeps_the_call_open():
    call = Running().wound().proved()
    call.gates("first_lift")
    call.enter("reading", reading=HOLDS)
    assert call.state.to_close == []
    call.gates("winding")
    state = call.enter("trimmed", quarter_turns_per_spring=1)
    assert {proof.id: proof.standing for proof in state.proofs if proof.required} == {"reversal": "void", "eyes": "void"}
    assert len(state.to_close) == 3
    with pytest.raises(Contradiction, match="Prove: contact reversal"):
        call.enter("closed")


def test_a_failed_proof_does_not_close_and_a_disconnected_opener_does():
    call = Running().measured()
    call.enter("proof", proof="reversal", passed=False)
    with pytest.raises(Contradiction):
        call.enter("closed")
    call.enter("disconnected", reason="Customer will have the board replaced")
    assert call.enter("closed").closed


def test_nothing_follows_a_close():
    call = Running().proved()
    call.enter("closed", told="Monthly check")
    with pytest.raises(OutOfStep, match="closed"):
        call.enter("complaint", complaint="heavy")


def test_winding_half_done_does_not_close():
    call = Running().chosen()
    call.enter("counted", spring="left", from_quarter=0, to_quarter=1)
    assert call.state.to_close[0].startswith("Finish winding")
    call.gates("first_lift")
    with pytest.raises(OutOfStep, match="Finish winding"):
        call.enter("reading", reading=HOLDS)


def test_a_reading_is_taken_back_by_a_new_entry_and_a_stroke_is_not():
    call = Running().wound()
    call.gates("first_lift")
    entry = call.enter("reading", reading=HOLDS).readings[0].entry
    assert call.enter("withdrawn", entry=entry, reason="wrong height").readings == []
    assert len([one for one in call.entries if one.id == entry]) == 1
    stroke = next(one.id for one in call.entries if one.body.kind == "counted")
    with pytest.raises(Contradiction, match="cannot be taken back"):
        call.enter("withdrawn", entry=stroke, reason="no")
    with pytest.raises(BadInput, match="no such entry"):
        call.enter("withdrawn", entry="never-made", reason="no")


@given(st.integers(0, 60))
def test_the_fold_of_a_prefix_is_the_state_as_it_stood(length):
    call = Running().wound(5)
    call.gates("first_lift")
    call.enter("reading", reading=HOLDS)
    again = Running()
    for entry in call.entries[:length]:
        again.enter(entry.body.kind, **entry.body.model_dump(exclude={"kind"}))
    assert again.state == fold(call.record, call.entries[:length])


def test_the_record_carries_over_to_the_next_call():
    after = Running().wound(29).state.record_after
    next_call = Running(after)
    assert next_call.state.setup is not None
    assert next_call.state.on_door.springs[0].length_in == 27.5
    assert next_call.state.hung.quarter_turns == 29
    assert all(one.entry == "" for one in next_call.state.measured)
    assert DoorRecord.model_validate(after.model_dump()) == after


def test_a_reading_off_the_door_is_refused():
    call = Running().wound()
    call.gates("first_lift")
    with pytest.raises(BadInput, match="travel"):
        call.enter("reading", reading={"height_in": 90, "outcome": "holds"})


@pytest.mark.parametrize(
    ("kind", "body", "error"),
    [
        ("gate", {"gate": "override", "met": True}, BadInput),
        ("complaint", {"complaint": "unheard"}, BadInput),
        ("measured", {"field": "weight_lb", "typed": "2 lb"}, OutOfRange),
        ("measured", {"field": "mood", "typed": "2"}, BadInput),
        ("measured", {"field": "hand_force_lb", "typed": "2"}, BadInput),
        ("chosen", {"springs": [SPRING], "quarter_turns": 3}, Contradiction),
        ("trimmed", {"quarter_turns_per_spring": 5}, BadInput),
        ("proof", {"proof": "reversal"}, BadInput),
        ("reading", {"reading": {"height_in": 42}}, BadInput),
    ],
)
def test_malformed_or_untimely_entries_are_refused(kind, body, error):
    call = Running()
    with pytest.raises((error, GateNotMet) if kind in ("trimmed", "reading") else error):
        call.enter(kind, **body)


def test_every_gate_group_guards_something_and_every_required_proof_can_void():
    assert all(group.needed_for and group.gates for group in gate_groups())
    assert all(proof.voided_by for proof in proofs() if proof.required)
    assert all(gate.why for group in gate_groups() for gate in group.gates)
