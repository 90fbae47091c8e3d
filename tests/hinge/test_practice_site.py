"""The simulated site: it moves as doors are told to, no honest visit is a danger, and what is only said and not done always is one."""

from __future__ import annotations

import json
import random
import socket
import subprocess
import sys

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from hinge.call.commands import read_command
from hinge.errors import HingeError
from hinge.faults.knowledge import faults
from hinge.practice import garage_lines
from hinge.practice.deeds import Deed, again, carried_out, kept_deeds
from hinge.practice.garage import can_stand_together, garage_of, wrongs
from hinge.practice.grade import grade, par_of, unseen_answers
from hinge.practice.lessons import LEVELS, PARTS, garage_of_lesson, garage_to_practise, lessons
from hinge.practice.technician import BEGINS
from hinge.practice.visit import PracticeVisit, consequences, stated_untrue
from hinge.procedures.rules import proofs
from hinge.questions.practice_call import good_visit, report_of, site_of
from hinge.site.dangers import dangers
from hinge.site.gates import gates
from tests.support.told_calls import CALLS
from tests.support.walked import CURED, DANGER, careless, ended, tally
from tests.support.walker import anything

WALKED = 30
CAUSES = list(faults().causes)


def at(garage) -> PracticeVisit:
    return PracticeVisit.at(garage)


def say(visit: PracticeVisit, kind: str, **body: object) -> None:
    visit.say(read_command({"kind": kind, **body}), f"said-{len(visit.log.entries):05d}", "Wren", BEGINS.isoformat())


# --- how a door moves. Handbook of the trade, balance; common practice.


def test_a_door_that_nothing_is_wrong_with_holds_where_it_must():
    """It holds at 3 to 4 ft when it is let go: all schools."""
    for seed in range(12):
        assert at(garage_of(seed, ["nothing"])).let_go(42.0) == "holds"


def test_one_broken_spring_of_two_leaves_about_half_of_the_door_in_the_hand():
    for seed in range(16):
        visit = at(garage_of(seed, ["spring_broken"]))
        up, down = visit.garage.moves.pull(6.0, visit.lift)
        whole = visit.garage.moves.need(np.array([6.0]))[0]
        half, of_two = (up + down) / 2 / whole, visit.call.line.on.spring_count == 2
        assert (0.35 <= half <= 0.65) if of_two else half >= 0.95
        assert visit.let_go(42.0) == "runs_down"


@pytest.mark.parametrize(("cause", "outcome"), [("turns_high", "rises"), ("turns_low", "sinks"), ("weight_added", "sinks")])
def test_what_is_wrong_with_the_balance_shows_where_it_is_let_go(cause, outcome):
    seen = [at(garage_of(seed, [cause])).look("mid_hold") for seed in range(12)]
    drops = {outcome, "drops"} if outcome == "sinks" else {outcome}
    # A door that drags hides a little of it.
    assert sum(one in drops for one in seen) >= 10, seen


def test_a_locked_door_does_not_move_and_one_with_a_cable_off_goes_up_crooked():
    assert at(garage_of(3, ["lock_engaged"])).look("lift_by_hand") == "stuck"
    assert at(garage_of(3, ["cable_off"])).look("lift_by_hand") == "crooked"


@pytest.mark.parametrize("cause", CAUSES)
def test_a_cause_is_shown_by_its_own_check_and_by_nothing_where_it_is_not(cause):
    check, outcome = faults().causes[cause].confirmed_by
    visit = at(garage_of(5, [cause]))
    assert cause in ("nothing", *visit.causes)
    if cause != "nothing" and check not in ("lift_by_hand", "mid_hold", "toss"):
        assert visit.look(check) == outcome
    other = at(garage_of(5, ["dry" if cause != "dry" else "hinge_broken"]))
    assert other.look(check) != outcome or cause == "nothing"


def test_the_same_seed_is_the_same_site_and_another_is_another():
    assert garage_of(9).record == garage_of(9).record
    assert np.array_equal(garage_of(9).moves.drag_lb, garage_of(9).moves.drag_lb)
    assert len({garage_of(seed).record.model_dump_json() for seed in range(12)}) == 12


@settings(max_examples=40)
@given(st.lists(st.sampled_from(CAUSES), min_size=2, max_size=2, unique=True), st.integers(0, 10**6))
def test_two_causes_stand_on_one_door_or_are_refused(causes, seed):
    if can_stand_together(causes):
        garage = garage_of(seed, causes)
        assert garage.complaint in faults().complaints
        assert {*garage.known} <= faults().facts.keys()
    else:
        with pytest.raises(HingeError, match="do not stand on one door"):
            garage_of(seed, causes)


def test_what_a_cause_does_to_a_door_names_causes_and_facts_there_are():
    for name, one in wrongs().items():
        assert {*one.known} <= faults().facts.keys(), name
    assert consequences().keys() <= dangers().keys()


def test_what_somebody_measures_of_the_springs_changes_nothing_of_the_door():
    visit = at(garage_of(3, ["nothing"]))
    before = visit.garage.moves.pull(42.0, visit.lift)
    for field, typed in (("wire_in", ".3"), ("spring_count", "1"), ("weight_lb", "400 lb"), ("drum_diameter_in", "5 1/4")):
        say(visit, "measured", field=field, typed=typed)
    assert visit.garage.moves.pull(42.0, visit.lift) == before


# --- an honest visit, and one that only says so


def test_who_does_what_the_page_says_cures_most_doors_and_meets_no_danger():
    """`make long` walks five hundred."""
    counted = tally(range(1000, 1000 + WALKED))
    assert counted[DANGER] == 0
    assert counted[CURED] >= 0.9 * WALKED, counted


# The clamp, the last bar and the look at the cables are steps of the work: who says the step has done it.
# The kinds of call that are told most, and the eight that are walked on the page.
TOLD = sorted({(one.cause, one.complaint) for one in CALLS.values()} | {("spring_broken", "bang"), ("weight_added", "heavy")})


@pytest.mark.parametrize(("cause", "complaint"), TOLD)
def test_the_calls_that_are_told_most_are_walked_to_their_end_on_the_site(cause, complaint):
    assert ended(garage_of(61, [cause], complaint)) == CURED


ONLY_SAID = ("power_off", "clear", "eyes_and_hands", "bars", "load_test", "framing", "cables", "shaft", "hand", "clamps_off", "joined")


@pytest.mark.parametrize("gate", ONLY_SAID)
def test_a_gate_that_is_only_said_to_be_met_ends_in_a_danger(gate):
    visit = careless(garage_of_lesson("pair"), gate)
    assert visit.harms, gate
    assert all(harm.would and harm.against for harm in visit.harms)
    told = grade(visit, par_of(visit))
    assert not told.passed
    assert told.better[0].part == "danger"
    assert visit.moments[told.harms[0].moment].harms


def test_what_is_stated_and_not_so_is_known():
    visit = at(garage_of(1))
    say(visit, "gate", gate="power_off", met=True)
    assert [gate.id for gate in stated_untrue(visit)] == ["power_off"]
    visit.do("power_off")
    assert stated_untrue(visit) == []


def test_a_look_before_a_lift_sees_what_is_broken():
    visit = at(garage_of(2, ["cable_frayed"]))
    for gate in ("power_off", "clear", "door_held"):
        assert visit.do(gate) is None
    assert visit.do("found_whole") == ("cables", "frayed")
    assert visit.site["looked"] == "unknown"


def test_what_comes_first_is_asked_for():
    """A cable is seen slack once the springs are down; a bar that is seated too early is seated, and that is a danger."""
    visit = at(garage_of(1))
    with pytest.raises(HingeError, match="turns on the springs"):
        visit.do("cables_slack")
    visit.do("load_test")
    assert {harm.danger for harm in visit.harms} == {"load_tested_loose", "load_tested_bare"}


@settings(max_examples=25)
@given(st.lists(st.sampled_from([*gates()]), max_size=25), st.integers(0, 500))
def test_whatever_is_done_in_whatever_order_the_site_stands_in_facts_there_are(done, seed):
    visit = at(garage_of(seed))
    for gate in done:
        try:
            visit.do(gate)
        except HingeError:
            continue
    assert len(visit.site) == len(visit.call.site)
    assert visit.call.count == 0, "what is done is not said"


# --- again, from what was kept


@pytest.mark.parametrize("name", ["eyes", "balance", "extension"])
def test_a_visit_done_again_from_its_entries_and_deeds_is_the_same_visit(name):
    garage = garage_of_lesson(name)
    went = good_visit(garage).visit
    deeds = kept_deeds(went)
    visit, seen = again(garage, went.log.entries, deeds)
    assert visit.call == went.call
    assert visit.moments == went.moments
    assert (visit.stands, visit.turns) == (went.stands, went.turns)
    assert len(seen) == len(deeds)
    assert all(one.says or one.refused for one in seen)


# --- lessons, practice and the grade


@pytest.mark.parametrize("name", lessons())
def test_a_lesson_is_passed_by_who_does_what_the_page_says(name):
    visit = good_visit(garage_of_lesson(name)).visit
    told = report_of(visit)
    assert told.grade.passed, (told.grade, visit.causes)
    assert (told.grade.looks, told.grade.minutes) == (told.grade.good_looks, told.grade.good_minutes)
    assert len(told.frames) == len(visit.moments)
    assert unseen_answers(visit) == []


def test_there_are_twelve_lessons_and_each_says_what_it_is_for_in_a_sentence():
    assert len(lessons()) == 12
    assert all(one.aim.count(".") == 1 and one.aim.endswith(".") for one in lessons().values())


def test_an_answer_nobody_looked_for_is_told():
    visit = at(garage_of_lesson("eyes"))
    say(visit, "complaint", complaint="will_not_close")
    say(visit, "checked", check="eye_height", outcome="wrong")
    told = grade(visit, par_of(visit))
    assert any("nobody had looked for" in one.says for one in told.better)
    assert not told.passed
    assert "Not closed" in told.sentence or "still has this" in told.sentence


def test_calling_found_what_is_not_there_is_told_with_its_place():
    visit = at(garage_of_lesson("eyes"))
    say(visit, "complaint", complaint="will_not_close")
    say(visit, "found", cause="board")
    better = grade(visit, par_of(visit)).better
    wrong = next(one for one in better if "was not there" in one.says)
    assert visit.moments[wrong.moment].what == "found"
    assert len(better) <= 3


@pytest.mark.parametrize("level", LEVELS)
def test_free_practice_is_of_its_level(level):
    for seed in range(15):
        parts = [faults().causes[cause].part for cause in garage_to_practise(level, seed).causes]
        assert len(parts) == (2 if level == "two" else 1)
        assert {*parts} <= (PARTS.get(level) or frozenset().union(*PARTS.values()))


def test_what_was_missed_and_what_a_shop_meets_comes_more_often():
    usual, met, missed = (
        sum("staple" in garage_to_practise("lights", seed, **more).causes[0] for seed in range(80))
        for more in ({}, {"met": {"eye_staple": 60}}, {"missed": {"eye_staple": 6}})
    )
    assert met > usual + 10
    assert missed > usual + 10


def test_a_site_tells_what_is_plain_to_see_and_no_cause():
    visit = at(garage_of_lesson("pair"))
    told = site_of(visit, [], "none")
    assert told.hint == ""
    assert "The opener's plug is in its outlet." in told.here
    assert faults().causes["spring_broken"].text not in told.model_dump_json()
    assert site_of(visit, [], "hints").hint


def test_a_deed_shows_what_an_instrument_shows_of_it():
    visit = at(garage_of(4, ["turns_low"]))
    say(visit, "complaint", complaint="sinks")
    seen = carried_out(visit, Deed(kind="let_go", height_in=42.0))
    assert seen.way_in[1] < seen.way_in[0] == 42.0
    up, down = carried_out(visit, Deed(kind="pull", height_in=42.0)).force_lb
    assert up > down
    lights = carried_out(at(garage_of(4, ["eye_knocked"])), Deed(kind="look", what="lights"))
    assert lights.receiver == "out"
    refused = carried_out(visit, Deed(kind="do", what="cables_slack"))
    assert refused.refused


@pytest.mark.parametrize(
    "deed", [{"kind": "look", "what": "no such"}, {"kind": "do", "what": "no such"}, {"kind": "prove", "what": "no such"},
             {"kind": "let_go", "height_in": 200.0}],
)  # fmt: skip
def test_what_there_is_none_of_is_refused_with_what_there_is(deed):
    with pytest.raises(HingeError):
        carried_out(at(garage_of(1)), Deed.model_validate(deed))


# --- line by line, and over a socket


def test_a_whole_site_answers_line_by_line_and_never_raises():
    visit = at(garage_of(7, ["spring_broken"]))
    complaint = json.dumps({"kind": "complaint", "complaint": "bang"})
    for line in ("?", "ask", "look coil_gap", "do power_off", "try eyes", "go 42", "pull 30", f"say {complaint}", ""):
        assert garage_lines.answer(visit, line).startswith("OK"), line
    for line in ("fly", "look nothing", "do nothing", "go high", "go 900", "say no json", 'say {"kind": "moved"}', "try nothing"):
        assert garage_lines.answer(visit, line).startswith("NO"), line
    assert "dangers=none" not in garage_lines.answer(visit, "?"), "it was let go joined and live"


def test_each_connection_to_a_port_has_a_site_of_its_own():
    serving = subprocess.Popen(
        [sys.executable, "-m", "hinge.practice", "--port", "0", "garage", "7", "spring_broken"], stdout=subprocess.PIPE, text=True
    )
    try:
        assert serving.stdout is not None
        host, port = serving.stdout.readline().strip().split(":")
        for _ in range(2):
            with socket.create_connection((host, int(port)), timeout=20) as one, one.makefile("rw") as lines:
                assert "power=on" in lines.readline()
                lines.write("do power_off\n?\n")
                lines.flush()
                assert lines.readline() == "OK so=yes\n"
                assert "power=off" in lines.readline()
    finally:
        serving.kill()
        serving.wait()


@pytest.mark.parametrize("words", [[], ["garage", "x"], ["garage", "1", "no_such"], ["--port", "0", "nothing"]])
def test_words_that_name_no_stand_in_are_refused(words):
    done = subprocess.run([sys.executable, "-m", "hinge.practice", *words], capture_output=True, text=True, check=False)
    assert done.returncode == 2
    assert done.stderr


# --- anything, in any order


def any_deed(chance: random.Random, visit: PracticeVisit) -> Deed:
    sizes = [name for name, value in visit.garage.really.items() if isinstance(value, float)]
    return chance.choice([
        Deed(kind="look", what=chance.choice([*faults().checks])),
        Deed(kind="do", what=chance.choice([*gates()])),
        Deed(kind="prove", what=chance.choice([one.id for one in proofs()])),
        Deed(kind=chance.choice(["let_go", "pull"]), height_in=float(chance.randint(0, 84))),
        Deed(kind="measure", what=chance.choice(sizes)),
    ])  # fmt: skip


@pytest.mark.bulk
@pytest.mark.parametrize("seed", range(16))
def test_whatever_is_said_and_done_a_visit_can_be_told_graded_and_done_again(seed):
    """Anything a call takes, and anything by hand, in any order: nothing is lost, no danger forgotten, no sentence without its number."""
    chance, visit = random.Random(seed), at(garage_of(seed))
    for _ in range(220):
        harms = len(visit.harms)
        try:
            if chance.random() < 0.6:
                say(visit, **anything(chance, visit.call, [one.id for one in visit.log.entries]))
            else:
                carried_out(visit, any_deed(chance, visit))
        except HingeError:
            pass
        assert len(visit.harms) >= harms
        visit.gauge(40.0)
        if visit.call.closed:
            break
    done, seen = again(visit.garage, visit.log.entries, kept_deeds(visit))
    assert (done.call, done.stands, done.turns, done.moments) == (visit.call, visit.stands, visit.turns, visit.moments)
    told = site_of(done, seen, "hints")
    assert len(told.harms) == len(visit.harms)
    report = report_of(done)
    assert report.grade.passed <= (not visit.harms)
    assert len(report.frames) == len(visit.moments)
    assert all(one.moment < len(visit.moments) for one in report.grade.better) or not visit.moments


@pytest.mark.parametrize(("cause", "told"), [("nothing", "nothing is wrong with it"), ("eye_dirty", "Put right and proved")])
def test_what_the_customer_is_told_is_what_was_found(cause, told):
    visit = good_visit(garage_of(3, [cause], "check" if cause == "nothing" else "will_not_close")).visit
    said, _ = visit.call.closed
    assert told in said
    assert not ("Nothing wrong" in said and "Put right" in said)
