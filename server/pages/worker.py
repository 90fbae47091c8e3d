"""A web worker that takes a request whole before it gives it a thread: nobody who sends slowly holds one."""

import os
from types import FrameType
from typing import Any

from django.http import JsonResponse
from gunicorn.workers.base import Worker
from waitress import wasyncore
from waitress.channel import HTTPChannel
from waitress.server import create_server
from waitress.task import ErrorTask

from server.config.errors import problem_body
from server.config.settings import CONNECTIONS, LARGEST_REQUEST_BYTES, SLOWEST_SECONDS, TRUSTED_PROXY

LOOK_SECONDS, LAST_LOOKS = 1.0, 5
PROXY = {
    "trusted_proxy": TRUSTED_PROXY,
    "trusted_proxy_headers": {"x-forwarded-for", "x-forwarded-proto"},
    "clear_untrusted_proxy_headers": True,
}


class OneShapeError(ErrorTask):
    """What cannot be read as a request at all is answered in the one error shape too."""

    def execute(self) -> None:
        """Write the answer and close."""
        code = self.request.error.code
        body = JsonResponse(problem_body(code)).content
        self.status = f"{code} {self.request.error.reason}"
        self.response_headers.append(("Content-Type", "application/json"))
        self.set_close_on_finish()
        self.content_length = len(body)
        self.write(body)


class Channel(HTTPChannel):
    """A connection."""

    error_task_class = OneShapeError


class WholeRequests(Worker):
    """Gunicorn keeps the processes, waitress the connections: one loop a process, a thread for each request that has arrived."""

    _listening: Any = None

    def run(self) -> None:
        """Answer until told to stop; what is being answered is answered first."""
        channels: dict[int, Any] = {}
        server = create_server(
            self.wsgi,
            map=channels,
            sockets=[listener.sock for listener in self.sockets],
            threads=self.cfg.threads,
            connection_limit=CONNECTIONS,
            channel_timeout=SLOWEST_SECONDS,
            cleanup_interval=5,
            max_request_body_size=LARGEST_REQUEST_BYTES,
            asyncore_use_poll=True,
            ident=None,
            expose_tracebacks=False,
            **(PROXY if TRUSTED_PROXY else {}),
        )
        server.channel_class = Channel
        self._listening = server
        while self.alive and self.ppid == os.getppid():
            self.notify()
            wasyncore.loop(timeout=LOOK_SECONDS, use_poll=True, map=channels, count=1)
        server.accepting = False
        server.task_dispatcher.shutdown(cancel_pending=False, timeout=self.cfg.graceful_timeout)
        for _ in range(LAST_LOOKS):
            if not any(isinstance(one, Channel) and one.writable() for one in channels.values()):
                break
            wasyncore.loop(timeout=0.1, use_poll=True, map=channels, count=1)

    def handle_exit(self, sig: int, frame: FrameType | None) -> None:
        """Told to stop: at once, not when the loop looks up next."""
        super().handle_exit(sig, frame)
        if self._listening:
            self._listening.pull_trigger()
