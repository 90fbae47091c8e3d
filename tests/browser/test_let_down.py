"""A cable has come off: the springs are let down, put right, and wound again, by thumb in the dark of a garage."""

from __future__ import annotations

from server.calls.models import Call
from server.doors.models import Door
from tests.browser.work import A_MOMENT, enter, finish, go_through_steps, let_go, meet, met, next_step, start, state_of
from tests.support.calls import MEASURED, SPRING


def test_the_same_springs_down_and_up_again_by_thumb(signed_in, person):
    page = signed_in
    page.size(390, 844)
    page.browser.execute_script("localStorage.setItem('north-hinge.theme', 'garage')")
    door = Door.objects.create(shop=person.shop, name="Rope store", record={"version": 2, "measured": MEASURED, "springs": [SPRING]})
    page.go(f"/doors/{door.key}")
    page.touch("Start call")
    page.touch("There was a loud bang")
    meet(page, "hands_on")
    page.touch("Made safe: find the fault")
    page.touch("Enter the fault or the job yourself")
    page.pick("What was found", "A cable is off its drum")
    page.touch("Say that this was found")
    page.touch("Size the springs")
    page.sees("On the door now")
    page.touch("Repair")
    call = Call.objects.get()
    page.touch("Let the springs down")
    page.sees("turns not known")
    go_through_steps(page, call)
    page.touch("Count them down")
    page.sees("not known: 29 is usual here")
    page.touch("½ turn")
    for _ in range(3):
        page.touch("Count a half-turn off the left spring")
    page.sees("Left spring: 6 off")
    page.touch("Take one back")
    page.sees("Left spring: 4 off")
    page.touch("Stop: something is wrong")
    page.touch("A bar will not seat")
    page.sees("Stopped: a bar will not seat. Screws tight again, the one bar left resting as a stop, and fit another bar.")
    page.find("Two bars fit, marked")
    meet(page, "bars")
    page.touch("Count them down")
    page.until(lambda: state_of(call).parts[0].let_off == 4, "the count kept over the stop")
    page.touch("½ turn")
    for side, strokes in (("Left", 12), ("Right", 14)):
        page.touch(f"{side} spring:")
        for _ in range(strokes):
            page.touch("Count a half-turn off the")
        page.sees("Every stroke is saved.")
        page.browser.execute_script("const at = arguments[0].closest('[role=dialog]'); at.scrollTop = at.scrollHeight", page.find("Silent"))
        before = page.height_of("All there: go on")
        page.find(f"{side} spring is slack").click()
        place = ("left", "right").index(side.lower())
        page.until(lambda place=place: state_of(call).parts[place].count == 0, "slack with the server")
        page.sees(f"{side} spring: 0 / 0")
        assert page.height_of("All there: go on") == before, "what is touched next moved under the finger"
    page.touch("All there: go on")
    page.sees("Put right what was wrong")
    page.touch("Left spring still pulls")
    page.sees("turns not known, 28 let off")
    page.until(lambda: state_of(call).parts[0].count is None, "with the server too")
    meet(page, "letting_down")
    page.touch("Count them down")
    page.touch("Left spring is slack")
    page.until(lambda: state_of(call).parts[0].count == 0, "seen to be down")
    page.touch("All there: go on")
    page.until(lambda: next_step(call)[0] == "cables_slack", "the springs down")
    go_through_steps(page, call)
    page.touch("Pick these again, or others")
    page.touch("Keep what hangs there")
    page.touch("28 quarter-turns each")
    page.sees("All right again: wind 28 quarter-turns on each spring")
    assert not page.scrolls_sideways()
    page.touch("All right again")
    page.sees("Wind 28 quarter-turns on each spring")
    page.until(lambda: state_of(call).work.step == "set", "to be wound again")
    go_through_steps(page, call)
    page.touch("Start winding")
    page.touch("½ turn")
    for side in ("Left", "Right"):
        page.touch(f"{side} spring:")
        for _ in range(14):
            page.touch("Count a half-turn on the")
    page.touch("All there: go on")
    page.until(lambda: state_of(call).work.step == "done", "every part at its place")
    go_through_steps(page, call)
    page.touch("Check the balance")
    meet(page, "first_lift")
    let_go(page, call, "▬ holds")
    meet(page, "by_power")
    for proof in ("Contact reversal", "Eyes"):
        page.touch(f"{proof} passed")
        page.until(lambda proof=proof: {one.title: one.standing for one in state_of(call).proofs}[proof] == "passed", "proved")
    finish(page, call)
    page.sees("Told to the customer")
    page.touch("Close the call")
    page.closed()
    state = state_of(call)
    assert state.record_after.on_door.cones == {"left": 28, "right": 28}
    assert ("Turns found", "left spring 28, right spring 28 quarter-turns") in {(line.label, line.text) for line in state.summary}
    assert page.complaints() == []


def test_a_door_read_as_found_is_trimmed_on_one_spring(signed_in, person):
    page = signed_in
    record = {"version": 2, "measured": MEASURED, "springs": [SPRING], "cones": {"left": 27, "right": 27}}
    door = Door.objects.create(shop=person.shop, name="Salt loft", record=record)
    call = start(person, door)
    enter(call, person, "complaint", complaint="heavy")
    met(call, person, "hands_on")
    page.go(f"/calls/{call.key}/arrive")
    page.touch("Read the door as found")
    page.sees("before anything is touched")
    meet(page, "as_found")
    for _ in range(4):
        let_go(page, call, "▼ creeps down")
    page.sees("on each spring")
    page.touch("Or: ")
    page.sees("Left spring: 27 of")
    state = state_of(call)
    assert state.parts[0].target > 27
    assert state.parts[1].target == 27
    assert all(one.before for one in state.readings)


def test_a_door_is_tossed_up_before_anything_is_touched(signed_in, person, door):
    page, call = signed_in, start(person, door)
    met(call, person, "hands_on", "as_found")
    page.go(f"/calls/{call.key}/prove")
    page.touch("Toss")
    page.touch("open")
    page.pause(A_MOMENT)
    page.touch("It flies to open")
    page.sees("tossed up, coasts to here")
    page.sees("Let the door go at")
    assert [one.reading.tossed for one in state_of(call).readings] == [True]
    assert page.complaints() == []
