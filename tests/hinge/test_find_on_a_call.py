"""The search for the fault on a call: what may be looked at when, what was seen forbids, and what is remembered of it."""

from datetime import datetime

import pytest

from hinge.call.knowledge import causes
from hinge.errors import BadInputError, ContradictionError, GateNotMetError, OutOfStepError
from hinge.faults.find import find
from hinge.faults.knowledge import faults
from hinge.questions.sun import SunPlace
from hinge.questions.sun_of_call import sun_of
from hinge.view.finding import finding_of
from tests.support.calls import Running


@pytest.fixture
def call():
    """A customer whose door lifts and stops, made safe."""
    one = Running().measured()
    one.say("complaint", complaint="lifts_and_stops")
    one.gates("hands_on")
    return one


def test_nothing_is_looked_for_before_there_is_a_complaint():
    call = Running()
    assert finding_of(call.call) is None
    with pytest.raises(OutOfStepError):
        call.say("checked", check="coil_gap", outcome="gap")


def test_from_the_complaint_to_a_confirmed_cause_that_is_remembered(call):
    first = finding_of(call.call).finding
    assert first.next[0].check == "coil_gap", "a look costs nothing"
    state = call.enter("checked", check="coil_gap", outcome="gap")
    found = finding_of(call.call).finding
    assert (found.confirmed, found.next) == ("spring_broken", [])
    assert next(one.state for one in found.parts if one.part == "springs") == "fault"
    state = call.enter("found", cause=found.confirmed)
    assert state.cause_confirmed
    said = {line.label: line.text for line in state.summary}
    assert said["Found by"] == "a gap of an inch or two (springs)"


def test_what_was_said_without_its_check_is_not_called_confirmed(call):
    state = call.enter("found", cause="spring_broken")
    assert not state.cause_confirmed
    assert call.enter("found", cause="eyes").cause_text == causes()["eyes"].text, "what older calls say is still said"


@pytest.mark.parametrize(
    ("check", "outcome", "forbids"),
    [("cables", "off", "lift run"), ("rollers_in", "out", "lift run"), ("coil_gap", "gap", "lift run"), ("drum_marks", "slipped", "run")],
)
def test_what_a_check_has_shown_forbids_lifting_and_running_whether_it_is_certain_or_not(call, check, outcome, forbids):
    call.gates("as_found")
    call.say("checked", check=check, outcome=outcome)
    if "lift" in forbids:
        with pytest.raises(ContradictionError, match="not lifted"):
            call.say("checked", check="lift_by_hand", outcome="heavy")
    with pytest.raises(ContradictionError, match="never runs this door"):
        call.say("checked", check="run_opener", outcome="strains")
    with pytest.raises(ContradictionError, match="never runs this door"):
        call.say("proof", proof="reversal", passed=True)
    needs = {faults().checks[one.check].needs for one in finding_of(call.call).finding.next}
    assert not needs & set(forbids.split())


def test_a_check_with_hands_on_the_door_waits_until_it_is_made_safe():
    call = Running().measured()
    call.say("complaint", complaint="heavy")
    with pytest.raises(GateNotMetError):
        call.say("checked", check="terminals", outcome="tight")
    with pytest.raises(GateNotMetError):
        call.say("checked", check="lift_by_hand", outcome="heavy")
    call.say("checked", check="lift_by_hand", outcome="cant_tell")
    found = finding_of(call.call).finding
    assert {faults().checks[one.check].needs for one in found.next} <= {"look", "lights"}
    call.gates("hands_on")
    call.say("checked", check="terminals", outcome="tight")


def test_it_says_which_gates_stand_before_the_split_of_door_and_opener():
    """Released with the door down, lifted by hand: nobody gets there without being told what must be met first."""
    call = Running().measured()
    call.say("complaint", complaint="lifts_and_stops")
    waiting = finding_of(call.call)
    assert "lift_by_hand" in [one.check for one in waiting.finding.later]
    assert waiting.waits_for == ["hands_on", "as_found"]
    call.gates(*waiting.waits_for)
    after = finding_of(call.call)
    assert "lift_by_hand" not in [one.check for one in after.finding.later]
    assert "lift_by_hand" in [one.check for part in after.finding.parts for one in part.checks if not one.closed]
    call.say("checked", check="lift_by_hand", outcome="easy")
    broken = Running().measured()
    broken.say("complaint", complaint="heavy")
    broken.say("checked", check="cables", outcome="off")
    assert finding_of(broken.call).waits_for in ([], ["hands_on"]), "no gate opens the way to lift this door"


def test_the_sheet_has_room_for_what_was_looked_at(call):
    for _ in range(4):
        for check, outcome in (
            ("cables", "both_tight"),
            ("hinges", "whole"),
            ("seal", "free"),
            ("door_lock", "open"),
            ("sections", "sound"),
        ):
            call.say("checked", check=check, outcome=outcome)
    assert len({line.label: line.text for line in call.state.summary}["Found by"].split("; ")) == 5


def test_running_it_by_the_opener_has_it_made_safe_anew(call):
    call.say("complaint", complaint="will_not_close")
    call.powered().say("checked", check="close_command", outcome="flashes")
    assert call.state.safety.lower() == "last run by power"
    with pytest.raises(GateNotMetError):
        call.say("checked", check="terminals", outcome="tight")


def test_a_look_voids_no_reading_and_no_proof(call):
    call.gates("as_found")
    call.say("reading", reading={"height_in": 42, "outcome": "holds"})
    before = call.state
    call.gates("hands_on")
    call.say("checked", check="terminals", outcome="tight")
    assert call.state.readings == before.readings


def test_an_answer_is_taken_back_and_what_is_cured_is_out(call):
    entry = call.say("checked", check="coil_gap", outcome="gap")
    call.say("withdrawn", entry=entry.id, reason="looked at the wrong door")
    assert finding_of(call.call).finding.confirmed is None
    call.say("checked", check="coil_gap", outcome="gap")
    with pytest.raises(ContradictionError, match="nothing was done yet"):
        call.say("cured", cause="spring_broken")
    with pytest.raises(ContradictionError, match="not found"):
        call.say("cured", cause="dry")
    call.say("checked", check="door_lock", outcome="engaged")
    call.say("found", cause="lock_engaged")
    call.say("cured", cause="lock_engaged")
    after = finding_of(call.call)
    assert after.cured == [causes()["lock_engaged"].text]
    assert after.finding.answered == []
    assert all("lock_engaged" not in one.cause.split("+") for one in after.finding.causes)
    assert call.state.cause_confirmed
    assert "a gap of an inch" in {line.label: line.text for line in call.state.summary}["Found by"]


def test_putting_something_else_right_makes_no_one_forget_what_was_seen(call):
    """Nor does finding another thing: only a door that held by hand is run again."""
    call.gates("as_found")
    call.say("checked", check="cables", outcome="off")
    call.say("found", cause="dry")
    call.say("cured", cause="dry")
    with pytest.raises(ContradictionError, match="A cable is off its drum"):
        call.say("checked", check="run_opener", outcome="works")
    with pytest.raises(ContradictionError, match="A cable is off its drum"):
        call.say("proof", proof="reversal", passed=True)
    with pytest.raises(ContradictionError, match="A cable is off its drum"):
        call.say("checked", check="lift_by_hand", outcome="easy")
    call.say("checked", check="cables", outcome="both_tight")
    with pytest.raises(GateNotMetError, match="looked at"):
        call.say("checked", check="lift_by_hand", outcome="easy")
    call.gates("as_found")
    call.say("checked", check="lift_by_hand", outcome="easy")


def test_a_broken_spring_is_not_put_right_while_nothing_was_done_on_what_carries_the_door(call):
    call.say("checked", check="coil_gap", outcome="gap")
    call.say("found", cause="spring_broken")
    with pytest.raises(ContradictionError, match="nothing was done"):
        call.say("cured", cause="spring_broken")
    call.say("found", cause="dry")
    with pytest.raises(ContradictionError, match="A torsion spring is broken"):
        call.say("proof", proof="reversal", passed=True)


def test_springs_seen_broken_are_not_wound_again_whatever_was_said_to_be_found(call):
    for field, typed in (("wire_in", ".207"), ("inside_diameter_in", "2"), ("length_in", "27.5"), ("spring_count", "2")):
        call.say("measured", field=field, typed=typed)
    call.say("checked", check="coil_gap", outcome="gap")
    call.say("found", cause="dry")
    with pytest.raises(ContradictionError, match="not wound again"):
        call.say("again", quarter_turns=29)


def test_what_was_found_by_mistake_is_taken_back_and_forbids_no_more(call):
    entry = call.say("found", cause="cable_off")
    call.say("withdrawn", entry=entry.id, reason="touched the wrong line")
    call.powered().say("proof", proof="reversal", passed=True)


def test_what_is_known_besides_moves_the_search(call):
    def sun():
        return next((one.probability for one in finding_of(call.call).finding.causes if one.cause == "eye_sun"), 0.0)

    call.say("complaint", complaint="will_not_close")
    before = sun()
    call.say("fact", fact="low_sun", holds=True)
    assert sun() > before
    call.say("fact", fact="low_sun", holds=False)
    assert sun() == before


def test_a_name_nothing_is_known_of_is_refused_by_its_field(call):
    for kind, body, field in (
        ("checked", {"check": "astrology", "outcome": "x"}, "check"),
        ("checked", {"check": "coil_gap", "outcome": "x"}, "outcome"),
        ("fact", {"fact": "astrology", "holds": True}, "fact"),
    ):
        with pytest.raises((BadInputError, ContradictionError)) as refused:
            call.say(kind, **body)
        assert refused.value.field == field


HERE = SunPlace(latitude_deg=45.0, longitude_deg=-90.0, time_zone="America/Chicago")


def test_the_sun_is_asked_for_what_it_lacks_and_then_says_what_follows():
    call = Running()
    assert sun_of(call.call, None, 2026).missing == ["place", "facing_deg", "receiver_side"]
    call.say("measured", field="facing_deg", typed="270")
    assert sun_of(call.call, HERE, 2026).missing == ["receiver_side"]
    # Looking out to the west, the right hand is north: a receiver there looks south, along the door, into the evening sun.
    call.say("measured", field="receiver_side", typed="right")
    found = sun_of(call.call, HERE, 2026)
    assert (found.missing, found.receiver, found.fact) == ([], "right", "low_sun")
    assert found.answer.verdict in ("swap", "shade")
    night = sun_of(call.call, HERE, 2026, "2026-01-10T23:30")
    assert (night.answer.verdict, night.fact) == ("not_the_sun", None), "not at that hour; at others it may be"
    assert "facing_deg" in call.state.record_after.measured, "the file remembers which way it looks"


def test_a_shade_test_on_the_call_tells_how_far_this_lens_sees_or_that_it_was_not_the_sun():
    call = Running(at="2026-01-10T21:30:00+00:00")
    for field, typed in (("facing_deg", "270"), ("receiver_side", "right")):
        call.say("measured", field=field, typed=typed)
    call.say("complaint", complaint="same_hour")
    assert sun_of(call.call, HERE, 2026).answer.lens.at_least_deg == 45
    call.say("checked", check="shade", outcome="came_back")
    told = sun_of(call.call, HERE, 2026, "2026-01-10T15:30")
    assert told.answer.lens.at_least_deg >= 45
    assert (told.answer.at_complaint.in_receiver, told.doubt) == ("yes", "")
    morning = Running(at="2026-01-10T15:00:00+00:00")
    for field, typed in (("facing_deg", "270"), ("receiver_side", "right")):
        morning.say("measured", field=field, typed=typed)
    morning.say("complaint", complaint="same_hour")
    morning.say("checked", check="shade", outcome="came_back")
    told = sun_of(morning.call, HERE, 2026)
    assert "was not the sun's" in told.doubt
    assert told.answer.lens.at_least_deg == 45
    morning.say("measured", field="lens_sees_deg", typed="52")
    assert sun_of(morning.call, HERE, 2026).answer.lens.says == "This lens sees 52° off its axis."


@pytest.mark.parametrize(
    ("causes", "cured", "to"),
    [
        (["eye_dirty"], [], "repair"),
        (["nothing"], [], "prove"),
        (["spring_broken"], [], "measure"),
        (["eye_dirty"], ["eye_dirty"], "prove"),
        (["rollers_worn", "eye_dirty"], ["eye_dirty"], "repair"),
        (["eye_dirty", "wanted_fit_battery"], [], "repair"),
    ],
)
def test_the_main_action_of_find_leads_to_where_what_is_open_is_cured(causes, cured, to):
    call = Running()
    call.say("complaint", complaint="will_not_close")
    for cause in causes:
        call.say("found", cause=cause)
    for cause in cured:
        call.say("cured", cause=cause)
    assert finding_of(call.call).main.to == to


def test_what_is_on_no_list_is_put_right_by_word_and_asks_for_no_measure():
    call = Running()
    call.say("complaint", complaint="noisy")
    call.say("found", cause="other", note="A swallow has built in the hood")
    assert finding_of(call.call).main.to == "prove"
    call.say("found", cause="eye_dirty")
    call.say("found", cause="other", note="A swallow has built in the hood")
    assert finding_of(call.call).main.to == "repair", "what can be cured is cured first"


def test_where_everything_worth_looking_at_waits_for_a_gate_that_is_said():
    found = find("lifts_and_stops", open_needs=())
    while found.next:
        found = find(
            "lifts_and_stops",
            answers=[*((one.check, one.outcome) for one in found.answered), (found.next[0].check, "cant_tell")],
            open_needs=(),
        )
    assert found.later
    assert not found.ended
    assert "No check is left that may be made now." in found.sentence


def test_what_was_left_for_the_hour_of_the_sun_names_a_day_there_is():
    call = Running()
    call.say("complaint", complaint="same_hour")
    call.say("found", cause="eye_sun")
    with pytest.raises(BadInputError, match="no such day"):
        call.say("deferred", cause="eye_sun", reason="To be proved", due="2026-02-30")
    call.say("deferred", cause="eye_sun", reason="To be proved between 15:40 and 16:35", due="2026-12-03")
    assert [one.standing for one in call.state.finds] == ["deferred"]


def test_what_stands_before_the_sun_on_its_side_takes_its_hours():
    call = Running()
    for field, typed in (("facing_deg", "270"), ("receiver_side", "right")):
        call.say("measured", field=field, typed=typed)
    hours = [sun_of(call.call, HERE, 2026).answer.right.hours_per_year]
    # This receiver looks to the south-west, which is the left hand of who looks out to the west.
    for field, typed in (("skyline_right_deg", "30"), ("skyline_left_deg", "12"), ("skyline_ahead_deg", "80"), ("skyline_left_deg", "80")):
        call.say("measured", field=field, typed=typed)
        hours.append(sun_of(call.call, HERE, 2026).answer.right.hours_per_year)
    assert hours[0] * 0.9 < hours[1] <= hours[0], "trees on the other hand take next to nothing"
    assert hours[2] < hours[1] * 0.9
    assert hours[4] < 1.0
    assert sun_of(call.call, HERE, 2026).fact == "never_sun"


def test_a_receiver_the_sun_never_reaches_is_known_as_such():
    call = Running()
    call.say("measured", field="facing_deg", typed="0")
    sides = []
    for side in ("left", "right"):
        call.say("measured", field="receiver_side", typed=side)
        found = sun_of(call.call, HERE, 2026)
        hours = getattr(found.answer, side).hours_per_year
        sides.append((found.fact == "never_sun", hours < 1.0))
    assert all(said == true for said, true in sides)


def test_a_door_let_go_at_waist_height_is_read_and_the_reading_goes_with_the_answer():
    call = Running().measured()
    call.say("complaint", complaint="sinks")
    call.gates("hands_on", "as_found")
    answer = call.say("checked", check="mid_hold", outcome="sinks")
    assert [(one.height, one.words, one.before) for one in call.state.readings] == [("3'6\"", call.state.readings[0].words, True)]
    assert call.call.readings[0].reading.outcome == "creeps_down"
    call.say("withdrawn", entry=answer.id, reason="the wrong door")
    assert call.state.readings == []
    call.gates("as_found")
    call.say("checked", check="mid_hold", outcome="cant_tell")
    assert call.state.readings == []


@pytest.mark.parametrize(("outcome", "height", "pulls"), [("at_24", 24.0, "too little"), ("at_42", 42.0, ""), ("flies", 84.0, "too much")])
def test_a_toss_is_a_reading_too_and_both_say_the_same(outcome, height, pulls):
    call = Running().measured()
    call.say("complaint", complaint="sinks")
    call.gates("hands_on", "as_found")
    before = {one.cause: one.probability for one in finding_of(call.call).finding.causes}
    call.say("checked", check="toss", outcome=outcome)
    (taken,) = call.call.readings
    assert (taken.reading.height_in, taken.reading.tossed, taken.before) == (height, True, True)
    says = {"too little": ("springs_tired", "turns_low", "weight_added"), "too much": ("turns_high",)}
    found = {one.cause: one.probability for one in finding_of(call.call).finding.causes}
    for cause in says.get(pulls, ()):
        assert found.get(cause, 0.0) > before.get(cause, 0.0)


def test_the_page_says_at_once_why_a_door_is_not_lifted():
    call = Running().measured()
    assert call.state.not_lifted == ""
    call.say("found", cause="spring_broken")
    assert call.state.not_lifted.endswith("the door is not lifted until that is put right.")
    working = Running().chosen()
    assert working.state.not_lifted.startswith("Finish the work first")
    assert working.to_targets().state.not_lifted == ""


@pytest.mark.parametrize(
    "again", [{"kind": "checked", "check": "sections", "outcome": "cracked"}, {"kind": "found", "cause": "section_cracked"}]
)
def test_what_shows_again_after_it_was_put_right_is_not_put_right(again):
    call = Running().measured()
    call.say("complaint", complaint="noisy")
    call.say("found", cause="section_cracked")
    call.say("cured", cause="section_cracked")
    assert call.state.stop == ""
    call.say(**again)
    assert call.state.stop.startswith("Stop: ")
    assert finding_of(call.call).cured == []
    call.say("found", cause="section_cracked")
    call.say("cured", cause="section_cracked")
    assert call.state.stop == ""


def test_the_hours_to_prove_a_cure_lie_ahead_even_at_the_end_of_a_year():
    call = Running()
    call.say("measured", field="facing_deg", typed="270")
    call.say("measured", field="receiver_side", typed="right")
    for now in ("2026-11-25T09:00:00-06:00", "2026-06-20T09:00:00-05:00", "2026-12-31T23:00:00-06:00"):
        found = sun_of(call.call, HERE, 2026, prove_after=now)
        assert len(found.answer.prove_at) == 3
        assert all(one.begins > datetime.fromisoformat(now) for one in found.answer.prove_at)
