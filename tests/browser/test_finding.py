"""From what the customer says to a cause that its own check confirms, by touch, by keyboard and on a phone."""

import numpy as np
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from hinge.faults.knowledge import faults
from server.calls.models import Call
from server.people.models import Shop
from tests.browser.work import enter, gates, meet, met, start, state_of


def begun(person, door, complaint):
    call = start(person, door)
    enter(call, person, "complaint", complaint=complaint)
    met(call, person, "hands_on")
    return call


def kinds(call):
    return [one.body["kind"] for one in Call.objects.get(pk=call.pk).entries.all()]


def test_low_sun_in_the_receiver_by_touch(signed_in, person, door):
    page, call = signed_in, begun(person, door, "will_not_close")
    page.go(f"/calls/{door.key}/find")
    page.sees("What it could be")
    page.touch("Eyes: ")
    page.touch("Look at both eyes")
    page.sees("Only once it is plugged in, released")
    meet(page, "lights")
    page.touch("Sender lit, receiver dark or blinking")
    page.sees("No beam arrives")
    page.touch("Eyes: ")
    page.touch("does it come at the same hour")
    page.touch("Yes")
    page.sees("The hour follows the sun")
    page.touch("Eyes: ")
    page.touch("Hold a board so that it shades")
    page.touch("Comes back")
    page.touch("Found: Low sun blinds the receiver")
    page.until(lambda: page.browser.current_url.endswith("/repair"), "where it is cured")
    page.until(lambda: state_of(call).cause == "eye_sun", "what was found, with the server")
    assert state_of(call).cause_confirmed
    page.go(f"/calls/{door.key}/find")
    page.touch("It is put right: try the complaint again")
    page.sees("Put right before: Low sun blinds the receiver")
    meet(page, "by_power")
    page.sees("press close. What happens?")
    page.go(f"/calls/{door.key}/close")
    page.sees("Found by")


def shown_by(cause):
    """What each check shows when this is wrong, by what is asked."""
    known = faults()
    return {
        check.ask: list(check.outcomes.values())[int(np.argmax(check.rows().get(cause, check.usually)))] for check in known.checks.values()
    }


def test_a_travel_module_by_keyboard_alone(signed_in, person, door):
    page, call, shows = signed_in, begun(person, door, "stops_anywhere"), shown_by("travel_module")
    page.go(f"/calls/{door.key}/find")
    page.sees("What it could be")
    met(call, person, "as_found", "by_power")
    page.go(f"/calls/{door.key}/find")
    page.sees("What it could be")
    for answered in range(1, 9):
        asked = page.browser.execute_script("return document.querySelector('[aria-label=\"Next check\"] h2')?.innerText")
        if not asked:
            break
        for button in page.browser.find_elements("css selector", "[aria-label='Next check'] button"):
            if button.text == shows[asked]:
                page.browser.execute_script("arguments[0].focus()", button)
        page.keys(Keys.ENTER)
        page.until(lambda answered=answered: kinds(call).count("checked") == answered, "the answer kept")
        page.until(lambda asked=asked: asked.upper() not in page.text().upper().split("WHAT IT COULD BE")[0], "the next question")
    page.sees("Found: The travel sensing module has failed")
    page.browser.execute_script("[...document.querySelectorAll('button')].find(one => one.innerText.startsWith('Found:')).focus()")
    page.keys(Keys.ENTER)
    page.until(lambda: state_of(call).cause == "travel_module", "what was found")
    assert state_of(call).cause_confirmed


def test_on_a_phone_the_question_comes_first_and_a_contradiction_is_named(signed_in, person, door):
    page, call = signed_in, begun(person, door, "bang")
    met(call, person, "as_found")
    enter(call, person, "checked", check="lift_by_hand", outcome="easy")
    enter(call, person, "checked", check="mid_hold", outcome="stays")
    enter(call, person, "checked", check="coil_gap", outcome="gap")
    page.size(390, 844)
    page.go(f"/calls/{door.key}/find")
    page.sees("hardly goes with")
    assert not page.scrolls_sideways()
    top = "return document.querySelector(arguments[0]).getBoundingClientRect().top"
    question, drawing = (page.browser.execute_script(top, one) for one in ("[aria-label='Next check']", "svg[aria-label^='Inside view']"))
    assert question < drawing
    page.touch("Can’t tell")
    page.until(lambda: kinds(call).count("checked") == 4, "kept too")


def test_a_broken_spring_by_thumb_on_a_phone(signed_in, person, door):
    page, call = signed_in, begun(person, door, "bang")
    page.size(390, 844)
    page.go(f"/calls/{door.key}/find")
    page.sees("is there a gap in the coil?")
    page.touch("A gap of an inch or two")
    page.sees("Found: A torsion spring is broken")
    assert page.small_targets() == []
    page.touch("Found: A torsion spring is broken")
    page.until(lambda: state_of(call).cause == "spring_broken", "what was found, with the server")
    assert state_of(call).cause_confirmed
    assert "not lifted" not in page.text()
    page.go(f"/calls/{door.key}/prove")
    page.sees("not lifted until that is put right")


def test_what_is_plain_to_see_can_be_said_and_is_not_called_confirmed(signed_in, person, door):
    page, call = signed_in, begun(person, door, "noisy")
    page.go(f"/calls/{door.key}/find")
    page.touch("Enter the fault or the job yourself")
    page.pick("What was found", "A hinge is loose or broken")
    page.touch("Say that this was found")
    page.sees("not confirmed by its check")
    page.touch("To the work")
    page.sees("Straighten or replace track, rollers and hinges")
    assert state_of(call).cause == "hinge_broken"


def test_the_sun_on_the_bench_says_swap_shade_or_neither(signed_in):
    page = signed_in
    page.go("/bench")
    page.touch("Does the low sun stand")
    page.sees("swap the two eyes")
    page.write("Looking out", "180")
    page.sees("shade it with a board")
    page.write("Looking out", "west")
    page.sees("“west” is no number")
    page.write("Looking out", "270")
    page.write("Skyline", "200 80, 360 80")
    page.sees("hardly ever stands in this receiver")
    page.write("Skyline", "a hill")
    page.sees("Pairs of numbers")
    page.go("/bench/sun?complaint_at=2026-01-10T22:30&time_zone=America/Chicago")
    page.sees("below the horizon")
    page.size(390, 844)
    assert not page.scrolls_sideways()


def test_what_the_customer_says_is_found_by_what_people_type_and_the_desk_knows_what_to_say(signed_in, person, door):
    page, call = signed_in, start(person, door)
    page.go(f"/calls/{door.key}/arrive")
    page.write("Search", "sun")
    page.sees("at the same hour on clear days")
    assert "loud bang" not in page.text()
    page.write("Search", "astrology")
    page.sees("Nothing like “astrology” is known")
    page.write("Search", "shot")
    page.touch("There was a loud bang")
    page.sees(
        "Nobody uses the door or presses the button until somebody has been there. Load: springs, cables. One person. About 90 minutes."
    )
    assert state_of(call).complaint == "bang"


def test_door_or_opener_by_one_lift_of_the_hand_and_an_answer_taken_back(signed_in, person, door):
    page, call = signed_in, start(person, door)
    enter(call, person, "complaint", complaint="lifts_and_stops")
    page.go(f"/calls/{door.key}/find")
    page.sees("once the door may be moved by hand")
    for gate in (*gates("hands_on"), *gates("as_found")):
        page.touch(gate.title)
    page.until(lambda: "once the door may be moved by hand" not in page.text(), "nothing in the way of lifting")
    page.touch("The door by hand: ")
    page.touch("lift it by hand. How does it go?")
    page.touch("Heavy")
    page.sees("The door itself is heavy: nothing is cured at the opener.")
    page.touch("Take back Heavy")
    page.until(lambda: "nothing is cured at the opener" not in page.text(), "taken back")
    assert not state_of(call).summary or "Found by" not in [line.label for line in state_of(call).summary]
    page.touch("Enter the fault or the job yourself")
    page.pick("What was found", "A hinge is loose or broken")
    page.touch("Say that this was found")
    page.touch("Take back what was found")
    page.until(lambda: state_of(call).cause is None, "taken back with the server")


def test_what_the_fault_finder_knows_can_be_read_with_its_sources(signed_in):
    page = signed_in
    page.go("/shop/place")
    page.touch("What the fault finder knows")
    page.sees("common practice")
    page.write("Search", "astrology")
    page.sees("Nothing known fits")
    page.go("/shop/knowledge")
    page.pick("With a complaint", "It opens fine but will not close")
    page.sees("Likely before a look")
    page.sees("Low sun blinds the receiver")
    assert page.complaints() == []


def test_the_sun_at_this_door(signed_in, person, door):
    page, call = signed_in, begun(person, door, "same_hour")
    page.go(f"/calls/{door.key}/find")
    page.touch("Is it the sun?")
    page.sees("a lead says under Shop")
    Shop.objects.filter(pk=person.shop_id).update(latitude_deg=45.0, longitude_deg=-90.0, time_zone="America/Chicago")
    page.go(f"/calls/{door.key}/find")
    page.touch("Is it the sun?")
    page.write("Looking out", "270")
    page.touch("On the right")
    page.sees("The cure can be proved")
    page.touch("Take it as known")
    page.until(lambda: state_of(call) and Call.objects.get(pk=call.pk).facts().facts.get("low_sun"), "kept with the server")
    assert page.complaints() == []
    page.size(390, 844)
    assert not page.scrolls_sideways()


def test_the_opening_is_turned_on_the_compass_and_the_place_taken_without_a_map(signed_in, person):
    Shop.objects.filter(pk=person.shop_id).update(latitude_deg=45.0, longitude_deg=-90.25, time_zone="America/Chicago")
    page = signed_in
    page.go("/bench/sun")
    page.touch("Where the shop is")
    page.until(lambda: page.field("Longitude").get_attribute("value") == "-90.25", "the shop's place")
    dial = page.browser.find_element(By.CSS_SELECTOR, "[aria-label='Looking out, on the compass']")
    assert dial.get_attribute("aria-valuetext") == "270 degrees, west"
    page.browser.execute_script("arguments[0].focus()", dial)
    page.keys(Keys.ARROW_LEFT)
    page.until(lambda: page.field("Looking out").get_attribute("value") == "265", "turned by a key")
    box = dial.find_element(By.XPATH, "..")
    ActionChains(page.browser).move_to_element_with_offset(box, 0, 60).click().perform()
    page.until(lambda: page.field("Looking out").get_attribute("value") == "180", "turned by a finger")
    page.sees("shade it with a board")
    assert page.axe() == []


def test_an_opening_turned_on_a_call_is_entered_once_and_what_is_taken_back_stays_so(signed_in, person, door):
    page, call = signed_in, begun(person, door, "same_hour")
    page.go(f"/calls/{door.key}/find")
    page.touch("Is it the sun?")
    page.sees("On the right")
    before = call.entries.count()
    dial = page.browser.find_element(By.CSS_SELECTOR, "[aria-label='Looking out, on the compass']")
    page.browser.execute_script("arguments[0].focus()", dial)
    page.keys(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT, Keys.ARROW_RIGHT)
    page.until(lambda: {one.field: one.value for one in state_of(call).measured}.get("facing_deg") == 15, "entered")
    page.touch("Undo")
    page.until(lambda: "facing_deg" not in {one.field for one in state_of(call).measured}, "taken back")
    page.pause(1.5)
    assert call.entries.count() == before + 2, "one entry for three keys, and its undoing"
