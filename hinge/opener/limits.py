"""Limit screws: from where the trolley stops to turns of a screw, learning this unit's inches per turn as it is corrected."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Annotated, Literal

import numpy as np
from pydantic import BaseModel, Field

from hinge.document import Between, Document
from hinge.text.marks import say_length

# One full turn ≈ 3 in (75 mm): common practice. How far units differ from it, as one standard deviation of the logarithm: estimate.
USUAL_IN_PER_TURN, UNITS_DIFFER = 3.0, 0.2
# Tape, mark and where a trolley comes to rest, one standard deviation; estimate.
READING_SD_IN = 0.2
# A screw is judged by tries of at least so many turns; a stop that moved less than what two readings are off by moved not at all.
LEAST_TURNS, UNMOVED_IN = 0.25, 3 * 0.2 * math.sqrt(2)
# Less than this share of what a turn usually gives is too little.
LITTLE = 0.35
EIGHTH = 8
# No screw gives less or more travel a turn; estimate.
PER_TURN_IN = (0.5, 8.0)
MOST_TURNS = 12.0
# Inches per turn are looked for so many standard deviations to either side of what is usual.
REACH = np.linspace(-5.0, 5.0, 401)

Inches = Annotated[float, Between(-120, 120, "in")]
Turns = Annotated[float, Between(-40, 40, "turns")]
End = Literal["up", "down"]
ScrewFault = Literal["", "nothing", "reversed", "play"]


class Correction(Document):
    """A correction that was made: turns of the screw, clockwise positive, and how far the stop moved, more travel positive."""

    turns: Turns
    moved_in: Inches


class LimitEnd(Document):
    """One end: how far the trolley stops beyond its mark [in], short of it where negative; `history` are the corrections so far."""

    off_in: Inches
    history: Annotated[list[Correction], Field(max_length=20)] = []


class InchesPerTurn(BaseModel):
    """Travel a full turn gives [in/turn], with its 95 % range."""

    low: float
    likely: float
    high: float


class LimitTurn(BaseModel):
    """What to do at one end: turns to the nearest eighth, clockwise positive; `fault` of the screw, named after its second try."""

    turns: float
    fault: ScrewFault = ""
    inches_per_turn: InchesPerTurn
    sentence: str


def screw_fault(history: Sequence[Correction]) -> ScrewFault:
    """What is wrong with a screw, by its last two tries: it moves nothing, works the other way, or has play.

    Nothing before the second try. Common practice, no source.
    """
    tries = [one for one in history if abs(one.turns) >= LEAST_TURNS]
    if len(tries) < 2:
        return ""
    before, last = tries[-2:]
    if all(_moved(one) == 0 for one in (before, last)):
        changed = np.sign(before.turns) != np.sign(last.turns)
        return "play" if changed and any(_moved(one) > 0 for one in tries[:-2]) else "nothing"
    if all(_moved(one) < 0 for one in (before, last)):
        return "reversed"
    turned_back = np.sign(before.turns) != np.sign(last.turns)
    return "play" if turned_back and _moved(before) > 0 and _moved(last) == 0 else ""


def _moved(one: Correction) -> int:
    """Whether a try moved the stop its way (1), against it (-1), or as good as not at all (0)."""
    with_it = one.moved_in * math.copysign(1.0, one.turns)
    least = min(UNMOVED_IN, LITTLE * abs(one.turns) * USUAL_IN_PER_TURN)
    return 0 if abs(with_it) < least else int(math.copysign(1, with_it))


def inches_per_turn(corrections: Sequence[Correction], told_in: float | None = None, told_sd_in: float | None = None) -> InchesPerTurn:
    """This unit's inches per turn, from what its corrections did.

    Parameters: `corrections` at either end, which share one screw's pitch; `told_in` as the manual gives it or it was found
    before [in/turn], and one standard deviation of that. Bayes' rule on a lattice, from the usual value (lognormal); the errors
    of readings are normal.
    """
    usual, differ = told_in or USUAL_IN_PER_TURN, UNITS_DIFFER if told_in is None else UNITS_DIFFER / 4
    if told_in is not None and told_sd_in is not None:
        differ = told_sd_in / told_in
    rates = np.clip(usual * np.exp(REACH * differ), *PER_TURN_IN)
    surprise = REACH**2
    # How far a turn moves the stop is learned from tries that moved it; which way is another thing.
    for one in (one for one in corrections if _moved(one) or abs(one.turns) < LEAST_TURNS):
        moved = abs(one.moved_in) if _moved(one) else one.moved_in * math.copysign(1.0, one.turns)
        surprise = surprise + ((moved - abs(one.turns) * rates) / (READING_SD_IN * math.sqrt(2))) ** 2
    share = np.exp((surprise.min() - surprise) / 2)
    low, likely, high = np.interp((0.025, 0.5, 0.975), (np.cumsum(share) - share / 2) / share.sum(), rates)
    return InchesPerTurn(low=float(low), likely=float(likely), high=float(high))


def limit_turn(end: End, off_in: float, per_turn: InchesPerTurn, fault: ScrewFault = "") -> LimitTurn:
    """Turns that bring one end, so far off [in], to its mark. A stop beyond the mark has too much travel: the screw goes back.

    A screw of which a `fault` is known is not turned on where it moves nothing, and the other way where it works so.
    """
    sense = -1.0 if fault == "reversed" else 1.0
    turns = 0.0 if fault == "nothing" else -sense * round(off_in / per_turn.likely * EIGHTH) / EIGHTH or 0.0
    return LimitTurn(turns=turns, fault=fault, inches_per_turn=per_turn, sentence=_sentence(end, off_in, turns, fault))


FAULTS: dict[ScrewFault, str] = {
    "nothing": (
        "Turned twice, the stop did not move. Do not turn on: is it the other end's screw, does it slip, "
        "or is the trolley's mark not where it stops? The manual says which screw is which."
    ),
    "reversed": "On this unit the screw works the other way: clockwise gave less travel.",
    "play": "The screw has play: turned back, it first moves nothing. Come to the mark from one side, turning past it and back.",
}


def _sentence(end: End, off_in: float, turns: float, fault: ScrewFault) -> str:
    where = stop_words(off_in)
    lead = f"{end.capitalize()}: it stops {where}. {FAULTS[fault] + ' ' if fault else ''}"
    if fault == "nothing":
        return lead.rstrip()
    if turns == 0:
        return f"{lead}Leave it."
    more = "more" if (turns > 0) != (fault == "reversed") else "less"
    said = f"{lead}Turn the {end} screw {turned_words(turns)}: {more} travel. Then run it and measure again."
    if abs(turns) > MOST_TURNS:
        said += " So many turns are seldom true: see first that the trolley's mark is that of this door."
    return said


def stop_words(off_in: float) -> str:
    """Where the trolley stops [in], seen from its mark."""
    return f"{say_length(abs(off_in))} {'beyond' if off_in > 0 else 'short of'} its mark" if off_in else "on its mark"


def turned_words(turns: float) -> str:
    """Turns of a screw, and which way."""
    return f"{turns_words(turns)} {'clockwise' if turns > 0 else 'counter-clockwise'}"


def turns_words(turns: float) -> str:
    """Turns of a screw as they are counted: whole ones and eighths."""
    eighths = round(abs(turns) * EIGHTH)
    whole, rest = divmod(eighths, EIGHTH)
    part = {0: "", 1: "⅛", 2: "¼", 3: "⅜", 4: "½", 5: "⅝", 6: "¾", 7: "⅞"}[rest]
    count = f"{whole if whole else ''}{part}" or "0"
    return f"{count} turn{'' if eighths <= EIGHTH else 's'}"
