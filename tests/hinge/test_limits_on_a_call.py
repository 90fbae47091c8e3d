"""Limit screws set on a call: against a simulated unit, told by two tablets, taken back, and kept for the next call."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.call import history
from hinge.call.limits import limits_of
from hinge.errors import HingeError
from hinge.procedures.rules import proofs
from hinge.view.build import build_call_view, record_after
from hinge.view.timeline import timeline
from tests.support.calls import Running
from tests.support.words import words


def with_screws(**more: str) -> Running:
    running = Running().measured(opener_kind="rail_screw", **more)
    return running.powered()


def end_of(running: Running, end: str):
    return next(one for one in running.state.limits.ends if one.end == end)


def sees(running: Running, end: str, off_in: float, turns: float = 0.0) -> None:
    running.say("limit", end=end, off_in=off_in, turns=turns, since=end_of(running, end).since if turns else "")


def test_three_in_a_turn_then_what_this_unit_does_and_done_in_two():
    """Source: handbook of the trade, travel limits: about 3 in a turn, learned from two readings, done in the second correction."""
    running = with_screws()
    assert end_of(running, "up").sentence.startswith("Up: run the empty trolley up")
    sees(running, "up", -3.75)
    assert end_of(running, "up").turns == 1.25
    # This unit gives but 2.4 in a turn.
    sees(running, "up", -0.75, turns=1.25)
    assert end_of(running, "up").turns == 0.25
    assert "2.5 in of travel, from 1 correction (2.1 to 2.9)" in running.state.limits.unit, "one reading goes half-way from what is usual"
    sees(running, "up", -0.125, turns=0.25)
    assert end_of(running, "up").turns == 0.0
    assert "Leave it" in end_of(running, "up").sentence
    # The other end's screw has the same pitch.
    sees(running, "down", 2.4)
    assert end_of(running, "down").turns == -1.0
    lines = {one.label: one.text for one in running.state.summary}
    assert lines["Limits"] == 'up 1/8" short of its mark, down 2 3/8" beyond its mark'
    told = [words(one.text) for one in timeline(running.record, running.entries).lines]
    assert 'Up limit: 3/4" short of its mark, after 1¼ turns clockwise' in told


@pytest.mark.bulk
def test_both_limits_of_simulated_units_are_done_in_two_corrections():
    """Units that give 2 to 4 in a turn, a trolley that stops where it likes within a sixteenth, a tape read to an eighth."""
    rng, well = np.random.default_rng(20261126), 0
    for _ in range(60):
        per_turn, running = rng.uniform(2, 4), with_screws()
        left = []
        for end in ("up", "down"):
            truth, turns = float(rng.uniform(-8, 8)), 0.0
            for _ in range(3):
                seen = round((truth + float(rng.normal(0, 1 / 16))) * 8) / 8
                sees(running, end, seen, turns)
                turns = end_of(running, end).turns
                truth += turns * per_turn
            left.append(abs(seen))
        well += max(left) <= 0.5
    assert well >= 57, f"{well} of 60 units"


def test_what_is_learned_is_in_the_file_and_begins_the_next_call():
    running = with_screws()
    sees(running, "up", -6)
    sees(running, "up", -2, turns=2)
    after = record_after(running.call)
    assert after.measured["inches_per_turn"] == pytest.approx(2.1, abs=0.15)
    how = after.how["inches_per_turn"]
    assert (how.method, how.low < after.measured["inches_per_turn"] < how.high) == ("estimate", True)
    later = Running(after)
    later.lift_gates()
    later.powered()
    assert "by its file" in later.state.limits.unit
    sees(later, "down", 2.1)
    assert end_of(later, "down").turns == -1.0


def test_two_tablets_tell_one_correction_once():
    running = with_screws()
    sees(running, "up", -3)
    since = end_of(running, "up").since
    running.say("limit", end="up", off_in=-0.5, turns=1, since=since)
    with pytest.raises(HingeError) as refused:
        running.say("limit", end="up", off_in=-0.5, turns=1, since=since)
    assert (refused.value.field, "meanwhile" in str(refused.value)) == ("since", True)
    with pytest.raises(HingeError) as never_looked:
        running.say("limit", end="down", off_in=1, turns=1, since=since)
    assert never_looked.value.field == "since"
    with pytest.raises(HingeError) as from_nowhere:
        running.say("limit", end="down", off_in=1, turns=1)
    assert from_nowhere.value.field == "since"


def test_what_is_taken_back_is_not_learned_from_and_leaves_no_turn_to_make():
    running = with_screws()
    sees(running, "up", -3)
    usual = running.state.limits.unit
    wrong = running.say("limit", end="up", off_in=3, turns=1, since=end_of(running, "up").since)
    assert running.state.limits.unit != usual
    running.say("withdrawn", entry=wrong.id, reason="read on the wrong side")
    assert running.state.limits.unit == usual
    end = end_of(running, "up")
    assert (end.off_in, end.turns, "taken back" in end.sentence) == (None, 0, True)
    with pytest.raises(HingeError, match="taken back"):
        running.say("limit", end="up", off_in=0, turns=1, since=wrong.id)
    sees(running, "up", 0.125)
    assert "Leave it" in end_of(running, "up").sentence
    assert running.state.limits.unit == usual


def test_a_screw_that_was_turned_asks_for_its_proofs_again_and_taking_back_the_look_does_not_give_them_back():
    running = with_screws()
    for proof in ("reversal", "eyes", "limits"):
        running.say("proof", proof=proof, passed=True)
    sees(running, "up", -3)
    assert {one.standing for one in running.state.proofs if one.id in ("reversal", "eyes", "limits")} == {"passed"}, "a look turns nothing"
    turned = running.say("limit", end="up", off_in=0, turns=1, since=end_of(running, "up").since)
    assert {one.standing for one in running.state.proofs if one.id in ("reversal", "eyes", "limits")} == {"void"}
    running.say("withdrawn", entry=turned.id, reason="a mistake")
    assert {one.standing for one in running.state.proofs if one.id in ("reversal", "eyes", "limits")} == {"void"}


def test_a_call_from_elsewhere_names_the_look_its_screw_was_turned_after():
    running = with_screws()
    sees(running, "up", -3)
    sees(running, "up", 0, turns=1)
    for proof in ("reversal", "eyes"):
        running.say("proof", proof=proof, passed=True)
    running.settled().say("closed")
    told = [[entry] for entry in running.entries]
    assert history.claimed(running.record, told, "entries") == running.call
    place = next(at for at, (entry,) in enumerate(told) if entry.body.kind == "limit" and entry.body.turns)
    (turned,) = told[place]
    for since in ("no-such-look", turned.id):
        wrong = turned.model_copy(update={"body": turned.body.model_copy(update={"since": since})})
        with pytest.raises(HingeError) as refused:
            history.claimed(running.record, [*told[:place], [wrong], *told[place + 1 :]], "entries")
        assert refused.value.field.endswith("since")


def test_nothing_is_learned_from_the_unit_that_was_taken_down():
    running = with_screws()
    usual = running.state.limits.unit
    sees(running, "up", -3)
    sees(running, "up", -1, turns=1)
    running.say("found", cause="wanted_install_rail")
    running.lift_gates()
    running.say("stepped", steps=["header_bracket"])
    assert running.state.limits.unit == usual
    assert [one.looks for one in running.state.limits.ends] == [[], []]
    assert "inches_per_turn" not in record_after(running.call).measured


def test_only_screws_are_turned_and_never_at_a_door_nobody_may_run():
    with pytest.raises(HingeError, match="limit screws"):
        Running().measured(opener_kind="rail_button").say("limit", end="up", off_in=1)
    assert limits_of(Running().measured().call) is None
    broken = with_screws()
    broken.say("found", cause="spring_broken")
    with pytest.raises(HingeError, match="never runs this door"):
        broken.say("limit", end="up", off_in=1)
    worked = Running().measured(opener_kind="rail_screw").wound()
    with pytest.raises(HingeError, match="by hand"):
        worked.say("limit", end="up", off_in=1)
    assert {proof.id for proof in proofs()} >= {"reversal", "eyes", "limits"}


@given(st.lists(st.tuples(st.sampled_from(["up", "down"]), st.floats(-20, 20), st.floats(-3, 3), st.booleans()), max_size=12))
def test_whatever_is_seen_told_and_taken_back_nothing_contradicts_itself(looks):
    running = with_screws()
    for end, off_in, turns, taken_back in looks:
        since = end_of(running, end).since
        entry = running.say("limit", end=end, off_in=off_in, turns=turns if since else 0, since=since)
        if taken_back:
            running.say("withdrawn", entry=entry.id, reason="a mistake")
        for one in running.state.limits.ends:
            assert (one.off_in is None) == (one.since == "")
            way = -1 if "works the other way" in one.sentence else 1
            assert one.off_in is None or way * one.turns * one.off_in <= 0, "a turn that makes it worse"
            assert ("counter-clockwise" in one.sentence) == (one.turns < 0)
    record_after(running.call).model_dump_json()
    assert " in of" not in words(build_call_view(running.call), "metric").limits.unit
