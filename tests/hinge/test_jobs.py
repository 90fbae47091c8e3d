"""The eight spring jobs and the thirteen opener jobs of the trade, from the complaint to the close, and once more as one question.

Source: handbook of the trade, repair procedures and openers: common practice, no published source.
"""

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.errors import HingeError
from hinge.procedures.instructions import tell
from hinge.procedures.knowledge import procedures, steps
from hinge.view.customer_page import customer_page
from hinge.view.steps import numbers_of, procedures_of
from tests.support.calls import HOLDS, Running
from tests.support.jobs import OPENER_JOBS, SPRING_JOBS, begun, step_by_step
from tests.support.words import ask, words

SPRING_ORDER = {
    "replace_pair": ["clamp", "load_test", "let_down", "cables_slack", "springs_off", "springs_on", "cables_equal", "wind", "first_lift"],
    "cable_off": ["walked", "roller_back", "brought_down", "clamp", "let_down", "put_right", "again", "wind", "first_lift"],
    "keep_and_rewind": ["clamp", "let_down", "put_right", "again", "wind", "first_lift"],
    "replace_extension": ["open_clamped", "pair_off", "pair_on", "safety_cables", "ladder_under"],
    "torsion_to_extension": ["clamp", "let_down", "shaft_out", "weigh", "raise_unsprung", "pair_on", "safety_cables", "ladder_under"],
    "extension_to_torsion": ["open_clamped", "pair_off", "lower_unsprung", "weigh", "line_in", "cables_equal", "wind", "first_lift"],
    "stack": ["stack_off", "shaft_level", "strap", "hub_pinned", "stack_on", "hub", "stack_cables", "clamp_moves", "chest_height"],
    "line_from_parts": ["line_in", "cables_up", "cables_equal", "wind", "first_lift"],
}  # fmt: skip


def told_again(call: Running):
    """The whole call as one question: every command in order, none refused, the same state."""
    answer = ask("call", {"record": call.record.model_dump(), "commands": call.commands})
    assert answer.refused == []
    return answer.state


@pytest.mark.parametrize("name", list(SPRING_JOBS))
def test_a_spring_job_goes_from_the_complaint_to_the_close(name):
    job = SPRING_JOBS[name]
    call = begun(job)
    assert next(one.procedure for one in procedures_of(call.call).procedures if one.work) == job.procedure
    done = step_by_step(call, job.procedure)
    order = SPRING_ORDER[job.procedure]
    assert [one for one in done if one in order] == order
    call.proved()
    call.say("closed", told="Once a month: half-way and let go.")
    state = call.state
    assert state.closed
    assert not [find for find in state.finds if find.standing == "open"]
    assert customer_page(call.call).done
    assert told_again(call).summary == state.summary


@pytest.mark.parametrize("name", list(OPENER_JOBS))
def test_an_opener_job_goes_from_the_complaint_to_the_close(name):
    job = OPENER_JOBS[name]
    call = begun(job)
    call.gates("hands_on", "as_found")
    call.say("reading", reading=HOLDS)
    assert job.procedure in [one.procedure for one in procedures_of(call.call).procedures]
    done = step_by_step(call, job.procedure)
    told = [step.id for step in tell(job.procedure, {}, {}, None).steps]
    assert done
    assert [one for one in told if one in done] == [one for one in done if one in told]
    first_power = next((place for place, one in enumerate(done) if steps()[one].touches == "power"), len(done))
    if "balance_first" in done:
        assert done.index("balance_first") < first_power, "by hand before power"
    if "lights_seen" in done:
        assert done.index("lights_seen") < first_power, "lights are seen before anything runs"
    call.proved()
    call.say("closed", told="The eyes and the block, once a month.")
    state = call.state
    assert state.closed
    assert customer_page(call.call).done
    assert told_again(call).summary == state.summary


MEASURES = {
    "weight_lb": st.integers(80, 400).map(str),
    "height_in": st.integers(72, 120).map(lambda inches: f'{inches}"'),
    "section_count": st.integers(3, 6).map(str),
    "shaft_kind": st.sampled_from(["tube", "solid"]),
    "second_eyes_apart_in": st.integers(40, 500).map(lambda inches: f'{inches}"'),
}
SCREWS = {"tube": "tube", "solid": "solid"}


@given(st.fixed_dictionaries(MEASURES), st.sampled_from(list(procedures())))
def test_no_number_of_a_step_contradicts_its_door(seen, name):
    """Whatever was measured, a step that names a weight, a height, a shaft or hinges names this door's."""
    call = Running()
    for field, typed in seen.items():
        try:
            call.say("measured", field=field, typed=typed)
        except HingeError:
            return
    measured = call.call.measured
    told = words(tell(name, numbers_of(call.call, {})))
    for step in told.steps:
        said = " ".join((step.do, step.why, step.caution, *step.parts))
        for weight in re.findall(r"weighs (\d+) lb", said):
            assert int(weight) == round(measured["weight_lb"]), step.id
        if found := re.search(r"hinges (?:go )?No\. ([\d, ]+) from the bottom up", said):
            assert len(found[1].split(",")) == measured["section_count"] - 1, step.id
        for height in re.findall(r"lift cables for (\d+)'(\d+)\"", said):
            assert int(height[0]) * 12 + int(height[1]) == round(measured["height_in"]), step.id
        other = next(word for kind, word in SCREWS.items() if kind != measured["shaft_kind"])
        assert f"(the shaft is {other}" not in said.replace("is a tube", "is tube"), step.id
        apart = measured["second_eyes_apart_in"]
        if step.id == "second_eyes":
            assert ("as measured, within" in said) == (84 <= apart <= 360), step.id
