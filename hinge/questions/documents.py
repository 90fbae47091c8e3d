"""The documents in: strict, with nothing unknown allowed and no default for what matters."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field, model_validator

from hinge.balance.fit import Hung
from hinge.balance.readings import Direction, HandForce, LetGo, Outcome, Reading
from hinge.door.sections import Door, build_door
from hinge.door.track import Lift, Track, build_track
from hinge.errors import BadInput
from hinge.sizing.ideal import require_drum
from hinge.sizing.picks import require_extension_track
from hinge.sizing.sets import Springs
from hinge.springs.counterbalance import Counterbalance, TorsionOnShaft
from hinge.springs.counterweight import LARGE_PLATE_LB, SMALL_PLATE_LB, Counterweight, Hub, build_hub, require_strap
from hinge.springs.drums import Drum, DrumKind, build_flat_drum, build_measured_drum, build_tapered_drum
from hinge.springs.extension import OPEN_STRETCH_IN, ExtensionPair, ExtensionSpring, build_extension_spring, build_pair, pair_of_class
from hinge.springs.torsion import DEAD_COILS, TorsionSpring, build_torsion
from hinge.springs.wire import DEFAULT_MATERIAL

Finite = Annotated[float, Field(allow_inf_nan=False)]
Positions = Annotated[list[Finite], Field(min_length=1, max_length=2000)]


def _needed(field: str, value: float | None) -> float:
    if value is None:
        raise BadInput(f"{field.rsplit('.', 1)[-1]} is needed.", field, None, "a number", "")
    return value


class Document(BaseModel):
    """A JSON document that refuses fields it does not know."""

    model_config = ConfigDict(extra="forbid", strict=True)


class DoorIn(Document):
    """A sectional door, sections from the bottom up; `extras_lb` is what hangs on each beyond its share: strut, glass, bracket."""

    height_in: Finite
    section_heights_in: list[Finite] | None = None
    section_weights_lb: list[Finite] | None = None
    section_count: int | None = None
    weight_lb: Finite | None = None
    extras_lb: list[Finite] | None = None

    def build(self) -> Door:
        heights, weights, extras = (
            tuple(column) if column else None for column in (self.section_heights_in, self.section_weights_lb, self.extras_lb)
        )
        return build_door(self.height_in, heights, weights, self.section_count, self.weight_lb, extras)


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
    """A drum and its cable: one diameter when flat, two and the turns of the taper when tapered, or as measured turn by turn."""

    kind: DrumKind
    cable_in: Finite
    diameter_in: Finite | None = None
    large_diameter_in: Finite | None = None
    taper_turns: Finite | None = None
    turns: Annotated[list[Finite], Field(max_length=60)] | None = None
    diameters_in: Annotated[list[Finite], Field(max_length=60)] | None = None

    def build(self, track: Track) -> Drum:
        if self.kind == "measured":
            return build_measured_drum(self.turns or [], self.diameters_in or [], self.cable_in)
        diameter = _needed("drum.diameter_in", self.diameter_in)
        if self.kind == "flat":
            return build_flat_drum(diameter, self.cable_in)
        wide, taper = _needed("drum.large_diameter_in", self.large_diameter_in), _needed("drum.taper_turns", self.taper_turns)
        used = track.high_lift_in if self.kind == "high_lift" and track.lift == "high" else None
        return build_tapered_drum(self.kind, diameter, wide, taper, self.cable_in, used)


class SpringIn(Document):
    """A kind of torsion spring and how many of it are on the shaft; the supplier's rate where its table was used."""

    wire_in: Finite
    inside_diameter_in: Finite
    length_in: Finite
    count: Annotated[int, Field(ge=1, le=4)]
    material: str = DEFAULT_MATERIAL
    dead_coils: Finite = DEAD_COILS
    table_rate_lbin_per_turn: Annotated[Finite, Field(gt=0)] | None = None

    def build(self, where: str) -> tuple[TorsionSpring, int]:
        spring = build_torsion(self.wire_in, self.inside_diameter_in, self.length_in, self.material, self.dead_coils, where)
        return replace(spring, table_rate_lbin_per_turn=self.table_rate_lbin_per_turn), self.count


Shaft = Annotated[list[SpringIn], Field(min_length=1, max_length=4)]


def build_springs(springs: list[SpringIn], where: str) -> Springs:
    """Each kind with its count; `where` names the list in errors."""
    return tuple(spring.build(f"{where}.{place}.") for place, spring in enumerate(springs))


class PhysicalSpringIn(Document):
    """One extension spring by its wire, outside diameter and coils."""

    wire_in: Finite
    outside_diameter_in: Finite
    coils: Finite
    initial_lb: Finite = 0.0
    material: str = DEFAULT_MATERIAL

    def build(self) -> ExtensionSpring:
        return build_extension_spring(self.wire_in, self.outside_diameter_in, self.coils, self.initial_lb, self.material)


class PairIn(Document):
    """An extension pair as set up: by its class, or by one of its springs."""

    class_lb: Finite | None = None
    spring: PhysicalSpringIn | None = None
    open_stretch_in: Finite = OPEN_STRETCH_IN

    @model_validator(mode="after")
    def _one_way(self) -> PairIn:
        if (self.class_lb is None) == (self.spring is None):
            raise ValueError("a pair is named by its class_lb or by one spring")
        return self

    def build(self, height_in: float) -> ExtensionPair:
        if self.spring is None:
            return pair_of_class(_needed("extension.class_lb", self.class_lb), height_in, self.open_stretch_in)
        spring = self.spring.build()
        return build_pair(spring.rate_lb_per_in, self.open_stretch_in, height_in, spring.initial_lb)


class HubIn(Document):
    """A strap hub with its strap, and the turns on it at closed."""

    core_radius_in: Finite
    strap_in: Finite
    turns: Finite

    def build(self) -> Hub:
        return build_hub(self.core_radius_in, self.strap_in, self.turns)


class PlatesIn(Document):
    """The plates of a stack: how many large and small, and what one of each weighs."""

    large: Annotated[int, Field(ge=0, le=400)]
    small: Annotated[int, Field(ge=0, le=400)]
    large_lb: Annotated[Finite, Field(ge=1, le=200)] = LARGE_PLATE_LB
    small_lb: Annotated[Finite, Field(ge=0.5, le=100)] = SMALL_PLATE_LB

    @property
    def weight_lb(self) -> float:
        return self.large * self.large_lb + self.small * self.small_lb


class StackIn(Document):
    """A counterweight as set up: its plates on its hub."""

    plates: PlatesIn
    hub: HubIn

    def build(self, drum: Drum, height_in: float) -> Counterweight:
        hub = self.hub.build()
        require_strap(hub, drum, height_in)
        if self.plates.weight_lb <= 0:
            raise BadInput("A stack has at least one plate.", "counterweight.plates", 0, "one plate or more", "")
        return Counterweight(self.plates.weight_lb, hub, drum, self.plates.small_lb)


class HungDoor(Document):
    """A door with what carries it, set up: wound torsion springs, an extension pair, or a counterweight."""

    door: DoorIn
    track: TrackIn
    drum: DrumIn | None = None
    springs: Shaft | None = None
    quarter_turns: Annotated[int, Field(ge=0, le=160)] | None = None
    extension: PairIn | None = None
    counterweight: StackIn | None = None

    @model_validator(mode="after")
    def _one_carrier(self) -> HungDoor:
        torsion = self.springs is not None or self.quarter_turns is not None
        if torsion + (self.extension is not None) + (self.counterweight is not None) != 1:
            raise ValueError("a door is carried by springs with quarter_turns, by an extension pair, or by a counterweight")
        missing = [name for name in ("drum", "springs", "quarter_turns") if torsion and getattr(self, name) is None]
        if self.counterweight is not None and self.drum is None:
            missing = ["drum"]
        if missing:
            raise ValueError(f"{', '.join(missing)} missing")
        return self

    @property
    def spring_count(self) -> int:
        """Springs on the shaft, for the wording; two for a pair."""
        return sum(spring.count for spring in self.springs or []) or 2

    def build(self) -> Hung:
        door, track = self.door.build(), self.track.build()
        return Hung(door, track, self._carrier(door, track))

    def _carrier(self, door: Door, track: Track) -> Counterbalance:
        if self.extension is not None:
            require_extension_track(track)
            return self.extension.build(door.height_in)
        assert self.drum is not None
        drum = self.drum.build(track)
        if self.counterweight is not None:
            return self.counterweight.build(drum, door.height_in)
        require_drum(track, drum)
        assert self.quarter_turns is not None
        rate = sum(spring.rate_lbin_per_turn * count for spring, count in build_springs(self.springs or [], "springs"))
        return TorsionOnShaft(rate, self.quarter_turns / 4, drum)


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
