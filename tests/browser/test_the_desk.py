"""The desk's morning: hours and ways said once, a call booked where somebody is free, the day side by side moved by key and by finger."""

from datetime import date, time, timedelta

import pytest
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from server.bookings.models import Booking
from server.doors.models import Door
from server.people.models import Person
from tests.browser.work import start

TOMORROW = date.today() + timedelta(days=1)


@pytest.fixture
def colleague(person):
    return Person.objects.create_user("ada", password="a long enough one", name="Ada Selwick", role="technician", shop=person.shop)


def booked(person, door, hours, technician=None):
    start, end = hours
    return Booking.objects.create(
        shop=person.shop, door=door, day=TOMORROW, from_time=time(start), until_time=time(end), complaint="noisy", technician=technician
    )


def visit(page, booking):
    found = page.until(lambda: next(iter(page.browser.find_elements(By.ID, f"visit-{booking.key}")), None), "the booking on the board")
    # On a phone the foot of the screen is covered.
    page.browser.execute_script("arguments[0].scrollIntoView({block: 'center'})", found)
    return found


def stands(booking):
    booking.refresh_from_db()
    return booking.technician.username if booking.technician else "", f"{booking.from_time:%H:%M}", f"{booking.until_time:%H:%M}"


def test_a_lead_says_when_the_shop_works_and_how_long_its_ways_are(signed_in, person):
    page = signed_in
    person.role = "lead"
    person.save()
    page.go("/shop/place")
    page.write("Minutes on the road, usually", "15")
    page.write("Minutes between places", "Quay, Hollow")
    page.touch("Keep the working day")
    page.sees("line 1 is not two places and whole minutes")
    page.write("Minutes between places", "Quay, Hollow, 25")
    page.touch("Keep the working day")
    page.sees("Kept.")
    person.shop.refresh_from_db()
    assert person.shop.travel == {"usual_minutes": 15, "roads": [{"start": "Quay", "end": "Hollow", "minutes": 25}]}
    assert page.axe() == []


def test_a_call_is_booked_where_somebody_is_free(signed_in, person, door, colleague):
    page = signed_in
    taken = booked(person, Door.objects.create(shop=person.shop, name="Mill shed", place="Mill Race 2"), (9, 10), person)
    page.go(f"/doors/{door.key}")
    page.touch("Book a call")
    page.sees("Who is free for")
    page.browser.execute_script(SET_DATE, TOMORROW.isoformat())
    page.sees("Ada Selwick")
    # As one asks on the phone: nine o'clock, with whoever has it already.
    page.pick("Who goes", person.name)
    page.browser.execute_script(SET_TIME, "From", "09:00")
    page.browser.execute_script(SET_TIME, "Until", "09:15")
    page.sees("after its window")
    page.touch("Ada Selwick, 08:")
    page.until(lambda: "after its window" not in page.text(), "nobody is late for it")
    page.touch("Book it")
    page.until(lambda: Booking.objects.count() == 2, "booked")
    made = Booking.objects.exclude(pk=taken.pk).get()
    assert made.technician == colleague
    assert made.from_time.hour == 8


SET_DATE = """
const field = document.querySelector('input[type=date]');
Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(field, arguments[0]);
field.dispatchEvent(new Event('input', { bubbles: true }));
"""
SET_TIME = """
const label = [...document.querySelectorAll('label[for]')].find((one) => one.innerText.trim() === arguments[0]);
const field = document.getElementById(label.htmlFor);
Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(field, arguments[1]);
field.dispatchEvent(new Event('input', { bubbles: true }));
"""


def test_a_booking_is_moved_side_by_side_by_key_and_by_finger_and_kept_only_where_it_is_said(signed_in, person, door, colleague):
    page = signed_in
    first = booked(person, door, (9, 11), person)
    other = booked(person, Door.objects.create(shop=person.shop, name="Mill shed", place="Mill Race 2"), (13, 14), person)
    nobody = booked(person, Door.objects.create(shop=person.shop, name="Barn", place="Far away"), (9, 10))
    page.go(f"/?day={TOMORROW.isoformat()}")
    page.touch("Side by side")
    page.sees("Nobody yet")
    assert page.axe() == []
    # By the keys: a quarter of an hour later, and up to a colleague; put back, it was never anywhere.
    visit(page, first).send_keys(Keys.ARROW_RIGHT)
    page.sees("09:15–11:15")
    page.sees("Nothing is kept yet")
    page.until(lambda: page.browser.switch_to.active_element.get_attribute("id") == f"visit-{first.key}", "the keyboard stays on it")
    page.browser.switch_to.active_element.send_keys(Keys.ESCAPE)
    page.until(lambda: "Nothing is kept yet" not in page.text(), "put back")
    assert stands(first) == ("tess", "09:00", "11:00")
    visit(page, first).send_keys(Keys.ARROW_UP)
    page.sees("Ada Selwick, 09:00–11:00")
    page.until(lambda: page.browser.switch_to.active_element.get_attribute("id") == f"visit-{first.key}", "the keyboard goes along")
    page.touch("Keep it so")
    page.until(lambda: stands(first) == ("ada", "09:00", "11:00"), "handed over")
    page.until(lambda: "The booking in hand" not in page.browser.page_source, "let go")
    # By the finger: dragged onto a window that is taken, which is told and may be meant.
    block, strip = visit(page, other), visit(page, first)
    ActionChains(page.browser).click_and_hold(block).move_to_element(strip).release().perform()
    page.sees("Mill shed: Ada Selwick")
    page.until(lambda: page.text().count("Nothing is kept yet") == 1, "in hand")
    page.touch("Put it back")
    assert stands(other) == ("tess", "13:00", "14:00")
    # From nobody to somebody, all by the keyboard.
    visit(page, nobody).send_keys(Keys.ARROW_UP)
    page.sees(f"Barn: {person.name}")
    page.touch("Keep it so")
    page.until(lambda: stands(nobody)[0] == "tess", "somebody goes")
    # Meanwhile somebody else changed it: nothing is overwritten.
    visit(page, first).send_keys(Keys.ARROW_RIGHT)
    page.sees("Nothing is kept yet")
    Booking.objects.filter(pk=first.pk).update(version=9, note="Ring first")
    page.touch("Keep it so")
    page.sees("Somebody changed this booking meanwhile")
    page.touch("Take what it says now")
    page.until(lambda: "meanwhile" not in page.text(), "read anew")
    assert stands(first) == ("ada", "09:00", "11:00")
    assert [one for one in page.complaints() if "409" not in one] == []


def test_the_day_side_by_side_is_read_on_a_phone(signed_in, person, door, colleague):
    page = signed_in
    one = booked(person, door, (9, 11), person)
    page.size(390, 844)
    page.go(f"/?day={TOMORROW.isoformat()}")
    page.touch("Side by side")
    page.sees("free")
    visit(page, one).click()
    page.sees("Open the booking")
    assert not page.scrolls_sideways()
    assert page.small_targets() == []
    page.touch("Open the booking")
    page.sees("Change the booking")
    page.size(1280, 800)


def test_who_is_on_the_way_stands_on_the_day_and_in_the_file_with_what_the_customer_is_told(signed_in, person, door):
    page = signed_in
    one = booked(person, door, (9, 11), person)
    page.go(f"/?day={TOMORROW.isoformat()}")
    page.touch("On the way")
    page.sees("Tess Orme on the way since")
    one.refresh_from_db()
    assert one.set_out_by == person
    page.go(f"/doors/{door.key}")
    page.sees("on the way since")
    page.touch("For the customer")
    page.touch("Reminder, for the day before")
    page.sees("a reminder. We come on")
    assert page.axe() == []
    page.touch("Change")
    page.sees("Change the booking")
    page.go(f"/?day={TOMORROW.isoformat()}")
    page.touch("Not on the way")
    page.until(lambda: "on the way since" not in page.text(), "not on the way")


def test_who_is_at_the_desk_books_and_opens_no_call(signed_in, person, door):
    page = signed_in
    one = booked(person, door, (9, 11), person)
    call = start(person, Door.objects.create(shop=person.shop, name="Mill shed", place="Mill Race 2"))
    page.become(Person.objects.create_user("dora", password="a long enough one", name="Dora Umber", role="desk", shop=person.shop))
    page.go(f"/?day={TOMORROW.isoformat()}")
    page.sees("free")
    visit(page, one)
    page.sees("Mill shed")
    assert "Go on" not in page.text()
    assert "Start the call" not in page.text()
    page.touch("Everybody’s")
    page.touch("Change")
    page.sees("Change the booking")
    page.go(f"/doors/{door.key}")
    page.sees("as on file")
    assert "Start call" not in page.text()
    page.touch("Book a call")
    page.sees("Who is free for")
    assert "Dora" not in page.browser.find_element(By.CSS_SELECTOR, "[aria-label='Who is free']").text
    page.go(f"/calls/{call.key}/arrive")
    page.sees("Only who works on doors may do this")
    assert [one for one in page.complaints() if "403" not in one] == []


def test_a_door_that_is_here_already_is_named_while_its_file_is_typed_and_its_phones_are_called_by_a_touch(signed_in, person, door):
    page = signed_in
    Door.objects.filter(pk=door.pk).update(phone="555 0203, 555 0777")
    door.refresh_from_db()
    door.save()
    page.go("/doors/new")
    page.write("Phone", "(555) 0777")
    page.sees("Is it one of these?")
    page.touch(door.name)
    page.sees("Call 555 0203")
    calls = [one.get_attribute("href") for one in page.browser.find_elements(By.CSS_SELECTOR, "a[href^='tel:']")]
    assert calls == ["tel:5550203", "tel:5550777"]
    page.touch("Doors of A. Hollis")
    page.sees("1 door")
    page.write("Search", "quaiside")
    page.sees("Shown instead: “quayside”")
    page.sees(door.name)


def test_a_helper_goes_along_and_room_for_ninety_minutes_is_one_question(signed_in, person, door, colleague):
    page = signed_in
    page.go(f"/doors/{door.key}")
    page.touch("Book a call")
    page.browser.execute_script(SET_DATE, TOMORROW.isoformat())
    page.browser.execute_script(SET_TIME, "From", "09:00")
    page.browser.execute_script(SET_TIME, "Until", "10:00")
    page.pick("Who goes", "Tess Orme")
    page.pick("Who goes along", "Ada Selwick")
    page.touch("Book it")
    booking = page.until(Booking.objects.first, "booked")
    assert (booking.technician, booking.helper) == (person, colleague)
    page.go(f"/?day={TOMORROW.isoformat()}")
    page.touch("Side by side")
    page.sees("with Ada")
    page.sees("helps Tess Orme")
    page.pick("Who is free for", "1 h 30")
    page.sees("can begin")
    assert page.axe() == []
    page.size(390, 844)
    assert not page.scrolls_sideways()
    page.size(1280, 800)
    assert page.complaints() == []
