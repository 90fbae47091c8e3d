"""The sentences of the advice, for each kind of counterbalance."""

from __future__ import annotations

from hinge.balance.fit import Hung
from hinge.door.sections import Door
from hinge.errors import HingeError
from hinge.sizing.ideal import conditions
from hinge.springs.counterbalance import StepKind, TorsionOnShaft
from hinge.springs.extension import ExtensionPair, grade_for

FRACTIONS = {1: "¼", 2: "½", 3: "¾", 4: "1"}
HOLES = {1: "one hole", 2: "two holes", 3: "three holes"}
PLATES = {1: "one small plate", 2: "two small plates", 3: "three small plates", 4: "four small plates"}


def trim_sentence(kind: StepKind, steps: int, spring_count: int) -> str:
    """What to do on the door: `steps` of the kind's own step, + = more."""
    size, more = abs(steps), steps > 0
    if kind == "cable_hole":
        return f"{'Take up' if more else 'Let out'} each cable by {HOLES[size]} on the adjuster, both sides alike."
    if kind == "small_plate":
        return f"{'Add' if more else 'Take off'} {PLATES[size]}."
    each = "each spring" if spring_count > 1 else "the spring"
    return f"{'Put' if more else 'Take'} {FRACTIONS[size]} turn {'on' if more else 'off'} {each}."


def resize_sentence(hung: Hung, weight_lb: float, tilt_lb: float) -> str:
    """Why no trim cures it, and what would [lb]: + tilt = heavy near the floor and hot at the top."""
    carrier = hung.carrier
    if isinstance(carrier, TorsionOnShaft):
        heavier = Door(hung.door.section_heights_in, tuple(one * weight_lb / hung.door.weight_lb for one in hung.door.section_weights_lb))
        ideal = conditions(heavier, hung.track, carrier.drum).ideal().rate_lbin_per_turn
        weak = "weak" if carrier.rate_lbin_per_turn < ideal else "strong"
        return (
            f"Turns cannot cure this: the springs are too {weak} for about {weight_lb:.0f} lb. "
            f"Size again for {ideal:.1f} lb·in per turn; these give {carrier.rate_lbin_per_turn:.1f}."
        )
    if isinstance(carrier, ExtensionPair):
        weak = "weak" if tilt_lb > 0 else "strong"
        return f"Cable cannot cure this: the pair is too {weak} for about {weight_lb:.0f} lb.{_class_words(weight_lb)}"
    end = "heavy near the floor and hot at the top" if tilt_lb > 0 else "hot near the floor and heavy at the top"
    return f"Plates cannot cure this: the door is {end}. The strap, its turns or the hub are not the right ones."


def _class_words(weight_lb: float) -> str:
    try:
        return f" It wants the pair that ends at {grade_for(weight_lb).label}."
    except HingeError:
        return ""
