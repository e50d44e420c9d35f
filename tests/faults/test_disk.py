"""A disk that fills under `./start`: what is not kept is said, and once there is room all goes on without a hand.

On a file system of its own in memory, which only root may make.
"""

import os
import shutil
import subprocess
import tempfile
import unittest
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from pathlib import Path
from typing import Final

import psycopg

from tests.faults.case import WritingCase

_SIZE_MB: Final = 160
"""A new cluster takes a quarter of it."""


@unittest.skipUnless(os.geteuid() == 0, "only root may mount a file system")
class FullDisk(WritingCase):
    def folder(self) -> Path:
        made = Path(tempfile.mkdtemp())
        self.addCleanup(shutil.rmtree, made, ignore_errors=True)
        options = ["-t", "tmpfs", "-o", f"size={_SIZE_MB}m,mode=755"]
        subprocess.run(["mount", *options, "tmpfs", str(made)], check=True)
        self.addCleanup(subprocess.run, ["umount", "--lazy", str(made)], check=True)
        return made

    def fill(self) -> Path:
        """Takes all room that is left."""
        filler = self.data.parent / "filler"
        descriptor = os.open(filler, os.O_WRONLY | os.O_CREAT)
        try:
            for size in (65536, 512, 1):
                with suppress(OSError):
                    while os.write(descriptor, b"0" * size):
                        pass
        finally:
            os.close(descriptor)
        return filler

    def owner(self) -> str:
        cluster = self.data / "postgresql"
        port = (cluster / "data" / "postmaster.pid").read_text().splitlines()[3]
        return f"postgresql://crumb:{(cluster / 'password').read_text().strip()}@127.0.0.1:{port}/crumb"

    def test_what_is_not_kept_is_said_and_kept_once_there_is_room(self) -> None:
        for number in range(5):
            self.write(number)
        was = self.children()["postgresql"]
        filler = self.fill()
        # PostgreSQL opens the next log file again and again, until there is no room for one and it stops: the harder of
        # two ways.
        with psycopg.connect(self.owner(), autocommit=True) as owner, self.assertRaises(psycopg.OperationalError):
            while True:
                owner.execute("select pg_logical_emit_message(true, 'disk', 'is full')")
                owner.execute("select pg_switch_wal()")
        with ThreadPoolExecutor(4) as pool:
            writing = [pool.submit(self.write, number) for number in range(5, 25)]
            self.until("somebody is told that it is not kept", lambda: bool(self.refused))
            self.until("PostgreSQL has stopped", lambda: not Path(f"/proc/{was}").exists())
            self.assertEqual(len(self.acknowledged), 5, "nothing is acknowledged that is not kept")
            filler.unlink()
            for each in writing:
                each.result()
        for status, sentence in self.refused:
            self.assertIn(status, (503, 507))
            self.assertRegex(sentence, "does not answer|disk .* is full")
        self.assert_every_write_is_there_once(25)
