"""All rows of a kitchen as they are archived, and an archive as rows again.

What follows from other rows is left out and is made anew: balances of the stash by their trigger, what summaries depend
on and the work in the background by the jobs.
"""

import json
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Final
from uuid import UUID

from psycopg.sql import SQL, Identifier
from psycopg.types.json import Jsonb

from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal

_LEFT_OUT: Final = frozenset({"kitchen", "job", "stash_balance", "formula_dependency", "scale_command", "tombstone"})
_BATCH: Final = 500
_SETTINGS: Final = ("name", "currency", "oven", "watts", "altitude_m")
_NOT_FACTS: Final = {"product": "cupboard_revision", "batch_photo": "jpeg"}
"""Columns that are left out: a number of this database, and pictures, which are files of their own."""


FORMER_COLUMNS: Final[Mapping[str, Mapping[str, str]]] = {
    "formula": {
        "version": "revision", "pieces": "written_piece_count", "twin_id": "classic_id", "twin": "classic",
        "twin_number": "classic_number",
    },
    "entry": {"version": "revision"},
    "product": {"version": "revision"},
    "batch": {"told_min": "predicted_min"},
    "batch_lot": {"pieces": "piece_count"},
    "person": {"place": "position"},
    "day_type": {"place": "position"},
    "formula_part": {"place": "position"},
    "formula_line": {"part_place": "part_position", "place": "position"},
    "import_file": {"place": "position"},
    "import_item": {"file_place": "file_position", "place": "position"},
    "opened_good": {"place": "storage"},
}  # fmt: skip
"""What columns were called in the release before, which may write beside this one; they are left out as well. Archives
of version 1 hold them by these names, so this stays when the columns go."""


@dataclass(frozen=True, slots=True)
class Column:
    """A column of an archived table: its name, its type in PostgreSQL, and whether it may be null."""

    name: str
    type: str
    nullable: bool


@dataclass(frozen=True, slots=True)
class ArchivedTable:
    """A table of an archive with its columns. Where this database numbers its rows (`numbered_by`), the number is left
    out and the rows stand in its order."""

    columns: tuple[Column, ...]
    numbered_by: str


def archived_tables(connection: Connection) -> dict[str, ArchivedTable]:
    """The tables that an archive holds with their columns, each behind those that it refers to."""
    columns: dict[str, list[Column]] = {}
    numbered: dict[str, str] = {}
    for table, name, kind, nullable, is_number in connection.execute(
        """
        select relname, attname, format_type(atttypid, null), not attnotnull, attidentity <> ''
        from pg_class join pg_attribute on attrelid = pg_class.oid and attnum > 0 and not attisdropped
            and attgenerated = ''
        where relnamespace = 'public'::regnamespace and relkind = 'r' and exists (
            select 1 from pg_attribute own where own.attrelid = pg_class.oid and own.attname = 'kitchen_id'
        )
        order by relname, attnum
        """
    ).fetchall():
        if is_number:
            numbered[table] = name
        elif (
            table not in _LEFT_OUT
            and name not in {"kitchen_id", "changed_at", _NOT_FACTS.get(table)}
            and name not in FORMER_COLUMNS.get(table, {})
        ):
            columns.setdefault(table, []).append(Column(name, kind, nullable))
    stands_on: dict[str, set[str]] = {table: set() for table in columns}
    for table, other in connection.execute(
        """
        select conrelid::regclass::text, confrelid::regclass::text from pg_constraint
        where contype = 'f' and not condeferrable
        """
    ).fetchall():
        if table in columns and other in columns and table != other:
            stands_on[table].add(other)
    return {table: ArchivedTable(tuple(columns[table]), numbered.get(table, "")) for table in _in_order(stands_on)}


def _in_order(stands_on: Mapping[str, set[str]]) -> list[str]:
    done: list[str] = []
    while len(done) < len(stands_on):
        ready = [table for table in stands_on if table not in done and stands_on[table] <= set(done)]
        if not ready:
            raise AssertionError(f"tables refer to each other in a circle: {set(stands_on) - set(done)}")
        done.extend(ready)
    return done


def rows_of(connection: Connection, kitchen_id: UUID, of_table: str, table: ArchivedTable) -> Iterator[dict[str, Any]]:
    """The rows of a kitchen in a table, without the kitchen, in one order."""
    order = [table.numbered_by] if table.numbered_by else [column.name for column in table.columns]
    with connection.cursor(name=f"archive_{of_table}") as cursor:
        cursor.itersize = _BATCH
        cursor.execute(
            SQL("""
            select to_jsonb(archived_row) from (
                select {names} from {table} where kitchen_id = %(kitchen_id)s order by {order}
            ) archived_row
            """).format(
                table=Identifier(of_table),
                names=SQL(", ").join(Identifier(column.name) for column in table.columns),
                order=SQL(", ").join(map(Identifier, order)),
            ),
            {"kitchen_id": kitchen_id},
        )
        for (row,) in cursor:
            yield row


def settings_of(connection: Connection, kitchen_id: UUID) -> dict[str, Any]:
    """What the kitchen itself is set to."""
    found = connection.execute(
        "select to_jsonb(kitchen) from kitchen where id = %(kitchen_id)s", {"kitchen_id": kitchen_id}
    ).fetchone()
    assert found is not None
    return {name: found[0][name] for name in _SETTINGS}


def is_empty(connection: Connection, kitchen_id: UUID) -> bool:
    """Whether nothing of its own was put into a kitchen yet."""
    found = connection.execute(
        """
        select not (
            exists (select 1 from formula where kitchen_id = %(kitchen_id)s)
            or exists (select 1 from product where kitchen_id = %(kitchen_id)s)
            or exists (select 1 from entry where kitchen_id = %(kitchen_id)s)
            or exists (select 1 from batch where kitchen_id = %(kitchen_id)s)
        )
        """,
        {"kitchen_id": kitchen_id},
    ).fetchone()
    return bool(found and found[0])


_BEGINNINGS: Final = {"shelf": None, "day_type": "person_id"}
"""What a kitchen or a person begins with, which makes room for the archive's own: all rows of the kitchen, or those
with what the rows of the archive have in that column."""


def put_rows(connection: Connection, kitchen_id: UUID, of_table: str, rows: Sequence[Mapping[str, Any]]) -> None:
    """Writes rows of a table, all in one statement, so that they may refer to each other; what is there stays."""
    if not rows:
        return
    if of_table in _BEGINNINGS:
        _make_room(connection, kitchen_id, of_table, rows)
    names = sorted({name for row in rows for name in row})
    connection.execute(
        SQL("""
        insert into {table} (kitchen_id, {names})
        select %(kitchen_id)s, {names} from jsonb_populate_recordset(null::{table}, %(rows)s)
        on conflict do nothing
        """).format(table=Identifier(of_table), names=SQL(", ").join(map(Identifier, names))),
        {"kitchen_id": kitchen_id, "rows": Jsonb(list(rows))},
    )


def _make_room(connection: Connection, kitchen_id: UUID, of_table: str, rows: Sequence[Mapping[str, Any]]) -> None:
    column = _BEGINNINGS[of_table]
    among = SQL(" and {} = any(%(among)s::uuid[])").format(Identifier(column)) if column else SQL("")
    connection.execute(
        SQL("delete from {} where kitchen_id = %(kitchen_id)s{}").format(Identifier(of_table), among),
        {"kitchen_id": kitchen_id, "among": list({row[column] for row in rows}) if column else []},
    )


def defer_checks(connection: Connection) -> None:
    """What may be asked for at the end of this transaction is."""
    connection.execute("set constraints all deferred")


def photo_ids(connection: Connection, kitchen_id: UUID) -> list[UUID]:
    """The photos of a kitchen."""
    rows = connection.execute(
        "select id from batch_photo where kitchen_id = %(kitchen_id)s order by id", {"kitchen_id": kitchen_id}
    ).fetchall()
    return [row[0] for row in rows]


def put_photo(connection: Connection, kitchen_id: UUID, picture: Mapping[str, Any], jpeg: bytes) -> None:
    """A photo with its picture."""
    names = sorted(picture)
    connection.execute(
        SQL("""
        insert into batch_photo (kitchen_id, jpeg, {names})
        select %(kitchen_id)s, %(jpeg)s, {names} from jsonb_populate_record(null::batch_photo, %(row)s)
        on conflict do nothing
        """).format(names=SQL(", ").join(map(Identifier, names))),
        {"kitchen_id": kitchen_id, "jpeg": jpeg, "row": Jsonb(dict(picture))},
    )


def put_settings(connection: Connection, kitchen_id: UUID, kitchen_settings: Mapping[str, Any]) -> None:
    """Sets a kitchen as it was."""
    known = {name: value for name, value in kitchen_settings.items() if name in _SETTINGS}
    if known:
        connection.execute(
            SQL("update kitchen set {sets} where id = %(kitchen_id)s").format(
                sets=SQL(", ").join(
                    SQL("{} = ({}).{}").format(
                        Identifier(name),
                        SQL("jsonb_populate_record(null::kitchen, %(settings)s)"),
                        Identifier(name),
                    )
                    for name in known
                )
            ),
            {"kitchen_id": kitchen_id, "settings": Jsonb(known)},
        )


def taken_people(connection: Connection, ids: Iterable[str]) -> list[UUID]:
    """Which of these ids are somebody's already, in whichever kitchen."""
    rows = connection.execute("select taken_people from taken_people(%(ids)s::uuid[])", {"ids": list(ids)}).fetchall()
    return [row[0] for row in rows]


def replace_person(connection: Connection, principal: Principal) -> Principal:
    """The person that a new kitchen began with makes room for those who came with the archive, and the imports begun
    before go on under the first of them. Whoever has typed something of their own stays. Gives the person to go on as:
    the first of those who came, or who is there where none came."""
    found = connection.execute(
        """
        select id from person
        where kitchen_id = %(kitchen_id)s and id <> %(person_id)s and removed_at is null order by position, id limit 1
        """,
        {"kitchen_id": principal.kitchen_id, "person_id": principal.person_id},
    ).fetchone()
    if found is None:
        return principal
    first = Principal(principal.kitchen_id, found[0])
    of_both = {"kitchen_id": principal.kitchen_id, "person_id": principal.person_id, "first_id": first.person_id}
    connection.execute(
        "update import set person_id = %(first_id)s where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s",
        of_both,
    )
    connection.execute(_REMOVE_BEGINNER, of_both)
    return first


_OWN_TABLES: Final = ("body_weight", "day", "usual_portion", "diet_phase", "target", "week_pattern")
"""What a person may have typed for themselves before an archive comes in."""

_HAS_OWN: Final = SQL(" or ").join(
    SQL("exists (select from {} own where own.kitchen_id = person.kitchen_id and own.person_id = person.id)").format(
        Identifier(table)
    )
    for table in _OWN_TABLES
)
_REMOVE_BEGINNER: Final = SQL(
    "delete from person where kitchen_id = %(kitchen_id)s and id = %(person_id)s and not ({})"
).format(_HAS_OWN)


def bump_revisions(connection: Connection, kitchen_id: UUID) -> None:
    """Tells all workers that nothing that they remember of this kitchen holds."""
    connection.execute(
        """
        update kitchen set habits_revision = nextval('habits_revision'), reading_revision = reading_revision + 1
        where id = %(kitchen_id)s
        """,
        {"kitchen_id": kitchen_id},
    )


def lines_of(rows: Iterable[Mapping[str, Any]]) -> Iterator[bytes]:
    """Rows as JSON Lines."""
    for row in rows:
        yield (json.dumps(row, ensure_ascii=False, sort_keys=True) + "\n").encode()
