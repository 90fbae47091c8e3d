"""Every question the core answers, by name: document in, document out."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from pydantic import BaseModel

from hinge.document import Document, plain_value, read, require_finite
from hinge.errors import BadInputError
from hinge.faults.find import Finding
from hinge.faults.triage import Triage
from hinge.opener.replacing import Replacing
from hinge.opener.survey import Survey
from hinge.questions import call, faults, lifting, one_piece, opener, pairs_and_plates, procedure, reading, sizing, springs, sun
from hinge.questions import clearance as clearing
from hinge.questions import placement as placing
from hinge.questions import practice as practising
from hinge.questions.shop import FromShop
from hinge.springs.lists import NO_LISTS, Lists


@dataclass(frozen=True)
class Question:
    """A question by name: its documents in and out, and how it is answered."""

    takes: type[Document]
    gives: type[BaseModel]
    answer: Callable[..., BaseModel]


QUESTIONS: dict[str, Question] = {
    "lift": Question(lifting.LiftQuestion, lifting.LiftAnswer, lifting.lift),
    "torsion": Question(springs.TorsionQuestion, springs.TorsionAnswer, springs.torsion),
    "size": Question(sizing.SizeQuestion, sizing.SizeAnswer, sizing.size),
    "compare": Question(sizing.CompareQuestion, sizing.CompareAnswer, sizing.compare),
    "carries": Question(springs.CarriesQuestion, springs.CarriesAnswer, springs.carries),
    "identify": Question(reading.IdentifyQuestion, reading.IdentifyAnswer, reading.identify),
    "weigh": Question(reading.WeighQuestion, reading.WeighAnswer, reading.weigh_door),
    "extension": Question(pairs_and_plates.ExtensionQuestion, pairs_and_plates.ExtensionAnswer, pairs_and_plates.extension),
    "counterweight": Question(pairs_and_plates.CounterweightQuestion, pairs_and_plates.CounterweightAnswer, pairs_and_plates.counterweight),
    "convert": Question(pairs_and_plates.ConvertQuestion, pairs_and_plates.ConvertAnswer, pairs_and_plates.convert_door),
    "cable": Question(pairs_and_plates.CableQuestion, pairs_and_plates.CableAnswer, pairs_and_plates.cable),
    "one_piece": Question(one_piece.OnePieceQuestion, one_piece.OnePieceAnswer, one_piece.one_piece),
    "balance": Question(lifting.BalanceQuestion, lifting.BalanceAnswer, lifting.balance),
    "trim": Question(lifting.TrimQuestion, lifting.TrimAnswer, lifting.trim),
    "find": Question(faults.FindQuestion, Finding, faults.find_fault),
    "sun": Question(sun.SunQuestion, sun.SunAnswer, sun.sun),
    "triage": Question(faults.TriageQuestion, Triage, faults.triage_call),
    "knowledge": Question(faults.KnowledgeQuestion, faults.KnowledgeAnswer, faults.knowledge),
    "procedure": Question(procedure.ProcedureQuestion, procedure.ProcedureAnswer, procedure.procedure),
    "call": Question(call.CallQuestion, call.CallAnswer, call.call),
    "limits": Question(opener.LimitsQuestion, opener.LimitsAnswer, opener.limits),
    "replace": Question(opener.ReplaceQuestion, Replacing, opener.worth_repairing),
    "packing": Question(opener.PackingQuestion, opener.PackingAnswer, opener.pack),
    "survey": Question(opener.SurveyQuestion, Survey, opener.survey_shaft),
    "placement": Question(placing.PlacementQuestion, placing.PlacementAnswer, placing.placement),
    "clearance": Question(clearing.ClearanceQuestion, clearing.ClearanceAnswer, clearing.clearance),
    "practice": Question(practising.PracticeQuestion, practising.PracticeAnswer, practising.practice),
    "side_view": Question(lifting.SideViewQuestion, lifting.SideViewAnswer, lifting.side_view),
}


def ask(name: str, document: object, lists: Lists = NO_LISTS) -> BaseModel:
    """Answer one question.

    Parameters: `name` of a question; `document` as parsed from JSON; the `lists` of a shop. Returns the answer's model.
    Raises HingeError: BadInputError for an unknown question or a malformed document.
    """
    question = QUESTIONS.get(name)
    if question is None:
        shown = str(plain_value(name))
        raise BadInputError(f"There is no question called {shown!r}.", "question", shown, ", ".join(QUESTIONS), "")
    return answer_to(question, read(question.takes, document), lists)


def answer_to(question: Question, asked: Document, lists: Lists = NO_LISTS) -> BaseModel:
    """The answer to a question that was read, with the lists of a shop where they can answer it better."""
    answer = question.answer(asked, lists) if isinstance(asked, FromShop) else question.answer(asked)
    require_finite(answer)
    return answer
