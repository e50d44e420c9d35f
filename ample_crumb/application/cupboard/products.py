"""Products of the kitchen as the Cupboard shows them, within a transaction."""

from collections.abc import Sequence
from dataclasses import replace
from typing import Final
from uuid import UUID

from ample_crumb.application.context import load_context
from ample_crumb.application.cupboard.views import (
    CupboardItem,
    ProductDraft,
    ProductView,
    SimilarProduct,
    Usage,
    UsingFormula,
)
from ample_crumb.application.cupboards import label_ingredient, label_slug, label_slugs, product_of
from ample_crumb.application.problems import NotHere
from ample_crumb.core.food.energy import layers
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.label import read_label
from ample_crumb.core.food.nutrients import Nutrients
from ample_crumb.core.lru_cache import LeastRecentlyUsed
from ample_crumb.core.quantity.name_matching import words
from ample_crumb.store import formula_foods, prices, products
from ample_crumb.store.database import Connection
from ample_crumb.store.products import ProductRow
from ample_crumb.store.scope import Principal

MOST_USING: Final = 24
MOST_SIMILAR: Final = 8


def cupboard_item(item: Ingredient) -> CupboardItem:
    return CupboardItem(
        item.slug, item.name, item.role, None, False, item.per_100g, layers(item.per_100g), item.allergens, item.traces,
        item.vegan, item.vegetarian, item.added_sugar, item.source, reference=item.reference,
    )  # fmt: skip


_ITEMS: Final = LeastRecentlyUsed(4000)
"""A label is read again and again as pages are turned, and hardly ever changes."""


def own_item(row: ProductRow) -> CupboardItem:
    # Copies of one product in several kitchens differ in their words, or in when their labels were made.
    state = (
        row.id, row.revision, row.number, row.made_at, row.name, row.role, tuple(row.synonyms), row.ingredients_text,
        row.finished, row.archived,
    )  # fmt: skip
    known: CupboardItem | None = _ITEMS.get(state)
    if known is None:
        known = _own_item(row)
        _ITEMS.put(state, known)
    return known


def _own_item(row: ProductRow) -> CupboardItem:
    if not row.finished:
        problem = next((each.sentence for each in read_label(row.label()).problems), "")
        contains = row.contains()
        return CupboardItem(
            label_slug(row.id, row.number), row.name, row.role, row.id, row.archived, Nutrients(), layers(Nutrients()),
            contains.allergens, contains.traces, contains.vegan, contains.vegetarian, contains.added_sugar, "a draft",
            draft=True, problem=problem, remark=read_label(row.label()).remark,
        )  # fmt: skip
    item, check_of = label_ingredient(row)
    return replace(cupboard_item(item), product_id=row.id, archived=row.archived, remark=check_of.remark)


def product_view(connection: Connection, principal: Principal, product_id: UUID) -> ProductView:
    """One product as it is. Raises NotHere."""
    row = products.find(connection, principal.kitchen_id, product_id)
    if row is None:
        raise NotHere("product")
    slug, *older = label_slugs(row.id, row.number)
    return ProductView(
        id=row.id,
        version=row.revision,
        archived=row.archived,
        finished=row.finished,
        merged_into=row.merged_into,
        number=row.number,
        made_at=row.made_at,
        slug=slug,
        draft=product_draft(row),
        check=read_label(row.label()),
        price=prices.price_of(connection, principal.kitchen_id, str(product_id)),
        used=usage(connection, principal, slug, older),
        similar=_similar(connection, principal, row),
    )


def product_draft(row: ProductRow) -> ProductDraft:
    """A product as it was typed."""
    return ProductDraft(
        row.name, tuple(row.synonyms), row.role, row.label(), row.measures(), row.contains(), row.gtin,
        row.ingredients_text,
    )  # fmt: skip


def usage(connection: Connection, principal: Principal, at: str, older: Sequence[str] = ()) -> Usage:
    """Which formulas use a food or an older label of it."""
    rows = formula_foods.list_using(connection, principal.kitchen_id, at, older, MOST_USING)
    shown = tuple(UsingFormula(row.id, row.name, row.behind) for row in rows)
    return Usage(rows[0].count, rows[0].behind_count, shown) if rows else Usage(0, 0, ())


def _similar(connection: Connection, principal: Principal, row: ProductRow) -> tuple[SimilarProduct, ...]:
    """Other products in use that carry the same code, or all of whose words are in the name of the one or the other."""
    same_code = products.with_code(connection, principal.kitchen_id, row.gtin) if row.gtin else []
    found = {other.id: other.name for other in same_code if other.finished and not other.archived}
    cupboard = load_context(connection, principal).cupboard
    for slug in cupboard.index.alike(row.name):
        other_id, name = product_of(slug), cupboard.ingredients[slug].name
        if other_id is not None and _may_be_one(row.name, name):
            found.setdefault(other_id, name)
        if len(found) > MOST_SIMILAR:
            break
    found.pop(row.id, None)
    return tuple(SimilarProduct(other_id, name) for other_id, name in list(found.items())[:MOST_SIMILAR])


def _may_be_one(one: str, other: str) -> bool:
    ours, theirs = frozenset(words(one)), frozenset(words(other))
    # A single word, "whey", is too little to go by.
    return min(len(ours), len(theirs)) > 1 and (ours <= theirs or theirs <= ours)
