"""Runs the unittests of all folders, or of those named, side by side, and ends with the plain line that counts them.

Each test class is a piece of work; a few processes take one after another, each with a database cluster of its own.
Folders in `LONG` hold what takes long by nature: all of it when they are named, a short share of it otherwise.
"""

import importlib
import io
import multiprocessing
import os
import sys
import time
import unittest
from collections.abc import Iterable
from concurrent.futures import ProcessPoolExecutor, as_completed
from dataclasses import dataclass
from multiprocessing.util import Finalize
from pathlib import Path
from typing import Final

HERE: Final = Path(__file__).parent
LONG: Final = ("faults", "fuzz")
_FIRST: Final = ("fuzz", "browser", "faults", "api", "launch", "application", "golden", "store")
"""Folders whose modules take longest, so that none of them is left to run alone in the end."""


@dataclass(frozen=True, slots=True)
class Ran:
    """What a class came to: counts, the seconds it took, and what is to be read when something failed."""

    name: str
    tests: int
    bad: int
    skipped: int
    seconds: float
    said: str


def main(folders: list[str]) -> int:
    """Exit code 0 when tests were found and all of them passed."""
    unknown = [folder for folder in folders if not (HERE / folder).is_dir()]
    if unknown:
        print(f"There is no folder tests/{unknown[0]}.", file=sys.stderr)
        return 2
    if set(folders) & set(LONG):
        os.environ["AMPLE_CRUMB_TESTS"] = "long"
    classes = list(classes_of(folders or sorted(path.name for path in HERE.iterdir() if path.is_dir())))
    # Browser tests wait as much as they work, so one process more than there are cores.
    workers = min(len(classes), (os.cpu_count() or 1) + 1)
    began = time.monotonic()
    ran: list[Ran] = []
    with ProcessPoolExecutor(workers, multiprocessing.get_context("spawn"), _begin) as pool:
        waiting = [pool.submit(run_class, name) for name in classes]
        for done in as_completed(waiting):
            ran.append(done.result())
            _tell(ran[-1])
    bad, skipped = sum(each.bad for each in ran), sum(each.skipped for each in ran)
    passed = sum(each.tests for each in ran) - bad - skipped
    print(f"{len(classes)} classes in {time.monotonic() - began:.0f} s by {workers} processes")
    print(f"{passed} passed, {bad} failed, {skipped} skipped", flush=True)
    return 0 if bad == 0 and passed > 0 else 1


def classes_of(folders: Iterable[str]) -> Iterable[str]:
    """The test classes of these folders, those that take longest first."""
    ranked = sorted(folders, key=lambda folder: (_FIRST.index(folder) if folder in _FIRST else len(_FIRST), folder))
    for folder in ranked:
        for path in sorted((HERE / folder).rglob("test_*.py"), key=lambda path: -path.stat().st_size):
            yield from classes_in(".".join(("tests", *path.relative_to(HERE).with_suffix("").parts)))


def classes_in(module: str) -> Iterable[str]:
    """The test classes that a module defines itself."""
    for name, found in vars(importlib.import_module(module)).items():
        if isinstance(found, type) and issubclass(found, unittest.TestCase) and found.__module__ == module:
            yield f"{module}.{name}"


def run_class(name: str) -> Ran:
    """Runs one class here."""
    began = time.monotonic()
    said = io.StringIO()
    suite = unittest.defaultTestLoader.loadTestsFromName(name)
    result = unittest.TextTestRunner(said, verbosity=1, buffer=True).run(suite)
    bad = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
    seconds = time.monotonic() - began
    return Ran(name, result.testsRun, bad, len(result.skipped), seconds, said.getvalue() if bad else "")


def _begin() -> None:
    """What a process does at its start: nothing of it is left behind, however it ends."""
    from tests import kitchen

    Finalize(None, kitchen.stop, exitpriority=100)


def _tell(ran: Ran) -> None:
    print(f"{ran.name}: {ran.tests - ran.bad} of {ran.tests} in {ran.seconds:.1f} s", flush=True)
    if ran.said:
        print(ran.said, flush=True)


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
