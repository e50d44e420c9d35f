"""Keeps the server and its database up: what ends by itself is started again, after pauses that grow."""

import fcntl
import os
import subprocess
import sys
import time
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from pathlib import Path
from typing import Final, Protocol

from launch.install import CannotInstall

_LOOK_EVERY_S: Final = 0.25
_LONGEST_PAUSE_S: Final = 15.0
_STEADY_S: Final = 60.0
"""What has stood so long is started again at once."""

_STOP_S: Final = 7.0
"""Longest that a server may take to end in order; then it is ended."""


class FolderTaken(CannotInstall):
    """Another `./start` keeps its kitchen in this folder."""


def own(folder: Path) -> int:
    """Makes a data folder this process's own until it ends, however it ends; gives the open lock. Raises FolderTaken,
    which names the process that has it."""
    folder.mkdir(parents=True, exist_ok=True)
    lock = os.open(folder / "lock", os.O_RDWR | os.O_CREAT, 0o600)
    try:
        fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except BlockingIOError:
        holder = os.pread(lock, 20, 0).decode() or "unknown"
        os.close(lock)
        raise FolderTaken(f"The kitchen in {folder} is served already, by process {holder}.") from None
    os.ftruncate(lock, 0)
    os.pwrite(lock, str(os.getpid()).encode(), 0)
    return lock


class Keeper(Protocol):
    """Something that is to stay up."""

    name: str

    def is_up(self) -> bool:
        """Whether it is."""

    def start(self) -> None:
        """Starts it. Raises CannotInstall when that does not work."""


class Server:
    """The server as a process of its own, which ends when this one does."""

    name = "The server"

    def __init__(self, command: Sequence[str], environment: dict[str, str], folder: Path) -> None:
        self._command, self._environment, self._folder = command, environment, folder
        self._process: subprocess.Popen[bytes] | None = None

    def is_up(self) -> bool:
        """Whether its process runs."""
        return self._process is not None and self._process.poll() is None

    def start(self) -> None:
        """Starts it, in a session of its own, so that Ctrl C reaches this process alone and things stop in order. Its
        standard input ends when this process ends, even if it is killed, and then the server ends too."""
        self._process = subprocess.Popen(
            self._command, env=self._environment, cwd=self._folder, stdin=subprocess.PIPE, start_new_session=True
        )

    @property
    def pid(self) -> int:
        """Its process."""
        assert self._process is not None
        return self._process.pid

    def exit_code(self) -> int | None:
        """What it ended with; None while it runs."""
        return self._process.poll() if self._process is not None else None

    def stop(self) -> None:
        """Ends it in order, or after a while without."""
        if self._process is None or self._process.poll() is not None:
            return
        self._process.terminate()
        try:
            self._process.wait(_STOP_S)
        except subprocess.TimeoutExpired:
            self._process.kill()
            self._process.wait()


@dataclass
class _Watched:
    keeper: Keeper
    since: float
    pause_s: float = 0.0
    next_try: float = 0.0
    said: str = ""


def keep_up(keepers: Sequence[Keeper], say: Callable[[str], None] | None = None) -> None:
    """Looks after these until this process is told to end, those that others stand on first."""
    tell = say or (lambda text: print(text, file=sys.stderr, flush=True))
    watched = [_Watched(keeper, time.monotonic()) for keeper in keepers]
    while True:
        for each in watched:
            _look_after(each, tell)
        time.sleep(_LOOK_EVERY_S)


def _look_after(each: _Watched, tell: Callable[[str], None]) -> None:
    now = time.monotonic()
    if each.keeper.is_up():
        if each.said:
            tell(f"{each.keeper.name} is up again.")
            each.said = ""
        if now - each.since > _STEADY_S:
            each.pause_s = 0.0
        return
    if now < each.next_try:
        return
    if not each.said:
        each.said = f"{each.keeper.name} ended by itself; starting it again."
        tell(each.said)
    each.pause_s = min(max(2 * each.pause_s, 0.5), _LONGEST_PAUSE_S)
    try:
        each.keeper.start()
    except CannotInstall as problem:
        if str(problem) != each.said:
            each.said = str(problem)
            tell(f"{problem}\nTried again in a while.")
    each.since = time.monotonic()
    each.next_try = each.since + each.pause_s
