"""One backup or restore of a schema at a time, whoever asks for it and into whichever folder."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

from django.conf import settings
from django.core.management.base import CommandError
from django.db import connection
from django.db.backends.base.base import BaseDatabaseWrapper

from server.ops.dump import schema_name

PATIENCE_SECONDS = 600


@contextmanager
def alone(patience_seconds: int = PATIENCE_SECONDS) -> Iterator[None]:
    """Wait for the other one, and hold the schema's lock. Raises CommandError where it is held longer than that.

    The lock is the database's own, of a connection that does nothing else: it ends with this process, however that ends.
    """
    held, name = _of_no_schema(), f"upkeep:{schema_name()}"[:64]
    try:
        with held.cursor() as cursor:
            cursor.execute("SELECT GET_LOCK(%s, %s)", [name, patience_seconds])
            if cursor.fetchone() != (1,):
                cursor.execute("SELECT IS_USED_LOCK(%s)", [name])
                by = cursor.fetchone()[0]
                raise CommandError(
                    f"Another backup or restore of {schema_name()} is under way (database connection {by}). Try again later."
                )
        yield
    finally:
        held.close()


def require_stopped() -> None:
    """Refuse while the pages work on this schema. Raises CommandError."""
    if settings.DB_USER == settings.DB_OWNER:
        return
    sees_others = "SELECT 1 FROM information_schema.user_privileges WHERE privilege_type = 'PROCESS'"
    asked, apart = "SELECT COUNT(*) FROM information_schema.processlist WHERE user = %s AND db = %s", _of_no_schema()
    try:
        with apart.cursor() as cursor:
            if not cursor.execute(sees_others):
                raise CommandError(
                    f"{settings.DB_OWNER} cannot see who is at work: GRANT PROCESS ON *.* TO it, as deploy/database.sql has it."
                )
            cursor.execute(asked, [settings.DB_USER, schema_name()])
            (open_now,) = cursor.fetchone()
    finally:
        apart.close()
    if open_now:
        raise CommandError(f"The shop is at work: {open_now} connections of its pages are open. Stop it first, then restore.")


def _of_no_schema() -> BaseDatabaseWrapper:
    """A connection of its own; the schema itself may be gone."""
    made = connection.copy()
    made.settings_dict["NAME"] = ""
    return made
