"""The state of a call: what its entries add up to."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from hinge.measure.fields import Value
from hinge.procedure.entries import Side
from hinge.procedure.knowledge import Before
from hinge.procedure.record import CarrierKind, DoorRecord, OnDoor, Setup
from hinge.questions.documents import HungDoor, PairIn, ReadingIn, SpringIn, StackIn

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
    before: Before
    met: bool
    gates: list[GateState]


class Measurement(BaseModel):
    """A field's value [its unit], written the trade's way; `entry` is empty where the door's record told it."""

    field: str
    value: Value
    text: str
    entry: str = ""


class Asked(BaseModel):
    """A field this door can be asked for; `needed` when nothing can be computed without it, `rare` when seldom.

    `usual` is what a choice is taken for until it is made.
    """

    field: str
    group: str
    needed: bool
    rare: bool
    usual: str


class Choice(BaseModel):
    """What was picked, and the entry that picked it."""

    springs: list[SpringIn]
    duplex: bool
    quarter_turns: int | None
    extension: PairIn | None
    counterweight: StackIn | None
    entry: str


class Hanging(BaseModel):
    """How a picked pair or stack goes on this door."""

    title: str
    caution: str
    steps: list[str]


class SpringCount(BaseModel):
    """Quarter-turns in and planned for one winding cone.

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
    asked: list[Asked]
    missing: list[str]
    cycles_wanted: float
    household: str | None
    file_weight_lb: float | None
    scale_weight_lb: float | None
    carried_by: CarrierKind
    setup: Setup | None
    wrong_setup: str
    on_door: OnDoor
    chosen: Choice | None
    winding: list[SpringCount]
    set_up: bool
    hung: HungDoor | None
    readings: list[ReadingState]
    reading_heights_in: list[float]
    hung_entry: str
    hanging: Hanging | None
    proofs: list[ProofState]
    stages: list[Stage]
    to_close: list[str]
    disconnected: str
    closed: bool
    closed_at: str
    told: str
    record_after: DoorRecord
