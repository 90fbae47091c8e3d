"""The shop's lists: shown, loaded, put aside, and out again as CSV."""

import csv
import io
from datetime import datetime
from typing import Annotated, Literal, cast

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Query, Router, Schema, Status
from pydantic import Field

from hinge.measure.cells import written_cell
from hinge.stock.difference import ListDifference
from server.config.errors import file_of
from server.config.request_body import RequestBody
from server.people.scope import person_of
from server.stock import service, vans
from server.stock.models import FIRST_VAN, ShopList

router = Router(tags=["stock"])
ListKind = Literal["rates", "van", "parts"]
# A van by its number; of rates there is one list, whoever asks.
OfVan = Annotated[int, Query(ge=1, le=vans.MOST_VANS)]


class ShopListOut(Schema):
    """A list of the shop, or of one of its vans, without its rows."""

    kind: ListKind
    van: int
    file_name: str
    rows: int
    loaded_by: str
    loaded_at: datetime


class NewList(RequestBody):
    """A CSV as it was on the person's machine."""

    file_name: str = Field(max_length=120)
    text: str = Field(max_length=4_000_000)


def _out(one: ShopList) -> ShopListOut:
    return ShopListOut(
        kind=cast(ListKind, one.kind),
        van=one.van,
        file_name=one.file_name,
        rows=len(one.rows),
        loaded_by=one.loaded_by.name,
        loaded_at=one.loaded_at,
    )


@router.get("/stock", response=list[ShopListOut], operation_id="shop_lists")
def shop_lists(request: HttpRequest) -> list[ShopListOut]:
    """The lists there are."""
    return [_out(one) for one in ShopList.objects.select_related("loaded_by").order_by("kind", "van")]


@router.put("/stock/{kind}", response=ShopListOut, operation_id="load_shop_list")
def load_shop_list(request: HttpRequest, kind: ListKind, given: NewList, van: OfVan = FIRST_VAN) -> ShopListOut:
    """Load a list from CSV in place of the one there is. A CSV with any mistake is refused whole."""
    return _out(service.load(person_of(request), kind, given.file_name, given.text, van))


@router.post("/stock/{kind}/difference", response=ListDifference, operation_id="list_difference")
def list_difference(request: HttpRequest, kind: ListKind, given: NewList, van: OfVan = FIRST_VAN) -> ListDifference:
    """What a list would change of the one there is, before it replaces it; nothing is kept."""
    return service.difference_to(person_of(request), kind, given.text, van)


@router.post("/stock/{kind}/mistakes", operation_id="list_mistakes", openapi_extra=file_of("text/csv"))
def list_mistakes(request: HttpRequest, kind: ListKind, given: NewList) -> HttpResponse:
    """Every mistake of a list that was refused, as CSV: row, column and what is wrong. Nothing is kept."""
    text = io.StringIO()
    writer = csv.writer(text, lineterminator="\n")
    writer.writerow(["row", "column", "wrong"])
    writer.writerows(
        (row, column, written_cell(reason)) for row, column, reason in service.mistakes_in(person_of(request), kind, given.text)
    )
    named = {"Content-Disposition": 'attachment; filename="mistakes.csv"'}
    return HttpResponse(text.getvalue(), content_type="text/csv", headers=named)


@router.delete("/stock/{kind}", response={204: None}, operation_id="put_aside_shop_list")
def put_aside_shop_list(request: HttpRequest, kind: ListKind, van: OfVan = FIRST_VAN) -> Status[None]:
    """Do without a list."""
    service.put_aside(person_of(request), kind, van)
    return Status(204, None)


@router.get("/stock/{kind}/csv", operation_id="shop_list_csv", openapi_extra=file_of("text/csv"))
def shop_list_csv(request: HttpRequest, kind: ListKind, van: OfVan = FIRST_VAN) -> HttpResponse:
    """A list as the CSV that would load it again: of the van what is there now."""
    rows = service.rows_now(kind, van)
    if not rows:
        raise Http404
    text = io.StringIO()
    writer = csv.DictWriter(text, list(dict.fromkeys(name for row in rows for name in row)), lineterminator="\n")
    writer.writeheader()
    writer.writerows({name: written_cell(value) for name, value in row.items()} for row in rows)
    return HttpResponse(text.getvalue(), content_type="text/csv", headers={"Content-Disposition": f'attachment; filename="{kind}.csv"'})
