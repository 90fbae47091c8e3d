"""The van as its people handle it: put on, spoken for, told of, used up."""

from datetime import date, timedelta

from selenium.webdriver.support.ui import Select

from server.bookings.models import Booking
from server.doors.models import Door
from server.people.models import Person
from server.stock import van
from server.stock.models import Kept, StockItem
from server.stock.service import load
from server.stock.vans import vans
from tests.browser.work import enter, met, start, state_of
from tests.support.calls import MEASURED, SPRING

TOMORROW = date.today() + timedelta(days=1)
PLAN = {"springs": [SPRING], "quarter_turns": 29}


def test_the_last_pair_is_kept_for_one_and_a_part_is_used_with_one_touch(signed_in, person):
    page = signed_in
    load(person, "parts", "parts.csv", "part,count\nRoller,2\n")
    page.go("/shop/lists")
    page.touch("What is in the van now")
    page.sees("Put on the van")
    for label, typed in (("Wire", ".207"), ("Inside diameter", "2"), ("Length", "twenty"), ("Pieces", "2")):
        page.write(label, typed)
    page.touch("Put on")
    page.sees("twenty")
    page.browser.get_log("browser")
    page.write("Length", "27 1/2")
    page.touch("Put on")
    page.sees("+2")
    page.touch("One out: 0.207")
    page.sees("taken out")
    page.touch("One in: 0.207")
    page.until(lambda: [one.pieces for one in van.springs()] == [2], "two again")

    first, second = (
        start(person, Door.objects.create(shop=person.shop, name=name, record={"version": 2, "measured": MEASURED}))
        for name in ("Net loft", "Rope store")
    )
    for call in (first, second):
        enter(call, person, "chosen", **PLAN)
    page.go("/shop/van")
    page.sees("2 kept for Net loft")
    page.go(f"/calls/{second.key}/repair")
    page.sees("No springs on the van (2 needed)")
    page.sees("Others are kept for Net loft")
    page.go(f"/calls/{first.key}/repair")
    page.sees("What it takes")
    assert "needed)" not in page.text()

    page.go(f"/calls/{first.key}/close")
    page.touch("Roller")
    page.until(lambda: StockItem.objects.get(part="Roller").pieces == 1, "one roller left")
    page.write("Another part", "Strut from the yard")
    page.touch("Used one")
    page.sees("Take back")
    page.until(lambda: [one.words for one in state_of(first).parts_used] == ["Roller", "Strut from the yard"], "both kept")
    page.touch("Take back Roller")
    page.until(lambda: StockItem.objects.get(part="Roller").pieces == 2, "the roller is back")
    assert Kept.objects.filter(of__call_key=first.key).count() == 2
    assert not page.scrolls_sideways()
    assert page.complaints() == []


def test_a_pair_that_left_the_van_as_it_went_on_is_not_offered_as_a_part_once_more(signed_in, person):
    page, name = signed_in, "Extension spring, 130 lb class"
    load(person, "parts", "parts.csv", f'part,count\n"{name}",4\nRoller,2\n')
    measured = MEASURED | {"counterbalance": "extension"}
    call = start(person, Door.objects.create(shop=person.shop, name="Net loft", record={"version": 2, "measured": measured}))
    page.go(f"/calls/{call.key}/close")
    page.find(name)
    enter(call, person, "chosen", extension={"class_lb": 130, "open_stretch_in": 2})
    for kind in ("taken_off", "put_on"):
        met(call, person, "hands_on", "hanging")
        enter(call, person, kind)
    page.go(f"/calls/{call.key}/close")
    page.sees(f"Left the van as it went on the door: 2 × {name}.")
    page.find("Roller")
    assert StockItem.objects.get(part=name).pieces == 2
    assert not [one for one in page.browser.find_elements("tag name", "button") if name in one.text]
    assert page.complaints() == []


def test_in_the_evening_the_van_is_loaded_for_tomorrow_from_the_other_one(signed_in, person):
    """Two vans; tomorrow's door wants the pair and cables that the other van has; what nobody has is ordered."""
    page = signed_in
    wren = Person.objects.create_user("wren", password="a long enough one", name="Wren Hall", role="technician", shop=person.shop)
    record = {"version": 2, "measured": MEASURED, "springs": [SPRING], "quarter_turns": 29}
    door = Door.objects.create(shop=person.shop, name="Net loft", record=record)
    Booking.objects.create(shop=person.shop, door=door, day=TOMORROW, complaint="bang", technician=wren)
    page.go("/shop/lists")
    page.sees("Another van")
    page.write("Van 1", "Harbour van")
    page.touch("Save")
    page.until(lambda: vans()[0].name == "Harbour van", "the first has a name")
    page.write("Another van", "North van")
    Select(page.browser.find_elements("css selector", "form select")[-1]).select_by_visible_text("Wren Hall")
    page.touch("Add")
    page.until(lambda: [one.name for one in vans()] == ["Harbour van", "North van"], "two vans")
    load(person, "van", "van.csv", "wire_in,inside_diameter_in,length_in,count,hand\n0.207,2,27.5,2,left\n")
    load(person, "parts", "parts.csv", "part,count\nCable pair for 7 ft,3\n")

    page.become(wren)
    page.go("/shop/van")
    page.sees("Nothing is on this van yet")
    page.sees("Needed on")
    page.sees("none here, 1 on Harbour van")
    page.sees("3 on Harbour van")
    page.touch("Harbour van")
    page.sees("No visit is booked for this van")
    page.touch("Several: 0.207")
    page.write("Pieces", "3")
    page.touch("To North van")
    page.sees("2 of these are free to be passed on")
    page.browser.get_log("browser")
    page.write("Pieces", "1")
    page.touch("To North van")
    page.until(lambda: [one.pieces for one in van.springs(2)] == [1], "one left-hand spring passed on")
    page.touch("Several: Cable pair")
    page.write("Pieces", "2")
    page.touch("To North van")
    page.until(lambda: [one.pieces for one in van.parts(2)] == [2], "two pairs of cables passed on")
    page.touch("North van")
    page.sees("2 here")
    assert page.text().count("none here") == 1, "the right-hand spring lacks still"
    page.size(390, 844)
    assert not page.scrolls_sideways()
    page.size(1280, 800)
    page.touch("What to order for the week")
    page.sees("right-hand wound")
    assert "left-hand wound" not in page.text()
    page.sees("1 for Net loft")
    assert page.axe() == []
    assert page.complaints() == []
