"""Tape notation: `6'10"`, `6-10 1/2`, `82 1/2`, `82.5`, `7/16`, `.225`, `2.08 m` to inches."""

from __future__ import annotations

import re

from hinge.errors import BadInputError
from hinge.measure.units import to_inches
from hinge.text.units import GLYPHS

DENOMINATORS = (2, 4, 8, 16, 32, 64)
FORMS = "6'10\", 6-10 1/2, 82 1/2, 82.5, 7/16, .225 or 2.08 m"
NUMBER = r"(?:\d+(?:\.\d*)?|\.\d+)"
METRIC = re.compile(rf"(?P<number>{NUMBER})\s*(?P<unit>mm|cm|m)", re.I)
FEET = re.compile(rf"(?P<feet>{NUMBER})\s*(?:'|ft\b\.?|feet\b|foot\b)\s*-?\s*(?P<rest>.*)", re.I)
DASHED = re.compile(r"(?P<feet>\d+)\s*-\s*(?P<rest>\d.*)")
INCHES = re.compile(
    rf"(?:(?P<whole>\d+)[\s-]+(?P<num>\d+)\s*/\s*(?P<den>\d+)|(?P<onlynum>\d+)\s*/\s*(?P<onlyden>\d+)|(?P<plain>{NUMBER}))"
    r"\s*(?:\"|in\b\.?|inch(?:es)?\b)?",
    re.I,
)
ALLOWED_CHARACTERS = re.compile(r"[\d\s./'\"\-a-z]", re.I)


def parse_length(text: str, field: str = "length_in") -> float:
    """Read a length as people write it on a tape or a drawing.

    Parameters: `text` in any of the forms in `FORMS`; a bare number is inches. `field` names the
    value in an error. Returns inches [in]. Raises BadInputError saying what was wrong and where.
    """
    plain = _plain(text, field)
    if not plain:
        raise _refusal(text, field, "Nothing was given")
    if metric := METRIC.fullmatch(plain):
        return to_inches(float(metric["number"]), metric["unit"].lower())
    feet = FEET.fullmatch(plain)
    dashed = None if feet else DASHED.fullmatch(plain)
    if dashed and _is_bare_fraction(dashed["rest"]):
        dashed = None  # 82-1/2 is eighty-two and a half inches, not eighty-two feet
    split = feet or dashed
    if split is None:
        return _inches(plain, text, field)
    rest = split["rest"].strip()
    over = _inches(rest, text, field) if rest else 0.0
    if over >= 12:
        raise _refusal(text, field, f"{rest.strip()} inches after the feet is a foot or more")
    if rest and "." in split["feet"]:
        raise _refusal(text, field, f"{split['feet']} feet already has a part of a foot; the inches say it twice")
    return float(split["feet"]) * 12 + over


def _plain(text: str, field: str) -> str:
    plain = text.strip()
    for glyph, ascii_form in GLYPHS.items():
        plain = plain.replace(glyph, f" {ascii_form}")
    for mark in "′’‘":
        plain = plain.replace(mark, "'")
    for mark in ("″", "”", "“", "''"):
        plain = plain.replace(mark, '"')
    plain = plain.replace("–", "-").replace("⁄", "/").strip()
    if plain.startswith("-"):
        raise _refusal(text, field, "A length is never below zero")
    for place, character in enumerate(plain, start=1):
        if not ALLOWED_CHARACTERS.match(character):
            raise _refusal(text, field, f"Character {place}, {character!r}, is no part of a length")
    return plain


def _is_bare_fraction(rest: str) -> bool:
    match = INCHES.fullmatch(rest)
    return bool(match and match["onlynum"])


def _inches(part: str, text: str, field: str) -> float:
    match = INCHES.fullmatch(part)
    if not match:
        raise _refusal(text, field, f"{part!r} does not read as inches")
    if match["plain"]:
        return float(match["plain"])
    whole, num, den = int(match["whole"] or 0), int(match["num"] or match["onlynum"]), int(match["den"] or match["onlyden"])
    if den not in DENOMINATORS:
        raise _refusal(text, field, f"A tape has no {num}/{den}; use halves down to sixty-fourths")
    if num >= den:
        raise _refusal(text, field, f"{num}/{den} is a whole inch or more")
    return whole + num / den


def _refusal(text: str, field: str, why: str) -> BadInputError:
    return BadInputError(f"{why}. Write it like {FORMS}.", field, text, FORMS, "in")
