"""Migrations interrupted half-way and done by two at once: the next start brings the schema up by itself."""

import os
import signal
import subprocess
import time
import unittest
from concurrent.futures import ThreadPoolExecutor
from typing import Final
from unittest import mock

import psycopg
from yoyo.backends import DatabaseBackend

from ample_crumb.store.database import migrate
from launch.install import PYTHON, ROOT
from tests.kitchen import new_database
from tests.store.test_migrations import SCHEMA, schema_of

BEFORE: Final = 11
"""The migration after these alters a table that the first ones made."""

_WAITS: Final = "select pid from pg_stat_activity where datname = current_database() and wait_event_type = 'Lock'"


class Interrupted(unittest.TestCase):
    def setUp(self) -> None:
        self.url = new_database(migrated=False)

    def assert_newest(self) -> None:
        self.assertEqual(schema_of(self.url), SCHEMA.read_text())

    def test_killed_in_the_middle_of_one(self) -> None:
        migrate(self.url, most=BEFORE)
        with psycopg.connect(self.url, autocommit=True) as owner, psycopg.connect(self.url) as reader:
            # Whoever reads a table keeps it from being altered, so that the migration stands still half-way.
            reader.execute("select count(*) from formula")
            command = [str(PYTHON), "-m", "ample_crumb", "prepare", "--empty"]
            environment = os.environ | {"AMPLE_CRUMB_DATABASE_URL": self.url}
            process = subprocess.Popen(command, cwd=ROOT, env=environment, stderr=subprocess.DEVNULL)
            while not (waiting := owner.execute(_WAITS).fetchone()):
                self.assertIsNone(process.poll(), "it waits for the reader")
                time.sleep(0.05)
            os.kill(process.pid, signal.SIGKILL)
            process.wait()
            reader.rollback()
            while owner.execute("select 1 from pg_stat_activity where pid = %s", waiting).fetchone():
                time.sleep(0.05)
        migrate(self.url)
        self.assert_newest()

    def test_gone_between_what_it_does_and_the_mark_that_it_is_done(self) -> None:
        for place in range(3):
            gone = mock.patch.object(DatabaseBackend, "mark_one", side_effect=KeyboardInterrupt)
            with self.subTest(place), gone, self.assertRaises(KeyboardInterrupt):
                migrate(self.url)
            migrate(self.url, most=4 * (place + 1))
        migrate(self.url)
        self.assert_newest()

    def test_two_at_once_take_turns(self) -> None:
        with ThreadPoolExecutor(2) as pool:
            for done in [pool.submit(migrate, self.url) for _ in range(2)]:
                done.result()
        self.assert_newest()
