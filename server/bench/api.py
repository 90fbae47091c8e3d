"""The core's questions over HTTP: the same documents in and out as `python -m hinge`."""

from collections.abc import Callable

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Router, Schema
from ninja.throttling import BaseThrottle
from pydantic import Field

from hinge.document import Document
from hinge.file.sheet import Sheet, read_sheet
from hinge.measure.fields import Value, read_field, write_value
from hinge.questions.ask import NAMES, answer_to, question_of
from hinge.questions.placement import PlacementQuestion
from hinge.questions.question import Question
from hinge.questions.shop import FromShop
from hinge.stock.lists import NO_LISTS
from server.bench.fitting import fitting_pdf
from server.config.errors import file_of
from server.config.request_body import RequestBody, written
from server.people.scope import person_of
from server.people.throttle import charge, heavy
from server.stock.service import lists_of_shop

router = Router(tags=["bench"])


class Typed(RequestBody):
    """A measurement as typed."""

    field: str = Field(max_length=40)
    typed: str = Field(max_length=120)


class ReadBack(Schema):
    """The measurement as read: value in the field's unit, and written the trade's way."""

    value: Value
    text: str


@router.post("/bench/read", response=ReadBack, operation_id="read_measurement")
def read_measurement(request: HttpRequest, given: Typed) -> ReadBack:
    """Read a measurement as typed, so that the page can show what was understood."""
    value = read_field(given.field, given.typed)
    return ReadBack(value=value, text=write_value(given.field, value))


class TypedSheet(RequestBody):
    """Everything typed on a sheet, by field."""

    typed: dict[str, str] = Field(max_length=80)


@router.post("/bench/sheet", response=Sheet, operation_id="read_sheet")
def read_typed_sheet(request: HttpRequest, given: TypedSheet) -> Sheet:
    """Read a sheet of measurements; what cannot be read is told field by field."""
    return read_sheet({name: text[:120] for name, text in given.typed.items()})


# What takes the processor a while: a search, a fit, a whole call, which counts as one for each of so many commands.
COMMANDS_OF_ONE = 25
HEAVY = ("size", "compare", "convert", "trim", "find", "sun", "call")


def _view(question: Question) -> Callable[..., HttpResponse]:
    def view(request: HttpRequest, document: Document) -> HttpResponse:
        charge(request, len(getattr(document, "commands", ())) // COMMANDS_OF_ONE)
        lists = lists_of_shop(person_of(request)) if isinstance(document, FromShop) else NO_LISTS
        return written(answer_to(question, document, lists), exclude_none=True)

    view.__annotations__["document"] = question.takes
    view.__doc__ = question.takes.__doc__
    return view


for name, question in ((name, question_of(name)) for name in NAMES):
    throttles: list[BaseThrottle] = [heavy()] if name in HEAVY else []
    router.post(
        f"/bench/{name}",
        response=question.gives,
        operation_id=f"bench_{name}",
        throttle=throttles,
    )(_view(question))


@router.post("/bench/placement/drawing.pdf", operation_id="fitting_drawing", openapi_extra=file_of("application/pdf"))
def fitting_drawing(request: HttpRequest, document: PlacementQuestion) -> HttpResponse:
    """The fitting drawing as one printed page."""
    return HttpResponse(fitting_pdf(document, person_of(request)), content_type="application/pdf")


@router.post("/bench/{question}", operation_id="bench_unknown", include_in_schema=False)
def unknown_question(request: HttpRequest, question: str) -> None:
    """A question the core does not know."""
    raise Http404
