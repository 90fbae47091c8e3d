"""Screws that do what no screw should: the simulated unit is a line through the turns, with its stops, its play and its sense."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.support.words import ask, words


class Unit:
    """A stop that moves so much a turn [in]; `sense` −1 works the other way, `play` turns are lost after a change of direction."""

    def __init__(self, per_turn, sense=1, play=0.0, off=-4.0, seed=1):
        self.per_turn, self.sense, self.play, self.off, self.way = per_turn, sense, play, off, 0.0
        self.chance = np.random.default_rng(seed)

    def turn(self, turns):
        """How far the stop is said to have moved [in]."""
        lost = min(self.play, abs(turns)) if self.way and np.sign(turns) != np.sign(self.way) else 0.0
        self.way = turns
        before, self.off = self.off, self.off + self.sense * self.per_turn * np.sign(turns) * (abs(turns) - lost)
        return round(self.off - before + self.chance.normal(0, 0.1), 2)


def set_up(unit, tries=6):
    """Turns as told until it is right or something is named; what was said each time."""
    history, said = [], []
    for _ in range(tries):
        answer = ask("limits", {"kind": "screw", "up": {"off_in": round(unit.off, 2), "history": history}}).up
        said.append(words(answer.sentence))
        if answer.fault in ("nothing",) or answer.turns == 0:
            return answer, said
        history.append({"turns": answer.turns, "moved_in": unit.turn(answer.turns)})
    return answer, said


@given(st.floats(2.0, 4.5), st.integers(0, 1000))
def test_a_sound_screw_is_set_and_nothing_is_blamed(per_turn, seed):
    unit = Unit(per_turn, seed=seed)
    answer, _ = set_up(unit)
    assert answer.fault == ""
    assert abs(unit.off) < 0.6


@given(st.floats(2.0, 4.5), st.integers(0, 1000))
def test_a_screw_that_moves_nothing_is_named_after_the_second_try_and_not_turned_on(per_turn, seed):
    answer, said = set_up(Unit(0.0, seed=seed))
    assert answer.fault == "nothing"
    assert answer.turns == 0
    assert len(said) == 3
    assert "Do not turn on" in said[-1]


@given(st.floats(2.0, 4.5), st.integers(0, 1000))
def test_a_screw_that_works_the_other_way_is_named_and_then_set(per_turn, seed):
    unit = Unit(per_turn, sense=-1, off=-2.0, seed=seed)
    _, said = set_up(unit, 8)
    assert any("the other way" in one for one in said[2:3])
    assert abs(unit.off) < 0.8


def test_play_is_named_and_the_mark_is_come_at_from_one_side():
    unit = Unit(3.0, play=0.75, off=-4.0)
    history = [{"turns": 1.5, "moved_in": unit.turn(1.5)}, {"turns": -0.5, "moved_in": unit.turn(-0.5)}]
    answer = ask("limits", {"kind": "screw", "up": {"off_in": 0.5, "history": history}}).up
    assert answer.fault == "play"
    assert "from one side" in words(answer.sentence)


@pytest.mark.parametrize("moved", [[0.1], [-3.0]])
def test_one_try_names_nothing(moved):
    history = [{"turns": 1.0, "moved_in": one} for one in moved]
    assert ask("limits", {"kind": "screw", "up": {"off_in": -3, "history": history}}).up.fault == ""
