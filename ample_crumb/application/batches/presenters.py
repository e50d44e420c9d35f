"""A batch for a screen, within a transaction."""

from collections.abc import Sequence
from dataclasses import replace
from uuid import UUID

from ample_crumb.application.batches.document import read_batch, read_listed_batch
from ample_crumb.application.batches.made_batch import MadeBatch
from ample_crumb.application.batches.views import (
    BatchItem,
    BatchPreview,
    BatchView,
    DeviationView,
    Licked,
    LotView,
    NoteView,
    PhotoView,
    StartLine,
)
from ample_crumb.application.context import KitchenContext, load_context
from ample_crumb.application.formulas.production import production_inputs
from ample_crumb.application.views import portion_view
from ample_crumb.core.batch.deviation import Deviation
from ample_crumb.core.batch.lot_windows import LotWindow, apart_by_size, lot_windows
from ample_crumb.core.batch.lots import LotShare, lot_portion
from ample_crumb.core.batch.proposals import starts_with
from ample_crumb.core.batch.tasting import licked_caution
from ample_crumb.core.food.nutrients import Portion, total
from ample_crumb.core.formula.allergens import allergen_names_from
from ample_crumb.core.formula.eater_alerts import diet_alerts
from ample_crumb.core.problem import CannotUse
from ample_crumb.store import batches, formulas, notes, photos
from ample_crumb.store.batches import BatchRow, ListedBatch, LotRow
from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal


def preview_of(batch: MadeBatch) -> BatchPreview:
    """A batch as it stands while it is told."""
    context, made = batch.made.context, batch.made.made
    count = batch.piece_count

    def here(deviation: Deviation) -> float:
        """Which share of a deviation a piece of this has: of what was said of a dough only its own part."""
        return (1.0 if deviation.said.apart else batch.record.dough_share) / count

    problems = list(made.problems)
    lots: tuple[LotShare, ...] = ()
    try:
        lots = batch.lots
    except CannotUse as cannot:
        problems.append(str(cannot))
    return BatchPreview(
        name=batch.planned.draft.name,
        deviations=tuple(
            DeviationView(
                each.said.id, each.said.text, each.kind, each.words, each.problem, each.line_id, each.mass_g,
                each.energy_kcal * here(each), each.protein_g * here(each),
            )
            for each in batch.deviations
        ),
        planned=portion_view(batch.planned.piece, context.definition),
        planned_count=batch.planned.made.portions.count,
        piece=portion_view(batch.made.piece, context.definition),
        piece_count=count,
        lots=_lots(batch, lots),
        difference=batch.difference,
        dough_g=made.bake_yield.dough_g,
        baked_g=made.bake_yield.batch.mass_g,
        check=batch.made.check,
        hazards=batch.made.hazards,
        alerts=batch.made.alerts,
        bake_window=made.bake_window,
        windows=apart_by_size(
            lot_windows_of(batch, [(lot.piece_count, lot.share * made.bake_yield.dough_g) for lot in lots])
        ),
        tray_loads=made.tray_loads,
        start_lines=_start_lines(batch),
        licked=_licked(batch),
        problems=tuple(dict.fromkeys(problems)),
        made=batch.made.draft,
    )  # fmt: skip


def _lots(batch: MadeBatch, lots: Sequence[LotShare]) -> tuple[LotView, ...]:
    definition = batch.made.context.definition
    return tuple(
        LotView(number, lot.piece_count, lot.piece_g, portion_view(batch.of_lot(lot.share), definition))
        for number, lot in enumerate(lots, 1)
    )


def lot_windows_of(batch: MadeBatch, sizes: Sequence[tuple[int, float]]) -> tuple[LotWindow, ...]:
    """When to look at pieces of so much dough, so many of each size, as this batch is made."""
    made, context = batch.made, batch.made.context
    inputs, _ = production_inputs(made.draft.production, made.draft.pieces, context)
    return lot_windows(sizes, made.draft.family, inputs, made.made, made.figures, context.cupboard)


def _start_lines(batch: MadeBatch) -> tuple[StartLine, ...]:
    return tuple(
        StartLine(line.id, line.text, line.ingredient.name if line.ingredient else line.name, starts_with(line.text))
        for line in batch.planned.figures.lines()
        if starts_with(line.text)
    )


def _licked(batch: MadeBatch) -> Licked | None:
    grams, figures = batch.as_made.licked_g, batch.made.figures
    # What is put on afterwards was in no bowl.
    dough = total(part.figures for part in figures.baked_parts())
    if grams <= 0 or dough.mass_g <= 0:
        return None
    uncertainty = batch.made.uncertainty.batch.times(dough.mass_g / figures.batch.mass_g)
    licked = Portion(dough, uncertainty).times(grams / dough.mass_g)
    return Licked(grams, portion_view(licked, batch.made.context.definition), licked_caution(batch.made.hazards))


def item_of(row: BatchRow | ListedBatch, context: KitchenContext) -> BatchItem:
    """A batch in a list."""
    kept = read_listed_batch(row.document)
    return BatchItem(
        id=row.id,
        name=row.name,
        family=row.family,
        formula_id=row.formula_id,
        version_number=row.version_number,
        dough_id=row.dough_id,
        made_at=row.made_at,
        zone=row.zone,
        piece_count=row.piece_count,
        piece=portion_view(row.portion(), context.definition),
        planned_energy_kcal=row.planned_energy_kcal,
        planned_protein_g=row.planned_protein_g,
        difference=kept.difference,
        words=kept.words,
        note=kept.note,
        took_min=row.took_min,
    )


def batch_view(
    connection: Connection, principal: Principal, row: BatchRow, known: KitchenContext | None = None
) -> BatchView:
    """A batch as it was made, with what is `known` of its kitchen where somebody has asked already."""
    context = known or load_context(connection, principal)
    kept = read_batch(row.document)
    allergens = allergen_names_from(row.allergens)
    lots = batches.lots_of(connection, principal.kitchen_id, row.id)
    formula = formulas.find(connection, principal.kitchen_id, row.formula_id) if row.formula_id else None
    return BatchView(
        item=item_of(row, context),
        revision=row.revision,
        removed=row.removed,
        record=kept.record,
        planned_count=row.planned_count,
        lots=tuple(_lot_view(row, lot, context) for lot in lots),
        made=replace(kept.plan, parts=kept.parts, family=row.family),
        dough_g=row.dough_g,
        baked_g=row.baked_g,
        photos=tuple(photo_view(each) for each in photos.list_photos(connection, principal.kitchen_id, row.id)),
        contains=allergens.contains,
        may_contain=allergens.may_contain,
        alerts=diet_alerts(allergens, context.dietary_profiles),
        archived=bool(formula and formula.archived),
    )


def _lot_view(row: BatchRow, lot: LotRow, context: KitchenContext) -> LotView:
    return LotView(
        lot.lot,
        lot.piece_count,
        lot.piece_g,
        portion_view(lot_portion(row.portion(), row.piece_count, lot.share), context.definition),
    )


def photo_view(row: photos.PhotoRow) -> PhotoView:
    """A photo for a screen."""
    return PhotoView(row.id, row.batch_id, row.step, row.words, row.width_px, row.height_px, row.taken_at)


def notes_of(connection: Connection, principal: Principal, formula_id: UUID) -> Sequence[NoteView]:
    """The notes of a formula."""
    found = notes.list_notes(connection, principal.kitchen_id, formula_id)
    return [NoteView(each.id, each.line_id, each.step, each.text, each.written_at) for each in found]
