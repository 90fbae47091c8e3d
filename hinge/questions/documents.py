"""The documents in: strict, with nothing unknown allowed and no default for what matters."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, model_validator

from hinge.balance.fit import Hung
from hinge.balance.readings import Direction, HandForce, LetGo, Outcome, Reading
from hinge.door.sections import Door, build_door
from hinge.door.track import Lift, Track, build_track
from hinge.springs.drums import FlatDrum, build_flat_drum
from hinge.springs.torsion import BAR_IN, DEAD_COILS, TorsionSpring, build_torsion
from hinge.springs.wire import DEFAULT_MATERIAL

Finite = Annotated[float, Field(allow_inf_nan=False)]
Positions = Annotated[list[Finite], Field(min_length=1, max_length=2000)]


class Document(BaseModel):
    """A JSON document that refuses fields it does not know."""

    model_config = ConfigDict(extra="forbid", strict=True)


class DoorIn(Document):
    """A sectional door, sections from the bottom up."""

    height_in: Finite
    section_heights_in: list[Finite] | None = None
    section_weights_lb: list[Finite] | None = None
    section_count: int | None = None
    weight_lb: Finite | None = None

    def build(self) -> Door:
        heights, weights = self.section_heights_in, self.section_weights_lb
        return build_door(
            self.height_in, tuple(heights) if heights else None, tuple(weights) if weights else None, self.section_count, self.weight_lb
        )


class StandardTrackIn(Document):
    """A standard-lift track with a level run."""

    lift: Literal["standard"]
    radius_in: Finite
    rise_in: Finite | None = None

    def build(self) -> Track:
        return build_track(self.radius_in, self.rise_in)


class TrackIn(Document):
    """A track of any lift."""

    lift: Lift
    radius_in: Finite
    rise_in: Finite | None = None
    high_lift_in: Finite | None = None
    ease_in: Finite | None = None
    pitch_deg: Finite = 0.0

    def build(self) -> Track:
        return build_track(self.radius_in, self.rise_in, self.lift, self.high_lift_in, self.ease_in, self.pitch_deg)


class DrumIn(Document):
    """A flat drum and its cable."""

    kind: Literal["flat"]
    diameter_in: Finite
    cable_in: Finite

    def build(self) -> FlatDrum:
        return build_flat_drum(self.diameter_in, self.cable_in)


class SpringIn(Document):
    """A kind of torsion spring and how many of it are on the shaft."""

    wire_in: Finite
    inside_diameter_in: Finite
    length_in: Finite
    count: Annotated[int, Field(ge=1, le=4)]
    material: str = DEFAULT_MATERIAL
    dead_coils: Finite = DEAD_COILS

    def build(self, where: str) -> tuple[TorsionSpring, int]:
        spring = build_torsion(self.wire_in, self.inside_diameter_in, self.length_in, self.material, self.dead_coils, where)
        return spring, self.count


class LiftQuestion(Document):
    """What lift does this door need at these positions?"""

    door: DoorIn
    track: TrackIn
    positions_in: Positions


class TorsionQuestion(Document):
    """What does this torsion spring give?"""

    wire_in: Finite
    inside_diameter_in: Finite
    length_in: Finite
    material: str = DEFAULT_MATERIAL
    dead_coils: Finite = DEAD_COILS
    turns: Finite | None = None
    bar_in: Finite = BAR_IN


class SizeOptions(Document):
    """What narrows the search."""

    rate_tolerance: Finite = 0.03
    shaft_diameter_in: Finite = 1.0
    shaft_length_in: Finite | None = None
    material: str = DEFAULT_MATERIAL
    most: int = 24


class SizeQuestion(Document):
    """Which springs carry this door? `on_door` is judged the same way where it is given."""

    door: DoorIn
    track: TrackIn
    drum: DrumIn
    cycles: Finite
    options: SizeOptions = SizeOptions()
    on_door: Annotated[list[SpringIn], Field(max_length=4)] | None = None


class HungDoor(Document):
    """A door with its springs, wound."""

    door: DoorIn
    track: TrackIn
    drum: DrumIn
    springs: Annotated[list[SpringIn], Field(min_length=1, max_length=4)]
    quarter_turns: Annotated[int, Field(ge=0, le=120)]

    def build(self) -> Hung:
        built = [spring.build(f"springs.{place}.") for place, spring in enumerate(self.springs)]
        rate = sum(spring.rate_lbin_per_turn * count for spring, count in built)
        return Hung(self.door.build(), self.track.build(), self.drum.build(), rate, self.quarter_turns / 4)


class BalanceQuestion(HungDoor):
    """What hand force does this door want at these positions?"""

    positions_in: Positions


class ReadingIn(Document):
    """One reading: an `outcome` when let go, or a `force_lb` with its `direction`."""

    height_in: Finite
    outcome: Outcome | None = None
    force_lb: Finite | None = None
    direction: Direction | None = None

    @model_validator(mode="after")
    def _one_kind(self) -> ReadingIn:
        let_go = self.outcome is not None and self.force_lb is None and self.direction is None
        hand = self.outcome is None and self.force_lb is not None and self.direction is not None
        if not (let_go or hand):
            raise ValueError("a reading is either an outcome, or a force_lb with its direction")
        return self

    def build(self) -> Reading:
        if self.outcome is not None:
            return LetGo(self.height_in, self.outcome)
        assert self.force_lb is not None
        assert self.direction is not None
        return HandForce(self.height_in, self.force_lb, self.direction)


class TrimQuestion(HungDoor):
    """What do these readings say, and what to do about it?"""

    readings: Annotated[list[ReadingIn], Field(max_length=60)]
    weight_sd_lb: Annotated[float, Field(gt=0.1, le=500)] | None = None


class BuildIn(Document):
    """A door whose weight may be unknown: its height and sections; the scale's reading where there is one."""

    height_in: Finite
    section_count: int | None = None
    section_heights_in: list[Finite] | None = None
    scale_weight_lb: Finite | None = None

    def build(self) -> Door:
        heights = tuple(self.section_heights_in) if self.section_heights_in else None
        # The ideal rate is proportional to weight: without a scale any weight gives the same sprung weight.
        return build_door(self.height_in, heights, None, self.section_count, self.scale_weight_lb or 100.0)


class CarriesQuestion(Document):
    """What door do these springs carry?"""

    door: BuildIn
    track: TrackIn
    drum: DrumIn
    springs: Annotated[list[SpringIn], Field(min_length=1, max_length=4)]


class IdentifyQuestion(Document):
    """Which wire is this? With inside diameter and length, what one size wrong would do to the rate."""

    ten_coils_in: Finite | None = None
    twenty_coils_in: Finite | None = None
    inside_diameter_in: Finite | None = None
    length_in: Finite | None = None
    material: str = DEFAULT_MATERIAL


class SideViewQuestion(Document):
    """Where is everything, seen from the side, for drawing?"""

    door: DoorIn
    track: StandardTrackIn
    drum: DrumIn
    positions_in: Positions
