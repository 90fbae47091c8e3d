"""The published OpenAPI file says every status and content type that is answered, whatever is asked."""

import json
from pathlib import Path

import pytest
import schemathesis
from django.core.signals import request_finished, request_started
from django.db import close_old_connections
from hypothesis import HealthCheck, given, settings
from schemathesis.checks import CHECKS
from schemathesis.config import SchemathesisConfig

from server.pages.wsgi import application
from tests.server.conftest import Api

ROOT = Path(__file__).resolve().parents[2]
FILE = "/openapi.json"
SAID = (
    "not_a_server_error",
    "status_code_conformance",
    "content_type_conformance",
    "response_schema_conformance",
    "response_headers_conformance",
)


def with_its_file(environ, start_response):
    """The application, with its published file beside it."""
    if environ["PATH_INFO"] == FILE:
        start_response("200 OK", [("Content-Type", "application/json")])
        return [(ROOT / "docs" / "formats" / "openapi.json").read_bytes()]
    return application(environ, start_response)


published = json.loads((ROOT / "docs" / "formats" / "openapi.json").read_text())
schema = schemathesis.openapi.from_wsgi(FILE, with_its_file, config=SchemathesisConfig())
checks = [CHECKS.get_one(name) for name in SAID]


@pytest.fixture
def signed_in(lead, door):
    """The headers of a lead's tablet."""
    api = Api(lead)
    token = api.get("/session").json()["csrf_token"]
    # What each request ends with would end the test's own transaction.
    for signal in (request_started, request_finished):
        signal.disconnect(close_old_connections)
    cookies = "; ".join(f"{name}={one.value}" for name, one in api.client.cookies.items())
    yield {"Cookie": cookies, "X-CSRFToken": token}
    for signal in (request_started, request_finished):
        signal.connect(close_old_connections)


@pytest.mark.parametrize("operation", [result.ok() for result in schema.get_all_operations()], ids=lambda one: f"{one.method} {one.path}")
def test_every_answer_is_one_the_file_says(operation, signed_in):
    said = published["paths"][operation.path][operation.method]["responses"]
    assert {"401", "403", "404", "405", "409", "413", "422", "429", "500", "503"} <= said.keys()
    assert any(200 <= int(status) < 300 for status in said)

    @settings(
        max_examples=settings().max_examples // 8, derandomize=True, suppress_health_check=list(HealthCheck), deadline=None, database=None
    )
    @given(case=operation.as_strategy())
    def ask(case):
        case.call_and_validate(headers=signed_in, checks=checks)

    ask()
