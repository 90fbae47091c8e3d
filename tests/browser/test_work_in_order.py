"""Work as the trade orders it, on the page: a first visit changed over, a cable off, a counterweight from parts, a trim, two finds."""

from hinge.procedures.knowledge import steps
from server.doors.models import Door
from tests.browser.work import (
    A_MOMENT,
    call_ready_to_wind,
    enter,
    finish,
    go_through_steps,
    let_go,
    let_go_until,
    meet,
    met,
    next_step,
    start,
    state_of,
    wound,
)  # fmt: skip
from tests.support.calls import MEASURED, SPRING
from tests.support.records import HUB

SIZES = {"weight_lb": "130", "width_in": "9'", "height_in": "7'", "section_count": "4", "radius_in": "12"}
SHAFT = {"drum_diameter_in": "4", "cable_in": "1/8"}


def at_door(person, record=None):
    door = Door.objects.create(shop=person.shop, name="Rope store", record={"version": 2} | (record or {}))
    return start(person, door)


def arrived(page, call, complaint):
    page.go(f"/calls/{call.key}/arrive")
    page.touch(complaint)
    meet(page, "hands_on")
    page.until(lambda: state_of(call).gate_groups[0].met and state_of(call).complaint, "made safe")


def measured(call, person, **values):
    for field, typed in values.items():
        enter(call, person, "measured", field=field, typed=typed)


def strokes(page, call, way):
    """Every cone where it is to be, half a turn a stroke; one of unknown turns is let down until it is slack."""
    page.touch("½ turn")
    before = state_of(call).work.step
    for part in state_of(call).parts:
        if len(state_of(call).parts) > 1:
            page.touch(f"{part.name}:")
        if part.count is None:
            page.touch(f"{part.name} is slack")
            continue
        while f"{part.name} is {'down' if part.target == 0 else 'in'}" not in page.text():
            page.touch(f"-turn {way} the {part.name.lower()}")
    page.touch("All there: go on")
    page.until(lambda: state_of(call).work.step != before, "every stroke with the server")


def apply_closed_call(page, call):
    """What the page asks for next, gate by gate and step by step, up to the first lift."""
    for _ in range(40):
        go_through_steps(page, call)
        name, _ = next_step(call)
        does, work = steps()[name].does, state_of(call).work
        if does in ("", "lift"):
            return
        if does == "let_down":
            page.touch("Count them down")
            strokes(page, call, "off")
        elif does == "wind" and work.stops:
            page.touch("Start winding")
            strokes(page, call, "on")
        else:
            page.touch(work.done)
        page.until(lambda name=name: next_step(call)[0] != name, f"{name} done")
    raise AssertionError("no end")


def proved(page, call, lift):
    page.touch("Check the balance")
    meet(page, lift)
    let_go(page, call, "▬ holds")
    meet(page, "by_power")
    for proof in ("Contact reversal", "Eyes"):
        page.touch(f"{proof} passed")
        page.until(lambda proof=proof: {one.title: one.standing for one in state_of(call).proofs}[proof] == "passed", f"{proof} kept")


def closed(page, call):
    finish(page, call)
    page.touch("Close the call")
    page.until(lambda: state_of(call).closed, "closed")
    assert page.complaints() == []


def test_a_first_visit_is_changed_over_from_a_door_nobody_measured(signed_in, person):
    page = signed_in
    call = at_door(person)
    arrived(page, call, "It is very heavy by hand")
    page.go(f"/calls/{call.key}/size")
    page.touch("Change over to extension springs")
    page.until(lambda: [one.kind for one in state_of(call).offers if one.chosen] == ["extension"], "to be changed over")
    page.sees("The door is not measured yet")
    page.touch("Measure the door")
    page.touch("Carried now by")
    page.touch("Torsion springs")
    page.until(lambda: "carried_now" in {one.field for one in state_of(call).measured}, "seen")
    measured(call, person, **SIZES)
    page.go(f"/calls/{call.key}/size")
    page.touch("Use this pair")
    page.sees("Convert torsion springs to an extension pair")
    page.sees("a helper for")
    apply_closed_call(page, call)
    proved(page, call, "first_lift_pair")
    closed(page, call)
    after = state_of(call).record_after
    assert (after.kind, after.measured["carried_now"]) == ("extension", "extension")


def test_a_cable_off_with_the_door_open_is_rewound_to_the_old_count_and_four_by_the_counter(signed_in, person):
    """The count is typed at the counter, and the sentence beside it says how far that is from what suits the door."""
    page = signed_in
    call = at_door(person, {"measured": MEASURED, "springs": [SPRING], "cones": {"left": 4, "right": 4}})
    arrived(page, call, "It hangs crooked")
    enter(call, person, "found", cause="cable_off")
    page.go(f"/calls/{call.key}/size")
    page.touch("Keep what hangs there")
    page.touch("4 quarter-turns each")
    page.sees("a helper for")
    page.sees("Walk")
    for _ in range(40):
        go_through_steps(page, call)
        name, _ = next_step(call)
        if steps()[name].does == "wind":
            break
        if steps()[name].does == "let_down":
            page.touch("Count them down")
            strokes(page, call, "off")
        else:
            page.touch(state_of(call).work.done)
        page.until(lambda name=name: next_step(call)[0] != name, f"{name} done")
    page.touch("Start winding")
    page.write("Another count, each spring", "8")
    page.touch("Go to that")
    page.until(lambda: {part.target for part in state_of(call).parts} == {8}, "another count aimed at")
    page.sees("8 is 21 quarter-turns under what suits this door as measured, 29.")
    strokes(page, call, "on")
    apply_closed_call(page, call)
    proved(page, call, "first_lift")
    closed(page, call)
    assert state_of(call).record_after.on_door.cones == {"left": 8, "right": 8}


def test_a_counterweight_goes_up_from_parts_on_a_phone(signed_in, person):
    page = signed_in
    page.size(390, 844)
    call = at_door(person)
    arrived(page, call, "Nothing wrong: yearly check")
    measured(call, person, carried_now="nothing", counterbalance="counterweight", **SIZES, **SHAFT, **HUB)
    page.go(f"/calls/{call.key}/size")
    page.sees("Put on counterweight")
    page.touch("Use these plates")
    page.sees("A counterweight from parts")
    apply_closed_call(page, call)
    assert not page.scrolls_sideways()
    proved(page, call, "first_lift_stack")
    closed(page, call)
    assert state_of(call).record_after.kind == "counterweight"


def test_a_half_turn_trim_takes_less_than_fifteen_touches(signed_in, person):
    page = signed_in
    door = Door.objects.create(shop=person.shop, name="Rope store", record={"version": 2, "measured": MEASURED})
    call = call_ready_to_wind(person, door, 30)
    wound(call, person, 30)
    met(call, person, "first_lift")
    page.go(f"/calls/{call.key}/prove")
    let_go_until(page, call, "▲ creeps up", "turn off each spring")
    kept, touch = [], page.touch
    page.touch = lambda words: kept.append(words) or touch(words)
    page.touch("Trim it now")
    page.sees("Trim: ")
    go_through_steps(page, call)
    page.touch("Count them off")
    strokes(page, call, "off")
    page.until(lambda: state_of(call).work.step == "done", "trimmed")
    assert len(kept) < 15, kept


def test_of_two_finds_one_is_put_right_and_one_declined_and_both_are_on_the_sheet(signed_in, person):
    page = signed_in
    call = at_door(person, {"measured": MEASURED, "springs": [SPRING], "cones": {"left": 29, "right": 29}})
    arrived(page, call, "It is loud and shakes")
    for cause in ("dry", "hinge_broken"):
        enter(call, person, "found", cause=cause)
    page.go(f"/calls/{call.key}/prove")
    meet(page, "as_found")
    let_go(page, call, "▬ holds")
    meet(page, "by_power")
    for proof in ("Contact reversal", "Eyes"):
        page.touch(f"{proof} passed")
        page.until(lambda proof=proof: {one.title: one.standing for one in state_of(call).proofs}[proof] == "passed", f"{proof} kept")
    page.go(f"/calls/{call.key}/close")
    page.touch("Declined")
    page.write("Why, as the customer said it", "next year")
    page.touch("Declined by the customer")
    page.until(lambda: "declined" in {one.standing for one in state_of(call).finds}, "declined")
    page.pause(A_MOMENT)
    page.touch("Put right")
    page.until(lambda: {one.standing for one in state_of(call).finds} == {"declined", "put_right"}, "put right")
    page.find("Close the call")
    page.pause(A_MOMENT)
    page.touch("Close the call")
    page.until(lambda: state_of(call).closed, "closed")
    page.sees("declined by the customer: next year")
