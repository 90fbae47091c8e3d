"""The search for sets: what comes near the ideal rate, fits, and in which order it is proposed."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from hinge.arrays import Bools, Floats, Rows
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.sizing.candidates import Candidates, joined, nested_near, side_by_side
from hinge.sizing.ideal import Ideal
from hinge.sizing.sets import Fixed, SpringSet, fix, judge
from hinge.springs.drums import Spool
from hinge.springs.rates import RateTable
from hinge.springs.torsion import SpringKind
from hinge.springs.vanstock import StockSpring, pieces_from
from hinge.springs.wire import DEFAULT_MATERIAL, Stock

SHAFT_CLEARANCE_IN = 0.125
SINGLE_LIMIT_LB = 110.0  # above this a single spring pulls too hard from one side; common practice, no source
DUPLEX_FROM_LB = 400.0  # nested springs are a heavy door's; common practice, from memory


@dataclass(frozen=True)
class Wanted:
    """What is asked of a set: cycles, rate tolerance (a share), shaft diameter and room on it [in], and where springs come from."""

    cycles: float = 10_000
    rate_tolerance: float = 0.03
    shaft_diameter_in: float = 1.0
    shaft_length_in: float | None = None
    material: str = DEFAULT_MATERIAL
    most: int = 24
    van: tuple[StockSpring, ...] = ()
    from_van_only: bool = False
    table: RateTable | None = None


@dataclass(frozen=True)
class Search:
    """The ideal and the sets that come near it, best first; `found` counts all within tolerance that fit."""

    ideal: Ideal
    found: int
    sets: tuple[SpringSet, ...]


def find_sets(door: Door, track: Track, drum: Spool, wanted: Wanted | None = None, sizes: Stock | None = None) -> Search:
    """Search every stock size for sets whose rate is right for this door.

    Ranked by: rate error in whole per cents → meets the cycles → the arrangement that suits the door (a pair
    on all but light ones) → in the van → less wire. Sets that do not clear or fit the shaft are left out.
    Raises OutOfRange.
    """
    wanted = wanted or Wanted()
    on = fix(door, track, drum)
    near = _near(on, wanted, sizes)
    turns = np.round(on.conditions.turns_for(near.rate_lbin_per_turn) * 4) / 4
    in_van = _in_van(near, wanted)
    keep = near.fits(turns, wanted.shaft_diameter_in + SHAFT_CLEARANCE_IN, wanted.shaft_length_in)
    if wanted.from_van_only:
        keep &= in_van
    near, turns, in_van = near.rows(keep), turns[keep], in_van[keep]
    order = _rank(near, turns, in_van, on, wanted)
    return Search(on.ideal, len(order), tuple(_judged(near, int(row), on, wanted, bool(in_van[row])) for row in order[: wanted.most]))


def within_tolerance(candidates: Candidates, ideal_rate: float, tolerance: float) -> Candidates:
    """Those whose set rate lies within the tolerance (a share) of the ideal rate [lb·in/turn]."""
    return candidates.rows(np.flatnonzero(np.abs(candidates.rate_lbin_per_turn / ideal_rate - 1) <= tolerance))


def _near(on: Fixed, wanted: Wanted, sizes: Stock | None) -> Candidates:
    ideal = on.ideal.rate_lbin_per_turn
    near = within_tolerance(side_by_side(wanted.material, sizes, wanted.table), ideal, wanted.rate_tolerance)
    if on.door.total_lb < DUPLEX_FROM_LB or sizes is not None:
        return near
    nested = nested_near(ideal, wanted.rate_tolerance, wanted.material, wanted.table)
    return joined(near, nested)


def _in_van(near: Candidates, wanted: Wanted) -> Bools:
    pieces = pieces_from(wanted.van, near.wire_in, near.inside_diameter_in, near.length_in)
    inner = pieces_from(wanted.van, near.inner_wire_in, near.inner_inside_diameter_in, near.length_in)
    return np.asarray((pieces >= near.count) & (~near.duplex | (inner >= near.count)))


def _rank(near: Candidates, turns: Floats, in_van: Bools, on: Fixed, wanted: Wanted) -> Rows:
    error = np.abs(near.rate_lbin_per_turn / on.ideal.rate_lbin_per_turn - 1)
    short = near.cycles(turns, wanted.material) < wanted.cycles
    lone = (near.count == 1) & (on.door.total_lb > SINGLE_LIMIT_LB)
    unusual = lone | near.duplex | (near.count == 4)
    return np.lexsort((error, near.wire_volume, ~in_van, unusual, short, np.floor(error * 100)))


def _judged(near: Candidates, row: int, on: Fixed, wanted: Wanted, in_van: bool) -> SpringSet:
    def spring(wire: float, inside: float) -> SpringKind:
        sizes = {"wire_in": float(wire), "inside_diameter_in": float(inside), "length_in": float(near.length_in[row])}
        made = SpringKind(**sizes, material=wanted.material, count=count)
        return wanted.table.applied(made) if wanted.table else made

    count, duplex = int(near.count[row]), bool(near.duplex[row])
    springs = [spring(near.wire_in[row], near.inside_diameter_in[row])]
    if duplex:
        springs.append(spring(near.inner_wire_in[row], near.inner_inside_diameter_in[row]))
    judged = judge(tuple(springs), on, duplex=duplex)
    return replace(judged, reasons=_reasons(judged, count, on.door, wanted, in_van))


def _reasons(judged: SpringSet, count: int, door: Door, wanted: Wanted, in_van: bool) -> tuple[str, ...]:
    cycles = f"{wanted.cycles:,.0f}".replace(",", " ")
    reasons = [f"rate {judged.rate_error:+.1%} of what the door needs".replace("%", " %")]
    life = judged.weakest.life
    if life.low >= wanted.cycles:
        reasons.append(f"outlasts {cycles} cycles at the low end too")
    elif life.likely >= wanted.cycles:
        reasons.append(f"likely to outlast {cycles} cycles")
    else:
        reasons.append(f"short of {cycles} cycles")
    if judged.duplex:
        reasons.append("one spring inside the other: more steel on the same shaft")
    elif count == 4:
        reasons.append("four share the load: more cones and bearings to set")
    elif count == 2:
        reasons.append("a matched pair shares the load")
    elif door.total_lb > SINGLE_LIMIT_LB:
        reasons.append("a single pulls from one side: not advised on this weight")
    else:
        reasons.append("a single will do on a light door")
    if wanted.van:
        reasons.append("in the van, cut to length where it is longer" if in_van else "not in the van")
    return tuple(reasons)
