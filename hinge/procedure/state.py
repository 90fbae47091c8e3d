"""The state of a call: what its entries add up to."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from hinge.procedure.entries import Side
from hinge.procedure.record import DoorRecord, Setup
from hinge.questions.documents import HungDoor, ReadingIn, SpringIn

StageName = Literal["arrive", "find", "measure", "size", "repair", "prove", "close"]


class GateState(BaseModel):
    """A gate, and whether it is met."""

    id: str
    title: str
    why: str
    met: bool
    by: str = ""
    at: str = ""


class GateGroupState(BaseModel):
    """A group of gates; `met` when all of them are."""

    id: str
    title: str
    met: bool
    gates: list[GateState]


class Measurement(BaseModel):
    """A field's value [its unit], written the trade's way; `entry` is empty where the door's record told it."""

    field: str
    value: float
    text: str
    entry: str = ""


class Choice(BaseModel):
    """The set picked, and the entry that picked it."""

    springs: list[SpringIn]
    quarter_turns: int
    entry: str


class SpringCount(BaseModel):
    """Quarter-turns in and planned for one spring.

    `torque_lbin` and `bar_force_lb` hold the value after each quarter-turn, from 0 to planned.
    """

    spring: Side
    done: int
    planned: int
    torque_lbin: list[float]
    bar_force_lb: list[float]
    bar_in: float


class ReadingState(BaseModel):
    """A balance reading; `current` until the springs change."""

    entry: str
    reading: ReadingIn
    current: bool
    at: str
    by: str


class ProofState(BaseModel):
    """A proof and how it stands."""

    id: str
    title: str
    how: str
    passes_when: str
    required: bool
    standing: Literal["open", "passed", "failed", "void"]
    by: str = ""
    at: str = ""


class Stage(BaseModel):
    """A stage of the call."""

    name: StageName
    done: bool


class CallState(BaseModel):
    """Everything the entries of a call add up to."""

    complaint: str | None
    complaint_text: str
    cause: str | None
    cause_text: str
    cause_note: str
    gate_groups: list[GateGroupState]
    measured: list[Measurement]
    missing: list[str]
    cycles_wanted: float
    setup: Setup | None
    on_door: list[SpringIn]
    on_door_quarter_turns: int | None
    chosen: Choice | None
    winding: list[SpringCount]
    wound: bool
    hung: HungDoor | None
    readings: list[ReadingState]
    proofs: list[ProofState]
    stages: list[Stage]
    to_close: list[str]
    disconnected: str
    closed: bool
    closed_at: str
    told: str
    record_after: DoorRecord
