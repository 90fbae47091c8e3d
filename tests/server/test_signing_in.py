"""Signing in and out, throttling, headers of the page."""

import re

import pytest
from django.conf import settings

from server.config.settings import PASSWORD_HASHERS as PRODUCT_HASHERS
from server.people.models import Person
from server.people.throttle import PasswordHasher
from tests.server.conftest import PASSWORD, Api


def test_signing_in_and_out(technician):
    api = Api()
    assert api.get("/session").json()["person"] is None
    answer = api.post("/session", {"username": "tess", "password": PASSWORD})
    assert answer.json()["person"] == {"username": "tess", "name": "Tess Orme", "role": "technician", "works_here": True, "units": "trade"}
    assert answer.json()["shop"]["name"] == "Test Door Works"
    assert api.get("/doors").status_code == 200
    assert api.send("DELETE", "/session").json()["person"] is None
    assert api.get("/doors").status_code == 401


def test_a_wrong_password_is_refused_and_six_lock_the_door(technician):
    api = Api()
    codes = [api.post("/session", {"username": "tess", "password": "wrong"}).status_code for _ in range(7)]
    assert codes[0] == 401
    assert codes[-1] == 429
    locked = api.post("/session", {"username": "tess", "password": PASSWORD})
    assert locked.status_code == 429
    assert locked.json()["error"]["message"] == "Too many tries. Wait a minute."


def test_demo_accounts_are_offered_on_the_demo_only(db, settings):
    assert Api().get("/session").json()["demo_accounts"] == []
    settings.DEMO = True
    assert {one["role"] for one in Api().get("/session").json()["demo_accounts"]} == {"technician", "lead"}


def test_a_lead_adds_people_with_proper_passwords_and_free_names(lead):
    api = Api(lead)
    person = {"username": "pip", "name": "Pip Umber", "role": "technician", "password": "short"}
    refused = api.post("/people", person).json()["error"]
    assert (refused["field"], "10 characters" in refused["allowed"]) == ("password", True)
    assert api.post("/people", person | {"password": "tide tables at noon"}).status_code == 200
    assert Person.objects.get(username="pip").shop == lead.shop
    assert api.post("/people", person | {"password": "tide tables at noon"}).json()["error"]["code"] == "contradiction"


@pytest.mark.parametrize("path", ["/", "/doors", "/calls/whatever/size"])
def test_the_page_carries_a_fresh_nonce_and_a_strict_policy(db, path):
    client = Api().client
    first, second = client.get(path), client.get(path)
    policy = first.headers["Content-Security-Policy"]
    nonce = re.search(rb'property="csp-nonce" nonce="([^"]+)"', first.content)[1].decode()
    assert f"'nonce-{nonce}'" in policy
    assert nonce.encode() not in second.content
    assert "unsafe" not in policy
    assert "default-src 'none'" in policy
    assert first.headers["X-Frame-Options"] == "DENY"
    assert "no-store" in first.headers["Cache-Control"]


def test_nothing_on_the_page_comes_from_elsewhere():
    built = settings.WEB_DIST
    for path in [built / "index.html", *built.glob("assets/*.css")]:
        assert not re.search(r"(?:src|href|url)\W{1,3}https?://", path.read_text())


def test_an_unknown_address_of_the_api_is_the_one_error_shape(technician):
    answer = Api(technician).post("/bench/astrology", {})
    assert answer.status_code == 404
    assert answer.json()["error"]["code"] == "not_there"


def test_a_password_is_kept_as_argon2id_and_known_again():
    """19 MiB, two passes, one lane: OWASP Password Storage Cheat Sheet."""
    hasher = PasswordHasher()
    kept = hasher.encode("a long enough one", "a salt for one")
    assert kept.startswith("argon2$argon2id$v=19$m=19456,t=2,p=1$")
    assert hasher.verify("a long enough one", kept)
    assert not hasher.verify("a long enough two", kept)
    assert PRODUCT_HASHERS[0] == f"{PasswordHasher.__module__}.{PasswordHasher.__qualname__}"
