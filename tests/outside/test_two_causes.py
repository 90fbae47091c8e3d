"""Two causes at once: a sign of either shows. Against a simulation of causes that each show what they show."""

from __future__ import annotations

from itertools import combinations

import numpy as np
import pytest

from hinge.faults.knowledge import faults

DRAWS = 40_000


@pytest.mark.parametrize("check", ["lift_by_hand", "lights", "at_waist", "springs_look"])
def test_the_table_of_pairs_is_what_independent_causes_show(check):
    known, chance = faults(), np.random.default_rng(17)
    if check not in known.checks:
        check = list(known.checks)[len(check)]
    one = known.checks[check]
    names, usual = list(known.causes), int(np.argmax(one.usually))
    speaking = [name for name in names if name in one.rows()]
    pairs = {tuple(sorted(pair)): row for row, pair in enumerate(known.pairs.tolist(), start=len(names))}
    seen = 0
    for first, second in combinations(speaking, 2):
        row = pairs.get(tuple(sorted((names.index(first), names.index(second)))))
        if row is None or seen >= 12:
            continue
        seen += 1
        draws = [chance.choice(len(one.outcomes), DRAWS, p=np.array(one.rows()[name]) / sum(one.rows()[name])) for name in (first, second)]
        # A look at each in turn; a usual one hides no sign, of two signs either is told.
        either = np.where(chance.random(DRAWS) < 0.5, *draws)
        shown = np.where(draws[0] == usual, draws[1], np.where(draws[1] == usual, draws[0], either))
        simulated = np.bincount(shown, minlength=len(one.outcomes)) / DRAWS
        told = known.chance[row, known.columns[check]]
        assert told[usual] <= min(known.chance[names.index(name), known.columns[check]][usual] for name in (first, second)) + 1e-9
        assert np.abs(told - simulated).max() < 0.2, (first, second, told, simulated)
        strongest = int(np.argmax(simulated))
        assert told[strongest] >= 0.6 * simulated[strongest]


def test_a_sign_of_one_is_not_halved_by_the_other():
    """A broken spring makes the door heavy also where a blocked eye stands beside it, which a mean of both would halve."""
    known = faults()
    names = list(known.causes)
    for row, (one, two) in enumerate(known.pairs.tolist(), start=len(names)):
        for check, columns in known.columns.items():
            spoken = known.checks[check].rows()
            if names[one] in spoken and names[two] in spoken:
                usual = int(np.argmax(known.checks[check].usually))
                alone = known.chance[[one, two], columns][:, usual]
                assert known.chance[row, columns][usual] <= alone.min() + 0.02, (names[one], names[two], check)
