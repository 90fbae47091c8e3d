"""Signed in by session cookie, and as the person the page believes it is: another tab may have signed in as somebody else."""

import time
from collections.abc import Callable
from typing import Any

from django.contrib.auth.models import AnonymousUser
from django.core.exceptions import PermissionDenied
from django.db import InterfaceError, OperationalError
from django.http import HttpRequest, HttpResponse, HttpResponseBase
from ninja.security import SessionAuth

HEADER = "X-Signed-In-As"
DAY_SECONDS = 60 * 60 * 24


class OwnSession(SessionAuth):
    """The signed-in person, unless the page that asks takes itself to be signed in as another."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:  # noqa: ARG002 (the session cookie; the user stands on the request)
        """The person, or nothing. A request without the header is taken as it comes."""
        believed = request.headers.get(HEADER, "")
        if not request.user.is_authenticated or (believed and believed != request.user.get_username()):
            return None
        return request.user


class SignedIn(OwnSession):
    """The same, with a password nobody else knows: the way to everything but one's own session."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        """The person, or nothing. Raises PermissionDenied while they still have to choose a password."""
        person = super().authenticate(request, key)
        if person and person.must_change_password:
            raise PermissionDenied("Choose a password of your own first.")
        return person


class WorksOnDoors(SignedIn):
    """The same, of those who work on doors: what belongs to the work itself, its gates among it, is not for the desk."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        """The person, or nothing. Raises PermissionDenied for the desk."""
        person = super().authenticate(request, key)
        if person and not person.works_on_doors:
            raise PermissionDenied("Only who works on doors may do this.")
        return person


class RollingSession:
    """Who asks; 503 under /api/ where the database that knows is away. A session that is used lasts on: once a day its time begins anew."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        try:
            known = request.user.is_authenticated
        except (InterfaceError, OperationalError):
            # The page is everybody's, and shows what the tablet keeps; the rest waits for the database.
            known, request.user = False, AnonymousUser()
            if request.path.startswith("/api/"):
                return HttpResponse(status=503)
        response = self.get_response(request)
        if known and request.user.is_authenticated and time.time() - request.session.get("rolled_at", 0) > DAY_SECONDS:
            request.session["rolled_at"] = int(time.time())
        return response
