"""More force never cures a heavy or binding door: handbook of the trade, openers and prove; common practice."""

from __future__ import annotations

import pytest

from hinge.call.steps import procedures_of
from hinge.errors import Contradiction
from tests.hinge.calls import Running


def at_the_force(cause="force_low"):
    """A door as found, released and lifted by hand, its limits set."""
    call = Running().measured()
    call.say("complaint", complaint="touches_and_reverses")
    call.say("found", cause=cause)
    call.lift_gates()
    for step in ("balance_first", "carriage_joined", "limits"):
        call.say("stepped", steps=[step])
    return call


def let_go(call, outcome, height_in=42):
    """Run by power, it is made safe again before hands are on it."""
    call.lift_gates()
    return call.say("reading", reading={"height_in": height_in, "outcome": outcome})


def barred(call):
    return next(one.barred for one in procedures_of(call.call).procedures if one.now == "force")


def refused(call, words):
    assert words in barred(call)
    for kind, body in (("stepped", {"steps": ["force"]}), ("proof", {"proof": "force", "passed": True})):
        with pytest.raises(Contradiction, match=words) as wrong:
            call.say(kind, **body)
        assert "More force never cures a heavy or binding door" in str(wrong.value)


def test_a_door_that_is_good_by_hand_has_its_force_set():
    call = at_the_force()
    assert barred(call) == ""
    let_go(call, "holds")
    call.say("stepped", steps=["force"])
    call.say("proof", proof="force", passed=True)


def test_a_door_that_creeps_is_good_once_it_held():
    call = at_the_force()
    let_go(call, "creeps_down")
    refused(call, "it creeps down")
    let_go(call, "holds", 40)
    let_go(call, "creeps_up", 46)
    assert barred(call) == ""
    call.say("stepped", steps=["force"])


@pytest.mark.parametrize(("outcome", "words"), [("runs_down", "it runs down"), ("runs_up", "it runs up")])
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
    refused(call, "it runs down")


@pytest.mark.parametrize("cause", ["rollers_worn", "track_pinched", "seal_frozen"])
def test_a_binding_door_holds_anywhere_and_is_no_better_for_it(cause):
    call = at_the_force()
    let_go(call, "holds")
    call.say("found", cause=cause)
    with pytest.raises(Contradiction, match="More force never cures"):
        call.say("proof", proof="force", passed=True)
    call.say("proof", proof="free_running", passed=True)
    call.say("proof", proof="force", passed=True)


def test_a_heavy_door_found_and_not_let_go_since_is_no_door_to_force():
    call = at_the_force()
    call.say("found", cause="springs_tired")
    with pytest.raises(Contradiction, match="The springs are tired"):
        call.say("stepped", steps=["force"])


def test_nobody_sets_the_force_of_a_door_nobody_lifted():
    call = Running().measured()
    call.say("complaint", complaint="touches_and_reverses")
    with pytest.raises(Contradiction, match="By hand first"):
        call.say("stepped", steps=["force"])
