"""What the stages and the bench choose from, in one answer."""

from functools import cache

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema

from hinge.call.knowledge import causes
from hinge.door.makeup import extras, materials_of_sections
from hinge.faults.knowledge import faults
from hinge.faults.triage import Desk, desk_of
from hinge.measure.fields import fields
from hinge.procedures import rules
from hinge.procedures.knowledge import schools
from hinge.site.gates import gates
from hinge.springs.drums import DrumKind, named_drums
from hinge.springs.wire import stock
from hinge.view.bench import BenchPage, bench_pages
from server.config.request_body import written

router = Router(tags=["knowledge"])


class Named(Schema):
    """Something to choose by its words."""

    id: str
    text: str


class ComplaintOut(Named):
    """A complaint, with the words people type for it, and what the desk tells its owner."""

    words: list[str]
    desk: Desk


class FieldOut(Schema):
    """A measurement that can be asked for; `choices` where it is one of several words."""

    name: str
    label: str
    ask: str
    quantity: str
    unit: str
    choices: list[Named]


class DrumOut(Schema):
    """A drum of the list."""

    id: str
    text: str
    kind: DrumKind
    diameter_in: float | None
    large_diameter_in: float | None
    taper_turns: float | None


class DifferOut(Schema):
    """Where good technicians differ, and the ways there are; the first is a shop's until it picks."""

    id: str
    title: str
    ways: list[Named]


class KnowledgeOut(Schema):
    """What the stages choose from, what the page calls it, and the pages of the bench."""

    fields: list[FieldOut]
    wires: list[float]
    drums: list[DrumOut]
    sections: list[Named]
    extras: list[Named]
    complaints: list[ComplaintOut]
    causes: list[Named]
    gates: list[Named]
    stops: list[Named]
    proofs: list[Named]
    schools: list[DifferOut]
    bench: list[BenchPage]


@router.get("/knowledge", response=KnowledgeOut, operation_id="knowledge")
def knowledge(request: HttpRequest) -> HttpResponse:
    """Fields, complaints, causes, gates, stop rules, proofs and schools."""
    return written(_knowledge())


@cache
def _knowledge() -> KnowledgeOut:
    return KnowledgeOut(
        fields=[
            FieldOut(
                name=field.name,
                label=field.label,
                ask=field.ask,
                quantity=field.quantity,
                unit=field.unit,
                choices=[Named(id=name, text=text) for name, text in field.choices.items()],
            )
            for field in fields().values()
        ],
        wires=stock().wire_in.tolist(),
        drums=[
            DrumOut(
                id=name,
                text=drum.label,
                kind=drum.kind,
                diameter_in=drum.diameter_in,
                large_diameter_in=drum.large_diameter_in,
                taper_turns=drum.taper_turns,
            )
            for name, drum in named_drums().items()
        ],
        sections=[Named(id=name, text=figure.label) for name, figure in materials_of_sections().items()],
        extras=[Named(id=name, text=figure.label) for name, figure in extras().items()],
        complaints=[ComplaintOut(id=name, text=one.text, words=one.words, desk=desk_of(name)) for name, one in faults().complaints.items()],
        causes=[Named(id=name, text=cause.text) for name, cause in causes().items()],
        gates=[Named(id=gate.id, text=gate.title) for gate in gates().values()],
        stops=[Named(id=name, text=rule.when) for name, rule in rules.stop_rules().items()],
        proofs=[Named(id=proof.id, text=proof.title) for proof in rules.proofs()],
        schools=[
            DifferOut(id=name, title=one.title, ways=[Named(id=way, text=words) for way, words in one.ways.items()])
            for name, one in schools().items()
        ],
        bench=list(bench_pages().values()),
    )
