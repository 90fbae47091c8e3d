"""Procedures over HTTP: the shop's own ways, who may pass a step over, and two tablets on one step."""

from tests.server.conftest import Api, CallOver
from tests.support.calls import MEASURES, SPRING


def at_the_work(person, door):
    call = CallOver(Api(person), door)
    call.gates("hands_on")
    for field, typed in MEASURES.items():
        call.must("measured", field=field, typed=typed)
    call.must("chosen", springs=[SPRING], quarter_turns=29)
    return call


def steps_of(api, call):
    first = api.get(f"/calls/{call.key}/procedures").json()["procedures"][0]
    return first, {one["id"]: one for one in first["steps"]}


def test_a_shop_works_its_own_way_and_no_other_shop_does(technician, lead, stranger, door):
    call = at_the_work(technician, door)
    assert Api(technician).send("PUT", "/shop/ways", {"ways": {"wrench": "ratchet"}}).status_code == 403
    for wrong in ({"hammer": "heavy"}, {"wrench": "teeth"}):
        assert Api(lead).send("PUT", "/shop/ways", {"ways": wrong}).status_code == 422
    assert Api(lead).send("PUT", "/shop/ways", {"ways": {"wrench": "ratchet"}}).json()["ways"] == {"wrench": "ratchet"}
    assert Api(stranger).get("/session").json()["shop"]["ways"] == {}
    first, steps = steps_of(Api(technician), call)
    assert "ratchet" in steps["let_down"]["do"]
    assert any("ratchet" in one for one in first["ways"])
    assert Api(stranger).get(f"/calls/{call.key}/procedures").status_code == 404


def test_what_makes_nothing_safer_is_passed_over_and_never_without_a_reason(technician, lead, door):
    call = at_the_work(technician, door)
    theirs = CallOver(Api(lead), door)
    assert theirs.enter("passed_over", step="mark", reason="").status_code == 422
    assert theirs.enter("passed_over", step="clamp", reason="in a hurry").status_code == 422
    assert theirs.enter("passed_over", step="mark", reason="new drums go on").status_code == 200
    _, steps = steps_of(Api(technician), call)
    assert (steps["mark"]["standing"], steps["mark"]["reason"], steps["mark"]["by"]) == ("passed_over", "new drums go on", lead.name)


def test_two_tablets_say_the_same_step(technician, lead, door):
    call, other = at_the_work(technician, door), CallOver(Api(lead), door)
    for one in (call, other):
        assert one.enter("stepped", steps=["confirm", "carriage"]).status_code == 200
    first, _ = steps_of(Api(technician), call)
    assert first["now"] == "clamp"
    assert call.enter("stepped", steps=["carriage"], done=False).status_code == 200
    assert other.enter("stepped", steps=["carriage"], done=False).status_code == 409, "it is to be done again already"


def test_work_that_was_left_is_taken_up_by_someone_else(technician, lead, door):
    call = at_the_work(technician, door)
    assert call.enter("left", reason="waiting for a bearing").status_code == 200
    seen = Api(lead).get(f"/calls/{call.key}").json()["state"]["left"]
    assert seen.startswith("Left: waiting for a bearing.")
    assert CallOver(Api(lead), door).enter("stepped", steps=["confirm"]).json()["state"]["left"] == ""
