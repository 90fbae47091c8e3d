"""Documents that were right once and had something done to them: what comes of them is an answer or one error shape."""

from __future__ import annotations

import copy
import json
import math
import random
import sys
from typing import Any

from hinge.errors import HingeError
from hinge.questions.ask import NAMES, ask

ODD: tuple[Any, ...] = (
    None, True, 0, -1, 1, 2, 1e-300, 1e17, 1.7e308, -1e200, 2**70, float("nan"), float("inf"), "", "x", "9'", "\ud800", [], {}, [1], [None],
    {"kind": "chosen"}, "0.207x2x27.5x2", 10**400,
)  # fmt: skip
SHAPE = {"code", "message", "field", "value", "allowed", "unit"}


def places(document: Any, path: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    """Every place in a document."""
    inner = document.items() if isinstance(document, dict) else enumerate(document) if isinstance(document, list) else ()
    return [path, *(place for name, one in inner for place in places(one, (*path, name)))]


def mutated(document: Any, chance: random.Random) -> Any:
    """The document with one to three things done to it."""
    spoilt = copy.deepcopy(document)
    for _ in range(chance.randint(1, 3)):
        path = chance.choice(places(spoilt))
        if not path:
            continue
        at = spoilt
        for step in path[:-1]:
            at = at[step]
        match chance.randrange(5):
            case 0:
                del at[path[-1]]
            case 1 if isinstance(at[path[-1]], int | float) and abs(at[path[-1]]) < 1e6:
                at[path[-1]] *= chance.choice((0, -1, 0.1, 10, 1e6, 1e300))
            case 2 if isinstance(at, dict):
                at[chance.choice(("colour", "kind", "springs", "extension", "weight_lb"))] = copy.deepcopy(chance.choice(ODD))
            case 3 if isinstance(at, list):
                at.append(copy.deepcopy(at[path[-1]]))
            case _:
                at[path[-1]] = copy.deepcopy(chance.choice(ODD))
    return spoilt


def require_answer_or_refusal(question: str, document: Any) -> bool:
    """Ask, and say whether it was answered. Raises AssertionError for an answer that is no JSON, or a refusal that names no place."""
    try:
        answer = ask(question, document)
    except HingeError as wrong:
        problem = wrong.as_document()
        assert set(problem) == SHAPE
        assert problem["message"]
        json.dumps(problem, allow_nan=False).encode()
        assert _stands(problem["field"], document), (question, problem)
        return False
    json.loads(answer.model_dump_json(), parse_constant=_no_constant)
    assert not _endless(answer.model_dump()), (question, document)
    return True


def _stands(field: str, document: Any) -> bool:
    """Whether a path is the document's own: all its steps but the last, which may be what is missing or not known there."""
    at = document
    for step in field.split(".")[:-1]:
        if isinstance(at, list) and step.isdigit() and int(step) < len(at):
            at = at[int(step)]
        elif isinstance(at, dict) and step in at:
            at = at[step]
        else:
            return isinstance(at, dict) and (step in QUESTION_DEFAULTS or any(_cut(name) == step for name in at))
    return True


# Parts that a question takes as usual where they are not given.
QUESTION_DEFAULTS = {"options", "record"}


def _cut(name: Any) -> str:
    return str(name)[:80].encode(errors="replace").decode()


def _endless(value: Any) -> bool:
    if isinstance(value, dict):
        return any(_endless(one) for one in value.values())
    if isinstance(value, list | tuple):
        return any(_endless(one) for one in value)
    return isinstance(value, float) and not math.isfinite(value)


def _no_constant(name: str) -> None:
    raise AssertionError(f"{name} in an answer")


def run(asked: dict[str, Any], times: int, seed: int) -> tuple[int, int]:
    """So many mutants over all questions; how many were answered and how many refused."""
    chance, answered = random.Random(seed), 0
    names = sorted(NAMES)
    for turn in range(times):
        name = names[turn % len(names)]
        answered += require_answer_or_refusal(name, mutated(asked[name], chance))
    return answered, times - answered


if __name__ == "__main__":
    from tests.support.questions import ASKED

    print("{} answered, {} refused, nothing else".format(*run(ASKED, int(sys.argv[1]), 1)))  # noqa: T201
