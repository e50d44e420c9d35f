"""A body that is a file: kept on disk while it arrives, however large, and no larger than it may be."""

from tempfile import SpooledTemporaryFile
from typing import Final

from fastapi import Request
from starlette.exceptions import HTTPException
from starlette.requests import ClientDisconnect
from starlette.types import Scope

from ample_crumb.application.imports.limits import MOST_FILE_BYTES

_IN_MEMORY: Final = 2_000_000
TOO_LARGE: Final = f"This file is over {MOST_FILE_BYTES // 1_000_000} MB; nothing of it was read. Part it first."

SpooledFile = SpooledTemporaryFile[bytes]


async def request_file(request: Request) -> SpooledFile:
    """The body of a request as a file, at its beginning. A request that is done again has it still. Raises
    HTTPException (413) for one that is too large, (400) for one that broke off."""
    kept: SpooledFile | None = getattr(request.state, "spooled", None)
    if kept is None:
        kept = SpooledTemporaryFile(max_size=_IN_MEMORY)  # noqa: SIM115 - it outlives this call
        size = 0
        try:
            async for part in request.stream():
                size += len(part)
                if size > MOST_FILE_BYTES:
                    kept.close()
                    raise HTTPException(413, TOO_LARGE)
                kept.write(part)
        except ClientDisconnect as gone:
            kept.close()
            raise HTTPException(413 if size >= MOST_FILE_BYTES else 400, TOO_LARGE) from gone
        request.state.spooled = kept
    kept.seek(0)
    return kept


def forget_request_file(scope: Scope) -> None:
    """Lets the file of a request go once it is answered, however often it was done."""
    kept: SpooledFile | None = scope.get("state", {}).get("spooled")
    if kept is not None:
        kept.close()
