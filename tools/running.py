"""North Hinge running: database, data and web process, stopped again whatever happens."""

from __future__ import annotations

import os
import secrets
import signal
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path

import psutil
from aiosmtpd.controller import Controller

from server.config.parent_death import lives, tied
from tools.database import CannotStartError, Database
from tools.mail import letter_box
from tools.ports import free_port

ROOT = Path(__file__).resolve().parent.parent
SCHEMA = "north_hinge"
PORT_SECONDS, READY_SECONDS = 3.0, 30.0


@dataclass(frozen=True)
class Running:
    """The web process on `port` of loopback, its database, and the settings both were started with."""

    port: int
    web: subprocess.Popen[bytes]
    database: Database
    environment: dict[str, str]

    @property
    def address(self) -> str:
        """Where the page answers."""
        return f"http://127.0.0.1:{self.port}"

    def check(self) -> None:
        """Raise CannotStartError when either part has ended."""
        for name, alive in (("web process", lives(self.web)), ("database", self.database.alive())):
            if not alive:
                raise CannotStartError(f"the {name} ended. Start again: nothing acknowledged is lost.")


@contextmanager
def running(var: Path, port: int) -> Iterator[Running]:
    """Start everything over the folder `var`, and stop what was started at the end.

    Raises CannotStartError with one clear line.
    """
    # A shell that starts this in the background leaves Ctrl-C ignored; take it back.
    signal.signal(signal.SIGINT, signal.default_int_handler)
    for ending in (signal.SIGTERM, signal.SIGHUP):
        signal.signal(ending, _as_interrupt)
    database = Database(var / "db", durable=True)
    web: subprocess.Popen[bytes] | None = None
    mail: Controller | None = None
    try:
        try:
            database.start(f"North Hinge on http://127.0.0.1:{port}/")
            require_free(port)
            database.create(SCHEMA)
            mail = letter_box(var / "mail", free_port())
            mail.start()
            environment = environment_of(var, database, port) | {"NORTH_HINGE_MAIL": f"smtp://{mail.hostname}:{mail.port}"}
            _prepare(var, environment)
            web = subprocess.Popen(
                [sys.executable, "-m", "server", "serve"],
                env=environment, cwd=ROOT, start_new_session=True, preexec_fn=tied(signal.SIGKILL),
            )  # fmt: skip
        except OSError as wrong:
            raise CannotStartError(f"{wrong.filename or var}: {wrong.strerror or wrong}.") from wrong
        _await_ready(port, web, database)
        yield Running(port, web, database, environment)
    finally:
        for ending in (signal.SIGINT, signal.SIGTERM, signal.SIGHUP):
            signal.signal(ending, signal.SIG_IGN)
        if web and lives(web):
            web.terminate()
            try:
                web.wait(25)
            except subprocess.TimeoutExpired:
                web.kill()
        if mail and mail.server:
            mail.stop()
        database.stop()


def require_free(port: int) -> None:
    """Refuse a port somebody listens on; one whose listener is just ending is waited for."""
    ends = time.monotonic() + PORT_SECONDS
    while True:
        with socket.socket() as probe:
            probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
            try:
                probe.bind(("127.0.0.1", port))
                return
            except OSError as wrong:
                if time.monotonic() > ends:
                    raise CannotStartError(f"port {port} is in use{_held_by(port)}. Or name another: PORT={port + 1} make demo") from wrong
        time.sleep(0.2)


def _held_by(port: int) -> str:
    for one in psutil.net_connections("tcp"):
        if one.pid and one.laddr and one.status == psutil.CONN_LISTEN and one.laddr.port == port:
            return f" by process {one.pid} ({' '.join(psutil.Process(one.pid).cmdline()[:4])}). To free it: kill {one.pid}"
    return " by somebody else's process"


def environment_of(var: Path, database: Database, port: int) -> dict[str, str]:
    """The settings of a demo over `var`: its own keys, its own account in its own database."""
    return os.environ | {
        "DJANGO_SETTINGS_MODULE": "server.config.settings",
        "NORTH_HINGE_DB": SCHEMA,
        "NORTH_HINGE_DB_HOST": str(database.socket),
        "NORTH_HINGE_DB_PASSWORD": _kept_secret(var / "db_password"),
        "NORTH_HINGE_SECRET_KEY": _kept_secret(var / "secret_key"),
        "NORTH_HINGE_BIND": f"127.0.0.1:{port}",
        "NORTH_HINGE_LOG_LEVEL": os.environ.get("NORTH_HINGE_LOG_LEVEL", "WARNING"),
        "NORTH_HINGE_DEMO": "1",
        "NORTH_HINGE_VAR": str(var),
    }


def _kept_secret(path: Path) -> str:
    if not path.exists():
        aside = path.with_suffix(".part")
        aside.touch(mode=0o600)
        aside.write_text(secrets.token_urlsafe(48))
        aside.rename(path)
    return path.read_text()


def _prepare(var: Path, environment: dict[str, str]) -> None:
    done = subprocess.run(
        [sys.executable, "-m", "tools.fill"],
        env=environment, cwd=ROOT, capture_output=True, text=True, check=False, preexec_fn=tied(signal.SIGKILL),
    )  # fmt: skip
    if done.returncode:
        (var / "start.log").write_text(done.stdout + done.stderr)
        last = (done.stderr.strip().splitlines() or ["no reason given"])[-1]
        raise CannotStartError(f"the database could not be prepared: {last} (log: {var / 'start.log'})")


def _await_ready(port: int, web: subprocess.Popen[bytes], database: Database) -> None:
    ends = time.monotonic() + READY_SECONDS
    while time.monotonic() < ends:
        if not lives(web):
            raise CannotStartError("the web process ended at once; its reason stands above.")
        if not database.alive():
            raise CannotStartError("the database ended. Start again: nothing acknowledged is lost.")
        try:
            with urllib.request.urlopen(f"http://127.0.0.1:{port}/health/ready", timeout=5):
                return
        except (urllib.error.URLError, OSError):
            time.sleep(0.1)
    raise CannotStartError(f"the web process did not answer within {READY_SECONDS:.0f} s.")


def _as_interrupt(*_: object) -> None:
    raise KeyboardInterrupt
