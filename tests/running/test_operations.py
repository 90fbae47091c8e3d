"""What a shop is told to do, against what is there: commands, settings, measures, the word to systemd, a release."""

from __future__ import annotations

import json
import os
import re
import shutil
import socket
import subprocess
import sys
import tarfile
from pathlib import Path

import pytest
from django.core.management import get_commands
from prometheus_client import REGISTRY

from server.ops.api import BackupMetrics
from tools.ports import free_port

pytestmark = pytest.mark.xdist_group("upkeep")
ROOT = Path(__file__).resolve().parents[2]
TOLD = (ROOT / "docs" / "how-to" / "run-a-shop.md").read_text()


def test_every_command_of_the_documents_is_there():
    units = "\n".join(unit.read_text() for unit in (ROOT / "deploy").glob("*.service"))
    named = set(
        re.findall(
            r"(?:^|`|bin/)north-hinge ([a-z_]+)", f"{TOLD}\n{(ROOT / 'docs' / 'how-to' / 'answer-an-alarm.md').read_text()}\n{units}", re.M
        )
    )
    assert {"back_up", "restore", "status", "import_shop", "clearsessions"} <= named
    assert named - {*get_commands(), "serve", "version"} == set()
    for copied in re.findall(r"deploy/([a-z.-]+)", TOLD):
        assert (ROOT / "deploy" / copied).exists(), copied


def test_help_needs_no_secret_and_names_every_command():
    bare = {name: value for name, value in os.environ.items() if not name.startswith("NORTH_HINGE_")}
    done = subprocess.run([sys.executable, "-m", "server", "--help"], cwd=ROOT, env=bare, capture_output=True, text=True, check=True)
    commands = {path.stem for path in (ROOT / "server" / "ops" / "management" / "commands").glob("[a-z]*.py")}
    assert [name for name in commands | {"serve", "version"} if f"  {name} " not in done.stdout] == []


def test_every_setting_of_the_documents_is_read_and_every_one_that_is_read_is_told():
    read = set(re.findall(r'"(NORTH_HINGE_[A-Z_]+)"', (ROOT / "server" / "config" / "settings.py").read_text()))
    told = {name.replace("`_", "NORTH_HINGE_").strip("`") for name in re.findall(r"`(?:NORTH_HINGE)?_[A-Z_]+`", TOLD)}
    # Where its settings are, that it is the demo, and who runs a command are not the shop's to choose.
    assert read - told == {"NORTH_HINGE_ENV", "NORTH_HINGE_DEMO", "NORTH_HINGE_AS_OWNER"}
    example = (ROOT / "deploy" / "settings.env.example").read_text()
    assert set(re.findall(r"^(NORTH_HINGE_[A-Z_]+)=", example, re.M)) <= read


def test_every_measure_of_the_alarms_and_the_dashboard_is_taken():
    asked = " ".join((ROOT / "deploy" / name).read_text() for name in ("alerts.yml", "dashboard.json"))
    taken = {sample for family in (*REGISTRY.collect(), *BackupMetrics().collect()) for sample in (family.name, f"{family.name}_total")}
    # Stays away where no backup was made.
    taken.add("north_hinge_last_good_backup_timestamp_seconds")
    named = {re.sub(r"_(bucket|count|sum)$", "", one) for one in re.findall(r"north_hinge_[a-z_]+", asked)}
    assert len(named) >= 7
    assert named - taken == set()
    assert len(json.loads((ROOT / "deploy" / "dashboard.json").read_text())["panels"]) == 8
    alarms = re.findall(r"alert: (\w+)", (ROOT / "deploy" / "alerts.yml").read_text())
    assert [name for name in alarms if f"`{name}`" not in (ROOT / "docs" / "how-to" / "answer-an-alarm.md").read_text()] == []


def test_the_database_takes_the_settings_of_the_documents():
    asked = ["mariadbd", f"--defaults-file={ROOT / 'deploy' / 'mariadb.cnf'}", "--verbose", "--help"]
    told = subprocess.run(asked, capture_output=True, text=True, check=True).stdout
    values = dict(re.findall(r"^([a-z-]+) +(\S+)$", told, re.M))
    assert (values["innodb-buffer-pool-size"], values["max-allowed-packet"]) == (str(1 << 30), str(64 << 20))
    assert (values["skip-networking"], values["character-set-server"]) == ("TRUE", "utf8mb4")


def test_systemd_is_told_once_the_port_is_bound(whole, tmp_path):
    port, heard = free_port(), socket.socket(socket.AF_UNIX, socket.SOCK_DGRAM)
    heard.bind(str(tmp_path / "notify"))
    heard.settimeout(30)
    whole.environment |= {"NORTH_HINGE_BIND": f"127.0.0.1:{port}", "NOTIFY_SOCKET": str(tmp_path / "notify")}
    process = whole.begin("serve")
    try:
        assert b"READY=1" in heard.recv(4096)
        with socket.create_connection(("127.0.0.1", port), timeout=20) as asked:
            asked.sendall(b"GET /health/ready HTTP/1.0\r\nHost: localhost\r\n\r\n")
            assert b"200" in asked.recv(64)
    finally:
        process.terminate()
        process.communicate(timeout=40)
        del whole.environment["NOTIFY_SOCKET"]


@pytest.fixture
def sources(tmp_path) -> Path:
    """A checkout of what is committed, its page built."""
    made = tmp_path / "sources"
    subprocess.run(["git", "clone", "-q", str(ROOT), str(made)], check=True)
    shutil.copytree(ROOT / "web" / "dist", made / "web" / "dist")
    (made / ".venv").symlink_to(Path(sys.executable).parents[1])
    (made / ".git" / "info" / "exclude").write_text(".venv\n")
    return made


def release(sources: Path, into: Path, refused: bool = False) -> str:
    done = subprocess.run([sources / "tools" / "release", into], capture_output=True, text=True, check=False)
    assert (done.returncode != 0) == refused, done
    return (done.stderr if refused else done.stdout).strip()


def test_a_release_is_the_tagged_commit_with_its_page_and_the_same_bytes_again(sources, tmp_path):
    made = Path(release(sources, tmp_path / "one"))
    with tarfile.open(made) as packed:
        names = set(packed.getnames())
    name = made.name.removesuffix(".tar.gz")
    assert {
        f"{name}/web/dist/index.html",
        f"{name}/web/dist/.release",
        f"{name}/deploy/database.sql",
        f"{name}/server/__main__.py",
    } <= names
    assert not [one for one in names if "node_modules" in one or "/var/" in one or ".venv" in one]
    subprocess.run(["sha256sum", "-c", "--quiet", f"{made.name}.sha256"], cwd=made.parent, check=True)
    assert made.read_bytes() == Path(release(sources, tmp_path / "two")).read_bytes()
    (sources / "README.md").write_text("changed")
    assert "not committed" in release(sources, tmp_path / "three", refused=True)
    of_tests = ["-c", "user.name=Tests", "-c", "user.email=tests@example.invalid"]
    subprocess.run(["git", *of_tests, "commit", "-qam", "more"], cwd=sources, check=True)
    assert "Raise the version" in release(sources, tmp_path / "three", refused=True)
