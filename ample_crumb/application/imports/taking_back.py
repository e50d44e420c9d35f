"""What an import wrote is taken away again; what was changed or used since is told apart."""

from collections.abc import Sequence
from dataclasses import replace
from datetime import date
from time import monotonic
from typing import Final
from uuid import UUID

from ample_crumb.application.cupboard.product_checks import ChangedProduct, mark_products_changed
from ample_crumb.application.cupboards import label_slug
from ample_crumb.application.imports.file_reader import weighed_of
from ample_crumb.application.imports.item_writer import TURN_S
from ample_crumb.store import body_weights, days, formula_foods, formula_writes, formulas, imports, kitchens, products
from ample_crumb.store.body_weights import WeightRow
from ample_crumb.store.database import Connection
from ample_crumb.store.imports import ItemRow
from ample_crumb.store.scope import Principal

_AT_ONCE: Final = 500
_BEFORE_ALL: Final = (-1, -1)


def changed_since(connection: Connection, principal: Principal, items: Sequence[ItemRow]) -> set[tuple[int, int]]:
    """Those of written items, by their places, that were changed, taken away or used since."""
    made = {kind: [item for item in items if item.kind == kind and item.target] for kind in _KINDS}
    entries = days.entry_versions(connection, principal, [UUID(item.target) for item in made["entry"]])
    used = formula_writes.find_used_formulas(
        connection, principal.kitchen_id, [UUID(item.target) for item in made["formula"]]
    )
    found = {_place(item) for item in made["entry"] if entries.get(UUID(item.target), 1) != item.target_version}
    for item in made["formula"]:
        row = formulas.find(connection, principal.kitchen_id, UUID(item.target))
        if row is not None and (row.revision != item.target_version or row.id in used):
            found.add(_place(item))
    for item in made["product"]:
        product = products.find(connection, principal.kitchen_id, UUID(item.target))
        if product is not None and (
            product.revision != item.target_version or _is_used(connection, principal, product.id)
        ):
            found.add(_place(item))
    there = _weights_there(connection, principal, made["weight"])
    for item in made["weight"]:
        said = weighed_of(item.content or {})
        if said.day in there and there[said.day] != said.weight_kg:
            found.add(_place(item))
    return found


_KINDS: Final = ("entry", "formula", "product", "weight", "nothing")


def _place(item: ItemRow) -> tuple[int, int]:
    return item.file_position, item.position


def _is_used(connection: Connection, principal: Principal, product_id: UUID) -> bool:
    rows = formula_foods.list_using(connection, principal.kitchen_id, label_slug(product_id, 1), (), 1)
    return bool(rows)


def _weights_there(connection: Connection, principal: Principal, items: Sequence[ItemRow]) -> dict[date, float]:
    dates = [date.fromisoformat(item.target) for item in items]
    if not dates:
        return {}
    rows = body_weights.weights_between(connection, principal, min(dates), max(dates))
    return {row.day: row.weight_kg for row in rows}


def take_some(connection: Connection, principal: Principal, import_id: UUID, *, changed_too: bool) -> int:
    """Takes the next written items away; gives how many were dealt with, those that stay among them."""
    ends = monotonic() + TURN_S
    done = 0
    after = _BEFORE_ALL
    while done == 0 or monotonic() < ends:
        items = imports.written(connection, principal.kitchen_id, import_id, after, _AT_ONCE)
        if not items:
            break
        after = _place(items[-1])
        stays = set() if changed_too else changed_since(connection, principal, items)
        goes = [item for item in items if _place(item) not in stays]
        _take(connection, principal, goes)
        marked = [replace(item, state="taken back") for item in goes]
        imports.mark_items(connection, principal.kitchen_id, import_id, marked)
        done += len(goes)
    return done


def _take(connection: Connection, principal: Principal, items: Sequence[ItemRow]) -> None:
    entries = [UUID(item.target) for item in items if item.kind == "entry" and item.target]
    days.remove_entries(connection, principal, entries)
    _take_formulas(connection, principal, [UUID(i.target) for i in items if i.kind == "formula" and i.target])
    for item in items:
        if item.kind == "product" and item.target:
            _take_product(connection, principal, UUID(item.target))
    # The last that was written of a day is taken back first.
    for item in reversed([item for item in items if item.kind == "weight"]):
        day, before = date.fromisoformat(item.target), (item.before or {}).get("weight_kg")
        if before is None:
            body_weights.remove_weight(connection, principal, day)
        else:
            body_weights.put_weights(connection, principal, [WeightRow(day, before)])


def _take_formulas(connection: Connection, principal: Principal, formula_ids: Sequence[UUID]) -> None:
    """What nothing stands on goes for good; what was eaten or baked of is put away, and what was eaten stays."""
    used = formula_writes.find_used_formulas(connection, principal.kitchen_id, formula_ids)
    for formula_id in formula_ids:
        if formula_id in used:
            formula_writes.archive(connection, principal.kitchen_id, formula_id, archived=True)
        else:
            formula_writes.remove_formula(connection, principal.kitchen_id, formula_id)


def _take_product(connection: Connection, principal: Principal, product_id: UUID) -> None:
    """A product is put away, so that lines find it by name no more; formulas that use it keep it."""
    kitchens.lock(connection, principal.kitchen_id)
    row = products.find(connection, principal.kitchen_id, product_id)
    if row is None:
        return
    products.archive(connection, principal.kitchen_id, product_id, archived=True)
    mark_products_changed(connection, principal, ChangedProduct(product_id, (row.name, *row.synonyms)))
