"""The start command: what it says when it cannot, and that nothing acknowledged is lost when it is killed."""

from __future__ import annotations

import http.cookiejar
import json
import os
import signal
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
import uuid
from pathlib import Path

import pytest

from server.people.demo import DEMO_ACCOUNTS

ROOT = Path(__file__).resolve().parents[2]
pytestmark = pytest.mark.xdist_group("starting")


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return probe.getsockname()[1]


class Demo:
    """`make demo`'s own program over a folder of the test's."""

    def __init__(self, folder: Path) -> None:
        self.folder, self.port = folder, free_port()
        self.environment = {name: value for name, value in os.environ.items() if not name.startswith("NORTH_HINGE")}
        self.environment |= {"NORTH_HINGE_VAR": str(folder), "PORT": str(self.port), "NORTH_HINGE_DB_PORT": str(free_port())}

    def start(self) -> subprocess.Popen[str]:
        words = [sys.executable, "-m", "tools.demo"]
        process = subprocess.Popen(words, cwd=ROOT, env=self.environment, stdout=subprocess.PIPE, stderr=subprocess.PIPE, text=True)
        assert process.stdout
        for line in process.stdout:
            if "North Hinge demo:" in line:
                return process
        raise AssertionError(process.communicate())

    def parts(self, name: str) -> list[int]:
        found = subprocess.run(
            ["pgrep", "-f", f"{name}.*{self.folder if name == 'mariadbd' else self.port}"], capture_output=True, text=True, check=False
        )
        return [int(pid) for pid in found.stdout.split()]


class Crew:
    """Someone signed in over real HTTP."""

    def __init__(self, port: int) -> None:
        self.address, self.jar = f"http://127.0.0.1:{port}/api", http.cookiejar.CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))
        self.ask("GET", "/session")
        account = DEMO_ACCOUNTS[0]
        self.ask("POST", "/session", {"username": account.username, "password": account.password})

    def ask(self, method: str, path: str, body: object = None):
        token = next((cookie.value for cookie in self.jar if cookie.name == "csrftoken"), "")
        headers = {"Content-Type": "application/json", "X-CSRFToken": token}
        request = urllib.request.Request(self.address + path, json.dumps(body).encode() if body else None, headers, method=method)
        with self.opener.open(request) as answer:
            return json.loads(answer.read())


def test_a_kill_loses_nothing_that_was_acknowledged_and_ctrl_c_stops_everything(tmp_path):
    demo = Demo(tmp_path / "var")
    process = demo.start()
    crew = Crew(demo.port)
    call = crew.ask("GET", "/calls")["under_way"][0]["key"]
    entry = {"id": str(uuid.uuid4()), "body": {"kind": "found", "cause": "track", "note": "acknowledged"}}
    assert crew.ask("POST", f"/calls/{call}/entries", entry)["state"]["cause_note"] == "acknowledged"
    for part in ("mariadbd", "gunicorn"):
        for pid in demo.parts(part):
            os.kill(pid, signal.SIGKILL)
    _, said = process.communicate(timeout=40)
    assert process.returncode == 1
    assert said.strip().splitlines()[-1].endswith("nothing acknowledged is lost.")
    assert "Traceback" not in said

    process = demo.start()
    again = Crew(demo.port).ask("GET", f"/calls/{call}")
    assert again["state"]["cause_note"] == "acknowledged"
    assert Crew(demo.port).ask("POST", f"/calls/{call}/entries", entry) == again
    with urllib.request.urlopen(f"http://127.0.0.1:{demo.port}/") as page:
        asset = page.read().decode().split('src="')[1].split('"')[0]
    packed = urllib.request.Request(f"http://127.0.0.1:{demo.port}{asset}", headers={"Accept-Encoding": "br"})
    with urllib.request.urlopen(packed) as script:
        assert script.headers["Content-Encoding"] == "br"
        assert "immutable" in script.headers["Cache-Control"]
    process.send_signal(signal.SIGINT)
    process.communicate(timeout=40)
    assert process.returncode == 0
    assert demo.parts("mariadbd") == demo.parts("gunicorn") == []


def test_a_port_in_use_is_one_clear_line(tmp_path):
    demo = Demo(tmp_path)
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", demo.port))
        taken.listen()
        done = subprocess.run(
            [sys.executable, "-m", "tools.demo"], cwd=ROOT, env=demo.environment, capture_output=True, text=True, check=False
        )
    assert done.returncode == 1
    assert (
        done.stderr.strip()
        == f"North Hinge cannot start: port {demo.port} is in use. Stop what uses it, or name another: PORT=8018 make demo"
    )


def test_no_place_for_the_database_is_one_clear_line(tmp_path):
    (tmp_path / "file").write_text("in the way")
    demo = Demo(tmp_path / "file" / "var")
    done = subprocess.run([sys.executable, "-m", "tools.demo"], cwd=ROOT, env=demo.environment, capture_output=True, text=True, check=False)
    assert done.returncode == 1
    assert len(done.stderr.strip().splitlines()) == 1
    assert "cannot be made" in done.stderr


def test_a_database_left_by_a_killed_start_is_taken_up(tmp_path):
    from tools.database import Database

    port = free_port()
    left = Database(tmp_path / "db", port, durable=True)
    left.start()
    left.create("kept")
    taken_up = Database(tmp_path / "db", port, durable=True)
    try:
        taken_up.start()
        assert taken_up.alive()
    finally:
        taken_up.stop()
    for _ in range(50):
        if not left.alive():
            break
        time.sleep(0.1)
    assert not left.alive()
