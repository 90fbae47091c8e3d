"""What is on the door beside what belongs on it: like-for-like, advised, and the same rate in other wire."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from hinge.door.track import Track
from hinge.sizing.candidates import LEAST_ACTIVE_COILS, LEAST_INDEX
from hinge.sizing.search import SHAFT_CLEARANCE_IN, Wanted
from hinge.sizing.sets import Fixed, SpringSet, judge
from hinge.springs.torsion import SpringKind, length_for_rate
from hinge.springs.wire import material_named, stock

HALF_INCH = 0.5
RIGHT_RATE, RIGHT_QUARTERS = 0.01, 1  # one per cent and one stroke are nothing in the hand; common practice
NEAREST_WIRES = 2  # on either side


@dataclass(frozen=True)
class Alternative:
    """The same spring in another wire or inside diameter: length to the half inch [in] and the set judged with it."""

    spring: SpringKind
    exact_length_in: float
    judged: SpringSet


def _length(like: SpringKind, rate_lbin_per_turn: float, wire_in: float, inside_diameter_in: float) -> float:
    return length_for_rate(rate_lbin_per_turn, wire_in, inside_diameter_in, material_named(like.material), like.dead_coils)


def _cut(like: SpringKind, wire_in: float, inside_diameter_in: float, exact_in: float, count: int) -> SpringKind:
    """A spring of the same material and cones, cut to the half inch, never shorter than it can be wound."""
    shortest = (like.dead_coils + LEAST_ACTIVE_COILS) * wire_in
    length = min(max(round(exact_in / HALF_INCH) * HALF_INCH, shortest), 300.0)
    sizes = {"wire_in": wire_in, "inside_diameter_in": inside_diameter_in, "length_in": length}
    return SpringKind(**sizes, material=like.material, dead_coils=like.dead_coils, count=count)


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
    most = max(there.parts, key=lambda part: part.share).spring
    exact = _length(most, there.rate_lbin_per_turn / count, most.wire_in, most.inside_diameter_in)
    return judge((_cut(most, most.wire_in, most.inside_diameter_in, exact, count),), on, quarters)


def alternatives(like: SpringSet, on: Fixed, wanted: Wanted) -> tuple[Alternative, ...]:
    """The like-for-like rate in neighbouring wires and every stock inside diameter, those that fit, longest-lived first."""
    spring = like.springs[0]
    sizes = stock()
    nearest = np.argsort(np.abs(sizes.wire_in - spring.wire_in), kind="stable")[: 2 * NEAREST_WIRES + 1]
    found = []
    for wire in np.sort(sizes.wire_in[nearest]).tolist():
        for inside in sizes.inside_diameter_in.tolist():
            exact = _length(spring, spring.rate_lbin_per_turn, wire, inside)
            coils, same = exact / wire - spring.dead_coils, (wire, inside) == (spring.wire_in, spring.inside_diameter_in)
            made = coils >= LEAST_ACTIVE_COILS and inside / wire + 1 >= LEAST_INDEX
            if same or not made or not sizes.length_in[0] <= exact <= sizes.length_in[-1]:
                continue
            other = _cut(spring, wire, inside, exact, spring.count)
            judged = judge((other,), on)
            clears = judged.parts[0].wound_inside_diameter_in >= wanted.shaft_diameter_in + SHAFT_CLEARANCE_IN
            if clears and judged.shaft_needed_in <= (wanted.shaft_length_in or np.inf):
                found.append(Alternative(other, exact, judged))
    return tuple(sorted(found, key=lambda one: -one.judged.weakest.life.likely))


def why(like: SpringSet, advised: SpringSet, track: Track) -> str:
    """What like-for-like would do on this door against its ideal, and what the advised set does instead."""
    off, turns_off = like.rate_error, like.quarter_turns - like.own_quarter_turns
    right_rate, right_turns = abs(off) <= RIGHT_RATE, abs(turns_off) <= RIGHT_QUARTERS
    if right_rate and right_turns:
        return "Like-for-like is right for this door."
    worst = f"{like.profile.hottest_words} and {like.profile.heaviest_words}"
    instead = f"with the advised set {advised.profile.hottest_words} and {advised.profile.heaviest_words}"
    if right_rate:
        return (
            f"Like-for-like has the right rate, but wound {like.quarter_turns} quarter-turns as the old set was it is {worst}; "
            f"this door wants {like.own_quarter_turns}."
        )
    stronger = "stronger" if off > 0 else "weaker"
    said = f"Like-for-like is {abs(off) * 100:.0f} % {stronger} than this door wants: {worst}; {instead}."
    if track.lift == "low_headroom" and off > 0:
        said += (
            " On low headroom the top section lies flat within the first inches, and springs matched at the floor are then too strong;"
            " the longer, weaker spring leaves the door resting on the floor with the difference."
        )
    return said
