"""What is on the door beside what belongs on it: like-for-like, advised, and the same rate in other wire."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from hinge.door.track import Track
from hinge.sizing.candidates import LEAST_ACTIVE_COILS
from hinge.sizing.search import SHAFT_CLEARANCE_IN, Wanted
from hinge.sizing.sets import Fixed, SpringSet, judge
from hinge.springs.torsion import TorsionSpring, length_for_rate
from hinge.springs.wire import material_named, stock

HALF_INCH = 0.5
NEAREST_WIRES = 2  # on either side


@dataclass(frozen=True)
class Alternative:
    """The same spring in another wire or inside diameter: length to the half inch [in] and the set judged with it."""

    spring: TorsionSpring
    exact_length_in: float
    judged: SpringSet


def same_rate(spring: TorsionSpring, wire_in: float, inside_diameter_in: float) -> tuple[TorsionSpring, float]:
    """The spring of another wire and inside diameter [in] that gives the same rate, and its exact length [in].

    The spring's own length is to the nearest half inch.
    """
    exact = length_for_rate(spring.rate_lbin_per_turn, wire_in, inside_diameter_in, material_named(spring.material), spring.dead_coils)
    return TorsionSpring(wire_in, inside_diameter_in, round(exact / HALF_INCH) * HALF_INCH, spring.material, spring.dead_coils), exact


def like_for_like(there: SpringSet, on: Fixed, quarter_turns: int | None = None) -> SpringSet:
    """A new matched set that does what the one on the door did when new: same joint rate, same count, wire of its largest share.

    A matched set is simply itself. It is wound as the old one was (`quarter_turns`), by default until it carries the
    whole door at the floor, as a turns chart for the door's height says.
    """
    floor_turns = float(on.need.lift_lb[0]) * on.drum.closed_radius_in / there.rate_lbin_per_turn
    quarters = round(4 * floor_turns) if quarter_turns is None else quarter_turns
    if len(there.parts) == 1 or there.duplex:
        return judge(there.springs, on, quarters, there.duplex)
    count = sum(part.count for part in there.parts)
    most = max(there.parts, key=lambda part: part.share)
    wire, inside = most.spring.wire_in, most.spring.inside_diameter_in
    each = TorsionSpring(
        wire, inside, most.spring.length_in, most.spring.material, most.spring.dead_coils, there.rate_lbin_per_turn / count
    )
    matched, _ = same_rate(each, wire, inside)
    return judge(((matched, count),), on, quarters)


def alternatives(like: SpringSet, on: Fixed, wanted: Wanted) -> tuple[Alternative, ...]:
    """The like-for-like rate in neighbouring wires and every stock inside diameter, those that fit, longest-lived first."""
    spring, count = like.springs[0]
    sizes = stock()
    nearest = np.argsort(np.abs(sizes.wire_in - spring.wire_in), kind="stable")[: 2 * NEAREST_WIRES + 1]
    found = []
    for wire in np.sort(sizes.wire_in[nearest]).tolist():
        for inside in sizes.inside_diameter_in.tolist():
            other, exact = same_rate(spring, wire, inside)
            same = (wire, inside) == (spring.wire_in, spring.inside_diameter_in)
            if same or other.active_coils < LEAST_ACTIVE_COILS or not sizes.length_in[0] <= other.length_in <= sizes.length_in[-1]:
                continue
            judged = judge(((other, count),), on)
            clears = judged.parts[0].wound_inside_diameter_in >= wanted.shaft_diameter_in + SHAFT_CLEARANCE_IN
            if clears and judged.shaft_needed_in <= (wanted.shaft_length_in or np.inf):
                found.append(Alternative(other, exact, judged))
    return tuple(sorted(found, key=lambda one: -one.judged.weakest.life.likely))


def why(like: SpringSet, advised: SpringSet, track: Track) -> str:
    """One or two sentences: what like-for-like would do on this door, and what the advised set does instead."""
    hot, heavy = -like.profile.worst_hot.force_lb, like.profile.worst_heavy.force_lb
    off = like.rate_lbin_per_turn / advised.rate_lbin_per_turn - 1
    if abs(off) <= 0.01:
        return "Like-for-like is right for this door."
    stronger = "stronger" if off > 0 else "weaker"
    said = (
        f"Like-for-like is {abs(off) * 100:.0f} % {stronger} than this door wants: "
        f"{hot:.0f} lb hot at the worst place and {heavy:.0f} lb heavy, "
        f"against {-advised.profile.worst_hot.force_lb:.0f} and {advised.profile.worst_heavy.force_lb:.0f} lb with the advised set."
    )
    if track.lift == "low_headroom" and off > 0:
        said += (
            " On low headroom the top section lies flat within the first inches, and springs matched at the floor are then too strong;"
            " the longer, weaker spring leaves the door resting on the floor with the difference."
        )
    return said
