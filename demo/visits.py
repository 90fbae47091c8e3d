"""Past calls made up so that every reading is what the model gives for a door that is a little off its file."""

from __future__ import annotations

import random
from dataclasses import dataclass, field
from datetime import datetime, timedelta

import numpy as np

from hinge.balance.fit import CREEP_BAND_LB
from hinge.door.lift import required_lift
from hinge.procedure.entries import Entry, read_body
from hinge.procedure.knowledge import gate_groups
from hinge.procedure.record import DoorRecord, setup_of
from hinge.questions.answers import spring_out
from hinge.questions.documents import HungDoor, SpringIn
from hinge.sizing.search import Wanted, find_sets

HEIGHTS_IN = (0.0, 12.0, 42.0, 66.0)


@dataclass
class Visit:
    """Entries of one call, appended in order with rising times."""

    prefix: str
    by: str
    at: datetime
    entries: list[Entry] = field(default_factory=list)

    def enter(self, kind: str, seconds: float = 40, **body: object) -> None:
        """Append one entry some seconds after the last."""
        self.at += timedelta(seconds=seconds)
        entry_id = f"{self.prefix}-{len(self.entries) + 1:04d}"
        self.entries.append(Entry(id=entry_id, by=self.by, at=self.at.isoformat(), body=read_body({"kind": kind, **body})))

    def gates(self, group_id: str) -> None:
        """Meet every gate of a group."""
        for group in gate_groups():
            if group.id == group_id:
                for gate in group.gates:
                    self.enter("gate", 12, gate=gate.id, met=True)


def suggested(record: DoorRecord, cycles: float = 15_000) -> tuple[SpringIn, int]:
    """The first set proposed for a measured door, with its quarter-turns."""
    setup = setup_of(record.measured)
    assert setup is not None
    track = setup.track.build()
    assert setup.drum is not None
    best = find_sets(setup.door.build(), track, setup.drum.build(track), Wanted(cycles=cycles, most=1)).sets[0]
    return spring_out(*best.springs[0]), best.quarter_turns


def outcome(net_lb: float, friction_lb: float) -> str:
    """What a door does when let go, by the same bands the fit uses."""
    over = abs(net_lb) - friction_lb
    if over <= 0:
        return "holds"
    return ("creeps" if over <= CREEP_BAND_LB else "runs") + ("_down" if net_lb > 0 else "_up")


def arrive(visit: Visit, complaint: str, cause: str, note: str = "") -> None:
    """The first two stages."""
    visit.enter("complaint", complaint=complaint)
    visit.gates("hands_on")
    visit.enter("found", 400, cause=cause, note=note)


def read_balance(visit: Visit, record: DoorRecord, chance: random.Random, friction_lb: float, spring: SpringIn, quarters: int) -> None:
    """Let the door go at four heights; the door weighs a little other than its file says."""
    setup = setup_of(record.measured)
    assert setup is not None
    hung = HungDoor(door=setup.door, track=setup.track, drum=setup.drum, springs=[spring], quarter_turns=quarters).build()
    share = chance.gauss(1, 0.008)
    heights = np.array([height for height in HEIGHTS_IN if height < hung.door.height_in])
    net = share * required_lift(hung.door, hung.track, heights) - hung.carrier.lift(heights)
    visit.gates("first_lift")
    for height, force in zip(heights.tolist(), net.tolist(), strict=True):
        # The floor holds a heavy door at 0; only a hot one would rise from it.
        said = "holds" if height == 0 and force > 0 else outcome(force, friction_lb)
        visit.enter("reading", 45, reading={"height_in": height, "outcome": said})


def wind(visit: Visit, spring: SpringIn, quarters: int) -> None:
    """Pick the set and count every stroke in."""
    visit.enter("chosen", 200, springs=[spring.model_dump()], quarter_turns=quarters)
    visit.gates("winding")
    for side in ("left", "right") if spring.count == 2 else ("single",):
        for stroke in range(quarters):
            visit.enter("counted", 9, spring=side, from_quarter=stroke, to_quarter=stroke + 1)


def close(visit: Visit, told: str) -> None:
    """Prove and close."""
    for proof in ("free_running", "reversal", "eyes", "cycles"):
        visit.enter("proof", 70, proof=proof, passed=True, note="")
    visit.enter("closed", 120, told=told)
