"""Which sentence says what of a balance, for each kind of counterbalance; the sentences stand in sentences.toml."""

from __future__ import annotations

from typing import Literal

from hinge.balance.fit import DoorAssembly, Fit
from hinge.errors import HingeError
from hinge.sizing.ideal import conditions
from hinge.springs.counterbalance import StepKind, TorsionOnShaft
from hinge.springs.extension import PairAtWork, grade_for
from hinge.springs.words import quarters_words
from hinge.text.marks import say_amount, say_length, say_range, say_size
from hinge.text.sentences import say_with

NOT_AS_NAMED = 0.06  # from here on springs are not what they are said to be; estimate
SettingUnit = Literal["turns", "in", "lb"]
SETTING_UNITS: dict[StepKind, SettingUnit] = {"quarter_turn": "turns", "cable_hole": "in", "small_plate": "lb"}

say = say_with(__file__)


def trim_sentence(kind: StepKind, steps: int, spring_count: int) -> str:
    """What to do on the door: `steps` of the kind's own step, + = more."""
    name = f"trim.{kind}.{'more' if steps > 0 else 'less'}"
    if kind == "quarter_turn":
        return say(name, count=spring_count, turns=quarters_words(abs(steps)))
    return say(name, count=abs(steps))


def caution_sentence(kind: StepKind) -> str:
    """What must be so before a trim of this kind is begun."""
    return say(f"caution.{kind}")


def reads_sentence(fit: Fit, kind: StepKind) -> str:
    """What the readings say of weight, setting and friction, each with its range."""
    weight, setting, friction = fit.weight_lb, fit.setting_error, fit.friction_lb
    # A turn is a word, which its sentence says; an inch and a pound are units.
    unit = "" if kind == "quarter_turn" else SETTING_UNITS[kind]
    less = setting.likely < 0
    off = (-setting.likely, -setting.high, -setting.low) if less else (setting.likely, setting.low, setting.high)
    return say(
        f"reads.{kind}.{'less' if less else 'more'}",
        weight=say_range(weight.likely, weight.low, weight.high, "lb", 0),
        setting=say_range(*off, unit, 1),
        friction=say_range(friction.likely, friction.low, friction.high, "lb", 0),
    )


def resize_sentence(hung: DoorAssembly, fit: Fit, tilt_lb: float, is_sure: bool) -> str:
    """Why no trim cures it, or likely none, and what would: + tilt [lb] = heavy near the floor and hot at the top."""
    sure, carrier, weight_lb, pull = "sure" if is_sure else "likely", hung.carrier, fit.weight_lb.likely, fit.pull.likely
    weight = say_size(weight_lb, "lb", 0)
    if isinstance(carrier, TorsionOnShaft):
        ideal = conditions(hung.door.weighing(weight_lb), hung.track, carrier.drum).ideal().rate_lbin_per_turn
        rate, named = carrier.rate_lbin_per_turn * pull, say_amount(carrier.rate_lbin_per_turn, "lb·in", 1)
        end = "weak" if rate < ideal else "strong"
        as_named = "as_named" if abs(pull - 1) < NOT_AS_NAMED else "like"
        like = say(f"resize.torsion.pull.{as_named}", rate=say_amount(rate, "lb·in", 1), named=named)
        return say(f"resize.torsion.{end}.{sure}", weight=weight, ideal=say_size(ideal, "lb·in", 1), pull=like)
    if isinstance(carrier, PairAtWork):
        return say(f"resize.pair.{'weak' if tilt_lb > 0 else 'strong'}.{sure}", weight=weight, grade=_grade_words(weight_lb))
    return say(f"resize.stack.{'heavy_low' if tilt_lb > 0 else 'hot_low'}.{sure}")


def surprise_sentence(kind: StepKind, height_in: float, up: bool) -> str:
    """A reading at a height [in] that what hangs there would hardly give."""
    return say(f"surprise.{'up' if up else 'down'}", height=say_length(height_in, feet=True), suspects=say(f"suspects.{kind}"))


def _grade_words(weight_lb: float) -> str:
    try:
        return say("resize.pair.grade", grade=grade_for(weight_lb).label)
    except HingeError:
        return ""
