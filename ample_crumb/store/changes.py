"""What of a kitchen changed since a moment, and what is gone since, by kind and id."""

from dataclasses import dataclass
from datetime import datetime
from typing import Final

from psycopg.rows import class_row
from psycopg.sql import SQL, Identifier, Literal

from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal

KINDS: Final = (
    "bake_run", "batch", "dietary_profile", "entry", "formula", "import", "kept_meal", "opened_good", "person", "plate",
    "product", "shelf", "tasting", "tin",
)  # fmt: skip
"""The kinds of things that have an id of their own and an address in the API."""


@dataclass(frozen=True, slots=True)
class ChangeRow:
    """Something that changed, or is `gone`."""

    kind: str
    id: str
    changed_at: datetime
    gone: bool


@dataclass(frozen=True, slots=True)
class ChangesFrom:
    """Behind that change; with empty names from that moment on."""

    changed_at: datetime
    kind: str = ""
    id: str = ""


_OF_KIND: Final = """
    (select {kind}, id::text, changed_at, false from {table}
    where kitchen_id = %(kitchen_id)s and changed_at >= %(changed_at)s
        and (changed_at, {kind}, id::text) > (%(changed_at)s, %(kind)s, %(id)s) {own}
    order by changed_at, id limit %(most)s)
"""
_OWN: Final = {"entry": SQL("and person_id = %(person_id)s")}


def changed_since(
    connection: Connection, principal: Principal, changes_from: ChangesFrom, most: int
) -> list[ChangeRow]:
    """So many changes in order of time: what is there and changed, and what left a tombstone; of entries those of this
    person."""
    parts = [
        SQL(_OF_KIND).format(kind=Literal(kind), table=Identifier(kind), own=_OWN.get(kind, SQL(""))) for kind in KINDS
    ]
    with connection.cursor(row_factory=class_row(ChangeRow)) as cursor:
        return cursor.execute(
            SQL("""
            select kind, id, changed_at, gone from (
                {parts} union all
                (select kind, id, changed_at, true from tombstone
                where kitchen_id = %(kitchen_id)s and changed_at >= %(changed_at)s and kind = any(%(kinds)s)
                    and (changed_at, kind, id) > (%(changed_at)s, %(kind)s, %(id)s)
                order by changed_at, kind, id limit %(most)s)
            ) each (kind, id, changed_at, gone)
            order by changed_at, kind, id limit %(most)s
            """).format(parts=SQL(" union all ").join(parts)),
            {
                "kitchen_id": principal.kitchen_id,
                "person_id": principal.person_id,
                "changed_at": changes_from.changed_at,
                "kind": changes_from.kind,
                "id": changes_from.id,
                "kinds": list(KINDS),
                "most": most,
            },
        ).fetchall()
