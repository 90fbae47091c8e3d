"""A private MariaDB in a folder of the project, on loopback, never a system one."""

from __future__ import annotations

import hashlib
import os
import pwd
import shutil
import signal
import subprocess
import time
from pathlib import Path

OPTIONS = (
    "--bind-address=127.0.0.1",
    "--skip-log-bin",
    "--skip-name-resolve",
    "--character-set-server=utf8mb4",
    "--collation-server=utf8mb4_unicode_520_ci",
    "--sql-mode=STRICT_ALL_TABLES,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION",
    "--default-time-zone=+00:00",
    "--transaction-isolation=READ-COMMITTED",
    "--default-storage-engine=InnoDB",
)
DURABLE = ("--innodb-flush-log-at-trx-commit=1", "--innodb-doublewrite=1")
RELAXED = ("--innodb-flush-log-at-trx-commit=0", "--innodb-doublewrite=0", "--innodb-flush-method=nosync")
START_SECONDS = 60


class CannotStart(Exception):
    """One clear line why something could not be started."""


class Database:
    """A MariaDB server over `folder`, listening on `port` of loopback and on `socket`."""

    def __init__(self, folder: Path, port: int, durable: bool) -> None:
        self.folder, self.port, self.durable = folder, port, durable
        # A socket's path may have 107 bytes at most; a deep checkout would not fit.
        mark = hashlib.sha256(str(folder.resolve()).encode()).hexdigest()[:12]
        self.socket = Path(f"/tmp/north-hinge-{os.getuid()}-{mark}.sock")
        self._pid_file = folder / "server.pid"
        self._log = folder / "server.log"
        self._pid = 0

    def start(self) -> None:
        """Start the server, or take up the one an interrupted run left over this folder."""
        if shutil.which("mariadbd") is None:
            raise CannotStart("MariaDB is not installed: run tools/setup as root, or install mariadb-server.")
        try:
            self.folder.mkdir(parents=True, exist_ok=True)
        except OSError as wrong:
            raise CannotStart(f"The database folder {self.folder} cannot be made: {wrong.strerror}.") from wrong
        if (left := self._left_running()) and self._answers():
            self._pid = left
            return
        if not (self.folder / "data" / "mysql").is_dir():
            self._install()
        server = subprocess.Popen(
            [
                "mariadbd", "--no-defaults", *self._as_user(), f"--datadir={self.folder / 'data'}", f"--socket={self.socket}",
                f"--port={self.port}", f"--pid-file={self._pid_file}", f"--log-error={self._log}",
                *OPTIONS, *(DURABLE if self.durable else RELAXED),
            ],
            stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL, start_new_session=True,
        )  # fmt: skip
        self._pid = server.pid
        ends = time.monotonic() + START_SECONDS
        while not self._answers():
            if server.poll() is not None:
                raise CannotStart(f"The database did not start: {self._last_error()} (log: {self._log})")
            if time.monotonic() > ends:
                self.stop()
                raise CannotStart(f"The database did not answer within {START_SECONDS} s (log: {self._log})")
            time.sleep(0.05)

    def stop(self) -> None:
        """Stop the server and wait for it."""
        if not self._pid:
            return
        try:
            os.kill(self._pid, signal.SIGTERM)
            for _ in range(300):
                if _ended(self._pid):
                    break
                time.sleep(0.1)
        except ProcessLookupError:
            pass
        self._pid = 0

    def alive(self) -> bool:
        """Whether the server process still runs."""
        return bool(self._pid) and not _ended(self._pid)

    def create(self, name: str) -> None:
        """Create a schema where it is missing."""
        self._client("-e", f"CREATE DATABASE IF NOT EXISTS `{name}` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci", check=True)

    def _install(self) -> None:
        shutil.rmtree(self.folder / "data", ignore_errors=True)
        done = subprocess.run(
            ["mariadb-install-db", "--no-defaults", *self._as_user(), f"--datadir={self.folder / 'data'}",
             "--auth-root-authentication-method=normal", "--skip-test-db"],
            capture_output=True, text=True, check=False,
        )  # fmt: skip
        if done.returncode:
            lines = (done.stderr or done.stdout).strip().splitlines() or ["no reason given"]
            raise CannotStart(f"The database folder could not be prepared: {lines[-1]}")

    def _as_user(self) -> list[str]:
        return [f"--user={pwd.getpwuid(os.getuid()).pw_name}"] if os.getuid() == 0 else []

    def _client(self, *words: str, check: bool = False) -> subprocess.CompletedProcess[bytes]:
        command = ["mariadb", "--no-defaults", "-uroot", f"--socket={self.socket}", *words]
        return subprocess.run(command, capture_output=True, check=check)

    def _answers(self) -> bool:
        return self.socket.exists() and self._client("-e", "SELECT 1").returncode == 0

    def _left_running(self) -> int:
        try:
            pid = int(self._pid_file.read_text())
            name = Path(f"/proc/{pid}/comm").read_text().strip()
        except (OSError, ValueError):
            return 0
        return pid if name == "mariadbd" else 0

    def _last_error(self) -> str:
        try:
            lines = [line for line in self._log.read_text(errors="replace").splitlines() if "[ERROR]" in line]
        except OSError:
            lines = []
        return lines[0].split("[ERROR]")[-1].strip() if lines else "no reason given"


def _ended(pid: int) -> bool:
    try:
        finished, _ = os.waitpid(pid, os.WNOHANG)
        return finished == pid
    except ChildProcessError:
        return not Path(f"/proc/{pid}").exists()
