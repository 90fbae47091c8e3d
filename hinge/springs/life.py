"""How many cycles a spring lasts, always as a range."""

from __future__ import annotations

from dataclasses import dataclass
from typing import cast

import numpy as np

from hinge.arrays import Floats
from hinge.springs.wire import Material, tensile_strength

# The line runs through the trade's "10 000-cycle" working stress (common practice; memory).
KNEE_CYCLES = 10_000.0
KNEE_STRESS_RATIO = 1.14
SLOPE = 4.1
SCATTER = 1.3  # low = likely / 1.3, high = likely × 1.3; estimate from how springs of one batch vary
LONGEST_CYCLES = 1_000_000.0  # beyond this the line is not used; other things wear out first
# The lowest rating garage-door springs are sold with; beyond the stress it stands for the line tells nothing: the wire takes a
# set, or breaks while it is wound. Common practice, no source.
LEAST_CYCLES = 5_000.0
PUBLISHED_1E5_RATIO = 0.53  # Kᵢ·σ / S_ut at 10⁵ cycles, Shigley's table for torsion springs (memory)


@dataclass(frozen=True)
class Life:
    """Cycles to break: low end, likely, high end."""

    low: float
    likely: float
    high: float


def likely_cycles(stress_psi: float | Floats, wire_in: float | Floats, material: Material) -> Floats:
    """Likely cycles to break at a nominal stress [psi], N = 10 000·(1.14·S_ut/σ)^4.1, capped at a million."""
    strength = tensile_strength(np.asarray(wire_in, dtype=float), material)
    with np.errstate(divide="ignore"):
        cycles = KNEE_CYCLES * (KNEE_STRESS_RATIO * strength / np.asarray(stress_psi)) ** SLOPE
    return cast(Floats, np.minimum(cycles, LONGEST_CYCLES))


def life_range(stress_psi: float, wire_in: float, material: Material) -> Life:
    """Life of one spring as a range [cycles] from its nominal stress [psi] and wire [in]."""
    likely = float(likely_cycles(stress_psi, wire_in, material))
    return Life(likely / SCATTER, likely, likely * SCATTER)


def working_limit(wire_in: float | Floats, material: Material) -> Floats:
    """The nominal stress [psi] a spring is wound to at most, where it likely lasts the lowest rating sold; `wire_in` [in]."""
    strength = tensile_strength(np.asarray(wire_in, dtype=float), material)
    return cast(Floats, KNEE_STRESS_RATIO * strength * (KNEE_CYCLES / LEAST_CYCLES) ** (1 / SLOPE))


def distance_from_published(wire_in: float, material: Material, inner_fibre: float) -> float:
    """Our stress at 10⁵ cycles over the published limit [1 = the same] for this wire [in].

    Over 1 says that the trade's line expects more of the wire than the published table does.
    """
    strength = float(tensile_strength(np.asarray(wire_in), material))
    ours = KNEE_STRESS_RATIO * strength * (KNEE_CYCLES / 1e5) ** (1 / SLOPE)
    return float(ours * inner_fibre / (PUBLISHED_1E5_RATIO * strength))
