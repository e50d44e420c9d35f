"""What is brought in from files: imports, their files, and what each of those holds."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any, Final
from uuid import UUID

from psycopg.rows import class_row
from psycopg.sql import SQL
from psycopg.types.json import Jsonb

from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal


@dataclass(frozen=True, slots=True)
class ImportRow:
    """An import with how many items it has, how many of them are chosen, were written, cannot be, and are here already
    by another import."""

    id: UUID
    name: str
    state: str
    made_at: datetime
    item_count: int
    chosen_count: int
    written_count: int
    problem_count: int
    here_count: int


@dataclass(frozen=True, slots=True)
class FileRow:
    """A file of an import: its `kind` of content, what of it could not be read, how its columns were matched."""

    position: int
    name: str
    kind: str
    remarks: list[str]
    matching: dict[str, Any] | None


@dataclass(frozen=True, slots=True, kw_only=True)
class ItemRow:
    """What a file holds at a place of it. `content` is what would be written, None where a `problem` forbids it;
    `here` says that the same was brought in before and is there."""

    file_position: int
    position: int
    row_number: int
    kind: str
    title: str
    content: dict[str, Any] | None
    problem: str = ""
    question_count: int = 0
    chosen: bool = True
    fingerprint: UUID
    state: str = "read"
    target: str = ""
    target_version: int | None = None
    before: dict[str, Any] | None = None
    here: bool = field(default=False, compare=False)


_HERE: Final = SQL("""coalesce((
    select true from import_item other
    where other.kitchen_id = item.kitchen_id and other.fingerprint = item.fingerprint and other.state = 'written'
        and other.import_id <> item.import_id
    limit 1
), false)""")
"""Whether the same was brought in by another import and is there. Not `exists`, which is made a join of all items with
all: of rows that were just written the planner knows nothing, and takes them for few."""

_ITEM: Final = SQL("""
    file_position, position, row_number, kind, title, content, problem, question_count, chosen, fingerprint, state,
    target, target_version, before, {here} as here
""").format(here=_HERE)
_COUNTED: Final = SQL("""
    select import.id, import.name, import.state, import.made_at, count(item.kind)::integer as item_count,
        (count(*) filter (where chosen and problem = '' and not {here}))::integer as chosen_count,
        (count(*) filter (where item.state = 'written'))::integer as written_count,
        (count(*) filter (where problem <> ''))::integer as problem_count,
        (count(*) filter (where item.kind is not null and {here}))::integer as here_count
    from import left join import_item item on item.kitchen_id = import.kitchen_id and item.import_id = import.id
""").format(here=_HERE)


def _keys(kitchen_id: UUID, import_id: UUID) -> dict[str, Any]:
    return {"kitchen_id": kitchen_id, "import_id": import_id}


def add_import(connection: Connection, principal: Principal, import_id: UUID, name: str) -> bool:
    """A new import. False when that id is taken, as after a retry."""
    added = connection.execute(
        """
        insert into import (kitchen_id, id, person_id, name)
        values (%(kitchen_id)s, %(import_id)s, %(person_id)s, %(name)s)
        on conflict (kitchen_id, id) do nothing
        """,
        _keys(principal.kitchen_id, import_id) | {"person_id": principal.person_id, "name": name},
    )
    return added.rowcount == 1


def list_imports(connection: Connection, kitchen_id: UUID, most: int) -> list[ImportRow]:
    """The imports of a kitchen, the newest first."""
    with connection.cursor(row_factory=class_row(ImportRow)) as cursor:
        return cursor.execute(
            SQL("""
            {} where import.kitchen_id = %(kitchen_id)s
            group by import.kitchen_id, import.id order by made_at desc, id limit %(most)s
            """).format(_COUNTED),
            {"kitchen_id": kitchen_id, "most": most},
        ).fetchall()


def find(connection: Connection, kitchen_id: UUID, import_id: UUID, *, lock: bool = False) -> ImportRow | None:
    """An import; None when there is none. With `lock` nobody else writes it or takes it back meanwhile."""
    if lock:
        connection.execute(
            "select 1 from import where kitchen_id = %(kitchen_id)s and id = %(import_id)s for update",
            _keys(kitchen_id, import_id),
        )
    with connection.cursor(row_factory=class_row(ImportRow)) as cursor:
        return cursor.execute(
            SQL("""
            {} where import.kitchen_id = %(kitchen_id)s and import.id = %(import_id)s
            group by import.kitchen_id, import.id
            """).format(_COUNTED),
            _keys(kitchen_id, import_id),
        ).fetchone()


def set_state(connection: Connection, kitchen_id: UUID, import_id: UUID, state: str) -> None:
    """Says how far an import is."""
    connection.execute(
        "update import set state = %(state)s where kitchen_id = %(kitchen_id)s and id = %(import_id)s",
        _keys(kitchen_id, import_id) | {"state": state},
    )


def remove(connection: Connection, kitchen_id: UUID, import_id: UUID) -> None:
    """Forgets an import with all that was read for it. What was written stays."""
    connection.execute(
        "delete from import where kitchen_id = %(kitchen_id)s and id = %(import_id)s", _keys(kitchen_id, import_id)
    )


def put_file(
    connection: Connection, kitchen_id: UUID, import_id: UUID, file: FileRow, items: Sequence[ItemRow]
) -> None:
    """A file with what it holds, in place of what was there at its place."""
    keys = _keys(kitchen_id, import_id)
    connection.execute(
        """
        delete from import_file
        where kitchen_id = %(kitchen_id)s and import_id = %(import_id)s and position = %(position)s
        """,
        keys | {"position": file.position},
    )
    connection.execute(
        """
        insert into import_file (kitchen_id, import_id, position, name, kind, remarks, matching)
        values (%(kitchen_id)s, %(import_id)s, %(position)s, %(name)s, %(kind)s, %(remarks)s, %(matching)s)
        """,
        keys
        | {
            "position": file.position,
            "name": file.name,
            "kind": file.kind,
            "remarks": file.remarks,
            "matching": None if file.matching is None else Jsonb(file.matching),
        },
    )
    with connection.cursor() as cursor:
        cursor.executemany(
            """
            insert into import_item (kitchen_id, import_id, file_position, position, row_number, kind, title, content,
                problem, question_count, chosen, fingerprint)
            values (%(kitchen_id)s, %(import_id)s, %(file_position)s, %(position)s, %(row_number)s, %(kind)s, %(title)s,
                %(content)s, %(problem)s, %(question_count)s, %(chosen)s, %(fingerprint)s)
            """,
            [keys | _columns(item) for item in items],
        )


def _columns(item: ItemRow) -> dict[str, Any]:
    names = (
        "file_position",
        "position",
        "row_number",
        "kind",
        "title",
        "problem",
        "question_count",
        "chosen",
        "fingerprint",
    )
    content = None if item.content is None else Jsonb(item.content)
    return {name: getattr(item, name) for name in names} | {"content": content}


def files_of(connection: Connection, kitchen_id: UUID, import_id: UUID) -> list[FileRow]:
    """The files of an import in their order."""
    with connection.cursor(row_factory=class_row(FileRow)) as cursor:
        return cursor.execute(
            """
            select position, name, kind, remarks, matching from import_file
            where kitchen_id = %(kitchen_id)s and import_id = %(import_id)s order by position
            """,
            _keys(kitchen_id, import_id),
        ).fetchall()


@dataclass(frozen=True, slots=True)
class ItemsFrom:
    """A place in the list of items: behind that one of a file, of those that want a look first and then the others."""

    file_position: int
    is_fine: bool
    position: int


def items_after(
    connection: Connection, kitchen_id: UUID, import_id: UUID, items_from: ItemsFrom | None, most: int
) -> list[ItemRow]:
    """So many items behind that place: file by file, what wants a look before what is understood."""
    behind = items_from or ItemsFrom(-1, False, -1)
    with connection.cursor(row_factory=class_row(ItemRow)) as cursor:
        return cursor.execute(
            SQL("""
            select {} from import_item item
            where kitchen_id = %(kitchen_id)s and import_id = %(import_id)s
                and (file_position, problem = '' and question_count = 0, position)
                    > (%(file_position)s, %(is_fine)s, %(position)s)
            order by file_position, problem = '' and question_count = 0, position limit %(most)s
            """).format(_ITEM),
            _keys(kitchen_id, import_id)
            | {
                "file_position": behind.file_position,
                "is_fine": behind.is_fine,
                "position": behind.position,
                "most": most,
            },
        ).fetchall()


def find_item(
    connection: Connection, kitchen_id: UUID, import_id: UUID, file_position: int, position: int
) -> ItemRow | None:
    """One item; None when there is none."""
    with connection.cursor(row_factory=class_row(ItemRow)) as cursor:
        return cursor.execute(
            SQL("""
            select {} from import_item item
            where kitchen_id = %(kitchen_id)s and import_id = %(import_id)s and file_position = %(file_position)s
                and position = %(position)s
            """).format(_ITEM),
            _keys(kitchen_id, import_id) | {"file_position": file_position, "position": position},
        ).fetchone()


def change_item(connection: Connection, kitchen_id: UUID, import_id: UUID, item: ItemRow) -> None:
    """What was put right at an item, and whether it is chosen."""
    connection.execute(
        """
        update import_item set title = %(title)s, content = %(content)s, problem = %(problem)s, kind = %(kind)s,
            question_count = %(question_count)s, chosen = %(chosen)s
        where kitchen_id = %(kitchen_id)s and import_id = %(import_id)s and file_position = %(file_position)s
            and position = %(position)s
        """,
        _keys(kitchen_id, import_id) | _columns(item),
    )


def to_write(connection: Connection, kitchen_id: UUID, import_id: UUID, most: int) -> list[ItemRow]:
    """The next chosen items that are not written yet, in order; products first, so that lines find them."""
    with connection.cursor(row_factory=class_row(ItemRow)) as cursor:
        return cursor.execute(
            SQL("""
            select {} from import_item item
            where kitchen_id = %(kitchen_id)s and import_id = %(import_id)s and state = 'read' and chosen
                and problem = '' and kind <> 'nothing' and not {here}
            order by kind <> 'product', file_position, position limit %(most)s
            """).format(_ITEM, here=_HERE),
            _keys(kitchen_id, import_id) | {"most": most},
        ).fetchall()


def written(
    connection: Connection, kitchen_id: UUID, import_id: UUID, after_item: tuple[int, int], most: int
) -> list[ItemRow]:
    """So many of the items that were written, in order, behind that place of a file."""
    with connection.cursor(row_factory=class_row(ItemRow)) as cursor:
        return cursor.execute(
            SQL("""
            select {} from import_item item
            where kitchen_id = %(kitchen_id)s and import_id = %(import_id)s and state = 'written'
                and (file_position, position) > (%(file_position)s, %(position)s)
            order by file_position, position limit %(most)s
            """).format(_ITEM),
            _keys(kitchen_id, import_id) | {"file_position": after_item[0], "position": after_item[1], "most": most},
        ).fetchall()


def mark_items(connection: Connection, kitchen_id: UUID, import_id: UUID, items: Sequence[ItemRow]) -> None:
    """Says of items how far they are, what they became, and what was there before."""
    with connection.cursor() as cursor:
        cursor.executemany(
            """
            update import_item set state = %(state)s, target = %(target)s, target_version = %(target_version)s,
                before = %(before)s, problem = %(problem)s
            where kitchen_id = %(kitchen_id)s and import_id = %(import_id)s and file_position = %(file_position)s
                and position = %(position)s
            """,
            [
                _keys(kitchen_id, import_id)
                | {
                    "file_position": item.file_position,
                    "position": item.position,
                    "state": item.state,
                    "target": item.target,
                    "target_version": item.target_version,
                    "problem": item.problem,
                    "before": None if item.before is None else Jsonb(item.before),
                }
                for item in items
            ],
        )
