"""Two at once: one is taken, the other is told; never a 500."""

import json
import uuid
from functools import partial

import pytest

from server.calls.models import Call
from server.doors.models import Door
from server.people.models import Person
from server.stock.models import ShopList
from tests.server.conftest import Api, CallOver
from tests.support.documents import bring_in
from tests.support.races import at_once, ready

pytestmark = pytest.mark.django_db(transaction=True)
AT_ONCE = 6


@pytest.fixture(autouse=True)
def threads_for_all(settings):
    settings.THREADS = 32


def test_a_list_loaded_in_parallel(lead):
    text = "wire_in,inside_diameter_in,length_in,count\n.225,2,60,1\n"
    body = {"file_name": "van.csv", "text": text}
    statuses = at_once(*[partial(ready(lead).send, "PUT", "/stock/van", body) for _ in range(AT_ONCE)])
    assert set(statuses) <= {200, 409}
    assert 200 in statuses
    assert ShopList.objects.count() == 1


def test_one_new_user_name(lead):
    person = {"username": "pip", "name": "Pip Umber", "role": "technician", "password": "tide tables at noon"}
    statuses = at_once(*[partial(ready(lead).post, "/people", person) for _ in range(AT_ONCE)])
    assert statuses.count(200) == 1
    # Who does not fit into the short queue for passwords is told to try again.
    assert set(statuses) <= {200, 409, 422, 429}
    assert Person.objects.filter(username="pip").count() == 1


def test_one_import(technician, door, stranger):
    call = CallOver(Api(technician), door)
    call.must("complaint", complaint="heavy")
    document = json.dumps(call.api.get(f"/calls/{call.key}/document.json").json()).encode()
    statuses = at_once(*[lambda: bring_in(stranger, document) for _ in range(AT_ONCE)])
    assert statuses.count(200) == 1
    assert set(statuses) <= {200, 409, 422}
    assert Call.objects.filter(shop=stranger.shop).count() == 1
    assert Door.objects.filter(shop=stranger.shop).count() == 1


def test_one_call_key_at_ten_doors(technician, shop):
    doors = [Door.objects.create(shop=shop, name=f"Door {place}", record={"measured": {}}) for place in range(10)]
    key = str(uuid.uuid4())
    statuses = at_once(*[partial(ready(technician).post, f"/doors/{door.key}/calls", {"key": key}) for door in doors])
    assert statuses.count(200) == 1
    assert set(statuses) <= {200, 409}
    assert Call.objects.count() == 1


def test_one_door_opened_and_changed_at_once(technician, door):
    key = str(uuid.uuid4())
    statuses = at_once(*[partial(ready(technician).post, "/doors", {"key": key, "name": "Shed"}) for _ in range(AT_ONCE)])
    assert set(statuses) == {200}
    details = {"name": "Left", "version": 1}
    statuses = at_once(*[partial(ready(technician).send, "PUT", f"/doors/{door.key}", details) for _ in range(AT_ONCE)])
    assert statuses == [200] + [409] * (AT_ONCE - 1)
    assert Door.objects.filter(key=key).count() == 1
