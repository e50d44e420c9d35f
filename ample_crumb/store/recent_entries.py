"""What somebody had of late, each thing once."""

from dataclasses import dataclass
from datetime import date
from uuid import UUID

from psycopg.rows import class_row
from psycopg.sql import SQL

from ample_crumb.store.columns import FiguresRow, column_list
from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal


@dataclass(frozen=True, slots=True, kw_only=True)
class RecentEntry(FiguresRow):
    """An entry as it was the last time, and how many times it was since."""

    kind: str
    name: str
    text: str
    formula_id: UUID | None
    meal_id: UUID | None
    piece_count: float | None
    last_day: date
    had_count: int


def recent_entries(
    connection: Connection, principal: Principal, since: date, until: date, most: int
) -> list[RecentEntry]:
    """What was eaten in these days, the last first: typed foods of one text, and pieces of one formula, count as one
    thing."""
    with connection.cursor(row_factory=class_row(RecentEntry)) as cursor:
        return cursor.execute(
            SQL("""
            select kind, name, text, formula_id, meal_id, piece_count, day as last_day, had_count, {figures}
            from (
                select entry.*, count(*) over thing as had_count,
                    row_number() over (thing order by day desc, eaten_at desc, id) as place
                from entry
                where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and day between %(since)s and %(until)s
                    and removed_at is null and state = 'eaten' and (kind = 'foods' or formula_id is not null)
                window thing as (partition by kind, coalesce(formula_id::text, lower(text)))
            ) had
            where place = 1 order by day desc, eaten_at desc, id limit %(most)s
            """).format(figures=column_list()),
            {
                "kitchen_id": principal.kitchen_id,
                "person_id": principal.person_id,
                "since": since,
                "until": until,
                "most": most,
            },
        ).fetchall()
