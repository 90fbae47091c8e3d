"""A call with its door, and a door with its calls, each as one JSON document."""

import base64
import uuid
from datetime import UTC, datetime, timedelta
from typing import Annotated, Any, Literal

from django.utils import timezone
from pydantic import AfterValidator, Field

from hinge.call.attachments import MOST_PHOTOS
from hinge.call.commands import Id
from hinge.call.events import VERSION, Entry
from hinge.document import Document, plain_value, told
from hinge.errors import BadInputError, ContradictionError
from hinge.text.render import READERS, render
from hinge.view.build import build_call_view, record_after
from hinge.view.summary import SaidLine
from server.calls.models import Call, Photo, iso
from server.doors.models import Door
from server.doors.service import DETAILS

FORMATS = {"north-hinge/call/1": 1, "north-hinge/call/2": 2, "north-hinge/call/3": 3, "north-hinge/call/4": VERSION}
DOOR_FORMATS = {"north-hinge/door/2": 2, "north-hinge/door/3": 3, "north-hinge/door/4": VERSION}
FIRST = datetime(2000, 1, 1, tzinfo=UTC)
AHEAD = timedelta(days=1)  # a tablet's clock may run a little ahead


def _key(text: str) -> str:
    try:
        return str(uuid.UUID(text))
    except ValueError as wrong:
        raise told(BadInputError("This is no key.", "", plain_value(text), "a UUID")) from wrong


def _moment(text: str) -> str:
    try:
        moment = datetime.fromisoformat(text)
    except ValueError:
        moment = None
    if moment is None or moment.tzinfo is None:
        raise told(ContradictionError("This is no proper time.", "", plain_value(text), "ISO 8601 with an offset"))
    if not FIRST <= moment <= timezone.now() + AHEAD:
        raise told(ContradictionError("This time is not in the life of this shop.", "", plain_value(text), f"{FIRST:%Y} to now"))
    return text


Key = Annotated[str, AfterValidator(_key)]
Moment = Annotated[str, Field(max_length=40), AfterValidator(_moment)]


class DoorPart(Document):
    """The door's details and its record now."""

    key: Key
    name: Annotated[str, Field(min_length=1, max_length=120)]
    place: Annotated[str, Field(max_length=200)]
    customer: Annotated[str, Field(max_length=120)]
    phone: Annotated[str, Field(max_length=120)]
    email: Annotated[str, Field(max_length=254)] = ""
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


class OneCall(Document):
    """A call with its photos; `said` is the call in a few lines, for people, and is not read back."""

    call: CallPart
    photos: Annotated[list[PhotoPart], Field(max_length=MOST_PHOTOS)] = []
    said: list[SaidLine] = []


class CallDocument(OneCall):
    """A call with its door. `format` names its version."""

    format: Literal["north-hinge/call/1", "north-hinge/call/2", "north-hinge/call/3", "north-hinge/call/4"]
    door: DoorPart


class DoorDocument(Document):
    """A door's file with every call at it, oldest first. `format` names its version."""

    format: Literal["north-hinge/door/2", "north-hinge/door/3", "north-hinge/door/4"]
    door: DoorPart
    calls: Annotated[list[OneCall], Field(max_length=500)]


def export_call(call: Call) -> dict[str, Any]:
    """The document of a call."""
    return {"format": f"north-hinge/call/{VERSION}", "door": _door(call.door)} | _call(call)


def export_door(door: Door) -> dict[str, Any]:
    """The document of a door's file."""
    calls = Call.objects.filter(door=door).prefetch_related("entries", "photos").order_by("started_at", "pk")
    return {"format": f"north-hinge/door/{VERSION}", "door": _door(door), "calls": [_call(one) for one in calls]}


def _door(door: Door) -> dict[str, Any]:
    details = {name: getattr(door, name) for name in DETAILS}
    return {"key": str(door.key)} | details | {"record": door.door_record.model_dump(mode="json")}


def _call(call: Call) -> dict[str, Any]:
    rows = list(call.entries.all())
    facts = call.facts(rows)
    standing = {photo.photo for photo, _ in facts.photos}
    # What goes out is the same, whoever sends it.
    lines = build_call_view(facts, call.claimed_elsewhere).summary
    said = [{name: render(text, READERS["trade"]) for name, text in line.model_dump().items()} for line in lines]
    entries = [{"id": one.id, "by": one.by, "at": one.at, "body": _body(one)} for row in rows for one in row.happened()]
    return {
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
        "photos": [_photo(one) for one in call.photos.all() if str(one.key) in standing],
        "said": said,
    }


def _photo(photo: Photo) -> dict[str, str]:
    return {"key": str(photo.key), "jpeg": base64.b64encode(photo.jpeg).decode()}


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
