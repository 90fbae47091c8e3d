"""What the customer takes home: every find, what became of it, in plain words and without a number of the trade."""

import re

import pytest

from hinge.view.customer_page import customer_page
from tests.support.calls import HOLDS, SPRING, Running
from tests.support.records import HUB, PAIR, STACK
from tests.support.words import words

CABLES = "A safety cable runs through each spring: it catches the spring when it breaks."
# What a technician measures by and a customer does not.
OF_THE_TRADE = re.compile(r"\d+\s*/\s*\d+|[×½¼¾]|\b\d+(\.\d+)? ?(in|lb|ft|quarter)\b|\bwire\b|\bcone\b|\bquarter-turn")


def page_of(call):
    return words(customer_page(call.call))


def lines_of(page):
    return [*page.wrong, *page.done, *page.left, page.tried, page.lasts, page.next_visit, *page.watch, *page.never]


def test_new_springs_are_told_with_how_long_they_last_and_nothing_of_their_wire():
    call = Running().measured(household="one_car")
    call.say("complaint", complaint="bang")
    call.say("found", cause="spring_broken")
    call.chosen(29).to_targets().held()
    page = page_of(call)
    assert page.told_us == "There was a loud bang, now it will not open"
    assert page.wrong == ["A torsion spring is broken: put right."]
    assert page.done[0] == "New springs were put on and wound for the weight of your door."
    assert len(page.done) == 1
    assert "springs" in page.new
    assert "years in a household like yours" in page.lasts
    assert not [line for line in lines_of(page) if OF_THE_TRADE.search(line)]


def test_every_find_is_told_and_what_was_left_says_why():
    call = Running().measured()
    for cause in ("rollers_worn", "eye_dirty", "strut_missing", "hinge_broken"):
        call.say("found", cause=cause)
    call.say("cured", cause="eye_dirty")
    call.say("declined", cause="rollers_worn", reason="Next year")
    call.say("deferred", cause="strut_missing", reason="Not on the van")
    page = page_of(call)
    assert len(page.wrong) == 4
    assert "A lens is dirty, or a web or a leaf hangs before it: put right." in page.wrong
    assert page.done == ["What is named above was put right."]
    assert "Rollers are seized or worn: left as it is, as you wished (Next year)." in page.left
    assert any(line.startswith("The door sags") and "another day (Not on the van)" in line for line in page.left)
    assert "A hinge is loose or broken: this still needs to be put right." in page.left


def test_an_opener_left_disconnected_leads_what_was_left():
    call = Running().measured()
    call.say("found", cause="eyes_defeated")
    call.say("left", reason="The eyes are not restored")
    call.say("disconnected", reason="The customer refuses the eyes")
    assert page_of(call).left[0].startswith("The opener is left disconnected: The customer refuses")


def test_a_door_without_an_opener_is_not_told_to_close_it_on_a_block():
    call = Running()
    call.say("fact", fact="no_opener", holds=True)
    page = page_of(call)
    assert not [line for line in (*page.watch, *page.never) if "beam" in line or "release" in line]
    assert any("half-way and let go" in line for line in page.watch)


@pytest.mark.parametrize(
    ("kind", "plan", "said"),
    [
        ("torsion", {"springs": [SPRING], "quarter_turns": 3}, "New springs were put on and wound for the weight of your door."),
        ("extension", {"extension": PAIR}, "A new pair of springs was hung."),
        ("counterweight", {"counterweight": STACK}, "The plates of the counterweight were stacked anew for the weight of your door."),
    ],
)
def test_what_went_on_is_told_by_what_carries_the_door(kind, plan, said):
    call = Running().measured(carried_now="nothing", counterbalance=kind, **HUB)
    call.say("chosen", **plan)
    call.work_gates()
    call.say("put_on")
    page = page_of(call)
    assert page.done[0] == said
    assert page.done[1:] == ([CABLES] if call.call.site["safety_cables"] == "threaded" else [])
    assert page.new == ["springs"]


def test_what_was_tried_is_told_once_it_passed():
    call = Running().measured()
    call.gates("hands_on", "as_found")
    call.say("complaint", complaint="will_not_close")
    call.say("found", cause="eye_dirty")
    call.say("reading", reading=HOLDS)
    call.powered().say("proof", proof="reversal", passed=True)
    assert page_of(call).tried == "Tried before we left: contact reversal."
