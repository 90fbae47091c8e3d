"""One door that was filed twice: its history under one file again."""

import uuid

from django.http import Http404

from hinge.errors import OutOfStepError
from server.bench.models import BenchSheet
from server.bookings.models import Booking
from server.calls.models import Call
from server.config.transactions import mutation
from server.doors.models import Door
from server.doors.service import note, require_current, require_filed, require_idle
from server.followups.models import FollowUp
from server.insight.models import CallCount
from server.people.models import Person
from server.people.scope import require_lead


@mutation
def merge(lead: Person, key: uuid.UUID, version: int, other_key: uuid.UUID, other_version: int) -> Door:
    """Bring calls, bookings, follow-ups and bench sheets of the other file under this one, and put the other away; leads only.

    The record that goes on is that of the file visited last. Raises StaleWriteError when either was changed since it was read, and
    OutOfStepError where a call is under way at either, where one is put away, or where both are one.
    """
    require_lead(lead)
    if key == other_key:
        raise OutOfStepError("A file is not merged into itself.", "other", str(other_key))
    # In the order of their keys, so that two leads merging both ways wait for each other.
    there = {door.key: door for door in Door.objects.select_for_update().filter(key__in=(key, other_key)).order_by("pk")}
    if len(there) < 2:
        raise Http404
    door, other = there[key], there[other_key]
    require_current(door, version)
    require_current(other, other_version)
    for one in (door, other):
        require_filed(one)
        require_idle(one)
    calls = Call.objects.filter(door=other).update(door=door)
    CallCount.objects.filter(door=other).update(door=door)
    Booking.objects.filter(door=other).update(door=door)
    BenchSheet.objects.filter(door=other).update(door=door)
    FollowUp.objects.filter(door=other).update(door=door)
    before = door.record
    if other.visited_at and (door.visited_at is None or other.visited_at > door.visited_at):
        door.record, door.visited_at = other.record, other.visited_at
    door.version += 1
    door.save()
    what: dict[str, list[object]] = {"file": [other.name, door.name], "calls": [0, calls]}
    note(door, lead, "merged another file into this one", what | ({"record": [before, door.record]} if before != door.record else {}))
    other.put_away, other.merged_into, other.version = f"the same door as {door.name}"[:200], door, other.version + 1
    other.save()
    note(other, lead, "merged into another file", what)
    return door
