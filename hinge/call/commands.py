"""What a person says on a call. Each is decided by today's rules; what is kept of it is an event."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, TypeAdapter, model_validator

from hinge.balance.readings import Reading
from hinge.carriers.carrier import Carrier
from hinge.carriers.kinds import USUAL, KnownPart, OnDoor
from hinge.carriers.torsion import MOST_QUARTERS
from hinge.document import Between, Document, Text, read, told
from hinge.errors import BadInputError
from hinge.file.record import How, told_side_by_side
from hinge.opener.limits import End, Inches, Turns

Id = Annotated[str, Field(min_length=8, max_length=64, pattern=r"^[A-Za-z0-9-]+$")]
Key = Annotated[str, Field(pattern=r"^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$")]
Name = Annotated[str, Field(min_length=1, max_length=60)]
Count = Annotated[int, Between(-MOST_QUARTERS, 400)]
MOST_POINTS = 6000


class Complaint(Document):
    """What the customer says: one of the known complaints, and more of it in words where somebody wrote it down."""

    kind: Literal["complaint"]
    complaint: Name
    note: Text = ""


class GateSet(Document):
    """A make-safe gate met, or open again."""

    kind: Literal["gate"]
    gate: Name
    met: bool


class Found(Document):
    """What was found."""

    kind: Literal["found"]
    cause: Name
    note: Text = ""


class Checked(Document):
    """A check of the fault finder and what it showed; `cant_tell` where nothing could be seen."""

    kind: Literal["checked"]
    check: Name
    outcome: Name


class FactSet(Document):
    """Something known of the door that makes some causes likelier, true or not."""

    kind: Literal["fact"]
    fact: Name
    holds: bool


class Cured(Document):
    """What was found is put right: the search goes on without it, and with the check that showed the complaint."""

    kind: Literal["cured"]
    cause: Name


class Declined(Document):
    """The customer does not want what was found put right; why, as they said it."""

    kind: Literal["declined"]
    cause: Name
    reason: Annotated[str, Field(min_length=3, max_length=600)]


class Deferred(Document):
    """What was found is left for another day, with a follow-up; why, and the day (ISO 8601) where one is meant."""

    kind: Literal["deferred"]
    cause: Name
    reason: Annotated[str, Field(min_length=3, max_length=600)]
    due: Annotated[str, Field(pattern=r"^(\d{4}-\d\d-\d\d)?$")] = ""


class Measured(Document):
    """One measurement, as typed, and how it was found where that is not by tape or scale."""

    kind: Literal["measured"]
    field: Name
    typed: Annotated[str, Field(max_length=120)]
    how: How = How()


class Chosen(Document):
    """A plan: a torsion set with its turns, an extension pair, or a stack of plates. It says nothing of what hangs there.

    With `again` it is the springs that hang there, let down, put right and wound to `quarter_turns`; what is not measured of
    them is left out.
    """

    kind: Literal["chosen"]
    plan: OnDoor
    again: bool = False
    quarter_turns: Annotated[int, Between(1, MOST_QUARTERS, "quarter-turns")] | None = None

    @model_validator(mode="before")
    @classmethod
    def _as_before(cls, told: object) -> object:
        """Choices of before told every kind side by side."""
        if not isinstance(told, dict) or "plan" in told:
            return told
        sides = {name: told[name] for name in ("springs", "duplex", "extension", "counterweight") if name in told}
        if sum(bool(sides.get(name)) for name in ("springs", "extension", "counterweight")) > 1:
            return told  # two at once are none: refused as fields that are not known
        plan = told_side_by_side(sides) or ({"kind": USUAL} if told.get("again") else None)
        return {name: value for name, value in told.items() if name not in sides} | ({} if plan is None else {"plan": plan})

    @model_validator(mode="after")
    def _whole(self) -> Chosen:
        winds = self.plan.winds
        if winds != (self.quarter_turns is not None) or not (self.plan.is_known or (self.again and winds)):
            said = "A choice is springs with their quarter_turns, an extension pair, or a counterweight."
            raise told(BadInputError(said, "plan", None, "one of the three"))
        return self

    def on(self) -> Carrier:
        """What it is once it is on the door and set up as planned."""
        return self.plan.to_be_wound(self.quarter_turns)


class Picked(Document):
    """A plan by the short name of an option: its turns and setting are worked out for the door as it is measured now."""

    kind: Literal["picked"]
    option: Annotated[str, Field(min_length=3, max_length=120)]


class Again(Document):
    """A plan: the springs that hang there, let down and wound again, to so many quarter-turns each."""

    kind: Literal["again"]
    quarter_turns: Annotated[int, Between(1, MOST_QUARTERS, "quarter-turns")]


class Aimed(Document):
    """Where parts of what hangs there are to go: a trim, a let-down, or the same springs again."""

    kind: Literal["aimed"]
    targets: Annotated[dict[KnownPart, Annotated[int, Between(-20, 400)]], Field(min_length=1)]


class Moved(Document):
    """One stroke of the bar on a cone, one hole of a cable on a side, or plates put on or taken off the stack.

    Both ends are named so that a stroke sent from two tablets is counted once. A cone of unknown turns counts down from 0.
    """

    kind: Literal["moved"]
    part: KnownPart
    from_count: Count
    to_count: Count


class Slack(Document):
    """A cone is slack: its spring is broken, or was let down until nothing was left."""

    kind: Literal["slack"]
    part: KnownPart


class StillWound(Document):
    """A cone that was thought to be down, or counted, is not: it still pulls, by turns nobody knows."""

    kind: Literal["still_wound"]
    part: KnownPart


class Stopped(Document):
    """The work stopped by one of the stop rules: what it was made safe by is to be met anew."""

    kind: Literal["stopped"]
    stop: Name


class TakenOff(Document):
    """What carried the door is off."""

    kind: Literal["taken_off"]


class PutOn(Document):
    """What was picked is on the door: springs on the shaft, not wound; a pair or a stack set up as told.

    Springs to be wound again have stayed there: it is said of them once what was to be put right is.
    """

    kind: Literal["put_on"]


class BalanceReading(Document):
    """A balance reading."""

    kind: Literal["reading"]
    reading: Reading


class ProofMade(Document):
    """A proof tried, passed or not."""

    kind: Literal["proof"]
    proof: Name
    passed: bool
    note: Text = ""


class LimitSeen(Document):
    """Where the empty trolley stopped at an end: so far beyond its mark [in], short of it where negative.

    `turns` of that end's screw were made after the reading `since`, clockwise positive; both are left out at a first look. That
    reading is named so that a correction told by two tablets is learned from once.
    """

    kind: Literal["limit"]
    end: End
    off_in: Inches
    turns: Turns = 0.0
    since: Id | Literal[""] = ""

    @model_validator(mode="after")
    def _turned_since(self) -> LimitSeen:
        if self.turns and not self.since:
            raise told(BadInputError("Turns of a screw follow a look at where it stopped before.", "since", "", "the reading before"))
        return self


class Stepped(Document):
    """Steps of a procedure that were done; or, where not `done`, are to be done again."""

    kind: Literal["stepped"]
    steps: Annotated[list[Name], Field(min_length=1, max_length=40)]
    done: bool = True


class PassedOver(Document):
    """A step that is not done on this door, and why; it opens no gate."""

    kind: Literal["passed_over"]
    step: Name
    reason: Annotated[str, Field(min_length=3, max_length=600)]


class PartUsed(Document):
    """Parts that went into the door, beside what carries it."""

    kind: Literal["part_used"]
    part: Annotated[str, Field(min_length=1, max_length=80)]
    pieces: Annotated[int, Between(1, 200, "pieces")] = 1


Stroke = Annotated[list[Annotated[int, Between(0, 1000, "")]], Field(min_length=2, max_length=1200)]


class CustomerSigned(Document):
    """The customer's signature under what was told: strokes of x, y, x, y …, a thousandth of the field's width each."""

    kind: Literal["signed"]
    name: Annotated[str, Field(min_length=1, max_length=120)]
    strokes: Annotated[list[Stroke], Field(min_length=1, max_length=80)]

    @model_validator(mode="after")
    def _in_pairs(self) -> CustomerSigned:
        points = sum(len(one) for one in self.strokes)
        if points > MOST_POINTS or any(len(one) % 2 for one in self.strokes):
            raise told(BadInputError("A stroke is points of x and y.", "strokes", points, f"pairs, up to {MOST_POINTS} numbers"))
        return self


class Photographed(Document):
    """A photo that is kept with the call; `of` is the claim it shows, empty where it shows the door."""

    kind: Literal["photographed"]
    photo: Key
    of: Id | Literal[""] = ""
    caption: Annotated[str, Field(max_length=200)] = ""


class Left(Document):
    """The work is left as it stands, made safe, and why; whoever enters the next thing takes it up."""

    kind: Literal["left"]
    reason: Annotated[str, Field(min_length=3, max_length=600)]


class Withdrawn(Document):
    """A claim taken back, with why. What followed from it stays."""

    kind: Literal["withdrawn"]
    entry: Id
    reason: Text


class Disconnected(Document):
    """The opener is left disconnected, and the customer told why."""

    kind: Literal["disconnected"]
    reason: Annotated[str, Field(min_length=3, max_length=600)]


class Closed(Document):
    """The call is closed; what the customer was told."""

    kind: Literal["closed"]
    told: Text = ""


class Abandoned(Document):
    """The call was started by mistake: nothing was done, and the door's file stays as it was."""

    kind: Literal["abandoned"]
    reason: Annotated[str, Field(min_length=3, max_length=600)]


Plain = (
    Complaint | GateSet | Found | Checked | FactSet | Cured | Declined | Deferred
    | Chosen | Aimed | Moved | Slack | StillWound | Stopped | TakenOff | PutOn
    | BalanceReading | LimitSeen | ProofMade | Stepped | PassedOver | PartUsed
    | CustomerSigned | Photographed | Left | Withdrawn | Disconnected | Closed | Abandoned
)  # fmt: skip
Said = Plain | Measured | Picked | Again
Command = Annotated[Said, Field(discriminator="kind")]
_COMMAND: TypeAdapter[Said] = TypeAdapter(Command)


def read_command(document: object, where: str = "") -> Said:
    """Read what a person says; `where` is its path in a larger document. Raises a HingeError for anything malformed."""
    return read(_COMMAND, document, where)
