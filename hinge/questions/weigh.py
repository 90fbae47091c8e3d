"""What does a door weigh by these readings?"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field, model_validator

from hinge.document import Between, Document, Finite, read, told
from hinge.door.makeup import SectionMakeUp, estimate_weight
from hinge.door.sections import SECTIONS
from hinge.errors import ContradictionError, HingeError
from hinge.measure.weighing import accuracy_warning, weigh
from hinge.questions.question import Question

Scale = Annotated[list[Annotated[float, Between(5, 3000, "lb")]], Field(min_length=1, max_length=20)]


class Alike(Document):
    """Sections all alike, but for what is on the top one."""

    height_in: Annotated[float, Between(48, 240, "in")]
    section_count: Annotated[int, SECTIONS]
    material: str
    on_each: dict[str, Finite] = {}
    on_top: dict[str, Finite] = {}

    @model_validator(mode="after")
    def _can_be_made(self) -> Alike:
        try:
            self.sections()
        except HingeError as wrong:
            field = {"height_in": "section_count", "material": "material"}.get(wrong.field, "on_top" if self.on_top else "on_each")
            raise told(wrong.with_field(field)) from wrong
        return self

    def sections(self) -> list[SectionMakeUp]:
        """Every section, the top one last. Raises HingeError for what is not in the table."""
        of = {"height_in": self.height_in / self.section_count, "material": self.material}
        plain = read(SectionMakeUp, of | {"extras": self.on_each})
        top = read(SectionMakeUp, of | {"extras": self.on_each | self.on_top})
        return [*[plain] * (self.section_count - 1), top]


class WeighQuestion(Document):
    """What does the door weigh? Scale readings, of one scale or two; or its make-up, section by section from the bottom or alike."""

    readings_lb: Scale | None = None
    right_readings_lb: Scale | None = None
    width_in: Annotated[float, Between(36, 480, "in")] | None = None
    sections: Annotated[list[SectionMakeUp], Field(min_length=2, max_length=16)] | None = None
    alike: Alike | None = None
    thickness_in: Annotated[float, Between(0.02, 4, "in")] | None = None


class WeighAnswer(BaseModel):
    """The weight with its 95 % range; section weights where it is an estimate from make-up."""

    weight_lb: float
    low_lb: float
    high_lb: float
    estimate: bool
    method: Literal["scale", "two_scales", "estimate"]
    section_weights_lb: list[float] | None = None
    warnings: list[str]


def weigh_door(asked: WeighQuestion) -> WeighAnswer:
    """The weight, how sure it is, and whether that is sure enough for springs."""
    made_of = asked.sections or (asked.alike.sections() if asked.alike else None)
    if (asked.readings_lb is None) == (made_of is None):
        raise ContradictionError("Give scale readings, or the sections the door is made of.", "readings_lb", None, "one of the two", "lb")
    if made_of is None:
        weighed = weigh(tuple(asked.readings_lb or []), tuple(asked.right_readings_lb or []))
        method: Literal["scale", "two_scales"] = "two_scales" if asked.right_readings_lb else "scale"
        return _weight(weighed.weight_lb, weighed.sd_lb, weighed.warnings, method)
    if asked.width_in is None:
        raise ContradictionError("An estimate from make-up needs the door's width.", "width_in", None, "the width in inches", "in")
    estimated = estimate_weight(asked.width_in, tuple(made_of), asked.thickness_in)
    answer = _weight(estimated.weight_lb, estimated.sd_lb, accuracy_warning(estimated.sd_lb), "estimate")
    return answer.model_copy(update={"section_weights_lb": list(estimated.section_weights_lb)})


def _weight(weight: float, sd: float, warnings: tuple[str, ...], method: Literal["scale", "two_scales", "estimate"]) -> WeighAnswer:
    low, high = max(weight - 2 * sd, 0.0), weight + 2 * sd
    return WeighAnswer(weight_lb=weight, low_lb=low, high_lb=high, estimate=method == "estimate", method=method, warnings=list(warnings))


QUESTION = Question(WeighQuestion, WeighAnswer, weigh_door)
