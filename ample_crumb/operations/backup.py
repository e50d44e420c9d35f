"""A backup of the database while it serves: PostgreSQL's custom format, and beside it what tells whether it is whole.

`FILE` is the dump; `FILE.json` says its checksum, when and from what it was made, and how many rows each table had.
"""

import hashlib
import json
import os
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import asdict, dataclass
from datetime import datetime
from pathlib import Path
from typing import Any, Final

from ample_crumb import __version__
from ample_crumb.core.problem import CannotUse
from ample_crumb.operations.postgres_tools import connect, run_tool, size_of
from ample_crumb.store.database import known_migrations

FORMAT: Final = "ample-crumb-backup"
SUFFIX: Final = ".dump"
_TOLD: Final = (("formula", "formulas"), ("batch", "batches"), ("entry", "entries"))
_STEP: Final = 1 << 20
_MAGIC: Final = b"PGDMP"


@dataclass(frozen=True, slots=True)
class BackupNote:
    """What stands beside a dump."""

    format: str
    made_at: str
    application: str
    postgresql: str
    migrations: tuple[str, ...]
    rows: dict[str, int]
    bytes: int
    sha256: str


def usual_name(now: datetime) -> str:
    """How a backup is called that nobody named."""
    return f"kitchen-{now:%Y-%m-%d-%H%M%S}{SUFFIX}"


def note_of(file: Path) -> Path:
    """Where what tells of a dump stands."""
    return file.with_name(f"{file.name}.json")


def back_up(url: str, file: Path, now: datetime) -> BackupNote:
    """Writes a backup and its note; a file of that name is there only once it is whole. Raises CannotUse."""
    partial = file.with_name(f".{file.name}.partial")
    try:
        file.parent.mkdir(parents=True, exist_ok=True)
        partial.unlink(missing_ok=True)
        # Whoever reads a backup reads the kitchen.
        os.close(os.open(partial, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600))
        with _one_moment(url) as (snapshot, facts):
            run_tool("pg_dump", ["--format=custom", f"--snapshot={snapshot}", "--no-owner", "--file", partial], url)
        note = BackupNote(
            FORMAT, now.isoformat(timespec="seconds"), __version__, facts["postgresql"], facts["migrations"],
            facts["rows"], partial.stat().st_size, checksum(partial),
        )  # fmt: skip
        beside = note_of(file)
        beside.write_text(json.dumps(asdict(note), indent=1) + "\n")
        beside.chmod(0o600)
        partial.replace(file)
    except OSError as wrong:
        raise CannotUse(f"The backup cannot be written to {file}: {wrong.strerror}.") from wrong
    finally:
        partial.unlink(missing_ok=True)
    return note


@contextmanager
def _one_moment(url: str) -> Iterator[tuple[str, dict[str, Any]]]:
    """A snapshot that the dump and the counts share, so that they are of one moment whatever is saved meanwhile."""
    with connect(url) as connection:
        connection.execute("begin isolation level repeatable read read only")
        snapshot = connection.execute("select pg_export_snapshot()").fetchone()
        version = connection.execute("show server_version").fetchone()
        assert snapshot is not None
        assert version is not None
        yield (
            snapshot[0],
            {
                "postgresql": version[0],
                "migrations": applied_migrations(connection),
                "rows": row_counts(connection),
            },
        )
        connection.execute("rollback")


def applied_migrations(connection: Any) -> tuple[str, ...]:
    """The migrations that a database has had, in order; none where it has no schema of ours."""
    there = connection.execute("select to_regclass('_yoyo_migration')").fetchone()
    if there is None or there[0] is None:
        return ()
    rows = connection.execute("select migration_id from _yoyo_migration order by migration_id").fetchall()
    return tuple(row[0] for row in rows)


def row_counts(connection: Any) -> dict[str, int]:
    """How many rows each table has."""
    tables = connection.execute(
        """
        select relname from pg_class
        where relnamespace = 'public'::regnamespace and relkind = 'r' and relname !~ 'yoyo' order by relname
        """
    ).fetchall()
    return {
        table: connection.execute(f'select count(*) from "{table}"').fetchone()[0]  # noqa: S608 - names of the catalogue
        for (table,) in tables
    }


def checksum(file: Path) -> str:
    """SHA-256 of a file."""
    digest = hashlib.sha256()
    with file.open("rb") as opened:
        while part := opened.read(_STEP):
            digest.update(part)
    return digest.hexdigest()


def verify_backup(file: Path) -> BackupNote:
    """The note of a backup that is whole, reads through to its end, and is of a schema that is known here. Raises
    CannotUse, which says what is wrong."""
    note = read_note(file)
    if file.stat().st_size != note.bytes or checksum(file) != note.sha256:
        raise CannotUse(
            f"{file.name} is damaged: its checksum is not the one in {note_of(file).name}. Take another one."
        )
    newer = [migration for migration in note.migrations if migration not in known_migrations()]
    if newer:
        raise CannotUse(
            f"{file.name} was made by a newer release ({note.application}): its schema has {newer[-1]}, which this one "
            "does not know. Take that release, or a newer one."
        )
    # Read to its end, each block of it, into nothing.
    run_tool("pg_restore", ["--file", os.devnull, file])
    return note


def read_note(file: Path) -> BackupNote:
    """What stands beside a dump. Raises CannotUse for what is no backup of ours."""
    try:
        with file.open("rb") as opened:
            begins = opened.read(len(_MAGIC))
        said = json.loads(note_of(file).read_text())
    except FileNotFoundError as wrong:
        missing = Path(wrong.filename or file).name
        raise CannotUse(f"{missing} is not there; a backup is a dump with its .json beside it.") from wrong
    except (OSError, ValueError) as wrong:
        raise CannotUse(f"{note_of(file).name} cannot be read, so nothing is known of {file.name}.") from wrong
    if begins != _MAGIC:
        raise CannotUse(f"{file.name} is no backup: it is no dump of PostgreSQL's custom format.")
    try:
        if said["format"] != FORMAT:
            raise KeyError("format")
        names = BackupNote.__slots__
        return BackupNote(**{name: said[name] for name in names} | {"migrations": tuple(said["migrations"])})
    except (KeyError, TypeError) as wrong:
        raise CannotUse(f"{note_of(file).name} is not what stands beside a backup of a kitchen.") from wrong


def in_words(note: BackupNote, file: Path) -> str:
    """A backup in a sentence."""
    counted = ", ".join(f"{note.rows.get(table, 0)} {words}" for table, words in _TOLD)
    return f"{file}: {size_of(file)}, made {note.made_at}, {counted}."
