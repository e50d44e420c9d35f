"""A server of several processes: killed alone, the one that minds them takes them along."""

import os
import signal
import subprocess
import time
import unittest
from pathlib import Path
from typing import Final

from launch.cluster import port_is_free
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
