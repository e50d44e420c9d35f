"""Reads of Today: a day, and typed foods before they are logged."""

from datetime import date
from uuid import UUID

from ample_crumb.application.context import load_context
from ample_crumb.application.formulas.queries import find_summary
from ample_crumb.application.formulas.views import line_view
from ample_crumb.application.today.day import evaluate_foods, load_day
from ample_crumb.application.today.views import DayView, FoodsView, UsualPortionView
from ample_crumb.application.views import view
from ample_crumb.core.day.day_budget import sum_up
from ample_crumb.core.food.nutrients import total
from ample_crumb.core.uncertainty.propagation import propagate
from ample_crumb.store import day_plans, days
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal
from ample_crumb.store.usual_portions import usual_portions


def open_day(database: Database, principal: Principal, day: date) -> DayView:
    """A day with its tin and what fits in it."""
    with database.transaction(principal) as connection:
        return load_day(connection, principal, day)


def open_usual_portion(database: Database, principal: Principal, formula_id: UUID) -> UsualPortionView:
    """How many pieces of a formula the person mostly has. Raises NotHere."""
    with database.transaction(principal) as connection:
        find_summary(connection, principal, formula_id)
        return UsualPortionView(usual_portions(connection, principal, [formula_id]).get(formula_id))


def read_foods(database: Database, principal: Principal, text: str, day: date) -> FoodsView:
    """Reads typed foods and says what they would leave."""
    with database.transaction(principal) as connection:
        context = load_context(connection, principal)
        evaluated = evaluate_foods(text, context)
        targets = day_plans.day_plan(connection, principal, day).targets
        entries = days.day_entries(connection, principal, day)
    eaten = total(entry.figures() for entry in entries if entry.state == "eaten")
    leaves = None
    if targets is not None:
        leaves = sum_up([eaten, evaluated.batch], targets).room_kcal
    uncertainty = propagate(evaluated, context.cupboard, context.definition)
    lines = tuple(map(line_view, evaluated.parts[0].lines, uncertainty.lines))
    return FoodsView(lines, view(evaluated.batch, uncertainty.batch, context.definition), evaluated.unread, leaves)
