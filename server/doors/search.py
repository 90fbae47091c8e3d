"""Finding doors by words, no further than a person would read: a search costs about the same however many doors there are."""

import re
from dataclasses import dataclass

from django.db.models import QuerySet
from rapidfuzz import process
from rapidfuzz.distance import OSA

from server.config.paging import COUNTED, counted
from server.doors.models import Door, Word
from server.doors.words import phone_asked, words_asked

# So many are looked for: whoever finds more types another letter.
FOUND = 60
# A word of fewer letters is too many others with one of them wrong; so many known words are looked through.
SHORTEST_WRONG, MOST_KNOWN = 4, 50_000


@dataclass(frozen=True)
class FoundDoors:
    """Doors, how many they are as far as they are counted, and whether there are more."""

    doors: QuerySet[Door]
    total: int
    many: bool


def doors_with(text: str) -> FoundDoors:
    """The doors of the shop in whose scope this is asked that have a word beginning with each word of a text; where there are more,
    the first `FOUND` stand for all."""
    words = words_asked(text)
    if not words:
        return every_one_of(Door.objects.none() if text.strip() else Door.objects.filter(put_away=""))
    keys = _with_each(words)
    if phone := phone_asked(text):
        keys = list(dict.fromkeys([*_with_each([phone]), *keys]))[: FOUND + 1]
    return FoundDoors(Door.objects.filter(pk__in=keys[:FOUND]), len(keys[:FOUND]), len(keys) > FOUND)


def _with_each(words: list[str]) -> list[int]:
    """The ids of the doors that have a word beginning with each of these, one more than are shown."""
    rarest = _rarest(sorted(set(words)))
    found = _beginning(rarest)
    for word in {*words} - {rarest}:
        found = found.filter(beside__contains=f" {word}")
    return list(found.values_list("door", flat=True).distinct()[: FOUND + 1])


def one_letter_off(text: str) -> str:
    """The text with each word that begins no word of any door put right by one letter, its first taken as typed; "" where it cannot be."""
    words = words_asked(text)
    right = [word if _beginning(word).exists() else _nearest(word) for word in words]
    return " ".join(right) if words != right and all(right) else ""


def _nearest(word: str) -> str:
    """The word that was typed, or begun, with one letter wrong; "" where there is none."""
    if len(word) < SHORTEST_WRONG or not word.isalpha():
        return ""
    known = _beginning(word[0]).order_by("text").values_list("text", flat=True).distinct()[:MOST_KNOWN]
    # What was typed may be the beginning of a word, and a letter more or less long than it should be.
    begins = {text[: len(word) + more]: text for text in known for more in (1, 0, -1) if text.isalpha()}
    found = process.extractOne(word, list(begins), scorer=OSA.distance, score_cutoff=1)
    return begins[found[0]] if found else ""


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
