"""Finding doors by words, no further than a person would read: a search costs about the same however many doors there are."""

import re

from django.db.models import QuerySet

from server.doors.models import Door, Word, words_of

# So many are looked for: whoever finds more types another letter.
FOUND = 100


def doors_with(text: str) -> tuple[QuerySet[Door], bool]:
    """The doors of the shop in whose scope this is asked that have a word beginning with each word of a text, and whether
    there are more: the first `FOUND` stand for all then."""
    words = words_of(text)
    if not words:
        return (Door.objects.none() if text.strip() else Door.objects.filter(put_away="")), False
    rarest = min(words, key=_how_many) if len(words) > 1 else words[0]
    found = _beginning(rarest)
    for word in words:
        found = found if word == rarest else found.filter(beside__contains=f" {word}")
    keys = list(found.values_list("door", flat=True).distinct()[: FOUND + 1])
    return Door.objects.filter(pk__in=keys[:FOUND]), len(keys) > FOUND


def _beginning(word: str) -> QuerySet[Word]:
    """From the first code point of a word to behind the last that begins with it: a range of the index."""
    return Word.objects.filter(text__gte=word, text__lt=f"{word}\U0010ffff")


def _how_many(word: str) -> int:
    """About how many words begin so: as the database reckons it from the ends of the range, without reading it."""
    reckoned = re.search(r"\brows\W+(\d+)", _beginning(word).explain(format="json"))
    return int(reckoned[1]) if reckoned else 0
