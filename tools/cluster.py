"""Three database nodes on loopback that each hold everything, and one address in front of them: `python -m tools.cluster FOLDER`.

A node may be lost at any moment; what was acknowledged is on the others.
"""

from __future__ import annotations

import os
import secrets
import shutil
import signal
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from pathlib import Path

from server.config.parent_death import lives, tied
from tools.database import OPTIONS, CannotStartError
from tools.ports import free_port

PROVIDER = "/usr/lib/galera/libgalera_smm.so"
NODES, JOIN_SECONDS = 3, 60
# A lost node is given up after some two seconds instead of six; writes wait that long.
PATIENCE = "evs.keepalive_period=PT0.6S;evs.suspect_timeout=PT2S;evs.inactive_timeout=PT4S;evs.install_timeout=PT4S"
CHECKER = "checker"
PROXY = """
global
    maxconn 400
    external-check
    insecure-fork-wanted
defaults
    mode tcp
    timeout connect 2s
    timeout client 10m
    timeout server 10m
    option redispatch
listen database
    bind 127.0.0.1:{port}
    balance leastconn
    option external-check
    external-check path "/usr/bin:/bin"
    external-check command {folder}/ready
    default-server check inter 500ms fall 1 rise 2 on-marked-down shutdown-sessions
{servers}
"""
# A node that answers may still be joining, or be cut off from the others.
READY = """#!/bin/bash
[[ $(timeout 2 mariadb --no-defaults -u{checker} -h "$3" -P "$4" -N -B -e "SHOW STATUS LIKE 'wsrep_ready'" 2>/dev/null) == *ON ]]
"""


@dataclass
class Node:
    """One server of the cluster."""

    name: str
    folder: Path
    port: int = field(default_factory=free_port)
    # The group's own talk, its short transfers and its whole ones.
    group: int = field(default_factory=free_port)
    short: int = field(default_factory=free_port)
    whole: int = field(default_factory=free_port)
    process: subprocess.Popen[bytes] | None = None

    @property
    def socket(self) -> Path:
        """Where it answers on this machine."""
        return self.folder / "node.sock"


class Cluster:
    """Three nodes over a folder and a proxy that leads to those that answer."""

    def __init__(self, folder: Path) -> None:
        self.folder, self.port = folder, free_port()
        self.nodes = [Node(f"node-{place}", folder / f"node-{place}") for place in range(1, NODES + 1)]
        self.passwords = {account: secrets.token_urlsafe(24) for account in ("north_hinge", "north_hinge_owner")}
        self._proxy: subprocess.Popen[bytes] | None = None

    def start(self) -> None:
        """Make the first node, let the others join, lead to all. Raises CannotStartError."""
        for needed in ("mariadbd", "haproxy", "rsync"):
            if shutil.which(needed) is None:
                raise CannotStartError(f"{needed} is not installed: run tools/setup as root.")
        self.folder.mkdir(parents=True, exist_ok=True)
        first, *others = self.nodes
        for node in self.nodes:
            for part in ("data", "tmp"):
                (node.folder / part).mkdir(parents=True, exist_ok=True)
        _install(first)
        self._own(self.folder)
        self.join(first, is_first=True)
        self.ask(
            first,
            f"CREATE USER {CHECKER}@'127.0.0.1'",
            f"CREATE USER north_hinge_owner@'127.0.0.1' IDENTIFIED BY '{self.passwords['north_hinge_owner']}'",
            r"GRANT ALL ON `north\_hinge%`.* TO north_hinge_owner@'127.0.0.1' WITH GRANT OPTION",
            "GRANT CREATE USER, RELOAD ON *.* TO north_hinge_owner@'127.0.0.1'",
            "CREATE DATABASE north_hinge CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci",
        )
        for node in others:
            self.join(node)
        servers = "\n".join(f"    server {node.name} 127.0.0.1:{node.port}" for node in self.nodes)
        (self.folder / "ready").write_text(READY.format(checker=CHECKER))
        (self.folder / "ready").chmod(0o755)
        (self.folder / "haproxy.cfg").write_text(PROXY.format(port=self.port, folder=self.folder, servers=servers))
        self._proxy = subprocess.Popen(
            ["haproxy", "-f", str(self.folder / "haproxy.cfg"), "-db"],
            stdout=subprocess.DEVNULL, stderr=(self.folder / "haproxy.log").open("wb"), preexec_fn=tied(signal.SIGTERM),
        )  # fmt: skip
        time.sleep(2.0)

    def join(self, node: Node, is_first: bool = False) -> None:
        """Start a node and wait until it is in step with the others."""
        around = "" if is_first else ",".join(f"127.0.0.1:{one.group}" for one in self.nodes)
        user = ["--user=mysql"] if os.getuid() == 0 else []  # a whole transfer fails as root
        options = [one for one in OPTIONS if one not in ("--skip-networking", "--skip-log-bin")]
        log = (node.folder / "node.log").open("ab")
        node.process = subprocess.Popen(
            ["mariadbd", "--no-defaults", *user, f"--datadir={node.folder / 'data'}", f"--tmpdir={node.folder / 'tmp'}",
             f"--socket={node.socket}", f"--port={node.port}",
             f"--pid-file={node.folder / 'node.pid'}", "--bind-address=127.0.0.1", *options, "--binlog-format=ROW",
             "--innodb-autoinc-lock-mode=2", "--wsrep-on=ON", f"--wsrep-provider={PROVIDER}", "--wsrep-cluster-name=north-hinge",
             f"--wsrep-cluster-address=gcomm://{around}", f"--wsrep-node-name={node.name}", f"--wsrep-node-address=127.0.0.1:{node.group}",
             "--wsrep-sst-method=rsync", f"--wsrep-sst-receive-address=127.0.0.1:{node.whole}", "--wsrep-sync-wait=1",
             f"--wsrep-provider-options=base_host=127.0.0.1;base_port={node.group};gmcast.listen_addr=tcp://127.0.0.1:{node.group};"
             f"ist.recv_addr=127.0.0.1:{node.short};ist.recv_bind=127.0.0.1:{node.short};{PATIENCE}"],
            stdout=log, stderr=log, start_new_session=True, preexec_fn=tied(signal.SIGTERM),
        )  # fmt: skip
        ends = time.monotonic() + JOIN_SECONDS
        while self._state(node) != "Synced":
            if not lives(node.process) or time.monotonic() > ends:
                raise CannotStartError(f"{node.name} did not join (log: {node.folder / 'node.log'})")
            time.sleep(0.1)

    def lose(self, node: Node) -> None:
        """Lose a node, as a machine is lost."""
        assert node.process
        node.process.kill()
        node.process.wait()

    def ask(self, node: Node, *statements: str) -> str:
        """What one node answers; its lines."""
        command = ["mariadb", "--no-defaults", "-uroot", f"--socket={node.socket}", "-N", "-B", "-e", ";".join(statements)]
        done = subprocess.run(command, capture_output=True, text=True, check=False)
        if done.returncode:
            raise CannotStartError(f"{node.name}: {done.stderr.strip()}")
        return done.stdout

    def settings(self) -> dict[str, str]:
        """The settings with which the application uses it."""
        return {
            "NORTH_HINGE_DB_HOST": "127.0.0.1",
            "NORTH_HINGE_DB_PORT": str(self.port),
            "NORTH_HINGE_DB_USER_HOST": "127.0.0.1",
            "NORTH_HINGE_DB_OWNER": "north_hinge_owner",
            "NORTH_HINGE_DB_OWNER_PASSWORD": self.passwords["north_hinge_owner"],
            "NORTH_HINGE_DB_PASSWORD": self.passwords["north_hinge"],
        }

    def stop(self) -> None:
        """End everything."""
        for process in (self._proxy, *(node.process for node in self.nodes)):
            if process and lives(process):
                process.terminate()
                try:
                    process.wait(20)
                except subprocess.TimeoutExpired:
                    process.kill()

    def _state(self, node: Node) -> str:
        try:
            return ([*self.ask(node, "SHOW STATUS LIKE 'wsrep_local_state_comment'").split("\t"), ""])[1].strip()
        except CannotStartError:
            return ""

    def _own(self, folder: Path) -> None:
        if os.getuid() == 0:
            subprocess.run(["chown", "-R", "mysql", str(folder)], check=True)


@contextmanager
def cluster(folder: Path) -> Iterator[Cluster]:
    """A cluster over a folder, ended whatever happens."""
    one = Cluster(folder)
    try:
        one.start()
        yield one
    finally:
        one.stop()


def _install(node: Node) -> None:
    done = subprocess.run(
        ["mariadb-install-db", "--no-defaults", f"--datadir={node.folder / 'data'}", f"--tmpdir={node.folder / 'tmp'}",
         "--skip-test-db", "--skip-name-resolve",
         "--auth-root-authentication-method=socket", f"--auth-root-socket-user={'root' if os.getuid() == 0 else os.environ['USER']}"],
        capture_output=True, text=True, check=False,
    )  # fmt: skip
    if done.returncode:
        raise CannotStartError(f"the first node could not be made: {(done.stderr or done.stdout).strip().splitlines()[-1]}")


def main() -> int:
    """Run one until Ctrl-C and say how the application uses it."""
    try:
        with cluster(Path(sys.argv[1])) as one:
            for name, value in one.settings().items():
                print(f"export {name}='{value}'")
            sys.stdout.flush()
            signal.pause()
    except KeyboardInterrupt:
        return 0
    except CannotStartError as wrong:
        print(f"The cluster cannot start: {wrong}", file=sys.stderr)
        return 1
    return 0


if __name__ == "__main__":
    sys.exit(main())
