"""Ports of this machine."""

from __future__ import annotations

import socket


def free_port() -> int:
    """A port of loopback nobody listens on."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])
