"""Unit conversion, through pint, once at the edge; inside, everything is inches and pounds."""

from __future__ import annotations

import re
from functools import cache

import pint

from hinge.errors import BadInput

METRIC_LENGTHS = {"mm": "millimeter", "cm": "centimeter", "m": "meter"}
FORCES = {
    "": "pound_force",
    "lb": "pound_force",
    "lbs": "pound_force",
    "lbf": "pound_force",
    "kg": "kilogram_force",
    "n": "newton",
}
WEIGHT = re.compile(r"(?P<number>-?(?:\d+(?:\.\d*)?|\.\d+))\s*(?P<unit>[a-z]*)\.?", re.I)


@cache
def _registry() -> pint.UnitRegistry[float]:
    return pint.UnitRegistry()


def to_inches(value: float, unit: str) -> float:
    """Convert a length [`unit`, a pint name] to inches [in]."""
    # 1524 mm are 60 in, and no grain more: a piece is then as long as it is sold.
    return round(float(_registry().Quantity(value, unit).to("inch").magnitude), 12)


def to_pounds(value: float, unit: str) -> float:
    """Convert a force [`unit`, a pint name] to pounds-force [lb]."""
    return float(_registry().Quantity(value, unit).to("pound_force").magnitude)


def parse_weight(text: str, field: str = "weight_lb") -> float:
    """Read a weight or a hand force: `130`, `130 lb`, `59 kg`, `120 N`.

    Returns pounds-force [lb]; a bare number is pounds. Raises BadInput.
    """
    match = WEIGHT.fullmatch(text.strip())
    if not match or match["unit"].lower() not in FORCES:
        raise BadInput(f"{text!r} does not read as a weight. Write it like 130 lb or 59 kg.", field, text, "130 lb, 59 kg", "lb")
    return to_pounds(float(match["number"]), FORCES[match["unit"].lower()])
