"""Connections and the schema.

There are two addresses. The owner of the tables migrates and backs up; the role `app`, which owns nothing, serves, and
for it the walls between kitchens stand (row-level security).
"""

import select
from collections.abc import Iterator
from contextlib import contextmanager
from importlib.resources import as_file, files
from typing import Any, Final
from uuid import UUID

import psycopg
from psycopg import IsolationLevel, conninfo, postgres, sql
from psycopg.types.numeric import FloatDumper, FloatLoader
from psycopg_pool import ConnectionPool

from ample_crumb.core.lru_cache import LeastRecentlyUsed
from ample_crumb.store import scope
from ample_crumb.store.app_role import APP, app_address
from ample_crumb.store.scope import NobodyThere, Principal


class Connection(psycopg.Connection[Any]):
    """A connection that carries what the application remembers of its database, by kitchen."""

    memory: LeastRecentlyUsed


KITCHENS_REMEMBERED: Final = 32
"""Of each its cupboard, its habits and its stash."""

PEOPLE_REMEMBERED: Final = 256

STATEMENT_TIMEOUT_MS: Final = 10_000
"""Longest that one statement may take: nothing here does, unless the server is in trouble."""

LOCK_TIMEOUT_MS: Final = 4_000
"""Longest that a statement waits for what another transaction holds."""

_OPTIONS: Final = f"-c statement_timeout={STATEMENT_TIMEOUT_MS} -c lock_timeout={LOCK_TIMEOUT_MS} -c timezone=UTC"

_MIGRATING: Final = 0x616D706C65
"""The key of the lock that whoever migrates holds; any number that nothing else in the database uses."""

_YOYO_SCHEME: Final = "postgresql+psycopg"


class _AsNumeric(FloatDumper):
    """Sends a float as the numeric of its shortest decimal form; as float8 it would lose its last two digits."""

    oid = postgres.types["numeric"].oid


class Database:
    """A pool of connections to one PostgreSQL database. Reconnects by itself after the server was away."""

    def __init__(self, url: str, most: int = 8) -> None:
        self.memory = LeastRecentlyUsed(3 * KITCHENS_REMEMBERED)
        self._residents = LeastRecentlyUsed(PEOPLE_REMEMBERED)
        self._pool = ConnectionPool(
            url,
            connection_class=Connection,
            min_size=1,
            max_size=most,
            timeout=3.0,
            reconnect_timeout=5.0,
            open=False,
            configure=self._prepare,
            check=_check,
            # A transaction is begun where one is asked for; a lone read needs none.
            kwargs={"autocommit": True, "options": _OPTIONS},
        )

    def _prepare(self, connection: Connection) -> None:
        connection.memory = self.memory
        # Amounts are numeric in the tables and floats in the core.
        connection.adapters.register_loader("numeric", FloatLoader)
        connection.adapters.register_dumper(float, _AsNumeric)

    def open(self) -> None:
        """Starts the pool; does not wait for the server."""
        self._pool.open(wait=False)

    def close(self) -> None:
        """Ends the pool and its connections."""
        self._pool.close()

    @contextmanager
    def transaction(self, principal: Principal) -> Iterator[Connection]:
        """A connection with a transaction of its own within this principal's kitchen: committed at the end, rolled back
        on an error. Raises NobodyThere where the person does not live in it."""
        with self._pool.connection() as connection, connection.transaction():
            if not scope.enter(connection, principal):
                raise NobodyThere
            yield connection

    @contextmanager
    def snapshot(self, principal: Principal) -> Iterator[Connection]:
        """A transaction that only reads and sees all of the principal's kitchen as it is at one moment, whatever is
        saved meanwhile. Raises NobodyThere."""
        with self._pool.connection() as connection:
            connection.isolation_level, connection.read_only = IsolationLevel.REPEATABLE_READ, True
            try:
                with connection.transaction():
                    if not scope.enter(connection, principal):
                        raise NobodyThere
                    yield connection
            finally:
                connection.isolation_level, connection.read_only = None, None

    @contextmanager
    def in_kitchen(self, kitchen_id: UUID) -> Iterator[Connection]:
        """A transaction within a kitchen in nobody's name, for work in the background."""
        with self._pool.connection() as connection, connection.transaction():
            scope.enter_kitchen(connection, kitchen_id)
            yield connection

    @contextmanager
    def unscoped(self) -> Iterator[Connection]:
        """A transaction outside all kitchens: to the role `app` no row is there, the owner sees them all."""
        with self._pool.connection() as connection, connection.transaction():
            yield connection

    def known_resident(self, asked: UUID | None) -> Principal | None:
        """What `resident` found when it was asked for the same, None where it was not; every transaction looks again
        whether that person is there."""
        known: Principal | None = self._residents.get(asked)
        return known

    def resident(self, asked: UUID | None) -> Principal | None:
        """See `scope.resident`."""
        with self._pool.connection() as connection:
            found = scope.find_resident(connection, asked)
        if found is not None:
            self._residents.put(asked, found)
        return found

    def forget_resident(self, asked: UUID | None) -> None:
        """Lets `known_resident` know nothing of it."""
        self._residents.put(asked, None)


def _check(connection: Connection) -> None:
    """Asks the server whether it is there, but only where it has said something unasked, as one that ends does: a trip
    for every request would be in vain. Raises OperationalError."""
    quiet = select.poll()
    quiet.register(connection.fileno(), select.POLLIN | select.POLLHUP | select.POLLERR)
    if quiet.poll(0):
        ConnectionPool.check_connection(connection)


def migrate(url: str, most: int | None = None) -> None:
    """Brings the schema at `url` (postgresql://..., the owner's) to the newest version and lets `app` in; does nothing
    when that is so. `most` stops after so many migrations, for tests of what an older schema held."""
    import yoyo

    scheme, _, rest = url.partition("://")
    if scheme not in {"postgresql", "postgres"}:
        raise ValueError(f"{scheme!r} is no PostgreSQL address; it would begin with postgresql://")
    with as_file(files("ample_crumb.store").joinpath("migrations")) as folder:
        backend = yoyo.get_backend(f"{_YOYO_SCHEME}://{rest}")
        try:
            migrations = yoyo.read_migrations(str(folder))[:most]
            with _alone(url):
                for migration in backend.to_apply(migrations):
                    # With its mark in one transaction: whoever is killed between the two would do it again.
                    with backend.transaction():
                        migration.process_steps(backend, "apply")
                        backend.mark_one(migration)
                if most is None:
                    _let_in(url)
        finally:
            backend.connection.close()


def known_migrations() -> frozenset[str]:
    """The migrations that this release knows, by name."""
    folder = files("ample_crumb.store").joinpath("migrations")
    return frozenset(each.name.removesuffix(".sql") for each in folder.iterdir() if each.name.endswith(".sql"))


@contextmanager
def _alone(url: str) -> Iterator[None]:
    """Nobody else migrates meanwhile. The lock goes with its connection, however this process ends."""
    with psycopg.connect(url, autocommit=True) as connection:
        connection.execute("select pg_advisory_lock(%(key)s)", {"key": _MIGRATING})
        yield


def _let_in(url: str) -> None:
    """Gives the role `app` the password that its address has, unless it has it already."""
    address = app_address(url)
    try:
        psycopg.connect(address).close()
    except psycopg.OperationalError:
        password = conninfo.conninfo_to_dict(address)["password"]
        with psycopg.connect(url, autocommit=True) as connection:
            connection.execute(
                sql.SQL("alter role {} login password {}").format(sql.Identifier(APP), sql.Literal(password))
            )
