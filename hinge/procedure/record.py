"""The door's own record: what is known of it before a call and after, and the documents the questions take."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from hinge.measure.fields import DEFAULT_CHOICES, Measured, fields
from hinge.questions.documents import (
    Document,
    DoorIn,
    DrumIn,
    Finite,
    HubIn,
    PairIn,
    PlatesIn,
    SpringIn,
    StackIn,
    TrackIn,
)
from hinge.sizing.ideal import DRUMS_FOR
from hinge.springs.counterweight import LARGE_PLATE_LB, SMALL_PLATE_LB
from hinge.springs.drums import named_drums
from hinge.springs.extension import OPEN_STRETCH_IN

CarrierKind = Literal["torsion", "extension", "counterweight"]
DEFAULT_CYCLES = 15_000.0
VERTICAL_RADIUS_IN = 12.0  # a vertical track has no bend; any radius does
ONE_PIECE = "one_piece"
NOT_ON_A_CALL = "A one-piece door is not covered on a call. Balance it about its pivots on the bench, under One-piece."
SPRING = ("wire_in", "inside_diameter_in", "length_in", "spring_count")
OTHER_SPRING = ("other_wire_in", "other_inside_diameter_in", "other_length_in")
PLATES = ("large_plates", "small_plates")
# Measuring any of these replaces what the file says is on the door.
ON_DOOR = {*SPRING, *OTHER_SPRING, *PLATES, "nesting", "class_lb"}


class OnDoor(Document):
    """What carries the door: torsion springs with their turns, an extension pair, or a stack of plates."""

    springs: Annotated[list[SpringIn], Field(max_length=4)] = []
    duplex: bool = False
    quarter_turns: int | None = None
    extension: PairIn | None = None
    counterweight: StackIn | None = None


class DoorRecord(OnDoor):
    """Measurements by field name [in the field's unit], and what carries the door."""

    measured: dict[str, Finite | str | list[Finite]] = {}


class Setup(Document):
    """The door as the questions take it."""

    door: DoorIn
    track: TrackIn
    drum: DrumIn | None = None


def cycles_of(measured: Measured) -> float:
    """The cycles wanted of a new set; the usual ones until something is said."""
    return _number(measured, "cycles_wanted") or DEFAULT_CYCLES


def kind_of(measured: Measured) -> CarrierKind:
    """What carries the door, by what was measured; torsion springs until something else is said."""
    return _choice(measured, "counterbalance")  # type: ignore[return-value]


def is_one_piece(measured: Measured) -> bool:
    """Whether the door is one rigid panel, which no call covers."""
    return _choice(measured, "lift") == ONE_PIECE


def missing_of(measured: Measured) -> list[str]:
    """The measurements still needed before the door can be computed, in order."""
    needed = needed_of(measured)
    return [name for name in fields() if name in needed and name not in measured]


def setup_of(measured: Measured) -> Setup | None:
    """The door's documents, or None while a needed measurement is missing."""
    if missing_of(measured) or is_one_piece(measured):
        return None
    return Setup(door=_door(measured), track=_track(measured), drum=_drum(measured) if kind_of(measured) != "extension" else None)


def on_door_of(measured: Measured) -> OnDoor | None:
    """What carries the door as measured, or None while a number of it is missing."""
    match kind_of(measured):
        case "torsion":
            springs = _springs(measured)
            return OnDoor(springs=springs, duplex=_choice(measured, "nesting") == "nested") if springs else None
        case "extension":
            return OnDoor(extension=_pair(measured)) if "class_lb" in measured else None
        case "counterweight":
            plates = all(name in measured for name in (*PLATES, "hub_core_in", "strap_in", "hub_turns"))
            return OnDoor(counterweight=StackIn(plates=plates_of(measured), hub=hub_of(measured))) if plates else None


def plates_of(measured: Measured) -> PlatesIn:
    """The plates counted on the door, with what one weighs."""
    return PlatesIn(
        large=int(_number(measured, "large_plates") or 0),
        small=int(_number(measured, "small_plates") or 0),
        large_lb=_number(measured, "large_plate_lb") or LARGE_PLATE_LB,
        small_lb=_number(measured, "small_plate_lb") or SMALL_PLATE_LB,
    )


def hub_of(measured: Measured) -> HubIn:
    """The strap hub as measured."""
    core, strap, turns = (_number(measured, name) or 0.0 for name in ("hub_core_in", "strap_in", "hub_turns"))
    return HubIn(core_radius_in=core, strap_in=strap, turns=turns)


def needed_of(measured: Measured) -> set[str]:
    """The measurements without which this door cannot be computed."""
    lift, listed = _choice(measured, "lift"), bool({"listed_drum", "drum_profile_in"} & measured.keys())
    needed = {"weight_lb", "width_in", "height_in"} | ({"section_count"} if "section_heights_in" not in measured else set())
    if lift == ONE_PIECE:
        return needed - {"section_count"}
    if lift != "vertical":
        needed.add("radius_in")
    if lift == "high":
        needed.add("high_lift_in")
    kind = kind_of(measured)
    if kind == "extension":
        return needed
    needed |= {"cable_in"} | (set() if listed else {"drum_diameter_in"})
    if lift in ("high", "vertical") and not listed and kind == "torsion":
        needed |= {"drum_large_diameter_in", "drum_taper_turns"}
    return needed | ({"hub_core_in", "strap_in", "hub_turns"} if kind == "counterweight" else set())


def _door(measured: Measured) -> DoorIn:
    heights = measured.get("section_heights_in")
    heights = heights if isinstance(heights, list) else None
    count = len(heights) if heights else int(_number(measured, "section_count") or 0)
    extras = measured.get("section_extras_lb")
    return DoorIn(
        height_in=_number(measured, "height_in") or 0.0,
        section_heights_in=heights,
        section_count=count,
        weight_lb=_number(measured, "weight_lb"),
        extras_lb=extras if isinstance(extras, list) else None,
    )


def _track(measured: Measured) -> TrackIn:
    lift = _choice(measured, "lift")
    return TrackIn(
        lift=lift,  # type: ignore[arg-type]
        radius_in=VERTICAL_RADIUS_IN if lift == "vertical" else _number(measured, "radius_in") or 0.0,
        rise_in=None if lift == "vertical" else _number(measured, "rise_in"),
        high_lift_in=_number(measured, "high_lift_in") if lift == "high" else None,
        ease_in=_number(measured, "ease_in") if lift == "low_headroom" else None,
        pitch_deg=(_number(measured, "pitch_deg") or 0.0) if lift in ("standard", "high") else 0.0,
    )


def _drum(measured: Measured) -> DrumIn:
    profile = measured.get("drum_profile_in")
    if isinstance(profile, list):
        turns = [float(turn) for turn in range(len(profile))]
        return DrumIn(kind="measured", cable_in=_number(measured, "cable_in") or 0.0, turns=turns, diameters_in=profile)
    listed = measured.get("listed_drum")
    drum = named_drums().get(listed) if isinstance(listed, str) else None
    # The strap of a counterweight does what a taper does for springs.
    usual = "flat" if kind_of(measured) == "counterweight" else DRUMS_FOR[_choice(measured, "lift")]  # type: ignore[index]
    kind = drum.kind if drum else usual

    def size(name: str, of_list: float | None) -> float | None:
        typed = _number(measured, name)
        return of_list if typed is None else typed

    tapered = kind in ("high_lift", "vertical")
    return DrumIn(
        kind=kind,
        cable_in=_number(measured, "cable_in") or 0.0,
        diameter_in=size("drum_diameter_in", drum.diameter_in if drum else None),
        large_diameter_in=size("drum_large_diameter_in", drum.large_diameter_in if drum else None) if tapered else None,
        taper_turns=size("drum_taper_turns", drum.taper_turns if drum else None) if tapered else None,
    )


def _springs(measured: Measured) -> list[SpringIn]:
    if any(name not in measured for name in SPRING):
        return []
    wire, inside, length, count = (_number(measured, name) or 0.0 for name in SPRING)
    if any(name not in measured for name in OTHER_SPRING):
        return [SpringIn(wire_in=wire, inside_diameter_in=inside, length_in=length, count=int(count))]
    other_wire, other_inside, other_length = (_number(measured, name) or 0.0 for name in OTHER_SPRING)
    # A nested pair counts its inner springs too; side by side one of them is the odd one.
    alike = max(int(count) // 2 if _choice(measured, "nesting") == "nested" else int(count) - 1, 1)
    odd = alike if _choice(measured, "nesting") == "nested" else 1
    return [
        SpringIn(wire_in=wire, inside_diameter_in=inside, length_in=length, count=alike),
        SpringIn(wire_in=other_wire, inside_diameter_in=other_inside, length_in=other_length, count=odd),
    ]


def _pair(measured: Measured) -> PairIn:
    stretch = _number(measured, "open_stretch_in")
    return PairIn(class_lb=_number(measured, "class_lb"), open_stretch_in=OPEN_STRETCH_IN if stretch is None else stretch)


def _number(measured: Measured, name: str) -> float | None:
    value = measured.get(name)
    return float(value) if isinstance(value, int | float) else None


def _choice(measured: Measured, name: str) -> str:
    value = measured.get(name)
    return value if isinstance(value, str) else DEFAULT_CHOICES.get(name, "")
