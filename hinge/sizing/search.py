"""The search for sets: every wire × inside diameter × half-inch length, singly and in pairs."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

import numpy as np

from hinge.arrays import Bools, Floats, Rows
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.errors import require_between
from hinge.sizing.evaluate import Need, Profile, need_of, profile
from hinge.sizing.ideal import Ideal, conditions
from hinge.springs.drums import FlatDrum
from hinge.springs.life import Life, life_range, likely_cycles
from hinge.springs.torsion import DEAD_COILS, TorsionSpring, bending_stress, rate
from hinge.springs.wire import DEFAULT_MATERIAL, Stock, material_named, stock

COUNTS = (1, 2)
SHAFT_CLEARANCE_IN = 0.125
CONES_AND_BEARING_IN = 6.0  # cones, centre bearing and a finger's room; common practice, no source
SINGLE_LIMIT_LB = 110.0  # above this a single spring pulls too hard from one side; common practice, no source


@dataclass(frozen=True)
class Wanted:
    """What is asked of a set: cycles, rate tolerance (a share), shaft diameter and room on it [in]."""

    cycles: float = 10_000
    rate_tolerance: float = 0.03
    shaft_diameter_in: float = 1.0
    shaft_length_in: float | None = None
    material: str = DEFAULT_MATERIAL
    most: int = 24


@dataclass(frozen=True)
class SpringSet:
    """A set judged against a door. `rate_error` is a share of the ideal rate."""

    spring: TorsionSpring
    count: int
    rate_lbin_per_turn: float
    rate_error: float
    quarter_turns: int
    stress_psi: float
    life: Life
    profile: Profile
    reasons: tuple[str, ...]


@dataclass(frozen=True)
class Search:
    """The ideal and the sets that come near it, best first; `found` counts all within tolerance."""

    ideal: Ideal
    found: int
    sets: tuple[SpringSet, ...]


@dataclass(frozen=True)
class Candidates:
    """Columns of equal length, one row a candidate: sizes [in], count, set rate [lb·in/turn]."""

    wire_in: Floats
    inside_diameter_in: Floats
    length_in: Floats
    count: Floats
    rate_lbin_per_turn: Floats

    def rows(self, keep: Rows) -> Candidates:
        """The candidates of those rows."""
        return Candidates(*(getattr(self, name)[keep] for name in self.__dataclass_fields__))


def find_sets(door: Door, track: Track, drum: FlatDrum, wanted: Wanted | None = None, sizes: Stock | None = None) -> Search:
    """Search every stock size for sets whose rate is right for this door.

    Ranked by: rate error in whole per cents → meets the cycles → the count that suits the door
    (a pair on all but light ones) → lighter wire. Raises OutOfRange.
    """
    wanted = wanted or Wanted()
    _check(wanted)
    need = conditions(door, track, drum)
    ideal = need.ideal()
    near = within_tolerance(
        all_candidates(wanted.material, sizes) if sizes else _stock_candidates(wanted.material), ideal.rate_lbin_per_turn, wanted
    )
    turns = np.round(need.turns_for(near.rate_lbin_per_turn) * 4) / 4
    fits = np.flatnonzero(_fits(near, turns, wanted))
    near, turns = near.rows(fits), turns[fits]
    order = _rank(near, turns, ideal, door, wanted)
    best = order[: wanted.most]
    travel = need_of(door, track)
    return Search(ideal, len(order), tuple(_judge(near, int(row), turns, ideal, (door, drum, travel), wanted) for row in best))


def all_candidates(material: str, sizes: Stock) -> Candidates:
    """Every wire × inside diameter × length × count with at least three active coils."""
    wire, diameter, length = (axis.ravel() for axis in np.meshgrid(sizes.wire_in, sizes.inside_diameter_in, sizes.length_in, indexing="ij"))
    real = (length / wire - DEAD_COILS >= 3) & (diameter / wire + 1 >= 4)
    wire, diameter, length = wire[real], diameter[real], length[real]
    each = rate(wire, diameter, length, material_named(material))
    counts = np.repeat(np.asarray(COUNTS, dtype=float), len(wire))
    wire, diameter, length, each = (np.tile(column, len(COUNTS)) for column in (wire, diameter, length, each))
    return Candidates(wire, diameter, length, counts, each * counts)


@cache
def _stock_candidates(material: str) -> Candidates:
    return all_candidates(material, stock())


def within_tolerance(candidates: Candidates, ideal_rate: float, wanted: Wanted) -> Candidates:
    """Those whose set rate lies within the tolerance of the ideal rate [lb·in/turn]."""
    error = candidates.rate_lbin_per_turn / ideal_rate - 1
    return candidates.rows(np.flatnonzero(np.abs(error) <= wanted.rate_tolerance))


def judge_springs(
    springs: list[tuple[TorsionSpring, int]], door: Door, track: Track, drum: FlatDrum, quarter_turns: int | None = None
) -> SpringSet:
    """Judge what is on the door the same way as a proposed set.

    Parameters: each kind of spring with its count; `quarter_turns` wound, by default what suits
    the set. Life is that of the hardest-worked spring. Mismatched springs are judged, not proposed.
    """
    need = conditions(door, track, drum)
    ideal = need.ideal()
    total = sum(spring.rate_lbin_per_turn * count for spring, count in springs)
    quarters = round(float(need.turns_for(total)) * 4) if quarter_turns is None else quarter_turns
    turns = quarters / 4
    lives = [_life(spring, turns) for spring, _ in springs]
    weakest = min(range(len(springs)), key=lambda place: lives[place][1].likely)
    reasons = ["mismatched springs on one shaft"] if len(springs) > 1 else []
    return SpringSet(
        springs[weakest][0],
        sum(count for _, count in springs),
        total,
        total / ideal.rate_lbin_per_turn - 1,
        quarters,
        *lives[weakest],
        profile(door, track, drum, total, turns),
        tuple(reasons),
    )


def _check(wanted: Wanted) -> None:
    require_between("cycles", wanted.cycles, 1_000, 1_000_000, "cycles")
    require_between("options.rate_tolerance", wanted.rate_tolerance, 0.001, 0.2, "")
    require_between("options.shaft_diameter_in", wanted.shaft_diameter_in, 0.5, 3, "in")
    if wanted.shaft_length_in is not None:
        require_between("options.shaft_length_in", wanted.shaft_length_in, 20, 400, "in")
    require_between("options.most", wanted.most, 1, 500, "")


def _fits(near: Candidates, turns: Floats, wanted: Wanted) -> Bools:
    coils = near.length_in / near.wire_in - DEAD_COILS
    wound_id = (near.inside_diameter_in + near.wire_in) * coils / (coils + turns) - near.wire_in
    fits = wound_id >= wanted.shaft_diameter_in + SHAFT_CLEARANCE_IN
    if wanted.shaft_length_in is not None:
        needed = near.count * (near.length_in + near.wire_in * turns) + CONES_AND_BEARING_IN
        fits &= needed <= wanted.shaft_length_in
    return fits


def _rank(near: Candidates, turns: Floats, ideal: Ideal, door: Door, wanted: Wanted) -> Rows:
    error = np.abs(near.rate_lbin_per_turn / ideal.rate_lbin_per_turn - 1)
    stress = bending_stress(near.rate_lbin_per_turn / near.count * turns, near.wire_in)
    short = likely_cycles(stress, near.wire_in, material_named(wanted.material)) < wanted.cycles
    lone = (near.count == 1) & (door.weight_lb > SINGLE_LIMIT_LB)
    wire_mass = near.count * near.length_in * near.wire_in * (near.inside_diameter_in + near.wire_in)
    return np.lexsort((error, wire_mass, lone, short, np.floor(error * 100)))


def _life(spring: TorsionSpring, turns: float) -> tuple[float, Life]:
    stress = float(bending_stress(spring.rate_lbin_per_turn * turns, spring.wire_in))
    return stress, life_range(stress, spring.wire_in, material_named(spring.material))


def _judge(near: Candidates, row: int, turns: Floats, ideal: Ideal, on: tuple[Door, FlatDrum, Need], wanted: Wanted) -> SpringSet:
    spring = TorsionSpring(float(near.wire_in[row]), float(near.inside_diameter_in[row]), float(near.length_in[row]), wanted.material)
    door, drum, travel = on
    count, total = int(near.count[row]), float(near.rate_lbin_per_turn[row])
    stress, life = _life(spring, float(turns[row]))
    error = total / ideal.rate_lbin_per_turn - 1
    quarters = round(float(turns[row]) * 4)
    return SpringSet(
        spring,
        count,
        total,
        error,
        quarters,
        stress,
        life,
        travel.profile(drum, total, quarters / 4),
        _reasons(error, life, count, door, wanted),
    )


def _reasons(error: float, life: Life, count: int, door: Door, wanted: Wanted) -> tuple[str, ...]:
    cycles = f"{wanted.cycles:,.0f}".replace(",", " ")
    reasons = [f"rate {error:+.1%} of what the door needs".replace("%", " %")]
    if life.low >= wanted.cycles:
        reasons.append(f"outlasts {cycles} cycles at the low end too")
    elif life.likely >= wanted.cycles:
        reasons.append(f"likely to outlast {cycles} cycles")
    else:
        reasons.append(f"short of {cycles} cycles")
    if count == 2:
        reasons.append("a matched pair shares the load")
    elif door.weight_lb > SINGLE_LIMIT_LB:
        reasons.append("a single pulls from one side: not advised on this weight")
    else:
        reasons.append("a single will do on a light door")
    return tuple(reasons)
