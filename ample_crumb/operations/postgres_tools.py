"""PostgreSQL's own programs for dumps, and what is asked of a server as its owner."""

import os
import subprocess
from collections.abc import Sequence
from pathlib import Path
from typing import Any, Final
from urllib.parse import unquote

import psycopg
from psycopg import conninfo

from ample_crumb.core.problem import CannotUse
from launch.install import postgresql_bin

_LAST_ROWS: Final = 3


def run_tool(program: str, arguments: Sequence[object], url: str = "") -> str:
    """Runs pg_dump or pg_restore on a database and gives what it prints. The password goes by the environment, where no
    list of processes shows it. Raises CannotUse with what it says is wrong."""
    folder = postgresql_bin()
    path = None if folder is None else folder / program
    if path is None or not path.exists():
        raise CannotUse(f"{program} is not on this machine: sudo apt-get install postgresql-client.")
    environment = os.environ | {"LC_ALL": "C.UTF-8"}
    to: list[str] = []
    if url:
        told = conninfo.conninfo_to_dict(url)
        environment["PGPASSWORD"] = str(told.pop("password", ""))
        to = ["--dbname", conninfo.make_conninfo("", **{key: str(value) for key, value in told.items()})]
    done = subprocess.run(
        [str(path), *map(str, arguments), *to], env=environment, capture_output=True, text=True, check=False
    )
    if done.returncode != 0:
        said = " ".join(done.stderr.strip().splitlines()[-_LAST_ROWS:])
        raise CannotUse(f"{program} failed: {said[:400] or 'it did not say why'}.")
    return done.stdout


def connect(url: str, database: str | None = None) -> "psycopg.Connection[Any]":
    """A connection as the owner, to another database of the same server where one is named. Raises CannotUse."""
    address = url if database is None else conninfo.make_conninfo(url, dbname=database)
    try:
        return psycopg.connect(address, autocommit=True, connect_timeout=5)
    except psycopg.OperationalError as away:
        raise CannotUse(f"The database does not answer: {str(away).strip().splitlines()[-1][:200]}.") from away


def database_name(url: str) -> str:
    """The database that an address names."""
    return unquote(str(conninfo.conninfo_to_dict(url).get("dbname") or conninfo.conninfo_to_dict(url).get("user", "")))


def with_database(url: str, name: str) -> str:
    """The same server's address of another database, in the form that `migrate` takes."""
    front, _, options = url.partition("?")
    return f"{front.rpartition('/')[0]}/{name}" + (f"?{options}" if options else "")


def size_of(path: Path) -> str:
    """The size of a file in words."""
    size = path.stat().st_size
    return f"{size / 1e6:.1f} MB" if size >= 100_000 else f"{size / 1000:.0f} kB"
