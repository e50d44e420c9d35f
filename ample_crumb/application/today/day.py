"""A day as Today shows it, and typed foods read, within a transaction."""

from datetime import date
from uuid import UUID

from ample_crumb.application.batches.document import allergens_from
from ample_crumb.application.context import KitchenContext, load_context
from ample_crumb.application.formulas.summaries import FormulaSummary, kept_summary
from ample_crumb.application.problems import CannotAccept
from ample_crumb.application.today.views import FITS_SHOWN, DayBudgetView, DayView, EntryView, FitView
from ample_crumb.application.views import portion_view, view
from ample_crumb.core.day.day_budget import caution_about, combine_sds, sum_up
from ample_crumb.core.day.fits import MOST_PIECES, STEP, what_fits
from ample_crumb.core.food.nutrients import CarbohydrateDefinition, Portion, total
from ample_crumb.core.formula.alerts import DietAlert, diet_alerts
from ample_crumb.core.formula.evaluation import FormulaFigures, evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.quantity.line_splitting import split_foods
from ample_crumb.core.uncertainty.propagation import propagate
from ample_crumb.store import days, formulas
from ample_crumb.store.database import Connection
from ample_crumb.store.days import EntryRow
from ample_crumb.store.formulas import FormulaRow, Room
from ample_crumb.store.scope import Principal


def evaluate_foods(text: str, context: KitchenContext) -> FormulaFigures:
    lines = tuple(Line(food) for food in split_foods(text))
    return evaluate((Part("", lines),), 1, context.cupboard, context.preferences)


def read_entry(text: str, context: KitchenContext) -> tuple[str, Portion]:
    evaluated = evaluate_foods(text, context)
    lines = evaluated.parts[0].lines
    if not any(line.weighed for line in lines):
        problem = lines[0].problem if lines else "Type what you ate, such as 150 g skyr, 30 g oats."
        raise CannotAccept("/text", problem)
    names = [line.name for line in lines if line.weighed]
    name = ", ".join(dict.fromkeys(names))
    portion = Portion(evaluated.batch, propagate(evaluated, context.cupboard).batch)
    return name[:1].upper() + name[1:290], portion


def load_day(connection: Connection, principal: Principal, day: date) -> DayView:
    context = load_context(connection, principal)
    definition = context.definition
    plan = days.day_plan(connection, principal, day)
    targets = plan.targets
    rows = days.day_entries(connection, principal, day)
    eaten = total(row.figures() for row in rows)
    sd = combine_sds((str(row.formula_id or ""), row.portion().sd) for row in rows)
    tin: DayBudgetView | None = None
    fits: tuple[FitView, ...] = ()
    room = None if targets is None else sum_up([row.figures() for row in rows], targets).room_kcal
    eaten_ids = sorted({row.formula_id for row in rows if row.formula_id is not None})
    portions = None if room is None else Room(room, STEP, MOST_PIECES)
    found = formulas.for_day(connection, principal.kitchen_id, eaten_ids, portions, 2 * FITS_SHOWN)
    made = [(row, kept_summary(row)) for row in found]
    if targets is not None:
        summed = sum_up([row.figures() for row in rows], targets)
        tin = DayBudgetView(
            view(summed.eaten, sd, definition),
            summed.room_kcal,
            summed.protein_to_find_g,
            summed.protein_share,
            summed.tight,
        )
        fits = _fits(made, context, summed.room_kcal)
    return DayView(
        day=day,
        day_type=plan.day_type,
        targets=targets,
        all_targets=plan.by_type,
        caution=caution_about(targets) if targets else "",
        entries=tuple(entry_view(row, definition) for row in rows),
        entry_alerts=_entry_alerts(made, rows, context),
        eaten=view(eaten, sd, definition),
        budget=tin,
        fits=fits,
    )


def _fits(
    made: list[tuple[FormulaRow, FormulaSummary]], context: KitchenContext, room_kcal: float
) -> tuple[FitView, ...]:
    at_hand = {str(row.id): (row, kept) for row, kept in made if not row.archived and kept.piece.figures.mass_g}
    fits = what_fits(((key, kept.piece.figures) for key, (_, kept) in at_hand.items()), room_kcal, STEP)
    views = []
    for fit in fits[:FITS_SHOWN]:
        row, kept = at_hand[fit.key]
        figures = portion_view(kept.piece.times(fit.piece_count), context.definition)
        alerts = diet_alerts(kept.allergens, context.eaters)
        views.append(FitView(row.id, row.name, fit.piece_count, figures, alerts, kept.stale, kept.stopped))
    return tuple(views)


def _entry_alerts(
    made: list[tuple[FormulaRow, FormulaSummary]], rows: list[EntryRow], context: KitchenContext
) -> dict[UUID, tuple[DietAlert, ...]]:
    """By batch where a piece is of one, as other things may have gone in than its formula says; else by formula."""
    eaten = {row.formula_id for row in rows if row.batch_id is None}
    raised = {row.id: diet_alerts(kept.allergens, context.eaters) for row, kept in made if row.id in eaten}
    for row in rows:
        if row.batch_id is not None and row.batch_allergens is not None:
            raised[row.batch_id] = diet_alerts(allergens_from(row.batch_allergens), context.eaters)
    return {key: alerts for key, alerts in raised.items() if alerts}


def entry_view(row: EntryRow, definition: CarbohydrateDefinition) -> EntryView:
    return EntryView(
        row.id,
        row.day,
        row.eaten_at,
        row.kind,
        row.name,
        row.text,
        row.formula_id,
        row.batch_id,
        row.piece_count,
        row.version,
        portion_view(row.portion(), definition),
    )
