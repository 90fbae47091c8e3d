"""What a person does by hand and eye on a simulated site, kept beside the entries of its call, and a visit done again from both."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from typing import Annotated, Literal, cast

from pydantic import BaseModel, Field

from hinge.balance.readings import Outcome
from hinge.call.events import Entry
from hinge.document import Between, Document
from hinge.errors import BadInputError, HingeError
from hinge.faults.knowledge import faults
from hinge.measure.fields import fields
from hinge.practice.garage import Garage
from hinge.practice.visit import PracticeVisit
from hinge.procedures.rules import proofs
from hinge.site.gates import gates
from hinge.text.marks import say_length, say_size

MOST_DEEDS = 600
DeedKind = Literal["look", "do", "prove", "let_go", "pull", "measure"]


class Deed(Document):
    """One thing done: a check made, what a gate states really done, a proof tried, the door let go or pulled at a height [in], a field
    measured."""

    kind: DeedKind
    what: Annotated[str, Field(max_length=60)] = ""
    height_in: Annotated[float, Between(0, 240, "in")] = 0.0


class KeptDeed(Document):
    """A deed, after how many entries of the call it was done."""

    deed: Deed
    entries: Annotated[int, Between(0, 6000)]


class DeedSeen(BaseModel):
    """What a deed showed, in words, and what an instrument shows of it: the door's way [in], a force [lb], where a tape ends [in], what a
    scale bears [lb], the eyes' two lights.

    `refused` where it could not be done, and why.
    """

    deed: Deed
    title: str
    says: str
    way_in: list[float] = []
    force_lb: list[float] = []
    tape_in: float | None = None
    scale_lb: float | None = None
    sender_lit: bool | None = None
    receiver: Literal["", "steady", "dim", "out"] = ""
    refused: str = ""


RECEIVER: dict[str, tuple[bool, Literal["steady", "dim", "out"]]] = {
    "good": (True, "steady"),
    "receiver_out": (True, "out"),
    "receiver_dim": (True, "dim"),
    "both_out": (False, "out"),
    "sender_out": (False, "out"),
}
MOVED: dict[Outcome, str] = {
    "holds": "It stays.",
    "creeps_down": "It goes down slowly.",
    "runs_down": "It runs down: you catch it.",
    "creeps_up": "It goes up slowly.",
    "runs_up": "It runs up: you catch it.",
}
# A hand stops what runs after so much [in].
CATCH_IN = 10.0


def again(garage: Garage, entries: Sequence[Entry], deeds: Iterable[KeptDeed]) -> tuple[PracticeVisit, list[DeedSeen]]:
    """The visit as it went, from the entries of its call and what was done between them; and what each deed showed."""
    visit, left, seen = PracticeVisit.at(garage), sorted(deeds, key=lambda one: one.entries), list[DeedSeen]()
    for place in range(len(entries) + 1):
        while left and left[0].entries <= place:
            seen.append(carried_out(visit, left.pop(0).deed))
        if place < len(entries):
            visit.follow(entries[place])
    return visit, [*seen, *(carried_out(visit, one.deed) for one in left)]


def kept_deeds(visit: PracticeVisit) -> list[KeptDeed]:
    """What was done by hand and eye on a visit, as it is kept beside the entries of its call."""
    done = [(cast(DeedKind, one.kind), one) for one in visit.moments if one.kind != "say"]
    return [
        KeptDeed(
            deed=Deed(kind=kind, height_in=float(one.what)) if kind in ("let_go", "pull") else Deed(kind=kind, what=one.what),
            entries=one.entries,
        )
        for kind, one in done
    ]


def carried_out(visit: PracticeVisit, deed: Deed) -> DeedSeen:
    """Do one thing: what it shows. Raises BadInputError for what there is none of."""
    return _DEEDS[deed.kind](visit, deed)


def _look(visit: PracticeVisit, deed: Deed) -> DeedSeen:
    outcome = visit.look(deed.what)
    check = faults().checks[deed.what]
    seen = DeedSeen(deed=deed, title=check.ask, says=f"{check.outcomes[outcome]}.")
    if outcome in check.reads and not check.reads[outcome].tossed:
        height = check.reads[outcome].height_in
        return seen.model_copy(update={"way_in": _way(visit, height), "says": MOVED[visit.garage.moves.let_go(height, visit.lift)]})
    if deed.what == "lights" and outcome in RECEIVER:
        sender, receiver = RECEIVER[outcome]
        return seen.model_copy(update={"sender_lit": sender, "receiver": receiver})
    return seen


def _do(visit: PracticeVisit, deed: Deed) -> DeedSeen:
    try:
        against = visit.do(deed.what)
    except BadInputError:
        raise
    except HingeError as wrong:
        title = gates()[deed.what].title
        return DeedSeen(deed=deed, title=title, says="", refused=wrong.message)
    gate = gates()[deed.what]
    if against is None:
        return DeedSeen(deed=deed, title=gate.title, says="Done, and it is so.")
    check, outcome = against
    return DeedSeen(deed=deed, title=gate.title, says=f"It is not so. You see: {faults().checks[check].outcomes[outcome].lower()}.")


def _prove(visit: PracticeVisit, deed: Deed) -> DeedSeen:
    passed = visit.prove(deed.what)
    proof = next(one for one in proofs() if one.id == deed.what)
    says = proof.passes_when if passed else "It does not do that: it fails."
    return DeedSeen(deed=deed, title=proof.how, says=says)


def _let_go(visit: PracticeVisit, deed: Deed) -> DeedSeen:
    outcome = visit.let_go(deed.height_in)
    title = f"By hand to {say_length(deed.height_in, feet=True)}, then let go."
    return DeedSeen(deed=deed, title=title, says=MOVED[outcome], way_in=_way(visit, deed.height_in))


def _pull(visit: PracticeVisit, deed: Deed) -> DeedSeen:
    up, down = visit.gauge(deed.height_in)
    title = f"Hook gauge at {say_length(deed.height_in, feet=True)}: slowly up, slowly down."
    says = f"Up, the needle swings about {say_size(up, 'lb', 0)}; down, about {say_size(down, 'lb', 0)}."
    return DeedSeen(deed=deed, title=title, says=says, force_lb=[round(up, 1), round(down, 1)])


def _measure(visit: PracticeVisit, deed: Deed) -> DeedSeen:
    found, field = visit.measure(deed.what), fields()[deed.what]
    seen = DeedSeen(deed=deed, title=f"{field.label}. {field.ask}", says=f"{found:g}")
    if field.unit == "in":
        return seen.model_copy(update={"tape_in": found, "says": f"It is {say_length(found)}."})
    if field.unit == "lb":
        return seen.model_copy(update={"scale_lb": found, "says": f"The scale settles about {say_size(found, 'lb', 0)}."})
    return seen.model_copy(update={"says": f"You count {found:g}."})


def _way(visit: PracticeVisit, height_in: float) -> list[float]:
    """From where to where the door goes, until it rests or a hand stops it [in]."""
    return [round(height_in, 2), round(visit.garage.moves.glide(height_in, visit.lift, CATCH_IN), 2)]


_DEEDS: dict[DeedKind, Callable[[PracticeVisit, Deed], DeedSeen]] = {
    "look": _look, "do": _do, "prove": _prove, "let_go": _let_go, "pull": _pull, "measure": _measure,
}  # fmt: skip
