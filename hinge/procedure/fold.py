"""Folding a call's entries into its state."""

from __future__ import annotations

from dataclasses import dataclass, field

from hinge.measure.fields import fields, read_field, write_value
from hinge.procedure import entries as e
from hinge.procedure.knowledge import causes, complaints, gate_groups, proofs
from hinge.procedure.record import DEFAULT_CYCLES, DoorRecord, missing_of, setup_of, springs_of
from hinge.procedure.state import (
    CallState,
    Choice,
    GateGroupState,
    GateState,
    Measurement,
    ProofState,
    ReadingState,
    SpringCount,
    Stage,
)
from hinge.questions.documents import HungDoor, ReadingIn, SpringIn
from hinge.springs.torsion import BAR_IN, bar_force

ACCEPT_IN = (36.0, 48.0)  # must hold at 3 to 4 ft; common practice


@dataclass
class _Tally:
    """What is gathered while walking the entries."""

    record: DoorRecord
    complaint: str | None = None
    cause: e.Found | None = None
    gates: dict[str, e.Entry] = field(default_factory=dict)
    measured: dict[str, tuple[float, str]] = field(default_factory=dict)
    chosen: Choice | None = None
    counts: dict[str, int] = field(default_factory=dict)
    trimmed: int = 0
    touched: bool = False
    readings: list[ReadingState] = field(default_factory=list)
    proofs: dict[str, tuple[e.Entry, str]] = field(default_factory=dict)
    disconnected: str = ""
    closed: e.Entry | None = None

    def take(self, entry: e.Entry) -> None:
        body = entry.body
        match body:
            case e.Complaint():
                self.complaint = body.complaint
            case e.GateSet():
                self.gates.pop(body.gate, None)
                if body.met:
                    self.gates[body.gate] = entry
            case e.Found():
                self.cause = body
            case e.Measured():
                self.measured[body.field] = (read_field(body.field, body.typed), entry.id)
            case e.Chosen():
                self.chosen = Choice(springs=body.springs, quarter_turns=body.quarter_turns, entry=entry.id)
                self.counts, self.trimmed = {}, 0
            case e.Counted():
                self.counts[body.spring] = body.to_quarter
            case e.Trimmed():
                self.trimmed += body.quarter_turns_per_spring
            case e.BalanceReading():
                self.readings.append(ReadingState(entry=entry.id, reading=body.reading, current=True, at=entry.at, by=entry.by))
            case e.ProofMade():
                self.proofs[body.proof] = (entry, "passed" if body.passed else "failed")
            case e.Disconnected():
                self.disconnected = body.reason
            case e.Closed():
                self.closed = entry
            case e.Withdrawn():
                pass  # taken out before the walk
        self._undo_what_it_touches(body.kind)

    def _undo_what_it_touches(self, kind: str) -> None:
        for group in gate_groups():
            if kind in group.cleared_by:
                for gate in group.gates:
                    self.gates.pop(gate.id, None)
        for proof in proofs():
            if kind in proof.voided_by and proof.id in self.proofs:
                self.proofs[proof.id] = (self.proofs[proof.id][0], "void")
        if kind in ("chosen", "counted", "trimmed"):
            self.touched = True
            self.readings = [reading.model_copy(update={"current": False}) for reading in self.readings]


def standing_entries(entries: list[e.Entry]) -> list[e.Entry]:
    """The entries that have not been withdrawn, in order."""
    gone = {entry.body.entry for entry in entries if isinstance(entry.body, e.Withdrawn)}
    return [entry for entry in entries if entry.id not in gone]


def fold(record: DoorRecord, entries: list[e.Entry]) -> CallState:
    """The state of a call.

    Parameters: `record` what the door's file knew when the call started; `entries` in the order
    they were accepted. Returns the state. Pure: the same entries give the same state.
    """
    tally = _Tally(record)
    for entry in standing_entries(entries):
        tally.take(entry)
    measured = record.measured | {name: value for name, (value, _) in tally.measured.items()}
    on_door = (
        springs_of(measured) if tally.measured.keys() & {"wire_in", "inside_diameter_in", "length_in", "spring_count"} else None
    ) or list(record.springs)
    setup = setup_of(measured)
    winding = _winding(tally)
    wound = bool(winding) and all(spring.done == spring.planned for spring in winding)
    springs, turns = _as_hung(tally, on_door, wound)
    hung = (
        HungDoor.model_validate(setup.model_dump() | {"springs": springs, "quarter_turns": turns})
        if setup and springs and turns is not None
        else None
    )
    groups = [_group_state(tally, group) for group in gate_groups()]
    to_close = _to_close(tally, winding, wound)
    done = {
        "arrive": tally.complaint is not None and groups[0].met,
        "find": tally.cause is not None,
        "measure": setup is not None,
        "size": tally.chosen is not None,
        "repair": wound,
        "prove": not to_close and bool(tally.readings or tally.proofs),
        "close": tally.closed is not None,
    }
    return CallState(
        complaint=tally.complaint,
        complaint_text=complaints().get(tally.complaint or "", ""),
        cause=tally.cause.cause if tally.cause else None,
        cause_text=causes()[tally.cause.cause] if tally.cause else "",
        cause_note=tally.cause.note if tally.cause else "",
        gate_groups=groups,
        measured=[
            Measurement(
                field=name, value=measured[name], text=write_value(name, measured[name]), entry=tally.measured.get(name, (0, ""))[1]
            )
            for name in fields()
            if name in measured
        ],
        missing=missing_of(measured),
        cycles_wanted=measured.get("cycles_wanted", DEFAULT_CYCLES),
        setup=setup,
        on_door=on_door,
        on_door_quarter_turns=record.quarter_turns,
        chosen=tally.chosen,
        winding=winding,
        wound=wound,
        hung=hung,
        readings=tally.readings,
        proofs=_proof_states(tally),
        stages=[Stage(name=name, done=is_done) for name, is_done in done.items()],  # type: ignore[arg-type]
        to_close=to_close,
        disconnected=tally.disconnected,
        closed=tally.closed is not None,
        closed_at=tally.closed.at if tally.closed else "",
        told=tally.closed.body.told if tally.closed and isinstance(tally.closed.body, e.Closed) else "",
        record_after=DoorRecord(measured=measured, springs=springs, quarter_turns=turns),
    )


def _winding(tally: _Tally) -> list[SpringCount]:
    if not tally.chosen:
        return []
    spring, count = tally.chosen.springs[0].build("springs.0.")
    planned = tally.chosen.quarter_turns
    torque = [round(spring.rate_lbin_per_turn * quarters / 4, 1) for quarters in range(planned + 1)]
    force = [round(bar_force(at, BAR_IN), 1) for at in torque]
    sides: tuple[e.Side, ...] = ("single",) if count == 1 else ("left", "right")
    return [
        SpringCount(spring=side, done=tally.counts.get(side, 0), planned=planned, torque_lbin=torque, bar_force_lb=force, bar_in=BAR_IN)
        for side in sides
    ]


def _as_hung(tally: _Tally, on_door: list[SpringIn], wound: bool) -> tuple[list[SpringIn], int | None]:
    if tally.chosen and wound:
        return tally.chosen.springs, tally.chosen.quarter_turns + tally.trimmed
    if tally.record.quarter_turns is None:
        return on_door, None
    return on_door, tally.record.quarter_turns + tally.trimmed


def _group_state(tally: _Tally, group: object) -> GateGroupState:
    states = []
    for gate in group.gates:  # type: ignore[attr-defined]
        entry = tally.gates.get(gate.id)
        states.append(
            GateState(
                id=gate.id,
                title=gate.title,
                why=gate.why,
                met=entry is not None,
                by=entry.by if entry else "",
                at=entry.at if entry else "",
            )
        )
    return GateGroupState(id=group.id, title=group.title, met=all(state.met for state in states), gates=states)  # type: ignore[attr-defined]


def _proof_states(tally: _Tally) -> list[ProofState]:
    states = []
    for proof in proofs():
        entry, standing = tally.proofs.get(proof.id, (None, "open"))
        states.append(
            ProofState(
                id=proof.id,
                title=proof.title,
                how=proof.how,
                passes_when=proof.passes_when,
                required=proof.required,
                standing=standing,  # type: ignore[arg-type]
                by=entry.by if entry else "",
                at=entry.at if entry else "",
            )
        )
    return states


def _to_close(tally: _Tally, winding: list[SpringCount], wound: bool) -> list[str]:
    missing = []
    if any(spring.done for spring in winding) and not wound:
        missing.append("Finish winding: the count is short of the plan.")
    if tally.touched and not any(_holds_in_band(reading) for reading in tally.readings):
        missing.append("Read the balance: the door must hold at 3 to 4 ft on its springs alone.")
    if not tally.disconnected:
        for proof in proofs():
            if proof.required and tally.proofs.get(proof.id, (None, "open"))[1] != "passed":
                missing.append(f"Prove: {proof.title.lower()}.")
    return missing


def _holds_in_band(state: ReadingState) -> bool:
    reading: ReadingIn = state.reading
    return state.current and reading.outcome == "holds" and ACCEPT_IN[0] <= reading.height_in <= ACCEPT_IN[1]
