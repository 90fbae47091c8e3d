"""Starting a call and entering things on it; each in one transaction under the call's row lock."""

import uuid
from datetime import datetime

from django.db import transaction
from django.shortcuts import get_object_or_404
from django.utils import timezone

from hinge.errors import OutOfStep
from hinge.procedure.admit import admit
from hinge.procedure.entries import Body, read_body
from hinge.procedure.entries import Entry as HingeEntry
from hinge.procedure.fold import fold
from hinge.procedure.state import CallState
from server.calls.models import Call, Entry, iso
from server.doors.models import Door
from server.people.models import Person


@transaction.atomic
def start(person: Person, door_key: uuid.UUID, key: uuid.UUID, at: datetime | None = None) -> Call:
    """Start a call at a door under a client-made key.

    A repeat, or a second tablet at the same door, gets the call that is already under way.
    """
    door = get_object_or_404(Door.objects.select_for_update(), shop=person.shop_id, key=door_key)
    repeated = Call.objects.filter(shop=person.shop_id, key=key).first()
    if repeated:
        if repeated.door_id != door.pk:
            raise OutOfStep("This call's key was used at another door.", "key", str(key))
        return repeated
    under_way = Call.objects.filter(door=door, closed_at=None).first()
    return under_way or Call.objects.create(
        shop_id=person.shop_id,
        door=door,
        key=key,
        technician=person.name,
        started_at=at or timezone.now(),
        record_at_start=door.door_record.model_dump(),
    )


@transaction.atomic
def enter(person: Person, call_key: uuid.UUID, entry_id: str, body: Body, at: datetime | None = None) -> tuple[Call, CallState]:
    """Append one entry and return the call with its new state.

    The same id with the same body is the same entry: nothing is written twice. Raises what `admit`
    raises, and OutOfStep for an id used for something else.
    """
    call = get_object_or_404(Call.objects.select_for_update(), shop=person.shop_id, key=call_key)
    rows = list(call.entries.all())
    earlier = [row.as_hinge() for row in rows]
    plain = body.model_dump(mode="json")
    known = next((row for row in rows if row.client_id == entry_id), None)
    if known:
        if read_body(known.body) != body:
            raise OutOfStep("This id was used for another entry.", "id", entry_id)
        return call, fold(call.record, earlier)
    moment = at or timezone.now()
    entry = HingeEntry(id=entry_id, by=person.name, at=iso(moment), body=body)
    admit(fold(call.record, earlier), entry, earlier)
    Entry.objects.create(call=call, client_id=entry_id, position=len(rows) + 1, body=plain, by=person, by_name=person.name, at=moment)
    state = fold(call.record, [*earlier, entry])
    _keep_lists_current(call, state, moment)
    return call, state


def keep_all(call: Call, entries: list[tuple[HingeEntry, datetime]]) -> None:
    """Write the entries of a call that happened elsewhere, in order, with when they happened."""
    Entry.objects.bulk_create(
        Entry(call=call, client_id=entry.id, position=place, body=entry.body.model_dump(mode="json"), by_name=entry.by, at=at)
        for place, (entry, at) in enumerate(entries, start=1)
    )


def state_of(call: Call) -> CallState:
    """The state of a call as it stands."""
    return fold(call.record, [row.as_hinge() for row in call.entries.all()])


def _keep_lists_current(call: Call, state: CallState, moment: datetime) -> None:
    call.complaint, call.cause = state.complaint_text, state.cause_text
    if state.closed and call.closed_at is None:
        call.closed_at = moment
        door = Door.objects.select_for_update().get(pk=call.door_id)
        door.record = state.record_after.model_dump()
        door.version += 1
        door.save()
    call.save()
