"""Out and in: the sheets as PDF, the call as JSON; and one door that was filed twice."""

import uuid
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.utils.text import slugify
from ninja import File, Router, Schema, UploadedFile

from hinge.errors import BadInputError
from server.calls.models import Call
from server.config.body_limits import MOST_OF_FILE, read_json
from server.config.errors import file_of
from server.config.request_body import RequestBody
from server.doors.api import DoorFile
from server.doors.api import file_of as file_of_door
from server.doors.models import Door
from server.exchange.document import export_call, export_door
from server.exchange.importing import import_call, import_door
from server.exchange.merging import merge
from server.exchange.sheet import sheet_pdf, technical_pdf
from server.people.scope import person_of, require_lead
from server.people.signed_in import WorksOnDoors
from server.people.throttle import imports

router = Router(tags=["exchange"])
LARGEST_BYTES = 24_000_000  # a call with as many photos as it takes


class Imported(Schema):
    """What came in: a call by its key, or a door's file with so many calls."""

    key: uuid.UUID | None
    door_key: uuid.UUID
    door_name: str
    calls: int


class Merge(RequestBody):
    """The file that is merged into this one, and the versions both were read at."""

    version: int
    other: uuid.UUID
    other_version: int


@router.post("/doors/{uuid:key}/merge", response=DoorFile, operation_id="merge_doors")
def merge_doors(request: HttpRequest, key: uuid.UUID, given: Merge) -> DoorFile:
    """Bring the history of another file of the same door under this one; leads only."""
    return file_of_door(merge(person_of(request), key, given.version, given.other, given.other_version))


@router.get("/calls/{uuid:key}/document.json", response=dict[str, Any], operation_id="call_document")
def call_document(request: HttpRequest, key: uuid.UUID, response: HttpResponse) -> dict[str, Any]:
    """The call as a JSON document, as docs/formats/call.schema.json has it."""
    call = get_object_or_404(Call.objects.select_related("door"), key=key)
    response["Content-Disposition"] = f'attachment; filename="call-{slugify(call.door.name)}-{call.started_at:%Y-%m-%d}.json"'
    return export_call(call)


@router.get("/doors/{uuid:key}/document.json", response=dict[str, Any], operation_id="door_document")
def door_document(request: HttpRequest, key: uuid.UUID, response: HttpResponse) -> dict[str, Any]:
    """A door's file with every call at it as a JSON document, as docs/formats/door.schema.json has it."""
    door = get_object_or_404(Door.objects.all(), key=key)
    response["Content-Disposition"] = f'attachment; filename="door-{slugify(door.name)}.json"'
    return export_door(door)


@router.get("/calls/{uuid:key}/sheet.pdf", operation_id="job_sheet", openapi_extra=file_of("application/pdf"))
def job_sheet(request: HttpRequest, key: uuid.UUID) -> HttpResponse:
    """The customer's page, one side."""
    call = get_object_or_404(Call.objects.select_related("door", "shop"), key=key)
    return _pdf(call, sheet_pdf(call, person_of(request).units), "job-sheet")


@router.get(
    "/calls/{uuid:key}/technical.pdf", operation_id="technical_sheet", auth=WorksOnDoors(), openapi_extra=file_of("application/pdf")
)
def technical_sheet(request: HttpRequest, key: uuid.UUID) -> HttpResponse:
    """The technical sheet for the file: everything that happened, with who and when."""
    call = get_object_or_404(Call.objects.select_related("door", "shop"), key=key)
    return _pdf(call, technical_pdf(call, person_of(request).units), "technical-sheet")


@router.post("/import", response=Imported, operation_id="import_call", throttle=imports())
def import_(request: HttpRequest, file: File[UploadedFile]) -> Imported:
    """Recreate a call, or a door's whole file, from its document; leads only."""
    require_lead(person_of(request))
    if (file.size or 0) > LARGEST_BYTES:
        raise BadInputError(f"The file has {file.size} bytes.", "file", file.size, f"up to {LARGEST_BYTES}", "bytes")
    try:
        document = read_json(file.read(), MOST_OF_FILE)
    except BadInputError as wrong:
        raise BadInputError(f"This file cannot be read. {wrong.message}", "file", file.name, "a call document", "") from wrong
    if isinstance(document, dict) and str(document.get("format")).startswith("north-hinge/door/"):
        door, calls = import_door(person_of(request), document)
        return Imported(key=None, door_key=door.key, door_name=door.name, calls=calls)
    call = import_call(person_of(request), document)
    return Imported(key=call.key, door_key=call.door.key, door_name=call.door.name, calls=1)


def _pdf(call: Call, content: bytes, name: str) -> HttpResponse:
    answer = HttpResponse(content, content_type="application/pdf")
    answer["Content-Disposition"] = f'inline; filename="{name}-{slugify(call.door.name)}-{call.started_at:%Y-%m-%d}.pdf"'
    return answer
