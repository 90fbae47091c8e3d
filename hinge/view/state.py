"""The state of a call: what its entries add up to."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from hinge.balance.assembly import AssemblyDocument
from hinge.balance.readings import Outcome, Reading
from hinge.call import commands as c
from hinge.call.finds import FindState
from hinge.call.limits import LimitsState
from hinge.call.work import WorkStep
from hinge.carriers.kinds import CarrierKind, KnownPart, OnDoor
from hinge.file.description import DoorDescription
from hinge.file.record import DoorRecord, How
from hinge.file.setup import Setup
from hinge.file.sheet import AskedField
from hinge.measure.fields import Value
from hinge.procedures.knowledge import Act
from hinge.site.gates import Before
from hinge.view.strokes import Stroke
from hinge.view.summary import SaidLine

StageName = Literal["arrive", "find", "measure", "size", "repair", "prove", "close"]


class MainAction(BaseModel):
    """The main action: `command` is entered, or `to` is gone to (`count` is the counter).

    Where it `waits` nothing can be done yet: what is next is to state the open gates of the groups `gates`, in their order.
    """

    label: str
    command: c.Command | None = None
    to: StageName | Literal["", "count"] = ""
    waits: bool = False
    gates: list[str] = []


class GateState(BaseModel):
    """A gate, and whether it is met."""

    id: str
    title: str
    says: str
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
    how: How = How()


class AgainTurns(BaseModel):
    """A count to wind the springs that hang there to again, and what speaks for it."""

    quarter_turns: int
    said: str


class AgainState(BaseModel):
    """The counts the springs that hang there may be wound to again."""

    turns: list[AgainTurns]
    least: int
    most: int


class Offer(BaseModel):
    """What may become of what carries the door: `command` is said to choose it, where that takes saying; not `open` where it may not be.

    What is kept is let down and wound `again` to a count; what has no turns is only trimmed.
    """

    name: Literal["keep", "replace", "change_over"]
    kind: CarrierKind
    label: str
    says: str
    open: bool
    chosen: bool
    command: c.Measured | None = None
    again: AgainState | None = None


class Choice(BaseModel):
    """What was picked, by its short name; `entry` picked it, and is empty once it is on the door.

    `stale` says what changed where the door was measured again since.
    """

    option: str
    words: str
    quarter_turns: int | None
    entry: str
    stale: str


class PartState(BaseModel):
    """Where one part of what carries the door stands and is to go, in `unit`.

    `count` is None for a cone of unknown turns, of which `let_off` have been counted; a stroke then starts at minus `let_off`.
    `likely` is what such a cone holds on this door when it is wound right, where its springs are known. `strokes` holds a cone
    at each count from 0 up, empty where nothing is known of it; `up` and `down` which way its bar goes. `taken_back_to` is where
    the last stroke came from: it may be taken back as it came. `aim` sets its target beside the count that suits this door.
    """

    part: KnownPart
    name: str
    count: int | None
    let_off: int
    target: int | None
    unit: str
    likely: int | None
    aim: str
    strokes: list[Stroke]
    up: str
    down: str
    taken_back_to: int | None
    bar_in: float


class StopState(BaseModel):
    """When to stop, and what to do then."""

    id: str
    when: str
    then: str


class Work(BaseModel):
    """What is to be done next on what carries the door, the `act` of a procedure that is, the gate groups before it, and when to stop.

    `stopped` says what the work was stopped for, until what that opened is met again.
    """

    step: WorkStep
    act: Act
    title: str
    done: str
    gates: list[str]
    stops: list[StopState]
    stopped: str


class OutcomeState(BaseModel):
    """What a door can do when let go, in a word with its mark."""

    id: Outcome
    text: str


class ReadingState(BaseModel):
    """A balance reading; `current` until what carries the door changes, `before` where it was taken before anything was touched."""

    entry: str
    reading: Reading
    current: bool
    before: bool
    height: str
    words: str
    at: str
    by: str


class UsedPart(BaseModel):
    """Parts that went into the door; `entry` is what takes them back."""

    entry: str
    part: str
    pieces: int
    words: str


class SaidClaim(BaseModel):
    """A claim of this call by its entry, in words."""

    entry: str
    text: str


class PhotoState(BaseModel):
    """A photo by its key; `entry` is what takes it back, `of` the claim it shows, `shows` that in words: empty where it shows the door."""

    entry: str
    photo: str
    of: str
    shows: str
    caption: str
    by: str
    at: str


class SignatureState(BaseModel):
    """Who signed, when, and how: strokes of x, y, x, y …, a thousandth of the field's width each."""

    entry: str
    name: str
    at: str
    strokes: list[list[int]]


class ProofState(BaseModel):
    """A proof and how it stands; `barred` is why it cannot be passed as the door stands now."""

    id: str
    title: str
    how: str
    passes_when: str
    barred: str
    required: bool
    standing: Literal["open", "passed", "failed", "void"]
    says: str
    entry: str
    by: str = ""
    at: str = ""


class Stage(BaseModel):
    """A stage of the call."""

    name: StageName
    done: bool


class UnreadableState(BaseModel):
    """Something kept that cannot be read; measuring the `field` again puts it right, where there is one."""

    field: str
    text: str


class CallState(BaseModel):
    """Everything the entries of a call add up to.

    `safety` is how the opener and the door stand, `safety_at` since when; `claimed` says so where it was closed elsewhere,
    maybe under other rules. `main` is the one main action of a stage. `stop` says why nothing is computed, `not_lifted` why
    nobody lifts the door; `abandoned` why a closed
    call was a mistake, `to_abandon` what keeps this one from being one. `cause_wanted`: it is no fault but what was asked for.
    `went_on` are the pieces, by the van's names, that left it with what went on the door; `to_show` is what a photo can be of.
    """

    complaint: str | None
    complaint_text: str
    complaint_note: str
    cause: str | None
    cause_text: str
    cause_wanted: bool
    cause_note: str
    cause_entry: str
    cause_confirmed: bool
    finds: list[FindState]
    gate_groups: list[GateGroupState]
    safety: str
    safety_at: str
    measured: list[Measurement]
    asked: list[AskedField]
    missing: list[str]
    file_weight_lb: float | None
    scale_weight_lb: float | None
    weight_sd_lb: float | None
    weight_words: str
    carried_by: CarrierKind
    setup: Setup | None
    wrong_setup: str
    stop: str
    not_lifted: str
    on_door: OnDoor | None
    chosen: Choice | None
    offers: list[Offer]
    parts: list[PartState]
    work: Work | None
    steps_said: list[str]
    touched: bool
    set_up: bool
    hung: AssemblyDocument | None
    said: DoorDescription
    readings: list[ReadingState]
    reading_heights_in: list[float]
    holds_at_in: float
    outcomes: list[OutcomeState]
    limits: LimitsState | None
    proofs: list[ProofState]
    parts_used: list[UsedPart]
    went_on: dict[str, int]
    photos: list[PhotoState]
    to_show: list[SaidClaim]
    signature: SignatureState | None
    stages: list[Stage]
    main: dict[StageName, MainAction]
    to_close: list[str]
    disconnected: str
    left: str
    closed: bool
    closed_at: str
    told: str
    abandoned: str
    to_abandon: list[str]
    summary: list[SaidLine]
    claimed: str
    unreadable: list[UnreadableState]
    record_after: DoorRecord
