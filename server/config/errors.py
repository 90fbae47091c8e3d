"""One error shape for everything that can go wrong in the API."""

from typing import Any

from django.core.exceptions import PermissionDenied
from django.http import Http404, HttpRequest, HttpResponse
from ninja import NinjaAPI, Schema
from ninja.errors import AuthenticationError, HttpError, ValidationError

from hinge.errors import GateNotMet, HingeError, OutOfStep


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


class StaleWrite(Exception):
    """The record changed since it was read. `current` is how it stands now."""

    def __init__(self, current: object) -> None:
        super().__init__("This record was changed meanwhile.")
        self.current = current


PROBLEMS = {401: ProblemOut, 403: ProblemOut, 404: ProblemOut, 409: ProblemOut, 422: ProblemOut, 429: ProblemOut}


def install(api: NinjaAPI) -> None:
    """Map every error the API can meet to the one shape."""

    def answer(request: HttpRequest, status: int, **problem: Any) -> HttpResponse:
        return api.create_response(request, {"error": Problem(**problem).model_dump()}, status=status)

    @api.exception_handler(HingeError)
    def hinge_error(request: HttpRequest, wrong: HingeError) -> HttpResponse:
        status = 409 if isinstance(wrong, GateNotMet | OutOfStep) else 422
        return answer(request, status, **wrong.as_document())

    @api.exception_handler(StaleWrite)
    def stale(request: HttpRequest, wrong: StaleWrite) -> HttpResponse:
        return answer(request, 409, code="stale", message=str(wrong), current=wrong.current)

    @api.exception_handler(ValidationError)
    def malformed(request: HttpRequest, wrong: ValidationError) -> HttpResponse:
        mistake = wrong.errors[0]
        field = ".".join(str(part) for part in mistake["loc"][2:])
        value = mistake.get("input")
        plain = value if isinstance(value, str | int | bool | None) else str(value)[:80]
        unit = next((unit for unit in ("in", "lb") if field.endswith(f"_{unit}")), "")
        message = f"{field or 'The document'}: {mistake['msg']}."
        return answer(request, 422, code="bad_input", message=message, field=field, value=plain, allowed=mistake["msg"], unit=unit)

    @api.exception_handler(HttpError)
    def http_error(request: HttpRequest, wrong: HttpError) -> HttpResponse:
        code = {400: "bad_input", 401: "signed_out", 403: "not_allowed"}.get(wrong.status_code, "error")
        status = 422 if wrong.status_code == 400 else wrong.status_code
        return answer(request, status, code=code, message=str(wrong))

    @api.exception_handler(AuthenticationError)
    def signed_out(request: HttpRequest, wrong: AuthenticationError) -> HttpResponse:
        return answer(request, 401, code="signed_out", message="Sign in first.")

    @api.exception_handler(PermissionDenied)
    def not_allowed(request: HttpRequest, wrong: PermissionDenied) -> HttpResponse:
        return answer(request, 403, code="not_allowed", message=str(wrong) or "Your role does not allow this.")

    @api.exception_handler(Http404)
    def not_there(request: HttpRequest, wrong: Http404) -> HttpResponse:
        return answer(request, 404, code="not_there", message="There is no such thing in your shop.")
