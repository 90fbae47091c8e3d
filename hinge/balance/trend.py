"""What the visits of years say of a door: whether it grows heavier, how fast, and when it will no longer hold where it must."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

import numpy as np

from hinge.arrays import Floats
from hinge.balance.fit import DoorAssembly, Estimate, fit_readings, net_of
from hinge.balance.readings import Reading

# Where the trend is read, a share of the travel: half-way up, where a door must hold.
MIDDLE = (0.43, 0.5, 0.57)
# A door is said to grow heavier once that is so many standard deviations off zero, and by so much a year. Estimate, chosen on
# simulated doors with real doors' mess: most of a visit's doubt, the door's stray from the model, is the same at every visit, so
# that steady doors stay well below.
SURE, LEAST_LB_PER_YEAR = 2.0, 0.3
INSIDE_SDS = 1.96
MOST_YEARS = 40.0
# Visits stray from each other by at least so much of their own doubt, squared. Estimate, chosen on simulated doors.
LEAST_STRAY = 0.03


@dataclass(frozen=True)
class Seen:
    """A door as readings showed it: `year` on any calendar, net force half-way up [lb, + = heavy] with its standard deviation,
    the drag [lb]; `springs` tells one set from the next, and `spell` one setting of it from the next.
    """

    year: float
    net_lb: float
    sd_lb: float
    friction_lb: float
    spell: int
    springs: int = 0


@dataclass(frozen=True)
class WeightStep:
    """Weight that came at once: how much [lb], and between which two visits, by their calendar."""

    pounds_lb: Estimate
    after: float
    before: float


@dataclass(frozen=True)
class Trend:
    """How much heavier the door grows a year [lb], and when, by the same calendar, it will no longer hold half-way up.

    `step` is the other way to have grown heavier, at once; `chance_of_step` how likely it is that one, of the two.
    """

    per_year_lb: Estimate
    sure: bool
    leaves: Estimate | None
    step: WeightStep | None = None
    chance_of_step: float = 0.0


def seen_at(year: float, hung: DoorAssembly, readings: list[Reading], spell: int, springs: int = 0) -> Seen | None:
    """What readings of one visit show of a door as it hung; nothing where none tells of the middle."""
    if not readings:
        return None
    doors = fit_readings(hung, readings).doors
    heights = np.array(MIDDLE) * hung.door.height_in
    net, sd = doors.spread(net_of(hung, doors, heights).mean(axis=0))
    return Seen(year, net, sd, doors.spread(doors.friction_lb)[0], spell, springs)


def trend_of(seen: Sequence[Seen]) -> Trend | None:
    """The common slope of the spells of the set that hangs there, weighted least squares with a level of its own for each.

    Nothing where no spell of it has two visits: new springs begin anew. Source: ordinary analysis of covariance; the door's own
    stray from the model is the same at every visit and falls out with the level. Springs lose their pull little by little, what is
    added to a door comes at once: a line and a step are laid through the same visits, and their likelihoods compared.
    """
    seen = [one for one in seen if one.springs == seen[-1].springs]
    if len(seen) < 2:
        return None
    year, net, sd, spell = (np.array([getattr(one, name) for one in seen]) for name in ("year", "net_lb", "sd_lb", "spell"))
    weight = 1 / np.maximum(sd, 0.5) ** 2
    line = _laid(year, net, weight, spell)
    if line is None:
        return None
    slope, slope_sd, misfit, levels = line
    per_year = _estimate(slope, slope_sd)
    sure = slope > SURE * slope_sd and slope > LEAST_LB_PER_YEAR
    lasting = float(weight[spell == spell[-1]].sum())
    leaves = _leaves(seen[-1], per_year, levels[:, -1], lasting) if sure else None
    step, step_misfit = _step(year, net, weight, spell)
    return Trend(per_year, bool(sure), leaves, step, _chance_of_step(misfit, step_misfit, len(seen)) if step else 0.0)


def _laid(by: Floats, net: Floats, weight: Floats, spell: Floats) -> tuple[float, float, float, Floats] | None:
    """The slope of the net force along a column with its standard deviation, what it leaves, and the mean of both in each spell."""
    levels = np.zeros((2, len(by)))
    for one in np.unique(spell):
        mine = spell == one
        share = weight[mine] / weight[mine].sum()
        levels[:, mine] = np.array([[share @ by[mine]], [share @ net[mine]]])
    along, up = by - levels[0], net - levels[1]
    told = float((weight * along**2).sum())
    if told < 1e-9:
        return None
    slope = float((weight * along * up).sum()) / told
    return slope, told**-0.5, float((weight * (up - slope * along) ** 2).sum()), levels


def _step(year: Floats, net: Floats, weight: Floats, spell: Floats) -> tuple[WeightStep | None, float]:
    """The step that leaves least, over every gap between two visits; and what it leaves."""
    found: tuple[WeightStep | None, float] = (None, np.inf)
    days = np.unique(year)
    for after, before in pairwise(days.tolist()):
        laid = _laid((year >= before).astype(float), net, weight, spell)
        if laid is None or laid[2] >= found[1]:
            continue
        found = (WeightStep(_estimate(laid[0], laid[1]), after, before), laid[2])
    return found


def _chance_of_step(line_misfit: float, step_misfit: float, visits: int) -> float:
    """How likely a step is, of both: each as likely before, and a step as likely in any gap.

    How far visits stray from each other is told by the visits themselves: most of a visit's doubt is the same at all of them.
    Source: likelihoods of two regressions of unknown variance (any textbook), with a floor to the variance.
    """
    floor = LEAST_STRAY * visits
    odds = ((line_misfit + floor) / (step_misfit + floor)) ** (visits / 2) / max(visits - 1, 1)
    return float(odds / (1 + odds))


def _estimate(likely: float, sd: float) -> Estimate:
    return Estimate(likely, likely - INSIDE_SDS * sd, likely + INSIDE_SDS * sd)


def _leaves(last: Seen, per_year: Estimate, level: Floats, weight: float) -> Estimate:
    """When the line of the spell that lasts crosses the drag, by the slowest and the fastest it may be."""
    year, net, sd = float(level[0]), float(level[1]), weight**-0.5

    def crosses(rate: float, room: float) -> float:
        return max(last.year, min(last.year + MOST_YEARS, year + room / max(rate, 1e-3)))

    room = last.friction_lb - net
    return Estimate(
        crosses(per_year.likely, room),
        crosses(per_year.high, room - INSIDE_SDS * sd),
        crosses(per_year.low, room + INSIDE_SDS * sd),
    )
