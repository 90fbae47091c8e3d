"""What visits need against the vans: nothing is given twice, what is lacking is ordered, a day by hand."""

from collections import Counter

from hypothesis import given
from hypothesis import strategies as st

from hinge.file.record import read_record
from hinge.stock.van import StockSpring, WantedPiece
from hinge.stock.visit_loads import VanStock, VisitNeeds, order_list, visit_loads
from hinge.view.needs import like_those_of
from tests.support.calls import MEASURED, SPRING
from tests.support.words import words

LEFT, RIGHT = (WantedPiece(0.207, 2.0, 27.5, hand) for hand in ("left", "right"))
ROLLER, CABLE = "Roller 2 in", "Cable 1/8 in"
NEEDS = st.lists(
    st.builds(
        VisitNeeds,
        st.sampled_from(["Net loft", "Rope store"]),
        st.lists(st.sampled_from([LEFT, RIGHT]), max_size=3).map(tuple),
        st.dictionaries(st.sampled_from([ROLLER, CABLE]), st.integers(1, 4)),
    ),
    max_size=4,
)
PARTS = st.dictionaries(st.sampled_from([ROLLER, CABLE]), st.integers(0, 5))


def bar(length_in, count=1, hand=""):
    return StockSpring(wire_in=0.207, inside_diameter_in=2, length_in=length_in, count=count, hand=hand)


VANS = st.lists(
    st.builds(
        VanStock,
        st.sampled_from(["One", "Two"]),
        st.lists(st.builds(bar, st.just(27.5), st.integers(1, 3), st.sampled_from(["left", "right"])), max_size=3).map(tuple),
        PARTS,
    ),
    min_size=1,
    max_size=3,
)


def handed_out(loads):
    """Pieces by words that a day was given, and those it lacks."""
    given_, short = Counter(), Counter()
    for load in loads:
        for line in load.lines:
            given_[line.words] += line.here + sum(one.pieces for one in line.elsewhere)
            short[line.words] += line.short
            assert line.here + sum(one.pieces for one in line.elsewhere) + line.short == line.pieces
    return given_, short


@given(NEEDS, VANS)
def test_nothing_is_given_twice_and_nothing_lacks_while_a_van_has_it(needs, vans):
    given_, short = handed_out(visit_loads(needs, vans[0], vans[1:]))
    for name in (ROLLER, CABLE):
        there = sum(van.parts.get(name, 0) for van in vans)
        wanted = sum(one.named.get(name, 0) for one in needs)
        assert (given_[name], short[name]) == (min(there, wanted), max(wanted - there, 0))
    for piece in (LEFT, RIGHT):
        there = sum(one.count for van in vans for one in van.springs if one.hand == piece.hand)
        wanted = sum(one.springs.count(piece) for one in needs)
        found = {words: count for words, count in given_.items() if words.endswith(f"{piece.hand}-hand wound")}
        assert sum(found.values()) == min(there, wanted)


@given(NEEDS, VANS, st.dictionaries(st.sampled_from([ROLLER, CABLE]), st.integers(0, 5)))
def test_what_is_ordered_is_what_no_van_has_and_what_was_used(needs, vans, used):
    _, short = handed_out(visit_loads(needs, vans[0], vans[1:]))
    wanted = {words: count for words, count in (short + Counter(used)).items() if count}
    assert {one.words: one.pieces for one in order_list(needs, vans, used)} == wanted


def test_a_day_by_hand():
    """Two doors want a pair; the van has one and a long bar of one hand, the other van a roller; nobody has the last spring."""
    day = [VisitNeeds("Net loft", (LEFT, RIGHT), kinds=("springs", "cables")), VisitNeeds("Rope store", (LEFT, RIGHT), {ROLLER: 2})]
    mine = VanStock("Mine", (bar(27.5, hand="left"), bar(27.5, hand="right"), bar(60, hand="left")), {"Cable 1/8 in, 8 ft": 3})
    first, second = visit_loads(day, mine, [VanStock("Other", parts={"roller 2 IN": 1})])
    assert [(one.pieces, one.here) for one in first.lines] == [(1, 1), (1, 1), (0, 3)]
    assert first.lines[2].words == "cables"
    assert [(one.pieces, one.here, [(it.van, it.pieces) for it in one.elsewhere], one.short) for one in second.lines] == [
        (1, 1, [], 0), (1, 0, [], 1), (2, 0, [("Other", 1)], 1),
    ]  # fmt: skip
    said = words(order_list(day, [mine], {ROLLER: 1, CABLE: -2}, [("Panel, white", "Ice house, due 2026-12-04")]))
    assert [(one.pieces, one.why) for one in said] == [
        (1, ["1 for Rope store"]), (3, ["2 for Rope store", "1 used and not restocked"]), (0, ["Ice house, due 2026-12-04"]),
    ]  # fmt: skip


def test_what_a_complaint_loads_is_not_known_before_the_file_knows_the_springs():
    (load,) = visit_loads([VisitNeeds("Net loft", kinds=("springs", "cables"))], VanStock("Mine"))
    assert [(words(one.words), one.pieces, one.short) for one in load.lines] == [
        ("springs, of sizes the door's file does not know", 0, 0), ("cables", 0, 0),
    ]  # fmt: skip


def test_what_hangs_on_a_door_is_matched_by_its_hands():
    measured = MEASURED | {"left_hand": "left"}
    springs, _ = like_those_of(read_record({"version": 2, "measured": measured, "springs": [SPRING], "quarter_turns": 29}))
    assert [one.hand for one in springs] == ["left", "right"]
    assert [one.hand for one in like_those_of(read_record({"version": 2, "measured": MEASURED, "springs": [SPRING]}))[0]] == [
        "right", "left",
    ]  # fmt: skip
