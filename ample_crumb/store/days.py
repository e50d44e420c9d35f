"""The entries of a day."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime
from typing import Any, Final
from uuid import UUID

from psycopg.rows import class_row
from psycopg.sql import SQL, Composed

from ample_crumb.core.food.nutrients import Portion
from ample_crumb.store.columns import FiguresRow, column_list, columns, set_list, value_list
from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal

_BATCH_ALLERGENS: Final = SQL("""(
    select allergens from batch where batch.kitchen_id = entry.kitchen_id and batch.id = entry.batch_id
) as batch_allergens""")


@dataclass(frozen=True, slots=True, kw_only=True)
class EntryRow(FiguresRow):
    """What was eaten or is planned at a time, with the figures of the moment it was laid in. `piece_count` is set for
    a piece, and `formula_id` or `batch_id` with its lot, of which it was; `batch_allergens` are those of that
    batch; `meal_id` is the kept meal that it was."""

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
    state: str
    meal_id: UUID | None
    group_id: UUID | None
    revision: int
    removed: bool
    batch_allergens: dict[str, Any] | None


def day_entries(connection: Connection, principal: Principal, day: date) -> list[EntryRow]:
    """The entries of a day in order of time, without removed ones."""
    with connection.cursor(row_factory=class_row(EntryRow)) as cursor:
        return cursor.execute(
            SQL("""
            select id, day, eaten_at, kind, name, text, formula_id, batch_id, lot, piece_count, state,
                meal_id, group_id, revision, false as removed, {batch_allergens}, {figures}
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
            select id, day, eaten_at, kind, name, text, formula_id, batch_id, lot, piece_count, state,
                meal_id, group_id, revision, removed_at is not null as removed, {batch_allergens},
                {figures}
            from entry where id = %(id)s and person_id = %(person_id)s and kitchen_id = %(kitchen_id)s
            """).format(figures=column_list(), batch_allergens=_BATCH_ALLERGENS),
            {"id": entry_id, "person_id": principal.person_id, "kitchen_id": principal.kitchen_id},
        ).fetchone()


@dataclass(frozen=True, slots=True, kw_only=True)
class LoggedEntry:
    """An entry to write: what was eaten or is planned, and when. `formula_id` or `batch_id` and `piece_count` are set
    for pieces."""

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
    meal_id: UUID | None = None
    state: str = "eaten"
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
            "meal_id": self.meal_id,
            "state": self.state,
        }


def add_entry(connection: Connection, principal: Principal, entry: LoggedEntry) -> bool:
    """Writes an entry into its day. False when that id is there already, as after a retry."""
    return connection.execute(_insert(), entry.parameters(principal)).rowcount == 1


def add_entries(connection: Connection, principal: Principal, entries: Sequence[LoggedEntry]) -> None:
    """Writes many, sent in one go; those that are there already stay as they are."""
    with connection.cursor() as cursor:
        cursor.executemany(_insert(), [entry.parameters(principal) for entry in entries])


def _insert() -> Composed:
    return SQL("""
        insert into entry (id, kitchen_id, person_id, day, eaten_at, kind, name, text, formula_id, batch_id, lot,
            group_id, meal_id, state, piece_count, {figures})
        values (%(id)s, %(kitchen_id)s, %(person_id)s, %(day)s, %(eaten_at)s, %(kind)s, %(name)s, %(text)s,
            %(formula_id)s, %(batch_id)s, %(lot)s, %(group_id)s, %(meal_id)s, %(state)s, %(piece_count)s,
            {figure_values})
        on conflict (kitchen_id, id) do nothing
        """).format(figures=column_list(), figure_values=value_list())


def change_entry(connection: Connection, principal: Principal, entry: LoggedEntry) -> None:
    """New content of the entry of that id and its next revision; its kind and formula stay. The caller has locked it
    and looked at its revision."""
    connection.execute(
        SQL("""
        update entry set day = %(day)s, eaten_at = %(eaten_at)s, name = %(name)s, text = %(text)s,
            piece_count = %(piece_count)s, state = %(state)s, revision = revision + 1,
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


def entry_versions(connection: Connection, principal: Principal, entry_ids: Sequence[UUID]) -> dict[UUID, int]:
    """At which revision entries are that lie in their days; those that were taken out or are gone are not told."""
    rows = connection.execute(
        """
        select id, revision from entry
        where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and id = any(%(entry_ids)s)
            and removed_at is null
        """,
        {"kitchen_id": principal.kitchen_id, "person_id": principal.person_id, "entry_ids": list(entry_ids)},
    ).fetchall()
    return dict(rows)


def remove_entries(connection: Connection, principal: Principal, entry_ids: Sequence[UUID]) -> None:
    """Takes entries away for good."""
    connection.execute(
        """
        delete from entry
        where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and id = any(%(entry_ids)s)
        """,
        {"kitchen_id": principal.kitchen_id, "person_id": principal.person_id, "entry_ids": list(entry_ids)},
    )


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


def find_entries_by_words(
    connection: Connection, principal: Principal, words: str, most: int
) -> list[tuple[date, str]]:
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
