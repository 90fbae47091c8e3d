"""The evidence an advice on a balance goes by: what was read, the doors this one could be, and what each trim would do to them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from hinge.arrays import Floats
from hinge.balance.fit import GAUGE_SD_LB, MODEL_SD_LB, DoorAssembly, Doors, Fit, chance_of, net_of
from hinge.balance.readings import Outcome, Reading
from hinge.balance.wording import surprise_sentence
from hinge.door.lift import required_lift
from hinge.sizing.ideal import HOLD_UP_SHARE, first_condition

LOW_SHARE, HIGH_SHARE = 0.35, 0.65  # of the travel: below is low, above is high; estimate
FROM_IN, CLEAR_OF_OPEN_IN, JUDGED = 12.0, 6.0, 9  # where along the travel a setting is judged, and at how many heights
# How sure is sure enough: chosen on simulated doors (tests/support/world.py), no source.
SURE, LIKELY, NEARLY = 0.6, 0.88, 0.85
CONVINCED, DOUBTED, SUSPECTED = 0.9, 0.2, 0.06  # that the springs are wrong: at once, after enough readings, to read on for
TILT_SHARE = 0.05  # of the weight, left at either end by springs a tenth too weak or too strong: beyond that they are wrong; estimate
NOT_EXPECTED = 0.04
NOT_BELIEVED = 0.06  # so unlikely a hold is asked about: is the door free, and does it move under a hand; estimate
ENOUGH, MOST, LONG = 6, 8, 14  # readings at one setting; at all of them
RIGHT, HARDLY, LOOKED_FOR = 0.7, 0.15, 4  # sure enough that the setting is right; that it may hold there; how often it is looked for
WORTH_LB = 0.5  # a trim that gains less along the travel is not worth a bar
FEW = 5  # below so many readings a door that held every time has told little of its setting: its drag may hide it
LIKELY_DOORS = 800


@dataclass(frozen=True)
class Trims:
    """What trimming would do to the doors this one could be.

    `steps` from the setting as it is; `left_lb` the force then left along the travel, root mean square, shape (steps, doors).
    """

    steps: Floats
    left_lb: Floats

    @property
    def best(self) -> Floats:
        """The step that serves each door best, shape (doors,)."""
        return np.asarray(self.steps[np.argmin(self.left_lb, axis=0)])

    @property
    def excess_lb(self) -> Floats:
        """How much worse each step is than each door's best, on the whole [lb]."""
        return np.asarray((self.left_lb - self.left_lb.min(axis=0)).mean(axis=1))


@dataclass(frozen=True)
class Case:
    """A door with its readings and what fits them.

    `readings` at any setting, `current` those at the setting as it is that were no toss; `spring_count` springs on the shaft;
    `surprise` the sentence of a reading that what hangs there would hardly give; `unbelieved` a height [in] at which the door was said to
    hold though what hangs there leaves it so far off [lb].
    """

    hung: DoorAssembly
    readings: list[Reading]
    current: list[Reading]
    fit: Fit
    spring_count: int
    surprise: str
    unbelieved: tuple[float, float] | None = None

    @cached_property
    def doors(self) -> Doors:
        """The likely doors."""
        return self.fit.doors.likely(LIKELY_DOORS)

    @cached_property
    def trims(self) -> Trims:
        """What every trim would do to them."""
        return trims_of(self.hung, self.doors)

    @cached_property
    def wrong(self) -> float:
        """How likely what carries the door is a wrong one."""
        return wrong_carrier(self.hung, self.doors, self.trims)

    @cached_property
    def steps(self) -> int:
        """The trim that leaves least along the travel."""
        return best_step(self.hung, self.trims, spread_out(self.hung, self.current))

    @property
    def enough(self) -> bool:
        """Whether it was read as often as a door is worth."""
        return len(self.current) >= ENOUGH or len(self.readings) >= LONG

    @property
    def holding(self) -> bool:
        """Whether it held wherever it was let go."""
        return {reading.outcome for reading in self.current} - {None} == {"holds"}

    @property
    def pulled(self) -> bool:
        """Whether a gauge was read both ways."""
        return pulled_both_ways(self.current)

    @property
    def heard_once(self) -> bool:
        """Whether low, middle and high were each read."""
        return heard_everywhere(self.hung, self.current)

    @cached_property
    def heard(self) -> bool:
        """Whether low, middle and high were read, and what carries it is beyond suspicion."""
        suspect = DOUBTED if self.pulled and self.holding else SUSPECTED
        return self.heard_once and (self.enough or self.wrong < suspect)

    @cached_property
    def hidden(self) -> bool:
        """Whether pulls show a trim of more than one step that holding hides: one step is less than a hand would feel."""
        more = bool(np.mean(np.sign(self.steps) * self.trims.best > 1) > SURE)
        return self.pulled and more and worth_a_trim(self.trims, self.steps)


def pulled_both_ways(readings: Sequence[Reading]) -> bool:
    """Whether a gauge was read both ways: one way alone does not tell drag from a wrong setting."""
    return {"raising", "lowering"} <= {reading.direction for reading in readings}


def wrong_carrier(hung: DoorAssembly, doors: Doors, trims: Trims) -> float:
    """How likely what carries it is a wrong one: it is far from what this weight wants, and no setting makes the door hold everywhere."""
    set_best = replace(doors, setting_error=doors.setting_error + trims.best * hung.carrier.step.size)
    moves = (np.abs(net_of(hung, set_best, _judged(hung))) > doors.friction_lb).any(axis=0)
    # What the nearest size sold leaves is nobody's mistake.
    left = np.clip(tilt_lb(hung, np.array([hung.door.total_lb]), np.ones(1)), -hung.carrier.step.coarse_lb, hung.carrier.step.coarse_lb)
    return float(np.mean(moves & (np.abs(tilt_lb(hung, doors.weight_lb, doors.pull) - left) > TILT_SHARE * doors.weight_lb)))


def set_right(trims: Trims) -> bool:
    """Whether the setting is right to the nearest step on most of the doors this one could be."""
    return bool(np.mean(np.abs(trims.best) <= 1) > RIGHT)


def likeliest_hold(hung: DoorAssembly, now: list[Reading], doors: Doors) -> float | None:
    """Where it likeliest holds among the heights at which it must [in], clear of those read; None where there is none left."""
    band = hung.holds_at
    heights = np.arange(band.from_in, min(band.to_in, hung.door.height_in - CLEAR_OF_OPEN_IN) + 0.1, 2.0)
    away = np.min([np.abs(heights - reading.height_in) for reading in now], axis=0)
    holds = np.where(away >= 2, (np.abs(net_of(hung, doors, heights)) <= doors.friction_lb).mean(axis=1), 0.0)
    return float(heights[np.argmax(holds)]) if len(heights) and holds.max() > HARDLY else None


def first_height(hung: DoorAssembly) -> float:
    """Where to begin [in]: in the middle of where it must hold, on a low door no higher than three quarters of it."""
    band = hung.holds_at
    return min((band.from_in + band.to_in) / 2, 0.75 * hung.door.height_in)


def holding_fraction(hung: DoorAssembly, doors: Doors) -> float:
    """The share of the heights it is judged at where it likely holds, or nearly."""
    return float((np.abs(net_of(hung, doors, _judged(hung))) <= doors.friction_lb + MODEL_SD_LB).mean())


def _judged(hung: DoorAssembly) -> Floats:
    low = max(FROM_IN, first_condition(hung.track))
    return np.linspace(low, hung.door.height_in - CLEAR_OF_OPEN_IN, JUDGED)


def trims_of(hung: DoorAssembly, doors: Doors) -> Trims:
    """What every step would leave on each of the doors, at the heights a setting is judged at."""
    step, heights = hung.carrier.step, _judged(hung)
    steps = np.arange(-3 * step.most, 3 * step.most + 1)
    left = [np.sqrt((net_of(hung, doors, heights, float(one * step.size)) ** 2).mean(axis=0)) for one in steps]
    return Trims(steps.astype(float), np.array(left))


def tilt_lb(hung: DoorAssembly, weight_lb: Floats, pull: Floats) -> Floats:
    """What every door is left with at either end, set to share it evenly [lb]: + = heavy at the first condition, hot at open.

    Springs of the right pull leave none. Told by the springs alone: a lean or a bow that no model has is not their fault.
    """
    at = np.array([first_condition(hung.track), hung.door.height_in])
    need = required_lift(hung.door, hung.track, at) / hung.door.total_lb + np.array([0.0, HOLD_UP_SHARE])
    # Well wound, so that none has run out of turns at open; how far is shared out again below.
    wound, more = (hung.carrier.lift(at, hung.carrier.step.size * steps)[:, None] for steps in (8, 12))
    left = need[:, None] * weight_lb - pull * wound
    gain = (more - wound)[:, 0]
    return np.asarray(left[0] - gain[0] * left.sum(axis=0) / gain.sum())


def best_step(hung: DoorAssembly, trims: Trims, spread_out: bool) -> int:
    """The trim that leaves least along the travel on the whole, no more at once than is usual."""
    step = hung.carrier.step
    best = float(trims.steps[np.argmin(trims.excess_lb)])
    sure = trims.best.std() < 1 or (spread_out and np.mean(np.sign(best) * trims.best >= step.most) > NEARLY)
    most = step.most if sure else step.unsure
    return int(np.clip(best, -most, most))


def worth_a_trim(trims: Trims, steps: int) -> bool:
    """Whether a trim goes the right way on most doors and gains more than a bar is worth."""
    at = dict(zip(trims.steps.tolist(), trims.excess_lb.tolist(), strict=True))
    return bool(np.mean(np.sign(steps) * trims.best > 0) > SURE and at[0] - at[steps] > WORTH_LB)


def against_motion(now: list[Reading], steps: int) -> bool:
    """Whether a trim would drive the door further the way it was seen to go: more lift for one that only goes up, or less for one down."""
    ways = moves(now) | _pulls(now)
    return ways == {"up"} if steps > 0 else ways == {"down"}


def moves(now: list[Reading]) -> set[str]:
    """Which ways the door went when it was let go: up, down."""
    return {reading.outcome.split("_")[1] for reading in now if reading.outcome not in (None, "holds")}


def _pulls(now: list[Reading]) -> set[str]:
    """Which way the hand forces say the door goes: held back on its way down it sinks, pushed on its way up it rises by itself.

    Where it does neither, what it is left with at every height read both ways, once beyond a gauge's doubt and all one way.
    """
    forces = {(one.height_in, one.direction): one.force_lb for one in now if one.force_lb is not None}
    by_itself = {"down" for (_, way), force in forces.items() if way == "lowering" and force > 0}
    by_itself |= {"up" for (_, way), force in forces.items() if way == "raising" and force < 0}
    both = [(forces[at, "raising"] + forces[at, "lowering"]) / 2 for at, way in forces if way == "raising" and (at, "lowering") in forces]
    left = {"down" if net > GAUGE_SD_LB else "up" if net < -GAUGE_SD_LB else "" for net in both}
    return by_itself or (left if len(left) == 1 else set()) - {""}


def read_both_ways(now: list[Reading]) -> float | None:
    """The last height at which it was read going up and going down [in], if any."""
    at: dict[float, list[Reading]] = {}
    for reading in now:
        at.setdefault(reading.height_in, []).append(reading)
    return next((height for height, read in reversed(at.items()) if len(moves(read)) == 2), None)


def _places(hung: DoorAssembly, now: list[Reading]) -> set[str]:
    shares = [reading.height_in / hung.door.height_in for reading in now]
    middle = [hung.holds_at.has(reading.height_in) for reading in now]
    # One reading speaks for one place.
    low = any(share <= LOW_SHARE and not within for share, within in zip(shares, middle, strict=True))
    high = any(share >= HIGH_SHARE and not within for share, within in zip(shares, middle, strict=True))
    return {name for name, heard in (("low", low), ("middle", any(middle)), ("high", high)) if heard}


def heard_everywhere(hung: DoorAssembly, now: list[Reading]) -> bool:
    """Whether it was read low, in the middle and high."""
    return len(_places(hung, now)) == 3


def spread_out(hung: DoorAssembly, now: list[Reading]) -> bool:
    """Whether its readings lie at least a third of the travel apart."""
    heights = [reading.height_in for reading in now]
    return max(heights) - min(heights) >= hung.door.height_in / 3


def in_band(hung: DoorAssembly, now: list[Reading]) -> list[Reading]:
    """The readings at the heights where it must hold."""
    return [reading for reading in now if hung.holds_at.has(reading.height_in)]


def seen_to_hold(hung: DoorAssembly, now: list[Reading]) -> bool:
    """Whether it was seen to hold where it must and ran away nowhere there; hand forces alone do not speak against it."""
    outcomes = {reading.outcome for reading in in_band(hung, now)}
    return not outcomes & {"runs_up", "runs_down"} if "holds" in outcomes else outcomes == {None}


def settled_by_setting(trims: Trims, now: list[Reading]) -> bool:
    """Whether it moved nowhere and is set right on nearly all doors."""
    return not moves(now) and bool(np.mean(np.abs(trims.best) <= 1) > NEARLY)


def most_telling_height(hung: DoorAssembly, spoken: list[Reading], now: list[Reading], doors: Doors) -> float:
    """Where a place has not spoken yet, else where it is least certain whether it holds; half a foot clear of readings if it can be."""
    top = hung.door.height_in
    heights = np.arange(FROM_IN, top - CLEAR_OF_OPEN_IN + 1, 6.0)
    away = np.min([np.abs(heights - reading.height_in) for reading in now], axis=0)
    holds = (np.abs(net_of(hung, doors, heights)) <= doors.friction_lb).mean(axis=1)
    doubt = holds * (1 - holds)
    places, share = _places(hung, spoken), heights / top
    asked = (share <= LOW_SHARE if "low" not in places else np.zeros(len(heights), bool)) | (
        share >= HIGH_SHARE if "high" not in places else np.zeros(len(heights), bool)
    )
    return float(heights[np.argmax(np.where(away >= 6, doubt + asked, -1.0))])


def surprise_of(hung: DoorAssembly, now: Sequence[Reading], told: Doors) -> str:
    """The sentence of a reading that springs as they are said to be, on the doors as `told`, would hardly give."""
    moving = [reading for reading in now if moves([reading])]
    for at, reading in _with_net(hung, moving, told):
        up = "up" in moves([reading])
        names: tuple[Outcome, Outcome] = ("creeps_up", "runs_up") if up else ("creeps_down", "runs_down")
        chance = np.sum([chance_of(name, at, told.friction_lb, hung.heft) for name in names], axis=0)
        if told.mean(chance) < NOT_EXPECTED:
            return surprise_sentence(hung.carrier.step.kind, reading.height_in, up)
    return ""


def unbelieved_hold(hung: DoorAssembly, now: Sequence[Reading], told: Doors) -> tuple[float, float] | None:
    """The height [in] at which a door held though, as `told`, it could not, and how far off it should be there [lb, + = heavy].

    None where there is none, and where a gauge was read both ways: forces say what a hold cannot.
    """
    if pulled_both_ways(now):
        return None
    held = [reading for reading in now if reading.outcome == "holds"]
    found = [
        (reading.height_in, told.mean(at))
        for at, reading in _with_net(hung, held, told)
        if told.mean(chance_of("holds", at, told.friction_lb, hung.heft)) < NOT_BELIEVED
    ]
    return max(found, key=lambda one: abs(one[1]), default=None)


def _with_net(hung: DoorAssembly, readings: Sequence[Reading], doors: Doors) -> list[tuple[Floats, Reading]]:
    """The net force of every door [lb] where each was read."""
    heights = np.array([reading.height_in for reading in readings])
    return list(zip(net_of(hung, doors, heights), readings, strict=True)) if readings else []
