"""What the account of the web processes may do: read and write rows, and never rewrite what happened."""

from typing import Any

from django.apps import apps
from django.conf import settings
from django.db import OperationalError, ProgrammingError, connection

from server.calls.models import Entry, Photo
from server.doors.models import Change
from server.stock.models import StockMove

APPENDED = (Entry, Change, Photo, StockMove)
# No such grant, of the account or on a table; or none that this owner could have given, of the schema or of everything.
NOTHING_TO_TAKE = (1141, 1147, 1044, 1045)
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
        for where in ("*.*", f"`{schema}`.*", *(f"`{schema}`.`{table}`" for table in sorted(there))):
            _revoke(cursor, where, [user, settings.DB_USER_HOST])
        for table in sorted(there & rights.keys()):
            cursor.execute(f"GRANT {rights[table]} ON `{schema}`.`{table}` TO %s@%s", [user, settings.DB_USER_HOST])


def _revoke(cursor: Any, where: str, account: list[str]) -> None:
    """Take every right an account has at a place; the owner may not ask which it has, and what it cannot take it never gave."""
    for right in ("ALL PRIVILEGES", "GRANT OPTION"):
        try:
            cursor.execute(f"REVOKE {right} ON {where} FROM %s@%s", account)
        except (OperationalError, ProgrammingError) as wrong:
            if wrong.args[0] not in NOTHING_TO_TAKE:
                raise
