"""Folding a call's entries into its state."""

from __future__ import annotations

from dataclasses import dataclass, field

from hinge.balance.readings import USUAL_HEIGHTS_IN, reading_heights
from hinge.measure.fields import Measured, Value, fields, read_field, write_value
from hinge.procedure import entries as e
from hinge.procedure.carrying import as_chosen, chosen_kind, hanging_of, hung_door, trimmed, winding_of
from hinge.procedure.knowledge import GateGroup, causes, complaints, gate_groups, proofs
from hinge.procedure.record import (
    ON_DOOR,
    CarrierKind,
    DoorRecord,
    OnDoor,
    cycles_of,
    kind_of,
    missing_of,
    on_door_of,
    setup_of,
)
from hinge.procedure.sheet import asked_of, wrong_in
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
from hinge.questions.documents import ReadingIn

ACCEPT_IN = (36.0, 48.0)  # must hold at 3 to 4 ft; common practice


@dataclass
class _Tally:
    """What is gathered while walking the entries."""

    record: DoorRecord
    complaint: str | None = None
    cause: e.Found | None = None
    gates: dict[str, e.Entry] = field(default_factory=dict)
    measured: dict[str, tuple[Value, str]] = field(default_factory=dict)
    chosen: Choice | None = None
    hung: str = ""
    counts: dict[str, int] = field(default_factory=dict)
    trims: list[e.Trimmed] = field(default_factory=list)
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
                self.chosen = Choice(**body.model_dump(exclude={"kind"}), entry=entry.id)
                self.counts, self.trims, self.hung = {}, [], ""
            case e.Hung():
                self.hung = entry.id
            case e.Counted():
                self.counts[body.spring] = body.to_quarter
            case e.Trimmed():
                self.trims.append(body)
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
        if kind in ("chosen", "hung", "counted", "trimmed"):
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
    carried_by = chosen_kind(tally.chosen) if tally.chosen else kind_of(measured)
    setup = setup_of(measured)
    winding = winding_of(tally.chosen, tally.counts)
    set_up = bool(tally.hung) or (bool(winding) and all(spring.done == spring.planned for spring in winding))
    before = _on_door(tally, measured)
    now = _trimmed(as_chosen(tally.chosen) if tally.chosen and set_up else before, tally.trims)
    wrong_setup = wrong_in(measured, setup, carried_by)
    groups = [_group_state(tally, group) for group in gate_groups(carried_by)]
    to_close = _to_close(tally, winding, set_up)
    done = {
        "arrive": tally.complaint is not None and groups[0].met,
        "find": tally.cause is not None,
        "measure": setup is not None and not wrong_setup,
        "size": tally.chosen is not None,
        "repair": set_up,
        "prove": not to_close and bool(tally.readings or tally.proofs),
        "close": tally.closed is not None,
    }
    household = measured.get("household")
    return CallState(
        complaint=tally.complaint,
        complaint_text=complaints().get(tally.complaint or "", ""),
        cause=tally.cause.cause if tally.cause else None,
        cause_text=causes()[tally.cause.cause] if tally.cause else "",
        cause_note=tally.cause.note if tally.cause else "",
        gate_groups=groups,
        measured=_measurements(tally, measured),
        asked=asked_of(measured),
        missing=missing_of(measured),
        cycles_wanted=cycles_of(measured),
        household=household if isinstance(household, str) else None,
        file_weight_lb=_weight(record.measured) if tally.chosen is None else None,
        scale_weight_lb=_weight({name: value for name, (value, _) in tally.measured.items()}),
        carried_by=carried_by,
        setup=setup,
        wrong_setup=wrong_setup,
        on_door=before,
        chosen=tally.chosen,
        winding=winding,
        set_up=set_up,
        hung=hung_door(setup, now, carried_by) if setup and not wrong_setup else None,
        readings=tally.readings,
        reading_heights_in=reading_heights(setup.door.height_in) if setup else list(USUAL_HEIGHTS_IN),
        hung_entry=tally.hung,
        hanging=hanging_of(tally.chosen),
        proofs=_proof_states(tally),
        stages=[Stage(name=name, done=is_done) for name, is_done in done.items()],  # type: ignore[arg-type]
        to_close=to_close,
        disconnected=tally.disconnected,
        closed=tally.closed is not None,
        closed_at=tally.closed.at if tally.closed else "",
        told=tally.closed.body.told if tally.closed and isinstance(tally.closed.body, e.Closed) else "",
        record_after=DoorRecord(measured=_converted(measured, carried_by), **now.model_dump()),
    )


def _on_door(tally: _Tally, measured: Measured) -> OnDoor:
    """What was there on arrival: measured on this call, or else as the file says."""
    kind, on_file = kind_of(measured), tally.record
    read_now = on_door_of(measured) if tally.measured.keys() & ON_DOOR else None
    if read_now is None:
        return OnDoor(**on_file.model_dump(include=set(OnDoor.model_fields)))
    turns = on_file.quarter_turns if kind == "torsion" else None
    return read_now.model_copy(update={"quarter_turns": turns})


def _converted(measured: dict[str, Value], carried_by: CarrierKind) -> dict[str, Value]:
    return measured if kind_of(measured) == carried_by else measured | {"counterbalance": carried_by}


def _trimmed(on_door: OnDoor, trims: list[e.Trimmed]) -> OnDoor:
    for trim in trims:
        on_door = trimmed(on_door, trim) or on_door
    return on_door


def _weight(measured: Measured) -> float | None:
    weight = measured.get("weight_lb")
    return weight if isinstance(weight, float) else None


def _measurements(tally: _Tally, measured: Measured) -> list[Measurement]:
    return [
        Measurement(field=name, value=measured[name], text=write_value(name, measured[name]), entry=tally.measured.get(name, (0, ""))[1])
        for name in fields()
        if name in measured
    ]


def _group_state(tally: _Tally, group: GateGroup) -> GateGroupState:
    states = []
    for gate in group.gates:
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
    return GateGroupState(id=group.id, title=group.title, before=group.before, met=all(state.met for state in states), gates=states)


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


def _to_close(tally: _Tally, winding: list[SpringCount], set_up: bool) -> list[str]:
    missing = []
    if any(spring.done for spring in winding) and not set_up:
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
