"""The one place that ties every query to the signed-in person's shop, and every word to the units they speak.

Records of a shop are reached through managers that demand a shop: a query made without one fails instead of leaking.
"""

from collections.abc import Callable
from typing import cast

from django.core.exceptions import PermissionDenied
from django.http import HttpRequest, HttpResponseBase
from django_scopes import scope

from hinge.spoken import Units, speaking
from server.config.concurrency import shop_slot
from server.config.errors import busy
from server.people.models import Person


class ShopScope:
    """Every request of somebody signed in sees the records of their shop, and no others; it is answered in their units."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        if not request.user.is_authenticated:
            return self.get_response(request)
        with shop_slot(request.user.shop_id) as has_turn, scope(shop=request.user.shop_id), speaking(cast(Units, request.user.units)):
            return self.get_response(request) if has_turn else busy()


def person_of(request: HttpRequest) -> Person:
    """The signed-in person."""
    return cast(Person, request.user)


def require_lead(person: Person) -> None:
    """Refuse everyone but a lead."""
    if person.role != Person.Role.LEAD:
        raise PermissionDenied("Only a lead may do this.")
