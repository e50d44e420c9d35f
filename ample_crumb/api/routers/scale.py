"""The kitchen scale over HTTP: its readings as a stream, and the panel of the simulated one."""

import asyncio
import time
from collections.abc import AsyncIterator, Callable
from typing import Final

from fastapi import APIRouter, Request
from fastapi.concurrency import run_in_threadpool
from fastapi.sse import EventSourceResponse, ServerSentEvent

from ample_crumb.api.auth import AsPrincipal, InDatabase
from ample_crumb.api.bodies.scale import ScaleCommandBody
from ample_crumb.api.listener import AGAIN, Listener
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application import scale as scale_application
from ample_crumb.devices.kitchen_scale import KitchenScale, ScaleLost
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal

router = APIRouter(prefix="/api/v1/scale", route_class=RetryingRoute)
streams = APIRouter(prefix="/api/v1/scale")

_EVERY_S: Final = 0.2
_STILL_EVERY_S: Final = 2.0
"""A reading that is no other is told again only so often."""


@streams.get("/readings", response_class=EventSourceResponse, include_in_schema=False)
async def readings(request: Request, database: InDatabase, principal: AsPrincipal) -> AsyncIterator[ServerSentEvent]:
    """What the scale shows, as it changes: events `reading`; `lost` with a sentence while it cannot be read."""
    listener: Listener = request.app.state.listener
    find_scale: Callable[[Database, Principal], KitchenScale] = request.app.state.scale
    with listener.heard_in(principal.kitchen_id) as heard:
        scale = await run_in_threadpool(find_scale, database, principal)
        told: object = None
        told_s = 0.0
        while True:
            while not heard.empty():
                if heard.get_nowait() in (AGAIN, ("scale", "-")):
                    scale = await run_in_threadpool(find_scale, database, principal)
            try:
                now: object = scale.reading(time.time())
            except ScaleLost as lost:
                now = str(lost)
            if now != told or time.monotonic() - told_s > _STILL_EVERY_S:
                told, told_s = now, time.monotonic()
                if isinstance(now, str):
                    yield ServerSentEvent(data={"detail": now}, event="lost")
                else:
                    yield ServerSentEvent(data=now, event="reading")
            await asyncio.sleep(_EVERY_S)


@router.post("/simulated", status_code=204)
def drive(body: ScaleCommandBody, database: InDatabase, principal: AsPrincipal) -> None:
    """Pours, tares, drifts, drops the line: what a scale goes through."""
    scale_application.drive(database, principal, body.command_of())
