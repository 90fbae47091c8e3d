"""Every page at every size: whatever can be touched is large enough, has nothing over its middle, and is named; axe agrees."""

import pytest

from tests.browser.work import enter, met, start

SIZES = [(360, 640), (390, 844), (768, 1024)]
# What can be touched and is smaller than a gloved finger; a link within a sentence is as high as its line (WCAG 2.5.8).
SMALL = """
const LEAST = 44;
const shown = (e) => e.checkVisibility({visibilityProperty: true}) && e.getClientRects().length > 0 && !e.closest('.sr, [inert]');
const inText = (e) => e.tagName === 'A' && e.parentElement.tagName === 'P' && e.parentElement.textContent.trim() !== e.textContent.trim();
const area = (e) => (e.closest('label') ?? e).getBoundingClientRect();
return [...document.querySelectorAll('button, a, input, select, textarea, summary, [role=slider]')]
  .filter((e) => shown(e) && !inText(e) && !e.matches('[type=file], [type=hidden], [aria-hidden=true]') && e.textContent !== 'To the page')
  .filter((e) => e.type !== 'range' && (area(e).height < LEAST || area(e).width < LEAST))
  .map((e) => `${e.tagName} ${e.ariaLabel ?? e.textContent.slice(0, 40)} ${Math.round(area(e).width)}×${Math.round(area(e).height)}`);
"""
# What can be touched and has something else over its middle, wherever on the screen it is scrolled to.
COVERED = """
const shown = (e) => e.checkVisibility({visibilityProperty: true}) && e.getClientRects().length > 0 && !e.closest('.sr, [inert]');
const found = [];
for (const e of document.querySelectorAll('button, a, label, select, textarea, summary')) {
  if (!shown(e) || e.textContent === 'To the page' || getComputedStyle(e).pointerEvents === 'none') continue;
  e.scrollIntoView({block: 'center'});
  const box = e.getBoundingClientRect();
  const at = document.elementFromPoint(box.left + box.width / 2, box.top + box.height / 2);
  if (at && !e.contains(at) && !at.contains(e) && at.closest('label, button, a') !== e.closest('label, button, a'))
    found.push(`${e.tagName} ${e.ariaLabel ?? e.textContent.slice(0, 40)} under ${at.tagName} ${at.textContent.slice(0, 20)}`);
}
scrollTo(0, 0);
return found;
"""
# Headings that skip a level, or a page without its first.
HEADINGS = """
const levels = [...document.querySelectorAll('h1, h2, h3, h4')].filter((e) => e.getClientRects().length).map((e) => Number(e.tagName[1]));
const skips = levels.filter((level, place) => level > (levels[place - 1] ?? 0) + 1);
return levels.filter((level) => level === 1).length === 1 && levels[0] === 1 && !skips.length ? [] : [levels.join(' ')];
"""
PAGES = {
    "today": ("/", "Today"),
    "books": ("/shop/books", "closed in these months"),
    "doors": ("/doors", "Open a new file"),
    "new door": ("/doors/new", "Access notes"),
    "door": ("/doors/{door}", "Book a call"),
    "shop": ("/shop", "People"),
    "lists": ("/shop/lists", "Parts in the van"),
    "place": ("/shop/place", "Latitude"),
    "own": ("/shop/own", "Millimetres"),
    "van": ("/shop/van", "van"),
    "bench": ("/bench", "Bench"),
    "springs": ("/bench/springs", "Wire"),
    "sun": ("/bench/sun", "Sun"),
    "survey": ("/bench/survey", "Shaft to ceiling"),
    "limits": ("/bench/limits", "imits"),
    "arrive": ("/calls/{call}/arrive", "Make safe"),
    "find": ("/calls/{call}/find", "What it could be"),
    "measure": ("/calls/{call}/measure", "weight"),
    "size": ("/calls/{call}/size", "Use this set"),
    "repair": ("/calls/{call}/repair", "Pick what goes on"),
    "prove": ("/calls/{call}/prove", "Contact reversal"),
    "close": ("/calls/{call}/close", "What happened"),
}


@pytest.fixture
def call(person, door):
    one = start(person, door)
    enter(one, person, "complaint", complaint="bang")
    met(one, person, "hands_on")
    enter(one, person, "found", cause="spring_broken")
    return one


@pytest.mark.parametrize("size", SIZES, ids=lambda size: f"{size[0]}×{size[1]}")
@pytest.mark.parametrize("page_name", PAGES)
def test_whatever_can_be_touched_is_large_enough_and_free(signed_in, call, door, page_name, size):
    page = signed_in
    path, shows = PAGES[page_name]
    page.size(*size)
    page.go(path.format(door=door.key, call=call.key))
    page.sees(shows)
    page.until(lambda: "Loading" not in page.browser.execute_script("return document.body.innerHTML"), "settled")
    found = {
        "small": page.browser.execute_script(SMALL),
        "covered": page.browser.execute_script(COVERED),
        "headings": page.browser.execute_script(HEADINGS),
        "axe": page.axe(),
        "sideways": [page.browser.execute_script("return window.wasTooWide ?? 'still'")] if page.scrolls_sideways() else [],
    }
    page.size(1280, 800)
    assert not any(found.values()), found


def test_no_page_is_wider_than_a_phone_in_other_letters_too(signed_in, call, door):
    page = signed_in
    # Until its own letters are there a page stands in the machine's, which are wider.
    page.browser.execute_cdp_cmd("Network.enable", {})
    page.browser.execute_cdp_cmd("Network.setCacheDisabled", {"cacheDisabled": True})
    page.browser.execute_cdp_cmd("Network.setBypassServiceWorker", {"bypass": True})
    page.browser.execute_cdp_cmd("Network.setBlockedURLs", {"urls": ["*.woff2"]})
    page.size(360, 640)
    wide = {}
    for name, (path, shows) in PAGES.items():
        page.go(path.format(door=door.key, call=call.key))
        page.sees(shows)
        if page.scrolls_sideways():
            wide[name] = page.browser.execute_script("return window.wasTooWide ?? 'still'")
    page.browser.execute_cdp_cmd("Network.setBlockedURLs", {"urls": []})
    page.browser.execute_cdp_cmd("Network.setBypassServiceWorker", {"bypass": False})
    page.browser.execute_cdp_cmd("Network.setCacheDisabled", {"cacheDisabled": False})
    page.size(1280, 800)
    assert not wide
