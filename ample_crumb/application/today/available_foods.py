"""What is at hand for a day, within a transaction: the stash, kept meals, and what was had of late."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from datetime import date, datetime, time, timedelta
from typing import Final
from uuid import UUID

from ample_crumb.application.context import KitchenContext
from ample_crumb.application.stash.presenters import piece_powder_g
from ample_crumb.application.stash.queries import find_shelved
from ample_crumb.application.today.views import AtHandView, FormulaPlateView, MealView, RecentView, TakenThing
from ample_crumb.application.views import portion_view
from ample_crumb.core.day.powder import powder_g
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.formula.eater_alerts import diet_alerts
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.keeping.places import Place
from ample_crumb.core.quantity.line_splitting import split_foods
from ample_crumb.store import formulas, kept_meals, plates, recent_entries
from ample_crumb.store.database import Connection
from ample_crumb.store.kept_meals import KeptMealRow
from ample_crumb.store.recent_entries import RecentEntry
from ample_crumb.store.scope import Principal
from ample_crumb.store.usual_portions import usual_portions

MEALS_SHOWN: Final = 60
RECENT_SHOWN: Final = 20
RECENT_DAYS: Final = 28


@dataclass(frozen=True, slots=True)
class ThingAtHand:
    """Something at hand: how it is taken, what one of it brings, how many there are (None: enough), in how many minutes
    it can be bitten and how it thaws, what it tastes of, and how much protein powder is in one of it."""

    taken: TakenThing
    once: Portion
    available_count: float | None
    ready_min: float
    thaw: str = ""
    traits: tuple[str, ...] = ()
    powder_g: float = 0.0

    @property
    def key(self) -> str:
        """Tells it from all others."""
        taken = self.taken
        thing_id = taken.batch_id or taken.meal_id or taken.formula_id
        return f"{taken.source} {thing_id} {taken.lot} {taken.shelf_id} {taken.text}"

    def times(self, count: float) -> TakenThing:
        """So many of it."""
        return replace(self.taken, piece_count=count)


def _taken(source: str, name: str) -> TakenThing:
    return TakenThing(source, name, 1.0, None, None, None, "", None, None, "", None, ())


def stash_at_hand(
    connection: Connection, principal: Principal, context: KitchenContext, now: datetime, day: date
) -> Iterator[ThingAtHand]:
    """Pieces of the stash that are still within their careful date on that day, each position for itself."""
    # Who plans ahead has it at any time of that day.
    when = now if day <= now.date() else datetime.combine(day + timedelta(days=1), time(), now.tzinfo)
    shelves, found = find_shelved(connection, principal, context, now)
    names = {shelf.id: shelf for shelf in shelves}
    formula_ids = sorted({each.batch.formula_id for each in found if each.batch.formula_id is not None})
    traits = formulas.traits_by_formula(connection, principal.kitchen_id, formula_ids)
    usual = usual_portions(connection, principal, formula_ids)
    for each in found:
        batch, view, life = each.batch, each.view, each.life
        for position in view.positions:
            if position.eat_by <= when:
                continue
            shelf = names[position.shelf_id]
            frozen = shelf.kind == Place.FREEZER and life.home is not Place.FREEZER
            yield ThingAtHand(
                replace(
                    _taken("stash", batch.name),
                    batch_id=batch.id,
                    lot=position.lot,
                    shelf_id=position.shelf_id,
                    shelf=shelf.name,
                    formula_id=batch.formula_id,
                    eat_by=position.eat_by,
                    alerts=view.alerts,
                    usual_count=usual.get(batch.formula_id) if batch.formula_id else None,
                ),
                each.pieces[position.lot],
                position.piece_count,
                life.thaw_min if frozen else 0.0,
                life.thaw if frozen else "",
                tuple(traits.get(batch.formula_id, ())) if batch.formula_id else (),
                piece_powder_g(batch, position.lot),
            )


def meals_at_hand(connection: Connection, principal: Principal, context: KitchenContext) -> Iterator[ThingAtHand]:
    """Kept meals, those first that the person had last."""
    for row in kept_meals.kept_meals(connection, principal, MEALS_SHOWN):
        alerts = diet_alerts(row.allergen_names(), context.dietary_profiles)
        taken = replace(_taken("meal", row.name), meal_id=row.id, text=row.text, alerts=alerts)
        powder = powder_in(row.text, context)
        yield ThingAtHand(taken, row.portion(), None, row.minutes, "", tuple(row.traits), powder)


def powder_in(text: str, context: KitchenContext) -> float:
    """How much protein powder is in typed foods [g]."""
    lines = tuple(Line(food) for food in split_foods(text))
    figures = evaluate((Part("", lines),), 1, context.cupboard, context.preferences)
    foods = context.cupboard.ingredients
    return powder_g((foods[each.ingredient.slug], each.mass_g) for _, each in figures.weighed_lines())


def foods_at_hand(
    connection: Connection, principal: Principal, context: KitchenContext, day: date
) -> Iterator[ThingAtHand]:
    """Typed foods that the person had at least twice in the last weeks, as they were the last time."""
    for row in _recent(connection, principal, day):
        if row.kind == "foods" and row.had_count >= 2 and row.meal_id is None:
            taken = replace(_taken("foods", row.name), text=row.text)
            yield ThingAtHand(taken, _laid_in(row), None, 5.0, powder_g=powder_in(row.text, context))


def _recent(connection: Connection, principal: Principal, day: date) -> list[RecentEntry]:
    since = day - timedelta(days=RECENT_DAYS)
    return recent_entries.recent_entries(connection, principal, since, day, RECENT_SHOWN)


def at_hand_view(connection: Connection, principal: Principal, context: KitchenContext, day: date) -> AtHandView:
    """Kept meals and what was had of late, for a screen."""
    meals = kept_meals.kept_meals(connection, principal, MEALS_SHOWN)
    recent = [row for row in _recent(connection, principal, day) if row.meal_id is None]
    kept = plates.all_plates(connection, principal.kitchen_id, MEALS_SHOWN)
    usual = usual_portions(connection, principal, sorted({row.formula_id for row in kept})) if kept else {}
    return AtHandView(
        tuple(meal_view(row, context) for row in meals),
        tuple(
            FormulaPlateView(row.id, row.name, row.sides, row.formula_id, row.formula_name, usual.get(row.formula_id))
            for row in kept
        ),
        tuple(_recent_view(row, context) for row in recent),
    )


def meal_view(row: KeptMealRow, context: KitchenContext) -> MealView:
    """A kept meal for a screen."""
    alerts = diet_alerts(row.allergen_names(), context.dietary_profiles)
    figures = portion_view(row.portion(), context.definition)
    return MealView(row.id, row.name, row.text, row.minutes, row.last_day, figures, alerts)


def _recent_view(row: RecentEntry, context: KitchenContext) -> RecentView:
    figures = portion_view(_laid_in(row), context.definition)
    return RecentView(row.name, row.text, row.formula_id, row.piece_count, row.had_count, row.last_day, figures)


def _laid_in(row: RecentEntry) -> Portion:
    """What laying it in again brings: pieces as many as the last time, and a typed text once, however often it was had
    at one sitting."""
    return row.portion() if row.kind == "piece" else row.portion().times(1 / (row.piece_count or 1.0))


def formula_taken(name: str, formula_id: UUID) -> TakenThing:
    """Pieces of a formula that is yet to be made."""
    return replace(_taken("formula", name), formula_id=formula_id)
