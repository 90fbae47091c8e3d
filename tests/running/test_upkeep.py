"""Upgrades that are cut, backups and their way back, a shop's export: each by the command a shop would use."""

from __future__ import annotations

import contextlib
import gzip
import json
import os
import subprocess
import threading
import time
import urllib.error
import urllib.request
import uuid
import zipfile
from pathlib import Path

import MySQLdb
import psutil
import pytest
from django.core.management.base import CommandError

from server.ops.backup import require_whole
from server.ops.dump import client_options
from tests.running.conftest import Installed, some_installed
from tests.running.started import free_port

pytestmark = pytest.mark.xdist_group("upkeep")
OLD = (("calls", "0001"), ("doors", "0001"), ("stock", "0001"), ("people", "0001"))


@pytest.fixture(scope="module")
def old_data(whole, tmp_path_factory) -> bytes:
    """Tables as they were in the first version, with rows in them."""
    with some_installed(tmp_path_factory.mktemp("old")) as one:
        shop = one("old")
        shop.read(whole.written())
        with_old_data(shop)
        return shop.written()


@pytest.fixture(scope="module")
def demo_data(whole, tmp_path_factory) -> bytes:
    """The demo's doors and some calls."""
    with some_installed(tmp_path_factory.mktemp("demo")) as one:
        shop = one("demo")
        shop.read(whole.written())
        shop.do("from django_scopes import scopes_disabled", "from demo.fill import fill", "with scopes_disabled(): fill(6)")
        return shop.written()


@pytest.fixture
def filled(installed, demo_data):
    """A shop with the demo's doors and some calls."""
    shop = installed("shop")
    shop.read(demo_data)
    return shop


def with_old_data(shop: Installed) -> None:
    """Bring one back to the first version, and put rows in."""
    shop.do(
        "from django.core.management import call_command",
        *(f"call_command('migrate', '{app}', '{name}', verbosity=0)" for app, name in OLD),
    )
    shop.ask("INSERT INTO people_shop (id, name, place, phone) VALUES (7, 'Ferry Doors', 'Low Ferry', '')")
    for place in range(1, 40):
        shop.ask(
            "INSERT INTO doors_door (id, shop_id, `key`, name, place, customer, phone, access_notes, record, version, created_at) VALUES "
            f"({place}, 7, '{uuid.UUID(int=place).hex}', 'Loft 🚪 {place}', 'Quay', '', '', '', '{{}}', 1, '2026-01-02')"
        )
        shop.ask(
            "INSERT INTO calls_call "
            "(id, shop_id, door_id, `key`, technician, started_at, closed_at, record_at_start, complaint, cause) VALUES "
            f"({place}, 7, {place}, '{uuid.UUID(int=place).hex}', 'Tess', '2026-02-03', '2026-02-03 10:00', '{{}}', '', '')"
        )


def kill_when_under_way(shop: Installed, process: subprocess.Popen[str], after: float) -> None:
    """Kill the upgrade, and the database's tools it runs, some time after its mark stands."""
    ends = time.monotonic() + 60
    while process.poll() is None and not list((shop.folder / "backups").glob("*under-way.json")) and time.monotonic() < ends:
        time.sleep(0.01)
    kill_after(process, after)


def kill_after(process: subprocess.Popen[str], seconds: float) -> None:
    """Kill it, and the database's tools it runs, after so many seconds."""
    time.sleep(seconds)
    for one in [*psutil.Process(process.pid).children(recursive=True), process] if process.poll() is None else []:
        one.kill()
    process.communicate()


@pytest.mark.parametrize("old", [False, True], ids=["first start", "upgrade with data"])
def test_an_upgrade_that_is_killed_is_undone_and_done_again(installed, whole, old_data, old):
    shop, before = installed("shop"), []
    if old:
        shop.read(old_data)
        before = shop.ask("SELECT id, name, `key` FROM doors_door ORDER BY id")
    for after in (0.1, 0.4, 0.8):
        kill_when_under_way(shop, shop.begin("prepare"), after)
    cut = any((shop.folder / "backups").glob("*under-way.json"))
    if cut and not old:
        shop.lose()  # as where the undoing was killed, too, before it had made the schema anew
    said = shop.run("prepare")
    assert ("was put back" in said) == cut
    assert shop.tables() == whole.tables()
    assert {one.name for one in (shop.folder / "backups").iterdir() if not one.name.startswith("north-hinge-")} == {"upgrade.lock"}
    if old:
        assert before == shop.ask("SELECT id, name, `key` FROM doors_door ORDER BY id")
        assert shop.ask("SELECT COUNT(*) FROM doors_door WHERE visited_at = '2026-02-03 10:00'") == ((39,),)
    assert shop.run("prepare") == "", "nothing is left to do"


def test_an_upgrade_has_a_way_back(installed, old_data):
    shop = installed("shop")
    shop.read(old_data)
    before = shop.written()
    shop.run("prepare")
    assert shop.written() != before
    backup = next((shop.folder / "backups").glob("*.sql.gz"))
    assert "is not empty" in shop.run("restore", str(backup), refused=True)
    shop.run("restore", str(backup), "--replace")
    assert shop.written() == before
    shop.lose()  # as where that was killed before it had made the schema anew
    shop.run("restore", str(backup), "--replace")
    assert shop.written() == before


def test_a_backup_is_restored_row_for_row_and_a_spoilt_one_is_refused_whole(filled, installed):
    backup = Path(filled.run("back_up"))
    assert backup.stat().st_mode & 0o077 == 0
    other = installed("other")
    other.lose()
    assert "rows of" in other.run("restore", str(backup))
    assert other.written() == filled.written()
    # The web account of the restored schema may do its work.
    assert other.begin("migrate", "--check").wait(60) == 0

    empty, bytes_there = installed("empty"), backup.read_bytes()
    facts = backup.with_name(backup.name.replace(".sql.gz", ".json")).read_text()
    spoilt = filled.folder / "spoilt.sql.gz"
    (filled.folder / "spoilt.json").write_text(facts)
    longer = gzip.compress(gzip.decompress(bytes_there) + b"DROP TABLE calls_entry;\n")
    for content in (b"", b"not a backup", longer, bytes_there[:-40] + bytes(40), bytes_there[: len(bytes_there) // 2]):
        spoilt.write_bytes(content)
        with pytest.raises(CommandError, match=r"spoilt\.sql\.gz is not") as refused:
            require_whole(spoilt)
        assert len(str(refused.value).splitlines()) == 1
    said = empty.run("restore", str(spoilt), refused=True)
    assert len(said.splitlines()) == 1
    assert "spoilt.sql.gz is not" in said
    assert empty.ask("SHOW TABLES") == ()
    assert "not whole or not a backup" in empty.run("restore", str(filled.folder / "nowhere.sql.gz"), refused=True)


def test_a_backup_made_while_the_shop_works_is_of_one_moment(filled, installed):
    over, committed = threading.Event(), []

    def work() -> None:
        with contextlib.closing(MySQLdb.connect(unix_socket=os.environ["NORTH_HINGE_DB_HOST"], user="root", database=filled.schema)) as one:
            asked = one.cursor()
            while not over.is_set():
                asked.execute("INSERT INTO people_shop (name, place, phone, time_zone, ways) VALUES ('x', '', '', '', '{}')")
                asked.execute("UPDATE doors_door SET version = version + 1 ORDER BY id LIMIT 1")
                one.commit()
                committed.append(1)

    start = filled.ask("SELECT (SELECT COUNT(*) FROM people_shop) - (SELECT version FROM doors_door ORDER BY id LIMIT 1)")
    worker = threading.Thread(target=work)
    worker.start()
    backup = filled.run("back_up")
    over.set()
    worker.join()
    assert len(committed) > 5, "the shop did not work meanwhile"
    other = installed("other")
    other.run("restore", backup)
    now = other.ask("SELECT (SELECT COUNT(*) FROM people_shop) - (SELECT version FROM doors_door ORDER BY id LIMIT 1)")
    assert now == start


ENTRIES = "SELECT COUNT(*) FROM calls_entry JOIN calls_call ON calls_call.id = call_id WHERE shop_id = 1"


def test_a_shop_is_exported_whole_in_open_formats(filled):
    name = filled.ask("SELECT name FROM people_shop ORDER BY id LIMIT 1")[0][0]
    file = filled.folder / "shop.zip"
    filled.run("export_shop", str(name), str(file))
    with zipfile.ZipFile(file) as packed:
        names = packed.namelist()
        shop = json.loads(packed.read("shop.json"))
        calls = [json.loads(packed.read(one)) for one in names if one.startswith("calls/")]
        doors = packed.read("doors.csv").decode().splitlines()
        files = [one for one in names if one.startswith("doors/")]
        everything = b"".join(packed.read(one) for one in names)
    counted = dict(
        filled.ask(
            "SELECT 'doors', COUNT(*) FROM doors_door WHERE shop_id = 1 UNION SELECT 'calls', COUNT(*) FROM calls_call WHERE shop_id = 1"
        )
    )
    assert (len(doors) - 1, len(files), len(calls)) == (counted["doors"], counted["doors"], counted["calls"])
    assert sum(len(one["call"]["entries"]) for one in calls) == filled.ask(ENTRIES)[0][0]
    assert {"lists/van.csv", "lists/rates.csv", "README.txt"} <= set(names)
    assert [set(one) for one in shop["people"]] == [{"username", "name", "role", "works_here", "passed_lessons"}] * 6
    assert not {b"argon2", b"pbkdf2"} & set(everything.split(b"$"))
    assert "There is no shop 'Nobody'" in filled.run("export_shop", "Nobody", str(filled.folder / "x.zip"), refused=True)
    assert not (filled.folder / "x.zip").exists()


def everything_of(file: Path) -> dict[str, object]:
    """An export by its files, each read."""
    with zipfile.ZipFile(file) as packed:
        texts = {name: packed.read(name).decode() for name in packed.namelist()}
    return {name: without_pictures(json.loads(text)) if name.endswith(".json") else text for name, text in texts.items()}


def without_pictures(document: object) -> object:
    # Each is read and written anew on its way in.
    if isinstance(document, dict):
        return {name: without_pictures(value) for name, value in document.items() if name != "jpeg"}
    return [without_pictures(one) for one in document] if isinstance(document, list) else document


def test_an_export_read_back_is_the_shop_and_twice_adds_nothing(filled, whole, installed, tmp_path):
    name = str(filled.ask("SELECT name FROM people_shop ORDER BY id LIMIT 1")[0][0])
    filled.ask("UPDATE doors_door SET access_notes = '=HYPERLINK(1)' ORDER BY id LIMIT 1")
    first, back, again = (tmp_path / f"{one}.zip" for one in ("first", "back", "again"))
    filled.run("export_shop", name, str(first))
    with zipfile.ZipFile(first) as packed:
        assert ",'=HYPERLINK(1)," in packed.read("doors.csv").decode(), "no cell is run where it is opened"
    other = installed("moved")
    other.read(whole.written())
    said = other.run("import_shop", str(first))
    assert f"{name}: added 1 shops, 6 people" in said
    assert "one_time_password" in said
    other.run("export_shop", name, str(back))
    before, after = everything_of(first), everything_of(back)
    assert before.keys() == after.keys()
    assert [one for one in before if before[one] != after[one]] == []
    assert len([one for one in before if one.startswith("calls/")]) > 3
    rows = {
        table: other.ask(f"SELECT COUNT(*) FROM {table}")
        for table in ("calls_entry", "calls_photo", "stock_kept", "stock_callstock", "doors_word", "stock_stockmove", "doors_change")
    }
    assert other.run("import_shop", str(first)) == f"{name}: added nothing, it was all here"
    assert {table: other.ask(f"SELECT COUNT(*) FROM {table}") for table in rows} == rows
    # Also where it came from.
    assert filled.run("import_shop", str(first)) == f"{name}: added nothing, it was all here"
    filled.run("export_shop", name, str(again))
    assert everything_of(again) == before
    assert other.run("one_time_password", "wren")


def test_an_export_that_is_cut_or_changed_is_told_by_its_file_and_goes_on_once_it_is_mended(filled, whole, installed, tmp_path):
    name = str(filled.ask("SELECT name FROM people_shop ORDER BY id LIMIT 1")[0][0])
    good, bad = tmp_path / "good.zip", tmp_path / "bad.zip"
    filled.run("export_shop", name, str(good))
    bad.write_bytes(good.read_bytes()[:-400])
    other = installed("moved")
    other.read(whole.written())
    assert "cannot be read" in other.run("import_shop", str(bad), refused=True)
    with zipfile.ZipFile(good) as packed, zipfile.ZipFile(bad, "w") as changed:
        last = sorted(one for one in packed.namelist() if one.startswith("calls/"))[-1]
        for one in packed.namelist():
            text = packed.read(one).decode()
            changed.writestr(one, text.replace('"started_at": "2', '"started_at": "3') if one == last else text)
    said = other.run("import_shop", str(bad), refused=True)
    assert last in said
    assert len(said.splitlines()) == 1
    assert "calls" in other.run("import_shop", str(good))
    assert other.run("import_shop", str(good)) == f"{name}: added nothing, it was all here"


def test_it_is_alive_without_its_database_and_says_that_it_is_not_ready(whole):
    shop, port = whole, free_port()
    shop.environment |= {"NORTH_HINGE_BIND": f"127.0.0.1:{port}", "NORTH_HINGE_LOG_LEVEL": "CRITICAL"}
    try:
        for host, ready in ((shop.environment["NORTH_HINGE_DB_HOST"], 200), (str(shop.folder / "no.sock"), 503)):
            shop.environment["NORTH_HINGE_DB_HOST"] = host
            process = shop.begin("serve")
            ends = time.monotonic() + 30
            while (live := status(port, "/health/live"))[0] != 200 and time.monotonic() < ends:
                time.sleep(0.1)
            assert live == (200, {"live": True})
            assert status(port, "/health/ready")[0] == ready
            found, said = status(port, "/api/session")
            assert found == ready
            assert ready == 200 or (said["error"]["code"], said["error"]["message"][:20]) == ("away", "The database is away")
            session = "a" * 32
            assert status(port, "/api/doors", session)[0] == (401 if ready == 200 else 503)
            assert status(port, "/today", session) == (200, {}), "the page shows what the tablet keeps"
            process.terminate()
            process.communicate(timeout=30)
    finally:
        process.kill()
        process.communicate()


@pytest.mark.parametrize("password", ["plain", 'a"b', "a\\b", "a\\\"nb#c;'d", "\\n\\"])
def test_a_password_of_any_characters_reaches_the_database_whole(settings, tmp_path, password):
    settings.OWNER_PASSWORD = password
    options = tmp_path / "options.cnf"
    options.write_text(client_options())
    read = subprocess.run(["my_print_defaults", f"--defaults-file={options}", "client"], capture_output=True, text=True, check=True)
    assert f"--password={password}" in read.stdout.splitlines()


def status(port: int, path: str, session: str = "") -> tuple[int, dict[str, object]]:
    request = urllib.request.Request(f"http://127.0.0.1:{port}{path}", headers={"Cookie": f"sessionid={session}"} if session else {})
    try:
        with urllib.request.urlopen(request, timeout=10) as answer:
            return answer.status, json.loads(answer.read()) if "json" in answer.headers["Content-Type"] else {}
    except urllib.error.HTTPError as refused:
        return refused.code, json.loads(refused.read())
    except OSError:
        return 0, {}


def web(shop: Installed):
    """A connection as its pages have one."""
    return contextlib.closing(
        MySQLdb.connect(
            unix_socket=os.environ["NORTH_HINGE_DB_HOST"],
            user=shop.environment["NORTH_HINGE_DB_USER"],
            password="w" * 20,
            database=shop.schema,
        )
    )


def test_a_restore_beside_leaves_the_running_shop_its_rights(filled, installed):
    """The refusal advises an empty schema beside; the account of the pages is the same for both."""
    filled.run("prepare")
    backup = filled.run("back_up")
    beside = installed("beside")
    beside.environment["NORTH_HINGE_DB_USER"] = filled.environment["NORTH_HINGE_DB_USER"]
    beside.run("restore", backup)
    with web(filled) as shop, web(beside) as other:
        for one in (shop, other):
            one.cursor().execute("UPDATE doors_door SET version = version + 1 LIMIT 1")
            with pytest.raises(MySQLdb.OperationalError, match="denied"):
                one.cursor().execute("DELETE FROM calls_entry LIMIT 1")


def test_two_backups_at_once_wait_for_each_other_and_both_are_good(filled):
    both = [filled.begin("back_up"), filled.begin("back_up", str(filled.folder / "elsewhere"))]
    said = [one.communicate(timeout=120) for one in both]
    assert [one.returncode for one in both] == [0, 0], said
    for out, _ in said:
        assert require_whole(Path(out.strip())).rows


def test_a_shop_at_work_is_not_replaced_under_its_people(filled):
    filled.run("prepare")
    backup, before = filled.run("back_up"), filled.written()
    with web(filled) as shop:
        shop.cursor().execute("SELECT 1")
        said = filled.run("restore", backup, "--replace", refused=True)
    assert "Stop it first" in said
    assert filled.written() == before
    assert "rows of" in filled.run("restore", backup, "--replace")


@pytest.mark.parametrize("after", [place / 8 for place in range(10)])
def test_a_backup_killed_anywhere_leaves_nothing_that_the_next_one_does_not_clear(filled, after):
    kill_after(filled.begin("back_up"), 0.8 + after)
    folder = filled.folder / "backups"
    whole_ones = [one for one in folder.glob("*.sql.gz") if require_whole(one)] if folder.exists() else []
    backup = Path(filled.run("back_up"))
    assert {*folder.glob("*.sql.gz")} == {*whole_ones, backup}, "and what is called a backup is one"
    assert not list(folder.glob("*.part"))
    assert filled.ask(f"SHOW DATABASES LIKE '{filled.schema}_readback'") == ()
    assert all(one.stat().st_mode & 0o077 == 0 for one in folder.iterdir())


def test_a_restore_killed_at_ten_places_leaves_the_old_or_the_new_and_never_half(filled):
    """A start after it finds a whole shop: an emptied one would be brought up to date without a word."""
    then, backup = filled.written(), filled.run("back_up")
    rename = "UPDATE doors_door SET name = 'renamed since'"
    filled.ask(rename)
    since, found = filled.written(), list[bytes]()
    for place in range(10):
        kill_after(filled.begin("restore", backup, "--replace"), 0.8 + place / 7)
        assert filled.run("prepare") == ""
        found.append(filled.written())
        assert filled.ask(f"SHOW DATABASES LIKE '{filled.schema}\\_%'") == (), "and nobody's data lies aside"
        filled.ask(rename)
    assert set(found) <= {then, since}
    filled.run("restore", backup, "--replace")
    assert filled.written() == then


def test_the_rehearsal_of_a_restore_beside_the_running_shop(filled, installed):
    """As the documents have it: into a schema of another name, looked at, and thrown away; the shop notices nothing."""
    before, backup = filled.written(), filled.run("back_up")
    beside = installed("rehearsal")
    said = beside.run("restore", backup)
    assert beside.written() == before
    assert "rows of" in said
    assert filled.written() == before
    assert filled.run("prepare") == ""


def test_an_owner_who_cannot_see_who_is_at_work_replaces_nothing(filled):
    backup, before = filled.run("back_up"), filled.written()
    filled.ask(f"REVOKE PROCESS ON *.* FROM '{filled.environment['NORTH_HINGE_DB_OWNER']}'@localhost", "")
    assert "cannot see who is at work" in filled.run("restore", backup, "--replace", refused=True)
    assert filled.written() == before


def test_a_start_clears_what_a_killed_backup_left(filled):
    filled.run("prepare")
    filled.ask(f"CREATE DATABASE `{filled.schema}_readback`", "")
    (filled.folder / "backups" / "north-hinge-20260101T000000000000.sql.part").write_bytes(b"half")
    filled.run("prepare")
    assert filled.ask(f"SHOW DATABASES LIKE '{filled.schema}_readback'") == ()
    assert not list((filled.folder / "backups").glob("*.part"))


def test_old_backups_go_and_the_last_good_ones_stay_however_old(whole, tmp_path):
    """Thirty-one nights without a backup: by age alone the last one would go."""
    for day in range(1, 21):
        for name, text in ((f"north-hinge-202401{day:02}T010101000000.sql.gz", ""), (f"north-hinge-202401{day:02}T010101000000.json",
                           json.dumps({"sha256": "", "rows": {}, "made_at": f"2024-01-{day:02}T01:01:01+00:00"}))):  # fmt: skip
            (tmp_path / name).write_text(text)
    (tmp_path / "north-hinge-20240131T010101000000.sql.gz").write_text("never read back")
    assert whole.run("thin_backups", str(tmp_path), "--keep", "5") == "15 deleted, 5 good ones left"
    assert whole.run("thin_backups", str(tmp_path), "--keep", "0") == "4 deleted, 1 good ones left"
    assert (tmp_path / "north-hinge-20240120T010101000000.sql.gz").exists()


def test_an_export_goes_into_the_folder_named_and_nobody_else_reads_it(filled, tmp_path):
    name = str(filled.ask("SELECT name FROM people_shop ORDER BY id LIMIT 1")[0][0])
    filled.run("export_shop", name, str(tmp_path))
    (made,) = tmp_path.glob("*.zip")
    assert made.stat().st_mode & 0o077 == 0
    assert zipfile.ZipFile(made).testzip() is None


def test_a_schema_that_is_not_there_is_told_in_a_line(installed):
    shop = installed("nowhere")
    shop.lose()
    said = shop.run("prepare", refused=True)
    assert (len(said.splitlines()), "There is no schema" in said) == (1, True)


def test_status_says_in_a_line_each_what_is_well_and_what_is_wrong(filled):
    filled.run("prepare")
    before = filled.begin("status")
    said, _ = before.communicate(timeout=60)
    assert before.returncode == 1
    assert "WRONG  no backup was made yet" in said
    filled.run("back_up")
    assert all(line.startswith("well ") for line in filled.run("status").splitlines())
    assert filled.run("version") in filled.run("status")
    filled.lose()
    gone = filled.begin("status")
    said, _ = gone.communicate(timeout=60)
    assert (gone.returncode, "WRONG  the database does not answer" in said) == (1, True)
