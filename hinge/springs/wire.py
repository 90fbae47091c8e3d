"""Wire: what it is made of, how strong it is, and which sizes the trade carries."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Annotated

import numpy as np
from pydantic import AfterValidator

from hinge.arrays import Bools, Floats
from hinge.document import Between, Document, plain_value, read, table_of, told
from hinge.errors import OutOfRangeError

DEFAULT_MATERIAL = "oil_tempered"


class Material(Document):
    """A spring wire: strength constants of S_ut = a/d^m [kpsi, in] and modulus E [psi]."""

    label: str
    a_kpsi: Annotated[float, Between(50, 400, "kpsi")]
    m: Annotated[float, Between(0.05, 0.4)]
    modulus_psi: Annotated[float, Between(20e6, 40e6, "psi")]
    source: str


@dataclass(frozen=True)
class Stock:
    """Sizes the trade carries [in]: wires, inside diameters with the wire their cones take, and every length of the search."""

    wire_in: Floats
    inside_diameter_in: Floats
    length_in: Floats
    cones: tuple[Cone, ...] = ()

    def has_cones(self, wire_in: Floats, inside_diameter_in: Floats) -> Bools:
        """Whether cones are sold for springs of these sizes [in], in their shape; for any where none are listed."""
        takes = [
            np.isclose(inside_diameter_in, cone.inside_diameter_in) & (wire_in >= cone.from_in - 1e-9) & (wire_in <= cone.to_in + 1e-9)
            for cone in self.cones
        ]
        return np.any(takes, axis=0) if takes else np.ones(np.shape(wire_in), dtype=bool)


class Cone(Document):
    """The wire cones of an inside diameter take, from the thinnest to the thickest [in]."""

    inside_diameter_in: Annotated[float, Between(0.2, 16, "in")]
    from_in: Annotated[float, Between(0.02, 1, "in")]
    to_in: Annotated[float, Between(0.02, 1, "in")]


class _Sizes(Document):
    """The stock file: sizes [in], and the lengths of the search from the shortest to the longest."""

    wire_in: list[Annotated[float, Between(0.02, 1, "in")]]
    cones: list[Cone]
    shortest_in: Annotated[float, Between(1, 300, "in")]
    longest_in: Annotated[float, Between(1, 300, "in")]
    length_step_in: Annotated[float, Between(0.125, 12, "in")]
    source: str


@cache
def materials() -> dict[str, Material]:
    """All known wire materials by name."""
    return table_of(__file__, "materials", Material)


def material_named(name: str) -> Material:
    """The material of that known name."""
    return materials()[name]


def _known(name: str) -> str:
    if name not in materials():
        shown = str(plain_value(name))
        raise told(OutOfRangeError(f"There is no wire material called {shown!r}.", "", shown, ", ".join(materials())))
    return name


MaterialName = Annotated[str, AfterValidator(_known)]


@cache
def stock() -> Stock:
    """The trade's usual sizes [in]."""
    sizes = read(_Sizes, tomllib.loads((Path(__file__).parent / "stock.toml").read_text(encoding="utf-8")))
    lengths = np.arange(sizes.shortest_in, sizes.longest_in + sizes.length_step_in / 2, sizes.length_step_in)
    inside = np.array([cone.inside_diameter_in for cone in sizes.cones])
    return Stock(np.asarray(sizes.wire_in), inside, lengths, tuple(sizes.cones))


def tensile_strength(wire_in: Floats, material: Material) -> Floats:
    """Ultimate tensile strength S_ut [psi] of wire of `wire_in` [in]. Source: Shigley, S_ut = A/d^m (memory)."""
    return 1000 * material.a_kpsi / wire_in**material.m
