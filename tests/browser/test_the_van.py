"""The van as its people handle it: put on, spoken for, told of, used up."""

from server.doors.models import Door
from server.stock import van
from server.stock.models import Kept, StockItem
from server.stock.service import load
from tests.browser.work import enter, met, start, state_of
from tests.support.calls import MEASURED, SPRING

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
