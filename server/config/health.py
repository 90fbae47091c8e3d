"""Is it alive, is it ready, what does it measure: asked by whoever keeps it running, outside every session and wall."""

import logging
import os
from collections.abc import Callable
from threading import Event

from django.conf import settings
from django.db import DatabaseError, InterfaceError, connection
from django.http import HttpRequest, HttpResponse, HttpResponseBase, JsonResponse
from prometheus_client import CONTENT_TYPE_LATEST, REGISTRY, CollectorRegistry, generate_latest
from prometheus_client.multiprocess import MultiProcessCollector
from prometheus_client.registry import Collector

from server.config.errors import problem_body

logger = logging.getLogger("north_hinge.health")
_told = Event()


class Health:
    """Answers `/health/live`, `/health/ready` and, to those allowed, `/metrics`."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response
        self.asked: dict[str, Callable[[HttpRequest], HttpResponse]] = {"/health/live": live, "/health/ready": ready, "/metrics": metrics}

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        answer = self.asked.get(request.path)
        return answer(request) if answer else self.get_response(request)


def live(request: HttpRequest) -> HttpResponse:
    """The process answers; whether its database does is not asked."""
    return JsonResponse({"live": True})


def ready(request: HttpRequest) -> HttpResponse:
    """The database answers too; 503 while it does not."""
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT 1 FROM people_shop LIMIT 1")
    except (DatabaseError, InterfaceError) as wrong:
        connection.close()
        if not _told.is_set():  # once while it lasts, however often it is asked
            _told.set()
            logger.warning("not ready: %s", wrong.args[-1] if wrong.args else wrong)
        return JsonResponse(problem_body(503), status=503)
    _told.clear()
    return JsonResponse({"ready": True})


# What others have to say besides what is counted; each is asked when somebody reads.
TOLD_BESIDES: list[Collector] = []


def metrics(request: HttpRequest) -> HttpResponse:
    """What was measured over all processes, in the Prometheus text format; asked from elsewhere it is not there."""
    if request.META.get("REMOTE_ADDR") not in settings.METRICS_FROM:
        return JsonResponse(problem_body(404), status=404)
    registry = REGISTRY
    if "PROMETHEUS_MULTIPROC_DIR" in os.environ:
        registry = CollectorRegistry()
        MultiProcessCollector(registry)  # type: ignore[no-untyped-call]
    besides = CollectorRegistry()
    for one in TOLD_BESIDES:
        besides.register(one)
    return HttpResponse(generate_latest(registry) + generate_latest(besides), content_type=CONTENT_TYPE_LATEST)
