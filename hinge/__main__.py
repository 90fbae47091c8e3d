"""`python -m hinge QUESTION`: one JSON document in, one out; exit status 2 for a refused document."""

from __future__ import annotations

import json
import sys

from hinge.errors import BadInput, HingeError
from hinge.questions.ask import QUESTIONS, ask


def main(arguments: list[str]) -> int:
    """Answer the question named on the command line."""
    try:
        if len(arguments) != 1:
            raise BadInput(f"Name one question: {', '.join(QUESTIONS)}.", "question", " ".join(arguments), ", ".join(QUESTIONS), "")
        answer = ask(arguments[0], _document(sys.stdin.buffer.read()))
    except HingeError as wrong:
        print(json.dumps({"error": wrong.as_document()}, ensure_ascii=False))
        return 2
    print(answer.model_dump_json(exclude_none=True))
    return 0


def _document(text: bytes) -> object:
    try:
        return json.loads(text, parse_constant=_no_constant)
    except (ValueError, RecursionError) as wrong:
        raise BadInput(f"This is not a JSON document: {wrong}.", "", None, "one JSON object", "") from wrong


def _no_constant(name: str) -> object:
    raise ValueError(f"{name} is not a JSON number")


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
