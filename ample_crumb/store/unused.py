"""Taking away for good what nothing else came to stand on."""

from collections.abc import Sequence
from uuid import UUID

from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal


def formulas_used(connection: Connection, kitchen_id: UUID, formula_ids: Sequence[UUID]) -> set[UUID]:
    """Those of the formulas that something was eaten or baked of, that stand in another one, or that were branched,
    compared with or planned."""
    rows = connection.execute(
        """
        select id from unnest(%(formula_ids)s::uuid[]) asked (id)
        where exists (select 1 from entry where kitchen_id = %(kitchen_id)s and formula_id = asked.id)
            or exists (select 1 from batch where kitchen_id = %(kitchen_id)s and formula_id = asked.id)
            or exists (select 1 from formula_line where kitchen_id = %(kitchen_id)s and nested_id = asked.id)
            or exists (
                select 1 from formula
                where kitchen_id = %(kitchen_id)s and (base_id = asked.id or twin_id = asked.id)
            )
        """,
        {"kitchen_id": kitchen_id, "formula_ids": list(formula_ids)},
    ).fetchall()
    return {row[0] for row in rows}


def remove_formula(connection: Connection, kitchen_id: UUID, formula_id: UUID) -> None:
    """Takes a formula away with its lines and kept states. The caller knows that it is not used."""
    connection.execute(
        "delete from formula where kitchen_id = %(kitchen_id)s and id = %(formula_id)s",
        {"kitchen_id": kitchen_id, "formula_id": formula_id},
    )


def entry_versions(connection: Connection, principal: Principal, entry_ids: Sequence[UUID]) -> dict[UUID, int]:
    """At which version entries are that lie in their days; those that were taken out or are gone are not told."""
    rows = connection.execute(
        """
        select id, version from entry
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
