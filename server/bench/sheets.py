"""Keeping a bench sheet with a door, and taking it off again."""

import uuid
from datetime import datetime

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema, Status
from pydantic import Field

from hinge.errors import OutOfStepError
from server.bench.models import BenchSheet
from server.config.request_body import RequestBody
from server.config.transactions import mutation
from server.doors.models import Door
from server.doors.service import require_filed
from server.people.models import Person
from server.people.scope import person_of

router = Router(tags=["bench"])


class NewSheet(RequestBody):
    """A sheet to keep, under a key the client made."""

    key: uuid.UUID
    address: str = Field(max_length=1000, pattern=r"^/bench/[a-z-]+(\?.*)?$")
    title: str = Field(min_length=1, max_length=80)
    says: str = Field(max_length=300)


class SheetOut(Schema):
    """A sheet kept with a door."""

    key: uuid.UUID
    address: str
    title: str
    says: str
    by: str
    at: datetime


def _out(sheet: BenchSheet) -> SheetOut:
    return SheetOut(key=sheet.key, address=sheet.address, title=sheet.title, says=sheet.says, by=sheet.by.name, at=sheet.at)


@router.get("/doors/{uuid:key}/bench", response=list[SheetOut], operation_id="bench_sheets")
def bench_sheets(request: HttpRequest, key: uuid.UUID) -> list[SheetOut]:
    """The sheets kept with a door, newest first."""
    door = get_object_or_404(Door.objects.all(), key=key)
    return [_out(sheet) for sheet in BenchSheet.objects.filter(door=door).select_related("by").order_by("-at")[:40]]


@router.post("/doors/{uuid:key}/bench", response=SheetOut, operation_id="keep_bench_sheet")
def keep_bench_sheet(request: HttpRequest, key: uuid.UUID, given: NewSheet) -> SheetOut:
    """Keep a sheet with a door; posting the same key again changes nothing."""
    return _out(_keep(person_of(request), key, given))


@router.delete("/bench-sheets/{uuid:key}", response={204: None}, operation_id="take_off_bench_sheet")
def take_off_bench_sheet(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Take a sheet off its door."""
    _take_off(key)
    return Status(204, None)


@mutation
def _keep(person: Person, door_key: uuid.UUID, given: NewSheet) -> BenchSheet:
    door = get_object_or_404(Door.objects.select_for_update(), key=door_key)
    # A page that was open while two files became one means the one that is left.
    while door.merged_into_id is not None:
        door = Door.objects.select_for_update().get(pk=door.merged_into_id)
    require_filed(door)
    kept = given.model_dump(exclude={"key"}) | {"shop": person.shop, "door": door, "by": person}
    sheet, _ = BenchSheet.objects.get_or_create(key=given.key, defaults=kept)
    if sheet.door_id != door.pk:
        raise OutOfStepError("This sheet's key was used at another door.", "key", str(given.key))
    return sheet


@mutation
def _take_off(key: uuid.UUID) -> None:
    get_object_or_404(BenchSheet.objects.all(), key=key).delete()
