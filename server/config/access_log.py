"""What the server tells those who run it: log lines as JSON, a line and a measure for every answer; nobody's name, nothing typed."""

import logging
import re
import secrets
import time
from collections.abc import Callable
from contextvars import ContextVar
from typing import Any

from django.db import connection
from django.http import HttpRequest, HttpResponseBase
from prometheus_client import Counter, Gauge, Histogram

HEADER = "X-Request-Id"
FROM_PROXY = re.compile(r"[A-Za-z0-9-]{8,64}")
METHODS = ("GET", "HEAD", "POST", "PUT", "PATCH", "DELETE", "OPTIONS")
request_id: ContextVar[str] = ContextVar("request_id", default="")
access = logging.getLogger("north_hinge.access")
ANSWERED = Histogram("north_hinge_answer_seconds", "Time to an answer.", ["method", "route", "status"])
ASKED_OF_DATABASE = Histogram("north_hinge_database_seconds", "Time one statement of the database took.")
AT_WORK = Gauge("north_hinge_requests_at_work", "Requests that are being answered now.", multiprocess_mode="livesum")
REFUSED = Counter("north_hinge_busy_total", "Requests that were told to come again in a moment.")


class WithRequestId(logging.Filter):
    """Puts the request's id on every line told of it, and in place of its address, which may hold a secret, the route it went."""

    def filter(self, record: logging.LogRecord) -> bool:
        """Always."""
        # What the framework hangs on a line holds a person's request.
        request = record.__dict__.pop("request", None)
        if not getattr(record, "request_id", ""):
            record.request_id = request_id.get() or getattr(request, "told_as", "")
        if isinstance(request, HttpRequest) and record.args:
            address = (request.path, request.get_full_path())
            args = record.args if isinstance(record.args, tuple) else (record.args,)
            record.args = tuple(_route(request) if str(one) in address else one for one in args)
        return True


class AccessLog:
    """One access line and one measure an answer: method, route without its keys, status, time."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        given = request.headers.get(HEADER, "")
        known = request_id.set(given if FROM_PROXY.fullmatch(given) else secrets.token_hex(8))
        # The framework tells of a failure once this has answered.
        request.told_as = request_id.get()  # type: ignore[attr-defined]
        began = time.perf_counter()
        AT_WORK.inc()
        try:
            with connection.execute_wrapper(_timed):
                response = self.get_response(request)
            seconds, route = time.perf_counter() - began, _route(request)
            response[HEADER] = request_id.get()
            ANSWERED.labels(_method(request), route, response.status_code).observe(seconds)
            said = {"method": _method(request), "route": route, "status": response.status_code, "ms": round(seconds * 1000, 1)}
            # What is worked out ahead is asked for again by itself, and nobody waits for it.
            if response.status_code == 503 and not route.endswith("/ahead"):
                REFUSED.inc()
            access.info("answered", extra=said)
            return response
        finally:
            AT_WORK.dec()
            request_id.reset(known)


def _timed(execute: Callable[..., Any], sql: str, params: Any, many: bool, context: dict[str, Any]) -> Any:
    with ASKED_OF_DATABASE.time():
        return execute(sql, params, many, context)


def _method(request: HttpRequest) -> str:
    # Anybody may send any word for one, and each would be counted for ever.
    return request.method if request.method in METHODS else "other"


def _route(request: HttpRequest) -> str:
    found = request.resolver_match
    return found.route if found else "static" if request.path.startswith("/static/") else "unknown"


def logging_as_json(level: str) -> dict[str, Any]:
    """Django's logging settings: JSON lines on the standard error stream from `level` on."""
    return {
        "version": 1,
        "disable_existing_loggers": False,
        "formatters": {
            "json": {
                "()": "pythonjsonlogger.json.JsonFormatter",
                "format": "%(asctime)s %(levelname)s %(name)s %(message)s %(request_id)s",
                "rename_fields": {"asctime": "at", "levelname": "level", "name": "logger"},
            }
        },
        "filters": {"request": {"()": "server.config.access_log.WithRequestId"}},
        "handlers": {"console": {"class": "logging.StreamHandler", "formatter": "json", "filters": ["request"]}},
        "root": {"handlers": ["console"], "level": level},
        # Django's own development handler writes each error a second time.
        "loggers": {
            "django": {"handlers": [], "level": level},
            # Every refusal has its access line.
            "django.request": {"level": "ERROR"},
            # A line for each request that waits: `north_hinge_requests_at_work` tells it once.
            "waitress.queue": {"level": "ERROR"},
            "weasyprint": {"level": "ERROR"},
            "fontTools": {"level": "ERROR"},
        },
    }
