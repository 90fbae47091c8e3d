"""`serve`: answer the pages, until stopped."""

import os
import shutil
import sys
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand


class Command(BaseCommand):
    """Become the web server."""

    help = __doc__
    requires_system_checks: list[str] = []

    def handle(self, *_: Any, **__: Any) -> None:
        """Hand this process over."""
        measured = Path(settings.VAR) / "metrics"
        shutil.rmtree(measured, ignore_errors=True)
        measured.mkdir(parents=True)
        os.environ["PROMETHEUS_MULTIPROC_DIR"] = str(measured)
        os.execv(sys.executable, [sys.executable, "-m", "gunicorn", "-c", "python:server.site.serving"])
