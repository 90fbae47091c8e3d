"""Naming a wire from readings across its coils."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.errors import BadInputError, ContradictionError, OutOfRangeError
from hinge.springs.identify import identify_wire, neighbours
from hinge.springs.wire import stock
from tests.support.words import ask

SIZES = stock().wire_in


@given(st.sampled_from(SIZES.tolist()))
def test_an_exact_reading_names_its_wire(wire):
    found = identify_wire({10: 10 * wire, 20: 20 * wire}, SIZES)
    assert found.candidates[0].wire_in == wire
    assert found.measured_wire_in == pytest.approx(wire)


@given(st.sampled_from(SIZES.tolist()), st.floats(-1 / 32, 1 / 32), st.floats(-1 / 32, 1 / 32))
def test_a_reading_half_a_sixteenth_off_still_has_the_wire_among_the_likely(wire, slip_ten, slip_twenty):
    found = identify_wire({10: 10 * wire + slip_ten, 20: 20 * wire + slip_twenty}, SIZES)
    assert wire in [one.wire_in for one in found.candidates]
    assert 0.7 < sum(one.chance for one in found.candidates) <= 1 + 1e-9


def test_a_reading_between_two_sizes_says_so():
    found = identify_wire({20: 20 * (0.207 + 0.2187) / 2}, SIZES)
    assert {one.wire_in for one in found.candidates[:2]} == {0.207, 0.2187}
    assert not found.sure
    assert identify_wire({10: 2.07, 20: 4.14}, SIZES).sure


def test_readings_that_disagree_are_refused_with_both():
    with pytest.raises(ContradictionError, match=r"0.207 in over 10 coils and 0.2187 in over 20 coils"):
        identify_wire({10: 2.07, 20: 4.374}, SIZES, reading_sd_in=1 / 128)


def test_no_reading_a_wild_one_and_no_such_wire_are_refused():
    with pytest.raises(BadInputError, match="Read across"):
        identify_wire({}, SIZES)
    with pytest.raises(OutOfRangeError):
        ask("identify", {"ten_coils_in": 0.01})
    with pytest.raises(ContradictionError, match=r"No standard wire is near 0.15 in; the nearest is 0.1875 in"):
        identify_wire({20: 3.0}, SIZES)


def test_neighbours_are_the_sizes_just_below_and_above():
    assert neighbours(0.225, SIZES) == (0.2187, 0.2343)
    assert neighbours(0.1875, SIZES) == (0.192,)
