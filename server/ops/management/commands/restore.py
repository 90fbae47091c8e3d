"""`restore FILE [--replace]`: read a backup into an empty schema, or in place of what is there."""

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from server.ops.backup import restore
from server.ops.rights import grant_rights


class Command(BaseCommand):
    """Read a backup."""

    help = __doc__
    requires_system_checks: list[str] = []

    def add_arguments(self, parser: CommandParser) -> None:
        """Which, and whether over what is there."""
        parser.add_argument("file", type=Path)
        parser.add_argument("--replace", action="store_true", help="in place of what is there")

    def handle(self, *_: Any, **given: Any) -> None:
        """Do it and say how much came back."""
        kept = restore(given["file"], given["replace"])
        grant_rights()
        self.stdout.write(f"{sum(kept.rows.values())} rows of {len(kept.rows)} tables, as they were at {kept.made_at}")
