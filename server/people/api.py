"""Signing in and out, and the shop's people."""

from datetime import time

from django.conf import settings
from django.contrib.auth import authenticate, login, logout, update_session_auth_hash
from django.core.exceptions import PermissionDenied
from django.http import HttpRequest, HttpResponse
from django.middleware.csrf import get_token
from django.views.decorators.csrf import csrf_protect
from ninja import Router, Schema, Status
from ninja.decorators import decorate_view
from ninja.errors import HttpError
from pydantic import Field

from hinge.desk.travel import LONGEST_MIN
from hinge.errors import BadInputError
from server.config.request_body import RequestBody, WallTime
from server.people import service
from server.people.demo import DEMO_ACCOUNTS, DemoAccount
from server.people.models import Person, Shop
from server.people.scope import person_of
from server.people.signed_in import OwnSession
from server.people.throttle import count_failure, password_work, remember_device, require_turn

router = Router(tags=["people"])
USERNAME = r"^[\w.-]+$"
OWN_SESSION = OwnSession()


class ShopOut(Schema):
    """The shop someone works in."""

    name: str
    place: str
    phone: str
    latitude_deg: float | None
    longitude_deg: float | None
    time_zone: str
    ways: dict[str, str]


class PersonOut(Schema):
    """Someone of the shop."""

    username: str
    name: str
    role: Person.Role
    works_here: bool
    units: Person.Units


class SessionOut(Schema):
    """Who is signed in, if anyone; demo accounts on the demo only. `first_run`: there is no shop here yet."""

    person: PersonOut | None
    must_change_password: bool
    shop: ShopOut | None
    first_run: bool
    csrf_token: str
    demo_accounts: list[DemoAccount]


class SignIn(RequestBody):
    """A user name and password."""

    username: str = Field(max_length=150)
    password: str = Field(max_length=200)


class PersonIn(RequestBody):
    """Someone to add to the shop."""

    username: str = Field(min_length=2, max_length=60, pattern=USERNAME)
    name: str = Field(min_length=1, max_length=120)
    role: Person.Role
    password: str = Field(max_length=200)


class NewPassword(RequestBody):
    """One's own password, and the one to have from now on."""

    old: str = Field(max_length=200)
    new: str = Field(max_length=200)


class UnitsIn(RequestBody):
    """The units one speaks."""

    units: Person.Units


class OneTimePassword(Schema):
    """A password that is told once."""

    password: str


class ShopIn(RequestBody):
    """A shop to open."""

    name: str = Field(min_length=1, max_length=120)
    place: str = Field("", max_length=120)
    phone: str = Field("", max_length=40)


class ShopChange(ShopIn):
    """What a lead says of the shop; where it is, for the sun, is whole or left out."""

    latitude_deg: float | None = None
    longitude_deg: float | None = None
    time_zone: str = Field("", max_length=60)


class WaysIn(RequestBody):
    """How the shop works where good technicians differ, by school; what is left out goes the first way."""

    ways: dict[str, str] = Field(max_length=20)


class WorkingDayIn(RequestBody):
    """When the shop works by its own clock; `usual_minutes` on the road [min] where `roads`, a line each, say nothing."""

    opens_at: WallTime
    closes_at: WallTime
    usual_minutes: int = Field(ge=0, le=LONGEST_MIN)
    roads: str = Field("", max_length=20_000)


class MinutesIn(RequestBody):
    """How many minutes a complaint is reckoned with; nothing for what is usual."""

    complaint: str = Field(max_length=60)
    minutes: int | None = None


class WorkingDayOut(Schema):
    """When the shop works, and the ways between its places [min], a line each."""

    opens_at: time
    closes_at: time
    usual_minutes: int
    roads: str


class LeadIn(RequestBody):
    """Its first lead."""

    username: str = Field(min_length=2, max_length=60, pattern=USERNAME)
    name: str = Field(min_length=1, max_length=120)
    password: str = Field(max_length=200)


class FirstRunIn(RequestBody):
    """The first shop here, with the one-time code of whoever runs the server."""

    code: str = Field(max_length=80)
    shop: ShopIn
    lead: LeadIn


def _session(request: HttpRequest) -> SessionOut:
    signed_in = request.user.is_authenticated
    return SessionOut(
        person=PersonOut.from_orm(request.user) if signed_in else None,
        must_change_password=signed_in and person_of(request).must_change_password,
        shop=ShopOut.from_orm(person_of(request).shop) if signed_in else None,
        first_run=not signed_in and not Shop.objects.exists(),
        csrf_token=get_token(request),
        demo_accounts=list(DEMO_ACCOUNTS) if settings.DEMO else [],
    )


@router.get("/session", auth=None, response=SessionOut, operation_id="session")
def session(request: HttpRequest) -> SessionOut:
    """Who is signed in."""
    return _session(request)


@router.post("/session", auth=None, response=SessionOut, operation_id="sign_in")
@decorate_view(csrf_protect)
def sign_in(request: HttpRequest, given: SignIn, response: HttpResponse) -> SessionOut:
    """Sign in; slowed down after failures."""
    require_turn(request, given.username)
    with password_work():
        person = authenticate(request, username=given.username, password=given.password)
    if person is None:
        count_failure(request, given.username)
        raise HttpError(401, "User name and password do not go together.")
    login(request, person)
    remember_device(request, response)
    return _session(request)


@router.post("/first-run", auth=None, response=SessionOut, operation_id="first_run")
@decorate_view(csrf_protect)
def first_run(request: HttpRequest, given: FirstRunIn) -> SessionOut:
    """Open the first shop here and sign its first lead in; once, with the one-time code."""
    require_turn(request, "")
    try:
        lead = service.first_run(given.code, given.shop.model_dump(), given.lead.model_dump())
    except PermissionDenied:
        count_failure(request, "")
        raise
    login(request, lead)
    return _session(request)


@router.delete("/session", auth=OWN_SESSION, response=SessionOut, operation_id="sign_out")
def sign_out(request: HttpRequest, everywhere: bool = False) -> SessionOut:
    """Sign out here, or on every tablet at once."""
    if everywhere:
        service.end_sessions(person_of(request))
    logout(request)
    return _session(request)


@router.put("/session/password", auth=OWN_SESSION, response=SessionOut, operation_id="change_password")
def change_password(request: HttpRequest, given: NewPassword) -> SessionOut:
    """Change one's own password; every other tablet is signed out."""
    person = person_of(request)
    require_turn(request, person.username)
    try:
        service.change_password(person, given.old, given.new)
    except BadInputError as wrong:
        if wrong.field == "old":
            count_failure(request, person.username)
        raise
    update_session_auth_hash(request, person)
    return _session(request)


@router.put("/session/units", auth=OWN_SESSION, response=SessionOut, operation_id="change_units")
def change_units(request: HttpRequest, given: UnitsIn) -> SessionOut:
    """Be told sizes in trade or in metric units from now on, on every tablet."""
    service.change_units(person_of(request), given.units)
    return _session(request)


@router.put("/shop", response=ShopOut, operation_id="change_shop")
def change_shop(request: HttpRequest, given: ShopChange) -> ShopOut:
    """Change what is known of the shop; leads only."""
    return ShopOut.from_orm(service.change_shop(person_of(request), given.model_dump()))


@router.put("/shop/ways", response=ShopOut, operation_id="change_ways")
def change_ways(request: HttpRequest, given: WaysIn) -> ShopOut:
    """Say how the shop works where good technicians differ; leads only."""
    return ShopOut.from_orm(service.change_ways(person_of(request), given.ways))


def _working_day(shop: Shop) -> WorkingDayOut:
    table = shop.travel_table
    return WorkingDayOut(opens_at=shop.opens_at, closes_at=shop.closes_at, usual_minutes=table.usual_minutes, roads=table.as_text())


@router.get("/shop/day", response=WorkingDayOut, operation_id="working_day")
def working_day(request: HttpRequest) -> WorkingDayOut:
    """When the shop works, and how long it is between its places."""
    return _working_day(person_of(request).shop)


@router.put("/shop/day", response=WorkingDayOut, operation_id="change_working_day")
def change_working_day(request: HttpRequest, given: WorkingDayIn) -> WorkingDayOut:
    """Say when the shop works, and how long it is between its places; leads only."""
    return _working_day(service.change_working_day(person_of(request), **given.model_dump()))


@router.put("/shop/minutes", response={204: None}, operation_id="change_minutes")
def change_minutes(request: HttpRequest, given: MinutesIn) -> Status[None]:
    """Say how many minutes a complaint is reckoned with, or leave it to what is usual; leads only."""
    service.change_minutes(person_of(request), given.complaint, given.minutes)
    return Status(204, None)


@router.get("/people", response=list[PersonOut], operation_id="people")
def people(request: HttpRequest) -> list[PersonOut]:
    """The shop's people; a lead sees those who left too, last."""
    asks = person_of(request)
    there = Person.objects.filter(shop=asks.shop_id).order_by("-is_active", "name")
    return [PersonOut.from_orm(person) for person in there if person.is_active or asks.role == Person.Role.LEAD]


@router.post("/people", response=PersonOut, operation_id="add_person")
def add_person(request: HttpRequest, given: PersonIn) -> PersonOut:
    """Add someone to the shop; leads only."""
    return PersonOut.from_orm(service.add_person(person_of(request), **given.model_dump()))


@router.post("/people/{username}/leaving", response=PersonOut, operation_id="leave")
def leave(request: HttpRequest, username: str) -> PersonOut:
    """Someone leaves the shop: signed out everywhere at once, their name stays on what they did; leads only."""
    return PersonOut.from_orm(service.leave(person_of(request), username))


@router.delete("/people/{username}/leaving", response=PersonOut, operation_id="come_back")
def come_back(request: HttpRequest, username: str) -> PersonOut:
    """Someone who left works here again; leads only."""
    return PersonOut.from_orm(service.come_back(person_of(request), username))


@router.post("/people/{username}/password", response=OneTimePassword, operation_id="reset_password")
def reset_password(request: HttpRequest, username: str) -> OneTimePassword:
    """A one-time password for someone who forgot theirs; leads only."""
    return OneTimePassword(password=service.reset_password(person_of(request), username))
