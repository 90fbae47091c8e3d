"""What do readings of the balance say, and what is to be done?"""

from __future__ import annotations

from typing import Annotated

import numpy as np
from pydantic import BaseModel, Field, model_validator

from hinge.balance.advice import Advice, advise
from hinge.balance.assembly import AssemblyDocument
from hinge.balance.case import LIKELY_DOORS
from hinge.balance.cause import Blame, what_moved
from hinge.balance.fit import DoorAssembly, Doors, Estimate, net_of
from hinge.balance.readings import Reading
from hinge.balance.wording import SETTING_UNITS, SettingUnit, reads_sentence
from hinge.document import Between, Finite, told
from hinge.errors import ContradictionError
from hinge.questions.answers import ProfileOut, profile_out
from hinge.questions.question import Question
from hinge.sizing.evaluate import Profile, need_of, travel_grid


class TrimQuestion(AssemblyDocument):
    """What do these readings say, and what to do about it?

    `file_weight_lb` is what the springs were chosen for; `scale_weight_lb` what the scale shows today. `settings_off`
    says of each reading how much more the setting was than it is now [turns, inches of stretch or pounds of plates].
    """

    readings: Annotated[list[Reading], Field(max_length=60)]
    settings_off: Annotated[list[Finite], Field(max_length=60)] | None = None
    weight_sd_lb: Annotated[float, Between(0.1, 1000, "lb")] | None = None
    file_weight_lb: Annotated[float, Between(20, 3000, "lb")] | None = None
    scale_weight_lb: Annotated[float, Between(20, 3000, "lb")] | None = None

    @model_validator(mode="after")
    def _one_each(self) -> TrimQuestion:
        if self.settings_off is not None and len(self.settings_off) != len(self.readings):
            said = f"There are {len(self.readings)} readings, but settings for {len(self.settings_off)}."
            raise told(ContradictionError(said, "settings_off", len(self.settings_off), str(len(self.readings)), "settings"))
        return self


class TrimAnswer(BaseModel):
    """The fit, in a sentence too, and the advice; `fitted` is the balance line the readings suggest."""

    weight_lb: Estimate
    setting_error: Estimate
    setting_unit: SettingUnit
    friction_lb: Estimate
    reads: str
    advice: Advice
    moved: Blame
    fitted: ProfileOut


def trim(asked: TrimQuestion) -> TrimAnswer:
    """The fit, the advice, and the line the readings suggest."""
    hung, readings = asked.at_work(), asked.readings
    offs = asked.settings_off
    fit, advice = advise(hung, readings, asked.spring_count, asked.weight_sd_lb, offs)
    step = hung.carrier.step.kind
    return TrimAnswer(
        weight_lb=fit.weight_lb,
        setting_error=fit.setting_error,
        setting_unit=SETTING_UNITS[step],
        friction_lb=fit.friction_lb,
        reads=reads_sentence(fit, step) if readings else "",
        advice=advice,
        moved=what_moved(hung, readings, asked.file_weight_lb, asked.scale_weight_lb, offs),
        fitted=profile_out(_fitted_line(hung, fit.doors) if readings else need_of(hung.door, hung.track).profile(hung.carrier)),
    )


def _fitted_line(hung: DoorAssembly, doors: Doors) -> Profile:
    """The middle line of the doors this one likely is, with how their springs pull and how they stray from the model."""
    positions = travel_grid(hung.door)
    line = np.median(net_of(hung, doors.likely(LIKELY_DOORS), positions), axis=1)
    return Profile(positions, line, hung.door.height_in / len(hung.door.heights_in))


QUESTION = Question(TrimQuestion, TrimAnswer, trim)
