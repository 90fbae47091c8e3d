"""The shop's lists: shown, loaded, put aside, and out again as CSV."""

import csv
import io
from datetime import datetime
from typing import Literal, cast

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema, Status
from pydantic import Field

from server.config.asked import Asked
from server.config.errors import PROBLEMS, file_of
from server.people.scope import person_of
from server.stock import service
from server.stock.models import ShopList

router = Router(tags=["stock"])
Kind = Literal["rates", "van"]


class ShopListOut(Schema):
    """A list of the shop, without its rows."""

    kind: Kind
    file_name: str
    rows: int
    loaded_by: str
    loaded_at: datetime


class NewList(Asked):
    """A CSV as it was on the person's machine."""

    file_name: str = Field(max_length=120)
    text: str = Field(max_length=4_000_000)


def _out(one: ShopList) -> ShopListOut:
    return ShopListOut(
        kind=cast(Kind, one.kind), file_name=one.file_name, rows=len(one.rows), loaded_by=one.loaded_by.name, loaded_at=one.loaded_at
    )


@router.get("/stock", response={200: list[ShopListOut]} | PROBLEMS, operation_id="shop_lists")
def shop_lists(request: HttpRequest) -> list[ShopListOut]:
    """The lists there are."""
    return [_out(one) for one in ShopList.objects.select_related("loaded_by").order_by("kind")]


@router.put("/stock/{kind}", response={200: ShopListOut} | PROBLEMS, operation_id="load_shop_list")
def load_shop_list(request: HttpRequest, kind: Kind, given: NewList) -> ShopListOut:
    """Load a list from CSV in place of the one there is. A CSV with any mistake is refused whole."""
    return _out(service.load(person_of(request), kind, given.file_name, given.text))


@router.delete("/stock/{kind}", response={204: None} | PROBLEMS, operation_id="put_aside_shop_list")
def put_aside_shop_list(request: HttpRequest, kind: Kind) -> Status[None]:
    """Do without a list."""
    service.put_aside(person_of(request), kind)
    return Status(204, None)


@router.get("/stock/{kind}/csv", operation_id="shop_list_csv", response=PROBLEMS, openapi_extra=file_of("text/csv"))
def shop_list_csv(request: HttpRequest, kind: Kind) -> HttpResponse:
    """A list as the CSV that would load it again."""
    rows = get_object_or_404(ShopList.objects.all(), kind=kind).rows
    names = list(dict.fromkeys(name for row in rows for name in row))
    text = io.StringIO()
    writer = csv.DictWriter(text, names, lineterminator="\n")
    writer.writeheader()
    writer.writerows(rows)
    return HttpResponse(text.getvalue(), content_type="text/csv", headers={"Content-Disposition": f'attachment; filename="{kind}.csv"'})
