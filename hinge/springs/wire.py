"""Wire: what it is made of, how strong it is, and which sizes the trade carries."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from functools import cache
from pathlib import Path

import numpy as np

from hinge.arrays import Floats
from hinge.errors import OutOfRange

DEFAULT_MATERIAL = "oil_tempered"


@dataclass(frozen=True)
class Material:
    """A spring wire: strength constants of S_ut = a/d^m [kpsi, in] and modulus E [psi]."""

    label: str
    a_kpsi: float
    m: float
    modulus_psi: float
    source: str


@dataclass(frozen=True)
class Stock:
    """Sizes the trade carries [in]: wires, inside diameters, and every length of the search."""

    wire_in: Floats
    inside_diameter_in: Floats
    length_in: Floats


def _table(name: str) -> dict[str, object]:
    return tomllib.loads((Path(__file__).parent / name).read_text(encoding="utf-8"))


@cache
def materials() -> dict[str, Material]:
    """All known wire materials by name."""
    return {name: Material(**row) for name, row in _table("materials.toml").items()}  # type: ignore[arg-type]


def material_named(name: str) -> Material:
    """The material of that name. Raises OutOfRange naming those that are known."""
    if name not in materials():
        raise OutOfRange(f"There is no wire material called {name!r}.", "material", name, ", ".join(materials()), "")
    return materials()[name]


@cache
def stock() -> Stock:
    """The trade's usual sizes [in]."""
    table = _table("stock.toml")
    low, high, step = (float(table[key]) for key in ("shortest_in", "longest_in", "length_step_in"))  # type: ignore[arg-type]
    return Stock(
        np.asarray(table["wire_in"], dtype=float),
        np.asarray(table["inside_diameter_in"], dtype=float),
        np.arange(low, high + step / 2, step),
    )


def tensile_strength(wire_in: Floats, material: Material) -> Floats:
    """Ultimate tensile strength S_ut [psi] of wire of `wire_in` [in]. Source: Shigley, S_ut = A/d^m (memory)."""
    return 1000 * material.a_kpsi / wire_in**material.m
