"""The kinds of call that are told most, from the complaint: each arrives soon, and nearly as often with a wrong answer on the way."""

import statistics

import pytest

from hinge.faults.find import find
from hinge.faults.knowledge import faults
from hinge.faults.reason import CANT_TELL, posterior, prior, proposals
from tests.support.told_calls import CALLS, searched, usual

MOST = 9


@pytest.mark.parametrize("name", list(CALLS))
def test_it_arrives_and_asks_nothing_twice(name):
    call = CALLS[name]
    went = searched(call)
    assert went.cause == call.cause
    assert len(went.checks) <= MOST
    assert len(set(went.checks)) == len(went.checks)


def test_half_of_them_take_three_looks_or_fewer():
    assert statistics.median(len(searched(call).checks) for call in CALLS.values()) <= 3


@pytest.mark.bulk
def test_with_any_one_answer_wrong_most_still_arrive():
    """Every other answer at every look: seven in ten arrive within nine looks, seven in eight within sixteen."""
    taken = []
    for call in CALLS.values():
        path = searched(call).checks
        for place, check in enumerate(path):
            for slip in {*faults().checks[check].outcomes, CANT_TELL} - {call.sees.get(check, usual(check))}:
                went = searched(call, place, slip, 16)
                taken.append(len(went.checks) if went.cause == call.cause else 99)
    assert sum(looks <= MOST for looks in taken) >= 0.7 * len(taken)
    assert sum(looks <= 16 for looks in taken) >= 0.875 * len(taken)


def test_an_eye_is_not_moved_before_it_was_looked_at():
    for call in CALLS.values():
        checks = searched(call).checks
        if "aim" in checks:
            assert {"clear_beam", "lights", "wipe"} <= set(checks[: checks.index("aim")])


def test_who_cannot_tell_twice_is_not_asked_a_third_time():
    answers = [("cables", CANT_TELL), ("rollers_in", "in"), ("cables", CANT_TELL), ("sections", "sound")]
    known = faults()
    rows = posterior(known, prior(known, "crooked"), [one for one in answers if one[1] != CANT_TELL])
    assert "cables" not in [one.check for one in proposals(known, rows, answers)]
    assert "cables" in [one.check for one in proposals(known, rows, answers[1:])]


def test_where_nothing_more_can_tell_it_says_so_and_what_a_person_would_do():
    found = find("same_hour", answers=[("shade", "no_sun"), ("lights", "good")])
    assert found.confirmed is None
    assert found.next == []
    assert found.ended in found.sentence
    assert "at the hour it comes" in found.ended


def test_a_lock_light_that_is_lit_is_looked_at_before_battery_range_and_code():
    assert searched(CALLS["lock-out at the wall"]).checks[0] == "lock_out"
    assert searched(CALLS["remote with a short range"]).checks.index("remote_battery") < searched(
        CALLS["remote with a short range"]
    ).checks.index("remote_code")


def test_what_leads_to_a_check_is_worth_asking_for_its_sake():
    """Aiming waits for looking along the beam, the lights and the wipe: one of those is proposed, never the aiming first."""
    known = faults()
    rows = posterior(known, prior(known, "will_not_close"), [("clear_beam", "nothing")])
    worth = [one.check for one in proposals(known, rows, [("clear_beam", "nothing")])]
    assert "aim" not in worth
    assert worth[0] in ("lights", "wipe")
