"""How gunicorn serves: `gunicorn -c python:server.pages.serving`, or `python -m server serve`."""

import os
import signal
from typing import Any

from server.config.parent_death import end_with
from server.config.settings import BIND, THREADS, WORKERS

# Requests share the processors already; arithmetic that spread over all of them too would wait for itself.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")

wsgi_app = "server.pages.wsgi"
bind, workers, threads = BIND, WORKERS, THREADS
worker_class = "server.pages.worker.WholeRequests"
preload_app = True
loglevel = "warning"
timeout, graceful_timeout = 60, 20
control_socket_disable = True


def post_fork(arbiter: Any, worker: Any) -> None:
    """A worker whose master died would go on holding the port."""
    end_with(worker.ppid, signal.SIGKILL)
