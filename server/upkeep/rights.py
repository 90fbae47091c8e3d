"""What the account of the web processes may do: read and write rows, and never rewrite what happened."""

from typing import Any

from django.apps import apps
from django.conf import settings
from django.db import connection

from server.calls.models import Entry, Photo
from server.doors.models import Change
from server.stock.models import StockMove

APPENDED = (Entry, Change, Photo, StockMove)
READ, ADD, CHANGE = "SELECT", "SELECT, INSERT", "SELECT, INSERT, UPDATE, DELETE"


def grant_rights() -> None:
    """Make the web account where it is missing and give it its rights on every table, and no others."""
    schema, user, password = settings.DATABASES["default"]["NAME"], settings.DB_USER, settings.DB_PASSWORD
    if user == settings.DB_OWNER:
        return
    appended = {model._meta.db_table for model in APPENDED}
    changed = {model._meta.db_table for model in apps.get_models()} - appended | {settings.CACHES["default"]["LOCATION"]}
    rights = dict.fromkeys(changed, CHANGE) | dict.fromkeys(appended, ADD) | {"django_migrations": READ}
    there = set(connection.introspection.table_names())
    with connection.cursor() as cursor:
        cursor.execute("CREATE USER IF NOT EXISTS %s@%s", [user, settings.DB_USER_HOST])
        cursor.execute("ALTER USER %s@%s IDENTIFIED BY %s", [user, settings.DB_USER_HOST, password])
        # Of this schema, and what holds everywhere: another schema may be a shop at work.
        granted = _granted(cursor, f"'{user}'@'{settings.DB_USER_HOST}'", schema)
        for right in ("ALL PRIVILEGES ON *.*", "GRANT OPTION ON *.*", *(f"ALL PRIVILEGES ON {where}" for where in granted)):
            cursor.execute(f"REVOKE {right} FROM %s@%s", [user, settings.DB_USER_HOST])
        for table in sorted(there & rights.keys()):
            cursor.execute(f"GRANT {rights[table]} ON `{schema}`.`{table}` TO %s@%s", [user, settings.DB_USER_HOST])


def _granted(cursor: Any, grantee: str, schema: str) -> list[str]:
    """Where within a schema an account has rights: the whole of it, or tables."""
    cursor.execute("SELECT 1 FROM information_schema.schema_privileges WHERE grantee = %s AND table_schema = %s", [grantee, schema])
    whole = [f"`{schema}`.*"] if cursor.fetchone() else []
    asked = "SELECT DISTINCT table_name FROM information_schema.table_privileges WHERE grantee = %s AND table_schema = %s"
    cursor.execute(asked, [grantee, schema])
    return whole + [f"`{schema}`.`{table}`" for (table,) in cursor.fetchall()]
