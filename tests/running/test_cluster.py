"""The application on three database nodes: any one of them is lost while people work, and nothing that was acknowledged is.

Run by `make cluster`; it takes two minutes and most of a machine.
"""

from __future__ import annotations

import contextlib
import os
import signal
import subprocess
import sys
import tempfile
import threading
import time
import urllib.error
import uuid
from pathlib import Path

import pytest

from server.config.parent_death import tied
from tests.running.started import ROOT, Crew
from tools.cluster import cluster
from tools.ports import free_port

pytestmark = [pytest.mark.cluster, pytest.mark.xdist_group("starting")]
CREWS = 4
ENTRIES = "SELECT COUNT(*), COUNT(DISTINCT call_id, client_id), COUNT(DISTINCT call_id, position) FROM north_hinge.calls_entry"


class Work:
    """Crews that enter things on one call, each again under its id until it is acknowledged."""

    def __init__(self, port: int) -> None:
        self.port, self.over, self.acknowledged, self.waits = port, threading.Event(), [], []
        crew = Crew(port)
        self.call = crew.ask("GET", "/calls")["under_way"][0]["key"]
        self.threads = [threading.Thread(target=self._enter, daemon=True) for _ in range(CREWS)]
        for thread in self.threads:
            thread.start()

    def _enter(self) -> None:
        crew = Crew(self.port)
        while not self.over.is_set():
            entry = {"id": str(uuid.uuid4()), "body": {"kind": "found", "cause": "track", "note": "at work"}}
            began = time.monotonic()
            while True:
                try:
                    crew.ask("POST", f"/calls/{self.call}/entries", entry)
                    break
                except (urllib.error.URLError, OSError) as wrong:
                    if getattr(wrong, "code", 503) < 500:
                        raise
                    time.sleep(0.1)
            self.acknowledged.append(entry["id"])
            self.waits.append(time.monotonic() - began)

    def go_on_for(self, seconds: float) -> None:
        """Let them work, and see that they do."""
        before = len(self.acknowledged)
        ends = time.monotonic() + 30
        time.sleep(seconds)
        while len(self.acknowledged) < before + 2 * CREWS:
            assert time.monotonic() < ends, "nobody gets anything in"
            time.sleep(0.1)

    def stop(self) -> None:
        """Let them finish what they are at."""
        self.over.set()
        for thread in self.threads:
            thread.join(60)
            assert not thread.is_alive()


@contextlib.contextmanager
def application(settings: dict[str, str], folder):
    """The application over the cluster, filled with the demo."""
    port = free_port()
    environment = {name: value for name, value in os.environ.items() if not name.startswith(("NORTH_HINGE", "DJANGO"))}
    environment |= settings | {
        "NORTH_HINGE_SECRET_KEY": "known to everybody, and good for nothing but these tests",
        "NORTH_HINGE_VAR": str(folder), "NORTH_HINGE_BIND": f"127.0.0.1:{port}", "NORTH_HINGE_LOG_LEVEL": "CRITICAL",
    }  # fmt: skip
    subprocess.run([sys.executable, "-m", "tools.fill"], cwd=ROOT, env=environment, check=True)
    web = subprocess.Popen([sys.executable, "-m", "server", "serve"], cwd=ROOT, env=environment, preexec_fn=tied(signal.SIGKILL))
    try:
        time.sleep(5)
        yield port
    finally:
        web.terminate()
        web.wait(30)


@pytest.fixture
def folder():
    """One that the database's own account can reach."""
    with tempfile.TemporaryDirectory(prefix="north-hinge-cluster-") as name:
        Path(name).chmod(0o755)
        yield Path(name)


def test_any_node_is_lost_while_people_work_and_nothing_acknowledged_is(folder, capsys):
    with cluster(folder / "nodes") as nodes, application(nodes.settings(), folder / "var") as port:
        work, told = Work(port), []
        work.go_on_for(4)
        for node in nodes.nodes:
            before, began = len(work.waits), time.monotonic()
            nodes.lose(node)
            work.go_on_for(6)
            told.append(f"{node.name} lost: {max(work.waits[before:]):.1f} s the longest wait")
            nodes.join(node)
            told[-1] += f", in step again {time.monotonic() - began:.0f} s after its loss"
            work.go_on_for(2)
        work.stop()
        kept = [set(nodes.ask(node, "SELECT client_id FROM north_hinge.calls_entry").split()) for node in nodes.nodes]
        counted = {nodes.ask(node, ENTRIES) for node in nodes.nodes}
        lost = [set(work.acknowledged) - there for there in kept]
    with capsys.disabled():
        print(f"\n{len(work.acknowledged)} entries acknowledged; {'; '.join(told)}")
    assert lost == [set(), set(), set()]
    assert len(counted) == 1, "the nodes hold the same"
    total, once, in_order = counted.pop().split()
    assert total == once == in_order
