"""What carries a door, its counts and its readings, in words: said here once, for the page, the sheet and the command."""

from __future__ import annotations

from hinge.balance.readings import Reading
from hinge.call.facts import Call
from hinge.call.knowledge import complaints
from hinge.carriers.carrier import Carrier
from hinge.file.record import How
from hinge.measure.fields import Value, fields, write_value
from hinge.text.marks import say_amount, say_size

OUTCOMES = {"holds": "holds", "creeps_up": "creeps up", "creeps_down": "creeps down", "runs_up": "runs up", "runs_down": "runs down"}
STANDINGS = {"open": "not made", "passed": "passed", "failed": "failed", "void": "to be made anew"}
NO_LONGER = "What does not stand any more"
CLAIMED = "Closed elsewhere: its gates and proofs are as claimed there."
MADE_SAFE, NOT_SAFE_YET, LEFT_DISCONNECTED = "made safe", "not made safe yet", "opener left disconnected"
RUN_BY_POWER = "last run by power"
OUTCOME_MARKS = {"holds": "▬", "creeps_up": "▲", "creeps_down": "▼", "runs_up": "▲▲", "runs_down": "▼▼"}


def complaint_words(call: Call) -> str:
    """What the customer complained of last, in their words; a complaint that is not known any more by its name."""
    return complaints().get(call.complaint, call.complaint) if call.complaint else ""


def carrier_words(on: Carrier | None) -> str:
    """What carries a door, or nothing where that is not known."""
    return on.words if on else ""


def reading_words(reading: Reading) -> str:
    """What was read, without its height."""
    if reading.tossed:
        return "tossed up, coasts to here"
    if reading.outcome is not None:
        return f"{OUTCOME_MARKS[reading.outcome]} {OUTCOMES[reading.outcome]}"
    return f"{say_size(reading.force_lb or 0.0, 'lb')} {reading.direction}"


def measured_words(name: str, value: Value, how: How) -> str:
    """A value as written the trade's way; an estimate says that it is one, and how far it may be off."""
    text = write_value(name, value)
    if how.method != "estimate":
        return text
    if how.low is None or how.high is None:
        return f"about {text}, an estimate"
    return f"about {text}, an estimate ({write_value(name, round(how.low))} to {write_value(name, round(how.high))})"


def weight_words(weight_lb: float | None, how: How) -> str:
    """How far a weight [lb] may be off, where it is an estimate; nothing where it was weighed."""
    if weight_lb is None or how.method != "estimate":
        return ""
    spread = f", {say_amount(how.low, 'lb', 0)} to {say_size(how.high, 'lb', 0)}" if how.low is not None and how.high is not None else ""
    return f"{say_size(weight_lb, 'lb', 0)} is an estimate{spread}, not a weighing: springs are graded in steps of ten pounds."


def part_words(part: str, pieces: int) -> str:
    """A part, and how many of it where it is not one."""
    return part if pieces == 1 else f"{pieces} × {part}"


def unreadable_words(field: str, text: str) -> str:
    """What was kept and cannot be read, after the name it goes by."""
    known = fields().get(field)
    name = known.label if known else field
    return f"{name}: {text}" if name else text
