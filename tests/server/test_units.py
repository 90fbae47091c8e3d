"""Each is told in the units they speak; what is kept and what goes out is the same for all."""

import json
import re

import pytest

from server.exchange.document import export_call, export_door
from server.people.models import Person
from tests.server.conftest import Api, CallOver
from tests.support.calls import MEASURES
from tests.support.documents import text_of
from tests.support.units import MARKED, TRADE

TYPED = {"weight_lb": "59 kg", "width_in": "2743 mm", "height_in": "2134 mm"}


@pytest.fixture
def by_metric(lead, technician):
    Person.objects.filter(pk=lead.pk).update(units="metric")
    lead.refresh_from_db()
    return Api(lead)


def sentences(answer):
    if isinstance(answer, dict):
        # A technician's own typing and the short names of things are nobody's words.
        return [
            one for name, part in answer.items() if name not in ("typed", "id", "option", "customer", "note") for one in sentences(part)
        ]
    return [one for part in answer for one in sentences(part)] if isinstance(answer, list) else [answer] if isinstance(answer, str) else []


def numbers(answer):
    parts = answer.values() if isinstance(answer, dict) else answer if isinstance(answer, list) else []
    return [answer] if isinstance(answer, int | float) else [one for part in parts for one in numbers(part)]


def test_one_call_two_people_each_in_their_own_units(technician, door, by_metric):
    in_trade = CallOver(Api(technician), door).lifted()
    in_trade.must("reading", reading={"height_in": 66, "force_lb": 9.0, "direction": "raising"})
    for path in ("", "/balance", "/procedures", "/timeline"):
        trade, metric = (api.get(f"/calls/{in_trade.key}{path}").json() for api in (in_trade.api, by_metric))
        assert numbers(metric) == numbers(trade), path
        assert any(TRADE.search(one) for one in sentences(trade)), path
        tools = {tool for one in metric.get("procedures", []) for step in one.get("steps", []) for tool in step.get("tools", [])}
        left = [one for one in sentences(metric) if TRADE.search(MARKED.sub("", one)) and one not in tools]
        assert not left, path
    sizing = [api.post(f"/calls/{in_trade.key}/sizing", {}).json() for api in (in_trade.api, by_metric)]
    assert numbers(sizing[0]) == numbers(sizing[1])
    assert not [one for one in sentences(sizing[1]) if TRADE.search(one)]


def test_what_goes_out_is_the_same_and_what_is_printed_is_in_the_units_of_who_prints(technician, door, by_metric):
    call = CallOver(Api(technician), door).lifted()
    documents = [api.get(f"/calls/{call.key}/document.json").json() | {"exported_at": ""} for api in (call.api, by_metric)]
    assert documents[0] == documents[1]
    trade, metric = (" ".join(text_of(api.get(f"/calls/{call.key}/technical.pdf").content)[1].split()) for api in (call.api, by_metric))
    assert re.search(r"\b130 lb", trade)
    assert re.search(r"\b59\.0 kg", metric)
    assert "2134 mm" in metric


def test_what_was_typed_with_its_unit_is_that_size_whoever_reads_it(technician, door, by_metric):
    calls = CallOver(by_metric, door), Api(technician)
    for field, typed in (MEASURES | TYPED).items():
        calls[0].must("measured", field=field, typed=typed)
    told = [{one["field"]: one for one in api.get(f"/calls/{calls[0].key}").json()["state"]["measured"]} for api in (by_metric, calls[1])]
    assert told[0]["height_in"]["value"] == told[1]["height_in"]["value"] == pytest.approx(84.0157, abs=1e-3)
    assert (told[0]["height_in"]["text"], told[1]["height_in"]["text"]) == ("2134 mm", "7'0\"")
    refused = calls[0].enter("measured", field="height_in", typed="21 mm")
    assert refused.status_code == 422
    assert "mm" in refused.json()["error"]["message"]
    assert refused.json()["error"]["unit"] == "in"


def test_only_ones_own_units_change_and_only_to_those_there_are(technician, lead):
    api = Api(technician)
    assert api.get("/session").json()["person"]["units"] == "trade"
    assert api.send("PUT", "/session/units", {"units": "furlongs"}).status_code == 422
    assert api.send("PUT", "/session/units", {"units": "metric"}).json()["person"]["units"] == "metric"
    assert json.loads(Api(lead).get("/session").content)["person"]["units"] == "trade"
    assert api.send("PUT", "/session/units", {"units": "trade"}).json()["person"]["units"] == "trade"


def test_no_mark_leaves_the_house_and_what_somebody_typed_stays(technician, lead, door):
    """Every JSON, CSV and calendar of a busy call; a note full of brackets comes back as it was typed."""
    typed = "⟦size┆5┆lb ⟦ ½ ⟧ ┆"
    call = CallOver(Api(technician), door).lifted()
    call.must("reading", reading={"height_in": 66, "force_lb": 9.0, "direction": "raising"})
    call.must("found", cause="remote_battery", note=typed)
    for api in (call.api, Api(lead)):
        for path in ("", "/balance", "/procedures", "/timeline", "/finding", "/document.json"):
            text = api.get(f"/calls/{call.key}{path}").content.decode()
            assert "⟦" not in text.replace(json.dumps(typed, ensure_ascii=False)[1:-1], ""), path
        for path in (f"/doors/{door.key}", "/knowledge", "/calls", "/doors", "/bookings?day=2026-11-29", "/follow-ups", "/stock"):
            assert "⟦" not in api.get(path).content.decode(), path
    assert typed in call.api.get(f"/calls/{call.key}/timeline").content.decode()
    export = json.dumps([export_call(call.row), export_door(door)], ensure_ascii=False, default=str)
    assert "⟦" not in export.replace(json.dumps(typed, ensure_ascii=False)[1:-1], "")
