"""Which wire is this? From readings across ten and twenty coils to standard sizes with their chances."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from hinge.arrays import Floats
from hinge.errors import BadInputError, ContradictionError
from hinge.text.marks import say_size

READING_SD_IN = 1 / 32  # a tape read to the nearest sixteenth, by hand; common practice
DISAGREE_SD = 3.0
SURE, TELLING = 0.9, 0.02


@dataclass(frozen=True)
class Candidate:
    """A standard wire [in] and how likely it is."""

    wire_in: float
    chance: float


@dataclass(frozen=True)
class Identified:
    """The mean wire read [in], the likely sizes best first, and whether the first is sure."""

    measured_wire_in: float
    candidates: tuple[Candidate, ...]
    sure: bool


def identify_wire(coils_in: dict[int, float], sizes_in: Floats, reading_sd_in: float = READING_SD_IN) -> Identified:
    """Name the standard wire behind readings across so many relaxed, touching coils.

    Parameters: `coils_in` coil count to length [in]; `sizes_in` standard wires [in]; `reading_sd_in` how
    far a reading may be off [in]. Returns sizes with chances that add to 1 over all standard sizes.
    Raises BadInputError without a reading, ContradictionError when two readings disagree or no size comes near.
    """
    if not coils_in:
        raise BadInputError("Read across 10 or 20 coils first.", "ten_coils_in", None, "a reading in inches", "in")
    counts, lengths = np.array(list(coils_in)), np.array(list(coils_in.values()))
    wire_sd = reading_sd_in / counts
    each = lengths / counts
    mean = float(np.average(each, weights=wire_sd**-2))
    if (np.abs(each - mean) > DISAGREE_SD * wire_sd).any():
        told = " and ".join(f"{say_size(float(wire), 'in')} over {count} coils" for wire, count in zip(each, counts, strict=True))
        raise ContradictionError(
            f"The readings disagree: {told}. Read both again on a clean part with coils touching.", "twenty_coils_in", None
        )
    sd = float(np.sum(wire_sd**-2.0) ** -0.5)
    off = (sizes_in - mean) / sd
    if np.abs(off).min() > 4:
        nearest = float(sizes_in[np.argmin(np.abs(off))])
        raise ContradictionError(
            f"No standard wire is near {say_size(mean, 'in')}; the nearest is {say_size(nearest, 'in')}.",
            "ten_coils_in",
            mean,
            "a standard size",
            "in",
        )
    chance = np.exp(-0.5 * off**2)
    chance /= chance.sum()
    order = np.argsort(-chance, kind="stable")
    likely = tuple(Candidate(float(sizes_in[at]), float(chance[at])) for at in order if chance[at] >= TELLING)
    return Identified(mean, likely, likely[0].chance >= SURE)


def neighbours(wire_in: float, sizes_in: Floats) -> tuple[float, ...]:
    """The standard sizes [in] just below and above a wire [in]."""
    below, above = sizes_in[sizes_in < wire_in - 1e-9], sizes_in[sizes_in > wire_in + 1e-9]
    return tuple(float(one) for one in (*below[-1:], *above[:1]))
