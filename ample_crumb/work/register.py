"""A product by its code: from the cupboard, or as the register tells it."""

import asyncio
from dataclasses import dataclass
from typing import Final
from uuid import UUID

from ample_crumb.core.food.label import LabelFigures, read_label
from ample_crumb.core.food.product import ProductDeclaration
from ample_crumb.core.food.product_code import code_of
from ample_crumb.core.problem import CannotUse
from ample_crumb.devices.product_register import Register, RegisterAway
from ample_crumb.formats.product_json import product_from_json
from ample_crumb.store.database import Database
from ample_crumb.store.kitchens import Principal
from ample_crumb.work.cupboard import ProductDraft, with_code
from ample_crumb.work.problems import CannotAccept, NoAnswer, NotHere

WAIT_S: Final = 8.0
"""Longest wait for the register: nobody stands longer with a pack in the hand."""


@dataclass(frozen=True, slots=True)
class FoundProduct:
    """What is known of a code. `product_id` and `name` are of the product of the cupboard that carries it; else `draft`
    is what the register tells, with the `check` of its label and `remarks` on what is odd about it, a sentence each."""

    gtin: str
    product_id: UUID | None = None
    name: str = ""
    draft: ProductDraft | None = None
    check: LabelFigures | None = None
    remarks: tuple[str, ...] = ()


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
    draft = ProductDraft(first.name, (), "", first.label, first.measures, ProductDeclaration(), gtin, first.ingredients_text)
    return FoundProduct(gtin, draft=draft, check=read_label(first.label), remarks=tuple(remarks))


def _known(database: Database, principal: Principal, gtin: str) -> FoundProduct | None:
    with database.reading() as connection:
        rows = [row for row in with_code(connection, principal, gtin) if row.merged_into is None]
    return FoundProduct(gtin, rows[0].id, rows[0].name) if rows else None
