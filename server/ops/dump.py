"""The database's own tools for writing a schema out and reading it back, run as its owner."""

import hashlib
import subprocess
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from typing import IO, Any

from django.conf import settings
from django.core.management.base import CommandError
from django.db import connection

CHUNK = 1 << 20
# Consistent without a lock, and the same bytes for the same rows.
AS_IT_IS = (
    "--single-transaction",
    "--quick",
    "--skip-comments",
    "--skip-dump-date",
    "--hex-blob",
    "--no-tablespaces",
    "--skip-lock-tables",
)
CHARACTERS = "--default-character-set=utf8mb4"
MADE = "CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci"


@contextmanager
def tool(name: str, *words: str, **streams: Any) -> Iterator[subprocess.Popen[bytes]]:
    """One of the database's programs, signed in as the owner. Raises CommandError with its last line where it fails."""
    with tempfile.NamedTemporaryFile("w", suffix=".cnf") as options:  # a password on a command line is everybody's
        options.write(client_options())
        options.flush()
        process = subprocess.Popen([name, f"--defaults-file={options.name}", CHARACTERS, *words], stderr=subprocess.PIPE, **streams)
        try:
            yield process
        except BrokenPipeError:
            pass  # it ended before it had read all; why stands below
        except BaseException:
            process.kill()
            raise
        finally:
            if process.stdin:
                process.stdin.close()
            said = process.stderr.read().decode(errors="replace").strip() if process.stderr else ""
            process.wait()
        if process.returncode:
            raise CommandError(f"{name}: {(said.splitlines() or ['no reason given'])[-1]}")


def client_options() -> str:
    """What the database's programs are told of where it is and as whom to come, as their option file."""
    at = settings.DATABASES["default"]
    host, port = str(at["HOST"]), str(at["PORT"])
    where = f"socket={host}" if host.startswith("/") else f"host={host}\nport={port or 3306}"
    return f'[client]\nuser={settings.DB_OWNER}\npassword="{_quoted(settings.OWNER_PASSWORD)}"\n{where}\n'


def _quoted(text: str) -> str:
    return text.replace("\\", "\\\\").replace('"', '\\"')


def dump(schema: str, into: IO[bytes] | None = None, *words: str) -> str:
    """Write a schema out; its bytes' SHA-256. Nothing is kept where `into` is None."""
    digest = hashlib.sha256()
    with tool("mariadb-dump", *AS_IT_IS, *words, schema, stdout=subprocess.PIPE) as process:
        assert process.stdout
        while piece := process.stdout.read(CHUNK):
            digest.update(piece)
            if into:
                into.write(piece)
    return digest.hexdigest()


def load(schema: str, source: IO[bytes]) -> None:
    """Read a dump into a schema that is there."""
    with tool("mariadb", schema, stdin=subprocess.PIPE) as process:
        assert process.stdin
        while piece := source.read(CHUNK):
            process.stdin.write(piece)


def ensure(schema: str) -> None:
    """A schema under a name, empty if there was none: who was replacing it may have been killed. Connects to none."""
    with tool("mariadb", f"--execute=CREATE DATABASE IF NOT EXISTS `{schema}` {MADE}"):
        pass


def create(schema: str) -> None:
    """An empty schema under a name, in place of what has it. A kill may leave none: see `ensure`."""
    with connection.cursor() as cursor:
        cursor.execute(f"DROP DATABASE IF EXISTS `{schema}`")
        cursor.execute(f"CREATE DATABASE `{schema}` {MADE}")
    # The connection had the old one open.
    connection.close()


def drop(schema: str) -> None:
    """Do without a schema."""
    with connection.cursor() as cursor:
        cursor.execute(f"DROP DATABASE IF EXISTS `{schema}`")


def take_over(aside: str, schema: str, before: str) -> None:
    """Put the tables of the schema `aside` in place of those of `schema`, in one statement of the database: all of them or none."""
    create(before)
    moves = [f"`{schema}`.`{name}` TO `{before}`.`{name}`" for name in tables_of(schema)]
    moves += [f"`{aside}`.`{name}` TO `{schema}`.`{name}`" for name in tables_of(aside)]
    with connection.cursor() as cursor:
        cursor.execute("SET foreign_key_checks = 0")
        cursor.execute(f"RENAME TABLE {', '.join(moves)}")
    # What the connection knew of the tables is of those before.
    connection.close()
    drop(before)


def tables_of(schema: str) -> list[str]:
    """The tables of a schema, by name."""
    with connection.cursor() as cursor:
        cursor.execute("SELECT table_name FROM information_schema.tables WHERE table_schema = %s ORDER BY table_name", [schema])
        return [name for (name,) in cursor.fetchall()]


def rows_of(schema: str) -> dict[str, int]:
    """How many rows each table of a schema has."""
    with connection.cursor() as cursor:
        counted = {}
        for name in tables_of(schema):
            cursor.execute(f"SELECT COUNT(*) FROM `{schema}`.`{name}`")
            counted[name] = int(cursor.fetchone()[0])
    return counted


def schema_name() -> str:
    """The schema of this shop's data."""
    return str(settings.DATABASES["default"]["NAME"])
