"""The door's own record: what is known of it before a call and after. Stored in versions; whatever was stored is read."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Any, Literal

from pydantic import Field, TypeAdapter, model_validator

from hinge.carriers.kinds import KINDS, USUAL, OnDoor
from hinge.carriers.torsion import Torsion, Turns, cones_of
from hinge.document import Document, Finite, plain_value, read
from hinge.errors import HingeError
from hinge.measure.fields import Value, require_readable, require_sound


class How(Document):
    """How a value was found, with its 95 % range where it is an estimate [the value's unit]."""

    method: Literal["measured", "scale", "two_scales", "estimate", "counted", "told"] = "measured"
    low: Finite | None = None
    high: Finite | None = None

    @property
    def sd(self) -> float | None:
        """One standard deviation: a 95 % range spans four."""
        return None if self.low is None or self.high is None else max((self.high - self.low) / 4, 0.1)


VERSION: Literal[3] = 3
Plain = Finite | Annotated[str, Field(max_length=200)] | Annotated[list[Finite], Field(max_length=60)]


class DoorRecord(Document):
    """Measurements by field name [in the field's unit], how they were found, and what carries the door, where anybody saw it.

    `unreadable` holds, as text, what was once stored and makes no sense: shown, never computed with, gone once measured again.
    """

    version: Literal[3] = VERSION
    measured: dict[str, Plain] = {}
    how: dict[str, How] = {}
    on_door: OnDoor | None = None
    unreadable: dict[str, str] = {}

    @model_validator(mode="before")
    @classmethod
    def _as_before(cls, stored: object) -> object:
        return _lifted(stored) if isinstance(stored, dict) else stored

    @property
    def kind(self) -> str | None:
        """What kind is known to carry the door."""
        return self.on_door.kind if self.on_door is not None and self.on_door.is_known else None


def read_record(stored: object) -> DoorRecord:
    """The record of a door as stored, in this or an older shape. Total: what cannot be read is told in `unreadable`."""
    parts = _lifted(stored)
    unreadable = {str(name)[:60]: str(text)[:200] for name, text in _as_dict(parts.get("unreadable")).items()}
    on_door, unread = _on_door(parts.get("on_door"))
    measured, broken = sound(_seen(_as_dict(parts.get("measured"))))
    how = {name: one for name, one in _as_dict(parts.get("how")).items() if name in measured and _is_how(one)}
    told = {"on_door": on_door, "measured": measured, "how": how, "unreadable": unreadable | unread | broken}
    return read(DoorRecord, told)


def _on_door(stored: object) -> tuple[OnDoor | None, dict[str, str]]:
    """What carries the door, with those of its parts that can be read; and why the others cannot, by name."""
    if stored is None:
        return None, {}
    told = _as_dict(stored)
    kind = KINDS.get(str(told.get("kind")))
    if kind is None:
        return None, {"on_door": f"{str(stored)[:120]} (one of {', '.join(KINDS)} carries a door)"}
    kept, unread = {}, {}
    for name in kind.model_fields.keys() & told.keys():
        try:
            kept[name] = getattr(read(kind, {name: told[name]}), name)
        except HingeError as wrong:
            unread[name] = f"{str(told[name])[:120]} ({wrong.message})"
    return read(kind, kept), unread


def measured_of(stored: object) -> dict[str, Value]:
    """What was measured, of a record as stored: what can be read of it, and nothing else is looked at. For lists of many doors."""
    return sound(_as_dict(_as_dict(stored).get("measured")))[0]


def read_record_strictly(stored: object, where: str) -> DoorRecord:
    """The record of a door from elsewhere, in this or an older shape. Raises a HingeError naming the first thing wrong by its path."""
    lifted = _lifted(stored)
    if isinstance(stored, dict) and "version" not in stored:
        read(OLD_TURNS, stored.get("quarter_turns"), f"{where}.quarter_turns")
    record = read(DoorRecord, lifted, where)
    for name, value in record.measured.items():
        require_sound(name, value, f"{where}.measured.{plain_value(name)}")
    return record


OLD_TURNS: TypeAdapter[int | None] = TypeAdapter(Turns | None)


def sound(measured: dict[str, Any]) -> tuple[dict[str, Value], dict[str, str]]:
    """Values that can be read, and why the others cannot, by field. A range that was narrowed since makes no value unreadable."""
    kept: dict[str, Value] = {}
    broken: dict[str, str] = {}
    for name, value in measured.items():
        try:
            require_readable(name, value)
        except HingeError as wrong:
            broken[str(name)[:60]] = f"{str(value)[:60]}: {wrong.message}"
        else:
            kept[name] = [float(one) for one in value] if isinstance(value, list) else value if isinstance(value, str) else float(value)
    return kept, broken


def _lifted(stored: object) -> dict[str, Any]:
    """Records of before told every kind side by side, and the first of them one count for all cones."""
    parts: dict[str, Any] = dict(stored) if isinstance(stored, dict) else {}
    if parts.get("version") == VERSION or "on_door" in parts:
        return parts
    if "version" not in parts and "cones" not in parts:
        parts |= {"cones": _cones(parts)}
    sides = {"springs", "duplex", "cones", "extension", "counterweight", "quarter_turns", "version"}
    return {name: value for name, value in parts.items() if name not in sides} | {"on_door": told_side_by_side(parts)}


def told_side_by_side(parts: Mapping[str, Any]) -> dict[str, Any] | None:
    """What carries a door where each kind has a field of its own, as documents of before had it; None where none is told."""
    for name, kind in reversed(KINDS.items()):
        told = kind.of_older(parts)
        if told is not None and (name != USUAL or told.get("springs") or told.get("cones")):
            return {"kind": name} | told
    return None


def _cones(parts: Mapping[str, Any]) -> dict[str, Any]:
    try:
        springs = read(Torsion, {"springs": parts.get("springs", [])}).springs
    except HingeError:
        return {}
    return dict.fromkeys(cones_of(springs, parts.get("duplex") is True) if springs else (), parts.get("quarter_turns"))


def _seen(measured: dict[str, Any]) -> dict[str, Any]:
    """Files of before told what carries the door and what is to carry it as one thing."""
    if "counterbalance" not in measured:
        return measured
    return {"carried_now": measured["counterbalance"]} | {name: value for name, value in measured.items() if name != "counterbalance"}


def _as_dict(value: object) -> dict[str, Any]:
    return value if isinstance(value, dict) else {}


def _is_how(value: object) -> bool:
    try:
        read(How, value)
    except HingeError:
        return False
    return True
