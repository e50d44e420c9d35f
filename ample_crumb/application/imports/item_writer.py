"""Items of an import as they are written into the kitchen."""

from collections.abc import Sequence
from dataclasses import replace
from datetime import datetime
from time import monotonic
from typing import Any, Final
from uuid import UUID
from zoneinfo import ZoneInfo

from ample_crumb.application.cupboard.product_checks import ChangedProduct, acceptable, mark_products_changed
from ample_crumb.application.cupboard.views import ProductDraft
from ample_crumb.application.formulas import checked_writes
from ample_crumb.application.formulas.draft import read_draft
from ample_crumb.application.imports.file_reader import PRODUCT, eaten_of, weighed_of
from ample_crumb.application.stash.label_sheet import zone_of
from ample_crumb.core.food.label import Label, LabelBasis, Style
from ample_crumb.core.food.nutrients import Figures, Nutrients, Portion, StandardUncertainty
from ample_crumb.core.food.product import PackMeasures, ProductDeclaration
from ample_crumb.core.problem import CannotUse
from ample_crumb.store import body_weights, days, formula_writes, formulas, imports, kitchens, products
from ample_crumb.store.body_weights import WeightRow
from ample_crumb.store.database import Connection
from ample_crumb.store.days import LoggedEntry
from ample_crumb.store.imports import ItemRow
from ample_crumb.store.scope import Principal

TURN_S: Final = 0.5
"""So long one request writes before it tells how far it is."""

_AT_ONCE: Final = 500


def write_some(connection: Connection, principal: Principal, import_id: UUID, zone: str) -> int:
    """Writes the next chosen items; gives how many. Raises CannotAccept for a zone that is none."""
    there = zone_of(zone)
    ends = monotonic() + TURN_S
    done = 0
    while done == 0 or monotonic() < ends:
        items = imports.to_write(connection, principal.kitchen_id, import_id, _AT_ONCE)
        if not items:
            break
        written = _written(connection, principal, items, there, ends)
        imports.mark_items(connection, principal.kitchen_id, import_id, written)
        done += len(written)
    return done


def _written(
    connection: Connection, principal: Principal, items: Sequence[ItemRow], zone: ZoneInfo, ends: float
) -> list[ItemRow]:
    """Writes items of the first kind among them, rows all at once, formulas and products while there is time."""
    kind = items[0].kind
    same = [item for item in items if item.kind == kind]
    if kind == "entry":
        return _entries(connection, principal, same, zone)
    if kind == "weight":
        return _weights(connection, principal, same)
    done: list[ItemRow] = []
    for item in same:
        write = _formula if kind == "formula" else _product
        try:
            done.append(write(connection, principal, item))
        except CannotUse as problem:
            # Something that it could be when it was read and cannot any more; the others go on.
            done.append(replace(item, problem=str(problem)[:500]))
        if monotonic() >= ends:
            break
    return done


def _formula(connection: Connection, principal: Principal, item: ItemRow) -> ItemRow:
    """A formula of an id that follows from what the file said: where it is there, nothing is made, and where it was
    put away, it comes back."""
    assert item.content is not None
    formula_id = item.fingerprint
    found = checked_writes.check_draft(connection, principal, formula_id, read_draft(item.content))
    version = 1
    if not checked_writes.add(connection, principal, formula_id, found):
        formula_writes.archive(connection, principal.kitchen_id, formula_id, archived=False)
        there = formulas.find(connection, principal.kitchen_id, formula_id)
        version = there.revision if there is not None else 1
    return replace(item, state="written", target=str(formula_id), target_version=version)


def _product(connection: Connection, principal: Principal, item: ItemRow) -> ItemRow:
    assert item.content is not None
    product_id = item.fingerprint
    kitchens.lock(connection, principal.kitchen_id)
    draft = acceptable(_typed(PRODUCT.read(item.content)), finished=True)
    if any(
        row.id != product_id and not row.archived
        for row in products.with_code(connection, principal.kitchen_id, draft.gtin)
    ):
        # A code is on one product; this one comes without.
        draft = replace(draft, gtin="")
    if products.add(connection, principal.kitchen_id, product_id, draft.about(finished=True)):
        products.add_label(connection, principal.kitchen_id, product_id, 1, draft.pack())
    else:
        products.archive(connection, principal.kitchen_id, product_id, archived=False)
    mark_products_changed(connection, principal, ChangedProduct(product_id, draft.names()))
    there = products.find(connection, principal.kitchen_id, product_id)
    return replace(
        item, state="written", target=str(product_id), target_version=there.revision if there is not None else 1
    )


def _typed(said: dict[str, Any]) -> ProductDraft:
    """A product as its item holds it."""
    pack = said["pack"]
    label = pack["label"] | {"style": Style(pack["label"]["style"]), "basis": LabelBasis(pack["label"]["basis"])}
    contains: dict[str, Any] = {
        name: tuple(value) if isinstance(value, list) else value for name, value in pack["contains"].items()
    }
    return ProductDraft(
        said["name"],
        tuple(said["synonyms"]),
        said["role"],
        Label(**label),
        PackMeasures(**pack["measures"]),
        ProductDeclaration(**contains),
        said["gtin"],
    )


def _entries(connection: Connection, principal: Principal, items: Sequence[ItemRow], zone: ZoneInfo) -> list[ItemRow]:
    days.add_entries(connection, principal, [_entry(item, zone) for item in items])
    return [replace(item, state="written", target=str(item.fingerprint), target_version=1) for item in items]


def _entry(item: ItemRow, zone: ZoneInfo) -> LoggedEntry:
    said = eaten_of(item.content or {})
    return LoggedEntry(
        id=item.fingerprint,
        day=said.day,
        eaten_at=datetime.combine(said.day, said.at, zone),
        kind="foods",
        name=said.name,
        text=said.text,
        portion=Portion(Figures(0.0, said.nutrients), StandardUncertainty(0.0, Nutrients())),
    )


def _weights(connection: Connection, principal: Principal, items: Sequence[ItemRow]) -> list[ItemRow]:
    said = [weighed_of(item.content or {}) for item in items]
    first, last = min(each.day for each in said), max(each.day for each in said)
    there = {row.day: row.weight_kg for row in body_weights.weights_between(connection, principal, first, last)}
    body_weights.put_weights(
        connection, principal, [WeightRow(day, kg) for day, kg in {each.day: each.weight_kg for each in said}.items()]
    )
    return [
        replace(item, state="written", target=each.day.isoformat(), before={"weight_kg": there.get(each.day)})
        for item, each in zip(items, said, strict=True)
    ]
