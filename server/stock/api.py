"""The shop's lists: shown, loaded, put aside, and out again as CSV."""

import csv
import io
import uuid
from datetime import datetime
from typing import Literal, cast

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Router, Schema, Status
from pydantic import Field

from hinge.measure.cells import written_cell
from hinge.stock.difference import ListDifference
from server.config.errors import file_of
from server.config.request_body import RequestBody
from server.people.scope import person_of
from server.stock import service, van
from server.stock.models import ShopList, StockMove

router = Router(tags=["stock"])
ListKind = Literal["rates", "van", "parts"]
MOVES_SHOWN = 40


class ShopListOut(Schema):
    """A list of the shop, without its rows."""

    kind: ListKind
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
        kind=cast(ListKind, one.kind), file_name=one.file_name, rows=len(one.rows), loaded_by=one.loaded_by.name, loaded_at=one.loaded_at
    )


@router.get("/stock", response=list[ShopListOut], operation_id="shop_lists")
def shop_lists(request: HttpRequest) -> list[ShopListOut]:
    """The lists there are."""
    return [_out(one) for one in ShopList.objects.select_related("loaded_by").order_by("kind")]


@router.put("/stock/{kind}", response=ShopListOut, operation_id="load_shop_list")
def load_shop_list(request: HttpRequest, kind: ListKind, given: NewList) -> ShopListOut:
    """Load a list from CSV in place of the one there is. A CSV with any mistake is refused whole."""
    return _out(service.load(person_of(request), kind, given.file_name, given.text))


@router.post("/stock/{kind}/difference", response=ListDifference, operation_id="list_difference")
def list_difference(request: HttpRequest, kind: ListKind, given: NewList) -> ListDifference:
    """What a list would change of the one there is, before it replaces it; nothing is kept."""
    return service.difference_to(person_of(request), kind, given.text)


@router.delete("/stock/{kind}", response={204: None}, operation_id="put_aside_shop_list")
def put_aside_shop_list(request: HttpRequest, kind: ListKind) -> Status[None]:
    """Do without a list."""
    service.put_aside(person_of(request), kind)
    return Status(204, None)


@router.get("/stock/{kind}/csv", operation_id="shop_list_csv", openapi_extra=file_of("text/csv"))
def shop_list_csv(request: HttpRequest, kind: ListKind) -> HttpResponse:
    """A list as the CSV that would load it again: of the van what is there now."""
    rows = service.rows_now(kind)
    if not rows:
        raise Http404
    text = io.StringIO()
    writer = csv.DictWriter(text, list(dict.fromkeys(name for row in rows for name in row)), lineterminator="\n")
    writer.writeheader()
    writer.writerows({name: written_cell(value) for name, value in row.items()} for row in rows)
    return HttpResponse(text.getvalue(), content_type="text/csv", headers={"Content-Disposition": f'attachment; filename="{kind}.csv"'})


class ItemOut(Schema):
    """An item of the van: how many pieces are there, and where those that are kept go."""

    key: uuid.UUID
    words: str
    is_part: bool
    pieces: int
    kept_for: list[str]


class MoveOut(Schema):
    """A move, in words."""

    at: datetime
    by: str
    words: str
    pieces: int
    why: str
    where: str


class VanOut(Schema):
    """What is on the van, springs first, and its last moves, newest first."""

    items: list[ItemOut]
    moves: list[MoveOut]


class NewMove(RequestBody):
    """Pieces that came or went, or were counted, under an id the client made.

    Of an item, of a spring or one of an extension pair as typed, or of a part by name.
    """

    id: uuid.UUID
    why: Literal["restocked", "taken_out", "counted"]
    pieces: int = Field(ge=0, le=9999)
    item: uuid.UUID | None = None
    spring: van.TypedSpring | None = None
    pair: van.TypedPair | None = None
    part: str = Field("", max_length=80)


@router.get("/van", response=VanOut, operation_id="van")
def van_now(request: HttpRequest) -> VanOut:
    """What is on the van, what of it is kept for which call, and what came and went last."""
    kept = van.kept_for()
    items = [one for one in (*van.springs(), *van.parts()) if one.pieces or one.pk in kept]
    moves = StockMove.objects.select_related("item", "by").order_by("-at", "-pk")[:MOVES_SHOWN]
    return VanOut(
        items=[
            ItemOut(key=one.key, words=van.words_of(one), is_part=bool(one.part), pieces=one.pieces, kept_for=kept.get(one.pk, []))
            for one in items
        ],
        moves=[
            MoveOut(at=one.at, by=one.by.name, words=van.words_of(one.item), pieces=one.pieces, why=one.get_why_display(), where=one.where)
            for one in moves
        ],
    )


@router.post("/van/moves", response={204: None}, operation_id="move_stock")
def move_stock(request: HttpRequest, given: NewMove) -> Status[None]:
    """Restock, take out, or count; posting the same id again changes nothing."""
    named = given.pair.part() if given.pair else given.part.strip()
    of = given.item or (given.spring.sizes() if given.spring else {"part": named})
    van.move(person_of(request), given.id, of, given.pieces, StockMove.Why(given.why))
    return Status(204, None)
