"""Every question the core answers, by name: document in, document out."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass

from pydantic import BaseModel, ValidationError

from hinge.errors import BadInput
from hinge.questions import lifting, one_piece, pairs_and_plates, reading, sizing
from hinge.questions.documents import Document


@dataclass(frozen=True)
class Question:
    """A question by name: its documents in and out, and how it is answered."""

    takes: type[Document]
    gives: type[BaseModel]
    answer: Callable[..., BaseModel]


QUESTIONS: dict[str, Question] = {
    "lift": Question(lifting.LiftQuestion, lifting.LiftAnswer, lifting.lift),
    "torsion": Question(sizing.TorsionQuestion, sizing.TorsionAnswer, sizing.torsion),
    "size": Question(sizing.SizeQuestion, sizing.SizeAnswer, sizing.size),
    "compare": Question(sizing.CompareQuestion, sizing.CompareAnswer, sizing.compare),
    "carries": Question(sizing.CarriesQuestion, sizing.CarriesAnswer, sizing.carries),
    "identify": Question(reading.IdentifyQuestion, reading.IdentifyAnswer, reading.identify),
    "weigh": Question(reading.WeighQuestion, reading.WeighAnswer, reading.weigh_door),
    "extension": Question(pairs_and_plates.ExtensionQuestion, pairs_and_plates.ExtensionAnswer, pairs_and_plates.extension),
    "counterweight": Question(pairs_and_plates.CounterweightQuestion, pairs_and_plates.CounterweightAnswer, pairs_and_plates.counterweight),
    "convert": Question(pairs_and_plates.ConvertQuestion, pairs_and_plates.ConvertAnswer, pairs_and_plates.convert_door),
    "cable": Question(pairs_and_plates.CableQuestion, pairs_and_plates.CableAnswer, pairs_and_plates.cable),
    "one_piece": Question(one_piece.OnePieceQuestion, one_piece.OnePieceAnswer, one_piece.one_piece),
    "balance": Question(lifting.BalanceQuestion, lifting.BalanceAnswer, lifting.balance),
    "trim": Question(lifting.TrimQuestion, lifting.TrimAnswer, lifting.trim),
    "side_view": Question(lifting.SideViewQuestion, lifting.SideViewAnswer, lifting.side_view),
}


def ask(name: str, document: object) -> BaseModel:
    """Answer one question.

    Parameters: `name` of a question; `document` as parsed from JSON. Returns the answer's model.
    Raises HingeError: BadInput for an unknown question or a malformed document.
    """
    question = QUESTIONS.get(name)
    if question is None:
        raise BadInput(f"There is no question called {name!r}.", "question", name, ", ".join(QUESTIONS), "")
    try:
        asked = question.takes.model_validate(document)
    except ValidationError as wrong:
        raise first_mistake(wrong) from wrong
    return question.answer(asked)


def first_mistake(wrong: ValidationError) -> BadInput:
    """The first mistake of a malformed document in the one error shape."""
    mistake = wrong.errors(include_url=False)[0]
    field = ".".join(str(part) for part in mistake["loc"])
    value = mistake["input"] if isinstance(mistake["input"], str | int | float | bool | None) else None
    value = str(value) if isinstance(value, float) and not math.isfinite(value) else value
    allowed = "only the fields the schema names" if mistake["type"] == "extra_forbidden" else mistake["msg"]
    unit = next((unit for unit in ("in", "lb") if field.endswith(f"_{unit}")), "")
    return BadInput(f"{field or 'The document'}: {mistake['msg']}.", field, value, allowed, unit)
