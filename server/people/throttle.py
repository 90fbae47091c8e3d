"""What a person locked out of signing in is told."""

from typing import Any

from django.http import HttpRequest, HttpResponse, JsonResponse


def locked_out(request: HttpRequest, *_: Any, **__: Any) -> HttpResponse:
    """The one error shape, in place of the throttle's own page."""
    problem = {
        "code": "too_many_tries",
        "message": "Too many tries. Wait a quarter of an hour.",
        "field": "",
        "value": None,
        "allowed": "",
        "unit": "",
    }
    return JsonResponse({"error": problem}, status=429)
