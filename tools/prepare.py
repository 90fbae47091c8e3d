"""Bring the database and the served files up to date, in one process: schema, static files, demo data."""

from __future__ import annotations

import os
import sys
from pathlib import Path

import django
from django.conf import settings
from django.core.management import call_command


def main(with_demo: bool) -> None:
    """Migrate, collect static files when the build changed, and fill an empty database with the demo."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    django.setup()
    call_command("migrate", verbosity=0, skip_checks=True)
    call_command("createcachetable", verbosity=0)
    _collect(Path(settings.WEB_DIST) / ".mark", Path(settings.STATIC_ROOT) / ".mark")
    if with_demo:
        from django_scopes import scopes_disabled

        from demo.fill import fill  # models may only be imported once Django is set up
        from server.people.models import Shop

        if not Shop.objects.exists():
            with scopes_disabled():
                fill()


def _collect(built: Path, collected: Path) -> None:
    if built.exists() and collected.exists() and built.read_text() == collected.read_text():
        return
    call_command("collectstatic", interactive=False, clear=True, verbosity=0, skip_checks=True)
    if built.exists():
        collected.write_text(built.read_text())


if __name__ == "__main__":
    main(with_demo="--demo" in sys.argv)
