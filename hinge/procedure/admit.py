"""What may be entered next. A safety gate has no override."""

from __future__ import annotations

from pydantic import ValidationError

from hinge.errors import BadInput, Contradiction, GateNotMet, OutOfStep
from hinge.measure.fields import fields, read_field
from hinge.procedure import entries as e
from hinge.procedure.carrying import CARRIER_WORDS, SIDES, trimmed
from hinge.procedure.knowledge import gate_groups
from hinge.procedure.state import CallState
from hinge.questions.ask import first_mistake
from hinge.questions.documents import HungDoor

WITHDRAWABLE = ("complaint", "found", "measured", "hung", "reading", "proof", "disconnected")


def admit(state: CallState, entry: e.Entry, earlier: list[e.Entry]) -> None:
    """Refuse an entry that may not follow.

    Parameters: `state` the fold of `earlier`; `entry` the next one. Raises GateNotMet while a gate
    it needs stands open, OutOfStep where it was written against another state, BadInput,
    OutOfRange or Contradiction where it makes no sense.
    """
    body = entry.body
    if state.closed:
        raise OutOfStep("This call is closed. Start a new call to go on.", "kind", body.kind)
    _gates(state, body.kind)
    match body:
        case e.Measured():
            read_field(body.field, body.typed)
            if not fields()[body.field].of_door:
                raise BadInput("That is a balance reading, not a measure of the door.", "field", body.field)
        case e.Chosen():
            _choice(state, body)
        case e.Counted():
            _stroke(state, body)
        case e.Hung():
            if state.chosen is None or state.carried_by == "torsion":
                raise OutOfStep("No pair and no stack is picked that could hang on the door.", "kind", "hung")
        case e.Trimmed():
            _trim(state, body)
        case e.BalanceReading():
            _reading(state, body)
        case e.Withdrawn():
            _withdrawal(body, earlier)
        case e.Closed() if state.to_close:
            raise Contradiction(" ".join(state.to_close), "kind", "closed", "every required proof passed, or left disconnected", "")
        case _:
            pass


def _gates(state: CallState, kind: str) -> None:
    groups = {group.id: group for group in state.gate_groups}
    for group in gate_groups(state.carried_by):
        if kind in group.needed_for and not groups[group.id].met:
            open_gates = [gate.title for gate in groups[group.id].gates if not gate.met]
            raise GateNotMet(f"{group.title}: {'; '.join(open_gates)}.", group.id, kind, "every gate met")


def _choice(state: CallState, body: e.Chosen) -> None:
    if state.setup is None:
        raise Contradiction(state.wrong_setup or "The door is not measured yet, so no set can be picked for it.", "springs", None)
    count = body.springs[0].count if body.springs else 1
    if count not in SIDES:
        raise BadInput("One, two or four springs go on a shaft.", "springs.0.count", count, ", ".join(map(str, SIDES)), "springs")
    if any(spring.done for spring in state.winding):
        raise OutOfStep("There are turns on the springs. Let them down to zero before picking another set.", "springs", None)
    carried = {"springs": body.springs or None, "quarter_turns": body.quarter_turns, "extension": body.extension}
    on = state.setup.model_dump() | {"drum": None if body.extension else state.setup.drum} | carried
    try:
        HungDoor.model_validate(on | {"counterweight": body.counterweight}).build()
    except ValidationError as wrong:
        raise first_mistake(wrong) from wrong


def _trim(state: CallState, body: e.Trimmed) -> None:
    if state.hung is None:
        raise Contradiction("There is nothing set up on record to trim.", "kind", "trimmed")
    steps = {"torsion": body.quarter_turns_per_spring, "extension": body.cable_holes, "counterweight": body.small_plates}
    if steps[state.carried_by] is None:
        raise Contradiction(f"This door is carried by {CARRIER_WORDS[state.carried_by]}: trim those.", "kind", "trimmed")
    if body.quarter_turns_per_spring and (state.hung.quarter_turns or 0) + body.quarter_turns_per_spring < 1:
        raise Contradiction("That would leave the springs without a turn.", "quarter_turns_per_spring", body.quarter_turns_per_spring)
    if trimmed(state.hung, body) is None:
        raise Contradiction("There is no such step left to take.", "kind", "trimmed")


def _stroke(state: CallState, body: e.Counted) -> None:
    count = next((count for count in state.winding if count.spring == body.spring), None)
    if count is None:
        names = ", ".join(one.spring for one in state.winding) or "none: pick a set first"
        raise BadInput(f"There is no {body.spring} spring to wind.", "spring", body.spring, names)
    if count.done != body.from_quarter:
        raise OutOfStep(
            f"The {body.spring} spring stands at {count.done} quarter-turns, not {body.from_quarter}.",
            "from_quarter",
            body.from_quarter,
            str(count.done),
            "quarter-turns",
        )
    if abs(body.to_quarter - body.from_quarter) != 1:
        raise BadInput("A stroke is one quarter-turn.", "to_quarter", body.to_quarter, "one more or one less", "quarter-turns")
    if body.to_quarter > count.planned:
        raise Contradiction(
            f"The plan is {count.planned} quarter-turns. Trim after the balance check, not before.",
            "to_quarter",
            body.to_quarter,
            f"0 to {count.planned}",
            "quarter-turns",
        )


def _reading(state: CallState, body: e.BalanceReading) -> None:
    if any(count.done for count in state.winding) and not state.set_up:
        raise OutOfStep("Finish winding before the first lift.", "reading", None)
    if state.setup and not 0 <= body.reading.height_in <= state.setup.door.height_in:
        raise BadInput(
            "The reading is above or below the door's travel.",
            "reading.height_in",
            body.reading.height_in,
            f"0 to {state.setup.door.height_in:g}",
            "in",
        )


def _withdrawal(body: e.Withdrawn, earlier: list[e.Entry]) -> None:
    target = next((entry for entry in earlier if entry.id == body.entry), None)
    if target is None:
        raise BadInput("There is no such entry on this call.", "entry", body.entry)
    if target.body.kind not in WITHDRAWABLE:
        raise Contradiction("This entry cannot be taken back; enter what is true now.", "entry", body.entry, ", ".join(WITHDRAWABLE))
