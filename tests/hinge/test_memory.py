"""What the file knows of a door before anybody looks at it."""

from datetime import date, timedelta
from functools import cache

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.faults.knowledge import faults
from hinge.file.record import DoorRecord
from hinge.past.memory import Past, age_of_springs, remembered
from tests.support.calls import MEASURED, Running
from tests.support.words import words

TODAY = date(2026, 11, 25)


@cache
def put_on():
    return Running().wound(29).held().call


def days_ago(days, call):
    return Past(TODAY - timedelta(days=days), call)


def test_a_door_nobody_was_at_is_not_known():
    assert remembered([], TODAY) == []
    assert remembered([days_ago(20, Running(DoorRecord(measured=MEASURED)).call)], TODAY) == []


@pytest.mark.parametrize(
    ("days", "known"),
    [
        (1, {"work_lately", "springs_young"}),
        (61, {"work_lately", "springs_young"}),
        (62, {"springs_young"}),
        (9000, {"springs_near_their_end"}),
    ],
)
def test_springs_of_ours_are_lately_put_on_young_and_one_day_at_their_end(days, known):
    assert set(remembered([days_ago(days, put_on())], TODAY)) == known
    assert known <= set(faults().facts)


def test_springs_age_one_way():
    rank = {"springs_young": 0, "": 1, "springs_near_their_end": 2}
    seen = [next((one for one in remembered([days_ago(days, put_on())], TODAY) if one in rank), "") for days in range(0, 12_000, 40)]
    assert [rank[one] for one in seen] == sorted(rank[one] for one in seen)
    assert set(seen) == set(rank)


def test_later_springs_count_and_a_visit_that_left_them_alone_does_not_make_them_young():
    looked = Running(DoorRecord(measured=MEASURED)).call
    assert "springs_near_their_end" in remembered([days_ago(1, looked), days_ago(9000, put_on())], TODAY)
    assert "springs_young" in remembered([days_ago(100, put_on()), days_ago(9000, put_on())], TODAY)


@pytest.mark.parametrize(("outcome", "known"), [("runs_up", ["found_hot"]), ("creeps_down", ["found_heavy"]), ("holds", [])])
def test_how_the_door_was_left_is_remembered(outcome, known):
    call = Running(DoorRecord(measured=MEASURED))
    call.gates("hands_on", "as_found")
    call.say("reading", reading={"height_in": 42, "outcome": outcome})
    assert remembered([days_ago(400, call.call)], TODAY) == known


@given(st.integers(0, 20_000))
def test_the_sentence_follows_its_years(days):
    age = age_of_springs([days_ago(days, put_on())], TODAY)
    assert age.low_years <= age.high_years
    assert ("may break any day" in age.sentence) == (age.age_years >= age.low_years) == (age.look_by <= TODAY)
    assert f"{age.put_on:%B %Y}" in age.sentence
    (left,) = age.left
    assert 0 <= left.low_years <= left.high_years
    assert left.low_years == pytest.approx(max(0, min(age.low_years, 60) - age.age_years), abs=0.02)
    assert ("past its years" in left.sentence) == (left.high_years == 0)
    assert ("up to" in left.sentence) == (left.low_years == 0 < left.high_years)


def test_of_springs_one_inside_the_other_each_has_years_of_its_own():
    call = Running().measured()
    around = {"wire_in": 0.283, "inside_diameter_in": 3.75, "length_in": 36.0, "count": 2}
    inner = {"wire_in": 0.25, "inside_diameter_in": 2.0, "length_in": 36.0, "count": 2}
    call.say("chosen", springs=[around, inner], duplex=True, quarter_turns=29)
    call.put_on()
    call.work_gates()
    call.to_targets().held()
    age = age_of_springs([days_ago(365, call.call)], TODAY)
    one, other = age.left
    assert words((one.spring, other.spring)) == ('0.283 × 3 3/4" × 36", two', '0.25 × 2" × 36", two')
    assert one.low_years != other.low_years
    assert min(one.low_years, other.low_years) == pytest.approx(age.low_years - age.age_years, abs=0.02)
