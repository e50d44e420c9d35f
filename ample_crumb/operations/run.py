"""The commands of whoever keeps an installation: backup, restore, verify, doctor, import, export."""

import argparse
import json
import os
import sys
from collections.abc import Callable, Iterator, Mapping
from contextlib import contextmanager
from datetime import datetime
from pathlib import Path
from typing import Final

from ample_crumb.application.exports import calendars, formula_files, tables
from ample_crumb.application.exports.archive import write_archive
from ample_crumb.application.exports.formula_files import RecipeForm
from ample_crumb.application.exports.tables import Table
from ample_crumb.application.problems import WorkProblem
from ample_crumb.core.problem import CannotUse
from ample_crumb.formats.file_writing import write
from ample_crumb.operations import backup, doctor, import_files
from ample_crumb.operations.address import database_address
from ample_crumb.operations.restore import restore
from ample_crumb.store import exports
from ample_crumb.store.app_role import app_address
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal

DONE, WRONG, UNUSABLE = 0, 1, 2
BACKUPS: Final = "backups"
_TABLES: Final = {"ledger": Table.LEDGER, "cupboard": Table.CUPBOARD, "batches": Table.BATCHES}


def run(given: argparse.Namespace) -> int:
    """Runs the command; returns its exit code."""
    try:
        return COMMANDS[given.command](given)
    except (CannotUse, WorkProblem) as problem:
        print(problem, file=sys.stderr)
        return UNUSABLE


def _now() -> datetime:
    return datetime.now().astimezone()


def _backup(given: argparse.Namespace) -> int:
    now = _now()
    folder = given.data / BACKUPS
    file = Path(given.file) if given.file else folder / backup.usual_name(now)
    note = backup.back_up(database_address(given.data), file, now)
    print(backup.in_words(note, file))
    if given.keep:
        for old in sorted(file.parent.glob(f"kitchen-*{backup.SUFFIX}"))[: -max(1, given.keep)]:
            backup.note_of(old).unlink(missing_ok=True)
            old.unlink()
    return DONE


def _restore(given: argparse.Namespace) -> int:
    url = database_address(given.data)
    note, kept = restore(url, Path(given.file), _now(), replace=given.replace)
    print(f"Restored: {backup.in_words(note, Path(given.file))}")
    if kept:
        print(f"What was there is kept as the database {kept}.")
    return DONE


def _verify(given: argparse.Namespace) -> int:
    file = Path(given.file)
    print(f"Whole: {backup.in_words(backup.verify_backup(file), file)}")
    return DONE


def _doctor(given: argparse.Namespace) -> int:
    installation = doctor.Installation(given.data, given.data / BACKUPS, given.port)
    found = doctor.examine(installation, _now())
    if given.json:
        rows = [{"what": each.what, "finding": each.finding, "sentence": each.sentence} for each in found]
        print(json.dumps({"well": doctor.is_well(found), "found": rows}, ensure_ascii=False, indent=1))
    else:
        for each in found:
            print(f"{each.finding:<6} {each.what}: {each.sentence}")
    return DONE if doctor.is_well(found) else WRONG


@contextmanager
def _kitchen(data: Path) -> Iterator[tuple[Database, Principal]]:
    database = Database(app_address(database_address(data)), most=2)
    database.open()
    try:
        principal = database.resident(None)
        if principal is None:
            raise CannotUse("There is no kitchen in this database, or there are several; this works on one alone.")
        yield database, principal
    finally:
        database.close()


def _import(given: argparse.Namespace) -> int:
    with _kitchen(given.data) as (database, principal):
        zone = given.zone or _own_zone()
        found = import_files.bring_in(
            database, principal, [Path(name) for name in given.files], zone, dry_run=given.dry_run
        )
    if given.json:
        print(json.dumps(found.as_json(), ensure_ascii=False, indent=1, default=str))
    else:
        print(import_files.in_words(found, dry_run=given.dry_run))
    unread = any(item.problem or any(line.problem for line in item.lines) for item in found.items)
    return 3 if unread else DONE


def _own_zone() -> str:
    """The zone of this machine, where it tells it by a name."""
    named = os.environ.get("TZ", "")
    place = os.path.realpath("/etc/localtime").partition("zoneinfo/")[2]
    return named or place or "UTC"


def _export(given: argparse.Namespace) -> int:
    with _kitchen(given.data) as (database, principal):
        write(_exported(database, principal, given), given.to)
    return DONE


def _exported(database: Database, principal: Principal, given: argparse.Namespace) -> bytes:
    table = next((table for name, table in _TABLES.items() if getattr(given, name)), None)
    if table is not None:
        _only(given.form, "csv")
        return tables.table_csv(database, principal, table).encode()
    if given.formula is not None:
        form = _recipe_form(given.form)
        with database.snapshot(principal) as connection:
            formula_id = exports.find_formula_by_name(connection, principal.kitchen_id, given.formula)
        if formula_id is None:
            raise CannotUse(f"There is no formula called “{given.formula[:80]}”.")
        return formula_files.formula_file(database, principal, formula_id, form).data
    return _whole(database, principal, given.form or "archive")


def _whole(database: Database, principal: Principal, form: str) -> bytes:
    if form == "archive":
        import io

        file = io.BytesIO()
        write_archive(database, principal, file, _now())
        return file.getvalue()
    if form == "ics":
        return calendars.stash_calendar(database, principal, _own_zone())
    if form == "csv":
        return tables.table_csv(database, principal, Table.DIARY).encode()
    return formula_files.formulas_file(database, principal, _recipe_form(form)).data


def _recipe_form(form: str | None) -> RecipeForm:
    if form not in {None, "jsonld", "md"}:
        raise CannotUse("A formula goes out as jsonld or md.")
    return RecipeForm(form or "jsonld")


def _only(form: str | None, allowed: str) -> None:
    if form not in {None, allowed}:
        raise CannotUse(f"This goes out as {allowed} alone.")


COMMANDS: Final[Mapping[str, Callable[[argparse.Namespace], int]]] = {
    "backup": _backup,
    "restore": _restore,
    "verify": _verify,
    "doctor": _doctor,
    "import": _import,
    "export": _export,
}
