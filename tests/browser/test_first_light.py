"""The technician's story, in the real page."""

import json
import urllib.request

import pytest
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from server.calls.models import Call
from server.doors.models import Door
from tests.browser.conftest import PASSWORD
from tests.browser.work import (
    A_MOMENT,
    call_ready_to_wind,
    enter,
    finish,
    gates,
    go_through_steps,
    let_go_until,
    meet,
    met,
    start,
    state_of,
    wound,
)
from tests.support.documents import text_of
from tests.support.keys import tab_to

MEASURES = {
    "Door weight": "59 kg", "Door width": "9'", "Door height": "213.36 cm", "Sections": "4",
    "Track radius": "12", "Track above the door": "2",
    "Drum diameter": "4",
    "Cable": "1/8",
}  # fmt: skip


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
    page.sees("Nothing is booked")
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
    page.sees("is there a gap in the coil?")
    page.touch("A gap of an inch or two")
    page.touch("Found: A torsion spring is broken")

    page.sees("7 measurements missing")
    page.until(lambda: page.browser.switch_to.active_element.tag_name == "input", "the focus with the question")
    page.keys("9 lb")
    page.touch("Keep it")
    page.sees("9 lb is outside 30 to 1200 lb")
    for label, typed in MEASURES.items():
        if not _asks(page, label):
            page.touch(label)
        page.write(label, typed)
        page.touch("Keep it")
        page.until(lambda label=label: page.browser.switch_to.active_element and not _asks(page, label), f"{label} kept")
    page.sees("130.1 lb")
    page.sees("7'0\"")
    page.touch("Size the springs")

    page.sees("quarter-turns each")
    page.sees("36.3")
    page.touch("Use this set")
    page.sees("Let the springs down")
    page.sees("turns not known")
    call = Call.objects.get()
    go_through_steps(page, call)
    page.touch("Count them down")
    for _ in range(2):
        page.touch("Count a quarter-turn off the left spring")
    page.sees("Left spring: 2 off")
    page.touch("Left spring is slack")
    page.touch("Right spring: 0 off")
    page.touch("Right spring is slack")
    page.touch("All there: go on")
    page.until(lambda: state_of(call).work.step == "take_off", "the springs down")
    go_through_steps(page, call)
    page.touch("The springs are off")
    page.touch("They are on, not wound")
    page.until(lambda: state_of(call).work.step == "set", "the new ones on")
    page.sees("Wind 29 quarter-turns on each spring")
    go_through_steps(page, call)
    page.touch("Start winding")
    for side in ("Left", "Right"):
        page.touch(f"{side} spring:")
        for _ in range(29):
            page.touch("Count a quarter-turn on the")
    count_in(page, "29 / 29", "29 / 29")
    page.sees("Every stroke is saved")
    page.touch("All there: go on")
    page.until(lambda: state_of(call).work.step == "done", "every part at its place")
    go_through_steps(page, call)
    page.touch("Check the balance")

    meet(page, "first_lift")
    page.sees("Let the door go at 3'6\"")
    let_go_until(page, call, "▲ creeps up", "turn off each spring")
    page.touch("Trim it now")
    page.sees("Trim: ")
    page.sees("off each spring")
    go_through_steps(page, call)
    page.touch("Count them off")
    for side in ("Left", "Right"):
        page.touch(f"{side} spring:")
        page.touch("Count a quarter-turn off the")
        page.until(lambda: _done_or_touch(page), "this side down")
    page.touch("All there: go on")
    page.until(lambda: state_of(call).work.step == "done", "every part at its place")
    go_through_steps(page, call)
    page.touch("Check the balance")
    page.sees("before the last change")
    meet(page, "first_lift")
    let_go_until(page, call, "▬ holds", "Leave it")
    meet(page, "by_power")
    for proof in ("Contact reversal", "Eyes"):
        page.touch(f"{proof} passed")
        page.until(lambda proof=proof: {one.title: one.standing for one in state_of(call).proofs}[proof] == "passed", "proved")
    finish(page, call)
    page.write("Told to the customer", "Monthly check shown")
    page.touch("Close the call")
    page.closed()

    call = Call.objects.get()
    state = state_of(call)
    assert state.closed
    door = Door.objects.get()
    assert door.record["measured"]["height_in"] == pytest.approx(84)
    assert door.record["measured"]["weight_lb"] == pytest.approx(130.07, abs=0.01)
    assert set(door.record["on_door"]["cones"].values()) < set(range(1, 29))
    strokes = [one.body for one in call.entries.filter(body__kind="moved")]
    last = {one["part"]: one["to_count"] for one in strokes}
    assert door.record["on_door"]["cones"] == last
    pdf, document = (fetch(page, link) for link in ("Technical sheet (PDF)", "The call as JSON"))
    assert pdf.startswith(b"%PDF")
    assert json.loads(document)["call"]["closed_at"]
    on_sheet, on_page = text_of(pdf)[1], " ".join(page.text().split())
    for line in json.loads(document)["said"]:
        assert line["text"] in on_page
        assert line["text"] in on_sheet
    assert [one for one in page.complaints() if "422" not in one] == []


def _done_or_touch(page):
    """Count on until this side stands where it is to be."""
    if "tighten its set screws" in page.text() or "is down" in page.text():
        return True
    page.touch("Count a quarter-turn off the")
    return False


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
    assert page.complaints() == []


STAGES = ("arrive", "find", "measure", "size", "repair", "prove", "close")


def test_the_springs_are_looked_at_picked_and_counted_down_from_the_keyboard(signed_in, person, door):
    page, call = signed_in, start(person, door)
    enter(call, person, "complaint", complaint="heavy")
    met(call, person, "hands_on")
    page.go(f"/calls/{call.key}/arrive")
    page.sees("The customer says something else")
    page.keys("3")
    page.sees("The customer says something else")
    page.chord(Keys.ALT, "4")
    page.sees("Pick the springs")
    slider = page.until(lambda: page.browser.find_element(By.CSS_SELECTOR, "input[type=range]"), "side view")
    tab_to(page, "Height of the bottom edge")
    before = slider.get_attribute("aria-valuetext")
    page.keys(Keys.PAGE_UP, Keys.ARROW_UP)
    page.until(lambda: slider.get_attribute("value") not in ("36", None), "the door moved")
    assert slider.get_attribute("aria-valuetext") != before
    tab_to(page, "Use this set")
    page.keys(Keys.ENTER)
    page.sees("Confirm the break")
    tab_to(page, "This and the next")
    page.keys(Keys.ENTER)
    page.sees("Seat a bar")
    page.until(lambda: page.is_on(gates("bars")[0].title), "the clamp said with its step")
    for gate in (*gates("bars")[1:], *gates("letting_down")):
        tab_to(page, gate.title)
        page.keys(Keys.SPACE)
    tab_to(page, "Done: next step")
    page.keys(Keys.ENTER)
    tab_to(page, "Count them down")
    page.keys(Keys.ENTER)
    page.sees("29 to let off")
    page.keys(Keys.SPACE, Keys.SPACE, Keys.SPACE)
    page.sees("Left spring: 26 / 0")
    page.sees("Every stroke is saved")
    page.keys(Keys.ESCAPE)
    page.sees("26 quarter-turns to let off")
    page.keys("[")
    page.sees("Pick the springs")
    page.keys("?")
    page.sees("Count a stroke, take it back")


def test_the_counter_put_away_without_a_connection_leaves_the_stage_as_the_call_stands(signed_in, person, door):
    """Half wound, with nothing to ask: what is said and may be done must be there, and of this moment."""
    page = signed_in
    call = call_ready_to_wind(person, door, 8)
    page.go(f"/calls/{call.key}/repair")
    page.touch("Start winding")
    for _ in range(3):
        page.touch("Count a quarter-turn on the")
    page.until(lambda: state_of(call).parts[0].count == 3, "counted with the server")
    page.sees("Every stroke is saved")
    page.pause(1)
    page.offline(True)
    page.touch("Put the counter away")
    page.sees("Go on winding")
    page.find("Stop: something is wrong")
    page.touch("Go on winding")
    page.sees("Left spring: 3 / 8")


def test_a_connection_lost_in_the_middle_of_the_count_loses_nothing(signed_in, person, door):
    page = signed_in
    call = call_ready_to_wind(person, door, 8)
    page.go(f"/calls/{call.key}/repair")
    page.touch("Start winding")
    page.touch("Count a quarter-turn on the")
    page.sees("Every stroke is saved")
    page.offline(True)
    for _ in range(3):
        page.touch("Count a quarter-turn on the")
    page.sees("Left spring: 4 / 8")
    page.sees("3 strokes kept on this tablet")
    assert state_of(call).parts[0].count == 1
    page.offline(False)
    page.sees("Every stroke is saved")
    assert state_of(call).parts[0].count == 4
    page.go(f"/calls/{call.key}/repair")
    page.sees("Left spring: 4 of 8 quarter-turns")


def test_the_count_is_said_aloud_where_that_is_wished(signed_in, person, door):
    page = signed_in
    call = call_ready_to_wind(person, door, 4)
    page.go(f"/calls/{call.key}/repair")
    page.browser.execute_script(
        "window.heard = []; Object.defineProperty(window, 'speechSynthesis', {configurable: true, value: "
        "{cancel: () => window.heard.push('hush'), speak: (words) => window.heard.push(words.text)}});"
    )
    page.touch("Start winding")
    page.touch("Count a quarter-turn on the")
    page.touch("Say the count")
    for _ in range(2):
        page.touch("Count a quarter-turn on the")
    page.touch("Take one back")
    page.until(lambda: state_of(call).parts[0].count == 2, "counted")
    # A new count cuts the old one short.
    assert page.browser.execute_script("return window.heard") == ["hush", "2", "hush", "3", "hush", "2"]
    page.touch("Silent")
    page.touch("Count a quarter-turn on the")
    page.until(lambda: state_of(call).parts[0].count == 3, "counted")
    assert len(page.browser.execute_script("return window.heard")) == 6


def test_a_tablet_that_dies_while_offline_sends_its_strokes_later(signed_in, person, door):
    page = signed_in
    call = call_ready_to_wind(person, door, 8)
    page.go(f"/calls/{call.key}/repair")
    page.touch("Start winding")
    page.sees("8 to go")
    page.offline(True)
    for _ in range(2):
        page.touch("Count a quarter-turn on the")
    page.sees("2 strokes kept on this tablet")
    page.browser.get("about:blank")
    page.offline(False)
    page.go(f"/calls/{call.key}/repair")
    page.sees("Left spring: 2 of 8 quarter-turns")
    page.until(lambda: state_of(call).parts[0].count == 2, "the strokes to arrive")


def test_hand_forces_read_with_a_gauge(signed_in, person, door):
    page = signed_in
    call = call_ready_to_wind(person, door)
    wound(call, person)
    page.go(f"/calls/{call.key}/prove")
    meet(page, "first_lift")
    page.touch("Gauge")
    page.write("Hand force", "a lot")
    page.touch("going up")
    page.sees("does not read as a weight")
    for typed, way in (("12 lb", "up"), ("-4", "down")):
        page.write("Hand force", typed)
        page.touch(f"going {way}")
    page.sees("12 lb raising")
    page.sees("-4 lb lowering")
    assert [one.reading.force_lb for one in state_of(call).readings] == [12, -4]
    page.touch("Take back the reading")
    page.until(lambda: len(state_of(call).readings) == 1, "one reading taken back")


def test_two_tablets_on_one_call(signed_in, person, door):
    page = signed_in
    call = call_ready_to_wind(person, door, 8)
    page.go(f"/calls/{call.key}/repair")
    page.touch("Start winding")
    page.sees("8 to go")
    enter(call, person, "moved", part="left", from_count=0, to_count=1)
    page.touch("Count a quarter-turn on the")
    page.sees("Stroke not taken: Left spring: the count of quarter-turns stands at 1, not 0.")
    page.sees("Left spring: 1 / 8")
    enter(call, person, "moved", part="left", from_count=1, to_count=2)
    page.sees("Left spring: 2 / 8")
    assert state_of(call).parts[0].count == 2
    page.touch("Put the counter away")
    page.sees("1 entry was not saved")
    page.sees("Not saved: stroke left 0 to 1. Left spring: the count of quarter-turns stands at 1, not 0")
    page.touch("Discard")
    page.until(lambda: "not saved" not in page.text(), "nothing left over")


def test_a_double_tap_on_close_closes_once_and_a_stale_page_is_told(signed_in, person, door):
    page = signed_in
    call = start(person, door)
    met(call, person, "by_power")
    for proof in ("reversal", "eyes"):
        enter(call, person, "proof", proof=proof, passed=True)
    page.go(f"/calls/{call.key}/close")
    page.touch("Nothing was wrong")
    page.find("Close the call")
    page.pause(A_MOMENT)
    page.touch("Close the call")
    page.closed()
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


def test_axe_finds_nothing_serious_on_any_view(signed_in, person, door):
    page = signed_in
    call = call_ready_to_wind(person, door)
    wound(call, person)
    seen = {}
    for path in ("/", "/doors", "/doors/new", f"/doors/{door.key}", "/shop", *(f"/calls/{call.key}/{stage}" for stage in STAGES)):
        page.go(path)
        page.until(lambda: not page.browser.find_elements(By.CSS_SELECTOR, "[aria-label=Loading]") and len(page.text()) > 60, path)
        page.pause(0.3)
        seen[path] = page.axe() + [f"small target: {one}" for one in page.small_targets()]
    assert not {path: found for path, found in seen.items() if found}
    assert page.complaints() == []
