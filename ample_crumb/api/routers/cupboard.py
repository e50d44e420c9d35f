"""The cupboard over HTTP: foods, own products, and the check of a label while it is typed."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Depends, Path, Query, Response

from ample_crumb.api.auth import AsPrincipal, InDatabase, InRegister
from ample_crumb.api.bodies.cupboard import (
    LabelBody,
    MergeBody,
    NewProduct,
    PriceBody,
    ProductBody,
    SavedProduct,
    TextBody,
)
from ample_crumb.api.bodies.formulas import ArchivedBody
from ample_crumb.api.description import CONFLICT, NO_ANSWER
from ample_crumb.api.query_parameters import Words
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application.cupboard import commands as cupboard_commands
from ample_crumb.application.cupboard import queries as cupboard_queries
from ample_crumb.application.cupboard.views import CupboardPage, FoodView, FoundProduct, ProductDraft, ProductView
from ample_crumb.core.bounds import LEAST
from ample_crumb.core.food.ingredients_statement import Declaration, scan
from ample_crumb.core.food.label import LabelFigures
from ample_crumb.core.food.pack_measures import ReadPackMeasures
from ample_crumb.core.food.quick_reference import QuickReference, quick_reference
from ample_crumb.core.quantity.weighing import MOST_G
from ample_crumb.store.prices import Price
from ample_crumb.store.products import OnShelf, Shelf

router = APIRouter(prefix="/api/v1", route_class=RetryingRoute)


Food = Annotated[str, Path(max_length=80, pattern=r"^[a-z0-9_-]+$")]


Grams = Annotated[float, Query(ge=LEAST, le=MOST_G, allow_inf_nan=False)]


Code = Annotated[str, Path(max_length=40, pattern=r"^[^\x00]*$")]


def _shelf(words: Words = "", kind: Words = "", without: Words = "", shelf: OnShelf = OnShelf.IN_USE) -> Shelf:
    return Shelf(on=shelf, words=tuple(words.split()), role=kind, without=without)


@router.get("/cupboard")
def list_foods(
    database: InDatabase, principal: AsPrincipal, shelf: Annotated[Shelf, Depends(_shelf)], after: Words = ""
) -> CupboardPage:
    """A page of the foods on a shelf: own products, then generic foods."""
    return cupboard_queries.list_page(database, principal, shelf, after)


@router.post("/labels/check")
def check_label(body: LabelBody) -> LabelFigures:
    """A label per 100 g, and what is wrong with it."""
    return cupboard_queries.check(body.label())


@router.post("/labels/scan")
def scan_ingredients(body: TextBody) -> Declaration:
    """What an ingredients text declares."""
    return scan(body.text)


@router.post("/labels/measures")
def read_measures(body: TextBody, database: InDatabase, principal: AsPrincipal) -> ReadPackMeasures:
    """What "1 scoop = 31 g" and the like tell, by the person's cups and spoons."""
    return cupboard_queries.learn(database, principal, body.text)


@router.get("/reference")
def read_quick_reference() -> QuickReference:
    """Measures, dishers, oven temperatures and sweeteners at a glance."""
    return quick_reference()


@router.get("/register/{code}", responses=NO_ANSWER)
async def look_up(code: Code, database: InDatabase, principal: AsPrincipal, register: InRegister) -> FoundProduct:
    """What the product register says of a code, or the product of the cupboard that carries it."""
    return await cupboard_queries.look_up(database, principal, register, code)


@router.post("/products", status_code=201)
def create_product(body: NewProduct, database: InDatabase, principal: AsPrincipal) -> ProductView:
    """A new product; the same id again gives the one that is there."""
    return cupboard_commands.create(database, principal, body.id, _draft(body), finished=body.finished)


@router.get("/products/{product_id}")
def open_product(product_id: UUID, database: InDatabase, principal: AsPrincipal) -> ProductView:
    """A product with its newest label."""
    return cupboard_queries.open_one(database, principal, product_id)


@router.put("/products/{product_id}", responses=CONFLICT)
def save_product(product_id: UUID, body: SavedProduct, database: InDatabase, principal: AsPrincipal) -> ProductView:
    """Saves a product; 409 with the present state when the version is not the newest."""
    return cupboard_commands.save(database, principal, product_id, body.version, _draft(body), finished=body.finished)


@router.post("/products/{product_id}/move")
def move_formulas(product_id: UUID, database: InDatabase, principal: AsPrincipal) -> ProductView:
    """Moves the formulas that use an older label to the newest."""
    return cupboard_commands.move(database, principal, product_id)


@router.post("/products/{product_id}/merge")
def merge_product(product_id: UUID, body: MergeBody, database: InDatabase, principal: AsPrincipal) -> ProductView:
    """Merges a product into another that is the same; gives the other."""
    return cupboard_commands.merge(database, principal, product_id, body.into)


@router.get("/foods/{slug}")
def open_food(slug: Food, database: InDatabase, principal: AsPrincipal, mass_g: Grams = 100.0) -> FoodView:
    """A generic food, and how so much of it is made at home."""
    return cupboard_queries.open_food(database, principal, slug, mass_g)


@router.put("/prices/{food}")
def set_price(food: Food, body: PriceBody, database: InDatabase, principal: AsPrincipal) -> Price | None:
    """What a food costs, by its generic slug or the id of a product."""
    return cupboard_commands.set_price(database, principal, food, body.price, body.for_text)


@router.put("/products/{product_id}/archived", status_code=204)
def archive_product(product_id: UUID, body: ArchivedBody, database: InDatabase, principal: AsPrincipal) -> Response:
    """Puts a product away, or brings it back."""
    cupboard_commands.archive(database, principal, product_id, archived=body.archived)
    return Response(status_code=204)


def _draft(body: ProductBody) -> ProductDraft:
    synonyms = tuple(dict.fromkeys(word.strip() for word in body.synonyms if word.strip()))
    return ProductDraft(
        body.name.strip(), synonyms, body.role, body.label.label(), body.measures.measures(), body.contains(),
        body.gtin, body.ingredients_text.strip(),
    )  # fmt: skip
