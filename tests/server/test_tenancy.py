"""Every endpoint, walked as nobody, as a stranger from another shop, and as the wrong role."""

import json
import uuid
from datetime import date
from pathlib import Path

import pytest
from django_scopes import scope
from django_scopes.exceptions import ScopeError

from server.bench.models import BenchSheet
from server.bookings.models import Booking
from server.calls.models import Call, Entry
from server.doors.models import Change, Door
from server.followups.models import FollowUp
from server.people.models import Person, Shop
from server.stock.models import CallStock, Kept, ShopList, StockItem, StockMove
from tests.server.conftest import Api, CallOver

OPEN = {("get", "/api/session"), ("post", "/api/session"), ("post", "/api/first-run"), ("get", "/api/calendar/{secret}/bookings.ics")}
LEADS_ONLY = {
    ("put", "/api/shop"), ("put", "/api/shop/ways"), ("post", "/api/people"), ("post", "/api/import"), ("put", "/api/stock/{kind}"),
    ("delete", "/api/stock/{kind}"),
    ("post", "/api/people/{username}/leaving"), ("delete", "/api/people/{username}/leaving"), ("post", "/api/people/{username}/password"),
}  # fmt: skip
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


# The published file, which another test holds against the code: to write it anew takes seconds, on every worker.
PUBLISHED = Path(__file__).resolve().parents[2] / "docs" / "formats" / "openapi.json"
ENDPOINTS = [(method, path) for path, methods in json.loads(PUBLISHED.read_text())["paths"].items() for method in methods]


def walk(client, method, path, key):
    body = {
        "/api/shop": {"name": "Taken over"},
        "/api/people": {"username": "newone", "name": "New One", "role": "technician", "password": "a long enough one"},
        "/api/doors/{key}": {"name": "Taken over", "version": 1},
        "/api/doors/{key}/calls": {"key": str(uuid.uuid4())},
        "/api/doors/{key}/bench": {"key": str(uuid.uuid4()), "address": "/bench/springs", "title": "Springs", "says": ""},
        "/api/stock/{kind}": {"file_name": "van.csv", "text": "wire_in,inside_diameter_in,length_in,count\n.225,2,60,1\n"},
        "/api/van/moves": {"id": str(uuid.uuid4()), "why": "restocked", "part": "Roller", "pieces": 1},
        "/api/doors/{key}/put-away": {"version": 1, "reason": "Taken away"},
        "/api/doors/{key}/merge": {"version": 1, "other": str(uuid.uuid4()), "other_version": 1},
        "/api/doors/{key}/bookings": {"key": str(uuid.uuid4()), "day": date.today().isoformat()},
        "/api/bookings/{key}": {"version": 1, "day": date.today().isoformat()},
        "/api/doors/{key}/follow-ups": {"key": str(uuid.uuid4()), "what": "other", "due": date.today().isoformat()},
        "/api/follow-ups/{key}": {"version": 1, "what": "other", "due": date.today().isoformat()},
        "/api/shop/ways": {"ways": {}},
        "/api/bookings/{key}/call": {"key": str(uuid.uuid4())},
        "/api/bench/call": {"commands": []},
        "/api/session/password": {"old": "x", "new": "y"},
        "/api/session/units": {"units": "metric"},
        "/api/calls/{key}/entries": {"id": str(uuid.uuid4()), "body": {"kind": "complaint", "complaint": "heavy"}},
    }.get(path, {})
    names = {"{key}": key, "{kind}": "van", "{photo}": str(uuid.uuid4()), "{username}": "tess"}
    address = path.removeprefix("/api")
    for name, value in names.items():
        address = address.replace(name, value)
    return client.send(method.upper(), address, body)


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


@pytest.mark.parametrize(("method", "path"), sorted(LEADS_ONLY))
def test_a_technician_may_not_do_what_a_lead_does(technician, method, path):
    client = Api(technician)
    if path == "/api/import":
        token = client.get("/session").json()["csrf_token"]
        from django.core.files.uploadedfile import SimpleUploadedFile

        answer = client.client.post(path, {"file": SimpleUploadedFile("call.json", b"{}")}, headers={"X-CSRFToken": token})
    else:
        answer = walk(client, method, path, "")
    assert answer.status_code == 403
    assert answer.json()["error"]["code"] == "not_allowed"
    assert Person.objects.filter(shop=technician.shop).count() == 1


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
