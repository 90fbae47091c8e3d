"""What a shop brings to a question: its supplier's table of rates and the stock on its van."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, model_validator

from hinge.questions.documents import Document, Finite
from hinge.springs.rates import RateRow, RateTable
from hinge.springs.vanstock import StockSpring


class RateRowIn(Document):
    """One row of a supplier's table: a rate for that length, or for one active coil."""

    wire_in: Annotated[Finite, Field(gt=0)]
    inside_diameter_in: Annotated[Finite, Field(gt=0)]
    length_in: Annotated[Finite, Field(gt=0)] | None = None
    rate_lbin_per_turn: Annotated[Finite, Field(gt=0)] | None = None
    rate_per_coil_lbin_per_turn: Annotated[Finite, Field(gt=0)] | None = None

    @model_validator(mode="after")
    def _one_rate(self) -> RateRowIn:
        by_length = self.length_in is not None and self.rate_lbin_per_turn is not None
        if by_length == (self.rate_per_coil_lbin_per_turn is not None):
            raise ValueError("a row gives either a length with its rate, or a rate per coil")
        return self


class StockIn(Document):
    """Pieces of one spring on the van."""

    wire_in: Annotated[Finite, Field(gt=0)]
    inside_diameter_in: Annotated[Finite, Field(gt=0)]
    length_in: Annotated[Finite, Field(gt=0)]
    count: Annotated[int, Field(ge=1, le=200)]


class FromShop(Document):
    """A question that a shop's own lists can answer better."""

    rate_table: Annotated[list[RateRowIn], Field(max_length=20_000)] | None = None
    van: Annotated[list[StockIn], Field(max_length=2_000)] | None = None

    def table(self) -> RateTable | None:
        return RateTable(tuple(RateRow(**row.model_dump()) for row in self.rate_table)) if self.rate_table else None

    def stock(self) -> tuple[StockSpring, ...]:
        return tuple(StockSpring(**bar.model_dump()) for bar in self.van or [])
