"""`python -m server serve`: answer the pages, until stopped."""

import hashlib
import os
import shutil
import sys
from pathlib import Path
from typing import NoReturn

from server.config.settings import VAR


def _measures() -> Path:
    """Where the processes measure together: in memory, which a full disk does not end; on it where there is no such place."""
    memory, of = Path("/dev/shm"), hashlib.sha256(str(VAR.resolve()).encode()).hexdigest()[:12]
    return memory / f"north-hinge-{os.getuid()}-{of}" if os.access(memory, os.W_OK) else VAR / "metrics"


def serve() -> NoReturn:
    """Become the web server; it sets Django up itself, once, before its workers are made."""
    measured = _measures()
    shutil.rmtree(measured, ignore_errors=True)
    measured.mkdir(parents=True)
    os.environ["PROMETHEUS_MULTIPROC_DIR"] = str(measured)
    # A heap of its own for each thread is never given back.
    os.environ.setdefault("MALLOC_ARENA_MAX", "2")
    os.execv(sys.executable, [sys.executable, "-m", "gunicorn", "-c", "python:server.pages.serving"])
