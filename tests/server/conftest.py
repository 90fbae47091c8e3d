"""Two shops, their people, and clients signed in as them."""

from __future__ import annotations

import json
import time
import uuid
from collections.abc import Iterable, Mapping
from types import SimpleNamespace

import pytest
from django.core.cache import cache
from django.test import Client
from django.utils.crypto import get_random_string
from django_scopes import scopes_disabled

from hinge.call.finds import open_finds
from hinge.call.procedure_of_work import steps_left
from hinge.view.build import build_call_view
from hinge.view.state import CallState
from server.calls.models import Call
from server.doors.models import Door
from server.people.models import Person, Shop
from tests.support.calls import MEASURES, SPRING
from tests.support.scripted import SIDES, Said, gates, tell

PASSWORD = "a long enough one"


class Api:
    """JSON in and out over Django's test client, with CSRF checked."""

    def __init__(self, person: Person | None = None) -> None:
        self.person, self.client = person, Client(enforce_csrf_checks=True)
        self.client.cookies["csrftoken"] = get_random_string(32)
        if person:
            self.client.force_login(person)

    def send(self, method: str, path: str, body: object = None, **headers: str):
        token = self.client.cookies["csrftoken"].value
        return self.client.generic(
            method,
            f"/api{path}",
            json.dumps(body) if body is not None else "",
            content_type="application/json",
            headers={"X-CSRFToken": token} | headers,
        )

    def get(self, path: str):
        return self.client.get(f"/api{path}")

    def post(self, path: str, body: object = None):
        return self.send("POST", path, body)


class CallOver:
    """A call driven over HTTP."""

    def __init__(self, api: Api, door: Door) -> None:
        self.api, self.key = api, str(uuid.uuid4())
        answer = api.post(f"/doors/{door.key}/calls", {"key": self.key})
        assert answer.status_code == 200, answer.content
        self.key = answer.json()["key"]

    @property
    def row(self) -> Call:
        return Call.objects.get(key=self.key)

    @property
    def state(self) -> CallState:
        return build_call_view(self.row.facts())

    def enter(self, kind: str, entry_id: str | None = None, **body: object):
        return self.api.post(f"/calls/{self.key}/entries", {"id": entry_id or str(uuid.uuid4()), "body": {"kind": kind} | body})

    def must(self, kind: str, **body: object) -> dict:
        answer = self.enter(kind, **body)
        assert answer.status_code == 200, answer.content
        return answer.json()["state"]

    def gates(self, *group_ids: str) -> None:
        self.tell(gates(*group_ids))

    def tell(self, said: Iterable[Said]) -> None:
        tell(self.api.person, self.key, said)

    def ready_to_wind(self, quarter_turns: int = 2, measures: Mapping[str, str] = MEASURES) -> CallOver:
        self.tell([
            ("complaint", {"complaint": "bang"}),
            *gates("hands_on"),
            ("found", {"cause": "spring_broken", "note": ""}),
            *(("measured", {"field": field, "typed": typed}) for field, typed in measures.items()),
            ("chosen", {"springs": [SPRING], "quarter_turns": quarter_turns}),
            *gates("bars", "letting_down"),
            *(("slack", {"part": side}) for side in SIDES),
            *gates("taking_off"),
            ("taken_off", {}),
            ("put_on", {}),
            *gates("winding"),
        ])  # fmt: skip
        return self

    def lifted(self, measures: Mapping[str, str] = MEASURES) -> CallOver:
        self.ready_to_wind(measures=measures)
        self.tell([
            *(("moved", {"part": side, "from_count": one, "to_count": one + 1}) for side in SIDES for one in range(2)),
            *gates("first_lift"),
            ("reading", {"reading": {"height_in": 42, "outcome": "holds"}}),
        ])  # fmt: skip
        return self

    def closed(self) -> CallOver:
        self.lifted()
        self.tell([*gates("by_power"), *(("proof", {"proof": proof, "passed": True}) for proof in ("reversal", "eyes"))])
        self.tell([("stepped", {"steps": [step]}) for step in steps_left(self.row.facts())])
        self.tell([("cured", {"cause": find.cause}) for find in open_finds(self.row.facts())])
        self.must("closed", told="Monthly check 🔧")
        return self


@pytest.fixture(autouse=True)
def _looking_from_outside():
    """A test looks over every shop's wall; each request it makes is put behind its own again."""
    with scopes_disabled():
        yield


@pytest.fixture(autouse=True)
def _throttles_forget(db, monkeypatch):
    """What one test tried is not held against the next; a minute of tries does not turn within a test."""
    cache.clear()
    began = time.time()
    monkeypatch.setattr("server.people.throttle.time", SimpleNamespace(time=lambda: began))


@pytest.fixture
def shop(db):
    return Shop.objects.create(name="Test Door Works", place="Low Ferry")


@pytest.fixture
def technician(shop):
    return Person.objects.create_user("tess", password=PASSWORD, name="Tess Orme", role="technician", shop=shop)


@pytest.fixture
def lead(shop):
    return Person.objects.create_user("lena", password=PASSWORD, name="Lena Rudd", role="lead", shop=shop)


@pytest.fixture
def stranger(db):
    other = Shop.objects.create(name="Other Doors")
    return Person.objects.create_user("sol", password=PASSWORD, name="Sol Nettle", role="lead", shop=other)


@pytest.fixture
def door(shop):
    return Door.objects.create(shop=shop, name="Net loft", place="Quayside 9", customer="A. Hollis", record={"measured": {}, "springs": []})
