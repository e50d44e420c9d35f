"""Targets, days and the entries in them."""

from dataclasses import dataclass
from datetime import date, datetime
from typing import Any, Final
from uuid import UUID

from psycopg.rows import class_row
from psycopg.sql import SQL

from ample_crumb.core.day.day_budget import Targets
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.store.columns import FiguresRow, column_list, columns, set_list, value_list
from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal

_BATCH_ALLERGENS: Final = SQL("""(
    select allergens from batch where batch.kitchen_id = entry.kitchen_id and batch.id = entry.batch_id
) as batch_allergens""")


@dataclass(frozen=True, slots=True, kw_only=True)
class EntryRow(FiguresRow):
    """What was eaten at a time, with the figures of that moment. `piece_count` is set for a piece, and `formula_id` or
    `batch_id` with its lot, of which it was; `batch_allergens` are those of that batch."""

    id: UUID
    day: date
    eaten_at: datetime
    kind: str
    name: str
    text: str
    formula_id: UUID | None
    batch_id: UUID | None
    lot: int | None
    piece_count: float | None
    version: int
    removed: bool
    batch_allergens: dict[str, Any] | None


def set_day_type(connection: Connection, principal: Principal, day: date, kind: str) -> None:
    """Makes a day a training or a rest day."""
    connection.execute(
        """
        insert into day (kitchen_id, person_id, day, day_type)
        values (%(kitchen_id)s, %(person_id)s, %(day)s, %(kind)s)
        on conflict (kitchen_id, person_id, day) do update set day_type = excluded.day_type
        """,
        {"kitchen_id": principal.kitchen_id, "person_id": principal.person_id, "day": day, "kind": kind},
    )


@dataclass(frozen=True, slots=True)
class DayPlan:
    """What a day is meant to be: its type, and the targets in force by type of day."""

    day_type: str
    by_type: dict[str, Targets]

    @property
    def targets(self) -> Targets | None:
        """The targets of this day; None when there are none for its type."""
        return self.by_type.get(self.day_type)


def day_plan(connection: Connection, principal: Principal, day: date) -> DayPlan:
    """The plan of a day. Its type is as set, else as the same weekday a week before, else a rest day. Of targets the
    latest up to the day are in force; the first ones set also hold for the days before them."""
    rows = connection.execute(
        """
        select distinct on (target.day_type)
            this.day_type, target.day_type, energy_kcal, protein_g, fat_g, carbohydrate_g
        from (
            select coalesce((
                select day_type from day
                where person_id = %(person_id)s and kitchen_id = %(kitchen_id)s
                    and (day = %(day)s or day = %(day)s::date - 7)
                order by day desc limit 1
            ), 'rest') as day_type
        ) this
        left join target on person_id = %(person_id)s and kitchen_id = %(kitchen_id)s
        order by target.day_type, (from_day <= %(day)s) desc,
            case when from_day <= %(day)s then %(day)s::date - from_day else from_day - %(day)s::date end
        """,
        {"person_id": principal.person_id, "kitchen_id": principal.kitchen_id, "day": day},
    ).fetchall()
    return DayPlan(rows[0][0], {kind: Targets(*figures) for _, kind, *figures in rows if kind is not None})


def set_target(connection: Connection, principal: Principal, kind: str, from_day: date, targets: Targets) -> None:
    """Targets of a day type from a day on."""
    connection.execute(
        """
        insert into target (kitchen_id, person_id, day_type, from_day, energy_kcal, protein_g, fat_g, carbohydrate_g)
        values (%(kitchen_id)s, %(person_id)s, %(kind)s, %(from_day)s, %(energy)s, %(protein)s, %(fat)s, %(carb)s)
        on conflict (kitchen_id, person_id, day_type, from_day) do update set energy_kcal = excluded.energy_kcal,
            protein_g = excluded.protein_g, fat_g = excluded.fat_g, carbohydrate_g = excluded.carbohydrate_g
        """,
        {
            "kitchen_id": principal.kitchen_id,
            "person_id": principal.person_id,
            "kind": kind,
            "from_day": from_day,
            "energy": targets.energy_kcal,
            "protein": targets.protein_g,
            "fat": targets.fat_g,
            "carb": targets.carbohydrate_g,
        },
    )


def day_entries(connection: Connection, principal: Principal, day: date) -> list[EntryRow]:
    """The entries of a day in order of time, without removed ones."""
    with connection.cursor(row_factory=class_row(EntryRow)) as cursor:
        return cursor.execute(
            SQL("""
            select id, day, eaten_at, kind, name, text, formula_id, batch_id, lot, piece_count, version,
                false as removed, {batch_allergens}, {figures}
            from entry
            where person_id = %(person_id)s and kitchen_id = %(kitchen_id)s and day = %(day)s and removed_at is null
            order by eaten_at, id
            """).format(figures=column_list(), batch_allergens=_BATCH_ALLERGENS),
            {"person_id": principal.person_id, "kitchen_id": principal.kitchen_id, "day": day},
        ).fetchall()


def find_entry(connection: Connection, principal: Principal, entry_id: UUID, *, lock: bool = False) -> EntryRow | None:
    """One entry, removed or not; None when there is none. With `lock` it stays as it is for this transaction."""
    if lock:
        connection.execute(
            """
            select 1 from entry
            where id = %(id)s and person_id = %(person_id)s and kitchen_id = %(kitchen_id)s for update
            """,
            {"id": entry_id, "person_id": principal.person_id, "kitchen_id": principal.kitchen_id},
        )
    with connection.cursor(row_factory=class_row(EntryRow)) as cursor:
        return cursor.execute(
            SQL("""
            select id, day, eaten_at, kind, name, text, formula_id, batch_id, lot, piece_count, version,
                removed_at is not null as removed, {batch_allergens},
                {figures}
            from entry where id = %(id)s and person_id = %(person_id)s and kitchen_id = %(kitchen_id)s
            """).format(figures=column_list(), batch_allergens=_BATCH_ALLERGENS),
            {"id": entry_id, "person_id": principal.person_id, "kitchen_id": principal.kitchen_id},
        ).fetchone()


@dataclass(frozen=True, slots=True, kw_only=True)
class LoggedEntry:
    """An entry to write: what was eaten and when. `formula_id` or `batch_id` and `piece_count` are set for pieces."""

    id: UUID
    day: date
    eaten_at: datetime
    kind: str
    name: str
    text: str = ""
    formula_id: UUID | None = None
    batch_id: UUID | None = None
    lot: int | None = None
    group_id: UUID | None = None
    piece_count: float | None = None
    portion: Portion

    def parameters(self, principal: Principal) -> dict[str, Any]:
        """As named parameters of an insert or update."""
        return columns(self.portion) | {
            "id": self.id,
            "kitchen_id": principal.kitchen_id,
            "person_id": principal.person_id,
            "day": self.day,
            "eaten_at": self.eaten_at,
            "kind": self.kind,
            "name": self.name,
            "text": self.text,
            "formula_id": self.formula_id,
            "batch_id": self.batch_id,
            "lot": self.lot,
            "group_id": self.group_id,
            "piece_count": self.piece_count,
        }


def add_entry(connection: Connection, principal: Principal, entry: LoggedEntry) -> bool:
    """Writes an entry into its day. False when that id is there already, as after a retry."""
    added = connection.execute(
        SQL("""
        insert into entry (id, kitchen_id, person_id, day, eaten_at, kind, name, text, formula_id, batch_id, lot,
            group_id, piece_count, {figures})
        values (%(id)s, %(kitchen_id)s, %(person_id)s, %(day)s, %(eaten_at)s, %(kind)s, %(name)s, %(text)s,
            %(formula_id)s, %(batch_id)s, %(lot)s, %(group_id)s, %(piece_count)s,
            {figure_values})
        on conflict (kitchen_id, id) do nothing
        """).format(figures=column_list(), figure_values=value_list()),
        entry.parameters(principal),
    )
    return added.rowcount == 1


def change_entry(connection: Connection, principal: Principal, entry: LoggedEntry) -> None:
    """New content of the entry of that id and its next version; its kind and formula stay. The caller has locked it and
    looked at its version."""
    connection.execute(
        SQL("""
        update entry set day = %(day)s, eaten_at = %(eaten_at)s, name = %(name)s, text = %(text)s,
            piece_count = %(piece_count)s, version = version + 1,
            {figure_sets}
        where id = %(id)s and person_id = %(person_id)s and kitchen_id = %(kitchen_id)s
        """).format(figure_sets=set_list()),
        entry.parameters(principal),
    )


def remove_entry(connection: Connection, principal: Principal, entry_id: UUID, *, removed: bool) -> bool:
    """Takes an entry out of its day, or lays it back; False when there is none of that id."""
    done = connection.execute(
        """
        update entry set removed_at = case when %(removed)s then coalesce(removed_at, now()) end
        where id = %(id)s and person_id = %(person_id)s and kitchen_id = %(kitchen_id)s
        """,
        {"removed": removed, "id": entry_id, "person_id": principal.person_id, "kitchen_id": principal.kitchen_id},
    )
    return done.rowcount == 1


def group_of(connection: Connection, principal: Principal, entry_id: UUID) -> list[UUID]:
    """An entry and those that are of one plate with it, removed or not."""
    rows = connection.execute(
        """
        select id from entry
        where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and (id = %(id)s or group_id = (
            select group_id from entry
            where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and id = %(id)s
        ))
        order by id
        """,
        {"kitchen_id": principal.kitchen_id, "person_id": principal.person_id, "id": entry_id},
    ).fetchall()
    return [row[0] for row in rows]


def entries_called(connection: Connection, principal: Principal, words: str, most: int) -> list[tuple[date, str]]:
    """Days on which something was eaten whose name holds `words`, the latest first."""
    # A diary has many entries and few names: from each name to the next through the index, then to its latest days.
    return connection.execute(
        """
        with recursive eaten (name) as (
            (
                select name from entry
                where person_id = %(person_id)s and kitchen_id = %(kitchen_id)s and removed_at is null
                order by name limit 1
            )
            union all
            select (
                select name from entry later
                where person_id = %(person_id)s and kitchen_id = %(kitchen_id)s and removed_at is null
                    and later.name > eaten.name
                order by later.name limit 1
            ) from eaten where eaten.name is not null
        )
        select day, min(name) from eaten cross join lateral (
            select day from entry
            where person_id = %(person_id)s and kitchen_id = %(kitchen_id)s and removed_at is null
                and entry.name = eaten.name
            order by day desc limit %(most)s
        ) latest
        where strpos(lower(name), lower(%(words)s)) > 0
        group by day order by day desc limit %(most)s
        """,
        {"person_id": principal.person_id, "kitchen_id": principal.kitchen_id, "words": words, "most": most},
    ).fetchall()
