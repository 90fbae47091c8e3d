"""A technician who looks where he is told, or where he always looks, and is wrong or cannot tell one time in twelve; and what it costs him.

`python -m tests.support.technician` compares three ways of going about it over every cause and over pairs.
"""

from __future__ import annotations

import statistics
import sys
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from hinge.faults.knowledge import NEEDS, Faults, faults
from hinge.faults.reason import CANT_TELL, Answers, Proposal, closed_by_risk, confirmed, of_causes, posterior, prior, proposals, rests_on
from hinge.practice.garage import complaint_of

WRONG, MOST = 1 / 12, 60
Order = Callable[[Faults, np.ndarray, list[Proposal], Answers], str]


@dataclass(frozen=True)
class Search:
    """How a search ended: everything found, without one cure that was none, after so many checks and minutes."""

    found: bool
    right_at_once: bool
    checks: int
    minutes: float


def best_value(known: Faults, rows: np.ndarray, best: list[Proposal], made: Answers) -> str:
    """What tells most for its time and hazard."""
    return best[0].check


def likeliest_first(known: Faults, rows: np.ndarray, best: list[Proposal], made: Answers) -> str:
    """The check that confirms the likeliest cause not looked at yet."""
    names = list(known.causes)
    for place in np.argsort(-of_causes(known, rows)):
        check = known.causes[names[place]].confirmed_by[0]
        if check not in dict(made):
            return check
    return best[0].check


def fixed_list(known: Faults, rows: np.ndarray, best: list[Proposal], made: Answers) -> str:
    """Always in the same order: what can be seen first, then by time."""
    order = sorted(known.checks, key=lambda name: (known.checks[name].hazard != "none", known.checks[name].minutes))
    return next((name for name in order if name not in dict(made)), best[0].check)


def search(known: Faults, true: Sequence[str], complaint: str, chance: np.random.Generator, order: Order) -> Search:
    """Look until everything that is wrong was found and put right; what was no cure shows when the complaint is tried again."""
    left, cured, answers, made = list(true), [], [], []
    checks, minutes, misses = 0, 0.0, 0
    while left and checks < MOST:
        rows = posterior(known, prior(known, complaint, (), cured), answers)
        shut = closed_by_risk(known, rows, NEEDS)
        worth = [one for one in proposals(known, rows, made) if known.checks[one.check].needs not in shut]
        # Where nothing more can tell, a known good part is put in the likeliest one's place.
        sure = confirmed(known, rows, answers) or rests_on(known, rows, made) or (None if worth else _likeliest(known, rows))
        if sure:
            misses += sure not in left
            left = [cause for cause in left if cause != sure]
            cured, answers, made = [*cured, sure], [], []
            continue
        check = order(known, rows, worth, made)
        checks, minutes = checks + 1, minutes + known.checks[check].minutes
        slip = chance.random()
        if slip < WRONG / 2:
            made.append((check, CANT_TELL))
            continue
        outcomes = list(known.checks[check].outcomes)
        answers.append((check, str(chance.choice(outcomes)) if slip < WRONG else _truth(known, left, check, chance)))
        made.append(answers[-1])
    return Search(not left, not left and misses == 0, checks, minutes)


def _likeliest(known: Faults, rows: np.ndarray) -> str:
    return list(known.causes)[int(np.argmax(of_causes(known, rows)))]


def _truth(known: Faults, true: Sequence[str], check: str, chance: np.random.Generator) -> str:
    """What is seen: each cause shows what it shows; what looks as usual hides nothing another one shows."""
    one = known.checks[check]
    rows = [one.rows()[cause] for cause in true if cause in one.rows()] or [one.usually]
    usual = list(one.outcomes)[int(np.argmax(one.usually))]
    seen = [str(chance.choice(list(one.outcomes), p=np.array(row) / sum(row))) for row in rows]
    signs = [outcome for outcome in seen if outcome != usual]
    return str(chance.choice(signs)) if signs else usual


def pairs_of(known: Faults, count: int, chance: np.random.Generator) -> Iterator[tuple[str, str]]:
    """So many pairs that can stand together, any as likely as another."""
    names = list(known.causes)
    for place in chance.choice(len(known.pairs), count, replace=False):
        one, two = known.pairs[place]
        yield names[one], names[two]


def tally(order: Order, times: int, pairs: int, seed: int) -> tuple[list[Search], list[Search]]:
    """The searches for every cause, so many times each, and for so many pairs."""
    known, chance = faults(), np.random.default_rng(seed)
    singles = [search(known, [cause], complaint_of(known, cause, chance), chance, order) for _ in range(times) for cause in known.causes]
    return singles, [search(known, pair, complaint_of(known, pair[0], chance), chance, order) for pair in pairs_of(known, pairs, chance)]


def said(name: str, searches: Sequence[Search]) -> str:
    """A tally in a line."""
    found = sum(one.found for one in searches) / len(searches)
    right = sum(one.right_at_once for one in searches) / len(searches)
    checks, minutes = statistics.median(one.checks for one in searches), statistics.median(one.minutes for one in searches)
    return f"{name}: {found:.0%} found, {right:.0%} without a cure that was none; {checks:g} checks, {minutes:.1f} minutes in the median"


if __name__ == "__main__":
    times, pairs = (int(word) for word in sys.argv[1:3]) if len(sys.argv) > 2 else (3, 120)
    for name, order in (("most told for its time", best_value), ("likeliest first", likeliest_first), ("a fixed list", fixed_list)):
        alone, together = tally(order, times, pairs, seed=303)
        sys.stdout.write(f"{said(f'{name}, one cause', alone)}\n{said(f'{name}, two causes', together)}\n")
