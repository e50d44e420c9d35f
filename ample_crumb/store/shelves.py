"""The shelves of a kitchen: where pieces are kept."""

from dataclasses import dataclass
from uuid import UUID

from psycopg.rows import class_row

from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True)
class ShelfRow:
    """A shelf; `kind` is counter, fridge or freezer. One that was `removed` is where pieces once were."""

    id: UUID
    kind: str
    name: str
    removed: bool = False


def list_shelves(connection: Connection, kitchen_id: UUID, *, removed: bool = False) -> list[ShelfRow]:
    """The shelves from warm to cold; those that were `removed` only where they are asked for too."""
    with connection.cursor(row_factory=class_row(ShelfRow)) as cursor:
        return cursor.execute(
            """
            select id, kind, name, removed_at is not null as removed from shelf
            where kitchen_id = %(kitchen_id)s and (removed_at is null or %(removed)s)
            order by array_position(array['counter', 'fridge', 'freezer'], kind), name, id
            """,
            {"kitchen_id": kitchen_id, "removed": removed},
        ).fetchall()


def put_shelf(connection: Connection, kitchen_id: UUID, new_shelf: ShelfRow) -> None:
    """Writes a shelf, new or renamed; its kind stays what it was, as what lies there was kept so."""
    connection.execute(
        """
        insert into shelf (id, kitchen_id, kind, name) values (%(id)s, %(kitchen_id)s, %(kind)s, %(name)s)
        on conflict (kitchen_id, id) do update set name = excluded.name, removed_at = null
        """,
        {"id": new_shelf.id, "kitchen_id": kitchen_id, "kind": new_shelf.kind, "name": new_shelf.name},
    )


def remove_shelf(connection: Connection, kitchen_id: UUID, shelf_id: UUID) -> bool:
    """Takes a shelf away on which nothing lies; False where something does."""
    done = connection.execute(
        """
        update shelf set removed_at = coalesce(removed_at, now())
        where kitchen_id = %(kitchen_id)s and id = %(shelf_id)s and not exists (
            select from stash_balance
            where stash_balance.kitchen_id = %(kitchen_id)s and stash_balance.shelf_id = shelf.id and piece_count > 0
        )
        """,
        {"kitchen_id": kitchen_id, "shelf_id": shelf_id},
    )
    return done.rowcount == 1
