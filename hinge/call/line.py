"""What carries the door, physically: a small machine. Nothing moves it but what was counted on the door."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Literal

from hinge.call.record import CONES, CarrierKind, DoorRecord, OnDoor, cones_of
from hinge.call.setup import CARRIED_NOW, HOOK_HOLE, SPRING, TELLS_CARRIER, TURNS_NOW, on_door_of
from hinge.measure.fields import Measured
from hinge.springs.extension import HOLE_CABLE_IN

Part = Literal["single", "left", "right", "left_outer", "right_outer", "large", "small"]
SIDES: tuple[Part, ...] = ("left", "right")
PLATES: tuple[Part, ...] = ("large", "small")
# One stroke of the bar is a quarter- or a half-turn, one hook goes to the next hole, plates are lifted by hand.
LARGEST_STEP: dict[CarrierKind, int] = {"torsion": 2, "extension": 1, "counterweight": 400}


@dataclass(frozen=True)
class Line:
    """What carries the door: `on` as it was put on, or None while it is off.

    `counts` is where each part stands: quarter-turns of a cone, cable holes taken up on a side, plates on the stack. An
    unknown cone is None and counts as wound. `let_off` is what has been counted off a cone since it was found so, less what
    was wound on, known still once it is slack.
    `targets` is where each part is to go; None where nothing is asked. `touched` once anything on this call has moved it.
    `last_stroke` is the one just counted on a cone, which may have been counted by mistake: it alone is taken back as it came.
    `as_found` while it is what hung there on arrival. `first` is the hole the hooks were in when the pair stood as told, and their
    counts begin with it; None where nobody looked, and counts are then of holes taken up. `was` is what came off it, while nothing hangs.
    """

    kind: CarrierKind
    on: OnDoor | None
    counts: Mapping[Part, int | None] = field(default_factory=dict)
    let_off: Mapping[Part, int] = field(default_factory=dict)
    targets: Mapping[Part, int | None] = field(default_factory=dict)
    touched: bool = False
    last_stroke: tuple[Part, int, int] | None = None
    as_found: bool = True
    first: int | None = None
    was: OnDoor | None = None

    @property
    def wound(self) -> bool:
        """Whether turns are, or may be, on any cone."""
        return self.kind == "torsion" and any(count != 0 for count in self.counts.values())

    @property
    def set_up(self) -> bool:
        """Whether it hangs with every part where it is to be."""
        return self.on is not None and all(
            self.counts[part] == target for part, target in self.targets.items() if target is not None and part in self.counts
        )

    @property
    def carries(self) -> bool:
        """Whether the door may be moved on it: set up, and no cone slack, or of unknown turns or without an aim once it was touched."""
        if self.kind != "torsion" or not self.set_up:
            return self.set_up
        if not self.touched:
            return 0 not in self.counts.values()
        return all(self.counts.values()) and all(self.targets.get(part) is not None for part in self.counts)

    @property
    def being_let_down(self) -> bool:
        """Whether turns were counted off a cone of which it is not known how many are left."""
        return any(off and self.counts.get(part, 0) is None for part, off in self.let_off.items())

    def to_go(self, planned: bool) -> Mapping[Part, int | None]:
        """Where each part is to go; while another set is planned every cone goes to zero first."""
        return dict.fromkeys(self.counts, 0) if planned and self.kind == "torsion" else self.targets

    def as_it_stands(self) -> OnDoor:
        """What carries the door with its parts where they stand now."""
        if self.on is None:
            return OnDoor()
        if self.kind == "torsion":
            return self.on.model_copy(update={"cones": dict(self.counts)})
        if self.kind == "extension" and self.on.extension is not None:
            holes = [(count or 0) - (self.first or 0) for count in self.counts.values()]
            stretch = self.on.extension.open_stretch_in + sum(holes) / max(len(holes), 1) * HOLE_CABLE_IN / 2
            return self.on.model_copy(update={"extension": self.on.extension.model_copy(update={"open_stretch_in": stretch})})
        if self.on.counterweight is not None:
            stack = self.on.counterweight
            plates = stack.plates.model_copy(update={part: self.counts.get(part) or 0 for part in PLATES})
            return self.on.model_copy(update={"counterweight": stack.model_copy(update={"plates": plates})})
        return self.on


def on_arrival(record: DoorRecord, measured: Measured, said: frozenset[str], found: frozenset[str] = frozenset()) -> Line:
    """The line before anything is touched.

    Parameters: the door's `record` at the start; what is `measured`, file and call together; names `said` and causes `found` on
    this call.
    Springs on file, or measured on the call, hang and count as wound until they have been let down, whatever else is said
    of the door. What nobody has seen is taken for torsion springs, wound.
    """
    on_file = OnDoor(**record.model_dump(include=set(OnDoor.model_fields)))
    seen = carrier_seen(record, measured, said, found)
    if seen == "nothing":
        return Line("torsion", None)
    kind: CarrierKind = seen if seen in ("torsion", "extension", "counterweight") else "torsion"  # type: ignore[assignment]
    told = on_door_of({**measured, "counterbalance": kind})
    if told is None or (on_file.kind == kind and not said & TELLS[kind]):
        told = on_file
    if kind != "torsion":
        hole = measured.get(HOOK_HOLE)
        return put_on(told, False, round(hole) if isinstance(hole, float) else None) if told.kind == kind else Line(kind, told)
    count = measured.get("spring_count")
    springs = told.springs
    cones = cones_of(springs, told.duplex) if springs else CONES.get(int(count) if isinstance(count, float) else 2, CONES[2])
    # The turns on file are those of the springs on file: on others nobody counted them.
    counted = on_file.cones if not on_file.springs or springs == on_file.springs else {}
    now = measured.get(TURNS_NOW) if TURNS_NOW in said else None
    counts: dict[Part, int | None] = {cone: round(now) if isinstance(now, float) else counted.get(cone) for cone in cones}
    return Line("torsion", told, counts)


def carrier_seen(record: DoorRecord, measured: Measured, said: frozenset[str], found: frozenset[str] = frozenset()) -> str:
    """What carries the door as far as anybody has seen: on file, told as such, by a number only it has, or by what was found broken.

    Else `unknown`.
    """
    if record.kind is not None:
        return record.kind
    told = measured.get(CARRIED_NOW)
    if isinstance(told, str):
        return told
    told_by = [carrier for name, carrier in TELLS_CARRIER.items() if name in said]
    told_by += [carrier for cause, carrier in BROKEN_TELLS.items() if cause in found]
    return told_by[0] if told_by else "unknown"


# A spring found broken is there: nothing asks again what carries the door.
BROKEN_TELLS: dict[str, CarrierKind] = {"spring_broken": "torsion", "extension_broken": "extension"}


TELLS: dict[CarrierKind, frozenset[str]] = {
    "torsion": frozenset({*SPRING, "nesting", "other_wire_in", "other_inside_diameter_in", "other_length_in"}),
    "extension": frozenset({"class_lb", "open_stretch_in"}),
    "counterweight": frozenset({"large_plates", "small_plates", "large_plate_lb", "small_plate_lb"}),
}


def put_on(on: OnDoor, touched: bool = True, hole: int | None = None) -> Line:
    """The line after this was put on: cones at zero with what they are to be wound to, a pair or a stack as it was told.

    `hole` is the one both hooks are in, where somebody looked.
    """
    kind = on.kind or "torsion"
    if kind == "torsion":
        return Line(kind, on, dict.fromkeys(on.cones, 0), targets=dict(on.cones.items()), touched=touched, as_found=False)
    if kind == "extension":
        return Line(kind, on, dict.fromkeys(SIDES, hole or 0), touched=touched, first=hole)
    stack = on.counterweight
    counts: dict[Part, int | None] = {"large": stack.plates.large, "small": stack.plates.small} if stack else {}
    return Line(kind, on, counts, touched=touched)


def taken_off(line: Line) -> Line:
    """The line with nothing on it."""
    return Line(line.kind, None, let_off=line.let_off, touched=True, was=line.on, as_found=line.as_found)


def again(line: Line, quarter_turns: int) -> Line:
    """The springs that were let down, to be wound to so many quarter-turns each."""
    return replace(line, counts=dict.fromkeys(line.counts, 0), let_off={}, targets=dict.fromkeys(line.counts, quarter_turns), touched=True)


def moved(line: Line, part: Part, to_count: int) -> Line:
    """One part moved; below zero is what was counted off a cone of unknown turns."""
    count, stood = line.counts.get(part, 0), stands_at(line, part)
    taken_back = stood is not None and line.last_stroke == (part, to_count, stood)
    last = (part, stood, to_count) if line.kind == "torsion" and stood is not None and not taken_back else None
    if count is None:
        return replace(line, let_off={**line.let_off, part: max(0, -to_count)}, touched=True, last_stroke=last)
    off = {**line.let_off, part: line.let_off.get(part, 0) + count - to_count} if line.kind == "torsion" else line.let_off
    after = replace(line, counts={**line.counts, part: to_count}, let_off=off, touched=True, last_stroke=last)
    return _over(after) if to_count < count and not taken_back else after


def slack(line: Line, part: Part) -> Line:
    """A cone found slack or its spring broken: it holds no turn, whatever was thought."""
    off = {**line.let_off, part: line.let_off.get(part, 0)}
    return _over(replace(line, counts={**line.counts, part: 0}, let_off=off, touched=True, last_stroke=None))


def _over(line: Line) -> Line:
    """Once every cone was let down, what they were to be wound to before is over: winding them again is decided anew."""
    return line if line.kind != "torsion" or line.wound else replace(line, targets=dict.fromkeys(line.counts, 0))


def still_wound(line: Line, part: Part) -> Line:
    """A cone that still pulls where its count says otherwise: its turns are not known."""
    off = {**line.let_off, part: max(0, line.let_off.get(part, 0))}
    return replace(line, counts={**line.counts, part: None}, let_off=off, touched=True, last_stroke=None)


def trimmed(line: Line, steps: int) -> Line:
    """Every part moved by so many steps, as older calls told a trim in one piece."""
    parts: tuple[Part, ...] = ("small",) if line.kind == "counterweight" else tuple(line.counts)
    for part in parts:
        to_count = (line.counts.get(part) or 0) + steps
        line = moved(line, part, to_count if line.kind == "extension" else max(0, to_count))
    return aimed(line, {part: line.counts[part] or 0 for part in parts if part in line.counts})


def measured_again(line: Line, seen: Line) -> Line:
    """What hangs there as it is measured now, `seen`: its parts stay where they were counted, once anything was."""
    if line.on is None or not line.as_found or (line.kind, line.counts.keys()) != (seen.kind, seen.counts.keys()):
        return line
    return replace(line, on=seen.on) if line.touched else replace(line, on=seen.on, counts=seen.counts, first=seen.first)


def hooked(line: Line, hole: int) -> Line:
    """The line once it is seen which hole the hooks are in: its holes have other numbers from now on, and nothing has moved."""
    if line.kind != "extension" or not line.counts:
        return line
    more = hole - (next(iter(line.counts.values())) or 0)
    counts = {part: (count or 0) + more for part, count in line.counts.items()}
    targets = {part: target if target is None else target + more for part, target in line.targets.items()}
    return replace(line, counts=counts, targets=targets, first=(line.first or 0) + more)


def aimed(line: Line, targets: Mapping[Part, int]) -> Line:
    """The line with new targets for some parts; the others stay where they are to be, or where they are."""
    kept = {part: count if line.targets.get(part) is None else line.targets[part] for part, count in line.counts.items()}
    return replace(line, targets={**kept, **{part: to for part, to in targets.items() if part in line.counts}}, last_stroke=None)


def stands_at(line: Line, part: Part) -> int | None:
    """The count a stroke starts from: an unknown cone counts down from nought; None where there is no such part."""
    if part not in line.counts:
        return None
    count = line.counts[part]
    return -line.let_off.get(part, 0) if count is None else count
