"""What changed in the kitchens, heard from the database and told to every window that listens: one connection a worker,
and never one of the pool."""

import asyncio
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from typing import Final
from uuid import UUID

import psycopg
from psycopg import sql

from ample_crumb.store.bake_days import CHANNEL

_AGAIN_S: Final = 1.0
_MOST_WAITING: Final = 200

Heard = tuple[str, str]
"""A topic and an id; the topic "again" after something may have been missed."""

AGAIN: Final[Heard] = ("again", "")


class Listener:
    """Listens to one database until it is cancelled. It comes back by itself after the database was away."""

    def __init__(self, url: str) -> None:
        self._url = url
        self._queues: dict[UUID, set[asyncio.Queue[Heard]]] = {}

    async def run(self) -> None:
        """Listens; ends when it is cancelled."""
        while True:
            with suppress(psycopg.Error, OSError):
                async with await psycopg.AsyncConnection.connect(self._url, autocommit=True) as connection:
                    await connection.execute(sql.SQL("listen {}").format(sql.Identifier(CHANNEL)))
                    for kitchen_id in list(self._queues):
                        self._tell(kitchen_id, AGAIN)
                    async for told in connection.notifies():
                        kitchen, topic, changed = f"{told.payload}  ".split(" ", 2)
                        with suppress(ValueError):
                            self._tell(UUID(kitchen), (topic, changed.strip()))
            await asyncio.sleep(_AGAIN_S)

    def _tell(self, kitchen_id: UUID, heard: Heard) -> None:
        for queue in self._queues.get(kitchen_id, ()):
            # Who does not keep up asks for everything anyway.
            if queue.qsize() < _MOST_WAITING:
                queue.put_nowait(heard)

    @contextmanager
    def heard_in(self, kitchen_id: UUID) -> Iterator[asyncio.Queue[Heard]]:
        """What changes in a kitchen from now on."""
        queue: asyncio.Queue[Heard] = asyncio.Queue()
        self._queues.setdefault(kitchen_id, set()).add(queue)
        try:
            yield queue
        finally:
            self._queues[kitchen_id].discard(queue)
