"""What two requests cannot do at once is done again here, before anyone hears of it.

PostgreSQL ends one of two transactions that wait for each other, or that saw each other's rows change. Each write is
one transaction and may be sent twice, so the request is simply done once more.
"""

import asyncio
import random
from collections.abc import Callable, Coroutine
from typing import Any, Final

from fastapi import Request
from fastapi.responses import Response
from fastapi.routing import APIRoute
from psycopg.errors import DeadlockDetected, SerializationFailure

MOST_TRIES: Final = 4
_PAUSE_S: Final = 0.02
"""Doubled with each try, and not the same for all, so that two do not meet again."""

Handler = Callable[[Request], Coroutine[Any, Any, Response]]


class AgainRoute(APIRoute):
    """A route whose request is done again after a deadlock or a serialization failure, three times at most."""

    def get_route_handler(self) -> Handler:
        """The handler of one request."""
        handle = super().get_route_handler()

        async def again(request: Request) -> Response:
            for tried in range(1, MOST_TRIES):
                try:
                    return await handle(request)
                except (DeadlockDetected, SerializationFailure):
                    await asyncio.sleep(_PAUSE_S * 2**tried * random.uniform(0.5, 1))
            return await handle(request)

        return again
