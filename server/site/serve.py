"""`python -m server serve`: answer the pages, until stopped."""

import os
import shutil
import sys
from typing import NoReturn

from server.config.settings import VAR


def serve() -> NoReturn:
    """Become the web server; it sets Django up itself, once, before its workers are made."""
    measured = VAR / "metrics"
    shutil.rmtree(measured, ignore_errors=True)
    measured.mkdir(parents=True)
    os.environ["PROMETHEUS_MULTIPROC_DIR"] = str(measured)
    os.execv(sys.executable, [sys.executable, "-m", "gunicorn", "-c", "python:server.site.serving"])
