"""What the customer takes home: photos, parts, a name under it, on a phone."""

import pytest
from PIL import Image
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By

from server.calls.models import Photo
from tests.browser.work import enter, start, state_of


@pytest.fixture
def snapshot(tmp_path):
    made = tmp_path / "gap.png"
    Image.new("RGB", (2400, 1800), "orange").save(made)
    return made


def drawn(page):
    """How wide the picture of the first photo is."""
    return page.browser.execute_script("return document.querySelector('figure img')?.naturalWidth")


def test_a_photo_taken_while_nothing_goes_out_is_kept_on_the_tablet_and_sent_once(signed_in, person, door, snapshot, monkeypatch):
    page, call = signed_in, start(person, door)
    enter(call, person, "complaint", complaint="heavy")
    page.go(f"/calls/{call.key}/close")
    page.sees("What is written under it")
    page.offline(True)
    page.write("What is written under it", "The gap")
    page.chooser("Photos").send_keys(str(snapshot))
    page.sees("waits to be sent")
    page.until(lambda: drawn(page) == 1600, "it is drawn from the tablet")
    page.sees("No connection. 1 entry waits on this tablet.")

    def fail(*_):
        raise RuntimeError("the disk is full")

    with monkeypatch.context() as broken:
        broken.setattr("server.calls.photos.keep", fail)
        page.offline(False)
        page.sees("The server cannot take one of them now")
        # The tablet was put away and taken up again.
        page.go(f"/calls/{call.key}/close")
        page.sees("waits to be sent")
        page.until(lambda: drawn(page) == 1600, "it is drawn from the tablet again")
        assert not Photo.objects.exists()
    page.until(lambda: [one.caption for one in state_of(call).photos] == ["The gap"], "it arrived")
    page.until(lambda: "waits to be sent" not in page.text(), "nothing waiting")
    assert (Photo.objects.count(), call.entries.count()) == (1, 2)
    # What is no picture, or far too large, is told, holds nothing up, and can be let go.
    for contents, words in ((b"no picture at all", "This is no picture that can be read"), (b"raw" * 2_000_000, "too large to send")):
        other = snapshot.with_name(f"{len(contents)}.png")
        other.write_bytes(contents)
        page.chooser("Photos").send_keys(str(other))
        page.sees("1 entry was not saved")
        page.sees(words)
        page.touch("Discard")
        page.until(lambda: "not saved" not in page.text(), "let go")


def test_a_photo_is_kept_and_the_customer_signs(signed_in, person, door, snapshot):
    page, call = signed_in, start(person, door)
    page.size(390, 844)
    enter(call, person, "complaint", complaint="heavy")
    enter(call, person, "found", cause="rollers_worn", note="")
    # As it is found, while it is there to be seen.
    page.go(f"/calls/{call.key}/find")
    page.chooser("Photo of what was found").send_keys(str(snapshot))
    page.sees("Take another photo of it: 1 kept")
    page.go(f"/calls/{call.key}/close")
    page.sees("Found: Rollers are seized or worn")
    page.touch("Take back the photo of Found: Rollers are seized or worn")
    page.until(lambda: state_of(call).photos == [], "taken back")
    page.pick("The next photo is of", "Found: Rollers are seized or worn")
    page.write("What is written under it", "The gap")
    page.chooser("Photos").send_keys(str(snapshot))
    page.until(lambda: drawn(page) == 1600, "it is drawn")
    page.find("Take back the photo of Found: Rollers are seized or worn. The gap")
    assert [(one.shows, one.caption) for one in state_of(call).photos] == [("Found: Rollers are seized or worn", "The gap")]
    assert len(bytes(Photo.objects.latest("pk").jpeg)) < 60_000
    page.touch("Take back the photo of Found")
    page.until(lambda: state_of(call).photos == [], "taken back")

    pad = page.until(lambda: page.browser.find_element(By.TAG_NAME, "canvas"), "where to sign")
    page.write("Name of who signs", "Ada Fell")
    page.browser.execute_script("arguments[0].scrollIntoView({block: 'center'})", pad)
    hand = ActionChains(page.browser).move_to_element_with_offset(pad, -80, 10).click_and_hold()
    for across, down in ((20, -30), (20, 40), (30, -25), (40, 5)):
        hand.move_by_offset(across, down)
    hand.release().perform()
    page.touch("Signed")
    page.until(lambda: state_of(call).signature, "the signature kept")
    page.until(lambda: page.browser.find_elements(By.CSS_SELECTOR, "svg[aria-label='Signature of Ada Fell'] polyline"), "it is shown")
    across = [x for stroke in state_of(call).signature.strokes for x in stroke[::2]]
    assert max(across) - min(across) > 150, "as wide as it was drawn"
    assert not page.scrolls_sideways()
    page.touch("Take back the signature")
    page.until(lambda: state_of(call).signature is None, "taken back")
    assert page.complaints() == []
