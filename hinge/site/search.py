"""Every state of a garage that can be reached, breadth first, and what each action does on it.

A state is one integer in mixed radix over the facts that are seen. A fact that is not seen neither hinders nor moves anything,
which allows more than there is: what cannot be reached so cannot be reached at all.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from itertools import product
from typing import Any

import numpy as np

from hinge.arrays import Bools, Rows
from hinge.site.actions import Action, Values, actions
from hinge.site.dangers import Danger, facts_of
from hinge.site.facts import Fact, fact_kinds
from hinge.site.gates import Gate, gates
from hinge.site.state import Site, arrival

CARRIERS = fact_kinds()[Fact.CARRIER].values


@dataclass(frozen=True)
class Move:
    """One way a garage can change: an action with one of the outcomes it may have, a statement, or one taken back."""

    id: str
    needs: Values
    either: tuple[Values, ...]
    makes: Mapping[Fact, str]


class Space:
    """The states over the facts that are `seen`, numbered from 0 up to `size`."""

    def __init__(self, seen: Sequence[Fact]) -> None:
        kinds = fact_kinds()
        self.facts = tuple(fact for fact in Fact if fact in seen)
        self.values = {fact: kinds[fact].values for fact in self.facts}
        radix = [len(self.values[fact]) for fact in self.facts]
        strides = [int(np.prod(radix[place + 1 :])) for place in range(len(radix))]
        self.stride = dict(zip(self.facts, strides, strict=True))
        self.size = int(np.prod(radix))

    def number(self, site: Mapping[Fact, str]) -> int:
        """The number of a state."""
        return sum(self.values[fact].index(site[fact]) * self.stride[fact] for fact in self.facts)

    def told(self, number: int) -> dict[Fact, str]:
        """The facts of a state, by its number."""
        return {fact: self.values[fact][number // self.stride[fact] % len(self.values[fact])] for fact in self.facts}

    def column(self, fact: Fact, states: Rows) -> Rows:
        """Which of its values a fact has in each state."""
        return states // self.stride[fact] % len(self.values[fact])


def moves() -> list[Move]:
    """Every way a garage can change."""
    found = [one for action in actions().values() for one in _of_action(action)]
    for gate in gates().values():
        found += [_saying(gate), _unsaying(gate)]
    return found


def _of_action(action: Action) -> Iterator[Move]:
    kinds = fact_kinds()
    doubted = {fact: kinds[fact].unknown for fact in action.doubts}
    names = list(action.makes)
    for outcome in product(*(action.makes[fact] for fact in names)):
        yield Move(action.id, action.needs, action.either, doubted | dict(zip(names, outcome, strict=True)))


def _saying(gate: Gate) -> Move:
    return Move(f"say_{gate.id}", gate.needs, gate.either, {fact: values[0] for fact, values in gate.makes.items()})


def _unsaying(gate: Gate) -> Move:
    kinds = fact_kinds()
    return Move(f"unsay_{gate.id}", {}, (), {fact: kinds[fact].unknown for fact in gate.met})


def beginnings() -> list[Site]:
    """Every garage a file or a first visit can begin in."""
    return [arrival(carrier) for carrier in CARRIERS]


@dataclass(frozen=True)
class Reached:
    """What a search saw: the numbers of the `states` in a space, how many `transitions`, and by danger what first reached it."""

    space: Space
    states: Rows
    transitions: int
    dangers: Mapping[str, str]


def search(seen: Sequence[Fact], ways: Sequence[Move], watched: Mapping[str, Danger]) -> Reached:
    """Every state over the `seen` facts that is reached by these ways, and the dangers watched for on each of them."""
    space = Space(seen)
    watch = [one for one in watched.values() if facts_of(one) <= {*space.facts}]
    visited = np.zeros(space.size, dtype=bool)
    frontier = np.unique([space.number(site) for site in beginnings()])
    visited[frontier] = True
    transitions, reached = 0, dict[str, str]()
    steps = [step for step in (_Step(space, way, watch) for way in ways) if step.moves_anything or step.dangers]
    while frontier.size:
        columns = {fact: space.column(fact, frontier).astype(np.int8) for fact in space.facts}
        found = []
        for step in steps:
            states, where = step.open(frontier, columns)
            transitions += states.size
            if states.size == 0:
                continue
            step.look(states, where, columns, reached)
            to = step.done(states, where, columns)
            to = to[~visited[to]]
            if to.size:
                visited[to] = True
                found.append(np.unique(to))
        frontier = np.concatenate(found) if found else np.empty(0, dtype=np.intp)
    return Reached(space, np.flatnonzero(visited), transitions, reached)


class _Step:
    """A move on the numbers of a space: where it is open, what is dangerous about it, and where it leads."""

    def __init__(self, space: Space, move: Move, watch: Sequence[Danger]) -> None:
        self.space, self.move = space, move
        makes = {fact: space.values[fact].index(value) for fact, value in move.makes.items() if fact in space.stride}
        # What a fact's value adds to a state's number once the fact is so.
        self.shift = {fact: (to - np.arange(len(space.values[fact]))) * space.stride[fact] for fact, to in makes.items()}
        self.moves_anything = bool(self.shift)
        self.needs = [self._table(fact, values) for fact, values in move.needs.items() if fact in space.stride]
        rows = [[self._table(fact, values) for fact, values in row.items() if fact in space.stride] for row in move.either]
        self.either = rows if all(rows) else []
        self.dangers = [(one.id, when) for one in watch if move.id in one.doing and (when := self._after(one)) is not None]

    def _table(self, fact: Fact, values: Sequence[str]) -> tuple[Fact, Bools]:
        return fact, np.array([value in values for value in self.space.values[fact]])

    def _after(self, danger: Danger) -> list[tuple[Fact, Bools]] | None:
        """When a danger comes about by this move, told by the facts before it; None where it cannot."""
        made = self.move.makes
        if any(fact in made and made[fact] not in values for fact, values in danger.after.items()):
            return None
        left = {fact: values for fact, values in danger.after.items() if fact not in made}
        return [self._table(fact, values) for facts in (danger.when, left) for fact, values in facts.items()]

    def open(self, states: Rows, columns: Mapping[Fact, Any]) -> tuple[Rows, Rows]:
        """The states in which it may be done, and their places."""
        where = _all(self.needs, columns)
        if self.either:
            rows = [_all(row, columns) for row in self.either]
            some = np.logical_or.reduce([row for row in rows if row is not None])
            where = some if where is None else where & some
        places = np.arange(states.size) if where is None else np.flatnonzero(where)
        return states[places], places

    def look(self, states: Rows, places: Rows, columns: Mapping[Fact, Any], reached: dict[str, str]) -> None:
        """Note the dangers that come about in these states, each the first time."""
        for name, when in self.dangers:
            if name not in reached:
                bad = np.logical_and.reduce([table[columns[fact][places]] for fact, table in when])
                if bad.any():
                    facts = self.space.told(int(states[np.argmax(bad)]))
                    reached[name] = f"{self.move.id} of {', '.join(f'{fact} {value}' for fact, value in facts.items())}"

    def done(self, states: Rows, places: Rows, columns: Mapping[Fact, Any]) -> Rows:
        """The states it leads to."""
        to = states
        for fact, table in self.shift.items():
            to = to + table[columns[fact][places]]
        return to


def _all(tables: Sequence[tuple[Fact, Bools]], columns: Mapping[Fact, Any]) -> Bools | None:
    found: Bools | None = None
    for fact, table in tables:
        so = table[columns[fact]]
        found = so if found is None else found & so
    return found
