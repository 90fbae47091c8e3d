"""Marks: how a sentence of the core holds its quantities and its parts until somebody is there to read it.

A mark is its form and its values between two brackets, as in `⟦size┆0.225┆in┆3⟧`. Marks stand in marks. Whoever makes a
sentence writes marks and knows nothing of units or language; `render` turns them into words.
"""

from __future__ import annotations

import re

OPEN, CLOSE, BETWEEN = "⟦", "⟧", "┆"
MOST_DECIMALS = 4
# Far finer than any word shows, and so rough that two ways of computing one size make one mark.
GRAIN = 9
RULE = re.compile(r"""\{([\d½¼¾⅛⅜⅝⅞][^{}"=]*)\}""")


def mark(form: str, *values: object) -> str:
    """A mark of a form with its values, which may be marked text themselves."""
    return f"{OPEN}{BETWEEN.join([form, *map(str, values)])}{CLOSE}"


def number(value: float) -> str:
    """A number as a person would write it: no trailing zeros, at most four decimals. The same in all units; never a mark."""
    return f"{value:z.{MOST_DECIMALS}f}".rstrip("0").rstrip(".")


def say_size(value: float, unit: str, decimals: int | None = None) -> str:
    """A size [trade `unit`] with its unit; `decimals` in trade units, as many as it takes by default."""
    return mark("size", _exact(value), unit, _places(decimals))


def say_amount(value: float, unit: str, decimals: int | None = None) -> str:
    """A size [trade `unit`] as a number without its unit."""
    return mark("amount", _exact(value), unit, _places(decimals))


def say_range(likely: float, low: float, high: float, unit: str, decimals: int) -> str:
    """A size with its range [trade `unit`]."""
    return mark("range", *map(_exact, (likely, low, high)), unit, decimals)


def say_length(length_in: float, feet: bool = False) -> str:
    """A length [in] as a tape reads it; `feet` for what is named by its feet."""
    return mark("feet" if feet else "tape", _exact(length_in))


def say_wire(wire_in: float) -> str:
    """A wire's size [in] as a caliper reads it; in the trade a wire is named without its unit."""
    return mark("wire", _exact(wire_in))


def say_rule(text: str) -> str:
    """A size of a rule of thumb, written as the trade says it: `¾ in`, `7 ft 6 in`, `3 to 4 ft`, `8 × 8 in`."""
    return mark("rule", text)


def with_rules(text: str) -> str:
    """The text of a data file, where `{¾ in}` stands for a size of a rule of thumb, as marked text."""
    return RULE.sub(lambda found: say_rule(found[1]), text)


def _exact(value: float) -> str:
    return repr(round(float(value), GRAIN))


def _places(decimals: int | None) -> str:
    return "" if decimals is None else str(decimals)
