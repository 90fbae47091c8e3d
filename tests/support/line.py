"""The line between a device and the server, which can be cut: whoever asks then finds nobody there."""

from __future__ import annotations

import socket
import threading
from contextlib import suppress


class Line:
    """A port of this machine that leads to another one, for as long as it is not cut."""

    def __init__(self, port: int) -> None:
        self._to = port
        self._open: set[socket.socket] = set()
        self._lock = threading.Lock()
        self._listener: socket.socket | None = None
        self.port = 0
        self.join()

    @property
    def address(self) -> str:
        """Where a device finds the server through it."""
        return f"http://localhost:{self.port}"

    def join(self) -> None:
        """Lead through again, at the same port as before."""
        listener = socket.create_server(("127.0.0.1", self.port))
        self.port, self._listener = listener.getsockname()[1], listener
        threading.Thread(target=self._accept, args=(listener,), daemon=True).start()

    def cut(self) -> None:
        """Refuse whoever comes, and drop whatever is on the way."""
        if self._listener:
            with suppress(OSError):
                self._listener.shutdown(socket.SHUT_RDWR)
            self._listener.close()
            self._listener = None
        with self._lock:
            ends, self._open = self._open, set()
        for end in ends:
            with suppress(OSError):
                end.shutdown(socket.SHUT_RDWR)
            end.close()

    def _accept(self, listener: socket.socket) -> None:
        while True:
            try:
                near, _ = listener.accept()
                far = socket.create_connection(("127.0.0.1", self._to))
            except OSError:
                return
            with self._lock:
                self._open |= {near, far}
            for one, other in ((near, far), (far, near)):
                threading.Thread(target=self._carry, args=(one, other), daemon=True).start()

    def _carry(self, one: socket.socket, other: socket.socket) -> None:
        with suppress(OSError):
            while part := one.recv(65536):
                other.sendall(part)
        for end in (one, other):
            with suppress(OSError):
                end.shutdown(socket.SHUT_RDWR)
