"""The door's own record: what is known of it before a call and after."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from hinge.questions.documents import Document, DoorIn, DrumIn, Finite, SpringIn, StandardTrackIn

NEEDED = ("weight_lb", "width_in", "height_in", "section_count", "radius_in", "drum_diameter_in", "cable_in")
DEFAULT_CYCLES = 15_000.0


class DoorRecord(Document):
    """Measurements by field name [in the field's unit], springs on the shaft, quarter-turns at closed."""

    measured: dict[str, Finite] = {}
    springs: Annotated[list[SpringIn], Field(max_length=4)] = []
    quarter_turns: int | None = None


class Setup(Document):
    """The door as the questions take it."""

    door: DoorIn
    track: StandardTrackIn
    drum: DrumIn


def missing_of(measured: dict[str, float]) -> list[str]:
    """The measurements still needed before the door can be computed."""
    return [name for name in NEEDED if name not in measured]


def setup_of(measured: dict[str, float]) -> Setup | None:
    """The door's documents, or None while a needed measurement is missing."""
    if missing_of(measured):
        return None
    return Setup(
        door=DoorIn(height_in=measured["height_in"], section_count=int(measured["section_count"]), weight_lb=measured["weight_lb"]),
        track=StandardTrackIn(lift="standard", radius_in=measured["radius_in"], rise_in=measured.get("rise_in")),
        drum=DrumIn(kind="flat", diameter_in=measured["drum_diameter_in"], cable_in=measured["cable_in"]),
    )


def springs_of(measured: dict[str, float]) -> list[SpringIn] | None:
    """The springs on the door from their four measurements, or None while one is missing."""
    names = ("wire_in", "inside_diameter_in", "length_in", "spring_count")
    if any(name not in measured for name in names):
        return None
    wire, inside, length, count = (measured[name] for name in names)
    return [SpringIn(wire_in=wire, inside_diameter_in=inside, length_in=length, count=int(count))]
