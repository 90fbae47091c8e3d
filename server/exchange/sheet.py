"""The job sheet: one printed page the customer understands."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from pathlib import Path

from django.conf import settings
from django.template.loader import render_to_string
from weasyprint import HTML
from weasyprint.text.fonts import FontConfiguration

from hinge.measure.fields import fields
from hinge.measure.tape import format_length
from hinge.procedure.record import OnDoor
from hinge.procedure.state import CallState, ReadingState
from hinge.questions.documents import PairIn, SpringIn, StackIn
from hinge.questions.lifting import TrimQuestion, trim
from server.calls.models import Call
from server.calls.service import state_of

WIDTH, HEIGHT, SPAN_LB = 230.0, 190.0, 40.0
OUTCOMES = {"holds": "holds", "creeps_up": "creeps up", "creeps_down": "creeps down", "runs_up": "runs up", "runs_down": "runs down"}
WEIGHTS = {"400": "barlow-latin-400-normal", "600": "barlow-latin-600-normal"}


@dataclass(frozen=True)
class Line:
    """The balance line as SVG: points of the curve, friction's band, marks of the readings, ticks of the height."""

    points: str
    band_from: float
    band_width: float
    marks: list[dict[str, float]]
    ticks: list[dict[str, object]]


def sheet_pdf(call: Call) -> bytes:
    """The job sheet of a call as PDF bytes."""
    html = render_to_string("exchange/sheet.html", sheet_context(call))
    pdf: bytes = HTML(string=html).write_pdf(font_config=FontConfiguration())
    return pdf


def sheet_context(call: Call) -> dict[str, object]:
    """Everything the sheet shows."""
    state = state_of(call)
    labels = fields()
    return {
        "call": call,
        "door": call.door,
        "shop": call.shop,
        "state": state,
        "fonts": _fonts(),
        "facts": [(labels[one.field].label, one.text) for one in state.measured if one.field != "cycles_wanted"],
        "before": carrier_words(call.record),
        "after": carrier_words(state.record_after) if state.chosen and state.set_up else [],
        "turns": turns_words(state.record_after.quarter_turns) if state.record_after.quarter_turns else "",
        "readings": [(format_length(one.reading.height_in, feet=True), _reading_words(one), one.current) for one in state.readings],
        "proofs": [proof for proof in state.proofs if proof.standing != "open" or proof.required],
        "line": _line(state),
    }


def spring_words(spring: SpringIn) -> str:
    """A kind of spring in words."""
    count = {1: "one", 2: "two"}.get(spring.count, str(spring.count))
    inside, length = format_length(spring.inside_diameter_in), format_length(spring.length_in)
    return f"{count} of {spring.wire_in:g} in wire, {inside} inside, {length} long"


def carrier_words(on_door: OnDoor) -> list[str]:
    """What carries a door, in words."""
    if on_door.extension:
        return [pair_words(on_door.extension)]
    if on_door.counterweight:
        return [stack_words(on_door.counterweight)]
    return [spring_words(spring) + (", nested" if on_door.duplex else "") for spring in on_door.springs]


def pair_words(pair: PairIn) -> str:
    """An extension pair in words."""
    name = f"pair of the {pair.class_lb:g} lb class" if pair.class_lb is not None else "pair by its wire"
    return f"extension {name}, {format_length(pair.open_stretch_in)} stretch left at open"


def stack_words(stack: StackIn) -> str:
    """A counterweight in words."""
    plates = stack.plates
    return f"counterweight of {plates.large} large and {plates.small} small plates, {plates.weight_lb:.1f} lb"


def turns_words(quarter_turns: int) -> str:
    """Quarter-turns as whole turns and quarters."""
    whole, quarters = divmod(quarter_turns, 4)
    return f"{whole}{('', '¼', '½', '¾')[quarters]} turns ({quarter_turns} quarter-turns)"


def _reading_words(state: ReadingState) -> str:
    reading = state.reading
    if reading.outcome:
        return OUTCOMES[reading.outcome]
    return f"{reading.force_lb:.0f} lb {reading.direction}"


def _line(state: CallState) -> Line | None:
    if state.hung is None:
        return None
    readings = [one.reading for one in state.readings if one.current]
    answer = trim(TrimQuestion(**dict(state.hung), readings=readings))
    top = state.hung.door.height_in

    def across(force: float) -> float:
        return round(WIDTH / 2 - max(-SPAN_LB, min(SPAN_LB, force)) / SPAN_LB * WIDTH / 2, 1)

    def up(height: float) -> float:
        return round(HEIGHT * (1 - height / top), 1)

    profile = answer.fitted
    points = " ".join(f"{across(force)},{up(at)}" for at, force in zip(profile.positions_in, profile.net_hand_force_lb, strict=True))
    marks = [{"x": across(0), "y": up(one.reading.height_in)} for one in state.readings if one.current]
    friction = answer.friction_lb.likely
    left, right = across(friction), across(-friction)
    return Line(
        points, left, round(right - left, 1), marks, [{"y": up(feet * 12), "text": f"{feet} ft"} for feet in range(int(top // 12) + 1)]
    )


@cache
def _fonts() -> dict[str, str]:
    assets = Path(settings.WEB_DIST) / "assets"
    found = {weight: next(iter(sorted(assets.glob(f"{name}-*.woff2"))), None) for weight, name in WEIGHTS.items()}
    return {weight: path.as_uri() for weight, path in found.items() if path}
