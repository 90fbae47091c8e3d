"""Eight calls walked by the thumb alone, from the complaint to the close: how many touches each takes, strokes left out."""

from dataclasses import dataclass

import pytest

from server.calls.models import AheadTally
from server.doors.models import Door
from tests.browser.thumb import Thumb
from tests.browser.work import start
from tests.support.records import RECORDS


@dataclass(frozen=True)
class Walked:
    """What the customer says and what is really wrong, on which door, on which screen, in at most how many touches."""

    complaint: str
    cause: str
    record: str
    size: tuple[int, int]
    most: int


CALLS = {
    "a broken pair on a phone": Walked("There was a loud bang", "spring_broken", "wound", (390, 844), 40),
    "a cable off": Walked("It hangs crooked", "cable_off", "wound", (1280, 800), 45),
    "limits at the floor": Walked("touches the floor", "down_limit_deep", "wound", (1280, 800), 25),
    "an eye knocked": Walked("It opens fine but will not close", "eye_knocked", "wound", (390, 844), 30),
    "low sun": Walked("It will not close at the same hour", "eye_sun", "wound", (1280, 800), 30),
    "an extension pair": Walked("There was a loud bang", "extension_broken", "pair", (1280, 800), 30),
    "a counterweight": Walked("It is very heavy by hand", "weight_added", "stack", (1280, 800), 40),
}


@pytest.mark.parametrize("name", CALLS)
def test_a_call_is_walked_by_the_thumb_in_few_touches(signed_in, person, name):
    page, told = signed_in, CALLS[name]
    door = Door.objects.create(shop=person.shop, name="Rope store", record=RECORDS[told.record].model_dump(mode="json"))
    call = start(person, door)
    page.size(*told.size)
    page.go(f"/calls/{call.key}/arrive")
    thumb = Thumb(page, call, person, told.cause)
    thumb.touch(told.complaint)
    touched = thumb.walk()
    page.size(1280, 800)
    assert not thumb.out_of_sight
    assert len(touched) <= told.most, "\n".join((str(len(touched)), *touched))
    # Whatever was shown before the server had answered is what it then answered.
    page.browser.execute_script("window.dispatchEvent(new Event('pagehide'))")
    page.until(AheadTally.objects.exists, "counted")
    assert AheadTally.objects.get().otherwise == 0


def by_hand(thumb: Thumb, cause: str, note: str) -> None:
    """On Find, what was found or is asked for is entered by whoever sees it."""
    for _ in range(4):
        thumb.once()
    thumb.touch("Enter the fault or the job yourself")
    thumb.page.pick("What was found", cause)
    thumb.page.write("Note", note)
    thumb.touched += ["picked", "typed"]
    thumb.touch("Say that this was found")


@pytest.mark.parametrize(
    ("complaint", "cause", "most"),
    [
        ("Nothing wrong: yearly check", "Something that is not on the list", 16),
        ("A new opener is wanted", "A new opener on a rail is to be fitted", 30),
    ],
    ids=["not on the list", "a new opener"],
)
def test_what_is_entered_by_hand_is_walked_to_its_close_too(signed_in, person, complaint, cause, most):
    page = signed_in
    door = Door.objects.create(shop=person.shop, name="Rope store", record=RECORDS["wound"].model_dump(mode="json"))
    call = start(person, door)
    page.size(390, 844)
    page.go(f"/calls/{call.key}/arrive")
    thumb = Thumb(page, call, person, "nothing")
    thumb.touch(complaint)
    by_hand(thumb, cause, "A swallow has built in the hood")
    touched = thumb.walk()
    page.size(1280, 800)
    assert not thumb.out_of_sight
    assert len(touched) <= most, "\n".join((str(len(touched)), *touched))
