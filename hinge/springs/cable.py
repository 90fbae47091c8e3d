"""The lifting cable: how long it must be, and how many wraps stay on the drum at closed."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from hinge.errors import ContradictionError, require_between
from hinge.springs.drums import DrumProfile
from hinge.text.marks import number, say_size

LEAST_WRAPS = 0.5  # wraps left on the drum with the door closed; common practice, from memory
USUAL_WRAPS = 1.0
BRACKET_ABOVE_FLOOR_IN = 3.0  # where the cable leaves the bottom bracket; common practice


@dataclass(frozen=True)
class Cable:
    """Straight run at closed, length for the usual safety wraps [in], and wraps left by the cable that is there."""

    straight_in: float
    needed_in: float
    shortest_in: float
    wraps_left: float | None = None


def cable_for(drum: DrumProfile, shaft_height_in: float, length_in: float | None = None) -> Cable:
    """The cable from bottom bracket over the drum with the door closed.

    Parameters: `shaft_height_in` [in] centre of the shaft above the floor; `length_in` [in] of the cable
    that is there. Raises OutOfRangeError, and ContradictionError when it leaves too few wraps.
    """
    straight = shaft_height_in - BRACKET_ABOVE_FLOOR_IN
    wrap = 2 * np.pi * drum.closed_radius_in
    needed, shortest = straight + USUAL_WRAPS * wrap, straight + LEAST_WRAPS * wrap
    if length_in is None:
        return Cable(straight, needed, shortest)
    require_between("length_in", length_in, 12, 1000, "in")
    wraps = (length_in - straight) / wrap
    if wraps < LEAST_WRAPS:
        raise ContradictionError(
            f"A cable of {say_size(length_in, 'in')} leaves {number(round(max(wraps, 0.0), 2))} wraps on the drum with the door closed; "
            f"at least {number(LEAST_WRAPS)} must stay.",
            "length_in",
            length_in,
            f"at least {number(round(shortest, 1))}",
            "in",
        )
    return Cable(straight, needed, shortest, wraps)
