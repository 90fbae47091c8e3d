"""What a call needs of the van: springs that are to go on a door, springs that went on it, and parts."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass

from hinge.call.facts import Call
from hinge.carriers.carrier import Carrier
from hinge.carriers.torsion import hand_of
from hinge.file.description import turned_round
from hinge.file.record import DoorRecord
from hinge.measure.fields import Measured
from hinge.stock.van import Hand, WantedPiece


@dataclass(frozen=True)
class Needs:
    """`planned` are the springs of a set that is not on yet, `named` the pieces, by name, of a pair or a stack that is not.

    `fitted` is how many pieces of either went on so far, and `parts` what else was used, pieces by name.
    """

    planned: tuple[WantedPiece, ...]
    named: Mapping[str, int]
    fitted: int
    parts: Mapping[str, int]

    @property
    def to_go_on(self) -> int:
        """How many pieces are to go on the door."""
        return len(self.planned) + sum(self.named.values())


def needs_of(call: Call) -> Needs:
    """What a call needs of the van as it stands. A call that has ended plans nothing."""
    plan = call.plan
    new = plan is not None and not plan.again and call.closed is None
    on = plan.on() if plan and new else None
    fitted = sum(len(springs_wanted(call, one)) for one in call.fitted) + sum(went_on(call).values())
    return Needs(springs_wanted(call, on), named_of(call, on), fitted, parts_of(call))


def went_on(call: Call) -> dict[str, int]:
    """Pieces of a pair or a stack that went on, by name: they left the van then, and are no parts to be used once more."""
    pieces = Counter[str]()
    for on in call.fitted:
        pieces.update(named_of(call, on))
    return dict(pieces)


def named_of(call: Call, on: Carrier | None) -> dict[str, int]:
    """Pieces of a pair or a stack by the name the van has them under; of a stack those that did not hang there on arrival."""
    return on.named_pieces(call.found.on) if on else {}


def like_those_of(record: DoorRecord) -> tuple[tuple[WantedPiece, ...], Mapping[str, int]]:
    """Springs, and pieces by name, like those that hang on a door by its file."""
    on = record.on_door
    return _springs_of(on, record.measured), on.named_pieces(None) if on else {}


def springs_wanted(call: Call, on: Carrier | None) -> tuple[WantedPiece, ...]:
    """The springs of a set one by one."""
    return _springs_of(on, call.measured)


def _springs_of(on: Carrier | None, measured: Measured) -> tuple[WantedPiece, ...]:
    """On a single spring, and on one inside another, no hand is asked for: it is that of what hung there."""
    wanted = []
    for cone, springs in (on.springs_by_part() if on else {}).items():
        for place, one in enumerate(springs):
            told: Hand = "" if place or cone == "single" else hand_of(cone, turned_round(measured))
            wanted.append(WantedPiece(one.wire_in, one.inside_diameter_in, one.length_in, told))
    return tuple(wanted)


def parts_of(call: Call) -> dict[str, int]:
    """Pieces of each part that went into the door, in the order they were named first."""
    used = Counter[str]()
    for body, _ in call.parts:
        used[body.part] += body.pieces
    return dict(used)
