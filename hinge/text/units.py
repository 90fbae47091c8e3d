"""The trade units and what each is in metric. Inside, everything is inches and pounds; only words know another unit."""

from __future__ import annotations

from typing import Literal, NamedTuple

Units = Literal["trade", "metric"]

GLYPHS = {"½": "1/2", "¼": "1/4", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8"}


class Metric(NamedTuple):
    """A metric unit: its name, how many of it one trade unit is, and how many more decimals give the same precision."""

    name: str
    per_trade: float
    decimals: int


# Exact by definition of inch and pound-force (ISO 80000-3, -4: 25.4 mm, 0.453 592 37 kg, 9.806 65 m/s²); tested against pint.
LB_N = 4.4482216152605
METRIC = {
    "in": Metric("mm", 25.4, -1),
    "ft": Metric("m", 0.3048, 1),
    "ft²": Metric("m²", 0.09290304, 1),
    "lb": Metric("kg", 0.45359237, 1),
    "lb·in": Metric("N·m", LB_N * 0.0254, 1),
    "ft·lb": Metric("J", LB_N * 0.3048, 0),
    "kpsi": Metric("MPa", LB_N / 25.4**2 * 1000, 0),
    "lb/in": Metric("N/mm", LB_N / 25.4, 1),
}
