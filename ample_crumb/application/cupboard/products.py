"""Products of the kitchen as the Cupboard shows them, within a transaction."""

from dataclasses import replace
from uuid import UUID

from ample_crumb.application.cupboard.views import CupboardItem, ProductDraft, ProductView, SimilarProduct, UsingFormula
from ample_crumb.application.cupboards import label_ingredient, label_slug
from ample_crumb.application.problems import NotHere
from ample_crumb.core.food.energy import layers
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.label import read_label
from ample_crumb.core.food.nutrients import Nutrients
from ample_crumb.core.quantity.name_matching import words
from ample_crumb.store import formulas, prices, products
from ample_crumb.store.database import Connection
from ample_crumb.store.products import ProductRow
from ample_crumb.store.scope import Principal


def with_code(connection: Connection, principal: Principal, gtin: str) -> list[ProductRow]:
    """The newest label of the products that carry a code."""
    return newest(products.alike(connection, principal.kitchen_id, gtin, []))


def newest(rows: list[ProductRow]) -> list[ProductRow]:
    """The first row of each product, which is its newest label."""
    first: dict[UUID, ProductRow] = {}
    for row in rows:
        first.setdefault(row.id, row)
    return list(first.values())


def cupboard_item(item: Ingredient) -> CupboardItem:
    return CupboardItem(
        item.slug, item.name, item.role, None, False, item.per_100g, layers(item.per_100g), item.allergens, item.traces,
        item.vegan, item.vegetarian, item.added_sugar, item.source,
    )  # fmt: skip


def own_item(row: ProductRow) -> CupboardItem:
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
    rows = products.listed(connection, principal.kitchen_id, product_id)
    if not rows:
        raise NotHere("product")
    row = rows[0]
    slugs = {label_slug(each.id, each.number) for each in rows}
    slug = label_slug(row.id, row.number)
    return ProductView(
        id=row.id,
        version=row.version,
        archived=row.archived,
        finished=row.finished,
        merged_into=row.merged_into,
        number=row.number,
        made_at=row.made_at,
        slug=slug,
        draft=ProductDraft(
            row.name,
            tuple(row.synonyms),
            row.role,
            row.label(),
            row.measures(),
            row.contains(),
            row.gtin,
            row.ingredients_text,
        ),
        check=read_label(row.label()),
        price=prices.price_of(connection, principal.kitchen_id, str(product_id)),
        used=formulas_using(connection, principal, slugs, slug),
        similar=_similar(connection, principal, row),
    )


def formulas_using(connection: Connection, principal: Principal, slugs: set[str], at: str) -> tuple[UsingFormula, ...]:
    return tuple(
        UsingFormula(formula_id, name, bool(set(foods) - {at}))
        for formula_id, name, foods in formulas.using(connection, principal.kitchen_id, sorted(slugs))
    )


def _similar(connection: Connection, principal: Principal, row: ProductRow) -> tuple[SimilarProduct, ...]:
    """Other products in use that carry the same code, or all of whose words are in the name of the one or the other."""
    return tuple(
        SimilarProduct(other.id, other.name)
        for other in newest(products.alike(connection, principal.kitchen_id, row.gtin, _beginnings(row.name)))
        if other.id != row.id and other.finished and not other.archived and _may_be_one(row, other)
    )


def _beginnings(name: str) -> list[str]:
    """By which a name of the same words is found, whatever their number: what a plural leaves as it is."""
    plain = (word for word in name.lower().split() if len(word) > 2)
    return sorted({word.strip("(),.")[:4] for word in plain} - {""})


def _may_be_one(one: ProductRow, other: ProductRow) -> bool:
    if one.gtin and one.gtin == other.gtin:
        return True
    ours, theirs = frozenset(words(one.name)), frozenset(words(other.name))
    # A single word, "whey", is too little to go by.
    return min(len(ours), len(theirs)) > 1 and (ours <= theirs or theirs <= ours)
