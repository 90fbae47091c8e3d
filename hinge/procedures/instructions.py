"""A procedure told for one door: its numbers filled in, what it takes, and the gates before each step."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from typing import Literal

from pydantic import BaseModel

from hinge.drawings import Drawing
from hinge.opener.kinds import OpenerThere, Press, Signal, usual_opener
from hinge.procedures.knowledge import (
    Act,
    BenchName,
    Otherwise,
    Procedure,
    Step,
    Touches,
    carriers_of,
    numbers,
    procedures,
    schools,
    steps,
    tools,
)
from hinge.site.gates import guards

Numbers = Mapping[str, str]
SchoolWays = Mapping[str, str]


class StepInstructions(BaseModel):
    """One step with this door's numbers; `gates` names the groups that must be met before it.

    `presses` and `signals` are those of the opener that is there, where its limits or its force are set, and `by_screw` says that turns
    are worked out for it; `bench` is the page of the bench that computes the step. `parts` are ticked one by one where they are `laid_out`.
    """

    id: str
    title: str
    do: str
    why: str
    caution: str
    at: str
    draw: Drawing
    does: Act | Literal[""]
    touches: Touches
    tools: list[str]
    parts: list[str]
    laid_out: bool
    people: int
    minutes: float
    record: list[str]
    presses: list[Press]
    signals: list[Signal]
    by_screw: bool
    bench: BenchName
    gates: list[str]
    otherwise: Otherwise | None


class Plan(BaseModel):
    """What a procedure takes on one door; `helper_minutes` are those of its `minutes` that take a second person."""

    procedure: str
    title: str
    people: int
    minutes: float
    helper_minutes: float
    tools: list[str]
    parts: list[str]


class ProcedureInstructions(Plan):
    """A procedure for one door: the plan, and its steps."""

    steps: list[StepInstructions]


def tell(
    name: str,
    known: Numbers,
    ways: SchoolWays | None = None,
    opener: OpenerThere | None = None,
    found: Collection[str] | None = None,
) -> ProcedureInstructions:
    """Tell a procedure there is, with the numbers `known` of this door, the `ways` a shop works by, and the `opener` that is there.

    Steps for other causes than those `found` are left out; every step is told where that is not said.
    """
    procedure = procedures()[name]
    opener = _fitting(procedure, opener)
    words = {number: one.unknown for number, one in numbers().items()} | way_words(ways or {}) | opener_words(opener) | dict(known)
    work = procedure.when is not None
    told = [
        _step(step, steps()[step], carrier, work, words, opener, _box(procedure, opener))
        for step, carrier in zip(procedure.steps, carriers_of(procedure), strict=True)
        if steps()[step].is_for(opener) and steps()[step].cures(found)
    ]
    return ProcedureInstructions(
        procedure=name,
        title=procedure.title,
        people=procedure.people,
        minutes=sum(step.minutes for step in told),
        helper_minutes=sum(step.minutes for step in told if step.people > 1),
        tools=list(dict.fromkeys(tool for step in told for tool in step.tools)),
        parts=list(dict.fromkeys(part for step in told for part in step.parts)),
        steps=told,
    )


def way_of(school: str, ways: SchoolWays) -> str:
    """The way a shop works by in a school, by name: the one it picked, or the first."""
    known = schools()[school].ways
    picked = ways.get(school, "")
    return picked if picked in known else next(iter(known))


def way_words(ways: SchoolWays) -> dict[str, str]:
    """The words of each school's way."""
    return {name: one.ways[way_of(name, ways)] for name, one in schools().items()}


def opener_words(opener: OpenerThere | None) -> dict[str, str]:
    """How limits, force and tension are set on this kind."""
    return {"limits": opener.limits.says, "force": opener.force.says, "tension": opener.rail.tension} if opener else {}


def _fitting(procedure: Procedure, opener: OpenerThere | None) -> OpenerThere | None:
    """The opener a procedure is told for: the one that is there, unless another kind is put in its place."""
    if not procedure.opener or (opener is not None and opener.kind in procedure.opener):
        return opener
    return usual_opener(procedure.opener[0]) if len(procedure.opener) == 1 else None


def _box(procedure: Procedure, opener: OpenerThere | None) -> list[str]:
    """What lies in the box of the opener that is put up: that of its kind, or of the first that may be meant."""
    put_up = opener or (usual_opener(procedure.opener[0]) if procedure.opener else None)
    return put_up.rail.box if put_up else []


def _step(name: str, step: Step, carrier: str, work: bool, words: Numbers, opener: OpenerThere | None, box: list[str]) -> StepInstructions:
    verb = step.done_by(carrier, work)
    guided = getattr(opener, step.guide) if opener and step.guide else None
    return StepInstructions(
        id=name,
        title=step.title,
        do=_sentence(step.do.format(**words)),
        why=step.why.format(**words),
        caution=step.caution.format(**words),
        at=step.at,
        draw=step.draw,
        does=step.does,
        touches=step.touches,
        tools=[tools()[tool] for tool in step.tools],
        parts=[*(box if step.laid_out else ()), *(_sentence(part.format(**words)) for part in step.parts)],
        laid_out=step.laid_out,
        people=step.people,
        minutes=step.minutes,
        record=step.record,
        presses=guided.presses if guided else [],
        signals=guided.signals if guided else [],
        by_screw=step.guide == "limits" and opener is not None and opener.limits.by_screw,
        bench=step.bench,
        gates=[group.id for group in guards(verb, carrier)],
        otherwise=step.otherwise,
    )


def _sentence(text: str) -> str:
    return text[:1].upper() + text[1:]
