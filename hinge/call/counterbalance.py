"""What carries the door, physically: a small machine. Nothing moves it but what was counted on the door."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from hinge.carriers.carrier import Carrier, Part
from hinge.carriers.kinds import KINDS, USUAL, kind_of_cause, kind_shown_by
from hinge.file.record import DoorRecord
from hinge.file.setup import CARRIED_NOW, TURNS_NOW, on_door_of
from hinge.measure.fields import Measured, number_of


@dataclass(frozen=True)
class CounterbalanceState:
    """What carries the door: a `carrier` of its kind, `on` as it was put on, or None while it is off.

    `counts` is where each part stands: quarter-turns of a cone, cable holes taken up on a side, plates on the stack. An
    unknown cone is None and counts as wound. `let_off` is what has been counted off a cone since it was found so, less what
    was wound on, known still once it is slack.
    `targets` is where each part is to go; None where nothing is asked. `touched` once anything on this call has moved it.
    `last_stroke` is the one just counted on a cone, which may have been counted by mistake: it alone is taken back as it came.
    `as_found` while it is what hung there on arrival. `first` is the hole the hooks were in when the pair stood as told, and their
    counts begin with it; None where nobody looked, and counts are then of holes taken up. `was` is what came off it, while nothing hangs.
    """

    carrier: type[Carrier]
    on: Carrier | None
    counts: Mapping[Part, int | None] = field(default_factory=dict)
    let_off: Mapping[Part, int] = field(default_factory=dict)
    targets: Mapping[Part, int | None] = field(default_factory=dict)
    touched: bool = False
    last_stroke: tuple[Part, int, int] | None = None
    as_found: bool = True
    first: int | None = None
    was: Carrier | None = None

    @property
    def kind(self) -> str:
        """What kind it is, or was until it came off."""
        return self.carrier.name()

    @property
    def wound(self) -> bool:
        """Whether turns are, or may be, on any cone."""
        return self.carrier.winds and any(count != 0 for count in self.counts.values())

    @property
    def set_up(self) -> bool:
        """Whether it hangs with every part where it is to be."""
        return self.on is not None and all(
            self.counts[part] == target for part, target in self.targets.items() if target is not None and part in self.counts
        )

    @property
    def carries(self) -> bool:
        """Whether the door may be moved on it: set up, and no cone slack, or of unknown turns or without an aim once it was touched."""
        if not self.carrier.winds or not self.set_up:
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
        return dict.fromkeys(self.counts, 0) if planned and self.carrier.winds else self.targets

    def as_it_stands(self) -> Carrier | None:
        """What carries the door with its parts where they stand now."""
        return None if self.on is None else self.on.standing(self.counts, self.first)


def on_arrival(record: DoorRecord, measured: Measured, said: frozenset[str], found: frozenset[str] = frozenset()) -> CounterbalanceState:
    """The line before anything is touched.

    Parameters: the door's `record` at the start; what is `measured`, file and call together; names `said` and causes `found` on
    this call.
    Springs on file, or measured on the call, hang and count as wound until they have been let down, whatever else is said
    of the door. What nobody has seen is taken for torsion springs, wound.
    """
    seen = carrier_seen(record, measured, said, found)
    kind = KINDS.get(seen, KINDS[USUAL])
    if seen == "nothing":
        return CounterbalanceState(kind, None)
    on_file = record.on_door if isinstance(record.on_door, kind) else None
    told = on_file if on_file is not None and on_file.is_known and not said & kind.tells else on_door_of(measured, kind.name())
    now = number_of(measured, TURNS_NOW) if TURNS_NOW in said else None
    on = (told or on_file or kind()).as_arrived(measured, None if now is None else round(now), on_file)
    begin = number_of(measured, kind.counted_from) if on.is_known else None
    first = None if begin is None else round(begin)
    return CounterbalanceState(kind, on, on.counts_found(first), first=first)


def carrier_seen(record: DoorRecord, measured: Measured, said: frozenset[str], found: frozenset[str] = frozenset()) -> str:
    """What carries the door as far as anybody has seen: on file, told as such, by a number only it has, or by what was found broken.

    Else `unknown`.
    """
    if record.kind is not None:
        return record.kind
    told = measured.get(CARRIED_NOW)
    if isinstance(told, str):
        return told
    shown = [*map(kind_shown_by, said), *map(kind_of_cause, found)]
    return next((kind for kind in KINDS if kind in shown), "unknown")


def put_on(on: Carrier) -> CounterbalanceState:
    """The line after this was put on as told: cones at zero with what they are to be wound to, a pair or a stack set up."""
    return CounterbalanceState(type(on), on, on.counts_put_on(), targets=on.targets_put_on(), touched=True, as_found=False)


def taken_off(line: CounterbalanceState) -> CounterbalanceState:
    """The line with nothing on it."""
    return CounterbalanceState(line.carrier, None, let_off=line.let_off, touched=True, was=line.on, as_found=line.as_found)


def again(line: CounterbalanceState, quarter_turns: int) -> CounterbalanceState:
    """The springs that were let down, to be wound to so many quarter-turns each."""
    slack, wanted = dict.fromkeys(line.counts, 0), dict.fromkeys(line.counts, quarter_turns)
    # The first stroke on takes none of the let-down's back.
    return replace(line, counts=slack, let_off={}, targets=wanted, touched=True, last_stroke=None)


def moved(line: CounterbalanceState, part: Part, to_count: int) -> CounterbalanceState:
    """One part moved; below zero is what was counted off a cone of unknown turns. What is not there does not move."""
    if part not in line.counts:
        return line
    count, stood = line.counts[part], stands_at(line, part)
    taken_back = stood is not None and line.last_stroke == (part, to_count, stood)
    last = (part, stood, to_count) if line.carrier.winds and stood is not None and not taken_back else None
    if count is None:
        return replace(line, let_off={**line.let_off, part: max(0, -to_count)}, touched=True, last_stroke=last)
    off = {**line.let_off, part: line.let_off.get(part, 0) + count - to_count} if line.carrier.winds else line.let_off
    after = replace(line, counts={**line.counts, part: to_count}, let_off=off, touched=True, last_stroke=last)
    return _over(after) if to_count < count and not taken_back else after


def slack(line: CounterbalanceState, part: Part) -> CounterbalanceState:
    """A cone found slack or its spring broken: it holds no turn, whatever was thought."""
    if part not in line.counts:
        return line
    off = {**line.let_off, part: line.let_off.get(part, 0)}
    return _over(replace(line, counts={**line.counts, part: 0}, let_off=off, touched=True, last_stroke=None))


def _over(line: CounterbalanceState) -> CounterbalanceState:
    """Once every cone was let down, what they were to be wound to before is over: winding them again is decided anew."""
    return line if not line.carrier.winds or line.wound else replace(line, targets=dict.fromkeys(line.counts, 0))


def still_wound(line: CounterbalanceState, part: Part) -> CounterbalanceState:
    """A cone that still pulls where its count says otherwise: its turns are not known."""
    if part not in line.counts:
        return line
    off = {**line.let_off, part: max(0, line.let_off.get(part, 0))}
    return replace(line, counts={**line.counts, part: None}, let_off=off, touched=True, last_stroke=None)


def trimmed(line: CounterbalanceState, steps: int) -> CounterbalanceState:
    """Every part moved by so many steps, as older calls told a trim in one piece."""
    parts = line.on.trimmed_parts() if line.on else ()
    for part in parts:
        to_count = (line.counts.get(part) or 0) + steps
        line = moved(line, part, to_count if line.carrier.below_zero else max(0, to_count))
    return aimed(line, {part: line.counts[part] or 0 for part in parts if part in line.counts})


def measured_again(line: CounterbalanceState, seen: CounterbalanceState) -> CounterbalanceState:
    """What hangs there as it is measured now, `seen`: its parts stay where they were counted, once anything was."""
    if line.on is None or not line.as_found or (line.carrier, line.counts.keys()) != (seen.carrier, seen.counts.keys()):
        return line
    return replace(line, on=seen.on) if line.touched else replace(line, on=seen.on, counts=seen.counts, first=seen.first)


def hooked(line: CounterbalanceState, hole: int) -> CounterbalanceState:
    """The line once it is seen which hole the hooks are in: its holes have other numbers from now on, and nothing has moved."""
    if not line.carrier.counted_from or not line.counts:
        return line
    more = hole - (next(iter(line.counts.values())) or 0)
    counts = {part: (count or 0) + more for part, count in line.counts.items()}
    targets = {part: target if target is None else target + more for part, target in line.targets.items()}
    return replace(line, counts=counts, targets=targets, first=(line.first or 0) + more)


def aimed(line: CounterbalanceState, targets: Mapping[Part, int]) -> CounterbalanceState:
    """The line with new targets for some parts; the others stay where they are to be, or where they are."""
    kept = {part: count if line.targets.get(part) is None else line.targets[part] for part, count in line.counts.items()}
    return replace(line, targets={**kept, **{part: to for part, to in targets.items() if part in line.counts}}, last_stroke=None)


def stands_at(line: CounterbalanceState, part: Part) -> int | None:
    """The count a stroke starts from: an unknown cone counts down from zero; None where there is no such part."""
    if part not in line.counts:
        return None
    count = line.counts[part]
    return -line.let_off.get(part, 0) if count is None else count
