"""Kept states of formulas, and the branches of a base."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

from psycopg.rows import class_row
from psycopg.sql import SQL
from psycopg.types.json import Jsonb

from ample_crumb.core.food.nutrients import Portion
from ample_crumb.store.columns import FiguresRow, column_list, columns, value_list
from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True, kw_only=True)
class VersionRow(FiguresRow):
    """A kept state with the figures of one of `piece_count` pieces as they were then. `kept_by` is baker, edit
    session, restore or bake."""

    id: UUID
    formula_id: UUID
    number: int
    name: str
    kept_by: str
    kept_at: datetime
    draft: dict[str, Any]
    piece_count: float


def list_versions(
    connection: Connection, kitchen_id: UUID, formula_id: UUID, number: int | None = None
) -> list[VersionRow]:
    """The kept states of a formula, the newest first, or the one of that number."""
    with connection.cursor(row_factory=class_row(VersionRow)) as cursor:
        return cursor.execute(
            SQL("""
            select id, formula_id, number, name, kept_by, kept_at, draft, piece_count, {figures}
            from formula_version
            where kitchen_id = %(kitchen_id)s and formula_id = %(formula_id)s
                and (%(number)s::integer is null or number = %(number)s)
            order by number desc
            """).format(figures=column_list()),
            {"kitchen_id": kitchen_id, "formula_id": formula_id, "number": number},
        ).fetchall()


def find(connection: Connection, kitchen_id: UUID, formula_id: UUID, number: int) -> VersionRow | None:
    """One kept state, or None."""
    return next(iter(list_versions(connection, kitchen_id, formula_id, number)), None)


def last_draft(connection: Connection, kitchen_id: UUID, formula_id: UUID) -> dict[str, Any] | None:
    """What the newest kept state holds; None where nothing is kept."""
    row = connection.execute(
        """
        select draft from formula_version where kitchen_id = %(kitchen_id)s and formula_id = %(formula_id)s
        order by number desc limit 1
        """,
        {"kitchen_id": kitchen_id, "formula_id": formula_id},
    ).fetchone()
    return None if row is None else row[0]


def last_number(connection: Connection, kitchen_id: UUID, formula_id: UUID) -> int | None:
    """The number of the newest kept state; None where nothing is kept."""
    row = connection.execute(
        """
        select max(number) from formula_version
        where kitchen_id = %(kitchen_id)s and formula_id = %(formula_id)s
        """,
        {"kitchen_id": kitchen_id, "formula_id": formula_id},
    ).fetchone()
    return None if row is None else row[0]


@dataclass(frozen=True, slots=True, kw_only=True)
class VersionSnapshot:
    """A state to keep, with the figures of one of `piece_count` pieces. `kept_by` as in `VersionRow`."""

    id: UUID
    name: str
    kept_by: str
    draft: Mapping[str, Any]
    piece: Portion
    piece_count: float


def add(connection: Connection, kitchen_id: UUID, formula_id: UUID, snapshot: VersionSnapshot) -> None:
    """Keeps a state under the next number; nothing happens when that id is there already. The caller has locked the
    formula."""
    connection.execute(
        SQL("""
        insert into formula_version (id, formula_id, kitchen_id, number, name, kept_by, draft, piece_count, {figures})
        select %(id)s, %(formula_id)s, %(kitchen_id)s, coalesce(max(number), 0) + 1, %(name)s, %(kept_by)s, %(draft)s,
            %(piece_count)s, {figure_values}
        from formula_version where kitchen_id = %(kitchen_id)s and formula_id = %(formula_id)s
        on conflict (kitchen_id, id) do nothing
        """).format(figures=column_list(), figure_values=value_list()),
        columns(snapshot.piece)
        | {
            "id": snapshot.id,
            "formula_id": formula_id,
            "kitchen_id": kitchen_id,
            "name": snapshot.name,
            "kept_by": snapshot.kept_by,
            "draft": Jsonb(dict(snapshot.draft)),
            "piece_count": snapshot.piece_count,
        },
    )


def rename(connection: Connection, kitchen_id: UUID, formula_id: UUID, number: int, name: str) -> bool:
    """Names a kept state, which the baker thereby keeps; False when there is none of that number."""
    done = connection.execute(
        """
        update formula_version set name = %(name)s, kept_by = 'baker'
        where kitchen_id = %(kitchen_id)s and formula_id = %(formula_id)s and number = %(number)s
        """,
        {"kitchen_id": kitchen_id, "formula_id": formula_id, "number": number, "name": name},
    )
    return done.rowcount == 1


def mark_to_bake(connection: Connection, kitchen_id: UUID, formula_id: UUID, number: int | None) -> None:
    """Marks the kept state to bake; None for the formula as it stands."""
    connection.execute(
        "update formula set bake_number = %(number)s where kitchen_id = %(kitchen_id)s and id = %(formula_id)s",
        {"kitchen_id": kitchen_id, "formula_id": formula_id, "number": number},
    )


def set_base(
    connection: Connection, kitchen_id: UUID, formula_id: UUID, base_id: UUID | None, base_parts: dict[str, Any] | None
) -> None:
    """Makes a formula a branch of a base as it stands in `base_parts`; None for a formula of its own again."""
    connection.execute(
        """
        update formula set base_id = %(base_id)s, base_parts = %(base_parts)s
        where kitchen_id = %(kitchen_id)s and id = %(formula_id)s
        """,
        {
            "kitchen_id": kitchen_id,
            "formula_id": formula_id,
            "base_id": base_id,
            "base_parts": None if base_parts is None else Jsonb(base_parts),
        },
    )


def branches_of(connection: Connection, kitchen_id: UUID, base_id: UUID) -> list[tuple[UUID, str, dict[str, Any]]]:
    """The branches in use of a base by id and name, in the order that they were made, with the base as each last
    followed it."""
    return connection.execute(
        """
        select id, name, base_parts from formula
        where kitchen_id = %(kitchen_id)s and base_id = %(base_id)s and archived_at is null
        order by created_at, id
        """,
        {"kitchen_id": kitchen_id, "base_id": base_id},
    ).fetchall()


def base_of(connection: Connection, kitchen_id: UUID, formula_id: UUID) -> tuple[UUID, str, dict[str, Any]] | None:
    """The base that a formula follows: its id and name, and how it was when last followed; None for none."""
    return connection.execute(
        """
        select base.id, base.name, formula.base_parts
        from formula join formula base on base.kitchen_id = formula.kitchen_id and base.id = formula.base_id
        where formula.kitchen_id = %(kitchen_id)s and formula.id = %(formula_id)s
        """,
        {"kitchen_id": kitchen_id, "formula_id": formula_id},
    ).fetchone()
