"""Doors with what no fit was made on: each kind of mess by itself, and how the advice ends on each.

`python -m tests.support.mess 60` works on so many doors of each kind of mess, over every kind of counterbalance.
"""

from __future__ import annotations

import sys
from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from hinge.balance.readings import Reading
from tests.support.world import Ended, Tally, World, _really, work_on, worlds

Mess = Callable[[World, np.random.Generator], World]
ARM_LB = 70.0


def sticky(world: World, chance: np.random.Generator) -> World:
    """A roller that binds at one height."""
    drag = world.moves.drag_lb.copy()
    drag[int(chance.integers(1, len(drag) - 1))] += chance.uniform(10, 25)
    return replace(world, moves=replace(world.moves, drag_lb=drag))


def heavier(world: World, chance: np.random.Generator, share: float) -> World:
    """A door that weighs more than told by a share."""
    door = world.moves.door
    return replace(world, moves=replace(world.moves, door=door.weighing(door.total_lb * (1 + share))))


def wet(world: World, chance: np.random.Generator) -> World:
    """Wood that took up water."""
    return heavier(world, chance, float(chance.uniform(0.03, 0.08)))


def misweighed(world: World, chance: np.random.Generator) -> World:
    """A weight told fifteen per cent off, either way: the springs chosen for it are wrong for this door."""
    return replace(heavier(world, chance, 0.15 * float(chance.choice([-1, 1]))), wrong=True)


def one_tired(world: World, chance: np.random.Generator) -> World:
    """One spring of two tired by eight per cent."""
    return replace(world, carrier=_really(world.carrier, 0.96))


def slipped(world: World, chance: np.random.Generator) -> World:
    """A cone slipped by a quarter, on one of two springs."""
    return replace(world, off=world.off - world.told.carrier.step.size * 0.5)


@dataclass(frozen=True)
class Misread(World):
    """A door whose heights are read two inches off."""

    by_in: float = 2.0

    def let_go(self, height_in: float, off: float) -> Reading:
        return (
            super()
            .let_go(min(max(height_in + self._by(height_in), 0.0), self.moves.door.height_in), off)
            .model_copy(update={"height_in": height_in})
        )

    def _by(self, height_in: float) -> float:
        return self.by_in if int(height_in) % 2 else -self.by_in


@dataclass(frozen=True)
class Misjudged(World):
    """A door whose hand forces are read twenty per cent off."""

    def pulled(self, height_in: float, off: float, chance: np.random.Generator) -> list[Reading]:
        times = float(chance.uniform(0.8, 1.2))
        return [one.model_copy(update={"force_lb": round((one.force_lb or 0.0) * times)}) for one in super().pulled(height_in, off, chance)]


@dataclass(frozen=True)
class Joined(World):
    """A door whose arm is still on its opener: it holds everywhere, and a hand moves it hardly."""

    def let_go(self, height_in: float, off: float) -> Reading:
        return Reading(height_in=height_in, outcome="holds")

    def pulled(self, height_in: float, off: float, chance: np.random.Generator) -> list[Reading]:
        return [
            Reading(height_in=height_in, force_lb=ARM_LB, direction="raising"),
            Reading(height_in=height_in, force_lb=-ARM_LB, direction="lowering"),
        ]


def joined(world: World, chance: np.random.Generator) -> World:
    """The opener's arm still on."""
    return _as(Joined, moves=replace(world.moves, drag_lb=np.full(7, ARM_LB)))(world, chance)


def _as(kind: type[World], **changed: object) -> Mess:
    return lambda world, _: kind(**{name: getattr(world, name) for name in World.__dataclass_fields__} | changed)


MESSES: dict[str, Mess] = {
    "plain": lambda world, _: world,
    "sticky roller": sticky,
    "wet wood": wet,
    "weight 15 % off": misweighed,
    "heights 2 in off": _as(Misread),
    "forces 20 % off": _as(Misjudged),
    "one spring tired": one_tired,
    "a cone slipped": slipped,
    "arm attached": joined,
}


def ended(name: str, count: int, seed: int) -> list[Ended]:
    """How it ends on so many doors with one kind of mess."""
    chance = np.random.default_rng(seed)
    return [work_on(MESSES[name](world, chance), seed + place) for place, world in enumerate(worlds(count, seed))]


# That the readings and what hangs there do not agree, and that it be weighed, is the right call where the weight is what is wrong.
WEIGHT_IS_WRONG = ("wet wood", "weight 15 % off")


def rightly(name: str, one: Ended) -> bool:
    """Whether it ended well, or in the right call for what is the matter."""
    weigh_it = one.advice.kind == "measure_more" and one.advice.next_height_in is None
    return one.well or (weigh_it and name in WEIGHT_IS_WRONG)


if __name__ == "__main__":
    count = int(sys.argv[1])
    for place, name in enumerate(MESSES):
        found = ended(name, count, 4100 + place)
        read = sorted(one.readings for one in found)
        freed = sum(one.advice.kind == "free_up" for one in found)
        right = sum(rightly(name, one) for one in found) / count
        last = read[int(0.95 * (len(read) - 1))]
        sys.stdout.write(f"{name}: well or rightly called {right:.1%}, {Tally(found)}, 95 % within {last}, freed up {freed} of {count}\n")
