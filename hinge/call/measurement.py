"""A measurement as it is said: read, its range sound, and never against what was counted on the door or is on file."""

from __future__ import annotations

from hinge.call import commands as c
from hinge.call import counterbalance as ln
from hinge.call import events as ev
from hinge.call.facts import Call
from hinge.errors import BadInputError, ContradictionError, HingeError
from hinge.file.setup import CARRIED_NOW, TURNS_NOW
from hinge.measure.fields import fields, read_field, require_sound


def measurement(command: c.Measured) -> ev.MeasuredValue:
    """Read what was typed in the field's unit. Raises BadInputError, OutOfRangeError or ContradictionError naming what is wrong with it."""
    known = fields().get(command.field)
    if known is not None and not known.of_door:
        raise BadInputError("That is a balance reading, not a measure of the door.", "field", command.field)
    try:
        value = read_field(command.field, command.typed)
    except HingeError as wrong:
        where = "field" if known is None else "typed"
        raise wrong.with_field(where) from wrong
    _range(command, value)
    return ev.MeasuredValue(
        kind="measured", field=command.field, typed=command.typed, value=value, unit=fields()[command.field].unit, how=command.how
    )


def require_as_it_hangs(call: Call, command: c.Measured) -> None:
    """Refuse a measure of what hangs there that does not go with what was done to it: shown and left out it would mislead."""
    _require_as_on_file(call, command)
    line = call.moved_line
    if line is None or not line.touched or line.on is None:
        return
    if command.field == TURNS_NOW and line.carrier.winds:
        counts = {count for count in line.counts.values() if count is not None}
        if read_field(command.field, command.typed) not in counts:
            stands = " or ".join(map(str, sorted(counts))) or "a count nobody knows"
            said = f"Strokes were counted on this call, and a cone stands at {stands}."
            raise ContradictionError(f"{said} Where that is wrong, let it down and count.", "typed", command.typed, "the turns as counted")
    elif command.field in line.carrier.tells:
        if not line.as_found:
            said = (
                "What hangs there went on at this call, as it was picked. Where that is wrong, take it off and pick what does hang there."
            )
            raise ContradictionError(said, "typed", command.typed, "what was picked")
        claims = {**call.measured, command.field: read_field(command.field, command.typed)}
        seen = ln.on_arrival(call.record, claims, call.said | {command.field}, call.causes_found)
        if (seen.carrier, seen.counts.keys()) != (line.carrier, line.counts.keys()):
            said = f"Work was done on {len(line.counts)} of them at this call: there cannot be another number now."
            raise ContradictionError(said, "typed", command.typed, str(len(line.counts)))


def _require_as_on_file(call: Call, command: c.Measured) -> None:
    """Refuse to call what the file knows to hang there something else: what is there is let down or taken off first."""
    kind = call.record.kind
    if command.field == CARRIED_NOW and kind is not None and read_field(command.field, command.typed) != kind:
        words = fields()[CARRIED_NOW].choices
        said = f"On file this door is carried by {words[kind].lower()}. They count as hanging there until they are off."
        raise ContradictionError(said, "typed", command.typed, words[kind])


def _range(command: c.Measured, value: object) -> None:
    low, high = command.how.low, command.how.high
    if command.how.method == "estimate" and (low is None or high is None):
        raise BadInputError("An estimate says how far it may be off.", "how.low", low, "low and high")
    if (low is None) != (high is None):
        raise BadInputError(
            "A range has a low end and a high end.", "how.low" if low is None else "how.high", None, "low and high, or neither"
        )
    if low is None or high is None:
        return
    if not isinstance(value, int | float) or not low <= value <= high:
        raise ContradictionError("The value lies outside its own range.", "how.low", low, "low, then the value, then high")
    for end in ("low", "high"):
        require_sound(command.field, max(getattr(command.how, end), fields()[command.field].low), f"how.{end}")
