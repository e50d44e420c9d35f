"""The built front end."""

from hashlib import sha256
from pathlib import Path, PurePosixPath
from typing import Final

from fastapi.responses import FileResponse, Response

from ample_crumb.api.problems import problem

WEB: Final = Path(__file__).resolve().parents[2] / "web" / "dist"

_KEPT: Final = "public, max-age=31536000, immutable"
"""Built files carry a fingerprint in their names, so a window may keep them."""


def release() -> str:
    """A few signs that are others when the built pages are; empty where none are built."""
    page = WEB / "index.html"
    return sha256(page.read_bytes()).hexdigest()[:12] if page.is_file() else ""


def page_at(path: str) -> Response:
    """A built file; the page itself for every address that is a place; 404 for a file that is not there."""
    if path.startswith("api/"):
        return problem(404, "Not here", "There is nothing at this address.")
    is_asset = path.startswith("assets/")
    file = _built_file(path)
    if file is not None:
        return FileResponse(file, headers={"Cache-Control": _KEPT if is_asset else "no-cache"})
    if is_asset or PurePosixPath(path[-300:]).suffix:
        # A page in place of a script would be run as one, or kept by somebody as what it is not.
        return problem(404, "Not here", "There is no such file; the page may be of an older release.")
    return FileResponse(WEB / "index.html", headers={"Cache-Control": "no-cache"})


def _built_file(path: str) -> Path | None:
    """The built file at a path, if there is one."""
    try:
        file = (WEB / path).resolve()
        return file if path and WEB in file.parents and file.is_file() else None
    except (ValueError, OSError):  # a NUL or an over-long name is no file's
        return None
