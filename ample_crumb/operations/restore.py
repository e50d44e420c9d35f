"""A backup becomes the kitchen. What was there is kept beside it until somebody takes it away."""

from datetime import datetime
from pathlib import Path
from typing import Any
from urllib.parse import urlsplit

import psycopg
from psycopg import sql

from ample_crumb.core.problem import CannotUse
from ample_crumb.operations.backup import BackupNote, row_counts, verify_backup
from ample_crumb.operations.postgres_tools import connect, database_name, run_tool, with_database
from ample_crumb.store.app_role import APP
from ample_crumb.store.database import migrate


def restore(url: str, file: Path, now: datetime, *, replace: bool) -> tuple[BackupNote, str]:
    """Restores a backup into the database at `url`: into one beside it first, which then takes its name. Gives the note
    and what the database that was there is called now; empty where there was nothing in it. Raises CannotUse, and then
    nothing has changed."""
    note = verify_backup(file)
    name = database_name(url)
    if urlsplit(url).scheme not in {"postgresql", "postgres"}:
        raise CannotUse("AMPLE_CRUMB_DATABASE_URL is no PostgreSQL address; it would begin with postgresql://")
    with connect(url) as connection:
        kept = _holds_something(connection)
    if kept and not replace:
        raise CannotUse(
            "There is a kitchen in this database. With --replace it makes room, and is kept as a database beside it."
        )
    stamp = f"{now:%Y%m%d_%H%M%S}"
    fresh, before = f"{name}_restored_{stamp}", f"{name}_before_{stamp}"
    with connect(url, "postgres" if name != "postgres" else "template1") as server:
        _create(server, fresh)
        try:
            _fill(with_database(url, fresh), file, note)
        except BaseException:
            server.execute(sql.SQL("drop database if exists {} with (force)").format(sql.Identifier(fresh)))
            raise
        _change_places(server, name, fresh, before)
        if not kept:
            server.execute(sql.SQL("drop database if exists {} with (force)").format(sql.Identifier(before)))
    return note, before if kept else ""


def _holds_something(connection: Any) -> bool:
    there = connection.execute("select to_regclass('public.kitchen')").fetchone()
    if there is None or there[0] is None:
        return False
    found = connection.execute(
        "select exists (select 1 from formula) or exists (select 1 from entry) or exists (select 1 from product)"
    ).fetchone()
    return bool(found and found[0])


def _create(server: Any, name: str) -> None:
    try:
        server.execute(sql.SQL("create database {} template template0 encoding 'UTF8'").format(sql.Identifier(name)))
        if server.execute("select 1 from pg_roles where rolname = %(app)s", {"app": APP}).fetchone() is None:
            server.execute(sql.SQL("create role {} nologin").format(sql.Identifier(APP)))
    except psycopg.errors.InsufficientPrivilege as wrong:
        raise CannotUse(
            "The owner of this database may not create another one beside it, which a restore does first. Give it the "
            "right (alter role ... createdb), or restore by hand with pg_restore."
        ) from wrong
    except psycopg.errors.DiskFull as wrong:
        raise CannotUse("The disk is full; nothing was restored.") from wrong


def _fill(url: str, file: Path, note: BackupNote) -> None:
    """Restores into an empty database, brings it to the newest schema, and counts. Raises CannotUse."""
    run_tool("pg_restore", ["--no-owner", "--exit-on-error", "--single-transaction", file], url)
    with connect(url) as connection:
        counted = row_counts(connection)
    if counted != note.rows:
        differs = sorted(table for table in note.rows if counted.get(table) != note.rows[table])
        raise CannotUse(
            f"After restoring, {', '.join(differs[:3])} did not have as many rows as before; nothing was changed."
        )
    migrate(url)


def _change_places(server: Any, name: str, fresh: str, before: str) -> None:
    """The restored database takes the name of the one that was there. Whoever is connected is let go, and comes back to
    the restored one."""
    for each in (name, fresh):
        server.execute(sql.SQL("alter database {} with allow_connections false").format(sql.Identifier(each)))
    try:
        server.execute(
            """
            select pg_terminate_backend(pid) from pg_stat_activity
            where datname = any(%(names)s) and pid <> pg_backend_pid()
            """,
            {"names": [name, fresh]},
        )
        _rename(server, name, before)
        try:
            _rename(server, fresh, name)
        except psycopg.Error:
            _rename(server, before, name)
            raise
    finally:
        for each in (name, before, fresh):
            if server.execute("select 1 from pg_database where datname = %(name)s", {"name": each}).fetchone():
                server.execute(sql.SQL("alter database {} with allow_connections true").format(sql.Identifier(each)))


def _rename(server: Any, old: str, new: str) -> None:
    """Renames a database; somebody who is just leaving it is waited for."""
    for tried in range(50):
        try:
            server.execute(sql.SQL("alter database {} rename to {}").format(sql.Identifier(old), sql.Identifier(new)))
        except psycopg.errors.ObjectInUse:
            if tried == 49:
                raise
            server.execute("select pg_sleep(0.1)")
        else:
            return
