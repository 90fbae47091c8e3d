"""The sentences of the advice, for each kind of counterbalance."""

from __future__ import annotations

from hinge.balance.fit import DoorAssembly, Fit
from hinge.errors import HingeError
from hinge.sizing.ideal import conditions
from hinge.springs.counterbalance import StepKind, TorsionOnShaft
from hinge.springs.extension import PairAtWork, grade_for
from hinge.text.marks import say_amount, say_length, say_range, say_size

NOT_AS_NAMED = 0.06  # from here on springs are not what they are said to be; estimate
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


CAUTIONS: dict[StepKind, str] = {
    "quarter_turn": "Door down and clamped, a bar seated and carrying the load, before any set screw is loosened.",
    "cable_hole": "Door fully open and clamped or propped, springs slack, before a hook is moved. Both sides alike.",
    "small_plate": "Door down and clamped, stack blocked, before a plate is touched.",
}
SETTINGS: dict[StepKind, tuple[str, str]] = {
    "quarter_turn": ("turns", "turns"),
    "cable_hole": ("stretch", "in"),
    "small_plate": ("plates", "lb"),
}


def reads_sentence(fit: Fit, kind: StepKind) -> str:
    """What the readings say of weight, setting and friction, each with its range."""
    (name, unit), weight, setting, friction = SETTINGS[kind], fit.weight_lb, fit.setting_error, fit.friction_lb
    return (
        f"Reads as {say_range(weight.likely, weight.low, weight.high, 'lb', 0)}, "
        f"{name} off by {say_range(setting.likely, setting.low, setting.high, unit, 1)}, "
        f"friction {say_range(friction.likely, friction.low, friction.high, 'lb', 0)}."
    )


def resize_sentence(hung: DoorAssembly, fit: Fit, tilt_lb: float, is_sure: bool) -> str:
    """Why no trim cures it, or likely none, and what would: + tilt [lb] = heavy near the floor and hot at the top."""
    cannot, likely = ("cannot", "") if is_sure else ("may not", "likely ")
    carrier, weight_lb, pull = hung.carrier, fit.weight_lb.likely, fit.pull.likely
    if isinstance(carrier, TorsionOnShaft):
        ideal = conditions(hung.door.weighing(weight_lb), hung.track, carrier.drum).ideal().rate_lbin_per_turn
        rate = carrier.rate_lbin_per_turn * pull
        weak = "weak" if rate < ideal else "strong"
        said = (
            f"Turns {cannot} cure this: the springs are {likely}too {weak} for about {say_size(weight_lb, 'lb', 0)}. "
            f"Size again for {say_size(ideal, 'lb·in', 1)} per turn"
        )
        if abs(pull - 1) < NOT_AS_NAMED:
            return f"{said}; these give {say_amount(rate, 'lb·in', 1)}."
        like, named = say_amount(rate, "lb·in", 1), say_amount(carrier.rate_lbin_per_turn, "lb·in", 1)
        return f"{said}; these pull like {like}, not the {named} of their size: measure wire and length again."
    if isinstance(carrier, PairAtWork):
        weak = "weak" if tilt_lb > 0 else "strong"
        return (
            f"Cable {cannot} cure this: the pair is {likely}too {weak} for about {say_size(weight_lb, 'lb', 0)}.{_class_words(weight_lb)}"
        )
    end = "heavy near the floor and hot at the top" if tilt_lb > 0 else "hot near the floor and heavy at the top"
    return f"Plates {cannot} cure this: the door is {end}. The strap, its turns or the hub are {likely}not the right ones."


SUSPECTS: dict[StepKind, str] = {
    "quarter_turn": "are wire, length and turns what they are said to be, is it binding?",
    "cable_hole": "is the class right, is it binding?",
    "small_plate": "are plates, hub and strap what they are said to be, is it binding?",
}


def surprise_sentence(kind: StepKind, height_in: float, up: bool) -> str:
    """A reading at a height [in] that what hangs there would hardly give."""
    way, other = ("up", "hold or be heavy") if up else ("down", "hold or be hot")
    return f"It goes {way} at {say_length(height_in, feet=True)}, yet by what hangs there it should {other}: {SUSPECTS[kind]}"


def _class_words(weight_lb: float) -> str:
    try:
        return f" It wants the pair that ends at {grade_for(weight_lb).label}."
    except HingeError:
        return ""
