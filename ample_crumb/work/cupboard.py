"""The place Cupboard: own products with their labels, beside the generic foods."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Final
from uuid import UUID

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.energy import Layers, layers
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.label import Label, LabelFigures, read_label
from ample_crumb.core.food.nutrients import Nutrients
from ample_crumb.core.food.pack_measures import ReadPackMeasures, read_pack_measures
from ample_crumb.core.food.product import LabelProblem, PackMeasures, ProductDeclaration, ingredient_of
from ample_crumb.core.food.product_code import code_of
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.name_matching import words
from ample_crumb.store import formulas, kitchens, prices, products
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.kitchens import Principal
from ample_crumb.store.prices import Price
from ample_crumb.store.products import ProductDetails, ProductRow
from ample_crumb.work.context import load_context, made_of, slug_of
from ample_crumb.work.formulas import all_summaries
from ample_crumb.work.pointing import pin, point
from ample_crumb.work.problems import CannotAccept, ChangedMeanwhile, NotHere

MOST_SYNONYMS: Final = 20


@dataclass(frozen=True, slots=True)
class CupboardItem:
    """A food of the cupboard, per 100 g. `product_id` is set for the kitchen's own. None is unknown. A draft has no
    figures yet; its `problem` says what its label lacks. `remark` is what the check of a label says."""

    slug: str
    name: str
    role: str
    product_id: UUID | None
    archived: bool
    per_100g: Nutrients
    layers: Layers
    allergens: tuple[str, ...] | None
    traces: tuple[str, ...] | None
    vegan: bool | None
    vegetarian: bool | None
    added_sugar: bool | None
    source: str
    draft: bool = False
    problem: str = ""
    remark: str = ""


@dataclass(frozen=True, slots=True)
class ProductDraft:
    """A product as the baker typed it."""

    name: str
    synonyms: tuple[str, ...]
    role: str
    label: Label
    measures: PackMeasures
    contains: ProductDeclaration
    gtin: str = ""
    ingredients_text: str = ""

    def about(self, *, finished: bool) -> ProductDetails:
        """What is not on its label."""
        return ProductDetails(
            name=self.name,
            synonyms=self.synonyms,
            role=self.role,
            gtin=self.gtin,
            ingredients_text=self.ingredients_text,
            finished=finished,
        )


@dataclass(frozen=True, slots=True)
class Used:
    """A formula that uses a food. `behind` is True when it is pointed at an older label of it."""

    formula_id: UUID
    name: str
    behind: bool


@dataclass(frozen=True, slots=True)
class FoodView:
    """A generic food: its usual measures in g, what it costs, where it is used."""

    item: CupboardItem
    cup_g: Mapping[str, float]
    piece_g: Mapping[str, float]
    pack_g: Mapping[str, float]
    polyol_kind: str
    price: Price | None
    used: tuple[Used, ...]


@dataclass(frozen=True, slots=True)
class Other:
    """Another product by its id."""

    product_id: UUID
    name: str


@dataclass(frozen=True, slots=True)
class ProductView:
    """A product with its newest label, the check of it, how many labels it has had, what it costs and where it is used.
    It is a draft until it is `finished`. `similar` are other products that may be the same one."""

    id: UUID
    version: int
    archived: bool
    finished: bool
    merged_into: UUID | None
    number: int
    made_at: datetime
    slug: str
    draft: ProductDraft
    check: LabelFigures
    price: Price | None
    used: tuple[Used, ...]
    similar: tuple[Other, ...]


def list_all(database: Database, principal: Principal) -> list[CupboardItem]:
    """Own products first, by name, archived ones and drafts too; then the generic foods in the order of their table."""
    with database.reading() as connection:
        rows = newest(products.listed(connection, principal.kitchen_id))
    return [_own_item(row) for row in rows] + [_item(item) for item in reference_cupboard().ingredients.values()]


def open_food(database: Database, principal: Principal, slug: str) -> FoodView:
    """A generic food. Raises NotHere."""
    item = reference_cupboard().ingredients.get(slug)
    if item is None:
        raise NotHere("food")
    with database.transaction() as connection:
        used = _used(connection, principal, {slug}, slug)
        price = prices.price_of(connection, principal.kitchen_id, slug)
    measures = item.measures
    return FoodView(_item(item), measures.cup_g, measures.piece_g, measures.pack_g, item.polyol_kind, price, used)


def check(label: Label) -> LabelFigures:
    """A label per 100 g, and what is wrong with it."""
    return read_label(label)


def learn(database: Database, principal: Principal, text: str) -> ReadPackMeasures:
    """What "1 scoop = 31 g" and the like tell, by the person's cups and spoons."""
    with database.reading() as connection:
        system = load_context(connection, principal).preferences.system
    return read_pack_measures(text, system)


def open_one(database: Database, principal: Principal, product_id: UUID) -> ProductView:
    """One product. Raises NotHere."""
    with database.transaction() as connection:
        return view_of(connection, principal, product_id)


def create(
    database: Database, principal: Principal, product_id: UUID, draft: ProductDraft, *, finished: bool = True
) -> ProductView:
    """A new product, or a draft of one, whose label need not be true yet. Sending the same id again changes nothing.
    Raises CannotAccept for what its label cannot say."""
    with database.transaction() as connection:
        kitchens.lock(connection, principal.kitchen_id)
        draft = _acceptable(connection, principal, product_id, draft, finished=finished)
        if products.add(connection, principal.kitchen_id, product_id, draft.about(finished=finished)):
            products.add_label(connection, principal.kitchen_id, product_id, 1, draft.label, draft.measures, draft.contains)
            changed(connection, principal)
        return view_of(connection, principal, product_id)


def save(
    database: Database, principal: Principal, product_id: UUID, version: int, draft: ProductDraft, *, finished: bool = True
) -> ProductView:
    """Saves a product. What changed on its label makes a new label: formulas that use the product stay with the one
    they were made by until they are told to move. A draft's label is replaced. Raises NotHere, CannotAccept or
    ChangedMeanwhile."""
    with database.transaction() as connection:
        kitchens.lock(connection, principal.kitchen_id)
        draft = _acceptable(connection, principal, product_id, draft, finished=finished)
        there = view_of(connection, principal, product_id)
        if there.draft == draft and there.finished == finished:
            return there
        if there.version != version:
            raise ChangedMeanwhile("product", there)
        if there.finished and not finished:
            raise CannotAccept("", "Formulas may count on this product already, so it cannot become a draft again.")
        was, now = there.draft, draft
        if (was.label, was.measures, was.contains) != (now.label, now.measures, now.contains):
            number = there.number
            if there.finished:
                pin(connection, principal, there.slug)
                number += 1
                products.remembered_as(connection, principal.kitchen_id, there.slug, slug_of(product_id, number))
            else:
                products.remove_label(connection, principal.kitchen_id, product_id, number)
            products.add_label(connection, principal.kitchen_id, product_id, number, now.label, now.measures, now.contains)
        products.change(connection, principal.kitchen_id, product_id, draft.about(finished=finished))
        changed(connection, principal)
        return view_of(connection, principal, product_id)


def move(database: Database, principal: Principal, product_id: UUID) -> ProductView:
    """Points the lines of all formulas that are at an older label of the product at its newest. What was eaten stays.
    Raises NotHere."""
    with database.transaction() as connection:
        kitchens.lock(connection, principal.kitchen_id)
        rows = products.listed(connection, principal.kitchen_id, product_id)
        if not rows:
            raise NotHere("product")
        at, *older = [slug_of(row.id, row.number) for row in rows]
        point(connection, principal, older, at)
        formulas.figures_are_stale(connection, principal.kitchen_id)
        return view_of(connection, principal, product_id)


def merge(database: Database, principal: Principal, product_id: UUID, into: UUID) -> ProductView:
    """Makes one of two products that are the same: lines and words that meant this one mean `into` from now on, which
    answers to its names too and takes its price if it has none; this one is archived. What was eaten stays. Doing it
    again changes nothing. Gives `into`. Raises NotHere or CannotAccept."""
    with database.transaction() as connection:
        kitchens.lock(connection, principal.kitchen_id)
        gone = products.listed(connection, principal.kitchen_id, product_id)
        stays = products.listed(connection, principal.kitchen_id, into)
        if not gone or not stays:
            raise NotHere("product")
        if gone[0].merged_into == into:
            return view_of(connection, principal, into)
        if product_id == into or not stays[0].finished or stays[0].archived:
            raise CannotAccept("/into", "Pick another product that is in use to merge into.")
        at = slug_of(into, stays[0].number)
        if gone[0].finished and not gone[0].archived:
            pin(connection, principal, slug_of(product_id, gone[0].number))
        older = [slug_of(row.id, row.number) for row in gone]
        point(connection, principal, older, at)
        for slug in older:
            products.remembered_as(connection, principal.kitchen_id, slug, at)
        kept = view_of(connection, principal, into).draft
        names = dict.fromkeys(name for name in (*kept.synonyms, gone[0].name, *gone[0].synonyms) if name != kept.name)
        about = replace(kept, synonyms=tuple(names)[:MOST_SYNONYMS], gtin=kept.gtin or gone[0].gtin)
        products.merge(connection, principal.kitchen_id, product_id, into)
        products.change(connection, principal.kitchen_id, into, about.about(finished=True))
        price = prices.price_of(connection, principal.kitchen_id, str(product_id))
        if price is not None and prices.price_of(connection, principal.kitchen_id, str(into)) is None:
            prices.set_price(connection, principal.kitchen_id, str(into), price)
        changed(connection, principal)
        return view_of(connection, principal, into)


def archive(database: Database, principal: Principal, product_id: UUID, *, archived: bool) -> None:
    """Puts a product away, so that lines no longer find it by name, or brings it back. Formulas keep it."""
    with database.transaction() as connection:
        kitchens.lock(connection, principal.kitchen_id)
        rows = products.listed(connection, principal.kitchen_id, product_id)
        if not rows:
            raise NotHere("product")
        if archived and rows[0].finished:
            pin(connection, principal, slug_of(rows[0].id, rows[0].number))
        products.archive(connection, principal.kitchen_id, product_id, archived=archived)
        changed(connection, principal)


def _acceptable(
    connection: Connection, principal: Principal, product_id: UUID, draft: ProductDraft, *, finished: bool
) -> ProductDraft:
    if not draft.name.strip():
        raise CannotAccept("/name", "A product needs a name.")
    try:
        gtin = code_of(draft.gtin)
    except CannotUse as wrong:
        raise CannotAccept("/gtin", str(wrong)) from wrong
    other = gtin and next(
        (row for row in with_code(connection, principal, gtin) if row.id != product_id and not row.archived), None
    )
    if other:
        raise CannotAccept("/gtin", f"This code is on {other.name} already.")
    if finished:
        try:
            ingredient_of("new", draft.name, draft.synonyms, draft.role, draft.label, draft.measures, draft.contains)
        except LabelProblem as problem:
            raise CannotAccept(f"/label/{problem.field}", str(problem)) from problem
    return replace(draft, gtin=gtin)


def with_code(connection: Connection, principal: Principal, gtin: str) -> list[ProductRow]:
    """The newest label of the products that carry a code."""
    return [row for row in newest(products.listed(connection, principal.kitchen_id)) if row.gtin == gtin]


def newest(rows: list[ProductRow]) -> list[ProductRow]:
    """The first row of each product, which is its newest label."""
    first: dict[UUID, ProductRow] = {}
    for row in rows:
        first.setdefault(row.id, row)
    return list(first.values())


def changed(connection: Connection, principal: Principal) -> None:
    """The cupboard is another one now, and so are all figures."""
    products.cupboard_changed(connection, principal.kitchen_id)
    formulas.figures_are_stale(connection, principal.kitchen_id)


def _item(item: Ingredient) -> CupboardItem:
    return CupboardItem(
        item.slug, item.name, item.role, None, False, item.per_100g, layers(item.per_100g), item.allergens, item.traces,
        item.vegan, item.vegetarian, item.added_sugar, item.source,
    )  # fmt: skip


def _own_item(row: ProductRow) -> CupboardItem:
    if not row.finished:
        problem = next((each.sentence for each in read_label(row.label()).problems), "")
        contains = row.contains()
        return CupboardItem(
            slug_of(row.id, row.number), row.name, row.role, row.id, row.archived, Nutrients(), layers(Nutrients()),
            contains.allergens, contains.traces, contains.vegan, contains.vegetarian, contains.added_sugar, "a draft",
            draft=True, problem=problem, remark=read_label(row.label()).remark,
        )  # fmt: skip
    item, check_of = made_of(row)
    return replace(_item(item), product_id=row.id, archived=row.archived, remark=check_of.remark)


def view_of(connection: Connection, principal: Principal, product_id: UUID) -> ProductView:
    """One product as it is. Raises NotHere."""
    rows = products.listed(connection, principal.kitchen_id, product_id)
    if not rows:
        raise NotHere("product")
    row = rows[0]
    slugs = {slug_of(each.id, each.number) for each in rows}
    slug = slug_of(row.id, row.number)
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
        used=_used(connection, principal, slugs, slug),
        similar=_similar(connection, principal, row),
    )


def _used(connection: Connection, principal: Principal, slugs: set[str], at: str) -> tuple[Used, ...]:
    made = all_summaries(connection, principal, load_context(connection, principal))
    return tuple(
        Used(row.id, row.name, bool(kept.uses & slugs - {at})) for row, kept in made if not kept.uses.isdisjoint(slugs)
    )


def _similar(connection: Connection, principal: Principal, row: ProductRow) -> tuple[Other, ...]:
    """Other products in use that carry the same code, or all of whose words are in the name of the one or the other."""
    return tuple(
        Other(other.id, other.name)
        for other in newest(products.listed(connection, principal.kitchen_id))
        if other.id != row.id and other.finished and not other.archived and _may_be_one(row, other)
    )


def _may_be_one(one: ProductRow, other: ProductRow) -> bool:
    if one.gtin and one.gtin == other.gtin:
        return True
    ours, theirs = frozenset(words(one.name)), frozenset(words(other.name))
    # A single word, "whey", is too little to go by.
    return min(len(ours), len(theirs)) > 1 and (ours <= theirs or theirs <= ours)
