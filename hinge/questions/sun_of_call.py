"""The sun at the door of a call: asked as soon as the shop's place, the way the opening looks and the receiver's side are known."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

from pydantic import BaseModel

from hinge.call.commands import Checked
from hinge.call.facts import Call
from hinge.document import read
from hinge.errors import ContradictionError
from hinge.eyes.sun import NEVER_HOURS
from hinge.faults.knowledge import faults
from hinge.measure.fields import Value
from hinge.questions.sun import SunAnswer, SunPlace, SunQuestion, sun

FIELDS = ("facing_deg", "receiver_side")
# Where the skyline is measured, from straight out [degrees]; what was not measured stands low.
SKYLINE_DEG = {"skyline_left_deg": -45.0, "skyline_ahead_deg": 0.0, "skyline_right_deg": 45.0}


class CallSun(BaseModel):
    """The answer, and the fact of the fault finder that follows; or what is `missing`: `place` (of the shop), or a field's name.

    `doubt` says why the shade tests of the call tell nothing of the lens.
    """

    missing: list[str]
    answer: SunAnswer | None = None
    receiver: Literal["left", "right"] | None = None
    fact: Literal["low_sun", "never_sun"] | None = None
    doubt: str = ""


def sun_of(call: Call, place: SunPlace | None, year: int, complaint_at: str = "", prove_after: str = "") -> CallSun:
    """What the sun does at this door in a year; a cure is proved after `prove_after`. Raises BadInputError for no ISO 8601 time."""
    measured = call.measured
    missing = [*(["place"] if place is None else []), *(name for name in FIELDS if name not in measured)]
    if place is None or missing:
        return CallSun(missing=missing)
    asked = place.model_dump() | {
        "facing_deg": measured["facing_deg"],
        "skyline": _skyline(measured),
        "receiver": measured["receiver_side"],
        "half_angle_deg": measured.get("lens_sees_deg"),
        "tests": [{"at": signed.at, "came_back": True} for body, signed in (*call.past_checks, *call.checks) if _shaded(body)],
        "year": int(complaint_at[:4]) if complaint_at[:4].isdigit() else year,
        "complaint_at": complaint_at,
        "prove_after": prove_after,
    }
    width = measured.get("width_in")
    asked |= {"width_in": max(72.0, width)} if isinstance(width, float) else {}
    question, doubt = read(SunQuestion, asked), ""
    try:
        answer = sun(question)
    except ContradictionError as wrong:
        # What was seen on the call stands; it only tells nothing of the lens.
        answer, doubt = sun(question.model_copy(update={"tests": []})), wrong.message
    side = answer.left if question.receiver == "left" else answer.right
    fact: Literal["low_sun", "never_sun"] | None = "low_sun" if answer.verdict in ("swap", "shade") else None
    return CallSun(
        missing=[], answer=answer, receiver=question.receiver, fact="never_sun" if side.hours_per_year < NEVER_HOURS else fact, doubt=doubt
    )


def _shaded(body: Checked) -> bool:
    """Whether shading the receiver brought its light back: the sun stood in it at that hour."""
    return (body.check, body.outcome) == faults().causes["eye_sun"].confirmed_by


def _skyline(measured: Mapping[str, Value]) -> list[dict[str, Value]]:
    found = {turn: measured[field] for field, turn in SKYLINE_DEG.items() if field in measured}
    facing = measured["facing_deg"]
    if not found or not isinstance(facing, float):
        return []
    return [{"azimuth_deg": (facing + turn) % 360.0, "elevation_deg": found.get(turn, 0.0)} for turn in SKYLINE_DEG.values()]
