"""Quantities put into words: the same size, whoever reads it."""

from __future__ import annotations

import json
import re
from pathlib import Path
from typing import Any

import pint
import pytest
from hypothesis import example, given
from hypothesis import strategies as st

from hinge.errors import HingeError, require_between
from hinge.faults.knowledge import faults
from hinge.measure.fields import fields, read_field, write_value
from hinge.measure.tape import parse_length
from hinge.measure.units import parse_weight
from hinge.procedures.knowledge import steps, tools
from hinge.questions.ask import NAMES
from hinge.text.marks import RULE, mark, say_amount, say_length, say_size, with_rules
from hinge.text.render import READERS, json_escape, reads_as_rule, render
from hinge.text.units import METRIC
from tests.support.questions import ASKED
from tests.support.units import MARKED, TRADE
from tests.support.words import ask, words

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


@pytest.mark.parametrize("unit", METRIC)
def test_every_unit_is_as_big_as_a_library_says(unit):
    """Source: pint's registry, which takes inch, pound and standard gravity as defined."""
    there = pint.Quantity(1.0, PINT[unit]).to(IN_METRIC[METRIC[unit].name]).magnitude
    assert METRIC[unit].per_trade == pytest.approx(there, rel=1e-9)


@given(st.floats(0.0, 400.0), st.floats(0.0, 900.0))
def test_what_is_said_in_metric_reads_back_as_the_same_size(length_in, weight_lb):
    assert parse_length(words(say_length(length_in), "metric")) == pytest.approx(length_in, abs=0.5 / 25.4 + 1e-9)
    assert parse_weight(words(say_size(weight_lb, "lb", 0), "metric")) == pytest.approx(weight_lb, abs=0.05 / 0.4535 + 1e-9)
    for field in ("width_in", "weight_lb", "wire_in"):
        value = min(max(length_in, fields()[field].low), fields()[field].high)
        assert read_field(field, words(write_value(field, value), "metric"), any_range=True) == pytest.approx(value, abs=0.12)


def test_one_sentence_is_read_by_many_each_in_their_own_units():
    sentence = f"About {say_size(130.0, 'lb', 0)}."
    assert words(sentence) == "About 130 lb."
    assert words(sentence, "metric") == "About 59.0 kg."
    assert words(sentence) == "About 130 lb.", "nothing of one reader is left for the next"
    assert words(say_amount(0.2253, "in")) == "0.2253"
    assert words(say_amount(-0.02, "turns", 1)) == "0.0", "nothing is below zero that is none"


@pytest.mark.parametrize("typed", ["⟦", "⟧", "⟦⟧", "⟧⟦", "⟦size┆a┆lb┆⟧", "⟦size⟧", "⟦no form┆1⟧", "⟦⟦⟧", "⟦tape┆inf⟧"])
def test_what_is_no_mark_stays_as_somebody_typed_it(typed):
    assert words(typed) == typed
    assert words(f"{say_size(2.0, 'in')} {typed} {say_size(3.0, 'in')}") == f"2 in {typed} 3 in"


# What a person may type on purpose: forms there are, with values no sentence of the core gives them.
ODD = st.sampled_from(
    ["", "1", "-1", "nan", "inf", "1e308", "999999999", "1/0 in", "0/0 ft 1/0 in", "9" * 400, "lb", "count=nan", "count=1e999"]
)
NAMED = st.sampled_from(["size", "amount", "range", "wire", "tape", "feet", "rule", "balance.offer", "balance.trim.cable_hole.more"])


@given(NAMED, st.lists(ODD, max_size=5), st.sampled_from(list(READERS)))
@example("size", ["1", "lb", "999999999"], "trade")
@example("range", ["1", "1", "1", "lb", "999999999"], "metric")
@example("rule", ["1/0 in"], "metric")
@example("balance.trim.cable_hole.more", ["count=nan"], "trade")
@example("balance.trim.cable_hole.more", ["count=1e999"], "trade")
def test_no_mark_somebody_types_breaks_an_answer_or_makes_it_large(form, values, units):
    said = render(mark(form, *values), READERS[units])
    assert len(said) < 5_000


def test_a_length_keeps_its_quotes_within_a_document():
    text = json.dumps({"said": say_length(82.5), "typed": 'a "quoted" ⟦'}, ensure_ascii=False)
    assert json.loads(render(text, READERS["trade"], json_escape)) == {"said": '82 1/2"', "typed": 'a "quoted" ⟦'}


@given(st.recursive(st.text(alphabet="⟦⟧┆ab1", max_size=8), lambda inner: st.builds(mark, inner, inner), max_leaves=12))
def test_no_text_breaks_the_renderer(text):
    assert isinstance(words(text), str)


def test_a_refusal_names_value_and_range_in_the_units_read_and_the_document_in_its_own():
    with pytest.raises(HingeError) as refused:
        require_between("width_in", 400.0, 24.0, 300.0, "in")
    assert words(refused.value.message, "metric") == "Width of 10160 mm is outside 609.6 to 7620 mm."
    assert refused.value.as_document() | {"message": ""} == {
        "code": "out_of_range", "message": "", "field": "width_in", "value": 400.0, "allowed": "24 to 300", "unit": "in"
    }  # fmt: skip


@pytest.mark.parametrize(
    ("written", "trade", "metric"),
    [
        ("By hand to {3 ft 6 in}.", "By hand to 3 ft 6 in.", "By hand to 1.07 m."),
        (
            "{2 to 6 in} below, {¾ in} off, {1½ in} high",
            "2 to 6 in below, ¾ in off, 1½ in high",
            "51 to 152 mm below, 19 mm off, 38 mm high",
        ),
        ("a door of {180 ft²} and {130 lb}", "a door of 180 ft² and 130 lb", "a door of 16.72 m² and 58.97 kg"),
        (
            "12 inches, 3 in-line, {short} and {turns}",
            "12 inches, 3 in-line, {short} and {turns}",
            "12 inches, 3 in-line, {short} and {turns}",
        ),
        ("a board of {8 × 8 in}", "a board of 8 × 8 in", "a board of 203 × 203 mm"),
    ],
)
def test_rules_of_thumb_are_said_in_whole_millimetres(written, trade, metric):
    assert words(with_rules(written)) == trade
    assert words(with_rules(written), "metric") == metric


def test_every_size_in_a_data_file_can_be_said_in_other_units():
    files = list((Path(__file__).parents[2] / "hinge").rglob("*.toml"))
    found = [size for file in files for size in RULE.findall(file.read_text(encoding="utf-8"))]
    assert len(found) > 50
    assert not [size for size in found if not reads_as_rule(size)]


def _words(answer: Any) -> list[str]:
    if isinstance(answer, str):
        return [answer]
    parts = answer.values() if isinstance(answer, dict) else answer if isinstance(answer, list) else []
    return [text for part in parts for text in _words(part)]


def _numbers(answer: Any) -> list[float]:
    if isinstance(answer, int | float):
        return [answer]
    parts = answer.values() if isinstance(answer, dict) else answer if isinstance(answer, list) else []
    return [number for part in parts for number in _numbers(part)]


def test_what_is_known_is_told_without_a_trade_unit():
    told = [
        *(one.do for one in steps().values()),
        *(one.cure for one in faults().causes.values()),
        *(text for one in faults().checks.values() for text in (one.ask, *one.outcomes.values())),
        *(text for one in fields().values() for text in (one.ask, *one.choices.values())),
    ]
    assert not [text for text in words(told, "metric") if TRADE.search(text)]


@pytest.mark.parametrize("question", [name for name in NAMES if name in ASKED])
def test_an_answer_in_metric_has_the_same_numbers_and_no_trade_unit_in_its_words(question):
    document = ASKED[question]
    in_trade = ask(question, document).model_dump(mode="json")
    in_metric = ask(question, document, units="metric").model_dump(mode="json")
    assert _numbers(in_metric) == _numbers(in_trade)
    # Tools are sized by what is marked on them.
    left = [text for text in _words(in_metric) if TRADE.search(MARKED.sub("", text)) and text not in tools().values()]
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
