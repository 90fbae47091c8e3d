"""Answers as somebody reads them: their marks put into words."""

from __future__ import annotations

from dataclasses import fields, is_dataclass, replace
from typing import TypeVar

from pydantic import BaseModel

from hinge.questions.ask import ask as answer
from hinge.stock.lists import NO_LISTS, Lists
from hinge.text.render import READERS, Reader, render

Value = TypeVar("Value")


def words(value: Value, units: str = "trade") -> Value:
    """A text, or everything within an answer, in the words of whoever reads these units."""
    return read_by(READERS[units], value)


def read_by(reader: Reader, value: Value) -> Value:
    """A text, or everything within an answer, in the words of a reader."""
    made: object = value
    if isinstance(value, str):
        made = render(value, reader)
    elif isinstance(value, BaseModel):
        made = value.model_copy(update={name: read_by(reader, getattr(value, name)) for name in type(value).model_fields})
    elif isinstance(value, tuple) and hasattr(value, "_fields"):
        made = type(value)(*(read_by(reader, part) for part in value))
    elif isinstance(value, list | tuple | set | frozenset):
        made = type(value)(read_by(reader, part) for part in value)
    elif isinstance(value, dict):
        made = {read_by(reader, name): read_by(reader, part) for name, part in value.items()}
    elif is_dataclass(value) and not isinstance(value, type):
        made = replace(value, **{one.name: read_by(reader, getattr(value, one.name)) for one in fields(value) if one.init})
    return made  # type: ignore[return-value]


def ask(name: str, document: object, lists: Lists = NO_LISTS, units: str = "trade") -> BaseModel:
    """The answer to a question, in words."""
    return words(answer(name, document, lists), units)
