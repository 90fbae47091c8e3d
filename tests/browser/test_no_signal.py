"""No connection at all: the page opens, shows what it showed, keeps what is entered, and sends it once, in order."""

import uuid

import pytest
from django.contrib.sessions.models import Session
from django.utils import timezone

from server.bookings import service
from server.bookings.models import Booking
from server.calls.models import Call
from server.doors.models import Door
from server.people.models import Person
from tests.browser.page import Page
from tests.browser.thumb import Thumb
from tests.browser.work import A_MOMENT, call_ready_to_wind, enter, gates, start, state_of
from tests.support.line import Line
from tests.support.records import RECORDS

READY = """
const tell = arguments[0];
navigator.serviceWorker.ready.then(async () => {
  while (!navigator.serviceWorker.controller) await new Promise((again) => setTimeout(again, 50));
  tell(true);
});
"""
EVERYTHING = "appcache,cookies,file_systems,indexeddb,local_storage,shader_cache,websql,service_workers,cache_storage"


@pytest.fixture
def line(live_server):
    """What leads from the tablet to the server, to be cut."""
    line = Line(live_server.thread.port)
    yield line
    line.cut()


@pytest.fixture
def afar(line, browser, person, settings):
    """A tablet signed in over the line, which keeps the page by now, and is told the whole way of a call."""
    settings.AHEAD_SECONDS = 60.0
    page = Page(browser, line.address, keeps_seen=True)
    page.size(1280, 800)
    browser.execute_cdp_cmd("Network.clearBrowserCookies", {})
    page.go("/static/icon.svg")
    page.become(person)
    page.go("/")
    page.sees("Find a door, start or book a call")
    browser.set_script_timeout(30)
    assert browser.execute_async_script(READY)
    browser.get_log("browser")
    yield page
    browser.get("about:blank")
    browser.execute_cdp_cmd("Storage.clearDataForOrigin", {"origin": line.address, "storageTypes": EVERYTHING})


def wish(person):
    """A booking of today for whoever is signed in."""
    return service.BookingInput(
        day=timezone.now().date(), from_time=None, until_time=None, complaint="bang", note="", technician=person.username, cancelled=""
    )


def patiently(page, condition, what):
    """Wait for what takes the server a while, and nobody waits for."""
    for _ in range(180):
        if condition():
            return
        page.pause(1)
    raise AssertionError(f"waited for {what}; the page says:\n{page.text()[:600]}")


def row_of(page, name):
    """The row of a booking on Today."""
    return page.browser.find_element("css selector", f"li[aria-label$='{name}']")


def told(call):
    """What was entered on a call, in order."""
    return [one.body.get("gate") or one.body["kind"] for one in call.entries.order_by("position")]


def test_a_call_goes_on_through_a_reload_and_a_dead_battery_with_the_line_cut(afar, line, person, door):
    page, call = afar, start(person, door)
    enter(call, person, "complaint", complaint="bang")
    page.go("/")
    page.sees("Net loft")
    page.go(f"/calls/{call.key}/arrive")
    first, second, third, *_ = gates("hands_on")
    page.sees(first.title)
    page.pause(1)
    line.cut()
    page.touch(first.title)
    page.sees("1 entry waits on this tablet")
    page.go(f"/calls/{call.key}/arrive")
    page.sees("No connection. 1 entry waits on this tablet. Shown as it was at")
    page.sees(first.title)
    assert page.is_on(first.title), "what waits is shown as said"
    page.touch(second.title)
    page.sees("2 entries wait on this tablet")
    # The battery dies and is charged again.
    page.browser.get("about:blank")
    page.go("/")
    page.sees("No connection. 2 entries wait on this tablet")
    page.sees("Net loft")
    page.go(f"/calls/{call.key}/arrive")
    page.touch(third.title)
    page.pause(A_MOMENT)
    assert told(call) == ["complaint"]
    line.join()
    page.until(lambda: told(call) == ["complaint", first.id, second.id, third.id], "each once, in order")
    page.until(lambda: "Shown as it was" not in page.text(), "the connection is there again")


def test_every_page_that_was_seen_opens_without_a_line_as_strict_as_ever(afar, line, person, door):
    page, call = afar, start(person, door)
    seen = {"/doors": "Net loft", f"/doors/{door.key}": "Quayside 9", "/bench": "Clear opening", f"/calls/{call.key}/find": "Find"}
    for path, words in seen.items():
        page.go(path)
        page.sees(words)
    page.pause(1)
    line.cut()
    for path, words in seen.items():
        page.go(path)
        page.sees(words)
        page.sees("Shown as it was at")
    # The policy holds there too: what nobody gave a nonce does not run.
    page.browser.execute_script(
        "const one = document.createElement('script'); one.textContent = 'window.slipped = 1'; document.body.append(one)"
    )
    assert page.browser.execute_script("return window.slipped ?? 0") == 0
    assert any("Content Security Policy" in one["message"] for one in page.browser.get_log("browser"))


WAITING = """
const waiting = Object.entries(localStorage).filter(([key]) => key.startsWith('north-hinge.outbox.waiting.')).sort();
return waiting.map(([, one]) => JSON.parse(one)).map(({id, body}) => [id, body.kind]);
"""
KNOWN = """
const [call, tell] = arguments;
const open = indexedDB.open('north-hinge-seen');
open.onsuccess = () => {
  const all = open.result.transaction('answers').objectStore('answers').getAll();
  all.onsuccess = () => tell(all.result.some(({state}) => {
    const [{queryKey, state: {data}}] = state.queries;
    return queryKey[0] === 'call-ahead' && queryKey[1] === call && queryKey[2] && data.steps.length > 20;
  }));
};
"""


ENABLED = """
const says = (one) => one.textContent.includes(arguments[0]) || one.ariaLabel?.includes(arguments[0]);
const found = [...document.querySelectorAll('button')].find(says);
return Boolean(found && !found.disabled);
"""


class FarThumb(Thumb):
    """The same with no connection: what is entered waits on the tablet, and the page alone says what comes next."""

    def said(self) -> int:
        return len(self.page.browser.execute_script(WAITING))

    def is_over(self) -> bool:
        return any(kind == "closed" for _, kind in self.page.browser.execute_script(WAITING))

    def _count(self) -> None:
        self.page.sees("Touch after each stroke")
        while self.page.find("All there: go on").get_attribute("disabled") is not None:
            before = self.said()
            for words in ("Count a quarter-turn", "is slack: broken"):
                if self.page.browser.execute_script(ENABLED, words):
                    self.page.touch(words)
                    self.page.until(lambda before=before: self.said() > before, words)
                    break
            else:
                # This side is there: on to the other one.
                self.page.browser.find_element("css selector", "[aria-label='Spring being counted'] [aria-checked=false]").click()
        self.touch("All there: go on")


@pytest.mark.parametrize(
    ("complaint", "cause"),
    [("There was a loud bang", "spring_broken"), ("It opens fine but will not close", "eye_knocked"), ("It hangs crooked", "cable_off")],
)
def test_a_call_goes_from_the_complaint_to_the_close_with_the_line_cut(afar, line, person, complaint, cause):
    page = afar
    door = Door.objects.create(shop=person.shop, name="Rope store", record=RECORDS["wound"].model_dump(mode="json"))
    call = start(person, door)
    page.go(f"/calls/{call.key}/arrive")
    page.touch(complaint)
    patiently(page, lambda: page.browser.execute_async_script(KNOWN, str(call.key)), "the whole way known")
    line.cut()
    thumb = FarThumb(page, call, person, cause)
    touched = thumb.walk()
    assert told(call) == ["complaint"], touched
    waited = page.browser.execute_script(WAITING)
    page.browser.get("about:blank")
    line.join()
    page.go("/")
    patiently(page, lambda: state_of(call).closed, "ninety entries sent one after another, and closed by the server")
    assert [one.client_id for one in call.entries.order_by("position")][1:] == [entry for entry, _ in waited], "each once, in order"


def test_the_day_is_taken_along_and_a_call_never_looked_at_opens_without_a_line(afar, line, person, door):
    page = afar
    booked = service.book(person, door.key, uuid.uuid4(), wish(person))
    call = service.begin(person, booked.key, uuid.uuid4())
    page.go("/")
    patiently(page, lambda: "Your day is on this device" in page.text(), "the day taken along")
    page.pause(0.5)
    line.cut()
    page.go(f"/calls/{call.key}/arrive")
    thumb = FarThumb(page, call, person, "spring_broken")
    while not any(kind == "found" for _, kind in page.browser.execute_script(WAITING)):
        thumb.once()
    assert told(call) == ["complaint"]
    line.join()
    page.until(lambda: state_of(call).cause == "spring_broken", "all of it with the server")


def test_a_booked_call_is_begun_with_the_line_cut_and_goes_to_the_one_another_device_began(afar, line, person, door):
    page, other = afar, Door.objects.create(shop=person.shop, name="Rope store", record=door.record)
    here, elsewhere = (service.book(person, one.key, uuid.uuid4(), wish(person)) for one in (door, other))
    page.go("/")
    patiently(page, lambda: "Your day is on this device" in page.text(), "the day taken along")
    page.pause(0.5)
    line.cut()
    # Meanwhile somebody else begins the other one.
    theirs = service.begin(person, elsewhere.key, uuid.uuid4())
    for name in ("Net loft", "Rope store"):
        page.go("/")
        page.sees(name)
        row_of(page, name).find_element("xpath", ".//button[.='Start the call']").click()
        page.sees("not made safe yet")
        page.pause(A_MOMENT)
        page.touch("It is unplugged")
        page.until(lambda: page.is_on("Opener unplugged"), "shown as said")
        page.go("/")
        page.sees("Your day is on this device")
        assert row_of(page, name).text.endswith("Go on"), "begun once, and gone on with"
    page.browser.get("about:blank")
    page.go("/")
    page.sees("4 entries wait on this tablet")
    line.join()
    page.until(lambda: Booking.objects.get(pk=here.pk).call is not None, "begun at the server")
    mine = Booking.objects.get(pk=here.pk).call
    page.until(lambda: told(mine)[-2:] == ["complaint", "power_off"], "the call, and what was said on it")
    page.until(lambda: told(theirs)[-2:] == ["complaint", "power_off"], "said on the call that was begun elsewhere")
    assert Call.objects.filter(door__in=(door, other)).count() == 2


WEEKS_BEHIND = """
const Real = Date, late = () => Real.now() - 21 * 86_400_000;
Date = class extends Real {
  constructor(...at) { super(...(at.length ? at : [late()])); }
  static now() { return late(); }
};
"""
EVICTED = "indexeddb,service_workers,cache_storage,cookies"


def test_a_tablet_found_again_after_three_weeks_says_it_all_and_under_the_right_name(afar, line, person, door):
    page, call = afar, start(person, door)
    other = Person.objects.create_user("ray", password="a long enough one", name="Ray Quill", role="technician", shop=person.shop)
    first, second, *_ = gates("hands_on")
    page.go(f"/calls/{call.key}/arrive")
    page.sees(first.title)
    page.pause(1)
    line.cut()
    # Its clock is wrong too.
    wrong = page.browser.execute_cdp_cmd("Page.addScriptToEvaluateOnNewDocument", {"source": WEEKS_BEHIND})["identifier"]
    try:
        page.go(f"/calls/{call.key}/arrive")
        page.touch(first.title)
        page.touch(second.title)
        page.sees("2 entries wait on this tablet")
    finally:
        page.browser.execute_cdp_cmd("Page.removeScriptToEvaluateOnNewDocument", {"identifier": wrong})
    page.browser.get("about:blank")
    # Meanwhile nobody is signed in any more, and the device wanted the room.
    Session.objects.all().delete()
    page.browser.execute_cdp_cmd("Storage.clearDataForOrigin", {"origin": line.address, "storageTypes": EVICTED})
    line.join()
    page.go("/")
    page.sees("2 entries of tess wait on this tablet and go out when tess signs in.")
    page.become(other)
    page.go(f"/calls/{call.key}/arrive")
    page.sees(first.title)
    page.pause(2.5)
    assert not page.is_on(first.title), "nobody else is shown it"
    assert told(call) == []
    page.browser.execute_cdp_cmd("Network.clearBrowserCookies", {})
    page.become(person)
    page.go("/")
    page.until(lambda: told(call) == [first.id, second.id], "each once, in order")
    rows = list(call.entries.order_by("position"))
    assert {one.by for one in rows} == {person}
    assert all(abs((one.at - timezone.now()).total_seconds()) < 60 for one in rows), "when they came, by the server's clock"


def test_two_tablets_on_one_call_one_of_them_without_a_line(afar, line, person, door):
    page, call = afar, call_ready_to_wind(person, door, 8)
    other = Person.objects.create_user("ray", password="a long enough one", name="Ray Quill", role="technician", shop=person.shop)
    page.go(f"/calls/{call.key}/repair")
    page.touch("Start winding")
    page.sees("8 to go")
    page.pause(1)
    line.cut()
    for _ in range(2):
        page.touch("Count a quarter-turn on the")
    page.sees("2 strokes kept on this tablet")
    # Where there is a signal somebody counts one too.
    enter(call, other, "moved", part="left", from_count=0, to_count=1)
    line.join()
    page.sees("not saved")
    counted = [(one.body["from_count"], one.by.username) for one in call.entries.filter(body__kind="moved").order_by("position")]
    assert counted[0] == (0, "ray")
    assert (0, "tess") not in counted, "nothing is counted twice"


def test_with_whoever_signed_out_goes_what_was_shown(afar, line, person, door):
    page = afar
    page.go(f"/doors/{door.key}")
    page.sees("Quayside 9")
    page.pause(1)
    page.go("/shop")
    page.touch("Sign out")
    page.sees("Sign in")
    page.pause(1)
    line.cut()
    page.go(f"/doors/{door.key}")
    page.pause(2)
    assert "Quayside 9" not in page.text()
    left = page.browser.execute_async_script(
        "const tell = arguments[0]; const open = indexedDB.open('north-hinge-seen');"
        "open.onsuccess = () => { const all = open.result.transaction('answers').objectStore('answers').getAllKeys();"
        "all.onsuccess = () => tell(all.result); };"
    )
    assert [one for one in left if one != "session"] == []
