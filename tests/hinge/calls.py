"""Calls for the tests: entries made short."""

from __future__ import annotations

from hinge.procedure.admit import admit
from hinge.procedure.entries import Entry, read_body
from hinge.procedure.fold import fold
from hinge.procedure.knowledge import gate_groups
from hinge.procedure.record import DoorRecord
from hinge.procedure.state import CallState

SPRING = {"wire_in": 0.207, "inside_diameter_in": 2.0, "length_in": 27.5, "count": 2}
MEASURES = {
    "weight_lb": "130 lb", "width_in": "9'", "height_in": "7'", "section_count": "4", "radius_in": "12", "drum_diameter_in": "4",
    "cable_in": "1/8",
}  # fmt: skip


class Running:
    """A call being entered, each entry admitted as the server would."""

    def __init__(self, record: DoorRecord | None = None) -> None:
        self.record = record or DoorRecord()
        self.entries: list[Entry] = []

    @property
    def state(self) -> CallState:
        return fold(self.record, self.entries)

    def enter(self, kind: str, **body: object) -> CallState:
        entry = Entry(id=f"entry-{len(self.entries):05d}", by="Wren", at="2026-11-01T09:00:00+00:00", body=read_body({"kind": kind} | body))
        admit(self.state, entry, self.entries)
        self.entries.append(entry)
        return self.state

    def gates(self, group_id: str) -> CallState:
        for group in gate_groups():
            if group.id == group_id:
                for gate in group.gates:
                    self.enter("gate", gate=gate.id, met=True)
        return self.state

    def measured(self) -> Running:
        for name, typed in MEASURES.items():
            self.enter("measured", field=name, typed=typed)
        return self

    def chosen(self, quarter_turns: int = 3) -> Running:
        self.measured().gates("hands_on")
        self.enter("chosen", springs=[SPRING], quarter_turns=quarter_turns)
        self.gates("winding")
        return self

    def wound(self, quarter_turns: int = 3) -> Running:
        self.chosen(quarter_turns)
        for side in ("left", "right"):
            for stroke in range(quarter_turns):
                self.enter("counted", spring=side, from_quarter=stroke, to_quarter=stroke + 1)
        return self

    def proved(self) -> Running:
        for proof in ("reversal", "eyes"):
            self.enter("proof", proof=proof, passed=True)
        return self
