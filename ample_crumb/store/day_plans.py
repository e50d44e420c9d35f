"""What days are meant to be: types of day, their targets from a day on, the pattern of a week, and one day's own."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

from psycopg.rows import class_row, dict_row
from psycopg.types.json import Jsonb

from ample_crumb.core.day.day_budget import Targets
from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal


def _asked(principal: Principal, **more: Any) -> dict[str, Any]:
    return {"kitchen_id": principal.kitchen_id, "person_id": principal.person_id} | more


@dataclass(frozen=True, slots=True)
class DayTypeRow:
    """A type of day by its slug, which never changes, and its name."""

    slug: str
    name: str


@dataclass(frozen=True, slots=True)
class DayPlan:
    """What a day is meant to be: its type, the types there are, the targets in force by type, those of this one day
    where it has its own, and what the targets in force are called."""

    day_type: str
    types: tuple[DayTypeRow, ...]
    by_type: dict[str, Targets]
    own: Targets | None = None
    diet_phase: str = ""

    @property
    def targets(self) -> Targets | None:
        """The targets of this day; None when there are none for it."""
        return self.own or self.by_type.get(self.day_type)


def day_plan(connection: Connection, principal: Principal, day: date) -> DayPlan:
    """The plan of a day, as the schema works it out, with the targets of all types."""
    with connection.cursor(row_factory=dict_row) as cursor:
        rows = cursor.execute(
            """
            select this.type, day_type.slug, day_type.name, target.energy_kcal, target.protein_g, target.fat_g,
                target.carbohydrate_g, target.fibre_g, own.energy_kcal as own_energy_kcal,
                own.protein_g as own_protein_g, own.fat_g as own_fat_g, own.carbohydrate_g as own_carbohydrate_g,
                own.fibre_g as own_fibre_g, coalesce((
                    select name from diet_phase
                    where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and from_day <= %(day)s
                    order by from_day desc limit 1
                ), '') as diet_phase
            from (select day_type_of(%(kitchen_id)s, %(person_id)s, %(day)s::date) as type) this
            join day_type on day_type.kitchen_id = %(kitchen_id)s and day_type.person_id = %(person_id)s
                and (day_type.removed_at is null or day_type.slug = this.type)
            left join target_of(%(kitchen_id)s, %(person_id)s, day_type.slug, %(day)s::date) target on true
            left join day own on own.kitchen_id = %(kitchen_id)s and own.person_id = %(person_id)s
                and own.day = %(day)s
            order by day_type.position, day_type.slug
            """,
            _asked(principal, day=day),
        ).fetchall()
    if not rows:
        return DayPlan("rest", (), {})
    first = rows[0]
    by_type = {row["slug"]: _targets(row) for row in rows if row["energy_kcal"] is not None}
    own = None if first["own_energy_kcal"] is None else _targets(first, "own_")
    types = tuple(DayTypeRow(row["slug"], row["name"]) for row in rows)
    return DayPlan(first["type"], types, by_type, own, first["diet_phase"])


def _targets(row: dict[str, Any], prefix: str = "") -> Targets:
    names = ("energy_kcal", "protein_g", "fat_g", "carbohydrate_g", "fibre_g")
    return Targets(*(row[prefix + name] for name in names))


def set_day_type(connection: Connection, principal: Principal, day: date, kind: str) -> None:
    """Makes a day one of that type."""
    connection.execute(
        """
        insert into day (kitchen_id, person_id, day, day_type)
        values (%(kitchen_id)s, %(person_id)s, %(day)s, %(kind)s)
        on conflict (kitchen_id, person_id, day) do update set day_type = excluded.day_type
        """,
        _asked(principal, day=day, kind=kind),
    )


def set_own_target(connection: Connection, principal: Principal, day: date, targets: Targets | None) -> None:
    """Gives one day targets of its own, or takes them from it."""
    connection.execute(
        """
        insert into day (kitchen_id, person_id, day, energy_kcal, protein_g, fat_g, carbohydrate_g, fibre_g)
        values (%(kitchen_id)s, %(person_id)s, %(day)s, %(energy)s, %(protein)s, %(fat)s, %(carb)s, %(fibre)s)
        on conflict (kitchen_id, person_id, day) do update set energy_kcal = excluded.energy_kcal,
            protein_g = excluded.protein_g, fat_g = excluded.fat_g, carbohydrate_g = excluded.carbohydrate_g,
            fibre_g = excluded.fibre_g
        """,
        _asked(principal, day=day) | _figures(targets),
    )


def set_target(connection: Connection, principal: Principal, kind: str, from_day: date, targets: Targets) -> None:
    """Targets of a day type from a day on."""
    connection.execute(
        """
        insert into target (kitchen_id, person_id, day_type, from_day, energy_kcal, protein_g, fat_g, carbohydrate_g,
            fibre_g)
        values (%(kitchen_id)s, %(person_id)s, %(kind)s, %(from_day)s, %(energy)s, %(protein)s, %(fat)s, %(carb)s,
            %(fibre)s)
        on conflict (kitchen_id, person_id, day_type, from_day) do update set energy_kcal = excluded.energy_kcal,
            protein_g = excluded.protein_g, fat_g = excluded.fat_g, carbohydrate_g = excluded.carbohydrate_g,
            fibre_g = excluded.fibre_g
        """,
        _asked(principal, kind=kind, from_day=from_day) | _figures(targets),
    )


def _figures(targets: Targets | None) -> dict[str, float | None]:
    return {
        "energy": targets.energy_kcal if targets else None,
        "protein": targets.protein_g if targets else None,
        "fat": targets.fat_g if targets else None,
        "carb": targets.carbohydrate_g if targets else None,
        "fibre": targets.fibre_g if targets else None,
    }


def put_day_type(connection: Connection, principal: Principal, slug: str, name: str) -> None:
    """A type of day, new, and then the last of them, or called otherwise; one that was taken away is there again."""
    connection.execute(
        """
        insert into day_type (kitchen_id, person_id, slug, name, position)
        select %(kitchen_id)s, %(person_id)s, %(slug)s, %(name)s, coalesce(max(position), 0) + 1 from day_type
        where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s
        on conflict (kitchen_id, person_id, slug) do update set name = excluded.name, removed_at = null
        """,
        _asked(principal, slug=slug, name=name),
    )


def remove_day_type(connection: Connection, principal: Principal, slug: str) -> None:
    """Takes a type of day from those offered; days that are of it stay so."""
    connection.execute(
        """
        update day_type set removed_at = coalesce(removed_at, now())
        where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and slug = %(slug)s
        """,
        _asked(principal, slug=slug),
    )


@dataclass(frozen=True, slots=True)
class WeekPattern:
    """Of which type each weekday is from a day on, Monday first."""

    from_day: date
    day_types: list[str]


def week_pattern(connection: Connection, principal: Principal, day: date) -> WeekPattern | None:
    """The pattern in force on a day, None without one."""
    with connection.cursor(row_factory=class_row(WeekPattern)) as cursor:
        return cursor.execute(
            """
            select from_day, day_types from week_pattern
            where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and from_day <= %(day)s
            order by from_day desc limit 1
            """,
            _asked(principal, day=day),
        ).fetchone()


def set_week_pattern(connection: Connection, principal: Principal, from_day: date, day_types: Sequence[str]) -> None:
    """The pattern of the weeks from a day on; days whose type was set keep it."""
    connection.execute(
        """
        insert into week_pattern (kitchen_id, person_id, from_day, day_types)
        values (%(kitchen_id)s, %(person_id)s, %(from_day)s, %(day_types)s)
        on conflict (kitchen_id, person_id, from_day) do update set day_types = excluded.day_types
        """,
        _asked(principal, from_day=from_day, day_types=list(day_types)),
    )


@dataclass(frozen=True, slots=True)
class TargetsFrom:
    """The targets of a type of day that were set from a day on."""

    from_day: date
    day_type: str
    targets: Targets


@dataclass(frozen=True, slots=True)
class DietPhaseRow:
    """What the targets from a day on are called."""

    from_day: date
    name: str


def all_targets(connection: Connection, principal: Principal, most: int) -> list[TargetsFrom]:
    """What was set and what is to come, the latest first."""
    rows = connection.execute(
        """
        select from_day, day_type, energy_kcal, protein_g, fat_g, carbohydrate_g, fibre_g from target
        where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s
        order by from_day desc, day_type limit %(most)s
        """,
        _asked(principal, most=most),
    ).fetchall()
    return [TargetsFrom(from_day, day_type, Targets(*figures)) for from_day, day_type, *figures in rows]


def diet_phases(connection: Connection, principal: Principal, most: int) -> list[DietPhaseRow]:
    """The named ones, the latest first."""
    with connection.cursor(row_factory=class_row(DietPhaseRow)) as cursor:
        return cursor.execute(
            """
            select from_day, name from diet_phase where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s
            order by from_day desc limit %(most)s
            """,
            _asked(principal, most=most),
        ).fetchall()


def name_diet_phase(connection: Connection, principal: Principal, from_day: date, name: str) -> None:
    """Calls the targets from a day on so; without a name they are called nothing."""
    if not name:
        connection.execute(
            """
            delete from diet_phase
            where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and from_day = %(from_day)s
            """,
            _asked(principal, from_day=from_day),
        )
        return
    connection.execute(
        """
        insert into diet_phase (kitchen_id, person_id, from_day, name)
        values (%(kitchen_id)s, %(person_id)s, %(from_day)s, %(name)s)
        on conflict (kitchen_id, person_id, from_day) do update set name = excluded.name
        """,
        _asked(principal, from_day=from_day, name=name),
    )


def remove_targets(connection: Connection, principal: Principal, from_day: date) -> None:
    """Takes away the targets that were to hold from a day on, and what they are called."""
    connection.execute(
        """
        with named as (
            delete from diet_phase
            where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and from_day = %(from_day)s
        )
        delete from target
        where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and from_day = %(from_day)s
        """,
        _asked(principal, from_day=from_day),
    )


def find_physique(connection: Connection, principal: Principal) -> dict[str, Any] | None:
    """What targets were last worked out from."""
    row = connection.execute(
        "select physique from person where kitchen_id = %(kitchen_id)s and id = %(person_id)s", _asked(principal)
    ).fetchone()
    return row[0] if row else None


def set_physique(connection: Connection, principal: Principal, document: dict[str, Any]) -> None:
    """Keeps what targets were worked out from."""
    connection.execute(
        "update person set physique = %(document)s where kitchen_id = %(kitchen_id)s and id = %(person_id)s",
        _asked(principal, document=Jsonb(document)),
    )
