"""What the server tells those who run it: one JSON line an answer, nobody's name, nothing typed; measures; errors to a hook."""

import io
import json

import pytest
from django.conf import settings as django_settings
from django.core.management import call_command
from django.db import OperationalError

from server.config.access_log import WithRequestId, logging_as_json
from tests.server.conftest import Api


@pytest.fixture
def lines():
    """Every line told from here on, as it would stand on the standard error stream."""
    import logging.config

    told = io.StringIO()
    made = logging.config.DictConfigurator(logging_as_json("INFO"))
    formatter = made.configure_formatter(made.config["formatters"]["json"])
    handler = logging.StreamHandler(told)
    handler.setFormatter(formatter)
    handler.addFilter(WithRequestId())
    root, level = logging.getLogger(), logging.getLogger().level
    root.addHandler(handler)
    root.setLevel("INFO")
    logging.getLogger("django").setLevel("INFO")
    yield lambda: [json.loads(line) for line in told.getvalue().splitlines()]
    root.removeHandler(handler)
    root.setLevel(level)


def test_an_answer_is_one_line_without_anything_personal(technician, door, lines):
    answer = Api(technician).client.get(f"/api/doors/{door.key}?search=Hollis", headers={"X-Request-Id": "from-the-proxy-1"})
    assert answer.headers["X-Request-Id"] == "from-the-proxy-1"
    found = next(line for line in lines() if line["logger"] == "north_hinge.access")
    assert (found["method"], found["status"], found["request_id"]) == ("GET", 200, "from-the-proxy-1")
    assert found["route"] == "api/doors/<uuidstr:key>"
    assert found["ms"] > 0
    text = json.dumps(lines())
    for private in ("Hollis", "Tess", "tess", str(door.key), "Quayside"):
        assert private not in text


def test_a_made_up_method_is_not_counted_by_its_name(technician, lines):
    Api(technician).client.generic("WHATEVER", "/api/session")
    assert [line["method"] for line in lines() if line["logger"] == "north_hinge.access"] == ["other"]


def test_an_id_that_is_none_is_replaced(technician):
    answer = Api(technician).client.get("/api/session", headers={"X-Request-Id": "a\nb"})
    assert len(answer.headers["X-Request-Id"]) == 16


def test_an_unexpected_error_is_told_with_its_request(technician, door, lines, monkeypatch):
    def fail(*_):
        raise RuntimeError("the disk is gone")

    monkeypatch.setattr("server.doors.api.file_of", fail)
    client = Api(technician).client
    client.raise_request_exception = False
    answer = client.get(f"/api/doors/{door.key}")
    assert answer.json()["error"]["code"] == "error"
    found = next(line for line in lines() if line["level"] == "ERROR")
    assert found["request_id"] == answer.headers["X-Request-Id"]
    assert "the disk is gone" in found["exc_info"]


@pytest.mark.parametrize("failure", [RuntimeError("broken"), OperationalError(2006, "gone away"), OperationalError(1205, "waited")])
def test_no_failure_writes_an_address_with_its_secret_and_every_line_has_the_id(technician, door, lines, monkeypatch, failure):
    """A calendar's private address, a door's key: an address is told as its route, whatever went wrong there."""
    address = Api(technician).post("/session/calendar", {}).json()["address"]
    secret = address.split("/")[-2]
    before = len(lines())

    def fail(*_, **__):
        raise failure

    monkeypatch.setattr("server.bookings.api.calendar_of", fail)
    monkeypatch.setattr("server.doors.api.file_of", fail)
    client = Api(technician).client
    client.raise_request_exception = False
    for path in (address[address.index("/api") :], f"/api/doors/{door.key}?search=Hollis", f"/api/calendar/{secret}/nothing"):
        client.get(path)
    told = lines()[before:]
    assert sum(line["level"] == "ERROR" for line in told) >= (0 if failure.args[0] == 1205 else 2)
    assert all(line["request_id"] for line in told), told
    text = json.dumps(told)
    for private in (secret, str(door.key), "Hollis", "search"):
        assert private not in text


def test_errors_go_to_a_hook_where_one_is_named_and_nobody_is_told_of(technician, door, monkeypatch):
    import sentry_sdk
    from sentry_sdk.transport import Transport

    sent = []

    class Kept(Transport):
        def capture_envelope(self, envelope):
            sent.append(envelope)

    sentry_sdk.init(dsn="http://key@127.0.0.1:9/1", transport=Kept, **django_settings.ERROR_HOOK)
    try:
        monkeypatch.setattr("server.doors.api.file_of", lambda *_: 1 / 0)
        client = Api(technician).client
        client.raise_request_exception = False
        client.get(f"/api/doors/{door.key}")
        sentry_sdk.flush()
    finally:
        sentry_sdk.init()
    text = json.dumps([item.payload.json for envelope in sent for item in envelope.items if item.payload.json])
    assert "ZeroDivisionError" in text
    for private in ("Tess", "tess", "Hollis", client.cookies["sessionid"].value):
        assert private not in text


def test_what_is_measured_is_told_to_those_allowed(technician, settings):
    client = Api(technician).client
    client.get("/api/session")
    told = client.get("/metrics").content.decode()
    assert 'north_hinge_answer_seconds_bucket{le="0.1",method="GET",route="api/session",status="200"}' in told
    settings.METRICS_FROM = ["10.0.0.1"]
    assert client.get("/metrics").status_code == 404


def test_a_lead_and_whoever_keeps_it_running_see_when_the_last_good_backup_was_made(lead, technician, settings, tmp_path):
    settings.BACKUPS = str(tmp_path)
    assert Api(technician).get("/upkeep").status_code == 403
    assert Api(lead).get("/upkeep").json()["backed_up_at"] is None
    assert "last_good_backup" not in Api().client.get("/metrics").content.decode()
    for day, whole in ((1, True), (2, True), (3, False)):
        (tmp_path / f"north-hinge-202611{day:02}T010203000000.sql.gz").write_text("")
        if whole:
            (tmp_path / f"north-hinge-202611{day:02}T010203000000.json").write_text("{}")
    told = Api(lead).get("/upkeep").json()
    assert told["backed_up_at"] == "2026-11-02T01:02:03Z", "one that was not read back is none"
    assert told["room_bytes"] > 0
    assert told["ahead"] == {"as_answered": 0, "otherwise": 0, "not_ahead": 0}
    assert "north_hinge_last_good_backup_timestamp_seconds 1.7" in Api().client.get("/metrics").content.decode()


def test_the_settings_of_a_real_shop_pass_the_frameworks_own_review(settings, monkeypatch):
    # The browser's tests need it; a server never does.
    monkeypatch.delenv("DJANGO_ALLOW_ASYNC_UNSAFE", raising=False)
    settings.SESSION_COOKIE_SECURE = settings.CSRF_COOKIE_SECURE = settings.SECURE_SSL_REDIRECT = True
    settings.SECURE_HSTS_SECONDS = 60 * 60 * 24 * 365
    call_command("check", deploy=True, fail_level="WARNING")


def test_every_change_of_the_models_has_its_migration(db):
    call_command("makemigrations", check=True, dry_run=True, verbosity=0)
