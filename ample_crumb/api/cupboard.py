"""The cupboard over HTTP: foods, own products, and the check of a label while it is typed."""

from uuid import UUID

from fastapi import APIRouter, Response

from ample_crumb.api.bodies import ArchivedBody, LabelBody, NewProduct, ProductBody, SavedProduct
from ample_crumb.api.context import AsPerson, InDatabase
from ample_crumb.core.food.label import LabelFigures
from ample_crumb.work import cupboard
from ample_crumb.work.cupboard import Item, ProductDraft, ProductView

router = APIRouter(prefix="/api")


@router.get("/cupboard")
def list_foods(database: InDatabase, who: AsPerson) -> list[Item]:
    """Own products, then generic foods."""
    return cupboard.list_all(database, who)


@router.post("/labels/check")
def check_label(body: LabelBody) -> LabelFigures:
    """A label per 100 g, and what is wrong with it."""
    return cupboard.check(body.label())


@router.post("/products", status_code=201)
def create_product(body: NewProduct, database: InDatabase, who: AsPerson) -> ProductView:
    """A new product; the same id again gives the one that is there."""
    return cupboard.create(database, who, body.id, _draft(body))


@router.get("/products/{product_id}")
def open_product(product_id: UUID, database: InDatabase, who: AsPerson) -> ProductView:
    """A product with its newest label."""
    return cupboard.open_one(database, who, product_id)


@router.put("/products/{product_id}")
def save_product(product_id: UUID, body: SavedProduct, database: InDatabase, who: AsPerson) -> ProductView:
    """Saves a product; 409 with the present state when the version is not the newest."""
    return cupboard.save(database, who, product_id, body.version, _draft(body))


@router.post("/products/{product_id}/move")
def move_formulas(product_id: UUID, database: InDatabase, who: AsPerson) -> ProductView:
    """Moves the formulas that use an older label to the newest."""
    return cupboard.move(database, who, product_id)


@router.put("/products/{product_id}/archived", status_code=204)
def archive_product(product_id: UUID, body: ArchivedBody, database: InDatabase, who: AsPerson) -> Response:
    """Puts a product away, or brings it back."""
    cupboard.archive(database, who, product_id, archived=body.archived)
    return Response(status_code=204)


def _draft(body: ProductBody) -> ProductDraft:
    synonyms = tuple(dict.fromkeys(word.strip() for word in body.synonyms if word.strip()))
    return ProductDraft(
        body.name.strip(), synonyms, body.role, body.label.label(), body.measures.measures(), body.contains()
    )
