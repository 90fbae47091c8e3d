"""Doors that are not a torsion pair on standard track: each track, drum and counterbalance once, and a shop's own lists."""

from __future__ import annotations

from dataclasses import dataclass

from hinge.carriers.carrier import Carrier
from hinge.carriers.counterweight import Counterweight, hub_of
from hinge.carriers.extension import Extension
from hinge.carriers.torsion import wound
from hinge.file.record import DoorRecord
from hinge.file.setup import kind_of, setup_of
from hinge.measure.fields import Value
from hinge.sizing.picks import pick_extension, pick_plates
from hinge.sizing.search import Wanted, find_sets
from hinge.springs.counterweight import Stack
from hinge.springs.extension import ExtensionPair


@dataclass(frozen=True)
class Unusual:
    """A door by its name and what was measured on it; `sized_as` where the springs on it were chosen for another lift."""

    name: str
    measured: dict[str, Value]
    sized_as: str | None = None


LOW: dict[str, Value] = {"radius_in": 12.0, "lift": "low_headroom"}
PAIR: dict[str, Value] = {"counterbalance": "extension", "radius_in": 12.0, "rise_in": 2.0, "safety_cables": "both"}
DRUM: dict[str, Value] = {"drum_diameter_in": 4.0, "cable_in": 0.125}


def _size(width_in: float, height_in: float, sections: int, weight_lb: float) -> dict[str, Value]:
    return {"width_in": float(width_in), "height_in": float(height_in), "section_count": float(sections), "weight_lb": float(weight_lb)}


UNUSUAL = (
    Unusual("Lantern Hill cellar garage", _size(108, 84, 4, 148) | LOW | DRUM | {"household": "two_cars_kids"}, sized_as="standard"),
    Unusual("Ropewalk carriage house", _size(96, 84, 4, 129) | PAIR | {"household": "one_car", "open_stretch_in": 2.0}),
    Unusual(
        "Weir End engine shed",
        _size(144, 120, 6, 330) | {"lift": "high", "radius_in": 15.0, "rise_in": 3.0, "high_lift_in": 36.0, "cable_in": 0.1563}
        | {"listed_drum": "high_lift_54", "household": "busy_bay", "section_extras_lb": [0.0, 0.0, 0.0, 0.0, 0.0, 18.0]},
    ),
    Unusual(
        "Harrow Quay ice house",
        _size(120, 120, 6, 410) | {"lift": "vertical", "cable_in": 0.1563, "listed_drum": "vertical_132", "household": "workshop"},
    ),
    Unusual(
        "Osier Bank sluice house",
        _size(96, 96, 5, 170) | {"lift": "vertical", "cable_in": 0.125, "drum_diameter_in": 4.0, "counterbalance": "counterweight"}
        | {"hub_core_in": 2.0, "strap_in": 0.03, "hub_turns": 9.0},
    ),
    Unusual("Low Ferry lifeboat store", _size(192, 144, 7, 640) | {"radius_in": 15.0, "drum_diameter_in": 5.25, "cable_in": 0.1875}),
)  # fmt: skip


def record_of(door: Unusual) -> DoorRecord:
    """The door's record with what belongs on it."""
    sized = door.measured | ({"lift": door.sized_as} if door.sized_as else {})
    return DoorRecord(measured=door.measured, on_door=_carrier(sized))


def _carrier(measured: dict[str, Value]) -> Carrier:
    setup = setup_of(measured)
    assert setup is not None, measured
    door, track = setup.door, setup.track
    if kind_of(measured) == "extension":
        return Extension(pair=ExtensionPair(class_lb=pick_extension(door, track).grade.to_lb))
    assert setup.drum is not None
    drum, hub = setup.drum.on(track), hub_of(measured)
    if kind_of(measured) == "counterweight" and hub is not None:
        return Counterweight(stack=Stack(plates=pick_plates(door, track, drum, hub).plates, hub=hub))
    width = measured["width_in"]
    room = width if isinstance(width, float) else None
    best = find_sets(door, track, drum, Wanted(cycles=15_000, most=1, shaft_length_in=room)).sets[0]
    return wound(list(best.springs), best.quarter_turns, best.duplex)


VAN = """wire_in,inside_diameter_in,length_in,count
0.207,2,120,2
0.2187,2,120,2
0.225,2,120,2
0.2343,2,120,1
0.250,2,120,2
0.2437,2.625,60,2
0.273,2.625,96,2
"""
PARTS = """part,count
Roller with a short stem,24
End hinge No. 1,6
Cable pair for 7 ft,3
Centre bearing,4
Bottom bracket pair,2
"Extension spring, 130 lb class",2
"Extension spring, 150 lb class",4
"""
# Made up: the formula's rate per coil, two or three per cent off, as a supplier's own measurements are.
# What is on the second van.
SECOND_VAN = """wire_in,inside_diameter_in,length_in,count,hand
0.2187,1.75,26,1,left
0.2187,1.75,26,1,right
0.2343,2,32,2,left
0.2343,2,32,2,right
"""
SECOND_PARTS = """part,count
Cable pair for 7 ft,1
Roller with a short stem,6
"Centre bearing",2
"""
RATES = """wire_in,inside_diameter_in,length_in,rate_lbin_per_turn,rate_per_coil_lbin_per_turn
0.207,2,,,2290
0.2187,2,,,2830
0.225,2,,,3160
0.2343,2,,,3690
0.250,2,,,4780
0.2437,2.625,,,3370
0.273,2.625,,,5250
0.225,2,27.5,27.1,
"""
