"""`hinge QUESTION`: one JSON document in, one out; exit status 2 for a refused document. `hinge schema QUESTION` tells both documents."""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Sequence
from importlib.metadata import PackageNotFoundError, version

from hinge.errors import BadInputError, HingeError
from hinge.questions.ask import NAMES, ask, question_of
from hinge.text.render import READERS, json_escape, render

EXAMPLE = """\
example:
  echo '{"wire_in": 0.225, "inside_diameter_in": 2, "length_in": 27.5, "turns": 7.5}' | hinge torsion
  hinge schema torsion

Lengths are inches, forces pounds, rates pound-inches per turn; the unit is in the name."""


def main(arguments: Sequence[str]) -> int:
    """Answer the question named on the command line."""
    told = _parser().parse_args(arguments)
    try:
        if told.question == "schema":
            print(json.dumps(_schema(told.of), indent=1, ensure_ascii=False))
            return 0
        if sys.stdin.isatty():
            raise BadInputError(
                "No document was given. Pipe one in: hinge --help shows an example.", "", None, "one JSON object on standard input"
            )
        answer = ask(told.question, _document(sys.stdin.buffer.read()))
    except HingeError as wrong:
        print(render(json.dumps({"error": wrong.as_document()}, ensure_ascii=False), READERS[told.units], json_escape))
        return 2
    print(render(answer.model_dump_json(exclude_none=True), READERS[told.units], json_escape))
    return 0


def _parser() -> argparse.ArgumentParser:
    made = argparse.ArgumentParser(
        prog="hinge",
        description=f"Answers one question about a garage door.\n\nquestions: {', '.join(NAMES)}",
        epilog=EXAMPLE,
        formatter_class=argparse.RawDescriptionHelpFormatter,
    )
    made.add_argument("--version", action="version", version=f"hinge {_version()}")
    made.add_argument("--units", choices=READERS, default="trade", help="the units of the words in an answer; its numbers stay as named")
    made.add_argument("question", metavar="QUESTION", help="the question, or `schema` for the documents of one")
    made.add_argument("of", metavar="OF", nargs="?", default="", help="with `schema`: the question whose documents are told")
    return made


def _version() -> str:
    try:
        return version("north-hinge")
    except PackageNotFoundError:
        return "from its sources"


def _schema(name: str) -> dict[str, object]:
    question = question_of(name)
    return {"question": question.takes.model_json_schema(), "answer": question.gives.model_json_schema(mode="serialization")}


def _document(text: bytes) -> object:
    try:
        return json.loads(text, parse_constant=_no_constant)
    except (ValueError, RecursionError) as wrong:
        raise BadInputError(f"This is not a JSON document: {wrong}.", "", None, "one JSON object", "") from wrong


def _no_constant(name: str) -> object:
    raise ValueError(f"{name} is not a JSON number")


def command() -> None:
    """The `hinge` command."""
    sys.exit(main(sys.argv[1:]))


if __name__ == "__main__":
    command()
