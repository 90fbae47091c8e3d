"""One torsion spring: limits, round trips and refusals."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.errors import ContradictionError, OutOfRangeError
from hinge.springs.life import LONGEST_CYCLES, distance_from_published, life_range, likely_cycles
from hinge.springs.torsion import bar_force, bending_stress, inner_fibre_factor, rate, stored_energy, wound_inside_diameter, wound_length
from hinge.springs.wire import material_named, materials, stock, tensile_strength
from tests.support.doors import build_flat_drum, build_torsion
from tests.support.words import ask

OIL = material_named("oil_tempered")


def test_rate_of_an_array_is_the_rate_of_each():
    lengths = np.array([20.0, 27.5, 40.0])
    each = [build_torsion(0.225, 2.0, float(length)).rate_lbin_per_turn for length in lengths]
    assert rate(0.225, 2.0, lengths, OIL) == pytest.approx(each)


@given(st.floats(0.18, 0.4), st.sampled_from([1.75, 2.0, 2.625]), st.floats(20, 60))
def test_a_longer_spring_is_weaker_and_a_thicker_one_stronger(wire, inside, length):
    spring = build_torsion(wire, inside, length)
    assert build_torsion(wire, inside, length + 1).rate_lbin_per_turn < spring.rate_lbin_per_turn
    assert build_torsion(wire * 1.02, inside, length).rate_lbin_per_turn > spring.rate_lbin_per_turn


@given(st.floats(20, 200), st.floats(0.5, 20))
def test_energy_is_the_work_of_winding(spring_rate, turns):
    angle = np.linspace(0, 2 * np.pi * turns, 2001)
    work = np.trapezoid(spring_rate * angle / (2 * np.pi), angle) / 12
    assert stored_energy(spring_rate, turns) == pytest.approx(work)


@given(st.floats(0, 12))
def test_winding_keeps_the_wire_and_shrinks_the_coil(turns):
    spring = build_torsion(0.225, 2.0, 27.5)
    inside = float(wound_inside_diameter(0.225, 2.0, spring.active_coils, turns))
    assert inside <= 2.0
    # The wire in the active coils keeps its length.
    assert (inside + 0.225) * (spring.active_coils + turns) == pytest.approx(2.225 * spring.active_coils)


def test_life_falls_with_stress_and_is_always_a_range():
    hard, easy = life_range(240_000, 0.225, OIL), life_range(180_000, 0.225, OIL)
    assert hard.low < hard.likely < hard.high < easy.likely
    assert float(likely_cycles(1.0, 0.225, OIL)) == LONGEST_CYCLES


def test_distance_from_the_published_limit_is_told():
    # The trade's line expects about a third more of the wire at 10⁵ cycles than the published table.
    assert 1.2 < distance_from_published(0.225, OIL, float(inner_fibre_factor(0.225, 2.0))) < 1.5


def test_strength_falls_with_wire_size_for_every_material():
    for material in materials().values():
        assert (np.diff(tensile_strength(stock().wire_in, material)) < 0).all()


def test_bar_force_is_torque_over_the_grip():
    assert bar_force(180, 18) == pytest.approx(10)
    with pytest.raises(OutOfRangeError, match="6 to 36"):
        ask("torsion", {"wire_in": 0.225, "inside_diameter_in": 2, "length_in": 30, "turns": 7, "bar_in": 2})


def test_a_spring_all_dead_coils_is_refused_with_the_numbers():
    with pytest.raises(ContradictionError, match=r"4.4444 coils, and the cones hold 5"):
        build_torsion(0.225, 2, 1)


def test_wire_that_does_not_go_with_the_diameter_is_refused():
    with pytest.raises(ContradictionError, match="does not go with"):
        build_torsion(0.5, 0.6, 30)


@pytest.mark.parametrize("wrong", [{"wire_in": -1.0}, {"wire_in": 5.0}, {"length_in": 1e6}, {"material": "rope"}, {"dead_coils": -1.0}])
def test_sizes_out_of_range_are_refused(wrong):
    with pytest.raises(OutOfRangeError):
        build_torsion(**({"wire_in": 0.225, "inside_diameter_in": 2.0, "length_in": 27.5} | wrong))


def test_a_drum_too_small_for_its_cable_is_refused():
    with pytest.raises(ContradictionError, match="too small"):
        build_flat_drum(2, 0.25)


def test_stress_and_growth_scale_as_they_must():
    assert bending_stress(200, 0.25) == pytest.approx(2 * bending_stress(100, 0.25))
    assert wound_length(27.5, 0.225, 7.5) == pytest.approx(29.1875)
