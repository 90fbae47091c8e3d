"""How far off its axis a receiver's lens sees: not known of a unit until a shade test at a known hour tells it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from hinge.errors import ContradictionError

# Every lens sees so far off its axis, and none further [degrees]; in between it depends on the unit. What is usual. Source: practice.
SURELY_DEG, PERHAPS_DEG, USUAL_DEG = 45.0, 80.0, 60.0


@dataclass(frozen=True)
class Lens:
    """What is known of a lens: it sees at least and at most so far off its axis [degrees]."""

    at_least_deg: float
    at_most_deg: float

    @property
    def known(self) -> bool:
        """Whether nothing is left in doubt."""
        return self.at_least_deg == self.at_most_deg

    @property
    def likely_deg(self) -> float:
        """How far it sees, as near as is known [degrees]."""
        return min(max(USUAL_DEG, self.at_least_deg), self.at_most_deg)


def lens_of(known_deg: float | None, came_back_deg: Sequence[float], stayed_full_deg: Sequence[float]) -> Lens:
    """What shade tests tell of a lens.

    Parameters: its angle where it is known; how far off the axis the sun stood [degrees] when shading brought the light back, and when
    the light was full with the sun upon the eye. Raises ContradictionError where the two do not go together.
    """
    if known_deg is not None:
        return Lens(known_deg, known_deg)
    least, most = max([SURELY_DEG, *came_back_deg]), min([PERHAPS_DEG, *stayed_full_deg])
    if least > most:
        raise ContradictionError(
            f"At {most:.0f}° off its axis the light was full, and at {least:.0f}° shading brought it back: one was something else.",
            "tests",
            round(most),
            f"{least:.0f} or more",
            "degrees",
        )
    return Lens(least, most)
