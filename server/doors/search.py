"""Finding doors by words, no further than a person would read: a search costs about the same however many doors there are."""

from django.db.models import F, QuerySet

from server.doors.models import Door, Word, words_of

# So many are looked for: whoever finds more types another letter.
FOUND = 100


def doors_with(text: str) -> tuple[QuerySet[Door], bool]:
    """The doors of the shop in whose scope this is asked that have a word beginning with each word of a text, and whether
    there are more: the first `FOUND` stand for all then."""
    words = words_of(text)
    if not words:
        return (Door.objects.none() if text.strip() else Door.objects.filter(put_away="")), False
    first, *others = words
    # From the first code point of a word to behind the last that begins with it: a range of the index.
    found = Word.objects.filter(text__gte=first, text__lt=_behind(first))
    for word in others:
        found = found.filter(door__words__shop=F("shop"), door__words__text__gte=word, door__words__text__lt=_behind(word))
    keys = list(found.values_list("door", flat=True).distinct()[: FOUND + 1])
    return Door.objects.filter(pk__in=keys[:FOUND]), len(keys) > FOUND


def _behind(word: str) -> str:
    return f"{word}\U0010ffff"
