"""Calls for the tests: what is said made short."""

from __future__ import annotations

from hinge.call.commands import read_command
from hinge.call.events import Entry
from hinge.call.facts import Call
from hinge.call.finds import finds_of, open_finds
from hinge.call.log import CallLog
from hinge.call.procedure_of_work import steps_left
from hinge.file.record import DoorRecord
from hinge.site.gates import gate_groups
from hinge.view.build import build_call_view
from hinge.view.state import CallState
from tests.support.words import words

SPRING = {"wire_in": 0.207, "inside_diameter_in": 2.0, "length_in": 27.5, "count": 2}
MEASURES = {
    "carried_now": "torsion", "weight_lb": "130 lb",
    "width_in": "9'", "height_in": "7'", "section_count": "4", "radius_in": "12", "drum_diameter_in": "4",
    "cable_in": "1/8",
}  # fmt: skip
MEASURED = {
    "weight_lb": 130.0, "width_in": 108.0, "height_in": 84.0, "section_count": 4.0, "radius_in": 12.0, "drum_diameter_in": 4.0,
    "cable_in": 0.125,
}  # fmt: skip
HOLDS = {"height_in": 42, "outcome": "holds"}
WORK = {"torsion": ("bars", "letting_down", "winding"), "extension": ("hanging",), "counterweight": ("stacking",)}
LIFT = {"torsion": "first_lift", "extension": "first_lift_pair", "counterweight": "first_lift_stack"}


class Running:
    """A call being entered, each command decided as the server would."""

    def __init__(self, record: DoorRecord | None = None, at: str = "2026-11-01T09:00:00+00:00") -> None:
        self.at = at
        self.commands: list[dict[str, object]] = []
        self.record = record or DoorRecord()
        self.log = CallLog.at(self.record)

    @property
    def call(self) -> Call:
        return self.log.call

    @property
    def entries(self) -> list[Entry]:
        return self.log.entries

    @property
    def state(self) -> CallState:
        return words(build_call_view(self.call))

    def say(self, kind: str, **body: object) -> Entry:
        entry = self.log.say(read_command({"kind": kind} | body), f"entry-{len(self.entries):05d}", "Wren", self.at)
        self.commands.append({"kind": kind} | body)
        return entry

    def keep(self, entry: Entry) -> Entry:
        """What happened, kept as it is."""
        return self.log.keep(entry)

    def enter(self, kind: str, **body: object) -> CallState:
        self.say(kind, **body)
        return self.state

    def gates(self, *group_ids: str) -> None:
        for group in gate_groups():
            if group.id in group_ids:
                for gate in group.gates:
                    self.say("gate", gate=gate.id, met=True)

    def work_gates(self) -> None:
        """Every gate before work on what hangs there, or on what is picked where nothing does."""
        plan, line = self.call.plan, self.call.line
        kind = plan.on().kind if plan is not None and line.on is None else line.kind
        self.gates("hands_on", *WORK[kind or "torsion"])

    def lift_gates(self) -> None:
        self.gates("hands_on", LIFT[self.call.line.kind] if self.call.line.touched else "as_found")

    def measured(self, **more: str) -> Running:
        for name, typed in (MEASURES | more).items():
            if name == "carried_now" and self.record.kind is not None:
                continue  # on file
            self.say("measured", field=name, typed=typed)
        return self

    def taken_off(self) -> Running:
        """What hangs there off: every cone let down to slack first."""
        self.work_gates()
        if self.call.line.kind == "torsion":
            for part in self.call.line.counts:
                self.say("slack", part=part)
            self.gates("taking_off")
        self.say("taken_off")
        return self

    def put_on(self) -> Running:
        self.taken_off()
        self.work_gates()
        self.say("put_on")
        return self

    def chosen(self, quarter_turns: int = 3) -> Running:
        """A pair picked, the old springs off and the new ones on, not wound."""
        self.measured()
        self.say("chosen", springs=[SPRING], quarter_turns=quarter_turns)
        self.put_on().work_gates()
        return self

    def to_targets(self) -> Running:
        """Every part moved to where it is to go, one step at a time."""
        line = self.call.line
        for part, target in line.to_go(self.call.plan is not None).items():
            while target is not None and (at := self.call.line.counts[part]) != target:
                self.say("moved", part=part, from_count=at, to_count=at + (1 if target > at else -1))
        return self

    def wound(self, quarter_turns: int = 3) -> Running:
        return self.chosen(quarter_turns).to_targets()

    def held(self) -> Running:
        self.lift_gates()
        self.say("reading", reading=HOLDS | {"height_in": 54 if self.call.line.kind == "counterweight" else 42})
        return self

    def trimmed(self, steps: int) -> Running:
        """New targets for every part, and the steps there."""
        line = self.call.line
        parts = ["small"] if line.kind == "counterweight" else list(line.counts)
        self.say("aimed", targets={part: line.counts[part] + steps for part in parts})
        self.gates("hands_on", *(("trimming",) if line.kind == "torsion" else WORK[line.kind]))
        return self.to_targets()

    def powered(self) -> Running:
        """Plugged in and joined, nobody near: it may run."""
        self.gates("by_power")
        return self

    def proved(self) -> Running:
        self.powered()
        for proof in ("reversal", "eyes"):
            self.say("proof", proof=proof, passed=True)
        for step in steps_left(self.call):
            self.say("stepped", steps=[step])
        return self.settled()

    def settled(self) -> Running:
        """Everything found put right, as far as anybody says; where nothing was, that is said."""
        if not self.call.causes and not finds_of(self.call):
            self.say("found", cause="nothing")
        for find in open_finds(self.call):
            self.say("cured", cause=find.cause)
        return self
