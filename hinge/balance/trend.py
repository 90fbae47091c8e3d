"""What the visits of years say of a door: whether it grows heavier, how fast, and when it will no longer hold where it must."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

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


@dataclass(frozen=True)
class Seen:
    """A door as readings showed it: `year` on any calendar, net force half-way up [lb, + = heavy] with its standard deviation,
    the drag [lb], and the `spell` it belongs to: between two spells the setting or what carries it was changed.
    """

    year: float
    net_lb: float
    sd_lb: float
    friction_lb: float
    spell: int


@dataclass(frozen=True)
class Trend:
    """How much heavier the door grows a year [lb], and when, by the same calendar, it will no longer hold half-way up."""

    per_year_lb: Estimate
    sure: bool
    leaves: Estimate | None


def seen_at(year: float, hung: DoorAssembly, readings: list[Reading], spell: int) -> Seen | None:
    """What readings of one visit show of a door as it hung; nothing where none tells of the middle."""
    if not readings:
        return None
    doors = fit_readings(hung, readings).doors
    heights = np.array(MIDDLE) * hung.door.height_in
    net, sd = doors.spread(net_of(hung, doors, heights).mean(axis=0))
    return Seen(year, net, sd, doors.spread(doors.friction_lb)[0], spell)


def trend_of(seen: Sequence[Seen]) -> Trend | None:
    """The common slope of all spells, weighted least squares with a level of its own for each.

    Nothing where no spell has two visits. Source: ordinary analysis of covariance; the door's own stray from the model is the
    same at every visit and falls out with the level.
    """
    if len(seen) < 2:
        return None
    year, net, sd, spell = (np.array([getattr(one, name) for one in seen]) for name in ("year", "net_lb", "sd_lb", "spell"))
    weight, levels = 1 / np.maximum(sd, 0.5) ** 2, np.zeros((2, len(seen)))
    for one in np.unique(spell):
        mine = spell == one
        share = weight[mine] / weight[mine].sum()
        levels[:, mine] = np.array([[share @ year[mine]], [share @ net[mine]]])
    along, up = year - levels[0], net - levels[1]
    told = float((weight * along**2).sum())
    if told < 1e-9:
        return None
    slope, slope_sd = float((weight * along * up).sum()) / told, told**-0.5
    per_year = Estimate(slope, slope - INSIDE_SDS * slope_sd, slope + INSIDE_SDS * slope_sd)
    sure = slope > SURE * slope_sd and slope > LEAST_LB_PER_YEAR
    lasting = float(weight[spell == spell[-1]].sum())
    return Trend(per_year, bool(sure), _leaves(seen[-1], per_year, levels[:, -1], lasting) if sure else None)


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
