"""A set of torsion springs judged on a door: each spring's share, stress and life, and the whole set's balance."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.errors import ContradictionError
from hinge.sizing.evaluate import Need, Profile, need_of
from hinge.sizing.ideal import Conditions, Ideal, conditions
from hinge.springs.counterbalance import TorsionOnShaft
from hinge.springs.drums import DrumProfile
from hinge.springs.life import Life, life_range
from hinge.springs.torsion import SpringKind, bending_stress, wound_inside_diameter, wound_length
from hinge.springs.wire import material_named
from hinge.text.marks import number, say_size

CONES_AND_BEARING_IN = 6.0  # cones, centre bearing and a finger's room; common practice, no source
INNER_CLEARANCE_IN = 0.125  # between the springs of a duplex; estimate

Springs = tuple[SpringKind, ...]


@dataclass(frozen=True)
class DoorRequirements:
    """What stays the same while sets are tried on a door: its conditions, its need along the travel, and the drum."""

    door: Door
    drum: DrumProfile
    conditions: Conditions
    need: Need
    ideal: Ideal


@dataclass(frozen=True)
class SetPart:
    """One kind of spring in a set; `share` is what all of this kind carry of the whole torque."""

    spring: SpringKind
    share: float
    torque_lbin: float
    stress_psi: float
    life: Life
    wound_length_in: float
    wound_inside_diameter_in: float

    @property
    def count(self) -> int:
        """How many of this kind."""
        return self.spring.count


@dataclass(frozen=True)
class SpringSet:
    """A set judged against a door. `rate_error` is a share of the ideal rate; `own_quarter_turns` what suits it, however it is wound."""

    parts: tuple[SetPart, ...]
    duplex: bool
    rate_lbin_per_turn: float
    rate_error: float
    quarter_turns: int
    own_quarter_turns: int
    profile: Profile
    reasons: tuple[str, ...] = ()
    in_van: bool = False

    @property
    def weakest(self) -> SetPart:
        """The spring that breaks first: the set lasts as long as it does."""
        return min(self.parts, key=lambda part: part.life.likely)

    @property
    def springs(self) -> Springs:
        """Each kind with its count."""
        return tuple(part.spring for part in self.parts)

    @property
    def shaft_needed_in(self) -> float:
        """Room the wound set takes on the shaft [in]; an inner spring takes none of its own."""
        return shaft_needed(self.parts, self.duplex)


def requirements_of(door: Door, track: Track, drum: DrumProfile) -> DoorRequirements:
    """What any set on this door is judged by. Raises what `conditions` raises."""
    need = conditions(door, track, drum)
    return DoorRequirements(door, drum, need, need_of(door, track), need.ideal())


def rate_of(springs: Springs) -> float:
    """Joint rate of springs on one shaft [lb·in/turn]: rates add."""
    return sum(spring.rate_lbin_per_turn * spring.count for spring in springs)


def evaluate_set(springs: Springs, on: DoorRequirements, quarter_turns: int | None = None, duplex: bool = False) -> SpringSet:
    """Judge springs on one shaft, all turning together.

    Parameters: each kind of spring with its count; `quarter_turns` wound, by default what suits the set;
    `duplex` where the second kind sits inside the first. Raises ContradictionError when it cannot.
    """
    if duplex:
        _nests(springs)
    total = rate_of(springs)
    own = round(float(on.conditions.turns_for(total)) * 4)
    quarters = own if quarter_turns is None else quarter_turns
    parts = tuple(_part(spring, quarters / 4, total) for spring in springs)
    profile = on.need.profile(TorsionOnShaft(total, quarters / 4, on.drum))
    return SpringSet(parts, duplex, total, total / on.ideal.rate_lbin_per_turn - 1, quarters, own, profile)


def lives(springs: Springs, quarter_turns: float) -> list[Life]:
    """The life [cycles] of each kind of spring on one shaft, so wound."""
    total = rate_of(springs)
    return [_part(spring, quarter_turns / 4, total).life for spring in springs]


def require_room(on_shaft: SpringSet, shaft_length_in: float) -> None:
    """Refuse springs that are longer, wound, than the room on the shaft [in]. Raises ContradictionError."""
    if on_shaft.shaft_needed_in > shaft_length_in:
        raise ContradictionError(
            f"These springs take {say_size(round(on_shaft.shaft_needed_in, 1), 'in')} of shaft wound, with cones and bearing; "
            f"there are {say_size(shaft_length_in, 'in')}.",
            "on_door",
            round(on_shaft.shaft_needed_in, 1),
            f"up to {number(shaft_length_in)}",
            "in",
        )


def shaft_needed(parts: tuple[SetPart, ...], duplex: bool) -> float:
    """Room on the shaft [in] for wound springs with their cones and bearing."""
    beside = parts[:1] if duplex else parts
    return sum(part.count * part.wound_length_in for part in beside) + CONES_AND_BEARING_IN


def _part(spring: SpringKind, turns: float, total: float) -> SetPart:
    torque = spring.rate_lbin_per_turn * turns
    stress = float(bending_stress(torque, spring.wire_in))
    return SetPart(
        spring,
        spring.rate_lbin_per_turn * spring.count / total,
        torque,
        stress,
        life_range(max(stress, 1.0), spring.wire_in, material_named(spring.material)),
        float(wound_length(spring.length_in, spring.wire_in, turns)),
        float(wound_inside_diameter(spring.wire_in, spring.inside_diameter_in, spring.active_coils, np.asarray(turns))),
    )


def _nests(springs: Springs) -> None:
    if len(springs) != 2 or springs[0].count != springs[1].count:
        raise ContradictionError("A duplex is as many inner springs as outer ones.", "duplex", True, "two kinds of equal count", "")
    outer, inner = springs
    inner_outside = inner.inside_diameter_in + 2 * inner.wire_in
    if inner_outside + INNER_CLEARANCE_IN > outer.inside_diameter_in:
        raise ContradictionError(
            f"A spring of {say_size(inner_outside, 'in')} outside does not go into one of "
            f"{say_size(outer.inside_diameter_in, 'in')} inside.",
            "duplex",
            inner_outside,
            f"up to {number(outer.inside_diameter_in - INNER_CLEARANCE_IN)}",
            "in",
        )
