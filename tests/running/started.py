"""The start command over a folder of the test's, and somebody signed in over real HTTP."""

from __future__ import annotations

import contextlib
import http.cookiejar
import json
import os
import random
import signal
import subprocess
import sys
import time
import urllib.error
import urllib.request
from pathlib import Path

import psutil

from server.people.demo import DEMO_ACCOUNTS
from tools.ports import free_port

ROOT = Path(__file__).resolve().parents[2]


class Demo:
    """`make demo`'s own program."""

    def __init__(self, folder: Path) -> None:
        self.folder, self.port = folder, free_port()
        self.process: subprocess.Popen[str] | None = None
        self.environment = {name: value for name, value in os.environ.items() if not name.startswith(("NORTH_HINGE", "DJANGO"))}
        self.environment |= {"NORTH_HINGE_VAR": str(folder), "PORT": str(self.port)}

    def begin(self, **changed: str) -> subprocess.Popen[str]:
        """Start it, and wait for nothing."""
        words, environment = [sys.executable, "-m", "tools.demo"], self.environment | changed
        return subprocess.Popen(words, cwd=ROOT, env=environment, stdout=subprocess.PIPE, stderr=subprocess.PIPE, text=True)

    def start(self) -> subprocess.Popen[str]:
        """Start it, and wait until it says where it is."""
        process = self.process = self.begin()
        assert process.stdout
        for line in process.stdout:
            if "North Hinge demo:" in line:
                return process
        raise AssertionError(process.communicate())

    def started(self) -> subprocess.Popen[str]:
        """It running, whatever was done to it before."""
        if self.process and self.process.poll() is None:
            return self.process
        return self.start()

    def stop(self) -> int:
        """End it as Ctrl-C does; what it returns."""
        if not self.process:
            return 0
        if self.process.poll() is None:
            self.process.send_signal(signal.SIGINT)
        self.process.communicate(timeout=40)
        return self.process.returncode

    def refused(self, **changed: str) -> str:
        """Start it where it cannot be; what it says."""
        process = self.begin(**changed)
        _, said = process.communicate(timeout=60)
        assert process.returncode == 1
        return said.strip()

    def parts(self, name: str = "") -> list[psutil.Process]:
        """What of it is running: everything, or the processes of one name."""
        found = []
        for one in psutil.process_iter(["cmdline"]):
            words = " ".join(one.info["cmdline"] or ())
            try:
                ours = str(self.folder) in words or one.environ().get("NORTH_HINGE_VAR") == str(self.folder)
            except psutil.Error:
                continue
            if ours and name in words:
                found.append(one)
        return found

    def answer(self, path: str) -> int:
        """The status of an address; 0 where nobody answers."""
        try:
            with urllib.request.urlopen(f"http://127.0.0.1:{self.port}{path}", timeout=10) as answer:
                return answer.status
        except urllib.error.HTTPError as refused:
            return refused.code
        except OSError:
            return 0


def kill_some(demo: Demo, process: subprocess.Popen[str], chance: random.Random) -> None:
    """Kill one of the parts there are: the command, the database, the web process's master or a worker, or what prepares."""
    part = chance.choice(("command", "mariadbd", "gunicorn", "tools.fill", "mariadb-install-db", "command"))
    there = [] if part == "command" else demo.parts(part)
    for pid in [chance.choice(there).pid] if there else [process.pid]:
        with contextlib.suppress(ProcessLookupError):
            os.kill(pid, signal.SIGKILL)


def soak(folder: Path, rounds: int, seed: int) -> list[float]:
    """Kill at any moment, start again, `rounds` times; the seconds each start took. Fails where one does not come up by itself."""
    chance, demo, took = random.Random(seed), Demo(folder), []
    for place in range(rounds):
        process = demo.begin()
        time.sleep(chance.uniform(0, 12) if place % 4 == 3 else chance.uniform(0, 5))
        kill_some(demo, process, chance)
        try:
            process.communicate(timeout=chance.choice((0.05, 40)))
        except subprocess.TimeoutExpired:
            process.kill()
            process.communicate()
        began = time.monotonic()
        again = demo.start()
        took.append(time.monotonic() - began)
        Crew(demo.port).ask("GET", "/calls")
        again.kill()
        again.communicate()
    return took


class Crew:
    """Someone signed in over real HTTP."""

    def __init__(self, port: int, username: str = DEMO_ACCOUNTS[0].username) -> None:
        self.address, self.jar = f"http://127.0.0.1:{port}/api", http.cookiejar.CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))
        self.ask("GET", "/session")
        self.ask("POST", "/session", {"username": username, "password": DEMO_ACCOUNTS[0].password})

    def ask(self, method: str, path: str, body: object = None):
        token = next((cookie.value for cookie in self.jar if cookie.name == "csrftoken"), "")
        headers = {"Content-Type": "application/json", "X-CSRFToken": token}
        request = urllib.request.Request(self.address + path, json.dumps(body).encode() if body else None, headers, method=method)
        with self.opener.open(request, timeout=30) as answer:
            return json.loads(answer.read())


if __name__ == "__main__":
    folder, rounds, seed = Path(sys.argv[1]), int(sys.argv[2]), int(sys.argv[3])
    took = sorted(soak(folder, rounds, seed))
    sys.stdout.write(f"{rounds} kills; a start took {took[len(took) // 2]:.1f} s at the median, {took[-1]:.1f} s at most\n")
