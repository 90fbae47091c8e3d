"""A technician's day: who is reached when, where a visit fits, and the shop's own table of ways."""

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.desk.day import DayPlan, Visit, WorkingDay, clock, duration, free_windows, nearer_visit, plan_day
from hinge.desk.travel import RoadTime, TravelTable, parse_roads
from hinge.document import read
from hinge.errors import BadInputError, ContradictionError
from hinge.text.render import READERS, render

PLACES = ("Pennock", "Saltmarsh", "Lower Pennock", "Hollow")
ROADS = [("Pennock", "Saltmarsh", 25), ("Saltmarsh", "Hollow", 15), ("Pennock", "Pennock", 8)]
TABLE = TravelTable(usual_minutes=20, roads=[RoadTime(start=start, end=end, minutes=minutes) for start, end, minutes in ROADS])
DAY = WorkingDay(base="Yard 1, Pennock", travel=TABLE)


def visit(key="a", address="Quay 2, Saltmarsh", minutes=60, window=None, **more):
    start, end = window or (None, None)
    return Visit(key=key, name=f"Door {key}", address=address, minutes=minutes, from_minute=start, until_minute=end, **more)


ADDRESSES = st.sampled_from([f"Lane {number}, {place}" for number in (1, 2) for place in (*PLACES, "Nowhere")])


@st.composite
def days(draw):
    """A day of up to five visits, most of them in windows one could promise, some begun."""
    found = []
    for place in range(draw(st.integers(0, 5))):
        window = draw(st.none() | st.tuples(st.integers(420, 960), st.integers(0, 240)))
        started = draw(st.none() | st.integers(420, 800)) if place < 2 else None
        found.append(
            visit(
                str(place),
                draw(ADDRESSES),
                draw(st.integers(15, 180)),
                (window[0], window[0] + window[1]) if window else None,
                started_minute=started,
                ended_minute=started + draw(st.integers(5, 200)) if started and draw(st.booleans()) else None,
            )
        )
    return found


def late_of(order, begins, promised_at=None):
    """Minutes that anybody is reached late, or the day is too long, worked out step by step from the promises alone [min].

    `promised_at` is the key of a visit and the minute at which it is to begin, neither before nor after.
    """
    now, here, late = begins, DAY.base, 0
    for one in order:
        start = one.started_minute
        if start is None:
            start = now + TABLE.minutes(here, one.address)
            if promised_at and promised_at[0] == one.key:
                late += max(start - promised_at[1], 0)
                start = max(start, promised_at[1])
            elif one.from_minute is not None:
                start = max(start, one.from_minute)
                late += max(start - one.until_minute, 0)
        now, here = one.ended_minute if one.ended_minute is not None else start + one.minutes, one.address
    return late + max(now + TABLE.minutes(here, DAY.base) - DAY.closes_minute, 0)


def starts(order):
    first = order[0]
    begins = first.started_minute if first.started_minute is not None else first.from_minute
    return DAY.opens_minute if begins is None else min(DAY.opens_minute, begins - TABLE.minutes(DAY.base, first.address))


@given(days())
def test_a_plan_keeps_every_visit_once_and_its_clock_runs_forward(visits):
    plan = plan_day(visits, DAY)
    assert sorted(one.key for one in plan.visits) == sorted(one.key for one in visits)
    by_key = {one.key: one for one in visits}
    for before, after in pairwise(plan.visits):
        if by_key[after.key].started_minute is None:
            assert after.start_minute >= before.end_minute + after.travel_min
    assert DayPlan.model_validate(plan.model_dump()) == plan
    late = sum(one.late_min for one in plan.visits) + max(plan.ends_minute - DAY.closes_minute, 0) * bool(visits)
    order = [by_key[one.key] for one in plan.visits]
    assert late == (late_of(order, starts(order)) if order else 0)
    assert bool(plan.warnings) == bool(late)


@given(days(), ADDRESSES, st.integers(15, 180), st.data())
def test_a_visit_fits_where_it_is_said_to_and_nowhere_else(visits, address, minutes, data):
    plan = plan_day(visits, DAY)
    by_key = {one.key: one for one in visits}
    order = [by_key[one.key] for one in plan.visits]
    begun = sum(one.started_minute is not None for one in order)
    was_late = late_of(order, starts(order)) if order else 0
    found = {one.after: one for one in free_windows(plan, visits, DAY, address, minutes)}
    for place in range(begun, len(order) + 1):
        after = order[place - 1].key if place else ""
        tried = [*order[:place], visit("new", address, minutes), *order[place:]]
        # Whoever was promised something early is gone to early, the new one not before the shop opens.
        begins = DAY.opens_minute if place == 0 else starts(order)
        start = data.draw(st.integers(DAY.opens_minute, DAY.closes_minute))
        window = found.get(after)
        for minute in {start, *((window.from_minute, window.until_minute, window.until_minute + 1) if window else ())}:
            fits = late_of(tried, begins, ("new", minute)) == 0
            is_told = window is not None and window.from_minute <= minute <= window.until_minute
            if was_late == 0:
                assert is_told == fits, (after, minute)
            else:
                assert not (is_told and late_of(tried, begins, ("new", minute)) > was_late)


@given(days())
def test_what_is_nearer_is_nearer_and_makes_nobody_later(visits):
    plan = plan_day(visits, DAY)
    nearer = nearer_visit(plan, visits, DAY)
    by_key = {one.key: one for one in visits}
    order = [by_key[one.key] for one in plan.visits]
    begun = sum(one.started_minute is not None for one in order)
    here = order[begun - 1].address if begun else DAY.base
    if nearer is None:
        return
    one = by_key[nearer.key]
    assert one in order[begun + 1 :], "the next one itself is no news, and what is begun is gone to"
    assert nearer.travel_min == TABLE.minutes(here, one.address) < plan.visits[begun].travel_min
    other = [*order[:begun], one, *(each for each in order[begun:] if each is not one)]
    assert late_of(other, starts(other)) <= late_of(order, starts(order))


def test_what_is_nearer_is_proposed_and_what_was_promised_for_later_is_not():
    far, near = visit("far", minutes=30, window=(480, 720)), visit("near", "Slip 3, Pennock", 30, (490, 720))
    early = WorkingDay(base=DAY.base, travel=TABLE, now_minute=500)
    nearer = nearer_visit(plan_day([far, near], early), [far, near], early)
    assert (nearer.key, nearer.travel_min) == ("near", 8)
    assert render(nearer.sentence, READERS["trade"]).startswith("Door near is nearer: 8 min instead of 25 min")
    later = visit("near", "Slip 3, Pennock", 30, (600, 720))
    assert nearer_visit(plan_day([far, later], early), [far, later], early) is None, "nobody waits before a door"
    tight = visit("far", minutes=30, window=(500, 530))
    assert nearer_visit(plan_day([tight, near], early), [tight, near], early) is None, "nobody is late for it"


def test_a_day_worked_by_hand():
    # Common practice, no source: 25 min to Saltmarsh, promised 9 to 10, so one waits until nine; home again by the same road.
    plan = plan_day([visit("b", minutes=90, window=(540, 600)), visit("a", "Slip 3, Pennock", 30)], DAY)
    # Of any time, and in the place where the day begins: before the promised one there is room, with no more way than 8 min.
    assert [(one.key, one.travel_min, one.start_minute, one.end_minute) for one in plan.visits] == [
        ("a", 8, 488, 518),
        ("b", 25, 543, 633),
    ]
    assert (plan.work_min, plan.travel_min, plan.ends_minute) == (120, 58, 658)
    assert [one.latest_start_minute for one in plan.visits] == [545, 600]


def test_what_is_late_and_what_is_too_long_is_told_in_a_sentence():
    plan = plan_day([visit("a", minutes=120, window=(540, 540)), visit("b", window=(560, 600)), visit("c", minutes=420)], DAY)
    said = {one.kind: render(one.sentence, READERS["trade"]) for one in plan.warnings}
    assert said == {
        "late": "Door b would be reached at 11:00, 1 h after its window.",
        "over": "The day would end at 19:25, 2 h 25 min after the shop closes.",
    }


def test_what_is_begun_stays_and_nobody_sets_out_before_now():
    day = DAY.model_copy(update={"now_minute": 700})
    visits = [visit("a", window=(540, 600), started_minute=560), visit("b", window=(600, 690))]
    plan = plan_day(visits, day)
    assert [(one.key, one.start_minute, one.end_minute, one.late_min) for one in plan.visits] == [("a", 560, 700, 0), ("b", 700, 760, 10)]
    (free,) = free_windows(plan, visits, day, "Quay 4, Saltmarsh", 60)
    assert (free.after, free.from_minute) == ("b", 780)


def test_a_place_is_the_longest_name_in_an_address_and_a_way_the_shortest_over_the_table():
    table = TravelTable(usual_minutes=33, roads=[*TABLE.roads, RoadTime(start="lower pennock", end="Pennock", minutes=0)])
    assert table.place_of("Mill 2, LOWER-PENNOCK") == "lower pennock"
    assert table.place_of("Pennockshire 2") == ""
    assert table.minutes("Mill 2, Lower Pennock", "Quay, Hollow") == 40
    assert table.minutes("Slip 1, Pennock", "Slip 2, Pennock") == 8
    assert table.minutes("Quay 1, Hollow", "Quay 2, Hollow") == 33
    assert table.minutes("Slip 1, Pennock", "slip 1 pennock") == 0
    assert table.minutes("", "Slip 1, Pennock") == 0
    assert table.minutes("Elsewhere", "Slip 1, Pennock") == 33


@given(st.lists(st.tuples(st.sampled_from(PLACES), st.sampled_from(PLACES), st.integers(0, 300)), max_size=6), ADDRESSES, ADDRESSES)
def test_a_way_is_as_long_there_as_back_and_the_table_comes_back_as_typed(roads, start, end):
    table = TravelTable(roads=[RoadTime(start=one, end=other, minutes=minutes) for one, other, minutes in roads])
    assert table.minutes(start, end) == table.minutes(end, start)
    ends = {frozenset((one, other)) for one, other, _ in roads}
    if len(ends) == len(roads):
        assert parse_roads(table.as_text()) == table.roads


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("Pennock, Saltmarsh", "line 1 is not two places and whole minutes"),
        ("Pennock; Saltmarsh; 25\n\n, , 5\nPennock, Hollow, 999", "line 3 is not two places and whole minutes; line 4 gives 999 min, more"),
        ("Pennock, Saltmarsh, 25\nsaltmarsh, pennock, 30", "line 2 gives other minutes between the same places"),
    ],
)
def test_every_line_of_the_table_that_is_wrong_is_named(text, says):
    with pytest.raises(BadInputError) as wrong:
        parse_roads(text)
    assert says in str(wrong.value)


def test_a_window_has_two_ends_in_order_and_a_day_is_some_time_long():
    document = visit("a").model_dump()
    with pytest.raises(BadInputError, match="a beginning and an end"):
        read(Visit, document | {"from_minute": 500})
    with pytest.raises(ContradictionError, match="ends before it begins"):
        read(Visit, document | {"from_minute": 500, "until_minute": 480})
    with pytest.raises(ContradictionError):
        read(WorkingDay, {"opens_minute": 900, "closes_minute": 600})
    assert clock(1500) == "01:00 the next day"
    assert duration(40) == "40 min"
