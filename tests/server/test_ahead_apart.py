"""What is ahead of a call is worked out apart: the core's own answer, once for all devices, and nobody waits behind others' for it."""

import json
import pickle
import time
import uuid

import pytest

from hinge.questions.ahead_of_call import Budget, ShopTerms, ahead_of
from server.calls import ahead, ahead_program
from server.calls.service import start
from server.stock.service import lists_of_shop
from tests.server.conftest import Api
from tests.support.scripted import gates, tell

pytestmark = pytest.mark.django_db


@pytest.fixture
def call(technician, door):
    begun = start(technician, door.key, uuid.uuid4())
    tell(technician, begun.key, [("complaint", {"complaint": "bang"}), *gates("hands_on")])
    return begun


@pytest.fixture
def far_here(settings, monkeypatch):
    """The whole way worked out at the turn of the tests: at the lowest one a busy machine may come to none of it."""
    settings.AHEAD_SECONDS = 3
    monkeypatch.setattr(ahead._far, "answer", lambda asked: ahead_program.ahead(list(asked)))


def gist(step):
    """What is said, after what, and where that changes an answer: the words of sizes are put in on the way out."""
    return step["after"], step["said"], {name: [one["path"] for one in changes] for name, changes in step["changes"].items()}


def test_what_is_told_is_what_the_core_says(technician, call, far_here):
    told = Api(technician).get(f"/calls/{call.key}/ahead?far=true").json()
    shop = ShopTerms(technician.shop.ways, lists_of_shop(technician, call.key), {}, False)
    core = json.loads(ahead_of(call.facts(), shop, Budget(len(told["steps"]), 1e9, time.thread_time, sets=True)).model_dump_json())
    assert len(told["steps"]) > 3
    assert [gist(step) for step in told["steps"]] == [gist(step) for step in core["steps"]], "and in the same order"
    assert told["entries"] == call.entries.count()


def test_a_second_device_is_told_what_the_first_was(call, technician, monkeypatch):
    question = pickle.dumps((call.facts(), ShopTerms(technician.shop.ways, lists_of_shop(technician, call.key), {}, False), 0.0))
    first = ahead_program.ahead([question])
    monkeypatch.setattr(ahead_program, "ahead_of", lambda *_: 1 / 0)
    assert ahead_program.ahead([question]) == first


def test_nobody_waits_behind_many_and_a_program_that_died_is_not_missed(call, technician):
    address = f"/calls/{call.key}/ahead"
    for _ in range(2):
        ahead._near.places.acquire()
    try:
        told = Api(technician).get(address)
        assert (told.status_code, told["Retry-After"]) == (503, "1")
    finally:
        for _ in range(2):
            ahead._near.places.release()
    assert Api(technician).get(address).status_code == 200
    ahead._near.child.kill()
    ahead._near.child.wait()
    assert Api(technician).get(address).status_code == 200


def test_what_is_touched_next_does_not_wait_behind_a_whole_way(call, technician):
    address = f"/calls/{call.key}/ahead"
    with ahead._far.turn:
        assert Api(technician).get(address).status_code == 200
