"""What two requests cannot do at once is done again here, before anyone hears of it, and so is what was asked for
somebody who has gone.

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

from ample_crumb.api.auth import asked_person
from ample_crumb.store.scope import NobodyThere

MOST_TRIES: Final = 4
_PAUSE_S: Final = 0.02
"""Doubled with each try, and not the same for all, so that two do not meet again."""

Handler = Callable[[Request], Coroutine[Any, Any, Response]]


class RetryingRoute(APIRoute):
    """A route whose request is done again after a deadlock, a serialization failure or for somebody who has gone, three
    times at most."""

    def get_route_handler(self) -> Handler:
        """The handler of one request."""
        handle = super().get_route_handler()

        async def retry(request: Request) -> Response:
            for tried in range(1, MOST_TRIES):
                try:
                    return await handle(request)
                except NobodyThere:
                    # Who was known has gone, and whoever is named by this request is looked for anew.
                    request.app.state.database.forget_resident(asked_person(request))
                except (DeadlockDetected, SerializationFailure):
                    await asyncio.sleep(_PAUSE_S * 2**tried * random.uniform(0.5, 1))
            return await handle(request)

        return retry
