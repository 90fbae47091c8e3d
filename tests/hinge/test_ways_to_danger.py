"""Ways to a dangerous or false record that were open once, each a combination no guard had thought of."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.balance.readings import Reading
from hinge.carriers.torsion import wound
from hinge.document import read
from hinge.errors import BadInputError, ContradictionError, GateNotMetError, HingeError, OutOfStepError
from hinge.faults.knowledge import faults
from hinge.file.record import DoorRecord, read_record
from hinge.questions.of_call import sizing_of
from hinge.springs.torsion import SpringKind
from hinge.view.finding import finding_of
from tests.support.advice import advise
from tests.support.balance import random_door
from tests.support.calls import HOLDS, MEASURED, SPRING, Running
from tests.support.records import RECORDS
from tests.support.words import ask

DOWN = {"height_in": 42, "outcome": "runs_down"}


def refused(call: Running, kind: str, match: str, error: type[HingeError] = HingeError, **body: object) -> None:
    before = call.call
    with pytest.raises(error, match=match):
        call.say(kind, **body)
    assert call.call == before


def test_1_the_last_reading_counts_and_not_any():
    call = Running().wound().held()
    call.say("reading", reading=DOWN)
    call.say("reading", reading=DOWN)
    refused(call, "gate", "must hold", gate="joined", met=True)
    refused(call, "proof", "Check the balance by hand", ContradictionError, proof="reversal", passed=True)
    assert any("Read the balance" in one for one in call.state.to_close)
    refused(call, "closed", "Read the balance")


FORBID = [("spring_broken", "spring is broken"), ("cable_off", "off its drum"), ("section_cracked", "cracked")]


@pytest.mark.parametrize(("cause", "words"), FORBID)
def test_2_a_cause_that_forbids_found_after_the_hold_or_the_proofs_counts_from_then_on(cause, words):
    held = Running().wound().held().powered()
    held.say("found", cause=cause)
    refused(held, "proof", words, proof="reversal", passed=True)
    proved = Running().wound().held().proved()
    proved.say("found", cause=cause)
    refused(proved, "closed", words)
    assert {one.standing for one in proved.state.proofs if one.required} == {"void"}


def test_3_a_stroke_and_the_same_stroke_back_leave_a_broken_spring_broken():
    call = Running(RECORDS["wound"]).measured()
    call.say("found", cause="spring_broken")
    call.work_gates()
    call.say("moved", part="left", from_count=5, to_count=4)
    call.say("moved", part="left", from_count=4, to_count=5)
    call.gates("first_lift")
    refused(call, "cured", "put right once another set is on", cause="spring_broken")
    refused(call, "reading", "not lifted until that is put right|Finish the work", reading=HOLDS)
    refused(call, "gate", "spring is broken|Finish the work", gate="joined", met=True)
    refused(call, "closed", "Finish the work")


def test_4_full_travel_by_hand_is_a_lift():
    call = Running().chosen()
    refused(call, "proof", "Finish the work", OutOfStepError, proof="free_running", passed=True)
    call.to_targets()
    refused(call, "proof", "Before the first lift", GateNotMetError, proof="free_running", passed=True)
    call.lift_gates()
    call.say("proof", proof="free_running", passed=True)


def test_5_clamps_are_off_once_the_opener_ran_or_they_were_said_to_be_off():
    call = Running().wound()
    assert {"clamped", "shaft"} <= call.call.gates.keys()
    call.lift_gates()
    assert not {"clamped", "shaft", "trim_clamped"} & call.call.gates.keys()
    call.say("aimed", targets={"left": 4, "right": 4})
    refused(call, "moved", "Before the trim", GateNotMetError, part="left", from_count=3, to_count=4)
    call.gates("trimming")
    call.to_targets()
    refused(call, "gate", "must hold", gate="joined", met=True)
    found = Running(RECORDS["pair"]).measured()
    found.gates("hands_on", "hanging")
    found.powered().say("proof", proof="limits", passed=True)
    found.gates("hands_on")
    refused(found, "taken_off", "Door fully open, clamped", GateNotMetError)
    bars = Running(RECORDS["wound"]).measured()
    bars.work_gates()
    refused(bars, "gate", "bars out", GateNotMetError, gate="joined", met=True)


def test_5_one_of_two_cones_let_down_and_aimed_up_again_is_not_wound_on_the_old_gates():
    call = Running(RECORDS["wound"]).measured()
    call.say("aimed", targets={"left": 0, "right": 5})
    call.work_gates()
    for at in range(5, 0, -1):
        call.say("moved", part="left", from_count=at, to_count=at - 1)
    call.say("aimed", targets={"left": 5, "right": 5})
    refused(call, "moved", "Before winding", GateNotMetError, part="left", from_count=0, to_count=1)


def test_6_turns_counted_after_an_aim_are_taken_or_refused_and_never_shown_and_ignored():
    record = DoorRecord(measured=MEASURED, on_door=wound([read(SpringKind, SPRING)], 28))
    call = Running(record).measured()
    call.say("aimed", targets={"left": 0, "right": 0})
    call.say("measured", field="quarter_turns_now", typed="34")
    assert call.call.line.counts == {"left": 34, "right": 34}
    call.work_gates()
    call.say("moved", part="left", from_count=34, to_count=33)
    refused(call, "measured", "stands at 33 or 34", ContradictionError, field="quarter_turns_now", typed="28")
    assert call.state.parts[1].count == 34
    for field, typed in (("wire_in", ".225"), ("inside_diameter_in", "2"), ("length_in", "30"), ("spring_count", "2")):
        call.say("measured", field=field, typed=typed)
    assert call.call.line.on.springs[0].wire_in == 0.225
    refused(call, "measured", "Work was done on 2", ContradictionError, field="spring_count", typed="1")
    new = Running().wound()
    refused(new, "measured", "went on at this call", ContradictionError, field="wire_in", typed=".25")


def test_7_joined_again_it_is_not_left_disconnected():
    call = Running().measured()
    call.say("disconnected", reason="the board is broken")
    assert call.state.safety == "opener left disconnected"
    call.powered()
    assert call.state.disconnected == ""
    call.say("proof", proof="reversal", passed=False)
    refused(call, "closed", "Prove: contact reversal")
    call.say("disconnected", reason="it does not reverse")
    assert call.settled().enter("closed").closed


def test_8_these_again_takes_what_came_off_and_nothing_else():
    again = {"again": True, "springs": [SPRING], "quarter_turns": 4}
    new = Running().measured(carried_now="nothing")
    refused(new, "chosen", "none to be wound again", OutOfStepError, **again)
    call = Running(RECORDS["wound"]).measured().taken_off()
    refused(call, "chosen", "Other springs", OutOfStepError, **again | {"springs": [SPRING | {"wire_in": 0.25}]})
    call.say("chosen", **again)
    call.work_gates()
    call.say("put_on")
    assert call.state.went_on == {}
    broken = Running(RECORDS["wound"]).measured().taken_off()
    broken.say("found", cause="spring_broken")
    refused(broken, "chosen", "not wound again", ContradictionError, **again)


@pytest.mark.parametrize("kind", ["extension", "counterweight"])
def test_9_what_is_to_carry_a_door_says_nothing_of_what_does(kind):
    call = Running()
    call.say("measured", field="weight_lb", typed="150")
    call.say("measured", field="counterbalance", typed=kind)
    call.gates("hands_on", "hanging")
    refused(call, "taken_off", "There are turns on the springs", OutOfStepError)
    refused(call, "put_on", "Nothing is picked", OutOfStepError)
    call.say("measured", field="carried_now", typed="torsion")
    refused(call, "taken_off", "There are turns on the springs", OutOfStepError)
    other = Running(RECORDS["pair"]).measured()
    refused(
        other, "measured", "On file this door is carried by extension springs", ContradictionError, field="carried_now", typed="torsion"
    )
    other.gates("bars", "letting_down")
    refused(other, "slack", "winding cone", ContradictionError, part="left")


def test_9_nothing_yet_said_and_taken_back_leaves_it_unseen_and_wound():
    call = Running()
    entry = call.say("measured", field="carried_now", typed="nothing")
    assert call.call.site["line"] == "off"
    call.say("withdrawn", entry=entry.id, reason="there are springs after all")
    assert (call.call.site["carrier"], call.call.site["line"]) == ("unknown", "as_found")
    assert call.call.line.wound


def test_9_a_spring_found_broken_tells_what_carries_the_door():
    call = Running()
    found = call.say("found", cause="extension_broken")
    assert (call.call.site["carrier"], call.call.line.kind) == ("extension", "extension")
    call.say("withdrawn", entry=found.id, reason="a slip")
    assert call.call.site["carrier"] == "unknown"


def test_10_bridged_eyes_stay_bridged_until_they_are_seen_undone():
    call = Running().measured()
    call.say("found", cause="eyes_defeated")
    call.held()
    refused(call, "gate", "never runs this door", ContradictionError, gate="joined", met=True)
    call.say("cured", cause="eyes_defeated")
    call.powered().say("proof", proof="eyes", passed=True)


def test_11_no_light_is_asked_for_of_an_opener_that_is_unplugged():
    call = Running().measured()
    call.say("complaint", complaint="will_not_close")
    call.gates("hands_on")
    finding = finding_of(call.call)
    assert not {"lights"} & {faults().checks[one.check].needs for one in finding.finding.next}
    assert finding.gates["lights"] == ["lights"]
    refused(
        call,
        "checked",
        "Before its lights are looked at",
        GateNotMetError,
        check="lights",
        outcome=next(iter(faults().checks["lights"].outcomes)),
    )
    call.gates("lights")
    assert "lights" in {faults().checks[one.check].needs for one in finding_of(call.call).finding.next}
    refused(call, "checked", "Make safe", GateNotMetError, check="terminals", outcome="tight")


def test_12_five_springs_on_one_shaft_are_refused_where_they_are_told():
    springs = [SPRING | {"count": 4}, SPRING | {"wire_in": 0.225, "count": 1}]
    record = read_record({"version": 2, "measured": MEASURED, "springs": springs})
    assert record.on_door.springs == []
    assert "springs do not go on one shaft" in record.unreadable["springs"]
    assert sizing_of(Running(record).call) is not None
    with pytest.raises(BadInputError) as wrong:
        ask("compare", COMPARE | {"on_door": springs})
    assert wrong.value.field == "on_door.0.count"


COMPARE = {
    "door": {"height_in": 84, "section_count": 4, "weight_lb": 130},
    "track": {"lift": "standard", "radius_in": 12},
    "drum": {"kind": "flat", "diameter_in": 4, "cable_in": 0.125},
    "cycles": 15000,
}


@given(
    st.integers(0, 200),
    st.lists(st.tuples(st.sampled_from([0.15, 0.3, 0.5, 0.65, 0.8]), st.floats(1, 40), st.floats(1, 40)), min_size=1, max_size=3),
    st.sampled_from([1, -1]),
)
def test_13_no_trim_goes_against_what_every_hand_force_says(seed, pairs, way):
    """Pulled up it is heavy and let down it must be held back: nobody takes turns off; the other way round nobody puts any on."""
    readings, hung = [], random_door(np.random.default_rng(seed))
    for share, more, less in pairs:
        high, low = max(more, less), min(more, less)
        height = share * hung.door.height_in
        up, down = (high, low) if way > 0 else (-low, -high)
        readings.append(Reading(height_in=height, force_lb=up, direction="raising"))
        readings.append(Reading(height_in=height, force_lb=down, direction="lowering"))
    _, advice = advise(hung, readings)
    assert advice.steps * way >= 0, advice.sentence
