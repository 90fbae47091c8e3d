"""A door's whole file as one document: out and in without loss, and nothing the second time."""

import base64
import json

import pytest
from jsonschema import Draft202012Validator

from server.calls.models import Call, Entry, Photo
from server.doors.models import Door
from tests.server.conftest import Api, CallOver
from tests.support.documents import bring_in
from tests.support.pictures import alike, picture, send
from tools.formats import FOLDER


@pytest.fixture
def document(technician, door):
    first = CallOver(Api(technician), door)
    send(technician, first, picture(60, 40), caption="As found")
    first.closed()
    second = CallOver(Api(technician), door)
    second.must("complaint", complaint="noisy")
    return Api(technician).get(f"/doors/{door.key}/document.json").json()


def test_it_follows_its_published_schema_and_has_every_call(document):
    Draft202012Validator(json.loads((FOLDER / "door.schema.json").read_text())).validate(document)
    assert document["format"] == "north-hinge/door/4"
    assert [bool(one["call"]["closed_at"]) for one in document["calls"]] == [True, False]
    assert [len(one["photos"]) for one in document["calls"]] == [1, 0]


def test_it_comes_into_an_empty_shop_without_loss_and_changes_nothing_the_second_time(document, stranger):
    for calls in (2, 0):
        answer = bring_in(stranger, json.dumps(document).encode())
        assert answer.status_code == 200, answer.content
        assert (answer.json()["calls"], answer.json()["key"]) == (calls, None)
        counts = Door.objects.filter(shop=stranger.shop).count(), Call.objects.filter(shop=stranger.shop).count()
        assert counts == (1, 2)
    there = Api(stranger).get(f"/doors/{document['door']['key']}/document.json").json()
    assert there["calls"][0]["call"].pop("claimed_elsewhere") != document["calls"][0]["call"].pop("claimed_elsewhere")
    for one in (there, document):
        for call in one["calls"]:
            call.pop("said")
    # A picture is written anew wherever it comes in: what it shows is the same.
    came, sent = (base64.b64decode(one["calls"][0]["photos"][0].pop("jpeg")) for one in (there, document))
    assert alike(came, sent)
    assert there == document


@pytest.mark.parametrize(
    ("spoil", "field"),
    [
        (lambda one: one["calls"][1]["call"]["entries"][0].update(at="yesterday"), "calls.1.call.entries.0.at"),
        (lambda one: one["calls"][0]["photos"][0].update(jpeg="AAAA"), "calls.0.photos.0.jpeg"),
        (lambda one: one["calls"][1]["call"].update(key=one["calls"][0]["call"]["key"]), "calls.1.call.key"),
        (lambda one: one["door"]["record"].update(measured={"width_in": -1}), "door.record.measured.width_in"),
        (lambda one: one.update(format="north-hinge/door/9"), "format"),
        (lambda one: one.update(colour="red"), "colour"),
    ],
)
def test_a_spoilt_one_is_refused_whole_and_says_where(document, stranger, spoil, field):
    spoil(document)
    answer = bring_in(stranger, json.dumps(document).encode())
    assert (answer.status_code, answer.json()["error"]["field"]) == (422, field)
    assert not Door.objects.filter(shop=stranger.shop).exists()
    assert not Entry.objects.filter(call__shop=stranger.shop).exists()
    assert Photo.objects.count() == 1


def test_only_leads_bring_one_in(document, technician):
    assert bring_in(technician, json.dumps(document).encode()).status_code == 403
