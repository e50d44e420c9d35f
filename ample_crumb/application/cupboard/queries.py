"""Reads of the Cupboard: foods, products, the check of a label, and what the register knows of a code."""

import asyncio
from collections.abc import Iterator
from functools import cache
from itertools import islice
from typing import Final
from uuid import UUID

from ample_crumb.application.context import load_context
from ample_crumb.application.cupboard.products import cupboard_item, own_item, product_view, usage
from ample_crumb.application.cupboard.views import (
    CupboardItem,
    CupboardPage,
    FoodView,
    FoundProduct,
    HomeMade,
    ProductDraft,
    ProductView,
)
from ample_crumb.application.cupboards import product_of
from ample_crumb.application.problems import CannotAccept, NoAnswer, NotHere
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.label import Label, LabelFigures, read_label
from ample_crumb.core.food.pack_measures import ReadPackMeasures, read_pack_measures
from ample_crumb.core.food.preparations import preparation_of
from ample_crumb.core.food.product import ProductDeclaration
from ample_crumb.core.food.product_code import code_of
from ample_crumb.core.food.provenance import Provenance
from ample_crumb.core.food.reference_shelf import PREFIX, reference_shelf
from ample_crumb.core.problem import CannotUse
from ample_crumb.devices.product_register import Register, RegisterAway
from ample_crumb.formats.product_json import product_from_json
from ample_crumb.store import prices, products
from ample_crumb.store.database import Database
from ample_crumb.store.products import OnShelf, Shelf
from ample_crumb.store.scope import Principal

PAGE: Final = 20
"""Foods of a page, more than a screen shows."""


MOST_REFERENCE: Final = 200
"""Foods of the second shelf that one search lists; who looks for more says more."""


def list_page(database: Database, principal: Principal, shelf: Shelf, after: str = "") -> CupboardPage:
    """Own products by name, then the generic foods kind by kind, by name, and where words are looked for the reference
    foods that have them: so many of those on a shelf from the beginning, or from behind the food of the slug `after`.
    Raises CannotAccept for no such place."""
    try:
        behind = product_of(after)
    except ValueError as wrong:
        raise _no_such_place() from wrong
    items: list[CupboardItem] = []
    if behind or not after:
        with database.transaction(principal) as connection:
            rows = products.list_products(connection, principal.kitchen_id, shelf, PAGE + 1, behind)
        items += map(own_item, rows)
    if shelf.on is OnShelf.IN_USE:
        items += islice(_generic(shelf, "" if behind else after), PAGE + 1 - len(items))
        items += islice(_reference(shelf, after if after.startswith(PREFIX) else ""), PAGE + 1 - len(items))
    return CupboardPage(tuple(items[:PAGE]), items[PAGE - 1].slug if len(items) > PAGE else "")


def _generic(shelf: Shelf, after: str) -> Iterator[CupboardItem]:
    """The generic foods of a shelf, from behind a place. Raises CannotAccept."""
    if after.startswith(PREFIX):
        return iter(())
    items = iter(_in_order())
    if after and not any(item.slug == after for item in items):
        raise _no_such_place()
    return (item for item in items if _stands_on(item, shelf))


def _reference(shelf: Shelf, after: str) -> Iterator[CupboardItem]:
    """The foods of the second shelf that have the words looked for, from behind a place; none where it matters what is
    not in them, which their table does not say."""
    if not shelf.words or shelf.without:
        return iter(())
    slugs = reference_shelf().find(" ".join(shelf.words), MOST_REFERENCE)
    foods = reference_cupboard().ingredients
    behind = slugs[slugs.index(after) + 1 :] if after in slugs else slugs
    return (cupboard_item(foods[slug]) for slug in behind if not shelf.role or foods[slug].role == shelf.role)


def _stands_on(item: CupboardItem, shelf: Shelf) -> bool:
    name = item.name.lower()
    return (
        (not shelf.role or item.role == shelf.role)
        and (not shelf.without or (item.allergens is not None and shelf.without not in item.allergens))
        and all(word.lower() in name for word in shelf.words)
    )


@cache
def _in_order() -> tuple[CupboardItem, ...]:
    foods = reference_cupboard().ingredients.values()
    kinds = {role: place for place, role in enumerate(dict.fromkeys(item.role for item in foods))}
    return tuple(map(cupboard_item, sorted(foods, key=lambda item: (kinds[item.role], item.name.casefold()))))


def _no_such_place() -> CannotAccept:
    return CannotAccept("/after", "There is no such place in the cupboard.")


def open_food(database: Database, principal: Principal, slug: str, mass_g: float = 100.0) -> FoodView:
    """A generic food, and how so much of it is made at home. Raises NotHere."""
    item = reference_cupboard().ingredients.get(slug)
    if item is None:
        raise NotHere("food")
    with database.transaction(principal) as connection:
        used = usage(connection, principal, slug)
        price = prices.price_of(connection, principal.kitchen_id, slug)
    measures, whence = item.measures, item.provenance or Provenance(item.source)
    return FoodView(
        cupboard_item(item), whence, item.per_100g_by(EnergySystem.EUROPEAN).energy_kcal,
        item.per_100g_by(EnergySystem.US).energy_kcal, measures.cup_g, measures.piece_g, measures.pack_g,
        item.polyol_kind, price, used, _home_made(slug, mass_g),
    )  # fmt: skip


def _home_made(slug: str, mass_g: float) -> HomeMade | None:
    preparation = preparation_of(slug)
    if preparation is None:
        return None
    made = preparation.making(mass_g)
    return HomeMade(
        mass_g, tuple(part.text for part in made.parts), made.as_parts, made.minutes, made.wait_minutes, made.keeps,
        made.how,
    )  # fmt: skip


def check(label: Label) -> LabelFigures:
    """A label per 100 g, and what is wrong with it."""
    return read_label(label)


def learn(database: Database, principal: Principal, text: str) -> ReadPackMeasures:
    """What "1 scoop = 31 g" and the like tell, by the person's cups and spoons."""
    with database.transaction(principal) as connection:
        system = load_context(connection, principal).preferences.system
    return read_pack_measures(text, system)


def open_one(database: Database, principal: Principal, product_id: UUID) -> ProductView:
    """One product. Raises NotHere."""
    with database.transaction(principal) as connection:
        return product_view(connection, principal, product_id)


WAIT_S: Final = 8.0
"""Longest wait for the register: nobody stands longer with a pack in the hand."""


async def look_up(database: Database, principal: Principal, register: Register, code: str) -> FoundProduct:
    """A product by its code. Raises CannotAccept for a code that cannot be right, NotHere when nobody knows it, and
    NoAnswer when the register is away."""
    try:
        gtin = code_of(code)
    except CannotUse as wrong:
        raise CannotAccept("/gtin", str(wrong)) from wrong
    if not gtin:
        raise CannotAccept("/gtin", "Type the digits under the bars.")
    known = await asyncio.to_thread(_known, database, principal, gtin)
    if known is not None:
        return known
    try:
        records = await asyncio.wait_for(register.ask(gtin), WAIT_S)
    except (RegisterAway, TimeoutError) as away:
        raise NoAnswer("The product register does not answer. Type the label as printed; nothing is lost.") from away
    if not records:
        raise NotHere("code", "The register knows no product of this code. Type the label as printed.")
    told = [product_from_json(record) for record in records]
    first = told[0]
    remarks = list(first.remarks)
    if any(other.label != first.label for other in told[1:]):
        remarks.insert(0, f"The register holds {len(told)} labels of this code that differ; hold this one to the pack.")
    draft = ProductDraft(
        first.name, (), "", first.label, first.measures, ProductDeclaration(), gtin, first.ingredients_text
    )
    return FoundProduct(gtin, draft=draft, check=read_label(first.label), remarks=tuple(remarks))


def _known(database: Database, principal: Principal, gtin: str) -> FoundProduct | None:
    with database.transaction(principal) as connection:
        rows = [row for row in products.with_code(connection, principal.kitchen_id, gtin) if row.merged_into is None]
    return FoundProduct(gtin, rows[0].id, rows[0].name) if rows else None
