"""The tape in one hand: seven numbers by keyboard without a click, or by thumb on the pad, or by touching the drawing."""

from __future__ import annotations

import pytest
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from tests.support.measuring import bare, type_fast, values

TYPED = ("59 kg", "9'", "84", "4", "1'", "4", "1/8")


def test_seven_numbers_with_seven_enters_and_not_one_click(signed_in, person):
    page, call = signed_in, bare(person)
    page.go(f"/calls/{call.key}/measure")
    page.sees("7 measurements missing")
    for typed in TYPED:
        type_fast(page, typed, Keys.ENTER)
        page.pause(0.15)
    page.sees("Size the springs")
    kept = values(call)
    assert kept["weight_lb"] == pytest.approx(130.07, abs=0.01)
    assert (kept["width_in"], kept["height_in"], kept["radius_in"], kept["cable_in"]) == (108, 84, 12, 0.125)
    assert page.complaints() == []


def test_what_cannot_be_read_calls_back_to_where_it_was_typed(signed_in, person):
    page, call = signed_in, bare(person)
    page.go(f"/calls/{call.key}/measure")
    page.sees("7 measurements missing")
    type_fast(page, "59 kg", Keys.ENTER)
    page.sees("6 measurements missing")
    type_fast(page, "nine feet", Keys.ENTER)
    page.sees("does not read as inches")
    assert page.browser.switch_to.active_element.get_attribute("value") == "nine feet"
    page.chord(Keys.CONTROL, "a")
    type_fast(page, "9'")
    page.sees("reads as")
    page.sees("9'0\"")
    type_fast(page, Keys.ENTER)
    page.until(lambda: values(call).get("width_in") == 108, "the width kept")
    page.until(lambda: page.browser.switch_to.active_element.tag_name == "input", "the next one asked")
    ActionChains(page.browser).key_down(Keys.SHIFT).send_keys(Keys.ENTER).key_up(Keys.SHIFT).perform()
    page.until(lambda: page.field("Door width") == page.browser.switch_to.active_element, "back at the width")
    assert not [one for one in page.complaints() if "422" not in one]


def test_by_thumb_on_the_pad_and_by_touching_the_drawing(signed_in, person):
    page, call = signed_in, bare(person)
    page.size(390, 844)
    page.go(f"/calls/{call.key}/measure")
    page.sees("7 measurements missing")
    drawn(page, "Door height: needed").click()
    page.touch("Tape pad")
    for key in ("8", "2", "1/2"):
        tap(page, key)
    page.sees("reads as")
    page.sees("6'10 1/2\"")
    page.touch("Keep it, next")
    page.until(lambda: values(call).get("height_in") == 82.5, "the height kept")
    page.until(lambda: drawn(page, "Door height: 6'10 1/2\""), "the drawing to say so")
    page.touch("More: uneven sections")
    page.until(lambda: drawn(page, "Headroom: not measured"), "the room round the door asked for")
    drawn(page, "Wire on the door: not measured").click()
    for key in (".", "2", "2", "0.225"):
        tap(page, key)
    page.touch("Keep it, next")
    page.until(lambda: values(call).get("wire_in") == 0.225, "the wire kept")
    assert not page.scrolls_sideways()
    assert page.complaints() == []


def tap(page, key):
    """A key of the pad, by exactly what stands on it."""
    keys = page.browser.find_elements(By.CSS_SELECTOR, "[aria-label='Tape pad'] button")
    next(one for one in keys if key in (one.text, one.get_attribute("aria-label"))).click()


def drawn(page, words):
    """A number on the drawing by its name and what it says."""
    return page.until(
        lambda: next(
            (one for one in page.browser.find_elements(By.CSS_SELECTOR, "svg [role=button]") if one.get_attribute("aria-label") == words),
            None,
        ),
        words,
    )
