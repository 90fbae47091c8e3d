"""What happened on a call, as it is kept: versioned, and read in every shape there ever was.

An event is what was said, but for a measurement, which keeps its value beside the text, and for what only older calls hold.
"""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field, TypeAdapter

from hinge.call import commands as c
from hinge.document import Between, Document, read
from hinge.errors import BadInputError, HingeError
from hinge.file.record import How, Plain
from hinge.measure.fields import fields, read_field

VERSION = 4


class MeasuredValue(Document):
    """One measurement: its value [the field's unit] and the text as typed."""

    kind: Literal["measured"]
    field: c.Name
    typed: Annotated[str, Field(max_length=120)]
    value: Plain
    unit: str = ""
    how: How = How()


class TrimmedWhole(Document):
    """A trim told in one piece, as version 1 kept it: every part moved by so many steps."""

    kind: Literal["trimmed"]
    steps: Annotated[int, Between(-4, 4, "steps")]


class Unreadable(Document):
    """Something kept that can no longer be read: shown, never computed with. `field` where it was a measurement."""

    kind: Literal["unreadable"]
    text: str
    field: str = ""


Event = c.Plain | MeasuredValue | TrimmedWhole | Unreadable
KeptEvent = Annotated[c.Plain | MeasuredValue | TrimmedWhole, Field(discriminator="kind")]
_KEPT: TypeAdapter[c.Plain | MeasuredValue | TrimmedWhole] = TypeAdapter(KeptEvent)


class Entry(Document):
    """An event with its client-made id, who, and when (ISO 8601, UTC)."""

    id: c.Id
    by: Annotated[str, Field(max_length=120)]
    at: Annotated[str, Field(max_length=40)]
    body: KeptEvent


def entry_of(entry_id: str, by: str, at: str, body: Event) -> Entry:
    """An entry made of parts that are known to be good."""
    return Entry.model_construct(id=entry_id, by=by, at=at, body=body)


def upcast(version: int, stored: object) -> list[Event]:
    """What was stored under a version, as events of this one. Total: what cannot be read comes as Unreadable."""
    lifted = _from_1(stored) if version < 2 else [stored]
    if version < VERSION:
        lifted = [_from_2(one) for one in lifted]
    return [_read(one) for one in lifted]


def read_strictly(version: int, stored: object, where: str) -> list[Event]:
    """The same for a document from elsewhere. Raises a HingeError naming what cannot be read by its path."""
    if version == VERSION:
        return [read(_KEPT, stored, where)]
    events = upcast(version, stored)
    for event in events:
        if isinstance(event, Unreadable):
            raise BadInputError(f"This entry cannot be read: {event.text}.", where, None)
    return events


def _read(stored: object) -> Event:
    if isinstance(stored, Unreadable):
        return stored
    try:
        return read(_KEPT, stored)
    except HingeError as wrong:
        name = stored.get("field") if isinstance(stored, dict) else None
        text = f"{str(stored)[:160]} ({wrong.message})"
        return Unreadable(kind="unreadable", text=text, field=name[:60] if isinstance(name, str) else "")


def _from_1(stored: object) -> list[Any]:
    """Version 1 kept no values, picked and put on in one, wound single strokes, and trimmed in one piece."""
    body: dict[str, Any] = stored if isinstance(stored, dict) else {"kind": None}
    match body.get("kind"):
        case "measured":
            return [_value_of(body)]
        case "chosen" if body.get("springs"):
            return [body, {"kind": "put_on"}]
        case "hung":
            return [{"kind": "put_on"}]
        case "counted":
            return [
                {"kind": "moved", "part": body.get("spring"), "from_count": body.get("from_quarter"), "to_count": body.get("to_quarter")}
            ]
        case "trimmed":
            names = ("quarter_turns_per_spring", "cable_holes", "small_plates")
            return [{"kind": "trimmed", "steps": next((body[name] for name in names if body.get(name) is not None), 0)}]
        case _:
            return [body]


def _from_2(stored: object) -> Any:
    """Version 2 told what carries a door and what is to carry it in one measurement; what is to follows from what does now."""
    if isinstance(stored, dict) and stored.get("kind") == "measured" and stored.get("field") == "counterbalance":
        return stored | {"field": "carried_now"}
    return stored


def _value_of(body: dict[str, Any]) -> Any:
    name, typed = body.get("field"), body.get("typed")
    if not isinstance(name, str) or not isinstance(typed, str):
        return body
    try:
        value = read_field(name, typed, any_range=True)
    except HingeError as wrong:
        return Unreadable(kind="unreadable", text=f"{name[:60]} {typed[:60]!r}: {wrong.message}", field=name[:60])
    return {"kind": "measured", "field": name, "typed": typed, "value": value, "unit": fields()[name].unit}
