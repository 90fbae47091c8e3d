"""A made-up call written as it would stand had it been entered at its time: every one of its events was decided."""

from __future__ import annotations

import uuid
from datetime import datetime

from hinge.call.log import CallLog
from hinge.file.record import DoorRecord
from hinge.view.build import record_after
from server.calls.models import Call, Entry
from server.calls.service import listed
from server.doors.models import Door


def plain(record: DoorRecord) -> dict[str, object]:
    """A door's file as it is kept."""
    return record.model_dump(mode="json")


def keep_call(door: Door, name: str, log: CallLog, started: datetime) -> Call:
    """Write a call at a door."""
    key = uuid.uuid5(uuid.NAMESPACE_OID, f"{door.shop.name} {name}")
    call = Call.objects.create(shop=door.shop, door=door, key=key, record_at_start=door.record)
    keep_log(call, log, started)
    return call


def keep_log(call: Call, log: CallLog, started: datetime) -> None:
    """Write what was said on a call, and how it left the door's file where it is closed."""
    ended = datetime.fromisoformat(log.entries[-1].at) if log.call.closed else None
    told = {"technician": log.entries[-1].by, "started_at": started, "closed_at": ended, **listed(log.call)}
    Call.objects.filter(pk=call.pk).update(**told)
    Entry.objects.bulk_create(
        Entry(call=call, client_id=one.id, position=place, body=one.body.model_dump(mode="json"), by_name=one.by, at=one.at)
        for place, one in enumerate(log.entries, start=1)
    )
    if ended:
        door = call.door
        door.record, door.visited_at, door.version = plain(record_after(log.call)), ended, door.version + 1
        door.save()
