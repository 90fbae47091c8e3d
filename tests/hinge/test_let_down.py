"""Springs taken down and wound again: counted, stopped, found to pull still, and the door read before anything was touched."""

import pytest

from hinge.carriers.torsion import wound
from hinge.document import read
from hinge.errors import ContradictionError, GateNotMetError, OutOfStepError
from hinge.file.record import DoorRecord
from hinge.questions.of_call import balance_of
from hinge.springs.torsion import SpringKind
from hinge.view.build import record_after
from tests.support.calls import HOLDS, MEASURED, SPRING, Running
from tests.support.records import RECORDS


def at(turns, count=2, **measured):
    springs = [read(SpringKind, SPRING | {"count": count})]
    return Running(DoorRecord(measured=MEASURED | measured, on_door=wound(springs, turns)))


def count_down(call, part, strokes, stroke=1):
    """So many quarter-turns off a cone, a quarter or a half at a stroke."""
    line = call.call.line
    begun = line.counts[part] if line.counts[part] is not None else -line.let_off.get(part, 0)
    for place in range(0, strokes, stroke):
        call.say("moved", part=part, from_count=begun - place, to_count=begun - place - stroke)


def down(call, strokes=30, stroke=1):
    call.work_gates()
    for part in list(call.call.line.counts):
        count_down(call, part, strokes, stroke)
        call.say("slack", part=part)
    return call


def said(call, label):
    return next((line.text for line in call.state.summary if line.label == label), "")


def test_what_is_counted_off_a_spring_of_unknown_turns_is_what_was_on_it():
    """About 30 let down from a usual home spring. Source: common practice, no source."""
    call = down(at(None), 30, stroke=2)
    assert call.call.turns_found == {"left": 30, "right": 30}
    assert said(call, "Turns found") == "left spring 30, right spring 30 quarter-turns"
    turns = {one.quarter_turns: one.said for one in call.state.offers[0].again.turns}
    assert turns[30].startswith("as found")
    assert any(why.endswith("right for this door") for why in turns.values())


def test_an_old_single_spring_is_rewound_to_its_count_and_then_trimmed_by_a_turn():
    """Old count 28 after a cable reset, then 4 more to cure bottom-heavy. Source: common practice, no source."""
    call = down(at(None, count=1, spring_count=1.0), 28)
    call.say("again", quarter_turns=28)
    assert call.state.work.step == "down"
    assert call.state.work.done == "All right again: wind 28 quarter-turns on the spring"
    call.gates("taking_off")
    call.say("put_on")
    call.work_gates()
    call.to_targets()
    assert call.state.said.wound == "7 turns (28 quarter-turns)"
    call.lift_gates()
    call.say("reading", reading={"height_in": 12, "outcome": "creeps_down"})
    call.trimmed(4)
    assert call.held().state.record_after.on_door.cones == {"single": 32}


def test_springs_are_wound_again_only_once_the_cables_are_seen_slack():
    call = down(at(29), 29)
    call.say("gate", gate="cables_slack", met=False)
    call.say("again", quarter_turns=29)
    with pytest.raises(GateNotMetError, match="The springs are down: Cables slack on both sides"):
        call.say("put_on")
    call.say("withdrawn", entry=call.entries[-1].id, reason="only to be aimed at")
    with pytest.raises(GateNotMetError, match="Cables slack on both sides"):
        call.say("aimed", targets={"left": 29, "right": 29})
    call.gates("taking_off")
    call.say("aimed", targets={"left": 29, "right": 29})
    assert call.state.work.step == "set"


def test_one_spring_counted_down_to_nothing_is_wound_again_from_its_first_stroke():
    """Its first stroke on is not its last stroke off taken back."""
    call = at(3, count=1)
    call.say("again", quarter_turns=3)
    call.work_gates()
    count_down(call, "single", 3)
    call.gates("taking_off")
    call.say("put_on")
    call.work_gates()
    call.to_targets()
    assert call.call.line.counts == {"single": 3}
    assert call.call.line.carries


def test_springs_that_were_trimmed_on_are_let_down_from_their_first_stroke_for_others():
    """The first stroke off is not the trim's last stroke on taken back: that would be winding, with winding's gates."""
    call = at(29, count=1)
    call.lift_gates()
    call.say("reading", reading=HOLDS | {"outcome": "creeps_down"})
    call.trimmed(2)
    call.say("chosen", springs=[SPRING], quarter_turns=30)
    call.gates("hands_on", "bars", "letting_down")
    count_down(call, "single", 31)
    assert call.call.line.counts == {"single": 0}


def test_wound_springs_are_not_called_ready_to_be_wound_again():
    call = at(29)
    call.work_gates()
    call.say("again", quarter_turns=29)
    assert call.state.work.step == "let_down"
    with pytest.raises(OutOfStepError, match="turns on the springs"):
        call.say("put_on")


def test_a_spring_that_still_pulls_at_zero_is_unknown_and_keeps_its_count():
    call = down(at(28), 28)
    call.say("still_wound", part="left")
    state = call.state
    assert (state.parts[0].count, state.parts[0].let_off) == (None, 28)
    assert "cables_slack" not in call.call.gates
    with pytest.raises(OutOfStepError, match="they are not down"):
        call.gates("taking_off")
    with pytest.raises(OutOfStepError, match="turns on the springs"):
        call.say("taken_off")
    with pytest.raises(OutOfStepError, match="counts as wound already"):
        call.say("still_wound", part="left")
    call.work_gates()
    count_down(call, "left", 2)
    call.say("slack", part="left")
    assert call.call.turns_found == {"left": 30, "right": 28}
    assert said(call, "Turns found") == "left spring 30, right spring 28 quarter-turns"
    assert [one.said for one in call.state.offers[0].again.turns][:2] == ["as the left spring was found", "as the right spring was found"]


@pytest.mark.parametrize(("stop", "gate"), [("load", "load_test"), ("framing", "framing"), ("bar", "bars")])
def test_a_stop_opens_the_gates_that_made_it_safe(stop, gate):
    call = at(None)
    call.work_gates()
    count_down(call, "left", 3)
    call.say("stopped", stop=stop)
    assert call.state.work.stopped.startswith("Stopped: ")
    with pytest.raises(GateNotMetError):
        count_down(call, "left", 1)
    call.say("gate", gate=gate, met=True)
    call.work_gates()
    assert call.state.work.stopped == ""
    count_down(call, "left", 1)
    assert call.call.line.let_off["left"] == 4


def test_every_stop_rule_opens_gates_that_guard_what_it_stops():
    call = at(None)
    call.work_gates()
    assert call.state.work is None
    call = at(None)
    call.say("aimed", targets={"left": 0, "right": 0})
    work = call.state.work
    assert (work.step, [stop.id for stop in work.stops]) == ("let_down", ["load", "framing", "bar"])
    for stop in work.stops:
        call.work_gates()
        call.say("stopped", stop=stop.id)
        with pytest.raises(GateNotMetError):
            call.say("moved", part="left", from_count=0, to_count=-1)


def test_springs_that_are_not_measured_can_be_wound_again_but_must_be_measured_to_come_off():
    call = Running(DoorRecord(measured=MEASURED))
    down(call, 30)
    call.say("again", quarter_turns=30)
    call.gates("taking_off")
    with pytest.raises(ContradictionError, match="Measure these springs"):
        call.say("taken_off")
    call.say("put_on")
    call.work_gates()
    call.to_targets()
    assert call.state.record_after.on_door.cones == {"left": 30, "right": 30}
    assert call.state.record_after.on_door.springs == []


def test_springs_picked_again_that_came_off_all_the_same_go_on_as_any_other():
    call = down(at(29), 29)
    call.say("again", quarter_turns=29)
    call.gates("taking_off")
    call.say("taken_off")
    call.work_gates()
    call.say("put_on")
    assert call.call.line.targets == {"left": 29, "right": 29}


def test_a_broken_spring_is_not_wound_again_by_any_way():
    call = at(29)
    call.say("found", cause="spring_broken")
    with pytest.raises(ContradictionError, match="not wound again"):
        call.say("again", quarter_turns=29)
    call.work_gates()
    for part in ("left", "right"):
        call.say("slack", part=part)
    call.gates("taking_off")
    with pytest.raises(ContradictionError, match="not wound again"):
        call.say("aimed", targets={"left": 29, "right": 29})
    later = at(29)
    later.say("again", quarter_turns=29)
    down(later, 29)
    later.gates("taking_off")
    later.say("found", cause="spring_broken")
    with pytest.raises(ContradictionError, match="not wound again"):
        later.say("put_on")


def test_only_what_hangs_there_is_picked_again():
    with pytest.raises(OutOfStepError, match="Other springs hang there"):
        at(29).say("chosen", again=True, springs=[SPRING | {"wire_in": 0.218}], quarter_turns=29)
    pair = Running(DoorRecord(measured=MEASURED | {"counterbalance": "extension"}, on_door=RECORDS["pair"].on_door))
    with pytest.raises(ContradictionError, match="Only torsion springs"):
        pair.say("again", quarter_turns=29)


def test_the_turns_now_are_a_measure_of_this_visit():
    call = at(None)
    assert call.state.hung is None
    call.say("measured", field="quarter_turns_now", typed="28")
    assert call.state.hung.quarter_turns == 28
    assert call.call.line.wound
    assert "quarter_turns_now" not in record_after(call.call).measured
    assert record_after(call.call).on_door.cones == {"left": 28, "right": 28}


def test_a_door_is_read_before_anything_is_touched_and_that_is_its_before():
    call = at(29)
    call.gates("hands_on")
    with pytest.raises(GateNotMetError, match="Before the door is lifted as found"):
        call.say("reading", reading=HOLDS)
    call.lift_gates()
    call.say("reading", reading={"height_in": 42, "outcome": "creeps_down"})
    assert call.state.readings[0].before
    assert said(call, "Balance") == "▼ creeps down at 3'6\""
    call.trimmed(2)
    assert said(call, "Balance before") == "▼ creeps down at 3'6\""
    assert said(call, "Balance") == ""
    call.held()
    assert [one.before for one in call.state.readings] == [True, False]
    assert said(call, "Balance") == "▬ holds at 3'6\""


def test_a_door_with_a_broken_spring_is_not_lifted_to_be_read():
    call = at(29)
    call.lift_gates()
    call.say("found", cause="spring_broken")
    with pytest.raises(ContradictionError, match="A torsion spring is broken: the door is not lifted"):
        call.say("reading", reading=HOLDS)


def test_a_trim_is_offered_on_both_springs_or_on_the_one_that_is_behind():
    call = at(27)
    call.lift_gates()
    for height in (12, 42, 66):
        call.say("reading", reading={"height_in": height, "outcome": "creeps_down"})
    balance = balance_of(call.call)
    assert balance.answer.advice.kind == "trim"
    both, one = balance.trims
    steps = balance.answer.advice.steps
    assert both.targets == {"left": 27 + steps, "right": 27 + steps}
    assert one.targets == {"left": 27 + min(2 * steps, 2)}
    call.say("aimed", targets=dict(one.targets))
    call.work_gates()
    call.to_targets()
    assert call.call.line.counts == {"left": 29, "right": 27}
    assert call.state.record_after.on_door.quarter_turns == 28


def test_the_pull_of_the_bar_falls_with_the_count_and_the_spring_shows_its_turns():
    call = at(29)
    call.say("aimed", targets={"left": 0, "right": 0})
    part = call.state.parts[0]
    assert len(part.strokes) == 30
    last, spring = part.strokes[29], read(SpringKind, SPRING)
    assert (last.chalk_line, last.length) == ("7¼ round", '29"')  # 27 1/2 + 7 1/4 × 0.207 = 29.0. Source: geometry
    assert last.torque_lbin == pytest.approx(spring.rate_lbin_per_turn * 7.25, abs=0.1)
    assert last.bar_force_lb == pytest.approx(last.torque_lbin / 18, abs=0.1)
    energies = [stroke.energy_ftlb for stroke in part.strokes]
    assert energies[0] == 0
    assert energies == sorted(energies)
    assert part.up.startswith("Right-hand wound.")
    assert call.state.parts[1].up.startswith("Left-hand wound.")
    assert at(None).state.parts[0].likely is not None


@pytest.mark.parametrize("turns", [29, None])
def test_the_last_stroke_let_off_is_taken_back_as_it_came_and_no_other(turns):
    call = at(turns)
    call.say("aimed", targets={"left": 0, "right": 0})
    call.work_gates()
    count_down(call, "left", 2)
    begun = call.call.line.let_off["left"]
    stands = (turns or 0) - 2
    assert call.state.parts[0].taken_back_to == stands + 1
    call.say("moved", part="left", from_count=stands, to_count=stands + 1)
    assert call.call.line.let_off["left"] == begun - 1
    assert call.state.parts[0].taken_back_to is None
    call.say("gate", gate="hand", met=False)
    with pytest.raises((GateNotMetError, ContradictionError), match=r"Before winding|The plan is 0"):
        call.say("moved", part="left", from_count=stands + 1, to_count=stands + 2)


def test_springs_wound_the_other_way_round_are_said_so_and_no_way_of_the_bar_is_claimed():
    call = at(29)
    call.say("measured", field="left_hand", typed="left")
    left, right = call.state.parts
    assert left.up.startswith("Left-hand wound. The other way round than usual")
    assert right.up.startswith("Right-hand wound.")
    assert "bar goes up" not in left.up
    assert [one.name for one in call.state.said.springs] == ["Left spring, left-hand wound", "Right spring, right-hand wound"]
    assert [one.left_hand for one in call.state.said.springs] == [True, False]


def test_what_was_aimed_at_before_all_was_let_down_is_no_way_round_the_gate():
    call = at(29)
    call.say("aimed", targets={"left": 29, "right": 30})
    down(call, 29)
    call.work_gates()
    call.say("gate", gate="cables_slack", met=False)
    assert call.state.work.step == "down"
    with pytest.raises(ContradictionError, match="Trim after the balance check"):
        call.say("moved", part="left", from_count=0, to_count=1)
    with pytest.raises(GateNotMetError, match="Cables slack on both sides"):
        call.say("aimed", targets={"left": 29, "right": 29})


def test_a_first_stroke_taken_back_leaves_what_the_springs_are_to_be_wound_to():
    call = Running().chosen(3)
    call.say("moved", part="left", from_count=0, to_count=1)
    call.say("moved", part="left", from_count=1, to_count=0)
    call.work_gates()
    call.to_targets()
    assert call.state.record_after.on_door.cones == {"left": 3, "right": 3}


def test_the_broken_one_of_a_pair_is_not_wound_beside_the_sound_one():
    call = at(29)
    call.work_gates()
    call.say("slack", part="left")
    call.say("aimed", targets={"left": 2})
    call.say("found", cause="spring_broken")
    call.work_gates()
    with pytest.raises(ContradictionError, match="not wound again"):
        call.say("moved", part="left", from_count=0, to_count=1)
    with pytest.raises(ContradictionError, match="not wound again"):
        call.say("aimed", targets={"left": 3})


def test_a_spring_that_breaks_while_it_is_wound_again_is_not_wound_further_but_a_new_one_like_it_is():
    call = down(at(3), 3)
    call.say("again", quarter_turns=3)
    call.gates("taking_off")
    call.say("put_on")
    call.work_gates()
    call.say("moved", part="left", from_count=0, to_count=1)
    call.say("found", cause="spring_broken")
    with pytest.raises(ContradictionError, match="not wound again"):
        call.say("moved", part="left", from_count=1, to_count=2)
    call.say("chosen", springs=[SPRING], quarter_turns=3)
    call.put_on().work_gates()
    call.to_targets()
    assert call.state.record_after.on_door.cones == {"left": 3, "right": 3}


def test_it_is_kept_replaced_or_changed_over_and_each_is_one_word_away():
    """What hangs there and what is to hang there are two things: each outcome says what it is, and the one that stands is told."""
    call = Running(RECORDS["wound"])
    keep, replace, *over = call.state.offers
    assert (keep.name, keep.chosen, keep.again.turns[0].quarter_turns) == ("keep", False, 5)
    assert (replace.name, replace.label, replace.chosen) == ("replace", "Replace: torsion springs", True)
    assert [(one.label, one.chosen) for one in over] == [
        ("Change over to extension springs", False), ("Change over to counterweight", False),
    ]  # fmt: skip
    call.say("measured", field=over[0].command.field, typed=over[0].command.typed)
    assert [one.name for one in call.state.offers if one.chosen] == ["change_over"]
    assert call.call.line.kind == "torsion", "and nothing of what hangs there has moved"
    back = next(one for one in call.state.offers if one.name == "replace").command
    call.say("measured", field=back.field, typed=back.typed)
    call.say("again", quarter_turns=29)
    assert [one.name for one in call.state.offers if one.chosen] == ["keep"]


def test_a_broken_spring_is_not_offered_to_be_kept_and_nothing_is_kept_where_nothing_hangs():
    call = Running(RECORDS["wound"])
    call.say("found", cause="spring_broken")
    keep = call.state.offers[0]
    assert (keep.open, keep.again) == (False, None)
    assert "not these" in keep.says
    unseen = Running().state.offers[0]
    assert (unseen.name, unseen.says) == ("keep", "Not seen yet: it counts as wound and stretched until somebody has looked.")
    bare = Running()
    bare.say("measured", field="carried_now", typed="nothing")
    assert next(one.label for one in bare.state.offers) == "Put on torsion springs"
    assert {one.name for one in bare.state.offers} == {"change_over"}


@pytest.mark.parametrize(("outcome", "first"), [("creeps_down", "right"), ("creeps_up", "left")])
def test_of_a_pair_that_stands_apart_the_one_behind_is_brought_on_and_the_one_ahead_is_taken_off(outcome, first):
    call = at(28)
    call.say("aimed", targets={"left": 29})
    call.work_gates()
    call.to_targets()
    assert call.call.line.counts == {"left": 29, "right": 28}
    call.lift_gates()
    for height in (12, 42, 66):
        call.say("reading", reading={"height_in": height, "outcome": outcome})
    balance = balance_of(call.call)
    assert balance.answer.advice.kind == "trim"
    assert (balance.answer.advice.steps > 0) == (outcome == "creeps_down")
    alone = next(plan for plan in balance.trims if len(plan.targets) == 1)
    assert set(alone.targets) == {first}


def test_readings_from_before_a_trim_count_for_the_setting_they_were_taken_at():
    """How far the turns are off what is told does not change by counting half a turn on: the same readings say the same of it."""
    call = at(27)
    call.lift_gates()
    for height in (12, 42, 66):
        call.say("reading", reading={"height_in": height, "outcome": "creeps_down"})
    before = balance_of(call.call).answer.setting_error.likely
    call.trimmed(2)
    assert balance_of(call.call).answer.setting_error.likely == pytest.approx(before, abs=0.2)
