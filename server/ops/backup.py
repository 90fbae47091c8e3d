"""Backups: written consistently, compressed, read back before they count; restored whole or not at all."""

import gzip
import hashlib
import json
import os
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import asdict, dataclass
from datetime import UTC, datetime
from pathlib import Path

from django.core.management.base import CommandError
from django.utils import timezone

from server.ops.alone import alone, require_stopped
from server.ops.dump import CHUNK, create, drop, dump, ensure, load, rows_of, schema_name, take_over

NAME, NAME_READ = "north-hinge-{at:%Y%m%dT%H%M%S%f}.sql.gz", "north-hinge-%Y%m%dT%H%M%S%f.sql.gz"


@dataclass(frozen=True)
class BackupFacts:
    """What is known of a backup: its dump's SHA-256 and how many rows each table has. Stands beside it as JSON."""

    sha256: str
    rows: dict[str, int]
    made_at: str


def facts_of(backup: Path) -> Path:
    """Where what is known of a backup stands."""
    return backup.with_name(backup.name.removesuffix(".sql.gz") + ".json")


def back_up(folder: Path, now: datetime | None = None) -> Path:
    """Write a backup into a folder and read it back; the file. Raises CommandError, and then leaves none behind."""
    with alone():
        return _back_up(folder, now)


def _back_up(folder: Path, now: datetime | None) -> Path:
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    clear_leftovers(folder)
    at = now or timezone.now()
    made = folder / NAME.format(at=at)
    being_made = made.with_suffix(".part")
    try:
        with os.fdopen(os.open(being_made, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600), "wb") as raw:
            with gzip.GzipFile(fileobj=raw, mode="wb", mtime=0, filename="") as packed:
                digest = dump(schema_name(), packed)  # type: ignore[arg-type]
            raw.flush()
            os.fsync(raw.fileno())
        kept = BackupFacts(digest, _read_back(being_made, digest), at.isoformat())
        _write_private(facts_of(made), json.dumps(asdict(kept), indent=1))
        being_made.rename(made)
    finally:
        being_made.unlink(missing_ok=True)
    return made


def _write_private(path: Path, text: str) -> None:
    with os.fdopen(os.open(path, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600), "w", encoding="utf-8") as file:
        file.write(text)


def clear_leftovers(folder: Path) -> None:
    """Do away with what a killed backup or restore left: a file half written, schemas aside with everybody's data.

    The caller is alone.
    """
    for part in folder.glob("north-hinge-*.part"):
        part.unlink(missing_ok=True)
    drop(_aside())
    drop(_before())


def good_backups(folder: Path) -> list[Path]:
    """The backups of a folder that were read back, the newest first."""
    return sorted((one for one in folder.glob("north-hinge-*.sql.gz") if facts_of(one).exists()), reverse=True)


def newest(folder: Path) -> Path | None:
    """The last good backup of a folder; nothing where there is none, or the folder cannot be read."""
    try:
        return next(iter(good_backups(folder)), None)
    except OSError:
        return None


def made_at(backup: Path) -> datetime:
    """When a backup was made, by its name."""
    return datetime.strptime(backup.name, NAME_READ).replace(tzinfo=UTC)


def thin(folder: Path, keep: int, older_than: datetime) -> list[Path]:
    """Delete good backups made before a moment, but never the newest `keep`; those deleted. One that failed is none and keeps none away."""
    gone = [one for one in good_backups(folder)[keep:] if made_at(one) < older_than]
    for one in gone:
        one.unlink()
        facts_of(one).unlink()
    return gone


def _kept(backup: Path) -> BackupFacts:
    return BackupFacts(**json.loads(facts_of(backup).read_text()))


def require_whole(backup: Path) -> BackupFacts:
    """Refuse a file that is cut, changed or not a backup; what is known of it."""
    try:
        kept = _kept(backup)
        digest = hashlib.sha256()
        with gzip.open(backup) as packed:
            while piece := packed.read(CHUNK):
                digest.update(piece)
    except (OSError, EOFError, ValueError, TypeError) as wrong:
        raise CommandError(f"{backup} is not whole or not a backup: {wrong}") from wrong
    if digest.hexdigest() != kept.sha256:
        raise CommandError(f"{backup} is not what was written: its SHA-256 differs. Nothing was changed.")
    return kept


def restore(backup: Path, replace: bool = False) -> BackupFacts:
    """Read a backup into the shop's schema, which must be empty unless it is to be replaced; what is known of it.

    It is read into a schema aside, whose tables then take the place of those that are there in one statement: one that cannot be read,
    or is cut, changes nothing. Refused while the shop works.
    """
    with alone():
        if replace:
            require_stopped()
        return put_back(backup, replace)


def put_back(backup: Path, replace: bool) -> BackupFacts:
    """The same, by who is alone already and knows that the shop is stopped."""
    kept, schema = require_whole(backup), schema_name()
    ensure(schema)
    if not replace and any(rows_of(schema).values()):
        raise CommandError(f"The schema {schema} is not empty. Name an empty one (NORTH_HINGE_DB), or back it up and add --replace.")
    with _read_aside(backup, kept.sha256) as aside:
        if rows_of(aside) != kept.rows:
            raise CommandError(f"{backup} was read, but its rows are not all there. Try again.")
        take_over(aside, schema, _before())
    return kept


def _aside() -> str:
    return f"{schema_name()}_readback"


def _before() -> str:
    return f"{schema_name()}_before"


def _read_back(packed_file: Path, digest: str) -> dict[str, int]:
    """The rows of each table of a dump that was read back."""
    with _read_aside(packed_file, digest) as aside:
        return rows_of(aside)


@contextmanager
def _read_aside(packed_file: Path, digest: str) -> Iterator[str]:
    """Read a dump into a schema aside, write that out again and compare every byte; its name, and the schema is gone afterwards."""
    aside = _aside()
    create(aside)
    try:
        with gzip.open(packed_file) as packed:
            load(aside, packed)  # type: ignore[arg-type]
        if dump(aside) != digest:
            raise CommandError(f"{packed_file.name} was read back and is not what was written.")
        yield aside
    finally:
        drop(aside)
