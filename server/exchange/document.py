"""A call with its door as one JSON document, out and in without loss."""

import uuid
from datetime import datetime
from typing import Any, Literal

from django.db import transaction
from pydantic import BaseModel, ConfigDict, Field, ValidationError

from hinge.errors import Contradiction
from hinge.procedure.entries import Entry as HingeEntry
from hinge.procedure.fold import fold
from hinge.procedure.record import DoorRecord
from hinge.questions.ask import first_mistake
from server.calls import service
from server.calls.models import Call, iso
from server.doors.models import Door
from server.people.models import Shop

FORMAT: Literal["north-hinge/call/1"] = "north-hinge/call/1"


class DoorPart(BaseModel):
    """The door's details and its record now."""

    model_config = ConfigDict(extra="forbid")
    key: uuid.UUID
    name: str = Field(min_length=1, max_length=120)
    place: str = Field(max_length=200)
    customer: str = Field(max_length=120)
    phone: str = Field(max_length=40)
    access_notes: str = Field(max_length=1000)
    record: DoorRecord


class CallPart(BaseModel):
    """The call and everything entered on it, in order."""

    model_config = ConfigDict(extra="forbid")
    key: uuid.UUID
    technician: str = Field(max_length=120)
    started_at: datetime
    closed_at: datetime | None
    record_at_start: DoorRecord
    entries: list[HingeEntry] = Field(max_length=5000)


class CallDocument(BaseModel):
    """The document. `format` names its version."""

    model_config = ConfigDict(extra="forbid")
    format: Literal["north-hinge/call/1"]
    door: DoorPart
    call: CallPart


def export_call(call: Call) -> CallDocument:
    """The document of a call."""
    door = call.door
    return CallDocument(
        format=FORMAT,
        door=DoorPart(
            key=door.key,
            name=door.name,
            place=door.place,
            customer=door.customer,
            phone=door.phone,
            access_notes=door.access_notes,
            record=door.door_record,
        ),
        call=CallPart(
            key=call.key,
            technician=call.technician,
            started_at=call.started_at,
            closed_at=call.closed_at,
            record_at_start=call.record,
            entries=[row.as_hinge() for row in call.entries.all()],
        ),
    )


def read_document(document: Any) -> CallDocument:
    """Read a document. Raises BadInput naming the first thing wrong."""
    try:
        return CallDocument.model_validate(document)
    except ValidationError as wrong:
        raise first_mistake(wrong) from wrong


@transaction.atomic
def import_call(shop: Shop, document: CallDocument) -> Call:
    """Recreate a call, and its door where the shop does not have it; whole or not at all.

    A door the shop has keeps its own details. Raises Contradiction for a call it already has.
    """
    if Call.objects.filter(shop=shop, key=document.call.key).exists():
        raise Contradiction("This call is in your shop already.", "call.key", str(document.call.key), "a call that is not here yet")
    ids = [entry.id for entry in document.call.entries]
    if len(set(ids)) != len(ids):
        raise Contradiction("Two entries have the same id.", "call.entries", None, "one id an entry")
    part = document.door
    door, _ = Door.objects.get_or_create(
        shop=shop,
        key=part.key,
        defaults={name: getattr(part, name) for name in ("name", "place", "customer", "phone", "access_notes")}
        | {"record": part.record.model_dump()},
    )
    state = fold(document.call.record_at_start, document.call.entries)
    call = Call.objects.create(
        shop=shop,
        door=door,
        key=document.call.key,
        technician=document.call.technician,
        started_at=document.call.started_at,
        closed_at=document.call.closed_at,
        record_at_start=document.call.record_at_start.model_dump(),
        complaint=state.complaint_text,
        cause=state.cause_text,
    )
    service.keep_all(call, [(entry, _moment(entry, place)) for place, entry in enumerate(document.call.entries, start=1)])
    return call


def _moment(entry: HingeEntry, place: int) -> datetime:
    try:
        moment = datetime.fromisoformat(entry.at)
    except ValueError:
        moment = None
    if moment is None or moment.tzinfo is None or iso(moment) != entry.at:
        raise Contradiction(f"Entry {place} has no proper time.", f"call.entries.{place - 1}.at", entry.at, "ISO 8601 with an offset")
    return moment
