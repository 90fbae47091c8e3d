"""A call with its door as one JSON document, out and in without loss."""

import base64
import uuid
from datetime import UTC, datetime, timedelta
from itertools import pairwise
from typing import Annotated, Any, Literal

from django.utils import timezone
from pydantic import AfterValidator, Field

from hinge.call import history
from hinge.call.commands import Id
from hinge.call.events import VERSION, Entry, entry_of, read_strictly
from hinge.call.facts import Call as Facts
from hinge.call.keeping import MOST_PHOTOS
from hinge.call.record import DoorRecord, read_record_strictly
from hinge.call.shown import record_after, shown
from hinge.call.summary import SaidLine
from hinge.document import Document, plain_value, read, told
from hinge.errors import BadInput, Contradiction
from server.calls.models import Call, Photo, iso
from server.calls.models import Entry as Row
from server.calls.photos import scaled
from server.calls.service import listed
from server.config.transactions import mutation
from server.doors.models import Door
from server.doors.service import DETAILS, open_file
from server.people.models import Person
from server.people.scope import require_lead
from server.stock.service import lists_of_shop

FORMATS = {"north-hinge/call/1": 1, "north-hinge/call/2": VERSION}
FIRST = datetime(2000, 1, 1, tzinfo=UTC)
AHEAD = timedelta(days=1)  # a tablet's clock may run a little ahead


def _key(text: str) -> str:
    try:
        return str(uuid.UUID(text))
    except ValueError as wrong:
        raise told(BadInput("This is no key.", "", plain_value(text), "a UUID")) from wrong


def _moment(text: str) -> str:
    try:
        moment = datetime.fromisoformat(text)
    except ValueError:
        moment = None
    if moment is None or moment.tzinfo is None:
        raise told(Contradiction("This is no proper time.", "", plain_value(text), "ISO 8601 with an offset"))
    if not FIRST <= moment <= timezone.now() + AHEAD:
        raise told(Contradiction("This time is not in the life of this shop.", "", plain_value(text), f"{FIRST:%Y} to now"))
    return text


Key = Annotated[str, AfterValidator(_key)]
Moment = Annotated[str, Field(max_length=40), AfterValidator(_moment)]


class DoorPart(Document):
    """The door's details and its record now."""

    key: Key
    name: Annotated[str, Field(min_length=1, max_length=120)]
    place: Annotated[str, Field(max_length=200)]
    customer: Annotated[str, Field(max_length=120)]
    phone: Annotated[str, Field(max_length=40)]
    access_notes: Annotated[str, Field(max_length=1000)]
    record: dict[str, Any]


class EntryPart(Document):
    """One entry: a client-made id, who, when, and what happened."""

    id: Id
    by: Annotated[str, Field(max_length=120)]
    at: Moment
    body: dict[str, Any]


class CallPart(Document):
    """The call and everything that happened on it, in order; `record_after` what a closed one left on the door."""

    key: Key
    technician: Annotated[str, Field(max_length=120)]
    started_at: Moment
    closed_at: Moment | None
    claimed_elsewhere: bool = False
    record_at_start: dict[str, Any]
    record_after: dict[str, Any] | None = None
    entries: Annotated[list[EntryPart], Field(max_length=5000)]


class PhotoPart(Document):
    """A photo of the call by its key: a JPEG in base64."""

    key: Key
    jpeg: Annotated[str, Field(max_length=4_000_000)]


class CallDocument(Document):
    """The document. `format` names its version; `said` is the call in a few lines, for people, and is not read back."""

    format: Literal["north-hinge/call/1", "north-hinge/call/2"]
    door: DoorPart
    call: CallPart
    photos: Annotated[list[PhotoPart], Field(max_length=MOST_PHOTOS)] = []
    said: list[SaidLine] = []


def export_call(call: Call) -> dict[str, Any]:
    """The document of a call."""
    door, rows = call.door, list(call.entries.all())
    facts = call.facts(rows)
    entries = [{"id": one.id, "by": one.by, "at": one.at, "body": _body(one)} for row in rows for one in row.happened()]
    return {
        "format": f"north-hinge/call/{VERSION}",
        "door": {"key": str(door.key)}
        | {name: getattr(door, name) for name in DETAILS}
        | {"record": door.door_record.model_dump(mode="json")},
        "call": {
            "key": str(call.key),
            "technician": call.technician,
            "started_at": iso(call.started_at),
            "closed_at": iso(call.closed_at) if call.closed_at else None,
            "claimed_elsewhere": call.claimed_elsewhere,
            "record_at_start": call.record.model_dump(mode="json"),
            "record_after": record_after(facts).model_dump(mode="json") if facts.closed else None,
            "entries": _distinct(entries),
        },
        "photos": [
            {"key": str(one.key), "jpeg": base64.b64encode(one.jpeg).decode()}
            for one in call.photos.filter(key__in=[photo.photo for photo, _ in facts.photos]).order_by("pk")
        ],
        "said": [line.model_dump() for line in shown(facts, call.claimed_elsewhere).summary],
    }


def _body(entry: Entry) -> dict[str, Any]:
    return entry.body.model_dump(mode="json")


def _distinct(entries: list[dict[str, Any]]) -> list[dict[str, Any]]:
    """What an older entry was lifted to may be several events: each gets an id of its own."""
    seen: dict[str, int] = {}
    for entry in entries:
        seen[entry["id"]] = seen.get(entry["id"], 0) + 1
        if seen[entry["id"]] > 1:
            entry["id"] = f"{entry['id'][:60]}-{seen[entry['id']]}"
    return entries


@mutation
def import_call(lead: Person, document: Any) -> Call:
    """Recreate a call, and its door where the shop does not have it; whole or not at all; leads only.

    A door the shop has keeps its own details and record. A closed call is kept as claimed elsewhere; one under way must
    pass today's rules entry by entry. Raises a HingeError naming what is wrong by its path.
    """
    require_lead(lead)
    read_document = read(CallDocument, document)
    door_part, part, version = read_document.door, read_document.call, FORMATS[read_document.format]
    if Call.objects.filter(key=part.key).exists():
        raise Contradiction("This call is in your shop already.", "call.key", part.key, "a call that is not here yet")
    _require_order(part)
    at_start = read_record_strictly(part.record_at_start, "call.record_at_start")
    facts = _facts(part, at_start, version)
    door = open_file(lead, uuid.UUID(door_part.key), _details(door_part), read_record_strictly(door_part.record, "door.record"))
    while door.merged_into:
        door = door.merged_into
    Door.objects.select_for_update().get(pk=door.pk)
    if part.closed_at is None and Call.objects.filter(door=door, closed_at=None).exists():
        raise Contradiction("A call is under way at this door already. Close that first.", "call.closed_at", None, "no call under way")
    call = Call.objects.create(
        shop=lead.shop,
        door=door,
        key=part.key,
        technician=part.technician,
        started_at=part.started_at,
        closed_at=part.closed_at,
        claimed_elsewhere=part.closed_at is not None,
        abandoned=bool(facts.abandoned),
        record_at_start=at_start.model_dump(mode="json"),
        **listed(facts),
    )
    Row.objects.bulk_create(
        Row(call=call, client_id=one.id, position=place, version=version, body=one.body, by_name=one.by, at=one.at)
        for place, one in enumerate(part.entries, start=1)
    )
    Photo.objects.bulk_create(
        Photo(call=call, key=one.key, jpeg=_picture(one, f"photos.{place}.jpeg"), by=lead) for place, one in enumerate(read_document.photos)
    )
    return call


def _picture(part: PhotoPart, where: str) -> bytes:
    try:
        return scaled(base64.b64decode(part.jpeg, validate=True))
    except (ValueError, BadInput) as wrong:
        raise BadInput("This is no picture that can be read.", where, None, "a JPEG in base64") from wrong


def _details(part: DoorPart) -> dict[str, str]:
    return {name: getattr(part, name) for name in DETAILS}


def _facts(part: CallPart, at_start: DoorRecord, version: int) -> Facts:
    where = "call.entries"
    entries = [
        [entry_of(one.id, one.by, one.at, event) for event in read_strictly(version, one.body, f"{where}.{place}.body")]
        for place, one in enumerate(part.entries)
    ]
    if part.closed_at is None:
        return history.taken_up(at_start, entries, where, lists_of_shop())
    facts = history.claimed(at_start, entries, where)
    if part.record_after is not None:
        after = read_record_strictly(part.record_after, "call.record_after")
        if after != record_after(facts):
            said = "What the call left on the door is not what its entries add up to."
            raise Contradiction(said, "call.record_after", None, "the turns that were counted, the values that were measured")
    return facts


def _require_order(part: CallPart) -> None:
    seen: set[str] = set()
    for place, entry in enumerate(part.entries):
        if entry.id in seen:
            raise Contradiction("Two entries have the same id.", f"call.entries.{place}.id", entry.id, "one id an entry")
        seen.add(entry.id)
    times = [("call.started_at", part.started_at), *((f"call.entries.{place}.at", one.at) for place, one in enumerate(part.entries))]
    times += [("call.closed_at", part.closed_at)] if part.closed_at else []
    for (_, before), (field, after) in pairwise(times):
        if datetime.fromisoformat(after) < datetime.fromisoformat(before):
            raise Contradiction("This happened before what stands above it.", field, after, f"{before} or later")
