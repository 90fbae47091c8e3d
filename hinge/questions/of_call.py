"""What is answered for a call: what to put on the door, and what the readings say. Finished, with every sentence."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from pydantic import BaseModel

from hinge.balance.assembly import AssemblyDocument
from hinge.call.counterbalance import CounterbalanceState
from hinge.call.facts import Call
from hinge.call.safety import require_may_size
from hinge.call.words import weight_words
from hinge.carriers.carrier import Carrier, Part
from hinge.carriers.counterweight import HUB_BY_NAME, Counterweight, hub_of, usual_hub_of
from hinge.carriers.extension import Extension
from hinge.carriers.kinds import CarrierKind, KnownPart
from hinge.carriers.torsion import Torsion
from hinge.document import read
from hinge.errors import ContradictionError, HingeError
from hinge.file.assembly import assembly_or_none
from hinge.file.setup import Setup, cycles_of, kind_of
from hinge.file.sheet import understood
from hinge.measure.fields import Measured
from hinge.questions.answers import ProfileOut
from hinge.questions.compare import CompareAnswer, CompareQuestion, compare
from hinge.questions.counterweight import CounterweightAnswer, CounterweightQuestion, counterweight
from hinge.questions.extension import ExtensionAnswer, ExtensionQuestion, extension
from hinge.questions.size import SizeAnswer, SizeOptions, SizeQuestion, size
from hinge.questions.trim import TrimAnswer, TrimQuestion, trim
from hinge.sizing.picks import wanted_stack
from hinge.stock.lists import NO_LISTS, Lists
from hinge.text.marks import say_amount, say_size


class CallSizing(BaseModel):
    """What carries this door: one of three answers by the kind that is to carry it, what is there compared, and what is in doubt.

    `doubt` says what the spread of an estimated weight does; `there_wrong` why what hangs there could not be judged.
    """

    kind: CarrierKind
    setup: Setup
    doubt: str = ""
    there_wrong: str = ""
    has_van: bool
    torsion: SizeAnswer | None = None
    compare: CompareAnswer | None = None
    extension: ExtensionAnswer | None = None
    counterweight: CounterweightAnswer | None = None


class TrimPlan(BaseModel):
    """A trim as new targets for parts of what hangs there, told for the hand that does it; `school` where there are several ways."""

    targets: dict[KnownPart, int]
    words: str
    school: str = ""


class CallBalance(BaseModel):
    """What the readings of a call say and what to do, with the line as planned and what would be aimed at."""

    hung: AssemblyDocument
    setup: Setup
    answer: TrimAnswer
    planned: ProfileOut
    trims: list[TrimPlan]
    doubt: str = ""


def sizing_of(call: Call, lists: Lists = NO_LISTS, options: SizeOptions | None = None) -> CallSizing:
    """What to put on the door of a call; `options` narrow the list of sets.

    Raises a HingeError where the door is not measured, where others must see it first, or nothing fits it.
    """
    require_may_size(call)
    measured = call.measured
    setup, wrong = understood(measured)
    if setup is None:
        raise ContradictionError(wrong or "The door is not measured yet.", "", None)
    kind, there = kind_of(measured), call.line.as_it_stands()
    answer: dict[str, Any] = {"kind": kind, "setup": setup, "doubt": _doubt(call, setup), "has_van": bool(lists.van)}
    asked = _Sized(call, setup, there, lists, options or SizeOptions())
    return CallSizing(**answer | _SIZED[kind](asked) if kind in _SIZED else answer)


@dataclass(frozen=True)
class _Sized:
    """What a kind is sized from: the call, its door, what is `there` now, the shop's lists, and how the list is narrowed."""

    call: Call
    setup: Setup
    there: Carrier | None
    lists: Lists
    options: SizeOptions


def _pair(asked: _Sized) -> dict[str, Any]:
    measured, there = asked.call.measured, asked.there
    told: dict[str, Any] = {"door": asked.setup.door, "track": asked.setup.track, "household": measured.get("household")}
    told |= {"on_door": there.pair if isinstance(there, Extension) else None}
    more = {name: measured[name] for name in ("open_stretch_in", "relaxed_in") if name in measured}
    return {"extension": extension(read(ExtensionQuestion, told | more))}


def _stack(asked: _Sized) -> dict[str, Any]:
    setup, measured, there = asked.setup, asked.call.measured, asked.there
    plates = there.stack.plates if isinstance(there, Counterweight) and there.stack else None
    told = {"door": setup.door, "track": setup.track, "drum": setup.drum, "hub": hub_of(measured), "on_door": plates}
    weighs = {"large_lb": "large_plate_lb", "small_lb": "small_plate_lb"}
    question = read(CounterweightQuestion, told | {name: measured[of] for name, of in weighs.items() if of in measured})
    doubts = (_doubt(asked.call, setup), _hub_doubt(question, measured))
    return {"doubt": " ".join(one for one in doubts if one), "counterweight": counterweight(question)}


def _set(asked: _Sized) -> dict[str, Any]:
    told, there, lists = _set_question(asked.setup, asked.call.measured, asked.options), asked.there, asked.lists
    if not isinstance(there, Torsion) or not there.springs:
        return {"torsion": size(read(SizeQuestion, told), lists)}
    on_door = {"on_door": there.springs, "on_door_duplex": there.duplex, "on_door_quarter_turns": there.quarter_turns or None}
    try:
        found = size(read(SizeQuestion, told | on_door), lists)
        whole = told | on_door | {"options": SizeOptions(shaft_length_in=told["options"].shaft_length_in)}
        return {"torsion": found, "compare": compare(read(CompareQuestion, whole), lists)}
    except HingeError as wrong_there:
        return {"there_wrong": wrong_there.message, "torsion": size(read(SizeQuestion, told), lists)}


_SIZED: dict[str, Callable[[_Sized], dict[str, Any]]] = {"torsion": _set, "extension": _pair, "counterweight": _stack}


@lru_cache(maxsize=64)
def _trimmed(question: str) -> TrimAnswer:
    """The answer to a question in JSON: between two readings a call asks the same one again and again."""
    return trim(TrimQuestion.model_validate_json(question))


def balance_of(call: Call) -> CallBalance | None:
    """What the readings of a call say of its door as it hangs; None while what carries it, or its setting, is not known."""
    line, (setup, _) = call.line, understood(call.measured)
    now = line.as_it_stands()
    hung = assembly_or_none(setup, now) if line.carries or not line.touched else None
    if hung is None or setup is None or now is None:
        return None
    taken = [
        (one.reading, off) for one in call.readings if one.at_setting is not None and (off := one.at_setting.more_than(now)) is not None
    ]
    taken = [(reading, off) for reading, off in taken if reading.height_in <= setup.door.height_in]
    how, weight = call.how("weight_lb"), setup.door.total_lb
    on_file = call.record.measured.get("weight_lb")
    known: dict[str, Any] = {"weight_sd_lb": how.sd}
    if not line.touched and isinstance(on_file, float) and "weight_lb" not in call.record.how:
        known["file_weight_lb"] = on_file
    if call.claims.get("weight_lb") and how.method != "estimate":
        known["scale_weight_lb"] = weight
    parts = {name: getattr(hung, name) for name in AssemblyDocument.model_fields}
    asked = {"readings": [one for one, _ in taken], "settings_off": [off for _, off in taken]}
    answer = _trimmed(read(TrimQuestion, parts | asked | known).model_dump_json())
    return CallBalance(
        hung=hung,
        setup=setup,
        answer=answer,
        planned=_trimmed(read(TrimQuestion, parts | {"readings": []}).model_dump_json()).fitted,
        trims=_trims(line, answer.advice.steps) if answer.advice.kind == "trim" else [],
        doubt=weight_words(weight, how),
    )


MOST_ON_ONE = 2  # quarter-turns put on one spring of a pair before the other; common practice, no source


def _trims(line: CounterbalanceState, steps: int) -> list[TrimPlan]:
    """Every cone or side alike, or small plates; on a pair also one spring alone. What would take off more than there is, is left out."""
    parts = line.on.trimmed_parts() if line.on else ()
    plans = [_trim_plan(line, dict.fromkeys(parts, steps), line.carrier.each)]
    if line.carrier.winds and len(parts) == 2:
        # The one that is behind is brought on, so that the two never stand far apart.
        one = min(parts, key=lambda part: (line.counts[part] or 0) * (1 if steps > 0 else -1))
        alone = min(len(parts) * abs(steps), MOST_ON_ONE) * (1 if steps > 0 else -1)
        name = line.carrier.parts[one].lower()
        school = "On one spring first, then read again: the shaft adds them up."
        plans = [
            plans[0] and plans[0].model_copy(update={"school": "On both springs alike."}),
            _trim_plan(line, {one: alone}, f"the {name}", school),
        ]
    return [plan for plan in plans if plan is not None]


def _trim_plan(line: CounterbalanceState, steps: dict[Part, int], on: str, school: str = "") -> TrimPlan | None:
    targets = {part: (line.counts[part] or 0) + more for part, more in steps.items()}
    if not line.carrier.below_zero and any(target < 0 for target in targets.values()):
        return None
    more = next(iter(steps.values()))
    name = line.carrier.one_unit if abs(more) == 1 else line.carrier.unit
    return TrimPlan(targets=targets, words=f"{abs(more)} {name} {'on' if more > 0 else 'off'} {on}", school=school)


def _doubt(call: Call, setup: Setup) -> str:
    """What the spread of an estimated weight does to the rate the door needs: the rate goes with the weight."""
    how, weight = call.how("weight_lb"), setup.door.total_lb
    said = weight_words(weight, how)
    if not said or how.low is None or how.high is None:
        return said
    return f"{said} The right springs may be {1 - how.low / weight:.0%} weaker to {how.high / weight - 1:.0%} stronger: weigh it.".replace(
        "%", " %"
    )


def _set_question(setup: Setup, measured: Measured, options: SizeOptions) -> dict[str, Any]:
    return {
        "door": setup.door,
        "track": setup.track,
        "drum": setup.drum,
        "cycles": cycles_of(measured),
        "household": measured.get("household"),
        "width_in": measured.get("width_in"),
        "options": options.model_copy(update={"shaft_length_in": measured.get("shaft_length_in")}),
    }


def _hub_doubt(asked: CounterweightQuestion, measured: Measured) -> str:
    """What it does to the stack that the hub is only taken as usual."""
    usual = usual_hub_of(measured)
    core, strap = (name not in measured for name in HUB_BY_NAME)
    if usual is None or not (core or strap):
        return ""
    drum = asked.drum.on(asked.track)
    light, heavy = sorted(wanted_stack(asked.door, asked.track, drum, hub) for hub in usual.spread(asked.hub, core, strap))
    return (
        "The hub is taken as usual, an estimate: the stack this door wants may be "
        f"{say_amount(light, 'lb', 0)} to {say_size(heavy, 'lb', 0)}. "
        "Read the hub's label or measure its core, and prove it at chest height."
    )
