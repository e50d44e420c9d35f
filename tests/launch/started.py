"""`./start` as a user runs it, with a data folder of its own and an empty kitchen."""

import re
import shutil
import subprocess
import tempfile
import time
import unittest
import urllib.error
import urllib.request
from collections.abc import Callable
from pathlib import Path

from launch.cluster import free_port
from launch.install import ROOT

_LONGEST_S = 300
"""For a machine under load; nothing here takes long by itself."""


class StartedCase(unittest.TestCase):
    """Base: a running `./start`, its address, and the processes that belong to it."""

    def setUp(self) -> None:
        folder = self.folder()
        folder.chmod(0o755)
        self.data, self.port = folder / "data", free_port()
        self.process, self.address = self.start()

    def folder(self) -> Path:
        """Where its data folder goes; deleted in the end."""
        made = Path(tempfile.mkdtemp())
        self.addCleanup(shutil.rmtree, made, ignore_errors=True)
        return made

    def start(self) -> "tuple[subprocess.Popen[str], str]":
        process = subprocess.Popen(
            [str(ROOT / "start"), "--port", str(self.port), "--data", str(self.data), "--empty"],
            cwd=ROOT, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True,
        )  # fmt: skip
        assert process.stdout is not None
        self.addCleanup(process.stdout.close)
        self.addCleanup(self.end, process)
        for line in process.stdout:
            found = re.search(r"http://127\.0\.0\.1:\d+", line)
            if found:
                return process, found.group()
        raise AssertionError("./start ended without serving")

    def end(self, process: "subprocess.Popen[str]") -> None:
        if process.poll() is None:
            process.terminate()
            process.wait(_LONGEST_S)

    def children(self) -> dict[str, int]:
        """Server and postmaster, by name."""
        server = subprocess.run(
            ["pgrep", "-f", f"ample_crumb serve .*--port {self.port} "], capture_output=True, text=True, check=False
        ).stdout.split()
        postmaster = (self.data / "postgresql" / "data" / "postmaster.pid").read_text().splitlines()[0]
        return {"server": int(server[0]), "postgresql": int(postmaster)}

    def is_another(self, name: str, was: int) -> bool:
        try:
            return self.children()[name] != was
        except (IndexError, OSError):
            return False

    def answers(self) -> bool:
        try:
            with urllib.request.urlopen(f"{self.address}/api/v1/formulas", timeout=10) as answer:
                return bool(answer.read() == b'{"items":[],"next":""}')
        except (OSError, urllib.error.URLError):
            return False

    def until(self, what: str, holds: Callable[[], bool]) -> None:
        began = time.monotonic()
        while not holds():
            self.assertLess(time.monotonic() - began, _LONGEST_S, what)
            time.sleep(0.1)
