"""A door's weight from what it is made of: section by section, with the spread such a figure has."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Literal

import numpy as np

from hinge.errors import OutOfRange, require_between

Per = Literal["piece", "foot", "square_foot"]


@dataclass(frozen=True)
class Figure:
    """A weight [lb per its measure] with one standard deviation, and where it comes from."""

    label: str
    weight: float
    sd: float
    source: str
    per: Per = "square_foot"


@dataclass(frozen=True)
class SectionMakeUp:
    """One section: its height [in], what it is made of, and what is on it by name.

    Struts and pieces are counted; glass and insulation are a share of the section, 0 to 1.
    """

    height_in: float
    material: str
    extras: dict[str, float]


@dataclass(frozen=True)
class Estimated:
    """Weights of the sections bottom up [lb], their sum, and its standard deviation [lb]."""

    section_weights_lb: tuple[float, ...]
    weight_lb: float
    sd_lb: float


def _table() -> dict[str, dict[str, dict[str, object]]]:
    return tomllib.loads((Path(__file__).parent / "makeup.toml").read_text(encoding="utf-8"))


@cache
def materials_of_sections() -> dict[str, Figure]:
    """What sections are made of, by name."""
    return {name: Figure(**row) for name, row in _table()["sections"].items()}  # type: ignore[arg-type]


@cache
def extras() -> dict[str, Figure]:
    """What else hangs on a section, by name."""
    return {name: Figure(**row) for name, row in _table()["extras"].items()}  # type: ignore[arg-type]


def estimate_weight(width_in: float, sections: tuple[SectionMakeUp, ...]) -> Estimated:
    """The weight of a door from its make-up.

    Parameters: `width_in` [in]; sections bottom up. Each figure is off by the same share wherever it is used, so
    the spreads of one figure add straight, those of different figures in squares. Raises OutOfRange for what is
    not in the table.
    """
    require_between("door.width_in", width_in, 36, 480, "in")
    amounts: dict[str, float] = {}
    weights = []
    for place, section in enumerate(sections):
        used = _amounts(place, section, width_in)
        weights.append(sum(_figure(name).weight * amount for name, amount in used.items()))
        for name, amount in used.items():
            amounts[name] = amounts.get(name, 0.0) + amount
    sd = float(np.sqrt(sum((_figure(name).sd * amount) ** 2 for name, amount in amounts.items())))
    return Estimated(tuple(weights), sum(weights), sd)


def _figure(name: str) -> Figure:
    return materials_of_sections().get(name) or extras()[name]


def _amounts(place: int, section: SectionMakeUp, width_in: float) -> dict[str, float]:
    where = f"sections.{place}"
    require_between(f"{where}.height_in", section.height_in, 6, 48, "in")
    if section.material not in materials_of_sections():
        known = ", ".join(materials_of_sections())
        raise OutOfRange(f"Sections of {section.material!r} are not in the table.", f"{where}.material", section.material, known, "")
    area_ft2 = section.height_in * width_in / 144
    amounts = {section.material: area_ft2, "hardware": 1.0}
    for name, count in section.extras.items():
        if name not in extras():
            raise OutOfRange(f"{name!r} is not in the table of what hangs on a door.", f"{where}.extras", name, ", ".join(extras()), "")
        per = extras()[name].per
        require_between(f"{where}.extras.{name}", count, 0, 1 if per == "square_foot" else 10, "")
        amounts[name] = amounts.get(name, 0.0) + count * {"foot": width_in / 12, "square_foot": area_ft2, "piece": 1.0}[per]
    return amounts
