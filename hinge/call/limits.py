"""Limit screws set on a call: where the trolley stopped, what to turn, and what this unit's screws do."""

from __future__ import annotations

from collections.abc import Iterator
from typing import get_args

from pydantic import BaseModel

from hinge.call import commands as c
from hinge.call.facts import Call, LimitTaken
from hinge.errors import ContradictionError, OutOfStepError
from hinge.file.record import How
from hinge.measure.fields import Value
from hinge.opener.kinds import opener_of
from hinge.opener.limits import Correction, End, InchesPerTurn, inches_per_turn, limit_turn, screw_fault, stop_words, turned_words
from hinge.text.marks import say_amount, say_size

MOST_LOOKS = 60
FIELD = "inches_per_turn"
ENDS: tuple[End, ...] = get_args(End)


class LimitLook(BaseModel):
    """One look at where it stopped, in words; `entry` takes it back."""

    entry: str
    words: str
    by: str
    at: str


class LimitEndState(BaseModel):
    """One end: where it stops [in beyond its mark], the look that says so, and the turns to make, clockwise positive.

    Nothing but a sentence where nobody looked yet, or what was seen last was taken back.
    """

    end: End
    off_in: float | None
    since: str
    turns: float
    sentence: str
    looks: list[LimitLook]


class LimitsState(BaseModel):
    """Both ends of a unit with limit screws, and what a turn of its screws gives, in words."""

    ends: list[LimitEndState]
    unit: str


def require_may_set_limit(call: Call, command: c.LimitSeen) -> None:
    """Refuse a look at a limit no screw sets, or after another one. Raises ContradictionError or OutOfStepError."""
    opener = opener_of(call.measured)
    if opener is None or not opener.limits.by_screw:
        raise ContradictionError(
            "Only an opener with limit screws has its stops measured: say in Measure that this is one.", "end", command.end
        )
    if len(call.limits) >= MOST_LOOKS:
        raise OutOfStepError("There are as many looks at the limits as a call takes.", "end", len(call.limits), f"up to {MOST_LOOKS}")
    last = _last(call, command.end)
    if command.turns and (last is None or not last.standing or last.signed.entry != command.since):
        said = "It was looked at again meanwhile, or that look was taken back. Run it, and say where it stops now, without turns."
        raise OutOfStepError(said, "since", command.since, last.signed.entry if last and last.standing else "")


def limits_of(call: Call) -> LimitsState | None:
    """Both ends as they stand; nothing where no screws set them. Never raises."""
    opener = opener_of(call.measured)
    if opener is None or not opener.limits.by_screw:
        return None
    per_turn, learned = _per_turn(call), len(list(_corrections(call)))
    spread = f"{say_amount(per_turn.low, 'in', 1)} to {say_amount(per_turn.high, 'in', 1)}"
    whence = f"from {learned} correction{'s'[: learned != 1]}" if learned else "by its file" if FIELD in call.measured else "as is usual"
    return LimitsState(
        ends=[_end(call, end, per_turn) for end in ENDS],
        unit=f"A turn of a screw gives {say_size(per_turn.likely, 'in', 1)} of travel, {whence} ({spread}).",
    )


def limit_words(seen: c.LimitSeen) -> str:
    """A look in words."""
    after = f", after {turned_words(seen.turns)}" if seen.turns else ""
    return f"{seen.end.capitalize()} limit: {stop_words(seen.off_in)}{after}"


def limits_words(call: Call) -> str:
    """Where both ends were left, in words; empty where nobody looked."""
    left = [last for end in ENDS if (last := _last(call, end)) is not None and last.standing]
    return ", ".join(f"{one.seen.end} {stop_words(one.seen.off_in)}" for one in left)


def learned(call: Call) -> tuple[dict[str, Value], dict[str, How]]:
    """What the door's file learns of this unit's screws, and how well it is known."""
    if not list(_corrections(call)):
        return {}, {}
    found = _per_turn(call)
    low, likely, high = (round(one, 2) for one in (found.low, found.likely, found.high))
    return {FIELD: likely}, {FIELD: How(method="estimate", low=low, high=high)}


def _end(call: Call, end: End, per_turn: InchesPerTurn) -> LimitEndState:
    taken = [one for one in call.limits if one.seen.end == end and one.standing]
    looks = [LimitLook(entry=one.signed.entry, words=limit_words(one.seen), by=one.signed.by, at=one.signed.at) for one in taken]
    last = _last(call, end)
    if last is None or not last.standing:
        again = "what was seen last was taken back. Again, r" if last else "r"
        said = f"{end.capitalize()}: {again}un the empty trolley {end} and measure from where it stops to its mark."
        return LimitEndState(end=end, off_in=None, since="", turns=0, sentence=said, looks=looks)
    told = limit_turn(end, last.seen.off_in, per_turn, screw_fault(list(_corrections(call, end))))
    return LimitEndState(end=end, off_in=last.seen.off_in, since=last.signed.entry, turns=told.turns, sentence=told.sentence, looks=looks)


def _last(call: Call, end: End) -> LimitTaken | None:
    return next((one for one in reversed(call.limits) if one.seen.end == end), None)


def _per_turn(call: Call) -> InchesPerTurn:
    told = call.measured.get(FIELD)
    return inches_per_turn(list(_corrections(call)), told if isinstance(told, float) else None, call.how(FIELD).sd)


def _corrections(call: Call, end: End | None = None) -> Iterator[Correction]:
    """What the screws, or that of one end, did, where both looks stand: what was taken back is not learned from."""
    standing = {one.signed.entry: one.seen for one in call.limits if one.standing}
    for seen in standing.values():
        before = standing.get(seen.since)
        if seen.turns and before is not None and before.end == seen.end and end in (None, seen.end):
            yield Correction.model_construct(turns=seen.turns, moved_in=seen.off_in - before.off_in)
