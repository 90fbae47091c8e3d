"""Every endpoint, walked as nobody and as a stranger from another shop."""

import uuid
from datetime import date

import pytest
from django_scopes import scope
from django_scopes.exceptions import ScopeError

from server.bench.models import BenchSheet
from server.bookings.models import Booking
from server.calls.models import Call, Entry
from server.doors.models import Change, Door
from server.followups.models import FollowUp
from server.people.models import Shop
from server.stock.models import CallStock, Kept, ShopList, StockItem, StockMove
from tests.server.conftest import Api, CallOver
from tests.support.endpoints import ENDPOINTS, walk

OPEN = {("get", "/api/session"), ("post", "/api/session"), ("post", "/api/first-run"), ("get", "/api/calendar/{secret}/bookings.ics")}
# Endpoints that name no record: they answer everybody signed in, from their own shop.
OWN_SHOP = {
    "/api/session",
    "/api/shop",
    "/api/people",
    "/api/doors",
    "/api/calls",
    "/api/knowledge",
    "/api/import",
    "/api/stock",
    "/api/stock/{kind}",
    "/api/van",
    "/api/van/moves",
}


def test_the_walk_covers_every_endpoint():
    assert len(ENDPOINTS) >= 18
    assert {path for _, path in ENDPOINTS if "{key}" not in path} >= OWN_SHOP


@pytest.mark.parametrize(("method", "path"), [one for one in ENDPOINTS if one not in OPEN])
def test_without_a_session_nothing_answers(db, method, path):
    answer = walk(Api(), method, path, str(uuid.uuid4()))
    assert answer.status_code == 401
    assert answer.json()["error"]["code"] == "signed_out"


@pytest.mark.parametrize(("method", "path"), [one for one in ENDPOINTS if "{key}" in one[1] or "{username}" in one[1]])
def test_a_stranger_finds_nothing(technician, stranger, door, method, path):
    call = CallOver(Api(technician), door)
    booking = Booking.objects.create(shop=door.shop, door=door, day=date.today(), complaint="noisy")
    later = FollowUp.objects.create(shop=door.shop, door=door, what="other", due=date.today(), by=technician)
    keys = {"/calls/{key}": call.key, "/bookings/{key}": booking.key, "/follow-ups/{key}": later.key}
    key = next((str(one) for part, one in keys.items() if part in path), str(door.key))
    before = Api(technician).get(f"/calls/{call.key}").json()
    answer = walk(Api(stranger), method, path, key)
    assert answer.status_code == 404, (method, path, answer.content)
    assert answer.json()["error"]["code"] == "not_there"
    assert b"Net loft" not in answer.content
    assert Api(technician).get(f"/calls/{call.key}").json() == before
    assert (Booking.objects.get().version, FollowUp.objects.get().version) == (1, 1)


@pytest.mark.parametrize("path", ["/doors", "/doors?put_away=true", "/calls", "/people", "/follow-ups", f"/bookings?day={date.today()}"])
def test_a_strangers_lists_show_only_their_own_shop(technician, stranger, door, path):
    CallOver(Api(technician), door)
    Booking.objects.create(shop=door.shop, door=door, day=date.today(), complaint="noisy", technician=technician)
    Door.objects.create(shop=door.shop, name="Net loft again", put_away="twice")
    FollowUp.objects.create(shop=door.shop, door=door, what="other", due=date.today(), by=technician)
    text = Api(stranger).get(path).content
    assert b"Net loft" not in text
    assert b"Tess" not in text


def test_a_post_without_the_csrf_token_is_refused(technician, door):
    client = Api(technician).client
    answer = client.post(f"/api/doors/{door.key}/calls", {"key": str(uuid.uuid4())}, content_type="application/json")
    assert answer.status_code == 403
    signing_in = Api().client.post("/api/session", {"username": "tess", "password": "x"}, content_type="application/json")
    assert signing_in.status_code == 403


def test_two_shops_may_hold_the_same_keys(technician, stranger, door):
    twin = Door.objects.create(shop=Shop.objects.get(pk=stranger.shop_id), key=door.key, name="Elsewhere")
    assert Api(stranger).get(f"/doors/{door.key}").json()["name"] == twin.name
    assert Api(technician).get(f"/doors/{door.key}").json()["name"] == door.name


@pytest.mark.parametrize(
    "model", [Door, Change, Call, Entry, ShopList, StockItem, StockMove, CallStock, Kept, BenchSheet, Booking, FollowUp]
)
def test_a_query_that_forgets_the_shop_fails_instead_of_leaking(technician, stranger, door, model):
    with scope():
        for ask in (model.objects.all, model.objects.count, model.objects.exists, lambda: model.objects.filter(pk=1), model.objects.first):
            with pytest.raises(ScopeError):
                list(ask() or ())
    with scope(shop=stranger.shop_id):
        assert not model.objects.exists()


def test_who_changed_what_is_in_the_doors_file(technician, lead, door):
    details = {"name": "Net loft, left", "place": "Quayside 9", "customer": "A. Hollis", "phone": "", "access_notes": "", "version": 1}
    assert Api(lead).send("PUT", f"/doors/{door.key}", details).status_code == 200
    CallOver(Api(technician), door).closed()
    changes = list(Change.objects.filter(door=door))
    assert [(one.by_name, one.says) for one in changes] == [("Tess Orme", "closed a call"), ("Lena Rudd", "changed the details")]
    assert changes[1].what == {"name": ["Net loft", "Net loft, left"]}
    assert changes[0].what["height_in"] == [None, 84]
    said = Api(technician).get(f"/doors/{door.key}").json()["changes"]
    assert [one["by"] for one in said] == ["Tess Orme", "Lena Rudd"]
    # A change that is refused is not told as made.
    Api(lead).send("PUT", f"/doors/{door.key}", details)
    assert Change.objects.filter(door=door).count() == 2


def test_a_sheets_key_used_again_at_another_door_is_refused(technician, door, shop):
    other = Door.objects.create(shop=shop, name="Shed", record={"measured": {}})
    sheet = {"key": str(uuid.uuid4()), "address": "/bench/springs?weight_lb=130", "title": "Springs", "says": ""}
    client = Api(technician)
    assert client.post(f"/doors/{door.key}/bench", sheet).status_code == 200
    assert client.post(f"/doors/{door.key}/bench", sheet).status_code == 200
    answer = client.post(f"/doors/{other.key}/bench", sheet)
    assert answer.status_code == 409
    assert BenchSheet.objects.filter(door=door).count() == 1
    assert not BenchSheet.objects.filter(door=other).exists()
