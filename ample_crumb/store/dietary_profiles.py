"""People to look out for: who must not get what, and how much they have."""

from dataclasses import dataclass
from uuid import UUID

from psycopg.rows import class_row

from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True)
class EaterRow:
    """Somebody who eats along: the allergens and diets to be kept from them, how large a piece they have, and how old
    they are where that matters."""

    id: UUID
    name: str
    avoids: list[str]
    piece_share: float = 1.0
    age_band: str = ""


def listed(connection: Connection, kitchen_id: UUID) -> list[EaterRow]:
    """All of the kitchen, by name."""
    with connection.cursor(row_factory=class_row(EaterRow)) as cursor:
        return cursor.execute(
            """
            select id, name, avoids, piece_share, age_band from eater where kitchen_id = %(kitchen_id)s
            order by lower(name), id
            """,
            {"kitchen_id": kitchen_id},
        ).fetchall()


def put(connection: Connection, kitchen_id: UUID, eater: EaterRow) -> None:
    """Writes an eater, new or changed."""
    connection.execute(
        """
        insert into eater (id, kitchen_id, name, avoids, piece_share, age_band)
        values (%(id)s, %(kitchen_id)s, %(name)s, %(avoids)s, %(piece_share)s, %(age_band)s)
        on conflict (kitchen_id, id) do update set name = excluded.name, avoids = excluded.avoids,
            piece_share = excluded.piece_share, age_band = excluded.age_band
        """,
        {
            "id": eater.id,
            "kitchen_id": kitchen_id,
            "name": eater.name,
            "avoids": eater.avoids,
            "piece_share": eater.piece_share,
            "age_band": eater.age_band,
        },
    )


def remove(connection: Connection, kitchen_id: UUID, eater_id: UUID) -> None:
    """Takes an eater out; nothing happens when there is none."""
    connection.execute(
        "delete from eater where id = %(id)s and kitchen_id = %(kitchen_id)s",
        {"id": eater_id, "kitchen_id": kitchen_id},
    )
