"""Doors that once sent the technician back to paper, in the real page; and the bench."""

import pytest
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from demo.unusual import UNUSUAL, record_of
from server.calls.models import Call
from server.doors.models import Door
from server.stock.service import load
from tests.browser.work import enter, go_through_steps, let_go_until, meet, met, start, state_of

EXTENSION_DOOR = {"weight_lb": 129.0, "width_in": 108.0, "height_in": 84.0, "section_count": 4.0, "radius_in": 12.0, "rise_in": 2.0}
SPRINGS = "/bench/springs?weight_lb=130&width_in=9'&height_in=7'&section_count=4&radius_in=12&drum_diameter_in=4&cable_in=1/8"


@pytest.fixture
def unusual(person):
    """One door of every unusual kind, by name."""
    return {
        one.name: Door.objects.create(shop=person.shop, name=one.name, place="Quayside", record=record_of(one).model_dump(mode="json"))
        for one in UNUSUAL
    }


def ready(page):
    page.until(lambda: not page.browser.find_elements(By.CSS_SELECTOR, "[aria-label=Loading]") and len(page.text()) > 60, "the page")
    page.pause(0.3)


def moved(call, side):
    part = next(one for one in state_of(call).parts if one.name.startswith(side))
    return part.count == 1 and part.target == 1


def test_an_extension_door_from_the_scales_to_the_proof(signed_in, person):
    measured = {name: value for name, value in EXTENSION_DOOR.items() if name != "weight_lb"}
    door = Door.objects.create(shop=person.shop, name="Carriage house", record={"measured": measured})
    call = start(person, door)
    enter(call, person, "complaint", complaint="heavy")
    met(call, person, "hands_on")
    page = signed_in
    page.go(f"/calls/{call.key}/measure")
    page.touch("Carried now by")
    page.touch("Extension springs")
    page.touch("Door weight")
    page.touch("Two scales, more readings")
    page.write("Scale, or left scale", "66, 65")
    page.write("Right scale", "58, 59")
    page.touch("Weigh it")
    page.sees("The ends differ by 11 %")
    page.write("Right scale", "64, 63")
    page.touch("Weigh it")
    page.sees("129 lb, 125 to 133")
    page.touch("Keep 129 lb")
    page.touch("Size the pair")

    page.sees("class (doors over 120, up to 130 lb)")
    page.sees("cables are part of the set")
    page.touch("Use this pair")
    page.sees("Old pair off")
    call = Call.objects.get()
    go_through_steps(page, call)
    page.touch("The old pair is off")
    page.sees("Hang the pair")
    page.until(lambda: state_of(call).work.step == "put_on", "the pair off")
    go_through_steps(page, call)
    page.touch("It hangs as told")
    page.until(lambda: state_of(call).work.step == "done", "the pair on")
    go_through_steps(page, call)
    page.touch("Check the balance")
    meet(page, "first_lift_pair")
    let_go_until(page, call, "▼ creeps down", "Take up each cable by")
    page.sees("springs slack, before a hook is moved")
    page.touch("Trim it now")
    page.sees("Move the hooks")
    go_through_steps(page, call)
    for side in ("Left", "Right"):
        page.touch(f"{side} side: one more")
        page.until(lambda side=side: moved(call, side), f"{side} side moved")
    page.touch("Check the balance")
    page.sees("before the last change")
    state = state_of(call)
    assert state.hung.extension.class_lb == 130
    assert state.hung.extension.open_stretch_in > 2
    assert page.complaints() == []


def test_every_unusual_door_is_drawn_and_sized_to_its_kind(signed_in, person, unusual):
    page = signed_in
    sees = {
        "Lantern Hill cellar garage": ("Low headroom, two tracks", "stronger than this door wants"),
        "Ropewalk carriage house": ("Extension springs", "130"),
        "Weir End engine shed": ("High lift, up to 54 in", "within 3 %"),
        "Harrow Quay ice house": ("Vertical lift", "within 3 %"),
        "Osier Bank sluice house": ("Counterweight", "large and small plates"),
        "Low Ferry lifeboat store": ("640 lb", "within 3 %"),
    }
    for name, (measured, sized) in sees.items():
        page.go(f"/doors/{unusual[name].key}")
        page.sees("as on file")
        page.sees(measured)
        call = start(person, unusual[name])
        page.go(f"/calls/{call.key}/size")
        page.sees(sized)
        page.until(lambda: page.browser.find_elements(By.CSS_SELECTOR, "polyline.force"), f"the lift profile of {name}")
    assert page.complaints() == []


def test_numbers_that_disagree_stop_at_the_measuring(signed_in, person, door):
    call = start(person, door)
    page = signed_in
    page.go(f"/calls/{call.key}/measure")
    page.touch("More: uneven sections")
    page.touch("Section heights")
    page.write("Section heights", "21, 21, 21, 18")
    page.touch("Keep it")
    page.sees("These numbers do not go together. The sections add up to 81 in, but the door is 84 in high.")
    page.sees("Not yet: see what is wrong")
    page.touch("Section heights")
    page.write("Section heights", "21, 21, 21, 21")
    page.touch("Keep it")
    page.sees("Size the springs")
    page.touch("Wire on the door")
    page.touch("Name the wire from 10 or 20 coils")
    page.write("Across 10 coils", "2 3/16")
    page.write("Across 20 coils", "4 3/8")
    page.touch("0.2187 in wire")
    page.until(lambda: [one.value for one in state_of(call).measured if one.field == "wire_in"] == [0.2187], "the wire kept")
    page.touch("Door weight")
    page.touch("Two scales, more readings")
    page.touch("No scale: estimate")
    page.touch("Wood, raised panel")
    page.touch("Insulation kit")
    page.sees("put it on a scale")


def wires_offered(page):
    return {row.split(" ")[0] for row in rows(page)}


def test_a_mismatched_set_is_told_apart_and_the_vans_springs_come_first(signed_in, person, door):
    load(person, "van", "van.csv", "wire_in,inside_diameter_in,length_in,count\n0.2343,2,120,2\n")
    load(person, "rates", "rates.csv", "wire_in,inside_diameter_in,rate_per_coil_lbin_per_turn\n0.2343,2,3600\n")
    call = start(person, door)
    spring = {"wire_in": ".225", "inside_diameter_in": "2", "length_in": "36", "spring_count": "2"}
    odd = {"other_wire_in": ".207", "other_inside_diameter_in": "2", "other_length_in": "27"}
    for field, typed in (spring | odd | {"household": "two_cars_kids"}).items():
        enter(call, person, "measured", field=field, typed=typed)
    page = signed_in
    page.go(f"/calls/{call.key}/size")
    page.sees("Each spring")
    page.touch("Compared with what hangs there")
    page.sees("years")
    page.touch("Like-for-like or advised?")
    page.sees("Mismatched springs on one shaft: put on a matched set")
    page.touch("The same rate in other wire")
    page.sees("exactly ")
    page.touch("Only what is in the van")
    page.sees("in the van, cut to length")
    page.sees("Supplier's rate")
    page.until(lambda: wires_offered(page) == {"0.2343"}, "only the van's wire")


def test_a_single_spring_far_down_the_list_is_found_compared_and_picked(signed_in, person, door):
    call = start(person, door)
    page = signed_in
    page.go(f"/calls/{call.key}/size")
    page.sees("1 to 10 of ")
    page.pick("How many", "1")
    page.until(lambda: all("one" in row for row in rows(page)), "only single springs")
    best = rows(page)[0]
    page.browser.find_element(By.CSS_SELECTOR, "[role=columnheader][data-key=cycles]").click()
    first = page.until(lambda: (now := rows(page)[0]) != best and now, "the shortest-lived first")
    page.touch("More sets")
    page.sees("11 to 20 of ")
    page.until(lambda: first not in rows(page), "the next ten")
    third = rows(page)[2]
    page.browser.find_elements(By.CSS_SELECTOR, SET_NAMES)[2].click()
    page.sees("a single pulls from one side")
    page.touch("Smoothed")
    page.touch("Use this set")
    page.sees("To install: " + third)
    assert state_of(call).chosen.words == third
    page.touch("Keep what hangs there instead")
    page.sees("No spring work picked yet")
    assert page.complaints() == []


SET_NAMES = "[aria-label='Sets that carry this door'] [role=rowheader]"


def rows(page):
    return page.browser.execute_script(f"return [...document.querySelectorAll({SET_NAMES!r})].map(row => row.innerText)") or [""]


def test_a_bad_supplier_table_is_refused_whole(signed_in, tmp_path):
    good, bad = tmp_path / "good.csv", tmp_path / "bad.csv"
    good.write_text("wire_in,inside_diameter_in,rate_per_coil_lbin_per_turn\n0.225,2,3100\n")
    bad.write_text(good.read_text() + "0.25,two,4700\n")
    page = signed_in
    page.go("/shop/lists")
    page.chooser("Supplier's rates").send_keys(str(bad))
    page.sees("Row 3, column inside_diameter_in: 'two' is not a number.")
    page.sees("None loaded.")
    page.chooser("Supplier's rates").send_keys(str(good))
    page.sees("1 row from good.csv")
    assert page.text().count("None loaded.") == 2, "only the van's two are empty"
    other = tmp_path / "other.csv"
    other.write_text(good.read_text() + "0.25,2,4700\n")
    page.chooser("Supplier's rates").send_keys(str(other))
    page.sees("1 row from good.csv will be replaced by other.csv")
    page.sees("1 added, 0 removed, 0 changed, 1 unchanged.")
    page.touch("Cancel")
    page.sees("1 row from good.csv")
    page.chooser("Supplier's rates").send_keys(str(other))
    page.touch("Replace it")
    page.sees("2 rows from other.csv")
    page.touch("Delete this list")
    page.touch("Delete it for everybody")
    page.until(lambda: page.text().count("None loaded.") == 3, "every list empty")


def test_the_bench_keeps_its_inputs_in_the_address_and_with_a_door(signed_in, door):
    page = signed_in
    page.go("/bench")
    page.touch("Springs")
    page.sees("Usual numbers stand wherever nothing is typed")
    page.sees("Usual: 130 lb")
    page.sees("36.3")
    page.go(SPRINGS)
    page.sees("36.3")
    page.write("Wire on the door", "thick" + Keys.ENTER)
    page.sees("does not read as inches")
    for label, typed in {"Wire on the door": ".225", "Inside diameter": "2", "Spring length": "30", "Springs": "2"}.items():
        page.write(label, typed + Keys.ENTER)
        page.until(lambda typed=typed: f"={typed}" in page.browser.current_url, typed)
    page.sees("wrong for this door")
    page.sees("Stop: springs and door are more than a third apart")
    page.pick("Lift", "Low headroom, two tracks")
    page.sees("On low headroom")
    address = page.browser.current_url
    page.go("/bench")
    page.browser.get(address)
    page.sees("wrong for this door")
    page.touch("Keep it with a door")
    page.write("Find the door", "net")
    page.touch("Net loft")
    page.sees("Kept with")
    page.go(f"/doors/{door.key}")
    page.sees("From the bench")
    page.sees("Door weight 130 lb")
    page.touch("Springs")
    page.sees("wrong for this door")
    assert page.browser.current_url == address
    page.go(f"/doors/{door.key}")
    page.sees("as on file")
    page.touch("Take off")
    page.until(lambda: "From the bench" not in page.text(), "the sheet taken off")


@pytest.mark.parametrize(
    ("address", "words"),
    [
        ("/bench/identify?ten_coils_in=2+1/16&twenty_coils_in=4+1/8&inside_diameter_in=2&pieces_in=10,17+1/2&weight_lb=130", "lb ▲ hot"),
        (SPRINGS.replace("springs", "convert"), "In the hand"),
        (SPRINGS.replace("springs", "convert") + "&to=torsion", "Needs about 12 in above"),
        ("/bench/extension?weight_lb=145&width_in=9'&height_in=7'&section_count=4&radius_in=12", "(doors over 135, up to 145 lb)"),
        (SPRINGS.replace("springs", "counterweight") + "&hub_core_in=3/4&strap_in=.2&hub_turns=7.5", "guide discs"),
        ("/bench/counterweight?" + SPRINGS.split("?")[1] + "&hub_core_in=3/4&strap_in=.2&hub_turns=2", "turns of strap run out"),
        (
            "/bench/one-piece?weight_lb=160&height_in=7'&arm_bracket_in=4&arm_pivot_in=44&arm_in=40&pivot_weight_lb=84&pivot_weight_arm_in=40",
            "hot at",
        ),
        ("/bench/one-piece?weight_lb=160&height_in=7'&arm_bracket_in=4&arm_pivot_in=60&arm_in=40", "does not reach from its pivot"),
        ("/bench/identify?twenty_coils_in=3", "No standard wire is near 0.15 in"),
        ("/bench/limits?limit_up_off_in=3+3/4&limit_up_turned=1&limit_up_moved_in=2+1/2", "Turn the up screw 1½ turns clockwise"),
        ("/bench/replace?opener_fault=board&opener_year=2004", "Consider another one"),
        ("/bench/limits?limit_down_stops=beyond&limit_down_off_in=3", "Turn the down screw 1 turn counter-clockwise"),
        ("/bench/survey?counterbalance=torsion&shaft_to_ceiling_in=2+1/2", "Headroom short by 1/2"),
        ("/bench/survey?counterbalance=extension", "Convert to torsion springs first"),
        ("/bench/placement?ceiling_in=92", "In the way: ceiling by"),
        ("/bench/placement?lift=vertical", "measure the highest point of travel"),
        ("/bench/clearance?radius_in=15&vehicle_in=6'10", "12 in radius with an opener on the shaft"),
        ("/bench/clearance?beam_underside_in=6'&vehicle_in=6'6", "too high"),
        ("/bench/packing", "a 2× board and a piece of ½ in ply"),
        ("/bench/nothing", "The same arithmetic without a call"),
    ],
)
def test_every_page_of_the_bench_answers_or_says_why_not(signed_in, person, address, words):
    page = signed_in
    page.go(address)
    page.sees(words)
    # A refusal shown on the page is on the console too.
    assert not [one for one in page.complaints() if "422" not in one]


def test_limits_and_shaft_are_touched_on_their_drawings(signed_in, person):
    page = signed_in
    page.go("/bench/limits")
    stop = page.until(lambda: page.browser.find_elements("id", "stop-up"), "the stop of the open door")[0]
    stop.send_keys(Keys.ARROW_LEFT)
    page.sees('it stops 3 1/4" short of its mark')
    stop.send_keys(*[Keys.ARROW_RIGHT] * 17)
    page.sees('it stops 1" beyond its mark')
    assert stop.get_attribute("aria-valuetext") == '1" beyond'
    rail = page.browser.find_element("css selector", "figure svg")
    left = rail.size["width"] // 2
    ActionChains(page.browser).move_to_element_with_offset(rail, int(rail.size["width"] * 0.22) - left, 0).click().perform()
    page.sees("Down: it stops on its mark")
    page.go("/bench/survey")
    page.touch("Shaft to ceiling: not measured")
    page.until(lambda: page.browser.switch_to.active_element.accessible_name == "Shaft to ceiling", "its field, to be typed")
    page.keys("2 1/2", Keys.TAB)
    page.sees("Headroom short by 1/2")


def test_axe_finds_nothing_on_the_new_views_and_none_scrolls_sideways_on_a_phone(signed_in, person, unusual):
    page = signed_in
    pair, low = (unusual[name] for name in ("Ropewalk carriage house", "Lantern Hill cellar garage"))
    calls = [start(person, one).key for one in (pair, low)]
    paths = [
        "/bench/limits", "/bench/survey", "/bench/packing", "/bench/placement", "/bench/clearance", "/bench/replace", "/bench/practice",
        SPRINGS, "/bench/identify?twenty_coils_in=4+1/8", SPRINGS.replace("springs", "convert"), f"/doors/{pair.key}",
        f"/calls/{calls[0]}/measure", *(f"/calls/{call}/size" for call in calls),
    ]  # fmt: skip
    seen = {}
    for path in paths:
        page.go(path)
        ready(page)
        seen[path] = page.axe()
        page.size(390, 844)
        page.pause(0.2)
        seen[path] += ["scrolls sideways"] if page.scrolls_sideways() else []
        page.size(1280, 800)
    assert not {path: found for path, found in seen.items() if found}


def test_a_one_piece_door_is_filled_in_by_touching_its_drawing(signed_in):
    page = signed_in
    page.go("/bench/one-piece")
    page.touch("Arm pivot: usual")
    page.until(lambda: page.field("Arm pivot") == page.browser.switch_to.active_element, "the field that was touched on the drawing")
    page.keys("60", Keys.ENTER)
    page.sees("does not reach from its pivot")
    page.go("/bench/one-piece?arm_pivot_in=60&arm_in=60")
    page.sees("▼ heavy at the worst")
    page.touch('Arm: 60"')
    page.until(lambda: page.browser.switch_to.active_element.get_attribute("value") == "60", "what was typed, to be typed anew")
