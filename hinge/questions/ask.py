"""Every question the core answers, by name: document in, document out. A question's module is loaded when it is asked."""

from __future__ import annotations

from functools import cache
from importlib import import_module

from pydantic import BaseModel

from hinge.document import Document, plain_value, read, require_finite
from hinge.errors import BadInputError
from hinge.questions.question import Question
from hinge.questions.shop import FromShop
from hinge.stock.lists import NO_LISTS, Lists

# The order of a call: the door, what carries it, its balance; what is wrong; the work; the opener.
NAMES = (
    *("lift", "torsion", "size", "compare", "carries", "identify", "weigh", "extension", "counterweight", "convert", "cable", "one_piece"),
    *("balance", "trim", "find", "sun", "triage", "knowledge", "procedure", "call"),
    *("limits", "replace", "packing", "survey", "placement", "clearance", "practice", "side_view"),
    *("day",),
)


@cache
def question_of(name: str) -> Question:
    """The question of a name. Raises BadInputError where there is none."""
    if name not in NAMES:
        shown = str(plain_value(name))
        raise BadInputError(f"There is no question called {shown!r}.", "question", shown, ", ".join(NAMES), "")
    question: Question = import_module(f"hinge.questions.{name}").QUESTION
    return question


def ask(name: str, document: object, lists: Lists = NO_LISTS) -> BaseModel:
    """Answer one question.

    Parameters: `name` of a question; `document` as parsed from JSON; the `lists` of a shop. Returns the answer's model.
    Raises HingeError: BadInputError for an unknown question or a malformed document.
    """
    question = question_of(name)
    return answer_to(question, read(question.takes, document), lists)


def answer_to(question: Question, asked: Document, lists: Lists = NO_LISTS) -> BaseModel:
    """The answer to a question that was read, with the lists of a shop where they can answer it better."""
    answer = question.answer(asked, lists) if isinstance(asked, FromShop) else question.answer(asked)
    require_finite(answer)
    return answer
