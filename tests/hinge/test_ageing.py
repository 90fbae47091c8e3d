"""A door's balance over the years: the slope as others compute it, tiring springs announced in time, steady doors left alone."""

import re
from dataclasses import replace
from datetime import date, timedelta

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.balance.trend import Seen, trend_of
from hinge.carriers.torsion import wound
from hinge.document import read
from hinge.file.record import DoorRecord
from hinge.past.ageing import balance_years
from hinge.past.memory import Past
from hinge.springs.torsion import SpringKind
from tests.support.ageing_world import heavier_at_once, steady_called_tired, tiring_in_time, usual_worlds, years_of
from tests.support.calls import MEASURED, SPRING, Running
from tests.support.words import words

TODAY = date(2026, 11, 26)
nets, sds = st.floats(-20, 20), st.floats(0.5, 6)
visits = st.lists(st.tuples(st.integers(0, 2), nets, sds), min_size=3, max_size=12)


def of(rows):
    return [Seen(float(year), net, sd, 12.0, spell) for year, (spell, net, sd) in enumerate(sorted(rows, key=lambda one: one[0]))]


@given(visits)
def test_the_slope_is_what_least_squares_with_a_level_for_each_spell_gives(rows):
    """Against numpy's general solver, each spell with a column of its own (analysis of covariance; any textbook)."""
    seen = of(rows)
    spells = sorted({one.spell for one in seen})
    weight = np.array([1 / one.sd_lb for one in seen])
    columns = np.array([[one.year, *(float(one.spell == spell) for spell in spells)] for one in seen])
    trend = trend_of(seen)
    if len(seen) == len(spells):
        assert trend is None
        return
    expected, _, rank, _ = np.linalg.lstsq(columns * weight[:, None], np.array([one.net_lb for one in seen]) * weight, rcond=None)
    assert rank == len(spells) + 1
    assert trend.per_year_lb.likely == pytest.approx(expected[0], abs=1e-6)


@given(visits)
def test_nothing_is_said_to_come_before_it_was_seen_last_and_the_range_holds_the_likely_day(rows):
    trend = trend_of(of(rows))
    if trend is None or trend.leaves is None:
        assert trend is None or not trend.sure
        return
    assert trend.per_year_lb.low > 0
    assert len(rows) - 1 <= trend.leaves.low <= trend.leaves.likely <= trend.leaves.high


@pytest.mark.bulk
def test_tiring_springs_are_announced_a_year_before_and_steady_doors_are_left_alone():
    """1 % of rate lost each 1000 cycles, 1500 a year; `python -m tests.support.ageing_world` tells the same of 200 doors."""
    wrong, steady = steady_called_tired(40, 11)
    assert (wrong, steady >= 20) == (0, True)
    in_time, asked = tiring_in_time(16, 12, 0.015, 10)
    assert asked >= 4
    assert in_time == asked


def visited(years_ago, forces):
    """A closed call of so long ago, on which nothing was done but reading: the hand forces up and down at 42 and 54 in."""
    record = DoorRecord(measured=MEASURED, on_door=wound([read(SpringKind, SPRING)], 29))
    call = Running(record)
    call.gates("hands_on", "as_found")
    for height in (42, 54):
        for force, way in zip(forces, ("raising", "lowering"), strict=True):
            call.say("reading", reading={"height_in": height, "force_lb": force, "direction": way})
    return Past(TODAY - timedelta(days=365 * years_ago), call.call)


def test_a_file_with_few_visits_says_so_and_one_with_none_says_nothing():
    assert balance_years([]) is None
    assert balance_years([Past(TODAY, Running().measured().call)]) is None
    told = balance_years([visited(0, (12, -12))])
    assert words(told.sentence).startswith("Too few visits")
    assert len(told.visits) == 1
    assert told.visits[0].low_lb < told.visits[0].net_lb < told.visits[0].high_lb


def test_a_door_that_reads_the_same_year_after_year_is_steady():
    told = balance_years([visited(ago, (12, -12)) for ago in range(6)])
    assert told.leaves_on is None
    assert words(told.sentence) == "Steady, as far as 6 sets of readings show."
    assert [one.on for one in told.visits] == sorted(one.on for one in told.visits)


def test_a_door_that_grows_heavier_is_told_with_its_numbers_and_its_day():
    told = balance_years([visited(ago, (12 + 2 * (7 - ago), -12 + 2 * (7 - ago))) for ago in range(8)])
    assert told.leaves_on is not None
    grows, low, high = map(float, re.search(r"by (\S+) \((\S+) to (\S+)\) lb a year", words(told.sentence)).groups())
    assert grows == pytest.approx(told.per_year_lb, abs=0.06)
    assert low < grows < high
    assert 1.0 < grows < 2.6, "what a gauge reads, somewhat held back by what a door is expected to do"
    assert f"from about {told.leaves_on.year} on" in words(told.sentence)
    first, last = map(int, re.search(r"\((\d{4}) to (\d{4})\)", words(told.sentence)).groups())
    assert TODAY.year <= first <= told.leaves_on.year <= last


def test_the_range_of_the_day_holds_the_doubt_of_where_the_line_stands_too():
    """Against lines drawn at random from the least-squares fit: by slope alone the range is too narrow where the slope is sure.

    Numbers: four visits over 30 years, each with a standard deviation of 3 lb, 1 lb heavier a year, 40 lb of drag.
    """
    seen = [Seen(float(year), float(year), 3.0, 40.0, 0) for year in (0, 10, 20, 30)]
    trend = trend_of(seen)
    leaves = trend.leaves
    years, chance = np.array([one.year for one in seen]), np.random.default_rng(5)
    fits = [np.polyfit(years, years + chance.normal(0, 3, 4), 1) for _ in range(4000)]
    days = np.array([(40 - at_zero) / slope for slope, at_zero in fits])
    assert ((days >= leaves.low) & (days <= leaves.high)).mean() > 0.9
    by_slope_alone = 15 + (40 - 15) / trend.per_year_lb.high
    assert leaves.low < by_slope_alone - 1


def test_new_springs_begin_anew_whatever_the_old_ones_did():
    """Twelve doors whose old springs tired for six years, then new ones on which three visits are steady: nothing tires."""
    chance = np.random.default_rng(5)
    called = 0
    for world in list(usual_worlds(16, 5))[:12]:
        old = [visit.seen for visit in years_of(world, 0.02, 6, chance)]
        new = [replace(visit.seen, year=visit.seen.year + 6, spell=1, springs=1) for visit in years_of(world, 0.0, 3, chance)]
        trend = trend_of([*old, *new])
        called += trend is not None and trend.sure and trend.chance_of_step < 0.8
    assert called == 0


@pytest.mark.bulk
def test_what_was_added_at_once_is_told_from_springs_that_tire():
    """Doors that become 12 lb heavier between two visits, and doors whose springs lose 2 % a year: each is called what it is."""
    chance = np.random.default_rng(9)
    weight = tired = asked = 0
    for world in list(usual_worlds(30, 9))[:12]:
        added, lost = heavier_at_once(world, 12.0, 4, 8, chance), [visit.seen for visit in years_of(world, 0.02, 8, chance)]
        one, other = trend_of(added), trend_of(lost)
        asked += 1
        weight += one is not None and one.chance_of_step >= 0.8
        tired += other is not None and other.chance_of_step < 0.8
    assert asked == 12
    assert weight >= 10
    assert tired >= 11


@given(st.lists(st.tuples(nets, sds), min_size=3, max_size=9))
def test_the_step_is_the_one_that_leaves_least_of_all_gaps(rows):
    """Against numpy's general solver with a column for each gap in turn."""
    seen = [Seen(float(year), net, sd, 12.0, 0) for year, (net, sd) in enumerate(rows)]
    weight = np.array([1 / max(one.sd_lb, 0.5) for one in seen])
    left = {}
    for gap in range(1, len(seen)):
        columns = np.array([[float(one.year >= gap), 1.0] for one in seen]) * weight[:, None]
        nets_ = np.array([one.net_lb for one in seen]) * weight
        found = np.linalg.lstsq(columns, nets_, rcond=None)[0]
        left[gap] = (float(((nets_ - columns @ found) ** 2).sum()), found[0])
    step = trend_of(seen).step
    best = min(one for one, _ in left.values())
    misfit, pounds = left[int(step.before)]
    assert misfit == pytest.approx(best, abs=1e-6)
    assert step.pounds_lb.likely == pytest.approx(pounds, abs=1e-6)


def test_a_door_that_became_heavier_at_once_is_asked_about_and_its_springs_are_not_blamed():
    told = balance_years([visited(ago, (12 + 9 * (ago < 4), -12 + 9 * (ago < 4))) for ago in range(8)])
    assert re.match(r"It became heavier by \d+ \(\d+ to \d+\) lb between \d{4} and \d{4}, all at once", words(told.sentence))
    assert "tire" not in words(told.sentence)
    assert told.leaves_on is None
