"""`prepare`: bring the database and the served files up to date; safe to repeat, safe to kill."""

from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand

from server.ops.rights import grant_rights
from server.ops.upgrade import upgrade


class Command(BaseCommand):
    """Migrate behind a backup, give the web account its rights, collect the front end's files."""

    help = __doc__
    requires_system_checks: list[str] = []

    def handle(self, *_: Any, **__: Any) -> None:
        """Do it."""
        for line in upgrade():
            self.stdout.write(line)
        grant_rights()
        collect(Path(settings.WEB_DIST) / ".mark", Path(settings.STATIC_ROOT) / ".mark")


def collect(built: Path, collected: Path) -> None:
    """Collect the front end's files where they are of another build."""
    if built.exists() and collected.exists() and built.read_text() == collected.read_text():
        return
    call_command("collectstatic", interactive=False, clear=True, verbosity=0, skip_checks=True)
    if built.exists():
        collected.write_text(built.read_text())
