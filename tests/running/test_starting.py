"""The start command: what it says when it cannot start, and that it recovers from any death, its own too, with nothing lost."""

from __future__ import annotations

import os
import random
import signal
import smtplib
import socket
import subprocess
import sys
import tempfile
import time
import urllib.request
import uuid
from pathlib import Path

import pytest

from server.config.parent_death import lives
from tests.running.started import Crew, Demo, kill_some
from tools.database import Database

pytestmark = pytest.mark.xdist_group("starting")


@pytest.fixture
def running(demo):
    """It, running: what the last test left up, or started anew."""
    return demo.started()


def gone(demo, seconds=10.0):
    """Whether everything of it ends by itself."""
    ends = time.monotonic() + seconds
    while demo.parts() and time.monotonic() < ends:
        time.sleep(0.1)
    return not demo.parts()


def test_the_tests_of_a_group_run_on_one_worker(request, worker_id):
    """Two first starts side by side, or two crowds of guessers, would judge each other."""
    assert worker_id == "master" or request.node.nodeid.endswith("@starting")


def test_a_database_that_starts_leaves_the_temporary_tables_of_its_neighbours_alone(tmp_path):
    neighbours = Path(tempfile.gettempdir()) / f"#sql-temptable-{uuid.uuid4().hex}.MAI"
    neighbours.write_bytes(b"in use")
    one = Database(tmp_path / "db", durable=False)
    try:
        one.start()
        one.stop()
        assert neighbours.exists()
    finally:
        one.stop()
        neighbours.unlink(missing_ok=True)


def test_what_was_still_making_the_folder_when_its_start_was_killed_writes_no_more(tmp_path):
    """The database's own program for that runs another, which outlives it: the two would write over each other."""
    words = ["import time; time.sleep(120)", f"--datadir={tmp_path / 'db' / 'data.being-made'}"]
    orphan, one = subprocess.Popen([sys.executable, "-c", *words]), Database(tmp_path / "db", durable=False)
    try:
        one.start()
        orphan.wait(10)  # it would sleep on for two minutes
    finally:
        one.stop()
        orphan.kill()


def test_a_kill_loses_nothing_that_was_acknowledged(demo, running):
    crew = Crew(demo.port)
    call = crew.ask("GET", "/calls")["under_way"][0]["key"]
    entry = {"id": str(uuid.uuid4()), "body": {"kind": "found", "cause": "track", "note": "acknowledged"}}
    assert crew.ask("POST", f"/calls/{call}/entries", entry)["state"]["cause_note"] == "acknowledged"
    for part in [*demo.parts("mariadbd"), *demo.parts("gunicorn")]:
        part.kill()
    _, said = running.communicate(timeout=40)
    assert running.returncode == 1
    assert said.strip().splitlines()[-1].endswith("nothing acknowledged is lost.")
    assert "Traceback" not in said

    demo.start()
    again = Crew(demo.port).ask("GET", f"/calls/{call}")
    assert again["state"]["cause_note"] == "acknowledged"
    assert Crew(demo.port).ask("POST", f"/calls/{call}/entries", entry) == again
    with urllib.request.urlopen(f"http://127.0.0.1:{demo.port}/") as page:
        asset = page.read().decode().split('src="')[1].split('"')[0]
    packed = urllib.request.Request(f"http://127.0.0.1:{demo.port}{asset}", headers={"Accept-Encoding": "br"})
    with urllib.request.urlopen(packed) as script:
        assert script.headers["Content-Encoding"] == "br"
        assert "immutable" in script.headers["Cache-Control"]


@pytest.mark.parametrize("how", [signal.SIGKILL, signal.SIGHUP], ids=["killed", "terminal closed"])
def test_when_the_command_dies_everything_it_started_ends_and_the_next_start_comes_up(demo, running, how):
    running.send_signal(how)
    assert gone(demo)
    began = time.monotonic()
    demo.start()
    assert time.monotonic() - began < 30, "ten seconds on a machine of its own; this one may be busy"
    assert demo.answer("/health/ready") == 200


def test_when_the_web_master_dies_its_workers_hold_the_port_no_longer(demo, running):
    master = min(demo.parts("gunicorn"), key=lambda one: one.create_time())
    master.kill()
    ends = time.monotonic() + 3
    while demo.answer("/health/live") and time.monotonic() < ends:
        time.sleep(0.05)
    assert demo.answer("/health/live") == 0
    running.communicate(timeout=40)
    assert running.returncode == 1


def test_a_second_start_on_the_same_folder_says_who_has_it_and_leaves_that_one_alone(demo, running):
    said = demo.refused(PORT=str(demo.port + 1))
    assert len(said.splitlines()) == 1
    assert f"in use by process {running.pid} (North Hinge on http://127.0.0.1:{demo.port}/). To free it: kill {running.pid}" in said
    assert running.poll() is None
    assert Crew(demo.port).ask("GET", "/calls")["under_way"]


def test_half_sent_requests_hold_nobody_up(demo, running):
    senders = []
    for place in range(60):
        one = socket.create_connection(("127.0.0.1", demo.port))
        one.sendall(
            b"GET /api/session HTTP/1.1\r\nHost: 127.0.0.1\r\n"
            if place % 2
            else b"POST /api/session HTTP/1.1\r\nContent-Length: 900\r\n\r\n{"
        )
        senders.append(one)
    assert demo.answer("/health/ready") == 200
    assert Crew(demo.port).ask("GET", "/calls")["under_way"]
    for one in senders:
        one.close()


def test_nothing_listens_but_the_web_process_and_its_database_account_cannot_rewrite_what_happened(demo, running):
    import MySQLdb

    listening = {one.laddr for part in demo.parts() for one in part.net_connections("tcp") if one.status == "LISTEN"}
    assert {one.ip for one in listening} == {"127.0.0.1"}
    (letters,) = {one.port for one in listening} - {demo.port}
    with smtplib.SMTP("127.0.0.1", letters) as post:
        assert post.noop()[0] == 250, "the demo's stand-in for a shop's mail server, and nothing else"
    socket_path = next(word.split("=")[1] for word in demo.parts("mariadbd")[0].cmdline() if word.startswith("--socket"))
    password = (demo.folder / "db_password").read_text()
    assert (demo.folder / "db_password").stat().st_mode & 0o077 == 0
    with pytest.raises(MySQLdb.OperationalError, match="Access denied"):
        MySQLdb.connect(unix_socket=socket_path, user="north_hinge", password="")
    web = MySQLdb.connect(unix_socket=socket_path, user="north_hinge", password=password, database="north_hinge")
    asked = web.cursor()
    asked.execute("UPDATE doors_door SET version = version")
    for refused in (
        "UPDATE calls_entry SET position = 0", "DELETE FROM calls_entry", "DELETE FROM doors_change", "DROP TABLE calls_entry",
        "DELETE FROM calls_photo", "UPDATE stock_stockmove SET pieces = 0",
        "ALTER TABLE doors_door ADD COLUMN x INT", "CREATE DATABASE north_hinge_two", "SELECT * FROM mysql.global_priv",
        "DELETE FROM django_migrations", "SELECT 1 INTO OUTFILE '/tmp/north-hinge-out'",
    ):  # fmt: skip
        with pytest.raises(MySQLdb.OperationalError, match="denied"):
            asked.execute(refused)
    web.close()


def test_ctrl_c_stops_everything(demo, running):
    assert demo.parts()
    assert demo.stop() == 0
    assert not demo.parts()


def test_ctrl_c_while_a_part_is_asked_whether_it_lives_leaves_nothing_waiting():
    """The lock a process keeps for itself, taken as Ctrl-C leaves it when it comes within its own `poll`, is not asked for."""
    part = subprocess.Popen([sys.executable, "-c", "import time; time.sleep(60)"])
    part._waitpid_lock.acquire()
    assert lives(part)
    part.kill()
    os.waitid(os.P_PID, part.pid, os.WEXITED | os.WNOWAIT)
    assert part.poll() is None, "that is what its own answer would be, for good"
    assert not lives(part)
    part._waitpid_lock.release()
    assert part.wait(5)
    assert not lives(part)


@pytest.mark.parametrize("key", ["", "short"])
def test_without_a_proper_secret_key_it_says_so_in_one_line(key):
    import subprocess
    import sys

    environment = {name: value for name, value in os.environ.items() if not name.startswith(("NORTH_HINGE", "DJANGO"))}
    done = subprocess.run(
        [sys.executable, "-m", "server", "serve"],
        env=environment | {"NORTH_HINGE_SECRET_KEY": key},
        capture_output=True,
        text=True,
        check=False,
    )
    assert done.returncode == 1
    assert done.stderr.strip() == (
        f"North Hinge cannot start: NORTH_HINGE_SECRET_KEY has {len(key)} characters; it needs 50 or more, made at random."
    )


def test_a_port_in_use_names_who_holds_it(demo):
    demo.stop()
    with socket.socket() as taken:
        taken.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        taken.bind(("127.0.0.1", demo.port))
        taken.listen()
        said = demo.refused()
    assert len(said.splitlines()) == 1
    assert f"port {demo.port} is in use by process {os.getpid()}" in said
    assert f"To free it: kill {os.getpid()}" in said
    assert gone(demo)


def test_no_place_for_the_database_is_one_clear_line(tmp_path):
    (tmp_path / "file").write_text("in the way")
    said = Demo(tmp_path / "file" / "var").refused()
    assert len(said.splitlines()) == 1
    assert "cannot be made" in said


def test_a_first_start_that_is_killed_leaves_nothing_that_hinders_the_next(tmp_path):
    chance, demo = random.Random(1847), Demo(tmp_path / "var")
    for seconds in (0.6, 1.5):
        process = demo.begin()
        time.sleep(seconds)
        kill_some(demo, process, chance)
        process.kill()
        process.communicate(timeout=40)
    process = demo.start()
    assert len(Crew(demo.port).ask("GET", "/doors")["doors"]) == 20
    process.kill()
    process.communicate(timeout=40)
    assert gone(demo)
