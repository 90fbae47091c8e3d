"""`make shots`: redraw docs/screenshots from fresh demo data."""

from __future__ import annotations

import tempfile
import time
from collections.abc import Mapping
from datetime import date, timedelta
from pathlib import Path

from selenium import webdriver
from selenium.webdriver.common.by import By
from selenium.webdriver.support.ui import WebDriverWait

from hinge.site.gates import gate_groups
from server.people.demo import DEMO_ACCOUNTS
from tools.browser import open_browser, set_viewport
from tools.running import ROOT, running

FOLDER = ROOT / "docs" / "screenshots"
PORT = 8037
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
PRACTISE = """
const [key, gates, look, done] = arguments;
const headers = {'Content-Type': 'application/json', 'X-CSRFToken': /csrftoken=([^;]+)/.exec(document.cookie)[1]};
const post = (path, body) => fetch(`/api/${path}`, {method: 'POST', headers, body: JSON.stringify(body)});
const say = (body) => post(`calls/${key}/entries`, {id: `shot-${Math.random()}`.replace('.', ''), body});
(async () => {
  await say({kind: 'complaint', complaint: 'will_not_close'});
  for (const gate of gates) {
    await post(`practice/${key}/deeds`, {kind: 'do', what: gate});
    await say({kind: 'gate', gate, met: true});
  }
  const answer = await post(`practice/${key}/deeds`, {kind: 'look', what: look});
  done(answer.ok ? '' : await answer.text());
})();
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
    "bench-springs": (f"/bench/springs?{DOOR}&wire_in=.225&inside_diameter_in=2&length_in=36&spring_count=2", "quarter-turns"),
    "bench-sun": ("/bench/sun?complaint_at=2026-01-10T15:30&time_zone=America/Chicago", "swap the two eyes"),
}
# What each stage must show before its picture is taken.
STAGES = {"arrive": "Make safe", "find": "What it could be", "measure": "weight", "size": "Use this set"}
READINGS = ((12, "holds"), (42, "holds"), (66, "creeps_up"))


def main() -> None:
    """Take one picture of each main view."""
    FOLDER.mkdir(parents=True, exist_ok=True)
    browser = open_browser()
    browser.set_script_timeout(60)
    try:
        with tempfile.TemporaryDirectory(prefix="north-hinge-shots-") as folder, running(Path(folder), PORT) as demo:
            _take_all(browser, demo.address)
    finally:
        browser.quit()


def _take_all(browser: webdriver.Chrome, address: str) -> None:
    def look(path: str, shows: str) -> None:
        browser.get(address + path)
        WebDriverWait(browser, 20).until(lambda at: _settled(at, shows), f"{path} does not show {shows!r}")

    def take(name: str, path: str, shows: str, touch: str = "") -> None:
        """A picture of a page, taken only once what it is to show is on it."""
        look(path, "" if touch else shows)
        if touch:
            _touch(browser, touch)
            WebDriverWait(browser, 20).until(lambda at: _settled(at, shows), f"{name} does not show {shows!r}")
        browser.save_screenshot(str(FOLDER / f"{name}.png"))

    def enter(*bodies: Mapping[str, object]) -> None:
        wrong = browser.execute_async_script(ENTER, key, list(bodies))
        assert not wrong, wrong

    def meet(*groups: str) -> None:
        enter(*[{"kind": "gate", "gate": gate.id, "met": True} for group in gate_groups() if group.id in groups for gate in group.gates])

    look("/", "Sign in")
    browser.execute_async_script(SIGN_IN, DEMO_ACCOUNTS[2].username, DEMO_ACCOUNTS[2].password)
    take("today", "/", "Start the call")
    links = "return [...document.querySelectorAll('a')].map(a => a.getAttribute('href'))"
    key = next(href for href in browser.execute_script(links) if href.startswith("/calls/")).split("/")[2]
    take("doors", "/doors?sort=-visited", "Open a new file")
    door = next(href for href in browser.execute_script(links) if href.startswith("/doors/") and "new" not in href)
    take("door-file", door, "Start call")
    for name, (path, shows) in BENCH.items():
        take(name, path, shows)
    tomorrow = date.today() + timedelta(days=1)
    take("desk", f"/?day={tomorrow.isoformat()}", "at doors", touch="Side by side")
    browser.execute_script("localStorage.removeItem('north-hinge.today.whose')")
    take("books", "/shop/books?months=60", "What came of the work")
    look("/practice", "Eyes out of line")
    browser.find_element(By.CSS_SELECTOR, "[aria-label='Begin: Eyes out of line']").click()
    WebDriverWait(browser, 20).until(lambda at: at.current_url.endswith("/arrive"), "no practice call was begun")
    practice = browser.current_url.split("/")[-2]
    done = [gate.id for group in gate_groups() if group.id in ("hands_on", "lights") for gate in group.gates]
    assert browser.execute_async_script(PRACTISE, practice, done, "lights") == ""
    take("practice", f"/calls/{practice}/find", "Both lit and steady")
    for stage, shows in STAGES.items():
        take(stage, f"/calls/{key}/{stage}", shows)
    set_viewport(browser, 390, 844)
    take("size-phone", f"/calls/{key}/size", "Use this set")
    set_viewport(browser, 1280, 800)
    look(f"/calls/{key}/size", "Use this set")
    _touch(browser, "Use this set")
    WebDriverWait(browser, 20).until(lambda at: at.current_url.endswith("/repair"), "nothing was picked")
    take("van", "/shop/van", "kept for")
    meet("hands_on")
    enter({"kind": "stepped", "steps": ["confirm", "carriage", "clamp", "mark"], "done": True})
    take("repair", f"/calls/{key}/repair", "Seat a bar")
    meet("bars", "letting_down")
    enter(*[{"kind": "slack", "part": side} for side in ("left", "right")])
    meet("taking_off")
    enter({"kind": "taken_off"}, {"kind": "put_on"}, {"kind": "stepped", "steps": ["cables_equal", "brackets"], "done": True})
    meet("winding")
    script = "fetch(`/api/calls/${arguments[0]}`).then(a => a.json()).then(c => arguments[1](c.state.parts[0].target))"
    planned = browser.execute_async_script(script, key)
    enter(*[_stroke("left", place) for place in range(13)])
    take("turn-counter", f"/calls/{key}/repair", f"13 / {planned}", "Go on winding")
    enter(*[_stroke("left", place) for place in range(13, planned)], *[_stroke("right", place) for place in range(planned)])
    meet("first_lift")
    enter(*[{"kind": "reading", "reading": {"height_in": height, "outcome": outcome}} for height, outcome in READINGS])
    take("prove", f"/calls/{key}/prove", "Contact reversal")
    browser.execute_script("localStorage.setItem('north-hinge.theme', 'garage')")
    take("prove-garage", f"/calls/{key}/prove", "Contact reversal")
    browser.execute_script("localStorage.setItem('north-hinge.theme', 'light')")
    meet("by_power")
    enter(*[{"kind": "proof", "proof": proof, "passed": True} for proof in ("reversal", "eyes", "force")])
    take("close", f"/calls/{key}/close", "Contact reversal")


def _settled(browser: webdriver.Chrome, shows: str) -> bool:
    time.sleep(0.6)
    loading = browser.find_elements(By.CSS_SELECTOR, "[aria-label=Loading]")
    return not loading and shows.casefold() in browser.find_element(By.TAG_NAME, "body").text.casefold()


def _touch(browser: webdriver.Chrome, words: str) -> None:
    next(button for button in browser.find_elements(By.TAG_NAME, "button") if words in button.text).click()


def _stroke(side: str, place: int) -> dict[str, object]:
    return {"kind": "moved", "part": side, "from_count": place, "to_count": place + 1}


if __name__ == "__main__":
    main()
