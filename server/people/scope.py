"""The one place that ties a query to the signed-in person's shop."""

from typing import TypeVar, cast

from django.core.exceptions import PermissionDenied
from django.db.models import Model, QuerySet
from django.http import HttpRequest
from django.shortcuts import get_object_or_404

from server.people.models import Person, Shop

Record = TypeVar("Record", bound=Model)


def person_of(request: HttpRequest) -> Person:
    """The signed-in person."""
    return cast(Person, request.user)


def shop_of(request: HttpRequest) -> Shop:
    """The signed-in person's shop."""
    return person_of(request).shop


def of_shop(request: HttpRequest, model: type[Record]) -> QuerySet[Record]:
    """The records of a model that belong to the signed-in person's shop."""
    return model._default_manager.filter(shop=person_of(request).shop_id)


def one_of_shop(request: HttpRequest, model: type[Record], **which: object) -> Record:
    """One record of the shop. Raises Http404 for another shop's as for none at all."""
    return get_object_or_404(of_shop(request, model), **which)


def require_lead(request: HttpRequest) -> None:
    """Refuse everyone but a lead."""
    if person_of(request).role != Person.Role.LEAD:
        raise PermissionDenied("Only a lead may do this.")
