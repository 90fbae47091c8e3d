"""What slows a guesser down: one name tried often, many names tried from one address, heavy questions in a loop."""

from typing import Any

from django.conf import settings
from django.core.cache import cache
from django.http import HttpRequest, HttpResponse, JsonResponse
from ninja.errors import HttpError
from ninja.throttling import AuthRateThrottle

from server.config.errors import problem_body


def locked_out(request: HttpRequest, *_: Any, **__: Any) -> HttpResponse:
    """The one error shape, in place of the throttle's own page."""
    return JsonResponse(problem_body(429, message="Too many tries. Wait a quarter of an hour."), status=429)


def require_no_spray(request: HttpRequest) -> None:
    """Refuse an address from which too many sign-ins failed lately, whatever the names."""
    if cache.get(_key(request), 0) >= settings.SPRAY_LIMIT:
        raise HttpError(429, "Too many tries. Wait a quarter of an hour.")


def count_failure(request: HttpRequest) -> None:
    """Remember a failed sign-in of an address for a while."""
    if not cache.add(_key(request), 1, settings.SPRAY_SECONDS):
        cache.incr(_key(request))


def _key(request: HttpRequest) -> str:
    return f"sign-in-failures:{request.META.get('REMOTE_ADDR', '')}"


def heavy() -> AuthRateThrottle:
    """The throttle of questions that take the processor a while, per person."""
    return AuthRateThrottle(settings.HEAVY_QUESTIONS_RATE)
