"""What is said of a call is said once: the state the page shows, the printed sheet, the JSON and the command agree."""

import json
import re

import pytest

from hinge.questions.of_call import balance_of
from server.exchange.sheet import WIDTH, technical_context, technical_pdf
from tests.server.conftest import Api, CallOver
from tests.support.calls import MEASURES, Running
from tests.support.documents import text_of
from tests.support.questions import SPRING
from tests.support.words import ask, words

ESTIMATE = {"method": "estimate", "low": 151.0, "high": 303.0}
SIGNED = ("by", "at", "closed_at", "entry", "cause_entry", "since", "safety_at")


def unsigned(value):
    """Without who and when, which only a server knows."""
    if isinstance(value, dict):
        return {name: unsigned(one) for name, one in value.items() if name not in SIGNED}
    return [unsigned(one) for one in value] if isinstance(value, list) else value


def test_the_page_the_sheet_the_json_and_the_command_say_the_same(technician, door):
    call = CallOver(Api(technician), door).lifted()
    call.must("reading", reading={"height_in": 66, "outcome": "creeps_up"})
    call.gates("by_power")
    for proof in ("reversal", "eyes"):
        call.must("proof", proof=proof, passed=True)
    call.must("stepped", steps=["reconnect"])
    call.must("closed", told="Monthly check")
    state, document = call.api.get(f"/calls/{call.key}").json()["state"], call.api.get(f"/calls/{call.key}/document.json").json()
    balance = call.api.get(f"/calls/{call.key}/balance").json()
    sheet = text_of(call.api.get(f"/calls/{call.key}/technical.pdf").content)[1]
    assert document["said"] == state["summary"]
    for line in state["summary"]:
        assert line["text"] in sheet
    assert " ".join(balance["answer"]["advice"]["sentence"].split()) in sheet
    commands = [one["body"] for one in document["call"]["entries"]]
    commands = [
        one if one["kind"] != "measured" else {"kind": "measured", "field": one["field"], "typed": MEASURES[one["field"]]}
        for one in commands
    ]
    answer = ask("call", {"commands": commands}).model_dump(mode="json")
    assert answer["refused"] == []
    assert unsigned(answer["state"]) == unsigned(state)


def test_a_pull_is_pinned_on_the_sheet_where_its_force_is(technician, door):
    call = CallOver(Api(technician), door).lifted()
    for height, force in ((42, -12.0), (60, 63.0), (70, -118.0)):
        call.must("reading", reading={"height_in": height, "force_lb": force, "direction": "raising"})
        chart = technical_context(call.row, "trade")["line"]
        pinned = [(WIDTH / 2 - mark["x"]) / (WIDTH / 2) * chart.side_lb for mark in chart.marks]
        assert pinned[-1] == pytest.approx(force, abs=0.1)
        # What was read before keeps its force on the new scale; a door that held stands on the middle line.
        assert pinned[0] == pytest.approx(0, abs=0.1)
        assert chart.side_lb >= 40
        assert f"hand force, {chart.side_lb:g} lb to either side" in " ".join(text_of(technical_pdf(call.row, "trade"))[1].split())
    assert chart.side_lb == 120


def test_an_estimate_stays_an_estimate_into_sizing_advice_and_sheet(technician, door):
    call = CallOver(Api(technician), door)
    for field, typed in (MEASURES | {"weight_lb": "227"}).items():
        call.must("measured", field=field, typed=typed, **({"how": ESTIMATE} if field == "weight_lb" else {}))
    state = call.api.get(f"/calls/{call.key}").json()["state"]
    assert "151" in state["weight_words"]
    assert "303" in state["weight_words"]
    assert state["scale_weight_lb"] is None
    sizing = call.api.post(f"/calls/{call.key}/sizing", {}).json()
    assert "weigh it" in sizing["doubt"]
    assert re.search(r"33 % weaker to 33 % stronger", sizing["doubt"])
    assert any("151" in text for _, text in words(technical_context(call.row, "trade")["facts"]))
    weighed = call.must("measured", field="weight_lb", typed="215")
    assert weighed["scale_weight_lb"] == 215
    assert call.api.post(f"/calls/{call.key}/sizing", {}).json()["doubt"] == ""


def test_an_estimated_door_has_not_gained_weight():
    """The readings move an estimate; they say nothing of what the door weighed before."""
    running = Running().measured(weight_lb="130")
    running.say("measured", field="weight_lb", typed="130", how={"method": "estimate", "low": 90.0, "high": 170.0})
    running.say("chosen", springs=[SPRING | {"count": 2}], quarter_turns=28)
    running.put_on().work_gates()
    running.to_targets().lift_gates()
    running.say("reading", reading={"height_in": 42, "outcome": "runs_down"})
    answer = balance_of(running.call).answer
    assert "gained" not in json.dumps(answer.model_dump())
