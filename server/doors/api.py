"""Doors: searched, opened, read and changed."""

import uuid
from datetime import datetime
from typing import Annotated, Any, Literal

from django.db.models import Max, Q
from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field

from hinge.measure.fields import fields, write_value
from hinge.procedure.carrying import hung_door
from hinge.procedure.record import DoorRecord, Setup, kind_of, setup_of
from hinge.questions.documents import HungDoor
from server.calls.models import Call
from server.config.errors import PROBLEMS
from server.doors import service
from server.doors.models import Door
from server.people.scope import of_shop, one_of_shop, shop_of

router = Router(tags=["doors"])
PAGE = 20
Sort = Literal["name", "-name", "place", "-place", "visited", "-visited"]


class DoorRow(Schema):
    """A door in the list."""

    key: uuid.UUID
    name: str
    place: str
    customer: str
    size: str
    weight: str
    visited_at: datetime | None


class DoorPage(Schema):
    """A page of doors; `total` counts all that match."""

    doors: list[DoorRow]
    total: int
    page: int
    pages: int


class DoorDetails(Schema):
    """What a person types about a door."""

    name: str = Field(min_length=1, max_length=120)
    place: str = Field("", max_length=200)
    customer: str = Field("", max_length=120)
    phone: str = Field("", max_length=40)
    access_notes: str = Field("", max_length=1000)


class NewDoor(DoorDetails):
    """A new door, under a key the client made."""

    key: uuid.UUID


class ChangedDoor(DoorDetails):
    """Changed details, with the version they were read at."""

    version: int


class Fact(Schema):
    """One measured fact, written out."""

    field: str
    label: str
    text: str


class PastCall(Schema):
    """A call in the door's history."""

    key: uuid.UUID
    started_at: datetime
    closed_at: datetime | None
    technician: str
    complaint: str
    cause: str


class DoorFile(DoorDetails):
    """A door's whole file."""

    key: uuid.UUID
    version: int
    record: DoorRecord
    facts: list[Fact]
    setup: Setup | None
    hung: HungDoor | None
    calls: list[PastCall]


def _row(door: Any) -> DoorRow:
    measured = door.door_record.measured
    size = " × ".join(write_value(name, measured[name]) for name in ("width_in", "height_in") if name in measured)
    weight = write_value("weight_lb", measured["weight_lb"]) if "weight_lb" in measured else ""
    return DoorRow(
        key=door.key, name=door.name, place=door.place, customer=door.customer, size=size, weight=weight, visited_at=door.visited_at
    )


def file_of(door: Door) -> DoorFile:
    """The whole file of a door."""
    record = door.door_record
    known, setup = fields(), setup_of(record.measured)
    return DoorFile(
        **{name: getattr(door, name) for name in service.DETAILS},
        key=door.key,
        version=door.version,
        record=record,
        facts=[
            Fact(field=name, label=known[name].label, text=write_value(name, record.measured[name]))
            for name in known
            if name in record.measured
        ],
        setup=setup,
        hung=hung_door(setup, record, kind_of(record.measured)) if setup else None,
        calls=[PastCall.from_orm(call) for call in Call.objects.filter(door=door).order_by("-started_at")[:50]],
    )


@router.get("/doors", response={200: DoorPage} | PROBLEMS, operation_id="doors")
def doors(
    request: HttpRequest, search: Annotated[str, Field(max_length=80)] = "", page: Annotated[int, Field(ge=1)] = 1, sort: Sort = "name"
) -> DoorPage:
    """Doors of the shop whose name, place or customer holds every word searched for."""
    found = of_shop(request, Door).annotate(visited_at=Max("calls__closed_at"))
    for word in search.split():
        found = found.filter(Q(name__icontains=word) | Q(place__icontains=word) | Q(customer__icontains=word))
    total = found.count()
    pages = max(1, -(-total // PAGE))
    page = min(page, pages)
    ordered = found.order_by(sort.replace("visited", "visited_at"), "pk")
    return DoorPage(doors=[_row(door) for door in ordered[(page - 1) * PAGE : page * PAGE]], total=total, page=page, pages=pages)


@router.post("/doors", response={200: DoorFile} | PROBLEMS, operation_id="open_door_file")
def open_door_file(request: HttpRequest, given: NewDoor) -> DoorFile:
    """Open a file for a door; posting the same key again changes nothing."""
    return file_of(service.open_file(shop_of(request), given.key, given.model_dump(exclude={"key"})))


@router.get("/doors/{uuid:key}", response={200: DoorFile} | PROBLEMS, operation_id="door_file")
def door_file(request: HttpRequest, key: uuid.UUID) -> DoorFile:
    """One door's file."""
    return file_of(one_of_shop(request, Door, key=key))


@router.put("/doors/{uuid:key}", response={200: DoorFile} | PROBLEMS, operation_id="change_door")
def change_door(request: HttpRequest, key: uuid.UUID, given: ChangedDoor) -> DoorFile:
    """Change a door's details; a stale version is refused with what stands now."""
    return file_of(service.change_details(shop_of(request), key, given.version, given.model_dump(exclude={"version"})))
