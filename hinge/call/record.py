"""The door's own record: what is known of it before a call and after. Stored in versions; whatever was stored is read."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import AfterValidator, Field, TypeAdapter

from hinge.document import Between, Document, Finite, plain_value, read
from hinge.errors import HingeError
from hinge.measure.fields import Value, require_readable, require_sound
from hinge.springs.counterweight import Stack
from hinge.springs.extension import ExtensionPair
from hinge.springs.torsion import SpringKind, on_one_shaft
from hinge.springs.words import pair_id, set_id, stack_id

CarrierKind = Literal["torsion", "extension", "counterweight"]
Cone = Literal["single", "left", "right", "left_outer", "right_outer"]
# The winding cones of so many springs. Three are never picked, but a door may have them.
CONES: dict[int, tuple[Cone, ...]] = {
    1: ("single",),
    2: ("left", "right"),
    3: ("left", "left_outer", "right"),
    4: ("left", "left_outer", "right", "right_outer"),
}
MOST_QUARTERS = 160
Turns = Annotated[int, Between(0, MOST_QUARTERS, "quarter-turns")]


class OnDoor(Document):
    """What carries the door: torsion springs with the quarter-turns on each cone (None: unknown), an extension pair, or a stack."""

    springs: Annotated[list[SpringKind], Field(max_length=4), AfterValidator(on_one_shaft)] = []
    duplex: bool = False
    cones: dict[Cone, Turns | None] = {}
    extension: ExtensionPair | None = None
    counterweight: Stack | None = None

    @property
    def quarter_turns(self) -> float | None:
        """Quarter-turns on the shaft: the mean of its cones; None while one of them is unknown."""
        known = [turns for turns in self.cones.values() if turns is not None]
        return sum(known) / len(known) if known and len(known) == len(self.cones) else None

    @property
    def kind(self) -> CarrierKind | None:
        """What kind is known to carry the door."""
        if self.extension is not None:
            return "extension"
        return "counterweight" if self.counterweight is not None else "torsion" if self.springs else None

    @property
    def option(self) -> str:
        """Its short name, the same whatever door it is on; empty where it is not known."""
        if self.extension is not None:
            return pair_id(self.extension)
        return stack_id(self.counterweight.plates) if self.counterweight is not None else set_id(self.springs, self.duplex)


def cones_of(springs: list[SpringKind], duplex: bool) -> tuple[Cone, ...]:
    """The winding cones of a set; a cone of a duplex turns both its springs."""
    count = springs[0].count if duplex and springs else sum(spring.count for spring in springs)
    return CONES.get(count, CONES[2])


def hand_of(cone: str, turned_round: bool) -> str:
    """The hand of wind on a side: right-hand on the left, left-hand on the right, unless it is `turned_round`. Common practice."""
    return "Left-hand" if cone.startswith("right") != turned_round else "Right-hand"


def springs_by_cone(on: OnDoor) -> dict[Cone, list[SpringKind]]:
    """The spring each cone turns, one of each, and the one inside it where they are nested."""
    beside = on.springs[:1] if on.duplex else on.springs
    each = [kind.model_copy(update={"count": 1}) for kind in beside for _ in range(kind.count)]
    inner = [kind.model_copy(update={"count": 1}) for kind in on.springs[1:]] if on.duplex else []
    return {cone: [spring, *inner] for cone, spring in zip(cones_of(on.springs, on.duplex), each, strict=False)}


def wound(springs: list[SpringKind], quarter_turns: int | None, duplex: bool = False) -> OnDoor:
    """Torsion springs all wound alike, or to an unknown count."""
    return OnDoor(springs=springs, duplex=duplex, cones=dict.fromkeys(cones_of(springs, duplex), quarter_turns))


class How(Document):
    """How a value was found, with its 95 % range where it is an estimate [the value's unit]."""

    method: Literal["measured", "scale", "two_scales", "estimate", "counted", "told"] = "measured"
    low: Finite | None = None
    high: Finite | None = None

    @property
    def sd(self) -> float | None:
        """One standard deviation: a 95 % range spans four."""
        return None if self.low is None or self.high is None else max((self.high - self.low) / 4, 0.1)


Plain = Finite | Annotated[str, Field(max_length=200)] | Annotated[list[Finite], Field(max_length=60)]


class DoorRecord(OnDoor):
    """Measurements by field name [in the field's unit], how they were found, and what carries the door.

    `unreadable` holds, as text, what was once stored and makes no sense: shown, never computed with, gone once measured again.
    """

    version: Literal[2] = 2
    measured: dict[str, Plain] = {}
    how: dict[str, How] = {}
    unreadable: dict[str, str] = {}


def read_record(stored: object) -> DoorRecord:
    """The record of a door as stored, in this or an older shape. Total: what cannot be read is told in `unreadable`."""
    parts = _lifted(stored)
    unreadable = {str(name)[:60]: str(text)[:200] for name, text in _as_dict(parts.get("unreadable")).items()}
    kept: dict[str, Any] = {}
    for name in OnDoor.model_fields:
        if name in parts:
            try:
                kept[name] = getattr(read(OnDoor, {name: parts[name]}), name)
            except HingeError as wrong:
                unreadable[name] = f"{str(parts[name])[:120]} ({wrong.message})"
    measured, broken = sound(_seen(_as_dict(parts.get("measured"))))
    how = {name: one for name, one in _as_dict(parts.get("how")).items() if name in measured and _is_how(one)}
    return read(DoorRecord, kept | {"measured": measured, "how": how, "unreadable": unreadable | broken})


def measured_of(stored: object) -> dict[str, Value]:
    """What was measured, of a record as stored: what can be read of it, and nothing else is looked at. For lists of many doors."""
    return sound(_as_dict(_as_dict(stored).get("measured")))[0]


def read_record_strictly(stored: object, where: str) -> DoorRecord:
    """The record of a door from elsewhere, in this or an older shape. Raises a HingeError naming the first thing wrong by its path."""
    lifted = _lifted(stored)
    if isinstance(stored, dict) and "cones" in lifted and "cones" not in stored:
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
    """A record of the first shape told one count for all cones."""
    parts: dict[str, Any] = dict(stored) if isinstance(stored, dict) else {}
    if "version" in parts:
        return parts
    turns, left = parts.get("quarter_turns"), {name: value for name, value in parts.items() if name != "quarter_turns"}
    try:
        springs = read(OnDoor, {"springs": left.get("springs", [])}).springs
    except HingeError:
        return left
    return left | {"cones": dict.fromkeys(cones_of(springs, left.get("duplex") is True) if springs else (), turns)}


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
