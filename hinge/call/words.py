"""What carries a door, its counts and its readings, in words: said here once, for the page, the sheet and the command."""

from __future__ import annotations

from typing import assert_never

from hinge.balance.readings import Reading
from hinge.call.line import Part
from hinge.call.record import CarrierKind, How, OnDoor
from hinge.measure.fields import Value, fields, write_value
from hinge.measure.tape import format_length
from hinge.spoken import plain, sized
from hinge.springs.words import pair_words, plate_words, set_words, stack_words, turns_words

OUTCOMES = {"holds": "holds", "creeps_up": "creeps up", "creeps_down": "creeps down", "runs_up": "runs up", "runs_down": "runs down"}
STANDINGS = {"open": "not made", "passed": "passed", "failed": "failed", "void": "to be made anew"}
NO_LONGER = "What does not stand any more"
CLAIMED = "Closed elsewhere: its gates and proofs are as claimed there."
MADE_SAFE, NOT_SAFE_YET, LEFT_DISCONNECTED = "made safe", "not made safe yet", "opener left disconnected"
RUN_BY_POWER = "last run by power"
OUTCOME_MARKS = {"holds": "▬", "creeps_up": "▲", "creeps_down": "▼", "runs_up": "▲▲", "runs_down": "▼▼"}
PARTS: dict[CarrierKind, dict[Part, str]] = {
    "torsion": {
        "single": "Spring",
        "left": "Left spring",
        "right": "Right spring",
        "left_outer": "Far left spring",
        "right_outer": "Far right spring",
    },
    "extension": {"left": "Left side", "right": "Right side"},
    "counterweight": {"large": "Large plates", "small": "Small plates"},
}


def carrier_words(on: OnDoor) -> str:
    """What carries a door, or nothing where that is not known."""
    if on.extension is not None:
        return pair_words(on.extension)
    return stack_words(on.counterweight) if on.counterweight is not None else set_words(on.springs, on.duplex)


def wound_words(on: OnDoor) -> str:
    """The turns on the cones of a shaft; nothing where there are no springs."""
    if not on.springs:
        return ""
    counts = {cone: count for cone, count in on.cones.items() if count is not None}
    if not counts or len(counts) < len(on.cones):
        return "turns not known"
    if len(set(counts.values())) == 1:
        return f"{turns_words(next(iter(counts.values())))}{' each' if len(counts) > 1 else ''}"
    return "; ".join(f"{PARTS['torsion'][cone].lower()} {turns_words(count)}" for cone, count in counts.items())


def reading_words(reading: Reading) -> str:
    """What was read, without its height."""
    if reading.tossed:
        return "tossed up, coasts to here"
    if reading.outcome is not None:
        return f"{OUTCOME_MARKS[reading.outcome]} {OUTCOMES[reading.outcome]}"
    return f"{sized(reading.force_lb or 0.0, 'lb')} {reading.direction}"


def measured_words(name: str, value: Value, how: How) -> str:
    """A value as written the trade's way; an estimate says that it is one, and how far it may be off."""
    text = write_value(name, value)
    if how.method != "estimate":
        return text
    if how.low is None or how.high is None:
        return f"about {text}, an estimate"
    return f"about {text}, an estimate ({write_value(name, round(how.low))} to {write_value(name, round(how.high))})"


def weight_words(weight_lb: float | None, how: How) -> str:
    """How far a weight may be off, where it is an estimate; nothing where it was weighed."""
    if weight_lb is None or how.method != "estimate":
        return ""
    spread = f", {plain(how.low, 'lb', 0)} to {sized(how.high, 'lb', 0)}" if how.low is not None and how.high is not None else ""
    return f"{sized(weight_lb, 'lb', 0)} is an estimate{spread}, not a weighing: springs are graded in steps of ten pounds."


def plan_words(kind: CarrierKind, on: OnDoor, quarter_turns: int | None) -> dict[str, str]:
    """The words a plan fills into the steps of the work."""
    match kind:
        case "torsion":
            each = "on the spring" if len(on.cones) == 1 else "on each spring"
            return {"turns": "to the count" if quarter_turns is None else f"{quarter_turns} quarter-turns {each}"}
        case "extension":
            return {"stretch": format_length(on.extension.open_stretch_in) if on.extension else ""}
        case "counterweight":
            return {"plates": plate_words(on.counterweight.plates) if on.counterweight else "the plates"}
        case _:
            assert_never(kind)


def part_words(part: str, pieces: int) -> str:
    """A part, and how many of it where it is not one."""
    return part if pieces == 1 else f"{pieces} × {part}"


def unreadable_words(field: str, text: str) -> str:
    """What was kept and cannot be read, after the name it goes by."""
    known = fields().get(field)
    name = known.label if known else field
    return f"{name}: {text}" if name else text
