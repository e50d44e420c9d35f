"""Settings, corrections and finding things over HTTP."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Response

from ample_crumb.api.bodies.kitchen import CorrectionBody, GuestBody, SettingsBody, TinBody
from ample_crumb.api.context import AsPerson, InDatabase
from ample_crumb.core.formula.reading import Choice
from ample_crumb.store.eaters import GuestRow
from ample_crumb.store.kitchens import Settings
from ample_crumb.work import kitchen
from ample_crumb.work.find import Hit, find
from ample_crumb.work.kitchen import Kitchen, OwnTin

router = APIRouter(prefix="/api")

Words = Annotated[str, Query(max_length=200, pattern=r"^[^\x00]*$")]


@router.get("/kitchen")
def open_kitchen(database: InDatabase, who: AsPerson) -> Kitchen:
    """What a window needs at the start."""
    return kitchen.load(database, who)


@router.put("/settings")
def change_settings(body: SettingsBody, database: InDatabase, who: AsPerson) -> Settings:
    """Replaces the person's settings."""
    return kitchen.change_settings(database, who, Settings(**body.model_dump()))


@router.put("/guests/{guest_id}")
def look_out_for(guest_id: UUID, body: GuestBody, database: InDatabase, who: AsPerson) -> GuestRow:
    """From now on every formula is held against what this guest must not get."""
    return kitchen.look_out_for(database, who, GuestRow(guest_id, body.name, body.avoids))


@router.delete("/guests/{guest_id}", status_code=204)
def no_longer_look_out_for(guest_id: UUID, database: InDatabase, who: AsPerson) -> Response:
    """Forgets a guest."""
    kitchen.no_longer_look_out_for(database, who, guest_id)
    return Response(status_code=204)


@router.put("/tins/{tin_id}")
def put_tin(tin_id: UUID, body: TinBody, database: InDatabase, who: AsPerson) -> OwnTin:
    """A tin of the kitchen, new or changed."""
    return kitchen.put_tin(database, who, tin_id, body.name, body.tin())


@router.delete("/tins/{tin_id}", status_code=204)
def archive_tin(tin_id: UUID, database: InDatabase, who: AsPerson) -> Response:
    """Puts a tin away."""
    kitchen.archive_tin(database, who, tin_id)
    return Response(status_code=204)


@router.put("/corrections", status_code=204)
def correct(body: CorrectionBody, database: InDatabase, who: AsPerson) -> Response:
    """From now on a written name means this ingredient."""
    kitchen.correct(database, who, body.name, body.slug)
    return Response(status_code=204)


@router.delete("/corrections", status_code=204)
def forget(name: Words, database: InDatabase, who: AsPerson) -> Response:
    """A written name is read by its words again."""
    kitchen.forget(database, who, name)
    return Response(status_code=204)


@router.get("/ingredients")
def ingredients(database: InDatabase, who: AsPerson, words: Words = "") -> tuple[Choice, ...]:
    """Ingredients whose names are near these words."""
    return kitchen.ingredients_of(database, who, words)


@router.get("/find")
def find_anything(words: Words, database: InDatabase, who: AsPerson) -> list[Hit]:
    """Formulas, days and ingredients by a few words."""
    return find(database, who, words)
