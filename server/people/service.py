"""The shop's people: who comes, who leaves, and their passwords; permission and change in one action."""

import hashlib
import secrets
from datetime import time
from typing import Any

from django.contrib.auth import password_validation
from django.core.exceptions import PermissionDenied, ValidationError
from django.db.models import F, QuerySet
from django.shortcuts import get_object_or_404

from hinge.desk.travel import TravelTable, parse_roads
from hinge.document import read
from hinge.errors import BadInputError, ContradictionError, OutOfRangeError, OutOfStepError
from hinge.faults.knowledge import faults, require_known
from hinge.file.booked import LEAST_MIN, MOST_MIN
from hinge.procedures.knowledge import schools
from hinge.questions.sun import SunPlace
from server.config.transactions import mutation
from server.people.models import FirstRun, Person, Shop
from server.people.scope import require_lead
from server.people.throttle import password_work

# Letters and figures that are told apart when read aloud.
READABLE = "abcdefghjkmnpqrstuvwxyz23456789"


def crew_of(shop: int) -> QuerySet[Person]:
    """Who can be sent to a door of a shop, by name."""
    return Person.objects.filter(shop=shop, is_active=True).exclude(role=Person.Role.DESK).order_by("name")


@mutation
def add_person(lead: Person, username: str, name: str, role: str, password: str) -> Person:
    """Add someone to the lead's shop; they choose a password of their own first. Raises BadInputError, ContradictionError."""
    require_lead(lead)
    return _new(lead.shop, username, name, role, password, must_change_password=True)


@mutation
def change_units(person: Person, units: Person.Units) -> None:
    """Choose the units somebody speaks."""
    person.units = units
    person.save(update_fields=["units"])


@mutation
def change_shop(lead: Person, details: dict[str, Any]) -> Shop:
    """Change what is known of the lead's shop. Raises a HingeError where its place makes no sense."""
    require_lead(lead)
    place = {name: details[name] for name in ("latitude_deg", "longitude_deg", "time_zone")}
    if any(one not in (None, "") for one in place.values()):
        read(SunPlace, place)
    shop = Shop.objects.select_for_update().get(pk=lead.shop_id)
    for name, value in details.items():
        setattr(shop, name, value)
    shop.save()
    return shop


@mutation
def change_ways(lead: Person, ways: dict[str, str]) -> Shop:
    """Say how the lead's shop works, by school. Raises BadInputError for a school or a way there is none of."""
    require_lead(lead)
    require_known("ways", ways, schools())
    for school, way in ways.items():
        require_known(f"ways.{school}", [way], schools()[school].ways)
    shop = Shop.objects.select_for_update().get(pk=lead.shop_id)
    shop.ways = ways
    shop.save(update_fields=["ways"])
    return shop


@mutation
def change_working_day(lead: Person, opens_at: time, closes_at: time, usual_minutes: int, roads: str) -> Shop:
    """Say when the lead's shop works and how long its ways are. Raises a HingeError naming each line that cannot be read."""
    require_lead(lead)
    table = read(TravelTable, {"usual_minutes": usual_minutes, "roads": [road.model_dump() for road in parse_roads(roads)]})
    if closes_at <= opens_at:
        allowed = f"later than {opens_at:%H:%M}"
        raise ContradictionError("The day ends before it begins.", "closes_at", f"{closes_at:%H:%M}", allowed)
    shop = Shop.objects.select_for_update().get(pk=lead.shop_id)
    shop.opens_at, shop.closes_at, shop.travel = opens_at, closes_at, table.model_dump(mode="json")
    shop.save(update_fields=["opens_at", "closes_at", "travel"])
    return shop


@mutation
def change_minutes(lead: Person, complaint: str, minutes: int | None) -> Shop:
    """Say how many minutes the lead's shop reckons with for a complaint, none for what is usual. Raises BadInputError, OutOfRangeError."""
    require_lead(lead)
    require_known("complaint", [complaint], faults().complaints)
    if minutes is not None and not LEAST_MIN <= minutes <= MOST_MIN:
        raise OutOfRangeError("Nobody books so long for a call.", "minutes", minutes, f"{LEAST_MIN} to {MOST_MIN}", "min")
    shop = Shop.objects.select_for_update().get(pk=lead.shop_id)
    own = {name: value for name, value in shop.own_minutes.items() if name != complaint}
    shop.minutes = own if minutes is None else own | {complaint: minutes}
    shop.save(update_fields=["minutes"])
    return shop


@mutation
def leave(lead: Person, username: str) -> Person:
    """Someone leaves: their sessions end at once, their name stays on what they did. Raises OutOfStepError for the last lead."""
    person = _of_shop(lead, username)
    others = Person.objects.filter(shop=lead.shop_id, role=Person.Role.LEAD, is_active=True).exclude(pk=person.pk)
    if not others.select_for_update().exists():
        raise OutOfStepError("This is the only lead of the shop. Add another one first.", "username", username)
    person.is_active = False
    person.sessions_ended += 1
    person.save()
    return person


@mutation
def come_back(lead: Person, username: str) -> Person:
    """Someone who left works here again."""
    person = _of_shop(lead, username)
    person.is_active = True
    person.save()
    return person


@mutation
def reset_password(lead: Person, username: str) -> str:
    """A one-time password for someone who forgot theirs; it is told once, and they choose another first."""
    return _one_time_password(_of_shop(lead, username))


@mutation
def give_password(username: str) -> str:
    """The same from the command line, where the only lead has forgotten theirs. Raises BadInputError where there is nobody of the name."""
    person = Person.objects.select_for_update().filter(username=username, is_active=True).first()
    if person is None:
        raise BadInputError(f"Nobody who works here signs in as {username!r}.", "username", username, "a user name")
    return _one_time_password(person)


def _one_time_password(person: Person) -> str:
    # What was opened to somebody who knew the old one is closed: sessions, and a calendar's private address.
    person.sessions_ended += 1
    password = "-".join("".join(secrets.choice(READABLE) for _ in range(4)) for _ in range(4))
    _set_password(person, password, must_change=True)
    return password


@mutation
def change_password(person: Person, old: str, new: str) -> None:
    """Change one's own password; every other session ends. Raises BadInputError."""
    with password_work():
        right = person.check_password(old)
    if not right:
        raise BadInputError("This is not your password.", "old", None, "the one you signed in with")
    _require_proper(new, "new")
    if old == new:
        raise BadInputError("This is the password you have.", "new", None, "another one")
    _set_password(person, new, must_change=False)


@mutation
def end_sessions(person: Person) -> None:
    """End every session of a person, this one too."""
    Person.objects.filter(pk=person.pk).update(sessions_ended=F("sessions_ended") + 1)


@mutation
def open_shop(shop: dict[str, str], lead: dict[str, str]) -> Person:
    """A new shop and its first lead. Raises BadInputError, ContradictionError."""
    return _new(Shop.objects.create(**shop), lead["username"], lead["name"], Person.Role.LEAD, lead["password"])


@mutation
def make_first_run_code() -> str:
    """The one-time code for the first-run page, in place of an older one. Raises OutOfStepError where there is a shop."""
    if Shop.objects.exists():
        raise OutOfStepError("There is a shop here already. Its leads add people.", "code")
    code = secrets.token_hex(10)
    FirstRun.objects.all().delete()
    FirstRun.objects.create(code_hash=_hashed(code))
    return code


@mutation
def first_run(code: str, shop: dict[str, str], lead: dict[str, str]) -> Person:
    """Open the first shop with the one-time code, once. Raises PermissionDenied for any other code."""
    waiting = FirstRun.objects.select_for_update().first()
    if waiting is None or not secrets.compare_digest(waiting.code_hash, _hashed(code)) or Shop.objects.exists():
        raise PermissionDenied("This is not the code, or it was used. Whoever runs the server has it: python -m server first_run_code")
    waiting.delete()
    return open_shop(shop, lead)


def _hashed(code: str) -> str:
    return hashlib.sha256(code.strip().encode()).hexdigest()


def _of_shop(lead: Person, username: str) -> Person:
    require_lead(lead)
    return get_object_or_404(Person.objects.select_for_update(), shop=lead.shop_id, username=username)


def _new(shop: Shop, username: str, name: str, role: str, password: str, must_change_password: bool = False) -> Person:
    _require_proper(password, "password")
    if Person.objects.filter(username=username).exists():
        raise ContradictionError(f"The user name {username!r} is taken.", "username", username, "another one")
    with password_work():
        return Person.objects.create_user(
            username, password=password, name=name, role=role, shop=shop, must_change_password=must_change_password
        )


def _set_password(person: Person, password: str, must_change: bool) -> None:
    with password_work():
        person.set_password(password)
    person.must_change_password = must_change
    person.save()


def _require_proper(password: str, field: str) -> None:
    try:
        password_validation.validate_password(password)
    except ValidationError as wrong:
        raise BadInputError(" ".join(wrong.messages), field, None, "10 characters or more, not a common one") from wrong
