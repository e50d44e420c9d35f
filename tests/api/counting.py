"""Statements counted: all that an application sends to its database while a block runs."""

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any
from unittest import mock

import psycopg
from psycopg.sql import Composable


@contextmanager
def statements() -> Iterator[list[str]]:
    """The statements sent by all connections until the block ends, each in one line. BEGIN and COMMIT are none."""
    sent: list[str] = []
    execute, executemany = psycopg.Cursor.execute, psycopg.Cursor.executemany

    def note(query: Any) -> None:
        text = " ".join((query.as_string() if isinstance(query, Composable) else str(query)).split())
        if text:
            sent.append(text)

    def counted(cursor: Any, query: Any, *given: Any, **named: Any) -> Any:
        note(query)
        return execute(cursor, query, *given, **named)

    def counted_many(cursor: Any, query: Any, *given: Any, **named: Any) -> Any:
        note(query)
        return executemany(cursor, query, *given, **named)

    with (
        mock.patch.object(psycopg.Cursor, "execute", counted),
        mock.patch.object(psycopg.Cursor, "executemany", counted_many),
    ):
        yield sent
