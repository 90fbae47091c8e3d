"""How a practice visit went: dangers first, then the cause and its cure, the balance left, looks and minutes, and what was told.

Honest and kind: what is said is what can be seen in the run, and each of the things to do better names its place in it.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from pydantic import BaseModel

from hinge.call import commands as c
from hinge.call.closing import to_close
from hinge.faults.knowledge import faults
from hinge.practice.visit import Moment, PracticeVisit
from hinge.text.marks import say_size

Part = Literal["danger", "cause", "cure", "balance", "looks", "time", "proof", "told"]
BETTER, LEAST_TOLD = 3, 20
# So many times a good technician's looks or minutes are still his own way of working; estimate.
OWN_WAY = 1.5
# What a hand force that is left along the travel is called even [lb]; the trade's own limit for a good door is about this. Practice.
EVEN_LB = 10.0


class HarmSeen(BaseModel):
    """A danger that was reached, at which moment of the run."""

    says: str
    would: str
    against: str
    moment: int


class Better(BaseModel):
    """One thing to do better, and the moment of the run it is seen at."""

    part: Part
    says: str
    moment: int


class CauseSeen(BaseModel):
    """A cause that was there, and whether it was found and put right; or one that was called found and was not there."""

    text: str
    there: bool
    found: bool
    cured: bool


class RunGrade(BaseModel):
    """How a run went. `good_looks` and `good_minutes` are a good technician's on the same door; `left_lb` is left along the travel."""

    passed: bool
    sentence: str
    harms: list[HarmSeen]
    causes: list[CauseSeen]
    left_lb: float | None
    left_words: str
    looks: int
    good_looks: int
    minutes: int
    good_minutes: int
    unproved: list[str]
    told: str
    better: list[Better]


@dataclass(frozen=True)
class Par:
    """A good technician's looks and minutes on the same door."""

    looks: int
    minutes: float


def par_of(visit: PracticeVisit) -> Par:
    """The looks and minutes of a visit."""
    return Par(_looks(visit), visit.minutes)


def grade(visit: PracticeVisit, par: Par) -> RunGrade:
    """How a visit went, against a good technician's on the same door."""
    harms = harms_of(visit)
    causes, left = _causes(visit), _left_lb(visit)
    unproved = [] if visit.call.closed else to_close(visit.call)
    passed = not harms and bool(visit.call.closed) and all(one.cured == one.there for one in causes)
    told = visit.call.closed[0].strip() if visit.call.closed else ""
    return RunGrade(
        passed=passed,
        sentence=_sentence(visit, passed, bool(harms), causes),
        harms=harms,
        causes=causes,
        left_lb=left,
        left_words="" if left is None else f"About {say_size(left, 'lb', 0)} is left along the travel.",
        looks=_looks(visit),
        good_looks=par.looks,
        minutes=math.ceil(visit.minutes),
        good_minutes=math.ceil(par.minutes),
        unproved=unproved,
        told=told,
        better=_better(visit, par, harms, causes, left, told)[:BETTER],
    )


def harms_of(visit: PracticeVisit) -> list[HarmSeen]:
    """Every danger that was reached, each at its moment."""
    return [
        HarmSeen(says=one.says, would=one.would, against=one.against, moment=place)
        for place, moment in enumerate(visit.moments)
        for one in moment.harms
    ]


def _looks(visit: PracticeVisit) -> int:
    return sum(moment.kind == "look" for moment in visit.moments)


def _causes(visit: PracticeVisit) -> list[CauseSeen]:
    known, there = faults().causes, visit.garage.causes
    found = visit.call.causes_found
    seen = [
        CauseSeen(text=known[cause].text, there=known[cause].part != "none", found=cause in found, cured=cause not in visit.causes)
        for cause in there
    ]
    wrong = [cause for cause in found if cause not in there and cause in known and known[cause].part != "none"]
    return [one for one in seen if one.there] + [CauseSeen(text=known[cause].text, there=False, found=True, cured=False) for cause in wrong]


def _left_lb(visit: PracticeVisit) -> float | None:
    """The hand force left along the travel, root mean square [lb]; None where nothing carries the door."""
    if visit.call.line.on is None:
        return None
    at = np.linspace(12.0, visit.garage.moves.door.height_in - 6.0, 13)
    return float(np.sqrt((visit.garage.moves.net(at, visit.lift) ** 2).mean()))


def _sentence(visit: PracticeVisit, passed: bool, harmed: bool, causes: Sequence[CauseSeen]) -> str:
    if harmed:
        return "A danger ended this run. On a real door that is where it ends too: look at what stands against it, and go again."
    if passed:
        return "Found, put right and proved, without a danger."
    left = [one.text.lower() for one in causes if one.there and not one.cured]
    if left:
        return f"Nobody came to harm, but the door still has this: {'; '.join(left)}."
    return "Put right, but more was called wrong than was." if visit.call.closed else "Not closed: what is open stands below."


def _better(
    visit: PracticeVisit, par: Par, harms: Sequence[HarmSeen], causes: Sequence[CauseSeen], left: float | None, told: str
) -> list[Better]:
    moments = visit.moments
    end = max(len(moments) - 1, 0)
    found = [Better(part="danger", says=f"{one.says} {one.against}", moment=one.moment) for one in harms]
    for one in causes:
        if one.there and not one.found:
            found.append(
                Better(part="cause", says=f"Not found: {one.text.lower()}. Go on looking until the complaint is gone.", moment=end)
            )
        elif not one.there:
            said = f"Called found, and it was not there: {one.text.lower()}. Make the check that confirms it first."
            found.append(Better(part="cause", says=said, moment=_said_at(moments, "found")))
        elif not one.cured:
            found.append(Better(part="cure", says=f"Found and not put right: {one.text.lower()}.", moment=_said_at(moments, "found")))
    unseen = unseen_answers(visit)
    if unseen:
        found.append(Better(part="looks", says="An answer was entered that nobody had looked for.", moment=unseen[0]))
    if not visit.call.closed:
        found.append(Better(part="proof", says="The call was not closed: prove the work, or leave it safe and say so.", moment=end))
    if left is not None and left > EVEN_LB and visit.call.line.touched:
        said = f"About {say_size(left, 'lb', 0)} is left along the travel: read it again where it counts, and trim."
        found.append(Better(part="balance", says=said, moment=_said_at(moments, "reading")))
    if _looks(visit) > OWN_WAY * par.looks + 1:
        found.append(Better(part="looks", says=f"{_looks(visit)} looks, where {par.looks} would do: take what tells most first.", moment=0))
    if visit.minutes > OWN_WAY * par.minutes + 5:
        said = f"{math.ceil(visit.minutes)} minutes, where about {math.ceil(par.minutes)} would do."
        found.append(Better(part="time", says=said, moment=0))
    if visit.call.closed and len(told) < LEAST_TOLD:
        found.append(Better(part="told", says="Tell the customer what was wrong, what was done, and what to watch for.", moment=end))
    return found


def unseen_answers(visit: PracticeVisit) -> list[int]:
    """The moments at which an answer was entered that no look, and nothing done, had shown."""
    looked, found, entries = set[str](), list[int](), iter(visit.log.entries)
    for place, moment in enumerate(visit.moments):
        if moment.kind == "look":
            looked.add(moment.what)
        elif moment.kind == "do" and moment.seen:
            looked.add(moment.seen.split()[0])
        elif moment.kind == "say":
            body = next(entries).body
            if isinstance(body, c.Checked) and body.check not in looked:
                found.append(place)
    return found


def _said_at(moments: Sequence[Moment], kind: str) -> int:
    return next((place for place in range(len(moments) - 1, -1, -1) if moments[place].what == kind), max(len(moments) - 1, 0))
