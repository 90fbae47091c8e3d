"""More force never cures a heavy or binding door: handbook of the trade, openers and prove; common practice."""

from __future__ import annotations

import contextlib
from contextlib import suppress

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from hinge.balance.readings import OUTCOMES
from hinge.call.commands import read_command
from hinge.call.decide import decide
from hinge.errors import ContradictionError, GateNotMetError, HingeError
from hinge.view.steps import procedures_of
from tests.support.calls import Running
from tests.support.words import words


def at_the_force(cause="force_low"):
    """A door as found, released and lifted by hand, its limits set."""
    call = Running().measured()
    call.say("complaint", complaint="touches_and_reverses")
    call.say("found", cause=cause)
    call.lift_gates()
    call.say("stepped", steps=["balance_first"])
    call.powered()
    for step in ("carriage_joined", "limits"):
        call.say("stepped", steps=[step])
    return call


def let_go(call, outcome, height_in=42):
    """Run by power, it is made safe again before hands are on it, and plugged in again after it."""
    call.lift_gates()
    read = call.say("reading", reading={"height_in": height_in, "outcome": outcome})
    return plugged_in(call, read)


def plugged_in(call, entry):
    """The entry, and the opener joined again where the door may run."""
    with suppress(HingeError):
        call.powered()
    return entry


def gauge(call, force_lb, direction, height_in=42):
    call.lift_gates()
    return plugged_in(call, call.say("reading", reading={"height_in": height_in, "force_lb": force_lb, "direction": direction}))


def barred(call):
    return words(next(one.barred for one in procedures_of(call.call).procedures if one.now == "force"))


def refused(call, why):
    assert why in barred(call)
    for kind, body in (("stepped", {"steps": ["force"]}), ("proof", {"proof": "force", "passed": True})):
        with pytest.raises(ContradictionError, match=why) as wrong:
            call.say(kind, **body)
        assert "More force never cures a heavy or binding door" in str(wrong.value)


def test_a_door_that_is_good_by_hand_has_its_force_set():
    call = at_the_force()
    assert barred(call) == ""
    let_go(call, "holds")
    call.say("stepped", steps=["force"])
    call.say("proof", proof="force", passed=True)


def test_a_door_that_creeps_where_it_held_is_good_once_it_holds_again():
    call = at_the_force()
    let_go(call, "creeps_down")
    refused(call, "creeps down")
    let_go(call, "holds", 40)
    let_go(call, "creeps_up", 46)
    refused(call, "creeps up")
    let_go(call, "holds", 42)
    assert barred(call) == ""
    call.say("stepped", steps=["force"])


@pytest.mark.parametrize(("outcome", "words"), [("runs_down", "runs down"), ("runs_up", "runs up")])
def test_what_the_door_did_when_it_was_let_go_last_is_the_evidence(outcome, words):
    call = at_the_force()
    let_go(call, "holds")
    let_go(call, outcome, 44)
    refused(call, words)
    let_go(call, "holds", 40)
    call.say("stepped", steps=["force"])


def test_a_slip_taken_back_bars_nothing_and_what_it_hid_bars_again():
    call = at_the_force()
    let_go(call, "runs_down")
    slip = let_go(call, "holds")
    call.say("withdrawn", entry=slip.id, reason="a slip")
    refused(call, "runs down")


@pytest.mark.parametrize("cause", ["rollers_worn", "track_pinched", "seal_frozen"])
def test_a_binding_door_holds_anywhere_and_is_no_better_for_it(cause):
    call = at_the_force()
    let_go(call, "holds")
    call.say("found", cause=cause)
    with pytest.raises(ContradictionError, match="More force never cures"):
        call.say("proof", proof="force", passed=True)
    call.lift_gates()
    call.say("proof", proof="free_running", passed=True)
    call.powered().say("proof", proof="force", passed=True)


def test_a_heavy_door_found_and_not_let_go_since_is_no_door_to_force():
    call = at_the_force()
    call.say("found", cause="springs_tired")
    with pytest.raises(ContradictionError, match="The springs are tired"):
        call.say("stepped", steps=["force"])


def test_nobody_sets_the_force_of_a_door_nobody_lifted():
    call = Running().measured()
    call.say("complaint", complaint="touches_and_reverses")
    with pytest.raises(ContradictionError, match="By hand first"):
        call.say("stepped", steps=["force"])


@pytest.mark.parametrize(
    ("force_lb", "direction", "words"),
    [
        (14, "lowering", "14 lb lowering"),
        (-9, "raising", "-9 lb raising"),
        (38, "raising", "38 lb raising"),
        (-38, "lowering", "-38 lb lowering"),
    ],
)
def test_a_gauge_is_evidence_too(force_lb, direction, words):
    """A door that has to be held back on its way down sinks by itself; over 150 N either way it is too stiff (EN 12604, memory)."""
    call = at_the_force()
    gauge(call, force_lb, direction)
    gauge(call, 12 if direction == "lowering" else -12, "raising" if direction == "lowering" else "lowering")
    refused(call, words)
    gauge(call, 9 if direction == "raising" else -9, direction)
    assert barred(call) == ""


def test_a_gauge_on_a_good_door_bars_nothing():
    call = at_the_force()
    gauge(call, 11, "raising")
    gauge(call, -8, "lowering")
    gauge(call, 60, "raising", height_in=2)
    call.say("stepped", steps=["force"])


def test_that_the_force_failed_can_be_told_of_any_door_that_may_run():
    call = at_the_force()
    let_go(call, "holds")
    call.say("found", cause="rollers_worn")
    call.say("proof", proof="force", passed=False)


def test_the_page_is_told_before_it_asks_which_proofs_the_door_stands_in_the_way_of():
    call = at_the_force()
    let_go(call, "runs_down")
    said = {proof.id: proof.barred for proof in call.state.proofs}
    assert "More force never cures" in said["force"]
    assert said["release"] == ""
    assert "Check the balance by hand" in said["reversal"]
    wound = Running().wound()
    assert all("Check the balance by hand" in one.barred for one in wound.state.proofs if one.id in ("reversal", "eyes", "force"))
    assert not any(one.barred for one in wound.held().state.proofs)


READINGS = st.one_of(
    st.builds(lambda at, does: {"height_in": at, "outcome": does}, st.sampled_from([12, 36, 42, 48, 66]), st.sampled_from(OUTCOMES)),
    st.builds(
        lambda at, lb, way: {"height_in": at, "force_lb": lb, "direction": way},
        st.sampled_from([12, 42]), st.sampled_from([-40, -8, 0, 8, 40]), st.sampled_from(["raising", "lowering"]),
    ),
)  # fmt: skip
SAID = st.one_of(
    st.tuples(st.just("reading"), READINGS.map(lambda one: {"reading": one})),
    st.tuples(st.just("found"), st.sampled_from(["springs_tired", "rollers_worn", "force_old"]).map(lambda one: {"cause": one})),
    st.tuples(st.just("cured"), st.sampled_from(["springs_tired", "rollers_worn"]).map(lambda one: {"cause": one})),
    st.tuples(st.just("proof"), st.booleans().map(lambda passed: {"proof": "free_running", "passed": passed})),
    st.tuples(st.just("withdrawn"), st.integers(0, 40).map(lambda place: {"entry": f"entry-{place:05d}", "reason": "a slip"})),
    st.tuples(st.just("stepped"), st.just({"steps": ["balance_first"], "done": False})),
)


@settings(max_examples=60)
@given(st.lists(SAID, max_size=8))
def test_whatever_was_said_and_taken_back_the_page_says_what_would_be_refused(said):
    call = at_the_force()
    for kind, body in said:
        call.lift_gates()
        with contextlib.suppress(HingeError):
            call.say(kind, **body)
    told = {proof.id: proof.barred for proof in call.state.proofs}
    for proof, why in told.items():
        refusal = ""
        try:
            decide(call.call, read_command({"kind": "proof", "proof": proof, "passed": True}))
        except GateNotMetError:
            refusal = ""
        except HingeError as wrong:
            refusal = str(wrong)
        assert why == refusal
    let_go = [one.reading for one in call.call.readings if one.current and one.reading.outcome and 36 <= one.reading.height_in <= 48]
    if let_go and let_go[-1].outcome in ("runs_up", "runs_down"):
        assert told["force"]
