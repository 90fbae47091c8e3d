"""Questions about a door on its track: the lift it needs, its balance, what readings say, and how it looks from the side."""

from __future__ import annotations

from typing import Annotated

import numpy as np
from pydantic import BaseModel, Field, model_validator

from hinge.arrays import Floats
from hinge.balance.advice import LIKELY_DOORS, Advice, advise
from hinge.balance.assembly import AssemblyDocument
from hinge.balance.cause import Blame, what_moved
from hinge.balance.fit import DoorAssembly, Doors, Estimate, net_of
from hinge.balance.readings import Reading
from hinge.balance.wording import SETTING_UNITS, SettingUnit, reads_sentence
from hinge.document import Between, Document, Finite, Positions, told
from hinge.door.lift import joint_places, required_lift
from hinge.door.sections import Door
from hinge.door.track import Lift, Place, Track, path_of, shaft_place, track_line
from hinge.errors import ContradictionError
from hinge.opener.placing import BRACKET_ABOVE_IN, arm_lengths, arm_of, travel_of
from hinge.questions.answers import ProfileOut, profile_out
from hinge.sizing.evaluate import Profile, need_of, net_hand_force, travel_grid
from hinge.springs.counterweight import Stack, stack_places
from hinge.springs.drums import Drum
from hinge.springs.extension import REAR_HANG_IN, ExtensionPair, pair_places


class LiftQuestion(Document):
    """What lift does this door need at these positions?"""

    door: Door
    track: Track
    positions_in: Positions


class LiftAnswer(BaseModel):
    """Required lift at each position asked for."""

    required_lift_lb: list[float]


def lift(asked: LiftQuestion) -> LiftAnswer:
    """Required lift [lb]."""
    return LiftAnswer(required_lift_lb=required_lift(asked.door, asked.track, np.asarray(asked.positions_in)).tolist())


class BalanceQuestion(AssemblyDocument):
    """What hand force does this door want at these positions?"""

    positions_in: Positions


class BalanceAnswer(BaseModel):
    """Net hand force at each position asked for; positive = heavy, negative = hot."""

    net_hand_force_lb: list[float]


def balance(asked: BalanceQuestion) -> BalanceAnswer:
    """Net hand force [lb]."""
    hung = asked.at_work()
    return BalanceAnswer(net_hand_force_lb=net_hand_force(hung.door, hung.track, hung.carrier, np.asarray(asked.positions_in)).tolist())


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


class SideViewQuestion(Document):
    """Where is everything, seen from the side, for drawing?"""

    door: Door
    track: Track
    drum: Drum | None = None
    extension: ExtensionPair | None = None
    counterweight: Stack | None = None
    rail_in: Annotated[float, Between(12, 400, "in")] | None = None
    positions_in: Positions


class RailOut(BaseModel):
    """An opener's rail: how high it hangs and how far it reaches [in]; the arm at each position, the door's end first."""

    z_in: float
    to_in: float
    arm: list[list[Place]]


class SideViewAnswer(BaseModel):
    """The tracks as lines of places, the joints at each position, the shaft and drum, and how far everything reaches.

    `pair` is the ends of an extension spring at each position, front end first; `stack` the top and bottom of the plates.
    `explains` says why the balance line on such a track looks as it does.
    """

    lift: Lift
    tracks: list[list[Place]]
    shaft: Place | None
    drum_radius_in: float
    back_in: float
    top_in: float
    joints: list[list[Place]]
    pair: list[list[Place]] | None = None
    stack: list[list[Place]] | None = None
    rail: RailOut | None = None
    explains: list[str]


WAVES = "The waves are the sections rounding the bend one after another; a hand on the door feels mostly the middle of them."
STEP = "The step at the floor is the top section: it lies down on the upper track within the first inches, and weighs no more."


def side_view(asked: SideViewQuestion) -> SideViewAnswer:
    """Places to draw [in]."""
    door, track = asked.door, asked.track
    drum = asked.drum.on(track) if asked.drum else None
    joints = joint_places(door, track, np.asarray(asked.positions_in)).round(3)
    lines = [line.round(3) for line in track_line(door, track)]
    shaft = shaft_place(path_of(door, track), track, door) if drum else None
    reach = np.concatenate(lines)
    top = max(float(reach[:, 1].max()), shaft.z_in if shaft else 0.0) + (drum.widest_in if drum else 2.0)
    if asked.extension is not None:
        top = max(top, door.height_in + REAR_HANG_IN + 2.0)
    positions = np.asarray(asked.positions_in)
    pair = stack = None
    if asked.extension is not None:
        pair = pair_places(asked.extension.on(door.height_in), positions, float(reach[:, 0].max())).round(3)
    if asked.counterweight is not None and drum is not None and shaft is not None:
        plates = asked.counterweight.plates
        drawn = stack_places(asked.counterweight.on(drum, door.height_in, "counterweight."), plates.large + plates.small, positions, shaft)
        stack = drawn.round(3)
    rail = _rail(asked, positions) if asked.rail_in is not None else None
    return SideViewAnswer(
        lift=track.lift,
        tracks=[_places(line) for line in lines],
        shaft=shaft,
        drum_radius_in=drum.closed_radius_in if drum else 0.0,
        back_in=max(float(reach[:, 0].max()), rail.to_in if rail else 0.0),
        top_in=max(top, rail.z_in + 2.0 if rail else 0.0),
        joints=[_places(places) for places in joints],
        pair=None if pair is None else [_places(places) for places in pair],
        stack=None if stack is None else [_places(places) for places in stack],
        rail=rail,
        explains=[*([WAVES] if track.lift != "vertical" else []), *([STEP] if track.lift == "low_headroom" else [])],
    )


def _rail(asked: SideViewQuestion, positions_in: Floats) -> RailOut | None:
    """Where a rail goes over this door, with the arm one would use; nothing on a track no trolley's arm is worked out for."""
    try:
        travel = travel_of(asked.door, asked.track)
    except ContradictionError:
        return None
    height = travel.highest[0] + BRACKET_ABOVE_IN["sectional"]
    shortest, longest, use = arm_lengths(travel, height)
    if shortest > longest:
        return RailOut(z_in=height, to_in=asked.rail_in or 0.0, arm=[])
    arm = arm_of(travel, height, use)
    columns = (travel.pivot[:, 0], travel.pivot[:, 1], arm.trolley_x_in)
    x, z, trolley = (np.interp(positions_in, travel.positions_in, column).round(3).tolist() for column in columns)
    drawn = [[Place(x_in=at, z_in=up), Place(x_in=end, z_in=height)] for at, up, end in zip(x, z, trolley, strict=True)]
    return RailOut(z_in=height, to_in=asked.rail_in or 0.0, arm=drawn)


def _places(places: Floats) -> list[Place]:
    return [Place(x_in=x, z_in=z) for x, z in places.tolist()]
