"""Metric sizes read, once at the edge; inside, everything is inches and pounds. A unit is as big read as it is said."""

from __future__ import annotations

import re

from hinge.errors import BadInputError
from hinge.text.units import LB_N, METRIC

_MM, _KG = METRIC["in"].per_trade, METRIC["lb"].per_trade
# How many of each an inch is, and a pound.
LENGTHS = {"mm": _MM, "cm": _MM / 10, "m": _MM / 1000}
FORCES = {"": 1.0, "lb": 1.0, "lbs": 1.0, "lbf": 1.0, "kg": _KG, "n": LB_N}
WEIGHT = re.compile(r"(?P<number>-?(?:\d+(?:\.\d*)?|\.\d+))\s*(?P<unit>[a-z]*)\.?", re.I)


def to_inches(value: float, unit: str) -> float:
    """Convert a length in mm, cm or m to inches [in]."""
    # 1524 mm are 60 in, and no grain more: a piece is then as long as it is sold.
    return round(value / LENGTHS[unit], 12)


def parse_weight(text: str, field: str = "weight_lb") -> float:
    """Read a weight or a hand force: `130`, `130 lb`, `59 kg`, `120 N`.

    Returns pounds-force [lb]; a bare number is pounds. Raises BadInputError.
    """
    match = WEIGHT.fullmatch(text.strip())
    if not match or match["unit"].lower() not in FORCES:
        raise BadInputError(f"{text!r} does not read as a weight. Write it like 130 lb or 59 kg.", field, text, "130 lb, 59 kg", "lb")
    return float(match["number"]) / FORCES[match["unit"].lower()]
