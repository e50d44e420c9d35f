"""The stash over HTTP: what lies where and until when, and what becomes of it."""

from typing import Annotated, Any, Final
from uuid import UUID

from fastapi import APIRouter, Query, Response

from ample_crumb.api.auth import AsPrincipal, InClock, InDatabase
from ample_crumb.api.bodies.stash import (
    CountBody,
    DoneBody,
    LabelsAsked,
    MoveBody,
    OpenedBody,
    PaperAsked,
    PlateBody,
    ShelfBody,
    UndoneBody,
)
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application.batches.card import print_card
from ample_crumb.application.stash import commands as stash_commands
from ample_crumb.application.stash import label_sheet, opened_goods
from ample_crumb.application.stash import queries as stash_queries
from ample_crumb.application.stash.opened_goods import OpenedView
from ample_crumb.application.stash.views import BatchStashView, PlateView, ShelfView, StashView, WasteView
from ample_crumb.store.plates import PlateRow

router = APIRouter(prefix="/api/v1", route_class=RetryingRoute)


@router.get("/stash")
def open_stash(database: InDatabase, principal: AsPrincipal, clock: InClock) -> StashView:
    """The shelves with what lies on them, and until when it is good."""
    return stash_queries.open_stash(database, principal, clock)


@router.get("/stash/waste")
def waste(database: InDatabase, principal: AsPrincipal, clock: InClock) -> WasteView:
    """What was thrown away in the last four weeks, and why."""
    return stash_queries.waste(database, principal, clock)


_PDF: Final[dict[int | str, dict[str, Any]]] = {
    200: {"content": {"application/pdf": {"schema": {"type": "string", "format": "binary"}}}, "description": "PDF"}
}


@router.get("/stash/labels.pdf", response_class=Response, responses=_PDF)
def labels(
    about: Annotated[LabelsAsked, Query()], database: InDatabase, principal: AsPrincipal, clock: InClock
) -> Response:
    """Labels of pieces to print, ten to a page."""
    pdf = label_sheet.labels(database, principal, about.wanted(), about.paper, about.zone, clock)
    return Response(pdf, media_type="application/pdf")


@router.get("/batches/{batch_id}/card.pdf", response_class=Response, responses=_PDF)
def card(
    batch_id: UUID, about: Annotated[PaperAsked, Query()], database: InDatabase, principal: AsPrincipal, clock: InClock
) -> Response:
    """A card of a batch to print."""
    pdf = print_card(database, principal, batch_id, about.paper, about.zone, clock)
    return Response(pdf, media_type="application/pdf")


@router.get("/stash/batches/{batch_id}")
def open_batch_stash(batch_id: UUID, database: InDatabase, principal: AsPrincipal, clock: InClock) -> BatchStashView:
    """All that became of a batch, and what its pieces are eaten with."""
    return stash_queries.open_batch(database, principal, batch_id, clock)


@router.post("/stash/moves")
def move_pieces(body: MoveBody, database: InDatabase, principal: AsPrincipal, clock: InClock) -> StashView:
    """Moves pieces to another shelf, gives or throws them away; the same id again changes nothing. 422 where there are
    not so many left."""
    return stash_commands.move(database, principal, body.move(), clock)


@router.post("/stash/counts")
def count_again(body: CountBody, database: InDatabase, principal: AsPrincipal, clock: InClock) -> StashView:
    """There are so many pieces on a shelf, whatever was thought."""
    return stash_commands.count_again(database, principal, body.id, body.what(), clock)


@router.put("/stash/moves/{move_id}/undone")
def undo_move(
    move_id: UUID, body: UndoneBody, database: InDatabase, principal: AsPrincipal, clock: InClock
) -> StashView:
    """Takes a move back, or does it again; what was eaten goes out of its day along."""
    return stash_commands.undo(database, principal, move_id, undone=body.undone, clock=clock)


@router.get("/opened-goods")
def list_opened(database: InDatabase, principal: AsPrincipal, clock: InClock) -> list[OpenedView]:
    """Opened packs of the cupboard, what must be used first at the front."""
    return list(opened_goods.list_opened(database, principal, clock))


@router.put("/opened-goods/{opened_id}")
def put_opened(
    opened_id: UUID, body: OpenedBody, database: InDatabase, principal: AsPrincipal, clock: InClock
) -> list[OpenedView]:
    """A pack was opened now, or stands somewhere else by now."""
    return list(opened_goods.put_opened(database, principal, opened_id, body.food, body.place, clock))


@router.put("/opened-goods/{opened_id}/done")
def finish_opened(
    opened_id: UUID, body: DoneBody, database: InDatabase, principal: AsPrincipal, clock: InClock
) -> list[OpenedView]:
    """A pack is used up or thrown away; open after all for an empty text."""
    return list(opened_goods.finish_opened(database, principal, opened_id, body.done_as, clock))


@router.put("/shelves/{shelf_id}")
def put_shelf(shelf_id: UUID, body: ShelfBody, database: InDatabase, principal: AsPrincipal) -> list[ShelfView]:
    """Adds a shelf, or gives it another name."""
    return list(stash_commands.put_shelf(database, principal, shelf_id, body.kind, body.name))


@router.delete("/shelves/{shelf_id}")
def remove_shelf(shelf_id: UUID, database: InDatabase, principal: AsPrincipal) -> list[ShelfView]:
    """Takes an empty shelf away."""
    return list(stash_commands.remove_shelf(database, principal, shelf_id))


@router.put("/formulas/{formula_id}/plates/{plate_id}")
def put_plate(
    formula_id: UUID, plate_id: UUID, body: PlateBody, database: InDatabase, principal: AsPrincipal
) -> list[PlateView]:
    """Keeps what a piece of a formula is eaten with."""
    plate = PlateRow(plate_id, body.name.strip(), body.sides.strip())
    return list(stash_commands.put_plate(database, principal, formula_id, plate))


@router.delete("/plates/{plate_id}", status_code=204)
def remove_plate(plate_id: UUID, database: InDatabase, principal: AsPrincipal) -> None:
    """Takes a plate away."""
    stash_commands.remove_plate(database, principal, plate_id)
