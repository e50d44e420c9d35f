"""What the release before called paths and fields: its calls are answered too, for as long as this release is served.

A path is taken for the present one before any route is looked for. Its answer says so by the header `Deprecation`
(RFC 9745) and names the present path in `Link` (RFC 8594), so that whoever keeps a program sees what to change.
"""

import re
from collections.abc import Mapping
from typing import Any, Final
from urllib.parse import quote

from starlette.datastructures import MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

_SINCE: Final = "@1796169600"
"""2 December 2026, as seconds since 1970."""

_PATHS: Final = tuple(
    (re.compile(rf"^(/api/v1){was}(?=/|$)"), rf"\g<1>{now}")
    for was, now in (
        ("/bench/settled", "/bench/analysis"),
        ("/bench/nudge", "/bench/adjust-amount"),
        ("/bench/without", "/bench/exclusions"),
        ("/bench/twin", "/bench/classic"),
        ("/learned", "/lessons"),
        ("/opened", "/opened-goods"),
        ("/eaters", "/dietary-profiles"),
        ("/corrections", "/food-aliases"),
        (r"/formulas/([^/]{1,40})/helping", r"/formulas/\2/usual-portion"),
        (r"/days/([^/]{1,40})/at-hand", r"/days/\2/available-foods"),
        (r"/days/([^/]{1,40})/several", r"/days/\2/entries"),
    )
)

FIELDS: Final[Mapping[str, str]] = {"twin": "classic"}
"""Fields of bodies by their former names."""


def present_path(path: str) -> str:
    """The path by which what was asked for goes now; the same path where it has not changed."""
    for was, now in _PATHS:
        found, count = was.subn(now, path, count=1)
        if count:
            return found
    return path


def with_present_fields(body: Any, known: Mapping[str, Any]) -> Any:
    """A body with fields that are not `known` under the names that they have now; what is said under both names is left
    as it is, and refused like any unknown field."""
    if not isinstance(body, dict):
        return body
    renamed = {was: now for was, now in FIELDS.items() if was not in known and now in known and now not in body}
    return {renamed.get(name, name): value for name, value in body.items()}


class AnswerFormerPaths:
    """Middleware that answers calls of former paths."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        path = scope["path"] if scope["type"] == "http" else ""
        now = present_path(path)
        if now == path:
            await self.app(scope, receive, send)
            return

        # As it may stand in a header, whatever somebody has put into the path.
        written = quote(now)

        async def send_with_hint(message: Message) -> None:
            if message["type"] == "http.response.start":
                headers = MutableHeaders(scope=message)
                headers["Deprecation"] = _SINCE
                headers["Link"] = f'<{written}>; rel="successor-version"'
            await send(message)

        await self.app(dict(scope) | {"path": now, "raw_path": written.encode()}, receive, send_with_hint)
