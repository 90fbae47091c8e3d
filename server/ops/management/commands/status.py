"""`status`: whether the shop can work, in a line for each thing; 1 where one is wrong."""

import shutil
import sys
from collections.abc import Iterator
from datetime import timedelta
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand
from django.db import DatabaseError, connection
from django.utils import timezone

from server.config.version import version
from server.ops.backup import made_at, newest
from server.ops.upgrade import is_behind

LEAST_ROOM_BYTES, OLDEST_BACKUP = 2 * 1024**3, timedelta(hours=36)


class Command(BaseCommand):
    """Say how it stands."""

    help = __doc__
    requires_system_checks: list[str] = []

    def handle(self, *_: Any, **__: Any) -> None:
        """Do it."""
        lines = list(_lines())
        for is_well, said in lines:
            self.stdout.write(f"{'well ' if is_well else 'WRONG'}  {said}")
        if not all(is_well for is_well, _ in lines):
            sys.exit(1)


def _lines() -> Iterator[tuple[bool, str]]:
    yield True, f"North Hinge {version()}"
    try:
        connection.ensure_connection()
        behind = is_behind()
        yield not behind, "the tables are behind: run prepare" if behind else "the database answers, its tables are up to date"
    except DatabaseError as wrong:
        yield False, f"the database does not answer: {wrong.args[-1] if wrong.args else wrong}"
    last = newest(Path(settings.BACKUPS))
    is_new = last is not None and timezone.now() - made_at(last) < OLDEST_BACKUP
    yield is_new, f"last good backup: {made_at(last):%Y-%m-%d %H:%M} UTC" if last else "no backup was made yet"
    room = shutil.disk_usage(settings.VAR).free
    yield room >= LEAST_ROOM_BYTES, f"{room / 1024**3:.1f} GB left on the disk of {settings.VAR}"
