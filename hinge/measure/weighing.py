"""Weighing the door: one scale or two, read more than once; how sure the number is, and whether that is sure enough."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from hinge.errors import BadInputError, ContradictionError
from hinge.text.marks import say_amount, say_size

SPRINGS_NEED_LB = 10.0  # springs are graded in steps that fine; common practice
READINGS_APART_SHARE = 0.05  # two readings of one scale further apart than this are not one weight; estimate
RACKED_SHARE = 0.10  # a difference between the ends over this says racked or uneven; common practice
SCALE_SD_LB = 2.0  # a platform scale on a garage floor; estimate


@dataclass(frozen=True)
class Weighed:
    """A door's weight [lb] with one standard deviation [lb], and what to say about it."""

    weight_lb: float
    sd_lb: float
    warnings: tuple[str, ...]


def weigh(left_lb: tuple[float, ...], right_lb: tuple[float, ...] = ()) -> Weighed:
    """The weight from repeated readings.

    Parameters: readings [lb] of the one scale in the middle, or of the left one where `right_lb` has the
    other's. Returns the weight with its spread. Raises BadInputError, OutOfRangeError, and ContradictionError when
    readings of one scale are too far apart to be one weight.
    """
    if not left_lb:
        raise BadInputError("Read the scale at least once.", "readings_lb", None, "a reading in pounds", "lb")
    left, left_sd = _one_scale("readings_lb", left_lb)
    warnings = []
    if not right_lb:
        weight, sd = left, left_sd
        if len(left_lb) < 2:
            warnings.append("Read it twice: one reading does not show a door that binds in its tracks.")
    else:
        right, right_sd = _one_scale("right_readings_lb", right_lb)
        weight, sd = left + right, float(np.hypot(left_sd, right_sd))
        apart = abs(left - right) / max(left, right)
        if apart > RACKED_SHARE:
            warnings.append(f"The ends differ by {apart * 100:.0f} %: the door is racked or unevenly built. Level it and weigh again.")
    return Weighed(weight, sd, (*warnings, *accuracy_warning(sd)))


def accuracy_warning(sd_lb: float) -> tuple[str, ...]:
    """A warning where a weight with this standard deviation [lb] may be more than ten pounds off."""
    if 2 * sd_lb <= SPRINGS_NEED_LB:
        return ()
    return (
        f"This may be {say_size(2 * sd_lb, 'lb', 0)} off. Springs need the weight within "
        f"{say_size(SPRINGS_NEED_LB, 'lb')}: put it on a scale.",
    )


def _one_scale(field: str, readings: tuple[float, ...]) -> tuple[float, float]:
    low, high = min(readings), max(readings)
    if high - low > max(READINGS_APART_SHARE * high, 2 * SCALE_SD_LB):
        raise ContradictionError(
            f"The readings run from {say_amount(low, 'lb')} to {say_size(high, 'lb')}: something binds. "
            "Free the door in its tracks and read again.",
            field,
            high,
            f"within {READINGS_APART_SHARE:.0%} of each other".replace("%", " %"),
            "lb",
        )
    return float(np.mean(readings)), SCALE_SD_LB / float(np.sqrt(len(readings)))
