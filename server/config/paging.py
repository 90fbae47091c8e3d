"""Pages of a list that cost the same however long it is: each begins where the one before ended, in the list's own order."""

import base64
import json
from dataclasses import dataclass
from datetime import date
from typing import Annotated, Any, Generic, TypeVar

from django.core.exceptions import ValidationError
from django.db.models import Model, Q, QuerySet
from pydantic import Field

from hinge.errors import BadInputError

PAGE = 20
# Counted no further: beyond it a list is just long.
COUNTED = 200
Row = TypeVar("Row", bound=Model)
Mark = Annotated[str, Field(max_length=800)]


@dataclass(frozen=True)
class Page(Generic[Row]):
    """Some rows, and the marks with which the page before and the page after are asked for; empty where there is none."""

    rows: list[Row]
    before: str
    after: str


def page_of(rows: QuerySet[Row], order: str, mark: str = "", size: int = PAGE) -> Page[Row]:
    """The page of a query set at a mark (the first one without), ordered by a field, `-` for downwards, then by key.

    An empty value is the smallest. Raises BadInputError for a mark that is none of its own.
    """
    field, down = order.removeprefix("-"), order.startswith("-")
    back, value, pk = _read(mark) if mark else (False, None, 0)
    # Going back is going on in the other direction.
    downwards = down != back
    if mark:
        try:
            rows = rows.filter(_beyond(field, value, pk, downwards))
        except (ValueError, TypeError, ValidationError) as wrong:
            raise _no_mark(mark) from wrong
    sign = "-" if downwards else ""
    # The keys alone: an index holds all that is asked, so the database begins in it at the mark and reads no row before it.
    keys = list(rows.order_by(f"{sign}{field}", f"{sign}pk").values_list("pk", flat=True)[: size + 1])
    more, keys = len(keys) > size, keys[:size]
    there = rows.in_bulk(keys)
    found = [there[key] for key in (reversed(keys) if back else keys) if key in there]
    if not found:
        return Page([], "", "")
    has_before, has_after = (more, True) if back else (bool(mark), more)
    return Page(found, _mark(found[0], field, back=True) if has_before else "", _mark(found[-1], field, back=False) if has_after else "")


def counted(rows: QuerySet[Any]) -> int:
    """How many there are; one more than `COUNTED` stands for all beyond."""
    return len(rows.order_by().values_list("pk")[: COUNTED + 1])


def _beyond(field: str, value: Any, pk: int, downwards: bool) -> Q:
    if value is None:
        same = Q(**{f"{field}__isnull": True})
        return same & Q(pk__lt=pk) if downwards else (same & Q(pk__gt=pk)) | Q(**{f"{field}__isnull": False})
    word = "lt" if downwards else "gt"
    # Said as one range, so that the database begins in the index at the mark, whatever else is asked of a row.
    beyond = Q(**{f"{field}__{word}e": value}) & (Q(**{f"{field}__{word}": value}) | Q(**{f"pk__{word}": pk}))
    return beyond | Q(**{f"{field}__isnull": True}) if downwards else beyond


def _mark(row: Model, field: str, back: bool) -> str:
    value = getattr(row, field)
    told = value.isoformat() if isinstance(value, date) else value
    return base64.urlsafe_b64encode(json.dumps([back, told, row.pk]).encode()).decode()


def _read(mark: str) -> tuple[bool, Any, int]:
    try:
        back, value, pk = json.loads(base64.urlsafe_b64decode(mark.encode()))
        if not isinstance(pk, int) or not isinstance(value, str | None) or abs(pk) >= 2**63:
            raise TypeError(mark)
        return bool(back), value, pk
    except (ValueError, TypeError) as wrong:
        raise _no_mark(mark) from wrong


def _no_mark(mark: str) -> BadInputError:
    return BadInputError("This is no mark of a page.", "at", mark, "one that a page of this list gave")
