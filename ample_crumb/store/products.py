"""A kitchen's own products and their labels by date."""

from collections.abc import Iterable
from dataclasses import asdict, dataclass, fields
from datetime import datetime
from enum import StrEnum
from typing import Any, Final
from uuid import UUID

from psycopg.rows import class_row
from psycopg.sql import SQL

from ample_crumb.core.food.label import Label, LabelBasis, Style
from ample_crumb.core.food.product import Pack, PackMeasures, ProductDeclaration
from ample_crumb.store.columns import column_list, value_list
from ample_crumb.store.conditions import asked_for, holds
from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True, kw_only=True)
class ProductRow:
    """A product with one of its labels, by default the newest, `number`."""

    id: UUID
    name: str
    synonyms: list[str]
    role: str
    revision: int
    archived: bool
    finished: bool
    merged_into: UUID | None
    gtin: str
    ingredients_text: str
    number: int
    made_at: datetime
    style: str
    basis: str
    polyol_kind: str
    serving_g: float | None
    density_g_per_ml: float | None
    energy_kcal: float | None
    energy_kj: float | None
    fat_g: float | None
    saturates_g: float | None
    carbohydrate_g: float | None
    sugars_g: float | None
    fibre_g: float | None
    polyols_g: float | None
    erythritol_g: float | None
    allulose_g: float | None
    protein_g: float | None
    salt_g: float | None
    sodium_mg: float | None
    alcohol_g: float | None
    scoop_g: float | None
    piece_g: float | None
    pack_g: float | None
    drained_g: float | None
    cup_g: float | None
    allergens: list[str] | None
    traces: list[str] | None
    vegan: bool | None
    vegetarian: bool | None
    added_sugar: bool | None

    def pack(self) -> Pack:
        """All that is on the pack."""
        return Pack(self.label(), self.measures(), self.contains())

    def label(self) -> Label:
        """The label as printed."""
        figures = {name: getattr(self, name) for name in _FIGURES}
        return Label(style=Style(self.style), basis=LabelBasis(self.basis), polyol_kind=self.polyol_kind, **figures)

    def measures(self) -> PackMeasures:
        """Grams of a scoop, piece, pack and cup."""
        return PackMeasures(**{name: getattr(self, name) for name in _MEASURES})

    def contains(self) -> ProductDeclaration:
        """What it is said to contain."""
        return ProductDeclaration(
            allergens=None if self.allergens is None else tuple(self.allergens),
            traces=None if self.traces is None else tuple(self.traces),
            vegan=self.vegan,
            vegetarian=self.vegetarian,
            added_sugar=self.added_sugar,
        )


_FIGURES: Final = tuple(field.name for field in fields(Label) if field.name not in {"style", "basis", "polyol_kind"})
_MEASURES: Final = tuple(field.name for field in fields(PackMeasures))


_COLUMNS: Final = SQL(
    """
    product.id, name, synonyms, role, revision, archived_at is not null as archived, finished, merged_into, gtin,
        ingredients_text, number, made_at, style, basis, polyol_kind, {figures}, {measures}, allergens, traces, vegan,
        vegetarian, added_sugar
"""
).format(figures=column_list(_FIGURES), measures=column_list(_MEASURES))
_WITH_NEWEST: Final = SQL(
    """
    select {} from product cross join lateral (
        select * from product_label label
        where label.kitchen_id = product.kitchen_id and label.product_id = product.id order by number desc limit 1
    ) newest
"""
).format(_COLUMNS)


def changed_since(connection: Connection, kitchen_id: UUID, revision: int = -1) -> list[ProductRow]:
    """The products that changed after that state of the cupboard, by default all, with all their labels, the newest
    label of each first."""
    with connection.cursor(row_factory=class_row(ProductRow)) as cursor:
        return cursor.execute(
            SQL(
                """
                select {} from product join product_label label
                    on label.kitchen_id = product.kitchen_id and label.product_id = product.id
                where product.kitchen_id = %(kitchen_id)s and product.cupboard_revision > %(revision)s
                order by sort_name, product.id, number desc
                """
            ).format(_COLUMNS),
            {"kitchen_id": kitchen_id, "revision": revision},
        ).fetchall()


def find(connection: Connection, kitchen_id: UUID, product_id: UUID) -> ProductRow | None:
    """A product with its newest label, or None."""
    with connection.cursor(row_factory=class_row(ProductRow)) as cursor:
        return cursor.execute(
            SQL(
                """
                {} where product.kitchen_id = %(kitchen_id)s and product.id = %(product_id)s
                """
            ).format(_WITH_NEWEST),
            {"kitchen_id": kitchen_id, "product_id": product_id},
        ).fetchone()


def with_code(connection: Connection, kitchen_id: UUID, gtin: str) -> list[ProductRow]:
    """The products that carry a code, with the newest label of each; none where the code is empty."""
    with connection.cursor(row_factory=class_row(ProductRow)) as cursor:
        return cursor.execute(
            SQL(
                """
                {} where product.kitchen_id = %(kitchen_id)s and gtin <> '' and gtin = %(gtin)s
                order by sort_name, product.id
                """
            ).format(_WITH_NEWEST),
            {"kitchen_id": kitchen_id, "gtin": gtin},
        ).fetchall()


class OnShelf(StrEnum):
    """Which foods of the cupboard a list shows: those in use, of these own products alone or drafts alone, or what is
    archived."""

    IN_USE = ""
    OWN = "own"
    DRAFTS = "drafts"
    ARCHIVED = "archived"


@dataclass(frozen=True, slots=True, kw_only=True)
class Shelf:
    """Of the foods `on` a shelf those whose names hold all `words`, of a `role`, said to be `without` an allergen and
    traces of it. Empty is any."""

    on: OnShelf = OnShelf.IN_USE
    words: tuple[str, ...] = ()
    role: str = ""
    without: str = ""


_BEHIND: Final = """
    (sort_name, id) > (
        (select sort_name from product where kitchen_id = %(kitchen_id)s and id = %(after)s), %(after)s
    )
"""
_WITHOUT: Final = """
    (
        select allergens is not null and %(without)s <> all(allergens)
            and %(without)s <> all(coalesce(traces, '{}'))
        from product_label label
        where label.kitchen_id = product.kitchen_id and label.product_id = product.id order by number desc limit 1
    )
"""


def list_products(
    connection: Connection, kitchen_id: UUID, shelf: Shelf, most: int, after: UUID | None = None
) -> list[ProductRow]:
    """Products by name with the newest label of each: so many from the beginning, or from behind that one."""
    conditions = (
        (True, "kitchen_id = %(kitchen_id)s"),
        (True, "archived_at is not null" if shelf.on is OnShelf.ARCHIVED else "archived_at is null"),
        (shelf.on is OnShelf.DRAFTS, "not finished"),
        (shelf.words, "sort_name like all(%(patterns)s)"),
        (shelf.role, "role = %(role)s"),
        (shelf.without, _WITHOUT),
        (after, _BEHIND),
    )
    with connection.cursor(row_factory=class_row(ProductRow)) as cursor:
        return cursor.execute(
            SQL(
                """
                with page as (
                    select id from product where {} order by sort_name, id limit %(most)s
                )
                {} join page on page.id = product.id where product.kitchen_id = %(kitchen_id)s
                order by sort_name, product.id
                """
            ).format(asked_for(conditions), _WITH_NEWEST),
            {
                "kitchen_id": kitchen_id,
                "role": shelf.role,
                "without": shelf.without,
                "patterns": [holds(word.lower()) for word in shelf.words],
                "after": after,
                "most": most,
            },
        ).fetchall()


@dataclass(frozen=True, slots=True, kw_only=True)
class ProductDetails:
    """What a product says of itself besides its label."""

    name: str
    synonyms: tuple[str, ...]
    role: str
    gtin: str = ""
    ingredients_text: str = ""
    finished: bool = True


def add(connection: Connection, kitchen_id: UUID, product_id: UUID, about: ProductDetails) -> bool:
    """A new product without a label. False when that id is taken, as after a retry."""
    added = connection.execute(
        """
        insert into product (id, kitchen_id, name, synonyms, role, gtin, ingredients_text, finished)
        values (%(id)s, %(kitchen_id)s, %(name)s, %(synonyms)s, %(role)s, %(gtin)s, %(ingredients_text)s, %(finished)s)
        on conflict (kitchen_id, id) do nothing
        """,
        asdict(about) | {"id": product_id, "kitchen_id": kitchen_id, "synonyms": list(about.synonyms)},
    )
    return added.rowcount == 1


def change(connection: Connection, kitchen_id: UUID, product_id: UUID, about: ProductDetails) -> None:
    """What a product says of itself anew, and its next revision. The caller has looked at its revision."""
    connection.execute(
        """
        update product set name = %(name)s, synonyms = %(synonyms)s, role = %(role)s, gtin = %(gtin)s,
            ingredients_text = %(ingredients_text)s, finished = %(finished)s, revision = revision + 1
        where id = %(id)s and kitchen_id = %(kitchen_id)s
        """,
        asdict(about) | {"id": product_id, "kitchen_id": kitchen_id, "synonyms": list(about.synonyms)},
    )


def remove_label(connection: Connection, kitchen_id: UUID, product_id: UUID, number: int) -> None:
    """Takes away a label that nothing was made of yet."""
    connection.execute(
        """
        delete from product_label where product_id = %(id)s and kitchen_id = %(kitchen_id)s and number = %(number)s
        """,
        {"id": product_id, "kitchen_id": kitchen_id, "number": number},
    )


def merge(connection: Connection, kitchen_id: UUID, product_id: UUID, into: UUID) -> None:
    """Archives a product as merged into another."""
    connection.execute(
        """
        update product set merged_into = %(into)s, archived_at = coalesce(archived_at, now()), revision = revision + 1
        where id = %(id)s and kitchen_id = %(kitchen_id)s
        """,
        {"id": product_id, "kitchen_id": kitchen_id, "into": into},
    )


def add_label(connection: Connection, kitchen_id: UUID, product_id: UUID, number: int, pack: Pack) -> None:
    """The label of that number of a product, counted from 1."""
    label, contains = pack.label, pack.contains
    values: dict[str, Any] = {
        "id": product_id,
        "kitchen_id": kitchen_id,
        "number": number,
        "style": label.style,
        "basis": label.basis,
        "polyol_kind": label.polyol_kind,
        "allergens": None if contains.allergens is None else list(contains.allergens),
        "traces": None if contains.traces is None else list(contains.traces),
        "vegan": contains.vegan,
        "vegetarian": contains.vegetarian,
        "added_sugar": contains.added_sugar,
    }
    connection.execute(
        SQL("""
        insert into product_label (product_id, kitchen_id, number, style, basis, polyol_kind, {figures}, {measures},
            allergens, traces, vegan, vegetarian, added_sugar)
        values (%(id)s, %(kitchen_id)s, %(number)s, %(style)s, %(basis)s, %(polyol_kind)s, {figure_values},
            {measure_values}, %(allergens)s, %(traces)s, %(vegan)s, %(vegetarian)s, %(added_sugar)s)
        """).format(
            figures=column_list(_FIGURES),
            measures=column_list(_MEASURES),
            figure_values=value_list(_FIGURES),
            measure_values=value_list(_MEASURES),
        ),
        values | asdict(pack.measures) | {name: getattr(label, name) for name in _FIGURES},
    )


def archive(connection: Connection, kitchen_id: UUID, product_id: UUID, *, archived: bool) -> bool:
    """Puts a product away or brings it back; False when there is none of that id."""
    done = connection.execute(
        """
        update product set archived_at = case when %(archived)s then coalesce(archived_at, now()) end,
            merged_into = case when %(archived)s then merged_into end
        where id = %(id)s and kitchen_id = %(kitchen_id)s
        """,
        {"archived": archived, "id": product_id, "kitchen_id": kitchen_id},
    )
    return done.rowcount == 1


def mark_products_changed(connection: Connection, kitchen_id: UUID, product_ids: Iterable[UUID]) -> None:
    """Tells all workers that these products have changed. The caller holds the kitchen's lock, so that a larger number
    is a later state."""
    connection.execute(
        """
        with this as (
            update kitchen set cupboard_revision = nextval('cupboard_revision') where id = %(kitchen_id)s
            returning cupboard_revision
        )
        update product set cupboard_revision = this.cupboard_revision from this
        where kitchen_id = %(kitchen_id)s and id = any(%(ids)s)
        """,
        {"kitchen_id": kitchen_id, "ids": list(product_ids)},
    )


def move_food_aliases(connection: Connection, kitchen_id: UUID, was: str, now: str) -> None:
    """Words that were corrected to the slug `was` mean `now`."""
    connection.execute(
        "update food_alias set slug = %(now)s where kitchen_id = %(kitchen_id)s and slug = %(was)s",
        {"kitchen_id": kitchen_id, "was": was, "now": now},
    )
