"""At the desk: people, calls from elsewhere, and finding a door among many."""

import json
from xml.etree import ElementTree

import pytest
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from server.calls.models import Call
from server.doors.models import Door
from server.exchange.document import export_call
from server.people.models import Person, Shop
from tests.browser.work import enter, start
from tests.support.calls import MEASURED, SPRING


@pytest.fixture
def many_doors(person):
    for number in range(43):
        Door.objects.create(
            shop=person.shop, name=f"Bay {number:02d}", place=("Ropewalk", "Tern Street")[number % 2], record={"measured": {}}
        )


def rows(page):
    return [one.text.split("\n")[0] for one in page.browser.find_elements(By.CSS_SELECTOR, "tbody tr td:first-child")]


def test_finding_a_door_among_many(signed_in, many_doors):
    page = signed_in
    page.go("/doors")
    page.sees("43 doors")
    assert rows(page)[0] == "Bay 00"
    assert len(rows(page)) == 20
    page.touch("Next page")
    page.until(lambda: rows(page)[0] == "Bay 20", "the second page")
    page.touch("Page before")
    page.until(lambda: rows(page)[0] == "Bay 00", "the first page again")
    page.touch("Door ↑")
    page.until(lambda: rows(page)[0] == "Bay 42", "sorted the other way")
    page.write("Search", "tern 4")
    page.until(lambda: rows(page) == ["Bay 41"], "only the door that matches both words")
    page.write("Search", "lighthouse")
    page.sees("No door matches “lighthouse”")
    # The search is in the address, so that it can be kept and shared.
    assert "search=lighthouse" in page.browser.current_url


def test_a_lead_adds_someone_and_is_told_what_is_wrong(signed_in, person):
    page = signed_in
    page.go("/shop")
    page.write("Name", "Pip Umber")
    page.write("User name", "pip")
    page.write("Password", "short")
    page.touch("Add to the shop")
    page.sees("at least 10 characters")
    page.write("Password", "tide tables at noon")
    page.touch("lead")
    page.touch("Add to the shop")
    page.until(lambda: "Pip Umber" in rows(page), "Pip in the list")
    assert Person.objects.get(username="pip").role == "lead"


def test_a_call_from_elsewhere_is_brought_in_whole_or_not_at_all(signed_in, person, tmp_path):
    other = Shop.objects.create(name="Other Doors")
    stranger = Person.objects.create_user("sol", password="a long enough one", name="Sol Nettle", shop=other)
    away = Door.objects.create(shop=other, name="Weir gatehouse", record={"measured": {}})
    call = start(stranger, away)
    enter(call, stranger, "complaint", complaint="sinks")
    text = json.dumps(export_call(call))
    whole, half = tmp_path / "call.json", tmp_path / "half.json"
    whole.write_text(text)
    half.write_text(text[: len(text) // 2])

    page = signed_in
    page.go("/shop/records")
    page.sees("Bring in a call")
    chooser = page.chooser("Bring in a call or a door")
    chooser.send_keys(str(half))
    page.sees("not whole or not JSON")
    assert Call.objects.filter(shop=person.shop).count() == 0
    page.chooser("Bring in a call or a door").send_keys(str(whole))
    page.sees("Brought in")
    page.touch("Weir gatehouse")
    page.sees("It will not stay up")
    brought = Call.objects.get(shop=person.shop)
    assert export_call(brought) == json.loads(text)


def test_the_door_file_is_drawn_from_its_record_and_every_part_can_be_read(signed_in, door):
    page = signed_in
    page.go(f"/doors/{door.key}")
    page.sees("Touch a part to read it")
    parts = page.browser.find_elements(By.CSS_SELECTOR, "[aria-label='Inside view of the door'] [role=button]")
    assert len(parts) == 4 + 2 + 2 + 2  # sections, drums, cables, springs
    for part in parts:
        name = part.get_attribute("aria-label").split(":")[0]
        page.browser.execute_script("arguments[0].focus()", part)
        page.until(lambda name=name: name in page.browser.find_element(By.TAG_NAME, "figcaption").text, name)
    page.sees("as on file")


def test_a_signed_out_page_asks_to_sign_in_and_the_theme_is_remembered(signed_in, door):
    page = signed_in
    page.go("/")
    page.sees("Nothing is booked")
    page.keys("t")
    page.until(lambda: page.browser.execute_script("return document.documentElement.dataset.theme") == "garage", "the dark theme")
    page.go("/shop")
    assert page.browser.execute_script("return document.documentElement.dataset.theme") == "garage"
    page.touch("Sign out")
    page.sees("User name")
    page.browser.back()
    page.sees("User name")
    page.keys(Keys.ESCAPE)


def test_a_server_that_fails_is_said_and_tried_again(signed_in, door, monkeypatch):
    page = signed_in
    page.go("/doors")
    page.sees("Net loft")

    def fail(*_):
        raise RuntimeError("the disk is gone")

    with monkeypatch.context() as broken:
        broken.setattr("server.doors.api.file_of", fail)
        page.touch("Net loft")
        page.sees("Something went wrong here")
        page.sees("Nothing already saved is lost")
    page.touch("Try again")
    page.sees("Touch a part to read it")


KEEP_WHAT_IS_SAVED = """
window.saved = [];
const made = URL.createObjectURL.bind(URL);
URL.createObjectURL = (blob) => { blob.text().then((text) => window.saved.push(text)); return made(blob); };
"""
SVG = "{http://www.w3.org/2000/svg}"


def test_a_drawing_is_a_file_of_its_own(signed_in, person):
    page = signed_in
    record = {"version": 2, "measured": MEASURED, "springs": [SPRING], "cones": {"left": 29, "right": 29}}
    door = Door.objects.create(shop=person.shop, name="Ice house", record=record)
    page.go(f"/doors/{door.key}")
    page.until(lambda: page.browser.find_elements(By.CSS_SELECTOR, "polyline.force"), "the balance line")
    page.browser.execute_script(KEEP_WHAT_IS_SAVED)
    for place in (0, 1):
        page.until(lambda: len(page.browser.find_elements(By.XPATH, "//button[starts-with(., 'Save the drawing')]")) == 2, "both")
        page.browser.find_elements(By.XPATH, "//button[starts-with(., 'Save the drawing')]")[place].click()
        page.until(lambda place=place: page.browser.execute_script("return window.saved.length") == place + 1, "saved")
    for text in page.browser.execute_script("return window.saved"):
        drawing = ElementTree.fromstring(text.encode())
        assert drawing.tag == f"{SVG}svg"
        assert drawing.find(f"{SVG}title").text
        assert "var(" not in text
        assert "class=" not in text
        words = ["".join(one.itertext()) for one in drawing.iter(f"{SVG}text")]
        assert any(words)
        lines = [one for one in drawing.iter() if one.get("stroke", "none") != "none" and one.tag != f"{SVG}text"]
        assert all(one.get("stroke").startswith(("rgb", "url")) for one in lines)
        assert len(lines) > 5
