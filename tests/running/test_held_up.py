"""Held up from outside: one shop's writes wait for a lock, the database stops answering. Everybody else is answered all the same."""

from __future__ import annotations

import signal
import threading
import time
import urllib.error
import uuid
from contextlib import contextmanager

import MySQLdb
import pytest

from demo.people import SECOND_SHOP_PEOPLE
from tests.running.started import Crew
from tools.database import Database
from tools.running import SCHEMA

pytestmark = pytest.mark.xdist_group("starting")
WRITERS = 12


@contextmanager
def van_held(demo):
    """The rows of every van locked by somebody else."""
    held = MySQLdb.connect(unix_socket=str(Database(demo.folder / "db", durable=True).socket), user="root", database=SCHEMA)
    held.cursor().execute("SELECT id FROM stock_stockitem FOR UPDATE")
    try:
        yield
    finally:
        held.rollback()
        held.close()


def told(action):
    """The status of a request, and when it says to come back."""
    try:
        action()
    except urllib.error.HTTPError as refused:
        return refused.code, refused.headers.get("Retry-After")
    return 200, None


def test_writers_that_wait_for_a_lock_are_told_and_hold_nobody_else_up(demo):
    demo.started()
    crews, other = [Crew(demo.port) for _ in range(WRITERS)], Crew(demo.port, SECOND_SHOP_PEOPLE[0][0])
    move = {"why": "restocked", "pieces": 1, "part": "Board"}
    answers = []

    def write(crew):
        answers.append(told(lambda: crew.ask("POST", "/van/moves", {"id": str(uuid.uuid4())} | move)))

    with van_held(demo):
        waiting = [threading.Thread(target=write, args=[crew]) for crew in crews]
        for one in waiting:
            one.start()
        time.sleep(0.5)
        seen = [demo.answer("/health/live") for _ in range(10)] + [told(lambda: other.ask("GET", "/session"))[0] for _ in range(10)]
        still = sum(one.is_alive() for one in waiting)
        for one in waiting:
            one.join(15)
    assert not any(one.is_alive() for one in waiting)
    assert set(seen[:10]) == {200}, "health waits behind no work"
    assert set(seen[10:]) == {200}, "and another shop is answered"
    assert still, "while the writers wait"
    assert set(answers) == {(503, "1")}, answers


def came_to(demo, status):
    """Whether readiness comes to a status: a stop, or its end, reaches every thread of the database a moment after it was sent."""
    ends = time.monotonic() + 20
    while (answer := demo.answer("/health/ready")) != status and time.monotonic() < ends:
        time.sleep(0.2)
    return answer == status


def test_a_database_that_stops_answering_is_told_within_seconds_and_all_is_well_once_it_goes_on(demo):
    demo.started()
    crew = Crew(demo.port)
    (database,) = demo.parts("mariadbd --no-defaults") or demo.parts("bin/mariadbd")
    database.send_signal(signal.SIGSTOP)
    try:
        assert demo.answer("/health/live") == 200
        assert came_to(demo, 503), "within the ten seconds an answer is waited for"
        assert told(lambda: crew.ask("GET", "/session"))[0] == 503
        assert demo.answer("/health/live") == 200
    finally:
        database.send_signal(signal.SIGCONT)
    assert came_to(demo, 200)
    assert told(lambda: crew.ask("GET", "/session"))[0] == 200
