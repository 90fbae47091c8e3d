"""Closed calls with what is counted of each, written as counting them would."""

from __future__ import annotations

import uuid
from datetime import datetime, timedelta

from server.calls.models import Call
from server.doors.models import Door
from server.insight.models import CallCount, StaleMonth

USUAL = {
    "complaint": "bang", "cause": "spring_broken", "carrier": "torsion", "work": "replaced", "checks": 3, "proofs_tried": 2,
    "proofs_failed": 0, "minutes": 50, "expected_min": 90,
}  # fmt: skip


def counted(door: Door, closed: datetime, **figures: object) -> CallCount:
    """A call that was closed at a time, with what is counted of it."""
    started, month = closed - timedelta(minutes=50), closed.date().replace(day=1)
    call = Call.objects.create(
        shop=door.shop, door=door, key=uuid.uuid4(), technician="Tess Orme", started_at=started, closed_at=closed, is_counted=True
    )
    StaleMonth.objects.create(shop=door.shop, month=month)
    return CallCount.objects.create(shop=door.shop, door=door, call=call, closed_at=closed, **USUAL | {"month": month} | figures)
