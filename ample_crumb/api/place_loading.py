"""A place of the interface is loaded when somebody first asks for it."""

from starlette.concurrency import run_in_threadpool
from starlette.types import ASGIApp, Receive, Scope, Send

from ample_crumb.api.routers import PlaceRoutes, place_of


class LoadPlaces:
    """Has the routes of a request loaded before it is routed."""

    def __init__(self, app: ASGIApp, places: PlaceRoutes) -> None:
        self.app, self._places = app, places

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] == "http":
            place = place_of(scope["path"])
            if place is not None and not self._places.has(place):
                await run_in_threadpool(self._places.load, place)
        await self.app(scope, receive, send)
