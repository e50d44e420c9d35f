"""The place Cupboard: own products with their labels, beside the generic foods."""

from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.energy import Layers, layers
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.label import Label, LabelFigures, read_label
from ample_crumb.core.food.nutrients import Nutrients
from ample_crumb.core.food.product import Contains, LabelProblem, OwnMeasures, ingredient_of
from ample_crumb.core.formula.formula import Line, Part, work_out
from ample_crumb.store import formulas, products
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.kitchens import Who
from ample_crumb.store.products import ProductRow
from ample_crumb.work.problems import CannotAccept, ChangedMeanwhile, NotHere
from ample_crumb.work.ways import Ways, made_of, slug_of, ways_of


@dataclass(frozen=True, slots=True)
class Item:
    """A food of the cupboard, per 100 g. `product_id` is set for the kitchen's own. None is unknown."""

    slug: str
    name: str
    role: str
    product_id: UUID | None
    archived: bool
    per_100g: Nutrients
    layers: Layers
    allergens: tuple[str, ...] | None
    vegan: bool | None
    vegetarian: bool | None
    added_sugar: bool | None
    source: str


@dataclass(frozen=True, slots=True)
class ProductDraft:
    """A product as the baker typed it."""

    name: str
    synonyms: tuple[str, ...]
    role: str
    label: Label
    measures: OwnMeasures
    contains: Contains


@dataclass(frozen=True, slots=True)
class Used:
    """A formula that uses a product. `behind` is True when it is pointed at an older label."""

    formula_id: UUID
    name: str
    behind: bool


@dataclass(frozen=True, slots=True)
class ProductView:
    """A product with its newest label, the check of it, how many labels it has had, and where it is used."""

    id: UUID
    version: int
    archived: bool
    number: int
    made_at: datetime
    slug: str
    draft: ProductDraft
    check: LabelFigures
    used: tuple[Used, ...]


def list_all(database: Database, who: Who) -> list[Item]:
    """Own products first, by name, archived ones too; then the generic foods in the order of their table."""
    with database.reading() as connection:
        rows = _newest(products.listed(connection, who.kitchen_id))
    own = [_item(made_of(row)[0], row.id, row.archived) for row in rows]
    return own + [_item(item, None, False) for item in reference_cupboard().ingredients.values()]


def check(label: Label) -> LabelFigures:
    """A label per 100 g, and what is wrong with it."""
    return read_label(label)


def open_one(database: Database, who: Who, product_id: UUID) -> ProductView:
    """One product. Raises NotHere."""
    with database.transaction() as connection:
        return _view(connection, who, product_id)


def create(database: Database, who: Who, product_id: UUID, draft: ProductDraft) -> ProductView:
    """A new product. Sending the same id again changes nothing. Raises CannotAccept for what its label cannot say."""
    _acceptable(draft)
    with database.transaction() as connection:
        made = products.add(
            connection, who.kitchen_id, product_id, name=draft.name, synonyms=draft.synonyms, role=draft.role
        )
        if made:
            products.add_label(connection, who.kitchen_id, product_id, 1, draft.label, draft.measures, draft.contains)
            _changed(connection, who)
        return _view(connection, who, product_id)


def save(database: Database, who: Who, product_id: UUID, version: int, draft: ProductDraft) -> ProductView:
    """Saves a product. What changed on its label makes a new label: formulas that use the product stay with the one
    they were made by until they are told to move. Raises NotHere, CannotAccept or ChangedMeanwhile."""
    _acceptable(draft)
    with database.transaction() as connection:
        products.lock(connection, who.kitchen_id, product_id)
        there = _view(connection, who, product_id)
        if there.draft == draft:
            return there
        if there.version != version:
            raise ChangedMeanwhile("product", there)
        was, now = there.draft, draft
        if (was.label, was.measures, was.contains) != (now.label, now.measures, now.contains):
            _pin(connection, who, there.slug)
            number = there.number + 1
            products.add_label(
                connection, who.kitchen_id, product_id, number, draft.label, draft.measures, draft.contains
            )
            products.remembered_as(connection, who.kitchen_id, there.slug, slug_of(product_id, number))
        products.change(
            connection, who.kitchen_id, product_id, name=draft.name, synonyms=draft.synonyms, role=draft.role
        )
        _changed(connection, who)
        return _view(connection, who, product_id)


def move(database: Database, who: Who, product_id: UUID) -> ProductView:
    """Points the lines of all formulas that are at an older label of the product at its newest. What was eaten stays.
    Raises NotHere."""
    with database.transaction() as connection:
        rows = products.listed(connection, who.kitchen_id, product_id)
        if not rows:
            raise NotHere("product")
        newest, *older = [slug_of(row.id, row.number) for row in rows]

        def moved(parts: tuple[Part, ...]) -> tuple[Part, ...]:
            return tuple(
                Part(
                    part.name,
                    tuple(Line(line.text, newest if line.chosen in older else line.chosen) for line in part.lines),
                )
                for part in parts
            )

        _rewrite(connection, who, moved)
        formulas.figures_are_stale(connection, who.kitchen_id)
        return _view(connection, who, product_id)


def archive(database: Database, who: Who, product_id: UUID, *, archived: bool) -> None:
    """Puts a product away, so that lines no longer find it by name, or brings it back. Formulas keep it."""
    with database.transaction() as connection:
        rows = products.listed(connection, who.kitchen_id, product_id)
        if not rows:
            raise NotHere("product")
        if archived:
            _pin(connection, who, slug_of(rows[0].id, rows[0].number))
        products.archive(connection, who.kitchen_id, product_id, archived=archived)
        _changed(connection, who)


def _acceptable(draft: ProductDraft) -> None:
    if not draft.name.strip():
        raise CannotAccept("/name", "A product needs a name.")
    try:
        ingredient_of("new", draft.name, draft.synonyms, draft.role, draft.label, draft.measures, draft.contains)
    except LabelProblem as problem:
        raise CannotAccept(f"/label/{problem.field}", str(problem)) from problem


def _changed(connection: Connection, who: Who) -> None:
    products.cupboard_changed(connection, who.kitchen_id)
    formulas.figures_are_stale(connection, who.kitchen_id)


def _pin(connection: Connection, who: Who, slug: str) -> None:
    """Points the lines that find this label by its name at it, so that a newer label does not change them."""
    ways = ways_of(connection, who)
    _rewrite(connection, who, lambda parts: _pinned(parts, slug, ways))


def _pinned(parts: tuple[Part, ...], slug: str, ways: Ways) -> tuple[Part, ...]:
    read = work_out(parts, 1, ways.cupboard, ways.manner).parts
    return tuple(
        Part(
            part.name,
            tuple(
                Line(line.text, slug) if as_read.ingredient and as_read.ingredient.slug == slug else line
                for line, as_read in zip(part.lines, figures.lines, strict=True)
            ),
        )
        for part, figures in zip(parts, read, strict=True)
    )


def _rewrite(connection: Connection, who: Who, change: Callable[[tuple[Part, ...]], tuple[Part, ...]]) -> None:
    """Writes the parts that `change` changes, as their formula's next version, so that open windows notice. Each
    formula is locked before it is read, in the order of ids, so that two products saved at once wait for each other."""
    for formula_id in sorted(row.id for row in formulas.listed(connection, who.kitchen_id)):
        row = formulas.find(connection, who.kitchen_id, formula_id, lock=True)
        if row is None:
            continue
        was = formulas.parts_of(connection, who.kitchen_id, formula_id)
        now = change(was)
        if now != was:
            formulas.change(
                connection, who.kitchen_id, formula_id, name=row.name, family=row.family, pieces=row.pieces,
                method=row.method,
            )  # fmt: skip
            formulas.write_parts(connection, who.kitchen_id, formula_id, now)


def _newest(rows: list[ProductRow]) -> list[ProductRow]:
    first: dict[UUID, ProductRow] = {}
    for row in rows:
        first.setdefault(row.id, row)
    return list(first.values())


def _item(item: Ingredient, product_id: UUID | None, archived: bool) -> Item:
    return Item(
        item.slug, item.name, item.role, product_id, archived, item.per_100g, layers(item.per_100g), item.allergens,
        item.vegan, item.vegetarian, item.added_sugar, item.source,
    )  # fmt: skip


def _view(connection: Connection, who: Who, product_id: UUID) -> ProductView:
    rows = products.listed(connection, who.kitchen_id, product_id)
    if not rows:
        raise NotHere("product")
    row = rows[0]
    slugs = {slug_of(each.id, each.number) for each in rows}
    slug = slug_of(row.id, row.number)
    return ProductView(
        id=row.id,
        version=row.version,
        archived=row.archived,
        number=row.number,
        made_at=row.made_at,
        slug=slug,
        draft=ProductDraft(row.name, tuple(row.synonyms), row.role, row.label(), row.measures(), row.contains()),
        check=read_label(row.label()),
        used=_used(connection, who, slugs, slug),
    )


def _used(connection: Connection, who: Who, slugs: set[str], newest: str) -> tuple[Used, ...]:
    ways = ways_of(connection, who)
    used = []
    for row in formulas.listed(connection, who.kitchen_id):
        parts = formulas.parts_of(connection, who.kitchen_id, row.id)
        read = work_out(parts, 1, ways.cupboard, ways.manner)
        found = {line.ingredient.slug for part in read.parts for line in part.lines if line.ingredient} & slugs
        if found:
            used.append(Used(row.id, row.name, found != {newest}))
    return tuple(used)
