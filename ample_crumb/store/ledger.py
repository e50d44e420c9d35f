"""Days looked back on: a row a day, and what is uncertain over all of them."""

from dataclasses import dataclass
from datetime import date

from psycopg.rows import class_row

from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal


@dataclass(frozen=True, slots=True)
class LedgerRow:
    """A day: its type and targets (None without), what was eaten (None where nothing was written down), how uncertain
    that is, how much of it were pieces, and how much more the classics of these would have brought."""

    day: date
    day_type: str
    target_kcal: float | None
    target_protein_g: float | None
    entry_count: int
    energy_kcal: float | None
    protein_g: float | None
    fat_g: float | None
    carbohydrate_g: float | None
    fibre_g: float | None
    sd_kcal: float | None
    sd_protein_g: float | None
    dessert_kcal: float
    replaced_kcal: float


def days_between(connection: Connection, principal: Principal, from_day: date, to_day: date) -> list[LedgerRow]:
    """Each of these days, both included, the first first."""
    with connection.cursor(row_factory=class_row(LedgerRow)) as cursor:
        return cursor.execute(
            """
            with eaten as (
                select entry.day, coalesce(entry.formula_id::text, entry.id::text) as thing, count(*) as entry_count,
                    sum(entry.energy_kcal) as energy_kcal, sum(entry.protein_g) as protein_g, sum(entry.fat_g) as fat_g,
                    sum(entry.carbohydrate_g) as carbohydrate_g, sum(entry.fibre_g) as fibre_g,
                    sum((entry.sd ->> 'energy_kcal')::numeric) as sd_kcal,
                    sum((entry.sd ->> 'protein_g')::numeric) as sd_protein_g,
                    sum(entry.energy_kcal) filter (where entry.kind = 'piece') as dessert_kcal,
                    sum(entry.piece_count
                        * coalesce((formula.twin ->> 'energy_kcal')::numeric, classic.energy_kcal) - entry.energy_kcal)
                        filter (where entry.kind = 'piece') as replaced_kcal
                from entry
                left join formula on formula.kitchen_id = entry.kitchen_id and formula.id = entry.formula_id
                left join formula classic on classic.kitchen_id = formula.kitchen_id and classic.id = formula.twin_id
                where entry.kitchen_id = %(kitchen_id)s and entry.person_id = %(person_id)s
                    and entry.day between %(from_day)s and %(to_day)s and entry.removed_at is null
                    and entry.state = 'eaten'
                group by entry.day, thing
            ), summed as (
                -- What is of one formula errs together, other things apart.
                select day, sum(entry_count)::integer as entry_count, sum(energy_kcal) as energy_kcal,
                    sum(protein_g) as protein_g, sum(fat_g) as fat_g, sum(carbohydrate_g) as carbohydrate_g,
                    sum(fibre_g) as fibre_g, sqrt(sum(sd_kcal * sd_kcal)) as sd_kcal,
                    sqrt(sum(sd_protein_g * sd_protein_g)) as sd_protein_g,
                    coalesce(sum(dessert_kcal), 0) as dessert_kcal, coalesce(sum(replaced_kcal), 0) as replaced_kcal
                from eaten group by day
            )
            select each.day::date as day, plan.type as day_type, plan.energy_kcal as target_kcal,
                plan.protein_g as target_protein_g, coalesce(entry_count, 0) as entry_count, summed.energy_kcal,
                summed.protein_g, summed.fat_g, summed.carbohydrate_g, summed.fibre_g, summed.sd_kcal,
                summed.sd_protein_g, coalesce(dessert_kcal, 0) as dessert_kcal,
                coalesce(replaced_kcal, 0) as replaced_kcal
            from generate_series(%(from_day)s::date, %(to_day)s::date, interval '1 day') each (day)
            cross join lateral plan_of_day(%(kitchen_id)s, %(person_id)s, each.day::date) plan
            left join summed on summed.day = each.day::date
            order by each.day
            """,
            {
                "kitchen_id": principal.kitchen_id,
                "person_id": principal.person_id,
                "from_day": from_day,
                "to_day": to_day,
            },
        ).fetchall()


def uncertainty_between(
    connection: Connection, principal: Principal, from_day: date, to_day: date
) -> tuple[float | None, float | None]:
    """How uncertain energy and protein of all these days together are [kcal, g]: what is of one formula errs together
    however often it was eaten, other things apart; None where nothing is known."""
    row = connection.execute(
        """
        select sqrt(sum(sd_kcal * sd_kcal)), sqrt(sum(sd_protein_g * sd_protein_g))
        from (
            select sum((sd ->> 'energy_kcal')::numeric) as sd_kcal, sum((sd ->> 'protein_g')::numeric) as sd_protein_g
            from entry
            where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s
                and day between %(from_day)s and %(to_day)s and removed_at is null and state = 'eaten'
            group by coalesce(formula_id::text, id::text)
        ) thing
        """,
        {
            "kitchen_id": principal.kitchen_id,
            "person_id": principal.person_id,
            "from_day": from_day,
            "to_day": to_day,
        },
    ).fetchone()
    return (row[0], row[1]) if row else (None, None)
