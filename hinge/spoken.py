"""Sizes as people say them, in trade or in metric units: chosen once for whoever listens, never per sentence.

Inside, everything is inches and pounds; only words know another unit. What names a thing (a stamp, a class, a tool, a stock
board) is said as it is marked, and what somebody typed as they typed it.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from fractions import Fraction
from functools import cache, wraps
from typing import Literal, NamedTuple, TypeVar

Units = Literal["trade", "metric"]
Read = TypeVar("Read")
_units: ContextVar[Units] = ContextVar("units", default="trade")


class Metric(NamedTuple):
    """A metric unit: its name, how many of it the trade unit is, and how many more decimals say as much."""

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
MOST_DECIMALS = 4
GLYPHS = {"½": "1/2", "¼": "1/4", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8"}
_NUMBER = rf"(?:\d+ \d+/\d+|\d+/\d+|\d*[{''.join(GLYPHS)}]|\d+(?:\.\d+)?)"
_SIZES = re.compile(
    rf"(?P<feet>{_NUMBER}) ft (?P<over>{_NUMBER}) in\b"
    rf"|(?P<first>{_NUMBER})(?P<rest>(?:(?: to | or | × ){_NUMBER})*) (?P<unit>in|ft²|ft|lb)(?![\w·/-])"
)


@contextmanager
def speaking(units: Units) -> Iterator[None]:
    """Everything said within is said in these units."""
    token = _units.set(units)
    try:
        yield
    finally:
        _units.reset(token)


def is_metric() -> bool:
    """Whether whoever listens speaks metric."""
    return _units.get() == "metric"


def number(value: float) -> str:
    """A number as a person would write it: no trailing zeros, at most four decimals."""
    return f"{value:z.{MOST_DECIMALS}f}".rstrip("0").rstrip(".")


def unit_said(unit: str) -> str:
    """What a trade unit is called to whoever listens."""
    return METRIC[unit].name if is_metric() and unit in METRIC else unit


def plain(value: float, unit: str, decimals: int | None = None) -> str:
    """A size [trade `unit`] as a number without its unit; `decimals` in trade units, as many as it takes by default."""
    if is_metric() and unit in METRIC:
        metric = METRIC[unit]
        if decimals is None:
            return number(round(value * metric.per_trade, 2))
        value, decimals = value * metric.per_trade, max(decimals + metric.decimals, 0)
    return number(value) if decimals is None else f"{value:z.{decimals}f}"


def sized(value: float, unit: str, decimals: int | None = None) -> str:
    """A size [trade `unit`] with its unit."""
    return f"{plain(value, unit, decimals)} {unit_said(unit)}".strip()


def spanned(likely: float, low: float, high: float, unit: str, decimals: int) -> str:
    """A size with its range [trade `unit`]; a sign only where it is below zero."""
    middle, first, last = (plain(value, unit, decimals) for value in (likely, low, high))
    return f"{middle} ({first} to {last}) {unit_said(unit)}".replace("-", "−").strip()


def as_said(text: str) -> str:
    """Words that were written with trade units in them, as they are said to whoever listens."""
    return _SIZES.sub(_sizes_said, text) if is_metric() else text


def worded(load: Callable[[], Read]) -> Callable[[], Read]:
    """Keep what a data file says, once for each way of speaking."""
    kept = cache(lambda _: load())
    return wraps(load)(lambda: kept(_units.get()))


def _sizes_said(match: re.Match[str]) -> str:
    if match["feet"]:
        return f"{_rounded(_value(match['feet']) + _value(match['over']) / 12, 'ft')} m"
    unit = match["unit"]
    sizes = re.sub(_NUMBER, lambda one: _rounded(_value(one[0]), unit), match["first"] + match["rest"])
    return f"{sizes} {METRIC[unit].name}"


def _rounded(value: float, unit: str) -> str:
    """What is written as a rule of thumb is never finer than a hundredth, nor, from a centimetre on, than a millimetre."""
    metric = value * METRIC[unit].per_trade
    return number(round(metric, 2 if unit != "in" else 0 if metric >= 10 else 1))


def _value(text: str) -> float:
    for glyph, plain_form in GLYPHS.items():
        text = text.replace(glyph, f" {plain_form}")
    return float(sum(Fraction(part) for part in text.split()))
