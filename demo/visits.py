"""Past calls made up so that every reading is what the model gives for a door that is a little off its file."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta

import numpy as np

from hinge.balance.fit import DoorAssembly
from hinge.call.commands import read_command
from hinge.call.events import Entry
from hinge.call.facts import Call
from hinge.call.finds import open_finds
from hinge.call.log import CallLog
from hinge.call.procedure_of_work import steps_left
from hinge.faults.knowledge import faults
from hinge.file.assembly import assembly_of
from hinge.file.record import DoorRecord
from hinge.file.setup import Setup, setup_of
from hinge.practice.mechanics import DoorInMotion
from hinge.site.gates import gate_groups
from hinge.sizing.search import Wanted, find_sets
from hinge.sizing.sets import SpringSet

LOOKED_AT = ("look", "hands")


@dataclass
class Visit:
    """One call, each thing said decided as it would be on the page, with rising times."""

    prefix: str
    by: str
    at: datetime
    log: CallLog

    @property
    def call(self) -> Call:
        """What the visit adds up to so far."""
        return self.log.call

    @property
    def entries(self) -> list[Entry]:
        """What was said, in order."""
        return self.log.entries

    def say(self, kind: str, seconds: float = 40, **body: object) -> None:
        """Say one thing some seconds after the last."""
        self.at += timedelta(seconds=seconds)
        command = read_command({"kind": kind, **body})
        self.log.say(command, f"{self.prefix}-{len(self.entries) + 1:04d}", self.by, self.at.isoformat())

    def gates(self, *group_ids: str) -> None:
        """Meet every gate of these groups."""
        for group in gate_groups():
            if group.id in group_ids:
                for gate in group.gates:
                    self.say("gate", 12, gate=gate.id, met=True)


def visit_at(record: DoorRecord, prefix: str, by: str, at: datetime) -> Visit:
    """A call about to begin at a door of this record."""
    return Visit(prefix, by, at, CallLog.at(record))


def measured_setup(record: DoorRecord) -> Setup:
    """The setup of a door that is known to be measured."""
    setup = setup_of(record.measured)
    assert setup is not None
    return setup


def suggested(record: DoorRecord, cycles: float = 15_000) -> SpringSet:
    """The first set proposed for a measured door."""
    setup = measured_setup(record)
    assert setup.drum is not None
    return find_sets(setup.door, setup.track, setup.drum.on(setup.track), Wanted(cycles=cycles, most=1)).sets[0]


def arrive(visit: Visit, complaint: str, cause: str, note: str = "") -> None:
    """The first two stages."""
    visit.say("complaint", complaint=complaint)
    visit.gates("hands_on")
    for check, shown in _looks(cause):
        visit.say("checked", 90, check=check, outcome=shown)
    visit.say("found", 400, cause=cause, note=note)


def _looks(cause: str) -> list[tuple[str, str]]:
    """What shows a cause, where it is seen or felt with the opener's plug out."""
    known = faults()
    shown = known.causes[cause].confirmed_by if cause in known.causes else None
    return [shown] if shown and known.checks[shown[0]].needs in LOOKED_AT else []


def hung_now(visit: Visit, record: DoorRecord) -> DoorAssembly:
    """The door at work with what hangs on it at this point of the visit."""
    hung = assembly_of(measured_setup(record), visit.call.line.as_it_stands())
    assert hung is not None, record.measured
    return hung.at_work()


def read_with_gauge(visit: Visit, record: DoorRecord, friction_lb: float, tired: float) -> None:
    """Read the door as found with a gauge, its springs having lost a share of their pull."""
    hung = hung_now(visit, record)
    moves = _moving(hung, friction_lb)
    visit.gates("as_found")
    for height in (42.0, 54.0):
        for way, force in zip(("raising", "lowering"), moves.pull(height, lambda at: (1 - tired) * hung.carrier.lift(at)), strict=True):
            visit.say("reading", 30, reading={"height_in": height, "force_lb": float(round(force)), "direction": way})


def _moving(hung: DoorAssembly, friction_lb: float) -> DoorInMotion:
    """The door as it moves, dragging alike all along."""
    return DoorInMotion(hung.door, hung.track, np.full(2, friction_lb))


def close(visit: Visit, told: str) -> None:
    """Prove and close."""
    visit.say("proof", 70, proof="free_running", passed=True, note="")
    visit.gates("by_power")
    for proof in ("reversal", "eyes", "cycles"):
        visit.say("proof", 70, proof=proof, passed=True, note="")
    for step in steps_left(visit.call):
        visit.say("stepped", 60, steps=[step])
    for find in open_finds(visit.call):
        visit.say("cured", 20, cause=find.cause)
    visit.say("closed", 120, told=told)
