"""Whole calls as the trade does them, each step in the order the procedure tells, from the first visit to the close."""

from __future__ import annotations

import pytest

from hinge.call.acts import act_of_step
from hinge.call.finds import finds_of
from hinge.call.safety import open_gates
from hinge.carriers.torsion import wound
from hinge.document import read
from hinge.errors import ContradictionError
from hinge.file.record import DoorRecord
from hinge.procedures.knowledge import procedures, steps
from hinge.springs.torsion import SpringKind
from hinge.view.steps import procedures_of
from tests.support.calls import HOLDS, MEASURED, SPRING, Running
from tests.support.conformance import require_is_there
from tests.support.jobs import take_step
from tests.support.records import HUB, PAIR, RECORDS, STACK


def go_on(call: Running, until: str = "") -> list[str]:
    """What the procedure of the work asks for next, its open gates met and no other; up to a step, or until nothing is left."""
    done = []
    for _ in range(40):
        told = next((one for one in procedures_of(call.call).procedures if one.work), None)
        if told is None or not told.now or told.now == until:
            return done
        step = steps()[told.now]
        for _, standing in open_gates(call.call.site, act_of_step(call.call, step).action):
            for gate in standing:
                call.say("gate", gate=gate.id, met=True)
        take_step(call, told.now)
        done.append(told.now)
    raise AssertionError(f"no end: {done}")


def test_a_changeover_on_a_first_visit_from_a_door_nobody_measured():
    """Until it is seen it counts as wound and stretched; it is seen, let down, weighed with nothing on it, and hung as a pair."""
    call = Running()
    call.say("complaint", complaint="heavy")
    assert call.call.site["carrier"] == "unknown"
    call.say("measured", field="carried_now", typed="torsion")
    call.say("aimed", targets={"left": 0, "right": 0})
    go_on(call, until="put_right")
    for field, typed in (("weight_lb", "130"), ("width_in", "9'"), ("height_in", "7'"), ("section_count", "4"), ("radius_in", "12")):
        call.say("measured", field=field, typed=typed)
    call.say("measured", field="counterbalance", typed="extension")
    call.say("chosen", extension=PAIR)
    done = go_on(call)
    assert done.index("shaft_out") < done.index("pair_on") < done.index("ladder_under")
    call.proved().say("closed")
    assert call.state.record_after.on_door.pair.class_lb == 130
    assert call.state.record_after.measured["carried_now"] == "extension"


def test_a_cable_off_with_the_door_standing_open_is_rewound_to_the_old_count_and_four():
    record = DoorRecord(measured=MEASURED, on_door=wound([read(SpringKind, SPRING)], 6))
    call = Running(record).measured()
    call.say("complaint", complaint="crooked")
    call.say("found", cause="cable_off")
    with pytest.raises(ContradictionError, match="off its drum"):
        call.gates("by_power")
    call.say("again", quarter_turns=10)
    told = next(one for one in procedures_of(call.call).procedures if one.work)
    assert (told.procedure, told.people) == ("cable_off", 2)
    order = ["walked", "roller_back", "brought_down", "clamp", "let_down", "put_right", "again", "cables_equal", "wind", "first_lift"]
    done = go_on(call)
    assert [one for one in done if one in order] == order
    assert call.state.record_after.on_door.cones == {"left": 10, "right": 10}
    assert [(one.text, one.standing) for one in finds_of(call.call)] == [("A cable is off its drum", "put_right")]
    call.proved().say("closed")


@pytest.mark.parametrize(("kind", "plan"), [("torsion", {"springs": [SPRING], "quarter_turns": 3}), ("extension", {"extension": PAIR}),
                                            ("counterweight", {"counterweight": STACK})])  # fmt: skip
def test_from_parts_with_nothing_hanging_yet_nothing_is_let_down_or_taken_off(kind, plan):
    call = Running().measured(carried_now="nothing", counterbalance=kind, **HUB)
    call.say("complaint", complaint="check")
    call.say("chosen", **plan)
    done = go_on(call)
    assert not {"let_down", "pair_off", "stack_off", "shaft_out", "load_test"} & {*done}
    if kind == "counterweight":
        assert done.index("hub") < done.index("stack_cables") < done.index("clamp_moves"), "the hub is wound before the cables go on"
    call.proved().say("closed")
    assert call.state.record_after.measured["carried_now"] == kind


def test_a_half_turn_trim_takes_less_than_fifteen_touches():
    call = Running().wound(30)
    call.held()
    call.say("reading", reading={"height_in": 42, "outcome": "creeps_up"})
    before = len(call.entries)
    call.say("aimed", targets={"left": 28, "right": 28})
    assert call.state.work.title == "Trim: ½ turn off each spring"
    for group in ("trimming",):
        call.gates(group)
    for part in ("left", "right"):
        call.say("moved", part=part, from_count=30, to_count=28)
    done = go_on(call, until="eyes")
    assert done == ["set_screws", "last_bar", "first_lift"]
    assert len(call.entries) - before < 15
    assert call.call.site["balance"] == "holds"


def test_two_finds_one_put_right_and_one_declined_both_on_the_sheet():
    call = Running(RECORDS["wound"]).measured()
    call.say("complaint", complaint="noisy")
    call.say("found", cause="dry")
    call.say("found", cause="hinge_broken")
    call.lift_gates()
    call.say("reading", reading=HOLDS)
    call.powered()
    for proof in ("reversal", "eyes"):
        call.say("proof", proof=proof, passed=True)
    assert len(call.state.to_close) == 2
    call.say("cured", cause="dry")
    declined = call.say("declined", cause="hinge_broken", reason="next year")
    call.say("withdrawn", entry=declined.id, reason="a slip")
    with pytest.raises(ContradictionError, match="put right, declined, or for another day"):
        call.say("closed")
    call.say("deferred", cause="hinge_broken", reason="the hinge is on order")
    call.say("closed")
    became = {line.label: line.text for line in call.state.summary}["What became of it"]
    assert "put right" in became
    assert "left for another day: the hinge is on order" in became
    with pytest.raises(ContradictionError, match="not found"):
        Running().say("declined", cause="dry", reason="not wanted")


def test_a_find_that_forbids_and_is_declined_ends_left_disconnected_and_never_as_proved():
    call = Running(RECORDS["wound"]).measured()
    call.say("found", cause="spring_broken")
    call.say("declined", cause="spring_broken", reason="sells the house")
    assert any("leave the opener disconnected" in one for one in call.state.to_close)
    call.say("disconnected", reason="a broken spring")
    assert call.enter("closed").closed


def test_each_procedure_opens_with_what_is_held_before_what_is_loosened():
    cable = procedures()["cable_off"].steps
    assert cable.index("brought_down") < cable.index("clamp") < cable.index("load_test"), "let down on a door that is down and clamped"
    assert procedures()["hang_door"].steps.index("tracks_up") < procedures()["hang_door"].steps.index("sections_up")


def test_new_springs_are_not_aimed_at_zero_before_they_are_wound():
    """They hold no turns: there is nothing to let off, and who does not want them takes them off. Found by a random walk."""
    call = Running().chosen(8)
    with pytest.raises(ContradictionError, match="nothing to let off"):
        call.say("aimed", targets={"left": 0, "right": 0})
    assert (call.call.site["line"], call.call.line.targets) == ("fresh", {"left": 8, "right": 8})
    call.say("aimed", targets={"left": 0, "right": 8})
    require_is_there(call.call)
    with pytest.raises(ContradictionError, match="nothing to let off"):
        call.say("aimed", targets={"right": 0})
    call.say("aimed", targets={"left": 10, "right": 10})
    call.to_targets()
    call.say("aimed", targets={"left": 0, "right": 0})
    require_is_there(call.call)
