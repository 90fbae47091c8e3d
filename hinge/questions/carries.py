"""What door do these springs carry?"""

from __future__ import annotations

from typing import Annotated

from pydantic import model_validator

from hinge.document import Between, Document, read, told
from hinge.door.sections import SECTIONS, Door
from hinge.door.track import Track
from hinge.errors import ContradictionError
from hinge.questions.question import Question
from hinge.questions.shop import FromShop
from hinge.questions.size import CarriedOut, carried_out
from hinge.sizing.carries import carried_by
from hinge.sizing.picks import require_extension_track
from hinge.sizing.sets import rate_of
from hinge.springs.drums import Drum
from hinge.springs.extension import ExtensionPair
from hinge.springs.torsion import (
    Shaft,
)
from hinge.stock.lists import NO_LISTS, Lists


class Build(Document):
    """A door whose weight may be unknown: its height and sections; the scale's reading where there is one."""

    height_in: Annotated[float, Between(48, 240, "in")]
    section_count: Annotated[int, SECTIONS] | None = None
    section_heights_in: list[Annotated[float, Between(6, 48, "in")]] | None = None
    scale_weight_lb: Annotated[float, Between(20, 3000, "lb")] | None = None

    def made(self) -> Door:
        """The door. Without a scale any weight gives the same sprung weight, as the ideal rate is proportional to it."""
        sections = {"section_count": self.section_count, "section_heights_in": self.section_heights_in}
        return read(Door, {"height_in": self.height_in, "weight_lb": self.scale_weight_lb or 100.0} | sections, "door")


class CarriesQuestion(FromShop):
    """What door do these springs carry? Torsion springs on their drum, or an extension pair."""

    door: Build
    track: Track
    drum: Drum | None = None
    springs: Shaft | None = None
    extension: ExtensionPair | None = None

    @model_validator(mode="after")
    def _one_of_two(self) -> CarriesQuestion:
        if (self.extension is None) == (self.springs is None) or (self.springs is not None and self.drum is None):
            raise told(
                ContradictionError("Give torsion springs with their drum, or an extension pair.", "springs", None, "one of the two", "")
            )
        return self


class CarriesAnswer(CarriedOut):
    """The weight these springs are right for, at which rate and turns."""

    rate_lbin_per_turn: float | None = None
    quarter_turns: int | None = None


def carries(asked: CarriesQuestion, of_shop: Lists = NO_LISTS) -> CarriesAnswer:
    """The sprung weight, and the verdict against the scale."""
    door, track, scale = asked.door.made(), asked.track, asked.door.scale_weight_lb
    if asked.extension is not None:
        require_extension_track(track)
        pair = asked.extension.on(door.height_in)
        return CarriesAnswer(**carried_out(pair.initial_lb + pair.rate_lb_per_in * pair.closed_stretch_in, scale).model_dump())
    assert asked.drum is not None
    table = asked.lists(of_shop).rates
    rate = rate_of(tuple(table.applied(spring) if table else spring for spring in asked.springs or []))
    found = carried_by(rate, door, track, asked.drum.on(track))
    return CarriesAnswer(
        rate_lbin_per_turn=rate, quarter_turns=found.quarter_turns, **carried_out(found.sprung_weight_lb, scale).model_dump()
    )


QUESTION = Question(CarriesQuestion, CarriesAnswer, carries)
