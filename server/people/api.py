"""Signing in and out, and the shop's people."""

from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.http import HttpRequest
from django.middleware.csrf import get_token
from django.views.decorators.csrf import csrf_protect
from ninja import Router, Schema
from ninja.decorators import decorate_view
from ninja.errors import HttpError
from pydantic import Field

from server.config.asked import Asked
from server.config.errors import PROBLEMS
from server.people import service
from server.people.demo import DEMO_ACCOUNTS, DemoAccount
from server.people.models import Person
from server.people.scope import person_of
from server.people.throttle import count_failure, require_no_spray

router = Router(tags=["people"])


class ShopOut(Schema):
    """The shop someone works in."""

    name: str
    place: str
    phone: str


class PersonOut(Schema):
    """Someone of the shop."""

    username: str
    name: str
    role: Person.Role


class SessionOut(Schema):
    """Who is signed in, if anyone; demo accounts on the demo only."""

    person: PersonOut | None
    shop: ShopOut | None
    csrf_token: str
    demo_accounts: list[DemoAccount]


class SignIn(Asked):
    """A user name and password."""

    username: str = Field(max_length=150)
    password: str = Field(max_length=200)


class PersonIn(Asked):
    """Someone to add to the shop."""

    username: str = Field(min_length=2, max_length=60, pattern=r"^[\w.-]+$")
    name: str = Field(min_length=1, max_length=120)
    role: Person.Role
    password: str = Field(max_length=200)


def _session(request: HttpRequest) -> SessionOut:
    signed_in = request.user.is_authenticated
    return SessionOut(
        person=PersonOut.from_orm(request.user) if signed_in else None,
        shop=ShopOut.from_orm(person_of(request).shop) if signed_in else None,
        csrf_token=get_token(request),
        demo_accounts=list(DEMO_ACCOUNTS) if settings.DEMO else [],
    )


@router.get("/session", auth=None, response=SessionOut, operation_id="session")
def session(request: HttpRequest) -> SessionOut:
    """Who is signed in."""
    return _session(request)


@router.post("/session", auth=None, response={200: SessionOut} | PROBLEMS, operation_id="sign_in")
@decorate_view(csrf_protect)
def sign_in(request: HttpRequest, given: SignIn) -> SessionOut:
    """Sign in; throttled after six failures."""
    require_no_spray(request)
    person = authenticate(request, username=given.username, password=given.password)
    if person is None:
        count_failure(request)
        raise HttpError(401, "User name and password do not go together.")
    login(request, person)
    return _session(request)


@router.delete("/session", response=SessionOut, operation_id="sign_out")
def sign_out(request: HttpRequest) -> SessionOut:
    """Sign out."""
    logout(request)
    return _session(request)


@router.get("/people", response={200: list[PersonOut]} | PROBLEMS, operation_id="people")
def people(request: HttpRequest) -> list[PersonOut]:
    """The shop's people."""
    return [
        PersonOut.from_orm(person) for person in Person.objects.filter(shop=person_of(request).shop_id, is_active=True).order_by("name")
    ]


@router.post("/people", response={200: PersonOut} | PROBLEMS, operation_id="add_person")
def add_person(request: HttpRequest, given: PersonIn) -> PersonOut:
    """Add someone to the shop; leads only."""
    return PersonOut.from_orm(service.add_person(person_of(request), **given.model_dump()))
