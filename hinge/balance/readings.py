"""What a technician reads at the door: what it does when let go, or the hand force at a height."""

from __future__ import annotations

from typing import Annotated, Literal, get_args

import numpy as np
from pydantic import model_validator

from hinge.document import Between, Document, told
from hinge.errors import BadInputError

Outcome = Literal["runs_up", "creeps_up", "holds", "creeps_down", "runs_down"]
Direction = Literal["raising", "lowering"]
OUTCOMES: tuple[Outcome, ...] = get_args(Outcome)


class Reading(Document):
    """One reading with the bottom edge at a height: what the door did when let go, or the hand force that moves it slowly.

    A positive force lifts (or holds the door back on its way down); a negative one pushes down. A door `tossed` up from the
    floor by hand coasts to the height and settles there; to the height it has when open where it flies.
    """

    height_in: Annotated[float, Between(0, 240, "in")]
    outcome: Outcome | None = None
    force_lb: Annotated[float, Between(-200, 400, "lb")] | None = None
    direction: Direction | None = None
    tossed: bool = False

    @model_validator(mode="after")
    def _one_kind(self) -> Reading:
        kinds = (self.outcome is not None) + (self.force_lb is not None) + self.tossed
        if kinds != 1 or (self.force_lb is None) != (self.direction is None):
            said = "A reading is an outcome, a force_lb with its direction, or how high the door coasted when tossed."
            raise told(BadInputError(said, "outcome", self.outcome, "one of the three"))
        return self


# Floor, 1 ft, 2 ft, then closely where the door must hold, then chest height; common practice.
USUAL_HEIGHTS_IN = (0.0, 12.0, 24.0, 42.0, 54.0, 66.0)
FURTHER_IN, CLEAR_OF_OPEN_IN = 24.0, 6.0


def reading_heights(height_in: float) -> list[float]:
    """Heights to read the balance at on a door of this height [in]: the usual ones, every two feet above them, and open."""
    usual = [at for at in USUAL_HEIGHTS_IN if at < height_in - CLEAR_OF_OPEN_IN]
    further = np.arange(USUAL_HEIGHTS_IN[-1] + FURTHER_IN, height_in - CLEAR_OF_OPEN_IN, FURTHER_IN)
    return [*usual, *further.tolist(), height_in]


def seen_once(readings: list[Reading], offs: list[float] | None = None) -> tuple[list[Reading], list[float]]:
    """Readings with the settings they were taken at, in any one unit, less those that tell nothing new.

    What was let go twice at one height [in] and setting and did the same was seen once; a gauge read twice, or a door tossed
    twice, is read twice.
    """
    taken = list(zip(readings, offs or [0.0] * len(readings), strict=True))
    kept = [one for place, one in enumerate(taken) if one[0].outcome is None or one not in taken[:place]]
    return [reading for reading, _ in kept], [off for _, off in kept]
