"""What takes long to make, made once and copied."""

from __future__ import annotations

import contextlib
import os
import re
import shutil
import subprocess
import sys
import uuid
from pathlib import Path

import MySQLdb
import pytest

from server.ops.dump import AS_IT_IS
from tests.running.started import Demo


@pytest.fixture(scope="session")
def started_once(tmp_path_factory) -> Path:
    """A demo's folder that was started and stopped again."""
    demo = Demo(tmp_path_factory.mktemp("once") / "var")
    demo.start()
    assert demo.stop() == 0
    return demo.folder


@pytest.fixture(scope="module")
def demo(started_once, tmp_path_factory):
    """A demo that has been started before, in a folder of its own; not running."""
    one = Demo(shutil.copytree(started_once, tmp_path_factory.mktemp("demo") / "var"))
    yield one
    one.stop()


ROOT = Path(__file__).resolve().parents[2]


CLIENT = ("--no-defaults", "--default-character-set=utf8mb4", "-uroot")


class Installed:
    """A schema of the test run's database with a folder of its own."""

    def __init__(self, folder: Path, schema: str) -> None:
        self.folder, self.schema = folder, schema
        self.environment = os.environ | {
            "DJANGO_SETTINGS_MODULE": "server.config.settings",
            "NORTH_HINGE_SECRET_KEY": "known to everybody, and good for nothing but these tests",
            "NORTH_HINGE_DB": schema,
            "NORTH_HINGE_DB_USER": f"web_{schema}"[:32],
            "NORTH_HINGE_DB_PASSWORD": "w" * 20,
            "NORTH_HINGE_VAR": str(folder),
            "NORTH_HINGE_AS_OWNER": "0",
        }
        # The schema and its owner are made by the documents' own lines: what that account may not do is not done here either.
        owner = f"o_{schema}"
        self.environment |= {"NORTH_HINGE_DB_OWNER": owner, "NORTH_HINGE_DB_OWNER_PASSWORD": "o" * 20}
        told = (ROOT / "deploy" / "database.sql").read_text().replace("north_hinge_owner", owner).replace("'CHANGE'", f"'{'o' * 20}'")
        told = told.replace("north\\_hinge%", schema.replace("_", "\\_") + "%").replace(" north_hinge ", f" {schema} ")
        for line in told.splitlines():
            if line and not line.startswith("--"):
                self.ask(line, "")

    def ask(self, sql: str, schema: str | None = None) -> tuple[tuple[object, ...], ...]:
        with contextlib.closing(
            MySQLdb.connect(unix_socket=os.environ["NORTH_HINGE_DB_HOST"], user="root", database=self.schema if schema is None else schema)
        ) as one:
            asked = one.cursor()
            asked.execute(sql)
            one.commit()
            return asked.fetchall()

    def begin(self, *words: str) -> subprocess.Popen[str]:
        return subprocess.Popen(
            [sys.executable, "-m", "server", *words], cwd=ROOT, env=self.environment, text=True,
            stdin=subprocess.DEVNULL, stdout=subprocess.PIPE, stderr=subprocess.PIPE,
        )  # fmt: skip

    def run(self, *words: str, refused: bool = False) -> str:
        process = self.begin(*words)
        out, said = process.communicate(timeout=120)
        assert (process.returncode != 0) == refused, (out, said)
        return (said if refused else out).strip()

    def do(self, *lines: str) -> None:
        """Run lines of Python as its owner."""
        words = "\n".join(("import django", "django.setup()", *lines))
        subprocess.run([sys.executable, "-c", words], cwd=ROOT, env=self.environment | {"NORTH_HINGE_AS_OWNER": "1"}, check=True)

    def written(self, *words: str) -> bytes:
        """The whole schema as its own dump."""
        command = ["mariadb-dump", *CLIENT, f"--socket={os.environ['NORTH_HINGE_DB_HOST']}", *AS_IT_IS, *words, self.schema]
        return subprocess.run(command, capture_output=True, check=True).stdout

    def read(self, dump: bytes) -> None:
        """What another one had written."""
        subprocess.run(["mariadb", *CLIENT, f"--socket={os.environ['NORTH_HINGE_DB_HOST']}", self.schema], input=dump, check=True)

    def tables(self) -> bytes:
        """Its tables, without their rows."""
        return re.sub(rb" AUTO_INCREMENT=\d+", b"", self.written("--no-data"))

    def lose(self) -> None:
        """Its schema is gone, its folder and its account are there."""
        self.ask(f"DROP DATABASE IF EXISTS `{self.schema}`", "")

    def drop(self) -> None:
        self.lose()
        for name in ("NORTH_HINGE_DB_USER", "NORTH_HINGE_DB_OWNER"):
            self.ask(f"DROP USER IF EXISTS '{self.environment[name]}'@localhost", "")


@contextlib.contextmanager
def some_installed(folder: Path):
    """They are made on demand, and gone at the end."""
    made = []

    def one(name: str) -> Installed:
        made.append(Installed(folder / name, f"nh_{name}_{uuid.uuid4().hex[:8]}"))
        return made[-1]

    yield one
    for each in made:
        each.drop()


@pytest.fixture
def installed(tmp_path):
    with some_installed(tmp_path) as one:
        yield one


@pytest.fixture(scope="module")
def whole(tmp_path_factory):
    """One whose tables are up to date, and nothing in them."""
    with some_installed(tmp_path_factory.mktemp("whole")) as one:
        shop = one("whole")
        shop.run("prepare")
        yield shop
