"""What a shop brings to a question: its supplier's table of rates and the stock on its van."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from hinge.document import Document
from hinge.stock.csv_rows import MOST_ROWS
from hinge.stock.lists import Lists
from hinge.stock.rates import RateRow, compile_rates
from hinge.stock.van import StockSpring


class FromShop(Document):
    """A question that a shop's own lists can answer better; those it brings itself go before the shop's."""

    rate_table: Annotated[list[RateRow], Field(max_length=MOST_ROWS)] | None = None
    van: Annotated[list[StockSpring], Field(max_length=2_000)] | None = None

    def lists(self, of_shop: Lists) -> Lists:
        """The lists to answer with."""
        rates = of_shop.rates if self.rate_table is None else compile_rates(self.rate_table) if self.rate_table else None
        return Lists(rates, of_shop.van if self.van is None else tuple(self.van))
