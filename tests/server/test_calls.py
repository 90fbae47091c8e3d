"""Calls over HTTP: nothing doubled, nothing lost, gates held, files carried on."""

import threading
import uuid

import pytest
from django.db import connection, connections

from server.calls.models import Call, Entry
from server.doors.models import Door
from tests.server.conftest import Api, CallOver
from tests.support.calls import SPRING


@pytest.fixture
def call(technician, door):
    return CallOver(Api(technician), door)


def test_a_repeated_start_is_the_same_call(technician, door):
    api = Api(technician)
    first, second = CallOver(api, door), CallOver(api, door)
    assert first.key == second.key
    assert Call.objects.count() == 1


def test_a_repeated_post_is_the_same_entry(call):
    call.ready_to_wind()
    stroke = {"part": "left", "from_count": 0, "to_count": 1}
    answers = [call.enter("moved", "the-same-stroke", **stroke) for _ in range(3)]
    assert [answer.status_code for answer in answers] == [200] * 3
    assert answers[2].json()["state"]["parts"][0]["count"] == 1
    assert Entry.objects.filter(client_id="the-same-stroke").count() == 1


def test_an_id_used_for_something_else_is_refused(call):
    call.must("complaint", complaint="heavy")
    entry = Entry.objects.get()
    answer = call.enter("complaint", entry.client_id, complaint="bang")
    assert answer.status_code == 409
    assert answer.json()["error"]["code"] == "out_of_step"


def test_two_tablets_count_one_stroke_once(technician, lead, call, door):
    call.ready_to_wind()
    other = CallOver(Api(lead), door)
    assert other.key == call.key
    stroke = {"part": "left", "from_count": 0, "to_count": 1}
    assert call.enter("moved", **stroke).status_code == 200
    late = other.enter("moved", **stroke)
    assert late.status_code == 409
    assert "stands at 1" in late.json()["error"]["message"]
    assert other.api.get(f"/calls/{call.key}").json()["state"]["parts"][0]["count"] == 1


def test_a_gate_that_stands_open_answers_409_and_nothing_is_written(call):
    call.ready_to_wind()
    call.must("gate", gate="shaft", met=False)
    before = Entry.objects.count()
    answer = call.enter("moved", part="left", from_count=0, to_count=1)
    assert answer.status_code == 409
    assert answer.json()["error"] | {"allowed": "", "unit": "", "current": None} == {
        "code": "gate_not_met",
        "message": "Before winding: Shaft held by a locking clamp.",
        "field": "kind",
        "value": "moved",
        "allowed": "",
        "unit": "",
        "current": None,
    }
    assert Entry.objects.count() == before


def test_a_bad_measurement_names_value_range_and_unit(call):
    error = call.enter("measured", field="height_in", typed="7'0\" high").json()["error"]
    assert error["field"] == "typed"
    error = call.enter("measured", field="weight_lb", typed="9000 lb").json()["error"]
    assert (error["value"], error["allowed"], error["unit"]) == (9000, "30 to 1200", "lb")


def test_closing_carries_the_door_file_on(call, door):
    call.closed()
    door.refresh_from_db()
    assert door.version == 2
    assert door.record["on_door"]["springs"][0]["length_in"] == SPRING["length_in"]
    assert door.record["on_door"]["cones"] == {"left": 2, "right": 2}
    lists = call.api.get("/calls").json()
    assert lists["under_way"] == []
    assert lists["closed"][0]["complaint"] == "There was a loud bang, now it will not open"
    file = call.api.get(f"/doors/{door.key}").json()
    assert call.api.get(f"/doors/{door.key}/calls").json()[0]["cause"] == "A torsion spring is broken"
    assert {"field": "height_in", "label": "Door height", "text": "7'0\""} in file["facts"]


def test_an_emoji_survives_the_database(call):
    call.closed()
    assert call.api.get(f"/calls/{call.key}").json()["state"]["told"] == "Monthly check 🔧"
    with connection.cursor() as cursor:
        cursor.execute("SELECT @@character_set_connection, @@sql_mode, @@tx_isolation")
        charset, mode, isolation = cursor.fetchone()
    assert (charset, isolation) == ("utf8mb4", "READ-COMMITTED")
    assert "STRICT_ALL_TABLES" in mode


@pytest.mark.django_db(transaction=True)
def test_two_connections_at_once_write_one_stroke(technician, door):
    call = CallOver(Api(technician), door).ready_to_wind()
    codes, start = [], threading.Barrier(4)

    def tap():
        api = Api(technician)
        token = api.get("/session").json()["csrf_token"]
        start.wait()
        body = {"id": str(uuid.uuid4()), "body": {"kind": "moved", "part": "left", "from_count": 0, "to_count": 1}}
        answer = api.client.post(f"/api/calls/{call.key}/entries", body, content_type="application/json", headers={"X-CSRFToken": token})
        codes.append(answer.status_code)
        connections.close_all()

    tablets = [threading.Thread(target=tap) for _ in range(4)]
    for tablet in tablets:
        tablet.start()
    for tablet in tablets:
        tablet.join()
    assert sorted(codes) == [200, 409, 409, 409]
    positions = list(Entry.objects.values_list("position", flat=True))
    assert positions == list(range(1, len(positions) + 1))


def test_entering_costs_a_fixed_number_of_queries(call, django_assert_max_num_queries):
    call.ready_to_wind()
    with django_assert_max_num_queries(15):
        call.must("moved", part="left", from_count=0, to_count=1)


def test_lists_cost_the_same_however_long(technician, shop, django_assert_max_num_queries):
    for number in range(45):
        Door.objects.create(shop=shop, name=f"Door {number:02d}", record={"measured": {}})
    api = Api(technician)
    api.get("/session")
    second = api.get("/doors").json()["after"]
    with django_assert_max_num_queries(7):
        page = api.get(f"/doors?at={second}").json()
    assert (page["total"], page["many"], len(page["doors"])) == (45, False, 20)
    assert page["doors"][0]["name"] == "Door 20"


def test_searching_and_sorting_happen_in_the_database(technician, shop, door):
    Door.objects.create(shop=shop, name="Boatworks, bay 1", place="Slipway 3", customer="J. Marrick", record={"measured": {}})
    api = Api(technician)
    assert [one["name"] for one in api.get("/doors?search=slipway marr").json()["doors"]] == ["Boatworks, bay 1"]
    assert [one["name"] for one in api.get("/doors?sort=-name").json()["doors"]] == ["Net loft", "Boatworks, bay 1"]
    assert api.get("/doors?search=%25").json()["total"] == 0
    assert api.get("/doors?sort=drop").status_code == 422


def test_a_stale_write_is_refused_with_what_stands_now(technician, door):
    api = Api(technician)
    details = {"name": "Net loft, left", "place": "", "customer": "", "phone": "", "access_notes": ""}
    assert api.send("PUT", f"/doors/{door.key}", details | {"version": 1}).json()["version"] == 2
    late = api.send("PUT", f"/doors/{door.key}", details | {"name": "Loft", "version": 1})
    assert late.status_code == 409
    assert late.json()["error"]["current"]["name"] == "Net loft, left"
    door.refresh_from_db()
    assert door.name == "Net loft, left"


def test_opening_a_file_twice_under_one_key_opens_one(technician):
    api, key = Api(technician), str(uuid.uuid4())
    for name in ("Shed", "Shed again"):
        assert api.post("/doors", {"key": key, "name": name}).json()["name"] == "Shed"
    assert Door.objects.count() == 1
    assert api.post("/doors", {"key": key, "name": ""}).json()["error"]["field"] == "name"


def test_the_bench_answers_as_the_command_does(technician):
    from tests.support.questions import ASKED
    from tests.support.words import ask

    api = Api(technician)
    for question, document in ASKED.items():
        assert api.post(f"/bench/{question}", document).json() == ask(question, document).model_dump(mode="json", exclude_none=True)
    error = api.post("/bench/lift", ASKED["lift"] | {"positions_in": [0, 99]}).json()["error"]
    assert (error["code"], error["field"], error["value"]) == ("out_of_range", "positions_in.1", 99)
    unknown = api.post("/bench/lift", ASKED["lift"] | {"speed": 3})
    assert (unknown.status_code, unknown.json()["error"]["field"]) == (422, "speed")


def test_a_measurement_is_read_back_before_it_is_kept(technician):
    api = Api(technician)
    assert api.post("/bench/read", {"field": "height_in", "typed": "6-10 1/2"}).json() == {"value": 82.5, "text": "6'10 1/2\""}
    assert api.post("/bench/read", {"field": "height_in", "typed": "tall"}).status_code == 422


def test_a_call_that_was_a_mistake_counts_for_nothing_though_a_cause_was_named_on_it(technician, door):
    mistaken = CallOver(Api(technician), door)
    mistaken.must("complaint", complaint="bang")
    mistaken.must("abandoned", reason="the wrong door")
    # As calls were kept before a cause that was found kept them from being abandoned.
    Call.objects.update(cause="spring_broken")
    call = CallOver(Api(technician), door)
    call.must("complaint", complaint="bang")
    assert Api(technician).get(f"/calls/{call.key}/finding?counted=true").json()["own"] == ""


def test_a_shops_own_closed_calls_are_told_and_counted_only_where_that_is_asked(technician, stranger, door):
    api = Api(technician)
    for _ in range(3):
        CallOver(api, door).closed()
    mistaken = CallOver(api, door)
    mistaken.must("complaint", complaint="bang")
    mistaken.must("abandoned", reason="the wrong door")
    theirs = Door.objects.create(shop=stranger.shop, name="Theirs")
    CallOver(Api(stranger), theirs).closed()
    call = CallOver(api, door)
    call.must("complaint", complaint="bang")
    plain, counted = (api.get(f"/calls/{call.key}/finding?counted={word}").json() for word in ("false", "true"))
    said = "Found on your last 3 such calls that were closed: 3 × a torsion spring is broken."
    assert plain["own"] == counted["own"] == said

    def of(found):
        return next(one["probability"] for one in found["finding"]["causes"] if one["cause"] == "spring_broken")

    assert of(counted) > of(plain)
    assert of(plain) == of(api.get(f"/calls/{call.key}/finding").json())


def test_a_call_starts_with_what_the_file_knows_to_be_switched_off_there(technician, shop, door):
    api = Api(technician)
    first = CallOver(api, door)
    assert first.row.facts().facts == {}
    first.closed()
    Door.objects.create(shop=shop, name="Net loft, the other bay", place=door.place)
    second = CallOver(api, door)
    assert {name for name, (holds, _) in second.row.facts().facts.items() if holds} == {"two_doors", "work_lately", "springs_young"}
    assert {one.by_name for one in second.row.entries.all()} == {"the door's file"}
    second.must("complaint", complaint="bang")
    second.must("fact", fact="two_doors", holds=False)
    facts = {one["id"]: one["holds"] for one in api.get(f"/calls/{second.key}/finding").json()["facts"]}
    assert (facts["two_doors"], facts["work_lately"]) == (False, True)
    assert CallOver(api, door).key == second.key
    assert second.row.entries.count() == 5
    document = api.get(f"/calls/{second.key}/document.json").json()
    assert [one["by"] for one in document["call"]["entries"][:3]] == ["the door's file"] * 3


def test_a_doors_file_says_how_far_its_springs_are(technician, door):
    api = Api(technician)
    assert api.get(f"/doors/{door.key}/springs-age").json() is None
    CallOver(api, door).closed()
    assert api.get(f"/doors/{door.key}/springs-age").json()["sentence"].startswith("Put on in ")


def test_the_balance_over_the_years_is_read_from_the_closed_calls_of_this_door_alone(technician, stranger, door):
    api = Api(technician)
    assert api.get(f"/doors/{door.key}/balance-years").json() is None
    CallOver(api, door).closed()
    told = api.get(f"/doors/{door.key}/balance-years").json()
    assert [one["changed"] for one in told["visits"]] == [True]
    assert told["sentence"].startswith("Too few visits")
    assert Api(stranger).get(f"/doors/{door.key}/balance-years").status_code == 404
