"""Loading a shop's lists, and handing them to the questions they answer better."""

from collections.abc import Callable, Sequence
from functools import lru_cache

from hinge.document import Document
from hinge.springs.lists import Lists
from hinge.springs.rates import RateRow, RateTable, compile_rates, parse_rate_table
from hinge.springs.vanstock import StockSpring, parse_van_stock
from server.config.transactions import mutation
from server.people.models import Person
from server.people.scope import require_lead
from server.stock.models import ShopList

READERS: dict[str, Callable[[str], Sequence[Document]]] = {"rates": parse_rate_table, "van": parse_van_stock}


@mutation
def load(person: Person, kind: str, file_name: str, text: str) -> ShopList:
    """Replace a list of the person's shop by the rows of a CSV; leads only. Raises BadInput; the old list then stays."""
    require_lead(person)
    rows = [row.model_dump(exclude_none=True) for row in READERS[kind](text)]
    there = ShopList.objects.select_for_update().filter(kind=kind).first()
    made = there or ShopList(shop=person.shop, kind=kind, version=0)
    made.file_name, made.rows, made.loaded_by, made.version = file_name, rows, person, made.version + 1
    made.save()
    return made


@mutation
def put_aside(person: Person, kind: str) -> None:
    """Do without a list; leads only. Nothing happens where there is none."""
    require_lead(person)
    ShopList.objects.filter(kind=kind).delete()


def lists_of_shop() -> Lists:
    """The lists of the shop in whose scope this is asked, read and compiled once for each version."""
    there = {kind: (pk, version) for kind, pk, version in ShopList.objects.values_list("kind", "pk", "version")}
    rates, van = there.get("rates"), there.get("van")
    return Lists(_rates(*rates) if rates else None, _van(*van) if van else ())


# Keyed by the row and its version: a list that was loaded anew is another one.
@lru_cache(maxsize=16)
def _rates(pk: int, version: int) -> RateTable:
    return compile_rates([RateRow.model_construct(**row) for row in ShopList.objects.get(pk=pk).rows])


@lru_cache(maxsize=16)
def _van(pk: int, version: int) -> tuple[StockSpring, ...]:
    return tuple(StockSpring.model_construct(**row) for row in ShopList.objects.get(pk=pk).rows)
