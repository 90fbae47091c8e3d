"""What can be entered on a call. Entries are appended, never edited: a correction is a new entry."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Annotated, Literal

from pydantic import Field, TypeAdapter, ValidationError, field_validator, model_validator

from hinge.procedure import knowledge
from hinge.questions.ask import first_mistake
from hinge.questions.documents import Document, PairIn, ReadingIn, SpringIn, StackIn

Side = Literal["left", "right", "single", "left_outer", "right_outer"]
Text = Annotated[str, Field(max_length=600)]


class Complaint(Document):
    """What the customer says."""

    kind: Literal["complaint"]
    complaint: str

    @field_validator("complaint")
    @classmethod
    def _known(cls, value: str) -> str:
        return _one_of(value, knowledge.complaints())


class GateSet(Document):
    """A make-safe gate met, or open again."""

    kind: Literal["gate"]
    gate: str
    met: bool

    @field_validator("gate")
    @classmethod
    def _known(cls, value: str) -> str:
        return _one_of(value, [gate.id for group in knowledge.gate_groups() for gate in group.gates])


class Found(Document):
    """What was found."""

    kind: Literal["found"]
    cause: str
    note: Text = ""

    @field_validator("cause")
    @classmethod
    def _known(cls, value: str) -> str:
        return _one_of(value, knowledge.causes())


class Measured(Document):
    """One measurement, as typed."""

    kind: Literal["measured"]
    field: str
    typed: Annotated[str, Field(max_length=120)]


class Chosen(Document):
    """What was picked for this door: a torsion set with its turns, an extension pair, or a stack of plates."""

    kind: Literal["chosen"]
    springs: Annotated[list[SpringIn], Field(max_length=2)] = []
    duplex: bool = False
    quarter_turns: Annotated[int, Field(ge=1, le=160)] | None = None
    extension: PairIn | None = None
    counterweight: StackIn | None = None

    @model_validator(mode="after")
    def _one_of_three(self) -> Chosen:
        torsion = bool(self.springs) and self.quarter_turns is not None
        if torsion + (self.extension is not None) + (self.counterweight is not None) != 1 or torsion != bool(self.springs):
            raise ValueError("a choice is springs with their quarter_turns, an extension pair, or a counterweight")
        if len(self.springs) == 2 and not self.duplex:
            raise ValueError("two kinds of spring on one shaft are only picked as a duplex")
        return self


class Hung(Document):
    """The picked pair or stack hangs on the door, set up as told."""

    kind: Literal["hung"]


class Counted(Document):
    """One stroke of the bar: the count of this spring goes from one quarter-turn to the next.

    Both ends are named so that a stroke sent from two tablets is counted once.
    """

    kind: Literal["counted"]
    spring: Side
    from_quarter: Annotated[int, Field(ge=0, le=160)]
    to_quarter: Annotated[int, Field(ge=0, le=160)]


class Trimmed(Document):
    """A trim: quarter-turns put on (+) or taken off (−) each spring, holes of each cable taken up, or small plates added."""

    kind: Literal["trimmed"]
    quarter_turns_per_spring: Annotated[int, Field(ge=-4, le=4)] | None = None
    cable_holes: Annotated[int, Field(ge=-3, le=3)] | None = None
    small_plates: Annotated[int, Field(ge=-4, le=4)] | None = None

    @model_validator(mode="after")
    def _one_step(self) -> Trimmed:
        if sum(one is not None for one in (self.quarter_turns_per_spring, self.cable_holes, self.small_plates)) != 1:
            raise ValueError("a trim is in quarter-turns, cable holes or small plates")
        return self


class BalanceReading(Document):
    """A balance reading."""

    kind: Literal["reading"]
    reading: ReadingIn


class ProofMade(Document):
    """A proof tried, passed or not."""

    kind: Literal["proof"]
    proof: str
    passed: bool
    note: Text = ""

    @field_validator("proof")
    @classmethod
    def _known(cls, value: str) -> str:
        return _one_of(value, [proof.id for proof in knowledge.proofs()])


class Withdrawn(Document):
    """An earlier entry taken back, with why."""

    kind: Literal["withdrawn"]
    entry: str
    reason: Text


class Disconnected(Document):
    """The opener is left disconnected, and the customer told why."""

    kind: Literal["disconnected"]
    reason: Annotated[str, Field(min_length=3, max_length=600)]


class Closed(Document):
    """The call is closed; what the customer was told."""

    kind: Literal["closed"]
    told: Text = ""


Body = Annotated[
    Complaint
    | GateSet
    | Found
    | Measured
    | Chosen
    | Hung
    | Counted
    | Trimmed
    | BalanceReading
    | ProofMade
    | Withdrawn
    | Disconnected
    | Closed,
    Field(discriminator="kind"),
]
_BODY: TypeAdapter[Body] = TypeAdapter(Body)


class Entry(Document):
    """An entry on a call: client-made id, who, when (ISO 8601, UTC), and what."""

    id: Annotated[str, Field(min_length=8, max_length=64, pattern=r"^[A-Za-z0-9-]+$")]
    by: str
    at: str
    body: Body


def read_body(document: object) -> Body:
    """Read the body of an entry. Raises BadInput for anything malformed."""
    try:
        return _BODY.validate_python(document)
    except ValidationError as wrong:
        raise first_mistake(wrong) from wrong


def _one_of(value: str, known: Iterable[str]) -> str:
    names = list(known)
    if value not in names:
        raise ValueError(f"there is nothing called {value!r} here; it is one of {', '.join(names)}")
    return value
