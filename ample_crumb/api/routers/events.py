"""The one stream of a browser: what changed in its kitchen, by topic and id."""

from collections.abc import AsyncIterator

from fastapi import APIRouter, Request
from fastapi.sse import EventSourceResponse, ServerSentEvent

from ample_crumb.api.auth import AsPrincipal
from ample_crumb.api.listener import AGAIN, Listener

router = APIRouter(prefix="/api/v1")


# It never ends, which a description of answers has no words for.
@router.get("/events", response_class=EventSourceResponse, include_in_schema=False)
async def listen(request: Request, principal: AsPrincipal) -> AsyncIterator[ServerSentEvent]:
    """Tells what changes; the first event says that whatever was seen before may be old."""
    listener: Listener = request.app.state.listener
    with listener.heard_in(principal.kitchen_id) as queue:
        topic, changed = AGAIN
        while True:
            yield ServerSentEvent(data={"topic": topic, "id": changed}, event="changed")
            topic, changed = await queue.get()
