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


def test_a_photo_is_kept_and_the_customer_signs(signed_in, person, door, snapshot):
    page, call = signed_in, start(person, door)
    page.size(390, 844)
    enter(call, person, "complaint", complaint="heavy")
    page.go(f"/calls/{call.key}/close")
    page.write("What the next photo shows", "The gap")
    page.chooser("Photos").send_keys(str(snapshot))
    page.until(lambda: page.browser.find_elements(By.CSS_SELECTOR, "figure img"), "the photo")
    page.until(lambda: page.browser.execute_script("return document.querySelector('figure img').naturalWidth") == 1600, "it is drawn")
    assert [one.caption for one in state_of(call).photos] == ["The gap"]
    assert len(bytes(Photo.objects.get().jpeg)) < 60_000
    page.touch("Take back the photo The gap")
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
