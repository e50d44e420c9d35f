"""Connections and the schema."""

from collections.abc import Iterator
from contextlib import AbstractContextManager, contextmanager
from importlib.resources import as_file, files
from typing import Any, Final

import psycopg
from psycopg import postgres
from psycopg.types.numeric import FloatDumper, FloatLoader
from psycopg_pool import ConnectionPool

Connection = psycopg.Connection[Any]

STATEMENT_TIMEOUT_MS: Final = 10_000
"""Longest that one statement may take: nothing here does, unless the server is in trouble."""

_YOYO_SCHEME: Final = "postgresql+psycopg"


class _AsNumeric(FloatDumper):
    """Sends a float as the numeric of its shortest decimal form; as float8 it would lose its last two digits."""

    oid = postgres.types["numeric"].oid


def _prepare(connection: Connection) -> None:
    # Amounts are numeric in the tables and floats in the core.
    connection.adapters.register_loader("numeric", FloatLoader)
    connection.adapters.register_dumper(float, _AsNumeric)


class Database:
    """A pool of connections to one PostgreSQL database. Reconnects by itself after the server was away."""

    def __init__(self, url: str, most: int = 8) -> None:
        self._pool = ConnectionPool(
            url,
            min_size=1,
            max_size=most,
            timeout=3.0,
            reconnect_timeout=5.0,
            open=False,
            configure=_prepare,
            check=ConnectionPool.check_connection,
            # A transaction is begun where one is asked for; a lone read needs none.
            kwargs={"autocommit": True, "options": f"-c statement_timeout={STATEMENT_TIMEOUT_MS} -c timezone=UTC"},
        )

    def open(self) -> None:
        """Starts the pool; does not wait for the server."""
        self._pool.open(wait=False)

    def close(self) -> None:
        """Ends the pool and its connections."""
        self._pool.close()

    @contextmanager
    def transaction(self) -> Iterator[Connection]:
        """A connection with a transaction of its own: committed at the end, rolled back on an error."""
        with self._pool.connection() as connection, connection.transaction():
            yield connection

    def reading(self) -> AbstractContextManager[Connection]:
        """A connection for reads that need not agree to the moment: each is its own."""
        return self._pool.connection()


def migrate(url: str, most: int | None = None) -> None:
    """Brings the schema at `url` (postgresql://...) to the newest version; does nothing when it is there. `most` stops
    after so many migrations, for tests of what an older schema held."""
    import yoyo

    scheme, _, rest = url.partition("://")
    if scheme not in {"postgresql", "postgres"}:
        raise ValueError(f"{scheme!r} is no PostgreSQL address; it would begin with postgresql://")
    with as_file(files("ample_crumb.store").joinpath("migrations")) as folder:
        backend = yoyo.get_backend(f"{_YOYO_SCHEME}://{rest}")
        try:
            migrations = yoyo.read_migrations(str(folder))[:most]
            with backend.lock():
                backend.apply_migrations(backend.to_apply(migrations))
        finally:
            backend.connection.close()
