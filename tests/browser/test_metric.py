"""A technician who thinks in millimetres and kilograms, beside one who does not."""

from __future__ import annotations

import re

import pytest
from selenium.webdriver.common.keys import Keys

from server.doors.models import Door
from server.people.models import Person
from server.stock.models import StockItem
from tests.browser.work import start
from tests.support.measuring import bare, type_fast, values
from tests.support.units import TRADE


def test_measured_sized_and_read_in_metric(signed_in, person):
    page, call = signed_in, bare(person)
    page.go("/shop/own")
    page.touch("Millimetres and kilograms")
    page.until(lambda: Person.objects.get().units == "metric", "kept with the person")
    page.go(f"/calls/{call.key}/measure")
    page.sees("7 measurements missing")
    for typed in ("59", "2743", "2134", "4", "305", "102", "3.2"):
        type_fast(page, typed, Keys.ENTER)
        page.pause(0.15)
    page.sees("Size the springs")
    kept = values(call)
    assert kept["weight_lb"] == pytest.approx(130.07, abs=0.01)
    assert (kept["width_in"], kept["height_in"]) == (pytest.approx(107.99, abs=0.01), pytest.approx(84.02, abs=0.01))
    page.sees("2743 mm")
    page.touch("Size the springs")
    page.sees("N·m per turn")
    page.sees("hand force, kg")
    assert not TRADE.search(page.text()), TRADE.search(page.text())
    assert page.complaints() == []


def test_what_is_put_in_the_page_says_no_trade_unit_and_goes_back(signed_in, person, door):
    page = signed_in
    Person.objects.update(units="metric")
    call = start(person, door)
    for where in ("measure", "size", "repair", "prove"):
        page.go(f"/calls/{call.key}/{where}")
        page.sees("mm")
        left = TRADE.search(re.sub(r".*(?:wrench|bars|bar for).*", "", page.text()))
        assert not left, (where, left)
    page.go("/shop/van")
    for label, typed in (("Wire", "5.72"), ("Inside diameter", "51"), ("Length", "1524")):
        page.write(label, typed)
    page.touch("Put on")
    page.until(lambda: StockItem.objects.exists(), "the bar on the van")
    bar = StockItem.objects.get()
    assert (bar.wire_in, bar.inside_diameter_in, bar.length_in) == (pytest.approx(0.2252, abs=1e-4), pytest.approx(2.008, abs=1e-3), 60.0)
    page.sees("5.72 mm × 51 mm × 1524 mm")
    page.go("/bench/identify")
    page.sees("N·m per turn")
    page.go("/shop/own")
    page.touch("Feet, inches and pounds")
    page.until(lambda: Person.objects.get().units == "trade", "kept with the person")
    page.go(f"/doors/{Door.objects.get().key}")
    page.sees("7'0\"")
