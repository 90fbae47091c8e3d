"""A call walked by the thumb: the main action wherever it can be pressed, an answer where one is asked for, every touch counted."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import cached_property

from selenium.webdriver.common.by import By

from hinge.practice.garage import garage_of
from hinge.practice.visit import PracticeVisit
from server.calls.models import Call
from server.people.models import Person
from tests.browser.page import Page
from tests.browser.work import state_of
from tests.support.scripted import tell

SITE = 7
# So long what has just come up takes no press.
REST_S = 0.4
MAIN = """
const main = document.getElementById('main-action');
return main && !document.querySelector('[aria-label=Loading]') ? [main.textContent, main.disabled] : null;
"""
ASKED = "return document.querySelector('[data-check]')?.dataset.check ?? null"
PUT_RIGHT = "return [...document.querySelectorAll('button')].some((one) => one.textContent === 'Put right')"
TOGETHER = """
const words = [...document.querySelectorAll('button')].map((one) => one.innerText);
return words.find((one) => one.startsWith('This and the next')) ?? null;
"""
IN_SIGHT = """
const box = document.getElementById('main-action').getBoundingClientRect();
return box.bottom <= innerHeight + 1 && box.top >= 0;
"""


@dataclass
class Thumb:
    """Who walks: the cause that is really there, and what was touched so far."""

    page: Page
    call: Call
    person: Person
    cause: str
    touched: list[str] = field(default_factory=list)
    out_of_sight: list[str] = field(default_factory=list)

    @cached_property
    def there(self) -> PracticeVisit:
        """The simulated site with that cause in it, as nobody has touched it."""
        return PracticeVisit.at(garage_of(SITE, [self.cause]))

    def walk(self, most: int = 120) -> list[str]:
        """Press on until the call is closed: what was touched, strokes left out."""
        for _ in range(most):
            if self.is_over():
                return self.touched
            self.once()
        raise AssertionError(f"not closed after {most} touches: {self.touched[-6:]} at {self.page.browser.current_url}")

    def touch(self, words: str) -> None:
        self.page.touch(words)
        self.touched.append(words)

    def is_over(self) -> bool:
        """Whether the call is closed."""
        return state_of(self.call).closed

    def said(self) -> int:
        """How much was entered on the call."""
        return self.call.entries.count()

    def _entered(self, words: str) -> None:
        """Something touched that is kept with the call."""
        before = self.said()
        self.touch(words)
        self.page.until(lambda: self.said() > before, f"{words!r} kept")

    def once(self) -> None:
        """The next touch: the main action, or the answer that is asked for."""
        label, is_off = self._settled()
        stage = self.page.browser.current_url.split("?")[0].rsplit("/", 1)[-1]
        if stage == "close" and self._finish():
            return
        if not is_off:
            if not self.page.browser.execute_script(IN_SIGHT):
                self.out_of_sight.append(label)
            self.page.pause(REST_S)
            if stage == "repair" and self._together():
                return
            label = self.page.until(self._press_main, "the main action")
            self.touched.append(label)
            if label == "Close the call" and stage == "close":
                self.page.until(self.is_over, "closed")
            if label in ("Count them down", "Start winding", "Go on winding", "Count them on", "Count them off"):
                self._count()
            return
        {"find": self._answer, "prove": self._let_go}.get(stage, self._stuck)()

    def _press_main(self) -> str:
        """The main action pressed; its words."""
        main = self.page.browser.find_element(By.ID, "main-action")
        label = main.text
        main.click()
        return label

    def _settled(self) -> tuple[str, bool]:
        """The main action once it has stood still; one that waits for the server is looked at for longer."""
        seen: list[object] = [None]
        for _ in range(60):
            now = self.page.browser.execute_script(MAIN)
            if now is not None and now[0] != "One moment" and seen[-4 if now[1] else -1 :] == [now] * (4 if now[1] else 1):
                return now[0], now[1]
            seen.append(now)
            self.page.pause(0.15)
        raise AssertionError(f"never settled: {seen[-1]} at {self.page.browser.current_url}: {self.page.text()[:600]}")

    def _answer(self) -> None:
        """What the cause that is there shows of the check that is asked."""
        name = self.page.browser.execute_script(ASKED)
        if name is None:
            self.touch("Go on with it, not confirmed")
            return
        self.page.pause(REST_S)
        outcome = self.there.look(name)
        before = self.said()
        self.page.browser.find_element(By.CSS_SELECTOR, f"[data-outcome={outcome}]").click()
        self.touched.append(f"{name}: {outcome}")
        self.page.until(lambda: self.said() > before, f"{name} answered {outcome}")

    def _let_go(self) -> None:
        self.page.pause(REST_S)
        self._entered("▬ holds")

    def _together(self) -> bool:
        """Several steps that may be said at once are said at once."""
        words = self.page.browser.execute_script(TOGETHER)
        if not words:
            return False
        before = self.said()
        self.touch(words)
        self.page.until(lambda: self.said() > before, "said together")
        return True

    def _count(self) -> None:
        """Every stroke, which is the work itself and no touch too many; then the counter is put away."""
        self.page.sees("Touch after each stroke")
        for part in state_of(self.call).parts:
            if part.target is None:
                continue
            if part.count is None or part.target == 0:
                tell(self.person, self.call.key, [("slack", {"part": part.part})])
                self.touched.append(f"{part.name} is slack")
                continue
            way = 1 if part.target > part.count else -1
            strokes = [{"part": part.part, "from_count": at, "to_count": at + way} for at in range(part.count, part.target, way)]
            tell(self.person, self.call.key, [("moved", stroke) for stroke in strokes])
        self.touch("All there: go on")

    def _finish(self) -> bool:
        """On Close: what was found said to be put right, the parts taken from the list; whether anything was touched."""
        if self.page.browser.execute_script(PUT_RIGHT):
            self._entered("Put right")
            return True
        return False

    def _stuck(self) -> None:
        raise AssertionError(f"stuck: {self._settled()} at {self.page.browser.current_url}: {self.page.text()[:1500]}")
