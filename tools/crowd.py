"""A crowd at work on a server over this machine's loopback: what it waits for, and what a guesser does to it. Bounded in count and time.

`python -m tools.crowd ADDRESS` with the demo running there.
"""

from __future__ import annotations

import http.client
import json
import random
import statistics
import sys
import threading
import time
import urllib.parse
import uuid
from collections.abc import Callable

from server.people.demo import DEMO_ACCOUNTS

PEOPLE, PAUSE_SECONDS, SECONDS = 100, 3.0, 45.0
# A page rests so long before it asks what may come next.
REST_SECONDS = 0.7
GUESSERS, GUESS_SECONDS = 20, 15.0
TRIES = 5


class Tablet:
    """One signed-in browser; an answer and how long it took."""

    def __init__(self, address: str, account: int) -> None:
        self.host = urllib.parse.urlsplit(address).netloc
        self.connection = http.client.HTTPConnection(self.host, timeout=60)
        self.cookies: dict[str, str] = {}
        self.ask("GET", "/api/session")
        if account >= 0:
            one = DEMO_ACCOUNTS[account % len(DEMO_ACCOUNTS)]
            while self.ask("POST", "/api/session", {"username": one.username, "password": one.password})[1] == 429:
                time.sleep(random.uniform(0.1, 0.6))

    def ask(self, method: str, path: str, body: object = None) -> tuple[float, int, bytes]:
        """Seconds, status and content of an answer."""
        headers = {
            "Content-Type": "application/json",
            "Cookie": "; ".join(f"{name}={value}" for name, value in self.cookies.items()),
            "X-CSRFToken": self.cookies.get("csrftoken", ""),
        }
        began = time.perf_counter()
        for _ in range(TRIES):
            self.connection.request(method, path, json.dumps(body) if body is not None else None, headers)
            answer = self.connection.getresponse()
            content = answer.read()
            if answer.status != 503:
                break
            # As the page does: what it waits for counts.
            time.sleep(float(answer.headers.get("Retry-After", "1")) + random.random())
        took = time.perf_counter() - began
        for told in answer.headers.get_all("Set-Cookie") or ():
            name, _, value = told.split(";")[0].partition("=")
            self.cookies[name] = value
        return took, answer.status, content


LIGHT = ("today", "list", "file", "call", "closed", "entry")
HEAVY = (*LIGHT, "sizing", "sheet")


def crowd(address: str, kinds: tuple[str, ...], is_ahead: bool) -> dict[str, list[float]]:
    """A hundred people, signed in, for a while, each with a pause between two things; the seconds of each kind of thing.

    `is_ahead`: after an entry the tablet asks what may come next, as the page does; nobody waits for that, and it is told apart.
    """
    took, steps = dict[str, list[float]](), list[int]()
    lock, all_in = threading.Lock(), threading.Barrier(PEOPLE, timeout=120)
    # They sign in a few at a time, as people do.
    coming = threading.Semaphore(4)

    def work(number: int) -> None:
        chance = random.Random(number)
        with coming:
            tablet = Tablet(address, number)
            doors = json.loads(tablet.ask("GET", "/api/doors")[2])["doors"]
            closed = json.loads(tablet.ask("GET", "/api/calls")[2])["closed"]
            own = doors[number % len(doors)]["key"]
            one = json.loads(tablet.ask("POST", f"/api/doors/{own}/calls", {"key": str(uuid.uuid4())})[2])["key"]
            tablet.ask("POST", f"/api/calls/{one}/entries", {"id": str(uuid.uuid4()), "body": {"kind": "complaint", "complaint": "bang"}})
        ways: dict[str, Callable[[], tuple[str, str, object]]] = {
            "today": lambda: ("GET", "/api/calls", None),
            "list": lambda: ("GET", f"/api/doors?search={chance.choice('bcdfmst')}", None),
            "file": lambda: ("GET", f"/api/doors/{chance.choice(doors)['key']}", None),
            "call": lambda: ("GET", f"/api/calls/{one}", None),
            "closed": lambda: ("GET", f"/api/calls/{chance.choice(closed)['key']}", None),
            "entry": lambda: ("POST", f"/api/calls/{one}/entries", {"id": str(uuid.uuid4()), "body": _gate(chance)}),
            "sizing": lambda: ("POST", f"/api/calls/{one}/sizing", {}),
            "sheet": lambda: ("GET", f"/api/calls/{chance.choice(closed)['key']}/sheet.pdf", None),
        }
        all_in.wait()
        # Idle meanwhile, it may have been closed at the other end.
        tablet.connection.close()
        over = time.monotonic() + SECONDS
        time.sleep(chance.uniform(0, PAUSE_SECONDS))
        while time.monotonic() < over:
            name = chance.choice(kinds)
            asked = [(name, ways[name]())]
            if is_ahead and name == "entry":
                asked.append(("ahead", ("GET", f"/api/calls/{one}/ahead", None)))
            for kind, (method, path, body) in asked:
                seconds, status, content = tablet.ask(method, path, body)
                assert status in (200, 409, 422, 429, 503), content[:200]
                with lock:
                    took.setdefault(kind, []).append(seconds)
                    if kind == "ahead":
                        steps.append(len(json.loads(content)["steps"]) if status == 200 else 0)
                time.sleep(REST_SECONDS if is_ahead and kind == "entry" else 0)
            time.sleep(chance.uniform(0.5, 1.5) * PAUSE_SECONDS)

    threads = [threading.Thread(target=work, args=[number]) for number in range(PEOPLE)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    if steps:
        print(
            f"answers ahead hold {statistics.median(steps):.0f} steps in the median, {sum(not one for one in steps)} of {len(steps)} none"
        )
    return took


def _gate(chance: random.Random) -> dict[str, object]:
    """A safety check said, or taken back: what leaves every call as it was in the end."""
    return {"kind": "gate", "gate": chance.choice(("power_off", "people_away")), "met": chance.random() < 0.5}


def guessed(address: str) -> tuple[list[float], list[float]]:
    """A technician's answers while nobody else is there, and while twenty guess at changing names from one place."""
    tablet, over = Tablet(address, 0), threading.Event()

    def ask_for(seconds: float) -> list[float]:
        took, ends = [], time.monotonic() + seconds
        while time.monotonic() < ends:
            took.append(tablet.ask("GET", "/api/calls")[0])
            time.sleep(0.05)
        return took

    def guess(number: int) -> None:
        stranger = Tablet(address, -1)
        while not over.is_set():
            stranger.ask("POST", "/api/session", {"username": f"name-{random.random()}", "password": "tide tables at noon"})

    alone = ask_for(GUESS_SECONDS / 3)
    threads = [threading.Thread(target=guess, args=[number]) for number in range(GUESSERS)]
    for thread in threads:
        thread.start()
    among = ask_for(GUESS_SECONDS)
    over.set()
    for thread in threads:
        thread.join()
    return alone, among


def main() -> None:
    """Print what both waited for."""
    address = sys.argv[1]
    alone, among = guessed(address)
    print(f"a technician's answers: {_said(alone)}; while {GUESSERS} guess: {_said(among)}")
    for says, kinds, is_ahead in (
        ("at work", LIGHT, False),
        ("the same with answers ahead", LIGHT, True),
        ("with sizing and sheets", HEAVY, False),
    ):
        took = crowd(address, kinds, is_ahead)
        waited = [one for kind, seconds in took.items() for one in seconds if kind != "ahead"]
        print(f"{PEOPLE} people with pauses of {PAUSE_SECONDS:.0f} s {says}: {_said(waited)}", flush=True)
        for name, seconds in sorted(took.items()):
            print(f"  {name}: {_said(seconds)}")


def _said(seconds: list[float]) -> str:
    parts = statistics.quantiles(seconds, n=100)
    return (
        f"{len(seconds)}, median {statistics.median(seconds) * 1000:.0f} ms, p95 {parts[94] * 1000:.0f} ms, p99 {parts[98] * 1000:.0f} ms"
    )


if __name__ == "__main__":
    main()
