"""From what was measured to the documents the questions take: the door, its track and drum, and what carries it."""

from __future__ import annotations

from typing import Any

from hinge.carriers.carrier import Carrier
from hinge.carriers.kinds import KINDS, CarrierKind
from hinge.document import Document, read
from hinge.door.sections import Door
from hinge.door.track import Track
from hinge.errors import HingeError
from hinge.measure.fields import Measured, choice_of, fields, number_of
from hinge.sizing.ideal import DRUMS_FOR
from hinge.springs.drums import Drum, named_drums

DEFAULT_CYCLES = 15_000.0
VERTICAL_RADIUS_IN = 12.0  # a vertical track has no bend; any radius does
ONE_PIECE = "one_piece"
NOT_ON_A_CALL = "A one-piece door is not covered on a call. Balance it about its pivots on the bench, under One-piece."
CARRIED_NOW = "carried_now"  # what carries the door as it hangs, told as such
TURNS_NOW = "quarter_turns_now"  # said of this visit: the next one finds what was counted since


class Setup(Document):
    """The door as the questions take it."""

    door: Door
    track: Track
    drum: Drum | None = None


def cycles_of(measured: Measured) -> float:
    """The cycles wanted of a new set; the usual ones until something is said."""
    return number_of(measured, "cycles_wanted") or DEFAULT_CYCLES


def kind_of(measured: Measured) -> CarrierKind:
    """What is to carry the door: what carries it now until something else is said, torsion springs where nobody knows."""
    return choice_of(measured, "counterbalance")


def carrier_of(measured: Measured) -> type[Carrier]:
    """The same, as the class of its kind."""
    return KINDS[kind_of(measured)]


def is_one_piece(measured: Measured) -> bool:
    """Whether the door is one rigid panel, which no call covers."""
    return choice_of(measured, "lift") == ONE_PIECE


def missing_of(measured: Measured) -> list[str]:
    """The measurements still needed before the door can be computed, in order."""
    needed = needed_of(measured)
    return [name for name in fields() if name in needed and name not in measured]


def setup_of(measured: Measured) -> Setup | None:
    """The door's documents, or None while a needed measurement is missing. Raises BadInputError where one is out of all bounds."""
    if missing_of(measured) or is_one_piece(measured):
        return None
    drum = _drum(measured) if carrier_of(measured).needs_drums else None
    return read(Setup, {"door": _door(measured), "track": _track(measured), "drum": drum})


def on_door_of(measured: Measured, kind: str = "") -> Carrier | None:
    """What hangs there as measured, of the `kind` that is to carry the door or another; None where a number is missing or wrong."""
    try:
        return KINDS[kind or kind_of(measured)].from_measured(measured)
    except HingeError:
        return None


def drum_of(measured: Measured) -> Drum | None:
    """The drum as measured or listed, or None while its numbers are missing or do not go together."""
    try:
        return read(Drum, _drum(measured))
    except HingeError:
        return None


def needed_of(measured: Measured) -> set[str]:
    """The measurements without which this door cannot be computed."""
    lift, listed = choice_of(measured, "lift"), bool({"listed_drum", "drum_profile_in"} & measured.keys())
    needed = {"weight_lb", "width_in", "height_in"} | ({"section_count"} if "section_heights_in" not in measured else set())
    if lift == ONE_PIECE:
        return needed - {"section_count"}
    if lift != "vertical":
        needed.add("radius_in")
    if lift == "high":
        needed.add("high_lift_in")
    carrier = carrier_of(measured)
    if carrier.needs_drums:
        needed |= {"cable_in"} | (set() if listed else {"drum_diameter_in"})
    return needed | carrier.needed(measured)


def _given(**parts: Any) -> dict[str, Any]:
    return {name: value for name, value in parts.items() if value is not None}


def _door(measured: Measured) -> dict[str, Any]:
    heights, extras = measured.get("section_heights_in"), measured.get("section_extras_lb")
    count = number_of(measured, "section_count")
    return _given(
        height_in=number_of(measured, "height_in"),
        section_heights_in=heights,
        section_count=None if heights or count is None else int(count),
        weight_lb=number_of(measured, "weight_lb"),
        extras_lb=extras,
    )


def _track(measured: Measured) -> dict[str, Any]:
    lift = choice_of(measured, "lift")
    return _given(
        lift=lift,
        radius_in=VERTICAL_RADIUS_IN if lift == "vertical" else number_of(measured, "radius_in"),
        rise_in=None if lift == "vertical" else number_of(measured, "rise_in"),
        high_lift_in=number_of(measured, "high_lift_in") if lift == "high" else None,
        ease_in=number_of(measured, "ease_in") if lift == "low_headroom" else None,
        pitch_deg=number_of(measured, "pitch_deg") if lift in ("standard", "high") else None,
    )


def _drum(measured: Measured) -> dict[str, Any]:
    profile, cable = measured.get("drum_profile_in"), number_of(measured, "cable_in")
    if isinstance(profile, list):
        return _given(kind="measured", cable_in=cable, turns=[float(turn) for turn in range(len(profile))], diameters_in=profile)
    listed = measured.get("listed_drum")
    drum = named_drums().get(listed) if isinstance(listed, str) else None
    usual = DRUMS_FOR.get(choice_of(measured, "lift"), "flat") if carrier_of(measured).tapers else "flat"  # type: ignore[call-overload]
    kind = drum.kind if drum else usual

    def size(name: str, of_list: float | None) -> float | None:
        typed = number_of(measured, name)
        return of_list if typed is None else typed

    tapered = kind in ("high_lift", "vertical")
    return _given(
        kind=kind,
        cable_in=cable,
        diameter_in=size("drum_diameter_in", drum.diameter_in if drum else None),
        large_diameter_in=size("drum_large_diameter_in", drum.large_diameter_in if drum else None) if tapered else None,
        taper_turns=size("drum_taper_turns", drum.taper_turns if drum else None) if tapered else None,
    )
