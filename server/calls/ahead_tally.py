"""How often what a device showed ahead was what the server then answered."""

from datetime import timedelta

from django.db.models import F, Sum
from django.utils import timezone
from ninja import Schema
from prometheus_client import Counter
from pydantic import Field

from server.calls.models import AheadTally
from server.config.request_body import RequestBody
from server.config.transactions import mutation
from server.people.models import Shop

TALLY_DAYS = 30
SHOWN = Counter("north_hinge_ahead_total", "Entries by what their device showed before they were answered.", ["shown"])


class AheadCount(RequestBody):
    """Of the entries a device has made lately: shown as the server then answered, otherwise, or only once it had answered."""

    as_answered: int = Field(ge=0, le=10_000)
    otherwise: int = Field(ge=0, le=10_000)
    not_ahead: int = Field(ge=0, le=10_000)


class AheadSums(Schema):
    """The same of all devices of a shop in the last 30 days."""

    as_answered: int
    otherwise: int
    not_ahead: int


def count(shop: Shop, more: AheadCount) -> None:
    """Add what a device has counted to the shop's day, and to what is measured."""
    numbers: dict[str, int] = more.model_dump()
    _add(shop, numbers)
    for name, number in numbers.items():
        SHOWN.labels(name).inc(number)


@mutation
def _add(shop: Shop, numbers: dict[str, int]) -> None:
    day, _ = AheadTally.objects.get_or_create(shop=shop, day=timezone.localdate())
    AheadTally.objects.filter(pk=day.pk).update(**{name: F(name) + number for name, number in numbers.items()})


def sums() -> AheadSums:
    """What the devices of the scope's shop have counted."""
    since = timezone.localdate() - timedelta(days=TALLY_DAYS)
    found = AheadTally.objects.filter(day__gt=since).aggregate(**{f"sum_{name}": Sum(name, default=0) for name in AheadSums.model_fields})
    return AheadSums(**{name: found[f"sum_{name}"] for name in AheadSums.model_fields})
