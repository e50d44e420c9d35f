"""Tables of a kitchen as CSV: UTF-8, RFC 4180, cells that spreadsheets would take for formulas made safe."""

from collections.abc import Callable, Iterator
from dataclasses import asdict
from datetime import date, timedelta
from enum import StrEnum
from typing import Any, Final
from uuid import UUID

from ample_crumb.application.bake_days import queries as bake_days_queries
from ample_crumb.application.ledger import queries as ledger_queries
from ample_crumb.application.ledger.queries import MOST_DAYS
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.product import PackMeasures, ProductDeclaration
from ample_crumb.formats.csv_table import csv_text
from ample_crumb.formats.ledger_csv import ledger_csv
from ample_crumb.store import exports, products
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.products import ProductRow
from ample_crumb.store.scope import Principal


class Table(StrEnum):
    """A table that goes out."""

    BATCHES = "batches"
    TASTINGS = "tastings"
    DIARY = "diary"
    LEDGER = "ledger"
    CUPBOARD = "cupboard"


_BATCHES: Final = (
    "made_at", "zone", "name", "family", "version", "pieces", "planned_count", "dough_g", "baked_g", "piece_g",
    "energy_kcal", "energy_kcal_sd", "protein_g", "protein_g_sd", "fat_g", "saturates_g", "carbohydrate_g", "sugars_g",
    "fibre_g", "salt_g", "oven", "took_min", "cost", "id", "formula_id",
)  # fmt: skip
_TASTINGS: Final = ("tasted_at", "tasting", "letter", "batch", "made_at", "taster", "pole", "score", "batch_id")
_DIARY: Final = (
    "day", "time_utc", "name", "amount", "state", "pieces", "mass_g", "energy_kcal", "energy_kcal_sd", "protein_g",
    "protein_g_sd", "fat_g", "saturates_g", "carbohydrate_g", "sugars_g", "fibre_g", "polyols_g", "salt_g",
)  # fmt: skip
_CUPBOARD: Final = (
    "name", "gtin", "synonyms", "role", "style", "basis", "serving_g", "density_g_per_ml", "energy_kcal", "energy_kj",
    "fat_g", "saturates_g", "carbohydrate_g", "sugars_g", "fibre_g", "polyols_g", "erythritol_g", "polyol_kind",
    "allulose_g", "protein_g", "salt_g", "sodium_mg", "alcohol_g", "scoop_g", "piece_g", "pack_g", "drained_g", "cup_g",
    "allergens", "traces", "vegan", "vegetarian", "added_sugar", "price", "price_for", "at_home", "packs_g", "found_at",
)  # fmt: skip
_SHOPPING: Final = (
    "name",
    "need_g",
    "have_g",
    "missing_g",
    "packs",
    "left_g",
    "cost",
    "wanted_for",
    "found_at",
    "ticked",
)


def table_csv(database: Database, principal: Principal, table: Table) -> str:
    """A table as CSV, all of it."""
    if table is Table.LEDGER:
        return _ledger(database, principal)
    with database.snapshot(principal) as connection:
        return _WRITERS[table](connection, principal)


def _batches(connection: Connection, principal: Principal) -> str:
    return csv_text(_BATCHES, exports.batch_rows(connection, principal.kitchen_id))


def _tastings(connection: Connection, principal: Principal) -> str:
    return csv_text(_TASTINGS, exports.mark_rows(connection, principal.kitchen_id))


def _diary(connection: Connection, principal: Principal) -> str:
    return csv_text(_DIARY, exports.entry_rows(connection, principal))


def _cupboard(connection: Connection, principal: Principal) -> str:
    """Own products with their newest labels, then what else has a price or is told to be at home."""
    known = {row["food"]: row for row in exports.bought_rows(connection, principal.kitchen_id)}
    newest: dict[UUID, ProductRow] = {}
    for row in products.changed_since(connection, principal.kitchen_id):
        newest.setdefault(row.id, row)
    rows = [_product(row) | _bought(known.pop(str(row.id), {})) for row in newest.values() if not row.archived]
    generic = reference_cupboard().ingredients
    rows += [{"name": generic[food].name} | _bought(row) for food, row in known.items() if food in generic]
    return csv_text(_CUPBOARD, rows)


def _product(row: ProductRow) -> dict[str, Any]:
    contains: ProductDeclaration = row.contains()
    measures: PackMeasures = row.measures()
    said = {name: "none" if value == () else value for name, value in asdict(contains).items()}
    return asdict(row.label()) | asdict(measures) | said | {
        "name": row.name, "gtin": row.gtin, "synonyms": row.synonyms, "role": row.role,
    }  # fmt: skip


def _bought(row: dict[str, Any]) -> dict[str, Any]:
    if not row:
        return {}
    there = f"{row['at_home_g']:g} g" if row["at_home_g"] is not None else row["state"]
    return {
        "price": row["price"], "price_for": row["price_for"], "at_home": there, "packs_g": row["packs_g"],
        "found_at": row["found_at"],
    }  # fmt: skip


_WRITERS: Final[dict[Table, Callable[[Connection, Principal], str]]] = {
    Table.BATCHES: _batches,
    Table.TASTINGS: _tastings,
    Table.DIARY: _diary,
    Table.CUPBOARD: _cupboard,
}


def _ledger(database: Database, principal: Principal) -> str:
    """The days from the first to the last that something was written down on, without long times of nothing."""
    with database.snapshot(principal) as connection:
        written = exports.days_written(connection, principal)
    rows: list[dict[str, object]] = []
    for first, last in _spans(written):
        rows += ledger_queries.as_rows(ledger_queries.open_ledger(database, principal, first, last))
    return ledger_csv(rows)


_LONGEST_GAP: Final = timedelta(days=31)
"""A day that was mistyped by a century brings no century of empty rows."""


def _spans(written: list[date]) -> Iterator[tuple[date, date]]:
    """First and last days that hold all of these, in order, none longer than is looked back on at once."""
    if not written:
        return
    first = last = written[0]
    for day in written[1:]:
        if day - last > _LONGEST_GAP or (day - first).days >= MOST_DAYS:
            yield first, last
            first = day
        last = day
    yield first, last


def shopping_csv(database: Database, principal: Principal, run_id: UUID) -> str:
    """What to buy for a bake day. Raises NotHere."""
    view = bake_days_queries.read_shopping_list(database, principal, run_id)
    rows = [
        asdict(item) | {"packs": "; ".join(f"{pack.count} x {pack.pack_g:g} g" for pack in item.packs)}
        for item in view.items
    ]
    rows += [{"name": extra} for extra in view.extras]
    return csv_text(_SHOPPING, rows)
