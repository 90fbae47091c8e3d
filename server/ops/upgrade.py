"""Bringing the schema up to date so that a kill at any moment is undone by the next try.

MariaDB cannot roll a change of tables back: a mark stands while one is under way, beside the backup of what was before.
"""

import fcntl
import json
import os
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import CommandError
from django.db import OperationalError, connection
from django.db.migrations.executor import MigrationExecutor

from server.ops.alone import alone
from server.ops.backup import back_up, clear_leftovers, put_back
from server.ops.dump import create, ensure, rows_of, schema_name
from server.ops.rights import grant_rights

NO_SCHEMA = 1049


def upgrade() -> list[str]:
    """Undo what was cut, then migrate; what was done, in words for a person. Raises CommandError."""
    folder = Path(settings.BACKUPS)
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    with _alone(folder):
        mark = folder / f"upgrade-of-{schema_name()}-under-way.json"
        done = _undo(mark)
        _require_schema()
        with alone():
            clear_leftovers(folder)
        if not is_behind():
            return done
        before = back_up(folder) if any(rows_of(schema_name()).values()) else None
        _set(mark, {"backup": str(before) if before else None})
        call_command("migrate", verbosity=0, skip_checks=True)
        call_command("createcachetable", verbosity=0)
        if is_behind():
            raise CommandError("The schema is not up to date after all. Start again: what was before is restored first.")
        grant_rights()
        mark.unlink()
        return [*done, f"upgraded; what was before is in {before}" if before else "made the tables"]


def _require_schema() -> None:
    try:
        connection.ensure_connection()
    except OperationalError as wrong:
        if wrong.args[:1] != (NO_SCHEMA,):
            raise
        said = f"There is no schema {schema_name()}. Make it first (docs/how-to/run-a-shop.md), or is NORTH_HINGE_DB mistyped?"
        raise CommandError(said) from wrong


def _undo(mark: Path) -> list[str]:
    if not mark.exists():
        return []
    before = json.loads(mark.read_text())["backup"]
    if before:
        # Whose tables are half made is not at work.
        with alone():
            put_back(Path(before), replace=True)
    else:
        ensure(schema_name())
        create(schema_name())
    connection.close()
    mark.unlink()
    return ["an upgrade was cut; what was before it was put back"]


def is_behind() -> bool:
    """Whether a migration, or the cache's table, is missing."""
    executor = MigrationExecutor(connection)
    cache = str(settings.CACHES["default"]["LOCATION"])
    return bool(executor.migration_plan(executor.loader.graph.leaf_nodes())) or cache not in connection.introspection.table_names()


def _set(mark: Path, what: dict[str, str | None]) -> None:
    aside = mark.with_suffix(".part")
    with aside.open("w") as file:
        json.dump(what, file)
        file.flush()
        os.fsync(file.fileno())
    aside.rename(mark)


@contextmanager
def _alone(folder: Path) -> Iterator[None]:
    with (folder / "upgrade.lock").open("w") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError as held:
            raise CommandError("Another upgrade is under way on this machine.") from held
        yield
