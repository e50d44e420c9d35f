"""People to look out for: who must not get what, and how much they have."""

from dataclasses import dataclass
from uuid import UUID

from psycopg.rows import class_row

from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True)
class DietaryProfileRow:
    """Somebody who eats along: the allergens and diets to be kept from them, how large a piece they have, and how old
    they are where that matters."""

    id: UUID
    name: str
    avoids: list[str]
    piece_share: float = 1.0
    age_band: str = ""


def list_dietary_profiles(connection: Connection, kitchen_id: UUID) -> list[DietaryProfileRow]:
    """All of the kitchen, by name."""
    with connection.cursor(row_factory=class_row(DietaryProfileRow)) as cursor:
        return cursor.execute(
            """
            select id, name, avoids, piece_share, age_band from dietary_profile where kitchen_id = %(kitchen_id)s
            order by lower(name), id
            """,
            {"kitchen_id": kitchen_id},
        ).fetchall()


def put(connection: Connection, kitchen_id: UUID, dietary_profile: DietaryProfileRow) -> None:
    """Writes a dietary profile, new or changed."""
    connection.execute(
        """
        insert into dietary_profile (id, kitchen_id, name, avoids, piece_share, age_band)
        values (%(id)s, %(kitchen_id)s, %(name)s, %(avoids)s, %(piece_share)s, %(age_band)s)
        on conflict (kitchen_id, id) do update set name = excluded.name, avoids = excluded.avoids,
            piece_share = excluded.piece_share, age_band = excluded.age_band
        """,
        {
            "id": dietary_profile.id,
            "kitchen_id": kitchen_id,
            "name": dietary_profile.name,
            "avoids": dietary_profile.avoids,
            "piece_share": dietary_profile.piece_share,
            "age_band": dietary_profile.age_band,
        },
    )


def remove(connection: Connection, kitchen_id: UUID, dietary_profile_id: UUID) -> None:
    """Takes a dietary profile out; nothing happens when there is none."""
    connection.execute(
        "delete from dietary_profile where id = %(id)s and kitchen_id = %(kitchen_id)s",
        {"id": dietary_profile_id, "kitchen_id": kitchen_id},
    )
