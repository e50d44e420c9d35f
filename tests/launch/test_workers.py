"""A server of several processes: killed alone, the one that minds them takes them along."""

import os
import signal
import socket
import subprocess
import time
import unittest
from argparse import Namespace
from contextlib import closing
from pathlib import Path
from typing import Final
from unittest import mock

from ample_crumb import server
from launch.cluster import free_port, port_is_free
from tests.kitchen import ServedByWorkers, new_kitchen

_LONGEST_S: Final = 300
"""For a machine under load; it takes no second by itself."""


class Workers(unittest.TestCase):
    def test_none_is_left_behind(self) -> None:
        served = ServedByWorkers(new_kitchen())
        served.start()
        self.addCleanup(served.stop)
        told = subprocess.run(["pgrep", "-P", str(served.pid)], capture_output=True, text=True, check=True).stdout
        workers = [int(pid) for pid in told.split()]
        self.assertGreaterEqual(len(workers), 2)
        os.kill(served.pid, signal.SIGKILL)
        began = time.monotonic()
        while any(Path(f"/proc/{pid}").exists() for pid in workers) or not port_is_free("127.0.0.1", served.port):
            self.assertLess(time.monotonic() - began, _LONGEST_S, "workers are left behind")
            time.sleep(0.1)

    def test_what_is_answered_is_sent_at_once_whatever_the_number_of_workers(self) -> None:
        """What is accepted has the options of the socket that listens (tcp(7))."""
        for workers in (1, 2):
            listening: list[socket.socket] = []

            def run(*_: object, sockets: list[socket.socket], seen: list[socket.socket] = listening) -> None:
                seen.extend(sockets)

            given = Namespace(host="127.0.0.1", port=free_port(), workers=workers, with_parent=False)
            environment = {"AMPLE_CRUMB_APP_DATABASE_URL": "postgresql://unused"}
            with (
                mock.patch.dict(os.environ, environment),
                mock.patch("uvicorn.Server.run", run),
                mock.patch("uvicorn.supervisors.Multiprocess.__init__", lambda _, __, sockets: run(sockets=sockets)),
                mock.patch("uvicorn.supervisors.Multiprocess.run"),
            ):
                os.environ.pop("AMPLE_CRUMB_DATABASE_URL", None)
                server._serve(given)
            (listener,) = listening
            with self.subTest(workers), closing(listener):
                self.assertEqual(listener.getsockopt(socket.IPPROTO_TCP, socket.TCP_NODELAY), 1)
