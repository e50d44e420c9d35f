"""The whole kitchen as one file that is documented: a zip of JSON Lines, one file a table, described in docs/archive.

Version 2. `archive.json` says what it is, when and by which rules it was made, and how many rows each table has;
`kitchen.json` what the kitchen is set to; `tables/NAME.jsonl` a row a line, without the kitchen's id; `photos/ID.jpg`
the pictures.
"""

import json
import zipfile
from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import IO, Any, Final
from uuid import UUID, uuid4

import psycopg

from ample_crumb import __version__
from ample_crumb.application.problems import CannotAccept
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.rules_version import RULES_VERSION
from ample_crumb.formats.zip_files import is_zip, opened_zip, read_member
from ample_crumb.store import archive, jobs, photos, products
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.jobs import Touched
from ample_crumb.store.scope import Principal

FORMAT: Final = "ample-crumb-kitchen"
VERSION: Final = 2
_ABOUT, _KITCHEN = "archive.json", "kitchen.json"
_MOST_TABLE_BYTES: Final = 400_000_000

Rows = list[dict[str, Any]]
_FORMER_TABLES: Final = {
    "eater": "dietary_profile", "helping": "usual_portion", "phase": "diet_phase", "correction": "food_alias",
}  # fmt: skip


def _named_anew(tables: dict[str, Rows]) -> dict[str, Rows]:
    """Tables and columns of version 1 by the names that version 2 has for them."""
    made = {}
    for former, rows in tables.items():
        table = _FORMER_TABLES.get(former, former)
        names = archive.FORMER_COLUMNS.get(table, {})
        made[table] = [{names.get(name, name): value for name, value in row.items()} for row in rows]
    return made


UPGRADERS: Final[tuple[Callable[[dict[str, Rows]], dict[str, Rows]], ...]] = (_named_anew,)
"""What makes of the tables of version 1 those of version 2, and so on."""


@dataclass(frozen=True, slots=True)
class ArchiveRead:
    """What came in with an archive: how many rows of each table, and who whoever brought it goes on as."""

    made_at: str
    row_counts: Mapping[str, int]
    person_id: UUID


def write_archive(database: Database, principal: Principal, file: IO[bytes], now: datetime) -> None:
    """Writes the kitchen as it is at one moment into a file."""
    counts: dict[str, int] = {}
    with database.snapshot(principal) as connection, zipfile.ZipFile(file, "w", zipfile.ZIP_DEFLATED) as packed:
        for name, table in archive.archived_tables(connection).items():
            with packed.open(f"tables/{name}.jsonl", "w", force_zip64=True) as out:
                rows = archive.rows_of(connection, principal.kitchen_id, name, table)
                for line in archive.lines_of(_counted(rows, name, counts)):
                    out.write(line)
        for photo_id in archive.photo_ids(connection, principal.kitchen_id):
            jpeg = photos.jpeg_of(connection, principal.kitchen_id, photo_id) or b""
            packed.writestr(f"photos/{photo_id}.jpg", jpeg, zipfile.ZIP_STORED)
        packed.writestr(_KITCHEN, _json(archive.settings_of(connection, principal.kitchen_id)))
        packed.writestr(
            _ABOUT,
            _json(
                {
                    "format": FORMAT,
                    "version": VERSION,
                    "made_at": now.isoformat(timespec="seconds"),
                    "application": __version__,
                    "rules": RULES_VERSION,
                    "rows": counts,
                }
            ),
        )


def _counted(rows: Iterator[dict[str, Any]], table: str, counts: dict[str, int]) -> Iterator[dict[str, Any]]:
    counts[table] = 0
    for row in rows:
        counts[table] += 1
        yield row


def _json(value: Any) -> str:
    return json.dumps(value, ensure_ascii=False, indent=1, sort_keys=True) + "\n"


def is_archive(file: IO[bytes]) -> bool:
    """Whether a zip is an archive of a kitchen; it is at its beginning then."""
    try:
        if not is_zip(file):
            return False
        with opened_zip(file) as packed:
            return _ABOUT in packed.namelist()
    except CannotUse:
        return False
    finally:
        file.seek(0)


def read_archive(database: Database, principal: Principal, file: IO[bytes]) -> ArchiveRead:
    """Puts an archive into a kitchen that is empty yet, all or nothing. Raises CannotUse for what is no archive, is
    damaged or of a newer version, and CannotAccept where there is something in the kitchen already."""
    if not is_zip(file):
        raise CannotUse("This is no archive of a kitchen.")
    with opened_zip(file) as packed:
        about = _about(packed)
        tables = {name: _rows(packed, name, count) for name, count in about["rows"].items()}
        for upgrade in UPGRADERS[about["version"] - 1 :]:
            tables = upgrade(tables)
        settings = _object(packed, _KITCHEN)
        try:
            with database.transaction(principal) as connection:
                goes_on = _put(connection, principal, tables, settings)
                _put_photos(connection, principal, packed, tables.get("batch_photo", []))
        except psycopg.IntegrityError as wrong:
            table = (wrong.diag.table_name or "a table")[:40]
            raise CannotUse(f"Rows of {table} in this archive do not fit together; nothing was taken in.") from wrong
    for known in (None, principal.person_id):
        database.forget_resident(known)
    row_counts = {name: len(rows) for name, rows in tables.items()}
    return ArchiveRead(str(about["made_at"]), row_counts, goes_on.person_id)


def _put(
    connection: Connection, principal: Principal, tables: Mapping[str, Rows], settings: Mapping[str, Any]
) -> Principal:
    if not archive.is_empty(connection, principal.kitchen_id):
        raise CannotAccept(
            "",
            "There is something in this kitchen already. A whole kitchen goes into an empty one, as after "
            "./start --empty --data FOLDER.",
        )
    known = archive.archived_tables(connection)
    strange = sorted(set(tables) - set(known))
    if strange:
        raise CannotUse(f"This archive holds “{strange[0][:40]}”, which this release does not know.")
    for table, has in known.items():
        _check_columns(table, has, tables.get(table, []))
    archive.defer_checks(connection)
    tables = _with_own_people(tables, archive.taken_people(connection, [row["id"] for row in tables.get("person", [])]))
    for table in known:
        rows = tables.get(table, [])
        archive.put_rows(connection, principal.kitchen_id, table, [] if table == "batch_photo" else rows)
    principal = archive.replace_person(connection, principal)
    archive.put_settings(connection, principal.kitchen_id, settings)
    archive.bump_revisions(connection, principal.kitchen_id)
    ids = [UUID(row["id"]) for row in tables.get("product", [])]
    if ids:
        products.mark_products_changed(connection, principal.kitchen_id, ids)
    jobs.ask_for_summaries(connection, principal, Touched(everything=True))
    return principal


def _check_columns(table: str, has: archive.ArchivedTable, rows: Rows) -> None:
    """Raises CannotUse for columns that are not known, and for rows that do not say whose or which they are."""
    names = {column.name for column in has.columns}
    ids = {column.name: column.nullable for column in has.columns if column.type == "uuid"}
    for row in rows:
        if unknown := next((name for name in row if name not in names), None):
            raise CannotUse(f"Rows of {table} hold “{unknown[:40]}”, which this release does not know.")
        for name, nullable in ids.items():
            value = row.get(name)
            if not isinstance(value, str) and not (nullable and value is None):
                raise CannotUse(f"A row of {table} in this archive has no “{name}” that can be used; it is damaged.")


def _with_own_people(tables: Mapping[str, Rows], taken: Iterable[UUID]) -> Mapping[str, Rows]:
    """The rows, with other ids for people whose ids are somebody's already, as where a kitchen comes in twice."""
    new_ids = {str(each): str(uuid4()) for each in taken}
    if not new_ids:
        return tables

    def renamed(row: dict[str, Any], column: str) -> dict[str, Any]:
        return row | {column: new_ids[row[column]]} if row.get(column) in new_ids else row

    return {
        table: [renamed(row, "id" if table == "person" else "person_id") for row in rows]
        for table, rows in tables.items()
    }


def _put_photos(connection: Connection, principal: Principal, packed: zipfile.ZipFile, rows: Rows) -> None:
    for row in rows:
        jpeg = _member(packed, f"photos/{row['id']}.jpg", 2_000_000)
        archive.put_photo(connection, principal.kitchen_id, row, jpeg)


def _about(packed: zipfile.ZipFile) -> dict[str, Any]:
    if _ABOUT not in packed.namelist():
        raise CannotUse("This zip is no archive of a kitchen: it holds no archive.json.")
    about = _object(packed, _ABOUT)
    version, rows = about.get("version"), about.get("rows")
    if about.get("format") != FORMAT or not isinstance(version, int) or not isinstance(rows, dict) or version < 1:
        raise CannotUse("This zip is no archive of a kitchen.")
    if version > VERSION:
        raise CannotUse(f"This archive is of version {version}; this release reads up to {VERSION}.")
    return about


def _object(packed: zipfile.ZipFile, name: str) -> dict[str, Any]:
    try:
        found = json.loads(_member(packed, name, 1_000_000))
    except (ValueError, RecursionError) as wrong:
        raise CannotUse(f"{name} in this archive is no JSON.") from wrong
    if not isinstance(found, dict):
        raise CannotUse(f"{name} in this archive is not as it should be.")
    return found


def _rows(packed: zipfile.ZipFile, table: str, count: object) -> Rows:
    lines = _member(packed, f"tables/{table}.jsonl", _MOST_TABLE_BYTES).splitlines()
    if len(lines) != count:
        raise CannotUse(f"This archive should hold {count} rows of {table[:40]} and holds {len(lines)}; it is damaged.")
    try:
        rows = [json.loads(line) for line in lines]
    except (ValueError, RecursionError) as wrong:
        raise CannotUse(f"A row of {table[:40]} in this archive is no JSON.") from wrong
    if not all(isinstance(row, dict) for row in rows):
        raise CannotUse(f"A row of {table[:40]} in this archive is not as it should be.")
    return rows


def _member(packed: zipfile.ZipFile, name: str, most: int) -> bytes:
    try:
        info = packed.getinfo(name)
    except KeyError as wrong:
        raise CannotUse(f"{name[:80]} is missing in this archive.") from wrong
    return read_member(packed, info, most)
