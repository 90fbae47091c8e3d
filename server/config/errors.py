"""One error shape for everything that can go wrong in the API."""

import json
import logging
from collections.abc import Callable, Mapping
from http import HTTPStatus
from typing import Any, TypeVar

from django.core.exceptions import PermissionDenied
from django.db import DatabaseError, IntegrityError, InterfaceError, OperationalError
from django.http import Http404, HttpRequest, HttpResponse, HttpResponseBase, JsonResponse
from ninja import NinjaAPI, Schema
from ninja.errors import AuthenticationError, HttpError, ValidationError, ValidationErrorContext
from ninja.openapi.schema import REF_TEMPLATE, OpenAPISchema
from ninja.renderers import JSONRenderer
from ninja.schema import NinjaGenerateJsonSchema
from pydantic import ValidationError as PydanticError

from hinge.document import first_mistake
from hinge.errors import GateNotMetError, HingeError, OutOfStepError

log = logging.getLogger(__name__)


class Problem(Schema):
    """What went wrong, with the value and what would be allowed."""

    code: str
    message: str
    field: str = ""
    value: Any = None
    allowed: str = ""
    unit: str = ""
    current: Any = None


class ProblemOut(Schema):
    """The error shape."""

    error: Problem


class StaleWriteError(Exception):
    """The record changed since it was read. `current` is how it stands now."""

    def __init__(self, current: object) -> None:
        super().__init__("This record was changed meanwhile.")
        self.current = current


# What may be answered in place of an answer, by every endpoint.
PROBLEMS = (401, 403, 404, 405, 409, 413, 422, 429, 500, 503)
# What a person is told where the framework itself answered.
PLAIN = {
    400: ("bad_input", "This request cannot be read."),
    401: ("signed_out", "Sign in first."),
    403: ("not_allowed", "This page is out of date: load it again."),
    404: ("not_there", "There is no such thing here."),
    405: ("wrong_method", "This cannot be asked that way."),
    413: ("too_large", "This is too large to send."),
    429: ("too_many_tries", "Too many at once. Wait a minute."),
    503: ("away", "The database is away. Try again in a moment: nothing already saved is lost."),
}
UNEXPECTED = ("error", "Something went wrong here. Nothing already saved is lost.")


def file_of(content_type: str) -> dict[str, Any]:
    """How the OpenAPI document says that an answer is a file."""
    return {"responses": {200: {"description": "OK", "content": {content_type: {"schema": {"type": "string", "format": "binary"}}}}}}


def problem_body(status: int, **problem: Any) -> dict[str, Any]:
    """The one error shape for a status, with what is known beyond it."""
    code, message = PLAIN.get(status, UNEXPECTED)
    return {"error": Problem(**({"code": code, "message": message} | problem)).model_dump()}


BUSY = "Much is being written at this moment. Tried again in a second: nothing already saved is lost."
COME_BACK = "Retry-After"
COMES = (
    '<!doctype html><meta charset="utf-8"><meta http-equiv="refresh" content="2"><title>North Hinge</title>'
    "<p>This page is being drawn. It comes by itself in a moment."
)
FULL = (3, 1021, 1114)  # cannot write; disk full; table full
DISK_FULL = "The disk of the database is full: nothing more can be kept until there is room. Nothing already saved is lost."
MET_ANOTHER = (1205, 1213)  # lock wait timed out; deadlock found


class BusyError(Exception):
    """What is asked cannot be begun at this moment, and trying again soon may do."""


def busy() -> JsonResponse:
    """Nothing was done, and trying again soon may do: 503 with when."""
    return _not_now(JsonResponse(problem_body(503, code="busy", message=BUSY), status=503, headers={COME_BACK: "1"}))


def comes() -> HttpResponse:
    """The same for who asked by a link, and not by the page: it is seen to come."""
    return _not_now(HttpResponse(COMES, status=503, headers={COME_BACK: "2"}))


Answer = TypeVar("Answer", bound=HttpResponse)


def _not_now(answer: Answer) -> Answer:
    # It has its access line; no error is told of it.
    answer._has_been_logged = True  # type: ignore[attr-defined]
    return answer


def met_another(wrong: Exception) -> bool:
    """Whether a write only met another one of the same rows."""
    return wrong.args[:1] != () and wrong.args[0] in MET_ANOTHER


class OneErrorShape:
    """What the framework answers on its own under /api/, put into the one error shape."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        response = self.get_response(request)
        status, sort = response.status_code, response.get("Content-Type", "")
        if status < 400 or not request.path.startswith("/api/") or sort.startswith("application/json"):
            return response
        if response.has_header(COME_BACK):
            return response
        # Django answers 400 to a body that is too large.
        length = request.headers.get("Content-Length", "")
        status = 413 if status == 400 and length.isdigit() and int(length) > 2**20 else status
        return JsonResponse(problem_body(status), status=status)


class Malformed(ValidationError):
    """What a request said does not fit what is asked there."""

    def __init__(self, found: PydanticError) -> None:
        super().__init__([])
        self.found = found

    def mistake(self, request: HttpRequest) -> dict[str, Any]:
        """The first mistake, as the core words it; its path is the sent document's own."""
        # The first step of a place is the name under which the document is handed on.
        name = str(self.found.errors()[0]["loc"][0])
        document = {name: json.loads(request.body)} if request.content_type == "application/json" and request.body else None
        mistake = first_mistake(self.found, document).as_document()
        message = str(mistake["message"]).removeprefix(f"{name}.")
        return mistake | {"message": message, "field": str(mistake["field"]).removeprefix(name).removeprefix(".")}


class PlainRenderer(JSONRenderer):
    """JSON with its letters as they are, so that a mark is one where an answer is put into words."""

    json_dumps_params: Mapping[str, Any] = {"ensure_ascii": False}


class HingeApi(NinjaAPI):
    """The API whose malformed requests are answered in the core's words, and whose problems are told once for every endpoint."""

    def get_openapi_schema(self, **where: Any) -> OpenAPISchema:
        """The OpenAPI document."""
        document = super().get_openapi_schema(**where)
        shape = ProblemOut.model_json_schema(ref_template=REF_TEMPLATE, mode="serialization", schema_generator=NinjaGenerateJsonSchema)
        document["components"]["schemas"] |= shape.pop("$defs") | {ProblemOut.__name__: shape}
        content = {"application/json": {"schema": {"$ref": REF_TEMPLATE.format(model=ProblemOut.__name__)}}}
        names = {status: HTTPStatus(status).phrase.title().replace(" ", "") for status in PROBLEMS}
        document["components"]["responses"] = {
            name: {"description": HTTPStatus(status).phrase, "content": content} for status, name in names.items()
        }
        problems = {status: {"$ref": f"#/components/responses/{name}"} for status, name in names.items()}
        for operations in document["paths"].values():
            for operation in operations.values():
                operation["responses"] |= problems
        return document

    def validation_error_from_error_contexts(self, error_contexts: list[ValidationErrorContext[Any]]) -> ValidationError:
        """The first of them."""
        return Malformed(error_contexts[0].pydantic_validation_error)


def install(api: NinjaAPI) -> None:
    """Map every error the API can meet to the one shape."""

    def answer(request: HttpRequest, status: int, **problem: Any) -> HttpResponse:
        return api.create_response(request, problem_body(status, **problem), status=status)

    @api.exception_handler(HingeError)
    def hinge_error(request: HttpRequest, wrong: HingeError) -> HttpResponse:
        status = 409 if isinstance(wrong, GateNotMetError | OutOfStepError) else 422
        return answer(request, status, **wrong.as_document())

    @api.exception_handler(StaleWriteError)
    def stale(request: HttpRequest, wrong: StaleWriteError) -> HttpResponse:
        return answer(request, 409, code="stale", message=str(wrong), current=wrong.current)

    @api.exception_handler(IntegrityError)
    def taken(request: HttpRequest, wrong: IntegrityError) -> HttpResponse:
        return answer(request, 409, code="taken", message="Somebody wrote the same thing at this moment. Look again.")

    @api.exception_handler(OperationalError)
    @api.exception_handler(InterfaceError)
    def away(request: HttpRequest, wrong: DatabaseError) -> HttpResponse:
        if met_another(wrong):
            return busy()
        if wrong.args[:1] != () and wrong.args[0] in FULL:
            log.critical("the database's disk is full")
            return answer(request, 503, code="full", message=DISK_FULL)
        log.error("the database is away", exc_info=wrong)
        return answer(request, 503)

    @api.exception_handler(BusyError)
    def met_others(request: HttpRequest, wrong: BusyError) -> HttpResponse:
        # Who asked by a link, and not by the page, sees it come.
        return comes() if "text/html" in request.headers.get("Accept", "") else busy()

    @api.exception_handler(Malformed)
    def malformed(request: HttpRequest, wrong: Malformed) -> HttpResponse:
        return answer(request, 422, **wrong.mistake(request))

    @api.exception_handler(HttpError)
    def http_error(request: HttpRequest, wrong: HttpError) -> HttpResponse:
        if isinstance(wrong.__cause__, HingeError):
            return hinge_error(request, wrong.__cause__)
        status = 422 if wrong.status_code == 400 else wrong.status_code
        said = {} if str(wrong) == "Too many requests." else {"message": str(wrong)}
        return answer(request, status, **({"code": "bad_input"} if status == 422 else {}), **said)

    @api.exception_handler(AuthenticationError)
    def signed_out(request: HttpRequest, wrong: AuthenticationError) -> HttpResponse:
        return answer(request, 401)

    @api.exception_handler(PermissionDenied)
    def not_allowed(request: HttpRequest, wrong: PermissionDenied) -> HttpResponse:
        return answer(request, 403, message=str(wrong) or "Your role does not allow this.")

    @api.exception_handler(Http404)
    def not_there(request: HttpRequest, wrong: Http404) -> HttpResponse:
        return answer(request, 404, message="There is no such thing in your shop.")
