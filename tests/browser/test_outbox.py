"""What was entered while the server would not, or could not, take it: in sight, in order, under the right name, once."""

import pytest
from django.contrib.sessions.models import Session
from ninja.errors import HttpError
from selenium.webdriver.common.action_chains import ActionChains

from server.doors.models import Door
from server.people.models import Person
from tests.browser.conftest import PASSWORD
from tests.browser.work import A_MOMENT, call_ready_to_wind, enter, gates, met, next_step, start, state_of
from tests.support.calls import SPRING
from tools.browser import set_viewport

COUNT = "Count a quarter-turn on the"


@pytest.fixture
def winding(signed_in, person, door):
    """The page at the turn counter of a call ready to wind, and the call."""
    call = call_ready_to_wind(person, door, 8)
    signed_in.go(f"/calls/{call.key}/repair")
    signed_in.touch("Start winding")
    signed_in.sees("8 to go")
    return signed_in, call


def strokes_of(call):
    return [(one.body["from_count"], one.by.username) for one in call.entries.filter(body__kind="moved").order_by("position")]


def arrived(page, call, strokes):
    page.until(lambda: strokes_of(call) == strokes, f"{strokes} on the call")


@pytest.mark.parametrize(
    ("trouble", "words"),
    [
        (HttpError(429, "Too many at once."), "Too many at once: they go out in a minute"),
        (RuntimeError("the disk is gone"), "The server cannot take one of them now"),
    ],
)
def test_a_server_that_will_not_now_holds_what_was_counted(winding, monkeypatch, trouble, words):
    page, call = winding

    def fail(*_):
        raise trouble

    with monkeypatch.context() as broken:
        broken.setattr("server.calls.service.enter", fail)
        page.touch(COUNT)
        page.touch(COUNT)
        page.sees("2 strokes kept on this tablet")
        page.touch("Put the counter away")
        page.sees(f"{words}. 2 entries wait on this tablet.")
        page.go("/doors")
        page.sees("2 entries wait on this tablet")
        assert strokes_of(call) == []
    arrived(page, call, [(0, "tess"), (1, "tess")])
    page.until(lambda: "on this tablet" not in page.text(), "nothing waiting")


# Without the scrolling a real click brings with it.
TICK = "const at = arguments[0]; (at.querySelector('input') ?? at.closest('label')?.querySelector('input') ?? at).click()"


@pytest.mark.parametrize("scrolled", [0, 120])
def test_what_is_about_to_be_touched_stays_where_it_is_when_the_connection_goes_and_comes(signed_in, person, door, scrolled):
    page, call = signed_in, start(person, door)
    enter(call, person, "complaint", complaint="sinks")
    first, second, *_ = (gate.title for gate in gates("hands_on"))
    page.size(390, 500)
    page.go(f"/calls/{call.key}/arrive")
    page.sees(second)
    page.browser.execute_script("scrollTo(0, arguments[0])", scrolled)
    page.pause(A_MOMENT)
    below = page.height_of(second)
    page.offline(True)
    page.browser.execute_script(TICK, page.find(first))
    page.sees("1 entry waits on this tablet")
    assert page.height_of(second) == pytest.approx(below, abs=2)
    page.offline(False)
    page.until(lambda: "on this tablet" not in page.text(), "nothing waiting")
    assert page.height_of(second) == pytest.approx(below, abs=2)


def test_a_complaint_chosen_without_a_connection_stands_chosen_at_once_and_moves_nothing_later(signed_in, person, door):
    page, call = signed_in, start(person, door)
    page.size(390, 844)
    page.go(f"/calls/{call.key}/arrive")
    page.sees("It will not stay up")
    page.offline(True)
    page.touch("It will not stay up")
    page.sees("The customer says something else")
    page.sees("“It will not stay up”")
    page.sees("1 entry waits on this tablet")
    below = page.height_of(gates("hands_on")[0].title)
    page.offline(False)
    page.until(lambda: "on this tablet" not in page.text(), "nothing waiting")
    assert state_of(call).complaint == "sinks"
    assert page.height_of(gates("hands_on")[0].title) == pytest.approx(below, abs=60), "no more than the bar's own height"


FILL = """
for (const size of [100000, 1000, 10])
  for (let place = 0; ; place += 1) try { localStorage.setItem(`other ${size} ${place}`, 'x'.repeat(size)); } catch { break; }
"""


def test_a_tablet_with_no_room_left_loses_no_stroke_while_the_page_is_open(winding):
    page, call = winding
    page.browser.execute_script(FILL)
    page.offline(True)
    page.touch(COUNT)
    page.touch(COUNT)
    page.touch("Put the counter away")
    page.sees("No connection. 2 entries wait on this tablet.")
    page.sees("This tablet’s storage is full: leave this page open until it is sent.")
    page.offline(False)
    arrived(page, call, [(0, "tess"), (1, "tess")])
    page.until(lambda: "on this tablet" not in page.text(), "nothing waiting")


def test_somebody_else_signing_in_sends_nothing_under_their_name(winding, person):
    page, call = winding
    Person.objects.create_user("marit", password=PASSWORD, name="Marit Sole", role="technician", shop=person.shop)
    Session.objects.all().delete()
    page.touch(COUNT)
    page.sees("1 stroke kept on this tablet, sent once you sign in again")
    # Hands are on the bar: nobody is taken from the counter, whatever the page is told.
    page.touch(COUNT)
    page.sees("2 strokes kept on this tablet")
    page.touch("Put the counter away")
    page.sees("2 entries of tess wait on this tablet and go out when tess signs in")
    for username, expected in (("marit", []), ("tess", [(0, "tess"), (1, "tess")])):
        page.write("User name", username)
        page.write("Password", PASSWORD)
        page.touch("Sign in")
        page.sees("Shop")
        page.pause(1)
        arrived(page, call, expected)
        if username == "marit":
            assert "wait on this tablet" not in page.text(), "not hers to see to"
            page.go("/shop")
            page.touch("Sign out")
            page.sees("2 entries of tess wait")


def test_the_session_of_another_in_this_browser_does_not_take_them(winding, person):
    """Signed in as somebody else in another tab: this tab still counts for the first, and nothing goes out as the other."""
    page, call = winding
    marit = Person.objects.create_user("marit", password=PASSWORD, name="Marit Sole", role="technician", shop=person.shop)
    page.become(marit)
    page.touch(COUNT)
    page.pause(1.5)
    assert strokes_of(call) == []
    page.become(person)
    page.go(f"/calls/{call.key}/repair")
    arrived(page, call, [(0, "tess")])


def test_two_tabs_lose_nothing_of_each_other(signed_in, person, door):
    page, browser = signed_in, signed_in.browser
    other = Door.objects.create(shop=person.shop, name="Rope store", record=door.record)
    calls = [call_ready_to_wind(person, door, 8), start(person, other)]
    first = browser.current_window_handle
    page.go(f"/calls/{calls[0].key}/repair")
    page.touch("Start winding")
    browser.switch_to.new_window("tab")
    second = browser.current_window_handle
    set_viewport(browser, 1280, 800)
    page.go(f"/calls/{calls[1].key}/arrive")
    page.sees("What does the customer say?")
    for tab in (first, second):
        browser.switch_to.window(tab)
        page.offline(True)
    browser.switch_to.window(first)
    for _ in range(3):
        page.touch(COUNT)
    browser.switch_to.window(second)
    page.touch("It is very heavy by hand")
    page.sees("4 entries wait on this tablet")
    page.touch("Review")
    page.sees("Net loft: stroke left 0 to 1")
    page.sees("Rope store: complaint It is very heavy by hand")
    page.touch("Close the list")
    for tab in (first, second):
        browser.switch_to.window(tab)
        page.offline(False)
    arrived(page, calls[0], [(0, "tess"), (1, "tess"), (2, "tess")])
    page.until(lambda: state_of(calls[1]).complaint == "heavy", "the other tab's entry")
    assert calls[1].entries.count() == 1
    page.until(lambda: "on this tablet" not in page.text(), "nothing waiting")
    browser.close()
    browser.switch_to.window(first)


def test_steps_go_on_without_a_net_and_a_double_tap_says_one(signed_in, person, door):
    page = signed_in
    call = start(person, door)
    met(call, person, "hands_on")
    enter(call, person, "chosen", springs=[SPRING], quarter_turns=4)
    page.go(f"/calls/{call.key}/repair")
    page.sees("Confirm the break")
    page.offline(True)
    page.pause(A_MOMENT)
    ActionChains(page.browser).double_click(page.find("Done: next step")).perform()
    page.sees("run the empty carriage clear")
    page.pause(A_MOMENT)
    page.touch("Done: next step")
    page.sees("Clamp both tracks above a roller.")
    assert next_step(call)[0] == "confirm"
    page.offline(False)
    page.until(lambda: next_step(call)[0] == "clamp", "both steps with the server")
    assert [sorted(one.body["steps"]) for one in call.entries.filter(body__kind="stepped")] == [["confirm"], ["carriage"]]


def test_without_a_connection_no_stage_is_a_blank_page(signed_in, person, door):
    page, call = signed_in, call_ready_to_wind(person, door)
    page.go(f"/calls/{call.key}/arrive")
    page.sees("The customer says something else")
    page.until(lambda: page.browser.execute_script(FETCHED), "the code of the last stage")
    page.offline(True)
    page.touch("Measure")
    page.sees("Door weight")
    page.touch("Size")
    page.sees("The server does not answer")
    page.sees("Net loft")
    page.offline(False)
    page.until(lambda: "The server does not answer" not in page.text(), "an answer, by itself")
    page.touch("Repair")
    page.sees("Start winding")


FETCHED = "return performance.getEntriesByType('resource').some((one) => one.name.includes('/Close-'))"


def test_a_tablet_looked_at_again_without_a_connection_keeps_its_counter(winding):
    page, call = winding
    page.offline(True)
    page.touch(COUNT)
    page.browser.execute_script(LATER)
    page.until(lambda: page.browser.execute_script(ASKED) >= 3, "who is signed in asked for, and asked again")
    page.pause(1)
    page.touch(COUNT)
    page.sees("2 strokes kept on this tablet")
    page.offline(False)
    arrived(page, call, [(0, "tess"), (1, "tess")])


# Two minutes on, as the tablet's page is looked at again.
LATER = """
const now = Date.now, ask = window.fetch;
Date.now = () => now() + 120000;
window.asked = 0;
window.fetch = (...all) => { if ((all[0].url ?? all[0]).endsWith('/api/session')) window.asked += 1; return ask(...all); };
window.dispatchEvent(new Event('visibilitychange'));
document.dispatchEvent(new Event('visibilitychange', {bubbles: true}));
"""
ASKED = "return window.asked"
