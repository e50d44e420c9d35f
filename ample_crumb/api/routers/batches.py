"""Batches over HTTP: told, recorded, corrected, looked back on; their photos, and notes for next time."""

from typing import Annotated, Any, Final
from uuid import UUID

from fastapi import APIRouter, Depends, Query, Request, Response

from ample_crumb.api.auth import AsPrincipal, InClock, InDatabase
from ample_crumb.api.bodies.batches import (
    NewBatchBody,
    NoteBody,
    PhotoWords,
    PortionBody,
    RemovedBody,
    TasteBody,
    ToldBody,
)
from ample_crumb.api.description import CONFLICT, TOO_OFTEN
from ample_crumb.api.rate_limit import RateLimit
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application.batches import commands as batches_commands
from ample_crumb.application.batches import queries as batches_queries
from ample_crumb.application.batches.commands import NewPhoto
from ample_crumb.application.batches.views import (
    BatchPage,
    BatchPreview,
    BatchView,
    HistoryView,
    NoteView,
    PhotoView,
    PortionView,
    TasteView,
)
from ample_crumb.core.bounds import STORABLE

router = APIRouter(prefix="/api/v1", route_class=RetryingRoute)

_After = Annotated[str, Query(max_length=200, pattern=STORABLE)]


@router.post("/batches/preview")
def preview(body: ToldBody, database: InDatabase, principal: AsPrincipal) -> BatchPreview:
    """What a batch comes to as far as it is told."""
    return batches_queries.preview(database, principal, body.plan.plan(), body.record.record())


@router.post("/batches/taste")
def taste(body: TasteBody, database: InDatabase, principal: AsPrincipal) -> TasteView:
    """What to do about a dough that tastes so."""
    return batches_queries.taste(database, principal, body.plan.plan(), body.record.record(), body.said)


@router.post("/batches/portioning")
def find_portioning(body: PortionBody, database: InDatabase, principal: AsPrincipal) -> PortionView:
    """How to part what is in the bowl."""
    return batches_queries.find_portioning(database, principal, body.plan.plan(), body.record.record(), body.ask())


@router.get("/batches")
def list_batches(database: InDatabase, principal: AsPrincipal, after: _After = "") -> BatchPage:
    """All batches, the last made first."""
    return batches_queries.list_batches(database, principal, None, after)


@router.get("/batches/{batch_id}")
def open_batch(batch_id: UUID, database: InDatabase, principal: AsPrincipal) -> BatchView:
    """A batch as it was made."""
    return batches_queries.open_batch(database, principal, batch_id)


@router.put("/batches/{batch_id}", responses=CONFLICT)
def record_batch(
    batch_id: UUID, body: NewBatchBody, database: InDatabase, principal: AsPrincipal, clock: InClock
) -> BatchView:
    """Records a batch, or corrects it over its revision; the same again changes nothing."""
    plan, told = body.plan.plan(), body.record.record()
    return batches_commands.record(database, principal, body.about(batch_id), plan, told, clock)


@router.put("/batches/{batch_id}/removed", status_code=204)
def remove_batch(batch_id: UUID, body: RemovedBody, database: InDatabase, principal: AsPrincipal) -> None:
    """Takes a batch out of the lists, or brings it back."""
    batches_commands.remove(database, principal, batch_id, removed=body.removed)


@router.get("/formulas/{formula_id}/batches")
def batches_of_formula(formula_id: UUID, database: InDatabase, principal: AsPrincipal, after: _After = "") -> BatchPage:
    """The batches of a formula, the last made first."""
    return batches_queries.list_batches(database, principal, formula_id, after)


@router.get("/formulas/{formula_id}/history")
def history(formula_id: UUID, database: InDatabase, principal: AsPrincipal) -> HistoryView:
    """What the batches of a formula tell of it."""
    return batches_queries.history(database, principal, formula_id)


@router.put("/formulas/{formula_id}/notes/{note_id}")
def put_note(
    formula_id: UUID, note_id: UUID, body: NoteBody, database: InDatabase, principal: AsPrincipal, clock: InClock
) -> list[NoteView]:
    """Writes a note at a line or a step."""
    return list(batches_commands.put_note(database, principal, formula_id, body.note(note_id), clock))


@router.delete("/notes/{note_id}", status_code=204)
def remove_note(note_id: UUID, database: InDatabase, principal: AsPrincipal) -> None:
    """Takes a note away."""
    batches_commands.remove_note(database, principal, note_id)


_PICTURE: Final[dict[str, Any]] = {"schema": {"type": "string", "format": "binary"}}
_limit = RateLimit(60, 600, "These are many photos in a short time; wait some minutes before the next.")


async def _bytes(request: Request) -> bytes:
    return await request.body()


@router.put(
    "/batches/{batch_id}/photos/{photo_id}",
    responses=TOO_OFTEN,
    dependencies=[Depends(_limit)],
    openapi_extra={"requestBody": {"required": True, "content": {"image/jpeg": _PICTURE, "image/png": _PICTURE}}},
)
def add_photo(
    batch_id: UUID,
    photo_id: UUID,
    data: Annotated[bytes, Depends(_bytes)],
    database: InDatabase,
    principal: AsPrincipal,
    about: Annotated[PhotoWords, Query()],
) -> list[PhotoView]:
    """Keeps a photo of a batch; gives all of that batch."""
    new = NewPhoto(photo_id, about.step, about.words)
    return list(batches_commands.add_photo(database, principal, batch_id, new, data))


@router.get(
    "/photos/{photo_id}",
    response_class=Response,
    responses={200: {"content": {"image/jpeg": _PICTURE}, "description": "The photo"}},
)
def photo(photo_id: UUID, database: InDatabase, principal: AsPrincipal) -> Response:
    """A photo."""
    return Response(batches_queries.photo(database, principal, photo_id), media_type="image/jpeg")


@router.delete("/photos/{photo_id}", status_code=204)
def remove_photo(photo_id: UUID, database: InDatabase, principal: AsPrincipal) -> None:
    """Takes a photo away."""
    batches_commands.remove_photo(database, principal, photo_id)
