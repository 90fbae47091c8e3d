"""What is said of the parts of a door: which spring is where and wound which way, its drums, cables and turns."""

from __future__ import annotations

from pydantic import BaseModel

from hinge.call.record import CarrierKind, OnDoor, hand_of, springs_by_cone
from hinge.call.setup import drum_of, kind_of
from hinge.call.words import PARTS, carrier_words, wound_words
from hinge.measure.fields import Measured
from hinge.measure.tape import format_length
from hinge.sizing.ideal import DRUM_WORDS
from hinge.spoken import sized
from hinge.springs.torsion import SpringKind
from hinge.springs.words import pair_words, spring_words, stack_words

NOT_YET = "not measured yet"


class SpringSaid(BaseModel):
    """A spring on the shaft: where it is, what it is, which way it is wound; `inner` where one sits inside it."""

    name: str
    says: str
    right_side: bool
    left_hand: bool
    spring: SpringKind
    inner: SpringKind | None = None


class DoorSaid(BaseModel):
    """What carries the door and how it is wound, in words; what to read of each part that is drawn."""

    carried_by: CarrierKind
    words: str
    wound: str
    drum: str
    cable: str
    springs: list[SpringSaid]
    pair: str
    stack: str


def door_said(measured: Measured, on: OnDoor) -> DoorSaid:
    """What is said of a door of which so much is known. Never raises."""
    kind, cable = on.kind or kind_of(measured), measured.get("cable_in")
    over = "front pulley" if kind == "extension" else "drum"
    return DoorSaid(
        carried_by=kind,
        words=carrier_words(on),
        wound=wound_words(on),
        drum=_drum_words(measured),
        cable=f"{sized(cable, 'in')} cable, from the bottom bracket over the {over}" if isinstance(cable, float) else NOT_YET,
        springs=_springs(on, turned_round(measured)),
        pair=pair_words(on.extension) if on.extension else "",
        stack=stack_words(on.counterweight) if on.counterweight else "",
    )


def _drum_words(measured: Measured) -> str:
    drum = drum_of(measured)
    if drum is None:
        return NOT_YET
    named = f"{DRUM_WORDS[drum.kind]}"
    if drum.diameter_in is None:
        return f"{named}, {len(drum.diameters_in or [])} diameters"
    wide = f" narrowing from {format_length(drum.large_diameter_in)}" if drum.large_diameter_in else ""
    return f"{format_length(drum.diameter_in)} {named}{wide}"


def turned_round(measured: Measured) -> bool:
    """Whether the springs are wound the other way than usual."""
    return measured.get("left_hand") == "left"


def _springs(on: OnDoor, other_way: bool) -> list[SpringSaid]:
    """Springs where and as they are wound, seen from inside."""
    said = []
    for cone, (spring, *nested_in) in springs_by_cone(on).items():
        inner = nested_in[0] if nested_in else None
        right = cone.startswith("right")
        hand = f"{hand_of(cone, other_way).lower()} wound"
        nested = f", around {_sizes(inner)}" if inner else ""
        turns = on.cones.get(cone)
        wound = "" if turns is None else f", {turns} quarter-turns on it"
        name = PARTS["torsion"][cone] if cone == "single" else f"{PARTS['torsion'][cone]}, {hand}"
        said.append(
            SpringSaid(
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
    return spring_words(spring).removesuffix(", one")
