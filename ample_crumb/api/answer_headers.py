"""What every answer says to the browser that gets it."""

from typing import Final

from starlette.datastructures import MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

RELEASE_HEADER: Final = "Ample-Crumb-Release"

_POLICY: Final = (
    "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; object-src 'none'; base-uri 'none'; "
    "form-action 'self'; frame-ancestors 'none'"
)

SECURITY: Final = {
    "Content-Security-Policy": _POLICY,
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "same-origin",
    "Cross-Origin-Opener-Policy": "same-origin",
    "Cross-Origin-Resource-Policy": "same-origin",
}
"""Source: the OWASP Secure Headers Project (from memory); styles are inline where the primitives set them."""


class AnswerHeaders:
    """Sets the headers of every answer, refusals of a host and errors that nobody foresaw among them. Those of the API
    are marked as not to be kept, because they are of a kitchen and of this moment, and with the release that gives
    them, so that a window of an older one notices."""

    def __init__(self, app: ASGIApp, release: str) -> None:
        self.app, self._release = app, release

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        is_api = scope["path"].startswith("/api/")

        async def headed(message: Message) -> None:
            if message["type"] == "http.response.start":
                headers = MutableHeaders(scope=message)
                headers.update(SECURITY)
                if is_api:
                    headers["Cache-Control"] = "no-store"
                    headers[RELEASE_HEADER] = self._release
            await send(message)

        await self.app(scope, receive, headed)
