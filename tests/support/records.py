"""Doors as they can be on file when a call begins, and what can go on them."""

from __future__ import annotations

from hinge.carriers.counterweight import Counterweight
from hinge.carriers.extension import Extension
from hinge.carriers.torsion import wound
from hinge.document import read
from hinge.file.record import DoorRecord, read_record
from hinge.springs.torsion import SpringKind
from tests.support.calls import MEASURED, SPRING

PAIR = {"class_lb": 130, "open_stretch_in": 2}
STACK = {"plates": {"large": 4, "small": 8}, "hub": {"core_radius_in": 0.75, "strap_in": 0.2, "turns": 7.5}}
HUB = {"hub_core_in": "3/4", "strap_in": ".2", "hub_turns": "7.5"}
RECORDS: dict[str, DoorRecord] = {
    "unknown": DoorRecord(),
    "wound": DoorRecord(measured=MEASURED, on_door=wound([read(SpringKind, SPRING)], 5)),
    "not counted": DoorRecord(measured=MEASURED, on_door=wound([read(SpringKind, SPRING)], None)),
    "pair": DoorRecord(measured=MEASURED | {"carried_now": "extension"}, on_door=read(Extension, {"pair": PAIR})),
    "stack": DoorRecord(
        measured=MEASURED | {"carried_now": "counterweight", "hub_core_in": 0.75, "strap_in": 0.2, "hub_turns": 7.5},
        on_door=read(Counterweight, {"stack": STACK}),
    ),
    "old": read_record({"measured": MEASURED, "springs": [SPRING], "quarter_turns": 6}),
}
