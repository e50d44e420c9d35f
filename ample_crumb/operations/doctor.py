"""What is wrong with an installation, in words, and what to do about it."""

import os
import shutil
import socket
import sys
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from datetime import UTC, datetime
from enum import StrEnum
from pathlib import Path
from typing import Any, Final

import psycopg

from ample_crumb.core.problem import CannotUse
from ample_crumb.operations.address import database_address
from ample_crumb.operations.backup import SUFFIX, applied_migrations, read_note
from ample_crumb.operations.postgres_tools import connect
from ample_crumb.store.app_role import app_address
from ample_crumb.store.database import known_migrations
from launch.install import PYTHON, WEB, postgresql_bin

_LEAST_FREE_BYTES: Final = 1_000_000_000
_LEAST_POSTGRESQL: Final = 15
_MOST_SKEW_S: Final = 5.0
_STALE_MIN: Final = 10
_OLD_BACKUP_DAYS: Final = 8


class Finding(StrEnum):
    """How a thing is."""

    WELL = "well"
    LOOK = "look"
    WRONG = "wrong"


@dataclass(frozen=True, slots=True)
class Found:
    """A thing that was looked at, how it is, and in a sentence what was found and what to do."""

    what: str
    finding: Finding
    sentence: str


@dataclass(frozen=True, slots=True)
class Installation:
    """What is looked at: the folder of the data, that of backups, and the port that is served on."""

    data: Path
    backups: Path
    port: int = 8321


def examine(installation: Installation, now: datetime) -> list[Found]:
    """Everything, in the order in which one thing stands on another."""
    found = [_versions(), _built(), _disk(installation.data), _permissions(installation.data), _port(installation)]
    try:
        url = database_address(installation.data)
        with connect(url) as connection:
            found += [look(connection) for look in _OF_A_DATABASE]
            found += [_clock(connection, now), _serving(url)]
    except CannotUse as away:
        found.append(Found("Database", Finding.WRONG, str(away)))
    return [*found, _last_backup(installation.backups, now)]


def _versions() -> Found:
    binaries = postgresql_bin()
    python = ".".join(map(str, sys.version_info[:3]))
    if sys.version_info < (3, 11):  # noqa: UP036 - an older Python runs this too, and must be told
        return Found("Versions", Finding.WRONG, f"Python 3.11 or newer is needed; this is {python}.")
    if binaries is None:
        return Found("Versions", Finding.LOOK, f"Python {python}; no PostgreSQL is installed on this machine.")
    return Found("Versions", Finding.WELL, f"Python {python}, PostgreSQL {binaries.parent.name} on this machine.")


def _built() -> Found:
    if not (WEB / "dist" / "index.html").is_file():
        return Found("Pages", Finding.WRONG, "The pages are not built; ./start builds them.")
    if not PYTHON.exists():
        return Found("Pages", Finding.LOOK, "The pages are built; there is no Python environment, which ./start makes.")
    return Found("Pages", Finding.WELL, "The pages are built.")


def _disk(data: Path) -> Found:
    there = next(each for each in (data, *data.parents) if each.exists())
    free = shutil.disk_usage(there).free
    said = f"{free / 1e9:.1f} GB are free where the kitchen is kept"
    if free < _LEAST_FREE_BYTES:
        return Found("Disk", Finding.WRONG, f"{said}; make room, or PostgreSQL stops.")
    return Found("Disk", Finding.WELL, f"{said}.")


def _permissions(data: Path) -> Found:
    if not data.exists():
        return Found("Data folder", Finding.LOOK, f"{data} is not there yet; ./start makes it.")
    if not os.access(data, os.R_OK | os.W_OK | os.X_OK):
        return Found("Data folder", Finding.WRONG, f"{data} cannot be written by this user; its owner runs ./start.")
    password = data / "postgresql" / "password"
    if password.exists() and password.stat().st_mode & 0o077:
        return Found("Data folder", Finding.WRONG, f"Others can read {password}; chmod 600 it.")
    return Found("Data folder", Finding.WELL, f"{data} can be written, and others cannot read its password.")


def _port(installation: Installation) -> Found:
    port = installation.port
    with socket.socket() as probe:
        probe.settimeout(2)
        if probe.connect_ex(("127.0.0.1", port)) != 0:
            return Found("Port", Finding.WELL, f"Port {port} is free; nothing is served on it now.")
    if _is_ours(port):
        return Found("Port", Finding.WELL, f"Ample Crumb is served on port {port}.")
    return Found("Port", Finding.WRONG, f"Something else listens on port {port}; ./start --port {port + 1}.")


def _is_ours(port: int) -> bool:
    import urllib.request

    try:
        with urllib.request.urlopen(f"http://127.0.0.1:{port}/api/v1/health", timeout=3) as answer:
            return b"here" in answer.read(100)
    except OSError:
        return False


def _server(connection: Any) -> Found:
    number, version = connection.execute(
        "select current_setting('server_version_num')::integer, current_setting('server_version')"
    ).fetchone()
    if number < _LEAST_POSTGRESQL * 10_000:
        return Found("Database", Finding.WRONG, f"PostgreSQL {version} serves; {_LEAST_POSTGRESQL} or newer is needed.")
    return Found("Database", Finding.WELL, f"PostgreSQL {version} answers.")


def _schema(connection: Any) -> Found:
    applied = set(applied_migrations(connection))
    newer, older = sorted(applied - known_migrations()), sorted(known_migrations() - applied)
    if newer:
        return Found("Schema", Finding.WRONG, f"A newer release was here: {newer[-1]} is not known. Take that release.")
    if older:
        return Found("Schema", Finding.LOOK, f"{len(older)} steps of the schema are to come; ./start takes them.")
    return Found("Schema", Finding.WELL, f"The schema is the newest, {max(applied)}.")


def _jobs(connection: Any) -> Found:
    if connection.execute("select to_regclass('public.job')").fetchone()[0] is None:
        return Found("Background", Finding.LOOK, "There is no kitchen yet.")
    failed, stale = connection.execute(
        "select count(*) filter (where state = 'failed'), count(*) filter ("
        "where state <> 'failed' and changed_at < now() - make_interval(mins => %(mins)s)) from job",
        {"mins": _STALE_MIN},
    ).fetchone()
    if failed:
        return Found("Background", Finding.LOOK, f"{failed} formulas could not be worked out anew; save each again.")
    if stale:
        said = f"{stale} pieces of work wait for over {_STALE_MIN} minutes"
        return Found("Background", Finding.LOOK, f"{said}; is a server running, and is it not stopped in Formulas?")
    return Found("Background", Finding.WELL, "Nothing waits in the background.")


_OF_A_DATABASE: Final[tuple[Callable[[Any], Found], ...]] = (_server, _schema, _jobs)


def _clock(connection: Any, now: datetime) -> Found:
    there = connection.execute("select clock_timestamp()").fetchone()[0]
    skew = abs((there - datetime.now(UTC)).total_seconds())
    if skew > _MOST_SKEW_S:
        return Found("Clock", Finding.WRONG, f"The database's clock is {skew:.0f} s apart from this machine's.")
    if now.year < 2026:
        return Found("Clock", Finding.WRONG, f"This machine thinks it is {now:%Y-%m-%d}; days would be kept under it.")
    return Found("Clock", Finding.WELL, f"The clocks agree: {now:%Y-%m-%d %H:%M %Z}.")


def _serving(url: str) -> Found:
    address = os.environ.get("AMPLE_CRUMB_APP_DATABASE_URL", "") or app_address(url)
    try:
        psycopg.connect(address, connect_timeout=5).close()
    except psycopg.OperationalError:
        return Found("Serving role", Finding.WRONG, "The role app cannot log in; `ample_crumb prepare` lets it.")
    return Found("Serving role", Finding.WELL, "The role app can log in, and kitchens are walled off from it.")


def _last_backup(folder: Path, now: datetime) -> Found:
    newest = next(iter(sorted(_backups(folder), reverse=True)), None)
    if newest is None:
        return Found("Backup", Finding.LOOK, f"There is none in {folder}; ./start --backup-every 24h makes them.")
    made_at, file = newest
    days = (now - made_at).total_seconds() / 86_400
    said = f"The last is {file.name}, of {made_at:%Y-%m-%d %H:%M}"
    if days > _OLD_BACKUP_DAYS:
        return Found("Backup", Finding.LOOK, f"{said}, {days:.0f} days ago.")
    return Found("Backup", Finding.WELL, f"{said}.")


def _backups(folder: Path) -> Iterator[tuple[datetime, Path]]:
    for file in folder.glob(f"*{SUFFIX}") if folder.is_dir() else ():
        try:
            yield datetime.fromisoformat(read_note(file).made_at).astimezone(UTC), file
        except (CannotUse, ValueError):
            continue


def is_well(found: list[Found]) -> bool:
    """Whether nothing is wrong."""
    return all(each.finding is not Finding.WRONG for each in found)
