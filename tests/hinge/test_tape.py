"""Tape notation: every form people write, and back."""

import contextlib
import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.errors import BadInputError, OutOfRangeError
from hinge.measure.fields import fields, read_field, write_value
from hinge.measure.tape import parse_length
from hinge.measure.units import parse_weight
from hinge.text.marks import say_length
from tests.support.words import words

FORMS = {
    "6'10\"": 82, "6' 10 1/2\"": 82.5, "6-10 1/2": 82.5, "6-10": 82, "82 1/2": 82.5, "82-1/2": 82.5, "82.5": 82.5, '82 1/2"': 82.5,
    "7/16": 0.4375, ".225": 0.225, "2.08 m": 81.8898, "2080mm": 81.8898, "208 cm": 81.8898, "7 ft": 84, "7'": 84, "6ft 10in": 82,
    "82½": 82.5, "6′10″": 82, "  84 ": 84, "1/2": 0.5, "3 inches": 3, "0": 0,
}  # fmt: skip


@pytest.mark.parametrize(("text", "inches"), FORMS.items())
def test_reads_what_people_write(text, inches):
    assert parse_length(text) == pytest.approx(inches, abs=1e-4)


@pytest.mark.parametrize(
    ("text", "why"),
    [
        ("", "Nothing was given"),
        ("6'14\"", "a foot or more"),
        ("6'12\"", "a foot or more"),
        ("-3", "never below zero"),
        ("82 3/5", "A tape has no 3/5"),
        ("7/4", "whole inch or more"),
        ("6'10&", "Character 5, '&'"),
        ("six", "does not read as inches"),
        ("6.5' 3\"", "say it twice"),
        ("82 1/0", "A tape has no 1/0"),
        ("1 2 3", "does not read as inches"),
    ],
)
def test_refuses_nonsense_saying_what_and_where(text, why):
    with pytest.raises(BadInputError, match=why) as refused:
        parse_length(text, "height_in")
    assert refused.value.field == "height_in"
    assert "82 1/2" in refused.value.allowed


@given(st.integers(0, 16 * 600), st.booleans())
def test_sixteenths_come_back_exactly(sixteenths, feet):
    assert parse_length(words(say_length(sixteenths / 16, feet))) == sixteenths / 16


@given(st.floats(0, 600))
def test_writing_rounds_to_the_nearest_sixteenth(length_in):
    assert abs(parse_length(words(say_length(length_in))) - length_in) <= 1 / 32 + 1e-9


@given(st.text(max_size=12))
def test_any_text_is_read_or_refused_never_crashes(text):
    with contextlib.suppress(BadInputError):
        assert parse_length(text) >= 0


@pytest.mark.parametrize(("text", "pounds"), [("130", 130), ("130 lb", 130), ("130.5lbs", 130.5), ("59 kg", 130.0727), ("-8", -8)])
def test_reads_weights(text, pounds):
    assert parse_weight(text) == pytest.approx(pounds, abs=1e-3)


@pytest.mark.parametrize("text", ["", "heavy", "12 stone", "1e3", "nan"])
def test_refuses_other_weights(text):
    with pytest.raises(BadInputError):
        parse_weight(text)


def test_a_field_out_of_range_names_value_range_and_unit():
    with pytest.raises(OutOfRangeError) as refused:
        read_field("weight_lb", "12 lb")
    problem = refused.value.as_document()
    assert (problem["field"], problem["value"], problem["allowed"], problem["unit"]) == ("weight_lb", 12.0, "30 to 1200", "lb")
    assert words(problem["message"]) == "Weight of 12 lb is outside 30 to 1200 lb."


@given(st.data())
def test_every_field_reads_back_what_it_writes(data):
    whole = [field for field in fields().values() if field.quantity in ("length", "feet", "weight", "count", "turns", "degrees")]
    field = data.draw(st.sampled_from(whole))
    value = data.draw(st.integers(math.ceil(field.low), int(field.high)))
    assert read_field(field.name, words(write_value(field.name, value))) == pytest.approx(value)


def test_counts_are_whole_numbers():
    assert read_field("section_count", "4") == 4
    with pytest.raises(BadInputError, match="whole number"):
        read_field("section_count", "4.5")


@given(st.integers(1, 400))
def test_whole_inches_in_millimetres_are_whole_inches(inches):
    assert parse_length(f"{inches * 25.4:g} mm") == inches
