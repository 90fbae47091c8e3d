"""Booking a call, moving it, calling it off and starting it; each in one transaction under the booking's row lock."""

import hashlib
import secrets
import uuid
from collections.abc import Iterable
from datetime import date, timedelta

from django.db import transaction
from django.db.models import F, Min, QuerySet
from django.shortcuts import get_object_or_404
from django.utils import timezone
from pydantic import Field

from hinge.call.commands import Complaint
from hinge.call.facts import Call as Facts
from hinge.errors import BadInputError, ContradictionError, OutOfRangeError, OutOfStepError
from hinge.faults.knowledge import faults
from hinge.file.booked import VISIT
from server.bookings.models import COME_BACK, Booking, FeedLink
from server.calls.models import Call
from server.calls.service import enter, start
from server.config.errors import StaleWriteError
from server.config.request_body import RequestBody, WallTime
from server.config.transactions import mutation
from server.doors.models import Door
from server.doors.service import note, require_filed
from server.followups.models import FollowUp
from server.people.models import Person
from server.people.service import crew_of

AHEAD_DAYS = 730
LAST_OF_DOOR = 12


class BookingInput(RequestBody):
    """What is booked: a window or any time of the day, who goes (empty for nobody yet), who goes along, and why nobody comes where it
    is called off.
    """

    day: date
    from_time: WallTime | None = None
    until_time: WallTime | None = None
    complaint: str = Field(VISIT, max_length=60)
    note: str = Field("", max_length=600)
    technician: str = Field("", max_length=150)
    helper: str = Field("", max_length=150)
    cancelled: str = Field("", max_length=200)


def between(first: date, days: int) -> QuerySet[Booking]:
    """The bookings of some days in order of day, time and place; those of any time last."""
    found = Booking.objects.filter(day__gte=first, day__lt=first + timedelta(days=days))
    return with_details(found.order_by("day", F("from_time").asc(nulls_last=True), "door__place", "pk"))


def last_of_door(key: uuid.UUID) -> QuerySet[Booking]:
    """The last bookings of a door, newest first."""
    return with_details(Booking.objects.filter(door=get_object_or_404(Door, key=key)).order_by("-day", "-pk"))[:LAST_OF_DOOR]


def with_details(bookings: QuerySet[Booking]) -> QuerySet[Booking]:
    """Bookings with all that is told of each, in one query."""
    return bookings.select_related("shop", "door", "technician", "helper", "call", "set_out_by")


def come_back_of(bookings: Iterable[Booking]) -> dict[int, date]:
    """When each door is come back to for what its last call left open, by the door's id: of doors whose booking is done."""
    doors = {one.door_id for one in bookings if one.standing == "done"}
    open_ones = FollowUp.objects.filter(door__in=doors, ended="", what__in=COME_BACK) if doors else FollowUp.objects.none()
    return dict(open_ones.values_list("door").annotate(first=Min("due")))


@mutation
def book(person: Person, door_key: uuid.UUID, key: uuid.UUID, wish: BookingInput) -> Booking:
    """Book a call at a door under a client-made key; a repeat gets the booking made before."""
    door = get_object_or_404(Door.objects.select_for_update(), key=door_key)
    repeated = Booking.objects.filter(key=key).first()
    if repeated:
        if repeated.door_id != door.pk:
            raise OutOfStepError("This booking's key was used at another door.", "key", str(key))
        return repeated
    require_filed(door)
    booking = Booking(shop=person.shop, door=door, key=key)
    _set(booking, wish)
    booking.save()
    note(door, person, "booked a call", {"day": ["", _when(booking)]})
    return booking


@mutation
def change(person: Person, key: uuid.UUID, version: int, wish: BookingInput) -> Booking:
    """Move a booking, hand it over, call it off or take it up again. Raises StaleWriteError when it changed since `version` was read."""
    booking = get_object_or_404(Booking.objects.select_for_update(), key=key)
    if booking.version != version:
        raise StaleWriteError({"version": booking.version, "day": booking.day.isoformat(), "cancelled": booking.cancelled})
    if booking.standing in ("under_way", "done"):
        raise OutOfStepError("The call of this booking was started: it goes on there.", "key", str(key))
    if not wish.cancelled.strip():
        # Locked, so that its file is not put away at the same moment.
        require_filed(Door.objects.select_for_update().get(pk=booking.door_id))
    before = _when(booking)
    _set(booking, wish)
    booking.version += 1
    is_moved = before != _when(booking)
    if is_moved:
        # Whoever was on the way was on the way to something else.
        booking.set_out_at = booking.set_out_by = None
    booking.save()
    if is_moved:
        note(booking.door, person, "changed a booking", {"day": [before, _when(booking)]})
    return booking


def as_if_booked(person: Person, key: uuid.UUID, door_key: uuid.UUID, wish: BookingInput) -> Booking:
    """A booking as it would be were it made or changed so; nothing of it is kept. Raises what booking it would."""
    booking = with_details(Booking.objects.filter(key=key)).first()
    if booking is None:
        booking = Booking(shop=person.shop, door=get_object_or_404(Door, key=door_key), key=key)
    elif booking.standing in ("under_way", "done"):
        raise OutOfStepError("The call of this booking was started: it goes on there.", "key", str(key))
    _set(booking, wish)
    return booking


@mutation
def set_out(person: Person, key: uuid.UUID, is_on_the_way: bool) -> Booking:
    """Say that one is on the way to a booking, or is not; said twice it is said once.

    Raises OutOfStepError once it is begun or called off.
    """
    booking = get_object_or_404(Booking.objects.select_for_update(), key=key)
    if not booking.is_to_come:
        raise OutOfStepError("This booking was called off, or its call was started.", "key", str(key))
    if is_on_the_way != (booking.set_out_at is not None):
        booking.set_out_at, booking.set_out_by = (timezone.now(), person) if is_on_the_way else (None, None)
        booking.save(update_fields=["set_out_at", "set_out_by", "changed_at"])
    return booking


@mutation
def begin(person: Person, key: uuid.UUID, call_key: uuid.UUID) -> Call:
    """Start the call of a booking, its complaint entered; or take up the one that was started for it."""
    booking = get_object_or_404(Booking.objects.select_for_update().select_related("door", "call"), key=key)
    if booking.cancelled:
        raise OutOfStepError(f"This booking was called off: {booking.cancelled}. Take it up again first.", "key", str(key))
    if booking.call and not booking.call.abandoned:
        return booking.call
    call = start(person, booking.door.key, call_key)
    if not call.facts().complaints:
        call, _ = enter(
            person, call.key, f"booked-{booking.key}", Complaint(kind="complaint", complaint=booking.complaint, note=booking.note)
        )
    booking.call, booking.version = call, booking.version + 1
    booking.save()
    return call


def as_begun(person: Person, key: uuid.UUID) -> tuple[Call, Facts]:
    """The call of a booking as it would be were it started now, under a new key, with its facts; nothing of it is kept."""
    with transaction.atomic():
        call = begin(person, key, uuid.uuid4())
        facts = call.facts(list(call.entries.all()))
        transaction.set_rollback(True)
    return call, facts


@mutation
def new_link(person: Person) -> str:
    """A new secret for a person's calendar; the one before is void."""
    secret = secrets.token_urlsafe(32)
    made = {"digest": _digest(secret), "made_at": timezone.now(), "sessions_ended": person.sessions_ended}
    FeedLink.objects.update_or_create(person=person, defaults=made)
    return secret


def person_of_link(secret: str) -> Person | None:
    """Whose calendar asks; nobody for a link that is void, or whose person has left or has ended all sessions since it was made."""
    stands = {"person__is_active": True, "sessions_ended": F("person__sessions_ended")}
    link = FeedLink.objects.select_related("person__shop").filter(digest=_digest(secret), **stands).first()
    return link.person if link else None


def _digest(secret: str) -> str:
    return hashlib.sha256(secret.encode()).hexdigest()


def _when(booking: Booking) -> str:
    who = booking.technician.name if booking.technician else "nobody yet"
    return f"called off: {booking.cancelled}" if booking.cancelled else f"{booking.day.isoformat()}, {booking.window}, {who}"


def _set(booking: Booking, wish: BookingInput) -> None:
    _require(booking, wish)
    for name in ("day", "from_time", "until_time", "complaint", "note"):
        setattr(booking, name, getattr(wish, name))
    booking.cancelled = wish.cancelled.strip()
    booking.technician = _named(booking, booking.technician, "technician", wish.technician)
    booking.helper = _named(booking, booking.helper, "helper", wish.helper)


def _named(booking: Booking, before: Person | None, field: str, username: str) -> Person | None:
    """Who goes, by sign-in name. Who has left stays on what was booked for them, until somebody else is named."""
    if not username or (before and before.username == username):
        return before if username else None
    found = crew_of(booking.shop_id).filter(username=username).first()
    if found is None:
        raise BadInputError("Nobody of that name is sent to doors here.", field, username, "a sign-in name of this shop")
    return found


def _require(booking: Booking, wish: BookingInput) -> None:
    # Where the shop is, yesterday may not be over yet.
    first, last = timezone.now().date() - timedelta(days=1), timezone.now().date() + timedelta(days=AHEAD_DAYS)
    if wish.day != booking.day and not first <= wish.day <= last:
        raise OutOfRangeError("A call is booked for today or later.", "day", wish.day.isoformat(), f"{first} to {last}")
    if wish.helper and wish.helper == wish.technician:
        raise ContradictionError("A helper goes along with somebody else.", "helper", wish.helper, "another person, or nobody")
    if (wish.from_time is None) != (wish.until_time is None):
        raise BadInputError("A window has a beginning and an end.", "until_time", None, "both, or neither for any time of the day")
    if wish.from_time and wish.until_time and wish.until_time <= wish.from_time:
        raise ContradictionError(
            "The window ends before it begins.", "until_time", f"{wish.until_time:%H:%M}", f"after {wish.from_time:%H:%M}"
        )
    if wish.complaint != booking.complaint and wish.complaint not in faults().complaints:
        raise BadInputError("Nothing is known of this complaint.", "complaint", wish.complaint, ", ".join(faults().complaints))
