"""How many pieces of a formula somebody mostly has."""

from collections.abc import Sequence
from typing import Final
from uuid import UUID

from psycopg.sql import SQL

from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal

USUAL: Final = SQL(
    """
    coalesce((
        select piece_count from usual_portion
        where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and formula_id = formula.id
    ), (
        select percentile_disc(0.5) within group (order by piece_count)
        from (
            select piece_count from entry
            where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and formula_id = formula.id
                and removed_at is null and state = 'eaten'
            order by day desc limit 10
        ) last having count(*) >= 2
    ))
    """
)
"""Of `formula`, in a statement that asks for one person of one kitchen: as they said, else the middle of their last ten
times; null where they had it less than twice."""


def usual_portions(connection: Connection, principal: Principal, formula_ids: Sequence[UUID]) -> dict[UUID, float]:
    """How many pieces of each formula they mostly have; those of which nobody knows are left out."""
    rows = connection.execute(
        SQL(
            """
            select id, {} from formula where kitchen_id = %(kitchen_id)s and id = any(%(formula_ids)s::uuid[])
            """
        ).format(USUAL),
        {
            "kitchen_id": principal.kitchen_id,
            "person_id": principal.person_id,
            "formula_ids": list(formula_ids),
        },
    ).fetchall()
    return {formula_id: float(pieces) for formula_id, pieces in rows if pieces is not None}


def set_usual_portion(
    connection: Connection, principal: Principal, formula_id: UUID, piece_count: float | None
) -> None:
    """Says how many pieces of a formula somebody mostly has; None lets it be seen from what they ate again."""
    connection.execute(
        """
        with gone as (
            delete from usual_portion where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s
                and formula_id = %(formula_id)s and %(piece_count)s::numeric is null
        )
        insert into usual_portion (kitchen_id, person_id, formula_id, piece_count)
        select %(kitchen_id)s, %(person_id)s, %(formula_id)s, %(piece_count)s::numeric
        where %(piece_count)s::numeric is not null
        on conflict (kitchen_id, person_id, formula_id) do update set piece_count = excluded.piece_count
        """,
        {
            "kitchen_id": principal.kitchen_id,
            "person_id": principal.person_id,
            "formula_id": formula_id,
            "piece_count": piece_count,
        },
    )
