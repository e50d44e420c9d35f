"""HEAD is answered wherever GET is."""

from starlette.types import ASGIApp, Message, Receive, Scope, Send


class HeadRequests:
    """Answers HEAD with the head of what GET would answer (RFC 9110, 9.3.2); what would go on for ever ends there."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http" or scope["method"] != "HEAD":
            await self.app(scope, receive, send)
            return
        headed = False

        async def head_only(message: Message) -> None:
            nonlocal headed
            if message["type"] != "http.response.start" or headed:
                return
            headed = True
            await send(message)
            await send({"type": "http.response.body", "body": b"", "more_body": False})

        async def gone_once_headed() -> Message:
            return {"type": "http.disconnect"} if headed else await receive()

        await self.app(dict(scope) | {"method": "GET"}, gone_once_headed, head_only)
