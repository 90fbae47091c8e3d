"""Sizes in trade and in metric units: the same size, whoever listens."""

from __future__ import annotations

import re
from pathlib import Path
from typing import Any

import pint
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.errors import HingeError, require_between
from hinge.faults.knowledge import faults
from hinge.measure.fields import fields, read_field, write_value
from hinge.measure.tape import format_length, parse_length
from hinge.measure.units import parse_weight
from hinge.procedures.knowledge import steps, tools
from hinge.questions.ask import QUESTIONS, ask
from hinge.spoken import METRIC, as_said, is_metric, plain, sized, speaking
from tests.hinge.test_command import ASKED

PINT = {
    "in": "inch", "ft": "foot", "ft²": "foot**2", "lb": "pound_force", "lb·in": "pound_force*inch", "ft·lb": "foot*pound_force",
    "lb/in": "pound_force/inch", "kpsi": "ksi",
}  # fmt: skip
IN_METRIC = {
    "mm": "millimeter",
    "m": "meter",
    "m²": "meter**2",
    "kg": "kilogram_force",
    "MPa": "megapascal",
    "N·m": "newton*meter",
    "J": "joule",
    "N/mm": "newton/millimeter",
}
TRADE = re.compile(r"[\d½¼¾⅛⅜⅝⅞] ?(in|ft|lb|lb·in|ft·lb|ft²|lb/in)(?![\w·/-])|\d(\"|')(?![\w,\]}:])|lb·in|ft·lb")
# What is marked on the thing itself, and what a board or a sheet is sold as.
MARKED = re.compile(r"\d+ lb( class|: the class)?$|\d+ lb class|in ply")


@pytest.mark.parametrize("unit", METRIC)
def test_every_unit_is_as_big_as_a_library_says(unit):
    """Source: pint's registry, which takes inch, pound and standard gravity as defined."""
    there = pint.Quantity(1.0, PINT[unit]).to(IN_METRIC[METRIC[unit].name]).magnitude
    assert METRIC[unit].per_trade == pytest.approx(there, rel=1e-9)


@given(st.floats(0.0, 400.0), st.floats(0.0, 900.0))
def test_what_is_said_in_metric_reads_back_as_the_same_size(length_in, weight_lb):
    with speaking("metric"):
        assert parse_length(format_length(length_in)) == pytest.approx(length_in, abs=0.5 / 25.4 + 1e-9)
        assert parse_weight(sized(weight_lb, "lb", 0)) == pytest.approx(weight_lb, abs=0.05 / 0.4535 + 1e-9)
        for field in ("width_in", "weight_lb", "wire_in"):
            value = min(max(length_in, fields()[field].low), fields()[field].high)
            assert read_field(field, write_value(field, value), any_range=True) == pytest.approx(value, abs=0.12)


def test_one_way_of_speaking_ends_where_it_was_begun():
    with speaking("metric"):
        with speaking("trade"):
            assert not is_metric()
            assert sized(130.0, "lb", 0) == "130 lb"
        assert is_metric()
        assert sized(130.0, "lb", 0) == "59.0 kg"
    with pytest.raises(ZeroDivisionError), speaking("metric"):
        raise ZeroDivisionError
    assert not is_metric()
    assert plain(0.2253, "in") == "0.2253"
    assert plain(-0.02, "turns", 1) == "0.0", "nothing is below zero that is none"


def test_a_refusal_names_value_and_range_in_the_units_spoken_and_the_document_in_its_own():
    with speaking("metric"), pytest.raises(HingeError) as refused:
        require_between("width_in", 400.0, 24.0, 300.0, "in")
    assert refused.value.message == "Width of 10160 mm is outside 609.6 to 7620 mm."
    assert refused.value.as_document() | {"message": ""} == {
        "code": "out_of_range", "message": "", "field": "width_in", "value": 400.0, "allowed": "24 to 300", "unit": "in"
    }  # fmt: skip


@pytest.mark.parametrize(
    ("trade", "metric"),
    [
        ("By hand to 3 ft 6 in.", "By hand to 1.07 m."),
        ("2 to 6 in below, ¾ in off, 1½ in high", "51 to 152 mm below, 19 mm off, 38 mm high"),
        ("a door of 180 ft² and 130 lb", "a door of 16.72 m² and 58.97 kg"),
        ("one in twelve, 12 inches, 3 in-line", "one in twelve, 12 inches, 3 in-line"),
        ("a board of 8 × 8 in", "a board of 203 × 203 mm"),
    ],
)
def test_rules_of_thumb_are_said_in_whole_millimetres(trade, metric):
    assert as_said(trade) == trade
    with speaking("metric"):
        assert as_said(trade) == metric


def _words(answer: Any) -> list[str]:
    if isinstance(answer, str):
        return [answer]
    parts = answer.values() if isinstance(answer, dict) else answer if isinstance(answer, list) else []
    return [words for part in parts for words in _words(part)]


def _numbers(answer: Any) -> list[float]:
    if isinstance(answer, int | float):
        return [answer]
    parts = answer.values() if isinstance(answer, dict) else answer if isinstance(answer, list) else []
    return [number for part in parts for number in _numbers(part)]


def test_what_is_known_is_told_without_a_trade_unit():
    with speaking("metric"):
        told = [
            *(one.do for one in steps().values()),
            *(one.cure for one in faults().causes.values()),
            *(words for one in faults().checks.values() for words in (one.ask, *one.outcomes.values())),
            *(words for one in fields().values() for words in (one.ask, *one.choices.values())),
        ]
    assert not [words for words in told if TRADE.search(words)]


@pytest.mark.parametrize("question", [name for name in QUESTIONS if name in ASKED])
def test_an_answer_in_metric_has_the_same_numbers_and_no_trade_unit_in_its_words(question):
    document = ASKED[question]
    in_trade = ask(question, document).model_dump(mode="json")
    with speaking("metric"):
        in_metric = ask(question, document).model_dump(mode="json")
    assert _numbers(in_metric) == _numbers(in_trade)
    # Tools are sized by what is marked on them.
    left = [words for words in _words(in_metric) if TRADE.search(MARKED.sub("", words)) and words not in tools().values()]
    assert not left


def test_the_page_takes_a_unit_for_as_big_as_the_core_does():
    table = (Path(__file__).resolve().parents[2] / "web" / "src" / "ui" / "units.ts").read_text(encoding="utf-8")
    told = re.findall(r"^  '?([^'\s:]+)'?: \['([^']+)', ([\d.]+), (-?\d+)\],$", table, re.MULTILINE)
    assert {unit for unit, *_ in told} <= set(METRIC)
    assert len(told) >= 5
    for unit, name, per_trade, decimals in told:
        metric = METRIC[unit]
        assert (name, int(decimals)) == (metric.name, metric.decimals)
        assert float(per_trade) == pytest.approx(metric.per_trade, rel=1e-12)
