"""Reads of batches: the preview while one is told, advice at the bowl, lists, and what they propose."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Final
from uuid import UUID

from ample_crumb.application.batches.document import read_batch
from ample_crumb.application.batches.made_batch import MadeBatch
from ample_crumb.application.batches.planning import BatchPlan, find_plan, work_out
from ample_crumb.application.batches.presenters import (
    batch_view,
    item_of,
    lot_windows_of,
    notes_of,
    photo_view,
    preview_of,
)
from ample_crumb.application.batches.views import (
    BatchPage,
    BatchPreview,
    BatchView,
    HistoryView,
    PortionView,
    TasteView,
)
from ample_crumb.application.context import load_context
from ample_crumb.application.formulas.repair_options import repair_context
from ample_crumb.application.formulas.summaries import stored_formula
from ample_crumb.application.problems import CannotAccept, NotHere
from ample_crumb.core.batch.lot_windows import LotWindow, apart_by_size
from ample_crumb.core.batch.portioning import Bowl, CutGrid, PieceWish, cut_grids, layers_of, portion
from ample_crumb.core.batch.proposals import AMOUNT_AFTER, proposals
from ample_crumb.core.batch.record import BatchRecord
from ample_crumb.core.batch.tasting import Taste, advise
from ample_crumb.core.formula.families import family_of
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.tins import DISCS, Tin
from ample_crumb.core.production.tray_loads import ON_TRAYS, tray_loads_of, usual_width_cm
from ample_crumb.store import batches, formulas, photos
from ample_crumb.store.batches import BatchesFrom
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal

PAGE: Final = 30
_MOST_PHOTOS: Final = 24


def preview(database: Database, principal: Principal, plan: BatchPlan, record: BatchRecord) -> BatchPreview:
    """A batch as it stands while it is told. Raises NotHere, TooMuch."""
    with database.transaction(principal) as connection:
        batch = work_out(connection, principal, find_plan(connection, principal, plan), record)
    return preview_of(batch)


def taste(database: Database, principal: Principal, plan: BatchPlan, record: BatchRecord, said: Taste) -> TasteView:
    """What to do about a dough that tastes so. Raises NotHere, TooMuch."""
    with database.transaction(principal) as connection:
        formula = work_out(connection, principal, find_plan(connection, principal, plan), record).made
    advice = advise(said, formula.dough, formula.hazards, formula.context.cupboard, repair_context(formula))
    return TasteView(advice.caution, advice.ways)


@dataclass(frozen=True, slots=True)
class PortionAsk:
    """What is asked at the bowl: a wish, what the first pieces weighed, and how many layers it is parted into."""

    wish: PieceWish
    weights_g: tuple[float, ...] = ()
    layers: int = 0


def find_portioning(
    database: Database, principal: Principal, plan: BatchPlan, record: BatchRecord, ask: PortionAsk
) -> PortionView:
    """How to part what is in the bowl. Raises NotHere, TooMuch."""
    with database.transaction(principal) as connection:
        batch = work_out(connection, principal, find_plan(connection, principal, plan), record)
    return _portioned(batch, ask)


def _portioned(batch: MadeBatch, ask: PortionAsk) -> PortionView:
    made = batch.made.made
    whole, density = made.bake_yield.batch, made.density_g_per_ml
    bowl = Bowl(
        dough_g=made.bake_yield.in_oven_g or made.bake_yield.dough_g,
        energy_kcal=whole.nutrients.energy_kcal or 0.0,
        protein_g=whole.nutrients.protein_g or 0.0,
        eaten_g=whole.mass_g,
        density_g_per_ml=density,
    )
    problems: list[str] = []
    found, layering, loads, window = None, None, None, None
    grids: tuple[CutGrid, ...] = ()
    windows: tuple[LotWindow, ...] = ()
    tin = _slab_tin(made.tins)
    try:
        found = portion(bowl, ask.wish, ask.weights_g)
        plan = found.running or found.wished
        share = made.bake_yield.dough_g / bowl.dough_g
        windows = apart_by_size(lot_windows_of(batch, [(1, grams * share) for grams in ask.weights_g]))
        window = next(iter(lot_windows_of(batch, [(plan.piece_count, plan.piece_dough_g * share)])), None)
        if batch.made.draft.family in ON_TRAYS:
            loads = tray_loads_of(plan.piece_count, made.tins, usual_width_cm(plan.piece_dough_g))
        if tin is not None and batch.made.draft.family not in ON_TRAYS:
            grids = cut_grids(bowl, tin, ask.wish)
    except CannotUse as cannot:
        problems.append(str(cannot))
    if ask.layers and made.tins:
        rise = family_of(batch.made.draft.family).rise_factor
        put_on = sum(part.figures.mass_g for part in batch.made.figures.parts if part.options.unbaked)
        try:
            layering = layers_of(bowl.dough_g, density, rise, made.tins[0], ask.layers, put_on)
        except CannotUse as cannot:
            problems.append(str(cannot))
    return PortionView(found, window, windows, loads, grids, layering, tuple(dict.fromkeys(problems)))


def _slab_tin(tins: Sequence[Tin]) -> Tin | None:
    """The tin whose slab is cut: one with four sides."""
    return next((tin for tin in tins if tin.kind not in DISCS), None)


def open_batch(database: Database, principal: Principal, batch_id: UUID) -> BatchView:
    """A batch as it was made. Raises NotHere."""
    with database.transaction(principal) as connection:
        row = batches.find(connection, principal.kitchen_id, batch_id)
        if row is None:
            raise NotHere("batch")
        return batch_view(connection, principal, row)


def list_batches(
    database: Database, principal: Principal, formula_id: UUID | None = None, after: str = ""
) -> BatchPage:
    """Batches of a formula, or all, the last made first, from behind where another page ended. Raises CannotAccept for
    no such place."""
    behind = _behind(after) if after else None
    with database.transaction(principal) as connection:
        context = load_context(connection, principal)
        rows = batches.page(connection, principal.kitchen_id, formula_id, PAGE + 1, behind)
    last = rows[PAGE - 1] if len(rows) > PAGE else None
    return BatchPage(
        tuple(item_of(row, context) for row in rows[:PAGE]), f"{last.made_at.isoformat()}_{last.id}" if last else ""
    )


def _behind(after: str) -> BatchesFrom:
    moment, _, batch_id = after.partition("_")
    try:
        return BatchesFrom(datetime.fromisoformat(moment), UUID(batch_id))
    except ValueError as wrong:
        raise CannotAccept("/after", "There is no such place in the list.") from wrong


def history(database: Database, principal: Principal, formula_id: UUID) -> HistoryView:
    """What the batches of a formula tell. Raises NotHere."""
    with database.transaction(principal) as connection:
        row = formulas.find(connection, principal.kitchen_id, formula_id)
        if row is None:
            raise NotHere("formula")
        last = batches.list_batches(connection, principal.kitchen_id, formula_id, 3 * AMOUNT_AFTER)
        # Things of one dough tell of it once.
        doughs = {each.dough_id or each.id: each for each in reversed(last)}
        kept = [read_batch(each.document) for each in last if doughs[each.dough_id or each.id] is each]
        formula = stored_formula(connection, principal, row) if kept else None
        return HistoryView(
            bake=row.bake_number or 0,
            averages=batches.averages(connection, principal.kitchen_id, formula_id),
            proposals=proposals(formula.figures, [each.lines for each in kept[:AMOUNT_AFTER]]) if formula else (),
            last_said=tuple(each.text for each in kept[0].record.said) if kept else (),
            notes=tuple(notes_of(connection, principal, formula_id)),
            photos=tuple(
                photo_view(each)
                for each in photos.of_formula(connection, principal.kitchen_id, formula_id, _MOST_PHOTOS)
            ),
        )


def photo(database: Database, principal: Principal, photo_id: UUID) -> bytes:
    """A photo, as JPEG. Raises NotHere."""
    with database.transaction(principal) as connection:
        found = photos.jpeg_of(connection, principal.kitchen_id, photo_id)
    if found is None:
        raise NotHere("photo")
    return found
