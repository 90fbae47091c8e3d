"""Loading a shop's lists, and handing them to the questions they answer better."""

from collections.abc import Callable, Sequence
from dataclasses import asdict
from typing import Any

from django.db import transaction

from hinge.questions.shop import FromShop, RateRowIn, StockIn
from hinge.springs.rates import parse_rate_table
from hinge.springs.vanstock import parse_van_stock
from server.people.models import Person, Shop
from server.stock.models import ShopList


def _rates(text: str) -> Sequence[Any]:
    return parse_rate_table(text).rows


READERS: dict[str, Callable[[str], Sequence[Any]]] = {"rates": _rates, "van": parse_van_stock}


@transaction.atomic
def load(person: Person, kind: str, file_name: str, text: str) -> ShopList:
    """Replace a list of the person's shop by the rows of a CSV. Raises BadInput; the old list then stays."""
    rows = [{name: value for name, value in asdict(row).items() if value is not None} for row in READERS[kind](text)]
    made, _ = ShopList.objects.update_or_create(
        shop=person.shop, kind=kind, defaults={"file_name": file_name, "rows": rows, "loaded_by": person}
    )
    return made


def put_aside(shop: Shop, kind: str) -> None:
    """Do without a list; nothing happens where there is none."""
    ShopList.objects.filter(shop=shop, kind=kind).delete()


def with_lists(shop: Shop, asked: FromShop) -> FromShop:
    """The question with the shop's lists, where it brings none of its own."""
    lists = {one.kind: one.rows for one in ShopList.objects.filter(shop=shop)}
    more: dict[str, object] = {}
    if asked.rate_table is None and "rates" in lists:
        more["rate_table"] = [RateRowIn.model_construct(**row) for row in lists["rates"]]
    if asked.van is None and "van" in lists:
        more["van"] = [StockIn.model_construct(**row) for row in lists["van"]]
    return asked.model_copy(update=more)
