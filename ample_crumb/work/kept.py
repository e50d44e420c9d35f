"""What is kept of each formula for lists: the figures of a piece, what it contains, and which foods it uses."""

from collections.abc import Iterable
from dataclasses import dataclass
from hashlib import sha256
from pathlib import Path
from typing import Final
from uuid import UUID

from ample_crumb import core
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.formula.allergens import Brief, contents_of
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.uncertainty.propagation import doubt_of
from ample_crumb.store import formulas, kitchens
from ample_crumb.store.database import Connection
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.kitchens import Who
from ample_crumb.work.made_foods import with_made
from ample_crumb.work.making import MakingDraft, make, piece_band
from ample_crumb.work.ways import Ways

FIGURES_BY: Final = sha256(
    b"".join(path.read_bytes() for path in sorted(Path(core.__file__).parent.rglob("*.*")) if path.suffix != ".pyc")
).hexdigest()[:16]
"""Names the rules and tables that kept figures were worked out by; kept figures of another name are worked out anew."""


@dataclass(frozen=True, slots=True)
class Kept:
    """The figures of one piece with their band, its contents, the slugs of the foods in it, and how many pieces there
    are."""

    piece: Portion
    brief: Brief
    uses: frozenset[str]
    count: float


def kept_of(connection: Connection, who: Who, rows: Iterable[FormulaRow], ways: Ways) -> dict[UUID, Kept]:
    """What is kept of each of these formulas, worked out anew where it is stale."""
    rows = list(rows)
    kept = {row.id: _as_kept(row) for row in rows if row.figures_by == FIGURES_BY}
    stale = [row for row in rows if row.id not in kept]
    if len(stale) > 1:
        kitchens.lock(connection, who.kitchen_id)
    for row in stale:
        kept[row.id] = work_and_keep(connection, who, row, formulas.parts_of(connection, who.kitchen_id, row.id), ways)
    return kept


def work_and_keep(connection: Connection, who: Who, row: FormulaRow, parts: tuple[Part, ...], ways: Ways) -> Kept:
    """Works a formula out and keeps what lists show of it."""
    kept = _worked(connection, who, row, parts, ways)
    formulas.keep_figures(connection, who.kitchen_id, row.id, kept.piece, kept.brief, kept.uses, kept.count, FIGURES_BY)
    return kept


def seen_of(connection: Connection, who: Who, row: FormulaRow, ways: Ways) -> Kept:
    """What would be kept of a formula, without keeping it: for whoever holds another formula's lock already, since two
    that wrote each other's would wait for each other."""
    if row.figures_by == FIGURES_BY:
        return _as_kept(row)
    return _worked(connection, who, row, formulas.parts_of(connection, who.kitchen_id, row.id), ways)


def _worked(connection: Connection, who: Who, row: FormulaRow, parts: tuple[Part, ...], ways: Ways) -> Kept:
    ways = with_made(connection, who, ways, parts, (row.id,))
    made = make(parts, row.pieces, row.family, MakingDraft.from_stored(row.making), ways)
    lines = (line for part in made.worked.parts for line in part.lines)
    return Kept(
        piece=Portion(made.piece, piece_band(made, doubt_of(made.worked, ways.cupboard))),
        brief=contents_of(made.worked, ways.cupboard).brief(),
        uses=frozenset(line.ingredient.slug for line in lines if line.ingredient),
        count=made.portions.count,
    )


def _as_kept(row: FormulaRow) -> Kept:
    return Kept(row.portion(), row.brief(), frozenset(row.uses), row.count)
