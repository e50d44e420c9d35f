"""Backs the kitchen up every so often while it is served, each time by a process of its own."""

import re
import subprocess
import sys
import time
from collections.abc import Callable, Sequence
from pathlib import Path
from threading import Event, Thread
from typing import Final

from launch.install import ROOT, CannotInstall

_SECONDS: Final = {"m": 60.0, "h": 3600.0, "d": 86_400.0}
_SHORTEST_S: Final = 60.0
_LOOK_EVERY_S: Final = 5.0
_AGAIN_S: Final = 300.0
"""After one that failed the next is tried so soon."""


def seconds(text: str) -> float:
    """What "24h", "30m" or "1d" comes to. Raises CannotInstall."""
    found = re.fullmatch(r"\s*(\d{1,5})\s*([mhd])\s*", text)
    if not found or int(found[1]) * _SECONDS[found[2]] < _SHORTEST_S:
        raise CannotInstall(f"--backup-every is a time such as 24h, 90m or 1d, not {text[:20]!r}.")
    return int(found[1]) * _SECONDS[found[2]]


class Backups:
    """Runs `command` whenever the newest file of `pattern` in a folder is older than `every_s`; a restart makes no
    backup sooner."""

    def __init__(
        self,
        folder: Path,
        pattern: str,
        every_s: float,
        command: Sequence[str],
        environment: dict[str, str],
        say: Callable[[str], None] | None = None,
    ) -> None:
        self._folder, self._pattern, self._every_s = folder, pattern, every_s
        self._command, self._environment = command, environment
        self._say = say or (lambda text: print(text, file=sys.stderr, flush=True))
        self._ending = Event()
        self._thread = Thread(target=self._run, name="backups", daemon=True)

    def start(self) -> None:
        """Begins."""
        self._thread.start()

    def stop(self) -> None:
        """Ends; one that is under way leaves nothing behind but a file that says it is partial."""
        self._ending.set()

    def due_in_s(self, now_s: float) -> float:
        """Seconds until the next is due, none or less where it is."""
        newest = max((file.stat().st_mtime for file in self._folder.glob(self._pattern)), default=0.0)
        return newest + self._every_s - now_s

    def _run(self) -> None:
        pause_s = _LOOK_EVERY_S
        while not self._ending.wait(pause_s):
            pause_s = _LOOK_EVERY_S
            if self.due_in_s(time.time()) > 0:
                continue
            done = subprocess.run(
                self._command, env=self._environment, cwd=ROOT, stdin=subprocess.DEVNULL, capture_output=True,
                text=True, check=False,
            )  # fmt: skip
            if done.returncode != 0:
                self._say(f"The backup failed and is tried again in a while: {done.stderr.strip()[-300:]}")
                pause_s = _AGAIN_S
