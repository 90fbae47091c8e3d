"""The procedures, loaded once and checked: their steps, tools, numbers, and where good technicians differ."""

from __future__ import annotations

import re
import tomllib
from collections.abc import Collection
from functools import cache
from pathlib import Path
from typing import Annotated, Literal

from pydantic import Field

from hinge.carriers.kinds import KINDS, USUAL, CarrierKind
from hinge.document import Document, read, table_of
from hinge.drawings import Drawing
from hinge.errors import BadInputError
from hinge.faults.knowledge import Place, faults
from hinge.measure.fields import fields, read_field
from hinge.opener.kinds import OpenerThere, limit_settings, opener_kinds, rails
from hinge.procedures.rules import proofs
from hinge.site.actions import Verb, VerbName
from hinge.site.gates import gates, guards
from hinge.text.marks import with_rules

Act = Literal["let_down", "take_off", "put_on", "rewind", "wind", "lift"]
Touches = Literal["", "cone", "loaded", "stretched", "stack", "power"]
BenchName = Literal["", "placement", "survey"]
NUMBER = re.compile(r"\{(\w+)\}")
# What is on a spring's cone, hangs stretched or stacked is touched only in work whose gates guard that.
MUST_BE: dict[Touches, tuple[str, ...]] = {
    "cone": ("let_down", "wind", "trim", "screws"),
    "stretched": ("take_off", "put_on", "wind"),
    "stack": ("take_off", "put_on", "set", "hub", "wind"),
    "power": ("run",),
}
# What is asked for stands among what was found, under its procedure's name.
WANTED = "wanted_"
OF: dict[Touches, CarrierKind] = {"cone": "torsion", "stretched": "extension", "stack": "counterweight"}


class Otherwise(Document):
    """A step that does not go as it should: what is said then, and why the work is left as it stands."""

    says: str
    then: str


class Step(Document):
    """One step of a procedure; see the head of procedures.toml."""

    title: str
    do: str
    at: Place
    minutes: Annotated[float, Field(gt=0, le=240)]
    why: str = ""
    caution: str = ""
    needs: VerbName | Literal[""] = ""
    does: Act | Literal[""] = ""
    verb: VerbName | Literal[""] = ""
    states: str = ""
    proved_by: list[str] = []
    found_by: list[str] = []
    seen_by: list[Annotated[str, Field(pattern=r"^\w+ \w+$")]] = []
    touches: Touches = ""
    draw: Drawing = ""
    undrawn: Literal["", "seen", "felt", "pressed", "told"] = ""
    guide: Literal["", "limits", "force"] = ""
    only: dict[Literal["rail_name", "limits_name"], list[str]] = {}
    causes: list[str] = []
    leaves: dict[str, str] = {}
    laid_out: bool = False
    people: Annotated[int, Field(ge=1, le=3)] = 1
    bench: BenchName = ""
    tools: list[str] = []
    parts: list[str] = []
    record: list[str] = []
    optional: bool = False
    voids: list[str] = []
    forces: bool = False
    otherwise: Otherwise | None = None

    def cures(self, found: Collection[str] | None) -> bool:
        """Whether the step is done for any of what was found; for all a procedure cures where that is not said."""
        return found is None or not self.causes or any(cause in found for cause in self.causes)

    def is_for(self, opener: OpenerThere | None) -> bool:
        """Whether the step is one for this opener; one nobody looked at is the empty word."""
        return all((getattr(opener, part) if opener else "") in names for part, names in self.only.items())

    def done_by(self, carrier: str, work: bool) -> Verb:
        """What the step does to a door so carried, or what must be open for it, within `work` on what carries it or without."""
        if self.does == "lift":
            return Verb.LIFT if work else Verb.LIFT_AS_FOUND
        if self.does == "wind" and not KINDS[carrier].winds:
            return Verb.SET
        return Verb(self.verb or self.does or self.needs)


class When(Document):
    """For which work a procedure is: what carried the door, what is to, what for, how many springs go on and were there."""

    start: Annotated[CarrierKind | Literal["", "nothing"], Field(alias="from")] = ""
    to: CarrierKind
    aim: Literal["", "replace", "keep", "trim"] = ""
    springs: int = 0
    had: int = 0
    causes: list[str] = []


class Procedure(Document):
    """What is done, in order."""

    title: str
    steps: Annotated[list[str], Field(min_length=2)]
    people: Annotated[int, Field(ge=1, le=3)] = 1
    opener: list[str] = []
    when: When | None = None
    cures: list[str] = []
    wanted: str = ""


class School(Document):
    """Where good technicians differ: the ways, by name, in words; the first is used until a shop picks."""

    title: str
    ways: Annotated[dict[str, str], Field(min_length=2)]


class Number(Document):
    """A number a step may name: what stands there while it is not known, and where it is computed."""

    unknown: str
    source: Annotated[str, Field(alias="from", min_length=3)]


@cache
def tools() -> dict[str, str]:
    """What a technician needs at hand, in words, by name."""
    rows = tomllib.loads((Path(__file__).parent / "tools.toml").read_text(encoding="utf-8"))
    return {name: str(words) for name, words in rows.items()}


@cache
def schools() -> dict[str, School]:
    """Where good technicians differ, by name."""
    return table_of(__file__, "schools", School)


@cache
def numbers() -> dict[str, Number]:
    """The numbers a step may name."""
    return table_of(__file__, "numbers", Number)


@cache
def steps() -> dict[str, Step]:
    """Every step by name. Raises BadInputError naming the one that is unsound."""
    found: dict[str, Step] = {}
    for file in sorted((Path(__file__).parent / "steps").glob("*.toml")):
        for name, row in tomllib.loads(with_rules(file.read_text(encoding="utf-8"))).items():
            _require(name not in found, name, file.stem, "a name used once")
            found[name] = read(Step, row, name)
    for name, step in found.items():
        _require(bool(step.needs or step.does), f"{name}.needs", None, "what it does to the garage")
        _require((step.draw == "") != (step.undrawn == ""), f"{name}.draw", step.draw, "a drawing, or why there is none")
        _require(step.states == "" or step.states in gates(), f"{name}.states", step.states, "a gate there is")
        _require(set(step.tools) <= tools().keys(), f"{name}.tools", step.tools, "tools there are")
        named = set(NUMBER.findall(" ".join((step.do, step.why, step.caution, *step.parts))))
        _require(named <= numbers().keys(), f"{name}.do", sorted(named), "numbers there are")
        for field, typed in step.leaves.items():
            _require(field in fields(), f"{name}.leaves", field, "a measurement")
            read_field(field, typed)
        kinds = {"rail_name": {"", *rails()}, "limits_name": {"", *limit_settings()}}
        for part, kind_names in step.only.items():
            _require(set(kind_names) <= kinds[part], f"{name}.only.{part}", kind_names, "kinds there are")
        for field, proved in {"voids": step.voids, "proved_by": step.proved_by}.items():
            _require(set(proved) <= {proof.id for proof in proofs()}, f"{name}.{field}", proved, "proofs there are")
        for seen in step.seen_by:
            check, outcome = seen.split()
            _require(check in faults().checks and outcome in faults().checks[check].outcomes, f"{name}.seen_by", seen, "a check's answer")
        _require(set(step.found_by) <= faults().causes.keys(), f"{name}.found_by", step.found_by, "causes there are")
    return found


@cache
def procedures() -> dict[str, Procedure]:
    """Every procedure by name. Raises BadInputError naming the one that is unsound by its place."""
    found = table_of(__file__, "procedures", Procedure)
    for name, one in found.items():
        _require(set(one.steps) <= steps().keys(), f"{name}.steps", sorted(set(one.steps) - steps().keys()), "steps there are")
        _require(set(one.cures) <= faults().causes.keys(), f"{name}.cures", one.cures, "causes there are")
        _require(set(one.opener) <= opener_kinds().keys(), f"{name}.opener", one.opener, "kinds of opener there are")
        for step in one.steps:
            _require(set(steps()[step].causes) <= set(one.cures), f"{step}.causes", steps()[step].causes, f"causes that {name} cures")
        most = max(steps()[step].people for step in one.steps)
        _require(one.people >= most, f"{name}.people", one.people, f"at least the {most} one of its steps takes")
        _require_guarded(name, one)
    used = {step for one in found.values() for step in one.steps}
    _require(used == steps().keys(), "steps", sorted(steps().keys() - used), "steps of some procedure")
    cured = {cause for one in found.values() for cause in one.cures}
    left = {name for name, cause in faults().causes.items() if cause.part != "none"} - cured
    _require(not left, "cures", sorted(left), "every cause cured by a procedure")
    return found


def wanted_by(cause: str) -> str:
    """The procedure that was asked for by what was said to be found; nothing for a fault."""
    name = cause.removeprefix(WANTED)
    return name if cause.startswith(WANTED) and name in procedures() and procedures()[name].wanted else ""


def carriers_of(procedure: Procedure) -> list[CarrierKind]:
    """What carries the door at each step; the usual where no procedure on what carries it says otherwise."""
    when = procedure.when
    if when is None:
        return [USUAL] * len(procedure.steps)
    off = next((place for place, name in enumerate(procedure.steps) if steps()[name].does == "take_off"), -1)
    before = when.to if when.start == "" or when.start == "nothing" else when.start
    return [before if place <= off else when.to for place in range(len(procedure.steps))]


def _require_guarded(name: str, one: Procedure) -> None:
    """Every hazard is met behind its gates: cones behind theirs, what cables load only at zero, power only after the hand test."""
    wound = one.when is not None and one.when.start in KINDS and KINDS[one.when.start].winds
    lifted, work = False, one.when is not None
    for step_name, carrier in zip(one.steps, carriers_of(one), strict=True):
        step, where = steps()[step_name], f"{name}.{step_name}"
        of = OF.get(step.touches)
        if of is not None:
            verb = step.done_by(of, work)
            _require(carrier == of, where, carrier, f"work on what is carried by {of}")
            _require((step.does or step.needs) in MUST_BE[step.touches], where, step.needs, "an action whose gates guard it")
            _require(verb == Verb.SCREWS or any(group.carrier == of for group in guards(verb, of)), where, verb, "a gate before it")
            _require(not step.does or step.caution != "", where, step.caution, "a caution")
        _require(not (step.optional and (step.does or of)), where, "optional", "a step that neither moves nor guards anything")
        if step.touches == "loaded":
            _require(not wound, where, "wound", "every spring at zero before it")
        if step.touches == "power":
            _require(step.needs == "run", where, step.needs, "run")
            _require(lifted or not work, where, "not lifted by hand yet", "the hand test before power")
        wound = (wound and step.does != "let_down") or (step.does == "wind" and KINDS[carrier].winds)
        lifted = lifted or step.does == "lift"


def _require(sound: bool, where: str, value: object, allowed: str) -> None:
    if not sound:
        raise BadInputError(f"{where} is not sound.", where, str(value), allowed)
