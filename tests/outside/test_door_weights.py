"""What known doors weigh, against the estimate from their make-up, its range included."""

from __future__ import annotations

import pytest

from hinge.document import read
from hinge.door.makeup import SectionMakeUp, estimate_weight, materials_of_sections

# Galvanised sheet by gauge [lb/ft²], Machinery's Handbook sheet gauge table (memory); foam [lb/ft³], Wood and foam handbooks (memory).
SHEET_LB_PER_FT2 = {24: 1.156, 25: 1.031, 26: 0.906, 27: 0.844, 28: 0.781}
FOAM_LB_PER_FT3 = 1.5
# Width and height [in], make-up, weight [lb]. The doors of two skins: springs judged right by hand carry 205 and 217 lb, and a door of
# 129 lb put on a scale (handbook of the trade). The others from memory of what suppliers say their doors weigh, to five pounds.
KNOWN = [
    (192, 84, "steel_back", 205),
    (192, 84, "steel_back", 217),
    (108, 84, "steel_back", 129),
    (108, 84, "pan_steel_25", 95),
    (192, 84, "pan_steel_25", 160),
    (96, 84, "pan_steel_24", 100),
    (108, 84, "steel_vinyl_back", 115),
    (192, 84, "steel_vinyl_back", 200),
    (108, 84, "wood", 210),
    (192, 84, "wood_flush", 320),
    (108, 84, "aluminium_glass", 195),
]


def estimate(width_in: float, height_in: float, material: str):
    sections = tuple(read(SectionMakeUp, {"height_in": height_in / 4, "material": material}) for _ in range(4))
    return estimate_weight(width_in, sections)


def test_two_skins_weigh_what_their_steel_and_foam_weigh():
    skins = SHEET_LB_PER_FT2[27] + SHEET_LB_PER_FT2[28] + FOAM_LB_PER_FT3 * 2 / 12
    assert materials_of_sections()["steel_back"].weight == pytest.approx(skins, abs=0.02)


@pytest.mark.parametrize(("width_in", "height_in", "material", "weight_lb"), KNOWN)
def test_the_range_of_a_known_door_holds_what_it_weighs(width_in, height_in, material, weight_lb):
    found = estimate(width_in, height_in, material)
    assert abs(found.weight_lb - weight_lb) <= 2 * found.sd_lb


def test_the_ranges_are_no_wider_than_the_doors_call_for():
    """Of eleven doors about two thirds lie within one standard deviation; a range that held all of them in a tenth of itself would be
    too wide to be of use."""
    off = [(weight - found.weight_lb) / found.sd_lb for *door, weight in KNOWN for found in [estimate(*door)]]
    assert max(map(abs, off)) > 0.5
    assert abs(sum(off) / len(off)) < 0.6, "neither high nor low on the whole"
