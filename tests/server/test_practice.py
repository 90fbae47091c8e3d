"""Practice runs over HTTP: the same rules and pages, and nothing of them anywhere a shop keeps its own."""

from __future__ import annotations

import uuid
import zipfile
from io import BytesIO

import pytest
from django_scopes import scopes_disabled

from hinge.faults.knowledge import faults
from hinge.practice.garage import garage_of
from hinge.practice.lessons import lessons
from hinge.questions.practice_call import good_visit
from server.calls.models import Call
from server.doors.models import Door
from server.insight.models import CallCount
from server.ops.export import export_shop
from server.people.models import Person, Shop
from server.practice.models import PracticeRun
from server.stock.models import CallStock
from tests.server.conftest import PASSWORD, Api, CallOver
from tests.support.endpoints import practice_key


def begin(api: Api, **wish: str) -> dict:
    answer = api.post("/practice", {"key": practice_key()} | wish)
    assert answer.status_code == 200, answer.content
    return answer.json()


def do(api: Api, key: str, kind: str, what: str = "", height_in: float = 0.0):
    return api.post(f"/practice/{key}/deeds", {"kind": kind, "what": what, "height_in": height_in})


def enter(api: Api, key: str, body: dict):
    return api.post(f"/calls/{key}/entries", {"id": str(uuid.uuid4()), "body": body})


def run_of(key: str) -> PracticeRun:
    with scopes_disabled():
        return PracticeRun.objects.get(key=key)


def walked(api: Api, key: str) -> dict:
    """A run walked to its end by who does what the page says, every deed and entry sent; how it went."""
    run = run_of(key)
    went = good_visit(garage_of(run.seed, run.causes, run.complaint)).visit
    entries = iter(went.log.entries)
    for moment in went.moments:
        if moment.kind == "say":
            body = next(entries).body.model_dump(mode="json")
            answer = enter(api, key, {name: value for name, value in body.items() if name not in ("value", "unit")})
        elif moment.kind in ("let_go", "pull"):
            answer = do(api, key, moment.kind, height_in=float(moment.what))
        else:
            answer = do(api, key, moment.kind, moment.what)
        assert answer.status_code == 200, (moment, answer.content)
    return api.post(f"/practice/{key}/end").json()


@pytest.fixture
def api(technician):
    return Api(technician)


def test_a_run_walked_over_the_wire_is_the_visit_it_is_in_the_core_and_passes_its_lesson(api, technician):
    run = begin(api, lesson="eyes")
    told = walked(api, run["run"]["key"])
    assert told["report"]["grade"]["passed"], told["report"]["grade"]
    assert told["report"]["grade"]["looks"] == told["report"]["grade"]["good_looks"]
    technician.refresh_from_db()
    assert technician.passed_lessons == ["eyes"]
    shown = api.get("/practice").json()
    assert [one["id"] for one in shown["lessons"] if one["passed"]] == ["eyes"]
    assert shown["runs"][0]["is_ended"]
    assert shown["runs"][0]["passed"]


def test_nothing_of_a_run_is_where_the_shop_keeps_its_own(api, technician, lead, shop):
    before = [api.get(path).json() for path in ("/calls", "/doors", "/doors?search=practice", "/bookings", "/follow-ups", "/van")]
    key = begin(api, lesson="pair")["run"]["key"]
    walked(api, key)
    assert [api.get(path).json() for path in ("/calls", "/doors", "/doors?search=practice", "/bookings", "/follow-ups", "/van")] == before
    with scopes_disabled():
        call = Call.objects.get(key=key)
        assert call.shop.practice_of == shop
        assert call.closed_at
        assert not Call.objects.filter(shop=shop).exists()
        assert not Door.objects.filter(shop=shop, name="Practice door").exists()
        assert not CallCount.objects.filter(shop=shop).exists()
        assert not CallStock.objects.filter(shop=shop).exists()
        kept = BytesIO()
        export_shop(shop, kept)
    with zipfile.ZipFile(kept) as packed:
        assert not any(key in name or key.encode() in packed.read(name) for name in packed.namelist())
    books = Api(lead).get("/insight/books?since=2020-01-01&until=2030-01-01")
    assert key.encode() not in books.content


def test_a_run_is_its_persons_and_its_shops_alone(api, shop, stranger):
    key = begin(api, level="lights")["run"]["key"]
    colleague = Api(Person.objects.create_user("cole", password=PASSWORD, name="Cole Amber", role="technician", shop=shop))
    for other in (colleague, Api(stranger)):
        assert other.get(f"/practice/{key}").status_code == 404
        assert do(other, key, "look", "coil_gap").status_code == 404
        assert other.post(f"/practice/{key}/end").status_code == 404
    assert Api(stranger).get(f"/calls/{key}").status_code == 404
    assert enter(Api(stranger), key, {"kind": "complaint", "complaint": "bang"}).status_code == 404
    begin(Api(stranger), level="lights")
    assert Api(stranger).get(f"/calls/{key}").status_code == 404, "with a yard of their own"


def test_the_key_tells_a_practice_call_from_a_real_one_and_neither_is_begun_with_the_others(api, door):
    assert api.post(f"/doors/{door.key}/calls", {"key": practice_key()}).status_code == 422
    refused = api.post("/practice", {"key": str(uuid.uuid4())})
    assert refused.status_code == 422
    assert "key of its own kind" in refused.json()["error"]["message"]


def test_begun_again_under_the_same_key_it_is_the_same_run(api):
    key = practice_key()
    first, again = (api.post("/practice", {"key": key, "level": "loaded"}).json() for _ in range(2))
    assert first == again
    with scopes_disabled():
        assert PracticeRun.objects.count() == 1


def test_the_door_of_the_day_is_the_same_for_everybody_of_a_shop(api, shop):
    colleague = Api(Person.objects.create_user("cole", password=PASSWORD, name="Cole Amber", role="technician", shop=shop))
    runs = [run_of(begin(one)["run"]["key"]) for one in (api, colleague)]
    assert runs[0].seed == runs[1].seed
    assert runs[0].call.door.record == runs[1].call.door.record
    assert api.get("/practice").json()["door_of_day"]["key"] == str(runs[0].key)


def test_a_false_statement_that_is_worked_on_is_told_at_once_and_ends_in_no_pass(api):
    key = begin(api, lesson="pair")["run"]["key"]
    assert enter(api, key, {"kind": "complaint", "complaint": "bang"}).status_code == 200
    site = do(api, key, "look", "lift_by_hand").json()
    assert site["harms"]
    assert site["harms"][0]["would"]
    assert site["seen"][-1]["says"] in ("Heavy.", "Hardly lifts at all.")
    grade = api.post(f"/practice/{key}/end").json()["report"]["grade"]
    assert not grade["passed"]
    assert grade["better"][0]["part"] == "danger"


def test_once_it_is_ended_nothing_more_is_done_and_it_stays_as_it_was_graded(api):
    key = begin(api, lesson="eyes")["run"]["key"]
    first = api.post(f"/practice/{key}/end").json()
    assert do(api, key, "look", "lights").status_code == 409
    assert api.post(f"/practice/{key}/end").json() == first


NONE_OF = [
    ({"kind": "look", "what": "no such"}, "check"),
    ({"kind": "do", "what": "no such"}, "gate"),
    ({"kind": "let_go", "height_in": 239.0}, "height_in"),
    ({"kind": "fly"}, "kind"),
]


@pytest.mark.parametrize(("body", "field"), NONE_OF)
def test_what_there_is_none_of_is_refused_and_nothing_is_kept(api, body, field):
    key = begin(api, lesson="eyes")["run"]["key"]
    answer = api.post(f"/practice/{key}/deeds", body)
    assert answer.status_code == 422
    assert answer.json()["error"]["field"].endswith(field)
    assert run_of(key).deeds == []


@pytest.mark.parametrize("wish", [{"lesson": "no such"}, {"level": "no such"}])
def test_a_lesson_or_level_there_is_none_of_begins_nothing(api, wish):
    assert api.post("/practice", {"key": practice_key()} | wish).status_code == 422
    with scopes_disabled():
        assert not PracticeRun.objects.exists()


def test_what_was_missed_comes_again_until_it_is_not_missed(api, technician):
    from server.practice.service import missed_by

    key = begin(api, lesson="eyes")["run"]["key"]
    api.post(f"/practice/{key}/end")
    with scopes_disabled():
        assert missed_by(technician) == {"eye_knocked": 1}
    walked(api, begin(api, lesson="eyes")["run"]["key"])
    with scopes_disabled():
        assert missed_by(technician) == {}


def test_what_real_calls_found_shapes_which_practice_doors_come(api, shop, door):
    from datetime import UTC, date, datetime

    from server.practice.service import met_by

    with scopes_disabled():
        for _ in range(3):
            Call.objects.create(shop=shop, door=door, technician="T", cause="eye_staple", closed_at=datetime.now(UTC))
        Call.objects.create(shop=shop, door=door, technician="T", cause="no such cause", closed_at=datetime.now(UTC))
        assert met_by(date.today()) == {"eye_staple": 3}


def test_the_practice_yard_is_no_shop_among_shops(api, lead, shop, capsys):
    from django.core.management import CommandError, call_command

    begin(api, lesson="eyes")
    with scopes_disabled():
        yard = Shop.objects.get(practice_of=shop)
    with pytest.raises(CommandError, match="There is no shop"):
        call_command("export_shop", yard.name, "/nowhere.zip")
    assert [one["name"] for one in Api(lead).get("/people").json()] == [
        one.name for one in Person.objects.filter(shop=shop).order_by("-is_active", "name")
    ]
    assert not Person.objects.filter(shop=yard).exists()


def test_a_practice_call_is_not_brought_into_files(api, lead, door):
    """Exported from the yard by its key, its document is refused where real calls come in."""
    key = begin(api, lesson="eyes")["run"]["key"]
    document = api.get(f"/calls/{key}/document.json")
    assert document.status_code == 200
    from django.core.files.uploadedfile import SimpleUploadedFile

    lead_api = Api(lead)
    file = {"file": SimpleUploadedFile("call.json", document.content)}
    token = lead_api.get("/session").json()["csrf_token"]
    answer = lead_api.client.post("/api/import", file, headers={"X-CSRFToken": token})
    assert answer.status_code == 422
    assert "practice" in answer.json()["error"]["message"]


# --- who works on loaded parts


@pytest.fixture
def apprentice(shop):
    return Person.objects.create_user("alin", password=PASSWORD, name="Alin Reed", role="apprentice", shop=shop)


def stroke(call: CallOver, person: Person):
    part, count = next((part.part, part.count) for part in call.state.parts)
    body = {"kind": "moved", "part": part, "from_count": count, "to_count": count + 1}
    return Api(person).post(f"/calls/{call.key}/entries", {"id": str(uuid.uuid4()), "body": body})


def test_an_apprentice_does_all_but_the_work_on_loaded_parts_which_a_technician_on_the_call_takes(apprentice, technician, door):
    call = CallOver(Api(apprentice), door)
    assert call.enter("complaint", complaint="bang").status_code == 200
    assert call.enter("checked", check="coil_gap", outcome="gap").status_code == 200
    call = CallOver(Api(technician), door).ready_to_wind()
    refused = stroke(call, apprentice)
    assert refused.status_code == 422
    assert "technician" in refused.json()["error"]["message"]
    assert stroke(call, technician).status_code == 200
    told = Api(apprentice).get(f"/calls/{call.key}/timeline").json()["lines"][-1]
    assert told["by"] == technician.name


def test_in_practice_an_apprentice_winds(apprentice):
    told = walked(Api(apprentice), begin(Api(apprentice), lesson="balance")["run"]["key"])
    assert told["report"]["grade"]["passed"]


def test_the_lessons_a_shop_asks_for_stand_before_a_real_stroke_and_not_before_one_in_practice(technician, lead, door):
    call = CallOver(Api(technician), door).ready_to_wind()
    api = Api(lead)
    assert api.send("PUT", "/practice/asked", {"lessons": ["let_down", "make_safe"]}).status_code == 200
    refused = stroke(call, technician)
    assert refused.status_code == 422
    assert "2 of its lessons" in refused.json()["error"]["message"]
    walked(Api(technician), begin(Api(technician), lesson="let_down")["run"]["key"])
    assert "1 of its lessons" in stroke(call, technician).json()["error"]["message"]
    walked(Api(technician), begin(Api(technician), lesson="make_safe")["run"]["key"])
    assert stroke(call, technician).status_code == 200
    crew = api.get("/practice/crew").json()
    mine = next(one for one in crew["people"] if one["name"] == technician.name)
    assert (mine["passed"], mine["runs"]) == (["make_safe", "let_down"], 2)
    assert [one["id"] for one in crew["lessons"] if one["asked"]] == ["make_safe", "let_down"]


def test_a_lesson_there_is_none_of_is_not_asked_for(lead):
    answer = Api(lead).send("PUT", "/practice/asked", {"lessons": ["make_safe", "no such"]})
    assert answer.status_code == 422
    assert answer.json()["error"]["field"] == "lessons.1"


def test_every_lesson_and_every_cause_of_practice_is_one_there_is():
    assert all({*one.causes} <= faults().causes.keys() for one in lessons().values())


def test_a_run_that_is_longer_than_any_honest_one_is_not_worked_out_again_and_can_be_ended(api, monkeypatch):
    monkeypatch.setattr("server.practice.service.MOST_ENTRIES", 2)
    key = begin(api, lesson="eyes")["run"]["key"]
    for complaint in ("bang", "heavy", "sinks"):
        assert enter(api, key, {"kind": "complaint", "complaint": complaint}).status_code == 200
    assert do(api, key, "look", "lights").status_code == 409
    assert api.get(f"/practice/{key}").json()["site"] is None
    assert api.post(f"/practice/{key}/end").status_code == 200


def test_what_a_shop_exports_brings_back_who_has_passed_what(lead, technician, shop):
    from server.ops.intake import import_shop

    technician.passed_lessons, shop.asked_lessons = ["make_safe"], ["eyes"]
    technician.save()
    shop.save()
    kept = BytesIO()
    with scopes_disabled():
        export_shop(shop, kept)
        for one in Person.objects.filter(shop=shop):
            one.username = f"was-{one.username}"
            one.save()
        Shop.objects.filter(pk=shop.pk).update(name="Another name")
        with zipfile.ZipFile(kept) as packed:
            back, _ = import_shop(packed)
        assert back.asked_lessons == ["eyes"]
        assert Person.objects.get(shop=back, username="tess").passed_lessons == ["make_safe"]
