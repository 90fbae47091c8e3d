"""Loading a shop's lists, and handing them to the questions they answer better."""

import uuid
from collections.abc import Callable, Sequence
from dataclasses import replace
from functools import lru_cache

from hinge.document import Document
from hinge.errors import BadInputError
from hinge.stock.csv_rows import left_out, mistakes_of
from hinge.stock.difference import ListDifference, difference
from hinge.stock.lists import Lists
from hinge.stock.rates import RateRow, RateTable, compile_rates, parse_rate_table
from hinge.stock.van import StockPart, StockSpring, parse_parts, parse_van_stock
from server.config.transactions import mutation
from server.people.models import Person
from server.people.scope import require_lead
from server.stock import van
from server.stock.models import FIRST_VAN, UNSIZED, ShopList
from server.stock.vans import named

READERS: dict[str, Callable[[str], Sequence[Document]]] = {"rates": parse_rate_table, "van": parse_van_stock, "parts": parse_parts}


MODELS: dict[str, type[Document]] = {"rates": RateRow, "van": StockSpring, "parts": StockPart}


def load(person: Person, kind: str, file_name: str, text: str, number: int = FIRST_VAN) -> ShopList:
    """Replace a list of the person's shop, or of one of its vans, by the rows of a CSV; leads only.

    Raises BadInputError; the old list then stays.
    """
    require_lead(person)
    number = _van_of(kind, number)
    # Read, and made known, before anything is locked: a long file holds nobody up.
    read = READERS[kind](text)
    if kind != ShopList.Kind.RATES:
        van.make_known(person, read, number)
    return _replace(person, kind, number, file_name, read, [row.model_dump(exclude_none=True) for row in read])


@mutation
def _replace(person: Person, kind: str, number: int, file_name: str, read: Sequence[Document], rows: list[dict[str, object]]) -> ShopList:
    if kind != ShopList.Kind.RATES:
        van.load(person, read, number)
    there = ShopList.objects.select_for_update().filter(kind=kind, van=number).first()
    made = there or ShopList(shop=person.shop, kind=kind, van=number, version=0)
    made.rows = rows
    made.file_name, made.loaded_by, made.version = file_name, person, made.version + 1
    made.save()
    return made


@mutation
def put_aside(person: Person, kind: str, number: int = FIRST_VAN) -> None:
    """Do without a list; leads only. Nothing happens where there is none."""
    require_lead(person)
    number = _van_of(kind, number)
    if kind != ShopList.Kind.RATES:
        van.clear(person, kind == ShopList.Kind.PARTS, number)
    ShopList.objects.filter(kind=kind, van=number).delete()


def _van_of(kind: str, number: int) -> int:
    """The van a list is of; what is the whole shop's is kept under the first. Raises Http404 where there is no such van."""
    return FIRST_VAN if kind == ShopList.Kind.RATES else named(number).number


def rates_of_shop() -> Lists:
    """The rates alone of the shop in whose scope this is asked, compiled once for each version: all that an entry is decided by."""
    rates = ShopList.objects.filter(kind=ShopList.Kind.RATES).values_list("pk", "version").first()
    return Lists(_rates(*rates) if rates else None)


def lists_of_shop(person: Person, call_key: uuid.UUID | None = None) -> Lists:
    """The same with what a call may take of the van it is served from, or somebody of theirs."""
    return replace(van.free_for(call_key, van.van_of_call(person, call_key)), rates=rates_of_shop().rates)


# Keyed by the row and its version: a list that was loaded anew is another one.
@lru_cache(maxsize=16)
def _rates(pk: int, version: int) -> RateTable:
    return compile_rates([RateRow.model_construct(**row) for row in ShopList.objects.get(pk=pk).rows])


def difference_to(person: Person, kind: str, text: str, number: int = FIRST_VAN) -> ListDifference:
    """What a list would change of the one there is; leads only. Nothing is kept. Raises BadInputError as loading it would."""
    require_lead(person)
    model = MODELS[kind]
    there = [model.model_validate(row) for row in rows_now(kind, _van_of(kind, number))]
    return difference(there, READERS[kind](text), left_out(text, model))


def mistakes_in(person: Person, kind: str, text: str) -> list[tuple[int, str, str]]:
    """Every mistake of a list: its row, column and what is wrong; leads only. None where it would load."""
    require_lead(person)
    try:
        READERS[kind](text)
    except BadInputError as wrong:
        return mistakes_of(wrong)
    return []


def rows_now(kind: str, number: int = FIRST_VAN) -> list[dict[str, object]]:
    """The rows that would load a list as it is now: of a van what is there."""
    if kind == ShopList.Kind.RATES:
        return [row for one in ShopList.objects.filter(kind=kind) for row in one.rows]
    names, items = (["part"], van.parts(number)) if kind == ShopList.Kind.PARTS else (UNSIZED, van.springs(number))
    return [{name: getattr(one, name) for name in names} | {"count": one.pieces} for one in items if one.pieces]
