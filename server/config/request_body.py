"""What a request may say, and a large answer as it goes out."""

from datetime import time
from typing import Annotated

from django.http import HttpResponse
from ninja import Schema
from pydantic import AfterValidator, BaseModel, ConfigDict


def _of_the_wall(value: time) -> time:
    if value.tzinfo:
        raise ValueError("a time of the wall clock, without a zone")
    return value


WallTime = Annotated[time, AfterValidator(_of_the_wall)]


class RequestBody(Schema):
    """The body of a request: a field that is not known is a mistake, not a leftover."""

    model_config = ConfigDict(extra="forbid")


def written(answer: BaseModel | None, exclude_none: bool = False) -> HttpResponse:
    """An answer as it is: it is of the schema's own type, and a large one is not read a second time."""
    return written_json(answer.model_dump_json(exclude_none=exclude_none) if answer else "null")


def written_json(text: str) -> HttpResponse:
    """An answer of the schema's own type that is JSON already."""
    return HttpResponse(text, content_type="application/json; charset=utf-8")
