"""Changing a door's file: permission, change and version in one transaction."""

import uuid

from django.db import transaction
from django.shortcuts import get_object_or_404

from hinge.procedure.record import DoorRecord
from server.config.errors import StaleWrite
from server.doors.models import Door
from server.people.models import Shop

DETAILS = ("name", "place", "customer", "phone", "access_notes")


@transaction.atomic
def open_file(shop: Shop, key: uuid.UUID, details: dict[str, str]) -> Door:
    """Open a door's file under a client-made key; a repeat returns the file already open."""
    door, _ = Door.objects.get_or_create(shop=shop, key=key, defaults=details | {"record": DoorRecord().model_dump()})
    return door


@transaction.atomic
def change_details(shop: Shop, key: uuid.UUID, version: int, details: dict[str, str]) -> Door:
    """Change a door's details. Raises StaleWrite when it was changed since `version` was read."""
    door = get_object_or_404(Door.objects.select_for_update(), shop=shop, key=key)
    if door.version != version:
        raise StaleWrite({name: getattr(door, name) for name in DETAILS} | {"version": door.version})
    for name, value in details.items():
        setattr(door, name, value)
    door.version += 1
    door.save()
    return door
