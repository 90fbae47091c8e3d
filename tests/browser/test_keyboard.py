"""A whole call by keyboard alone: from the search for the door to its close, without a single click."""

from __future__ import annotations

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.keys import Keys

from hinge.procedures.knowledge import steps
from server.calls.models import Call
from server.doors.models import Door
from tests.browser.work import A_MOMENT, gates, next_step, state_of
from tests.support.calls import MEASURED, SPRING
from tests.support.keys import tab_to

TURNS = 6


def press(page, words, key=Keys.ENTER):
    tab_to(page, words)
    page.keys(key)


def meet(page, *groups):
    """Every gate of these groups; those that are met are gone, or on already."""
    for gate in [gate for group in groups for gate in gates(group)]:
        if not page.is_on(gate.title):
            press(page, gate.title, Keys.SPACE)
            page.pause(0.4)


def go_through(page, call):
    """Every step as it is shown, its gates met, up to the next work on what carries the door."""
    while True:
        name, shut = next_step(call)
        if steps()[name].does == "lift":
            return
        meet(page, *shut)
        if steps()[name].does:
            return
        page.sees(f": {steps()[name].title.lower()}")
        page.pause(A_MOMENT)
        press(page, "Done: next step")
        page.until(lambda name=name: next_step(call)[0] != name, f"{name} said to be done")


def count(page, side, times, before):
    """So many presses of Space, each seen to count before the next."""
    for done in range(times):
        page.keys(Keys.SPACE)
        left = before(done + 1)
        page.sees(f"{side} spring: {left}")


def other_spring(page):
    """The springs are one group: the arrows go from one to the next."""
    tab_to(page, "Left spring:")
    page.keys(Keys.ARROW_RIGHT)
    page.until(lambda: "Right spring:" in page.browser.switch_to.active_element.text, "the focus on the other spring")
    page.keys(Keys.SPACE)
    page.until(lambda: page.browser.execute_script(PICKED), "the other spring")


PICKED = """
const options = [...document.querySelectorAll('[role=radio]')];
return options.some(one => one.ariaChecked === 'true' && one.innerText.includes('Right spring'));
"""


def test_a_whole_call_by_keyboard_alone(signed_in, person):
    page = signed_in
    record = {"version": 2, "measured": MEASURED, "springs": [SPRING], "cones": {"left": TURNS, "right": TURNS}}
    Door.objects.create(shop=person.shop, name="Pilot house", record=record)
    page.go("/")
    page.sees("Nothing is booked")
    page.keys("/")
    page.until(lambda: page.browser.switch_to.active_element.tag_name == "input", "focus in the search")
    page.keys("pilot")
    press(page, "Pilot house")
    page.sees("Touch a part to read it")
    press(page, "Start call")
    page.sees("What does the customer say?")
    tab_to(page, "It lifts two or three feet")
    page.keys(Keys.ARROW_DOWN, Keys.ARROW_DOWN, Keys.SPACE)
    meet(page, "hands_on")
    press(page, "Made safe: find the fault")
    page.sees("is there a gap in the coil?")
    press(page, "Enter the fault or the job yourself")
    page.keys(Keys.TAB, "The springs are tired")
    press(page, "Say that this was found")
    page.sees("Said to be found: The springs are tired")
    found = [entry.body["cause"] for entry in Call.objects.get().entries.all() if entry.body["kind"] == "found"]
    assert found == ["springs_tired"], "what the letters pass on their way is not said to be found"
    press(page, "Size the springs")
    page.sees("Pick the springs")
    press(page, "Keep what hangs there")
    tab_to(page, f"{TURNS} quarter-turns each")
    page.keys(Keys.ENTER)
    page.sees("Let the springs down")
    call = Call.objects.get()
    page.until(lambda: state_of(call).chosen, "the same springs picked")
    go_through(page, call)
    press(page, "Count them down")
    page.sees(f"{TURNS} to let off")
    count(page, "Left", TURNS, lambda done: f"{TURNS - done} / 0")
    other_spring(page)
    page.sees(f"{TURNS} to let off")
    count(page, "Right", TURNS, lambda done: f"{TURNS - done} / 0")
    press(page, "All there: go on")
    page.sees("Put right what was wrong")
    page.until(lambda: next_step(call)[0] == "cables_slack", "the springs down")
    go_through(page, call)
    press(page, "All right again")
    page.sees(f"Wind {TURNS} quarter-turns")
    page.until(lambda: state_of(call).work.step == "set", "to be wound again")
    go_through(page, call)
    press(page, "Start winding")
    page.sees(f"{TURNS} to go")
    count(page, "Left", TURNS, lambda done: f"{done} / {TURNS}")
    other_spring(page)
    count(page, "Right", TURNS, lambda done: f"{done} / {TURNS}")
    press(page, "All there: go on")
    page.until(lambda: state_of(call).work.step == "done", "every part at its place")
    go_through(page, call)
    press(page, "Check the balance")
    meet(page, "first_lift")
    page.sees("What does it do?")
    page.keys(Keys.TAB)
    page.pause(A_MOMENT)
    press(page, "▬ holds")
    page.sees("Take back")
    meet(page, "by_power")
    press(page, "Contact reversal passed")
    press(page, "Eyes passed")
    press(page, "Force learned again passed")
    page.sees("Sum up and close")
    press(page, "Sum up and close")
    page.sees("Told to the customer")
    press(page, "Put right")
    page.find("Close the call")
    page.pause(A_MOMENT)
    press(page, "Close the call")
    page.closed()
    call = Call.objects.get()
    assert state_of(call).closed
    assert state_of(call).record_after.on_door.cones == {"left": TURNS, "right": TURNS}
    assert page.complaints() == []


def test_single_keys_can_be_switched_off_and_alt_goes_on(signed_in, person, door):
    page = signed_in
    page.go("/")
    page.sees("Nothing is booked")
    page.keys("?")
    page.sees("Count a stroke, take it back")
    page.keys(Keys.TAB)
    press(page, "Single keys act", Keys.ARROW_RIGHT)
    page.keys(Keys.SPACE)
    page.until(lambda: page.browser.execute_script("return localStorage.getItem('north-hinge.keys')") == "off", "switched off")
    page.keys(Keys.ESCAPE)
    page.until(lambda: "Count a stroke, take it back" not in page.text(), "the list put away")
    page.keys("t", "/")
    page.pause(0.3)
    assert page.browser.current_url.endswith("/")
    assert page.browser.execute_script("return document.documentElement.dataset.theme") == "light"
    press(page, "Keys")
    page.sees("Switched off")
    ActionChains(page.browser).send_keys(Keys.ESCAPE).perform()
