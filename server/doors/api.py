"""Doors: searched, opened, read and changed."""

import uuid
from datetime import date, datetime
from typing import Annotated, Any, Literal

from django.core.exceptions import ValidationError
from django.core.validators import validate_email
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.utils.text import slugify
from ninja import Router, Schema
from pydantic import AfterValidator, BaseModel, Field

from hinge.balance.assembly import AssemblyDocument
from hinge.call.words import measured_words, unreadable_words
from hinge.file.assembly import assembly_or_none
from hinge.file.description import DoorDescription, describe_door
from hinge.file.record import DoorRecord, How
from hinge.file.setup import Setup
from hinge.file.sheet import understood
from hinge.measure.fields import fields, write_value
from server.config.errors import file_of as file_of_kind
from server.config.paging import Mark, page_of
from server.config.request_body import RequestBody, written
from server.doors import service
from server.doors.label import label_pdf
from server.doors.models import Door
from server.doors.search import doors_with, every_one_of, one_letter_off
from server.people.scope import person_of

router = Router(tags=["doors"])
Sort = Literal["name", "-name", "place", "-place", "visited", "-visited"]


class DoorRow(BaseModel):
    """A door in the list: what carries it in words, the call under way there, and the day somebody comes next."""

    key: uuid.UUID
    name: str
    place: str
    customer: str
    size: str
    weight: str
    visited_at: datetime | None
    on_door: str
    call_key: uuid.UUID | None
    booked_for: date | None


class DoorPage(BaseModel):
    """A page of doors, with the marks of the pages before and after; `total` counts those that match, where `many` up to there.

    A search that finds many gives the first of them: more of the word finds the door. `meant` is what was searched for instead,
    where nothing is called as it was typed.
    """

    doors: list[DoorRow]
    total: int
    many: bool
    meant: str = ""
    before: str
    after: str


def _address(text: str) -> str:
    """An e-mail address, or none."""
    if text.strip():
        try:
            validate_email(text.strip())
        except ValidationError as wrong:
            raise ValueError(f"{text!r} is no e-mail address; one is name@place.org") from wrong
    return text.strip()


class DoorDetails(RequestBody):
    """What a person types about a door."""

    name: str = Field(min_length=1, max_length=120)
    place: str = Field("", max_length=200)
    customer: str = Field("", max_length=120)
    phone: str = Field("", max_length=120)
    email: Annotated[str, AfterValidator(_address)] = Field("", max_length=254)
    access_notes: str = Field("", max_length=1000)


class NewDoor(DoorDetails):
    """A new door, under a key the client made."""

    key: uuid.UUID


class ChangedDoor(DoorDetails):
    """Changed details, with the version they were read at."""

    version: int


class PutAway(RequestBody):
    """Why a file is put away; empty to bring it back. With the version it was read at."""

    version: int
    reason: str = Field("", max_length=200)


class FileFact(Schema):
    """One measured fact, written out."""

    field: str
    label: str
    text: str


class ChangeOut(Schema):
    """Who changed what in the file, before and after."""

    by: str
    at: datetime
    says: str
    what: dict[str, Any]


class DoorFile(DoorDetails):
    """A door's whole file; `wrong` says why it cannot be computed, `unreadable` what of it cannot be read.

    `put_away` says why it is no longer worked with, `merged_into` which file goes on.
    """

    key: uuid.UUID
    version: int
    record: DoorRecord
    said: DoorDescription
    facts: list[FileFact]
    setup: Setup | None
    wrong: str
    hung: AssemblyDocument | None
    unreadable: list[str]
    changes: list[ChangeOut]
    put_away: str
    merged_into: uuid.UUID | None


def _row(door: Door, under_way: uuid.UUID | None = None, booked_for: date | None = None) -> DoorRow:
    on_door, measured = door.door_record.on_door, door.measured
    size = " × ".join(write_value(name, measured[name]) for name in ("width_in", "height_in") if name in measured)
    weight = write_value("weight_lb", measured["weight_lb"]) if "weight_lb" in measured else ""
    return DoorRow(
        key=door.key,
        name=door.name,
        place=door.place,
        customer=door.customer,
        size=size,
        weight=weight,
        visited_at=door.visited_at,
        on_door=on_door.words if on_door else "",
        call_key=under_way,
        booked_for=booked_for,
    )


def file_of(door: Door) -> DoorFile:
    """The whole file of a door."""
    record = door.door_record
    known, (setup, wrong) = fields(), understood(record.measured)
    return DoorFile(
        **{name: getattr(door, name) for name in service.DETAILS},
        key=door.key,
        version=door.version,
        record=record,
        said=describe_door(record.measured, record.on_door),
        facts=[
            FileFact(field=name, label=known[name].label, text=measured_words(name, record.measured[name], record.how.get(name, How())))
            for name in known
            if name in record.measured
        ],
        setup=setup,
        wrong=wrong,
        hung=assembly_or_none(setup, record.on_door),
        unreadable=[unreadable_words(name, text) for name, text in record.unreadable.items()],
        changes=[ChangeOut(by=one.by_name, at=one.at, says=one.says, what=one.what) for one in door.changes.all()[:30]],
        put_away=door.put_away,
        merged_into=door.merged_into.key if door.merged_into else None,
    )


@router.get("/doors", response=DoorPage, operation_id="doors")
def doors(
    request: HttpRequest, search: Annotated[str, Field(max_length=80)] = "", at: Mark = "", sort: Sort = "name", put_away: bool = False
) -> HttpResponse:
    """Doors of the shop that have, in name, place or customer, a word beginning with each word searched for, that size or phone number;

    or those put away, all.
    """
    found = every_one_of(Door.objects.exclude(put_away="")) if put_away else doors_with(search)
    meant = one_letter_off(search) if not found.total and not put_away else ""
    if meant:
        found = doors_with(meant)
    page = page_of(found.doors, sort.replace("visited", "visited_at"), at)
    under_way, booked = service.under_way_at(page.rows), service.next_booked_at(page.rows)
    rows = [_row(door, under_way.get(door.pk), booked.get(door.pk)) for door in page.rows]
    return written(DoorPage(doors=rows, total=found.total, many=found.many, meant=meant, before=page.before, after=page.after))


@router.post("/doors", response=DoorFile, operation_id="open_door_file")
def open_door_file(request: HttpRequest, given: NewDoor) -> DoorFile:
    """Open a file for a door; posting the same key again changes nothing."""
    return file_of(service.open_file(person_of(request), given.key, given.model_dump(exclude={"key"})))


@router.get("/doors/{uuid:key}", response=DoorFile, operation_id="door_file")
def door_file(request: HttpRequest, key: uuid.UUID) -> DoorFile:
    """One door's file."""
    return file_of(get_object_or_404(Door.objects.all(), key=key))


@router.get("/doors/{uuid:key}/label.pdf", operation_id="door_label", openapi_extra=file_of_kind("application/pdf"))
def door_label(request: HttpRequest, key: uuid.UUID) -> HttpResponse:
    """A label to hang at the door: its QR code opens the file after signing in."""
    door = get_object_or_404(Door.objects.select_related("shop"), key=key)
    answer = HttpResponse(
        label_pdf(door, request.build_absolute_uri(f"/doors/{door.key}"), person_of(request).units), content_type="application/pdf"
    )
    answer["Content-Disposition"] = f'inline; filename="label-{slugify(door.name)}.pdf"'
    return answer


@router.put("/doors/{uuid:key}", response=DoorFile, operation_id="change_door")
def change_door(request: HttpRequest, key: uuid.UUID, given: ChangedDoor) -> DoorFile:
    """Change a door's details; a stale version is refused with what stands now."""
    return file_of(service.change_details(person_of(request), key, given.version, given.model_dump(exclude={"version"})))


@router.post("/doors/{uuid:key}/put-away", response=DoorFile, operation_id="put_door_away")
def put_door_away(request: HttpRequest, key: uuid.UUID, given: PutAway) -> DoorFile:
    """Put a file away that was opened by mistake, or bring it back; a stale version is refused with what stands now."""
    return file_of(service.put_away(person_of(request), key, given.version, given.reason.strip()))
