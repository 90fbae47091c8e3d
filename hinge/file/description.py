"""What is said of the parts of a door: which spring is where and wound which way, its drums, cables and turns."""

from __future__ import annotations

from pydantic import BaseModel

from hinge.carriers.carrier import Carrier
from hinge.carriers.kinds import CarrierKind
from hinge.carriers.torsion import hand_of
from hinge.file.setup import carrier_of, drum_of
from hinge.measure.fields import Measured, belongs, fields, write_value
from hinge.opener.rail import EYES_MOST_IN
from hinge.sizing.ideal import DRUM_WORDS
from hinge.springs.torsion import SpringKind
from hinge.springs.words import kind_words
from hinge.text.marks import say_length, say_size

NOT_YET = "not measured yet"
OPENER_PARTS = {
    "opener_kind": "{}", "opener_rail": "{}", "opener_limits": "limits: {}",
    "opener_drive": "{} drive", "opener_current": "{} motor", "opener_battery": "{}", "opener_force": "force {}",
    "opener_year": "made in {}", "rail_in": "rail {}", "inches_per_turn": "{} of travel a turn of a screw", "opener_lights": "lights: {}",
    "opener_wires": "wires: {}",
}  # fmt: skip
AS_WRITTEN = ("opener_kind", "opener_rail", "opener_current", "opener_lights", "opener_wires")


class SpringDescription(BaseModel):
    """A spring on the shaft: where it is, what it is, which way it is wound; `inner` where one sits inside it."""

    name: str
    says: str
    right_side: bool
    left_hand: bool
    spring: SpringKind
    inner: SpringKind | None = None


class EyesDescription(BaseModel):
    """The eyes, seen from inside: how high they are [in], what to read of each."""

    height_in: float
    left: str
    right: str


class DoorDescription(BaseModel):
    """What carries the door and how it is wound, in words; what to read of each part that is drawn.

    `opener` is empty where none was looked at, and so are the eyes; `rail_in` where the opener that hangs there has a rail.
    """

    carried_by: CarrierKind
    words: str
    wound: str
    drum: str
    cable: str
    springs: list[SpringDescription]
    opener: str
    rail_in: float | None
    eyes: EyesDescription | None


def describe_door(measured: Measured, on: Carrier | None) -> DoorDescription:
    """What is said of a door of which so much is known. Never raises."""
    there = on or carrier_of(measured)()
    cable = measured.get("cable_in")
    return DoorDescription(
        carried_by=there.kind,
        words=there.words,
        wound=there.wound_words(),
        drum=_drum_words(measured),
        cable=f"{say_size(cable, 'in')} cable, from the bottom bracket over the {there.cable_over}"
        if isinstance(cable, float)
        else NOT_YET,
        springs=_springs(there, turned_round(measured)),
        opener=_opener_words(measured),
        rail_in=_rail(measured),
        eyes=_describe_eyes(measured),
    )


def _opener_words(measured: Measured) -> str:
    """The opener as its file has it, kind first."""
    if "opener_kind" not in measured:
        return ""
    there = [name for name in OPENER_PARTS if name in measured and belongs(fields()[name], measured)]
    written = {name: write_value(name, measured[name]) for name in there}
    parts = [OPENER_PARTS[name].format(text if name in AS_WRITTEN else text.lower()) for name, text in written.items()]
    return "; ".join(parts)


def _rail(measured: Measured) -> float | None:
    """How long its rail is [in], where an opener that has one hangs there."""
    rail = measured.get("rail_in")
    return rail if isinstance(rail, float) and belongs(fields()["rail_in"], measured) else None


def _describe_eyes(measured: Measured) -> EyesDescription | None:
    """What hangs on either side, with the receiver where it is known."""
    if measured.get("eye_type") == "none" or not {"receiver_side", "eye_height_in", "eye_type"} & measured.keys():
        return None
    height, receiver = measured.get("eye_height_in"), measured.get("receiver_side")
    high = f", {say_length(height)} above the floor" if isinstance(height, float) else ""
    mine, other = ("The eye", "Its reflector") if measured.get("eye_type") == "mirror" else ("The receiver", "The sender")
    left, right = (
        ("An eye: which of the two is not looked at yet" if receiver is None else mine if side == receiver else other) + high
        for side in ("left", "right")
    )
    # Where nobody took the height they are drawn where they may be at most.
    return EyesDescription(height_in=height if isinstance(height, float) else EYES_MOST_IN, left=left, right=right)


def _drum_words(measured: Measured) -> str:
    drum = drum_of(measured)
    if drum is None:
        return NOT_YET
    named = f"{DRUM_WORDS[drum.kind]}"
    if drum.diameter_in is None:
        return f"{named}, {len(drum.diameters_in or [])} diameters"
    wide = f" narrowing from {say_length(drum.large_diameter_in)}" if drum.large_diameter_in else ""
    return f"{say_length(drum.diameter_in)} {named}{wide}"


def turned_round(measured: Measured) -> bool:
    """Whether the springs are wound the other way than usual."""
    return measured.get("left_hand") == "left"


def _springs(on: Carrier, other_way: bool) -> list[SpringDescription]:
    """Springs where and as they are wound, seen from inside."""
    said = []
    counts = on.counts_found(None)
    for cone, (spring, *nested_in) in on.springs_by_part().items():
        inner = nested_in[0] if nested_in else None
        right = cone.startswith("right")
        hand = f"{hand_of(cone, other_way)}-hand wound"
        nested = f", around {_sizes(inner)}" if inner else ""
        turns = counts.get(cone)
        wound = "" if turns is None else f", {turns} quarter-turns on it"
        name = on.parts[cone] if cone == "single" else f"{on.parts[cone]}, {hand}"
        said.append(
            SpringDescription(
                name=name,
                says=f"{_sizes(spring)}{nested}{wound}",
                right_side=right,
                left_hand=right != other_way,
                spring=spring,
                inner=inner,
            )
        )
    return said


def _sizes(spring: SpringKind) -> str:
    return kind_words(spring)
