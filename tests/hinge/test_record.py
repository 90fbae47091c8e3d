"""The door's record: what is missing, and the documents it turns into."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.document import read
from hinge.errors import HingeError
from hinge.file.record import DoorRecord
from hinge.file.setup import missing_of, on_door_of, setup_of
from hinge.measure.fields import fields
from tests.support.words import ask

WHOLE = {
    "weight_lb": 130.0,
    "width_in": 108.0,
    "height_in": 84.0,
    "section_count": 4.0,
    "radius_in": 12.0,
    "drum_diameter_in": 4.0,
    "cable_in": 0.125,
}


def test_every_needed_measurement_is_one_that_can_be_asked_for():
    assert set(missing_of({})) == set(WHOLE) <= set(fields())


@given(st.sets(st.sampled_from(sorted(WHOLE))))
def test_what_is_missing_is_named_in_the_order_it_is_asked(left_out):
    measured = {name: value for name, value in WHOLE.items() if name not in left_out}
    assert missing_of(measured) == [name for name in fields() if name in left_out]
    assert (setup_of(measured) is None) == bool(left_out)


def test_a_whole_record_can_be_asked_about():
    setup = setup_of(WHOLE)
    answer = ask("size", setup.model_dump() | {"cycles": 15000})
    assert answer.ideal.quarter_turns == 29


def test_the_rise_defaults_by_radius_and_is_taken_when_measured():
    assert setup_of(WHOLE).track.risen_in == 2
    assert setup_of(WHOLE | {"radius_in": 15.0}).track.risen_in == 3
    assert setup_of(WHOLE | {"rise_in": 3.5}).track.risen_in == 3.5


def test_springs_come_of_their_four_measurements_or_not_at_all():
    four = {"wire_in": 0.225, "inside_diameter_in": 2.0, "length_in": 27.5, "spring_count": 2.0}
    assert on_door_of(four).springs[0].count == 2
    for name in four:
        assert on_door_of({key: value for key, value in four.items() if key != name}) is None


def test_a_record_refuses_what_it_does_not_know():
    with pytest.raises(ValueError, match="Extra inputs"):
        DoorRecord.model_validate({"colour": "green"})
    with pytest.raises(HingeError) as refused:
        read(DoorRecord, {"measured": {"weight_lb": float("inf")}})
    assert refused.value.field == "measured.weight_lb"


def test_a_high_lift_that_was_measured_before_the_track_was_seen_to_be_another_is_left_out():
    stale = WHOLE | {"high_lift_in": 18.0}
    assert setup_of(stale | {"lift": "standard"}).track.high_lift_in is None
    tapered = {"drum_large_diameter_in": 6.0, "drum_taper_turns": 3.0}
    assert setup_of(stale | {"lift": "high"} | tapered).track.high_lift_in == 18
    assert setup_of(stale | {"lift": "vertical"} | tapered).track.high_lift_in is None
