"""Several vans: whose each is, what is passed on, what tomorrow needs against each, and the week's order list."""

import csv
import io
import uuid
from datetime import timedelta

import pytest

from server.doors.models import Door
from server.followups.models import FollowUp
from server.people.models import Person
from server.stock.models import CallStock, Kept, StockItem, StockMove, Van
from tests.server.conftest import PASSWORD, Api, CallOver
from tests.support.bookings import TODAY, booked
from tests.support.calls import MEASURED, MEASURES, SPRING

PAIR = "wire_in,inside_diameter_in,length_in,count,hand\n0.207,2,27.5,1,left\n0.207,2,27.5,1,right\n"
RECORD = {"version": 2, "measured": MEASURED, "springs": [SPRING], "quarter_turns": 29}
TOMORROW = TODAY + timedelta(days=1)


@pytest.fixture
def second(lead, technician):
    """The lead drives the second van, Tess the first."""
    for number, name, driver in ((1, "Grey van", technician), (2, "White van", lead)):
        assert Api(lead).send("PUT", f"/vans/{number}", {"name": name, "driver": driver.username}).status_code == 204


def load(lead, text, van=1, kind="van"):
    answer = Api(lead).send("PUT", f"/stock/{kind}?van={van}", {"file_name": "van.csv", "text": text})
    assert answer.status_code == 200, answer.content


def on_van(person, number):
    return {one["words"]: one["pieces"] for one in Api(person).get(f"/van?number={number}").json()["items"]}


def move(person, **said):
    return Api(person).post("/van/moves", {"id": str(uuid.uuid4())} | said)


def planned(person, shop, name):
    call = CallOver(Api(person), Door.objects.create(shop=shop, name=name))
    for field, typed in MEASURES.items():
        call.must("measured", field=field, typed=typed)
    call.must("chosen", springs=[SPRING], quarter_turns=2)
    return call


def test_a_shop_has_a_van_before_anybody_names_one(technician):
    told = Api(technician).get("/vans").json()
    assert [(one["number"], one["name"], one["driver"]) for one in told["vans"]] == [(1, "The van", "")]
    assert (told["mine"], Van.objects.count()) == (1, 0)


def test_everybody_takes_from_their_own_van_and_who_has_none_from_the_shared_one(lead, technician, shop, second):
    assert (Api(technician).get("/vans").json()["mine"], Api(lead).get("/vans").json()["mine"]) == (1, 2)
    other = Person.objects.create_user("osk", password=PASSWORD, name="Osk Fell", role="technician", shop=shop)
    assert Api(other).get("/vans").json()["mine"] == 1
    assert Api(lead).send("PUT", "/vans/3", {"name": "Spare"}).status_code == 204
    assert Api(other).get("/vans").json()["mine"] == 3, "nobody drives that one"
    assert Api(lead).send("PUT", "/vans/3", {"name": "Spare", "driver": "tess"}).status_code == 204
    told = {one["number"]: one["driver"] for one in Api(lead).get("/vans").json()["vans"]}
    assert told == {1: "", 2: "lena", 3: "tess"}, "nobody drives two"


@pytest.mark.parametrize(("number", "said"), [(3, {"name": "Far"}), (1, {"name": "Odd", "driver": "nobody"}), (1, {"name": ""})])
def test_a_van_out_of_turn_or_of_nobody_is_refused(lead, number, said):
    assert Api(lead).send("PUT", f"/vans/{number}", said).status_code == 422
    assert Van.objects.count() == 0


def test_a_van_is_given_up_once_it_is_empty(lead, technician, second):
    load(lead, PAIR, 2)
    assert Api(lead).send("DELETE", "/vans/2").status_code == 409
    for one in Api(lead).get("/van?number=2").json()["items"]:
        assert move(lead, why="passed_on", item=one["key"], to=1, pieces=1).status_code == 204
    assert Api(lead).send("DELETE", "/vans/2").status_code == 204
    assert [one["number"] for one in Api(lead).get("/vans").json()["vans"]] == [1]
    assert Api(lead).send("DELETE", "/vans/1").status_code == 409


def test_a_list_is_of_one_van(lead, second):
    load(lead, PAIR, 1)
    load(lead, "part,count\nRoller,4\n", 2, "parts")
    assert (sum(on_van(lead, 1).values()), on_van(lead, 2)) == (2, {"Roller": 4})
    load(lead, "part,count\nRoller,1\n", 1, "parts")
    assert on_van(lead, 2) == {"Roller": 4}
    assert Api(lead).get("/stock/parts/csv?van=2").content.decode().splitlines() == ["part,count", "Roller,4"]
    assert [(one["kind"], one["van"]) for one in Api(lead).get("/stock").json()] == [("parts", 1), ("parts", 2), ("van", 1)]
    assert Api(lead).send("DELETE", "/stock/parts?van=2").status_code == 204
    assert (on_van(lead, 2), on_van(lead, 1)["Roller"]) == ({}, 1)
    assert Api(lead).get("/van?number=9").status_code == 404


def test_pieces_are_passed_on_once_and_what_is_kept_stays(lead, technician, shop, second):
    load(lead, PAIR, 1)
    assert move(technician, why="restocked", part="Roller", pieces=3).status_code == 204
    call = planned(technician, shop, "Net loft")
    assert Kept.objects.count() == 2
    spring, roller = (next(one for one in Api(lead).get("/van?number=1").json()["items"] if one["is_part"] == is_part)
                      for is_part in (False, True))  # fmt: skip
    kept = move(technician, why="passed_on", item=spring["key"], to=2, pieces=1)
    assert (kept.status_code, kept.json()["error"]["message"]) == (422, "0 of these are free to be passed on.")
    once = {"id": str(uuid.uuid4()), "why": "passed_on", "item": roller["key"], "to": 2, "pieces": 2}
    for _ in range(2):
        assert Api(technician).post("/van/moves", once).status_code == 204
    assert (on_van(lead, 1)["Roller"], on_van(lead, 2)) == (1, {"Roller": 2})
    assert Api(technician).post("/van/moves", once | {"to": 1}).status_code == 422
    for other in ({"pieces": 1}, {"to": 3}):
        assert Api(lead).send("PUT", "/vans/3", {"name": "Spare"}).status_code == 204
        assert Api(technician).post("/van/moves", once | other).status_code == 409, "another move under the same id"
    assert [(one["pieces"], one["where"]) for one in Api(lead).get("/van?number=2").json()["moves"]] == [(2, "Grey van")]
    call.must("part_used", part="Roller", pieces=1)
    assert ("Roller" not in on_van(lead, 1), on_van(lead, 2)) == (True, {"Roller": 2}), "it is used from the van of the call"


def test_whoever_plans_anew_has_the_call_served_from_their_own_van(lead, technician, shop, second):
    for number in (1, 2):
        load(lead, PAIR, number)
    call = planned(technician, shop, "Net loft")
    assert {one.item.van for one in Kept.objects.all()} == {1}
    call.must("withdrawn", entry=call.state.chosen.entry, reason="")
    again = CallOver(Api(lead), call.row.door)
    assert again.key == call.key
    again.must("chosen", springs=[SPRING], quarter_turns=3)
    assert ({one.item.van for one in Kept.objects.all()}, CallStock.objects.get().van) == ({2}, 2)


def test_what_is_taken_back_of_a_van_that_was_given_up_comes_to_ones_own(lead, technician, shop, second):
    load(lead, "part,count\nRoller,2\n", 2, "parts")
    call = planned(lead, shop, "Net loft")
    call.must("withdrawn", entry=call.state.chosen.entry, reason="")
    for _ in range(2):
        call.must("part_used", part="Roller", pieces=1)
    assert on_van(lead, 2) == {}
    assert Api(lead).send("DELETE", "/vans/2").status_code == 204
    call.must("withdrawn", entry=call.state.parts_used[-1].entry, reason="")
    assert on_van(lead, 1) == {"roller": 1}


def test_a_call_whose_van_was_given_up_is_served_from_that_of_whoever_asks(lead, technician, shop, second):
    call = planned(lead, shop, "Net loft")
    call.must("withdrawn", entry=call.state.chosen.entry, reason="")
    assert Api(lead).send("DELETE", "/vans/2").status_code == 204
    assert move(technician, why="restocked", part="Roller", pieces=1).status_code == 204
    told = Api(technician).get(f"/van?call={call.key}")
    assert (told.status_code, told.json()["number"], len(told.json()["items"])) == (200, 1, 1)


def test_what_was_restocked_on_one_van_makes_up_for_what_another_used(lead, technician, shop, second):
    load(lead, "part,count\nRoller,4\n", 2, "parts")
    call = planned(lead, shop, "Rope store")
    for _ in range(3):
        call.must("part_used", part="Roller", pieces=1)
    assert move(technician, why="restocked", part="roller", pieces=2).status_code == 204
    rollers = [one for one in Api(lead).get("/order").json()["lines"] if one["words"].casefold() == "roller"]
    assert [one["pieces"] for one in rollers] == [1]


def test_tomorrow_is_told_against_each_van(lead, technician, shop, second):
    load(lead, PAIR, 2)
    load(lead, 'part,count\n"Cable 1/8 in, 8 ft",3\n', 1, "parts")
    door = Door.objects.create(shop=shop, name="Net loft", record=RECORD)
    booked(Api(technician), door, day=TOMORROW.isoformat(), complaint="bang")
    booked(Api(technician), Door.objects.create(shop=shop, name="Barn"), day=TOMORROW.isoformat(), complaint="bang", technician="lena")
    grey, white = Api(technician).get(f"/vans/loads?day={TOMORROW}").json()
    (visit,) = grey["visits"]
    assert (grey["name"], visit["door_name"], visit["technician_name"]) == ("Grey van", "Net loft", technician.name)
    assert [(one["pieces"], one["here"], one["elsewhere"]) for one in visit["lines"]] == [
        (1, 0, [{"van": "White van", "pieces": 1}]), (1, 0, [{"van": "White van", "pieces": 1}]), (0, 3, []),
    ]  # fmt: skip
    assert [one["words"] for one in white["visits"][0]["lines"]] == ["springs, of sizes the door's file does not know", "cables"]
    assert [one["visits"] for one in Api(technician).get(f"/vans/loads?day={TODAY}").json()] == [[], []]


def test_the_weeks_order_is_what_lacks_what_was_used_and_what_was_noted(lead, technician, shop, second):
    load(lead, "part,count\nRoller,4\n", 1, "parts")
    call = planned(technician, shop, "Rope store")
    call.must("part_used", part="Roller", pieces=3)
    assert move(technician, why="restocked", part="Roller", pieces=1).status_code == 204
    due_on = TODAY + timedelta(days=3)
    due, ordered = (Door.objects.create(shop=shop, name=name, record=RECORD) for name in ("Ice house", "Net loft"))
    for door, what, note in ((due, "springs", ""), (ordered, "parts", "Panel, white, 9 ft"), (ordered, "yearly", "")):
        FollowUp.objects.create(shop=shop, door=door, what=what, due=due_on, note=note, by=lead)
    lines = Api(lead).get("/order").json()["lines"]
    springs = [one for one in lines if "hand wound" in one["words"]]
    assert [(one["pieces"], one["why"]) for one in springs] == [(2, ["1 for Rope store", "1 for Ice house, springs due"])] * 2
    assert [(one["words"], one["pieces"], one["why"]) for one in lines if one not in springs] == [
        ("Roller", 2, ["2 used and not restocked"]), ("Panel, white, 9 ft", 0, [f"Net loft, due {due_on:%a} {due_on.day} {due_on:%b}"]),
    ]  # fmt: skip
    assert Api(lead).get("/order.pdf").content.startswith(b"%PDF")
    told = list(csv.DictReader(io.StringIO(Api(lead).get("/order.csv").content.decode())))
    assert [(one["what"], one["pieces"]) for one in told] == [(one["words"], str(one["pieces"] or "")) for one in lines]
    load(lead, PAIR, 2)
    after = Api(lead).get("/order").json()["lines"]
    assert [one["pieces"] for one in after if "hand wound" in one["words"]] == [1, 1], "the other van has a pair"


def test_another_shop_sees_no_van_of_this_one(lead, stranger, second):
    load(lead, PAIR, 2)
    assert [one["name"] for one in Api(stranger).get("/vans").json()["vans"]] == ["The van"]
    assert Api(stranger).get("/van?number=2").status_code == 404
    item = StockItem.objects.first()
    assert move(stranger, why="passed_on", item=str(item.key), to=1, pieces=1).status_code == 404
    assert StockMove.objects.filter(why="passed_on").count() == 0
