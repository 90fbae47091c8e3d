"""The procedures of a call: which one its work follows, this door's numbers in it, and the step that comes next."""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Literal

from pydantic import BaseModel

from hinge.call import counterbalance as ln
from hinge.call.acts import act_of_step
from hinge.call.answers import at_fault, cured_of
from hinge.call.counterbalance import CounterbalanceState
from hinge.call.facts import Call, Signed
from hinge.call.options import turns_for
from hinge.call.procedure_of_work import procedure_of_work, proved_steps
from hinge.call.safety import open_gates
from hinge.call.step_rules import step_barred
from hinge.call.words import carrier_words
from hinge.call.work import asked, step_of
from hinge.carriers.carrier import Carrier, Part
from hinge.file.description import turned_round
from hinge.file.setup import Setup
from hinge.file.sheet import understood
from hinge.measure.fields import Measured
from hinge.opener.kinds import opener_of
from hinge.procedures.instructions import Plan, ProcedureInstructions, SchoolWays, StepInstructions, tell, way_words
from hinge.procedures.knowledge import procedures, schools, steps, wanted_by
from hinge.springs.torsion import BAR_IN
from hinge.stock.lists import NO_LISTS, Lists
from hinge.stock.van import take
from hinge.text.marks import say_amount, say_length, say_size
from hinge.view.main_action import main_of_step, together
from hinge.view.needs import needs_of
from hinge.view.state import MainAction
from hinge.view.strokes import Stroke, strokes_of
from hinge.view.work import ACTS

StepStanding = Literal["done", "passed_over", "behind", "now", "ahead"]
# Cable of an extension pair, as a multiple of the door's height: 12 to 14 ft on a 7 ft door; common practice.
CABLE_PER_HEIGHT = (12 / 7, 2.0)
# How far apart the eyes of a second pair may be [ft]; common practice.
SECOND_EYES_FT = (7.0, 30.0)
# How far the screws of an opener's collar go after contact, by the shaft; common practice.
COLLAR_SCREWS = {"tube": "¾ to 1 turn after contact (the shaft is hollow)", "solid": "¼ to ½ turn after contact (the shaft is solid)"}
# So many procedures for what was found are offered at once.
OFFERED = 4
# Steps shown to be done already, by name: who said it, and when.
Proved = Mapping[str, Signed]


class StepState(StepInstructions):
    """A step on this call: `behind` where the work went past it unsaid; `passable` by a lead, `reason` why it was passed over."""

    standing: StepStanding
    passable: bool
    main: MainAction | None
    by: str
    at_time: str
    reason: str


class VanState(BaseModel):
    """Whether what goes on is in the van, in words."""

    words: str
    lacks: bool


class ProcedureState(Plan):
    """A procedure on this call; `now` is the step that comes next, `shut` the gate groups that stand open before it.

    `barred` is why that step cannot be done now, whatever gates are met; `main` what is done next, `together` the steps that may be
    said at once.
    """

    steps: list[StepState]
    work: bool
    now: str
    main: MainAction
    together: list[str]
    shut: list[str]
    barred: str
    ways: list[str]
    van: VanState | None


class CallProcedures(BaseModel):
    """The procedures of a call: the one its work follows first; `lead` is the one Repair opens on, empty where there is none."""

    procedures: list[ProcedureState]
    lead: str

    @property
    def leading(self) -> ProcedureState | None:
        """The procedure Repair opens on."""
        return next((one for one in self.procedures if one.procedure == self.lead), None)


def procedures_of(call: Call, ways: SchoolWays | None = None, lists: Lists = NO_LISTS) -> CallProcedures:
    """The procedure the work on what carries the door follows, then those that cure what was found, told for this door.

    `ways` are the shop's, by school; `lists` say whether the springs that go on are in the van.
    """
    known, work = numbers_of(call, ways or {}), procedure_of_work(call)
    cures = [name for name in at_fault(call) if name not in cured_of(call)]
    asked_for = {wanted_by(cause) for cause in cures}
    other = [name for name, one in procedures().items() if one.when is None and (name in asked_for or {*cures} & {*one.cures})]
    names = ([work] if work else []) + other[:OFFERED]
    van, opener = _van(call, lists), opener_of(call.measured)
    states = [_state(call, tell(name, known, ways, opener, at_fault(call)), work == name, ways or {}, van) for name in names]
    # One that is through, or that waits for how the door stands, gives way to one that goes on now.
    lead = next((one for one in states if not one.barred and any(step.standing == "now" for step in one.steps)), next(iter(states), None))
    return CallProcedures(procedures=states, lead=lead.procedure if lead else "")


def numbers_of(call: Call, ways: SchoolWays) -> dict[str, str]:
    """What is known of this door for the numbers of a procedure, in words."""
    measured, line, plan = call.measured, call.line, call.plan
    setup, _ = understood(measured)
    goes_on = plan.on() if plan else line.on or line.carrier()
    turns = plan.quarter_turns if plan else asked(line)
    found = {
        "spring": carrier_words(goes_on),
        "weight": _weight(measured),
        "height": _length(measured, "height_in"),
        "cable": _cable(measured),
        "hinges": _hinges(measured),
        "screws": _screws(measured, ways),
        "collar_screws": COLLAR_SCREWS.get(str(measured.get("shaft_kind", "")), ""),
        "eyes_apart": _eyes_apart(measured),
        "hands": "the left-hand-wound one on the left, the right-hand-wound on the right, the other way round than usual"
        if turned_round(measured)
        else "",
        **goes_on.plan_words(turns),
        **_wound(goes_on, turns),
        **_there(line, setup),
    }
    if turns is None:
        found.pop("turns", None)
    return {name: words for name, words in found.items() if words}


def _state(call: Call, told: ProcedureInstructions, work: bool, ways: SchoolWays, van: VanState | None) -> ProcedureState:
    begin, until = _stretch(call, told, work)
    proved = proved_steps(call)
    said = {*call.stepped, *call.passed_over, *proved}
    lifted = work and any(one.current and not one.before for one in call.readings)
    now = next(
        (
            one.id
            for place, one in enumerate(told.steps)
            if begin <= place <= until and one.id not in said and not (lifted and one.does == "lift")
        ),
        "",
    )
    coming = range(next(place for place, one in enumerate(told.steps) if one.id == now), until + 1) if now else ()
    mains = [main_of_step(call, step.id, work) if place in coming else None for place, step in enumerate(told.steps)]
    states = [
        _step(call, step, _standing(call, step.id, now, place < begin, proved), main, proved)
        for place, (step, main) in enumerate(zip(told.steps, mains, strict=True))
    ]
    return ProcedureState(
        **told.model_dump(exclude={"steps"}),
        steps=states,
        work=work,
        now=now,
        main=main_of_step(call, now, work),
        together=together(call, told, now),
        shut=_shut(call, now) if now else [],
        barred=step_barred(call, now) if now and not steps()[now].does else "",
        ways=[f"{schools()[name].title}: {words}" for name, words in way_words(ways).items()],
        van=van if work else None,
    )


def _stretch(call: Call, told: ProcedureInstructions, work: bool) -> tuple[int, int]:
    """From which place to which the steps are to be done now: up to the next act on what carries the door, or to the end."""
    last = len(told.steps) - 1
    step = step_of(call.line, call.plan) if work else None
    acts = [place for place, one in enumerate(told.steps) if one.does]
    place = next((at for at in acts if step and told.steps[at].does == ACTS[step]), None)
    if place is None:
        return 0, last
    return max((at + 1 for at in acts if at < place), default=0), last if told.steps[place].does == "lift" else place


def _van(call: Call, lists: Lists) -> VanState | None:
    """Whether what goes on the door is in the van; nothing where the shop keeps no list, or nothing new goes on."""
    needs = needs_of(call)
    wanted = needs.to_go_on
    if not wanted or not (lists.van or lists.kept or lists.parts or lists.kept_parts):
        return None
    takes = take(lists.van, needs.planned)
    have = sum(one.springs for one in takes) + sum(min(lists.parts.get(name.casefold(), 0), n) for name, n in needs.named.items())
    what = call.plan.plan.pieces if call.plan else "springs"
    if have == wanted:
        cut = ", to be cut from longer ones" if any(one.cut for one in takes) else ""
        return VanState(words=f"The {what} are on the van{cut}.", lacks=False)
    doors = {door for bar, door in lists.kept if take([bar], needs.planned)}
    doors |= {door for name in needs.named for door in lists.kept_parts.get(name.casefold(), ())}
    others = f" Others are kept for {' and '.join(sorted(doors))}." if doors else ""
    said = f"{f'{have} of {wanted}' if have else 'No'} {what} on the van{'' if have else f' ({wanted} needed)'}.{others}"
    return VanState(words=said, lacks=True)


def _standing(call: Call, name: str, now: str, behind: bool, proved: Proved) -> StepStanding:
    if name in call.stepped or name in proved:
        return "done"
    if name in call.passed_over:
        return "passed_over"
    return "now" if name == now else "behind" if behind else "ahead"


def _step(call: Call, step: StepInstructions, standing: StepStanding, main: MainAction | None, proved: Proved) -> StepState:
    reason, signed = call.passed_over.get(step.id, ("", call.stepped.get(step.id) or proved.get(step.id)))
    by, at = (signed.by, signed.at) if signed else ("", "")
    return StepState(
        **step.model_dump(),
        standing=standing,
        passable=steps()[step.id].optional,
        main=main,
        by=by,
        at_time=at,
        reason=reason,
    )


def _shut(call: Call, name: str) -> list[str]:
    """The gate groups that stand open before a step."""
    act = act_of_step(call, steps()[name])
    return [group.id for group, _ in open_gates(call.site, act.action)] if act else []


def _wound(on: Carrier, turns: int | None) -> dict[str, str]:
    """What a cone pulls once it is wound, and how long its spring is then."""
    line = ln.put_on(on)
    if not on.winds or turns is None or not line.counts:
        return {}
    stroke = _at(line, next(iter(line.counts)), turns)
    return (
        {"torque": say_size(stroke.torque_lbin, "lb·in", 0), "bar_force": _force(stroke), "length_wound": stroke.length} if stroke else {}
    )


def _there(line: CounterbalanceState, setup: Setup | None) -> dict[str, str]:
    """What hangs there: its turns, and what they pull; of turns nobody counted, what they would be on this door."""
    if not line.carrier.winds or line.on is None or not line.counts:
        return {}
    part, most = max(line.counts.items(), key=lambda one: one[1] or 0)
    counted = None not in line.counts.values()
    count = most if counted else turns_for(line.on, setup) if setup else None
    if count is None:
        return {}
    about, how = ("", "as counted") if counted else ("about ", "would be right on this door, nobody counted")
    found = {"turns_there": f"{count} quarter-turns, {how}"}
    stroke = _at(line, part, count)
    if stroke and count:
        found |= {"bar_force_there": about + _force(stroke), "energy_there": about + say_size(stroke.energy_ftlb, "ft·lb", 0)}
    return found


def _at(line: CounterbalanceState, part: Part, count: int) -> Stroke | None:
    strokes = strokes_of(line, part, count)
    return strokes[count] if strokes else None


def _force(stroke: Stroke) -> str:
    return f"{say_size(stroke.bar_force_lb, 'lb', 0)} on the end of the {say_size(BAR_IN, 'in')} bar"


def _weight(measured: Measured) -> str:
    weight = measured.get("weight_lb")
    return say_size(weight, "lb", 0) if isinstance(weight, float) else ""


def _length(measured: Measured, field: str) -> str:
    value = measured.get(field)
    return say_length(value, feet=True) if isinstance(value, float) else ""


def _cable(measured: Measured) -> str:
    height = measured.get("height_in")
    if not isinstance(height, float):
        return ""
    low, high = (math.ceil(height / 12 * share) for share in CABLE_PER_HEIGHT)
    return f"{low} to {high} ft"


def _hinges(measured: Measured) -> str:
    """End hinges from the bottom up: No. 1 between the lowest two sections on the usual set; common practice, from memory."""
    count = measured.get("section_count")
    return (
        f"No. {', '.join(str(one) for one in range(1, round(count)))} from the bottom up" if isinstance(count, float) and count > 1 else ""
    )


def _eyes_apart(measured: Measured) -> str:
    """How far apart the second pair of eyes is, against what it sees over; common practice."""
    apart = measured.get("second_eyes_apart_in")
    if not isinstance(apart, float):
        return ""
    told, (low, high) = say_length(apart, feet=True), SECOND_EYES_FT
    span = f"{say_amount(low, 'ft', 0)} to {say_size(high, 'ft', 0)}"
    return f"{told} apart as measured, within {span}" if low <= apart / 12 <= high else f"{span} apart, not {told} as measured"


def _screws(measured: Measured, ways: SchoolWays) -> str:
    """How far a set screw goes after contact; source: practice."""
    match measured.get("shaft_kind"):
        case "solid":
            return "¼ to ½ turn after contact (the shaft is solid)"
        case "tube":
            return f"{way_words(ways)['screws']} (the shaft is a tube)"
        case _:
            return ""
