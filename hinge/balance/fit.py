"""Fitting the model to the door: what it weighs, how it is set, how it drags and how its springs pull, each with its range.

Many doors that this one could be are imagined, each a little other than told: in weight, setting, drag, the pull of its
springs, and in a lean and a bow of the force along the travel that no model has. Each is weighed by how well it explains
the readings, then more are imagined round those that do. Doubt about weight and springs is heavy-tailed: a wire one size
off or a hundredweight added is rare, not impossible. Let-go readings bound the net force (a door holds wherever
|P| ≤ drag); hand forces measure it. Method: importance sampling with Bayes' rule, any textbook of statistics.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

import numpy as np
from scipy.special import gammaln, ndtr, ndtri, stdtrit

from hinge.arrays import Bools, Floats
from hinge.balance.readings import Outcome, Reading, seen_once
from hinge.door.lift import check_positions, required_lift
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.springs.counterbalance import Band, Counterbalance

# So heavy a door may be until drag, lean, bow and creep go with its weight: bearings and rollers carry what it weighs. Estimate.
USUAL_TO_LB = 230.0
MODEL_SD_LB = 2.5  # how far a real door strays from the model at one height, lean and bow aside; estimate
LEAN_SD_LB, BOW_SD_LB = 3.5, 2.0  # at the ends and in the middle: rise and radius a half inch off, uneven weight; estimate
GAUGE_SD_LB = 1.5  # a hook gauge read by hand; estimate
CREEP_BAND_LB = 6.0  # force beyond drag up to which a door creeps rather than runs; estimate
WEIGHT_SD_SHARE = 0.04  # scale reading or later additions; estimate
PULL_SD_SHARE = 0.03  # springs as named, against the formula; estimate
FRICTION_MEDIAN_LB, FRICTION_LOG_SD = 12.0, 0.6  # usual home doors; estimate
# What a hand gives a door tossed up from the floor: a right one, dragging as usual, coasts to about half-way. Estimate from that
# (common practice), and how closely the height is read [in].
TOSS_MEDIAN_LBIN, TOSS_LOG_SD, TOSS_READ_IN, TOSS_STEPS = 500.0, 0.5, 6.0, 18
MISREAD = 0.03  # of let-go readings are seen, or entered, wrong; estimate
INSIDE = (0.025, 0.975)  # the stated range: 95 %
# Degrees of freedom of the doubts, heaviest tail first: pull, weight; the others are normal.
PULL_TAIL, WEIGHT_TAIL = 1.0, 3.0
IMAGINED, MORE = 1 << 13, 1 << 12


@dataclass(frozen=True)
class DoorAssembly:
    """A door as hung: on its track, with what carries it as it is set up."""

    door: Door
    track: Track
    carrier: Counterbalance

    @property
    def heft(self) -> float:
        """How many times a usual door it is, in what goes with weight; never less than one."""
        return max(1.0, self.door.total_lb / USUAL_TO_LB)

    @property
    def holds_at(self) -> Band:
        """Where this door must hold when it is let go."""
        return self.carrier.step.holds_at.on(self.door.height_in)


@dataclass(frozen=True)
class Estimate:
    """A fitted number with its 95 % range, all in the same unit."""

    likely: float
    low: float
    high: float


@dataclass(frozen=True)
class Doors:
    """Doors this one could be, arrays of one length, and the `share` of belief in each, adding to 1.

    Weight [lb]; setting error [turns, inches of stretch or pounds of plates, + = more than told]; friction [lb]; `pull`
    of the springs as a share of what they are said to pull; lean and bow of the force along the travel [lb].
    """

    weight_lb: Floats
    setting_error: Floats
    friction_lb: Floats
    pull: Floats
    lean_lb: Floats
    bow_lb: Floats
    share: Floats

    def spread(self, values: Floats) -> tuple[float, float]:
        """Mean and standard deviation of `values`, one a door."""
        mean = float(np.sum(self.share * values))
        return mean, float(np.sqrt(np.sum(self.share * (values - mean) ** 2)))

    def mean(self, values: Floats) -> float:
        """The mean of `values`, one a door, in their unit."""
        return float(np.sum(self.share * values))

    def chance(self, holds: Bools) -> float:
        """Probability of a condition, one a door."""
        return float(np.sum(self.share * holds))

    def estimate(self, values: Floats) -> Estimate:
        """Mean and stated range of `values`, one a door."""
        order = np.argsort(values)
        below = np.cumsum(self.share[order])
        low, high = (float(np.interp(share, below, values[order])) for share in INSIDE)
        return Estimate(float(np.sum(self.share * values)), low, high)

    def likely(self, count: int) -> Doors:
        """So many of them, each as likely as the next."""
        drawn = np.searchsorted(np.cumsum(self.share), (np.arange(count) + 0.5) / count).clip(max=len(self.share) - 1)
        parts = (self.weight_lb, self.setting_error, self.friction_lb, self.pull, self.lean_lb, self.bow_lb)
        weight, setting, friction, pull, lean, bow = (part[drawn] for part in parts)
        return Doors(weight, setting, friction, pull, lean, bow, np.full(count, 1 / count))


@dataclass(frozen=True)
class Fit:
    """Weight [lb], setting error, friction [lb] and pull [share], with the doors they were read from."""

    weight_lb: Estimate
    setting_error: Estimate
    friction_lb: Estimate
    pull: Estimate
    doors: Doors


def fit_readings(
    hung: DoorAssembly,
    readings: list[Reading],
    weight_sd_lb: float | None = None,
    offs: list[float] | None = None,
    pull_sd: float = PULL_SD_SHARE,
) -> Fit:
    """Estimate weight, setting error, friction and pull from readings.

    Parameters: `hung` the door as it should hang; `readings` in any order; `weight_sd_lb` [lb] how
    far the given weight may be off (default 4 %); `offs` how much more the setting was than it is now when each
    reading was taken [turns, inches of stretch or pounds of plates]; `pull_sd` how far the springs may be from what they
    are said to be [share]. Raises OutOfRangeError for a height off the travel.
    """
    weight_sd = weight_sd_lb or WEIGHT_SD_SHARE * hung.door.total_lb
    check_positions(hung.door, np.array([reading.height_in for reading in readings]), "readings.{}.height_in")
    readings, settings = seen_once(readings, offs)
    taken = list(zip(readings, settings, strict=True))
    still, tossed = ([(one, off) for one, off in taken if one.tossed == is_toss] for is_toss in (False, True))
    heights, away = np.array([reading.height_in for reading, _ in still]), np.array([off for _, off in still])

    def explained(doubts: Floats) -> Floats:
        doors = _doors(hung, doubts, weight_sd, pull_sd)
        at_rest = _log_likelihood(hung.heft, [reading for reading, _ in still], net_of(hung, doors, heights, away), doors.friction_lb)
        return at_rest + sum((_log_toss(hung, doors, one.height_in, off) for one, off in tossed), np.zeros(doubts.shape[1]))

    first, log_prior, log_first = _at_first()
    if not readings:
        return _fit(_doors(hung, first, weight_sd, pull_sd, log_prior - log_first))
    log_belief = log_prior + explained(first)
    centre, spread = _centre(first, log_belief - log_first)
    more = centre[:, None] + spread @ _normals(MORE, 6)
    # Each is weighed against both ways in which it could have been imagined.
    both = np.concatenate([first, more], axis=1)
    log_belief = np.concatenate([log_belief, _log_prior(more) + explained(more)])
    log_way = np.concatenate([log_first, _log_first(more)])
    ways = np.logaddexp(np.log(IMAGINED) + log_way, np.log(MORE) + _log_round(both, centre, spread))
    return _fit(_doors(hung, both, weight_sd, pull_sd, log_belief - ways))


def net_of(hung: DoorAssembly, doors: Doors, heights_in: Floats, offs: Floats | float = 0.0) -> Floats:
    """Net hand force P [lb] of every door at heights [in], shape (heights, doors); `offs` more setting at each height."""
    per_pound = (required_lift(hung.door, hung.track, heights_in) / hung.door.total_lb)[:, None]
    along = (2 * heights_in / hung.door.height_in - 1)[:, None]
    at = doors.setting_error[None, :] + np.broadcast_to(np.asarray(offs), heights_in.shape)[:, None]
    net = per_pound * doors.weight_lb - doors.pull * hung.carrier.lift(heights_in[:, None], at)
    return np.asarray(net + doors.lean_lb * along + doors.bow_lb * (1 - 2 * along**2))


# How much wider than believed doors are first imagined, in pull, weight, setting, friction, lean and bow.
_WIDE = np.array([[1.0], [1.0], [1.3], [1.2], [1.0], [1.0]])
_FIRST_TAIL = 1.0


@cache
def _normals(count: int, along: int) -> Floats:
    """Points that fill the space of so many standard normals evenly, shape (along, count).

    A Kronecker sequence, its steps the powers of 1/x with x the root of x^(along + 1) = x + 1; any textbook of quasi-Monte Carlo.
    """
    root = 2.0
    for _ in range(60):
        root = (1 + root) ** (1 / (along + 1))
    even = (0.5 + np.arange(1, count + 1) * root ** -np.arange(1.0, along + 1)[:, None]) % 1
    return np.asarray(ndtri(even.clip(1e-6, 1 - 1e-6)))


@cache
def _at_first() -> tuple[Floats, Floats, Floats]:
    """Doubts as first imagined, the same for every door; how likely each is believed, and was imagined."""
    first = _WIDE * _normals(IMAGINED, 6)
    first[:2] = _tails(first[:2] / _WIDE[:2])
    return first, _log_prior(first), _log_first(first)


def _tails(normals: Floats) -> Floats:
    return np.asarray(stdtrit(_FIRST_TAIL, ndtr(normals))).clip(-40, 40)


def _log_first(doubts: Floats) -> Floats:
    """How likely a door was to be imagined at first, but for a constant that also holds for `_log_round`."""
    normal = -0.5 * (doubts[2:] / _WIDE[2:]) ** 2 - np.log(_WIDE[2:] * np.sqrt(2 * np.pi))
    return np.asarray(_log_t(doubts[0], _FIRST_TAIL) + _log_t(doubts[1], _FIRST_TAIL) + normal.sum(axis=0))


def _log_round(doubts: Floats, centre: Floats, spread: Floats) -> Floats:
    away = np.linalg.inv(spread) @ (doubts - centre[:, None])
    return np.asarray(-0.5 * (away**2).sum(axis=0) - np.log(np.diag(spread)).sum() - len(centre) / 2 * np.log(2 * np.pi))


def _log_prior(doubts: Floats) -> Floats:
    tails = _log_t(doubts[0], PULL_TAIL) + _log_t(doubts[1], WEIGHT_TAIL)
    return np.asarray(tails - 0.5 * (doubts[2:] ** 2).sum(axis=0) - 2 * np.log(2 * np.pi))


def _log_t(values: Floats, freedom: float) -> Floats:
    scale = gammaln((freedom + 1) / 2) - gammaln(freedom / 2) - 0.5 * np.log(freedom * np.pi)
    return np.asarray(scale - (freedom + 1) / 2 * np.log1p(values**2 / freedom))


def _centre(doubts: Floats, log_share: Floats) -> tuple[Floats, Floats]:
    """Where belief lies, and its spread as a triangle, somewhat widened."""
    share = np.exp(log_share - log_share.max())
    share /= share.sum()
    centre = doubts @ share
    away = doubts - centre[:, None]
    spread = 1.5 * (away * share) @ away.T + 1e-3 * np.eye(len(centre))
    return centre, np.linalg.cholesky(spread)


def _doors(hung: DoorAssembly, doubts: Floats, weight_sd: float, pull_sd: float, log_share: Floats | None = None) -> Doors:
    pull, weight, setting, friction, lean, bow = doubts
    share = np.ones(doubts.shape[1]) if log_share is None else np.exp(log_share - log_share.max())
    return Doors(
        weight_lb=np.maximum(hung.door.total_lb + weight_sd * weight, 1.0),
        setting_error=hung.carrier.step.setting_sd * setting,
        friction_lb=hung.heft * FRICTION_MEDIAN_LB * np.exp(FRICTION_LOG_SD * friction),
        pull=np.maximum(1 + pull_sd * pull, 0.2),
        lean_lb=hung.heft * LEAN_SD_LB * lean,
        bow_lb=hung.heft * BOW_SD_LB * bow,
        share=share / share.sum(),
    )


def _fit(doors: Doors) -> Fit:
    weight, setting, friction, pull = map(doors.estimate, (doors.weight_lb, doors.setting_error, doors.friction_lb, doors.pull))
    return Fit(weight, setting, friction, pull, doors)


def _log_likelihood(heft: float, readings: list[Reading], nets: Floats, friction: Floats) -> Floats:
    """How well each door explains all readings; `nets` has shape (readings, doors)."""
    total = np.zeros(len(friction))
    for net, reading in zip(nets, readings, strict=True):
        if reading.outcome is not None:
            total += np.log((1 - MISREAD) * chance_of(reading.outcome, net, friction, heft) + MISREAD / 5)
        else:
            expected = net + friction if reading.direction == "raising" else net - friction
            total += _log_t(((reading.force_lb or 0.0) - expected) / np.hypot(heft * MODEL_SD_LB, GAUGE_SD_LB), 6.0)
    return total


def _log_toss(hung: DoorAssembly, doors: Doors, height_in: float, off: float) -> Floats:
    """How well each door explains that, tossed up from the floor, it coasted to a height [in] and settled there.

    A hand gives it about so much; it stops where the work against its weight and drag has used that up.
    """
    top = hung.door.height_in
    heights = np.linspace(0.0, min(height_in + TOSS_READ_IN, top), TOSS_STEPS)
    pull = net_of(hung, doors, heights, off) + doors.friction_lb
    steps = (pull[1:] + pull[:-1]) / 2 * np.diff(heights)[:, None]
    # A door that flies past a place has got past every place below it.
    work = np.maximum.accumulate(np.maximum(np.cumsum(steps, axis=0), 1.0), axis=0)
    short_of = np.searchsorted(heights[1:], max(height_in - TOSS_READ_IN, heights[1]) - 1e-9)
    past = ndtr((np.log(hung.heft * TOSS_MEDIAN_LBIN) - np.log(work[short_of])) / TOSS_LOG_SD)
    beyond = 0.0 if height_in + TOSS_READ_IN >= top else ndtr((np.log(hung.heft * TOSS_MEDIAN_LBIN) - np.log(work[-1])) / TOSS_LOG_SD)
    return np.asarray(np.log((1 - MISREAD) * np.maximum(past - beyond, 0.0) + MISREAD / 5))


def chance_of(outcome: Outcome, net: Floats, friction: Floats, heft: float = 1.0) -> Floats:
    """Probability of what each door, so many times a usual one, does when let go, in the shape of its net force [lb]."""
    creep = heft * CREEP_BAND_LB

    def below(limit: Floats) -> Floats:
        return np.asarray(ndtr((limit - net) / (heft * MODEL_SD_LB)))

    match outcome:
        case "holds":
            return below(friction) - below(-friction)
        case "creeps_up":
            return below(-friction) - below(-friction - creep)
        case "runs_up":
            return below(-friction - creep)
        case "creeps_down":
            return below(friction + creep) - below(friction)
        case "runs_down":
            return 1 - below(friction + creep)
