"""Writes of kept meals."""

from dataclasses import replace
from typing import Final
from uuid import UUID

from psycopg.errors import UniqueViolation

from ample_crumb.application.context import load_context
from ample_crumb.application.problems import CannotAccept
from ample_crumb.application.today.available_foods import meal_view
from ample_crumb.application.today.day import evaluate_foods, read_entry
from ample_crumb.application.today.views import MealView
from ample_crumb.core.crumb.hazards import find_hazards
from ample_crumb.core.crumb.traits import tastes_of
from ample_crumb.core.formula.allergens import allergens_of
from ample_crumb.core.formula.eater_alerts import HAZARDS_OF_SOME_AGE
from ample_crumb.store import kept_meals
from ample_crumb.store.database import Database
from ample_crumb.store.kept_meals import KeptMeal
from ample_crumb.store.scope import Principal

MOST_MEALS: Final = 60


def put_meal(
    database: Database, principal: Principal, meal_id: UUID, name: str, text: str, minutes: int
) -> tuple[MealView, ...]:
    """Keeps a meal, new or changed; gives all. Raises CannotAccept for foods that cannot be read, a name that another
    has, and too many."""
    name = name.strip()
    with database.transaction(principal) as connection:
        context = load_context(connection, principal)
        read, portion = read_entry(text, context)
        figures = evaluate_foods(text, context)
        foods = [
            (context.cupboard.ingredients[weighed.ingredient.slug], weighed.mass_g)
            for _, weighed in figures.weighed_lines()
        ]
        there = kept_meals.kept_meals(connection, principal, MOST_MEALS)
        if len(there) >= MOST_MEALS and meal_id not in {row.id for row in there}:
            raise CannotAccept("/name", f"A kitchen keeps up to {MOST_MEALS} meals; take one away first.")
        # What is read cold is had cold; nobody keeps a meal to bake it.
        traits = (*tastes_of(foods), "cold")
        met = find_hazards(figures, portion.figures, "", "", context.cupboard)
        hazards = tuple(each.name for each in met if each.eaten and each.name in HAZARDS_OF_SOME_AGE)
        allergens = replace(allergens_of(figures, context.cupboard).names(), hazards=hazards)
        meal = KeptMeal(meal_id, (name or read)[:80], text.strip(), minutes, portion, allergens, traits)
        try:
            with connection.transaction():
                kept_meals.put_meal(connection, principal.kitchen_id, meal)
        except UniqueViolation as taken:
            raise CannotAccept("/name", f"There is a meal “{meal.name}” already.") from taken
        return tuple(meal_view(row, context) for row in kept_meals.kept_meals(connection, principal, MOST_MEALS))


def remove_meal(database: Database, principal: Principal, meal_id: UUID) -> tuple[MealView, ...]:
    """Keeps a meal no more; gives the others."""
    with database.transaction(principal) as connection:
        context = load_context(connection, principal)
        kept_meals.remove_meal(connection, principal.kitchen_id, meal_id)
        return tuple(meal_view(row, context) for row in kept_meals.kept_meals(connection, principal, MOST_MEALS))
