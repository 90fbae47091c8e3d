"""A call as it happened: each entry in a line of words, with who and when. Never raises."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from typing import Any

from pydantic import BaseModel

from hinge.balance.readings import Reading
from hinge.call import commands as c
from hinge.call import events as ev
from hinge.call.evolve import evolve, start
from hinge.call.facts import Call, Signed
from hinge.call.knowledge import causes, complaints
from hinge.call.limits import limit_words
from hinge.call.words import STANDINGS, carrier_words, measured_words, part_words, reading_words
from hinge.faults.knowledge import faults
from hinge.file.record import DoorRecord, How, sound
from hinge.measure.fields import Value, fields
from hinge.procedures.knowledge import steps, wanted_by
from hinge.procedures.rules import proofs, stop_rules
from hinge.site.gates import gate_groups
from hinge.text.marks import say_length


class Happened(BaseModel):
    """One line of what happened. `at` is ISO 8601; `struck` where it was taken back later, and strokes in a row are one line."""

    entry: str
    at: str
    by: str
    text: str
    struck: bool


class Timeline(BaseModel):
    """Everything that happened on a call, in order."""

    lines: list[Happened]


def timeline(record: DoorRecord, entries: Iterable[ev.Entry]) -> Timeline:
    """What happened on a call, in order; `record` is what the door's file knew before."""
    happened = list(entries)
    struck = {one.body.entry for one in happened if isinstance(one.body, c.Withdrawn)}
    call, lines = start(record), list[Happened]()
    moved: tuple[str, int] | None = None
    for entry in happened:
        body = entry.body
        if isinstance(body, c.Moved) and moved is not None and moved[0] == body.part and lines[-1].by == entry.by:
            lines[-1] = lines[-1].model_copy(update={"at": entry.at, "text": _strokes(call, body.part, moved[1], body.to_count)})
        else:
            lines.append(Happened(entry=entry.id, at=entry.at, by=entry.by, text=words_of(call, body), struck=entry.id in struck))
            moved = (body.part, body.from_count) if isinstance(body, c.Moved) else None
        call = evolve(call, entry)
    return Timeline(lines=lines)


def words_of(call: Call, body: ev.Event) -> str:
    """What an event says, in words; `call` is what was so before it."""
    said = _SAID.get(type(body))
    return said(call, body) if said else str(getattr(body, "kind", "")).replace("_", " ").capitalize()


def claims_said(call: Call) -> dict[str, str]:
    """What the standing claims that a photo can show say, by their entries: found and seen first, then what was proved and measured."""
    bodies: list[tuple[ev.Event, Signed]] = [*reversed(call.causes), *reversed((*call.past_checks, *call.checks)), *call.parts]
    bodies += [(one.seen, one.signed) for one in call.limits if one.standing]
    said = {signed.entry: words_of(call, body) for body, signed in bodies}
    titles = {proof.id: proof.title for proof in proofs()}
    said |= {one.signed.entry: f"{_known(titles, name)}: {STANDINGS[one.standing]}" for name, one in call.tried.items()}
    said |= {one.signed.entry: _read_at(one.reading) for one in call.readings}
    claimed = [(name, one) for name, claims in call.claims.items() for one in claims if sound({name: one.value})[0]]
    return said | {one.signed.entry: _value(name, one.value, one.how) for name, one in claimed}


def step_words(name: str) -> str:
    """A step in short."""
    step = steps().get(name)
    return step.title if step else name.replace("_", " ")


def _known(names: dict[str, str], name: str) -> str:
    return names.get(name, name.replace("_", " "))


def _gate(_: Call, body: c.GateSet) -> str:
    titles = {gate.id: gate.title for group in gate_groups() for gate in group.gates}
    return f"{_known(titles, body.gate)}{'' if body.met else ': open again'}"


def _checked(_: Call, body: c.Checked) -> str:
    check = faults().checks.get(body.check)
    if check is None:
        return f"{body.check}: {body.outcome}"
    return f"{check.ask} {check.outcomes.get(body.outcome, 'Can’t tell')}."


def _fact(_: Call, body: c.FactSet) -> str:
    known = faults().facts.get(body.fact)
    return f"{known.text if known else body.fact}: {'yes' if body.holds else 'no'}"


def _part(call: Call, body: c.Slack | c.StillWound) -> str:
    return call.line.carrier.parts.get(body.part, body.part)


def _measured(_: Call, body: ev.MeasuredValue) -> str:
    return _value(body.field, body.value, body.how) if body.field in fields() else f"{body.field}: {body.typed}"


def _value(name: str, value: Value, how: How) -> str:
    return f"{fields()[name].label}: {measured_words(name, value, how)}"


def _strokes(call: Call, part: str, begin: int, end: int) -> str:
    names = call.line.carrier.parts
    return f"{names.get(part, part)}: {begin} to {end}"


def _chosen(_: Call, body: c.Chosen) -> str:
    what = "these springs, again" if body.again else carrier_words(body.on())
    return f"Picked: {what}{f', {body.quarter_turns} quarter-turns each' if body.quarter_turns is not None else ''}"


def _aimed(call: Call, body: c.Aimed) -> str:
    names = call.line.carrier.parts
    return "To go to: " + ", ".join(f"{names.get(part, part).lower()} {to}" for part, to in body.targets.items())


def _reading(_: Call, body: c.BalanceReading) -> str:
    return _read_at(body.reading)


def _read_at(reading: Reading) -> str:
    return f"At {say_length(reading.height_in, feet=True)}: {reading_words(reading)}"


def _proof(_: Call, body: c.ProofMade) -> str:
    titles = {proof.id: proof.title for proof in proofs()}
    return f"{_known(titles, body.proof)}: {'passed' if body.passed else 'failed'}{f' ({body.note})' if body.note else ''}"


def _found(_: Call, body: c.Found) -> str:
    cause, label = causes().get(body.cause), "Asked for" if wanted_by(body.cause) else "Found"
    return f"{label}: {cause.text if cause else body.cause}{f'. {body.note}' if body.note else ''}"


def _photo(call: Call, body: c.Photographed) -> str:
    """What it shows and what is said of it."""
    said = ". ".join(part for part in (claims_said(call).get(body.of, ""), body.caption) if part)
    return f"Photo: {said}" if said else "Photo"


def _stepped(_: Call, body: c.Stepped) -> str:
    return f"{'Done' if body.done else 'To be done again'}: {'; '.join(step_words(name) for name in body.steps)}"


_SAID: dict[type, Callable[[Call, Any], str]] = {
    c.Complaint: lambda _, body: f"“{_known(complaints(), body.complaint)}”{f' {body.note}' if body.note else ''}",
    c.GateSet: _gate,
    c.Found: _found,
    c.Checked: _checked,
    c.FactSet: _fact,
    c.Cured: lambda _, body: f"Put right: {causes()[body.cause].text if body.cause in causes() else body.cause}",
    c.Declined: lambda _, body: f"Declined: {causes()[body.cause].text if body.cause in causes() else body.cause} ({body.reason})",
    c.Deferred: lambda _, body: f"For another day: {causes()[body.cause].text if body.cause in causes() else body.cause} ({body.reason})",
    ev.MeasuredValue: _measured,
    c.Chosen: _chosen,
    c.Aimed: _aimed,
    c.Moved: lambda call, body: _strokes(call, body.part, body.from_count, body.to_count),
    c.Slack: lambda call, body: f"{_part(call, body)} is slack",
    c.StillWound: lambda call, body: f"{_part(call, body)} still pulls",
    c.Stopped: lambda _, body: f"Stopped: {stop_rules()[body.stop].when if body.stop in stop_rules() else body.stop}",
    c.TakenOff: lambda *_: "What carried the door is off",
    c.PutOn: lambda call, _: f"On the door: {carrier_words(call.plan.on()) if call.plan else 'what was picked'}",
    c.BalanceReading: _reading,
    c.LimitSeen: lambda _, body: limit_words(body),
    c.ProofMade: _proof,
    c.Stepped: _stepped,
    c.PassedOver: lambda _, body: f"Passed over: {step_words(body.step)} ({body.reason})",
    c.PartUsed: lambda _, body: f"Part used: {part_words(body.part, body.pieces)}",
    c.Photographed: _photo,
    c.CustomerSigned: lambda _, body: f"Signed by {body.name}",
    c.Left: lambda _, body: f"Left as it stands: {body.reason}",
    c.Withdrawn: lambda _, body: f"Taken back: {body.reason}" if body.reason else "Taken back",
    c.Disconnected: lambda _, body: f"Opener left disconnected: {body.reason}",
    c.Closed: lambda _, body: f"Closed{f'. Told: {body.told}' if body.told else ''}",
    c.Abandoned: lambda _, body: f"Abandoned: {body.reason}",
    ev.TrimmedWhole: lambda _, body: f"Trimmed by {body.steps:+d}",
    ev.Unreadable: lambda _, body: f"Cannot be read: {body.text}",
}
