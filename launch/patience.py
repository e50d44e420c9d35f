"""Waiting for a process as long as it gets on, and saying so."""

import time
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Final

from launch.install import say

_SAY_EVERY_S: Final = 10.0
_STUCK_S: Final = 120.0
"""Whoever has not computed for so long will not."""


def wait_for(
    what: str,
    pid: int,
    is_there: Callable[[], bool],
    is_up: Callable[[], bool],
    look_every_s: float = 0.02,
) -> bool:
    """Waits until `is_there`, while the process `is_up` and computes, it or one it began. Says every ten seconds what
    it waits for. False where it has ended, or has not computed for two minutes."""
    began = moved_at = time.monotonic()
    said_at, ticks = began, _ticks(pid)
    while not is_there():
        if not is_up():
            return False
        time.sleep(look_every_s)
        now = time.monotonic()
        if now - said_at < _SAY_EVERY_S:
            continue
        said_at, before, ticks = now, ticks, _ticks(pid)
        if ticks != before:
            moved_at = now
        if now - moved_at > _STUCK_S:
            return False
        say(f"Waiting for {what}, {now - began:.0f} s so far …")
    return True


def _ticks(pid: int) -> int:
    """The time that a process and those below it have computed, in ticks of the clock."""
    return sum(_own_ticks(each) for each in (pid, *_below(pid)))


def _own_ticks(pid: int) -> int:
    fields = _stat(pid)
    return sum(map(int, fields[11:15])) if fields else 0


def _below(pid: int) -> Iterator[int]:
    for folder in Path("/proc").glob("[0-9]*"):
        fields = _stat(int(folder.name))
        if fields and int(fields[1]) == pid:
            yield int(folder.name)


def _stat(pid: int) -> list[str]:
    """What the kernel tells of a process from its state on (proc(5)); nothing of one that is gone."""
    try:
        return Path(f"/proc/{pid}/stat").read_text().rpartition(")")[2].split()
    except OSError:
        return []
