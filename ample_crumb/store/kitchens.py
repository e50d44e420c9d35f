"""Kitchens, what a person reads and counts with in them, and what a kitchen's words mean."""

from dataclasses import dataclass
from datetime import date
from typing import Any
from uuid import UUID

from psycopg.rows import class_row

from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal


def add_kitchen(connection: Connection, principal: Principal, kitchen: str, person: str) -> None:
    """A new kitchen with one person and three shelves in it; nothing happens when they are there already."""
    connection.execute(
        "insert into kitchen (id, name) values (%(id)s, %(name)s) on conflict do nothing",
        {"id": principal.kitchen_id, "name": kitchen},
    )
    connection.execute(
        """
        insert into person (id, kitchen_id, name) values (%(id)s, %(kitchen_id)s, %(name)s) on conflict do nothing
        """,
        {"id": principal.person_id, "kitchen_id": principal.kitchen_id, "name": person},
    )
    connection.execute(
        """
        insert into shelf (id, kitchen_id, kind, name)
        select gen_random_uuid(), %(kitchen_id)s, kind, initcap(kind) from unnest(array['counter', 'fridge', 'freezer'])
            as each (kind)
        where not exists (select from shelf where kitchen_id = %(kitchen_id)s)
        """,
        {"kitchen_id": principal.kitchen_id},
    )


@dataclass(frozen=True, slots=True)
class KitchenRow:
    """How a person reads and counts, and what their kitchen bakes with. `cupboard_revision` tells one state of its
    products from another and is None while there are none, `habits_revision` one state of its habits;
    `reading_revision` is another number after every change of what lines are read and counted with; `writing` whether
    this transaction has written, so that what it sees may yet be taken back. Where a day was asked for,
    `day_energy_kcal` is its target, None without one, and `eaten_kcal` what its entries bring."""

    measures: str
    energy: str
    carbohydrate: str
    oven: str
    watts: float
    altitude_m: float
    cupboard_revision: int | None
    habits_revision: int
    reading_revision: int
    writing: bool
    piece_step: str
    tally: dict[str, Any] | None
    day_energy_kcal: float | None
    eaten_kcal: float


def kitchen_row(connection: Connection, principal: Principal, day: date | None = None) -> KitchenRow:
    """How a person reads and counts, and what a day has left, in one statement because every figure asks for them."""
    with connection.cursor(row_factory=class_row(KitchenRow)) as cursor:
        row = cursor.execute(
            """
            select measures, energy, carbohydrate, oven, watts, altitude_m, cupboard_revision, habits_revision,
                reading_revision, pg_current_xact_id_if_assigned() is not null as writing, piece_step, tally,
                (
                    select plan.energy_kcal from plan_of_day(%(kitchen_id)s, %(person_id)s, %(day)s::date) plan
                    where %(day)s::date is not null
                ) as day_energy_kcal,
                coalesce((
                    select sum(energy_kcal) from entry
                    where person_id = %(person_id)s and kitchen_id = %(kitchen_id)s and day = %(day)s::date
                        and removed_at is null and state = 'eaten'
                ), 0) as eaten_kcal
            from person join kitchen on kitchen.id = person.kitchen_id
            where person.id = %(person_id)s and person.kitchen_id = %(kitchen_id)s
            """,
            {"person_id": principal.person_id, "kitchen_id": principal.kitchen_id, "day": day},
        ).fetchone()
    assert row is not None
    return row


@dataclass(frozen=True, slots=True)
class HabitsRow:
    """What a kitchen has said once: `food_aliases` maps phrases to the slugs they mean, `prices` foods to the price of
    a gram, `dietary_profiles` holds name, avoids and age of each: of those who eat along, and of the people of the
    kitchen who must not get something."""

    food_aliases: dict[str, str]
    prices: dict[str, float]
    dietary_profiles: list[tuple[str, list[str], str]]


def habits_row(connection: Connection, kitchen_id: UUID) -> HabitsRow:
    """What the kitchen has said once."""
    with connection.cursor(row_factory=class_row(HabitsRow)) as cursor:
        row = cursor.execute(
            """
            select coalesce(
                (select jsonb_object_agg(phrase, slug) from food_alias where kitchen_id = %(kitchen_id)s), '{}'
            ) as food_aliases, coalesce(
                (select jsonb_object_agg(food, price / for_g) from price where kitchen_id = %(kitchen_id)s), '{}'
            ) as prices, coalesce(
                (select jsonb_agg(jsonb_build_array(name, avoids, age_band) order by lower(name), id)
                from (
                    select id, name, avoids, age_band from dietary_profile where kitchen_id = %(kitchen_id)s
                    union all
                    select id, name, avoids, '' from person
                    where kitchen_id = %(kitchen_id)s and removed_at is null and cardinality(avoids) > 0
                ) eats), '[]'
            ) as dietary_profiles
            """,
            {"kitchen_id": kitchen_id},
        ).fetchone()
    assert row is not None
    return row


def lock(connection: Connection, kitchen_id: UUID) -> None:
    """Lets nobody else write what many formulas depend on, nor any formula, until the transaction ends. First of all
    locks; nothing is worked out while it is held."""
    connection.execute("select 1 from kitchen where id = %(id)s for no key update", {"id": kitchen_id})


def hold(connection: Connection, kitchen_id: UUID) -> int:
    """Lets what many formulas depend on stay as it is until the transaction ends, while others write other formulas.
    Gives the number of its state. First of all locks; nothing is worked out while it is held."""
    row = connection.execute(
        "select reading_revision from kitchen where id = %(id)s for share", {"id": kitchen_id}
    ).fetchone()
    return int(row[0]) if row else 0


def mark_reading_changed(connection: Connection, kitchen_id: UUID) -> None:
    """What lines are read and counted with is another now. The caller holds the kitchen's lock."""
    connection.execute(
        "update kitchen set reading_revision = reading_revision + 1 where id = %(id)s", {"id": kitchen_id}
    )


def set_food_alias(connection: Connection, kitchen_id: UUID, phrase: str, slug: str) -> None:
    """From now on `phrase` means `slug` in this kitchen."""
    connection.execute(
        """
        insert into food_alias (kitchen_id, phrase, slug) values (%(kitchen_id)s, %(phrase)s, %(slug)s)
        on conflict (kitchen_id, phrase) do update set slug = excluded.slug
        """,
        {"kitchen_id": kitchen_id, "phrase": phrase, "slug": slug},
    )


def forget_food_alias(connection: Connection, kitchen_id: UUID, phrase: str) -> None:
    """`phrase` is read by its words again."""
    connection.execute(
        "delete from food_alias where kitchen_id = %(kitchen_id)s and phrase = %(phrase)s",
        {"kitchen_id": kitchen_id, "phrase": phrase},
    )
