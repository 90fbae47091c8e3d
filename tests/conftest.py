"""The test run's own database: a private MariaDB over var/test-db, started once, stopped at the end."""

from __future__ import annotations

import os
from pathlib import Path

import pytest
from django.conf import settings as django_settings
from django.contrib.contenttypes.management import create_contenttypes
from django.db.models.signals import post_migrate
from hypothesis import settings

from tools.database import CannotStartError, Database

ROOT = Path(__file__).resolve().parent.parent
settings.register_profile("here", max_examples=40, deadline=None, derandomize=True)
settings.register_profile("quick", max_examples=8, deadline=None, derandomize=True)
settings.register_profile("long", max_examples=2500, deadline=None)
settings.load_profile(os.environ.get("NORTH_HINGE_PROFILE", "here"))
_database: Database | None = None
# The workers are as many as the processors: a thread of arithmetic more would only wait for one of theirs.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")


def pytest_configure(config: pytest.Config) -> None:
    """Start the database on the first process only; the workers inherit where it answers. The core's tests need none."""
    global _database
    # Django's own rights are not used here; to write them anew after every emptied database is most of what that costs.
    post_migrate.disconnect(dispatch_uid="django.contrib.auth.management.create_permissions")
    post_migrate.disconnect(create_contenttypes)
    if hasattr(config, "workerinput") or "NORTH_HINGE_DB_HOST" in os.environ or all(_of_the_core(path) for path in config.args):
        return
    database = Database(ROOT / "var" / "test-db", durable=False)
    try:
        database.start()
    except CannotStartError as wrong:
        raise pytest.UsageError(str(wrong)) from wrong
    _database = database
    (ROOT / "var" / "static").mkdir(parents=True, exist_ok=True)
    os.environ["NORTH_HINGE_DB_HOST"] = str(database.socket)
    # Without workers the settings have been read before this.
    django_settings.DATABASES["default"]["HOST"] = str(database.socket)


def _of_the_core(path: str) -> bool:
    return Path(path).resolve().is_relative_to(ROOT / "tests" / "hinge") or Path(path).resolve().is_relative_to(ROOT / "tests" / "outside")


def pytest_unconfigure() -> None:
    """Stop what was started."""
    if _database:
        _database.stop()
