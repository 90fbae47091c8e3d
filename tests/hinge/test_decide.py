"""What may follow on a call: gates that cannot be passed, counts that cannot double, proofs that void."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.call import history
from hinge.call.commands import Abandoned
from hinge.call.events import Unreadable, entry_of, upcast
from hinge.call.evolve import fold
from hinge.carriers.torsion import wound
from hinge.document import read
from hinge.errors import BadInputError, ContradictionError, GateNotMetError, HingeError, OutOfRangeError, OutOfStepError
from hinge.file.record import DoorRecord
from hinge.procedures.rules import proofs
from hinge.questions.of_call import sizing_of
from hinge.site.gates import gate_groups
from hinge.springs.torsion import SpringKind
from hinge.view.build import build_call_view
from tests.support.calls import HOLDS, MEASURED, MEASURES, SPRING, Running
from tests.support.records import PAIR, STACK
from tests.support.words import words

GATES = [gate.id for group in gate_groups() for gate in group.gates]
ABANDONED = Abandoned(kind="abandoned", reason="the wrong house")
WOUND = DoorRecord(measured=MEASURED, on_door=wound([read(SpringKind, SPRING)], 29))


def test_measuring_tells_what_is_missing_until_the_door_is_whole():
    call = Running()
    call.say("measured", field="carried_now", typed="torsion")
    needed = {name: typed for name, typed in MEASURES.items() if name != "carried_now"}
    for left, (name, typed) in zip(range(len(needed), 0, -1), needed.items(), strict=True):
        assert len(call.state.missing) == left
        assert call.state.setup is None
        call.say("measured", field=name, typed=typed)
    assert call.state.setup.door.height_in == 84
    assert next(one.text for one in call.state.measured if one.field == "width_in") == "9'0\""


@given(st.sets(st.sampled_from(GATES)))
def test_no_stroke_is_taken_while_any_gate_it_needs_stands_open(open_gates):
    call = Running().chosen()
    for gate in open_gates:
        call.say("gate", gate=gate, met=False)
    needed = {gate.id for group in gate_groups({"torsion"}) if "wind" in group.guards for gate in group.gates}
    if needed - call.call.gates.keys():
        with pytest.raises(GateNotMetError):
            call.say("moved", part="left", from_count=0, to_count=1)
    else:
        assert call.enter("moved", part="left", from_count=0, to_count=1).parts[0].count == 1


def test_a_stroke_is_counted_once_however_often_it_is_sent():
    call = Running().chosen()
    call.say("moved", part="left", from_count=0, to_count=1)
    with pytest.raises(OutOfStepError, match="Left spring: the count of quarter-turns stands at 1, not 0"):
        call.say("moved", part="left", from_count=0, to_count=1)
    assert call.state.parts[0].count == 1


@given(st.lists(st.tuples(st.sampled_from(["left", "right"]), st.integers(0, 5), st.sampled_from([1, -1, 2, 3])), max_size=30))
def test_whatever_is_sent_the_count_moves_by_strokes_within_the_plan(strokes):
    call = Running().chosen(4)
    for side, start, step in strokes:
        before = dict(call.call.line.counts)
        try:
            call.say("moved", part=side, from_count=start, to_count=start + step)
        except HingeError:
            assert call.call.line.counts == before
            continue
        assert 1 <= abs(call.call.line.counts[side] - before[side]) <= 2
        assert 0 <= call.call.line.counts[side] <= 4


def test_a_single_spring_has_one_count():
    call = Running().measured()
    call.say("chosen", springs=[SPRING | {"count": 1}], quarter_turns=29)
    call.put_on().work_gates()
    assert [one.part for one in call.state.parts] == ["single"]
    with pytest.raises(BadInputError, match="no left part"):
        call.say("moved", part="left", from_count=0, to_count=1)


def test_turns_that_are_not_known_count_as_wound():
    call = Running().measured()
    call.say("chosen", springs=[SPRING], quarter_turns=29)
    assert call.state.work.step == "let_down"
    call.work_gates()
    with pytest.raises(OutOfStepError, match="Let every cone down to zero first"):
        call.say("taken_off")
    for stroke in range(3):
        call.say("moved", part="left", from_count=-stroke, to_count=-stroke - 1)
    with pytest.raises(ContradictionError, match="not known"):
        call.say("moved", part="right", from_count=0, to_count=1)
    call.say("slack", part="left")
    with pytest.raises(OutOfStepError, match="they are not down"):
        call.gates("taking_off")
    with pytest.raises(OutOfStepError, match="Let every cone down"):
        call.say("taken_off")
    call.say("slack", part="right")
    assert [part.let_off for part in call.state.parts] == [3, 0]
    call.gates("taking_off")
    assert call.enter("taken_off").work.step == "put_on"


def test_the_unbroken_one_of_a_pair_is_counted_down_before_anything_comes_off():
    call = Running(WOUND).measured()
    call.say("chosen", springs=[SPRING], quarter_turns=29)
    call.work_gates()
    call.say("slack", part="right")
    with pytest.raises(OutOfStepError, match="Let every cone down"):
        call.say("taken_off")
    for stroke in range(29, 0, -1):
        call.say("moved", part="left", from_count=stroke, to_count=stroke - 1)
    call.gates("taking_off")
    call.say("taken_off")
    assert call.state.said.words == ""


def test_the_plan_is_not_overshot():
    call = Running().wound(2)
    call.gates("trimming")
    with pytest.raises(ContradictionError, match="Trim after the balance check"):
        call.say("moved", part="left", from_count=2, to_count=3)


def test_lifting_opens_the_winding_gates_and_winding_opens_the_lifting_gates():
    call = Running().wound()
    with pytest.raises(GateNotMetError, match="Before the first lift"):
        call.say("reading", reading=HOLDS)
    call.lift_gates()
    call.say("reading", reading=HOLDS)
    call.say("aimed", targets={"left": 2, "right": 2})
    with pytest.raises(GateNotMetError, match="Before the trim"):
        call.say("moved", part="left", from_count=3, to_count=2)
    call.gates("trimming")
    call.to_targets()
    with pytest.raises(GateNotMetError, match="Before the first lift"):
        call.say("reading", reading=HOLDS)


def test_taking_back_a_reading_takes_back_what_was_claimed_and_not_what_it_did():
    call = Running().wound()
    call.lift_gates()
    entry = call.say("reading", reading=HOLDS).id
    call.say("withdrawn", entry=entry, reason="wrong height")
    call.say("aimed", targets={"left": 2, "right": 2})
    with pytest.raises(GateNotMetError, match="Before the trim"):
        call.say("moved", part="left", from_count=3, to_count=2)


@pytest.mark.parametrize("proof", ["reversal", "eyes"])
def test_a_proof_taken_back_is_open_whatever_stood_before_it(proof):
    call = Running().measured().powered()
    call.say("proof", proof=proof, passed=True)
    again = call.say("proof", proof=proof, passed=True)
    call.say("withdrawn", entry=again.id, reason="not made")
    assert next(one.standing for one in call.state.proofs if one.id == proof) == "open"


def test_a_trim_is_a_new_target_and_strokes_and_makes_earlier_readings_past():
    call = Running().wound(30)
    call.lift_gates()
    call.say("reading", reading={"height_in": 42, "outcome": "creeps_up"})
    call.trimmed(-2)
    state = call.state
    assert state.hung.quarter_turns == 28
    assert [one.current for one in state.readings] == [False]
    assert state.record_after.on_door.cones == {"left": 28, "right": 28}


def test_a_trim_aimed_in_the_middle_of_winding_moves_the_target_and_never_the_count():
    call = Running().chosen(30)
    for stroke in range(10):
        call.say("moved", part="left", from_count=stroke, to_count=stroke + 1)
    call.say("aimed", targets={"left": 32})
    assert call.call.line.counts == {"left": 10, "right": 0}
    call.to_targets()
    assert call.state.record_after.on_door.cones == {"left": 32, "right": 30}


def test_one_spring_can_be_trimmed_alone():
    call = Running().wound(8).held()
    call.say("aimed", targets={"left": 9})
    call.gates("trimming")
    call.to_targets()
    assert call.state.hung.quarter_turns == 8.5
    assert call.state.said.wound == "left spring 2¼ turns (9 quarter-turns); right spring 2 turns (8 quarter-turns)"


def test_a_change_to_the_springs_voids_the_proofs_and_keeps_the_call_open():
    call = Running().wound().held().proved()
    assert call.state.to_close == []
    call.gates("hands_on")
    call.trimmed(1)
    state = call.state
    assert {proof.id: proof.standing for proof in state.proofs if proof.required} == {"reversal": "void", "eyes": "void"}
    assert len(state.to_close) == 3
    with pytest.raises(ContradictionError, match="Prove: contact reversal"):
        call.say("closed")


def test_the_door_does_not_run_by_power_before_it_holds_by_hand():
    call = Running().wound()
    with pytest.raises(ContradictionError, match="Check the balance by hand"):
        call.say("proof", proof="reversal", passed=True)
    call.held().proved()


def test_the_opener_never_runs_a_door_with_a_broken_spring():
    call = Running(WOUND)
    call.say("found", cause="spring_broken")
    with pytest.raises(ContradictionError, match="the opener never runs this door"):
        call.say("proof", proof="cycles", passed=True)
    call.say("proof", proof="labels", passed=True)


def test_running_it_by_power_makes_it_unsafe_to_touch_again():
    call = Running().wound().held().proved()
    call.say("aimed", targets={"left": 2, "right": 2})
    call.gates("trimming")
    with pytest.raises(GateNotMetError, match="Make safe"):
        call.say("moved", part="left", from_count=3, to_count=2)


def test_a_failed_proof_does_not_close_and_a_disconnected_opener_does():
    call = Running().measured().powered()
    call.say("proof", proof="reversal", passed=False)
    with pytest.raises(ContradictionError):
        call.say("closed")
    call.say("disconnected", reason="Customer will have the board replaced")
    with pytest.raises(ContradictionError, match="Say what was found"):
        call.say("closed")
    assert call.settled().enter("closed").closed


def test_what_is_on_no_list_is_said_in_ones_own_words_and_stands_as_the_finding():
    call = Running().measured()
    with pytest.raises(BadInputError, match="said in the note"):
        call.say("found", cause="other", note=" ")
    call.say("found", cause="other", note="A swallow has built in the hood")
    assert [one.text for one in call.state.finds] == ["A swallow has built in the hood"]
    call.say("cured", cause="other")
    assert [one.standing for one in call.state.finds] == ["put_right"]


def test_nothing_follows_a_close():
    call = Running().proved()
    call.say("closed", told="Monthly check")
    with pytest.raises(OutOfStepError, match="closed"):
        call.say("complaint", complaint="heavy")


def test_winding_half_done_is_neither_lifted_nor_closed():
    call = Running().chosen()
    call.say("moved", part="left", from_count=0, to_count=1)
    assert call.state.to_close[0].startswith("Finish the work")
    call.lift_gates()
    with pytest.raises(OutOfStepError, match="Finish the work"):
        call.say("reading", reading=HOLDS)


def test_a_stroke_is_not_taken_back_by_withdrawing_it():
    call = Running().wound()
    stroke = next(one.id for one in call.entries if one.body.kind == "moved")
    for entry in (stroke, "never-made"):
        with pytest.raises(ContradictionError, match="no such claim"):
            call.say("withdrawn", entry=entry, reason="no")


@given(st.integers(0, 90))
def test_the_fold_of_a_prefix_is_the_state_as_it_stood(length):
    call = Running().wound(5).held()
    again = Running()
    for entry in call.entries[:length]:
        again.keep(entry)
    assert again.call == fold(call.record, call.entries[:length])
    assert again.state == words(build_call_view(fold(call.record, call.entries[:length])))


def test_the_record_carries_over_to_the_next_call():
    after = Running().wound(29).state.record_after
    next_call = Running(after)
    assert next_call.state.setup is not None
    assert next_call.state.on_door.springs[0].length_in == 27.5
    assert next_call.state.hung.quarter_turns == 29
    assert all(one.entry == "" for one in next_call.state.measured)
    assert DoorRecord.model_validate(after.model_dump()) == after


def test_readings_can_be_taken_on_arrival_and_are_known_as_such_afterwards():
    call = Running(WOUND)
    call.lift_gates()
    call.say("reading", reading={"height_in": 42, "outcome": "runs_down"})
    assert call.state.readings[0].current
    call.say("chosen", springs=[SPRING], quarter_turns=30)
    call.work_gates()
    call.say("slack", part="left")
    assert not call.state.readings[0].current
    assert call.call.readings[0].at_setting.quarter_turns == 29


@pytest.mark.parametrize(
    ("kind", "body", "error", "field"),
    [
        ("gate", {"gate": "override", "met": True}, BadInputError, "gate"),
        ("complaint", {"complaint": "unheard"}, BadInputError, "complaint"),
        ("measured", {"field": "weight_lb", "typed": "2 lb"}, OutOfRangeError, "typed"),
        ("measured", {"field": "mood", "typed": "2"}, BadInputError, "field"),
        ("measured", {"field": "hand_force_lb", "typed": "2"}, BadInputError, "field"),
        ("measured", {"field": "weight_lb", "typed": "130", "how": {"method": "estimate"}}, BadInputError, "how.low"),
        ("measured", {"field": "weight_lb", "typed": "130", "how": {"low": 140.0, "high": 150.0}}, ContradictionError, "how.low"),
        ("chosen", {"springs": [SPRING], "quarter_turns": 3}, ContradictionError, "plan"),
        ("picked", {"option": "0.207x2x27.5x2"}, ContradictionError, "option"),
        ("aimed", {"targets": {"left": 500}}, OutOfRangeError, "targets.left"),
        ("aimed", {"targets": {"left": 5}}, ContradictionError, "targets.left"),
        ("aimed", {"targets": {"small": 1}}, BadInputError, "targets"),
        ("proof", {"proof": "reversal"}, BadInputError, "passed"),
        ("reading", {"reading": {"height_in": 42}}, BadInputError, "reading.outcome"),
        ("reading", {"reading": {"height_in": 42, "force_lb": 1e200, "direction": "raising"}}, OutOfRangeError, "reading.force_lb"),
        ("reading", {"reading": {"height_in": 42, "force_lb": -1e6, "direction": "raising"}}, OutOfRangeError, "reading.force_lb"),
        ("moved", {"part": "left", "from_count": 0, "to_count": 900}, OutOfRangeError, "to_count"),
        ("chosen", {"springs": [SPRING | {"table_rate_lbin_per_turn": 1e308}], "quarter_turns": 3}, OutOfRangeError, None),
        ("dance", {}, BadInputError, "kind"),
    ],
)
def test_malformed_or_untimely_commands_are_refused_by_their_own_path(kind, body, error, field):
    with pytest.raises(error) as refused:
        Running().say(kind, **body)
    expected = "springs.0.table_rate_lbin_per_turn" if field is None else field
    assert refused.value.field == expected


def test_a_reading_off_the_door_is_refused():
    call = Running().wound()
    call.lift_gates()
    with pytest.raises(BadInputError, match="travel"):
        call.say("reading", reading={"height_in": 90, "outcome": "holds"})


def test_a_reading_stays_readable_when_the_door_is_measured_lower_afterwards():
    from hinge.questions.of_call import balance_of

    call = Running().wound(29)
    call.lift_gates()
    call.say("reading", reading={"height_in": 80, "outcome": "holds"})
    call.say("reading", reading=HOLDS)
    call.say("measured", field="height_in", typed="6'6")
    call.say("measured", field="section_count", typed="4")
    assert [one.height for one in call.state.readings] == ["6'8\"", "3'6\""]
    assert balance_of(call.call).answer.advice.sentence


def test_a_call_takes_sixty_readings_and_stays_readable():
    call = Running().wound(29)
    call.lift_gates()
    for _ in range(60):
        call.say("reading", reading=HOLDS)
    with pytest.raises(OutOfStepError, match="as many readings"):
        call.say("reading", reading=HOLDS)
    assert len(call.state.readings) == 60


def test_every_gate_group_guards_something_and_every_required_proof_can_void():
    assert all(group.guards and group.gates for group in gate_groups())
    assert not any(proof.lasts for proof in proofs() if proof.required)
    assert all(gate.why for group in gate_groups() for gate in group.gates)


def test_a_stroke_counted_by_mistake_is_taken_back_as_it_came_and_only_that_one():
    call = Running().chosen()
    call.gates("winding")
    call.say("gate", gate="load_test", met=False)
    for stroke in range(2):
        call.say("moved", part="left", from_count=stroke, to_count=stroke + 1)
    call.say("moved", part="left", from_count=2, to_count=1)
    with pytest.raises(GateNotMetError, match="Before a screw is loosened"):
        call.say("moved", part="left", from_count=1, to_count=0)


def test_the_gates_shown_before_the_work_are_those_that_guard_it():
    call = Running().wound(8).held()
    call.say("aimed", targets={"left": 7, "right": 7})
    assert call.state.work.gates == ["trimming"]
    call.say("aimed", targets={"left": 9, "right": 9})
    assert call.state.work.gates == ["trimming"]
    call.say("aimed", targets={"left": 17, "right": 17})
    assert call.state.work.gates == ["bars", "winding"]
    call.say("aimed", targets={"left": 0, "right": 0})
    assert call.state.work.gates == ["bars", "letting_down"]


def test_what_is_said_of_the_opener_is_how_it_stands():
    running = Running()
    assert running.state.safety == "not made safe yet"
    running.gates("hands_on")
    assert (running.state.safety, running.state.safety_at) == ("made safe", running.entries[-1].at)
    proof = running.powered().say("proof", proof="reversal", passed=True)
    assert running.state.safety == "last run by power"
    running.say("withdrawn", entry=proof.id, reason="the wrong door")
    assert running.state.safety == "last run by power", "it ran all the same"
    running.gates("hands_on")
    assert running.state.safety == "made safe"


def test_a_call_started_by_mistake_is_abandoned_while_the_door_stands_as_it_was():
    running = Running(DoorRecord(measured=MEASURED))
    running.say("complaint", complaint="noisy")
    running.say("measured", field="weight_lb", typed="190 lb")
    running.say("gate", gate="power_off", met=True)
    with pytest.raises(ContradictionError, match="put the opener and the door back"):
        running.say("abandoned", reason="the wrong house")
    running.say("gate", gate="power_off", met=False)
    seen = running.say("checked", check="hinges", outcome="broken")
    with pytest.raises(ContradictionError, match="Something was looked at"):
        running.say("abandoned", reason="the wrong house")
    running.say("withdrawn", entry=seen.id, reason="the wrong house")
    state = running.enter("abandoned", reason="the wrong house")
    assert (state.closed, state.abandoned, state.summary[0].text) == (True, "the wrong house", "the wrong house")
    assert state.record_after.measured == MEASURED, "what was measured at the wrong house is not this door's"
    with pytest.raises(OutOfStepError):
        running.say("gate", gate="power_off", met=True)


def test_an_abandoned_call_from_elsewhere_on_which_work_was_done_is_refused():
    running = Running(DoorRecord(measured=MEASURED))
    running.gates("hands_on")
    told = [[one] for one in running.entries] + [[entry_of("entry-00099", "Wren", "2026-11-01T09:00:00+00:00", ABANDONED)]]
    with pytest.raises(ContradictionError, match="Gates are met"):
        history.claimed(DoorRecord(measured=MEASURED), told, "call.entries")


@pytest.mark.parametrize("cause", ["section_cracked", "centre_plate_loose"])
def test_what_others_must_see_first_ends_the_calculation_until_it_is_put_right(cause):
    running = Running().measured()
    assert running.state.stop == ""
    found = running.say("found", cause=cause)
    assert running.state.stop.startswith("Stop: ")
    with pytest.raises(ContradictionError, match="Stop: "):
        running.say("chosen", springs=[SPRING], quarter_turns=3)
    with pytest.raises(ContradictionError, match="Stop: "):
        sizing_of(running.call)
    running.say("withdrawn", entry=found.id, reason="another door")
    running.say("chosen", springs=[SPRING], quarter_turns=3)
    assert sizing_of(running.call)


def test_a_cracked_section_that_was_braced_no_longer_stands_in_the_way():
    running = Running().measured()
    running.say("found", cause="section_cracked")
    running.say("cured", cause="section_cracked")
    assert running.state.stop == ""
    assert sizing_of(running.call)


def test_springs_are_let_down_below_a_loose_plate_and_picked_once_it_is_mended():
    running = Running(WOUND).measured()
    running.say("found", cause="centre_plate_loose")
    running.gates("hands_on")
    running.say("aimed", targets={"left": 0, "right": 0})
    running.work_gates()
    running.to_targets()
    with pytest.raises(ContradictionError, match="Stop: "):
        running.say("chosen", springs=[SPRING], quarter_turns=3)
    running.say("cured", cause="centre_plate_loose")
    running.say("chosen", springs=[SPRING], quarter_turns=3)


@pytest.mark.parametrize(
    "body",
    [
        {"extension": PAIR, "counterweight": STACK},
        {"springs": [SPRING], "extension": PAIR},
        {"springs": [SPRING], "extension": PAIR, "quarter_turns": 29},
        {"springs": [SPRING | {"count": 1, "wire_in": wire} for wire in (0.2, 0.207, 0.21, 0.2187)], "quarter_turns": 29},
        {"springs": [SPRING | {"count": 1}, SPRING | {"count": 1, "wire_in": 0.21}], "quarter_turns": 29},
        {"springs": [SPRING], "duplex": True, "quarter_turns": 29},
        {"plan": {"kind": "extension", "pair": PAIR}, "quarter_turns": 29},
        {"plan": {"kind": "torsion", "springs": [SPRING]}},
        {"plan": {"kind": "torsion"}, "quarter_turns": 29},
        {"plan": {"kind": "extension"}},
        {"plan": {"kind": "elastic"}},
        {},
    ],
)
def test_a_choice_is_one_thing_told_whole(body):
    """Two kinds at once, more kinds of spring than go on a shaft, a pair with turns, springs without: none of them is a plan."""
    call = Running(WOUND).measured()
    with pytest.raises(HingeError):
        call.say("chosen", **body)
    assert call.call.plan is None


@pytest.mark.parametrize("part", ["middle", "small", "left_outer", "single"])
@pytest.mark.parametrize("kind", ["moved", "slack", "still_wound"])
def test_what_was_kept_of_a_part_that_is_not_there_moves_nothing(kind, part):
    """A part of no kind cannot be read; one of another kind, or of another number of springs, is no stroke of what hangs here."""
    body = {"kind": kind, "part": part} | ({"from_count": 0, "to_count": 2} if kind == "moved" else {})
    (event,) = upcast(4, body)
    assert isinstance(event, Unreadable) == (part == "middle")
    line = fold(WOUND, [entry_of("entry-0001", "Wren", "2026-11-01T09:00:00+00:00", event)]).line
    assert line.counts == {"left": 29, "right": 29}
    build_call_view(fold(WOUND, [entry_of("entry-0001", "Wren", "2026-11-01T09:00:00+00:00", event)])).model_dump_json()
