"""`back_up [FOLDER]`: a consistent, compressed backup that was read back."""

from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandParser

from server.ops.backup import back_up


class Command(BaseCommand):
    """Write a backup."""

    help = __doc__
    requires_system_checks: list[str] = []

    def add_arguments(self, parser: CommandParser) -> None:
        """Where to."""
        parser.add_argument("folder", nargs="?", type=Path, default=Path(settings.BACKUPS))

    def handle(self, *_: Any, **given: Any) -> None:
        """Do it and name the file."""
        self.stdout.write(str(back_up(given["folder"])))
