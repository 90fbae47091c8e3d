"""`make shots`: redraw docs/screenshots from fresh demo data."""

from __future__ import annotations

import tempfile
import time
from collections.abc import Callable, Mapping
from pathlib import Path
from typing import Any

from selenium import webdriver
from selenium.webdriver.common.by import By

from server.people.demo import DEMO_ACCOUNTS
from tools.browser import open_browser, set_viewport
from tools.running import ROOT, running

FOLDER = ROOT / "docs" / "screenshots"
PORT, DB_PORT = 8037, 33937
ENTER = """
const [key, bodies, done] = arguments;
const token = /csrftoken=([^;]+)/.exec(document.cookie)[1];
(async () => {
  for (const [place, body] of bodies.entries()) {
    const answer = await fetch(`/api/calls/${key}/entries`, {method: 'POST',
      headers: {'Content-Type': 'application/json', 'X-CSRFToken': token},
      body: JSON.stringify({id: `shot-${Date.now()}-${place}`, body})});
    if (!answer.ok) return done(await answer.text());
  }
  done('');
})();
"""
SIGN_IN = """
const [username, password, done] = arguments;
fetch('/api/session').then(() => fetch('/api/session', {method: 'POST', headers: {'Content-Type': 'application/json',
  'X-CSRFToken': /csrftoken=([^;]+)/.exec(document.cookie)[1]}, body: JSON.stringify({username, password})})).then(() => done());
"""
START = """
const [words, done] = arguments;
const headers = {'Content-Type': 'application/json', 'X-CSRFToken': /csrftoken=([^;]+)/.exec(document.cookie)[1]};
fetch(`/api/doors?search=${encodeURIComponent(words)}`).then(a => a.json()).then(({doors}) =>
  fetch(`/api/doors/${doors[0].key}/calls`, {method: 'POST', headers, body: JSON.stringify({key: crypto.randomUUID()})}))
  .then(a => a.json()).then(call => done(call.key));
"""
DOOR = "weight_lb=145&width_in=9'&height_in=7'&section_count=4&radius_in=12&drum_diameter_in=4&cable_in=1/8"
BENCH = {
    "bench-springs": f"/bench/springs?{DOOR}&wire_in=.225&inside_diameter_in=2&length_in=36&spring_count=2",
    "bench-convert": f"/bench/convert?{DOOR}",
}
READINGS = ((12, "holds"), (42, "holds"), (66, "creeps_up"))


def main() -> None:
    """Take one picture of each main view."""
    FOLDER.mkdir(parents=True, exist_ok=True)
    browser = open_browser()
    browser.set_script_timeout(60)
    try:
        with tempfile.TemporaryDirectory(prefix="north-hinge-shots-") as folder, running(Path(folder), PORT, DB_PORT) as demo:
            _take_all(browser, demo.address)
    finally:
        browser.quit()


def _take_all(browser: webdriver.Chrome, address: str) -> None:
    def take(name: str, path: str, touch: str = "") -> None:
        browser.get(address + path)
        time.sleep(0.8)
        while browser.find_elements(By.CSS_SELECTOR, "[aria-label=Loading]"):
            time.sleep(0.2)
        time.sleep(0.6)
        for button in browser.find_elements(By.TAG_NAME, "button"):
            if touch and touch in button.text:
                button.click()
                time.sleep(0.8)
                break
        browser.save_screenshot(str(FOLDER / f"{name}.png"))

    def enter(*bodies: Mapping[str, object]) -> None:
        wrong = browser.execute_async_script(ENTER, key, list(bodies))
        assert not wrong, wrong

    take("sign-in", "/")
    browser.execute_async_script(SIGN_IN, DEMO_ACCOUNTS[2].username, DEMO_ACCOUNTS[2].password)
    take("today", "/")
    links = "return [...document.querySelectorAll('a')].map(a => a.getAttribute('href'))"
    key = next(href for href in browser.execute_script(links) if href.startswith("/calls/")).split("/")[2]
    take("doors", "/doors?sort=-visited")
    door = next(href for href in browser.execute_script(links) if href.startswith("/doors/") and "new" not in href)
    take("door-file", door)
    take("shop", "/shop")
    for name, path in BENCH.items():
        take(name, path)
    for name, words in (("size-low-headroom", "cellar garage"), ("size-extension", "Ropewalk")):
        take(name, f"/calls/{browser.execute_async_script(START, words)}/size")
    for stage in ("arrive", "find", "measure", "size"):
        take(stage, f"/calls/{key}/{stage}")
    set_viewport(browser, 390, 844)
    take("size-phone", f"/calls/{key}/size")
    set_viewport(browser, 1280, 800)
    _pick(browser)
    take("repair", f"/calls/{key}/repair")
    planned = _meet(browser, enter, key, "winding")["winding"][0]["planned"]
    enter(*[_stroke("left", place) for place in range(13)])
    take("turn-counter", f"/calls/{key}/repair", "Go on winding")
    enter(*[_stroke("left", place) for place in range(13, planned)], *[_stroke("right", place) for place in range(planned)])
    _meet(browser, enter, key, "first_lift")
    enter(*[{"kind": "reading", "reading": {"height_in": height, "outcome": outcome}} for height, outcome in READINGS])
    take("prove", f"/calls/{key}/prove")
    browser.execute_script("localStorage.setItem('north-hinge.theme', 'garage')")
    take("prove-garage", f"/calls/{key}/prove")
    browser.execute_script("localStorage.setItem('north-hinge.theme', 'light')")
    enter(*[{"kind": "proof", "proof": proof, "passed": True} for proof in ("reversal", "eyes")])
    take("close", f"/calls/{key}/close")


def _stroke(side: str, place: int) -> dict[str, object]:
    return {"kind": "counted", "spring": side, "from_quarter": place, "to_quarter": place + 1}


def _pick(browser: webdriver.Chrome) -> None:
    button = next(one for one in browser.find_elements(By.TAG_NAME, "button") if "Use this set" in one.text)
    button.click()
    time.sleep(1.5)


def _meet(browser: webdriver.Chrome, enter: Callable[..., None], key: str, group_id: str) -> Any:
    state = browser.execute_async_script("fetch(`/api/calls/${arguments[0]}`).then(a => a.json()).then(c => arguments[1](c.state))", key)
    group = next(group for group in state["gate_groups"] if group["id"] == group_id)
    enter(*[{"kind": "gate", "gate": gate["id"], "met": True} for gate in group["gates"]])
    return state


if __name__ == "__main__":
    main()
