"""Marked text to words, for one reader: the one place that knows units and language at once."""

from __future__ import annotations

import json
import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from fractions import Fraction

from hinge.text.marks import BETWEEN, CLOSE, OPEN, number
from hinge.text.sentences import Sentence, english
from hinge.text.units import GLYPHS, METRIC, Units

NUMBER = rf"(?:\d+ \d+/\d+|\d+/\d+|\d*[{''.join(GLYPHS)}]|\d+(?:\.\d+)?)"
MOST_PLACES = 9
# What a mark that nobody of the core made runs into: wrong values, too many, none, or such as no number is.
NO_MARK = (TypeError, ValueError, KeyError, ArithmeticError)
BRACKETS = re.compile(f"([{OPEN}{CLOSE}])")


@dataclass(frozen=True)
class Reader:
    """Whom a text is for: the units, the language (for its plurals) and the sentences in it."""

    units: Units = "trade"
    language: str = "en"
    sentences: Mapping[str, Sentence] = field(default_factory=english)


READERS: dict[str, Reader] = {"trade": Reader("trade"), "metric": Reader("metric")}


def render(text: str, reader: Reader, escape: Callable[[str], str] = str) -> str:
    """Marked text as its reader reads it.

    Parameters: `text` with any number of marks, also within each other; `escape` for words put into a document that has
    characters of its own (JSON, HTML). Returns the text without marks; what is no mark, whoever typed it, stays as it is.
    """
    if OPEN not in text:
        return text
    levels: list[list[str]] = [[]]
    for part in BRACKETS.split(text):
        if part == OPEN:
            levels.append([])
        elif part == CLOSE and len(levels) > 1:
            inner = "".join(levels.pop())
            levels[-1].append(_words(inner, reader, escape))
        else:
            levels[-1].append(part)
    while len(levels) > 1:
        unclosed = levels.pop()
        levels[-1] += [OPEN, *unclosed]
    return "".join(levels[0])


def json_escape(words: str) -> str:
    """Words as they stand within a string of a JSON document."""
    return json.dumps(words, ensure_ascii=False)[1:-1]


def unit_name(unit: str, units: Units) -> str:
    """What a trade unit is called in these units."""
    return METRIC[unit].name if units == "metric" and unit in METRIC else unit


def _words(inner: str, reader: Reader, escape: Callable[[str], str]) -> str:
    form, *values = inner.split(BETWEEN)
    if form in FORMS:
        try:
            return escape(FORMS[form](reader.units, *values))
        except NO_MARK:
            return OPEN + inner + CLOSE
    sentence = reader.sentences.get(form)
    try:
        return sentence.filled(values, reader.language, escape) if sentence else OPEN + inner + CLOSE
    except NO_MARK:
        return OPEN + inner + CLOSE


def _amount(units: Units, value: str, unit: str, decimals: str) -> str:
    size, places = float(value), int(decimals) if decimals else None
    # A mark may be one that somebody typed: no size is told finer than any instrument reads, nor longer than a line.
    if places is not None and not 0 <= places <= MOST_PLACES:
        raise ValueError(decimals)
    if units == "metric" and unit in METRIC:
        metric = METRIC[unit]
        if places is None:
            return number(round(size * metric.per_trade, 2))
        size, places = size * metric.per_trade, max(places + metric.decimals, 0)
    return number(size) if places is None else f"{size:z.{places}f}"


def _size(units: Units, value: str, unit: str, decimals: str) -> str:
    return f"{_amount(units, value, unit, decimals)} {unit_name(unit, units)}".strip()


def _range(units: Units, likely: str, low: str, high: str, unit: str, decimals: str) -> str:
    middle, first, last = (_amount(units, value, unit, decimals) for value in (likely, low, high))
    return f"{middle} ({first} to {last}) {unit_name(unit, units)}".replace("-", "−").strip()


def _wire(units: Units, wire_in: str) -> str:
    return _size(units, wire_in, "in", "3") if units == "metric" else f"{float(wire_in):g}"


def _tape(units: Units, length_in: str, feet: bool = False) -> str:
    if units == "metric":
        return _size(units, length_in, "in", "0")
    sixteenths = round(float(length_in) * 16)
    whole, part = divmod(sixteenths, 16)
    if feet and whole >= 12:
        return f"{whole // 12}'{_mixed(whole % 12, part)}\""
    return f'{_mixed(whole, part)}"'


def _feet(units: Units, length_in: str) -> str:
    return _tape(units, length_in, feet=True)


def _mixed(whole: int, sixteenths: int) -> str:
    fraction = Fraction(sixteenths, 16)
    if not fraction:
        return str(whole)
    text = f"{fraction.numerator}/{fraction.denominator}"
    return f"{whole} {text}" if whole else text


def _rule(units: Units, text: str) -> str:
    """A size of a rule of thumb, as a data file writes it; in metric never finer than it is meant."""
    if units == "trade":
        return text
    match = RULE.fullmatch(text)
    if match is None:
        raise ValueError(text)
    if match["feet"]:
        return f"{_rounded(_value(match['feet']) + _value(match['over']) / 12, 'ft')} m"
    unit = match["unit"]
    return f"{re.sub(NUMBER, lambda found: _rounded(_value(found[0]), unit), match['numbers'])} {METRIC[unit].name}"


RULE = re.compile(
    rf"(?P<feet>{NUMBER}) ft (?P<over>{NUMBER}) in|(?P<numbers>{NUMBER}(?:(?: to | or | × ){NUMBER})*) (?P<unit>in|ft²|ft|lb)"
)


def reads_as_rule(text: str) -> bool:
    """Whether a size of a rule of thumb is one that can be said in other units."""
    return RULE.fullmatch(text) is not None


def _rounded(value: float, unit: str) -> str:
    """What is written as a rule of thumb is never finer than a hundredth, nor, from a centimetre on, than a millimetre."""
    metric = value * METRIC[unit].per_trade
    return number(round(metric, 2 if unit != "in" else 0 if metric >= 10 else 1))


def _value(text: str) -> float:
    for glyph, plain_form in GLYPHS.items():
        text = text.replace(glyph, f" {plain_form}")
    return float(sum(Fraction(part) for part in text.split()))


FORMS: dict[str, Callable[..., str]] = {
    "size": _size,
    "amount": _amount,
    "range": _range,
    "wire": _wire,
    "tape": _tape,
    "feet": _feet,
    "rule": _rule,
}
