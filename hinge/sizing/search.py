"""The search for sets: what comes near the ideal rate, fits, and in which order it is proposed."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from hinge.arrays import Bools, Floats, Rows
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.sizing.candidates import Candidates, joined, nested_near, side_by_side
from hinge.sizing.ideal import Ideal
from hinge.sizing.sets import DoorRequirements, Springs, SpringSet, evaluate_set, requirements_of
from hinge.springs.drums import DrumProfile
from hinge.springs.life import LEAST_CYCLES
from hinge.springs.torsion import SpringKind
from hinge.springs.wire import DEFAULT_MATERIAL, Stock
from hinge.stock.rates import RateTable
from hinge.stock.van import StockSpring, pieces_from

SHAFT_CLEARANCE_IN = 0.125
SINGLE_LIMIT_LB = 110.0  # above this a single spring pulls too hard from one side; common practice, no source
LIFE_STEP = 0.2  # lives are told apart in steps of a fifth, less than springs of one batch scatter
DUPLEX_FROM_LB = 400.0  # nested springs are a heavy door's; common practice, from memory


Sort = Literal["rank", "wire", "inside", "length", "count", "rate", "cycles", "turns"]


@dataclass(frozen=True)
class Wanted:
    """What is asked of a set: cycles, rate tolerance (a share), shaft diameter and room on it [in], and where springs come from.

    `wire_in`, `inside_diameter_in` and `count` leave only such sets, `lasting` those likely to last the cycles. `most` are
    judged, the first `skip` of the order passed over; `sort` orders by one column, `falling` the other way round.
    """

    cycles: float = 10_000
    rate_tolerance: float = 0.03
    shaft_diameter_in: float = 1.0
    shaft_length_in: float | None = None
    material: str = DEFAULT_MATERIAL
    most: int = 24
    van: tuple[StockSpring, ...] = ()
    from_van_only: bool = False
    table: RateTable | None = None
    wire_in: float | None = None
    inside_diameter_in: float | None = None
    count: int | None = None
    lasting: bool = False
    sort: Sort = "rank"
    falling: bool = False
    skip: int = 0


@dataclass(frozen=True)
class Search:
    """The ideal and the sets that come near it, best first; `found` counts all that are left, judged or not.

    `wires_in`, `inside_diameters_in` and `counts` are those there are to choose from within the tolerance; `lasts` whether any of them
    all likely lasts the cycles asked.
    """

    ideal: Ideal
    found: int
    sets: tuple[SpringSet, ...]
    wires_in: tuple[float, ...] = ()
    inside_diameters_in: tuple[float, ...] = ()
    counts: tuple[int, ...] = ()
    lasts: bool = True


def find_sets(door: Door, track: Track, drum: DrumProfile, wanted: Wanted | None = None, sizes: Stock | None = None) -> Search:
    """Search every stock size for sets whose rate is right for this door.

    Ranked by: how far the life falls short of the cycles asked → rate error in whole per cents → the arrangement that suits the
    door (a pair on all but light ones) → in the van → less wire. Sets that do not clear or fit the shaft are left out, and those
    wound past what their wire bears.
    Raises OutOfRangeError.
    """
    wanted = wanted or Wanted()
    on = requirements_of(door, track, drum)
    near, turns = _fitting(on, wanted, sizes)
    in_van = _in_van(near, wanted)
    if wanted.from_van_only:
        near, turns, in_van = near.rows(in_van), turns[in_van], in_van[in_van]
    lasts = bool((near.cycles(turns, wanted.material) >= wanted.cycles).any())
    choices = (near.wire_in, near.inside_diameter_in, near.count)
    order = _sorted(near, turns, _rank(near, turns, in_van, on, wanted), on, wanted)
    left = order[_left(near, turns, wanted)[order]]
    shown = left[wanted.skip : wanted.skip + wanted.most]
    judged = tuple(_judged(near, int(row), on, wanted, bool(in_van[row])) for row in shown)
    wires, insides, counts = (np.unique(column).tolist() for column in choices)
    return Search(on.ideal, len(left), judged, tuple(wires), tuple(insides), tuple(int(count) for count in counts), lasts)


def lasting_sets(door: Door, track: Track, drum: DrumProfile, wanted: Wanted) -> tuple[Candidates, Floats]:
    """Every set near the ideal rate that goes on this door and likely lasts the cycles wanted, with its turns, shape (sets,)."""
    near, turns = _fitting(requirements_of(door, track, drum), wanted, None)
    lasts = near.cycles(turns, wanted.material) >= wanted.cycles
    return near.rows(lasts), turns[lasts]


def _fitting(on: DoorRequirements, wanted: Wanted, sizes: Stock | None) -> tuple[Candidates, Floats]:
    """The sets near the ideal rate that fit the shaft and bear being wound, with their turns."""
    near = _near(on, wanted, sizes)
    turns = np.round(on.conditions.turns_for(near.rate_lbin_per_turn) * 4) / 4
    keep = near.fits(turns, wanted.shaft_diameter_in + SHAFT_CLEARANCE_IN, wanted.shaft_length_in)
    keep &= near.cycles(turns, wanted.material) >= LEAST_CYCLES
    return near.rows(keep), turns[keep]


def evaluate_named(door: Door, track: Track, drum: DrumProfile, wanted: Wanted, springs: Springs, duplex: bool) -> SpringSet:
    """One set judged as the search would, whatever its rate. Raises what `judge` raises."""
    judged = evaluate_set(springs, requirements_of(door, track, drum), duplex=duplex)
    beside = springs[:1] if duplex else springs
    have = [
        pieces_from(wanted.van, *(np.array([size]) for size in (one.wire_in, one.inside_diameter_in, one.length_in)))[0] for one in springs
    ]
    in_van = all(pieces >= one.count for pieces, one in zip(have, springs, strict=True))
    return replace(judged, reasons=_reasons(judged, sum(one.count for one in beside), door, wanted, in_van), in_van=in_van)


def within_tolerance(candidates: Candidates, ideal_rate: float, tolerance: float) -> Candidates:
    """Those whose set rate lies within the tolerance (a share) of the ideal rate [lb·in/turn]."""
    return candidates.rows(np.flatnonzero(np.abs(candidates.rate_lbin_per_turn / ideal_rate - 1) <= tolerance))


def _near(on: DoorRequirements, wanted: Wanted, sizes: Stock | None) -> Candidates:
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


def _left(near: Candidates, turns: Floats, wanted: Wanted) -> Bools:
    """Which are left by what was asked to see."""
    left = np.ones(len(near.count), dtype=bool)
    for column, only in ((near.wire_in, wanted.wire_in), (near.inside_diameter_in, wanted.inside_diameter_in), (near.count, wanted.count)):
        if only is not None:
            left &= np.isclose(column, only)
    if wanted.lasting:
        left &= near.cycles(turns, wanted.material) >= wanted.cycles
    return left


def _sorted(near: Candidates, turns: Floats, rank: Rows, on: DoorRequirements, wanted: Wanted) -> Rows:
    """The order asked for; what is equal in it stays in the order of rank."""
    if wanted.sort == "rank":
        return rank[::-1] if wanted.falling else rank
    by = {
        "wire": near.wire_in,
        "inside": near.inside_diameter_in,
        "length": near.length_in,
        "count": near.count,
        "rate": np.abs(near.rate_lbin_per_turn / on.ideal.rate_lbin_per_turn - 1),
        "turns": turns,
        "cycles": near.cycles(turns, wanted.material),
    }[wanted.sort][rank]
    return np.asarray(rank[np.argsort(-by if wanted.falling else by, kind="stable")])


def _rank(near: Candidates, turns: Floats, in_van: Bools, on: DoorRequirements, wanted: Wanted) -> Rows:
    error = np.abs(near.rate_lbin_per_turn / on.ideal.rate_lbin_per_turn - 1)
    # Lives within a fifth of each other are alike: no line of life tells them apart.
    short = np.ceil(np.maximum(np.log(wanted.cycles / near.cycles(turns, wanted.material)), 0) / LIFE_STEP)
    lone = (near.count == 1) & (on.door.total_lb > SINGLE_LIMIT_LB)
    unusual = lone | near.duplex | (near.count == 4)
    return np.lexsort((error, near.wire_volume, ~in_van, unusual, np.floor(error * 100), short))


def _judged(near: Candidates, row: int, on: DoorRequirements, wanted: Wanted, in_van: bool) -> SpringSet:
    def spring(wire: float, inside: float) -> SpringKind:
        sizes = {"wire_in": float(wire), "inside_diameter_in": float(inside), "length_in": float(near.length_in[row])}
        made = SpringKind(**sizes, material=wanted.material, count=count)
        return wanted.table.applied(made) if wanted.table else made

    count, duplex = int(near.count[row]), bool(near.duplex[row])
    springs = [spring(near.wire_in[row], near.inside_diameter_in[row])]
    if duplex:
        springs.append(spring(near.inner_wire_in[row], near.inner_inside_diameter_in[row]))
    judged = evaluate_set(tuple(springs), on, duplex=duplex)
    return replace(judged, reasons=_reasons(judged, count, on.door, wanted, in_van), in_van=in_van)


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
