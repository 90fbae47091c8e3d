"""What is on the door beside what belongs on it: like-for-like, advised, and the same rate in other wire."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from hinge.door.track import Track
from hinge.sizing.candidates import LEAST_ACTIVE_COILS, LEAST_INDEX
from hinge.sizing.search import SHAFT_CLEARANCE_IN, Wanted
from hinge.sizing.sets import DoorRequirements, Springs, SpringSet, evaluate_set, rate_of
from hinge.springs.torsion import SpringKind, length_for_rate
from hinge.springs.wire import material_named, stock
from hinge.text.marks import say_amount, say_size

HALF_INCH = 0.5
RIGHT_RATE, RIGHT_QUARTERS = 0.01, 1  # one per cent and one stroke are nothing in the hand; common practice
NEAREST_WIRES = 2  # on either side
# Springs with less of the turns than this are being wound or let down: how long they would last so says nothing.
WOUND = 0.5


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


@dataclass(frozen=True)
class LikeForLike:
    """Like-for-like in one meaning: its name, and the set judged as it would be wound."""

    name: str
    judged: SpringSet

    def why(self, on: DoorRequirements, track: Track) -> str:
        """What it would do on this door against its ideal, rate and turns, in a sentence that follows its figures."""
        like = self.judged
        off, turns_off = like.rate_error, like.quarter_turns - like.own_quarter_turns
        right_rate, right_turns = abs(off) <= RIGHT_RATE, abs(turns_off) <= RIGHT_QUARTERS
        if right_rate and right_turns:
            return f"{self.name}: right for this door."
        worst = f"{like.profile.hottest_words} and {like.profile.heaviest_words}"
        wants = "" if right_turns else f", {like.own_quarter_turns} would suit it"
        wound = f"wound {like.quarter_turns} quarter-turns it is {worst}{wants}"
        if right_rate:
            return f"{self.name}: the right rate, but {wound}."
        stronger = "stronger" if off > 0 else "weaker"
        rates = f"{say_size(like.rate_lbin_per_turn, 'lb·in', 1)} per turn against {say_amount(on.ideal.rate_lbin_per_turn, 'lb·in', 1)}"
        said = f"{self.name}: {abs(off) * 100:.0f} % {stronger} than this door wants ({rates}); {wound}."
        return f"{said} {LOW_HEADROOM}" if track.lift == "low_headroom" and off > 0 else said


LOW_HEADROOM = (
    "On low headroom the top section lies flat within the first inches, and springs matched at the floor are then too strong;"
    " the longer, weaker spring leaves the door resting on the floor with the difference."
)
SAME_AGAIN, OF_LARGER, OF_RATE = "The same again", "A pair of the larger old spring", "A pair with the old joint rate"


def like_for_like_of(there: SpringSet, on: DoorRequirements, quarter_turns: int | None = None) -> tuple[LikeForLike, ...]:
    """What like-for-like can mean for the set on the door, wound as the old one was.

    A matched set is itself. Of mismatched springs it is first what a person reorders from the one they recognise, the larger;
    then what would pull as the old ones did together. Without `quarter_turns` each is wound until it carries the whole door
    at the floor, as a turns chart for the door's height says. Both meanings: common practice, no source.
    """

    def like(name: str, springs: Springs) -> LikeForLike:
        floor_turns = float(on.need.lift_lb[0]) * on.drum.closed_radius_in / rate_of(springs)
        quarters = round(4 * floor_turns) if quarter_turns is None else quarter_turns
        return LikeForLike(name, evaluate_set(springs, on, quarters, there.duplex))

    if len(there.parts) == 1 or there.duplex:
        return (like(SAME_AGAIN, there.springs),)
    count = sum(part.count for part in there.parts)
    larger = max(there.springs, key=lambda spring: (spring.wire_in, spring.inside_diameter_in, spring.length_in))
    exact = _length(larger, there.rate_lbin_per_turn / count, larger.wire_in, larger.inside_diameter_in)
    of_rate = _cut(larger, larger.wire_in, larger.inside_diameter_in, exact, count)
    return like(OF_LARGER, (larger.model_copy(update={"count": count}),)), like(OF_RATE, (of_rate,))


def same_wire(like: SpringSet, on: DoorRequirements) -> SpringSet | None:
    """The wire and inside diameter of a matched set at the length that suits this door; nothing where none does."""
    if len(like.parts) > 1:
        return None
    spring = like.springs[0]
    exact = _length(spring, on.ideal.rate_lbin_per_turn / spring.count, spring.wire_in, spring.inside_diameter_in)
    if not stock().length_in[0] <= exact <= stock().length_in[-1]:
        return None
    return evaluate_set((_cut(spring, spring.wire_in, spring.inside_diameter_in, exact, spring.count),), on)


def alternatives(like: SpringSet, on: DoorRequirements, wanted: Wanted) -> tuple[Alternative, ...]:
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
            judged = evaluate_set((other,), on)
            clears = judged.parts[0].wound_inside_diameter_in >= wanted.shaft_diameter_in + SHAFT_CLEARANCE_IN
            if clears and judged.shaft_needed_in <= (wanted.shaft_length_in or np.inf):
                found.append(Alternative(other, exact, judged))
    return tuple(sorted(found, key=lambda one: -one.judged.weakest.life.likely))


def difference_words(there: SpringSet, advised: SpringSet) -> str:
    """What sets the advised set apart from what is on the door: its pull, and where that is wound its turns and its life."""
    off = advised.rate_lbin_per_turn / there.rate_lbin_per_turn - 1
    if {*advised.springs} == {*there.springs} and advised.quarter_turns == there.quarter_turns:
        return "The advised set is what hangs there."
    share = f"{abs(off) * 100:.0f}"
    pull = "as hard" if share == "0" else f"{share} % {'harder' if off > 0 else 'less'}"
    if there.quarter_turns < advised.quarter_turns * WOUND:
        return f"The advised set pulls {pull}{' as' if share == '0' else ' than'} what hangs there."
    more = advised.quarter_turns - there.quarter_turns
    turns = "the same turns" if more == 0 else f"{abs(more)} quarter-turn{'' if abs(more) == 1 else 's'} {'more' if more > 0 else 'fewer'}"
    times = advised.weakest.life.likely / there.weakest.life.likely
    as_long = f"{times:.1f} times as long" if times > 1 else f"{times * 100:.0f} % as long"
    lasts = "lasts about as long" if 0.8 <= times <= 1.25 else f"lasts about {as_long}"
    return f"The advised set pulls {pull}{' as' if share == '0' else ' than'} what hangs there, takes {turns} and {lasts}."
