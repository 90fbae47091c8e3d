"""The practice door as somebody learning meets it: looked at, done by hand, answered as it was seen, ended, and read about."""

from __future__ import annotations

import pytest
from selenium.webdriver.common.by import By

from hinge.faults.knowledge import faults
from server.calls.models import Call
from server.people.models import Person
from server.practice.models import PracticeRun
from tests.browser.conftest import PASSWORD
from tests.browser.thumb import ASKED, REST_S, Thumb

# What an instrument shows is read off it; who does not see it is told.
SEEN = """
const seen = document.querySelector('[aria-label="What you see"]');
return seen.querySelector('svg')?.ariaLabel ?? seen.querySelector('b')?.innerText ?? '';
"""
# Found and touched in one breath: an answer of the server may draw a list anew between two.
IN_GROUP = "[...document.querySelectorAll(`[aria-label='${arguments[0]}'] button`)].filter((one) => !one.ariaExpanded)"
WORDS = f"return {IN_GROUP}.map((one) => one.innerText)"
PRESS = f"const there = {IN_GROUP}.find((one) => one.innerText === arguments[1]); there?.click(); return Boolean(there)"


class Learner(Thumb):
    """Who does and looks in the garage before anything is stated or answered."""

    def once(self) -> None:
        self._settled()
        for words in self._words("Do it by hand"):
            self._act("Do it by hand", words)
        super().once()

    def _words(self, group: str) -> list[str]:
        return self.page.browser.execute_script(WORDS, group)

    def _deeds(self) -> int:
        return len(PracticeRun.objects.get(call=self.call).deeds)

    def _act(self, group: str, words: str) -> None:
        before = self._deeds()
        self.page.until(lambda: self.page.browser.execute_script(PRESS, group, words), f"{words!r} in the garage")
        self.page.until(lambda: self._deeds() > before, f"{words!r} done in the garage")

    def _answer(self) -> None:
        """The outcome that stands there as it was seen."""
        name = self.page.browser.execute_script(ASKED)
        assert name is not None, self.page.text()[:1000]
        check = faults().checks[name]
        self._act("Look", check.ask)
        self.page.until(lambda: self.page.browser.execute_script(SEEN), "something seen")
        seen = self.page.browser.execute_script(SEEN).rstrip(".")
        outcome = next(one for one, text in check.outcomes.items() if text == seen)
        before = self.said()
        self.page.browser.find_element(By.CSS_SELECTOR, f"[data-outcome={outcome}]").click()
        self.page.until(lambda: self.said() > before, f"{name} answered {outcome}")


def begun(page, lesson: str) -> Call:
    """The call of a lesson begun from Today."""
    page.go("/")
    page.touch("Practise")
    page.sees("Practice doors")
    page.touch(f"Begin: {lesson}")
    page.sees("In the garage")
    return PracticeRun.objects.get(lesson__gt="", ended_at=None).call


def made_safe_by_word(page) -> None:
    """The three safety items stated from the main action, one after another, and on to Find."""
    for says in ("It is unplugged", "Everybody is clear", "Door is down or clamped", "Made safe: find the fault"):
        page.until(lambda says=says: page.browser.find_element(By.ID, "main-action").text == says, says)
        page.pause(REST_S)
        page.browser.find_element(By.ID, "main-action").click()


def test_a_lesson_from_today_to_what_to_do_better(signed_in, person):
    page = signed_in
    call = begun(page, "Eyes out of line")
    assert page.axe() == []
    learner = Learner(page, call, person, "eye_knocked")
    learner.touch("It opens fine but will not close")
    learner.walk()
    page.touch("End this run and see how it went")
    page.touch("End it")
    page.sees("Found, put right and proved, without a danger.")
    page.sees("found and put right")
    page.touch("A good technician’s")
    page.sees("1 of ")
    page.touch("Next")
    page.sees("2 of ")
    assert page.axe() == []
    run = PracticeRun.objects.get(call=call)
    assert run.passed
    assert run.missed_causes == []
    page.touch("Practise again")
    page.sees("Passed.")
    assert page.axe() == []
    page.go("/doors")
    page.sees("Doors")
    assert "Practice door" not in page.text()


def test_a_danger_is_told_as_what_would_have_happened_and_opens_its_place_in_the_run(signed_in):
    page = signed_in
    begun(page, "A broken pair")
    page.touch("There was a loud bang")
    made_safe_by_word(page)
    page.sees("Stated and not so")
    # The springs are touched on the word of it: the drawing's part, and a check there that takes hands.
    page.touch("Everything that can be done by hand")
    page.touch("Bar seated and its load held by hand")
    page.sees("What would have happened:")
    page.sees("What stands against it:")
    page.touch("End this run and see how it went")
    page.touch("End it")
    page.sees("A danger ended this run.")
    page.touch("See where")
    page.sees("Bar seated and its load held by hand")


@pytest.mark.parametrize("size", [(390, 844), (360, 640)])
def test_on_a_phone_one_goes_into_the_garage_and_out_of_it(signed_in, size):
    page = signed_in
    begun(page, "Button, remote, lock-out")
    page.size(*size)
    page.sees("Go into the garage")
    assert "Opener unplugged, battery backup out\nSwitched off" in page.text()
    page.touch("Go into the garage")
    page.touch("Opener unplugged, battery backup out")
    page.sees("Done, and it is so.")
    assert "Switched off is not unplugged" not in page.text(), "the page waits outside"
    page.touch("Back to the page")
    page.sees("Switched off is not unplugged")
    assert not page.scrolls_sideways()
    assert page.small_targets() == []
    page.go("/practice")
    page.sees("Make it safe")
    assert not page.scrolls_sideways()
    page.size(1280, 800)


def test_an_apprentice_is_told_who_counts_the_strokes(signed_in, person, door):
    from tests.browser.work import call_ready_to_wind

    page, call = signed_in, call_ready_to_wind(person, door, 8)
    page.become(Person.objects.create_user("alin", password=PASSWORD, name="Alin Reed", role="apprentice", shop=person.shop))
    page.go(f"/calls/{call.key}/repair")
    page.touch("Start winding")
    page.touch("Count a quarter-turn on the")
    page.touch("Put the counter away")
    page.sees("Work on loaded parts is a technician")
    assert not call.entries.filter(body__kind="moved").exists()
    page.complaints()


def test_a_double_tap_in_the_garage_is_one_look(signed_in):
    page = signed_in
    call = begun(page, "Eyes out of line")
    page.touch("It opens fine but will not close")
    page.find("Opener unplugged, battery backup out")
    page.browser.execute_script(f"const [one] = {IN_GROUP}; one.click(); one.click()", "Do it by hand")
    page.until(lambda: PracticeRun.objects.get(call=call).deeds, "done")
    page.pause(0.5)
    assert len(PracticeRun.objects.get(call=call).deeds) == 1


def test_without_advice_nothing_is_proposed_and_the_drawing_is_where_one_looks(signed_in):
    page = signed_in
    page.go("/practice")
    page.touch("Nothing")
    call = begun(page, "Eyes out of line")
    page.touch("It opens fine but will not close")
    for label in ("Opener unplugged, battery backup out", "People, pets and cars clear", "Door down, or clamped where it stands"):
        assert page.browser.execute_script(PRESS, "Do it by hand", label)
    made_safe_by_word(page)
    page.sees("Look for yourself")
    assert "What it could be" not in page.text()
    assert "A hint" not in page.text()
    assert PracticeRun.objects.get(call=call).advice == "none"
