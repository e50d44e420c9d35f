"""Meals that are eaten again and again: foods as typed, under a name, with their figures of when they were kept."""

from dataclasses import dataclass
from datetime import date
from uuid import UUID

from psycopg.rows import class_row
from psycopg.sql import SQL

from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.formula.allergens import AllergenNames
from ample_crumb.store.columns import ContentsRow, column_list, columns, set_list, value_list
from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal


@dataclass(frozen=True, slots=True, kw_only=True)
class KeptMealRow(ContentsRow):
    """A kept meal, how many minutes it takes, and the day on which the person last had it."""

    id: UUID
    name: str
    text: str
    minutes: int
    last_day: date | None


def kept_meals(connection: Connection, principal: Principal, most: int) -> list[KeptMealRow]:
    """The meals of the kitchen, those first that the person had last."""
    with connection.cursor(row_factory=class_row(KeptMealRow)) as cursor:
        return cursor.execute(
            SQL("""
            select id, name, text, minutes, contains, may_contain, diets_broken, diets_kept, complete, hazards,
                traits, (
                select max(day) from entry where entry.kitchen_id = %(kitchen_id)s
                    and entry.person_id = %(person_id)s and entry.meal_id = kept_meal.id and removed_at is null
            ) as last_day, {figures}
            from kept_meal where kitchen_id = %(kitchen_id)s
            order by last_day desc nulls last, lower(name) limit %(most)s
            """).format(figures=column_list()),
            {"kitchen_id": principal.kitchen_id, "person_id": principal.person_id, "most": most},
        ).fetchall()


def find_meal(connection: Connection, principal: Principal, meal_id: UUID) -> tuple[str, str] | None:
    """Name and text of a meal, None where there is none."""
    return connection.execute(
        "select name, text from kept_meal where kitchen_id = %(kitchen_id)s and id = %(meal_id)s",
        {"kitchen_id": principal.kitchen_id, "meal_id": meal_id},
    ).fetchone()


@dataclass(frozen=True, slots=True)
class KeptMeal:
    """A meal to keep."""

    id: UUID
    name: str
    text: str
    minutes: int
    portion: Portion
    allergens: AllergenNames
    traits: tuple[str, ...]


def put_meal(connection: Connection, kitchen_id: UUID, meal: KeptMeal) -> None:
    """Writes a meal, new or changed. Raises UniqueViolation for a name that another has."""
    connection.execute(
        SQL("""
        insert into kept_meal (id, kitchen_id, name, text, minutes, contains, may_contain, diets_broken, diets_kept,
            complete, hazards, traits, {figures})
        values (%(id)s, %(kitchen_id)s, %(name)s, %(text)s, %(minutes)s, %(contains)s, %(may_contain)s,
            %(diets_broken)s, %(diets_kept)s, %(complete)s, %(hazards)s, %(traits)s, {figure_values})
        on conflict (kitchen_id, id) do update set name = %(name)s, text = %(text)s, minutes = %(minutes)s,
            contains = %(contains)s, may_contain = %(may_contain)s, diets_broken = %(diets_broken)s,
            diets_kept = %(diets_kept)s, complete = %(complete)s, hazards = %(hazards)s,
            traits = %(traits)s, {figure_sets}
        """).format(figures=column_list(), figure_values=value_list(), figure_sets=set_list()),
        columns(meal.portion)
        | {
            "id": meal.id,
            "kitchen_id": kitchen_id,
            "name": meal.name,
            "text": meal.text,
            "minutes": meal.minutes,
            "contains": list(meal.allergens.contains),
            "may_contain": list(meal.allergens.may_contain),
            "diets_broken": list(meal.allergens.diets_broken),
            "diets_kept": list(meal.allergens.diets_kept),
            "complete": meal.allergens.complete,
            "hazards": list(meal.allergens.hazards),
            "traits": list(meal.traits),
        },
    )


def remove_meal(connection: Connection, kitchen_id: UUID, meal_id: UUID) -> None:
    """Keeps a meal no more; what was eaten of it stays."""
    connection.execute(
        "delete from kept_meal where kitchen_id = %(kitchen_id)s and id = %(meal_id)s",
        {"kitchen_id": kitchen_id, "meal_id": meal_id},
    )
