"""What a list that is loaded would change of the one there is: told before it replaces it."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from pydantic import BaseModel

from hinge.document import Document
from hinge.springs.words import size_words, wire_words
from hinge.stock.rates import RateRow
from hinge.stock.van import StockPart, StockSpring, words_on_van
from hinge.text.marks import number, say_length

# More lines than these nobody reads before a touch.
MOST_CHANGES = 40


class ListChange(BaseModel):
    """An item of a list: what it is, and what is said of it before and after; empty where it is not in the list."""

    words: str
    before: str
    after: str


class ListDifference(BaseModel):
    """How many items are added, removed, changed and unchanged, the first of the changes, and the columns that were left out."""

    added: int
    removed: int
    changed: int
    unchanged: int
    changes: list[ListChange]
    left_out: list[str]


def difference(before: Sequence[Document], after: Sequence[Document], left_out: Sequence[str] = ()) -> ListDifference:
    """What changes from the rows of one list to those of another of its kind, in the order of the second, what is removed last."""
    then, now = _by_words(before), _by_words(after)
    said = [ListChange(words=words, before=then.get(words, ""), after=now.get(words, "")) for words in dict.fromkeys([*now, *then])]
    changes = [one for one in said if one.before != one.after]
    return ListDifference(
        added=sum(not one.before for one in changes),
        removed=sum(not one.after for one in changes),
        changed=sum(bool(one.before and one.after) for one in changes),
        unchanged=len(said) - len(changes),
        changes=changes[:MOST_CHANGES],
        left_out=list(left_out),
    )


def _by_words(rows: Iterable[Document]) -> dict[str, str]:
    """What is said of each item by what it is called: pieces of one item in several rows are added up."""
    pieces, rates = dict[str, int](), dict[str, str]()
    for row in rows:
        if isinstance(row, StockSpring):
            words = words_on_van(row.wire_in, row.inside_diameter_in, row.length_in, row.hand)
            pieces[words] = pieces.get(words, 0) + row.count
        elif isinstance(row, StockPart):
            pieces[row.part] = pieces.get(row.part, 0) + row.count
        elif isinstance(row, RateRow):
            rates.update([_rate(row)])
    return rates | {words: number(count) for words, count in pieces.items()}


def _rate(row: RateRow) -> tuple[str, str]:
    if row.length_in is not None and row.rate_lbin_per_turn is not None:
        return size_words(row.wire_in, row.inside_diameter_in, row.length_in), number(row.rate_lbin_per_turn)
    coil = number(row.rate_per_coil_lbin_per_turn or 0.0)
    return f"{wire_words(row.wire_in)} × {say_length(row.inside_diameter_in)}, one coil", coil
