"""Tired springs or added weight? The readings see only the difference; a scale tells which side of it moved."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from hinge.balance.fit import DoorAssembly, fit_readings
from hinge.balance.readings import Reading
from hinge.balance.wording import say
from hinge.text.marks import say_size

Cause = Literal["as_expected", "weight_added", "weight_lost", "springs_tired", "springs_strong", "weigh_it"]
SAME_SHARE = 0.05  # weights this near each other are the same; common practice
OPEN_MIND_SHARE = 0.12  # how far door and springs may have drifted, one standard deviation; estimate

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
    kind = hung.carrier.step.kind

    def moved(cause: Cause, pounds_lb: float = 0.0) -> Blame:
        return Blame(cause, say(f"moved.{kind}.{cause}", pounds=say_size(abs(pounds_lb), "lb", 0)), pounds_lb)

    if scale_lb is not None and abs(scale_lb / on_file - 1) > SAME_SHARE:
        added = scale_lb - on_file
        return moved("weight_added" if added > 0 else "weight_lost", added)
    feels = fit_readings(hung, readings, OPEN_MIND_SHARE * on_file, offs, TRUSTED).weight_lb
    expected = on_file if scale_lb is None else scale_lb
    off = feels.likely - expected
    if abs(off) <= SAME_SHARE * on_file or feels.low <= expected <= feels.high:
        return moved("as_expected")
    if scale_lb is None:
        return Blame("weigh_it", say(f"weigh_it.{'heavier' if off > 0 else 'lighter'}", pounds=say_size(abs(off), "lb", 0)), off)
    return moved("springs_tired" if off > 0 else "springs_strong", off)
