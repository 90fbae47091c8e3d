"""The documents out."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from hinge.balance.advice import Kind
from hinge.questions.documents import SpringIn
from hinge.sizing.carries import Verdict


class LiftAnswer(BaseModel):
    """Required lift at each position asked for."""

    required_lift_lb: list[float]


class LifeOut(BaseModel):
    """Cycles to break."""

    low: float
    likely: float
    high: float


class TorsionAnswer(BaseModel):
    """What the spring gives; the second half only where turns were given."""

    rate_lbin_per_turn: float
    active_coils: float
    torque_lbin: float | None = None
    stress_psi: float | None = None
    inner_stress_psi: float | None = None
    life_cycles: LifeOut | None = None
    stress_over_published_at_1e5: float | None = None
    wound_length_in: float | None = None
    wound_inside_diameter_in: float | None = None
    energy_ftlb: float | None = None
    bar_force_lb: float | None = None
    bar_in: float | None = None


class IdealOut(BaseModel):
    """The rate and turns that meet both conditions."""

    rate_lbin_per_turn: float
    turns: float
    quarter_turns: int


class ProfileOut(BaseModel):
    """Net hand force along the travel; positive = heavy."""

    positions_in: list[float]
    net_hand_force_lb: list[float]


class SetOut(BaseModel):
    """A set judged against the door."""

    springs: list[SpringIn]
    rate_lbin_per_turn: float
    rate_error: float
    quarter_turns: int
    stress_psi: float
    life_cycles: LifeOut
    worst_hot_lb: float
    worst_hot_height_in: float
    worst_heavy_lb: float
    worst_heavy_height_in: float
    torque_lbin: float
    bar_force_lb: float
    bar_in: float
    wound_length_in: float
    energy_ftlb: float
    reasons: list[str]
    profile: ProfileOut


class SizeAnswer(BaseModel):
    """The ideal, the sets best first, how many there were, what is on the door now, and usual friction."""

    ideal: IdealOut
    found: int
    sets: list[SetOut]
    on_door: SetOut | None = None
    usual_friction_lb: float


class BalanceAnswer(BaseModel):
    """Net hand force at each position asked for; positive = heavy, negative = hot."""

    net_hand_force_lb: list[float]


class EstimateOut(BaseModel):
    """A fitted number with its 95 % range."""

    likely: float
    low: float
    high: float


class AdviceOut(BaseModel):
    """What to do next."""

    kind: Kind
    quarter_turns_per_spring: int
    sentence: str
    next_height_in: float | None = None


class TrimAnswer(BaseModel):
    """The fit and the advice; `fitted` is the balance line the readings suggest."""

    weight_lb: EstimateOut
    turn_error: EstimateOut
    friction_lb: EstimateOut
    advice: AdviceOut
    fitted: ProfileOut


class CarriesAnswer(BaseModel):
    """The weight these springs are right for; the verdict only against a scale reading."""

    rate_lbin_per_turn: float
    sprung_weight_lb: float
    quarter_turns: int
    difference: float | None = None
    verdict: Verdict | None = None


class WireOut(BaseModel):
    """A standard wire and how likely it is."""

    wire_in: float
    chance: float


class NeighbourOut(BaseModel):
    """A wire one size off, and its rate over that of the likeliest wire, less one."""

    wire_in: float
    rate_error: float | None = None


class IdentifyAnswer(BaseModel):
    """The wire read, the likely standard sizes best first, and what one size wrong would do."""

    measured_wire_in: float
    candidates: list[WireOut]
    sure: bool
    neighbours: list[NeighbourOut]
    rate_lbin_per_turn: float | None = None


class PlaceOut(BaseModel):
    """A place seen from the side: x into the garage, z above the floor."""

    x_in: float
    z_in: float


class SideViewAnswer(BaseModel):
    """The track as vertical, bend and level run; the joints at each position; the shaft and drum."""

    kind: Literal["standard"]
    vertical_in: float
    radius_in: float
    level_to_in: float
    shaft: PlaceOut
    drum_radius_in: float
    joints: list[list[PlaceOut]]
