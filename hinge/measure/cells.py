"""A cell of a table that a spreadsheet opens: no text of somebody's is run as a formula there, and it reads back as it was."""

from __future__ import annotations

# What a spreadsheet takes for the beginning of a formula.
FORMULA = ("=", "+", "-", "@", "\t", "\r")
MARK = "'"


def written_cell(value: object) -> object:
    """A cell as it goes out: before a text that would be run stands an apostrophe."""
    return f"{MARK}{value}" if isinstance(value, str) and value.startswith(FORMULA) else value


def read_cell(text: str) -> str:
    """A cell as it was, of one that came in."""
    return text[len(MARK) :] if text.startswith(MARK) and text[len(MARK) :].startswith(FORMULA) else text
