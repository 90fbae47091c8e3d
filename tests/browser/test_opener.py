"""The opener that hangs there: looked at, drawn, and its limits set press by press."""

from __future__ import annotations

import pytest

from hinge.procedures.knowledge import steps
from tests.browser.work import A_MOMENT, enter, meet, met, next_step, start, state_of


def test_button_limits_press_by_press_and_a_press_that_came_too_late(signed_in, person, door):
    page, call = signed_in, start(person, door)
    enter(call, person, "complaint", complaint="will_not_close")
    met(call, person, "hands_on", "as_found")
    enter(call, person, "found", cause="down_limit_deep")
    page.go(f"/calls/{call.key}/measure")
    page.touch("More: uneven sections")
    page.touch("Opener")
    page.touch("Rail and trolley, limit buttons")
    page.sees("Eyes above the floor")
    page.touch("Its wires")
    page.write("Its wires", "eyes striped to striped")
    page.touch("Keep it, next")
    page.until(lambda: "opener_wires" in {one.field for one in state_of(call).measured}, "the wires kept in words")
    page.touch("Opener: Rail and trolley, limit buttons; wires: eyes striped to striped")

    enter(call, person, "reading", reading={"height_in": 42, "outcome": "holds"})
    enter(call, person, "stepped", steps=["balance_first"])
    met(call, person, "by_power")
    enter(call, person, "stepped", steps=["carriage_joined"])
    assert next_step(call)[0] == "limits"
    page.go(f"/calls/{call.key}/repair")
    page.sees("Never run it from the wall control before both are stored")
    page.sees("Press 1 of 5")
    page.sees("The step timed out: begin that step again.")
    page.touch("Pressed")
    page.sees("Press 2 of 5")
    page.sees("seconds, once it waits")
    # The tablet's own clock goes on by itself; the test only sets it forward.
    page.touch("It waits now")
    page.sees("seconds left")
    page.browser.execute_script("const now = Date.now; Date.now = () => now() + 31_000;")
    page.sees("One long beep: it has waited too long. Begin this press again.")
    assert page.find("Pressed").get_attribute("disabled") is not None, "what timed out is not stored"
    page.touch("Begin it again")
    for place in (3, 4, 5):
        page.touch("Pressed")
        page.sees(f"Press {place} of 5")
    page.touch("Pressed")
    page.sees("All pressed.")
    # The opener is live for it: that the door was made safe is asked again for hands, not for this.
    page.touch("Done: next step")
    page.until(lambda: next_step(call)[0] == "force", "limits said to be set")
    page.sees("Step 4 of 4: force")
    # Let go again, it sinks: the opener is not made to push harder, and the page leads to the balance.
    met(call, person, "hands_on", "as_found")
    enter(call, person, "reading", reading={"height_in": 42, "outcome": "runs_down"})
    page.go(f"/calls/{call.key}/repair")
    page.sees('Read at 42": ▼▼ runs down. More force never cures a heavy or binding door')
    page.touch("Check the balance")
    page.sees("Let go at")
    enter(call, person, "reading", reading={"height_in": 42, "outcome": "holds"})
    met(call, person, "by_power")
    page.go(f"/calls/{call.key}/repair")
    page.sees("Step 4 of 4")
    page.pause(A_MOMENT)
    page.touch("Done: next step")
    page.sees("Every step is done.")
    assert page.complaints() == []


def test_limit_screws_are_set_on_the_call_by_thumb_done_in_two(signed_in, person, door):
    """This unit gives 2½ in a turn; the trolley is measured with the tape pad."""
    page, call = signed_in, start(person, door)
    page.size(390, 844)
    enter(call, person, "complaint", complaint="will_not_close")
    met(call, person, "hands_on", "as_found")
    enter(call, person, "measured", field="opener_kind", typed="rail_screw")
    enter(call, person, "found", cause="down_limit_deep")
    enter(call, person, "reading", reading={"height_in": 42, "outcome": "holds"})
    met(call, person, "by_power")
    for proof in ("reversal", "eyes"):
        enter(call, person, "proof", proof=proof, passed=True)
    met(call, person, "hands_on", "as_found")
    enter(call, person, "stepped", steps=["balance_first"])
    met(call, person, "by_power")
    enter(call, person, "stepped", steps=["carriage_joined"])

    def limit(end: str):
        return next(one for one in state_of(call).limits.ends if one.end == end)

    page.go(f"/calls/{call.key}/repair")
    page.sees("A turn of a screw gives 3.0 in of travel, as is usual")
    page.touch("Closed end")
    page.sees("Down: run the empty trolley down")
    page.touch("Beyond its mark")
    page.touch("Tape pad")
    page.write("Off by", "3")
    page.touch("3/4")
    page.touch("Keep where it stops")
    page.sees("Turn the down screw 1¼ turns counter-clockwise: less travel")
    assert state_of(call).proofs[0].standing == "passed", "nothing is turned yet"
    # A little less was turned than told.
    page.touch("An eighth more clockwise")
    page.sees("1⅛ turns counter-clockwise")
    page.touch("Beyond its mark")
    page.write("Off by", "15/16")
    page.touch("Keep where it stops")
    page.until(lambda: limit("down").off_in == 15 / 16, "the second look")
    page.sees("from 1 correction")
    page.sees("Turn the down screw ⅜ turn counter-clockwise")
    page.touch("On its mark")
    page.touch("Keep where it stops")
    page.sees("Closed end: as it should be")
    assert [one.standing for one in state_of(call).proofs if one.id in ("reversal", "eyes")] == ["void", "void"]
    # The open end was read on the wrong side, and is taken back.
    page.touch("Open end")
    page.touch("Short of its mark")
    page.write("Off by", "2")
    page.touch("Keep where it stops")
    page.touch("Take back: Up limit")
    page.sees("what was seen last was taken back")
    assert not page.scrolls_sideways()
    assert page.small_targets() == []
    assert page.axe() == []
    assert page.complaints() == []


def test_a_survey_of_this_door_begins_with_what_its_file_knows(signed_in, door):
    page = signed_in
    page.go(f"/doors/{door.key}")
    page.touch("Opener on the shaft")
    page.sees("Door of at most 180 ft²")
    for field, text in (("Door height", "7'0\""), ("Door width", "9'0\""), ("Drum diameter", '4"')):
        assert page.field(field).get_attribute("value") == text
    assert "counterbalance=torsion&sectional=yes" in page.browser.current_url, "what hangs on it is on file"
    page.sees("Not known yet")
    assert page.complaints() == []


def test_limits_of_a_simulated_unit_are_set_at_a_desk(signed_in):
    page = signed_in
    page.go("/bench/practice?kind=rail_screw&unit=7")
    page.touch("Release the door")
    page.touch("Measure the trolley")
    page.sees("short of its mark")
    page.touch("Work out the turns")
    page.sees("Turn the up screw")
    page.browser.back()
    page.pick("Kind", "Rail and trolley, limit buttons")
    page.touch("Press the control")
    page.sees("A limit is missing: it would run against nothing.")
    page.touch("Hold the set button")
    page.sees("It waits for the up limit.")
    for _ in range(7):
        page.touch("Hold “up”")
    page.touch("Press the set button")
    page.sees("It waits for the down limit.")
    for _ in range(7):
        page.touch("Hold “down”")
    page.touch("Press the set button")
    page.sees("three short beeps")
    page.touch("wires bridged")
    page.touch("Press the control")
    page.sees("It goes up.")
    page.sees("It stands.")
    page.touch("Press the control")
    page.sees("Its eyes do not see: it does not close.")
    assert page.complaints() == []


@pytest.mark.parametrize("size", [(1280, 800), (390, 844)])
def test_a_fitting_drawing_is_taken_home_as_a_page(signed_in, size):
    page = signed_in
    page.size(*size)
    page.go("/bench/placement?ceiling_in=7'11")
    page.sees("the header bracket goes at")
    page.browser.execute_script(
        "const made = URL.createObjectURL; URL.createObjectURL = (file) => { window.handed = file.slice(0, 5).text(); return made(file); };"
        "HTMLAnchorElement.prototype.click = function () { window.handed.then((is) => { document.title = `${this.download} ${is}`; }); };"
    )
    page.touch("One page to print")
    page.until(lambda: page.browser.title == "fitting-drawing.pdf %PDF-", "the page as a file")
    assert page.complaints() == []


def test_a_new_opener_is_asked_for_and_fitted_step_by_step_by_thumb(signed_in, person, door):
    page, call = signed_in, start(person, door)
    page.size(390, 844)
    enter(call, person, "complaint", complaint="check")
    met(call, person, "hands_on")
    page.go(f"/calls/{call.key}/find")
    page.touch("or the job yourself")
    page.pick("What was found", "A new opener on a rail is to be fitted")
    page.touch("Say that this was found")
    page.sees("Asked for: A new opener on a rail is to be fitted")
    page.touch("To the work")
    page.sees("Step 1 of 22: by hand first")
    assert not page.scrolls_sideways()
    while now := next_step(call)[0]:
        meet(page, *next_step(call)[1])
        page.sees(f": {steps()[now].title.lower()}")
        if now == "laid_out":
            page.touch("Stop bolt")
            page.sees("1 of 13 laid out.")
            page.go(f"/calls/{call.key}/repair")
            page.sees("1 of 13 laid out.")
        if now == "header_bracket":
            assert "/bench/placement?" in page.find("Work out where it goes").get_attribute("href")
        page.find("Done: next step")
        page.pause(A_MOMENT)
        page.touch("Done: next step")
        page.until(lambda now=now: next_step(call)[0] != now, f"{now} said to be done")
    page.sees("Every step is done.")
    page.go(f"/calls/{call.key}/close")
    page.sees("Asked for")
    page.sees("Contact reversal")
    assert {one.id: one.standing for one in state_of(call).proofs}["eyes"] == "open", "fitted is not proved"
    # Taken back on another tablet, it is asked for no more, and what was done stays said.
    enter(call, person, "withdrawn", entry=state_of(call).cause_entry, reason="another day")
    page.go(f"/calls/{call.key}/repair")
    page.sees("nothing was found that has a procedure of its own")
    assert page.complaints() == []
