"""Changing a door's file: change, version and who did it, in one transaction."""

import uuid
from collections.abc import Iterable
from datetime import date, datetime

from django.db.models import Min, Q
from django.shortcuts import get_object_or_404
from django.utils import timezone

from hinge.errors import OutOfStepError
from hinge.file.record import DoorRecord
from server.config.errors import StaleWriteError
from server.config.transactions import mutation
from server.doors.models import Change, Door
from server.people.models import Person

DETAILS = ("name", "place", "customer", "phone", "email", "access_notes")


@mutation
def open_file(person: Person, key: uuid.UUID, details: dict[str, str], record: DoorRecord | None = None) -> Door:
    """Open a door's file under a client-made key; a repeat returns the file already open."""
    defaults = details | {"shop": person.shop, "record": (record or DoorRecord()).model_dump(mode="json")}
    door, is_new = Door.objects.get_or_create(key=key, defaults=defaults)
    if is_new:
        note(door, person, "opened the file", {})
    return door


@mutation
def change_details(person: Person, key: uuid.UUID, version: int, details: dict[str, str]) -> Door:
    """Change a door's details. Raises StaleWriteError when it was changed since `version` was read."""
    door = get_object_or_404(Door.objects.select_for_update(), key=key)
    require_current(door, version)
    changed = {name: [getattr(door, name), value] for name, value in details.items() if getattr(door, name) != value}
    for name, (_, value) in changed.items():
        setattr(door, name, value)
    door.version += 1
    door.save()
    note(door, person, "changed the details", changed)
    return door


@mutation
def put_away(person: Person, key: uuid.UUID, version: int, reason: str) -> Door:
    """Put a file away that was opened by mistake, or bring it back where `reason` is empty.

    Raises StaleWriteError when it was changed since `version` was read, OutOfStepError while a call or booking stands, or once merged.
    """
    door = get_object_or_404(Door.objects.select_for_update(), key=key)
    require_current(door, version)
    if door.merged_into:
        raise OutOfStepError(f"This file was merged into {door.merged_into.name}: it goes on there.", "key", str(key))
    if reason and door.put_away != reason:
        require_idle(door)
        bookings = door.bookings.filter(cancelled="").select_related("call").order_by("-day")
        booked = next((one for one in bookings if one.is_to_come), None)
        if booked:
            raise OutOfStepError(f"A call is booked here for {booked.day}: call it off first.", "key", str(key))
    before, door.put_away, door.version = door.put_away, reason, door.version + 1
    door.save()
    note(door, person, "put the file away" if reason else "brought the file back", {"put_away": [before, reason]})
    return door


def require_current(door: Door, version: int) -> None:
    """Refuse a change to a file that was changed since `version` was read. Raises StaleWriteError."""
    if door.version != version:
        raise StaleWriteError({name: getattr(door, name) for name in DETAILS} | {"version": door.version})


def require_idle(door: Door) -> None:
    """Refuse while a call is under way at a door. Raises OutOfStepError."""
    if door.calls.filter(closed_at=None).exists():
        raise OutOfStepError(f"A call is under way at {door.name}: close or abandon it first.", "key", str(door.key))


def apply_closed_call(door: Door, person: Person, record: DoorRecord, at: datetime) -> None:
    """Take over what a closed call left on the door. The caller holds the transaction and the door's row."""
    before, after = door.door_record, record
    names = [name for name in dict.fromkeys([*before.measured, *after.measured]) if before.measured.get(name) != after.measured.get(name)]
    changed: dict[str, list[object]] = {name: [before.measured.get(name), after.measured.get(name)] for name in names}
    was, now = ([one.option, one.counts_found(None)] if (one := record.on_door) else ["", {}] for record in (before, after))
    if was != now:
        changed["on_door"] = [was, now]
    door.record, door.visited_at, door.version = record.model_dump(mode="json"), at, door.version + 1
    door.save(update_fields=["record", "visited_at", "version"])
    note(door, person, "closed a call", changed)


def require_filed(door: Door, where: str = "door") -> None:
    """Refuse to work with a file that was put away. Raises OutOfStepError."""
    if door.put_away:
        raise OutOfStepError(f"This door's file was put away: {door.put_away}. Bring it back first.", where, str(door.key))


def note(door: Door, person: Person, says: str, what: dict[str, list[object]] | dict[str, list[str]]) -> None:
    """Keep who changed what in a door's file."""
    Change.objects.create(door=door, by=person, by_name=person.name, says=says, what=what)


def under_way_at(doors: Iterable[Door]) -> dict[int, uuid.UUID]:
    """The key of the call under way at each of the doors that has one, by the door's id."""
    here = Door.objects.filter(pk__in=[door.pk for door in doors], calls__closed_at=None, calls__key__isnull=False)
    return dict(here.values_list("pk", "calls__key"))


def next_booked_at(doors: Iterable[Door]) -> dict[int, date]:
    """The day of the next booking that stands and is not begun at each of the doors that has one, by the door's id."""
    to_come = Q(bookings__cancelled="", bookings__day__gte=timezone.now().date())
    not_begun = Q(bookings__call=None) | Q(bookings__call__abandoned=True)
    booked = Door.objects.filter(to_come & not_begun, pk__in=[door.pk for door in doors]).annotate(first=Min("bookings__day"))
    return dict(booked.values_list("pk", "first"))
