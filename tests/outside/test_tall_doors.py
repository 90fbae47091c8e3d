"""Where a door must hold goes with its height: half-way up, not at the hand of whoever reads. Common practice for tall doors, no source."""

from __future__ import annotations

import pytest

from hinge.springs.counterbalance import THREE_TO_FOUR_FEET
from tests.support.words import ask, words

HUNG = {
    "track": {"lift": "standard", "radius_in": 15, "rise_in": 3},
    "drum": {"kind": "flat", "diameter_in": 4, "cable_in": 0.125},
}


def asked(height_in: float, heights: list[float]):
    door = {"height_in": height_in, "section_count": round(height_in / 21), "weight_lb": 200}
    sets = ask("size", HUNG | {"door": door, "cycles": 10_000, "drum": HUNG["drum"]}).sets
    springs = [spring.model_dump(exclude_none=True) for spring in sets[0].springs]
    readings = [{"height_in": at, "outcome": "holds"} for at in heights]
    return ask("trim", HUNG | {"door": door, "springs": springs, "quarter_turns": sets[0].quarter_turns, "readings": readings})


@pytest.mark.parametrize("height_in", [84, 90, 96])
def test_up_to_eight_feet_it_is_the_trades_three_to_four_feet(height_in):
    band = THREE_TO_FOUR_FEET.on(height_in)
    assert (band.from_in, band.to_in) == (36, 48)
    assert words(band.words) == "3 to 4 ft"


@pytest.mark.parametrize("height_in", [108, 120, 144, 168, 216])
def test_beyond_it_is_half_way_up_in_the_doors_own_feet(height_in):
    band = THREE_TO_FOUR_FEET.on(height_in)
    assert band.from_in < height_in / 2 < band.to_in
    assert band.from_in % 6 == band.to_in % 6 == 0
    assert band.from_in / height_in > 0.35, "what is low is not also the middle"
    assert words(band.words).endswith(" ft")


@pytest.mark.parametrize("height_in", [120, 144, 168])
def test_a_tall_door_is_not_left_after_two_readings(height_in):
    """One reading at 3 ft 6 in was taken for low and for the middle."""
    assert asked(height_in, [42, height_in * 0.75]).advice.kind == "measure_more"
    assert asked(height_in, [12, 42, height_in - 12]).advice.kind != "leave" or height_in <= 96
    middle = THREE_TO_FOUR_FEET.on(height_in).middle_in
    done = asked(height_in, [12, 42, middle, middle + 6, height_in * 0.7, height_in * 0.8, height_in - 12])
    assert done.advice.kind == "leave", done.advice


def test_the_first_reading_is_asked_for_half_way_up():
    assert asked(120, []).advice.next_height_in == pytest.approx(60, abs=6)
    assert asked(84, []).advice.next_height_in == 42
