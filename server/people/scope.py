"""The one place that ties every query to the signed-in person's shop, and every size in an answer to the units they read.

Records of a shop are reached through managers that demand a shop: a query made without one fails instead of leaking.
"""

from collections.abc import Callable
from contextlib import nullcontext
from typing import cast

from django.core.exceptions import PermissionDenied
from django.http import HttpRequest, HttpResponse, HttpResponseBase
from django.utils.html import escape
from django_scopes import scope

from hinge.text.marks import OPEN
from hinge.text.render import READERS, json_escape, render
from server.config.concurrency import shop_slot
from server.config.errors import busy
from server.people.models import Person
from server.people.yard import OF_YARD, at_yard

OPEN_BYTES = OPEN.encode()


class ShopScope:
    """Every request of somebody signed in sees the records of their shop, and no others; it is answered in their units."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        if not request.user.is_authenticated:
            return in_words(self.get_response(request), "trade")
        units = request.user.units  # of who asked, also where they sign out
        person = request.user
        around = at_yard(person) if OF_YARD.match(request.path) else nullcontext()
        with shop_slot(person.shop_id) as has_turn, scope(shop=person.shop_id), around:
            return in_words(self.get_response(request), units) if has_turn else busy()


# What a word put into an answer must be written as there, by the answer's type; any other is left as it is.
ESCAPES: dict[str, Callable[[str], str]] = {"application/json": json_escape, "text/html": escape, "text/csv": str, "text/calendar": str}


def in_words(response: HttpResponseBase, units: str) -> HttpResponseBase:
    """An answer with the sizes in its text in these units."""
    escaped = ESCAPES.get(response.get("Content-Type", "").partition(";")[0])
    if escaped and isinstance(response, HttpResponse) and OPEN_BYTES in response.content:
        response.content = render(response.content.decode(), READERS[units], escaped).encode()
    return response


def person_of(request: HttpRequest) -> Person:
    """The signed-in person."""
    return cast(Person, request.user)


def require_lead(person: Person) -> None:
    """Refuse everyone but a lead."""
    if person.role != Person.Role.LEAD:
        raise PermissionDenied("Only a lead may do this.")
