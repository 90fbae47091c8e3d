"""Weighing, make-up, and a spring's relaxed sizes: what can be read, and what it is worth."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.document import read
from hinge.door.makeup import SectionMakeUp, estimate_weight, extras, materials_of_sections
from hinge.errors import BadInputError, ContradictionError, OutOfRangeError
from hinge.measure.weighing import weigh
from hinge.springs.life import Life
from hinge.springs.relaxed import inside_diameter, relaxed_length
from hinge.springs.torsion import wound_length
from hinge.springs.use import use_named, uses, years_of
from hinge.springs.wire import stock
from tests.support.doors import build_door
from tests.support.words import ask

INSIDES = stock().inside_diameter_in


def test_two_scales_add_and_repeats_narrow():
    one, two, many = weigh((130.0,)), weigh((66.0, 65.0), (64.0,)), weigh((130.0, 131.0, 129.0, 130.0))
    assert two.weight_lb == pytest.approx(129.5)
    assert many.sd_lb < one.sd_lb
    assert "Read it twice" in one.warnings[0]
    assert many.warnings == ()


def test_ends_that_differ_by_more_than_a_tenth_say_racked():
    assert "racked" in weigh((70.0, 70.0), (60.0,)).warnings[0]
    assert weigh((66.0, 66.0), (64.0,)).warnings == ()


def test_readings_too_far_apart_are_no_weight():
    with pytest.raises(ContradictionError, match="from 120 to 150 lb: something binds"):
        weigh((120.0, 150.0))
    with pytest.raises(BadInputError, match="Read the scale"):
        weigh(())
    with pytest.raises(OutOfRangeError):
        ask("weigh", {"readings_lb": [2]})


def sections(material="pan_steel_25", **on_top):
    each = {"height_in": 21.0, "material": material}
    return tuple(read(SectionMakeUp, each | {"extras": on_top if place == 3 else {}}) for place in range(4))


def test_make_up_adds_what_hangs_on_a_section_to_that_section():
    plain, strutted = estimate_weight(192, sections()), estimate_weight(192, sections(strut=1, opener_bracket=1))
    assert strutted.section_weights_lb[:3] == plain.section_weights_lb[:3]
    assert strutted.weight_lb - plain.weight_lb == pytest.approx(16 * extras()["strut"].weight + extras()["opener_bracket"].weight)
    assert sum(strutted.section_weights_lb) == pytest.approx(strutted.weight_lb)
    assert strutted.sd_lb > plain.sd_lb


def test_an_estimate_is_not_good_enough_for_springs_on_a_double_door():
    assert 2 * estimate_weight(192, sections()).sd_lb > 10


@given(st.sampled_from(sorted(materials_of_sections())), st.floats(90, 220))
def test_a_wider_door_weighs_more_and_is_less_sure(material, width):
    narrow, wide = estimate_weight(width, sections(material)), estimate_weight(width * 1.1, sections(material))
    assert narrow.weight_lb < wide.weight_lb
    assert narrow.sd_lb < wide.sd_lb


def test_glass_and_insulation_are_a_share_of_the_section():
    half, whole = (estimate_weight(192, sections(glass=share)).weight_lb for share in (0.5, 1.0))
    plain = estimate_weight(192, sections()).weight_lb
    assert whole - plain == pytest.approx(2 * (half - plain))
    assert whole - plain == pytest.approx(21 * 192 / 144 * extras()["glass"].weight)
    with pytest.raises(OutOfRangeError):
        estimate_weight(192, sections(glass=12))


def test_sections_alike_are_the_same_as_sections_one_by_one():
    alike = {"height_in": 84, "section_count": 4, "material": "wood", "on_each": {"insulation_kit": 1}, "on_top": {"strut": 1}}
    section = {"height_in": 21, "material": "wood", "extras": {"insulation_kit": 1}}
    top = section | {"extras": {"insulation_kit": 1, "strut": 1}}
    by_one = ask("weigh", {"width_in": 108, "sections": [section] * 3 + [top]})
    assert ask("weigh", {"width_in": 108, "alike": alike}) == by_one
    assert by_one.estimate
    assert "put it on a scale" in by_one.warnings[0]


def test_what_is_not_in_the_table_is_refused_with_what_is():
    with pytest.raises(OutOfRangeError, match="'paper'"):
        estimate_weight(108, sections("paper"))
    with pytest.raises(OutOfRangeError, match="'bell'"):
        estimate_weight(108, sections(bell=1))


def test_every_figure_names_its_source():
    for figure in [*materials_of_sections().values(), *extras().values()]:
        assert figure.source in ("memory", "estimate", "practice", "published")
        assert 0 < figure.sd < figure.weight


def test_extras_are_part_of_the_weight_and_sit_on_their_section():
    door = build_door(84, section_count=4, weight_lb=130, extras_lb=(0.0, 0.0, 0.0, 20.0))
    assert door.total_lb == pytest.approx(130)
    assert door.weights_lb[3] - door.weights_lb[0] == pytest.approx(20)
    uneven = build_door(84, (24.0, 18.0, 18.0, 24.0), weight_lb=130)
    assert uneven.weights_lb[0] / uneven.weights_lb[1] == pytest.approx(24 / 18)


def test_extras_that_leave_no_door_are_refused():
    with pytest.raises(ContradictionError, match="leaves 10 of 130 lb"):
        build_door(84, section_count=4, weight_lb=130, extras_lb=(0.0, 0.0, 0.0, 120.0))
    with pytest.raises(ContradictionError, match="4 sections, but extras for 2"):
        build_door(84, section_count=4, weight_lb=130, extras_lb=(1.0, 1.0))
    with pytest.raises(ContradictionError, match="already hold"):
        build_door(84, section_weights_lb=(30.0,) * 4, extras_lb=(1.0,) * 4)


@given(st.floats(15, 60), st.sampled_from(stock().wire_in.tolist()), st.floats(0, 10))
def test_a_wound_spring_comes_back_to_its_relaxed_length(length, wire, turns):
    assert relaxed_length((float(wound_length(length, wire, turns)),), wire, turns) == pytest.approx(length)


def test_pieces_add_up_and_are_not_wound():
    assert relaxed_length((10.0, 17.5), 0.225) == 27.5
    with pytest.raises(ContradictionError, match="in pieces is not wound"):
        relaxed_length((10.0, 17.5), 0.225, 7)
    with pytest.raises(BadInputError):
        relaxed_length((), 0.225)


@given(st.sampled_from(INSIDES.tolist()), st.sampled_from(stock().wire_in.tolist()), st.floats(-0.03, 0.03))
def test_an_outside_diameter_names_the_stock_inside(inside, wire, off):
    assert inside_diameter(wire, INSIDES, inside + 2 * wire + off) == inside


def test_stamp_and_outside_must_agree():
    assert inside_diameter(0.225, INSIDES, 2.46, 2.0) == 2.0
    assert inside_diameter(0.225, INSIDES, None, 1.75) == 1.75
    assert inside_diameter(0.225, INSIDES) is None
    assert inside_diameter(0.225, INSIDES, 3.45) == pytest.approx(3.0)
    with pytest.raises(ContradictionError, match=r"the stamp says 1\.75 in"):
        inside_diameter(0.225, INSIDES, 2.46, 1.75)


def test_years_run_from_hard_use_of_a_short_life_to_little_use_of_a_long_one():
    years = years_of(Life(7_300, 10_000, 14_600), use_named("one_car"))
    assert (years.low, years.high) == (pytest.approx(7_300 / 4 / 365), pytest.approx(14_600 / 2 / 365))
    assert all(use.low < use.high for use in uses().values())
    assert np.isfinite(years.high)


@given(st.sampled_from(sorted(materials_of_sections())), st.floats(0.25, 3.5))
def test_a_thicker_section_weighs_no_less_and_wood_goes_with_its_thickness(material, thickness_in):
    usual = materials_of_sections()[material].usual_in
    thin, thick = (estimate_weight(108, sections(material), at).weight_lb for at in (thickness_in, thickness_in + 0.25))
    assert thick >= thin > 0
    assert estimate_weight(108, sections(material), usual or None).weight_lb == pytest.approx(
        estimate_weight(108, sections(material)).weight_lb
    )


def test_an_inch_of_wood_is_an_inch_of_its_density():
    """27 lb/ft³ for softwood: 2.25 lb/ft² per inch. Wood Handbook (memory)."""
    square_feet = 108 * 84 / 144
    more = estimate_weight(108, sections("wood"), 2.375).weight_lb - estimate_weight(108, sections("wood"), 1.375).weight_lb
    assert more == pytest.approx(27 / 12 * square_feet, rel=0.01)
