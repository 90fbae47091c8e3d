"""What is answered for a practice call: how the simulated site stands, and how the visit went against a good technician's."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from contextlib import suppress
from datetime import datetime
from typing import cast

from pydantic import BaseModel

from hinge.balance.readings import Outcome, reading_heights
from hinge.call.commands import Checked, Moved, PutOn, Slack, TakenOff
from hinge.call.evolve import evolve, start
from hinge.call.facts import Call
from hinge.call.knowledge import complaints
from hinge.errors import HingeError
from hinge.faults.knowledge import faults
from hinge.measure.fields import fields
from hinge.practice.deeds import MOVED, DeedSeen
from hinge.practice.garage import Garage
from hinge.practice.grade import HarmSeen, RunGrade, grade, harms_of, par_of
from hinge.practice.technician import BEGINS, Advised, Advisers, Technician
from hinge.practice.visit import Moment, PracticeVisit
from hinge.procedures.rules import proofs
from hinge.questions.of_call import balance_of, sizing_of
from hinge.site.facts import Fact
from hinge.site.gates import gate_groups, gates
from hinge.site.state import is_met
from hinge.text.marks import say_length, say_size
from hinge.view.finding import finding_of
from hinge.view.timeline import words_of


def option_of(call: Call) -> str | None:
    """The first option of what is proposed for the door of a call; None where nothing is."""
    try:
        answer = sizing_of(call)
    except HingeError:
        return None
    if answer.torsion is not None:
        return answer.torsion.sets[0].id if answer.torsion.sets else None
    if answer.extension is not None:
        return answer.extension.schools[0].option
    return answer.counterweight.id if answer.counterweight is not None else None


def advised_of(call: Call) -> Advised | None:
    """What the readings of a call advise; None while what carries the door is not known."""
    found = balance_of(call)
    if found is None:
        return None
    advice = found.answer.advice
    weight_lb = found.answer.weight_lb.likely
    return Advised(advice.kind, advice.next_height_in, found.trims[0].targets if found.trims else {}, weight_lb)


def technician_at(garage: Garage, by: str = "Practice technician", begins: datetime = BEGINS) -> Technician:
    """A technician who has just arrived at a site, with what the bench answers."""
    return Technician(PracticeVisit.at(garage), Advisers(option_of, advised_of), by, begins)


def good_visit(garage: Garage) -> Technician:
    """A visit as one walks it who does what the page says, to its close."""
    technician = technician_at(garage)
    technician.walk()
    return technician


class ToDo(BaseModel):
    """One thing a gate states: whether it is really so, and whether it was stated on the call."""

    gate: str
    group: str
    title: str
    is_so: bool
    stated: bool


class SizeToTake(BaseModel):
    """A size of the door that a tape, a scale or a look finds."""

    field: str
    label: str
    is_missing: bool


class PracticeSite(BaseModel):
    """A practice site as a person in it sees it: what stands there, what was seen, what can be done by hand, and whether a danger ended it.

    `here` is what is plain to see; `heights_in` where the door can be let go.
    """

    customer: str
    here: list[str]
    seen: list[DeedSeen]
    to_do: list[ToDo]
    heights_in: list[float]
    sizes: list[SizeToTake]
    minutes: int
    harms: list[HarmSeen]
    hint: str


# What nobody reads off a door.
NOT_TAKEN = ("cycles_wanted",)
# What can be seen at a glance, by how the garage stands.
GLANCE: tuple[tuple[Fact, str, str], ...] = (
    (Fact.POWER, "on", "The opener's plug is in its outlet."),
    (Fact.POWER, "off", "The plug hangs out, the battery lies beside it."),
    (Fact.PEOPLE, "unknown", "Somebody may step under the door."),
    (Fact.JOINED, "no", "The opener is released."),
    (Fact.DOOR, "clamped_down", "A clamp sits on the track above a roller."),
    (Fact.DOOR, "clamped_open", "The door is open, a clamp below it on either track."),
    (Fact.DOOR, "in_hand", "You have hold of the door."),
    (Fact.SHAFT_CLAMP, "on", "A locking clamp holds the shaft."),
    (Fact.BARS, "in", "A bar is in a cone."),
    (Fact.SCREWS, "loose", "The screws of a cone are loose."),
    (Fact.PROTECTION, "on", "You wear glasses and gloves."),
)


def site_of(visit: PracticeVisit, seen: Sequence[DeedSeen], advice: str) -> PracticeSite:
    """How a practice site stands; `advice` whether a hint is given: none, hints or all."""
    site, call = visit.site, visit.call
    kinds = {call.line.kind} | ({call.plan.on().kind} if call.plan else set())
    return PracticeSite(
        customer=f"“{complaints().get(visit.garage.complaint, '')}”",
        here=[says for fact, value, says in GLANCE if site[fact] == value],
        seen=list(seen),
        to_do=[
            ToDo(gate=gate.id, group=group.id, title=gate.title, is_so=is_met(site, gate), stated=is_met(call.site, gate))
            for group in gate_groups(kinds)
            for gate in group.gates
        ],
        heights_in=reading_heights(visit.garage.moves.door.height_in)[1:],
        sizes=[
            SizeToTake(field=name, label=fields()[name].label, is_missing=name not in call.measured)
            for name, value in visit.garage.really.items()
            if isinstance(value, float) and name not in NOT_TAKEN
        ],
        minutes=math.ceil(visit.minutes),
        harms=harms_of(visit),
        hint=_hint(call) if advice != "none" else "",
    )


def _hint(call: Call) -> str:
    """What a good technician would look at next, where something is worth looking at."""
    found = finding_of(call)
    if found is None:
        return "Ask the customer first, and enter what they say."
    return f"{found.finding.next[0].ask} {found.finding.next[0].why}" if found.finding.next else found.finding.sentence


class Frame(BaseModel):
    """One moment of a run as it is played back: what was done and what it showed, after so many minutes, at a part of the drawing."""

    kind: str
    title: str
    says: str
    at: str
    minutes: float
    is_harm: bool


class PracticeReport(BaseModel):
    """How a run went, and the run itself, moment by moment."""

    grade: RunGrade
    frames: list[Frame]
    good: list[Frame]


def report_of(visit: PracticeVisit) -> PracticeReport:
    """How a visit went, against a good technician's on the same door."""
    technician = technician_at(visit.garage)
    # Where the page would lead even a good technician into a refusal, what was done until then is the measure.
    with suppress(HingeError):
        technician.walk()
    good = technician.visit
    return PracticeReport(grade=grade(visit, par_of(good)), frames=_frames(visit), good=_frames(good))


def _frames(visit: PracticeVisit) -> list[Frame]:
    """The moments of a visit in words; strokes in a row are one."""
    entries, call, found, minutes = iter(visit.log.entries), start(visit.garage.record), list[Frame](), 0.0
    for moment in visit.moments:
        minutes += moment.minutes
        title, says, at = _MOMENTS.get(moment.kind, _said)(moment, visit)
        if moment.kind == "say":
            entry = next(entries)
            title, at, call = words_of(call, entry.body), _place_of(entry.body), evolve(call, entry)
        found.append(Frame(kind=moment.kind, title=title, says=says, at=at, minutes=round(minutes, 1), is_harm=bool(moment.harms)))
    return found


def _place_of(body: object) -> str:
    if isinstance(body, Checked) and body.check in faults().checks:
        return faults().checks[body.check].at
    return "springs" if isinstance(body, Moved | Slack | TakenOff | PutOn) else ""


def _said(moment: Moment, visit: PracticeVisit) -> tuple[str, str, str]:
    return moment.what, "", ""


def _looked(moment: Moment, visit: PracticeVisit) -> tuple[str, str, str]:
    check = faults().checks[moment.what]
    return check.ask, f"{check.outcomes[moment.seen]}.", check.at


def _did(moment: Moment, visit: PracticeVisit) -> tuple[str, str, str]:
    check, _, outcome = moment.seen.partition(" ")
    return gates()[moment.what].title, f"It is not so: {faults().checks[check].outcomes[outcome].lower()}." if check else "Done.", ""


def _tried(moment: Moment, visit: PracticeVisit) -> tuple[str, str, str]:
    return next(one.title for one in proofs() if one.id == moment.what), f"{moment.seen.capitalize()}.", "door"


def _measured(moment: Moment, visit: PracticeVisit) -> tuple[str, str, str]:
    return fields()[moment.what].label, f"{moment.seen} {fields()[moment.what].unit}.", "door"


def _at_height(moment: Moment, visit: PracticeVisit) -> tuple[str, str, str]:
    height = say_length(float(moment.what), feet=True)
    if moment.kind == "pull":
        up, down = moment.seen.split()
        return f"Hook gauge at {height}", f"{say_size(float(up), 'lb', 0)} up, {say_size(float(down), 'lb', 0)} down.", "door"
    return f"Let go at {height}", MOVED[cast(Outcome, moment.seen)], "door"


_MOMENTS: dict[str, Callable[[Moment, PracticeVisit], tuple[str, str, str]]] = {
    "look": _looked, "do": _did, "prove": _tried, "let_go": _at_height, "pull": _at_height,
    "measure": _measured,
}  # fmt: skip
