"""Imports over HTTP: what was kept elsewhere is read, looked at, put right, written and taken back."""

from typing import Annotated, Any, Final
from uuid import UUID

from fastapi import APIRouter, Depends, Path, Query

from ample_crumb.api.auth import AsPrincipal, InDatabase
from ample_crumb.api.bodies.imports import FileAsk, ImportBody, ItemChangeBody, TakeBackBody, WriteBody
from ample_crumb.api.description import TOO_OFTEN
from ample_crumb.api.rate_limit import RateLimit
from ample_crumb.api.request_file import SpooledFile, request_file
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application.imports import commands as imports_commands
from ample_crumb.application.imports import queries as imports_queries
from ample_crumb.application.imports.file_reader import BroughtFile
from ample_crumb.application.imports.views import (
    ChangedSince,
    FileView,
    ItemPage,
    ItemsDone,
    ItemView,
    OpenedImport,
)
from ample_crumb.store.imports import ImportRow

router = APIRouter(prefix="/api/v1/imports", route_class=RetryingRoute)

_FILE: Final[dict[str, Any]] = {"schema": {"type": "string", "format": "binary"}}
_limit = RateLimit(600, 600, "These are many files in a short time; wait some minutes before the next.")

Place = Annotated[int, Path(ge=0, le=10_000)]
At = Annotated[int, Path(ge=0, le=1_000_000)]


@router.get("")
def list_imports(database: InDatabase, principal: AsPrincipal) -> list[ImportRow]:
    """The imports of the kitchen, the newest first."""
    return imports_queries.list_imports(database, principal)


@router.post("", status_code=201)
def begin_import(body: ImportBody, database: InDatabase, principal: AsPrincipal) -> ImportRow:
    """A new import without files; the same id again changes nothing."""
    return imports_commands.begin(database, principal, body.id, body.name)


@router.get("/{import_id}")
def open_import(import_id: UUID, database: InDatabase, principal: AsPrincipal) -> OpenedImport:
    """An import with its files."""
    return imports_queries.open_import(database, principal, import_id)


@router.delete("/{import_id}", status_code=204)
def discard_import(import_id: UUID, database: InDatabase, principal: AsPrincipal) -> None:
    """Forgets an import that was never written or was taken back."""
    imports_commands.discard(database, principal, import_id)


@router.put(
    "/{import_id}/files/{place}",
    responses=TOO_OFTEN,
    dependencies=[Depends(_limit)],
    openapi_extra={"requestBody": {"required": True, "content": {"application/octet-stream": _FILE}}},
)
def put_file(
    import_id: UUID,
    place: Place,
    file: Annotated[SpooledFile, Depends(request_file)],
    ask: Annotated[FileAsk, Query()],
    database: InDatabase,
    principal: AsPrincipal,
) -> FileView:
    """Reads a file: recipes as text, Markdown, JSON-LD or a page, a zip of those, or a CSV. Nothing is written into the
    kitchen yet."""
    return imports_commands.put_file(database, principal, import_id, BroughtFile(place, ask.name, file, ask.asked()))


@router.get("/{import_id}/items")
def list_items(
    import_id: UUID,
    database: InDatabase,
    principal: AsPrincipal,
    after: Annotated[str, Query(max_length=20)] = "",
) -> ItemPage:
    """What its files hold, page by page, as it was understood."""
    return imports_queries.page(database, principal, import_id, after)


@router.put("/{import_id}/items/{file_place}/{place}")
def change_item(
    import_id: UUID, file_place: Place, place: At, body: ItemChangeBody, database: InDatabase, principal: AsPrincipal
) -> ItemView:
    """Puts an item right, chooses it or leaves it out."""
    return imports_commands.change_item(database, principal, import_id, file_place, place, body.change())


@router.post("/{import_id}/write")
def write_import(import_id: UUID, body: WriteBody, database: InDatabase, principal: AsPrincipal) -> ItemsDone:
    """Writes the next chosen items, for half a second; asked again until all are done."""
    return imports_commands.write(database, principal, import_id, body.zone)


@router.get("/{import_id}/changed")
def changed_since(import_id: UUID, database: InDatabase, principal: AsPrincipal) -> ChangedSince:
    """What of it was changed or used since it was brought in."""
    return imports_queries.changed_since(database, principal, import_id)


@router.post("/{import_id}/taken-back")
def take_back(import_id: UUID, body: TakeBackBody, database: InDatabase, principal: AsPrincipal) -> ItemsDone:
    """Takes the next items away again, for half a second; asked again until all are done."""
    return imports_commands.take_back(database, principal, import_id, changed_too=body.changed_too)
