"""Signed in by session cookie, and as the person the page believes it is: another tab may have signed in as somebody else."""

from typing import Any

from django.http import HttpRequest
from ninja.security import SessionAuth

HEADER = "X-Signed-In-As"


class SignedIn(SessionAuth):
    """The signed-in person, unless the page that asks takes itself to be signed in as another."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:  # noqa: ARG002 (the session cookie; the user stands on the request)
        """The person, or nothing. A request without the header is taken as it comes."""
        believed = request.headers.get(HEADER, "")
        if not request.user.is_authenticated or (believed and believed != request.user.get_username()):
            return None
        return request.user
