"""What is known of faults, loaded once and checked: causes, checks, complaints, facts; and the table the reasoning runs over."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from functools import cache
from itertools import permutations
from typing import Annotated, Literal

import numpy as np
from pydantic import Field

from hinge.arrays import Bools, Floats, Rows
from hinge.balance.readings import Reading
from hinge.document import Document, table_of
from hinge.drawings import Drawing
from hinge.errors import BadInputError
from hinge.site.actions import VerbName

Hazard = Literal["none", "low", "high"]
# What a check does to the garage: a look; hands on a door made safe; lights seen under power; moving it by hand; the opener running
# it; bars on a wound spring.
Need = Literal["look", "hands", "lights", "lift", "run", "wind"]
NEEDS: tuple[Need, ...] = ("hands", "lights", "lift", "run", "wind")
# Where to look, on the drawing.
Place = Literal[
    "door", "springs", "drums", "cables", "track", "rollers", "sections", "floor", "eyes", "eye_wire", "opener", "outlet", "control"
]  # fmt: skip
Source = Literal["published", "practice", "memory", "estimate"]
# "balance": the door holds at its heights; "again": the check that showed the complaint; else the id of a proof.
PROVED_BY = ("balance", "again", "reversal", "eyes", "free_running", "limits", "force", "hold_to_close", "release", "labels", "cycles")
# One answer in twenty is a slip of the eye or the finger; it is never held against a cause altogether.
SLIP = 0.05
# A call has two causes this often (estimate; "more than one thing is often wrong").
TWO_CAUSES = 0.12
HUNDRED, ROUNDING = 100.0, 0.051


class FaultCause(Document):
    """Something that can be wrong; see the head of causes.toml."""

    text: str
    part: str
    share: Annotated[float, Field(gt=0, le=20)]
    confirm: Annotated[str, Field(pattern=r"^\w+ \w+$")]
    cure: str
    prove: Annotated[list[str], Field(min_length=1)]
    source: Source
    unsettled: str = ""
    also: Annotated[str, Field(pattern=r"^(\w+ \w+)?$")] = ""
    never_run: bool = False
    never_lift: bool = False
    never_again: bool = False
    stop: str = ""
    mended_by: list[VerbName] = []

    @property
    def confirmed_by(self) -> tuple[str, str]:
        """The check and the outcome that alone make it certain."""
        check, outcome = self.confirm.split()
        return check, outcome

    @property
    def shown_by(self) -> set[tuple[str, str]]:
        """Every check and outcome that shows it."""
        check, _, outcome = self.also.partition(" ")
        return {self.confirmed_by, *([(check, outcome)] if check else [])}


class Check(Document):
    """Something to look at, try or ask; see the head of checks.toml.

    What it shows of the balance is a reading, `reads` by outcome.
    """

    ask: str
    at: Place
    draw: Drawing = ""
    minutes: Annotated[float, Field(gt=0, le=60)]
    hazard: Hazard
    needs: Need
    after: list[str] = []
    ends: str = ""
    outcomes: Annotated[dict[str, str], Field(min_length=2)]
    usually: list[float]
    reads: dict[str, Reading] = {}
    says: dict[str, str] = {}
    given: dict[str, list[float]]

    def rows(self) -> dict[str, list[float]]:
        """The chance of each outcome under each cause that speaks to it, per cent."""
        return {cause: row for names, row in self.given.items() for cause in names.split()}


class ComplaintKind(Document):
    """What a customer says, and what the desk can say of it; see the head of complaints.toml."""

    text: str
    words: Annotated[list[str], Field(min_length=1)]
    likely: Annotated[dict[str, float], Field(min_length=1)]
    use: Literal["yes", "no", "by_hand"]
    load: list[str]
    minutes: Annotated[int, Field(ge=15, le=240)]
    shows: str


class KnownFact(Document):
    """Something known of the door, and how many times likelier it makes a cause."""

    text: str
    times: Annotated[dict[str, Annotated[float, Field(ge=0, le=20)]], Field(min_length=1)]


@dataclass(frozen=True)
class Faults:
    """All of it, and the table: a row is what may be wrong, a column one outcome of a check.

    The rows are each cause, then each pair of two parts: the cause that is complained of, and the one that is there besides, in the
    order of the first; `mirror` is the place of each pair the other way round. `settles` is how likely a check shows each cause it
    confirms, where that is there.
    """

    causes: dict[str, FaultCause]
    checks: dict[str, Check]
    complaints: dict[str, ComplaintKind]
    facts: dict[str, KnownFact]
    pairs: Rows
    mirror: Rows
    member: Bools
    chance: Floats
    columns: dict[str, slice]
    settles: dict[str, dict[str, float]]

    def names(self, row: int) -> tuple[str, ...]:
        """The causes of a row of the table."""
        names = list(self.causes)
        return (names[row],) if row < len(names) else tuple(names[one] for one in self.pairs[row - len(names)].tolist())


def tabled(
    causes: dict[str, FaultCause], checks: dict[str, Check], complaints: dict[str, ComplaintKind], facts: dict[str, KnownFact]
) -> Faults:
    """The knowledge with its table. Raises BadInputError naming what is unsound."""
    _require_sound(causes, checks, complaints, facts)
    names = list(causes)
    apart = [(one, two) for one, two in permutations(range(len(names)), 2) if causes[names[one]].part != causes[names[two]].part]
    pairs = np.array(apart, dtype=np.intp).reshape(-1, 2)
    places = {pair: place for place, pair in enumerate(apart)}
    mirror = np.array([places[two, one] for one, two in apart], dtype=np.intp)
    member = np.zeros((len(names) + len(pairs), len(names)), dtype=bool)
    member[np.arange(len(names)), np.arange(len(names))] = True
    for row, (one, two) in enumerate(pairs, start=len(names)):
        member[row, [one, two]] = True
    columns, blocks, at = {}, [], 0
    for check_id, check in checks.items():
        columns[check_id] = slice(at, at + len(check.outcomes))
        at += len(check.outcomes)
        blocks.append(_chances(check, names, member))
    chance = np.hstack(blocks)
    settles = {check_id: _settles(check_id, check, causes) for check_id, check in checks.items()}
    return Faults(causes, checks, complaints, facts, pairs, mirror, member, chance, columns, settles)


def _settles(check_id: str, check: Check, causes: dict[str, FaultCause]) -> dict[str, float]:
    shows = {name: outcome for name, cause in causes.items() for by, outcome in [cause.confirmed_by] if by == check_id}
    rows = check.rows()
    return {name: rows[name][list(check.outcomes).index(outcome)] / HUNDRED for name, outcome in shows.items()}


def _chances(check: Check, names: list[str], member: Bools) -> Floats:
    """How likely each outcome is in each row: by the cause that speaks to it; where both of a pair do, a sign of either shows.

    Where both are there, all looks as usual only if neither shows (noisy-or, Pearl; any textbook of belief networks); what else
    is seen is one's sign or the other's.
    """
    spoken = check.rows()
    speaks = np.array([name in spoken for name in names])
    usually = np.array(check.usually) / HUNDRED
    rows = np.array([spoken.get(name, check.usually) for name in names]) / HUNDRED
    heard = member & speaks
    count = heard.sum(axis=1, keepdims=True)
    told = np.where(count > 0, heard @ rows / np.maximum(count, 1), usually)
    both = np.flatnonzero(count[:, 0] == 2)
    if both.size:
        one, two = (rows[side] for side in np.nonzero(heard[both])[1].reshape(-1, 2).T)
        usual = int(np.argmax(usually))
        neither = np.minimum(one[:, usual] * two[:, usual] / usually[usual], np.minimum(one[:, usual], two[:, usual]))
        signs = one + two
        signs[:, usual] = 0.0
        told[both] = (1 - neither)[:, None] * signs / signs.sum(axis=1, keepdims=True)
        told[both, usual] = neither
    return (1 - SLIP) * told + SLIP / len(check.outcomes)


def _require_sound(
    causes: dict[str, FaultCause], checks: dict[str, Check], complaints: dict[str, ComplaintKind], facts: dict[str, KnownFact]
) -> None:
    asked = {cause.confirmed_by[0] for cause in causes.values()} | {one.shows for one in complaints.values()}
    for name, cause in causes.items():
        check, outcome = cause.confirmed_by
        _require(check in checks and outcome in checks[check].outcomes, f"{name}.confirm", cause.confirm, "a check and one of its outcomes")
        row = checks[check].rows().get(name)
        place = list(checks[check].outcomes).index(outcome)
        likely = row is not None and row[place] == max(row) and row[place] > checks[check].usually[place]
        _require(likely, f"{name}.confirm", cause.confirm, "an outcome this cause shows more than any other")
        _require(set(cause.prove) <= set(PROVED_BY), f"{name}.prove", cause.prove, ", ".join(PROVED_BY))
    for name, check_ in checks.items():
        rows = check_.rows()
        _require(sum(len(one.split()) for one in check_.given) == len(rows), f"{name}.given", None, "each cause once")
        _require(set(rows) <= causes.keys(), f"{name}.given", sorted(rows.keys() - causes.keys()), "causes there are")
        _require(set(check_.says) <= check_.outcomes.keys(), f"{name}.says", sorted(check_.says), "its outcomes")
        reads = set(check_.reads) <= check_.outcomes.keys() and (not check_.reads or check_.needs == "lift")
        _require(reads, f"{name}.reads", sorted(check_.reads), "its outcomes, of a check that lifts the door")
        open_too = {"look", check_.needs} | ({"lights"} if check_.needs == "run" else set())
        first = all(one in checks and checks[one].needs in open_too for one in check_.after)
        _require(first and name not in check_.after, f"{name}.after", check_.after, "checks that may be made wherever this one may")
        _require(check_.ends in ("", *check_.outcomes), f"{name}.ends", check_.ends, "one of its outcomes")
        for where, row in {"usually": check_.usually, **rows}.items():
            sums = len(row) == len(check_.outcomes) and min(row) > 0 and abs(sum(row) - HUNDRED) < ROUNDING
            _require(sums, f"{name}.{where}", row, f"{len(check_.outcomes)} chances above 0 that add up to 100")
        # One that tells nothing apart would never be asked.
        _require(bool(rows) or name in asked, f"{name}.given", None, "a cause it speaks to")
    for name, one in complaints.items():
        _require(set(one.likely) <= causes.keys(), f"{name}.likely", sorted(one.likely.keys() - causes.keys()), "causes there are")
        _require(sum(one.likely.values()) < HUNDRED, f"{name}.likely", sum(one.likely.values()), "less than 100 together")
        _require(one.shows in checks, f"{name}.shows", one.shows, "a check there is")
    for name, fact in facts.items():
        _require(set(fact.times) <= causes.keys(), f"{name}.times", sorted(fact.times.keys() - causes.keys()), "causes there are")


def _require(sound: bool, field: str, value: object, allowed: str) -> None:
    if not sound:
        raise BadInputError(f"The knowledge of faults is unsound at {field}.", field, value, allowed)


@cache
def faults() -> Faults:
    """What is known, read from the files beside this module."""
    return tabled(
        table_of(__file__, "causes", FaultCause),
        table_of(__file__, "checks", Check),
        table_of(__file__, "complaints", ComplaintKind),
        table_of(__file__, "facts", KnownFact),
    )


def require_known(field: str, names: Iterable[str], known: Iterable[str]) -> None:
    """Refuse a name nothing is known of. Raises BadInputError."""
    there = list(known)
    for name in names:
        if name not in there:
            raise BadInputError(f"Nothing is known of {name!r}.", field, name, ", ".join(there))
