"""Whether a write comes from a page of this application.

A browser sends what another page asks for with the cookies of this kitchen. It says truthfully where a request comes
from: `Sec-Fetch-Site` on every request (Fetch Metadata, W3C), `Origin` on every write (RFC 6454, Fetch). A program that
is no browser sends neither, and has no cookies of anybody.
"""

from typing import Final
from urllib.parse import urlsplit

from starlette.datastructures import Headers
from starlette.types import ASGIApp, Receive, Scope, Send

from ample_crumb.api.problems import problem

_READS: Final = frozenset({"GET", "HEAD", "OPTIONS"})
_OWN: Final = frozenset({"same-origin", "none"})
"""`none` is what the person typed or opened themselves."""

_USUAL_PORTS: Final = {"http": 80, "https": 443}
_LONGEST: Final = 300

FOREIGN: Final = "Another page asked for this in your name. Nothing was changed; do it in the kitchen's own window."


class RefuseForeignWrites:
    """Answers 403 to every write that a page of somewhere else asks for, with or without a body."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] == "http" and scope["method"] not in _READS and is_foreign(Headers(scope=scope)):
            await problem(403, "Not from here", FOREIGN)(scope, receive, send)
            return
        await self.app(scope, receive, send)


def is_foreign(headers: Headers) -> bool:
    """Whether a request with these headers was asked for by a page that is not of the host it goes to."""
    site = headers.get("sec-fetch-site")
    if site is not None and site not in _OWN:
        return True
    origin = headers.get("origin")
    return origin is not None and not _is_of(origin[:_LONGEST], headers.get("host", "")[:_LONGEST])


def _is_of(origin: str, host: str) -> bool:
    """Whether an origin is of the host that a request names. That of a page without any never is."""
    try:
        page = urlsplit(origin)
        usual = _USUAL_PORTS.get(page.scheme)
        asked = urlsplit(f"{page.scheme}://{host}")
        same_name = page.hostname is not None and page.hostname == asked.hostname
        return usual is not None and same_name and (page.port or usual) == (asked.port or usual)
    except ValueError:
        return False
