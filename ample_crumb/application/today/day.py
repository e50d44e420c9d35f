"""A day as Today shows it, and typed foods read, within a transaction."""

from collections.abc import Iterable
from datetime import date
from uuid import UUID

from ample_crumb.application.context import KitchenContext, load_context
from ample_crumb.application.formulas.summaries import FormulaSummary, kept_summary
from ample_crumb.application.problems import CannotAccept
from ample_crumb.application.today.views import FITS_SHOWN, DayBudgetView, DayView, EntryView, FitView, TallyView
from ample_crumb.application.views import portion_view, tally_view, view
from ample_crumb.core.day.day_budget import caution_about, combine_sds, sum_up
from ample_crumb.core.day.fitting_pieces import MOST_PIECES, find_fitting_pieces
from ample_crumb.core.day.piece_step import STEP_G, PieceStep, step_count
from ample_crumb.core.day.tally import tally_count
from ample_crumb.core.food.nutrients import Portion, StandardUncertainty, total
from ample_crumb.core.formula.allergens import allergen_names_from
from ample_crumb.core.formula.eater_alerts import DietAlert, diet_alerts
from ample_crumb.core.formula.evaluation import FormulaFigures, evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.quantity.line_splitting import split_foods
from ample_crumb.core.uncertainty.propagation import propagate
from ample_crumb.store import day_plans, days, formulas
from ample_crumb.store.database import Connection
from ample_crumb.store.days import EntryRow
from ample_crumb.store.formulas import ListedFormula, Room
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
    plan = day_plans.day_plan(connection, principal, day)
    targets = plan.targets
    rows = days.day_entries(connection, principal, day)
    eaten_rows, planned_rows = ([row for row in rows if row.state == state] for state in ("eaten", "planned"))
    eaten, planned = (total(row.figures() for row in each) for each in (eaten_rows, planned_rows))
    sd = day_sd(eaten_rows)
    summed = None if targets is None else sum_up([eaten], targets)
    room_kcal = None if summed is None else summed.room_kcal - (planned.nutrients.energy_kcal or 0.0)
    eaten_ids = sorted({row.formula_id for row in rows if row.formula_id is not None})
    step = None if context.piece_step is PieceStep.GRAMS else step_count(context.piece_step, 0.0)
    portions = None if room_kcal is None else Room(room_kcal, step, MOST_PIECES, STEP_G)
    found = formulas.for_day(connection, principal, eaten_ids, portions, 2 * FITS_SHOWN)
    made = [(row, kept_summary(row)) for row in found]
    tin: DayBudgetView | None = None
    fits: tuple[FitView, ...] = ()
    if summed is not None and room_kcal is not None:
        tin = DayBudgetView(
            view(summed.eaten, sd, definition),
            summed.room_kcal,
            room_kcal,
            summed.protein_to_find_g,
            summed.protein_share,
            summed.tight,
        )
        fits = _fits(made, context, room_kcal)
    return DayView(
        day=day,
        day_type=plan.day_type,
        day_types=plan.types,
        diet_phase=plan.diet_phase,
        own_targets=plan.own,
        targets=targets,
        all_targets=plan.by_type,
        caution=caution_about(targets) if targets else "",
        entries=tuple(entry_view(row, context) for row in rows),
        entry_alerts=_entry_alerts(made, rows, context),
        eaten=view(eaten, sd, definition),
        planned=view(planned, day_sd(planned_rows), definition),
        tally=_tally(eaten_rows, context),
        budget=tin,
        fits=fits,
    )


def day_sd(rows: Iterable[EntryRow]) -> StandardUncertainty:
    """The band of what these entries bring together."""
    return combine_sds((str(row.formula_id or ""), row.portion().sd) for row in rows)


def _tally(eaten: Iterable[EntryRow], context: KitchenContext) -> TallyView | None:
    """What was eaten counts as much as its entries do, each rounded as the person does it at the table."""
    if context.tally is None:
        return None
    return TallyView(context.tally.name, sum(tally_count(row.figures(), context.tally) for row in eaten))


def _fits(
    made: list[tuple[ListedFormula, FormulaSummary]], context: KitchenContext, room_kcal: float
) -> tuple[FitView, ...]:
    at_hand = {str(row.id): (row, kept) for row, kept in made if not row.archived and kept.piece.figures.mass_g}
    fits = find_fitting_pieces(
        ((key, kept.piece.figures) for key, (_, kept) in at_hand.items()),
        room_kcal,
        context.piece_step,
        {key: row.powder_g for key, (row, _) in at_hand.items()},
    )
    views = []
    for fit in fits[:FITS_SHOWN]:
        row, kept = at_hand[fit.key]
        figures = portion_view(kept.piece.times(fit.piece_count), context.definition)
        alerts = diet_alerts(kept.allergens, context.dietary_profiles)
        piece_kcal = kept.piece.figures.nutrients.energy_kcal or 0.0
        views.append(
            FitView(
                row.id, row.name, fit.piece_count, row.usual_count, piece_kcal, figures,
                tally_view(fit.figures, kept.piece.figures, context.tally), alerts, kept.stale,
                kept.stopped,
            )
        )  # fmt: skip
    return tuple(views)


def _entry_alerts(
    made: list[tuple[ListedFormula, FormulaSummary]], rows: list[EntryRow], context: KitchenContext
) -> dict[UUID, tuple[DietAlert, ...]]:
    """By batch where a piece is of one, as other things may have gone in than its formula says; else by formula."""
    eaten = {row.formula_id for row in rows if row.batch_id is None}
    raised = {row.id: diet_alerts(kept.allergens, context.dietary_profiles) for row, kept in made if row.id in eaten}
    for row in rows:
        if row.batch_id is not None and row.batch_allergens is not None:
            raised[row.batch_id] = diet_alerts(allergen_names_from(row.batch_allergens), context.dietary_profiles)
    return {key: alerts for key, alerts in raised.items() if alerts}


def entry_view(row: EntryRow, context: KitchenContext) -> EntryView:
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
        row.revision,
        row.state,
        row.meal_id,
        row.group_id,
        tally_view(row.figures(), row.figures().times(1 / (row.piece_count or 1.0)), context.tally),
        portion_view(row.portion(), context.definition),
    )
