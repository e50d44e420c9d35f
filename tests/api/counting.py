"""Statements counted: all that an application sends to its database while a block runs."""

from collections.abc import Iterator
from contextlib import contextmanager
from threading import current_thread
from typing import Any
from unittest import mock

import psycopg
from psycopg.conninfo import conninfo_to_dict
from psycopg.sql import Composable


@contextmanager
def statements(url: str) -> Iterator[list[str]]:
    """The statements sent to the database at `url` while a block runs, each in one line; BEGIN and COMMIT are none."""
    of = conninfo_to_dict(url)["dbname"]
    sent: list[str] = []
    execute, executemany = psycopg.Cursor.execute, psycopg.Cursor.executemany

    def note(cursor: Any, query: Any) -> None:
        # Another application of this process may be at work on its own, and this one's worker in the background.
        if cursor.connection.info.dbname != of or current_thread().name == "jobs":
            return
        text = " ".join((query.as_string() if isinstance(query, Composable) else str(query)).split())
        if text:
            sent.append(text)

    def counted(cursor: Any, query: Any, *given: Any, **named: Any) -> Any:
        note(cursor, query)
        return execute(cursor, query, *given, **named)

    def counted_many(cursor: Any, query: Any, *given: Any, **named: Any) -> Any:
        note(cursor, query)
        return executemany(cursor, query, *given, **named)

    with (
        mock.patch.object(psycopg.Cursor, "execute", counted),
        mock.patch.object(psycopg.Cursor, "executemany", counted_many),
    ):
        yield sent
