"""Whatever goes wrong under /api/ answers in the one error shape; guessers and loops are slowed down."""

import json

import pytest
from django.test import Client

from server.pages.api import api
from server.people.models import Person
from tests.server.conftest import PASSWORD, Api
from tests.support.mutants import SHAPE
from tests.support.questions import ASKED


def problem(answer, status):
    assert answer.status_code == status, answer.content[:300]
    assert answer.headers["Content-Type"].startswith("application/json")
    found = answer.json()["error"]
    assert set(found) == SHAPE | {"current"}
    assert found["message"]
    return found


def test_addresses_methods_and_bodies_that_are_wrong(technician, door):
    person = Api(technician)
    assert problem(person.get("/nowhere"), 404)["code"] == "not_there"
    assert problem(person.get("/calls/not-a-key"), 404)["code"] == "not_there"
    assert problem(person.send("PATCH", "/doors"), 405)["code"] == "wrong_method"
    assert problem(person.post("/bench/lift", ASKED["lift"] | {"note": "x" * 6_000_000}), 413)["code"] == "too_large"
    token = person.get("/session").json()["csrf_token"]
    cut = person.client.post("/api/bench/lift", '{"door": {', content_type="application/json", headers={"X-CSRFToken": token})
    assert problem(cut, 422)["code"] == "bad_input"
    assert problem(Client(enforce_csrf_checks=True).post("/api/session", {}), 403)["code"] == "not_allowed"


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"door": {"height_in": 84, "section_count": 400, "weight_lb": 130}}, "door.section_count"),
        ({"positions_in": [0, "high"]}, "positions_in.1"),
        ({"track": {"lift": "sideways"}}, "track.lift"),
        ({"colour": "green"}, "colour"),
    ],
)
def test_the_command_and_the_page_name_the_same_place_in_the_same_words(technician, change, field):
    from hinge.errors import HingeError
    from tests.support.words import ask, words

    found = problem(Api(technician).post("/bench/lift", ASKED["lift"] | change), 422)
    with pytest.raises(HingeError) as refused:
        ask("lift", ASKED["lift"] | change)
    assert found["field"] == refused.value.field == field
    assert {name: found[name] for name in SHAPE} == words(json.loads(json.dumps(refused.value.as_document())))


def test_a_whole_call_is_a_question_too_and_its_refusals_are_told_by_place(technician):
    commands = [{"kind": "complaint", "complaint": "heavy"}, {"kind": "moved", "part": "left", "from_count": 0, "to_count": 1}]
    answer = Api(technician).post("/bench/call", {"commands": commands}).json()
    assert [one["kind"] for one in answer["events"]] == ["complaint"]
    assert [one["command"] for one in answer["refused"]] == [1]
    assert answer["refused"][0]["error"]["code"] in ("contradiction", "gate_not_met", "out_of_step")


def slowest(monkeypatch, limit):
    for _, router in api._routers:
        for path in router.path_operations.values():
            for operation in path.operations:
                for throttle in operation.throttle_objects:
                    monkeypatch.setattr(throttle, "num_requests", limit)


def test_heavy_questions_are_throttled_for_each_person(technician, lead, monkeypatch):
    slowest(monkeypatch, 2)
    person = Api(technician)
    for question in ("trim", "trim"):
        assert person.post(f"/bench/{question}", ASKED[question]).status_code == 200
    assert problem(person.post("/bench/trim", ASKED["trim"]), 429)["code"] == "too_many_tries"
    assert person.post("/bench/lift", ASKED["lift"]).status_code == 200
    assert Api(lead).post("/bench/trim", ASKED["trim"]).status_code == 200


def test_one_password_over_many_names_is_slowed_down_too(technician, settings):
    settings.TRIES_OF_SOURCE = 5
    sprayer = Api()
    statuses = [sprayer.post("/session", {"username": f"name-{place}", "password": "spring2026"}).status_code for place in range(6)]
    assert statuses == [401] * 5 + [429]
    assert problem(sprayer.post("/session", {"username": "tess", "password": PASSWORD}), 429)["code"] == "too_many_tries"


def test_nobody_signs_in_over_another_and_nothing_goes_in_under_another_name(technician, lead, door):
    """A page that was open while somebody else signed in says who it believes to be."""
    person = Api(lead)
    details = {"name": "Net loft, left", "version": 1}
    refused = person.send("PUT", f"/doors/{door.key}", details, **{"X-Signed-In-As": technician.username})
    assert problem(refused, 401)["code"] == "signed_out"
    assert person.send("PUT", f"/doors/{door.key}", details, **{"X-Signed-In-As": lead.username}).status_code == 200


def test_a_put_that_is_refused_keeps_nothing(technician, lead, door):
    person = Api(technician)
    before = person.get(f"/doors/{door.key}").json()
    for details in ({"name": ""}, {"name": "N" * 400}, {"name": "New", "phone": "5" * 400}, {"name": "New", "colour": "green"}):
        problem(person.send("PUT", f"/doors/{door.key}", details | {"version": 1}), 422)
    assert person.get(f"/doors/{door.key}").json() == before
    rows = "wire_in,inside_diameter_in,rate_per_coil_lbin_per_turn\n.225,2,x\n"
    problem(Api(lead).send("PUT", "/stock/rates", {"file_name": "rates.csv", "text": rows}), 422)
    assert person.get("/stock").json() == []
    assert Person.objects.count() == 2
