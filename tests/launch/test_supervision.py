"""`./start` keeps up what it started, has its data folder to itself, and leaves nothing behind when it is killed."""

import os
import signal
import socket
import subprocess
import tempfile
import unittest
from functools import partial
from pathlib import Path
from unittest import mock
from urllib.parse import urlsplit

from launch import supervision
from launch.cluster import free_port
from launch.install import ROOT, CannotInstall
from launch.supervision import FolderTaken, keep_up
from tests.launch.started import StartedCase

_LONGEST_S = 300
"""For a machine under load; nothing here takes long by itself."""


class Started(StartedCase):
    def test_what_is_killed_comes_back(self) -> None:
        for name, how in (
            ("server", signal.SIGKILL),
            ("postgresql", signal.SIGKILL),
            ("postgresql", signal.SIGINT),
            ("server", signal.SIGTERM),
        ):
            with self.subTest(name, how=how):
                was = self.children()[name]
                os.kill(was, how)
                self.until(f"{name} is another", partial(self.is_another, name, was))
                self.until(f"{name} is back", self.answers)
                self.assertIsNone(self.process.poll())

    def test_the_folder_is_its_own(self) -> None:
        other = subprocess.run(
            [str(ROOT / "start"), "--port", str(free_port()), "--data", str(self.data)],
            cwd=ROOT, capture_output=True, text=True, check=False,
        )  # fmt: skip
        self.assertEqual(other.returncode, 1)
        self.assertIn(f"served already, by process {self.process.pid}", other.stderr)
        self.assertTrue(self.answers())

    def test_killed_alone_it_leaves_nothing_that_blocks_the_next(self) -> None:
        left = self.children()
        self.process.kill()
        self.process.wait()
        self.until("the server ends", lambda: not Path(f"/proc/{left['server']}").exists())
        again, self.address = self.start()
        self.assertTrue(self.answers())
        self.end(again)
        pid_file = self.data / "postgresql" / "data" / "postmaster.pid"
        self.assertFalse(pid_file.exists(), "its database was taken over, and is stopped")

    def test_it_stops_whatever_clients_do(self) -> None:
        place = urlsplit(self.address)
        assert place.hostname
        assert place.port
        half = b"PUT /api/v1/settings HTTP/1.1\r\nhost: 127.0.0.1\r\ncontent-length: 9\r\n\r\n{"
        for _ in range(200):
            client = socket.create_connection((place.hostname, place.port))
            self.addCleanup(client.close)
            client.sendall(half)
        self.process.terminate()
        self.assertEqual(self.process.wait(_LONGEST_S), 0)


class Folders(unittest.TestCase):
    def test_one_process_has_it_until_it_ends(self) -> None:
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        lock = supervision.own(folder / "data")
        with self.assertRaisesRegex(FolderTaken, f"by process {os.getpid()}"):
            supervision.own(folder / "data")
        os.close(lock)
        os.close(supervision.own(folder / "data"))


class Ended(Exception):
    """Ends the watch of a test."""


class Clock:
    """Time that passes by sleeping alone, half a minute of it."""

    def __init__(self) -> None:
        self.now_s = 0.0

    def monotonic(self) -> float:
        return self.now_s

    def sleep(self, seconds: float) -> None:
        self.now_s += seconds
        if self.now_s > 30:
            raise Ended


class Failing:
    """Comes up at the third try, and falls once more."""

    name = "The bowl"

    def __init__(self) -> None:
        self.tries = self.looks = 0

    def is_up(self) -> bool:
        self.looks += 1
        return self.tries >= 3

    def start(self) -> None:
        self.tries += 1
        if self.tries < 3:
            raise CannotInstall("There is no room in the bowl.")


class Watching(unittest.TestCase):
    def test_it_is_tried_again_after_growing_pauses_and_said_once(self) -> None:
        bowl, clock = Failing(), Clock()
        said: list[str] = []
        with mock.patch.object(supervision, "time", clock), self.assertRaises(Ended):
            keep_up([bowl], said.append)
        self.assertEqual(
            said,
            [
                "The bowl ended by itself; starting it again.",
                "There is no room in the bowl.\nTried again in a while.",
                "The bowl is up again.",
            ],
        )
