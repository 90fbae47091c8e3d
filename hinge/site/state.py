"""Where the facts of one garage stand. `may` alone refuses for safety, and `after` alone moves facts."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from hinge.site.actions import Action, Values
from hinge.site.facts import Fact, fact_kinds
from hinge.site.gates import Gate

_PLACE = {fact: place for place, fact in enumerate(Fact)}


@dataclass(frozen=True)
class Site(Mapping[Fact, str]):
    """Every fact with its value."""

    values_in_order: tuple[str, ...]

    def __getitem__(self, fact: Fact) -> str:
        return self.values_in_order[_PLACE[fact]]

    def __iter__(self) -> Iterator[Fact]:
        return iter(Fact)

    def __len__(self) -> int:
        return len(self.values_in_order)

    def where(self, facts: Mapping[Fact, str]) -> Site:
        """The same garage with these facts so."""
        values = list(self.values_in_order)
        for fact, value in facts.items():
            values[_PLACE[fact]] = value
        return Site(tuple(values))


def arrival(carrier: str = "unknown") -> Site:
    """A garage nobody has touched, at a door that is known, or not known, to be so carried."""
    first = Site(tuple(kind.first for kind in fact_kinds().values()))
    return first.where({Fact.CARRIER: carrier} | ({Fact.LINE: "off"} if carrier == "nothing" else {}))


def holds(site: Mapping[Fact, str], needs: Values) -> bool:
    """Whether every one of these facts has one of its values."""
    return all(site[fact] in values for fact, values in needs.items())


def may(site: Mapping[Fact, str], action: Action | Gate) -> list[Fact]:
    """The facts that stand between a garage and an action, in order; none where it may be done."""
    lacking = [fact for fact, values in action.needs.items() if site[fact] not in values]
    if action.either and not any(holds(site, row) for row in action.either):
        # Of the rows that speak of this line; where none does, it is the line itself that stands between.
        rows = [row for row in action.either if site[Fact.LINE] in row.get(Fact.LINE, (site[Fact.LINE],))]
        lacking += [fact for row in rows[:1] for fact, values in row.items() if site[fact] not in values] or [Fact.LINE]
    return lacking


def after(site: Site, action: Action | Gate, became: Mapping[Fact, str] | None = None) -> Site:
    """The garage once an action was done: total, whatever the facts were before.

    Of a fact that may become several values `became` says which it did; where it does not, nobody knows.
    """
    told = became or {}
    kinds = fact_kinds()
    made = {fact: values[0] if len(values) == 1 else told.get(fact, kinds[fact].unknown) for fact, values in action.makes.items()}
    doubts = action.doubts if isinstance(action, Action) else ()
    return site.where(made | {fact: kinds[fact].unknown for fact in doubts})


def unsaid(site: Site, gate: Gate) -> Site:
    """The garage once a statement was taken back: what it stated is not known, whatever was so before."""
    kinds = fact_kinds()
    return site.where({fact: kinds[fact].unknown for fact in gate.met})


def is_met(site: Mapping[Fact, str], gate: Gate) -> bool:
    """Whether what a gate states stands."""
    return holds(site, gate.met)
