"""Formula summaries: the figures of a piece, what it contains, and which foods it uses, kept for lists."""

import logging
from collections.abc import Iterable
from dataclasses import dataclass
from hashlib import sha256
from pathlib import Path
from typing import Final
from uuid import UUID

import psycopg

from ample_crumb import core
from ample_crumb.application.context import KitchenContext
from ample_crumb.application.formulas.draft import ProductionSettings
from ample_crumb.application.formulas.nested import with_nested
from ample_crumb.application.formulas.production import piece_sd, produce_draft
from ample_crumb.core.food.nutrients import Nutrients, Portion, StandardUncertainty, total
from ample_crumb.core.formula.allergens import AllergenNames, allergens_of
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.uncertainty.propagation import propagate
from ample_crumb.store import formulas, kitchens
from ample_crumb.store.database import Connection
from ample_crumb.store.formulas import FormulaRow, StoredSummary
from ample_crumb.store.scope import Principal

SUMMARY_BY: Final = sha256(
    b"".join(path.read_bytes() for path in sorted(Path(core.__file__).parent.rglob("*.*")) if path.suffix != ".pyc")
).hexdigest()[:16]
"""Names the rules and tables that kept figures were worked out by; kept figures of another name are worked out anew."""


_log = logging.getLogger(__name__)


@dataclass(frozen=True, slots=True)
class FormulaSummary:
    """The figures of one piece with their band, its contents, the slugs of the foods in it, and how many pieces there
    are. `problem` is a sentence where they could not be worked out, and the rest is then empty."""

    piece: Portion
    allergens: AllergenNames
    uses: frozenset[str]
    piece_count: float
    problem: str = ""


_NOT_WORKED_OUT: Final = FormulaSummary(
    Portion(total(()), StandardUncertainty(0.0, Nutrients())),
    AllergenNames(complete=False),
    frozenset(),
    1.0,
    "Its figures could not be worked out. Open it, and take out the line that was typed last.",
)


def formula_summaries(
    connection: Connection, principal: Principal, rows: Iterable[FormulaRow], context: KitchenContext
) -> dict[UUID, FormulaSummary]:
    """What is kept of each of these formulas, worked out anew where it is stale."""
    rows = list(rows)
    kept = {row.id: _as_stored(row) for row in rows if row.summary_by == SUMMARY_BY}
    stale = [row for row in rows if row.id not in kept]
    if len(stale) > 1:
        kitchens.lock(connection, principal.kitchen_id)
    for row in stale:
        parts = formulas.parts_of(connection, principal.kitchen_id, row.id)
        try:
            kept[row.id] = write_summary(connection, principal, row, parts, context)
        except psycopg.Error:
            raise
        except Exception:
            # A formula that breaks the core costs its own row, not the list that it stands in.
            _log.exception("formula %s cannot be worked out", row.id)
            kept[row.id] = _NOT_WORKED_OUT
    return kept


def write_summary(
    connection: Connection, principal: Principal, row: FormulaRow, parts: tuple[Part, ...], context: KitchenContext
) -> FormulaSummary:
    """Works a formula out and keeps what lists show of it."""
    kept = _evaluated(connection, principal, row, parts, context)
    stored = StoredSummary(
        piece=kept.piece, piece_count=kept.piece_count, allergens=kept.allergens, uses=kept.uses, by=SUMMARY_BY
    )
    formulas.write_summary(connection, principal.kitchen_id, row.id, stored)
    return kept


def read_summary(
    connection: Connection, principal: Principal, row: FormulaRow, context: KitchenContext
) -> FormulaSummary:
    """What would be kept of a formula, without keeping it: for whoever holds another formula's lock already, since two
    that wrote each other's would wait for each other."""
    if row.summary_by == SUMMARY_BY:
        return _as_stored(row)
    return _evaluated(connection, principal, row, formulas.parts_of(connection, principal.kitchen_id, row.id), context)


def _evaluated(
    connection: Connection, principal: Principal, row: FormulaRow, parts: tuple[Part, ...], context: KitchenContext
) -> FormulaSummary:
    context = with_nested(connection, principal, context, parts, (row.id,))
    made = produce_draft(parts, row.pieces, row.family, ProductionSettings.from_stored(row.production), context)
    lines = (line for part in made.evaluated.parts for line in part.lines)
    return FormulaSummary(
        piece=Portion(made.piece, piece_sd(made, propagate(made.evaluated, context.cupboard))),
        allergens=allergens_of(made.evaluated, context.cupboard).names(),
        uses=frozenset(line.ingredient.slug for line in lines if line.ingredient),
        piece_count=made.portions.count,
    )


def _as_stored(row: FormulaRow) -> FormulaSummary:
    return FormulaSummary(row.portion(), row.allergen_names(), frozenset(row.uses), row.piece_count)
