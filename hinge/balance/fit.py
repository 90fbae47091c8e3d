"""Fitting the model to the door: effective weight, setting error and friction, each with its range.

A grid posterior: the prior says what the scale, the set-up and usual friction tell before any
reading; each reading multiplies in how likely it is. Let-go readings bound the net force (a door
holds wherever |P| ≤ friction); hand forces measure it. The grid is laid twice, the second time
round what the first found. Method: Bayes' rule on a grid, any textbook of statistics.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from scipy.special import ndtr

from hinge.arrays import Bools, Floats
from hinge.balance.readings import Outcome, Reading
from hinge.door.lift import check_positions, required_lift
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.springs.counterbalance import Counterbalance

MODEL_SD_LB = 2.0  # how far a real door strays from the rigid-section model; estimate
GAUGE_SD_LB = 1.5  # a hook gauge read by hand; estimate
CREEP_BAND_LB = 6.0  # force beyond friction up to which a door creeps rather than runs; estimate
WEIGHT_SD_SHARE = 0.04  # scale reading or later additions; estimate
FRICTION_MEDIAN_LB, FRICTION_LOG_SD = 12.0, 0.6  # usual home doors; estimate
INSIDE = (0.025, 0.975)  # the stated range: 95 %
POINTS = (41, 41, 31)


@dataclass(frozen=True)
class Hung:
    """A door as hung: on its track, with what carries it as it is set up."""

    door: Door
    track: Track
    carrier: Counterbalance


@dataclass(frozen=True)
class Estimate:
    """A fitted number with its 95 % range, all in the same unit."""

    likely: float
    low: float
    high: float


@dataclass(frozen=True)
class Fit:
    """Weight [lb], setting error [turns, inches of stretch or pounds of plates, + = more than told] and friction [lb], with the grid."""

    weight_lb: Estimate
    setting_error: Estimate
    friction_lb: Estimate
    grid: Grid


@dataclass(frozen=True)
class Grid:
    """The posterior: three axes and `share`, shape (weights, setting errors, frictions), adding to 1."""

    weight_lb: Floats
    setting_error: Floats
    friction_lb: Floats
    share: Floats

    def spread(self, values: Floats) -> tuple[float, float]:
        """Mean and standard deviation of `values`, which broadcast over the grid."""
        mean = float(np.sum(self.share * values))
        return mean, float(np.sqrt(np.sum(self.share * (values - mean) ** 2)))

    def chance(self, holds: Bools) -> float:
        """Probability of a condition that broadcasts over the grid."""
        return float(np.sum(self.share * holds))

    @property
    def columns(self) -> tuple[Floats, Floats, Floats]:
        """The axes shaped to broadcast over the grid."""
        return self.weight_lb[:, None, None], self.setting_error[None, :, None], self.friction_lb[None, None, :]


def fit_readings(hung: Hung, readings: list[Reading], weight_sd_lb: float | None = None, offs: list[float] | None = None) -> Fit:
    """Estimate weight, setting error and friction from readings.

    Parameters: `hung` the door as it should hang; `readings` in any order; `weight_sd_lb` [lb] how
    far the given weight may be off (default 4 %); `offs` how much more the setting was than it is now when each
    reading was taken [turns, inches of stretch or pounds of plates]. Raises OutOfRange for a height off the travel.
    """
    away = np.zeros(len(readings)) if offs is None else np.asarray(offs)
    sd = weight_sd_lb or WEIGHT_SD_SHARE * hung.door.total_lb
    weight = np.linspace(max(hung.door.total_lb - 5 * sd, 1.0), hung.door.total_lb + 5 * sd, POINTS[0])
    setting = np.linspace(-5, 5, POINTS[1]) * hung.carrier.step.setting_sd
    friction = np.geomspace(0.5, 80.0, POINTS[2])
    grid = _posterior(hung, readings, sd, (weight, setting, friction), away)
    # A flat axis is already as fine as the prior; a peaked one is laid again where its mass lies.
    fine = tuple(_narrow(axis, _along(grid.share, place)) for place, axis in enumerate((weight, setting, friction)))
    grid = _posterior(hung, readings, sd, fine, away)  # type: ignore[arg-type]
    axes = (grid.weight_lb, grid.setting_error, grid.friction_lb)
    weight_est, setting_est, friction_est = (_estimate(axis, _along(grid.share, place)) for place, axis in enumerate(axes))
    return Fit(weight_est, setting_est, friction_est, grid)


def net_over_grid(hung: Hung, grid: Grid, height_in: float) -> Floats:
    """Net hand force P [lb] at one height for every point of the grid, shape (weights, setting errors, 1)."""
    net = _net(hung, grid.weight_lb, grid.setting_error, np.array([height_in]))
    return np.asarray(net[0][:, :, None])


def _net(hung: Hung, weight: Floats, setting_error: Floats, heights_in: Floats, offs: Floats | float = 0.0) -> Floats:
    per_pound = required_lift(hung.door, hung.track, heights_in) / hung.door.total_lb
    lift = hung.carrier.lift(heights_in, setting_error[:, None] + np.asarray(offs))
    net: Floats = per_pound[:, None, None] * weight[None, :, None] - lift.T[:, None, :]
    return net


def _posterior(hung: Hung, readings: list[Reading], weight_sd: float, axes: tuple[Floats, Floats, Floats], offs: Floats) -> Grid:
    weight, setting_error, friction = axes
    log_prior = (
        -0.5 * (((weight - hung.door.total_lb) / weight_sd) ** 2)[:, None, None]
        - 0.5 * ((setting_error / hung.carrier.step.setting_sd) ** 2)[None, :, None]
        - 0.5 * ((np.log(friction / FRICTION_MEDIAN_LB) / FRICTION_LOG_SD) ** 2 + 2 * np.log(friction))[None, None, :]
    )
    log_prior = log_prior + np.log(np.gradient(friction))[None, None, :]
    total = log_prior
    if readings:
        heights = check_positions(hung.door, np.array([reading.height_in for reading in readings]), "readings.{}.height_in")
        for net, reading in zip(_net(hung, weight, setting_error, heights, offs), readings, strict=True):
            total = total + _log_likelihood(reading, net[:, :, None], friction[None, None, :])
    share = np.exp(total - total.max())
    return Grid(weight, setting_error, friction, share / share.sum())


def _log_likelihood(reading: Reading, net: Floats, friction: Floats) -> Floats:
    if reading.outcome is not None:
        return np.log(np.maximum(_chance_of(reading.outcome, net, friction), 1e-6))
    expected = net + friction if reading.direction == "raising" else net - friction
    sd = np.hypot(MODEL_SD_LB, GAUGE_SD_LB)
    return np.asarray(-0.5 * (((reading.force_lb or 0.0) - expected) / sd) ** 2)


def _chance_of(outcome: Outcome, net: Floats, friction: Floats) -> Floats:
    def below(limit: Floats) -> Floats:
        return np.asarray(ndtr((limit - net) / MODEL_SD_LB))

    match outcome:
        case "holds":
            return below(friction) - below(-friction)
        case "creeps_up":
            return below(-friction) - below(-friction - CREEP_BAND_LB)
        case "runs_up":
            return below(-friction - CREEP_BAND_LB)
        case "creeps_down":
            return below(friction + CREEP_BAND_LB) - below(friction)
        case "runs_down":
            return 1 - below(friction + CREEP_BAND_LB)


def _along(share: Floats, axis: int) -> Floats:
    return np.asarray(share.sum(axis=tuple(place for place in range(3) if place != axis)))


def _narrow(axis: Floats, marginal: Floats) -> Floats:
    inside = np.flatnonzero(marginal > 1e-4 * marginal.max())
    low, high = axis[max(inside[0] - 1, 0)], axis[min(inside[-1] + 1, len(axis) - 1)]
    return np.linspace(low, high, len(axis))


def _estimate(axis: Floats, marginal: Floats) -> Estimate:
    cumulative = np.cumsum(marginal)
    middle = cumulative - marginal / 2
    low, high = (float(np.interp(share, middle, axis)) for share in INSIDE)
    return Estimate(float(np.sum(axis * marginal)), low, high)
