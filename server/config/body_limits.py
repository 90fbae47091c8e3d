"""How much a request may say: what it sends is counted before anybody validates it."""

import json
from typing import Any

from django.http import HttpRequest
from ninja.parser import Parser

from hinge.errors import BadInputError

# A call of five thousand commands stays under these, and a door's file of a few hundred calls under the second.
NUL = "\0"
MOST_VALUES, MOST_OF_FILE, MOST_FIELDS, DEEPEST = 60_000, 600_000, 2_000, 40


class LimitedParser(Parser):
    """Reads a body as JSON, and refuses one that says too much before it is looked at."""

    def parse_body(self, request: HttpRequest) -> Any:
        """The body. Raises BadInputError where it is no JSON, or says more than any request does."""
        return read_json(request.body)


def read_json(text: bytes | str, most: int = MOST_VALUES) -> Any:
    """JSON with no more in it than `most` values. Raises BadInputError."""
    try:
        document = json.loads(text, parse_constant=_no_constant)
    except (ValueError, RecursionError) as wrong:
        raise BadInputError(f"This is not whole or not JSON: {wrong}.", "", None, "JSON") from wrong
    require_within_limits(document, most)
    return document


def require_within_limits(document: object, most: int) -> None:
    """Refuse a document with too many values, too many fields in one object, or too deep a nest of them. Raises BadInputError."""
    values, level, depth = 0, [document], 0
    while level:
        inner: list[object] = []
        for one in level:
            if isinstance(one, dict):
                if len(one) > MOST_FIELDS:
                    raise BadInputError(f"There are {len(one)} fields in one place.", "", len(one), f"up to {MOST_FIELDS}", "fields")
                inner += one.values()
            elif isinstance(one, list):
                inner += one
            elif isinstance(one, str) and NUL in one:
                raise BadInputError("This holds a character that is none.", "", None, "text without NUL")
        values, depth, level = values + len(inner), depth + 1, inner
        if values > most:
            raise BadInputError("There is too much in this.", "", None, f"up to {most}", "values")
        if depth > DEEPEST:
            raise BadInputError("This is nested too deeply.", "", None, f"up to {DEEPEST} deep")


def _no_constant(name: str) -> None:
    raise ValueError(f"{name} is not a JSON number")
