"""North Hinge running: database, data and web process, stopped again whatever happens."""

from __future__ import annotations

import os
import secrets
import signal
import socket
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path

from tools.database import CannotStart, Database

ROOT = Path(__file__).resolve().parent.parent


@dataclass(frozen=True)
class Running:
    """The web process on `port` of loopback, and its database."""

    port: int
    web: subprocess.Popen[bytes]
    database: Database

    @property
    def address(self) -> str:
        """Where the page answers."""
        return f"http://127.0.0.1:{self.port}"

    def check(self) -> None:
        """Raise CannotStart when either part has ended."""
        for name, alive in (("web process", self.web.poll() is None), ("database", self.database.alive())):
            if not alive:
                raise CannotStart(f"the {name} ended. Start again: nothing acknowledged is lost.")


@contextmanager
def running(var: Path, port: int, db_port: int) -> Iterator[Running]:
    """Start everything over the folder `var`, and stop what was started at the end.

    Raises CannotStart with one clear line.
    """
    # A shell that starts this in the background leaves Ctrl-C ignored; take it back.
    signal.signal(signal.SIGINT, signal.default_int_handler)
    signal.signal(signal.SIGTERM, _as_interrupt)
    database = Database(var / "db", db_port, durable=True)
    web: subprocess.Popen[bytes] | None = None
    try:
        require_free(port)
        try:
            database.start()
            database.create("north_hinge")
            environment = _environment(var, database)
            _prepare(var, environment)
            web = _serve(port, environment)
        except OSError as wrong:
            raise CannotStart(f"{wrong.filename or var}: {wrong.strerror or wrong}.") from wrong
        _await_page(port, web)
        yield Running(port, web, database)
    finally:
        signal.signal(signal.SIGINT, signal.SIG_IGN)
        if web and web.poll() is None:
            web.terminate()
            try:
                web.wait(15)
            except subprocess.TimeoutExpired:
                web.kill()
        database.stop()


def require_free(port: int) -> None:
    """Refuse a port somebody listens on."""
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError as wrong:
            raise CannotStart(f"port {port} is in use. Stop what uses it, or name another: PORT=8018 make demo") from wrong


def _environment(var: Path, database: Database) -> dict[str, str]:
    return os.environ | {
        "DJANGO_SETTINGS_MODULE": "server.config.settings",
        "NORTH_HINGE_DB_SOCKET": str(database.socket),
        "NORTH_HINGE_SECRET_KEY": _secret_key(var),
        "NORTH_HINGE_DEMO": "1",
        "NORTH_HINGE_VAR": str(var),
    }


def _secret_key(var: Path) -> str:
    path = var / "secret_key"
    if not path.exists():
        path.write_text(secrets.token_urlsafe(48))
        path.chmod(0o600)
    return path.read_text()


def _prepare(var: Path, environment: dict[str, str]) -> None:
    words = [sys.executable, "-m", "tools.prepare", "--demo"]
    done = subprocess.run(words, env=environment, cwd=ROOT, capture_output=True, text=True, check=False)
    if done.returncode:
        (var / "start.log").write_text(done.stdout + done.stderr)
        last = (done.stderr.strip().splitlines() or ["no reason given"])[-1]
        raise CannotStart(f"the database could not be prepared: {last} (log: {var / 'start.log'})")


def _serve(port: int, environment: dict[str, str]) -> subprocess.Popen[bytes]:
    words = ["gunicorn", "server.site.wsgi", f"--bind=127.0.0.1:{port}", "--workers=2", "--threads=4", "--preload", "--log-level=warning"]
    return subprocess.Popen([sys.executable, "-m", *words], env=environment, cwd=ROOT, start_new_session=True)


def _await_page(port: int, web: subprocess.Popen[bytes]) -> None:
    for _ in range(300):
        if web.poll() is not None:
            raise CannotStart("the web process ended at once; its reason stands above.")
        with socket.socket() as probe:
            if probe.connect_ex(("127.0.0.1", port)) == 0:
                return
        time.sleep(0.1)
    raise CannotStart("the web process did not answer within 30 s.")


def _as_interrupt(*_: object) -> None:
    raise KeyboardInterrupt
