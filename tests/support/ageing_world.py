"""Years of a door with real doors' mess: its springs lose some of their rate, its weight and its drag are never quite the same.

`python -m tests.support.ageing_world` tells how many tiring doors are announced in time, and how many steady ones are called tired.
"""

from __future__ import annotations

import sys
from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from hinge.balance.trend import MIDDLE, Seen, Trend, seen_at, trend_of
from tests.support.doors import build_door
from tests.support.world import Kind, World, _really, worlds

KINDS: tuple[Kind, ...] = ("standard", "low_headroom", "high", "extension")
# From one visit to the next: a door takes up damp and dirt, and drags otherwise. Estimates.
WEIGHT_SD, DRAG_LOG_SD, MOST_DRAG_LB = 0.006, 0.15, 30.0


@dataclass(frozen=True)
class Visit:
    """What a year's visit showed, and whether the door still holds half-way up, damp and dirt aside."""

    seen: Seen
    holds: bool


def years_of(world: World, loss: float, years: int, chance: np.random.Generator, off: float | None = None) -> Iterator[Visit]:
    """A visit a year to a door set as well as can be, or at `off`, read by letting go and with a gauge; `loss` of rate a year [share]."""
    off, at = world.best_off() if off is None else off, world.told.door.height_in * np.array(MIDDLE)
    for year in range(years):
        tired = replace(world, carrier=_really(world.carrier, 1 - loss * year))
        door = world.moves.door
        weights = tuple(weight * chance.normal(1, WEIGHT_SD) for weight in door.weights_lb)
        damp = build_door(door.height_in, tuple(door.heights_in), weights)
        today = replace(tired, moves=replace(world.moves, door=damp, drag_lb=world.moves.drag_lb * np.exp(chance.normal(0, DRAG_LOG_SD))))
        readings = [today.let_go(height, off) for height in (42, 54)]
        readings += [one for height in (42, 54) for one in today.pulled(height, off, chance)]
        seen = seen_at(float(year), world.told, readings, 0)
        assert seen is not None
        yield Visit(seen, abs(float(tired.net(at, off).mean())) <= float(tired.moves.drag(at).mean()))


def heavier_at_once(world: World, pounds_lb: float, in_year: int, years: int, chance: np.random.Generator) -> list[Seen]:
    """A visit a year to a door whose springs never tire, and to which something was added before one of the visits [lb]."""
    seen, off = [], world.best_off()
    for year in range(years):
        added = pounds_lb if year >= in_year else 0.0
        door = world.moves.door
        weights = tuple(weight + added / len(door.weights_lb) for weight in door.weights_lb)
        heavier = replace(world, moves=replace(world.moves, door=build_door(door.height_in, tuple(door.heights_in), weights)))
        (visit,) = list(years_of(heavier, 0.0, 1, chance, off))
        seen.append(replace(visit.seen, year=float(year)))
    return seen


def announced(visits: list[Visit]) -> tuple[int, Trend] | None:
    """The first year in which it is said that the door tires, and what is said then."""
    for year in range(2, len(visits)):
        trend = trend_of([one.seen for one in visits[: year + 1]])
        if trend is not None and trend.sure:
            return year, trend
    return None


def usual_worlds(count: int, seed: int) -> Iterator[World]:
    """Doors whose springs are right and that do not drag too much to be judged."""
    return (one for one in worlds(count, seed, KINDS) if not one.wrong and one.moves.drag_lb.mean() <= MOST_DRAG_LB)


def steady_called_tired(count: int, seed: int, years: int = 8) -> tuple[int, int]:
    """How many steady doors are called tired, of how many."""
    chance, doors = np.random.default_rng(seed), list(usual_worlds(count, seed))
    return sum(announced(list(years_of(one, 0.0, years, chance))) is not None for one in doors), len(doors)


def tiring_in_time(count: int, seed: int, loss: float, years: int = 14) -> tuple[int, int]:
    """How many doors are announced a year or more before they no longer hold, of those that hold for five years at least."""
    chance, in_time, asked = np.random.default_rng(seed), 0, 0
    for one in usual_worlds(count, seed):
        visits = list(years_of(one, loss, years, chance))
        leaves = next((year for year, visit in enumerate(visits) if not visit.holds), None)
        if leaves is None or leaves < 5:
            continue
        said, asked = announced(visits), asked + 1
        in_time += said is not None and said[0] <= leaves - 1
    return in_time, asked


if __name__ == "__main__":
    wrong, steady = steady_called_tired(285, 2027)
    sys.stdout.write(f"steady doors called tired: {wrong} of {steady}\n")
    for cycles in (1000, 1500):
        good, tiring = tiring_in_time(90, 2027, cycles / 1000 / 100)
        sys.stdout.write(f"{cycles} cycles a year, 1 % of rate lost each 1000: announced a year before in {good} of {tiring}\n")
