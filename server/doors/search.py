"""Finding doors by words, no further than a person would read: a search costs about the same however many doors there are."""

import re
from dataclasses import dataclass

from django.db.models import QuerySet

from server.config.paging import COUNTED, counted
from server.doors.models import Door, Word, words_of

# So many are looked for: whoever finds more types another letter.
FOUND = 60


@dataclass(frozen=True)
class FoundDoors:
    """Doors, how many they are as far as they are counted, and whether there are more."""

    doors: QuerySet[Door]
    total: int
    many: bool


def doors_with(text: str) -> FoundDoors:
    """The doors of the shop in whose scope this is asked that have a word beginning with each word of a text; where there are more,
    the first `FOUND` stand for all."""
    words = words_of(text)
    if not words:
        return every_one_of(Door.objects.none() if text.strip() else Door.objects.filter(put_away=""))
    rarest = _rarest(sorted(set(words)))
    found = _beginning(rarest)
    for word in {*words} - {rarest}:
        found = found.filter(beside__contains=f" {word}")
    keys = list(found.values_list("door", flat=True).distinct()[: FOUND + 1])
    return FoundDoors(Door.objects.filter(pk__in=keys[:FOUND]), len(keys[:FOUND]), len(keys) > FOUND)


def every_one_of(doors: QuerySet[Door]) -> FoundDoors:
    """Doors as they are listed, not searched for."""
    total = counted(doors)
    return FoundDoors(doors, min(total, COUNTED), total > COUNTED)


def _beginning(word: str) -> QuerySet[Word]:
    """From the first code point of a word to behind the last that begins with it: a range of the index."""
    return Word.objects.filter(text__gte=word, text__lt=f"{word}\U0010ffff")


def _rarest(words: list[str]) -> str:
    """The one the fewest words begin with: as the database computes it from the ends of the ranges, without reading them."""
    if len(words) == 1:
        return words[0]
    first, *others = (_beginning(word).values("pk") for word in words)
    computed = re.findall(r"\brows\W+(\d+)", first.union(*others, all=True).explain(format="json"))
    # Any of them finds the same; where one is not computed, a long one is likely rare.
    return min(zip(map(int, computed), words, strict=True))[1] if len(computed) == len(words) else max(words, key=len)
