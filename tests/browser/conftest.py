"""A tablet with the page open, and the crew."""

from __future__ import annotations

import os

import pytest
from django_scopes import scopes_disabled

from server.doors.models import Door
from server.people.models import Person, Shop
from tests.browser.page import WATCH_WIDTH, Page
from tests.support.calls import SPRING
from tools.browser import open_browser

os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"
PASSWORD = "a long enough one"


@pytest.fixture(autouse=True)
def _looking_from_outside():
    """A test looks over every shop's wall; what the page asks is put behind its own."""
    with scopes_disabled():
        yield


@pytest.fixture(scope="session")
def browser():
    one = open_browser()
    one.execute_cdp_cmd("Page.addScriptToEvaluateOnNewDocument", {"source": WATCH_WIDTH})
    yield one
    one.quit()


@pytest.fixture
def person(transactional_db):
    shop = Shop.objects.create(name="Test Door Works", place="Low Ferry")
    return Person.objects.create_user("tess", password=PASSWORD, name="Tess Orme", role="lead", shop=shop)


@pytest.fixture
def door(person):
    """A measured 9 by 7 ft door with a pair of springs on it."""
    measured = {
        "weight_lb": 130.0, "width_in": 108.0, "height_in": 84.0, "section_count": 4.0, "radius_in": 12.0, "rise_in": 2.0,
        "drum_diameter_in": 4.0, "cable_in": 0.125,
    }  # fmt: skip
    record = {"measured": measured, "springs": [SPRING], "quarter_turns": 29}
    return Door.objects.create(shop=person.shop, name="Net loft", place="Quayside 9", customer="A. Hollis", record=record)


@pytest.fixture
def tablet(live_server, browser):
    """A tablet at the sign-in page."""
    page = Page(browser, live_server.url)
    page.size(1280, 800)
    # Whatever page is open. A request that still carried the last test's session would be answered by taking the next one's away.
    browser.execute_cdp_cmd("Network.clearBrowserCookies", {})
    page.go("/static/icon.svg")
    browser.execute_script("try { localStorage.clear() } catch {}")
    browser.get_log("browser")
    yield page
    page.offline(False)
    # Left open it would go on asking, with the test's database gone.
    browser.get("about:blank")


@pytest.fixture
def signed_in(tablet, person):
    """A tablet signed in without typing."""
    tablet.become(person)
    return tablet
