"""Packs of the cupboard that were opened."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from psycopg.rows import class_row

from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True)
class OpenedRow:
    """An opened pack of a food, by its slug or the id of a product, and how it was called then."""

    id: UUID
    food: str
    name: str
    storage: str
    opened_at: datetime


def list_opened(connection: Connection, kitchen_id: UUID, most: int) -> list[OpenedRow]:
    """What is open, the longest first."""
    with connection.cursor(row_factory=class_row(OpenedRow)) as cursor:
        return cursor.execute(
            """
            select id, food, name, storage, opened_at from opened_good
            where kitchen_id = %(kitchen_id)s and done_at is null order by opened_at, id limit %(most)s
            """,
            {"kitchen_id": kitchen_id, "most": most},
        ).fetchall()


def put_opened(connection: Connection, kitchen_id: UUID, opened_pack: OpenedRow) -> None:
    """Writes an opened pack, new or moved."""
    connection.execute(
        """
        insert into opened_good (id, kitchen_id, food, name, storage, opened_at)
        values (%(id)s, %(kitchen_id)s, %(food)s, %(name)s, %(storage)s, %(opened_at)s)
        on conflict (kitchen_id, id) do update set storage = excluded.storage, opened_at = excluded.opened_at
        """,
        {
            "id": opened_pack.id,
            "kitchen_id": kitchen_id,
            "food": opened_pack.food,
            "name": opened_pack.name,
            "storage": opened_pack.storage,
            "opened_at": opened_pack.opened_at,
        },
    )


def finish_opened(connection: Connection, kitchen_id: UUID, opened_id: UUID, done_as: str) -> bool:
    """It is used up or thrown away; open again for an empty text. False when there is none of that id."""
    done = connection.execute(
        """
        update opened_good set done_as = %(done_as)s, done_at = case when %(done_as)s <> '' then now() end
        where kitchen_id = %(kitchen_id)s and id = %(opened_id)s
        """,
        {"kitchen_id": kitchen_id, "opened_id": opened_id, "done_as": done_as},
    )
    return done.rowcount == 1
