"""Changing a door's file: change, version and who did it, in one transaction."""

import uuid
from datetime import datetime

from django.shortcuts import get_object_or_404

from hinge.call.record import DoorRecord
from server.config.errors import StaleWrite
from server.config.transactions import mutation
from server.doors.models import Change, Door
from server.people.models import Person

DETAILS = ("name", "place", "customer", "phone", "access_notes")


@mutation
def open_file(person: Person, key: uuid.UUID, details: dict[str, str], record: DoorRecord | None = None) -> Door:
    """Open a door's file under a client-made key; a repeat returns the file already open."""
    defaults = details | {"shop": person.shop, "record": (record or DoorRecord()).model_dump(mode="json")}
    door, is_new = Door.objects.get_or_create(key=key, defaults=defaults)
    if is_new:
        _note(door, person, "opened the file", {})
    return door


@mutation
def change_details(person: Person, key: uuid.UUID, version: int, details: dict[str, str]) -> Door:
    """Change a door's details. Raises StaleWrite when it was changed since `version` was read."""
    door = get_object_or_404(Door.objects.select_for_update(), key=key)
    if door.version != version:
        raise StaleWrite({name: getattr(door, name) for name in DETAILS} | {"version": door.version})
    changed = {name: [getattr(door, name), value] for name, value in details.items() if getattr(door, name) != value}
    for name, (_, value) in changed.items():
        setattr(door, name, value)
    door.version += 1
    door.save()
    _note(door, person, "changed the details", changed)
    return door


def carry_on(door: Door, person: Person, record: DoorRecord, at: datetime) -> None:
    """Take over what a closed call left on the door. The caller holds the transaction and the door's row."""
    before, after = door.door_record, record
    names = [name for name in dict.fromkeys([*before.measured, *after.measured]) if before.measured.get(name) != after.measured.get(name)]
    changed: dict[str, list[object]] = {name: [before.measured.get(name), after.measured.get(name)] for name in names}
    if (before.option, before.cones) != (after.option, after.cones):
        changed["on_door"] = [[before.option, before.cones], [after.option, after.cones]]
    door.record, door.visited_at, door.version = record.model_dump(mode="json"), at, door.version + 1
    door.save()
    _note(door, person, "closed a call", changed)


def _note(door: Door, person: Person, says: str, what: dict[str, list[object]] | dict[str, list[str]]) -> None:
    Change.objects.create(door=door, by=person, by_name=person.name, says=says, what=what)
