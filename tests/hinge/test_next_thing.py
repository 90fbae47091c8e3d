"""The one next thing of a stage: the gates its main action waits for, stated in turn; the proofs in turn; what was shown already."""

import pytest

from hinge.call import answers
from hinge.call.procedure_of_work import steps_left
from hinge.procedures.knowledge import steps
from hinge.site.gates import gate_groups
from hinge.view.build import build_call_view
from hinge.view.finding import finding_of
from hinge.view.steps import procedures_of
from tests.support.calls import HOLDS, Running
from tests.support.jobs import OPENER_JOBS, SPRING_JOBS, begun
from tests.support.records import RECORDS

GATES = {group.id: [gate.id for gate in group.gates] for group in gate_groups()}


def stage_actions(call):
    """Every main action there is now, by its stage; that of the step Repair opens on as Repair's."""
    found = dict(build_call_view(call.call).main)
    if (finding := finding_of(call.call)) is not None:
        found["find"] = finding.main
    told = procedures_of(call.call).leading
    if told and (step := next((one for one in told.steps if one.id == told.now), None)) and step.main:
        found["repair"] = step.main
    return found


def open_in(call, groups):
    return [gate for group in groups for gate in GATES[group] if gate not in call.call.gates]


def stated(call, stage):
    """The gates the main action of a stage waits for, stated from it one after another: which they were."""
    said = []
    for _ in range(30):
        main = stage_actions(call)[stage]
        left = open_in(call, main.gates)
        if not left:
            return said
        assert main.waits, f"{main.label} could be taken, and still asks for {left}"
        call.say("gate", gate=left[0], met=True)
        said.append(left[0])
    raise AssertionError(f"no end of gates: {said}")


@pytest.mark.parametrize("name", [*SPRING_JOBS, *OPENER_JOBS])
def test_the_gates_a_main_action_waits_for_are_taken_one_after_another(name):
    call = begun((SPRING_JOBS | OPENER_JOBS)[name])
    assert stated(call, "arrive") == GATES["hands_on"]
    assert stage_actions(call)["arrive"].to == "find"
    stated(call, "repair")
    main = stage_actions(call)["repair"]
    assert not main.waits or not main.gates, "nothing is left to be stated"


def test_before_a_complaint_no_gate_is_asked_for_and_the_words_of_each_are_its_own():
    call = Running(RECORDS["wound"])
    assert stage_actions(call)["arrive"].gates == []
    for group in gate_groups():
        says = [gate.says for gate in group.gates]
        assert len(set(says)) == len(says), group.id


def test_proofs_are_passed_in_turn_once_the_door_may_run_and_not_before():
    call = Running(RECORDS["wound"])
    call.say("complaint", complaint="will_not_close")
    call.say("found", cause="eye_dirty")
    assert stage_actions(call)["prove"].gates == ["by_power"], "what is at fault is no matter of the balance"
    call.gates("hands_on")
    assert stated(call, "prove") == GATES["by_power"]
    passed = []
    while (main := stage_actions(call)["prove"]).command is not None:
        passed.append(main.command.proof)
        call.say(main.command.kind, proof=main.command.proof, passed=True)
    assert passed == ["reversal", "eyes"]
    assert stage_actions(call)["close"].waits, "nothing was done about it: what becomes of it is nobody's habit to say"
    call.say("stepped", steps=["beam_clear"])
    assert stage_actions(call)["close"].command.cause == "eye_dirty", "worked on and proved: it is said to be put right"


def test_a_door_the_opener_must_not_run_is_not_offered_to_be_plugged_in():
    call = Running(RECORDS["wound"])
    call.say("complaint", complaint="bang")
    call.say("found", cause="spring_broken")
    assert stage_actions(call)["prove"].gates == []


def test_a_door_nobody_knows_the_fault_of_is_lifted_before_it_runs():
    call = Running(RECORDS["wound"])
    call.say("complaint", complaint="heavy")
    assert stage_actions(call)["prove"].gates == ["hands_on", "as_found"]
    stated(call, "prove")
    call.say("reading", reading=HOLDS)
    assert stage_actions(call)["prove"].gates == ["by_power"]


def steps_of(call):
    return {step.id: step for one in procedures_of(call.call).procedures for step in one.steps}


def test_a_step_that_a_check_was_already_is_done_with_who_and_when():
    call = Running(RECORDS["wound"])
    call.say("complaint", complaint="bang")
    call.say("found", cause="spring_broken")
    call.say("chosen", **SPRING_JOBS["a pair of torsion springs"].plan)
    assert steps_of(call)["confirm"].standing == "now", "seen by eye, not by its check"
    call.gates("hands_on")
    call.say("checked", check="coil_gap", outcome="gap")
    call.say("found", cause="spring_broken")
    confirm = steps_of(call)["confirm"]
    assert (confirm.standing, bool(confirm.by), bool(confirm.at_time)) == ("done", True, True)


def test_a_door_lifted_by_hand_on_this_call_is_not_lifted_again_before_limits_are_set():
    call = Running(RECORDS["wound"])
    call.say("complaint", complaint="touches_and_reverses")
    call.gates("hands_on", "as_found")
    call.say("checked", check="lift_by_hand", outcome="easy")
    call.say("found", cause="down_limit_deep")
    assert steps_of(call)["balance_first"].standing == "done"
    call.say("checked", check="lift_by_hand", outcome="heavy")
    assert steps_of(call)["balance_first"].standing == "now", "what was answered last counts"


def test_how_a_door_lifted_before_it_was_worked_on_says_nothing_of_it_now():
    call = Running(RECORDS["wound"])
    call.say("complaint", complaint="touches_and_reverses")
    call.gates("hands_on", "as_found")
    call.say("checked", check="lift_by_hand", outcome="easy")
    call.gates("hands_on")
    call.wound().held()
    call.say("found", cause="down_limit_deep")
    assert steps_of(call)["balance_first"].standing != "done"


@pytest.mark.parametrize(
    ("cause", "told", "left_out"),
    [("eye_dirty", "beam_clear", "wire_mend"), ("eye_staple", "wire_mend", "eyes_swap"), ("eye_sun", "eyes_swap", "beam_clear")],
)
def test_of_a_procedure_only_the_steps_for_what_was_found_are_told(cause, told, left_out):
    call = Running(RECORDS["wound"])
    call.say("complaint", complaint="will_not_close")
    call.say("found", cause=cause)
    assert told in steps_of(call)
    assert left_out not in steps_of(call)
    assert "eyes_aim" in steps_of(call), "what is for all of them stays"


def test_where_what_is_worth_most_waits_its_gates_are_the_next_thing():
    call = Running(RECORDS["wound"])
    call.say("complaint", complaint="will_not_close")
    call.gates("hands_on")
    found = finding_of(call.call)
    assert found.finding.waits
    assert found.main.gates == found.waits_for == ["lights"]
    assert stated(call, "find") == GATES["lights"]
    assert not finding_of(call.call).finding.waits


def ticked(call):
    return {stage.name for stage in build_call_view(call.call).stages if stage.done}


def test_repair_is_ticked_once_what_was_found_is_put_right_and_no_step_is_left():
    call = Running(RECORDS["wound"])
    call.say("complaint", complaint="will_not_close")
    call.say("found", cause="eye_dirty")
    assert "repair" not in ticked(call)
    call.say("cured", cause="eye_dirty")
    assert "repair" in ticked(call)


def test_work_with_steps_left_after_the_proof_is_not_ticked():
    call = Running(RECORDS["wound"])
    call.say("complaint", complaint="bang")
    call.gates("hands_on")
    call.wound().held()
    assert steps_left(call.call), "the eyes, the opener joined again"
    assert "repair" not in ticked(call)


def test_what_carries_the_door_is_not_asked_again_once_find_has_said_it():
    call = Running(RECORDS["unknown"])
    call.say("complaint", complaint="bang")

    def told():
        return next(one.usual for one in build_call_view(call.call).asked if one.field == "carried_now")

    assert told() == ""
    call.say("found", cause="extension_broken")
    assert told() == "Extension springs"


def test_what_the_answers_confirm_is_worked_out_once_for_a_whole_procedure(monkeypatch):
    call = Running(RECORDS["wound"])
    call.say("complaint", complaint="bang")
    call.gates("hands_on")
    call.say("checked", check="coil_gap", outcome="gap")
    call.say("found", cause="spring_broken")
    call.say("chosen", **SPRING_JOBS["a pair of torsion springs"].plan)
    worked_out = []
    once = answers.posterior
    monkeypatch.setattr(answers, "posterior", lambda *given: worked_out.append(1) or once(*given))
    answers.confirmed_by.cache_clear()
    assert steps_of(call)["confirm"].standing == "done"
    assert len(worked_out) == 1


def test_repair_opens_on_work_that_goes_on_and_not_on_work_that_is_through():
    call = Running(RECORDS["wound"])
    call.say("complaint", complaint="will_not_close")
    call.say("found", cause="eye_dirty")
    call.say("found", cause="down_limit_deep")
    call.gates("hands_on", "as_found")
    first, second = (one.procedure for one in procedures_of(call.call).procedures)
    while (told := procedures_of(call.call)).lead == first and (now := told.leading.now):
        call.gates(*told.leading.shut)
        call.say("stepped", steps=[now])
    assert told.lead == second, "what comes next there is to be done now"
    assert told.leading.now


def test_a_step_with_a_caution_of_its_own_is_never_said_with_those_before_it():
    cautions = set()
    for job in (SPRING_JOBS | OPENER_JOBS).values():
        call = begun(job)
        while (told := procedures_of(call.call).leading) and told.now and not told.barred:
            call.gates(*told.shut)
            together = procedures_of(call.call).leading.together
            assert not [one for one in together[1:] if steps()[one].caution]
            if not together and steps()[told.now].does not in ("", "lift"):
                break
            call.say("stepped", steps=together or [told.now])
            cautions |= {one for one in together[:1] if steps()[one].caution}
    assert {"old_off", "head_hung", "unplugged", "walked"} <= cautions
