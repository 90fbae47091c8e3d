"""The facts of a call: what its events add up to, and what can be read off them at once."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, fields
from functools import cached_property
from typing import Any, Literal

from hinge.balance.readings import Reading
from hinge.call import commands as c
from hinge.call import counterbalance as ln
from hinge.call.counterbalance import CounterbalanceState
from hinge.carriers.carrier import Carrier, Part
from hinge.file.record import DoorRecord, How, sound
from hinge.measure.fields import Value
from hinge.procedures.rules import StopRule, stop_rules
from hinge.site.state import Site

ProofStanding = Literal["open", "passed", "failed", "void"]
# What the work on what carries the door is for: another set, what hangs there once it is put right, or the same set otherwise.
Aim = Literal["", "replace", "keep", "trim"]


@dataclass(frozen=True)
class Signed:
    """Who entered something, when, and under which id."""

    entry: str
    by: str
    at: str


@dataclass(frozen=True)
class Claim:
    """A value that was claimed, and who did."""

    value: Value
    how: How
    signed: Signed


@dataclass(frozen=True)
class Taken:
    """A balance reading, what carried the door when it was taken, whether nothing was touched yet, and whether it still stands so."""

    reading: Reading
    signed: Signed
    at_setting: Carrier | None
    before: bool
    current: bool = True


@dataclass(frozen=True)
class LimitTaken:
    """A look at where the trolley stopped, and whether it stands or was taken back."""

    seen: c.LimitSeen
    signed: Signed
    standing: bool = True


@dataclass(frozen=True)
class Tried:
    """A proof and how it stands."""

    standing: ProofStanding
    signed: Signed


@dataclass(frozen=True)
class Disposition:
    """What became of a cause that was not put right: declined by the customer, or left for another day, and why."""

    cause: str
    standing: Literal["declined", "deferred"]
    reason: str
    signed: Signed


@dataclass(frozen=True)
class Unread:
    """Something kept that cannot be read; `field` where it was a measurement."""

    entry: str
    field: str
    text: str


@dataclass(frozen=True)
class Call:
    """The facts of a call. `site` is the garage as it stands, moved by acts alone.

    `claims` holds the standing claims of every measured field, last one last.

    `checks` are the fault finder's since the last cure, `past_checks` those before; `abandoned` is why a closed call was a mistake.
    `found_line` is kept once something else goes on; `powered` is when the door last ran by the opener. `stepped` are the steps of
    procedures that were done, `passed_over` those that were not, and why; `left` is why the work was left safe, until it is taken up.
    `fitted` is what new went on, one set after the other; `parts` what else went into the door.
    `signature` is the customer's, until anything more is done to the door.
    """

    record: DoorRecord
    site: Site
    complaints: tuple[tuple[c.Complaint, Signed], ...] = ()
    causes: tuple[tuple[c.Found, Signed], ...] = ()
    checks: tuple[tuple[c.Checked, Signed], ...] = ()
    facts: Mapping[str, tuple[bool, Signed]] = field(default_factory=dict)
    cures: tuple[tuple[str, Signed], ...] = ()
    past_checks: tuple[tuple[c.Checked, Signed], ...] = ()
    dispositions: tuple[Disposition, ...] = ()
    gates: Mapping[str, Signed] = field(default_factory=dict)
    claims: Mapping[str, tuple[Claim, ...]] = field(default_factory=dict)
    plans: tuple[tuple[c.Chosen, Signed], ...] = ()
    found_line: CounterbalanceState | None = None
    moved_line: CounterbalanceState | None = None
    readings: tuple[Taken, ...] = ()
    limits: tuple[LimitTaken, ...] = ()
    tried: Mapping[str, Tried] = field(default_factory=dict)
    powered: Signed | None = None
    stops: tuple[tuple[str, Signed], ...] = ()
    aim: Aim = ""
    stepped: Mapping[str, Signed] = field(default_factory=dict)
    passed_over: Mapping[str, tuple[str, Signed]] = field(default_factory=dict)
    left: tuple[str, Signed] | None = None
    fitted: tuple[Carrier, ...] = ()
    parts: tuple[tuple[c.PartUsed, Signed], ...] = ()
    photos: tuple[tuple[c.Photographed, Signed], ...] = ()
    signature: tuple[c.CustomerSigned, Signed] | None = None
    disconnections: tuple[tuple[str, Signed], ...] = ()
    closed: tuple[str, Signed] | None = None
    abandoned: str = ""
    unreadable: tuple[Unread, ...] = ()
    count: int = 0

    def having(self, **changes: Any) -> Call:
        """The facts with these changed; many times quicker than `dataclasses.replace`, which asks every field anew."""
        known = self.__dict__
        after = object.__new__(Call)
        after.__dict__.update({name: known[name] for name in _FIELDS} | changes)
        return after

    @cached_property
    def measured(self) -> dict[str, Value]:
        """Every value known, of the file and of the call."""
        said = {name: claims[-1].value for name, claims in self.claims.items() if claims}
        return self.record.measured | sound(said)[0]

    def how(self, name: str) -> How:
        """How a value was found."""
        claims = self.claims.get(name)
        return claims[-1].how if claims else self.record.how.get(name, How())

    @property
    def line(self) -> CounterbalanceState:
        """What carries the door: as it was moved, or as it is known before anything was."""
        return self.found if self.moved_line is None else self.moved_line

    @cached_property
    def found(self) -> CounterbalanceState:
        """What carried the door on arrival, by the file and by what was measured until something else went on."""
        if self.found_line is not None:
            return self.found_line
        return ln.on_arrival(self.record, self.measured, self.said, self.causes_found)

    @property
    def said(self) -> frozenset[str]:
        """The fields of which something was said on this call and stands."""
        return frozenset(name for name, claims in self.claims.items() if claims)

    @property
    def causes_found(self) -> frozenset[str]:
        """The causes said to be found on this call that stand."""
        return frozenset(found.cause for found, _ in self.causes)

    @property
    def carrier_seen(self) -> str:
        """What carried the door on arrival, as far as anybody has seen."""
        return ln.carrier_seen(self.record, self.measured, self.said, self.causes_found)

    @cached_property
    def turns_found(self) -> dict[Part, int | None]:
        """Quarter-turns each cone had on arrival: as counted off it, or as known; None where nobody knows."""
        found, line = self.found, self.line if self.found_line is None else self.found_line
        off = (
            line.let_off if self.found_line or line.on is None else {part: n for part, n in line.let_off.items() if line.counts[part] == 0}
        )
        return {part: off.get(part) or known for part, known in found.counts.items()} if found.carrier.winds else {}

    @property
    def stopped(self) -> tuple[StopRule, Signed] | None:
        """The rule that stopped the work last, until the gates it opened are met again."""
        if not self.stops or self.stops[-1][0] not in stop_rules():
            return None
        rule = stop_rules()[self.stops[-1][0]]
        return (rule, self.stops[-1][1]) if any(gate not in self.gates for gate in rule.reopens) else None

    @property
    def complaint(self) -> str | None:
        """What the customer complained of last."""
        return self.complaints[-1][0].complaint if self.complaints else None

    @property
    def cause(self) -> str | None:
        """What was found last."""
        return self.causes[-1][0].cause if self.causes else None

    def standing_claims(self) -> frozenset[str]:
        """The entries that can be taken back: what was claimed, never what was done on the door."""
        pairs = (*self.complaints, *self.causes, *self.checks, *self.past_checks, *self.facts.values(), *self.cures)
        pairs += (*self.plans, *self.parts, *self.photos, *self.disconnections)
        pairs += (self.signature,) if self.signature else ()
        signed = [one for _, one in pairs] + [one.signed for of in self.claims.values() for one in of]
        signed += [one.signed for one in self.limits if one.standing] + [one.signed for one in self.dispositions]
        signed += [one.signed for one in self.readings] + [one.signed for one in self.tried.values()]
        return frozenset(one.entry for one in signed)

    @property
    def plan(self) -> c.Chosen | None:
        """What was picked to go on the door and is not on it yet."""
        return self.plans[-1][0] if self.plans else None


_FIELDS = tuple(one.name for one in fields(Call))
