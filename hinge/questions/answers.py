"""Documents out that several answers share."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from hinge.sizing.evaluate import Profile
from hinge.sizing.sets import SetPart, SpringSet
from hinge.springs.life import Life
from hinge.springs.torsion import BAR_IN, SpringKind, bar_force, stored_energy
from hinge.springs.use import Use, Years, years_of
from hinge.springs.words import cycles_range, cycles_words, set_id, set_words, share_words, spring_words, turns_words, years_words
from hinge.text.marks import say_length, say_size

RATE_HOLDS = 0.03  # a rate this near its ideal is held by friction; the search's own tolerance


class IdealOut(BaseModel):
    """The rate and turns that meet both conditions."""

    rate_lbin_per_turn: float
    turns: float
    quarter_turns: int


class ProfileOut(BaseModel):
    """Net hand force along the travel; positive = heavy. The same without its waves. Where it is worst."""

    positions_in: list[float]
    net_hand_force_lb: list[float]
    smoothed_lb: list[float]
    worst_hot_lb: float
    worst_hot_height_in: float
    worst_heavy_lb: float
    worst_heavy_height_in: float
    hottest: str
    heaviest: str


class SetSaid(BaseModel):
    """A set in words: what it is, its rate against the ideal, life, turns, worst places, and why it stands where it stands."""

    springs: str
    turns: str
    rate: str
    rate_kind: Literal["holds", "heavy", "hot"]
    cycles: str
    life: str
    hottest: str
    heaviest: str
    worst: str
    why: list[str]


class PartOut(BaseModel):
    """One kind of spring in a set; `share` is what all of this kind carry of the torque, `share_each` one of them."""

    words: str
    share: float
    share_each: float
    life_words: str
    torque_lbin: float
    stress_psi: float
    life_cycles: Life
    wound_length_in: float
    wound_inside_diameter_in: float
    energy_ftlb: float
    formula_rate_lbin_per_turn: float
    table_rate_lbin_per_turn: float | None = None
    table_difference: float | None = None


class SetOut(BaseModel):
    """A set judged against the door. Life and stress are those of its weakest spring; the bar turns one cone.

    `id` is its short name, the same on every door; `said` what is said of it.
    """

    id: str
    said: SetSaid
    springs: list[SpringKind]
    parts: list[PartOut]
    duplex: bool
    in_van: bool
    rate_lbin_per_turn: float
    rate_error: float
    quarter_turns: int
    stress_psi: float
    life_cycles: Life
    life_years: Years | None = None
    worst_hot_lb: float
    worst_hot_height_in: float
    worst_heavy_lb: float
    worst_heavy_height_in: float
    torque_lbin: float
    bar_force_lb: float
    bar_in: float
    wound_length_in: float
    shaft_needed_in: float
    energy_ftlb: float
    reasons: list[str]
    profile: ProfileOut


def profile_out(line: Profile) -> ProfileOut:
    """A profile as a document."""
    hot, heavy = line.worst_hot, line.worst_heavy
    return ProfileOut(
        positions_in=line.positions_in.tolist(),
        net_hand_force_lb=line.net_lb.round(3).tolist(),
        smoothed_lb=line.smoothed_lb.round(3).tolist(),
        worst_hot_lb=hot.force_lb,
        worst_hot_height_in=hot.height_in,
        worst_heavy_lb=heavy.force_lb,
        worst_heavy_height_in=heavy.height_in,
        hottest=line.hottest_words,
        heaviest=line.heaviest_words,
    )


def set_out(one: SpringSet, use: Use | None = None) -> SetOut:
    """A judged set as a document, with its years in a household where that is known."""
    weakest, parts, line = one.weakest, [_part_out(part, one.quarter_turns / 4) for part in one.parts], profile_out(one.profile)
    # A cone of a duplex turns both its springs; side by side the strongest spring is the hardest to wind.
    torque = sum(part.torque_lbin for part in one.parts) if one.duplex else max(part.torque_lbin for part in one.parts)
    years = years_of(weakest.life, use) if use else None
    return SetOut(
        id=set_id(one.springs, one.duplex),
        said=_said(one, parts, torque, years),
        springs=list(one.springs),
        parts=parts,
        duplex=one.duplex,
        in_van=one.in_van,
        rate_lbin_per_turn=one.rate_lbin_per_turn,
        rate_error=one.rate_error,
        quarter_turns=one.quarter_turns,
        stress_psi=weakest.stress_psi,
        life_cycles=weakest.life,
        life_years=years,
        worst_hot_lb=line.worst_hot_lb,
        worst_hot_height_in=line.worst_hot_height_in,
        worst_heavy_lb=line.worst_heavy_lb,
        worst_heavy_height_in=line.worst_heavy_height_in,
        torque_lbin=torque,
        bar_force_lb=bar_force(torque, BAR_IN),
        bar_in=BAR_IN,
        wound_length_in=max(part.wound_length_in for part in one.parts),
        shaft_needed_in=one.shaft_needed_in,
        energy_ftlb=max(part.energy_ftlb for part in parts),
        reasons=list(one.reasons),
        profile=line,
    )


def _said(one: SpringSet, parts: list[PartOut], torque_lbin: float, years: Years | None) -> SetSaid:
    narrowest = min(part.wound_inside_diameter_in for part in one.parts)
    why = [
        f"Bar force {say_size(bar_force(torque_lbin, BAR_IN), 'lb', 0)} at {say_size(BAR_IN, 'in')} along the bar; "
        f"{say_size(max(part.energy_ftlb for part in parts), 'ft·lb', 0)} in a wound spring.",
        f"Takes {say_length(one.shaft_needed_in)} of shaft; inside, wound, {say_size(narrowest, 'in', 2)}.",
    ]
    why += [
        f"Supplier's rate {part.table_rate_lbin_per_turn:.2f}, formula {part.formula_rate_lbin_per_turn:.2f} "
        f"({share_words(part.table_difference or 0.0)})."
        for part in parts
        if part.table_rate_lbin_per_turn is not None
    ]
    kind: Literal["holds", "heavy", "hot"] = "holds" if abs(one.rate_error) <= RATE_HOLDS else "hot" if one.rate_error > 0 else "heavy"
    return SetSaid(
        springs=set_words(one.springs, one.duplex),
        turns=turns_words(one.quarter_turns),
        rate=share_words(one.rate_error) + {"holds": "", "hot": " ▲", "heavy": " ▼"}[kind],
        rate_kind=kind,
        cycles=cycles_range(one.weakest.life),
        life=", ".join([cycles_words(one.weakest.life), *([years_words(years)] if years else [])]),
        hottest=one.profile.hottest_words,
        heaviest=one.profile.heaviest_words,
        worst=f"▲ {max(-one.profile.worst_hot.force_lb, 0):.0f} ▼ {max(one.profile.worst_heavy.force_lb, 0):.0f}",
        why=[*one.reasons[1:], *why],
    )


def _part_out(part: SetPart, turns: float) -> PartOut:
    return PartOut(
        words=spring_words(part.spring),
        life_words=cycles_words(part.life),
        share=part.share,
        share_each=part.share / part.count,
        torque_lbin=part.torque_lbin,
        stress_psi=part.stress_psi,
        life_cycles=part.life,
        wound_length_in=part.wound_length_in,
        wound_inside_diameter_in=part.wound_inside_diameter_in,
        energy_ftlb=stored_energy(part.spring.rate_lbin_per_turn, turns),
        formula_rate_lbin_per_turn=part.spring.formula_rate_lbin_per_turn,
        table_rate_lbin_per_turn=part.spring.table_rate_lbin_per_turn,
        table_difference=part.spring.table_difference,
    )
