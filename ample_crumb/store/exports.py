"""Rows of a kitchen as tables go out: named columns, an order that stays."""

from datetime import date
from typing import Any
from uuid import UUID

from psycopg.rows import dict_row

from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal

Row = dict[str, Any]


def formula_ids(connection: Connection, kitchen_id: UUID) -> list[UUID]:
    """The formulas that are not put away, by name."""
    rows = connection.execute(
        "select id from formula where kitchen_id = %(kitchen_id)s and archived_at is null order by name, id",
        {"kitchen_id": kitchen_id},
    ).fetchall()
    return [row[0] for row in rows]


def find_formula_by_name(connection: Connection, kitchen_id: UUID, name: str) -> UUID | None:
    """The formula of that name, whatever its capitals, one in use before one that was put away; None for none."""
    found = connection.execute(
        """
        select id from formula where kitchen_id = %(kitchen_id)s and lower(name) = lower(%(name)s)
        order by archived_at is not null, updated_at desc, id limit 1
        """,
        {"kitchen_id": kitchen_id, "name": name},
    ).fetchone()
    return None if found is None else found[0]


def batch_rows(connection: Connection, kitchen_id: UUID) -> list[Row]:
    """Every batch with what one piece brings, the first first."""
    with connection.cursor(row_factory=dict_row) as cursor:
        return cursor.execute(
            """
            select made_at, zone, name, family, version_number as version, piece_count as pieces, planned_count,
                dough_g, baked_g, mass_g as piece_g, energy_kcal, (sd ->> 'energy_kcal')::numeric as energy_kcal_sd,
                protein_g, (sd ->> 'protein_g')::numeric as protein_g_sd, fat_g, saturates_g, carbohydrate_g, sugars_g,
                fibre_g, salt_g, oven, took_min, cost, id, formula_id
            from batch where kitchen_id = %(kitchen_id)s and removed_at is null order by made_at, id
            """,
            {"kitchen_id": kitchen_id},
        ).fetchall()


def mark_rows(connection: Connection, kitchen_id: UUID) -> list[Row]:
    """Every mark of every tasting, with the batch that it is of."""
    with connection.cursor(row_factory=dict_row) as cursor:
        return cursor.execute(
            """
            select tasting.tasted_at, tasting.name as tasting, sample.letter, batch.name as batch, batch.made_at,
                mark.taster, mark.pole, mark.score, batch.id as batch_id
            from tasting_mark mark
            join tasting on tasting.kitchen_id = %(kitchen_id)s and tasting.id = mark.tasting_id
            join tasting_sample sample on sample.kitchen_id = %(kitchen_id)s and sample.tasting_id = mark.tasting_id
                and sample.letter = mark.letter
            join batch on batch.kitchen_id = %(kitchen_id)s and batch.id = sample.batch_id
            where mark.kitchen_id = %(kitchen_id)s and tasting.removed_at is null
            order by tasting.tasted_at, tasting.id, taster, sample.letter, pole
            """,
            {"kitchen_id": kitchen_id},
        ).fetchall()


def entry_rows(connection: Connection, principal: Principal) -> list[Row]:
    """All that a person ate or planned, in order of time."""
    with connection.cursor(row_factory=dict_row) as cursor:
        return cursor.execute(
            """
            select day, to_char(eaten_at at time zone 'UTC', 'HH24:MI') as time_utc, name, text as amount, state,
                piece_count as pieces, nullif(mass_g, 0) as mass_g, energy_kcal,
                (sd ->> 'energy_kcal')::numeric as energy_kcal_sd, protein_g,
                (sd ->> 'protein_g')::numeric as protein_g_sd, fat_g, saturates_g, carbohydrate_g, sugars_g, fibre_g,
                polyols_g, salt_g
            from entry
            where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and removed_at is null
            order by day, eaten_at, id
            """,
            {"kitchen_id": principal.kitchen_id, "person_id": principal.person_id},
        ).fetchall()


def days_written(connection: Connection, principal: Principal) -> list[date]:
    """The days with an entry or a weight, in order."""
    rows = connection.execute(
        """
        select day from entry
        where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and removed_at is null
        union
        select day from body_weight where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s
        order by day
        """,
        {"kitchen_id": principal.kitchen_id, "person_id": principal.person_id},
    ).fetchall()
    return [row[0] for row in rows]


def bought_rows(connection: Connection, kitchen_id: UUID) -> list[Row]:
    """What is known at home and in shops of each food or product: prices, packs, what is there."""
    with connection.cursor(row_factory=dict_row) as cursor:
        return cursor.execute(
            """
            select coalesce(price.food, stock.food) as food, price.price, price.for_text as price_for, stock.state,
                stock.mass_g as at_home_g, stock.packs_g, stock.found_at
            from (select * from price where kitchen_id = %(kitchen_id)s) price
            full join (select * from stock where kitchen_id = %(kitchen_id)s) stock on stock.food = price.food
            order by 1
            """,
            {"kitchen_id": kitchen_id},
        ).fetchall()
