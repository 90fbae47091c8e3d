"""A shop's own lists as the search takes them: its supplier's table compiled once, and its van."""

from __future__ import annotations

from dataclasses import dataclass

from hinge.springs.rates import RateTable
from hinge.springs.vanstock import StockSpring


@dataclass(frozen=True)
class Lists:
    """A shop's lists; empty where it has none. `van` is what is free there; `kept` what is kept for other calls, and at which door."""

    rates: RateTable | None = None
    van: tuple[StockSpring, ...] = ()
    kept: tuple[tuple[StockSpring, str], ...] = ()


NO_LISTS = Lists()
