"""What happened, entry by entry: words for everything, strokes in a row as one line, what was taken back struck."""

import typing

from hypothesis import given
from hypothesis import strategies as st

from hinge.call import commands as c
from hinge.call import events as ev
from hinge.procedures.knowledge import steps
from hinge.view import timeline as told
from hinge.view.timeline import step_words, timeline, words_of
from tests.support.calls import Running


def lines_of(call):
    return [one.text for one in timeline(call.record, call.entries).lines]


def test_everything_that_can_happen_has_words():
    kinds = {kind for kind in (*typing.get_args(c.Plain), *typing.get_args(ev.Event)) if isinstance(kind, type)}
    assert kinds <= told._SAID.keys()


def test_strokes_in_a_row_are_one_line_and_another_hand_begins_its_own():
    call = Running().chosen()
    for at in range(3):
        call.say("moved", part="left", from_count=at, to_count=at + 1)
    call.say("moved", part="right", from_count=0, to_count=1)
    call.gates("letting_down")
    gates = len(lines_of(call))
    call.say("moved", part="left", from_count=3, to_count=2)
    strokes = [line for line in lines_of(call) if "spring: " in line]
    assert strokes == ["Left spring: 0 to 3", "Right spring: 0 to 1", "Left spring: 3 to 2"]
    assert len(lines_of(call)) == gates + 1


def test_what_was_taken_back_stands_struck():
    call = Running().measured()
    gone = call.say("found", cause="dry")
    call.say("withdrawn", entry=gone.id, reason="the wrong door")
    struck = [one.text for one in timeline(call.record, call.entries).lines if one.struck]
    assert struck == ["Found: Dry hinges and rollers"] or struck == [f"Found: {words_of(call.call, gone.body)[7:]}"]
    assert lines_of(call)[-1] == "Taken back: the wrong door"


def test_a_whole_call_reads_as_it_went():
    call = Running().measured()
    call.say("complaint", complaint="bang")
    call.gates("hands_on")
    call.say("stepped", steps=["confirm", "carriage"])
    call.say("passed_over", step="mark", reason="new drums go on")
    call.say("left", reason="the light is gone")
    told_lines = lines_of(call)
    assert "Opener unplugged, battery backup out" in told_lines
    assert told_lines[-3:] == [
        "Done: Confirm the break; Carriage clear, opener dead",
        "Passed over: Mark the drums (new drums go on)",
        "Left as it stands: the light is gone",
    ]


@given(st.text(max_size=40), st.sampled_from(["complaint", "found", "checked", "fact", "cured", "gate", "proof", "stopped", "stepped"]))
def test_names_nobody_knows_any_more_are_told_as_they_stand(name, kind):
    """An older or a stranger's name never makes a page fail."""
    name = name or "x"
    fields = {
        "complaint": {"complaint": name}, "found": {"cause": name, "note": ""}, "checked": {"check": name, "outcome": name},
        "fact": {"fact": name, "holds": True}, "cured": {"cause": name}, "gate": {"gate": name, "met": True},
        "proof": {"proof": name, "passed": True, "note": ""}, "stopped": {"stop": name}, "stepped": {"steps": [name], "done": True},
    }[kind]  # fmt: skip
    event = next(one for one in typing.get_args(c.Plain) if typing.get_args(one.model_fields["kind"].annotation) == (kind,))
    assert words_of(Running().call, event.model_construct(kind=kind, **fields))


def test_every_step_has_a_short_name():
    titles = [step_words(name) for name in steps()]
    assert len(set(titles)) == len(titles)
    assert max(len(title) for title in titles) <= 40
