"""Keeping a bench sheet with a door, and taking it off again."""

import uuid
from datetime import datetime

from django.db import transaction
from django.http import HttpRequest
from ninja import Router, Schema, Status
from pydantic import Field

from server.bench.models import BenchSheet
from server.config.errors import PROBLEMS
from server.doors.models import Door
from server.people.scope import of_shop, one_of_shop, person_of

router = Router(tags=["bench"])


class NewSheet(Schema):
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


@router.get("/doors/{uuid:key}/bench", response={200: list[SheetOut]} | PROBLEMS, operation_id="bench_sheets")
def bench_sheets(request: HttpRequest, key: uuid.UUID) -> list[SheetOut]:
    """The sheets kept with a door, newest first."""
    door = one_of_shop(request, Door, key=key)
    return [_out(sheet) for sheet in of_shop(request, BenchSheet).filter(door=door).select_related("by").order_by("-at")[:40]]


@router.post("/doors/{uuid:key}/bench", response={200: SheetOut} | PROBLEMS, operation_id="keep_bench_sheet")
def keep_bench_sheet(request: HttpRequest, key: uuid.UUID, given: NewSheet) -> SheetOut:
    """Keep a sheet with a door; posting the same key again changes nothing."""
    door = one_of_shop(request, Door, key=key)
    with transaction.atomic():
        sheet, _ = BenchSheet.objects.get_or_create(
            shop=door.shop, key=given.key, defaults=given.model_dump(exclude={"key"}) | {"door": door, "by": person_of(request)}
        )
    return _out(sheet)


@router.delete("/bench-sheets/{uuid:key}", response={204: None} | PROBLEMS, operation_id="take_off_bench_sheet")
def take_off_bench_sheet(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Take a sheet off its door."""
    one_of_shop(request, BenchSheet, key=key).delete()
    return Status(204, None)
