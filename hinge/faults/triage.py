"""What the desk can say from the complaint alone: may they use the door, what to load, how long to book, one or two people."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from hinge.faults.knowledge import faults
from hinge.text.marks import say_size

# Two people from here on. Source: practice.
HEAVY_LB, WIDE_IN = 180.0, 16 * 12.0
USE = {
    "yes": "They may use it with care until somebody comes.",
    "by_hand": "They leave the opener alone: by hand only, with the door down when it is released.",
    "no": "Tell the customer: don’t use the door or press the button.",
}


class Triage(BaseModel):
    """What the desk says and books."""

    use: Literal["yes", "no", "by_hand"]
    minutes: int
    people: int
    load: list[str]
    sentence: str


def triage(complaint: str, weight_lb: float | None = None, width_in: float | None = None, stuck_open: bool = False) -> Triage:
    """What can be said at once. `weight_lb` [lb] and `width_in` [in] of the door's file, where it knows them."""
    one = faults().complaints[complaint]
    reasons = [
        words
        for words, holds in (
            (f"it weighs {say_size(weight_lb, 'lb', 0)}" if weight_lb else "", (weight_lb or 0.0) > HEAVY_LB),
            (f"it is {say_size(width_in / 12, 'ft', 0)} wide" if width_in else "", (width_in or 0.0) > WIDE_IN),
            ("it is open and stuck", stuck_open),
        )
        if holds
    ]
    people = f"Two people, because {' and '.join(reasons)}." if reasons else "One person."
    load = f"Load: {', '.join(one.load)}." if one.load else "Nothing special to load."
    return Triage(
        use=one.use,
        minutes=one.minutes,
        people=2 if reasons else 1,
        load=one.load,
        sentence=f"{USE[one.use]} {load} {people} About {one.minutes} minutes.",
    )
