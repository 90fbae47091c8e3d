"""`thin_backups [FOLDER] [--keep 14] [--days 30]`: delete old backups, never the last good ones."""

from datetime import timedelta
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandParser
from django.utils import timezone

from server.ops.backup import good_backups, thin


class Command(BaseCommand):
    """Delete old backups."""

    help = __doc__
    requires_system_checks: list[str] = []

    def add_arguments(self, parser: CommandParser) -> None:
        """Where, how many stay whatever their age, and from which age the others go."""
        parser.add_argument("folder", nargs="?", type=Path, default=Path(settings.BACKUPS))
        parser.add_argument("--keep", type=int, default=14, help="so many good ones stay, however old they are")
        parser.add_argument("--days", type=int, default=30, help="older ones than this go")

    def handle(self, *_: Any, **given: Any) -> None:
        """Do it and say how many are left."""
        gone = thin(given["folder"], max(given["keep"], 1), timezone.now() - timedelta(days=given["days"]))
        self.stdout.write(f"{len(gone)} deleted, {len(good_backups(given['folder']))} good ones left")
