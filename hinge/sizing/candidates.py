"""Every set that could be tried: wire × inside diameter × half-inch length, one, two or four of them, or nested."""

from __future__ import annotations

from dataclasses import dataclass, fields
from functools import lru_cache

import numpy as np

from hinge.arrays import Bools, Floats, Rows
from hinge.sizing.sets import CONES_AND_BEARING_IN, INNER_CLEARANCE_IN
from hinge.springs.life import likely_cycles
from hinge.springs.torsion import DEAD_COILS, bending_stress, rate, wound_inside_diameter, wound_length
from hinge.springs.wire import Stock, material_named, stock
from hinge.stock.rates import RateTable

COUNTS = (1.0, 2.0, 4.0)
LEAST_ACTIVE_COILS, LEAST_INDEX = 3.0, 4.0
# Outer springs a duplex is made with [in]; common practice, from memory.
OUTER_FROM_IN = 3.75


@dataclass(frozen=True)
class Candidates:
    """Columns of equal length, one row a candidate: sizes [in], count, rates [lb·in/turn].

    `inner_wire_in` and what follows it are NaN but for a duplex, whose count counts its outer springs.
    """

    wire_in: Floats
    inside_diameter_in: Floats
    length_in: Floats
    count: Floats
    each_lbin_per_turn: Floats
    inner_wire_in: Floats
    inner_inside_diameter_in: Floats
    inner_lbin_per_turn: Floats

    def rows(self, keep: Rows | Bools) -> Candidates:
        """The candidates of those rows."""
        return Candidates(*(getattr(self, column.name)[keep] for column in fields(self)))

    @property
    def rate_lbin_per_turn(self) -> Floats:
        """Rate of the whole set [lb·in/turn]."""
        return self.count * (self.each_lbin_per_turn + np.nan_to_num(self.inner_lbin_per_turn))

    @property
    def duplex(self) -> Bools:
        """Which are nested."""
        return ~np.isnan(self.inner_wire_in)

    @property
    def wire_volume(self) -> Floats:
        """Wire in the set, up to a constant factor [in³]."""
        outer = self.length_in * self.wire_in * (self.inside_diameter_in + self.wire_in)
        inner = self.length_in * self.inner_wire_in * (self.inner_inside_diameter_in + self.inner_wire_in)
        return self.count * (outer + np.nan_to_num(inner))

    def cycles(self, turns: Floats, material: str) -> Floats:
        """Likely cycles of the weakest spring of each set at so many turns, shape (sets,)."""
        wire = material_named(material)
        outer = likely_cycles(bending_stress(self.each_lbin_per_turn * turns, self.wire_in), self.wire_in, wire)
        inner = likely_cycles(bending_stress(self.inner_lbin_per_turn * turns, self.inner_wire_in), self.inner_wire_in, wire)
        return np.fmin(outer, inner)

    def fits(self, turns: Floats, shaft_diameter_in: float, shaft_length_in: float | None) -> Bools:
        """Which clear the shaft when wound, nest, and find room on it; shaft sizes [in] with the clearance wanted."""
        outer_id = wound_inside_diameter(self.wire_in, self.inside_diameter_in, _coils(self.length_in, self.wire_in), turns)
        inner_id = wound_inside_diameter(
            self.inner_wire_in, self.inner_inside_diameter_in, _coils(self.length_in, self.inner_wire_in), turns
        )
        inner_od = self.inner_inside_diameter_in + 2 * self.inner_wire_in
        fits = np.fmin(outer_id, inner_id) >= shaft_diameter_in
        fits &= ~(inner_od + INNER_CLEARANCE_IN > outer_id)
        if shaft_length_in is not None:
            fits &= self.count * wound_length(self.length_in, self.wire_in, turns) + CONES_AND_BEARING_IN <= shaft_length_in
        return fits


def joined(*lists: Candidates) -> Candidates:
    """All candidates of several lists, one after the other."""
    return Candidates(*(np.concatenate([getattr(one, column.name) for one in lists]) for column in fields(Candidates)))


def side_by_side(material: str, sizes: Stock | None = None, table: RateTable | None = None) -> Candidates:
    """Every wire × inside diameter × length of the sizes, as one, two and four on a shaft."""
    return _of_stock(material, table) if sizes is None else side_by_side_of(material, sizes, table)


def nested_near(rate_lbin_per_turn: float, tolerance: float, material: str, table: RateTable | None = None) -> Candidates:
    """Duplex sets whose rate lies within a share of this rate [lb·in/turn]; both springs of one length, one or two assemblies."""
    sizes = stock()
    outer, inner = _springs(material, table, True), _springs(material, table, False)
    assemblies = outer[2][:, None, :] + inner[2][None, :, :]
    found = []
    for count in (1.0, 2.0):
        of_outer, of_inner, of_length = np.nonzero(np.abs(count * assemblies / rate_lbin_per_turn - 1) <= tolerance)
        length, counts = sizes.length_in[of_length], np.full(len(of_length), count)
        found.append(
            Candidates(
                outer[0][of_outer],
                outer[1][of_outer],
                length,
                counts,
                outer[2][of_outer, of_length],
                inner[0][of_inner],
                inner[1][of_inner],
                inner[2][of_inner, of_length],
            )
        )
    near = joined(*found)
    nests = near.inner_inside_diameter_in + 2 * near.inner_wire_in + INNER_CLEARANCE_IN <= near.inside_diameter_in
    return near.rows(nests)


@lru_cache(maxsize=8)
def _springs(material: str, table: RateTable | None, outer: bool) -> tuple[Floats, Floats, Floats]:
    """Wire [in] and inside diameter [in] of each stock spring that can be the outer, or the inner, one of a duplex.

    With it goes its rate over all lengths [lb·in/turn], NaN where it cannot be made.
    """
    sizes = stock()
    wide = sizes.inside_diameter_in >= OUTER_FROM_IN if outer else sizes.inside_diameter_in <= OUTER_FROM_IN
    inside = sizes.inside_diameter_in[wide]
    wire, diameter = (axis.ravel() for axis in np.meshgrid(sizes.wire_in, inside, indexing="ij"))
    shape = (len(wire), len(sizes.length_in))
    wires, diameters, lengths = (np.broadcast_to(axis, shape).ravel() for axis in (wire[:, None], diameter[:, None], sizes.length_in))
    rates = _rates(wires, diameters, lengths, material, table)
    rates = np.where(_real(wires, diameters, lengths) & sizes.has_cones(wires, diameters), rates, np.nan)
    return wire, diameter, rates.reshape(shape)


def _rates(wire: Floats, inside: Floats, length: Floats, material: str, table: RateTable | None) -> Floats:
    rates = rate(wire, inside, length, material_named(material))
    if table is None:
        return rates
    listed = table.rates(wire, inside, length, _coils(length, wire))
    return np.where(np.isnan(listed), rates, listed)


def _coils(length: Floats, wire: Floats) -> Floats:
    return length / wire - DEAD_COILS


def _real(wire: Floats, inside: Floats, length: Floats) -> Bools:
    return np.asarray((_coils(length, wire) >= LEAST_ACTIVE_COILS) & (inside / wire + 1 >= LEAST_INDEX))


@lru_cache(maxsize=4)
def _of_stock(material: str, table: RateTable | None) -> Candidates:
    return side_by_side_of(material, stock(), table)


def side_by_side_of(material: str, sizes: Stock, table: RateTable | None) -> Candidates:
    """The same from these sizes, worked out anew."""
    axes = np.meshgrid(sizes.wire_in, sizes.inside_diameter_in, sizes.length_in, indexing="ij")
    wire, inside, length = (axis.ravel() for axis in axes)
    real = _real(wire, inside, length) & sizes.has_cones(wire, inside)
    wire, inside, length = wire[real], inside[real], length[real]
    each = _rates(wire, inside, length, material, table)
    counts = np.repeat(np.asarray(COUNTS), len(wire))
    wire, inside, length, each = (np.tile(column, len(COUNTS)) for column in (wire, inside, length, each))
    none = np.full(len(wire), np.nan)
    return Candidates(wire, inside, length, counts, each, none, none, none)
