"""A shop's own lists as the search takes them: its supplier's table compiled once, and its van."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from hinge.stock.rates import RateTable
from hinge.stock.van import StockSpring


@dataclass(frozen=True)
class Lists:
    """A shop's lists; empty where it has none. `van` is what is free there; `kept` what is kept for other calls, and at which door.

    `parts` are the pieces free there, by name in small letters; `kept_parts` at which doors others are kept.
    """

    rates: RateTable | None = None
    van: tuple[StockSpring, ...] = ()
    kept: tuple[tuple[StockSpring, str], ...] = ()
    parts: Mapping[str, int] = field(default_factory=dict)
    kept_parts: Mapping[str, frozenset[str]] = field(default_factory=dict)


NO_LISTS = Lists()
