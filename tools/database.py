"""A private MariaDB in a folder of the project, on a socket alone, never a system one."""

from __future__ import annotations

import fcntl
import hashlib
import os
import pwd
import shutil
import signal
import subprocess
import time
from pathlib import Path
from typing import IO

import psutil

from server.config.parent_death import lives, tied

OPTIONS = (
    "--skip-networking",
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
START_SECONDS, END_SECONDS = 60, 8
MOST_ERRORS = 3


class CannotStartError(Exception):
    """One clear line why something could not be started."""


class Database:
    """A MariaDB server over `folder`, answering on `socket`. Its owner is `root`, known by the machine's own account."""

    def __init__(self, folder: Path, durable: bool) -> None:
        self.folder, self.durable = folder, durable
        # A socket's path may have 107 bytes at most; a deep checkout would not fit.
        mark = hashlib.sha256(str(folder.resolve()).encode()).hexdigest()[:12]
        self.socket = Path(f"/tmp/north-hinge-{os.getuid()}-{mark}.sock")
        self._data, self._aside, self._log = folder / "data", folder / "data.being-made", folder / "server.log"
        self._lock: IO[str] | None = None
        self._server: subprocess.Popen[bytes] | None = None

    def start(self, says: str = "") -> None:
        """Take the folder and start the server; `says` tells another start who has the folder. Raises CannotStartError."""
        if shutil.which("mariadbd") is None:
            raise CannotStartError("MariaDB is not installed: run tools/setup as root, or install mariadb-server.")
        try:
            self.folder.mkdir(parents=True, exist_ok=True)
        except OSError as wrong:
            raise CannotStartError(f"The database folder {self.folder} cannot be made: {wrong.strerror}.") from wrong
        self._take(says)
        self._end_left_behind()
        if not (self._data / "mysql").is_dir():
            self._install()
        self._server = subprocess.Popen(
            ["mariadbd", "--no-defaults", *self._as_user(), f"--datadir={self._data}", self._own_tmp(), f"--socket={self.socket}",
             f"--pid-file={self.folder / 'server.pid'}", f"--log-error={self._log}", *OPTIONS, *(DURABLE if self.durable else RELAXED)],
            stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL, start_new_session=True, preexec_fn=tied(signal.SIGTERM),
        )  # fmt: skip
        self._await_answer(self._server)
        # A folder made by an earlier version knows its owner without asking who it is.
        self._client("-e", f"ALTER USER root@localhost IDENTIFIED VIA unix_socket AS '{_me()}'", check=True)

    def _await_answer(self, server: subprocess.Popen[bytes]) -> None:
        ends = time.monotonic() + START_SECONDS
        while not self._answers():
            if not lives(server):
                raise CannotStartError(f"The database did not start: {self._last_error()} (log: {self._log})")
            if time.monotonic() > ends:
                self.stop()
                raise CannotStartError(f"The database did not answer within {START_SECONDS} s (log: {self._log})")
            time.sleep(0.05)

    def stop(self) -> None:
        """Stop the server, wait for it, and let the folder go."""
        if self._server:
            self._server.terminate()
            try:
                self._server.wait(30)
            except subprocess.TimeoutExpired:
                self._server.kill()
                self._server.wait()
            self._server = None
        if self._lock:
            self._lock.close()
            self._lock = None

    def alive(self) -> bool:
        """Whether the server process still runs."""
        return self._server is not None and lives(self._server)

    def create(self, name: str) -> None:
        """Create a schema where it is missing."""
        self._client("-e", f"CREATE DATABASE IF NOT EXISTS `{name}` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci", check=True)

    def _take(self, says: str) -> None:
        # Held by this process alone and let go by the kernel, however it ends.
        lock = (self.folder / "owner.lock").open("a+")
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError as held:
            lock.seek(0)
            pid, _, what = lock.read().partition(" ")
            lock.close()
            raise CannotStartError(f"{self.folder} is in use by process {pid} ({what.strip()}). To free it: kill {pid}") from held
        lock.truncate(0)
        lock.write(f"{os.getpid()} {says or ' '.join(psutil.Process().cmdline()[1:4])}")
        lock.flush()
        self._lock = lock

    def _end_left_behind(self) -> None:
        """End a server over this folder whose owner was killed: the kernel has told it to stop, and it may still be at it."""
        running = [(one, one.info["cmdline"] or ()) for one in psutil.process_iter(["cmdline"])]
        # What was still making the folder has nothing worth waiting for, and would write under the hands of the next one.
        making = [one for one, words in running if f"--datadir={self._aside}" in words]
        for one in making:
            one.kill()
        psutil.wait_procs(making, END_SECONDS)
        left = [one for one, words in running if f"--datadir={self._data}" in words]
        for one in left:
            one.terminate()
        for one in psutil.wait_procs(left, END_SECONDS)[1]:
            one.kill()
            one.wait(END_SECONDS)

    def _install(self) -> None:
        # Made aside and renamed: a kill half-way leaves nothing that looks like a database. Also where no name can be looked up.
        shutil.rmtree(self._aside, ignore_errors=True)
        shutil.rmtree(self._data, ignore_errors=True)
        done = subprocess.run(
            ["mariadb-install-db", "--no-defaults", "--force", *self._as_user(), f"--datadir={self._aside}", self._own_tmp(),
             "--skip-test-db", "--skip-name-resolve", "--auth-root-authentication-method=socket", f"--auth-root-socket-user={_me()}"],
            capture_output=True, text=True, check=False, preexec_fn=tied(signal.SIGKILL),
        )  # fmt: skip
        if done.returncode:
            raise CannotStartError(f"The database folder could not be prepared: {_errors(done.stdout + done.stderr)}")
        os.sync()
        self._aside.rename(self._data)

    def _own_tmp(self) -> str:
        # A server that starts clears temporary tables from its folder for them, a running neighbour's too where they share one.
        folder = self.folder / "tmp"
        folder.mkdir(exist_ok=True)
        return f"--tmpdir={folder}"

    def _as_user(self) -> list[str]:
        return [f"--user={_me()}"] if os.getuid() == 0 else []

    def _client(self, *words: str, check: bool = False) -> subprocess.CompletedProcess[bytes]:
        command = ["mariadb", "--no-defaults", "-uroot", f"--socket={self.socket}", *words]
        return subprocess.run(command, capture_output=True, check=check)

    def _answers(self) -> bool:
        return self.socket.exists() and self._client("-e", "SELECT 1").returncode == 0

    def _last_error(self) -> str:
        try:
            return _errors(self._log.read_text(errors="replace"))
        except OSError:
            return "no reason given"


def _errors(log: str) -> str:
    """The last errors of a server's log: the very last one only says that it gave up."""
    lines = [line.split("[ERROR]")[-1].strip() for line in log.splitlines() if "[ERROR]" in line] or log.split("\n")[-3:]
    return "; ".join(line for line in lines[-MOST_ERRORS:] if line) or "no reason given"


def _me() -> str:
    return pwd.getpwuid(os.getuid()).pw_name
