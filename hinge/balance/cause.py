"""Tired springs or added weight? The readings see only the difference; a scale tells which side of it moved."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from hinge.balance.fit import DoorAssembly, fit_readings
from hinge.balance.readings import Reading
from hinge.springs.counterbalance import StepKind
from hinge.text.marks import say_size

Cause = Literal["as_expected", "weight_added", "weight_lost", "springs_tired", "springs_strong", "weigh_it"]
SAME_SHARE = 0.05  # weights this near each other are the same; common practice
OPEN_MIND_SHARE = 0.12  # how far door and springs may have drifted, one standard deviation; estimate

# What carries the door: its name, that it was chosen, and what is said of it where it pulls too little.
CARRIES: dict[StepKind, tuple[str, str, str]] = {
    "quarter_turn": ("springs", "the springs were chosen", "the springs are tired"),
    "cable_hole": ("pair", "the pair was chosen", "the pair is tired"),
    "small_plate": ("stack", "the stack was chosen", "the stack is too light, or its strap pulls short"),
}
TRUSTED = 0.002  # what differs is put on the weight alone; a scale then says whose it is


@dataclass(frozen=True)
class Blame:
    """What moved since the springs were chosen, in one sentence; pounds of it [lb]."""

    cause: Cause
    sentence: str
    pounds_lb: float = 0.0


def what_moved(
    hung: DoorAssembly,
    readings: list[Reading],
    file_weight_lb: float | None = None,
    scale_lb: float | None = None,
    offs: list[float] | None = None,
) -> Blame:
    """Which of door and springs is not what the file says.

    Parameters: `hung` with the best weight known; `file_weight_lb` the springs were chosen for, by default the
    same; `scale_lb` what the scale shows today [lb]; `offs` as for `fit_readings`.
    A scale near the file while the door feels heavier blames the springs; a scale that moved blames the door.
    """
    on_file = file_weight_lb or hung.door.total_lb
    name, chosen, weak = CARRIES[hung.carrier.step.kind]
    if scale_lb is not None and abs(scale_lb / on_file - 1) > SAME_SHARE:
        added = scale_lb - on_file
        if added > 0:
            return Blame("weight_added", f"The door has gained about {say_size(added, 'lb', 0)} since {chosen}.", added)
        return Blame("weight_lost", f"The door is about {say_size(-added, 'lb', 0)} lighter than {chosen} for.", added)
    feels = fit_readings(hung, readings, OPEN_MIND_SHARE * on_file, offs, TRUSTED).weight_lb
    expected = on_file if scale_lb is None else scale_lb
    off = feels.likely - expected
    if abs(off) <= SAME_SHARE * on_file or feels.low <= expected <= feels.high:
        return Blame("as_expected", f"Door and {name} are what the file says.")
    if scale_lb is None:
        return Blame(
            "weigh_it", f"The door feels {say_size(abs(off), 'lb', 0)} {'heavier' if off > 0 else 'lighter'} than its file: weigh it.", off
        )
    if off > 0:
        return Blame("springs_tired", f"The scale agrees with the file, so {weak}: about {say_size(off, 'lb', 0)} short.", off)
    return Blame(
        "springs_strong", f"The scale agrees with the file, so about {say_size(-off, 'lb', 0)} too much comes from the {name}.", off
    )
