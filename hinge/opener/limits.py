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
EIGHTH = 8
# No screw gives less or more travel a turn; estimate.
PER_TURN_IN = (0.5, 8.0)
MOST_TURNS = 12.0
# Inches per turn are looked for so many standard deviations to either side of what is usual.
REACH = np.linspace(-5.0, 5.0, 401)

Inches = Annotated[float, Between(-120, 120, "in")]
Turns = Annotated[float, Between(-40, 40, "turns")]
End = Literal["up", "down"]


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
    """What to do at one end: turns to the nearest eighth, clockwise (more travel) positive."""

    turns: float
    inches_per_turn: InchesPerTurn
    sentence: str


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
    for one in corrections:
        surprise = surprise + ((one.moved_in - one.turns * rates) / (READING_SD_IN * math.sqrt(2))) ** 2
    share = np.exp((surprise.min() - surprise) / 2)
    low, likely, high = np.interp((0.025, 0.5, 0.975), (np.cumsum(share) - share / 2) / share.sum(), rates)
    return InchesPerTurn(low=float(low), likely=float(likely), high=float(high))


def limit_turn(end: End, off_in: float, per_turn: InchesPerTurn) -> LimitTurn:
    """Turns that bring one end, so far off [in], to its mark. A stop beyond the mark has too much travel: the screw goes back."""
    turns = -round(off_in / per_turn.likely * EIGHTH) / EIGHTH or 0.0
    return LimitTurn(turns=turns, inches_per_turn=per_turn, sentence=_sentence(end, off_in, turns))


def _sentence(end: End, off_in: float, turns: float) -> str:
    where = stop_words(off_in)
    if turns == 0:
        return f"{end.capitalize()}: it stops {where}. Leave it."
    said = (
        f"{end.capitalize()}: it stops {where}. Turn the {end} screw {turned_words(turns)}: {'more' if turns > 0 else 'less'} travel. "
        "Then run it and measure again."
    )
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
