"""What is likely wrong, given a complaint, what is known and what was answered; and which check tells most for its time and hazard.

A naive Bayes over single causes and pairs of causes of different parts of the door: checks are independent once it is known what is
wrong. Standard; see Pearl, Probabilistic Reasoning in Intelligent Systems (1988), chapter 2 (from memory).
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

import numpy as np

from hinge.arrays import Floats
from hinge.faults.knowledge import HUNDRED, NEEDS, TWO_CAUSES, Faults

# What a check costs beside its minutes, in minutes: nobody is sent up a ladder or onto a bar before what can be seen from the floor.
HAZARD_MINUTES = {"none": 0.2, "low": 1.0, "high": 12.0}
# What settling a cause is worth beside what is learned, in bits.
SETTLES_BITS = 1.5
# A cause that its own check has shown so many times must also be this likely; else one looks at something else (estimate).
CERTAIN_FROM = {1: 0.9, 2: 0.7, 3: 0.5}
# So often at most a check is made that was answered clearly, or that told nothing.
CLEAR_MOST, UNSURE_MOST = 3, 2
# So much of what it tells counts where it was answered clearly before: against what it would show, or as it shows it.
AGAIN_AGAINST, AGAIN_SHOWN = 0.5, 0.05
# A check that tells less is not worth asking [bits].
WORTH_BITS = 0.06
# From here on a cause is rested on where its own check cannot be made on this call (estimate).
RESTS_FROM = 0.8
# An answer is surprising when all the others gave it less than this.
SURPRISING = 0.04
# The opener does not run a door while something that forbids it is likelier than this.
RUN_RISK = 0.35

# The answer of who cannot tell.
CANT_TELL = "cant_tell"
# Checks with their outcomes, in the order they were made; one looked at twice stands there twice.
Answers = Sequence[tuple[str, str]]


@dataclass(frozen=True)
class Proposal:
    """A check to make next: what it tells (bits), what it costs (minutes, hazard counted in), and the causes it may settle.

    `again` where it was made before and answered clearly.
    """

    check: str
    bits: float
    cost_minutes: float
    settles: tuple[str, ...]
    again: bool = False

    @property
    def value(self) -> float:
        """Bits a minute."""
        return self.bits / self.cost_minutes


@dataclass(frozen=True)
class Clash:
    """An answer the others hardly allow, and the one among them that disagrees most."""

    check: str
    against: str
    chance: float


def prior(
    known: Faults, complaint: str, facts: Iterable[str] = (), cured: Iterable[str] = (), counted: Mapping[str, float] | None = None
) -> Floats:
    """How likely each row of the table is before anything was answered: (rows,), sums to 1.

    `counted` adds a shop's own closed calls with this complaint to what is likely, cause by cause (Dirichlet counts).
    """
    names = list(known.causes)
    base = np.array([cause.share for cause in known.causes.values()])
    told = known.complaints[complaint].likely
    likely = np.array([told.get(name, 0.0) for name in names])
    left = HUNDRED - likely.sum()
    rest = np.where(likely > 0, 0.0, base)
    likely = likely + left * rest / rest.sum()
    likely += np.array([(counted or {}).get(name, 0.0) for name in names])
    times = np.ones(len(names))
    for fact in facts:
        times *= np.array([known.facts[fact].times.get(name, 1.0) for name in names])
    out = set(cured)
    times *= np.array([0.0 if name in out else 1.0 for name in names])
    likely, base = likely * times, base * times
    single, aside = likely / likely.sum(), base / base.sum()
    if out:
        # What was cured may have been all that was complained of: what is left need not have to do with it.
        single = (single + aside) / 2
    complained, besides = known.pairs.T
    both = single[complained] * aside[besides]
    both *= (TWO_CAUSES if both.sum() > 0 else 0.0) / max(both.sum(), 1e-300)
    whole = np.concatenate([(1 - TWO_CAUSES) * single, both])
    return np.asarray(whole / whole.sum())


def column(known: Faults, check: str, outcome: str) -> int:
    """The column of an outcome."""
    return int(known.columns[check].start) + list(known.checks[check].outcomes).index(outcome)


def posterior(known: Faults, before: Floats, answers: Answers) -> Floats:
    """How likely each row is after the answers: (rows,), sums to 1. `before` from `prior`."""
    return _normal(before, _told(known, answers).sum(axis=1))


def _told(known: Faults, answers: Answers) -> Floats:
    """The logarithm of the chance of each answer in each row: (rows, answers)."""
    return np.asarray(np.log(known.chance[:, [column(known, check, outcome) for check, outcome in answers]]))


def _normal(before: Floats, logs: Floats) -> Floats:
    """Rows weighed by what was told, each column summing to 1; in logarithms, for a chance multiplied often enough is zero."""
    with np.errstate(divide="ignore"):  # what cannot be stays so
        logs = (np.log(before) + logs.T).T
    weight = np.exp(logs - logs.max(axis=0))
    return np.asarray(weight / weight.sum(axis=0))


def of_causes(known: Faults, rows: Floats) -> Floats:
    """How likely each cause is, alone or with another: (causes,)."""
    alone, paired = np.split(rows, [len(known.causes)])
    return np.asarray(alone + sum(np.bincount(side, paired, len(alone)) for side in known.pairs.T))


def complained_of(known: Faults, rows: Floats) -> Floats:
    """How likely each cause is the one that is complained of: (causes,), sums to 1."""
    alone, paired = np.split(rows, [len(known.causes)])
    return np.asarray(alone + np.bincount(known.pairs[:, 0], paired, len(alone)))


def proposals(known: Faults, rows: Floats, made: Answers) -> list[Proposal]:
    """The checks worth making, best first, by what they tell of the cause that is complained of.

    What was answered clearly is asked again only where the other answers say that it was a slip: it then tells far more than anything
    that was not looked at yet. `made` is every answer, `CANT_TELL` among them. Whether a gate stands before a check is not asked here.
    """
    each = dict(zip(known.causes, complained_of(known, rows).tolist(), strict=True))
    clear = Counter(check for check, outcome in made if outcome != CANT_TELL)
    found = {}
    for (check_id, check), bits in zip(known.checks.items(), _told_by_checks(known, rows).tolist(), strict=True):
        shows = known.settles[check_id]
        bits += SETTLES_BITS * sum(each[name] * chance for name, chance in shows.items())
        cost = check.minutes + HAZARD_MINUTES[check.hazard]
        found[check_id] = Proposal(check_id, bits, cost, tuple(shows), clear[check_id] > 0)
    over = {made[-1][0]} if made else set()
    over |= {name for name in found if clear[name] >= CLEAR_MOST or untold(known, name, made)}
    left = {name: one for name, one in found.items() if one.bits > WORTH_BITS and name not in over}
    for name, one in list(left.items()):
        waits = [first for first in known.checks[name].after if first not in dict(made)]
        if waits:
            del left[name]
            # What comes first is worth what it leads to, at the cost of both.
            first, cost = found[waits[0]], one.cost_minutes + found[waits[0]].cost_minutes
            both = replace(first, bits=one.bits * first.cost_minutes / cost)
            left[waits[0]] = max(both, left.get(waits[0], both), key=lambda one: one.bits)
    shown = set(made)

    def worth(one: Proposal) -> float:
        if not one.again:
            return one.value
        stood = not one.settles or any(known.causes[name].confirmed_by in shown for name in one.settles)
        return one.value * (AGAIN_SHOWN if stood else AGAIN_AGAINST)

    return sorted(left.values(), key=worth, reverse=True)


def untold(known: Faults, check: str, made: Answers) -> bool:
    """Whether a check cannot be made on this call: nobody could tell, time and again, or there is nothing here to make it on."""
    told = [outcome for name, outcome in made if name == check]
    return known.checks[check].ends in told or told.count(CANT_TELL) >= UNSURE_MOST


def _told_by_checks(known: Faults, rows: Floats) -> Floats:
    """How many bits each check tells of the cause that is complained of, in the mean: (checks,)."""
    count = len(known.causes)
    ends = count + np.searchsorted(known.pairs[:, 0], np.arange(count + 1))
    joint = rows[:count, None] * known.chance[:count]
    for cause, (start, end) in enumerate(pairwise(ends.tolist())):
        joint[cause] += rows[start:end] @ known.chance[start:end]
    total, before = joint.sum(axis=0), complained_of(known, rows)
    told = _times_log(joint).sum(axis=0) - _times_log(total)
    return np.asarray(np.add.reduceat(told, [block.start for block in known.columns.values()]) - _times_log(before).sum())


def _times_log(shares: Floats) -> Floats:
    return np.asarray(shares * np.log2(np.maximum(shares, 1e-300)))


def closed_by_risk(known: Faults, rows: Floats, open_needs: Sequence[str]) -> set[str]:
    """The needs whose gate is shut: those not open, and running by the opener while it is likely that it must not."""
    forbids = np.array([cause.never_run for cause in known.causes.values()])
    risk = float(rows[known.member[:, forbids].any(axis=1)].sum())
    shut = set(NEEDS) - set(open_needs)
    return shut | ({"run"} if risk > RUN_RISK else set())


def confirmed(known: Faults, rows: Floats, answers: Answers) -> str | None:
    """The cause that its own check has shown and that is all but certain; the likelier of two."""
    each = dict(zip(known.causes, of_causes(known, rows).tolist(), strict=True))
    times = Counter(answers)
    looks = {name: max(times[one] for one in cause.shown_by) for name, cause in known.causes.items()}
    shown = {name: count for name, count in looks.items() if count}
    sure = [name for name, count in shown.items() if each[name] > CERTAIN_FROM[min(count, max(CERTAIN_FROM))]]
    return max(sure, key=lambda name: each[name]) if sure else None


def rests_on(known: Faults, rows: Floats, made: Answers) -> str | None:
    """The cause nothing here can show any more and that is likely enough to go on with; nothing where another look may still tell."""
    each = complained_of(known, rows)
    name = list(known.causes)[int(np.argmax(each))]
    return name if each.max() > RESTS_FROM and untold(known, known.causes[name].confirmed_by[0], made) else None


def clashes(known: Faults, before: Floats, answers: Answers) -> list[Clash]:
    """The answers that the others hardly allow, the strangest first."""
    latest = dict(answers)
    checks = list(latest)
    if len(checks) < 2:
        return []
    each = _told(known, answers)
    # What each check told altogether: one made twice told twice.
    by_check = np.stack([each[:, [name == check for name, _ in answers]].sum(axis=1) for check in checks], axis=1)
    chances = known.chance[:, [column(known, check, latest[check]) for check in checks]]
    others = by_check.sum(axis=1, keepdims=True) - by_check
    found = []
    for place, chance in enumerate(np.einsum("ij,ij->j", _normal(before, others), chances).tolist()):
        if chance >= SURPRISING:
            continue
        without = chances[:, place] @ _normal(before, others[:, [place]] - by_check)
        without[place] = 0.0
        against = int(np.argmax(without))
        # Strange to the complaint alone is no contradiction between answers.
        if without[against] > 2 * chance:
            found.append(Clash(checks[place], checks[against], chance))
    return sorted(found, key=lambda one: one.chance)
