"""Two more calls from the first step to the close: a changeover to an extension pair, and a counterweight stacked anew."""

from server.doors.models import Door
from tests.browser.work import enter, finish, go_through_steps, let_go, meet, next_step, start, state_of
from tests.support.calls import MEASURED, SPRING
from tests.support.records import PAIR, STACK

HUB = {"counterbalance": "counterweight", "hub_core_in": 0.75, "strap_in": 0.2, "hub_turns": 7.5}


def begun(page, person, record, plan):
    """A call at a door made safe, with what is to go on picked, at Repair."""
    door = Door.objects.create(shop=person.shop, name="Rope store", record={"version": 2} | record)
    call = start(person, door)
    enter(call, person, "complaint", complaint="heavy")
    enter(call, person, "chosen", **plan)
    page.go(f"/calls/{call.key}/arrive")
    meet(page, "hands_on")
    page.until(lambda: state_of(call).gate_groups[0].met, "made safe")
    page.go(f"/calls/{call.key}/repair")
    page.sees("What it takes")
    return call


def to(page, call, step):
    page.until(lambda: state_of(call).work.step == step, step)


def proved_and_closed(page, call, lift):
    go_through_steps(page, call)
    page.touch("Check the balance")
    meet(page, lift)
    let_go(page, call, "▬ holds")
    meet(page, "by_power")
    for proof in ("Contact reversal", "Eyes"):
        page.touch(f"{proof} passed")
        page.until(lambda proof=proof: _passed(call, proof), f"{proof} kept")
    finish(page, call)
    page.touch("What happened")
    page.sees("Eyes: passed")
    page.touch("Close the call")
    page.until(lambda: state_of(call).closed, "closed")
    assert page.complaints() == []


def _passed(call, title):
    return any(proof.title == title and proof.standing == "passed" for proof in state_of(call).proofs)


def test_torsion_springs_let_down_and_changed_over_to_a_pair(signed_in, person):
    page = signed_in
    record = {"measured": MEASURED, "springs": [SPRING], "cones": {"left": 2, "right": 2}}
    call = begun(page, person, record, {"extension": PAIR})
    page.sees("Convert torsion springs to an extension pair")
    page.sees("a helper for")
    page.touch("This and the next")
    page.until(lambda: next_step(call)[0] == "load_test", "said up to the bar")
    page.touch("Back one step")
    page.until(lambda: next_step(call)[0] == "clamp", "the last one to be done again")
    go_through_steps(page, call)
    page.touch("Count them down")
    for side in ("Left", "Right"):
        page.touch(f"{side} spring:")
        for _ in range(2):
            page.touch("Count a quarter-turn off the")
        page.until(lambda side=side: f"{side} spring is down" in page.text(), f"{side} spring down")
    page.touch("All there: go on")
    to(page, call, "take_off")
    assert next_step(call)[0] == "cables_slack"
    page.sees(": both cables slack")
    assert "Back one step" not in page.text(), "what was counted is not undone by a word"
    page.touch("Left spring still pulls")
    to(page, call, "let_down")
    meet(page, "letting_down")
    page.touch("Count them down")
    page.touch("Left spring is slack")
    page.touch("All there: go on")
    to(page, call, "take_off")
    go_through_steps(page, call)
    page.touch("The springs are off")
    to(page, call, "put_on")
    page.sees("Weigh the door with nothing carrying it")
    go_through_steps(page, call)
    page.sees("back to the adjuster hook")
    page.touch("It hangs as told")
    to(page, call, "done")
    proved_and_closed(page, call, "first_lift_pair")
    after = state_of(call).record_after
    assert (after.kind, after.on_door.pair.class_lb) == ("extension", 130)


def test_a_counterweight_stacked_anew_is_judged_at_chest_height(signed_in, person):
    page = signed_in
    page.size(390, 844)
    old = STACK | {"plates": {"large": 3, "small": 2}}
    call = begun(page, person, {"measured": MEASURED | HUB, "counterweight": old}, {"counterweight": STACK})
    page.sees("Stack and wind a counterweight set")
    assert "Springs off" not in page.text()
    go_through_steps(page, call)
    page.touch("The plates are off")
    to(page, call, "put_on")
    go_through_steps(page, call)
    page.sees("each plate turned half round from the last")
    page.touch("It hangs as told")
    to(page, call, "done")
    page.sees("Bar in the hub")
    assert not page.scrolls_sideways()
    proved_and_closed(page, call, "first_lift_stack")
    assert state_of(call).record_after.on_door.stack.plates.large == 4
