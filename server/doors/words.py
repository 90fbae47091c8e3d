"""The words a door is found by: of its name, place and customer, any end of a phone number, and its size in feet."""

import re
import unicodedata
from collections.abc import Mapping

from phonenumbers import NumberParseException, parse

# The words of a door, all that its texts have room for; more of them than an index holds are found each by itself alone.
LONGEST_WORD, LONGEST_WORDS = 40, 700
TEXTS = ("name", "place", "customer")
# What nobody types as a word begins the end of a phone number, and a size: "4" is a house, not every number with a four in it.
PHONE, SIZE = "#", "="
LEAST_DIGITS = 4
# A phone is 15 digits at most (ITU-T E.164).
MOST_DIGITS = 15
FEET = re.compile(r"(\d{1,3})\s*(?:'|’|ft)?\s*[x×]\s*(\d{1,3})\s*(?:'|’|ft)?(?!\w)", re.IGNORECASE)
PHONE_ALONE = re.compile(r"\s*\+?[\d\s()./-]+\s*")


def words_of(text: str) -> list[str]:
    """The words of a text as they are searched for: small letters without accents; an apostrophe parts no word."""
    plain = "".join(letter for letter in unicodedata.normalize("NFKD", text.casefold()) if not unicodedata.combining(letter))
    return re.findall(r"\w+", re.sub("['’`ʼ]", "", plain))


def words_of_door(texts: Mapping[str, str], phone: str, size_in: tuple[object, object]) -> set[str]:
    """All it is found by: the words of its texts, the ends of its phone numbers, and its size, width and height [in]."""
    words = {word[:LONGEST_WORD] for name in TEXTS for word in words_of(texts[name])}
    ends = {f"{PHONE}{end}" for number in re.split(r"[,;|]|\bor\b", phone) for end in _ends_of(number)}
    return words | ends | ({size} if (size := _size_of(*size_in)) else set())


def words_asked(text: str) -> list[str]:
    """The words a text asks for; a size in it is one of them: 16x7, 16 x 7, 16'×7'."""
    sizes = [f"{SIZE}{width}x{height}" for width, height in FEET.findall(text)]
    return words_of(FEET.sub(" ", text)) + sizes


def phone_asked(text: str) -> str:
    """The word for a text that is a phone number or part of one, as it is written anywhere; "" for any other text."""
    digits = re.sub(r"\D", "", text)
    if not PHONE_ALONE.fullmatch(text) or not LEAST_DIGITS <= len(digits) <= MOST_DIGITS:
        return ""
    abroad = text.strip().startswith("+") or digits.startswith("00")
    return f"{PHONE}{_at_home(digits.removeprefix('00')) if abroad else digits}"


def _at_home(digits: str) -> str:
    """The digits of a number with its country's code, as they are dialled within that country."""
    try:
        return str(parse(f"+{digits}").national_number)
    except NumberParseException:
        return digits


def _ends_of(number: str) -> set[str]:
    digits = re.sub(r"\D", "", number)[-MOST_DIGITS:]
    return {digits[start:] for start in range(len(digits) - LEAST_DIGITS + 1)}


def _size_of(width_in: object, height_in: object) -> str:
    if not isinstance(width_in, float | int) or not isinstance(height_in, float | int):
        return ""
    return f"{SIZE}{round(width_in / 12)}x{round(height_in / 12)}"
