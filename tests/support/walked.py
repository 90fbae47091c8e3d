"""Simulated sites walked to their end by who does what the page says, and how that went. `python -m tests.support.walked 500` tells."""

from __future__ import annotations

import sys
from collections import Counter
from collections.abc import Iterable

from hinge.practice.garage import Garage, garage_of
from hinge.practice.technician import Advisers, Technician
from hinge.practice.visit import PracticeVisit
from hinge.questions.practice_call import advised_of, good_visit, option_of

DANGER, CURED, LEFT = "danger", "cured", "left"
# Nobody but an engineer goes on where the plate does not hold: it is left safe, and that is right.
NOT_OURS = {"centre_plate_loose"}


class Careless(Technician):
    """Who states some gates without doing what they say."""

    skips: frozenset[str] = frozenset()

    def do(self, gate: str) -> tuple[str, str] | None:
        return None if gate in self.skips else super().do(gate)


def careless(garage: Garage, *skips: str) -> PracticeVisit:
    """The visit of somebody who only says that these gates are met."""
    one = Careless(PracticeVisit.at(garage), Advisers(option_of, advised_of))
    one.skips = frozenset(skips)
    return one.walk()


def ended(garage: Garage) -> str:
    """How a visit by who does what the page says ended."""
    visit = good_visit(garage).visit
    if visit.harms:
        return DANGER
    rightly_left = bool(visit.causes) and {*visit.causes} <= NOT_OURS
    return CURED if visit.call.closed and (rightly_left or not visit.causes) else LEFT


def tally(seeds: Iterable[int]) -> Counter[str]:
    """How many ended in which way."""
    return Counter(ended(garage_of(seed)) for seed in seeds)


if __name__ == "__main__":
    counted = tally(range(int(sys.argv[1])))
    sys.stdout.write(f"{counted[CURED]} of {sys.argv[1]} put right and proved, {counted[LEFT]} not, {counted[DANGER]} with a danger\n")
    sys.exit(0 if counted[DANGER] == 0 and counted[CURED] >= 0.95 * int(sys.argv[1]) else 1)
