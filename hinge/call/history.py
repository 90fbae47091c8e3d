"""A call that comes from elsewhere: taken up where it stands by today's rules, or closed there and kept as claimed."""

from __future__ import annotations

from collections.abc import Sequence

from hinge.call import commands as c
from hinge.call import counterbalance as ln
from hinge.call import events as ev
from hinge.call.closing import to_abandon
from hinge.call.decide import decide
from hinge.call.evolve import evolve, start
from hinge.call.facts import Call
from hinge.errors import BadInputError, ContradictionError, HingeError
from hinge.file.record import DoorRecord
from hinge.measure.fields import require_sound
from hinge.stock.lists import NO_LISTS, Lists

Told = Sequence[Sequence[ev.Entry]]
"""The entries of a document in order; one of an older shape may be more than one event of today's."""


def taken_up(record: DoorRecord, told: Told, where: str, lists: Lists = NO_LISTS) -> Call:
    """A call under way, each entry decided as if it were said now. Raises what `decide` raises, the path of the entry before its own."""
    call = start(record)
    for place, entries in enumerate(told):
        for entry in entries:
            try:
                _decide(call, entry.body, lists)
            except HingeError as wrong:
                raise _at(wrong, f"{where}.{place}") from wrong
            call = evolve(call, entry)
    if call.closed:
        raise ContradictionError(
            "A call under way is not closed.", f"{where}.{len(told) - 1}.body.kind", "closed", "no entry that closes it"
        )
    return call


def claimed(record: DoorRecord, told: Told, where: str) -> Call:
    """A call closed elsewhere: its structure is checked, its gates and proofs are as claimed there.

    Every value is in range, every stroke starts where the last one ended, what is taken back was entered above, and the last
    entry, and no other, closes it. Raises a HingeError naming the entry.
    """
    call, seen = start(record), set[str]()
    for place, entries in enumerate(told):
        for entry in entries:
            try:
                _require_sound(call, entry.body, seen)
            except HingeError as wrong:
                raise _at(wrong, f"{where}.{place}") from wrong
            call = evolve(call, entry)
            seen.add(entry.id)
    if not call.closed:
        raise ContradictionError("A closed call ends with the entry that closes it.", where, len(told), "a last entry that closes it")
    return call


def _at(wrong: HingeError, entry: str) -> HingeError:
    return wrong.with_field(f"{entry}.body.{wrong.field}".rstrip("."))


def _decide(call: Call, event: ev.Event, lists: Lists) -> None:
    if isinstance(event, ev.MeasuredValue):
        said = c.Measured(kind="measured", field=event.field, typed=event.typed, how=event.how)
        decided = decide(call, said, lists)
        assert isinstance(decided, ev.MeasuredValue)
        if (decided.value, decided.unit) != (event.value, event.unit):
            raise ContradictionError("The value is not what was typed.", "value", None, str(decided.value), decided.unit)
    elif isinstance(event, ev.TrimmedWhole | ev.Unreadable):
        raise BadInputError("A call under way is trimmed stroke by stroke, not told in one piece.", "kind", event.kind)
    else:
        decide(call, event, lists)


def _require_sound(call: Call, event: ev.Event, seen: set[str]) -> None:
    if call.closed:
        raise ContradictionError("Nothing follows the entry that closes a call.", "kind", event.kind)
    match event:
        case ev.MeasuredValue():
            require_sound(event.field, event.value, "value")
        case c.Moved() | c.Slack() | c.StillWound():
            _require_stroke(call.line, event)
        case c.Withdrawn() if event.entry not in seen:
            raise ContradictionError("There is no such entry above to be taken back.", "entry", event.entry)
        case c.LimitSeen() if event.turns and event.since not in seen:
            raise ContradictionError("There is no such look above that the screw was turned after.", "since", event.since)
        case c.Abandoned() if kept := to_abandon(call):
            raise ContradictionError(" ".join(kept), "kind", event.kind, "a call on which nothing was done and nothing found")
        case _:
            pass


def _require_stroke(line: ln.CounterbalanceState, event: c.Moved | c.Slack | c.StillWound) -> None:
    stands, unit = ln.stands_at(line, event.part), line.carrier.unit
    if stands is None:
        raise BadInputError(
            f"There is no {event.part.replace('_', ' ')} part to move.", "part", event.part, ", ".join(line.counts) or "none"
        )
    if not isinstance(event, c.Moved):
        return
    if event.from_count != stands:
        raise ContradictionError(
            f"This stroke starts at {event.from_count}, but the part stands at {stands}.", "from_count", stands, "", unit
        )
    most = line.carrier.largest_step
    if not 1 <= abs(event.to_count - event.from_count) <= most:
        raise BadInputError(f"One entry moves 1 to {most} {unit}.", "to_count", event.to_count, f"1 to {most} more or less", unit)
    if not line.carrier.below_zero and event.to_count < 0 and line.counts[event.part] is not None:
        raise ContradictionError("There is nothing left to take off.", "to_count", event.to_count, "0 or more", unit)
