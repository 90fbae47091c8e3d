"""What every document is: frozen, strict, its limits and units in its annotations, its mistakes told by their own path."""

from __future__ import annotations

import math
import tomllib
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Annotated, Any, TypeVar

from pydantic import BaseModel, ConfigDict, Field, GetCoreSchemaHandler, GetJsonSchemaHandler, TypeAdapter, ValidationError
from pydantic.json_schema import JsonSchemaValue
from pydantic_core import CoreSchema, PydanticCustomError, core_schema

from hinge.errors import BadInputError, ContradictionError, HingeError, OutOfRangeError, outside
from hinge.text.marks import number, with_rules


class Document(BaseModel):
    """A JSON document that refuses fields it does not know, and never changes."""

    model_config = ConfigDict(extra="forbid", strict=True, frozen=True)


@dataclass(frozen=True)
class Between:
    """The limits of a number and the unit of both; NaN and infinity lie outside any."""

    low: float
    high: float
    unit: str = ""

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        return core_schema.no_info_after_validator_function(self._check, handler(source))

    def __get_pydantic_json_schema__(self, schema: CoreSchema, handler: GetJsonSchemaHandler) -> JsonSchemaValue:
        return handler(schema) | {"minimum": self.low, "maximum": self.high} | ({"unit": self.unit} if self.unit else {})

    def _check(self, value: float) -> float:
        if not self.low <= value <= self.high:
            raise PydanticCustomError("out_of_range", "outside {low} to {high}", {"low": self.low, "high": self.high, "unit": self.unit})
        return value


# No size of a door, spring or scale comes near this; it keeps every product of two numbers finite.
MOST = 1e6
Finite = Annotated[float, Between(-MOST, MOST)]
Positions = Annotated[list[Finite], Field(min_length=1, max_length=2000)]
Text = Annotated[str, Field(max_length=600)]

Model = TypeVar("Model")
_adapter: Callable[[Any], TypeAdapter[Any]] = cache(TypeAdapter)


def told(problem: HingeError) -> PydanticCustomError:
    """A mistake that shows only between several fields, to be raised while a document is read; its path is the document's own."""
    return PydanticCustomError("told", "{message}", {"message": problem.message, "problem": problem})


def read(model: type[Model] | TypeAdapter[Model], document: object, where: str = "") -> Model:
    """Read a document. `where` is its own path in a larger one. Raises a HingeError naming the first mistake by its path."""
    adapter: TypeAdapter[Model] = model if isinstance(model, TypeAdapter) else _adapter(model)
    try:
        return adapter.validate_python(document)
    except ValidationError as wrong:
        raise first_mistake(wrong, document, where) from wrong


def require_finite(answer: object) -> None:
    """Refuse an answer in which anything is no number, wherever it stands. Raises ContradictionError naming its place in the answer."""
    level: list[tuple[str, object]] = [("", answer)]
    while level:
        inner: list[tuple[str, object]] = []
        for at, one in level:
            if isinstance(one, float) and not math.isfinite(one):
                raise ContradictionError(f"These numbers have no answer: {at.strip('.')} comes out as none.", "", None, "other numbers")
            if isinstance(one, BaseModel):
                inner += [(f"{at}.{name}", value) for name, value in one]
            elif isinstance(one, dict):
                inner += [(f"{at}.{name}", value) for name, value in one.items()]
            elif isinstance(one, list | tuple):
                inner += [(f"{at}.{place}", value) for place, value in enumerate(one)]
        level = inner


def table_of(beside: str, name: str, model: type[Model]) -> dict[str, Model]:
    """A data file beside a module, each of its tables read as `model`, its words in the units of whoever listens.

    Raises a HingeError naming the first mistake.
    """
    rows = tomllib.loads(with_rules((Path(beside).parent / f"{name}.toml").read_text(encoding="utf-8")))
    return {row: read(model, given, row) for row, given in rows.items()}


def first_mistake(wrong: ValidationError, document: object = None, where: str = "") -> HingeError:
    """The first mistake of a malformed document in the one error shape."""
    mistake = wrong.errors(include_url=False)[0]
    context: dict[str, Any] = mistake.get("ctx") or {}
    path = [*where.split(".")] if where else []
    path += _steps(mistake["loc"], document, mistake["type"])
    if mistake["type"].startswith("union_tag"):
        path.append(str(context.get("discriminator", "")).strip("'"))
    if isinstance(problem := context.get("problem"), HingeError):
        field = ".".join([*path, problem.field]).strip(".")
        return problem.with_field(field)
    field = ".".join(path)
    value = plain_value(mistake["input"])
    if mistake["type"] == "out_of_range":
        return outside(field, mistake["input"], context["low"], context["high"], context["unit"])
    message = str(mistake["msg"]).removeprefix("Value error, ")
    allowed = "only the fields the schema names" if mistake["type"] == "extra_forbidden" else message
    unit = next((unit for unit in ("in", "lb") if field.endswith(f"_{unit}")), "")
    if mistake["type"] in _LIMITS and isinstance(mistake["input"], int | float):
        limit = number(float(next(value for name, value in context.items() if name in ("ge", "gt", "le", "lt"))))
        return OutOfRangeError(f"{field}: {message}.", field, value, f"{_LIMITS[mistake['type']]} {limit}", unit)
    return BadInputError(f"{field or 'The document'}: {message}.", field, value, allowed, unit)


_LIMITS = {"greater_than_equal": "at least", "greater_than": "over", "less_than_equal": "up to", "less_than": "under"}


def plain_value(value: object) -> str | int | float | bool | None:
    """A value as an error may show it: plain JSON, and never long."""
    if isinstance(value, str):
        return value[:120].encode(errors="replace").decode()
    if isinstance(value, bool) or value is None:
        return value
    if isinstance(value, int):
        return value if abs(value) < 2**53 else f"{value:.6e}" if value.bit_length() < 900 else "a very long number"
    if isinstance(value, float):
        return value if math.isfinite(value) else str(value)
    return None


def _steps(loc: Sequence[int | str], document: object, kind: str) -> list[str]:
    """The steps of a mistake's place that are the document's own: what only names a branch of a choice is left out."""
    at: Any = document
    steps, branch = [], True
    for place, part in enumerate(loc):
        if branch and isinstance(at, Mapping) and part == at.get("kind"):
            branch = False  # the branch its kind chose, even where a field has that name too
            continue
        known = (
            (isinstance(at, Mapping) and part in at)
            or (isinstance(at, list | tuple) and isinstance(part, int) and part < len(at))
            or (isinstance(at, BaseModel) and part in type(at).model_fields)
        )
        if known:
            at, branch = getattr(at, str(part)) if isinstance(at, BaseModel) else at[part], True
        elif document is not None and not (kind == "missing" and place == len(loc) - 1):
            continue
        steps.append(str(part)[:80].encode(errors="replace").decode())
    return steps
