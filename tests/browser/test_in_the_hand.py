"""What a hand, a thumb and a keyboard meet on the way through a call: the counter, the light of the garage, where a fault leads."""

from datetime import date

import pytest
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from server.bookings.models import Booking
from server.doors.models import Door
from server.followups.models import FollowUp
from tests.browser.work import A_MOMENT, enter, gates, go_through_steps, met, start, state_of
from tests.support.calls import MEASURED, SPRING

IN_SIGHT = """
const one = [...document.querySelectorAll('button')].find((at) => [at.textContent.trim(), at.ariaLabel].includes(arguments[0]));
const box = one.getBoundingClientRect();
const hit = document.elementFromPoint(box.x + box.width / 2, box.y + box.height / 2);
return box.top >= 0 && box.bottom <= innerHeight + 1 && one.contains(hit);
"""
TOP = "return document.getElementById('proof-reversal').getBoundingClientRect().top"
THEME = "return document.documentElement.dataset.theme"


def in_sight(page, words):
    """Whether a button stands whole on the screen, nothing over its middle."""
    return page.browser.execute_script(IN_SIGHT, words)


@pytest.fixture
def counting(signed_in, person):
    """The counter open on springs that are to be let down."""
    page = signed_in
    door = Door.objects.create(shop=person.shop, name="Rope store", record={"version": 2, "measured": MEASURED, "springs": [SPRING]})
    call = start(person, door)
    enter(call, person, "complaint", complaint="crooked")
    enter(call, person, "found", cause="cable_off")
    met(call, person, "hands_on")
    enter(call, person, "again", quarter_turns=6)
    page.go(f"/calls/{call.key}/repair")
    go_through_steps(page, call)
    return page, call


@pytest.mark.parametrize("size", [(360, 640), (390, 844), (768, 1024), (1280, 800)])
def test_on_the_counter_stop_and_one_back_are_always_in_reach(counting, size):
    page, _ = counting
    page.size(*size)
    page.touch("Count them down")
    page.sees("Touch after each stroke")
    for _ in range(2):
        assert in_sight(page, "Take one back")
        assert in_sight(page, "Stop: something is wrong")
        page.browser.execute_script("document.querySelector('[role=dialog]').scrollTo(0, 9999)")
    page.size(1280, 800)


def test_the_gesture_back_puts_the_counter_away_and_every_count_begins_with_quarter_turns(counting):
    page, call = counting
    page.touch("Count them down")
    page.touch("½ turn")
    page.touch("Count a half-turn off the left spring")
    page.sees("2 off")
    page.browser.back()
    page.sees("Count them down")
    assert page.browser.current_url.endswith(f"/calls/{call.key}/repair"), "the stage is the same"
    page.touch("Count them down")
    page.sees("Touch after each stroke")
    assert page.find("Count a quarter-turn off the left spring")
    page.touch("Put the counter away")
    page.sees("Count them down")


@pytest.mark.parametrize("size", [(360, 640), (1280, 800)])
def test_the_light_of_the_garage_is_a_touch_away_and_stays(signed_in, size):
    page = signed_in
    page.size(*size)
    page.go("/")
    page.sees("Today")
    before = page.browser.execute_script(THEME)
    page.touch("Light")
    after = page.browser.execute_script(THEME)
    assert {before, after} == {"light", "garage"}
    page.go("/doors")
    page.sees("Doors")
    assert page.browser.execute_script(THEME) == after
    page.touch("Keys")
    page.sees("Single keys act")
    page.touch("Close the list")
    page.touch("Light")
    page.size(1280, 800)


def test_until_a_light_is_chosen_the_page_wears_that_of_the_device(signed_in):
    page = signed_in
    media = {"features": [{"name": "prefers-color-scheme", "value": "dark"}]}
    page.browser.execute_script("localStorage.removeItem('north-hinge.theme')")
    page.browser.execute_cdp_cmd("Emulation.setEmulatedMedia", media)
    page.go("/")
    page.sees("Today")
    assert page.browser.execute_script(THEME) == "garage"
    page.browser.execute_cdp_cmd("Emulation.setEmulatedMedia", {"features": []})
    page.until(lambda: page.browser.execute_script(THEME) == "light", "the light of the device")


def test_each_page_is_called_by_its_name_and_the_first_stop_of_the_keyboard_leads_past_the_rail(signed_in, person, door):
    page = signed_in
    call = start(person, door)
    titles = {}
    for path, shown in (
        ("/", "Today"),
        ("/doors", "Doors"),
        ("/bench", "Bench"),
        ("/shop", "People"),
        (f"/calls/{call.key}/measure", "weight"),
    ):
        page.go(path)
        page.sees(shown)
        page.until(lambda: " · North Hinge" in page.browser.title, "a title")
        titles[path] = page.browser.title
    assert len(set(titles.values())) == len(titles)
    assert titles[f"/calls/{call.key}/measure"] == f"Measure: {door.name} · North Hinge"
    page.go("/doors")
    page.sees("Doors")
    first = page.browser.execute_script("const one = document.querySelector('a, button'); one.focus(); return one.textContent")
    assert first == "To the page"
    page.keys(Keys.ENTER)
    assert page.browser.switch_to.active_element.get_attribute("id") == "page"


def test_a_booked_complaint_stands_chosen_with_its_note_who_to_call_and_the_safety_checks_in_sight(signed_in, person, door):
    page = signed_in
    door.customer, door.phone, door.place = "Ada Fell", "555 0142", "Quayside 9"
    door.save()
    Booking.objects.create(shop=person.shop, door=door, day=date.today(), complaint="bang", note="Car is inside", technician=person)
    page.size(390, 844)
    page.go("/")
    page.touch("Start the call")
    page.sees("There was a loud bang")
    page.sees("Car is inside")
    assert page.find("Call 555 0142").get_attribute("href") == "tel:5550142"
    assert "Show the way" not in page.text(), "a desk without touch has no application for it"
    first = page.find(gates("hands_on")[0].title)
    assert 0 < first.rect["y"] < 844, "the first check stands on the first screen"
    assert not page.scrolls_sideways()
    page.touch("The customer says something else")
    page.write("Search", "sun")
    page.touch("It will not close at the same hour")
    page.sees("The customer says something else")
    page.size(1280, 800)


def test_a_search_that_ends_is_gone_on_with_and_the_proof_left_for_its_hour(signed_in, person, door):
    """Sun at four, visited at another hour: nothing here tells more, the cure is done, its proof has a day."""
    page = signed_in
    person.shop.latitude_deg, person.shop.longitude_deg, person.shop.time_zone = 45.0, -90.0, "America/Chicago"
    person.shop.save()
    call = start(person, door)
    enter(call, person, "complaint", complaint="same_hour")
    for field, typed in (("facing_deg", "270"), ("receiver_side", "right")):
        enter(call, person, "measured", field=field, typed=typed)
    met(call, person, "hands_on", "lights")
    for check, outcome in (("lights", "good"), ("shade", "no_sun")):
        enter(call, person, "checked", check=check, outcome=outcome)
    page.go(f"/calls/{call.key}/find")
    page.sees("Nothing that can be looked at now tells more.")
    page.touch("Go on with it, not confirmed")
    page.sees("not confirmed by its check")
    assert page.find("To the work")
    page.touch("Is it the sun?")
    page.touch("and keep a follow-up")
    page.until(lambda: [one.standing for one in state_of(call).finds] == ["deferred"], "left for its hour")
    (kept,) = FollowUp.objects.filter(door=door)
    assert kept.what == FollowUp.What.SUN
    assert "while the sun stands in the receiver" in kept.note


def test_what_is_on_no_list_is_said_in_words_and_a_call_does_not_close_without_a_finding(signed_in, person, door):
    page = signed_in
    call = start(person, door)
    enter(call, person, "complaint", complaint="noisy")
    page.go(f"/calls/{call.key}/close")
    page.sees("Say what was found, or that nothing was wrong.")
    page.go(f"/calls/{call.key}/find")
    page.touch("Enter the fault or the job yourself")
    page.pick("What was found", "Something that is not on the list")
    page.sees("Say in the note what it is")
    page.write("Note", "A swallow has built in the hood")
    page.touch("Say that this was found")
    page.until(lambda: state_of(call).cause == "other", "found")
    assert [one.text for one in state_of(call).finds] == ["A swallow has built in the hood"]
    page.go(f"/calls/{call.key}/close")
    page.sees("A swallow has built in the hood")
    assert "Say what was found" not in page.text()


def test_a_fault_that_is_no_spring_leads_to_its_own_work_and_asks_for_no_measure(signed_in, person, door):
    page = signed_in
    for cause, work in (
        ("eye_dirty", "Put the eyes right"),
        ("down_limit_deep", "Set limits and force"),
        ("rollers_worn", "Straighten or replace"),
    ):
        call = start(person, door)
        enter(call, person, "complaint", complaint="will_not_close")
        enter(call, person, "found", cause=cause)
        page.go(f"/calls/{call.key}/find")
        page.touch("To the work")
        page.sees(work)
        assert "measurements missing" not in page.text()
        enter(call, person, "withdrawn", entry=state_of(call).cause_entry, reason="another one")


def at_rest(page):
    """How far down the proof stands, once all has come in and it has stood there for a moment."""
    tops = [None]

    def rests():
        page.pause(A_MOMENT)
        tops.append(page.browser.execute_script(TOP))
        return tops[-1] == tops[-2] and not page.browser.find_elements(By.CSS_SELECTOR, "[aria-label=Loading]")

    page.until(rests, "the page at rest")
    return tops[-1]


@pytest.mark.parametrize("size", [(390, 844), (1280, 800)])
def test_a_proof_in_sight_stays_under_the_thumb_as_the_last_gate_before_it_is_stated(signed_in, person, door, size):
    page, call = signed_in, start(person, door)
    enter(call, person, "complaint", complaint="will_not_close")
    enter(call, person, "found", cause="eye_dirty")
    met(call, person, "hands_on")
    page.size(*size)
    page.go(f"/calls/{call.key}/prove")
    page.find("Plugged in, joined, all clear")
    page.browser.execute_script("document.getElementById('proof-reversal').scrollIntoView({block: 'center'})")
    before = at_rest(page)
    page.browser.find_element(By.ID, "main-action").click()
    page.find("Contact reversal: passed")
    page.until(lambda: not page.browser.find_elements(By.ID, "gate-found_whole"), "what is stated before a lift is gone")
    assert abs(at_rest(page) - before) < 10
    page.size(1280, 800)


@pytest.fixture
def arrived(signed_in, person, door):
    """A call at Arrive, its complaint chosen, nothing made safe yet."""
    call = start(person, door)
    enter(call, person, "complaint", complaint="bang")
    signed_in.go(f"/calls/{call.key}/arrive")
    signed_in.find("It is unplugged")
    return signed_in, call


def gates_met(call):
    return [gate.id for group in state_of(call).gate_groups for gate in group.gates if gate.met]


def test_a_double_tap_under_the_thumb_states_one_gate_and_the_next_waits_to_be_read(arrived):
    page, call = arrived
    page.pause(A_MOMENT)
    ActionChains(page.browser).double_click(page.browser.find_element(By.ID, "main-action")).perform()
    page.find("Everybody is clear")
    page.pause(A_MOMENT)
    assert gates_met(call) == ["power_off"]
    page.browser.execute_script("document.activeElement.blur()")
    page.keys(Keys.ENTER)
    page.until(lambda: gates_met(call) == ["power_off", "clear"], "the largest key states the next one")


def test_what_was_entered_a_moment_ago_is_undone_from_the_same_place_on_every_stage(arrived):
    page, call = arrived
    assert not page.find("Undo").is_enabled()
    page.pause(A_MOMENT)
    page.touch("It is unplugged")
    page.until(lambda: gates_met(call) == ["power_off"], "stated")
    told = page.browser.execute_script("return [...document.querySelectorAll('[role=status]')].map((one) => one.textContent).join()")
    assert "Entered: gate Opener unplugged, battery backup out. It can be undone for ten seconds." in told
    page.touch("Undo")
    page.until(lambda: gates_met(call) == [], "undone")
    page.until(lambda: not page.find("Undo").is_enabled(), "what is undone is not undone again")
    page.go(f"/calls/{call.key}/find")
    page.touch("Enter the fault or the job yourself")
    page.pick("What was found", "A torsion spring is broken")
    page.touch("Say that this was found")
    page.until(lambda: state_of(call).cause == "spring_broken", "found")
    page.touch("Undo: ")
    page.until(lambda: state_of(call).cause is None, "taken back")
    assert page.complaints() == []


def test_what_was_refused_says_so_there_is_made_again_in_one_touch_and_goes_away(arrived, person):
    page, call = arrived
    page.go(f"/calls/{call.key}/prove")
    page.touch("Contact reversal passed")
    page.sees("Not saved: proof Contact reversal passed")
    assert page.find("Enter it again")
    enter(call, person, "found", cause="eye_dirty")
    met(call, person, "hands_on", "by_power")
    page.touch("Enter it again")
    page.until(lambda: {one.id: one.standing for one in state_of(call).proofs}["reversal"] == "passed", "made again")
    page.until(lambda: "Not saved" not in page.text(), "gone")


@pytest.mark.parametrize("size", [(360, 640), (1280, 800)])
def test_the_text_of_a_call_has_three_sizes_and_none_is_too_wide(arrived, size):
    page, call = arrived
    page.size(*size)
    page.go(f"/calls/{call.key}/prove")
    page.find("It is unplugged")
    seen = []
    for _ in range(3):
        page.touch("Text")
        seen.append(page.browser.execute_script("return getComputedStyle(document.documentElement).getPropertyValue('--text-size')"))
        assert in_sight(page, page.browser.find_element(By.ID, "main-action").text)
        assert not page.scrolls_sideways(), seen
    page.size(1280, 800)
    assert sorted(set(seen)) == ["1", "1.15", "1.3"]


def test_the_first_answer_of_find_is_a_few_stops_of_the_keyboard_away(signed_in, person, door):
    page = signed_in
    call = start(person, door)
    enter(call, person, "complaint", complaint="bang")
    met(call, person, "hands_on")
    page.go(f"/calls/{call.key}/find")
    page.find("A gap of an inch or two")
    stops: list[str] = []
    while "A gap of an inch or two" not in stops and len(stops) < 30:
        page.keys(Keys.TAB)
        stops.append(page.browser.switch_to.active_element.text)
    assert len(stops) <= 20, stops


def test_a_booking_half_typed_outlives_a_reload(signed_in, door):
    page = signed_in
    for _ in range(2):
        page.go(f"/doors/{door.key}")
        page.touch("Book a call")
        page.sees("Who goes")
        if not page.field("Note").get_attribute("value"):
            page.write("Note", "Gate code 4711")
    assert page.field("Note").get_attribute("value") == "Gate code 4711"
    page.touch("Cancel")
    page.touch("Book a call")
    page.sees("Who goes")
    assert page.field("Note").get_attribute("value") == "", "what is cancelled is not kept"


def test_what_was_searched_for_and_is_not_there_is_the_name_of_the_new_file(signed_in):
    page = signed_in
    page.go("/doors")
    page.write("Search", "Fish market")
    page.sees("No door matches")
    page.touch("Open a new file")
    page.sees("Access notes")
    assert page.field("Door").get_attribute("value") == "Fish market"


def test_what_was_entered_on_one_call_is_not_undone_on_another(arrived, person):
    page, call = arrived
    other = start(person, Door.objects.create(shop=person.shop, name="Boat shed"))
    enter(other, person, "complaint", complaint="bang")
    met(other, person, "hands_on")
    page.pause(A_MOMENT)
    page.touch("It is unplugged")
    page.until(lambda: gates_met(call) == ["power_off"], "stated")
    page.browser.execute_script(
        "history.pushState({}, '', arguments[0]); dispatchEvent(new PopStateEvent('popstate'))", f"/calls/{other.key}/arrive"
    )
    page.sees("Boat shed")
    assert not page.find("Undo").is_enabled()
    assert len(gates_met(other)) == 3


def test_under_a_list_that_lies_over_the_page_no_key_acts(arrived):
    page, call = arrived
    page.pause(A_MOMENT)
    page.touch("Keys")
    page.sees("Single keys act")
    page.browser.execute_script("document.querySelector('[role=dialog]').focus()")
    page.keys(Keys.ENTER)
    page.pause(A_MOMENT)
    page.touch("Close the list")
    assert gates_met(call) == []
