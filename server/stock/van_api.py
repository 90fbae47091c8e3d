"""The vans: whose each is, what is on it, and what comes and goes."""

import uuid
from datetime import datetime
from typing import Annotated, Literal

from django.db.models import Sum
from django.http import HttpRequest
from ninja import Query, Router, Schema, Status
from pydantic import Field

from hinge.errors import BadInputError
from server.config.request_body import RequestBody
from server.people.scope import person_of
from server.people.service import crew_of
from server.stock import van as stock
from server.stock import vans
from server.stock.models import StockItem, StockMove, Van
from server.stock.vans import MOST_VANS

router = Router(tags=["stock"])
MOVES_SHOWN = 40


class Driver(Schema):
    """Somebody a van may belong to."""

    username: str
    name: str


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


class VanRow(Schema):
    """A van: its number, what it is called, whose it is (empty where it is shared) and how many pieces are on it."""

    number: int
    name: str
    driver: str
    driver_name: str
    pieces: int


class VansOut(Schema):
    """The shop's vans by their numbers, whose they may be, and the one whoever asks takes from."""

    vans: list[VanRow]
    drivers: list[Driver]
    mine: int


class VanOut(Schema):
    """What is on a van, springs first, and its last moves, newest first."""

    number: int
    name: str
    items: list[ItemOut]
    moves: list[MoveOut]


class NewMove(RequestBody):
    """Pieces that came or went, or were counted, under an id the client made.

    Of an item, of a spring or one of an extension pair as typed, or of a part by name. On a `van` by its number, that of whoever
    asks where none is named; an item passed on goes from where it is `to` another van.
    """

    id: uuid.UUID
    why: Literal["restocked", "taken_out", "counted", "passed_on"]
    van: int | None = Field(None, ge=1, le=MOST_VANS)
    to: int | None = Field(None, ge=1, le=MOST_VANS)
    pieces: int = Field(ge=0, le=9999)
    item: uuid.UUID | None = None
    spring: stock.TypedSpring | None = None
    pair: stock.TypedPair | None = None
    part: str = Field("", max_length=80)


def _row(van: Van, pieces: dict[int, int]) -> VanRow:
    who = van.driver
    return VanRow(
        number=van.number,
        name=van.name,
        driver=who.username if who else "",
        driver_name=who.name if who else "",
        pieces=pieces.get(van.number, 0),
    )


@router.get("/vans", response=VansOut, operation_id="vans")
def all_vans(request: HttpRequest) -> VansOut:
    """The shop's vans, and whose each is."""
    person = person_of(request)
    pieces = dict(StockItem.objects.order_by().values_list("van").annotate(all=Sum("pieces")))
    drivers = [Driver(username=one.username, name=one.name) for one in crew_of(person.shop_id)]
    return VansOut(vans=[_row(one, pieces) for one in vans.vans()], drivers=drivers, mine=vans.van_of(person))


@router.put("/vans/{number}", response={204: None}, operation_id="keep_van")
def keep_van(request: HttpRequest, number: int, given: vans.VanInput) -> Status[None]:
    """Name a van, or add the next one, and say whose it is."""
    vans.keep_van(person_of(request), number, given)
    return Status(204, None)


@router.delete("/vans/{number}", response={204: None}, operation_id="give_up_van")
def give_up_van(request: HttpRequest, number: int) -> Status[None]:
    """Do without a van that is empty."""
    vans.give_up(person_of(request), number)
    return Status(204, None)


@router.get("/van", response=VanOut, operation_id="van")
def van_now(request: HttpRequest, number: Annotated[int | None, Query(ge=1, le=MOST_VANS)] = None, call: uuid.UUID | None = None) -> VanOut:
    """What is on a van, what of it is kept for which call, and what came and went last.

    By its number, else the one a call is served from, else that of whoever asks.
    """
    van = vans.named(number or stock.van_of_call(person_of(request), call))
    kept = stock.kept_for(van.number)
    items = [one for one in (*stock.springs(van.number), *stock.parts(van.number)) if one.pieces or one.pk in kept]
    moves = StockMove.objects.filter(item__van=van.number).select_related("item", "by").order_by("-at", "-pk")[:MOVES_SHOWN]
    return VanOut(
        number=van.number,
        name=van.name,
        items=[
            ItemOut(key=one.key, words=stock.words_of(one), is_part=bool(one.part), pieces=one.pieces, kept_for=kept.get(one.pk, []))
            for one in items
        ],
        moves=[
            MoveOut(
                at=one.at, by=one.by.name, words=stock.words_of(one.item), pieces=one.pieces, why=one.get_why_display(), where=one.where
            )
            for one in moves
        ],
    )


@router.post("/van/moves", response={204: None}, operation_id="move_stock")
def move_stock(request: HttpRequest, given: NewMove) -> Status[None]:
    """Restock, take out, count, or pass on to another van; posting the same id again changes nothing."""
    person = person_of(request)
    if given.why == "passed_on":
        if given.item is None or given.to is None:
            raise BadInputError("Say which item goes, and to which van.", "to", given.to, "an item, and the van it goes to")
        stock.pass_on(person, given.id, given.item, given.pieces, vans.named(given.to))
        return Status(204, None)
    named = given.pair.part() if given.pair else given.part.strip()
    of = given.item or (given.spring.sizes() if given.spring else {"part": named})
    number = vans.named(given.van or vans.van_of(person)).number
    stock.move(person, given.id, of, given.pieces, StockMove.Why(given.why), number)
    return Status(204, None)
