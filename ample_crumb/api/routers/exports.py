"""What goes out over HTTP: formulas as files, tables as CSV, calendars, and the kitchen as one archive."""

from tempfile import SpooledTemporaryFile
from typing import Annotated, Any, Final
from uuid import UUID

from fastapi import APIRouter, Depends, Query, Response
from fastapi.responses import StreamingResponse
from starlette.background import BackgroundTask

from ample_crumb.api.auth import AsPrincipal, InClock, InDatabase, set_person_cookie
from ample_crumb.api.bodies.exports import FormulaAsked, ZoneAsked
from ample_crumb.api.description import TOO_OFTEN
from ample_crumb.api.rate_limit import RateLimit
from ample_crumb.api.request_file import SpooledFile, request_file
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application.exports import archive, calendars, changes, formula_files, tables
from ample_crumb.application.exports.archive import ArchiveRead
from ample_crumb.application.exports.changes import ChangePage
from ample_crumb.application.exports.formula_files import SentFile
from ample_crumb.application.exports.tables import Table

router = APIRouter(prefix="/api/v1", route_class=RetryingRoute)

_IN_MEMORY: Final = 4_000_000
_STEP: Final = 1 << 16
_limit = RateLimit(20, 600, "These are many archives in a short time; wait some minutes before the next.")
_BINARY: Final = {"schema": {"type": "string", "format": "binary"}}
_TEXT: Final = {"schema": {"type": "string"}}


def _file(**types: dict[str, Any]) -> dict[int | str, dict[str, Any]]:
    content = {name.replace("_", "/"): schema for name, schema in types.items()}
    return {200: {"content": content, "description": "The file"}}


def _sent(file: SentFile) -> Response:
    head = {"Content-Disposition": f'attachment; filename="{file.name}"'}
    return Response(file.data, media_type=file.media_type, headers=head)


@router.get(
    "/formulas/{formula_id}/file",
    response_class=Response,
    responses={
        200: {
            "content": {
                "application/ld+json": {},
                "text/markdown": _TEXT,
                "text/plain": _TEXT,
                "application/pdf": _BINARY,
            },
            "description": "The file",
        }
    },
)
def formula_file(
    formula_id: UUID, ask: Annotated[FormulaAsked, Query()], database: InDatabase, principal: AsPrincipal
) -> Response:
    """A formula as schema.org Recipe, Markdown, plain text, or a card to print."""
    return _sent(formula_files.formula_file(database, principal, formula_id, ask.form, ask.paper))


@router.get("/tables/{table}.csv", response_class=Response, responses=_file(text_csv=_TEXT))
def table_csv(table: Table, database: InDatabase, principal: AsPrincipal) -> Response:
    """All batches, marks of tastings, entries, days or the cupboard as CSV."""
    text = tables.table_csv(database, principal, table)
    return _sent(SentFile(text.encode(), f"{table}.csv", "text/csv; charset=utf-8"))


@router.get("/bake-days/{run_id}/shopping.csv", response_class=Response, responses=_file(text_csv=_TEXT))
def shopping_csv(run_id: UUID, database: InDatabase, principal: AsPrincipal) -> Response:
    """What to buy for a bake day as CSV."""
    text = tables.shopping_csv(database, principal, run_id)
    return _sent(SentFile(text.encode(), "shopping.csv", "text/csv; charset=utf-8"))


@router.get("/stash/eat-by.ics", response_class=Response, responses=_file(text_calendar=_TEXT))
def eat_by(
    ask: Annotated[ZoneAsked, Query()], database: InDatabase, principal: AsPrincipal, clock: InClock
) -> Response:
    """Until when what lies in the stash is to be eaten, as iCalendar."""
    data = calendars.stash_calendar(database, principal, ask.zone, clock)
    return _sent(SentFile(data, "eat-by.ics", "text/calendar"))


@router.get("/changes")
def changed_since(
    database: InDatabase,
    principal: AsPrincipal,
    clock: InClock,
    since: Annotated[str, Query(max_length=200, pattern=r"^[0-9A-Za-z:.+~_ -]*$")] = "",
) -> ChangePage:
    """What changed since a moment or a page, and what is gone since: kinds and ids, in order of time."""
    return changes.changed_since(database, principal, since, clock)


@router.put(
    "/archive",
    responses=TOO_OFTEN,
    dependencies=[Depends(_limit)],
    openapi_extra={"requestBody": {"required": True, "content": {"application/octet-stream": _BINARY}}},
)
def put_archive(
    file: Annotated[SpooledFile, Depends(request_file)],
    response: Response,
    database: InDatabase,
    principal: AsPrincipal,
) -> ArchiveRead:
    """Puts an archive into this kitchen, which must be empty yet, all or nothing; the cookie names its first person."""
    read = archive.read_archive(database, principal, file)
    set_person_cookie(response, read.person_id)
    return read


@router.get("/archive.zip", response_class=StreamingResponse, responses=_file(application_zip=_BINARY))
def whole_kitchen(database: InDatabase, principal: AsPrincipal, clock: InClock) -> StreamingResponse:
    """The whole kitchen as one documented archive."""
    file = SpooledTemporaryFile(max_size=_IN_MEMORY)  # noqa: SIM115 - it is read after this has returned
    archive.write_archive(database, principal, file, clock())
    file.seek(0)
    head = {"Content-Disposition": f'attachment; filename="kitchen-{clock():%Y-%m-%d}.zip"'}
    return StreamingResponse(
        iter(lambda: file.read(_STEP), b""),
        media_type="application/zip",
        headers=head,
        background=BackgroundTask(file.close),
    )
