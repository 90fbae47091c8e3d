"""The sentences of a room, in one file of that room; in another language they are another file and no other logic.

A room's `sentences.toml` gives each sentence a name. Its values stand in braces; where a sentence depends on a count, it is a
table by the plural forms of its language (`one`, `other`, …) and the count's value is called `count`.
"""

from __future__ import annotations

import tomllib
from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import dataclass
from functools import cache, lru_cache
from pathlib import Path

from babel import Locale

from hinge.text.marks import mark

ROOMS = Path(__file__).resolve().parents[1]
FILE = "sentences.toml"
COUNT = "count"


@dataclass(frozen=True)
class Sentence:
    """One sentence: its template by plural form; under `other` where it has no count."""

    templates: Mapping[str, str]

    def filled(self, values: Iterable[str], language: str, escape: Callable[[str], str]) -> str:
        """The sentence with its values, each `name=words`. Raises KeyError for a value that is missing."""
        given = dict(value.split("=", 1) for value in values)
        form = _plural_form(language, float(given[COUNT])) if len(self.templates) > 1 else "other"
        return escape(self.templates.get(form, self.templates["other"])).format_map(given)


def say_with(beside: str) -> Callable[..., str]:
    """How the room of a module says its sentences: the name of one and its values, to marked text. Raises KeyError for no sentence."""
    room = Path(beside).parent.name

    def say(name: str, **values: object) -> str:
        key = f"{room}.{name}"
        if key not in english():
            raise KeyError(key)
        return mark(key, *(f"{value}={words}" for value, words in values.items()))

    return say


@lru_cache(maxsize=256)  # a count may be one that somebody typed
def _plural_form(language: str, count: float) -> str:
    return str(Locale.parse(language).plural_form(count))


@cache
def english() -> Mapping[str, Sentence]:
    """Every sentence of every room, as the product is written, by room and name."""
    return {key: sentence for file in sorted(ROOMS.glob(f"*/{FILE}")) for key, sentence in read_sentences(file, file.parent.name)}


def read_sentences(file: Path, room: str) -> Iterator[tuple[str, Sentence]]:
    """The sentences of a file, by room and name."""
    yield from _sentences(tomllib.loads(file.read_text(encoding="utf-8")), room)


def _sentences(table: Mapping[str, object], above: str) -> Iterator[tuple[str, Sentence]]:
    for name, value in table.items():
        key = f"{above}.{name}"
        if isinstance(value, str):
            yield key, Sentence({"other": value})
        elif isinstance(value, dict) and "other" in value:
            yield key, Sentence(value)
        elif isinstance(value, dict):
            yield from _sentences(value, key)
