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
            with summed as (
                select day, count(*)::integer as entry_count, sum(energy_kcal) as energy_kcal,
                    sum(protein_g) as protein_g, sum(fat_g) as fat_g, sum(carbohydrate_g) as carbohydrate_g,
                    sum(fibre_g) as fibre_g, sum(energy_kcal) filter (where kind = 'piece') as dessert_kcal,
                    sum(((sd ->> 'energy_kcal')::float8) ^ 2) filter (where formula_id is null) as variance_kcal,
                    sum(((sd ->> 'protein_g')::float8) ^ 2) filter (where formula_id is null) as variance_protein
                from entry
                where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s
                    and day between %(from_day)s and %(to_day)s and removed_at is null and state = 'eaten'
                group by day
            ), of_formula as (
                select day, formula_id, sum((sd ->> 'energy_kcal')::float8) as sd_kcal,
                    sum((sd ->> 'protein_g')::float8) as sd_protein_g,
                    sum(piece_count) filter (where kind = 'piece' and energy_kcal is not null) as piece_count,
                    sum(energy_kcal) filter (where kind = 'piece') as energy_kcal
                from entry
                where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and formula_id is not null
                    and day between %(from_day)s and %(to_day)s and removed_at is null and state = 'eaten'
                group by day, formula_id
            ), of_formulas as (
                -- What is of one formula errs together, other things apart.
                select day, sum(sd_kcal * sd_kcal) as variance_kcal,
                    sum(sd_protein_g * sd_protein_g) as variance_protein, sum(
                        of_formula.piece_count
                            * coalesce((formula.classic ->> 'energy_kcal')::numeric, classic.energy_kcal)
                        - of_formula.energy_kcal
                    ) as replaced_kcal
                from of_formula
                left join formula on formula.kitchen_id = %(kitchen_id)s and formula.id = formula_id
                left join formula classic on classic.kitchen_id = %(kitchen_id)s and classic.id = formula.classic_id
                group by day
            )
            select each.day::date as day, plan.type as day_type, plan.energy_kcal as target_kcal,
                plan.protein_g as target_protein_g, coalesce(entry_count, 0) as entry_count, summed.energy_kcal,
                summed.protein_g, summed.fat_g, summed.carbohydrate_g, summed.fibre_g,
                sqrt(coalesce(summed.variance_kcal + of_formulas.variance_kcal, summed.variance_kcal,
                    of_formulas.variance_kcal)) as sd_kcal,
                sqrt(coalesce(summed.variance_protein + of_formulas.variance_protein, summed.variance_protein,
                    of_formulas.variance_protein)) as sd_protein_g,
                coalesce(dessert_kcal, 0) as dessert_kcal, coalesce(replaced_kcal, 0) as replaced_kcal
            from generate_series(%(from_day)s::date, %(to_day)s::date, interval '1 day') each (day)
            cross join lateral plan_of_day(%(kitchen_id)s, %(person_id)s, each.day::date) plan
            left join summed on summed.day = each.day::date
            left join of_formulas on of_formulas.day = each.day::date
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
        with together as (
            select sum(((sd ->> 'energy_kcal')::float8) ^ 2) as variance_kcal,
                sum(((sd ->> 'protein_g')::float8) ^ 2) as variance_protein
            from entry
            where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and formula_id is null
                and day between %(from_day)s and %(to_day)s and removed_at is null and state = 'eaten'
            union all
            select sum((sd ->> 'energy_kcal')::float8) ^ 2, sum((sd ->> 'protein_g')::float8) ^ 2
            from entry
            where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and formula_id is not null
                and day between %(from_day)s and %(to_day)s and removed_at is null and state = 'eaten'
            group by formula_id
        )
        select sqrt(sum(variance_kcal)), sqrt(sum(variance_protein)) from together
        """,
        {
            "kitchen_id": principal.kitchen_id,
            "person_id": principal.person_id,
            "from_day": from_day,
            "to_day": to_day,
        },
    ).fetchone()
    return (row[0], row[1]) if row else (None, None)
