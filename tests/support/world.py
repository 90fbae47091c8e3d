"""Doors with the mess that real ones have, and a technician who does what the advice says: how does it end?

Nothing here is the model the advice computes with: doors move as the simulated sites' do, springs pull a little other than their
formula says, one pair in five is wrong.
"""

from __future__ import annotations

import sys
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from hinge.arrays import Floats
from hinge.balance.advice import FRICTION_LIMIT_LB, Advice
from hinge.balance.fit import GAUGE_SD_LB, DoorAssembly, fit_readings
from hinge.balance.readings import Reading, reading_heights
from hinge.practice.mechanics import DoorInMotion, Lift, door_in_motion
from hinge.sizing.ideal import conditions
from hinge.sizing.picks import pick_extension, pick_plates
from hinge.springs.counterbalance import Counterbalance, TorsionOnShaft
from hinge.springs.counterweight import CounterweightOnDrum
from hinge.springs.extension import PairAtWork
from tests.support.advice import advise
from tests.support.doors import FOUR_INCH, build_door, build_flat_drum, build_hub, build_tapered_drum, build_track

RIGHT_RATE_SD, WRONG_RATE = 0.01, (0.20, 0.35)
MOST_ROUNDS = 25
Kind = Literal["standard", "low_headroom", "high", "vertical", "extension", "counterweight"]
KINDS: tuple[Kind, ...] = ("standard", "low_headroom", "high", "vertical", "extension", "counterweight")
DRAGS = 0.07


@dataclass(frozen=True)
class World:
    """A door as told, and as it is: how it moves, what carries it really, and how far the setting is off."""

    told: DoorAssembly
    moves: DoorInMotion
    carrier: Counterbalance
    off: float
    wrong: bool

    @property
    def heights_in(self) -> Floats:
        """Where it is judged: from a foot up to just below open."""
        return np.linspace(12, self.told.door.height_in - 6, 13)

    def net(self, heights_in: Floats, off: float) -> Floats:
        """The hand force without drag [lb]."""
        return self.moves.net(heights_in, self._lift(off))

    def _lift(self, off: float) -> Lift:
        return lambda heights_in: self.carrier.lift(heights_in, off)

    def let_go(self, height_in: float, off: float) -> Reading:
        """What it does when let go."""
        return Reading(height_in=height_in, outcome=self.moves.let_go(height_in, self._lift(off)))

    def pulled(self, height_in: float, off: float, chance: np.random.Generator) -> list[Reading]:
        """The hand forces up and down, read with a gauge."""
        up, down = self.moves.pull(height_in, self._lift(off))
        return [
            Reading.model_validate({"height_in": height_in, "force_lb": round(force + chance.normal(0, GAUGE_SD_LB)), "direction": way})
            for way, force in (("raising", up), ("lowering", down))
        ]

    def left(self, off: float) -> float:
        """The force left along the travel, root mean square [lb]."""
        return float(np.sqrt((self.net(self.heights_in, off) ** 2).mean()))

    def best_off(self) -> float:
        """The setting, in whole steps from where it stands, at which least is left along the travel."""
        steps = np.arange(-24, 25) * self.told.carrier.step.size
        return float(self.off + steps[np.argmin([self.left(self.off + step) for step in steps])])

    @property
    def shows_itself(self) -> bool:
        """Whether, set as well as can be, it would still not hold somewhere it is read."""
        at, off = np.array(reading_heights(self.door.height_in)[1:-1]), self.best_off()
        return bool((np.abs(self.net(at, off)) > self.moves.drag(at)).any())


def worlds(count: int, seed: int, kinds: tuple[Kind, ...] = KINDS) -> Iterator[World]:
    """So many doors of every kind in turn."""
    chance = np.random.default_rng(seed)
    for place in range(count):
        yield _world(chance, kinds[place % len(kinds)])


def _told(chance: np.random.Generator, kind: Kind) -> DoorAssembly:
    count = int(chance.integers(4, 6))
    door = build_door(21.0 * count, section_count=count, weight_lb=float(round(chance.uniform(100, 230))))
    if kind == "extension":
        return DoorAssembly(door, build_track(12, 2), pick_extension(door, build_track(12, 2)).pair)
    if kind == "counterweight":
        up = build_track(12, lift="vertical")
        return DoorAssembly(door, up, pick_plates(door, up, FOUR_INCH, build_hub(2, 0.01, 12)).carrier)
    lift = float(chance.uniform(12, 48))
    track, drum = {
        "standard": (build_track(15, 3), build_flat_drum(4, 0.125)),
        "low_headroom": (build_track(12, lift="low_headroom"), build_flat_drum(4, 0.125)),
        "high": (build_track(12, 2, "high", high_lift_in=lift), build_tapered_drum("high_lift", 4, 6, 3.6, 0.125, taper_used_in=lift)),
        "vertical": (build_track(12, lift="vertical"), build_tapered_drum("vertical", 3, 8, 7.8, 0.125)),
    }[kind]
    ideal = conditions(door, track, drum).ideal()
    return DoorAssembly(door, track, TorsionOnShaft(ideal.rate_lbin_per_turn, ideal.quarter_turns / 4, drum))


def _world(chance: np.random.Generator, kind: Kind) -> World:
    told = _told(chance, kind)
    wrong = bool(chance.random() < 0.2) and kind != "counterweight"
    share = 1 + (chance.uniform(*WRONG_RATE) * chance.choice([-1, 1]) if wrong else chance.normal(0, RIGHT_RATE_SD))
    moves = door_in_motion(told.door, told.track, chance, drags=DRAGS)
    step = told.carrier.step
    return World(told, moves, _really(told.carrier, share), float(chance.normal(0, step.setting_sd)), wrong)


def _really(carrier: Counterbalance, share: float) -> Counterbalance:
    """What carries it when its springs pull so many times what they are said to."""
    if isinstance(carrier, TorsionOnShaft):
        return replace(carrier, rate_lbin_per_turn=carrier.rate_lbin_per_turn * share)
    if isinstance(carrier, PairAtWork):
        return replace(carrier, rate_lb_per_in=carrier.rate_lb_per_in * share)
    assert isinstance(carrier, CounterweightOnDrum)
    return replace(carrier, stack_lb=carrier.stack_lb * share)


@dataclass(frozen=True)
class Ended:
    """How it ended: the last advice, steps from the best setting, readings taken, and what was said the wrong way.

    A pull up and down at one height is one reading, though each way is an entry of its own.
    `inside`: whether friction and setting lie within their stated ranges.
    """

    world: World
    advice: Advice
    steps_off: float
    readings: int
    wrong_way: int
    holds: bool
    inside: tuple[bool, bool]

    @property
    def well(self) -> bool:
        """Within one step of the best, or holding wherever it is let go, or rightly called for what it is."""
        drags = float(self.world.moves.drag_lb.mean()) > FRICTION_LIMIT_LB
        if self.advice.kind == "free_up":
            return drags
        if self.advice.kind == "resize":
            return self.world.wrong
        return self.advice.kind == "leave" and (abs(self.steps_off) <= 1 or self.holds)


Gauge = Literal["none", "offered", "always"]


def work_on(world: World, seed: int, gauge: Gauge = "offered") -> Ended:
    """Read where the advice asks, trim as it says, until it says something else; with a hook gauge where it offers that, or always."""
    chance = np.random.default_rng(seed)
    told, off, trimmed = world.told, world.off, 0
    taken: list[tuple[Reading, int]] = []
    wrong_way = 0
    for _ in range(MOST_ROUNDS):
        carrier = _set(told.carrier, trimmed)
        readings = [one for one, _ in taken]
        offs = [(at - trimmed) * told.carrier.step.size for _, at in taken]
        _, advice = advise(DoorAssembly(told.door, told.track, carrier), readings, 2, None, offs)
        if advice.kind == "measure_more" and advice.next_height_in is not None:
            at = advice.next_height_in
            new = world.pulled(at, off, chance) if gauge == "always" else [world.let_go(at, off)]
            taken += [(one, trimmed) for one in new]
        elif advice.pull_at_in is not None and gauge != "none":
            taken += [(one, trimmed) for one in world.pulled(advice.pull_at_in, off, chance)]
        elif advice.kind == "trim":
            ways = {one.outcome.split("_")[1] for one, at in taken if at == trimmed and one.outcome not in (None, "holds")}
            wrong_way += ways == ({"up"} if advice.steps > 0 else {"down"})
            trimmed += advice.steps
            off += advice.steps * told.carrier.step.size
        else:
            break
    steps_off = (off - world.best_off()) / told.carrier.step.size
    holds = all(world.let_go(float(at), off).outcome == "holds" for at in world.heights_in)
    offs = [(at - trimmed) * told.carrier.step.size for _, at in taken]
    fit = fit_readings(DoorAssembly(told.door, told.track, _set(told.carrier, trimmed)), [one for one, _ in taken], None, offs)
    drag_in = fit.friction_lb.low <= float(world.moves.drag_lb.mean()) <= fit.friction_lb.high
    set_in = fit.setting_error.low <= world.off <= fit.setting_error.high
    read = sum(one.direction != "lowering" for one, _ in taken)
    return Ended(world, advice, steps_off, read, wrong_way, holds, (drag_in, set_in))


def _set(carrier: Counterbalance, steps: int) -> Counterbalance:
    """What carries it as told, after so many steps of trim."""
    if isinstance(carrier, TorsionOnShaft):
        return replace(carrier, turns=carrier.turns + steps * carrier.step.size)
    if isinstance(carrier, PairAtWork):
        return replace(carrier, open_stretch_in=carrier.open_stretch_in + steps * carrier.step.size)
    assert isinstance(carrier, CounterweightOnDrum)
    return replace(carrier, stack_lb=carrier.stack_lb + steps * carrier.step.size)


@dataclass(frozen=True)
class Tally:
    """Shares over many doors."""

    ended: list[Ended]

    @property
    def well(self) -> float:
        """Ended well."""
        return float(np.mean([one.well for one in self.ended]))

    @property
    def wrong_found(self) -> float:
        """Wrong pairs that show themselves and were called wrong."""
        shown = [one for one in self.ended if one.world.wrong and one.world.shows_itself and one.advice.kind != "free_up"]
        return float(np.mean([one.advice.kind == "resize" for one in shown])) if shown else float("nan")

    @property
    def right_blamed(self) -> float:
        """Right springs called wrong."""
        right = [one for one in self.ended if not one.world.wrong]
        return float(np.mean([one.advice.kind == "resize" for one in right]))

    @property
    def inside(self) -> float:
        """Stated ranges, of friction and of setting, that hold the truth at the end."""
        return float(np.mean([one.inside for one in self.ended]))

    @property
    def wrong_way(self) -> int:
        """Trims that would have made every moving reading worse."""
        return sum(one.wrong_way for one in self.ended)

    @property
    def readings(self) -> float:
        """Readings taken, the median."""
        return float(np.median([one.readings for one in self.ended]))

    def __str__(self) -> str:
        return (
            f"well {self.well:.1%}, wrong found {self.wrong_found:.1%}, right blamed {self.right_blamed:.1%}, "
            f"inside {self.inside:.1%}, wrong way {self.wrong_way}, readings {self.readings:g}"
        )


def tally(count: int, seed: int, kinds: tuple[Kind, ...] = KINDS, gauge: Gauge = "offered") -> Tally:
    """Work on so many doors."""
    return Tally([work_on(world, place, gauge) for place, world in enumerate(worlds(count, seed, kinds))])


if __name__ == "__main__":
    for named in KINDS:
        sys.stdout.write(f"{named}: {tally(int(sys.argv[1]) // len(KINDS), 101, (named,))}\n")
    sys.stdout.write(f"of every kind, without a gauge: {tally(int(sys.argv[1]), 777, gauge='none')}\n")
