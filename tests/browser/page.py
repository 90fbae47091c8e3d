"""The page as a technician handles it: things are found by their words."""

from __future__ import annotations

import re
import time
from contextlib import suppress
from pathlib import Path

from django.conf import settings
from django.test import Client
from selenium import webdriver
from selenium.common.exceptions import (
    ElementNotInteractableException,
    JavascriptException,
    MoveTargetOutOfBoundsException,
    StaleElementReferenceException,
    TimeoutException,
    WebDriverException,
)
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webelement import WebElement
from selenium.webdriver.support.ui import Select, WebDriverWait

from server.people.models import Person
from tools.browser import set_viewport

AXE = Path(__file__).resolve().parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"
SECONDS = 15
# What a page that is just changing or going away answers.
PASSING = (
    StaleElementReferenceException,
    ElementNotInteractableException,
    MoveTargetOutOfBoundsException,
    JavascriptException,
)
TOUCHABLE = "button, a, [role=button], [role=radio], label, summary"

# The smallest shown thing to touch whose words or label hold what is asked for; in one round trip.
SMALLEST = """
const [what, words] = arguments;
const shown = (e) => e.getClientRects().length > 0;
const text = (e) => e.innerText ?? '';
// What undoes an entry names it: it is meant only where it is asked for as such.
const label = (e) => e.getAttribute('aria-label') || '';
const says = (e) => text(e).includes(words) || (label(e).includes(words) && label(e).startsWith('Undo') === words.startsWith('Undo'));
const found = [...document.querySelectorAll(what)].filter((e) => shown(e) && says(e))
  .sort((a, b) => text(a).length - text(b).length)[0] ?? null;
"""
FIND = f"{SMALLEST} return found;"
# The same, brought into sight; nothing while it is disabled, was elsewhere a moment ago, or has something else over its middle.
FIND_READY = f"""{SMALLEST}
if (!found || found.disabled || found.dataset.disabled) return null;
found.scrollIntoView({{block: 'center'}});
const [box] = found.getClientRects();
const at = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
const isStill = `${{at}}` === one.at;
one.at = `${{at}}`;
if (!isStill || !found.contains(document.elementFromPoint(...at))) return null;
window.missed = false;
document.addEventListener('pointerdown', ({{target}}) => (window.missed = !found.contains(target)), {{capture: true, once: true}});
return found;
"""
MISSED = "return window.missed ?? false;"
SAYS = "return document.body?.innerText.toLowerCase().includes(arguments[0]) || null;"
# The page itself looks, many times a second, for what is waited for, and tells at once.
LOOK_OUT = """
const [seconds, ...asked] = [...arguments].slice(0, -1), tell = arguments[arguments.length - 1];
const until = performance.now() + 1000 * seconds;
function one() { %s }
const look = () => {
  const found = one(...asked);
  if (found !== null || performance.now() > until) tell(found); else setTimeout(look, 25);
};
look();
"""

# A phone zooms out of a page that is too wide, were it for one frame, and what is fixed to its foot goes along under the finger.
WATCH_WIDTH = """
const phone = matchMedia('(max-width: 599px)');
new MutationObserver(() => {
  if (!phone.matches) return;
  const {scrollWidth, clientWidth} = document.documentElement;
  if (scrollWidth <= clientWidth) return;
  const widest = [...document.body.querySelectorAll('*')].filter((one) => one.getBoundingClientRect().right > clientWidth + 1).at(-1);
  window.wasTooWide = `${scrollWidth} px: ${widest?.outerHTML.slice(0, 200)}`;
}).observe(document, {childList: true, subtree: true});
"""
ON_PURPOSE = ("ERR_INTERNET_DISCONNECTED", "Connection is closing because of: The database is deleted")
# An answer ahead never comes before what somebody waits for: where the machine has no time for it, it is told so and asks again.
PUT_OFF = re.compile(r"/ahead\?\S* - .*status of 503")
TOO_WIDE = "return Boolean(window.wasTooWide) || document.documentElement.scrollWidth > window.innerWidth + 1"
IS_ON = f"{SMALLEST} return found && (found.querySelector('input')?.checked ?? false);"
FIELD = """
const label = [...document.querySelectorAll('label[for]')].find((one) => one.innerText.trim() === arguments[0]);
return label ? document.getElementById(label.htmlFor) : null;
"""


class Page:
    """One tablet."""

    def __init__(self, browser: webdriver.Chrome, address: str, keeps_seen: bool = False) -> None:
        self.browser, self.address, self.keeps_seen = browser, address, keeps_seen

    def go(self, path: str) -> None:
        if not self.keeps_seen:
            # What a test wrote meanwhile is to be looked at, not what was seen before.
            seen = {"securityOrigin": self.address, "databaseName": "north-hinge-seen"}
            with suppress(WebDriverException):
                self.browser.execute_cdp_cmd("IndexedDB.deleteDatabase", seen)
        self.browser.get(self.address + path)

    def become(self, person: Person) -> None:
        """Whose session this browser holds from now on."""
        client, name = Client(), settings.SESSION_COOKIE_NAME
        client.force_login(person)
        self.browser.add_cookie({"name": name, "value": client.cookies[name].value, "path": "/"})

    def size(self, width: int, height: int) -> None:
        set_viewport(self.browser, width, height)

    def until(self, condition, what: str):
        # While a drawing is still coming in, what is touched may move away under the finger.
        wait = WebDriverWait(self.browser, SECONDS, 0.1, PASSING)
        try:
            return wait.until(lambda _: condition())
        except TimeoutException as late:
            raise AssertionError(f"waited for {what!r}; the page says:\n{self.text()[:1500]}") from late

    def text(self) -> str:
        """What is shown, as the browser itself puts it: one round trip however long the page."""
        return self.browser.execute_script("return document.body.innerText")

    def _look_out(self, script: str, *asked: str):
        """What the page finds by a script, as soon as it does."""
        return self.browser.execute_async_script(LOOK_OUT % script, SECONDS, *asked)

    def sees(self, words: str) -> None:
        self.until(lambda: self._look_out(SAYS, words.lower()), words)

    def closed(self) -> None:
        """The call is closed, on whatever day it is."""
        self.until(lambda: re.search(r"closed \d", self.text().lower()), "closed, with its day")

    def find(self, words: str) -> WebElement:
        return self.until(lambda: self._look_out(FIND, TOUCHABLE, words), words)

    def touch(self, words: str) -> None:
        def pressed():
            one = self._look_out(FIND_READY, TOUCHABLE, words)
            if one is None:
                return False
            # Half the work of the driver's own click, which looks once more for all that was looked for here.
            ActionChains(self.browser, duration=0).click(one).perform()
            return not self.browser.execute_script(MISSED)

        self.until(pressed, words)

    def is_on(self, words: str) -> bool:
        """Whether a switch of these words is on."""
        return self.until(lambda: [on] if (on := self._look_out(IS_ON, TOUCHABLE, words)) is not None else None, words)[0]

    def height_of(self, words: str) -> float:
        """How far down the screen something to touch is."""
        return self.browser.execute_script("return arguments[0].getBoundingClientRect().top", self.find(words))

    def field(self, label: str) -> WebElement:
        return self.until(lambda: self._look_out(FIELD, label), f"field {label}")

    def write(self, label: str, typed: str) -> None:
        def written():
            # One of that name may be on the page that is just going.
            self.field(label).send_keys(Keys.CONTROL, "a", Keys.NULL, typed)
            return True

        self.until(written, label)

    def chooser(self, group: str) -> WebElement:
        """The file chooser of a group."""
        return self.until(lambda: self.browser.find_element(By.CSS_SELECTOR, f'[aria-label="{group}"] input[type=file]'), group)

    def pick(self, label: str, words: str) -> None:
        """Pick from a list by its words."""
        wrapped = self.until(
            lambda: next((one for one in self.browser.find_elements(By.TAG_NAME, "label") if one.text.startswith(label)), None), label
        )
        Select(wrapped.find_element(By.TAG_NAME, "select")).select_by_visible_text(words)

    def keys(self, *keys: str) -> None:
        for key in keys:
            ActionChains(self.browser).send_keys(key).perform()

    def chord(self, held: str, key: str) -> None:
        """A key pressed while another is held."""
        ActionChains(self.browser).key_down(held).send_keys(key).key_up(held).perform()

    def offline(self, is_off: bool) -> None:
        self.browser.execute_cdp_cmd("Network.enable", {})
        self.browser.execute_cdp_cmd(
            "Network.emulateNetworkConditions", {"offline": is_off, "latency": 0, "downloadThroughput": -1, "uploadThroughput": -1}
        )

    def has_sent_all(self) -> bool:
        """Whether nothing that was entered waits on the tablet to be sent."""
        return not self.browser.execute_script(
            "return Object.keys(localStorage).some((key) => key.startsWith('north-hinge.outbox.waiting'))"
        )

    def scrolls_sideways(self) -> bool:
        """Whether the page is wider than the screen, or on a phone has been since it was loaded."""
        return self.browser.execute_script(TOO_WIDE)

    def small_targets(self) -> list[str]:
        """Buttons and links laid out smaller than 48 px high that are no plain links in text."""
        return self.browser.execute_script(
            "return [...document.querySelectorAll('button, nav a')].filter(e => e.offsetParent && e.getBoundingClientRect().height < 39)"
            ".map(e => e.textContent)"
        )

    def axe(self) -> list[str]:
        """Everything axe finds, one line each; in the garage theme only colours are other ones."""
        self.browser.execute_script(AXE.read_text())
        found = self._axe({})
        self.browser.execute_script("document.documentElement.dataset.theme = 'garage'")
        found += [f"garage: {one}" for one in self._axe({"runOnly": ["color-contrast"]})]
        self.browser.execute_script("document.documentElement.dataset.theme = 'light'")
        return found

    def _axe(self, options: dict[str, object]) -> list[str]:
        found = self.browser.execute_async_script(
            "axe.run(document, arguments[0]).then(arguments[1])", {"resultTypes": ["violations"]} | options
        )
        return [f"{one['id']} ({one['impact']}): {one['nodes'][0]['html'][:160]}" for one in found["violations"]]

    def complaints(self) -> list[str]:
        """Errors on the browser's console, less those a test made on purpose, and answers ahead that a busy machine put off."""
        return [
            one["message"]
            for one in self.browser.get_log("browser")
            if one["level"] == "SEVERE" and not any(made in one["message"] for made in ON_PURPOSE) and not PUT_OFF.search(one["message"])
        ]

    def pause(self, seconds: float) -> None:
        time.sleep(seconds)
