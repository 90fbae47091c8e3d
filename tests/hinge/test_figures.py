"""What is counted of a closed call, and which call is a call-back."""

from datetime import timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.call.events import Entry
from hinge.call.knowledge import OTHER, causes
from hinge.faults.knowledge import faults
from hinge.file.booked import LEAST_MIN, MOST_MIN
from hinge.file.record import DoorRecord
from hinge.past.figures import CALL_BACK, TAUGHT_BY, CallFigures, back_for, figures_of, lived, taught_minutes
from hinge.procedures.knowledge import wanted_by
from tests.support.calls import MEASURED, Running

NOTHING = next(name for name, cause in faults().causes.items() if cause.part == "none")
WANTED = next(name for name in causes() if wanted_by(name))
RECORD = DoorRecord(measured=MEASURED)


def of(running):
    return figures_of(running.record, running.entries)


def made(**changed):
    usual = {
        "complaint": "",
        "cause": "",
        "carrier": "torsion",
        "work": "",
        "checks": 0,
        "proofs_failed": 0,
        "proofs_tried": 0,
        "expected_min": 45,
    }
    return CallFigures(**usual | changed)


def test_a_call_on_which_nothing_was_said_is_counted_too():
    assert of(Running(RECORD)) == made()


def test_new_springs_are_told_from_those_that_were_set_anew_and_a_proof_that_failed_first_is_kept():
    new = Running().wound(3).held()
    assert (of(new).work, of(new).carrier) == ("replaced", "torsion")
    looked = Running(RECORD)
    looked.say("complaint", complaint="bang")
    looked.gates("hands_on")
    looked.say("found", cause="spring_broken", note="")
    figures = of(looked)
    assert (figures.complaint, figures.cause, figures.work) == ("bang", "spring_broken", "")
    assert figures.expected_min > 60, "what the desk reckons with for a bang"
    proved = Running().wound(3).held().powered()
    proved.say("proof", proof="reversal", passed=False)
    proved.say("proof", proof="reversal", passed=True)
    proved.say("proof", proof="eyes", passed=True)
    assert (of(proved).proofs_failed, of(proved).proofs_tried) == (1, 2)


@pytest.mark.parametrize(
    ("earlier", "later", "days", "why"),
    [
        ({"cause": "cable_off"}, {"cause": "cable_off"}, 59, "same"),
        ({"cause": "cable_off"}, {"cause": "cable_off"}, 61, ""),
        ({"cause": "spring_broken", "work": "replaced"}, {"cause": "springs_tired", "work": "set"}, 10, "our_work"),
        ({"cause": "spring_broken", "work": "replaced"}, {"cause": "eye_sun"}, 10, ""),
        ({"cause": "eye_sun"}, {"cause": "spring_broken", "work": "replaced"}, 10, ""),
        ({}, {}, 1, ""),
        ({"cause": NOTHING}, {"cause": NOTHING}, 5, ""),
        ({"cause": OTHER}, {"cause": OTHER}, 5, ""),
        ({"cause": WANTED}, {"cause": WANTED}, 5, ""),
    ],
)
def test_a_call_back_is_for_the_same_cause_or_for_work_we_had_done(earlier, later, days, why):
    assert back_for(made(**earlier), made(**later), timedelta(days=days)) == why


@given(st.integers(-100, 200))
def test_nothing_is_a_call_back_before_the_call_or_long_after(days):
    same = made(cause="cable_off", work="set")
    assert bool(back_for(same, same, timedelta(days=days))) == (0 <= days <= CALL_BACK.days)


@given(st.lists(st.sampled_from(["complaint", "found", "proof", "abandoned", "withdrawn"]), max_size=8), st.data())
def test_whatever_was_stored_is_counted(kinds, data):
    bodies = [
        {"kind": kind} | data.draw(st.dictionaries(st.sampled_from(["cause", "proof", "complaint", "entry"]), st.text(max_size=5)))
        for kind in kinds
    ]
    entries = [
        Entry.model_construct(id=str(place), by="Wren", at="2026-11-01T09:00:00+00:00", body=event)
        for place, event in enumerate(read(bodies))
    ]
    assert figures_of(RECORD, entries).carrier


def read(bodies):
    from hinge.call.events import VERSION, upcast

    return [event for body in bodies for event in upcast(VERSION, body)]


def test_the_finder_is_judged_by_what_it_held_most_likely_before_the_cause_was_said():
    def looked(cause, *answers):
        running = Running(RECORD)
        running.say("complaint", complaint="bang")
        for check, outcome in answers:
            running.say("checked", check=check, outcome=outcome)
        running.say("found", cause=cause, note="")
        return of(running)

    assert looked("spring_broken").finder == "", "nobody looked"
    first = looked("spring_broken", ("coil_gap", "gap"))
    assert (first.finder, first.checks_made) == ("first", ["coil_gap"])
    assert looked("eye_sun", ("coil_gap", "gap")).finder == "missed"


@given(st.integers(0, 15_000), st.integers(400, 7_000), st.integers(40, 4_000))
def test_springs_live_within_what_was_told_or_not(days, low, more):
    put_on = made(lasts_low_years=low / 365.25, lasts_high_years=(low + more) / 365.25)
    told = lived(put_on, made(cause="spring_broken"), timedelta(days=days))
    assert told == ("sooner" if days < low else "longer" if days > low + more else "as_told")
    assert lived(put_on, made(cause="eye_sun"), timedelta(days=1)) == ""
    assert lived(made(), made(cause="spring_broken"), timedelta(days=1)) == ""


@given(st.integers(0, 200), st.floats(1, 2000), st.floats(10, 720))
def test_minutes_are_taught_by_enough_calls_that_differ_by_enough(calls, mean, reckoned):
    taught = taught_minutes(calls, mean, reckoned)
    assert (taught is None) == (calls < TAUGHT_BY or abs(mean - reckoned) < 10)
    if taught is not None:
        assert taught % 5 == 0
        assert LEAST_MIN <= taught <= MOST_MIN


def test_what_a_shop_reckons_with_itself_is_what_is_counted():
    running = Running(RECORD)
    running.say("complaint", complaint="bang")
    assert figures_of(running.record, running.entries, {"bang": 200}).expected_min == 200
    assert figures_of(running.record, running.entries, {"noisy": 200}).expected_min == of(running).expected_min
