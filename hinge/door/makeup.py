"""A door's weight from what it is made of: section by section, with the spread such a figure has."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Annotated, Literal

import numpy as np
from pydantic import model_validator

from hinge.document import Between, Document, Finite, plain_value, read, told
from hinge.errors import OutOfRangeError, outside

Per = Literal["piece", "foot", "square_foot"]


class Figure(Document):
    """A weight [lb per its measure] with one standard deviation, and where it comes from.

    `per_inch` is what each inch of thickness adds to it beyond `usual_in`; nothing where the weight is in the skins.
    """

    label: str
    weight: Annotated[float, Between(0, 200)]
    sd: Annotated[float, Between(0, 100)]
    source: str
    per: Per = "square_foot"
    per_inch: Annotated[float, Between(0, 20)] = 0.0
    usual_in: Annotated[float, Between(0, 6, "in")] = 0.0

    def at(self, thickness_in: float | None) -> float:
        """Weight [lb per its measure] at a thickness [in], by default the usual one; never under a third of it."""
        more = 0.0 if thickness_in is None else self.per_inch * (thickness_in - self.usual_in)
        return max(self.weight + more, self.weight / 3)


class SectionMakeUp(Document):
    """One section by its make-up: what it is made of, and what is on it by name.

    Struts and pieces are counted; glass and insulation are a share of the section, 0 to 1.
    """

    height_in: Annotated[float, Between(6, 48, "in")]
    material: str
    extras: dict[str, Finite] = {}

    @model_validator(mode="after")
    def _known(self) -> SectionMakeUp:
        if self.material not in materials_of_sections():
            known = ", ".join(materials_of_sections())
            raise told(
                OutOfRangeError(f"Sections of {self.material!r} are not in the table.", "material", plain_value(self.material), known)
            )
        require_extras("extras", self.extras)
        return self


@dataclass(frozen=True)
class Estimated:
    """Weights of the sections bottom up [lb], their sum, and its standard deviation [lb]."""

    section_weights_lb: tuple[float, ...]
    weight_lb: float
    sd_lb: float


class _Tables(Document):
    sections: dict[str, Figure]
    extras: dict[str, Figure]


@cache
def _tables() -> _Tables:
    return read(_Tables, tomllib.loads((Path(__file__).parent / "makeup.toml").read_text(encoding="utf-8")))


def materials_of_sections() -> dict[str, Figure]:
    """What sections are made of, by name."""
    return _tables().sections


def extras() -> dict[str, Figure]:
    """What else hangs on a section, by name."""
    return _tables().extras


def require_extras(field: str, given: dict[str, float]) -> None:
    """Refuse what is not in the table of extras, or too much of it, while a document is read."""
    for name, count in given.items():
        if name not in extras():
            shown = str(plain_value(name))
            raise told(OutOfRangeError(f"{shown!r} is not in the table of what hangs on a door.", field, shown, ", ".join(extras())))
        most = 1 if extras()[name].per == "square_foot" else 10
        if not 0 <= count <= most:
            raise told(outside(f"{field}.{name}", count, 0, most, ""))


def estimate_weight(width_in: float, sections: tuple[SectionMakeUp, ...], thickness_in: float | None = None) -> Estimated:
    """The weight of a door from its make-up.

    Parameters: `width_in` [in]; sections bottom up; `thickness_in` of them [in] where it was measured. Each figure is off by
    the same share wherever it is used, so the spreads of one figure add straight, those of different figures in squares.
    """
    amounts: dict[str, float] = {}
    weights = []
    for section in sections:
        used = _amounts(section, width_in)
        weights.append(sum(_figure(name).at(thickness_in) * amount for name, amount in used.items()))
        for name, amount in used.items():
            amounts[name] = amounts.get(name, 0.0) + amount
    sd = float(np.sqrt(sum((_figure(name).sd * amount) ** 2 for name, amount in amounts.items())))
    return Estimated(tuple(weights), sum(weights), sd)


def _figure(name: str) -> Figure:
    return materials_of_sections().get(name) or extras()[name]


def _amounts(section: SectionMakeUp, width_in: float) -> dict[str, float]:
    area_ft2 = section.height_in * width_in / 144
    amounts = {section.material: area_ft2, "hardware": 1.0}
    for name, count in section.extras.items():
        per = extras()[name].per
        amounts[name] = amounts.get(name, 0.0) + count * {"foot": width_in / 12, "square_foot": area_ft2, "piece": 1.0}[per]
    return amounts
