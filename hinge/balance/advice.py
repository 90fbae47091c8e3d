"""From the fit to one sentence: leave it, trim it, resize it, free it up, or read once more."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from hinge.arrays import Floats
from hinge.balance.fit import Fit, Hung, fit_readings, net_over_grid
from hinge.balance.readings import Reading
from hinge.balance.wording import resize_sentence, trim_sentence
from hinge.door.lift import required_lift
from hinge.measure.tape import format_length
from hinge.sizing.ideal import HOLD_UP_SHARE, first_condition

Kind = Literal["leave", "trim", "resize", "free_up", "measure_more"]

FRICTION_LIMIT_LB = 30.0  # EN 12604 gives 150 N (33.7 lb) for private doors worked by hand (memory)
ACCEPT_FROM_IN, ACCEPT_TO_IN = 36.0, 48.0  # "holds at 3 to 4 ft": common practice, all schools
FIRST_HEIGHT_IN = 42.0
TILT_ALLOWANCE_LB = 5.0  # force at each end that setting cannot cure and a hand does not mind; estimate
SURE = 0.6


@dataclass(frozen=True)
class Advice:
    """What to do next. `steps` is signed, + = more of what the kind is trimmed by; heights [in]."""

    kind: Kind
    steps: int
    sentence: str
    next_height_in: float | None = None


@dataclass(frozen=True)
class _Ends:
    """Required lift per pound of door, lift as set up [lb] and its gain per unit of setting, at the first condition and at open."""

    need: Floats
    lift: Floats
    gain: Floats

    def setting_for(self, weight_lb: Floats) -> Floats:
        """Setting, beyond what it is, that shares what is left evenly between both ends."""
        off: Floats = (weight_lb * self.need.sum() - self.lift.sum()) / self.gain.sum()
        return off

    def tilt(self, weight_lb: Floats) -> Floats:
        """What is left at either end then [lb], signed: + = too little lift at the first condition, too much at open."""
        left: Floats = weight_lb * self.need[0] - self.lift[0] - self.setting_for(weight_lb) * self.gain[0]
        return left


def advise(
    hung: Hung, readings: list[Reading], spring_count: int = 2, weight_sd_lb: float | None = None, offs: list[float] | None = None
) -> tuple[Fit, Advice]:
    """Fit the readings and say what follows from them.

    Parameters: as `fit_readings`; `weight_sd_lb` [lb]; `spring_count` springs on the shaft, for the wording.
    Raises OutOfRange for a height off the travel.
    """
    fit = fit_readings(hung, readings, weight_sd_lb, offs)
    now = [reading for reading, off in zip(readings, offs or [0.0] * len(readings), strict=True) if not off]
    return fit, _advice(hung, readings, now, fit, spring_count)


def _advice(hung: Hung, readings: list[Reading], now: list[Reading], fit: Fit, spring_count: int) -> Advice:
    first = min(FIRST_HEIGHT_IN, hung.door.height_in / 2)
    if not now:
        return _measure(first, "Let the door go at")
    friction = fit.grid.columns[2]
    if fit.grid.chance(friction > FRICTION_LIMIT_LB) > SURE:
        return Advice(
            "free_up",
            0,
            f"The door drags with about {fit.friction_lb.likely:.0f} lb: look at rollers, track and bearings before touching the springs.",
        )
    ends = _ends(hung)
    if resize := _resize(hung, readings, fit, ends):
        return resize
    if _accepted(now):
        return Advice("leave", 0, "Leave it: the door holds where it must.")
    return _trim(hung, now, fit, spring_count, first, ends)


def _ends(hung: Hung) -> _Ends:
    at = np.array([first_condition(hung.track), hung.door.height_in])
    need = required_lift(hung.door, hung.track, at) / hung.door.total_lb + np.array([0.0, HOLD_UP_SHARE])
    lift, small = hung.carrier.lift(at), 0.1 * hung.carrier.step.size
    gain = (hung.carrier.lift(at, small) - hung.carrier.lift(at, -small)) / (2 * small)
    return _Ends(need, lift, gain)


def _resize(hung: Hung, readings: list[Reading], fit: Fit, ends: _Ends) -> Advice | None:
    heights = [reading.height_in for reading in readings]
    if max(heights) - min(heights) < hung.door.height_in / 3:
        return None
    weight, _, friction = fit.grid.columns
    if fit.grid.chance(np.abs(ends.tilt(weight)) > np.maximum(friction, TILT_ALLOWANCE_LB) + hung.carrier.step.coarse_lb) <= SURE:
        return None
    tilt, _ = fit.grid.spread(ends.tilt(weight))
    return Advice("resize", 0, resize_sentence(hung, fit.weight_lb.likely, tilt))


def _accepted(readings: list[Reading]) -> bool:
    let_go = [reading for reading in readings if reading.outcome is not None]
    in_band = any(ACCEPT_FROM_IN <= reading.height_in <= ACCEPT_TO_IN for reading in let_go)
    return in_band and all(reading.outcome == "holds" for reading in let_go)


def _trim(hung: Hung, readings: list[Reading], fit: Fit, spring_count: int, first: float, ends: _Ends) -> Advice:
    weight, setting_error, _ = fit.grid.columns
    step = hung.carrier.step
    steps_off = (ends.setting_for(weight) - setting_error) / step.size
    mean, sd = fit.grid.spread(steps_off)
    most = step.most if sd < 1 else step.unsure
    steps = int(np.clip(round(mean), -most, most))
    if steps and fit.grid.chance(np.sign(steps) * steps_off > 0.5) > SURE:
        return Advice("trim", steps, trim_sentence(step.kind, steps, spring_count))
    if not any(ACCEPT_FROM_IN <= reading.height_in <= ACCEPT_TO_IN for reading in readings):
        return _measure(first, "Read the balance at")
    if fit.grid.chance(np.abs(steps_off) < 1) > SURE and all(one.outcome in (None, "holds") for one in readings):
        return Advice("leave", 0, "Leave it: the setting is right to the nearest step.")
    return _measure(_most_telling_height(hung, readings, fit), "The readings do not settle it yet. Read the balance at")


def _measure(height_in: float, lead: str) -> Advice:
    height = round(height_in)
    return Advice("measure_more", 0, f"{lead} {format_length(height, feet=True)}.", float(height))


def _most_telling_height(hung: Hung, readings: list[Reading], fit: Fit) -> float:
    """The height, half a foot clear of every reading where possible, at which the force is least certain."""
    heights = np.arange(6.0, hung.door.height_in - 5, 6.0)
    away = np.array([min(abs(height - reading.height_in) for reading in readings) for height in heights])
    doubt = np.array([fit.grid.spread(net_over_grid(hung, fit.grid, float(height)))[1] for height in heights])
    return float(heights[np.argmax(np.where(away >= 6, doubt, -1.0))])
