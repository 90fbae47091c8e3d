"""How the shop's data is looked after, for a lead who wants to know and for whoever keeps it running."""

import shutil
from collections.abc import Iterator
from datetime import datetime
from pathlib import Path

from django.conf import settings
from django.http import HttpRequest
from ninja import Router, Schema
from prometheus_client.core import GaugeMetricFamily
from prometheus_client.metrics_core import Metric
from prometheus_client.registry import Collector

from server.calls.ahead_tally import AheadSums, sums
from server.config.version import version
from server.ops.backup import made_at, newest
from server.people.scope import person_of, require_lead

router = Router(tags=["upkeep"])


class UpkeepOut(Schema):
    """When the last backup that was read back was made, if ever; how much room the data's disk has left [bytes]; what was shown ahead."""

    backed_up_at: datetime | None
    room_bytes: int
    ahead: AheadSums


@router.get("/upkeep", response=UpkeepOut, operation_id="upkeep")
def upkeep(request: HttpRequest) -> UpkeepOut:
    """How the data is looked after; leads only."""
    require_lead(person_of(request))
    last = newest(Path(settings.BACKUPS))
    return UpkeepOut(
        backed_up_at=made_at(last) if last else None,
        room_bytes=_room(),
        ahead=sums(),
    )


class BackupMetrics(Collector):
    """The same for `/metrics`, and which version this is; the time of the last good backup stays away where there is none."""

    def collect(self) -> Iterator[Metric]:
        """What is so now."""
        if last := newest(Path(settings.BACKUPS)):
            at = made_at(last).timestamp()
            yield GaugeMetricFamily("north_hinge_last_good_backup_timestamp_seconds", "When the last good backup was made.", value=at)
        told = GaugeMetricFamily("north_hinge_version_info", "Which North Hinge this is.", labels=["version"])
        told.add_metric([version()], 1)
        yield told
        yield GaugeMetricFamily("north_hinge_room_bytes", "What is left of the disk the data is on.", value=_room())


def _room() -> int:
    return shutil.disk_usage(settings.VAR).free
