"""From what was measured to the documents the questions take: the door, its track and drum, and what carries it."""

from __future__ import annotations

from typing import Any

from hinge.call.record import CarrierKind, OnDoor
from hinge.document import Document, read
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.errors import HingeError
from hinge.measure.fields import Measured, choice_of, fields
from hinge.sizing.ideal import DRUMS_FOR
from hinge.springs.counterweight import Hub, UsualHub, usual_hubs
from hinge.springs.drums import Drum, named_drums
from hinge.springs.extension import OPEN_STRETCH_IN

DEFAULT_CYCLES = 15_000.0
VERTICAL_RADIUS_IN = 12.0  # a vertical track has no bend; any radius does
ONE_PIECE = "one_piece"
NOT_ON_A_CALL = "A one-piece door is not covered on a call. Balance it about its pivots on the bench, under One-piece."
SPRING = ("wire_in", "inside_diameter_in", "length_in", "spring_count")
HOOK_HOLE = "hook_hole"
# What carries the door as it hangs, told as such; and the numbers that tell it, for only what hangs there has them.
CARRIED_NOW = "carried_now"
TELLS_CARRIER: dict[str, CarrierKind] = {**dict.fromkeys(SPRING, "torsion"), "class_lb": "extension", "large_plates": "counterweight"}
OTHER_SPRING = ("other_wire_in", "other_inside_diameter_in", "other_length_in")
TURNS_NOW = "quarter_turns_now"  # said of this visit: the next one finds what was counted since
HUB_BY_NAME = ("hub_core_in", "strap_in")
HUB = (*HUB_BY_NAME, "hub_turns")
PLATES = ("large_plates", "small_plates")


class Setup(Document):
    """The door as the questions take it."""

    door: Door
    track: Track
    drum: Drum | None = None


def cycles_of(measured: Measured) -> float:
    """The cycles wanted of a new set; the usual ones until something is said."""
    return _number(measured, "cycles_wanted") or DEFAULT_CYCLES


def kind_of(measured: Measured) -> CarrierKind:
    """What is to carry the door: what carries it now until something else is said, torsion springs where nobody knows."""
    return _choice(measured, "counterbalance")  # type: ignore[return-value]


def is_one_piece(measured: Measured) -> bool:
    """Whether the door is one rigid panel, which no call covers."""
    return _choice(measured, "lift") == ONE_PIECE


def missing_of(measured: Measured) -> list[str]:
    """The measurements still needed before the door can be computed, in order."""
    needed = needed_of(measured)
    return [name for name in fields() if name in needed and name not in measured]


def setup_of(measured: Measured) -> Setup | None:
    """The door's documents, or None while a needed measurement is missing. Raises BadInput where one is out of all bounds."""
    if missing_of(measured) or is_one_piece(measured):
        return None
    drum = _drum(measured) if kind_of(measured) != "extension" else None
    return read(Setup, {"door": _door(measured), "track": _track(measured), "drum": drum})


def on_door_of(measured: Measured) -> OnDoor | None:
    """What carries the door as measured, or None while a number of it is missing or they do not go together."""
    try:
        return read_on_door(measured)
    except HingeError:
        return None


def read_on_door(measured: Measured) -> OnDoor | None:
    """The same. Raises a HingeError where the numbers do not go together."""
    match kind_of(measured):
        case "torsion":
            springs = _springs(measured)
            return read(OnDoor, {"springs": springs, "duplex": _choice(measured, "nesting") == "nested"}) if springs else None
        case "extension":
            return read(OnDoor, {"extension": _pair(measured)}) if "class_lb" in measured else None
        case "counterweight":
            whole = all(name in measured for name in PLATES) and _hub_known(measured)
            return read(OnDoor, {"counterweight": {"plates": _plates(measured), "hub": _hub(measured)}}) if whole else None


def hub_of(measured: Measured) -> Hub | None:
    """The strap hub as measured, or None while a number of it is missing or out of all bounds."""
    try:
        return read(Hub, _hub(measured)) if _hub_known(measured) else None
    except HingeError:
        return None


def drum_of(measured: Measured) -> Drum | None:
    """The drum as measured or listed, or None while its numbers are missing or do not go together."""
    try:
        return read(Drum, _drum(measured))
    except HingeError:
        return None


def stretch_of(measured: Measured) -> float:
    """Stretch wanted at open [in], as measured or usual."""
    stretch = _number(measured, "open_stretch_in")
    return OPEN_STRETCH_IN if stretch is None else stretch


def plates_of_stack(measured: Measured, large: int, small: int) -> dict[str, Any]:
    """So many plates of what one was measured to weigh."""
    return _plates({**measured, "large_plates": float(large), "small_plates": float(small)})


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
    return needed | (_hub_needed(measured) if kind == "counterweight" else set())


def _hub_needed(measured: Measured) -> set[str]:
    return set(HUB) - (set(HUB_BY_NAME) if usual_hub_of(measured) else set())


def _hub_known(measured: Measured) -> bool:
    return _hub_needed(measured) <= measured.keys()


def usual_hub_of(measured: Measured) -> UsualHub | None:
    """The hub this one is taken for where its own numbers are not measured."""
    return usual_hubs().get(_choice(measured, "usual_hub"))


def _given(**parts: Any) -> dict[str, Any]:
    return {name: value for name, value in parts.items() if value is not None}


def _door(measured: Measured) -> dict[str, Any]:
    heights, extras = measured.get("section_heights_in"), measured.get("section_extras_lb")
    count = _number(measured, "section_count")
    return _given(
        height_in=_number(measured, "height_in"),
        section_heights_in=heights,
        section_count=None if heights or count is None else int(count),
        weight_lb=_number(measured, "weight_lb"),
        extras_lb=extras,
    )


def _track(measured: Measured) -> dict[str, Any]:
    lift = _choice(measured, "lift")
    return _given(
        lift=lift,
        radius_in=VERTICAL_RADIUS_IN if lift == "vertical" else _number(measured, "radius_in"),
        rise_in=None if lift == "vertical" else _number(measured, "rise_in"),
        high_lift_in=_number(measured, "high_lift_in") if lift == "high" else None,
        ease_in=_number(measured, "ease_in") if lift == "low_headroom" else None,
        pitch_deg=_number(measured, "pitch_deg") if lift in ("standard", "high") else None,
    )


def _drum(measured: Measured) -> dict[str, Any]:
    profile, cable = measured.get("drum_profile_in"), _number(measured, "cable_in")
    if isinstance(profile, list):
        return _given(kind="measured", cable_in=cable, turns=[float(turn) for turn in range(len(profile))], diameters_in=profile)
    listed = measured.get("listed_drum")
    drum = named_drums().get(listed) if isinstance(listed, str) else None
    # The strap of a counterweight does what a taper does for springs.
    usual = "flat" if kind_of(measured) == "counterweight" else DRUMS_FOR.get(_choice(measured, "lift"), "flat")  # type: ignore[call-overload]
    kind = drum.kind if drum else usual

    def size(name: str, of_list: float | None) -> float | None:
        typed = _number(measured, name)
        return of_list if typed is None else typed

    tapered = kind in ("high_lift", "vertical")
    return _given(
        kind=kind,
        cable_in=cable,
        diameter_in=size("drum_diameter_in", drum.diameter_in if drum else None),
        large_diameter_in=size("drum_large_diameter_in", drum.large_diameter_in if drum else None) if tapered else None,
        taper_turns=size("drum_taper_turns", drum.taper_turns if drum else None) if tapered else None,
    )


def _springs(measured: Measured) -> list[dict[str, Any]]:
    if any(name not in measured for name in SPRING):
        return []
    *sizes, count = (_number(measured, name) or 0.0 for name in SPRING)
    names = SPRING[:3]
    if any(name not in measured for name in OTHER_SPRING):
        return [dict(zip(names, sizes, strict=True)) | {"count": int(count)}]
    nested = _choice(measured, "nesting") == "nested"
    # A nested pair counts its inner springs too; side by side one of them is the odd one.
    alike = max(int(count) // 2 if nested else int(count) - 1, 1)
    others = (_number(measured, name) or 0.0 for name in OTHER_SPRING)
    return [
        dict(zip(names, sizes, strict=True)) | {"count": alike},
        dict(zip(names, others, strict=True)) | {"count": alike if nested else 1},
    ]


def _pair(measured: Measured) -> dict[str, Any]:
    return _given(class_lb=_number(measured, "class_lb"), open_stretch_in=_number(measured, "open_stretch_in"))


def _plates(measured: Measured) -> dict[str, Any]:
    return _given(
        large=int(_number(measured, "large_plates") or 0),
        small=int(_number(measured, "small_plates") or 0),
        large_lb=_number(measured, "large_plate_lb"),
        small_lb=_number(measured, "small_plate_lb"),
    )


def _hub(measured: Measured) -> dict[str, Any]:
    usual, (core, strap, turns) = usual_hub_of(measured), (_number(measured, name) for name in HUB)
    core = usual.core_radius_in if core is None and usual else core
    strap = usual.strap_in if strap is None and usual else strap
    start = _number(measured, "strap_start_in") or 0.0
    return _given(core_radius_in=None if core is None else core + start, strap_in=strap, turns=turns)


def _number(measured: Measured, name: str) -> float | None:
    value = measured.get(name)
    return float(value) if isinstance(value, int | float) else None


_choice = choice_of
