"""From the fit to one sentence: leave it, trim it, resize it, free it up, or read once more."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from hinge.balance.fit import Fit, Hung, fit_readings, net_over_grid
from hinge.balance.readings import LetGo, Reading
from hinge.measure.tape import format_length
from hinge.sizing.ideal import conditions

Kind = Literal["leave", "trim", "resize", "free_up", "measure_more"]

FRICTION_LIMIT_LB = 30.0  # EN 12604 gives 150 N (33.7 lb) for private doors worked by hand (memory)
ACCEPT_FROM_IN, ACCEPT_TO_IN = 36.0, 48.0  # "holds at 3 to 4 ft": common practice, all schools
FIRST_HEIGHT_IN = 42.0
MOST_QUARTERS = 4  # never more than one full turn at a time; common practice
UNSURE_QUARTERS = 2  # ¼ to ½ turn steps; common practice
TILT_ALLOWANCE_LB = 5.0  # force at each end that turns cannot cure and a hand does not mind; estimate
SURE = 0.6
FRACTIONS = {1: "¼", 2: "½", 3: "¾", 4: "1"}


@dataclass(frozen=True)
class Advice:
    """What to do next. `quarter_turns_per_spring` is signed, + = wind on; heights [in]."""

    kind: Kind
    quarter_turns_per_spring: int
    sentence: str
    next_height_in: float | None = None


def advise(hung: Hung, readings: list[Reading], spring_count: int, weight_sd_lb: float | None = None) -> tuple[Fit, Advice]:
    """Fit the readings and say what follows from them.

    Parameters: as `fit_readings`; `weight_sd_lb` [lb]; `spring_count` springs on the shaft, for the wording.
    Raises OutOfRange for a height off the travel.
    """
    fit = fit_readings(hung, readings, weight_sd_lb)
    return fit, _advice(hung, readings, fit, spring_count)


def _advice(hung: Hung, readings: list[Reading], fit: Fit, spring_count: int) -> Advice:
    first = min(FIRST_HEIGHT_IN, hung.door.height_in / 2)
    if not readings:
        return _measure(first, "Let the door go at")
    _weight, _turn_error, friction = fit.grid.columns
    if fit.grid.chance(friction > FRICTION_LIMIT_LB) > SURE:
        return Advice(
            "free_up",
            0,
            f"The door drags with about {fit.friction_lb.likely:.0f} lb: look at rollers, track and bearings before touching the springs.",
        )
    if resize := _resize(hung, readings, fit):
        return resize
    if _accepted(readings):
        return Advice("leave", 0, "Leave it: the door holds where it must.")
    return _trim(hung, readings, fit, spring_count, first)


def _resize(hung: Hung, readings: list[Reading], fit: Fit) -> Advice | None:
    heights = [reading.height_in for reading in readings]
    if max(heights) - min(heights) < hung.door.height_in / 3:
        return None
    weight, _, friction = fit.grid.columns
    need = conditions(hung.door, hung.track, hung.drum)
    ideal = need.ideal().rate_lbin_per_turn / hung.door.weight_lb * weight
    tilt = np.abs(hung.rate_lbin_per_turn - ideal) * (need.open_turns - need.first_turns) / hung.drum.radius_in / 2
    if fit.grid.chance(tilt > np.maximum(friction, TILT_ALLOWANCE_LB)) <= SURE:
        return None
    likely, _ = fit.grid.spread(ideal)
    weak = "weak" if hung.rate_lbin_per_turn < likely else "strong"
    return Advice(
        "resize",
        0,
        f"Turns cannot cure this: the springs are too {weak} for about {fit.weight_lb.likely:.0f} lb. "
        f"Size again for {likely:.1f} lb·in per turn; these give {hung.rate_lbin_per_turn:.1f}.",
    )


def _accepted(readings: list[Reading]) -> bool:
    let_go = [reading for reading in readings if isinstance(reading, LetGo)]
    in_band = any(ACCEPT_FROM_IN <= reading.height_in <= ACCEPT_TO_IN for reading in let_go)
    return in_band and all(reading.outcome == "holds" for reading in let_go)


def _trim(hung: Hung, readings: list[Reading], fit: Fit, spring_count: int, first: float) -> Advice:
    weight, turn_error, _ = fit.grid.columns
    need = conditions(hung.door, hung.track, hung.drum)
    wanted = need.turns_for(hung.rate_lbin_per_turn, weight / hung.door.weight_lb)
    quarters_off = 4 * (wanted - hung.turns - turn_error)
    mean, sd = fit.grid.spread(quarters_off)
    most = MOST_QUARTERS if sd < 1 else UNSURE_QUARTERS
    quarters = int(np.clip(round(mean), -most, most))
    if quarters and fit.grid.chance(np.sign(quarters) * quarters_off > 0.5) > SURE:
        return Advice("trim", quarters, _trim_sentence(quarters, spring_count))
    read_in_band = any(ACCEPT_FROM_IN <= reading.height_in <= ACCEPT_TO_IN for reading in readings)
    if not read_in_band:
        return _measure(first, "Read the balance at")
    if fit.grid.chance(np.abs(quarters_off) < 1) > SURE and all(not isinstance(r, LetGo) or r.outcome == "holds" for r in readings):
        return Advice("leave", 0, "Leave it: the turns are right to the nearest quarter.")
    return _measure(_most_telling_height(hung, readings, fit), "The readings do not settle it yet. Read the balance at")


def _trim_sentence(quarters: int, spring_count: int) -> str:
    amount = f"{FRACTIONS[abs(quarters)]} turn"
    each = "each spring" if spring_count > 1 else "the spring"
    return f"Put {amount} on {each}." if quarters > 0 else f"Take {amount} off {each}."


def _measure(height_in: float, lead: str) -> Advice:
    height = round(height_in)
    return Advice("measure_more", 0, f"{lead} {format_length(height, feet=True)}.", float(height))


def _most_telling_height(hung: Hung, readings: list[Reading], fit: Fit) -> float:
    """The height, half a foot clear of every reading where possible, at which the force is least certain."""
    heights = np.arange(6.0, hung.door.height_in - 5, 6.0)
    away = np.array([min(abs(height - reading.height_in) for reading in readings) for height in heights])
    doubt = np.array([fit.grid.spread(net_over_grid(hung, fit.grid, float(height)))[1] for height in heights])
    return float(heights[np.argmax(np.where(away >= 6, doubt, -1.0))])
