"""What a refusal says: the value, the allowed range and the unit."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.errors import BadInputError, ContradictionError, GateNotMetError, OutOfRangeError, OutOfStepError, require_between
from hinge.text.marks import number


@pytest.mark.parametrize(("value", "text"), [(84, "84"), (82.5, "82.5"), (0.1875, "0.1875"), (100.0, "100"), (0, "0"), (1 / 3, "0.3333")])
def test_numbers_read_as_a_person_writes_them(value, text):
    assert number(value) == text


@given(st.floats(-1e4, 1e4))
def test_a_value_is_refused_exactly_outside_its_range(value):
    if 10 <= value <= 20:
        require_between("door.height_in", value, 10, 20, "in")
        return
    with pytest.raises(OutOfRangeError) as refused:
        require_between("door.height_in", value, 10, 20, "in")
    said = refused.value.as_document()
    assert (said["field"], said["value"], said["allowed"], said["unit"]) == ("door.height_in", value, "10 to 20", "in")
    assert str(refused.value) == f"Height of {number(value)} in is outside 10 to 20 in."


def test_not_a_number_is_outside_every_range():
    with pytest.raises(OutOfRangeError):
        require_between("weight_lb", float("nan"), 0, 1e9, "lb")


def test_each_kind_has_a_code_of_its_own():
    kinds = (BadInputError, OutOfRangeError, ContradictionError, GateNotMetError, OutOfStepError)
    assert len({kind.code for kind in kinds}) == len(kinds)
    assert all(set(kind("why").as_document()) == {"code", "message", "field", "value", "allowed", "unit"} for kind in kinds)
