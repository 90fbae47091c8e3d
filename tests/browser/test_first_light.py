"""The technician's story, in the real page."""

import json
import urllib.request

import pytest
from hinge.call.entries import read_body
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from hinge.call.knowledge import gate_groups
from server.calls import service
from server.calls.models import Call
from server.doors.models import Door
from tests.browser.conftest import PASSWORD
from tests.hinge.calls import SPRING

MEASURES = {
    "Door weight": "59 kg", "Door width": "9'", "Door height": "213.36 cm", "Sections": "4",
    "Track radius": "12", "Track above the door": "2",
    "Drum diameter": "4",
    "Cable": "1/8",
}  # fmt: skip


def gates(group_id):
    return next(group.gates for group in gate_groups() if group.id == group_id)


def meet(page, group_id):
    for gate in gates(group_id):
        page.touch(gate.title)


def enter(call, person, kind, **body):
    service.enter(person, call.key, f"{kind}-{call.entries.count():06d}", read_body({"kind": kind} | body))


def call_ready_to_wind(person, door, quarter_turns=4):
    call = service.start(person, door.key, door.key)
    enter(call, person, "complaint", complaint="bang")
    for group in ("hands_on", "winding"):
        for gate in gates(group):
            enter(call, person, "gate", gate=gate.id, met=True)
    enter(call, person, "chosen", springs=[SPRING], quarter_turns=quarter_turns)
    return call


def wound(call, person, quarter_turns=4):
    for side in ("left", "right"):
        for stroke in range(quarter_turns):
            enter(call, person, "counted", spring=side, from_quarter=stroke, to_quarter=stroke + 1)


def count_in(page, left, right):
    page.sees(f"Left spring: {left}")
    page.sees(f"Right spring: {right}")


def test_one_door_from_the_scale_to_the_proof(tablet, person):
    page = tablet
    page.go("/")
    page.write("User name", "tess")
    page.write("Password", "not this one")
    page.touch("Sign in")
    page.sees("do not go together")
    page.write("Password", PASSWORD)
    page.touch("Sign in")
    page.sees("No call is under way")
    page.browser.get_log("browser")

    page.touch("Find a door")
    page.sees("No doors yet")
    page.touch("Open a new file")
    page.write("Door", "Saltmarsh smithy")
    page.write("Place", "Dyke Row 3")
    page.touch("Save the file")
    page.sees("Springs not measured yet")
    page.touch("Start call")

    page.touch("It lifts two or three feet")
    meet(page, "hands_on")
    page.touch("Made safe: find the fault")
    page.touch("A torsion spring is broken")
    page.touch("Measure the door")

    page.sees("7 numbers to go")
    page.write("Door weight", "9 lb")
    page.touch("Keep it")
    page.sees("9 lb is outside 30 to 1200 lb")
    for label, typed in MEASURES.items():
        page.write(label, typed)
        page.touch("Keep it")
        page.until(lambda label=label: page.browser.switch_to.active_element and not _asks(page, label), f"{label} kept")
    page.sees("130 lb")
    page.sees("7'0\"")
    page.touch("Size the springs")

    page.sees("quarter-turns each")
    page.sees("36.3")
    page.touch("Use this set")
    page.sees("Wind 29 quarter-turns on each spring")
    page.sees("Meet every gate first")
    meet(page, "winding")
    page.touch("Start winding")
    for side in ("Left", "Right"):
        page.touch(f"{side} spring:")
        for _ in range(29):
            page.touch("Count a quarter-turn")
    count_in(page, "29 / 29", "29 / 29")
    page.sees("Every stroke is saved")
    page.touch("All in: check the balance")

    meet(page, "first_lift")
    page.sees("Let the door go at 3'6\"")
    page.touch("It creeps up")
    page.sees("turn off each spring")
    page.touch("Trim it now")
    meet(page, "winding")
    page.touch("Trimmed:")
    page.sees("before the last change")
    meet(page, "first_lift")
    page.touch("It holds")
    page.sees("Leave it")
    for proof in ("Contact reversal", "Eyes"):
        page.touch(f"{proof} passed")
    page.touch("Close the call")
    page.write("Told to the customer", "Monthly check shown")
    page.touch("Close the call")
    page.sees("Closed 2")

    call = Call.objects.get()
    state = service.state_of(call)
    assert state.closed
    door = Door.objects.get()
    assert door.record["measured"]["height_in"] == pytest.approx(84)
    assert door.record["measured"]["weight_lb"] == pytest.approx(130.07, abs=0.01)
    assert door.record["quarter_turns"] < 29
    assert sum(one.done for one in state.winding) == 58
    pdf, document = (fetch(page, link) for link in ("Job sheet (PDF)", "The call as JSON"))
    assert pdf.startswith(b"%PDF")
    assert json.loads(document)["call"]["closed_at"]
    assert [one for one in page.complaints() if "422" not in one] == []


def _asks(page, label):
    return any(one.text.strip() == label and one.get_attribute("for") for one in page.browser.find_elements(By.TAG_NAME, "label"))


def fetch(page, words):
    cookies = "; ".join(f"{one['name']}={one['value']}" for one in page.browser.get_cookies())
    request = urllib.request.Request(page.find(words).get_attribute("href"), headers={"Cookie": cookies})
    with urllib.request.urlopen(request) as answer:
        return answer.read()


def test_a_phone_in_the_pocket(signed_in, person, door):
    page = signed_in
    page.size(390, 844)
    call = call_ready_to_wind(person, door, 2)
    for path in ("/", "/doors", f"/doors/{door.key}", "/shop", *(f"/calls/{call.key}/{stage}" for stage in STAGES)):
        page.go(path)
        page.sees("Shop")
        page.pause(0.6)
        assert not page.scrolls_sideways(), path
    page.go(f"/calls/{call.key}/repair")
    page.touch("Start winding")
    for side in ("Left", "Right"):
        page.touch(f"{side} spring:")
        for _ in range(2):
            page.touch("Count a quarter-turn")
    page.touch("All in: check the balance")
    meet(page, "first_lift")
    page.touch("It holds")
    page.sees("▬ holds")
    assert page.complaints() == []


STAGES = ("arrive", "find", "measure", "size", "repair", "prove", "close")


def test_keyboard_alone(signed_in, person, door):
    page = signed_in
    page.go("/")
    page.sees("No call is under way")
    page.keys("/")
    page.sees("Net loft")
    page.until(lambda: page.browser.switch_to.active_element.tag_name == "input", "focus in the search")
    page.keys("loft")
    tab_to(page, "Net loft")
    page.keys(Keys.ENTER)
    page.sees("Touch a part to read it")
    tab_to(page, "Start call")
    page.keys(Keys.ENTER)
    page.sees("What does the customer say?")
    tab_to(page, "It is very heavy")
    page.keys(Keys.SPACE)
    for gate in gates("hands_on"):
        tab_to(page, gate.title)
        page.keys(Keys.SPACE)
    page.sees("made safe")
    page.keys("4")
    page.sees("Pick the springs")
    slider = page.until(lambda: page.browser.find_element(By.CSS_SELECTOR, "[role=slider]"), "side view")
    tab_to(page, "Height of the bottom edge")
    before = slider.get_attribute("aria-valuetext")
    page.keys(Keys.PAGE_UP, Keys.ARROW_UP)
    page.until(lambda: slider.get_attribute("aria-valuenow") == "49", "the door moved")
    assert slider.get_attribute("aria-valuetext") != before
    tab_to(page, "Use this set")
    page.keys(Keys.ENTER)
    page.sees("Meet every gate first")
    for gate in gates("winding"):
        tab_to(page, gate.title)
        page.keys(Keys.SPACE)
    tab_to(page, "Start winding")
    page.keys(Keys.ENTER)
    page.sees("quarter-turns to go")
    page.keys(Keys.SPACE, Keys.SPACE, Keys.SPACE, Keys.BACKSPACE)
    page.sees("Left spring: 2 /")
    page.sees("Every stroke is saved")
    page.keys(Keys.ESCAPE)
    page.sees("Go on winding")
    page.keys("[")
    page.sees("Pick the springs")
    page.keys("?")
    page.sees("Count a stroke, take it back")


NAME_OF = """
const at = arguments[0];
return at === document.body ? '' : (at.getAttribute('aria-label') || '') + (at.closest('label') || at).innerText;
"""


def tab_to(page, words, most=120):
    for _ in range(most):
        at = page.browser.switch_to.active_element
        label = page.browser.execute_script(NAME_OF, at)
        if words in label and not at.get_attribute("disabled"):
            return
        at.send_keys(Keys.TAB)
        page.pause(0.02)
    raise AssertionError(f"the keyboard does not reach {words!r}")


def test_a_connection_lost_in_the_middle_of_the_count_loses_nothing(signed_in, person, door):
    page = signed_in
    call = call_ready_to_wind(person, door, 8)
    page.go(f"/calls/{call.key}/repair")
    page.touch("Start winding")
    page.touch("Count a quarter-turn")
    page.sees("Every stroke is saved")
    page.offline(True)
    for _ in range(3):
        page.touch("Count a quarter-turn")
    page.sees("Left spring: 4 / 8")
    page.sees("No connection: 3 strokes kept on this tablet")
    assert service.state_of(call).winding[0].done == 1
    page.offline(False)
    page.sees("Every stroke is saved")
    assert service.state_of(call).winding[0].done == 4
    page.go(f"/calls/{call.key}/repair")
    page.sees("Left spring: 4 of 8")


def test_a_tablet_that_dies_while_offline_sends_its_strokes_later(signed_in, person, door):
    page = signed_in
    call = call_ready_to_wind(person, door, 8)
    page.go(f"/calls/{call.key}/repair")
    page.touch("Start winding")
    page.sees("8 quarter-turns to go")
    page.offline(True)
    for _ in range(2):
        page.touch("Count a quarter-turn")
    page.sees("2 strokes kept on this tablet")
    page.browser.get("about:blank")
    page.offline(False)
    page.go(f"/calls/{call.key}/repair")
    page.sees("Left spring: 2 of 8")
    page.until(lambda: service.state_of(call).winding[0].done == 2, "the strokes to arrive")


def test_hand_forces_read_with_a_gauge(signed_in, person, door):
    page = signed_in
    call = call_ready_to_wind(person, door)
    wound(call, person)
    page.go(f"/calls/{call.key}/prove")
    meet(page, "first_lift")
    page.touch("Read the hand force with a gauge")
    page.write("Hand force", "a lot")
    page.touch("going up")
    page.sees("does not read as a weight")
    for typed, way in (("12 lb", "up"), ("-4", "down")):
        page.write("Hand force", typed)
        page.touch(f"going {way}")
    page.sees("12 lb raising")
    page.sees("-4 lb lowering")
    assert [one.reading.force_lb for one in service.state_of(call).readings] == [12, -4]
    page.touch("Take back the reading")
    page.until(lambda: len(service.state_of(call).readings) == 1, "one reading taken back")


def test_two_tablets_on_one_call(signed_in, person, door):
    page = signed_in
    call = call_ready_to_wind(person, door, 8)
    page.go(f"/calls/{call.key}/repair")
    page.touch("Start winding")
    page.sees("8 quarter-turns to go")
    enter(call, person, "counted", spring="left", from_quarter=0, to_quarter=1)
    page.touch("Count a quarter-turn")
    page.sees("stands at 1 quarter-turns, not 0")
    page.sees("Left spring: 1 / 8")
    enter(call, person, "counted", spring="left", from_quarter=1, to_quarter=2)
    page.sees("Left spring: 2 / 8")
    assert service.state_of(call).winding[0].done == 2


def test_a_double_tap_on_close_closes_once_and_a_stale_page_is_told(signed_in, person, door):
    page = signed_in
    call = service.start(person, door.key, door.key)
    for proof in ("reversal", "eyes"):
        enter(call, person, "proof", proof=proof, passed=True)
    page.go(f"/calls/{call.key}/close")
    page.touch("Close the call")
    page.sees("Closed 2")
    assert call.entries.filter(body__kind="closed").count() == 1
    page.go(f"/doors/{door.key}")
    page.touch("Change the details")
    Door.objects.filter(pk=door.pk).update(version=9, name="Net loft, renamed elsewhere")
    page.write("Door", "My name for it")
    page.touch("Save the file")
    page.sees("Somebody changed this file meanwhile")
    page.sees("Net loft, renamed elsewhere")
    page.touch("Take what it says now")
    page.sees("Net loft, renamed elsewhere")


@pytest.mark.parametrize("theme", ["light", "garage"])
def test_axe_finds_nothing_serious_on_any_view(signed_in, person, door, theme):
    page = signed_in
    call = call_ready_to_wind(person, door)
    wound(call, person)
    page.go("/")
    page.browser.execute_script(f"localStorage.setItem('north-hinge.theme', '{theme}')")
    seen = {}
    for path in ("/", "/doors", "/doors/new", f"/doors/{door.key}", "/shop", *(f"/calls/{call.key}/{stage}" for stage in STAGES)):
        page.go(path)
        page.until(lambda: not page.browser.find_elements(By.CSS_SELECTOR, "[aria-label=Loading]") and len(page.text()) > 60, path)
        page.pause(0.3)
        seen[path] = page.axe() + [f"small target: {one}" for one in page.small_targets()]
    assert not {path: found for path, found in seen.items() if found}
    assert page.browser.execute_script("return document.documentElement.dataset.theme") == theme
    assert page.complaints() == []
