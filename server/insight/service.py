"""Counting closed calls: each as it is closed, and those of before in one go."""

from collections.abc import Iterable
from datetime import timedelta
from typing import Any

from django.db.models import QuerySet

from hinge.past.figures import CALL_BACK, LONGEST_MIN, WORN, CallFigures, back_for, figures_of, lived
from hinge.past.memory import YEAR_DAYS
from server.calls.models import Call
from server.insight.models import CallCount, StaleMonth

AT_ONCE = 200
FIGURES = tuple(CallFigures.model_fields)


def count_closed(call: Call, **_: Any) -> None:
    """Count a call within the transaction that closes it."""
    count_call(call)


def count_call(call: Call) -> None:
    """Keep what is counted of a closed call, in place of what was counted of it before."""
    happened = [happened for row in call.entries.all() for happened in row.happened()]
    _keep(call, figures_of(call.record, happened, call.shop.own_minutes))
    Call.objects.filter(pk=call.pk).update(is_counted=True)


def uncounted() -> QuerySet[Call]:
    """The shop's closed calls of which nothing is counted yet, oldest first: those from before, and those brought in."""
    closed = Call.objects.filter(is_counted=False, abandoned=False, claimed_elsewhere=False).exclude(closed_at=None)
    return closed.order_by("closed_at", "pk")


def count_uncounted(most: int | None = None) -> int:
    """Count what is not counted yet, so many at the most; how many were."""
    done = 0
    while some := list(_with_entries(uncounted()[: AT_ONCE if most is None else min(AT_ONCE, most - done)])):
        for call in some:
            count_call(call)
        done += len(some)
    return done


def _with_entries(calls: QuerySet[Call]) -> Iterable[Call]:
    return calls.select_related("shop", "door").prefetch_related("entries")


def _keep(call: Call, figures: CallFigures) -> None:
    closed, started = call.closed_at, call.started_at
    if closed is None:
        return
    minutes = round((closed - started) / timedelta(minutes=1))
    before = CallCount.objects.filter(door=call.door_id, closed_at__lt=closed, closed_at__gte=closed - CALL_BACK)
    earlier = before.exclude(call=call).order_by("-closed_at").first()
    why = back_for(_figures(earlier), figures, closed - earlier.closed_at) if earlier else ""
    put_on = CallCount.objects.filter(door=call.door_id, closed_at__lt=closed).exclude(lasts_low_years=None).exclude(call=call)
    hung = put_on.order_by("-closed_at").first() if figures.cause in WORN else None
    how_long = lived(_figures(hung), figures, closed - hung.closed_at) if hung else ""
    month = call.shop.wall_time(closed).date().replace(day=1)
    StaleMonth.objects.create(shop_id=call.shop_id, month=month)
    CallCount.objects.update_or_create(
        call=call,
        defaults=figures.model_dump()
        | {
            "shop_id": call.shop_id,
            "door_id": call.door_id,
            "closed_at": closed,
            "month": month,
            "complaint": figures.complaint[:120],
            "cause": figures.cause[:120],
            "minutes": minutes if 0 <= minutes <= LONGEST_MIN else None,
            "back_for": why,
            "back_of_id": earlier.call_id if earlier and why else None,
            "lived": how_long,
            "lived_years": round((closed - hung.closed_at) / timedelta(days=YEAR_DAYS), 2) if hung and how_long else None,
        },
    )


def _figures(count: CallCount) -> CallFigures:
    return CallFigures.model_validate({name: getattr(count, name) for name in FIGURES})
