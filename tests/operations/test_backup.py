"""Backup and restore: a drill under writes, row by row; what is damaged, foreign or newer; and the clock of backups."""

import contextlib
import io
import json
import os
import tempfile
import time
import unittest
from collections.abc import Iterator
from datetime import UTC, date, datetime
from pathlib import Path
from threading import Event, Thread
from typing import Any
from unittest import mock
from uuid import uuid4

import psycopg

from ample_crumb.application.today import commands as today_commands
from ample_crumb.application.today.entries import NewEntry
from ample_crumb.cli import main
from ample_crumb.operations.backup import back_up, note_of, usual_name
from ample_crumb.store.app_role import app_address
from ample_crumb.store.database import Database
from launch.backups import Backups, seconds
from launch.install import CannotInstall
from tests.kitchen import NOW, demo_kitchen, new_kitchen, open_database
from tests.store.test_migrations import rows_of


def run(url: str, *arguments: str) -> tuple[int, str, str]:
    """A command on a database: its exit code, what it prints, what it says is wrong."""
    out, err = io.TextIOWrapper(io.BytesIO(), "utf-8"), io.StringIO()
    with (
        mock.patch.dict(os.environ, {"AMPLE_CRUMB_DATABASE_URL": url}),
        contextlib.redirect_stdout(out),
        contextlib.redirect_stderr(err),
    ):
        code = main(arguments)
    out.seek(0)
    return code, out.read(), err.getvalue()


def demo() -> str:
    """The address of a database with the demo kitchen."""
    return demo_kitchen(NOW)


@contextlib.contextmanager
def written_into(url: str) -> Iterator[Database]:
    """Somebody eats something every few milliseconds meanwhile."""
    database = open_database(app_address(url))
    principal = database.resident(None)
    assert principal is not None
    ending = Event()

    def eat() -> None:
        while not ending.wait(0.005):
            new = NewEntry(uuid4(), date(2026, 5, 4), NOW)
            with contextlib.suppress(psycopg.Error):
                today_commands.log_foods(database, principal, new, "100 g skyr")

    thread = Thread(target=eat)
    thread.start()
    try:
        yield database
    finally:
        ending.set()
        thread.join()
        database.close()


class Drill(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.file = self.folder / "kitchen.dump"

    def test_backed_up_under_writes_and_restored_elsewhere_it_is_the_same_kitchen_row_by_row(self) -> None:
        url = demo()
        with written_into(url):
            note = back_up(url, self.file, NOW)
            time.sleep(0.1)
        self.assertGreater(len(rows_of(url)["entry"]), note.rows["entry"])
        elsewhere = new_kitchen()
        code, out, err = run(elsewhere, "restore", str(self.file))
        self.assertEqual((code, err), (0, ""), err)
        self.assertIn("Restored", out)
        there = rows_of(elsewhere)
        # All but what was eaten after the moment of the backup, to the last column.
        before = rows_of(url)
        self.assertEqual({table: len(rows) for table, rows in there.items()}, note.rows)
        for table, rows in there.items():
            known = {json.dumps(row, sort_keys=True, default=str) for row in before[table]}
            lost = [row for row in rows if json.dumps(row, sort_keys=True, default=str) not in known]
            self.assertEqual(lost, [], table)
        # And it can be served and written at once.
        with written_into(elsewhere):
            time.sleep(0.2)
        self.assertGreater(len(rows_of(elsewhere)["entry"]), note.rows["entry"])

    def test_what_is_there_is_not_overwritten_and_with_replace_is_kept(self) -> None:
        url = demo()
        back_up(url, self.file, NOW)
        other = demo()
        with psycopg.connect(other) as connection:
            connection.execute("update kitchen set name = 'The other one'")
        code, _, err = run(other, "restore", str(self.file))
        self.assertEqual(code, 2)
        self.assertIn("--replace", err)
        self.assertEqual(rows_of(other)["kitchen"][0]["name"], "The other one")
        with written_into(other):
            code, out, err = run(other, "restore", str(self.file), "--replace")
        self.assertEqual(code, 0, err)
        self.assertNotEqual(rows_of(other)["kitchen"][0]["name"], "The other one")
        kept = out.rpartition("the database ")[2].strip().rstrip(".")
        beside = f"{other.rpartition('/')[0]}/{kept}"
        self.assertEqual(rows_of(beside)["kitchen"][0]["name"], "The other one")

    def test_damaged_foreign_and_newer_files_are_refused_in_words_and_change_nothing(self) -> None:
        url = demo()
        back_up(url, self.file, NOW)
        whole, note = self.file.read_bytes(), json.loads(note_of(self.file).read_text())
        empty = new_kitchen()
        before = rows_of(empty)

        def changed(data: bytes, **said: Any) -> None:
            self.file.write_bytes(data)
            note_of(self.file).write_text(json.dumps(note | said))

        cases: list[tuple[Any, str]] = [
            (lambda: changed(whole[: len(whole) // 2]), "is damaged"),
            (lambda: changed(whole[:-9] + b"X" + whole[-8:]), "is damaged"),
            (lambda: changed(b"PK\x03\x04" + whole), "is no backup"),
            (lambda: changed(whole, format="other"), "is not what stands beside"),
            (lambda: changed(whole, migrations=[*note["migrations"], "9999-from-later"]), "made by a newer release"),
            (lambda: note_of(self.file).unlink(), "is not there"),
            (lambda: note_of(self.file).write_text("{"), "cannot be read"),
        ]
        for change, sentence in cases:
            change()
            for command in ("verify", "restore"):
                with self.subTest(sentence, command=command):
                    code, out, err = run(empty, command, str(self.file))
                    self.assertEqual((code, out), (2, ""))
                    self.assertIn(sentence, err)
                    self.assertTrue(err.strip().endswith("."), err)
        self.assertEqual(rows_of(empty), before)
        # Rows that are lacking after all: the checksum is right and the dump is another.
        changed(whole, rows=note["rows"] | {"formula": 999})
        code, _, err = run(empty, "restore", str(self.file))
        self.assertEqual((code, "formula" in err), (2, True), err)
        self.assertEqual(rows_of(empty), before)

    def test_a_backup_is_whole_or_not_there_and_nobody_else_reads_it(self) -> None:
        url = demo()
        code, out, _ = run(url, "backup", str(self.file))
        self.assertEqual(code, 0)
        self.assertIn("10 formulas", out)
        self.assertEqual(self.file.stat().st_mode & 0o777, 0o600)
        self.assertEqual(run(url, "verify", str(self.file))[0], 0)
        code, _, err = run("postgresql://nobody:x@127.0.0.1:1/none", "backup", str(self.folder / "other.dump"))
        self.assertEqual((code, "does not answer" in err), (2, True))
        code, _, err = run(url, "backup", "/proc/nowhere/x.dump")
        self.assertEqual((code, "cannot be written" in err), (2, True), err)
        self.assertEqual(sorted(file.name for file in self.folder.iterdir()), ["kitchen.dump", "kitchen.dump.json"])

    def test_the_newest_are_kept(self) -> None:
        url = demo()
        for day in (1, 2, 3):
            back_up(url, self.folder / usual_name(NOW.replace(day=day)), NOW)
        run(url, "backup", str(self.folder / usual_name(NOW.replace(day=4))), "--keep", "2")
        kept = sorted(file.name for file in self.folder.glob("*.dump"))
        self.assertEqual(kept, [usual_name(NOW.replace(day=3)), usual_name(NOW.replace(day=4))])
        self.assertEqual(len(list(self.folder.glob("*.json"))), 2)


class Clock(unittest.TestCase):
    def test_times(self) -> None:
        self.assertEqual([seconds(text) for text in ("24h", "90m", "1d", " 2 h ")], [86_400, 5_400, 86_400, 7_200])
        for wrong in ("", "24", "h", "0h", "1s", "-1h", "1h30m"):
            with self.subTest(wrong), self.assertRaises(CannotInstall):
                seconds(wrong)

    def test_one_is_due_when_the_newest_is_old_enough(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            backups = Backups(Path(folder), "kitchen-*.dump", 3600, [], {})
            self.assertLessEqual(backups.due_in_s(time.time()), 0)
            made = Path(folder) / "kitchen-2026.dump"
            made.touch()
            self.assertAlmostEqual(backups.due_in_s(made.stat().st_mtime + 600), 3000, places=3)


class Doctor(unittest.TestCase):
    def found(self, url: str, data: Path, *more: str) -> tuple[int, dict[str, Any]]:
        code, out, _ = run(url, "doctor", "--data", str(data), "--json", "--port", "1", *more)
        return code, {each["what"]: each for each in json.loads(out)["found"]}

    def test_what_is_well_and_what_is_not(self) -> None:
        url = demo()
        with tempfile.TemporaryDirectory() as folder:
            data = Path(folder)
            code, found = self.found(url, data)
            self.assertEqual(code, 0, found)
            self.assertEqual(found["Schema"]["finding"], "well")
            self.assertEqual(found["Serving role"]["finding"], "well")
            self.assertEqual((found["Backup"]["finding"], "none in" in found["Backup"]["sentence"]), ("look", True))
            back_up(url, data / "backups" / usual_name(NOW), NOW)
            self.assertIn("days ago", self.found(url, data)[1]["Backup"]["sentence"])
            now = datetime.now(UTC)
            back_up(url, data / "backups" / usual_name(now), now)
            self.assertEqual(self.found(url, data)[1]["Backup"]["finding"], "well")
            with psycopg.connect(url) as connection:
                connection.execute(
                    "insert into _yoyo_migration (migration_hash, migration_id) values ('x', '9999-later')"
                )
            code, found = self.found(url, data)
            self.assertEqual((code, found["Schema"]["finding"]), (1, "wrong"))
            code, found = self.found("postgresql://nobody:x@127.0.0.1:1/none", data)
            self.assertEqual((code, found["Database"]["finding"]), (1, "wrong"))

    def test_a_port_that_somebody_else_has(self) -> None:
        import socket

        with tempfile.TemporaryDirectory() as folder, socket.socket() as taken:
            taken.bind(("127.0.0.1", 0))
            taken.listen()
            port = taken.getsockname()[1]

            def hang_up() -> None:
                for _ in range(2):
                    taken.accept()[0].close()

            Thread(target=hang_up, daemon=True).start()
            code, out, _ = run(new_kitchen(), "doctor", "--data", folder, "--port", str(port))
            self.assertEqual(code, 1)
            self.assertIn(f"Something else listens on port {port}", out)
