"""What is taken of the van for a call: never more than there is, nothing cut twice, the hand right."""

from collections import Counter

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.errors import BadInputError, ContradictionError
from hinge.stock.lists import Lists
from hinge.stock.van import CUT_LOSS_IN, LEAST_REST_IN, StockSpring, Take, WantedPiece, parse_parts, take
from hinge.view.needs import needs_of
from hinge.view.steps import procedures_of
from tests.support.calls import SPRING, Running
from tests.support.records import RECORDS

PLAN = {"springs": [SPRING], "quarter_turns": 30}
WIRES, LENGTHS, HANDS = (0.207, 0.225), (18.0, 27.5, 30.0, 60.0), ("", "left", "right")
STOCK = st.lists(
    st.builds(
        lambda wire, length, hand, count: StockSpring(wire_in=wire, inside_diameter_in=2, length_in=length, hand=hand, count=count),
        st.sampled_from(WIRES), st.sampled_from(LENGTHS), st.sampled_from(HANDS), st.integers(1, 3),
    ),
    max_size=5,
)  # fmt: skip
WANTED = st.lists(
    st.builds(WantedPiece, st.sampled_from(WIRES), st.just(2.0), st.sampled_from(LENGTHS[:3]), st.sampled_from(HANDS)), max_size=4
)


def bar(length_in, count=1, hand=""):
    return StockSpring(wire_in=0.207, inside_diameter_in=2, length_in=length_in, count=count, hand=hand)


def want(length_in, hand=""):
    return WantedPiece(0.207, 2, length_in, hand)


@given(STOCK, WANTED)
def test_never_more_is_taken_than_there_is_and_no_inch_twice(stock, wanted):
    takes = take(stock, wanted)
    for place, pieces in Counter(one.place for one in takes).items():
        assert pieces <= stock[place].count
    assert sum(one.springs for one in takes) <= len(wanted)
    for one in takes:
        long = stock[one.place].length_in
        assert one.springs * (min(LENGTHS) + CUT_LOSS_IN if one.cut else 0) + one.rest_in <= long
        assert one.rest_in == 0 or LEAST_REST_IN <= one.rest_in < long


@given(STOCK, WANTED)
def test_what_is_lacking_is_not_there_in_any_way(stock, wanted):
    """Once the takes are gone, nothing left over would have served: for a single spring that is all there is to find."""
    for one in wanted:
        fits = [
            here for here in stock
            if here.wire_in == one.wire_in and (not here.hand or not one.hand or here.hand == one.hand)
            and (here.length_in == one.length_in or here.length_in >= one.length_in + CUT_LOSS_IN)
        ]  # fmt: skip
        assert bool(take(stock, [one])) == bool(fits)


def test_the_right_length_goes_before_a_cut_and_a_short_one_before_a_long_one():
    assert take([bar(60), bar(27.5)], [want(27.5)]) == [Take(1, (want(27.5),))]
    assert take([bar(60), bar(30)], [want(27.5)]) == [Take(1, (want(27.5),), cut=True, rest_in=0)]
    assert take([bar(60)], [want(27.5), want(27.5)]) == [Take(0, (want(27.5),) * 2, cut=True, rest_in=0)]
    assert take([bar(60)], [want(27.5)]) == [Take(0, (want(27.5),), cut=True, rest_in=32)]


def test_one_piece_is_of_one_hand_and_never_cut_into_both():
    both = [want(27.5, "right"), want(27.5, "left")]
    assert take([bar(60)], both) == [Take(0, (both[0],), cut=True, rest_in=32)]
    assert take([bar(60, count=2)], both) == [Take(0, (one,), cut=True, rest_in=32) for one in both]
    assert take([bar(60)], [want(27.5, "left")] * 2) == [Take(0, (want(27.5, "left"),) * 2, cut=True, rest_in=0)]


def test_a_pair_asks_for_one_of_each_hand():
    call = Running().measured()
    call.say("chosen", **PLAN)
    assert [one.hand for one in needs_of(call.call).planned] == ["right", "left"]
    size = needs_of(call.call).planned[0]
    both = [
        StockSpring(wire_in=size.wire_in, inside_diameter_in=size.inside_diameter_in, length_in=size.length_in, count=2, hand=hand)
        for hand in ("left", "right")
    ]
    assert [both[one.place].hand for one in take(both, needs_of(call.call).planned)] == ["left", "right"]
    assert len(take(both[:1], needs_of(call.call).planned)) == 1

    def said(*van, kept=()):
        told = procedures_of(call.call, lists=Lists(van=van, kept=kept)).procedures[0].van
        return told.words if told else ""

    assert said(*both) == "The springs are on the van."
    assert said(both[0]) == "1 of 2 springs on the van."
    lacks = said(kept=((both[1], "Net loft"),))
    assert lacks == "No springs on the van (2 needed). Others are kept for Net loft."
    assert said() == ""


def test_a_pair_and_a_stack_ask_for_their_pieces_by_name():
    call = Running().measured(carried_now="extension")
    call.say("chosen", extension={"class_lb": 130, "open_stretch_in": 2})
    assert needs_of(call.call).named == {"Extension spring, 130 lb class": 2}
    assert call.state.went_on == {}

    def said(**lists):
        told = procedures_of(call.call, lists=Lists(**lists)).procedures[0].van
        return told.words if told else ""

    assert said() == ""
    assert said(parts={"roller": 3}) == "No springs on the van (2 needed)."
    assert said(parts={"extension spring, 130 lb class": 5}) == "The springs are on the van."
    elsewhere = {"extension spring, 130 lb class": frozenset({"Net loft"})}
    lacks = said(parts={"extension spring, 130 lb class": 1}, kept_parts=elsewhere)
    assert lacks == "1 of 2 springs on the van. Others are kept for Net loft."


def test_of_a_stack_only_the_plates_that_did_not_hang_there_come_from_the_van():
    hub = {"core_radius_in": 0.75, "strap_in": 0.2, "turns": 7.5}
    call = Running(RECORDS["stack"])
    call.say("chosen", counterweight={"plates": {"large": 5, "small": 3}, "hub": hub})
    assert needs_of(call.call).named == {"Plate, 18.9 lb": 1}
    call.put_on()
    assert (needs_of(call.call).named, needs_of(call.call).fitted) == ({}, 1)
    assert call.state.went_on == {"Plate, 18.9 lb": 1}


def test_needs_follow_the_call():
    call = Running().measured()
    assert needs_of(call.call).planned == ()
    call.say("chosen", **PLAN)
    pick = call.call.plans[-1][1].entry
    call.say("withdrawn", entry=pick, reason="")
    assert needs_of(call.call).planned == ()
    fitted = Running().chosen()
    assert needs_of(fitted.call).planned == ()
    assert needs_of(fitted.call).fitted == 2


def test_a_part_stands_in_the_list_once():
    assert [row.count for row in parse_parts("part,count\nRoller,12\nCable pair,3\n")] == [12, 3]
    with pytest.raises(BadInputError, match="stands in the list already"):
        parse_parts("part,count\nRoller,12\nroller,3\n")


PHOTO = {"photo": "00000000-0000-0000-0000-000000000001"}
SIGNED = {"name": "Ada Fell", "strokes": [[1, 2]]}


@pytest.mark.parametrize(("kind", "said"), [("part_used", {"part": "Roller"}), ("photographed", PHOTO), ("signed", SIGNED)])
def test_what_is_kept_beside_the_work_is_no_mistake_and_takes_nothing_up(kind, said):
    call = Running().measured()
    kept = call.say(kind, **said).id
    assert "take them back" in call.state.to_abandon[0]
    with pytest.raises(ContradictionError):
        call.say("abandoned", reason="the wrong door")
    call.say("withdrawn", entry=kept, reason="a slip")
    assert call.state.to_abandon == []
    call.say("left", reason="a bar is bent")
    call.say(kind, **said)
    assert call.state.left.startswith("Left: a bar is bent"), "a photo of how it was left does not take the work up"
    call.say("complaint", complaint="heavy")
    assert call.state.left == ""
